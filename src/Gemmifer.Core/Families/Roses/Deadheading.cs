using System.Collections.Immutable;
using Gemmifer.Core.Buds;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Families.Roses.Climbing;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;
using Gemmifer.Core.Year;

namespace Gemmifer.Core.Families.Roses;

/// <summary>
/// Flowering stems in summer (common practice, no source): of a part-finished cluster the spent flowers only, but the
/// large head of a shrub is left until all of it is over; a finished one to the first leaf of five leaflets, deeper or
/// higher as the school says, and above one that does not face inward where there is one. A stem for the vase, one that
/// came blind, one much taller than its neighbours, one over a path. Not in the last weeks before the first frost, so
/// that hips let the plant go dormant, and not where hips are kept; a path is cleared on any day.
/// </summary>
internal sealed class Deadheading(Survey survey, StemTree tree)
{
    private static readonly int FullLeaf = RoseNumbers.Of.FullLeaf,
        LargeHead = RoseNumbers.Of.LargeHead,
        VaseLeaves = RoseNumbers.Of.VaseLeaves;

    /// <summary>Kinds that flower in large heads.</summary>
    private readonly School _school = survey.School;

    /// <summary>The day from which finished flowers stay where hips are wanted.</summary>
    private DateOnly HipsFrom =>
        survey
            .Place.FirstFrostAfter(survey.Season.GrowthFrost)
            .AddDays(JobRules.Of(survey.Plant.Kind.Family).First(r => r.HipsTo is not null).HipsTo!.Value.Days);

    private bool Once => survey.Plant.Kind.FlowersOn == FlowerWood.LastYear;

    /// <summary>The stems with what is done about their flowers.</summary>
    public ImmutableArray<Decided> On(ImmutableArray<Decided> decided)
    {
        if (decided.All(d => d.Stem.Head is null))
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
            d.Stem.Head is not { } head
            || d.Decision is Decision.Shorten or Decision.Remove
            || d.Finding.Verdict == Verdict.Sucker
            || d.Stem.Pin is Pin.CutAt
        )
        {
            return d;
        }

