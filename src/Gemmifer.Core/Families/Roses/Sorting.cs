using System.Collections.Frozen;
using System.Collections.Immutable;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Diagnosis;
using Gemmifer.Core.Families.Roses.Climbing;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;
using Gemmifer.Core.Training;

namespace Gemmifer.Core.Families.Roses;

/// <summary>What becomes of a stem that the choice is not about.</summary>
internal enum Fate
{
    /// <summary>Must go: dead, diseased, damaged, a confirmed sucker, or the gardener's word.</summary>
    Remove,

    /// <summary>Left as it is because the gardener said so.</summary>
    Keep,

    /// <summary>Soft: left alone.</summary>
    Untouched,

    /// <summary>Unsure: to be checked.</summary>
    Check,
}

/// <summary>The stems of a plant sorted by what the musts say of them.</summary>
/// <param name="Fates">Stems from the crown, the ground or the rootstock that are settled already.</param>
/// <param name="Candidates">Those the choice is about, in order of id.</param>
/// <param name="Limits">The limits of the choice.</param>
/// <param name="TotalLiveMm">Live wood of the plant, suckers not counted, mm.</param>
/// <param name="TwoYears">Whether the work is spread over this winter and the next.</param>
/// <param name="Climber">What the trade says of a climber's canes; null for other kinds.</param>
/// <param name="ForcedRemovedMm">Live wood that goes whatever is chosen, mm.</param>
internal sealed record Sorted(
    FrozenDictionary<StemId, Finding> Findings,
    FrozenDictionary<StemId, Fate> Fates,
    ImmutableArray<Candidate> Candidates,
    ChoiceLimits Limits,
    double TotalLiveMm,
    double ForcedRemovedMm,
    SideShoots Shoots,
    bool TwoYears = false,
    ClimberRules? Climber = null
)
{
    /// <summary>Stems that the gardener's word keeps or takes out against what must be.</summary>
    public int SetAside { get; init; }

    /// <summary>The lines of a support on which the options of the candidates are laid.</summary>
    public ImmutableArray<TargetLine> Lines { get; init; } = [];
}

/// <summary>First the musts: who goes, who stays untouched, and what the choice is about.</summary>
internal static class Sorting
{
    private const int MostOptions = 24,
        FewestOptions = 4,
        OptionBudget = 600;

    /// <summary>Sorts the stems of a survey.</summary>
    /// <param name="known">Options worked out for the same plant with other words on a stem.</param>
    public static Sorted Sort(Survey survey, StemTree tree, KnownOptions? known = null)
    {
        var findings = Diagnose(survey, tree);
        var climber = ClimberRules.Of(survey, tree, findings);
        var shoots = new SideShoots(survey, tree, findings);
        var top = tree.Stems.Where(s => s.TopLevel).ToArray();
        var fates = top.Select(s => (s.Id, Fate: FateOf(s, findings[s.Id], tree.HoldsPinned(s))))
            .Where(f => f.Fate is not null)
            .ToFrozenDictionary(f => f.Id, f => f.Fate!.Value);
        var twoYears = InTwoYears(survey, top.Length, fates.Count(f => f.Value == Fate.Check));
        var open = top.Where(s => !fates.ContainsKey(s.Id)).ToArray();
        var most = Math.Clamp(OptionBudget / Math.Max(1, open.Length), FewestOptions, MostOptions);
        var rules = new OptionRules(shoots, most, twoYears, climber, survey.School.Climber == ClimberWay.KeepVolume);
        var plant = new Weighed(survey, tree, findings, rules);
        var (candidates, unasked) = CandidatesOf(plant, open, known ?? new KnownOptions());
        var (total, forced) = LiveWood(tree, findings, fates, top);
        return new Sorted(
            findings,
            fates,
            candidates,
            RoseLimits.LimitsOf(survey, unasked, fates, total, forced, twoYears),
            total,
            forced,
            shoots,
            twoYears,
            climber
        )
        {
            SetAside = new SetAside(tree, findings).Count(
                candidates,
                unasked,
                StrongestAskedOut(plant, unasked),
                s => FateOf(s with { Pin = null }, findings[s.Id], false),
                s => FateOf(s, findings[s.Id], tree.HoldsPinned(s)),
                s =>
                    (new SideShoots(survey, tree, findings).Outcome(s with { Pin = null }).Cut?.RemovedMm ?? 0)
                    > (shoots.Outcome(s).Cut?.RemovedMm ?? 0)
            ),
        };
    }

