using Gemmifer.Core.Buds;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Training;

namespace Gemmifer.Core.Choice;

/// <summary>What can be done with a cane.</summary>
public enum OptionKind
{
    /// <summary>Taken out at its base, or at the ring of its parent.</summary>
    Remove,

    /// <summary>Left whole.</summary>
    Whole,

    /// <summary>Left for now, taken out next winter: the second part of a two-year plan.</summary>
    Defer,

    /// <summary>Cut somewhere along it.</summary>
    Cut,
}

/// <summary>The bud a cut is made above.</summary>
/// <param name="AlongMm">Its place along the stem, mm; null where it has still to be found.</param>
/// <param name="Facing">The way it faces, or the way to look for.</param>
/// <param name="FromMm">Where to look: lowest place, mm.</param>
/// <param name="ToMm">Where to look: highest place, mm.</param>
/// <param name="Face">Which side of the stem it sits on; null where that is not known.</param>
/// <param name="AtScar">No bud serves: an old scar with latent buds on either side of it.</param>
/// <param name="SpreadDeg">Standard deviation of its direction, degrees; 0 where seen.</param>
/// <param name="GiveOrTakeHours">How far from that direction a bud may still be taken, hours.</param>
public sealed record TargetBud(
    double? AlongMm,
    Bearing? Facing,
    BudKnowledge Known,
    double FromMm,
    double ToMm,
    double GiveOrTakeHours = 0,
    Bearing? OtherFacing = null,
    BudFace? Face = null,
    bool AtScar = false,
    double SpreadDeg = 0
);

/// <summary>A side stem that takes over from the stem it stands on.</summary>
/// <param name="Own">What is done with the side stem itself.</param>
public sealed record TakeOver(Stem Stem, CutOption Own);

/// <summary>Where a cane that stays comes to lie on its support.</summary>
/// <param name="Line">The line it is tied to; null where it gets none.</param>
/// <param name="Path">Its way there; without a line, why the nearest one is not to be had.</param>
/// <param name="HalfWay">Where it cannot be bent so far at once: as far as it goes this year.</param>
/// <param name="WorthMm">What it does there: wood that flowers, less the bend's strain, the turn and the wood cut off
/// to fit, in millimetres of flat wood that flowers.</param>
/// <param name="RoomMm">What the place holds of it, where it is cut to fit, mm; null where it is not.</param>
/// <param name="Wanted">Whether the gardener asked for the line: it may cross others.</param>
public sealed record LaidCane(
    TargetLine? Line,
    CanePath? Path,
    StraightLine? HalfWay,
    double WorthMm,
    double? RoomMm = null,
    bool Wanted = false
);

/// <summary>One thing that can be done with one stem.</summary>
/// <param name="AlongMm">Place of the cut along the stem, mm: 0 for a removal, the length for a whole stem, the middle
/// of the window for a bud not yet found.</param>
/// <param name="End">Where the end may come to stand; a point unless the bud has still to be found.</param>
/// <param name="Place">Where it is taken to stand.</param>
/// <param name="HeightMm">Height of that place above the crown, mm.</param>
/// <param name="RemovedMm">Live wood taken off, side shoots included, mm.</param>
/// <param name="TakeOver">The side stem it is cut back to; its end is then the end. Null where there is none.</param>
/// <param name="Sheared">Cut with shears at a height, together with the whole plant.</param>
/// <param name="Laid">Where it is laid on a support; null without one.</param>
public sealed record CutOption(
    OptionKind Kind,
    double AlongMm,
    TargetBud? Bud,
    Segment3 End,
    Point3 Place,
    double HeightMm,
    double RemovedMm,
    TakeOver? TakeOver = null,
    bool Sheared = false,
    LaidCane? Laid = null
)
{
    /// <summary>Whether the stem stays, shortened or not.</summary>
    public bool Keeps => Kind is OptionKind.Whole or OptionKind.Cut;

    /// <summary>The lowest place at which it may come to end, mm along the stem, where a bud has still to be
    /// found.</summary>
    public double FromMm => Open?.FromMm ?? AlongMm;

    /// <summary>The highest, mm.</summary>
    public double ToMm => Open?.ToMm ?? AlongMm;

    private TargetBud? Open => TakeOver is null && Bud is { Known: BudKnowledge.LookFor, AtScar: false } ? Bud : null;
}
