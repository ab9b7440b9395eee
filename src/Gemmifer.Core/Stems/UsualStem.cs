using Gemmifer.Core.Plants;

namespace Gemmifer.Core.Stems;

/// <summary>What a stem is taken to be where nobody measured it.</summary>
/// <param name="LengthMm">At least; a stem is no shorter than the furthest place noted on it.</param>
/// <param name="LeanDeg">From vertical.</param>
/// <param name="RadiusMm">Distance of its base from the middle of the crown.</param>
public sealed record UsualStem(double LengthMm, double LeanDeg, double RadiusMm)
{
    /// <summary>Canes start so far from the middle of the crown (assumption).</summary>
    private static readonly double BaseRadiusMm = TradeNumbers.Of.BaseRadius;

    /// <summary>By the traits of its kind: a trunk stands, an arm lies, the others lean as usual.</summary>
    public static UsualStem Of(PlantKind kind, StemRole? role, bool topLevel) =>
        new(
            role is StemRole.Cane or StemRole.Trunk or StemRole.Arm ? kind.CaneLengthMm : kind.LateralLengthMm,
            role == StemRole.Trunk ? 0
                : role == StemRole.Arm ? 90
                : topLevel ? kind.CaneLeanDeg
                : kind.LateralLeanDeg,
            BaseRadiusMm
        );
}
