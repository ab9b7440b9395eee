using System.Collections.Immutable;
using Gemmifer.Core.Geometry;

namespace Gemmifer.Core.Stems;

/// <summary>What part of a plant a stem is.</summary>
public enum StemRole
{
    Cane,
    Lateral,
    Trunk,
    Arm,
    Shoot,
    Spur,
}

/// <summary>Where a stem starts, when it does not start on another stem.</summary>
public enum Origin
{
    Crown,
    Rootstock,
    Ground,
    Unknown,
    Stem,
}

/// <summary>The start of a stem: an origin, or a place along another stem.</summary>
/// <param name="StemId">The parent stem; null unless <paramref name="Origin"/> is <see cref="Origin.Stem"/>.</param>
/// <param name="AlongMm">Distance along the parent stem, mm; 0 otherwise.</param>
public sealed record Parent(Origin Origin, StemId? StemId, double AlongMm);

/// <summary>State of a bud as seen.</summary>
public enum BudState
{
    Dormant,
    Swelling,
    Shooting,
    Blind,
    Damaged,
    Basal,
    Flower,
}

/// <summary>Which side of a leaning stem a bud sits on.</summary>
public enum BudFace
{
    Up,
    Down,
    Side,
}

/// <summary>A bud that was looked at.</summary>
/// <param name="AlongMm">Distance along the stem, mm.</param>
/// <param name="Facing">Horizontal bearing it faces; null where only its place was noted.</param>
/// <param name="Face">Which side of the stem it sits on; null where that was not noted.</param>
/// <param name="Leaflets">Leaflets of the leaf it sits at; null where nobody counted them.</param>
/// <param name="Leaf">Which leaf that is, counted from the top, from 1; null where its place was measured.</param>
public sealed record Bud(
    double AlongMm,
    Bearing? Facing,
    BudState State,
    BudFace? Face = null,
    int? Leaflets = null,
    int? Leaf = null
)
{
    /// <summary>Whether a shoot can be expected from it.</summary>
    public bool Usable => State is BudState.Dormant or BudState.Swelling or BudState.Shooting;
}

/// <summary>The gardener's word on a stem.</summary>
public abstract record Pin
{
    /// <summary>Not to be removed; may be shortened.</summary>
    public sealed record Keep : Pin;

    /// <summary>To be removed.</summary>
    public sealed record Remove : Pin;

    /// <summary>To be cut at a distance along it, mm.</summary>
    public sealed record CutAt(double AlongMm) : Pin;
}

/// <summary>Where on the support the gardener wants a cane to lead, seen from the front.</summary>
/// <param name="XMm">To the right of the crown.</param>
/// <param name="ZMm">Above the soil.</param>
public sealed record Towards(double XMm, double ZMm);

/// <summary>The flowers at the end of a stem.</summary>
/// <param name="Blooms">Flowers and buds of flowers in all, finished ones too.</param>
/// <param name="Finished">Of these, finished.</param>
/// <param name="Vase">It is wanted for the vase.</param>
/// <param name="Level">The leaf, counted from the top, that stands as high as its neighbours do, where it stands much
/// taller; null where it does not.</param>
/// <param name="Clear">The leaf, counted from the top, from which down it is clear of a path; null where all of it
/// is.</param>
public sealed record FlowerHead(int Blooms, int Finished, bool Vase = false, int? Level = null, int? Clear = null)
{
    /// <summary>A shoot that came without a flower.</summary>
    public bool Blind => Blooms == 0;
}

/// <summary>How well a stem was measured: one standard deviation of each measure; null where nobody said.</summary>
public sealed record StemSpread(
    double? ClockHours,
    double? LeanDeg,
    double? TipLeanDeg,
    double? LengthMm,
    double? DiameterMm
);

/// <summary>What last winter's plan named a cane for.</summary>
public enum Named
{
    /// <summary>To go next.</summary>
    Next,

    /// <summary>To take the place of one that goes next.</summary>
    Successor,
}

/// <summary>One stem of the plant with everything known or assumed about it.</summary>
/// <param name="Bearing">Bearing in which it leans.</param>
/// <param name="BaseBearing">Bearing of its base from the crown.</param>
/// <param name="RadiusMm">Distance of its base from the crown, mm.</param>
/// <param name="Age">Growing seasons begun; wood of the latest season is 1.</param>
/// <param name="Towards">Where the gardener wants it on the support; null where that is left to the plan.</param>
/// <param name="FruitToMm">Where its outermost fruit hangs, mm along it; null where none was noted.</param>
/// <param name="Head">Its flowers; null where none were noted.</param>
/// <param name="Named">What last winter's plan named it for; null where for nothing.</param>
/// <param name="Spread">How well it was measured; null where nobody said.</param>
/// <param name="DeadFromMm">Dead from there to the tip, mm along it; null where it is not.</param>
public sealed record Stem(
    StemId Id,
    StemRole Role,
    Parent Parent,
    Bearing Bearing,
    Bearing BaseBearing,
    double RadiusMm,
    double DiameterMm,
    double LengthMm,
    double LeanDeg,
    double TipLeanDeg,
    int Age,
    ImmutableArray<Evidence> Seen,
    double? DeadFromMm,
    ImmutableArray<StemId> Rubs,
    Pin? Pin,
    ImmutableArray<Bud> Buds,
    Towards? Towards = null,
    double? FruitToMm = null,
    FlowerHead? Head = null,
    Named? Named = null,
    StemSpread? Spread = null
)
{
    /// <summary>Starts at the crown, the rootstock or the ground rather than on another stem.</summary>
    public bool TopLevel => Parent.Origin != Origin.Stem;

    /// <summary>Whether a piece of evidence was seen anywhere on it.</summary>
    public bool Has(Sign what) => Seen.Any(e => e.What == what);
}
