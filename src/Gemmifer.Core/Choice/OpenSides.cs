using System.Collections.Immutable;
using Gemmifer.Core.Buds;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;

namespace Gemmifer.Core.Choice;

/// <summary>Sides of a plant on which no cane stands, and buds whose shoot would fill one.</summary>
internal static class OpenSides
{
    /// <summary>
    /// A sector without a cane is a gap from here, degrees; a shoot fills it when it keeps so far from both edges.
    /// </summary>
    private static readonly double GapDeg = TradeNumbers.Of.Gap,
        GapEdgeDeg = TradeNumbers.Of.GapEdge;

    /// <summary>How far a new shoot reaches out in its first summer, mm (assumption).</summary>
    public static readonly double ShootReachMm = TradeNumbers.Of.ShootReach;

    /// <summary>
    /// Where the shoot of a bud will stand, seen from the crown, if that is a side on which no cane stands; null
    /// otherwise.
    /// </summary>
    public static Bearing? Filled(ImmutableArray<(double From, double Width)> gaps, CutOption option)
    {
        if (
            gaps.IsEmpty || option.Bud is not { Facing: { } facing, Known: not BudKnowledge.LookFor, OtherFacing: null }
        )
        {
            return null;
        }

        var tip = Bearing.FromVector(
            option.Place.X + (ShootReachMm * facing.X),
            option.Place.Y + (ShootReachMm * facing.Y)
        );
        return tip is { } t && gaps.Any(g => Within(t, g)) ? tip : null;
    }

    private static bool Within(Bearing bearing, (double From, double Width) gap)
    {
        var inside = (bearing.Degrees - gap.From + 720) % 360;
        return inside >= GapEdgeDeg - 1e-6 && inside <= gap.Width - GapEdgeDeg + 1e-6;
    }

    /// <summary>Sectors in which no cane of the choice stands, each from a bearing clockwise.</summary>
    public static ImmutableArray<(double From, double Width)> Of(School school, ImmutableArray<Candidate> candidates)
    {
        if (!school.BudOutward || school.Wants.Gap <= 0 || candidates.Length < 2)
        {
            return [];
        }

        var at = candidates.Select(c => c.Stem.Bearing.Degrees).Order().ToArray();
        return
        [
            .. at.Select((a, i) => (From: a, Width: i + 1 < at.Length ? at[i + 1] - a : at[0] + 360 - a))
                .Where(g => g.Width >= GapDeg - 1e-6),
        ];
    }
}
