using Gemmifer.Core.Buds;
using Gemmifer.Core.Geometry;

namespace Gemmifer.Core.Choice;

/// <summary>What can be done with a cane.</summary>
public enum OptionKind
{
    /// <summary>Taken out at its base, or at the ring of its parent.</summary>
    Remove,

    /// <summary>Left whole.</summary>
    Whole,

    /// <summary>Cut somewhere along it.</summary>
    Cut,
}

/// <summary>The bud a cut is made above.</summary>
/// <param name="AlongMm">Its place along the stem, mm; null where it has still to be found.</param>
/// <param name="Facing">The way it faces, or the way to look for.</param>
/// <param name="FromMm">Where to look: lowest place, mm.</param>
/// <param name="ToMm">Where to look: highest place, mm.</param>
/// <param name="GiveOrTakeHours">How far from that direction a bud may still be taken, hours.</param>
public sealed record TargetBud(
    double? AlongMm, Bearing? Facing, BudKnowledge Known, double FromMm, double ToMm, double GiveOrTakeHours = 0, Bearing? OtherFacing = null);

/// <summary>One thing that can be done with one stem.</summary>
/// <param name="AlongMm">Place of the cut along the stem, mm: 0 for a removal, the length for a whole stem, the middle of the window for a bud not yet found.</param>
/// <param name="End">Where the end may come to stand; a point unless the bud has still to be found.</param>
/// <param name="Place">Where it is taken to stand.</param>
/// <param name="HeightMm">Height of that place above the crown, mm.</param>
/// <param name="RemovedMm">Live wood taken off, side shoots included, mm.</param>
public sealed record CutOption(
    OptionKind Kind, double AlongMm, TargetBud? Bud, Segment3 End, Point3 Place, double HeightMm, double RemovedMm)
{
    /// <summary>Whether the stem stays, shortened or not.</summary>
    public bool Keeps => Kind != OptionKind.Remove;
}
