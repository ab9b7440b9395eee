using System.Collections.Immutable;
using System.Globalization;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Diagnosis;
using Gemmifer.Core.Planning.Climbing;
using Gemmifer.Core.Planning.Rows;
using Gemmifer.Core.Planning.Vines;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Season;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Planning;

/// <summary>How much a plan says.</summary>
public enum PlanDetail
{
    Full,
    Brief,
}

/// <summary>From a survey to a plan. Pure: the same survey gives the same plan.</summary>
public static class Planner
{
    /// <summary>Search nodes after which the best plan found is given with its bound instead of a proof.</summary>
    public const long NodeLimit = 100_000;

    /// <summary>Plans the work on one plant.</summary>
    /// <param name="detail">Brief leaves out what only one reader of one plan asks for: what would flip each cane, and which look would help most.</param>
    public static PlanDocument Plan(Survey survey, PlanDetail detail = PlanDetail.Full)
    {
        if (survey.Vine is not null)
        {
            return VinePlanner.Plan(survey, detail);
        }

        if (survey.Plant.Kind.IsCaneFruit)
        {
            return RowPlanner.Plan(survey);
        }

        var tree = StemTree.Build(survey);
        var sorted = Sorting.Sort(survey, tree);
        var builder = new ModelBuilder(survey, tree, sorted.Candidates);
        var model = builder.Build();
        var choice = Choose(model, sorted);
        var (decided, support) = Decide(survey, tree, sorted, builder, model, choice, detail);
        var bloom = support is null ? null : new BloomForecast(survey, tree, decided, support);
        var steps = new StepWriter(survey, tree, decided, sorted, support).Write();
        var tally = new Tally(survey, tree, sorted, decided, steps, support, bloom);
        var optimised = sorted.Candidates.Length > 0;
        return new PlanDocument(
            "gemmifer.plan/1",
            survey.School.Id,
            choice.Optimal,
            optimised ? choice.Result.Score / 1000.0 : null,
            optimised ? choice.Result.Bound / 1000.0 : null,
            [.. decided.Select(d => new PlanStem(d.Stem.Id, d.Decision, d.Finding.Verdict.ToString().ToLowerInvariant(), d.Reasons, d.Flips, d.Successor))],
            steps,
            tally.Counts(),
            tally.Forecast(),
            tally.Kit(),
            [.. survey.Assumed.Select(a => new PlanAssumption(a.Stem, a.Field, a.Value, a.Text))],
            [.. detail == PlanDetail.Full ? new Questions(survey, decided).Ask() : []],
            [.. survey.Warnings.Select(w => new PlanWarning(w.Code, w.Text)), .. PlanWarnings.Write(survey, sorted, choice, decided, model), .. ClimberWarnings.Write(survey, sorted, decided, support, bloom)],
            LimitsOf(survey, sorted.TwoYears),
            support is null ? null : TrainingDocument.Write(survey, support, bloom!));
    }

    /// <summary>
    /// The joint optimum. Of a climber no more old canes may go than young ones stay to take their place: where a young one has to go
    /// itself, it is solved again with that many fewer, which can happen once for each young cane at most. Where the share of old wood had to be relaxed anyway, that stands.
    /// </summary>
    private static RelaxedChoice Choose(ChoiceModel model, Sorted sorted)
    {
        for (var limits = sorted.Limits; ;)
        {
            var choice = Relaxation.Solve(model, limits, NodeLimit);
            if (sorted.Climber is not { } climber || choice.Relaxed.Contains(Must.RenewalShare))
            {
                return choice;
            }

            var gone = sorted.Candidates.Where((_, i) => !model.Keeps[model.First[i] + choice.Result.Chosen[i]]).Select(c => c.Stem.Id).ToHashSet();
            var most = climber.MostOldOut(limits.MaxOldRemoved, climber.Worthy(sorted.Candidates), climber.Successors.Count(s => !gone.Contains(s.Id)));
            if (most >= limits.MaxOldRemoved || sorted.Candidates.Count(c => c.Old && gone.Contains(c.Stem.Id)) <= most)
            {
                return choice;
            }

            limits = limits with { MaxOldRemoved = most };
        }
    }

    private static PlanLimits LimitsOf(Survey survey, bool twoYears)
    {
        var school = survey.School;
        var height = !school.Sheared && school.HeightMaxMm < 5000;
        return new PlanLimits(school.Name, school.SpacingMm, school.CanesMin, school.CanesMax, height ? school.HeightMinMm : null, height ? school.HeightMaxMm : null,
            Sorting.RemoveShare(survey, twoYears), school.ClearanceMm);
    }

