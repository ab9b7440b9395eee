using System.Collections.Immutable;
using Gemmifer.Core.Buds;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Families.Canes.Climbing;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.Canes;

/// <summary>
/// Finished flowers (common practice, no source): of a part-finished cluster the spent flowers only, but the large head
/// of a shrub is left until all of it is over; a finished one to the first leaf of five leaflets, deeper or higher as
/// the school says. Not in the last weeks before the first frost,
/// so that hips let the plant go dormant, and not where hips are kept.
/// </summary>
internal sealed class Deadheading(Survey survey, StemTree tree)
{
    private static readonly int FullLeaf = CaneNumbers.Of.Whole("fullLeaf"),
        LargeHead = CaneNumbers.Of.Whole("largeHead");

    /// <summary>Kinds that flower in large heads.</summary>
    private static readonly string[] LargeHeaded = ["rose.shrub", "rose.grafted-shrub"];

    private readonly School _school = survey.School;

    /// <summary>The stems with what is done about their flowers.</summary>
    public ImmutableArray<Decided> On(ImmutableArray<Decided> decided)
    {
        if (decided.All(d => d.Stem.Head is not { Finished: > 0 }))
        {
            return decided;
        }

        var rest = decided
            .Where(d => d.Stem.Head is { Blooms: var blooms, Finished: var finished } && finished < blooms)
            .Select(d => tree.Axis(d.Stem).At(d.Stem.LengthMm).Z)
            .Order()
            .ToArray();
        double? level = rest.Length == 0 ? null : rest[rest.Length / 2];
        return [.. decided.Select(d => Head(d, level))];
    }

    private Decided Head(Decided d, double? levelMm)
    {
        if (
            d.Stem.Head is not { Finished: > 0 } head
            || d.Decision is Decision.Shorten or Decision.Remove
            || d.Finding.Verdict == Verdict.Sucker
            || d.Stem.Pin is Pin.CutAt
        )
        {
            return d;
        }

        if (_school.Value("hips").Word == "keep" || survey.Plant.Kind.FlowersOn == FlowerWood.LastYear)
        {
            return Because(
                d,
                survey.Plant.Kind.FlowersOn == FlowerWood.LastYear
                    ? "It flowers once: its finished flowers come off with the prune after the flowers, or become hips."
                    : "Its finished flowers stay: you keep the hips.",
                _school.Value("hips").Provenance
            );
        }

        if (survey.Season.TooLateForShoots)
        {
            return Because(
                d,
                survey.Season.BetweenFrosts
                    ? "Its finished flowers stay: so late in the year new shoots would be soft when the frost comes."
                    : "Its finished flowers come off with the main prune.",
                Provenance.Practice
            );
        }

        if (head.Finished < head.Blooms && head.Blooms >= LargeHead && LargeHeaded.Contains(survey.Plant.Kind.Id))
        {
            return Because(
                d,
                "Its large head is left until all of it is over; then it goes whole.",
                Provenance.Practice
            );
        }

        if (
            head.Finished < head.Blooms
            || Cut(d.Stem, levelMm) is not { } cut
            || tree.Children(d.Stem).Any(c => c.Parent.AlongMm > cut.AlongMm)
        )
        {
            return Because(
                d with
                {
                    Stage = Stage.Deadhead,
                    Decision = d.Decision == Decision.Defer ? Decision.Keep : d.Decision,
                    Nip = true,
                },
                head.Finished < head.Blooms
                    ? "Only the finished flowers of the cluster come off; the others go on."
                    : "Its finished flowers come off at their stalk: no leaf is known to cut to that spares what grows "
                        + "on it.",
                Provenance.Practice
            );
        }

        return Because(
            d with
            {
                Stage = Stage.Deadhead,
                Decision = Decision.Shorten,
                Option = cut,
            },
            _school.Value("deadhead").Word switch
            {
                "shallow" when survey.Plant.Kind.Id == "rose.miniature" =>
                    "It has flowered; a miniature is trimmed lightly all over, with shears.",
                "shallow" => "It has flowered; just below the flowers a new shoot comes soonest.",
                "by-height" =>
                    "It has flowered; it is cut to a leaf about as high as the flowers that are still to come.",
                _ => "It has flowered; above a full leaf of five leaflets the next shoot is strong enough to flower.",
            },
            _school.Value("deadhead").Provenance
        );
    }

    private static Decided Because(Decided d, string text, Provenance provenance) =>
        d with
        {
            Reasons = [new PlanReason("deadhead", text, provenance), .. d.Reasons],
        };

    /// <summary>The cut of a finished stem; null where no leaf is known to cut to.</summary>
    private CutOption? Cut(Stem stem, double? levelMm)
    {
        var leaves = stem
            .Buds.Where(b =>
                b.Leaflets is not null
                && b.State is not (BudState.Blind or BudState.Damaged or BudState.Flower)
                && b.AlongMm + _school.ClearanceMm < stem.LengthMm
            )
            .ToArray();
        var full = leaves.Where(b => b.Leaflets >= FullLeaf).ToArray();
        if (full.Length == 0)
        {
            return null;
        }

        var first = full[^1];
        var leaf = _school.Value("deadhead").Word switch
        {
            "shallow" => leaves[^1],
            "by-height" when levelMm is { } level => full.MinBy(b =>
                Math.Round(Math.Abs(tree.Axis(stem).At(b.AlongMm).Z - level), 3)
            )!,
            _ => first,
        };
        var along = leaf.AlongMm + _school.ClearanceMm;
        var place = tree.Axis(stem).At(along);
        var gone = tree.Children(stem)
            .Where(c => c.Parent.AlongMm > along)
            .Sum(c => StemTree.LiveLength(c) + tree.Descendants(c).Sum(StemTree.LiveLength));
        return new CutOption(
            OptionKind.Cut,
            along,
            new TargetBud(leaf.AlongMm, leaf.Facing, BudKnowledge.Seen, leaf.AlongMm, leaf.AlongMm, Face: leaf.Face),
            new Segment3(place, place),
            place,
            place.Z - survey.Plant.CrownHeightMm,
            Math.Max(0, StemTree.LiveLength(stem) - along) + gone
        );
    }
}