    /// <summary>What weighing the canes of a plant needs to know.</summary>
    private sealed record Weighed(
        Survey Survey,
        StemTree Tree,
        FrozenDictionary<StemId, Finding> Findings,
        OptionRules Rules
    )
    {
        /// <summary>A cane with its options.</summary>
        public Candidate Of(Stem s, ImmutableArray<CutOption> options) =>
            new(
                s,
                Findings[s.Id],
                options,
                IsOld(Survey, s, Findings[s.Id]) && Rules.Climber?.Stiff.Contains(s.Id) != true,
                Rules.Climber?.Replaced(s) == true
            );

        /// <summary>Ways to cut a cane.</summary>
        /// <param name="holdTo">So far along it something grows that has to stay, mm; null where nothing does.</param>
        public ImmutableArray<CutOption> OptionsFor(Stem s, double? holdTo) =>
            NextYears(Survey, Tree, s, Findings[s.Id], Rules.Shoots)
                ? [Rules.Shoots.Options.Whole(s)]
                : OptionsOf(Rules, s, Findings[s.Id], holdTo);

        /// <summary>Whether the gardener said something of a cane, or of what grows on it.</summary>
        public bool Asked(Stem s) => s.Pin is not null || Tree.HoldsPinned(s);
    }

    /// <summary>
    /// The canes there is a choice of, and the same without the gardener's word: what the gardener takes out loosens no
    /// limit.
    /// </summary>
    private static (ImmutableArray<Candidate> Candidates, ImmutableArray<Candidate> Unasked) CandidatesOf(
        Weighed plant,
        Stem[] open,
        KnownOptions known
    )
    {
        var bare = plant.Survey with { Stems = [] };
        (Stem, Finding)[] Grown(Stem s) =>
            [(s, plant.Findings[s.Id]), .. plant.Tree.Descendants(s).Select(d => (d, plant.Findings[d.Id]))];
        ImmutableArray<Candidate> asked =
        [
            .. open.Select(s =>
                plant.Of(
                    s,
                    known.Of(bare, Grown(s), plant.Rules.Most, plant.Rules.TwoYears, () =>
                        plant.OptionsFor(s, plant.Tree.PinnedTo(s))
                    )
                )
            ),
        ];
        var gaps = OpenSides.Of(plant.Survey.School, asked);
        ImmutableArray<Candidate> unasked =
        [
            .. asked
                .Select(c =>
                    plant.Asked(c.Stem)
                        ? plant.Of(c.Stem with { Pin = null }, plant.OptionsFor(c.Stem with { Pin = null }, null))
                        : c
                )
                .Select(c => WithoutNeedless(c, plant.Survey.School, gaps)),
        ];
        ImmutableArray<Candidate> candidates =
        [
            .. asked.Select(
                (c, i) =>
                    plant.Asked(c.Stem)
                        ? WithoutNeedless(c, plant.Survey.School, gaps) with
                        {
                            Unasked = unasked[i].Options,
                        }
                        : unasked[i]
            ),
        ];
        if (Strongest(plant, candidates) is { } strongest)
        {
            var cane = candidates[strongest];
            candidates = candidates.SetItem(
                strongest,
                cane with
                {
                    Options = [.. cane.Options.Where(o => o.Keeps)],
                    Strongest = true,
                }
            );
        }

        return (candidates, unasked);
    }

    /// <summary>The strongest that the gardener takes out, one after another.</summary>
    private static HashSet<StemId> StrongestAskedOut(Weighed plant, ImmutableArray<Candidate> unasked)
    {
        var (ranked, rest) = (new HashSet<StemId>(), unasked);
        while (Strongest(plant, rest) is { } next && plant.Tree.ById[rest[next].Stem.Id].Pin is Pin.Remove)
        {
            ranked.Add(rest[next].Stem.Id);
            rest = rest.RemoveAt(next);
        }

        return ranked;
    }

    /// <summary>Live wood of a plant without its suckers, and how much of it goes in any case, mm.</summary>
    private static (double Total, double Forced) LiveWood(
        StemTree tree,
        FrozenDictionary<StemId, Finding> findings,
        FrozenDictionary<StemId, Fate> fates,
        Stem[] top
    )
    {
        double Live(Stem s) =>
            (Wholly(findings[s.Id], Verdict.Dead) ? 0 : StemTree.LiveLength(s)) + tree.Children(s).Sum(Live);
        var own = top.Where(s => findings[s.Id].Verdict != Verdict.Sucker).ToArray();
        return (own.Sum(Live), own.Where(s => fates.TryGetValue(s.Id, out var f) && f == Fate.Remove).Sum(Live));
    }