    private static (ImmutableArray<Decided> Decided, OnSupport? Support) Decide(Survey survey, StemTree tree, Sorted sorted, ModelBuilder builder, ChoiceModel model, RelaxedChoice choice, PlanDetail detail)
    {
        var decided = new ChoiceReasons(survey, tree, sorted, builder, model, choice, detail == PlanDetail.Full).All().ToDictionary(d => d.Stem.Id);
        foreach (var (id, fate) in sorted.Fates)
        {
            decided.Add(id, Settled(tree.ById[id], sorted, fate));
        }

        var support = sorted.Climber is not null && survey.Support is not null ? new Climber(survey, tree, sorted).Train(decided) : null;
        foreach (var top in tree.Stems.Where(s => s.TopLevel))
        {
            AddShoots(top);
        }

        return ([.. tree.Stems.Select(s => decided[s.Id])], support);

        void AddShoots(Stem parent)
        {
            var on = decided[parent.Id];
            foreach (var shoot in tree.Children(parent))
            {
                decided.Add(shoot.Id, OnParent(shoot, on, sorted));
                AddShoots(shoot);
            }
        }
    }

    private static Decided Settled(Stem stem, Sorted sorted, Fate fate)
    {
        var finding = sorted.Findings[stem.Id];
        var rule = finding.Verdict.ToString().ToLowerInvariant();
        var reasons = ImmutableArray.CreateBuilder<PlanReason>();
        if (stem.Pin is not null && fate is Fate.Remove or Fate.Keep)
        {
            reasons.Add(new PlanReason("pin", fate == Fate.Keep ? "You asked for it to stay." : "You asked for it to go.", Provenance.User));
        }

        reasons.Add(new PlanReason(rule, finding.Text, finding.Provenance));
        var removal = sorted.Shoots.Options.Removal(stem);
        var flips = finding.Ask ?? finding.Verdict switch
        {
            Verdict.Dead => "A bright green scratch near the base would change this.",
            Verdict.Sucker => "Its origin above the union would change this.",
            Verdict.Diseased or Verdict.Damaged => "Sound wood below the place would change this.",
            Verdict.Soft => "Once it has firmed it is weighed like the others.",
            _ => null,
        };
        return fate switch
        {
            Fate.Remove => new Decided(stem, finding, "remove", removal, StageOf(finding.Verdict), reasons.ToImmutable(), flips, null),
            Fate.Keep => new Decided(stem, finding, "keep", null, "suckers", reasons.ToImmutable(), flips, null),
            Fate.Untouched => new Decided(stem, finding, "untouched", null, "return", reasons.ToImmutable(), flips, null),
            Fate.Check => new Decided(stem, finding, "check", null, CheckStage(stem), reasons.ToImmutable(), flips, null),
            _ => throw new ArgumentOutOfRangeException(nameof(fate), fate, null),
        };
    }

    private static Decided OnParent(Stem shoot, Decided parent, Sorted sorted)
    {
        var finding = sorted.Findings[shoot.Id];
        var cutAt = parent.Option is { } cut ? cut.AlongMm : double.PositiveInfinity;
        if (parent.Decision == "remove" || (parent.Decision == "shorten" && shoot.Parent.AlongMm > cutAt))
        {
            var text = parent.Decision == "remove" ? $"It goes with {parent.Stem.Id}." : $"It stands above the cut on {parent.Stem.Id} and goes with that part.";
            var reasons = ImmutableArray.Create(new PlanReason("parent", text, Provenance.Practice));
            return new Decided(shoot, finding, "remove", null, "", reasons, $"It would stay if {parent.Stem.Id} stayed or were cut higher.", null);
        }

        if (parent.Option?.TakeOver is { } over && over.Stem.Id == shoot.Id)
        {
            var own = over.Own.Kind == OptionKind.Whole ? null : over.Own;
            return new Decided(shoot, finding, own is null ? "keep" : "shorten", own, "shorten",
                [new PlanReason("join", parent.Decision == "keep" ? $"It carries on for {parent.Stem.Id}, which ends where it starts." : $"It takes over from {parent.Stem.Id}, which is cut back to it.", Provenance.Practice)], null, null);
        }

        var outcome = parent.Kept && parent.Finding.Verdict != Verdict.Sucker ? sorted.Shoots.Outcome(shoot) : sorted.Shoots.OnUntouched(shoot);
        return new Decided(shoot, finding, outcome.Decision, outcome.Cut, outcome.Stage,
            [new PlanReason(outcome.Rule, outcome.Text, outcome.Provenance)], finding.Ask, null);
    }

    private static string StageOf(Verdict verdict) => verdict switch
    {
        Verdict.Dead => "dead",
        Verdict.Diseased => "diseased",
        Verdict.Damaged => "damaged",
        Verdict.Sucker => "suckers",
        Verdict.Sound or Verdict.Soft or Verdict.Unsure => "thin",
        _ => throw new ArgumentOutOfRangeException(nameof(verdict), verdict, null),
    };

    /// <summary>A check stands in the stage of what is suspected.</summary>
    private static string CheckStage(Stem stem) =>
        stem.DeadFromMm is not null || stem.Seen.Any(e => EvidenceList.DeadStrong.Contains(e.What) || EvidenceList.DeadWeak.Contains(e.What)) ? "dead"
        : stem.Has("spotting") || stem.Has("distorted") ? "diseased"
        : "suckers";
}

