using Gemmifer.Core.Plans;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;

namespace Gemmifer.Core.Diagnosis;

/// <summary>
/// From evidence to a verdict (common practice, no source). Contradicting or thin evidence gives
/// <see cref="Verdict.Unsure"/>:
/// a check, never a removal.
/// </summary>
public static class Diagnoser
{
    /// <summary>How far below a canker, a borer hole or a wound the wood counts as clean, mm (assumption).</summary>
    public static readonly double CleanMarginMm = TradeNumbers.Of.CleanMargin;

    /// <summary>The finding on one stem.</summary>
    /// <param name="childAliveAtMm">Highest place along the stem from which a stem with signs of life grows; null where
    /// none does.</param>
    /// <param name="mildewElsewhere">Whether other stems have mildew too, so that it says nothing about this
    /// one.</param>
    public static Finding Diagnose(Stem stem, Plant plant, double? childAliveAtMm, bool mildewElsewhere) =>
        Dead(stem, childAliveAtMm)
        ?? Suckers(stem, plant, mildewElsewhere)
        ?? Diseased(stem)
        ?? Damaged(stem)
        ?? (
            stem.Has(Sign.Soft)
                ? new Finding(
                    Verdict.Soft,
                    null,
                    "Soft fresh growth snaps: leave it alone and come back when it has firmed.",
                    Provenance.Practice
                )
                : new Finding(Verdict.Sound, null, "Nothing speaks against it.", Provenance.Practice)
        );

    private static Finding? Dead(Stem stem, double? childAliveAtMm)
    {
        var alive = stem.Seen.Where(e => EvidenceList.Alive.Contains(e.What)).ToArray();
        var strong = stem.Seen.Where(e => EvidenceList.DeadStrong.Contains(e.What)).ToArray();
        var weak = stem.Seen.Where(e => EvidenceList.DeadWeak.Contains(e.What)).ToArray();
        var aliveTo = alive.Select(e => e.AtMm).Append(childAliveAtMm).Max();
        const string Scratch =
            "Scratch the bark a hand's width from the base: bright green is alive, brown all through is dead.";

        if (stem.DeadFromMm is { } from)
        {
            // A sign of life on the stem as a whole contradicts only a stem called wholly dead.
            return aliveTo > from || (from <= 0 && alive.Length > 0)
                    ? new Finding(
                        Verdict.Unsure,
                        null,
                        "It was called dead, yet something on it lives.",
                        Provenance.Practice,
                        Scratch
                    )
                : from <= 0 ? new Finding(Verdict.Dead, null, "Dead to the base.", Provenance.Observed)
                : new Finding(
                    Verdict.Dead,
                    from,
                    $"Dead from {Wording.Mm(from)} up: cut back to clean, green pith.",
                    Provenance.Observed
                );
        }

        if (strong.Length == 0)
        {
            // Brown bark is no sign on its own; bare while the rest leafs out is one, but a thin one.
            return !stem.Has(Sign.NotLeafing) || alive.Length > 0 || childAliveAtMm is not null
                ? null
                : new Finding(
                    Verdict.Unsure,
                    null,
                    "It stays bare while the rest leafs out, but that alone does not tell.",
                    Provenance.Practice,
                    Scratch
                );
        }

        var deadAt = strong.Select(e => e.AtMm).Min();
        var placed = strong.All(e => e.AtMm is not null);
        if (alive.Length > 0 || childAliveAtMm is not null)
        {
            return placed && aliveTo is not null && alive.All(e => e.AtMm is not null) && aliveTo < deadAt
                ? new Finding(
                    Verdict.Dead,
                    deadAt,
                    $"Alive at {Wording.Mm(aliveTo.Value)}, dead at {Wording.Mm(deadAt!.Value)}: "
                        + "cut in steps until the pith is clean and green.",
                    Provenance.Observed
                )
                : new Finding(
                    Verdict.Unsure,
                    null,
                    "One sign says dead, another says alive.",
                    Provenance.Practice,
                    Scratch
                );
        }

        if (strong.Length + weak.Length < 2)
        {
            return new Finding(
                Verdict.Unsure,
                null,
                "One sign of death alone is thin evidence.",
                Provenance.Practice,
                Scratch
            );
        }

        return placed && deadAt > 0
            ? new Finding(
                Verdict.Dead,
                deadAt,
                $"Dead at {Wording.Mm(deadAt.Value)}: cut in steps until the pith is clean and green.",
                Provenance.Observed
            )
            : new Finding(Verdict.Dead, null, "Brown all through: dead to the base.", Provenance.Practice);
    }

