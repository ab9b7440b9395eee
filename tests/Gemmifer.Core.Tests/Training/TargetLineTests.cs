using Gemmifer.Core.Geometry;
using Gemmifer.Core.Training;

namespace Gemmifer.Core.Tests.Training;

public class TargetLineTests
{
    [Theory]
    [InlineData(60, 300, true)]
    [InlineData(60, 300, false)]
    [InlineData(200, 1200, true)]
    [InlineData(25, 900, false)]
    public void A_spiral_keeps_its_distance_its_rise_and_its_bend(double around, double rise, bool clockwise)
    {
        var spiral = new Spiral(1, new Point3(10, 20, 30), around, rise, Bearing.FromClock(4), clockwise, 3000);

        // An independent way: walk along it in small steps, measuring the steps and the circle through three
        // neighbours.
        const double Step = 0.5;
        double length = 0,
            tightest = double.PositiveInfinity,
            loosest = 0;
        for (var along = Step; along + Step <= spiral.TurnMm; along += Step)
        {
            var (a, b, c) = (spiral.At(along - Step), spiral.At(along), spiral.At(along + Step));
            length += a.DistanceTo(b);
            Assert.Equal(around, Math.Sqrt(Math.Pow(b.X - 10, 2) + Math.Pow(b.Y - 20, 2)), 1e-6);
            var towards = (c - a) * (1 / a.DistanceTo(c));
            Assert.True(Point3.Dot(towards, spiral.DirectionAt(along)) > 1 - 1e-4);
            var half = a.DistanceTo(c) / 2;
            var sag = b.DistanceTo((a + c) * 0.5);
            var radius = ((half * half) + (sag * sag)) / (2 * sag);
            (tightest, loosest) = (Math.Min(tightest, radius), Math.Max(loosest, radius));
        }

        Assert.Equal(1, spiral.RadiusMm / tightest, 1e-2);
        Assert.Equal(1, spiral.RadiusMm / loosest, 1e-2);
        Assert.InRange(spiral.TurnMm - length, 0, 2 * Step);
        Assert.Equal(rise, spiral.At(spiral.TurnMm).Z - spiral.At(0).Z, 1e-9);
        Assert.Equal(
            clockwise,
            Bearing.FromClock(4).TurnTo(Bearing.FromVector(spiral.At(20).X - 10, spiral.At(20).Y - 20)!.Value) > 0
        );
    }

    [Theory]
    [InlineData(45)]
    [InlineData(60)]
    [InlineData(30)]
    public void The_rise_for_a_lean_gives_that_lean(double lean)
    {
        var spiral = new Spiral(1, new Point3(0, 0, 0), 80, Spiral.RiseFor(80, lean), Bearing.FromClock(6), true, 2000);
        Assert.Equal(lean, spiral.LeanAt(0), 1e-9);
        Assert.Equal(lean, spiral.LeanAt(1234), 1e-9);
    }

    [Fact]
    public void A_thick_cane_does_not_wind_round_a_thin_post_and_a_supple_one_does()
    {
        // Round 50 mm at 45 degrees the bend is 100 mm: 9 mm of supple wood bears 90, 30 mm of old wood only 1,250.
        var spiral = new Spiral(
            1,
            new Point3(0, 50, 100),
            50,
            Spiral.RiseFor(50, 45),
            Bearing.FromClock(6),
            true,
            2500
        );
        Assert.Equal(100, spiral.RadiusMm, 1e-9);
        var supple = Assert.IsType<CanePath.Bent>(
            CanePath.To(new(-200, -60, 0), new(0.6, 0, 0.8), 2600, 9, 0.05, spiral)
        );
        Assert.True(supple.Strain is >= 0.045 - 1e-9 and <= 0.05 + 1e-9);
        var stiff = Assert.IsType<CanePath.TooStiff>(
            CanePath.To(new(-200, -60, 0), new(0.6, 0, 0.8), 2600, 30, 0.012, spiral)
        );
        Assert.Equal(100, stiff.RadiusMm, 1e-9);
        Assert.Equal(1250, stiff.NeededMm, 1e-9);
    }

    [Fact]
    public void A_straight_line_has_no_bend_and_one_lean()
    {
        var line = new StraightLine(2, new Point3(0, 0, 100), new Point3(0.6, 0, 0.8), 500);
        Assert.True(double.IsPositiveInfinity(line.RadiusMm));
        Assert.Equal(Math.Acos(0.8) * 180 / Math.PI, line.LeanAt(300), 1e-9);
        Assert.Equal(new Point3(300, 0, 500), line.At(500));
    }
}
