using System.Collections.Immutable;
using Gemmifer.Core.Diagnosis;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Season;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;
using Gemmifer.Core.Vines;

namespace Gemmifer.Core.Planning.Vines;

/// <summary>From the survey of a vine to its plan.</summary>
public static class VinePlanner
{
    /// <summary>A vine is in growth from so many to so many days after the last frost (assumptions).</summary>
    private const int GrowthFromDays = 21, GrowthToDays = 200;

    private const string Care = "Gloves, and something over your eyes: cut canes spring. Keep the other hand behind the blades.";

    /// <summary>Plans the work on one vine.</summary>
    public static PlanDocument Plan(Survey survey, PlanDetail detail)
    {
        survey = InGrowth(survey) ? survey : AssumedShoots.Fill(survey);
        var tree = StemTree.Build(survey);
        var parts = VineParts.Of(survey, tree);
        var work = new VineWork(survey, parts);
        var inGrowth = InGrowth(survey);
        Settle(survey, work, inGrowth);
        var kind = survey.Vine!.Stage == 2 ? "second-visit" : inGrowth ? "summer" : survey.Vine.System == VineSystem.Training ? "training" : "winter";
        var outcome = kind switch
        {
            "second-visit" => SecondPlan.Plan(survey, work),
            "summer" => SummerPlan.Plan(survey, work),
            "training" => YoungPlan.Plan(survey, work),
            _ => survey.School.Id == "long-cane" ? CanePlan.Plan(survey, work) : SpurPlan.Plan(survey, work),
        };
        Rest(work, kind);
        var decided = work.Finish();
        var wet = kind == "summer" ? null : DryDays.WetAt(survey.Date, survey.Rain);
        var dry = wet is null ? null : DryDays.Next(survey.Date, survey.Rain);
        var steps = new VineSteps(survey, work, decided, outcome, kind, dry).Write();
        var tally = new VineTally(survey, tree, parts, decided, outcome, steps, kind);
        return new PlanDocument(
            "gemmifer.plan/1",
            survey.School.Id,
            outcome.Bound is null || outcome.Bound == outcome.Score,
            outcome.Score / 1000.0,
            outcome.Bound / 1000.0,
            [.. decided.Where(d => !AssumedShoots.Is(d.Stem)).Select(d => new PlanStem(d.Stem.Id, d.Decision, parts.Findings[d.Stem.Id].Verdict.ToString().ToLowerInvariant(), [d.Reason], d.Flips, d.Successor))],
            steps,
            tally.Counts(),
            tally.Forecast(),
            tally.Kit(),
            [.. survey.Assumed.Select(a => new PlanAssumption(a.Stem, a.Field, a.Value, a.Text))],
            [.. detail == PlanDetail.Full ? Ask(survey, parts, outcome, kind) : []],
            [.. survey.Warnings.Select(w => new PlanWarning(w.Code, w.Text)), .. Warnings(survey, wet, dry, inGrowth), .. outcome.Warnings ?? []],
            new PlanLimits(survey.School.Name, survey.School.SpacingMm, survey.School.CanesMin, survey.School.CanesMax, null, null, survey.School.RemoveShare, survey.School.ClearanceMm),
            null,
            tally.Vine(dry));
    }

    private static bool InGrowth(Survey survey) => PruningYear.DaysSinceFrost(survey.Date, survey.LastFrost) is >= GrowthFromDays and <= GrowthToDays;

    /// <summary>The musts: what is dead, diseased or damaged, what is unsure, what is soft, and the gardener's word on old wood.</summary>
    private static void Settle(Survey survey, VineWork work, bool inGrowth)
    {
        var parts = work.Parts;
        foreach (var stem in work.Tree.Stems)
        {
            var (finding, rule) = (parts.Findings[stem.Id], parts.Findings[stem.Id].Verdict.ToString().ToLowerInvariant());
            var spared = stem.Pin is Pin.Keep or Pin.CutAt || work.Tree.HoldsPinned(stem);
            var old = !parts.OneYear.Contains(stem);
            switch (finding.Verdict)
            {
                case var _ when stem.Pin is Pin.Remove:
                    work.Remove(stem, finding.Verdict is Verdict.Dead or Verdict.Diseased or Verdict.Damaged ? rule : "thin", "pin", "You asked for it to go.", Provenance.User);
                    break;
                case Verdict.Dead or Verdict.Diseased or Verdict.Damaged when spared:
                    break;
                case Verdict.Damaged when survey.Vine!.System == VineSystem.Training:
                    // A broken young vine keeps its shoots.
                    break;
                case Verdict.Dead or Verdict.Diseased or Verdict.Damaged when finding.SoundToMm is null:
                    work.Remove(stem, rule, rule, finding.Text, finding.Provenance);
                    break;
                case Verdict.Dead or Verdict.Diseased or Verdict.Damaged when old && work.Tree.Children(stem).Where(c => c.Parent.AlongMm + survey.School.ClearanceMm <= finding.SoundToMm).MaxBy(c => c.Parent.AlongMm) is { } last:
                    work.Join(stem, last, rule, finding.Text);
                    break;
                case Verdict.Sucker when !spared:
                    work.Remove(stem, "suckers", rule, finding.Text, finding.Provenance);
                    break;
                case Verdict.Unsure when old && stem.Pin is null:
                    work.Set(new VineDecided(stem, "check", new PlanReason(rule, finding.Text, finding.Provenance), finding.Ask, Stage: "dead", Action: "check", Text: $"{stem.Id}: {finding.Text} {finding.Ask} Leave it until you know."));
                    break;
                case Verdict.Unsure when stem.Pin is null:
                    work.Set(new VineDecided(stem, "check", new PlanReason(rule, finding.Text, finding.Provenance), finding.Ask, Stage: "count", Action: "check", Text: $"{stem.Id}: {finding.Text} {finding.Ask} Leave it until you know.", Buds: parts.Count(stem).Total));
                    break;
                case Verdict.Soft when stem.Pin is null && !inGrowth && survey.Vine!.Stage == 1:
                    work.Keep(stem, rule, "Soft, unripe wood: leave it alone; what did not ripen shows in spring.", decision: "untouched", flips: "Once it has ripened it is weighed like the others.");
                    break;
            }
        }
    }