/// <summary>What the gardener should know about a plan.</summary>
internal static class PlanWarnings
{
    public static IEnumerable<PlanWarning> Write(Survey survey, Sorted sorted, RelaxedChoice choice, ImmutableArray<Decided> decided, ChoiceModel model)
    {
        foreach (var must in choice.Relaxed)
        {
            yield return new PlanWarning("relaxed", Relaxed(must, survey.School, choice.RelaxingProved));
        }

        foreach (var c in sorted.Candidates.Where(c => c.Stem.Pin is Pin.Keep or Pin.CutAt && Sorting.Wholly(c.Finding, c.Finding.Verdict) && c.Finding.Verdict is Verdict.Dead or Verdict.Diseased or Verdict.Damaged))
        {
            if (c.Stem.Pin is not null)
            {
                yield return new PlanWarning("pin", $"{c.Stem.Id} stays because you asked, although it is {c.Finding.Verdict.ToString().ToLowerInvariant()}.");
            }
        }

        foreach (var d in decided.Where(d => d.Stem.Pin is Pin.Keep && d.Decision == "remove"))
        {
            yield return new PlanWarning("pin", $"{d.Stem.Id} could not stay as you asked: {d.Stem.Parent.StemId ?? "what it stands on"} goes.");
        }

        foreach (var (id, _) in sorted.Fates.Where(f => f.Value == Fate.Keep).OrderBy(f => f.Key, StringComparer.Ordinal))
        {
            yield return new PlanWarning("pin", $"{id} stays because you asked, although it grows from the rootstock and will overrun the rose.");
        }

        foreach (var (id, fate) in sorted.Fates.Where(f => f.Value is Fate.Untouched or Fate.Check).OrderBy(f => f.Key, StringComparer.Ordinal))
        {
            var stem = decided.First(d => d.Stem.Id == id).Stem;
            if (sorted.Shoots.Options.KeepOutLimit(StemTree.Build(survey).Axis(stem)) < stem.LengthMm)
            {
                yield return new PlanWarning("keep-out", $"{id} reaches where nothing may stand, and is left for now: {(fate == Fate.Check ? "check it first" : "it is soft")}.");
            }
        }

        if (sorted.TwoYears)
        {
            yield return new PlanWarning("two-years", decided.Count(d => d.Decision == "defer") is var later and > 0
                ? $"Spread over two winters: {later} {(later == 1 ? "cane is" : "canes are")} left for the next one, so that the plant can rebuild."
                : "Spread over two winters where it must be; as it stands, this winter's work is all there is.");
        }

        var kept = decided.Count(d => d.Stem.TopLevel && d.Kept && d.Finding.Verdict != Verdict.Sucker);
        if (kept < survey.School.CanesMin && !survey.Stems.IsEmpty)
        {
            yield return new PlanWarning("few-canes", $"Only {kept} {(kept == 1 ? "cane stays" : "canes stay")}; {survey.School.Name.ToLowerInvariant()} likes {survey.School.CanesMin} or more. Feed and water well, and keep the new canes that come.");
        }

        if (decided.Any(d => d.Stem.Has("distorted")))
        {
            yield return new PlanWarning("virus", "Distorted growth may be a virus. If it shows on several canes, think about taking out the whole plant.");
        }

        if (Season(survey, sorted) is { } season)
        {
            yield return season;
        }

        if (!choice.Optimal)
        {
            yield return new PlanWarning("unproved", string.Create(CultureInfo.InvariantCulture,
                $"The best plan found has {choice.Result.Score / 1000.0:0.##} points; none can have more than {choice.Result.Bound / 1000.0:0.##}. With so many canes the proof was not finished."));
        }
    }

    private static PlanWarning? Season(Survey survey, Sorted sorted)
    {
        var (from, to) = PruningYear.Window(survey.Plant.Kind, survey.Date, survey.LastFrost.Month, survey.LastFrost.Day);
        if (survey.Date >= from || sorted.Climber is { InSeason: true })
        {
            return null;
        }

        if (survey.Plant.Kind.FlowersOn == "last-year")
        {
            return new PlanWarning("season", string.Create(CultureInfo.InvariantCulture,
                $"It flowers on last year's wood: pruned now it will hardly flower this year. Prune it right after the flowers, about {from:yyyy-MM-dd} to {to:yyyy-MM-dd}; dead, diseased and damaged wood may come out at any time."));
        }

        return new PlanWarning("season", string.Create(CultureInfo.InvariantCulture,
            $"{survey.Date:yyyy-MM-dd} is outside the main pruning time of this kind. The next one runs from about {from:yyyy-MM-dd} to {to:yyyy-MM-dd}; dead, diseased and damaged wood may come out at any time."));
    }

    private static string Relaxed(Must must, School school, bool proved) => must switch
    {
        Must.Level => "The ends could not all be kept about level.",
        Must.RenewalShare => "More of the old wood goes than one winter should take.",
        Must.CaneCount => $"The number of canes could not be kept within {school.CanesMin} to {school.CanesMax}.",
        Must.RemovalCap => $"More live wood comes off than this school allows for the plant; no choice {(proved ? "takes" : "was found that takes")} less.",
        Must.Spacing => $"Some ends stand closer than {Wording.Mm(school.SpacingMm)}: what has to stay leaves no other way.",
        _ => throw new ArgumentOutOfRangeException(nameof(must), must, null),
    };
}
