using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;

namespace Gemmifer.Core.Training;

/// <summary>
/// What strain the outer fibre of a cane bears before it cracks, by its wood (assumption; the gardener may change it).
/// </summary>
/// <param name="OneYear">Supple wood of one season, 0 to 0.2.</param>
/// <param name="TwoYears">Wood of two seasons.</param>
/// <param name="Older">Older wood, and any wood found stiff.</param>
public sealed record AllowedStrain(double OneYear, double TwoYears, double Older)
{
    /// <summary>What wood bears under a school.</summary>
    public static AllowedStrain Under(School school) =>
        new(school.Set.StrainOneYear.Number, school.Set.StrainTwoYears.Number, school.Set.StrainOlder.Number);

    /// <summary>The usual values.</summary>
    public static AllowedStrain Usual { get; } = new(0.05, 0.025, 0.012);

    /// <summary>What a stem bears: nothing while it is soft, as soft growth snaps.</summary>
    public double Of(Stem stem) =>
        stem.Has(Sign.Soft) ? 0
        : stem.Has(Sign.Stiff) ? Math.Min(Older, ByAge(stem))
        : stem.Has(Sign.Supple) ? Math.Max(TwoYears, ByAge(stem))
        : ByAge(stem);

    private double ByAge(Stem stem) =>
        stem.Age <= 1 ? OneYear
        : stem.Age == 2 ? TwoYears
        : Older;
}

/// <summary>
/// Bending a round cane: the strain of its outer fibre is diameter / (2 × radius of the bend of its axis) (Euler and
/// Bernoulli's beam
/// theory, published).
/// </summary>
public static class Bending
{
    /// <summary>Strain of the outer fibre; 0 where the bend is straight.</summary>
    /// <param name="diameterMm">Above 0.</param>
    /// <param name="radiusMm">Of the axis, above 0; may be infinite.</param>
    public static double Strain(double diameterMm, double radiusMm) => diameterMm / (2 * radiusMm);

    /// <summary>The tightest bend of the axis a cane takes, mm; infinite where it takes none.</summary>
    /// <param name="strain">Allowed strain, 0 or more.</param>
    public static double LeastRadiusMm(double diameterMm, double strain) =>
        strain <= 0 ? double.PositiveInfinity : diameterMm / (2 * strain);
}
