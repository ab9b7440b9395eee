using System.Collections.Immutable;
using Gemmifer.Core.Diagnosis;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Season;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Supports;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.Vines;

/// <summary>From the survey of a vine to its plan.</summary>
internal static class VinePlanner
{
    /// <summary>Plans the work on one vine.</summary>
    public static PlanDocument Plan(Survey survey, PlanDetail detail, CancellationToken cancel)
    {
        var inGrowth = survey.Season.InGrowth && !survey.Anyway;
        var asked = survey;
        survey = inGrowth ? survey : AssumedShoots.Fill(survey);
        var tree = StemTree.Build(survey.Stems, survey.Plant);
        var parts = VineParts.Of(survey, tree);
        var work = new VineWork(survey, parts);
        Settle(survey, work);
        var task = TaskOf(survey.Vine!, inGrowth);
        var outcome = task switch
        {
            VineTask.SecondVisit => SecondPlan.Plan(survey, work),
            VineTask.Summer => SummerPlan.Plan(survey, work),
            VineTask.Training => YoungPlan.Plan(survey, work),
            VineTask.Winter => VineRules.SystemOf(survey.School.Id) == VineSystem.LongCane
                ? CanePlan.Plan(survey, work, cancel)
                : SpurPlan.Plan(survey, work),
        };
        Rest(work, task);
        Mend(survey, work);
        var decided = Today(survey, work, task, work.Finish());
        var wet = task == VineTask.Summer ? null : DryDays.WetAt(survey.Date, survey.Rain);
        var dry = wet is null ? null : DryDays.Next(survey.Date, survey.Rain);
        var steps = StepOrder.Of([
            .. new VineSteps(survey, work, decided, outcome, task, dry).Write(),
            .. VineQuestions.AskAboutVirus(survey, parts),
        ]);
        var tally = new VineTally(survey, tree, parts, decided, outcome, steps, task);
        var plan = PlanBuilder.Build(
            survey,
            new PlanParts
            {
                Optimum = new Optimum(
                    outcome.Bound is null || outcome.Bound == outcome.Score,
                    outcome.Score,
                    outcome.Bound
                ).Less(work.SetAside),
                Stems =
                [
                    .. decided
                        .Where(d => !AssumedShoots.Is(d.Stem))
                        .Select(d => Stem(survey, parts.Findings[d.Stem.Id], d)),
                ],
                Steps = steps,
                Counts = tally.Counts(),
                Summary = [tally.Summary()],
                Forecast = tally.Forecast(),
                Kit = tally.Kit(),
                Assumed = Supports(survey, steps, task),
                Warnings =
                [
                    .. VineQuestions.Warnings(survey, wet, dry),
                    .. VineQuestions.Virus(parts),
                    .. outcome.Warnings ?? [],
                ],
                Part = tally.Vine(dry),
            }
        );
        return detail == PlanDetail.Full
            ? plan with
            {
                AskFor = Looks.That(Outcome.Of(plan), "stem", VineQuestions.Ask(asked, parts, outcome, task), changed =>
                    Outcome.Of(Plan(changed, PlanDetail.Brief, cancel))
                ),
            }
            : plan;
    }

    private static VineTask TaskOf(VineFacts vine, bool inGrowth) =>
        vine.Stage == 2 ? VineTask.SecondVisit
        : inGrowth ? VineTask.Summer
        : vine.System == VineSystem.Training ? VineTask.Training
        : VineTask.Winter;

    private static PlanStem Stem(Survey survey, Finding finding, VineDecided d) =>
        new(
            d.Stem.Id,
            d.Decision,
            finding.Verdict,
            Musts.Told(
                finding,
                d.Decision,
                d is { Decision: Decision.Defer, Text.Length: > 0 }
                    ? [SeasonWarning.Waits(survey.Season), d.Reason]
                    : [d.Reason]
            ),
            d.Successor
        );

    /// <summary>What shoots are tied to that nobody named.</summary>
    private static IEnumerable<PlanAssumption> Supports(Survey survey, IReadOnlyList<PlanStep> steps, VineTask task)
    {
        var on = steps.SelectMany(s => s.Ties).Select(t => t.On).ToHashSet();
        if (task == VineTask.Training && survey.Support is not { Kind: SupportKind.Stake })
        {
            yield return new PlanAssumption(null, "support", "stake", "A young vine is taken to stand at a stake.");
        }

        if (
            on.Any(o => o.StartsWith("wire", StringComparison.Ordinal))
            && survey.Support is not { Wires.IsEmpty: false }
        )
        {
            yield return new PlanAssumption(
                null,
                "support.wires",
                null,
                "No wires named: a wire is taken to run where the arms or canes start."
            );
        }
    }

