using Gemmifer.Core.Geometry;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Training;

namespace Gemmifer.Core.Tests.Training;

public class BendingTests
{
    [Theory]
    [InlineData(10, 100)]
    [InlineData(14, 280)]
    [InlineData(25, 1000)]
    public void Strain_is_that_of_beam_theory(double diameter, double radius)
    {
        // From first principles (Euler and Bernoulli): a fibre at the outside of an arc of angle a is (R + d/2)·a long,
        // at rest R·a.
        const double Angle = 0.7;
        var (rest, stretched) = (radius * Angle, (radius + (diameter / 2)) * Angle);
        Assert.Equal((stretched - rest) / rest, Bending.Strain(diameter, radius), 1e-12);
        Assert.Equal(radius, Bending.LeastRadiusMm(diameter, Bending.Strain(diameter, radius)), 1e-9);
    }

    [Fact]
    public void Bending_stress_and_moment_of_a_round_rod_agree_with_the_flexure_formula()
    {
        // Handbook: M = E·I / R with I = π·d⁴/64, and stress = M·(d/2)/I; so stress / E = d/(2R), whatever E is.
        const double E = 9_000,
            D = 12,
            R = 240;
        var inertia = Math.PI * Math.Pow(D, 4) / 64;
        var moment = E * inertia / R;
        Assert.Equal(moment * (D / 2) / inertia / E, Bending.Strain(D, R), 1e-12);
    }

    [Theory]
    [InlineData(1, "", 0.05)]
    [InlineData(2, "", 0.025)]
    [InlineData(5, "", 0.012)]
    [InlineData(1, "soft", 0)]
    [InlineData(1, "stiff", 0.012)]
    [InlineData(4, "supple", 0.025)]
    public void What_wood_bears_follows_its_age_and_what_was_found(int age, string seen, double strain) =>
        Assert.Equal(strain, AllowedStrain.Usual.Of(Cane(age, seen)));

    [Fact]
    public void Soft_growth_takes_no_bend_at_all()
    {
        Assert.True(double.IsPositiveInfinity(Bending.LeastRadiusMm(8, 0)));
        Assert.IsType<CanePath.TooStiff>(CanePath.To(new(0, 0, 0), new(0, 0, 1), 2000, 8, 0, Level(500)));
    }

    [Fact]
    public void A_supple_cane_joins_a_level_wire_where_early_joining_and_a_gentle_bend_balance()
    {
        // Upright from below a level line 250 mm up: a quarter circle of 250 mm at the most. 10 mm of supple wood needs
        // 100 mm.
        var path = Assert.IsType<CanePath.Bent>(CanePath.To(new(0, 0, 0), new(0, 0, 1), 2500, 10, 0.05, Level(250)));
        Assert.InRange(path.Bend.LeastRadiusMm, 100, 251);
        Assert.Equal(10 / (2 * path.Bend.LeastRadiusMm), path.Strain, 1e-12);
        for (var joins = 0.0; joins < 2000; joins += 1)
        {
            // No other place along the wire that the wood bears costs less.
            var other = Biarc.Between(new(0, 0, 0), new(0, 0, 1), new(joins, 0, 250), new(1, 0, 0))!.Value;
            var cost =
                (CanePath.StrainMm * 5 / other.LeastRadiusMm / 0.05) - Math.Min(2000 - joins, 2500 - other.LengthMm);
            Assert.True(other.LeastRadiusMm < 100 || cost >= CanePath.CostMm(path, 0.05, Level(250)) - 0.01);
        }

        Assert.Equal(Math.Min(2000 - path.JoinsMm, 2500 - path.Bend.LengthMm), path.TiedMm, 1e-6);
    }

    [Fact]
    public void Old_stiff_wood_says_what_it_would_need_and_a_short_cane_that_it_is_short()
    {
        var stiff = Assert.IsType<CanePath.TooStiff>(
            CanePath.To(new(0, 0, 0), new(0, 0, 1), 2500, 30, 0.012, Level(300))
        );
        Assert.Equal(1250, stiff.NeededMm, 1e-9);
        Assert.True(stiff.RadiusMm < stiff.NeededMm);
        Assert.IsType<CanePath.TooShort>(CanePath.To(new(0, 0, 0), new(0, 0, 1), 600, 10, 0.05, Level(500)));
    }

    [Theory]
    [InlineData(8, 0.05)]
    [InlineData(14, 0.05)]
    [InlineData(14, 0.025)]
    [InlineData(20, 0.025)]
    public void A_bend_never_asks_more_than_the_wood_bears_and_thicker_wood_covers_no_more(
        double diameter,
        double strain
    )
    {
        CanePath Of(double d) =>
            CanePath.To(new(0, -30, 0), new(0.1, -0.2, Math.Sqrt(0.95)), 3000, d, strain, Level(700));
        var path = Assert.IsType<CanePath.Bent>(Of(diameter));
        Assert.True(path.Strain <= strain + 1e-9);
        Assert.True(
            Of(diameter + 2) is not CanePath.Bent later
                || CanePath.CostMm(later, strain, Level(700)) >= CanePath.CostMm(path, strain, Level(700)) - 1e-3
        );
    }

    private static StraightLine Level(double height) => new(1, new Point3(0, 0, height), new Point3(1, 0, 0), 2000);

    private static Stem Cane(int age, string seen) =>
        Surveys.Read(Surveys.Of(Surveys.Cane("A", 3, 10, age).Seen(seen == "" ? [] : [seen]))).Stems[0];
}