    /// <summary>
    /// Whether a cane grew this summer on a plant that flowers on last year's wood: it carries next year's flowers and
    /// stays as it is (common practice, no source), unless it is too thin or in the way.
    /// </summary>
    private static bool NextYears(Survey survey, StemTree tree, Stem stem, Finding finding, SideShoots shoots) =>
        survey is { Plant.Kind.FlowersOn: FlowerWood.LastYear, Season.BetweenFrosts: true }
        && stem is { Age: 1, Pin: null or Pin.Keep }
        && finding.Verdict == Verdict.Sound
        && stem.DiameterMm >= survey.School.ThinBelowMm
        && shoots.Options.KeepOutLimit(tree.Axis(stem)) >= stem.LengthMm;

    /// <summary>
    /// The strongest young cane: it stays, whatever else is wished for (common practice, no source), unless something
    /// is wrong with it. Null where there is none.
    /// </summary>
    private static int? Strongest(Weighed plant, ImmutableArray<Candidate> candidates)
    {
        var (survey, tree, (shoots, _, _, climber, _)) = (plant.Survey, plant.Tree, plant.Rules);
        bool Faultless(Candidate c) =>
            c.Finding.Verdict == Verdict.Sound
            && c.Stem.Pin is not Pin.Remove
            && c.Stem.Age < survey.Plant.Kind.OldFrom
            && c.Stem.DiameterMm >= survey.School.ThinBelowMm
            && !c.Stem.Has(Sign.Spindly)
            && c.Stem.Rubs.IsEmpty
            && !candidates.Any(o => o.Stem.Rubs.Contains(c.Stem.Id))
            && (climber is null || !(climber.Stiff.Contains(c.Stem.Id) || c.Stem.Has(Sign.Stiff)))
            && tree.ThroughCentreAt(c.Stem) is null
            && c.Options.Any(o => o.Keeps)
            && shoots.Options.KeepOutLimit(tree.Axis(c.Stem)) >= c.Stem.LengthMm;
        return Enumerable
            .Range(0, candidates.Length)
            .Where(i => Faultless(candidates[i]))
            .OrderByDescending(i => candidates[i].Stem.DiameterMm)
            .ThenBy(i => candidates[i].Stem.Age)
            .ThenBy(i => candidates[i].Stem.Id, StringComparer.Ordinal)
            .Cast<int?>()
            .FirstOrDefault();
    }

    /// <summary>
    /// A cane without cuts to buds that face in, where it can be cut above another or one can be looked for: a cut to
    /// the inside is made on purpose, to fill a side on which no cane stands. A school that asks for no bud that faces
    /// out takes them all.
    /// </summary>
    private static Candidate WithoutNeedless(
        Candidate c,
        School school,
        ImmutableArray<(double From, double Width)> gaps
    )
    {
        if (!school.BudOutward || school.BudUpward)
        {
            return c;
        }

        bool In(CutOption o) => OptionBuilder.FacesIn(o.TakeOver?.Stem ?? c.Stem, o);
        bool Better(CutOption than) =>
            c.Options.Any(o => o.Bud is not null && ReferenceEquals(o.TakeOver?.Stem, than.TakeOver?.Stem) && !In(o));
        return c.Options.Any(In)
            ? c with
            {
                Options = [.. c.Options.Where(o => !In(o) || OpenSides.Filled(gaps, o) is not null || !Better(o))],
            }
            : c;
    }

    /// <summary>Whether a finding is of one verdict on the whole stem.</summary>
    public static bool Wholly(Finding finding, Verdict verdict) =>
        finding.Verdict == verdict && finding.SoundToMm is null;

    private static FrozenDictionary<StemId, Finding> Diagnose(Survey survey, StemTree tree)
    {
        var mildew = tree.Stems.Count(s => s.Has(Sign.Mildew));
        return tree.Stems.ToFrozenDictionary(
            s => s.Id,
            s =>
            {
                var alive = tree.Children(s)
                    .Where(c => c.Seen.Any(e => EvidenceList.Alive.Contains(e.What)))
                    .Select(c => (double?)c.Parent.AlongMm)
                    .Max();
                return Diagnoser.Diagnose(s, survey.Plant, alive, mildew > (s.Has(Sign.Mildew) ? 1 : 0));
            }
        );
    }