    internal static bool Growing(Survey survey) => survey.Season.InGrowth && !survey.Anyway;

    /// <summary>What of the winter's work is right on the day; the rest waits for the main prune.</summary>
    private static ImmutableArray<VineDecided> Today(
        Survey survey,
        VineWork work,
        VineTask task,
        ImmutableArray<VineDecided> whole
    )
    {
        if (!survey.ElectiveWait || task is VineTask.Summer or VineTask.SecondVisit)
        {
            return whole;
        }

        var byId = whole.ToDictionary(d => d.Stem.Id);
        var waits = SeasonWait.Of(work.Tree, s =>
            byId[s.Id] is var d
                ? new SeasonWait.Work(d.Decision, d.Stage, d.Text.Length > 0 || AssumedShoots.Is(s))
                : default
        );
        return [.. whole.Select(d => waits.Contains(d.Stem.Id) ? Wait(d) : d)];

        VineDecided Wait(VineDecided d) =>
            d with
            {
                Decision = Decision.Defer,
                Stage = d.Text.Length > 0 ? Stage.Return : d.Stage,
                Action = d.Text.Length > 0 ? StepAction.Defer : d.Action,
                Due = survey.Season.MainPrune.From,
            };
    }

    /// <summary>
    /// The musts: what is dead, diseased or damaged, what is unsure, what is soft, and the gardener's word on old wood.
    /// </summary>
    private static void Settle(Survey survey, VineWork work)
    {
        var parts = work.Parts;
        foreach (var stem in work.Tree.Stems)
        {
            var finding = parts.Findings[stem.Id];
            var spared = stem.Pin is Pin.Keep or Pin.CutAt || work.Tree.HoldsPinned(stem);
            var old = !parts.OneYear.Contains(stem);
            work.SetAside += SetAsideBy(stem, finding, spared, work.Tree.HoldsPinned(stem));
            if (stem.Pin is Pin.Remove)
            {
                work.Remove(
                    stem,
                    Sick(finding) ? Stages.Of(finding.Verdict) : Stage.Thin,
                    GardenersWord.Reason(new Pin.Remove())
                );
            }
            else if (Sick(finding) && !spared)
            {
                Take(survey, work, stem, finding, old);
            }
            else if (finding.Verdict == Verdict.Sucker && !spared)
            {
                work.Remove(stem, Stage.Suckers, Musts.Reason(finding));
            }
            else if (stem.Pin is null)
            {
                Leave(survey, work, stem, finding, old);
            }
        }
    }

    /// <summary>Rules that the gardener's word on a stem sets aside.</summary>
    private static int SetAsideBy(Stem stem, Finding finding, bool spared, bool holdsPinned) =>
        finding.Verdict switch
        {
            Verdict.Dead or Verdict.Diseased or Verdict.Damaged or Verdict.Sucker => spared ? 1 : 0,
            Verdict.Unsure or Verdict.Soft => stem.Pin is not null ? 1 : 0,
            _ => 0,
        } + (stem.Pin is Pin.Remove && holdsPinned ? 2 : 0);

    private static bool Sick(Finding finding) => finding.Verdict is Verdict.Dead or Verdict.Diseased or Verdict.Damaged;

    /// <summary>Wood that is dead, diseased or damaged: off, or back to what starts on its sound part.</summary>
    private static void Take(Survey survey, VineWork work, Stem stem, Finding finding, bool old)
    {
        if (finding.Verdict == Verdict.Damaged && survey.Vine!.System == VineSystem.Training)
        {
            // A broken young vine keeps its shoots.
            return;
        }

        if (finding.SoundToMm is null)
        {
            work.Remove(stem, Stages.Of(finding.Verdict), Musts.Reason(finding));
        }
        else if (
            old
            && work
                .Tree.Children(stem)
                .Where(c => c.Parent.AlongMm + survey.School.ClearanceMm <= finding.SoundToMm)
                .MaxBy(c => c.Parent.AlongMm)
                is { } last
        )
        {
            work.Join(stem, last, Stages.Of(finding.Verdict), finding.Text);
        }
    }