    private static Finding? Suckers(Stem stem, Plant plant, bool mildewElsewhere)
    {
        if (!stem.TopLevel)
        {
            return null;
        }

        var looks = stem.Seen.Count(e =>
            EvidenceList.Sucker.Contains(e.What) && !(e.What == Sign.Mildew && mildewElsewhere)
        );
        var below = stem.Has(Sign.BelowUnion);
        return stem.Parent.Origin switch
        {
            Origin.Rootstock => plant.Rootstock
                ? Sucker($"It grows from the rootstock, not from the {plant.Kind.Noun} you planted.")
                : Unsure("It was said to grow from a rootstock, but the plant stands on its own roots."),
            Origin.Crown => !plant.Rootstock || (!below && looks < 2)
                ? null
                : Unsure(
                    below
                        ? "It was said to start at the crown and below the union."
                        : "It starts at the crown but looks like the rootstock."
                ),
            Origin.Ground => !plant.Rootstock ? null
            : below || looks >= 1
                ? Sucker("It comes out of the ground away from the crown and looks like the rootstock.")
            : Unsure($"It comes out of the ground beside a grafted {plant.Kind.Noun}."),
            Origin.Unknown => FromUnseen(plant, below, looks),
            Origin.Stem => null,
        };
    }

    private const string Uncover =
        "Feel down to where it starts, and uncover it. Tag it, and compare its leaves in summer.";

    private static Finding Unsure(string text) => new(Verdict.Unsure, null, text, Provenance.Practice, Uncover);

    private static Finding Sucker(string text) => new(Verdict.Sucker, null, text, Provenance.Practice);

    /// <summary>Of a stem of which nobody saw where it starts.</summary>
    /// <param name="looks">Signs of a sucker.</param>
    private static Finding? FromUnseen(Plant plant, bool below, int looks)
    {
        if (!plant.Rootstock)
        {
            return below || looks > 0
                ? Unsure("It looks like a rootstock sucker, but the plant stands on its own roots.")
                : null;
        }

        return below || (looks >= 2 && !plant.CrownHidden)
            ? Sucker("It starts below the union and looks like the rootstock.")
            : Unsure(
                plant.CrownHidden
                    ? "The crown is covered, so where it starts cannot be seen."
                    : "Where it starts was not seen."
            );
    }

    private static Finding? Diseased(Stem stem)
    {
        var signs = stem
            .Seen.Where(e => e.What is Sign.Canker or Sign.Borer or Sign.Spotting or Sign.Distorted)
            .ToArray();
        if (signs.Length == 0)
        {
            return null;
        }

        var what = string.Join(" and ", signs.Select(e => Named(e.What)).Distinct().Order(StringComparer.Ordinal));
        if (signs.All(e => e.AtMm is null && e.What is Sign.Spotting or Sign.Distorted) && signs.Length == 1)
        {
            return new Finding(
                Verdict.Unsure,
                null,
                $"{what} alone is thin evidence of a diseased cane.",
                Provenance.Practice,
                signs[0].What == Sign.Distorted
                    ? "Look at the other canes: if they are distorted too, think about taking out the whole plant."
                    : "Look whether the spots go into the wood, and how far down."
            );
        }

        // A borer is no infection; how far down it went only the pith tells (common practice, no source).
        return Partial(
            Verdict.Diseased,
            signs,
            what,
            signs.All(e => e.What == Sign.Borer)
                ? "cut just below it, and on down until the pith is sound and white"
                : "cut below it into clean wood and disinfect the blades after every cut"
        );
    }

    private static Finding? Damaged(Stem stem)
    {
        var signs = stem.Seen.Where(e => e.What == Sign.Wound).ToArray();
        return signs.Length == 0 ? null : Partial(Verdict.Damaged, signs, "A split or rubbed wound", "cut below it");
    }

    private static Finding Partial(Verdict verdict, Evidence[] signs, string what, string todo)
    {
        if (signs.Any(e => e.AtMm is null))
        {
            return new Finding(
                verdict,
                null,
                $"{what}; where is not known, so all of it goes.",
                Provenance.Practice,
                "Note how far up it sits: sound wood below it could stay."
            );
        }

        var lowest = signs.Min(e => e.AtMm!.Value);
        var sound = Math.Max(0, lowest - CleanMarginMm);
        return sound <= 0
            ? new Finding(verdict, null, $"{what} at the base.", Provenance.Practice)
            : new Finding(verdict, sound, $"{what} at {Wording.Mm(lowest)}: {todo}.", Provenance.Practice);
    }

    private static string Named(Sign sign) =>
        sign switch
        {
            Sign.Canker => "Canker",
            Sign.Borer => "A borer hole",
            Sign.Spotting => "Spotting",
            Sign.Distorted => "Distorted growth",
            _ => throw new ArgumentOutOfRangeException(nameof(sign), sign, null),
        };
}
