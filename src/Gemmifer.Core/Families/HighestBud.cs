using Gemmifer.Core.Buds;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;

namespace Gemmifer.Core.Families;

/// <summary>
/// The highest sound bud of a stem whose upper part has to come off, where no bud is better than another: of every
/// family but roses, which weigh the way it faces (common practice, no source).
/// </summary>
/// <param name="Bud">Seen, or where to look for it.</param>
/// <param name="Facing">The way it faces; null where nobody saw it.</param>
/// <param name="LeftMm">So much of the stem stays, mm; at most where the bud is still to be found.</param>
internal sealed record HighestBud(PlanBud Bud, Bearing? Facing, double LeftMm)
{
    private bool Seen => Bud.Known == BudKnowledge.Seen;

    /// <summary>The cut above it.</summary>
    /// <param name="axis">Of the stem.</param>
    public PlanCut Cut(Arc axis, School school) => PlanCut.AboveBud(Seen ? LeftMm : null, Bud, school, axis.At(LeftMm));

    /// <summary>What to do, as a sentence.</summary>
    /// <param name="on">Where the stem is, where that has to be said.</param>
    public string Words(Stem stem, double soundToMm, double clearanceMm, string on = "")
    {
        var faces = Facing is { } way ? $", which faces {Wording.Clock(way)}" : "";
        return Seen
            ? $"Cut {stem.Id}{on} at {Wording.Mm(LeftMm)}, {Wording.Mm(clearanceMm)} above its highest sound "
                + $"bud{faces}."
            : $"Cut {stem.Id}{on} back to the highest sound bud below {Wording.Mm(soundToMm)}.";
    }

    /// <summary>Null where none stands below what is wrong.</summary>
    /// <param name="soundToMm">Sound so far, mm along the stem: the cut is made no higher.</param>
    /// <param name="internodeMm">From one bud to the next, mm.</param>
    /// <param name="clearanceMm">Cut so far above the bud, mm.</param>
    /// <param name="leastMm">A bud lower than this does not count, mm along the stem.</param>
    public static HighestBud? Below(
        Stem stem,
        double soundToMm,
        double internodeMm,
        double clearanceMm,
        double leastMm = 0
    )
    {
        var high = Math.Min(soundToMm, stem.LengthMm) - clearanceMm;
        var noted = stem
            .Buds.Where(b => b.AlongMm <= high && b.State != BudState.Basal)
            .OrderByDescending(b => b.AlongMm);
        foreach (var bud in noted)
        {
            // Above a bud that anyone noted another stands only where there is room for it.
            if (high - bud.AlongMm >= internodeMm - Tolerance.LengthMm)
            {
                break;
            }

            if (bud.Usable && bud.AlongMm > leastMm)
            {
                var clock = bud.Facing is { } way ? Wording.ClockNumber(way) : (double?)null;
                var seen = new PlanBud(
                    Wording.Tenth(bud.AlongMm),
                    clock,
                    BudKnowledge.Seen,
                    null,
                    null,
                    Face: bud.Face
                );
                return new HighestBud(seen, bud.Facing, bud.AlongMm + clearanceMm);
            }

            high = bud.AlongMm - (internodeMm / 2);
        }

        if (high < internodeMm - Tolerance.LengthMm)
        {
            return null;
        }

        double[] window = [Wording.Tenth(high - internodeMm), Wording.Tenth(high)];
        return new HighestBud(new PlanBud(null, null, BudKnowledge.LookFor, window, null), null, high);
    }
}