    /// <summary>Wood that is not sure, or soft: looked at, or left alone.</summary>
    private static void Leave(Survey survey, VineWork work, Stem stem, Finding finding, bool old)
    {
        if (finding.Verdict == Verdict.Unsure)
        {
            // Where every place is distorted that is said once, for the vine.
            var once = !old && work.Parts.AllDistorted && stem.Seen.All(e => e.What == Sign.Distorted);
            work.Set(
                new VineDecided(
                    stem,
                    Decision.Check,
                    Musts.Reason(finding),
                    Stage: old ? Stage.Dead : Stage.Count,
                    Action: StepAction.Check,
                    Text: once ? "" : $"{stem.Id}: {finding.Text} {finding.Ask} Leave it until you know.",
                    Buds: old ? 0 : work.Parts.Count(stem).Total
                )
            );
        }
        else if (finding.Verdict == Verdict.Soft && !Growing(survey) && survey.Vine!.Stage == 1)
        {
            work.Keep(
                stem,
                Wording.Of(finding.Verdict),
                "Soft, unripe wood: leave it alone; what did not ripen shows in spring.",
                decision: Decision.Untouched
            );
        }
    }

    /// <summary>
    /// What was to stay as it is and is not sound: back to the highest sound bud, or off. Wood that carries the vine,
    /// with nothing below what is wrong that could carry on, is looked at first, and so is what may be wrong.
    /// </summary>
    private static void Mend(Survey survey, VineWork work)
    {
        foreach (var stem in work.Tree.Stems.Where(s => work.Of(s).Decision == Decision.Keep))
        {
            var finding = work.Parts.Findings[stem.Id];
            var carries = stem.Role is StemRole.Trunk or StemRole.Arm || work.Tree.Children(stem).Any();
            switch (Musts.Of(stem, finding, work.Tree.HoldsPinned(stem)))
            {
                case StemMust.Back back when carries:
                    Look(stem, finding, back.Stage, "Nothing below it could carry on: lead a shoot up first.");
                    break;
                case StemMust.Back back:
                    work.BackToSound(stem, finding, back);
                    break;
                case StemMust.Out when work.Of(stem).Reason.Rule == "broken":
                    // A broken young vine keeps its shoots, and says so.
                    break;
                case StemMust.Out { Asked: false } @out when carries || survey.Vine!.System == VineSystem.Training:
                    Look(stem, finding, @out.Stage, "Nothing else could carry on: lead a shoot up first.");
                    break;
                case StemMust.Out { Asked: false } @out:
                    work.Forget(stem);
                    work.Remove(stem, @out.Stage, Musts.Reason(finding));
                    break;
                case StemMust.Check:
                    Look(stem, finding, Stage.Dead, $"{finding.Ask} Leave it until you know.");
                    break;
            }
        }

        void Look(Stem stem, Finding finding, Stage stage, string what) =>
            work.Change(
                new VineDecided(
                    stem,
                    Decision.Check,
                    Musts.Reason(finding),
                    Stage: stage,
                    Action: StepAction.Check,
                    Text: $"{stem.Id}: {finding.Text} {what}",
                    Buds: work.Of(stem).Buds
                )
            );
    }

    /// <summary>Whatever no rule spoke about.</summary>
    private static void Rest(VineWork work, VineTask task)
    {
        foreach (var stem in work.Tree.Stems.Where(s => !work.Has(s)))
        {
            if (work.Parts.SideShoots.Contains(stem) && task == VineTask.Winter)
            {
                work.Remove(
                    stem,
                    Stage.Laterals,
                    new PlanReason("sideling", "Side shoots of last season's shoots come off.", Provenance.Practice)
                );
            }
            else if (work.Parts.OneYear.Contains(stem))
            {
                work.Keep(stem, "left", "Nothing speaks against it.");
            }
            else
            {
                work.Keep(
                    stem,
                    "frame",
                    stem.Role switch
                    {
                        StemRole.Trunk => "The trunk stays.",
                        StemRole.Arm => "The arm stays; it carries the spurs.",
                        _ => work.Tree.Children(stem).Any(c => !AssumedShoots.Is(c))
                            ? "It stays; it carries shoots."
                            : "It stays: no shoot was noted on it.",
                    }
                );
            }
        }
    }
}