        return head switch
        {
            { Clear: { } leaf } => Cleared(d, leaf),
            { Vase: true } => ForTheVase(d),
            { Level: { } leaf } => Levelled(d, leaf),
            { Blind: true } => CameBlind(d),
            { Finished: > 0 } => Over(d, head, levelMm),
            _ => d,
        };
    }

    private Decided Cleared(Decided d, int leaf) =>
        From(d.Stem, leaf) is { } to
            ? Cut(
                d,
                to,
                FlowerRule.Clear,
                "It hangs over the path: it is cut back to clear it, flowers or not.",
                Provenance.Practice
            )
            : Nipped(
                d,
                FlowerRule.Clear,
                "It hangs over the path: it is cut back to clear it, flowers or not.",
                Provenance.Practice
            );

    private Decided ForTheVase(Decided d)
    {
        Bud[] full = [.. Leaves(d.Stem).Where(b => b.Leaflets >= FullLeaf)];
        if (survey.Season.TooLateForShoots)
        {
            return Nipped(
                d,
                FlowerRule.Vase,
                "It goes to the vase with a short stalk: so late in the year a deep cut makes soft shoots.",
                Provenance.Practice
            );
        }

        if (full.Length < VaseLeaves)
        {
            return Nipped(
                d,
                FlowerRule.Vase,
                "It goes to the vase with a short stalk: it has no leaves to spare.",
                Provenance.Memory
            );
        }

        var weak = survey.Plant.Vigour == Vigour.Weak || survey.Plant.YearsPlanted < 2;
        Bud[] enough = full[(VaseLeaves - 1)..];
        return weak
            ? Cut(
                d,
                Best(full.Reverse(), d.Stem),
                FlowerRule.Vase,
                survey.Plant.Vigour == Vigour.Weak
                    ? "It goes to the vase with a short stem: the plant is weak and needs its leaves."
                    : "It goes to the vase with a short stem: the plant is young and needs its leaves.",
                Provenance.Practice
            )
            : Cut(
                d,
                Best(enough, d.Stem),
                FlowerRule.Vase,
                "It goes to the vase with a long stem; full leaves stay on it to feed the next shoot.",
                Provenance.Practice
            );
    }

    private Decided Levelled(Decided d, int leaf) =>
        Once ? Stays(d, "It flowers once: what grows tall now carries next year's flowers.", Provenance.Practice)
        : survey.Season.TooLateForShoots ? TooLate(d, "It stays tall until the main prune")
        : From(d.Stem, leaf) is { } to
            ? Cut(
                d,
                to,
                FlowerRule.Level,
                "It stands much taller than its neighbours: it is brought down to their level.",
                Provenance.Practice
            )
        : Nipped(
            d,
            FlowerRule.Level,
            "It stands much taller than its neighbours: it is brought down to their level.",
            Provenance.Practice
        );

    private Decided CameBlind(Decided d) =>
        Once ? Stays(d, "It flowers once: a shoot without a flower carries next year's.", Provenance.Practice)
        : survey.Season.TooLateForShoots ? TooLate(d, "It came blind, and stays until the main prune")
        : Leaves(d.Stem).Where(b => b.Leaflets >= FullLeaf).Reverse().ToArray() is { Length: > 0 } full
            ? Cut(
                d,
                Best(full, d.Stem),
                FlowerRule.Blind,
                "It came blind: cut to the next full leaf, it may flower yet.",
                Provenance.Practice
            )
        : Stays(d, "It came blind, and no full leaf is known to cut to.", Provenance.Practice);

    private Decided Over(Decided d, FlowerHead head, double? levelMm)
    {
        if (_school.Set.Hips.Word == "keep" || Once)
        {
            return Stays(
                d,
                Once
                    ? "It flowers once: its finished flowers come off with the prune after the flowers, or become hips."
                    : "Its finished flowers stay: you keep the hips.",
                _school.Set.Hips.Provenance
            );
        }

        if (survey.Plant.Hips && HipsFrom is var from && survey.Season.BetweenFrosts && survey.Date >= from)
        {
            return Stays(
                d,
                $"You want its hips: what has flowered stays from {Wording.Day(from)} on, or they do not ripen.",
                Provenance.Practice
            );
        }

        if (survey.Season.TooLateForShoots)
        {
            return survey.Season.BetweenFrosts
                ? TooLate(d, "Its finished flowers stay")
                : Stays(d, "Its finished flowers come off with the main prune.", Provenance.Practice);
        }

        if (head.Finished < head.Blooms && head.Blooms >= LargeHead && survey.Plant.Kind.LargeHeads)
        {
            return Stays(d, "Its large head is left until all of it is over; then it goes whole.", Provenance.Practice);
        }

        if (head.Finished < head.Blooms || Deep(d.Stem, levelMm) is not { } leaf || Bears(d.Stem, leaf))
        {
            return Nipped(
                d,
                FlowerRule.Over,
                head.Finished < head.Blooms
                    ? "Only the finished flowers of the cluster come off; the others go on."
                    : "Its finished flowers come off at their stalk: no leaf is known to cut to that spares what grows "
                        + "on it.",
                Provenance.Practice
            );
        }

        return Cut(d, leaf, FlowerRule.Over, WhyThere(d.Stem, leaf), _school.Set.Deadhead.Provenance);
    }

    /// <summary>Why a finished flower comes off at this leaf.</summary>
    private string WhyThere(Stem stem, Bud leaf) =>
        _school.Set.Deadhead.Word switch
        {
            "shallow" when survey.Plant.Kind.TrimmedAllOver =>
                "It has flowered; a miniature is trimmed lightly all over, with shears.",
            "shallow" => "It has flowered; just below the flowers a new shoot comes soonest.",
            "by-height" => "It has flowered; it is cut to a leaf about as high as the flowers that are still to come.",
            _ when Higher(stem, leaf) =>
                "It has flowered; the first full leaf faces inward, the next shoot comes from one that does not.",
            _ => "It has flowered; above a full leaf of five leaflets the next shoot is strong enough to flower.",
        };

    /// <summary>Whether a full leaf higher up was passed over.</summary>
    private bool Higher(Stem stem, Bud leaf) =>
        Leaves(stem).Any(b => b.Leaflets >= FullLeaf && b.AlongMm > leaf.AlongMm);

    private Decided TooLate(Decided d, string what) =>
        Stays(d, $"{what}: so late in the year new shoots would be soft when the frost comes.", Provenance.Practice);

    private static Decided Stays(Decided d, string text, Provenance provenance) =>
        Because(d, FlowerRule.Over, text, provenance);

    private static Decided Nipped(Decided d, string rule, string text, Provenance provenance) =>
        Because(
            d with
            {
                Stage = Stage.Deadhead,
                Decision = d.Decision == Decision.Defer ? Decision.Keep : d.Decision,
                Nip = true,
            },
            rule,
            text,
            provenance
        );

    /// <summary>Cut above a leaf; its flowers alone where a stem stands above that, which stays.</summary>
    private Decided Cut(Decided d, Bud leaf, string rule, string text, Provenance provenance) =>
        Bears(d.Stem, leaf)
            ? Nipped(d, rule, text, provenance)
            : Because(
                d with
                {
                    Stage = Stage.Deadhead,
                    Decision = Decision.Shorten,
                    Option = Above(d.Stem, leaf),
                },
                rule,
                text,
                provenance
            );

    /// <summary>Whether a stem stands on it above a leaf.</summary>
    private bool Bears(Stem stem, Bud leaf) =>
        tree.Children(stem).Any(c => c.Parent.AlongMm > leaf.AlongMm + _school.ClearanceMm);

    private static Decided Because(Decided d, string rule, string text, Provenance provenance) =>
        d with
        {
            Reasons = [new PlanReason(rule, text, provenance), .. d.Reasons],
        };

    /// <summary>The leaves of a stem that a shoot can come from, the lowest first.</summary>
    private Bud[] Leaves(Stem stem) =>
        [
            .. stem.Buds.Where(b =>
                b.Leaflets is not null
                && b.State is not (BudState.Blind or BudState.Damaged or BudState.Flower)
                && b.AlongMm + _school.ClearanceMm < stem.LengthMm
            ),
        ];

    /// <summary>
    /// The first full leaf at a leaf or below it, the first of any kind where none is full; null where none is known.
    /// </summary>
    /// <param name="nth">Counted from the top.</param>
    private Bud? From(Stem stem, int nth)
    {
        Bud[] counted = [.. stem.Buds.Where(b => b.Leaflets is not null).Reverse()];
        Bud[] below = [.. Leaves(stem).Reverse().Where(b => (b.Leaf ?? Array.IndexOf(counted, b) + 1) >= nth)];
        Bud[] full = [.. below.Where(b => b.Leaflets >= FullLeaf)];
        return full.Length > 0 ? Best(full, stem)
            : below.Length > 0 ? below[0]
            : null;
    }

    /// <summary>The first of some leaves that is not known to face inward; the first of all where each does.</summary>
    private static Bud Best(IEnumerable<Bud> leaves, Stem stem)
    {
        Bud[] all = [.. leaves];
        return all.FirstOrDefault(b => !Inward(b, stem)) ?? all[0];
    }

    /// <summary>Whether a leaf is known to face back over the plant, more than a right angle off its stem.</summary>
    private static bool Inward(Bud leaf, Stem stem) =>
        leaf.Facing is { } facing && facing.AngleTo(stem.Bearing) > RightAngleDeg;

    private const double RightAngleDeg = 90;

    /// <summary>The leaf a finished stem is cut to; null where none is known.</summary>
    private Bud? Deep(Stem stem, double? levelMm)
    {
        var leaves = Leaves(stem);
        var full = leaves.Where(b => b.Leaflets >= FullLeaf).Reverse().ToArray();
        if (full.Length == 0)
        {
            return null;
        }

        return _school.Set.Deadhead.Word switch
        {
            "shallow" => leaves[^1],
            "by-height" when levelMm is { } level => full.OrderBy(b => Inward(b, stem))
                .ThenBy(b => Math.Round(Math.Abs(tree.Axis(stem).At(b.AlongMm).Z - level), 3))
                .ThenBy(b => b.AlongMm)
                .First(),
            _ => Best(full, stem),
        };
    }

    /// <summary>The cut above a leaf.</summary>
    private CutOption Above(Stem stem, Bud leaf)
    {
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

/// <summary>Why a flowering stem is cut: the rules of its reasons.</summary>
internal static class FlowerRule
{
    /// <summary>Its flowers are over.</summary>
    public const string Over = "deadhead";

    public const string Vase = "vase",
        Level = "level",
        Blind = "blind",
        Clear = "clear";

    /// <summary>Every one of them.</summary>
    public static readonly IReadOnlyList<string> All = [Over, Vase, Level, Blind, Clear];
}