    /// <summary>Whatever no rule spoke about.</summary>
    private static void Rest(VineWork work, string kind)
    {
        foreach (var stem in work.Tree.Stems.Where(s => !work.Has(s)))
        {
            if (work.Parts.Sidelings.Contains(stem) && kind == "winter")
            {
                work.Remove(stem, "laterals", "sideling", "Side shoots of last season's shoots come off.");
            }
            else if (work.Parts.OneYear.Contains(stem))
            {
                work.Keep(stem, "left", "Nothing speaks against it.");
            }
            else
            {
                work.Keep(stem, "frame", stem.Role switch
                {
                    StemRole.Trunk => "The trunk stays.",
                    StemRole.Arm => "The arm stays; it carries the spurs.",
                    _ => work.Tree.Children(stem).Any() ? "It stays; it carries shoots." : "It stays: no shoot was noted on it.",
                });
            }
        }
    }

    private static IEnumerable<PlanQuestion> Ask(Survey survey, VineParts parts, VineOutcome outcome, string kind)
    {
        var barren = parts.Positions.Where(p => p.Old is { } old && !old.Has("unproductive") && p.Shoots.All(s => AssumedShoots.Is(s.Stem))).ToArray();
        if (kind == "winter" && barren.Length > 0)
        {
            yield return new PlanQuestion(barren[0].Name, "shoots", $"Note the shoots that stand on {Wording.List([.. barren.Take(3).Select(p => p.Name)])}{(barren.Length > 3 ? " and the other places" : "")}: nobody has looked yet.", 1);
        }

        if (kind == "winter" && survey.Vine!.PruningGrams is null)
        {
            yield return new PlanQuestion(null, "pruningWeight", "Weigh the prunings of this vine: its own growth then tells how many buds it can carry.");
        }

        if (kind == "winter" && survey.Vine!.Loss is null && outcome.Positions.Any(p => p.Doubt))
        {
            yield return new PlanQuestion(null, "winterLoss", "Cut across a hundred buds from all over the row and count the dead ones.");
        }
    }

    private static IEnumerable<PlanWarning> Warnings(Survey survey, RainDay? wet, DateOnly? dry, bool inGrowth)
    {
        if (wet is not null)
        {
            var (day, days) = (Wording.Day(survey.Date), wet.Day.DayNumber - survey.Date.DayNumber);
            yield return new PlanWarning("rain", $"{Wording.Number(wet.RainMm)} mm of rain {(days == 0 ? $"on {day}" : $"on {Wording.Day(wet.Day)}, {(days == 1 ? "a day" : "two days")} after {day}")}: fresh wounds take in trunk disease. "
                + (dry is { } d ? $"The next dry day is {Wording.Day(d)}." : "No dry day with two dry ones after it is known yet: wait and look again."));
        }

        if (!survey.KeepOut.IsEmpty)
        {
            yield return new PlanWarning("unused", "/keepOut is not used for a vine: its shoots are laid along the wires.");
        }

        if (!inGrowth && survey.Vine!.Stage == 1)
        {
            var (from, to) = PruningYear.Window(survey.Plant.Kind, survey.Date, survey.LastFrost.Month, survey.LastFrost.Day);
            if (survey.Date < from)
            {
                yield return new PlanWarning("season", $"{Wording.Day(survey.Date)} is outside the main pruning time of this kind. The next one runs from about {Wording.Day(from)} to {Wording.Day(to)}; dead, diseased and damaged wood may come out at any time.");
            }
        }
    }

    /// <summary>The caution that goes with the first step.</summary>
    internal static string FirstCaution => $"{Care} Keep alcohol away from flame.";
}
