using System.Collections.Immutable;

namespace Gemmifer.Core.Supports;

/// <summary>What a plant is tied to.</summary>
public enum SupportKind
{
    Wall,
    Fence,
    Wires,
    Arch,
    Obelisk,
    Pergola,
    Post,
    TTrellis,
    Stake,
}

/// <summary>A support, as seen from the gardener: x to the right from the crown, z up from the soil, y away.</summary>
/// <param name="FromMm">Left edge, mm from the crown.</param>
/// <param name="YMm">How far behind the crown it stands, mm.</param>
/// <param name="Wires">In the order given, numbered from 1.</param>
public sealed record Support(
    SupportKind Kind,
    double FromMm,
    double WidthMm,
    double HeightMm,
    double YMm,
    ImmutableArray<Wire> Wires,
    ImmutableArray<Opening> Openings
)
{
    /// <summary>Right edge, mm from the crown.</summary>
    public double ToMm => FromMm + WidthMm;

    /// <summary>Whether canes are fanned out flat on it.</summary>
    public bool Flat => Traits.Form == SupportForm.Face;

    /// <summary>What is to be known of its kind.</summary>
    public SupportTraits Traits => SupportTraits.Of(Kind);
}

/// <summary>A level wire.</summary>
public sealed record Wire(double HeightMm, double YMm);

/// <summary>A place on a support that stays free, by its lower left corner.</summary>
public sealed record Opening(double XMm, double ZMm, double WidthMm, double HeightMm);

/// <summary>What a support may measure.</summary>
public static class SupportLimits
{
    public const double LeastMm = 50,
        WidthMm = 30_000,
        HeightMm = 10_000,
        DepthMm = 3_000;
    public const int Wires = 50,
        Openings = 50;
}