    /// <summary>What is settled of a stem before anything is chosen; null where the choice is about it.</summary>
    /// <param name="holds">Whether what the gardener wants to stay grows on it.</param>
    private static Fate? FateOf(Stem stem, Finding finding, bool holds) =>
        (Musts.Of(stem, finding, holds), finding) switch
        {
            // What is sound below can be kept, whatever was asked: the choice knows what that costs.
            (StemMust.Out { Asked: true }, { Verdict: Verdict.Sound } or { SoundToMm: not null }) => null,
            (StemMust.Out, _) => Fate.Remove,
            (StemMust.Stay or StemMust.CutAt, { Verdict: Verdict.Sucker }) => Fate.Keep,
            (StemMust.Alone, _) => Fate.Untouched,
            (StemMust.Check, _) => Fate.Check,
            _ => null,
        };

    /// <summary>
    /// A neglected plant that is weak, or of which much is doubtful, is worked on over two winters (common practice, no
    /// source;
    /// "much" is a quarter of its stems, an assumption).
    /// </summary>
    private static bool InTwoYears(Survey survey, int stems, int doubtful) =>
        survey.Plant.Neglected
        && !survey.School.Sheared
        && !survey.Plant.Kind.Climbs
        && (survey.Plant.Vigour == Vigour.Weak || (doubtful > 0 && doubtful >= stems * RoseNumbers.Of.DoubtfulShare));

    /// <summary>What the options of every cane of a plant have in common.</summary>
    /// <param name="Most">Cut options of one cane at most.</param>
    /// <param name="Volume">Of a climber only grey wood goes.</param>
    private sealed record OptionRules(SideShoots Shoots, int Most, bool TwoYears, ClimberRules? Climber, bool Volume);

    private static ImmutableArray<CutOption> OptionsOf(OptionRules rules, Stem stem, Finding finding, double? holdTo)
    {
        var (shoots, most, twoYears, climber, volume) = rules;
        if (climber is not null && stem.Pin is null && holdTo is null)
        {
            // Forward and stiff goes; in growth nothing sound does.
            var usual =
                climber.Stiff.Contains(stem.Id) ? [shoots.Options.Removal(stem)]
                : climber.InSeason || (volume && !climber.Grey(stem))
                    ? shoots.Options.BuildKept(stem, finding.SoundToMm, most)
                : shoots.Options.Build(stem, finding.SoundToMm, most);
            return climber.InSeason || volume || climber.Stiff.Contains(stem.Id)
                ? usual
                : [.. usual, .. shoots.Joins(stem, finding, 1)];
        }

        var options = OptionsOf(shoots.Options, stem, finding, most, holdTo);
        if (stem.Pin is null && twoYears && finding.Verdict == Verdict.Sound)
        {
            options = options.Add(shoots.Options.Deferral(stem));
        }

        return stem.Pin is not Pin.Remove && climber is not { InSeason: true }
            ? [.. options, .. shoots.Joins(stem, finding, climber is null ? Math.Max(2, most / 3) : 1)]
            : options;
    }

    private static ImmutableArray<CutOption> OptionsOf(
        OptionBuilder builder,
        Stem stem,
        Finding finding,
        int most,
        double? holdTo
    ) =>
        stem.Pin switch
        {
            // Nothing of it is sound, so there is no good place for a cut: it stays as it stands.
            Pin.Keep
                when finding.Verdict is Verdict.Dead or Verdict.Diseased or Verdict.Damaged
                    && finding.SoundToMm is null => [builder.Whole(stem)],
            // A side shoot that is to stay needs its stem up to where it starts.
            null or Pin.Keep when holdTo is { } to => builder.BuildHolding(stem, finding.SoundToMm, to, most),
            Pin.Remove => [builder.Removal(stem)],
            Pin.Keep => builder.BuildKept(stem, finding.SoundToMm, most),
            _ => builder.Build(stem, finding.SoundToMm, most),
        };

    /// <summary>Old wood worth sparing: a cane too thin to stay goes whatever its age.</summary>
    private static bool IsOld(Survey survey, Stem stem, Finding finding) =>
        stem.Age >= survey.Plant.Kind.OldFrom
        && finding.Verdict == Verdict.Sound
        && stem.DiameterMm >= survey.School.ThinBelowMm;
}
