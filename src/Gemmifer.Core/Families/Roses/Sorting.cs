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
    FrozenDictionary<string, Finding> Findings,
    FrozenDictionary<string, Fate> Fates,
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
        known ??= new KnownOptions();
        var findings = Diagnose(survey, tree);
        var climber = ClimberRules.Of(survey, tree, findings);
        var shoots = new SideShoots(survey, tree, findings);
        var top = tree.Stems.Where(s => s.TopLevel).ToArray();
        var fates = new Dictionary<string, Fate>();
        foreach (var stem in top)
        {
            if (FateOf(stem, findings[stem.Id], tree.HoldsPinned(stem)) is { } fate)
            {
                fates.Add(stem.Id, fate);
            }
        }

        var twoYears = InTwoYears(survey, top.Length, fates.Count(f => f.Value == Fate.Check));
        var open = top.Where(s => !fates.ContainsKey(s.Id)).ToArray();
        var most = Math.Clamp(OptionBudget / Math.Max(1, open.Length), FewestOptions, MostOptions);
        var rules = new OptionRules(shoots, most, twoYears, climber, survey.School.Climber == ClimberWay.KeepVolume);
        ImmutableArray<CutOption> OptionsFor(Stem s, double? holdTo) =>
            NextYears(survey, tree, s, findings[s.Id], shoots)
                ? [shoots.Options.Whole(s)]
                : OptionsOf(rules, s, findings[s.Id], holdTo);
        Candidate CandidateOf(Stem s, ImmutableArray<CutOption> options) =>
            new(
                s,
                findings[s.Id],
                options,
                IsOld(survey, s, findings[s.Id]) && climber?.Stiff.Contains(s.Id) != true,
                climber?.Replaced(s) == true
            );
        var plant = survey with { Stems = [] };
        (Stem, Finding)[] Grown(Stem s) =>
            [(s, findings[s.Id]), .. tree.Descendants(s).Select(d => (d, findings[d.Id]))];
        ImmutableArray<Candidate> candidates =
        [
            .. open.Select(s =>
                CandidateOf(s, known.Of(plant, Grown(s), most, twoYears, () => OptionsFor(s, tree.PinnedTo(s))))
            ),
        ];
        // What the gardener takes out loosens no limit: they are those of the plant without that word.
        ImmutableArray<Candidate> unasked =
        [
            .. candidates.Select(c =>
                c.Stem.Pin is null && !tree.HoldsPinned(c.Stem)
                    ? c
                    : CandidateOf(c.Stem with { Pin = null }, OptionsFor(c.Stem with { Pin = null }, null))
            ),
        ];
        var gaps = OpenSides.Of(survey.School, candidates);
        unasked = [.. unasked.Select(c => WithoutNeedless(c, survey.School, gaps))];
        candidates =
        [
            .. candidates.Select(
                (c, i) =>
                    c.Stem.Pin is null && !tree.HoldsPinned(c.Stem)
                        ? unasked[i]
                        : WithoutNeedless(c, survey.School, gaps)
            ),
        ];
        candidates =
        [
            .. candidates.Select(
                (c, i) => ReferenceEquals(c, unasked[i]) ? c : c with { Unasked = unasked[i].Options }
            ),
        ];
        if (Strongest(survey, tree, candidates, shoots, climber) is { } strongest)
        {
            candidates = candidates.SetItem(
                strongest,
                candidates[strongest] with
                {
                    Options = [.. candidates[strongest].Options.Where(o => o.Keeps)],
                    Strongest = true,
                }
            );
        }

        // The strongest that the gardener takes out, one after another.
        var (ranked, rest) = (new HashSet<string>(), unasked);
        while (
            Strongest(survey, tree, rest, shoots, climber) is { } next
            && tree.ById[rest[next].Stem.Id].Pin is Pin.Remove
        )
        {
            ranked.Add(rest[next].Stem.Id);
            rest = rest.RemoveAt(next);
        }

        bool Sucker(Stem s) => findings[s.Id].Verdict == Verdict.Sucker;
        double Live(Stem s) =>
            (Wholly(findings[s.Id], Verdict.Dead) ? 0 : StemTree.LiveLength(s)) + tree.Children(s).Sum(Live);
        var total = top.Where(s => !Sucker(s)).Sum(Live);
        var forced = top.Where(s => !Sucker(s) && fates.TryGetValue(s.Id, out var f) && f == Fate.Remove).Sum(Live);
        return new Sorted(
            findings,
            fates.ToFrozenDictionary(),
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
                ranked,
                s => FateOf(s with { Pin = null }, findings[s.Id], false),
                s => FateOf(s, findings[s.Id], tree.HoldsPinned(s)),
                s =>
                    (new SideShoots(survey, tree, findings).Outcome(s with { Pin = null }).Cut?.RemovedMm ?? 0)
                    > (shoots.Outcome(s).Cut?.RemovedMm ?? 0)
            ),
        };
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
    private static int? Strongest(
        Survey survey,
        StemTree tree,
        ImmutableArray<Candidate> candidates,
        SideShoots shoots,
        ClimberRules? climber
    )
    {
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

    private static FrozenDictionary<string, Finding> Diagnose(Survey survey, StemTree tree)
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
