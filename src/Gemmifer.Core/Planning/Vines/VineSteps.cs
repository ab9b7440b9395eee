using System.Collections.Immutable;
using Gemmifer.Core.Diagnosis;
using Gemmifer.Core.Surveys;
using Gemmifer.Core.Training;
using Gemmifer.Core.Vines;

namespace Gemmifer.Core.Planning.Vines;

/// <summary>Writes the steps of a vine in the order of work.</summary>
internal sealed class VineSteps(Survey survey, VineWork work, ImmutableArray<VineDecided> decided, VineOutcome outcome, string kind, DateOnly? dry)
{
    /// <summary>A cane is led to a wire no further above or below the head than this, mm (assumption).</summary>
    private const double NearWireMm = 300;

    /// <summary>All steps, numbered from 1.</summary>
    public ImmutableArray<PlanStep> Write()
    {
        var all = Prepare().Concat(decided.Select(d => AssumedShoots.Is(d.Stem) ? AssumedShoots.Told(d, decided) : d).OfType<VineDecided>().Where(d => d.Text.Length > 0).Select(Of)).Concat(outcome.Steps ?? []).Concat(Train()).Concat(Finish());
        return [.. all.Select(s => s.Due == "" ? s with { Due = Wording.Day(survey.Date) } : s)
            .OrderBy(s => StepWriter.Stages.IndexOf(s.Stage)).ThenBy(s => s.Stem is null ? 0 : 1).ThenBy(s => s.Stem, StringComparer.Ordinal).Select((s, i) => s with { N = i + 1 })];
    }

    private static PlanStep Step(string stage, string action, string text, DateOnly? due = null, string? tool = null, string? caution = null, bool disinfect = false) =>
        new(0, stage, null, action, null, [], tool, disinfect, due is { } d ? Wording.Day(d) : "", caution, text);

    private bool Diseased => decided.Any(d => work.Parts.Findings[d.Stem.Id].Verdict == Verdict.Diseased);

    private PlanStep Of(VineDecided d)
    {
        var cut = d.Cut is { } c ? new PlanCut(c.AlongMm, c.Bud, c.Slope, c.Clearance, c.Where, Wording.Tenth(c.At.X), Wording.Tenth(c.At.Y), Wording.Tenth(c.At.Z)) : null;
        var due = d.Due ?? (cut is not null ? dry : null) ?? survey.Date;
        return new PlanStep(0, d.Stage, d.Stem.Id, d.Action, cut, d.Ties.IsDefault ? [] : d.Ties, d.Tool, cut is not null && Diseased, Wording.Day(due), d.Caution, d.Text);
    }

    private IEnumerable<PlanStep> Prepare()
    {
        yield return Step("prepare", "do", kind switch
        {
            "second-visit" => "Take secateurs along the arms and look at each spur on which one bud more was left.",
            "summer" => "Walk along the row and look before you touch: where fruit hangs, and which shoots hold on by themselves.",
            "training" => "Gather the tools and wipe the blades with alcohol. Stand back and look the young vine up and down, its stake and its ties too, before the first cut.",
            _ => $"Gather the tools and wipe the blades with alcohol. Stand back and follow the trunk and {(survey.Vine!.System == VineSystem.Goblet ? "every spur of its head" : "each arm")} with your eye before the first cut.",
        }, caution: VinePlanner.FirstCaution, disinfect: true);
        if (kind == "winter" && survey.Vine!.PruningGrams is null)
        {
            yield return Step("prepare", "do", "Hang a scale and a sack on the post: last season's shoots are weighed as they come off, without old wood.");
        }
    }

    private IEnumerable<PlanStep> Train()
    {
        if (kind != "winter")
        {
            yield break;
        }

        if (survey.School.Id != "long-cane")
        {
            yield return Step("train", "tie", survey.Vine!.System == VineSystem.Goblet ? "Look at the stake and its tie; loosen what has grown tight." : "Check the ties of the arms and renew those that have grown tight.", tool: "fingers");
            yield break;
        }

        // One cane to a side on each wire, the lower ones below.
        var wires = (survey.Support?.Wires ?? []).Select((w, i) => (N: i + 1, Wire: w)).OrderBy(w => w.Wire.HeightMm).ThenBy(w => w.N).ToArray();
        int Side(VineDecided d) => work.Tree.Axis(d.Stem).At(d.Stem.LengthMm).X < 0 ? -1 : 1;
        foreach (var side in decided.Where(d => d.Decision is "shorten" or "keep" && outcome.Canes?.Contains(d.Stem.Id) == true).GroupBy(Side).OrderBy(g => g.Key))
        {
            var (canes, at) = (side.OrderBy(d => work.Tree.Axis(d.Stem).Start.Z).ThenBy(d => d.Stem.Id, StringComparer.Ordinal).ToArray(), 0);
            foreach (var d in canes)
            {
                var from = work.Tree.Axis(d.Stem).Start.Z;
                var near = wires.Where(w => Math.Abs(w.Wire.HeightMm - from) <= NearWireMm).ToArray();
                var wire = near.Length > 0 ? near[Math.Min(at++, near.Length - 1)] : wires.Length > 0 ? wires.MinBy(w => Math.Abs(w.Wire.HeightMm - from)) : ((int N, Wire Wire)?)null;
                yield return Lay(d, side.Key, wire);
            }
        }
    }

    private PlanStep Lay(VineDecided d, int side, (int N, Wire Wire)? wire)
    {
        var (room, start, length) = (survey.School.TieSpacingMm, work.Tree.Axis(d.Stem).Start, Math.Min(d.LeftMm, d.Stem.LengthMm));
        var (on, height, depth) = wire is { } w ? ($"wire {w.N}", w.Wire.HeightMm, w.Wire.YMm) : ("wire", start.Z, 0.0);

        // What it takes to get up or down to the wire does not lie along it.
        var along = Math.Max(room / 2, length - Math.Abs(height - start.Z));
        var ties = Enumerable.Range(1, Math.Max(1, (int)Math.Ceiling((along - 1) / room)))
            .Select(i => new PlanTie(Wording.Tenth(start.X + (side * Math.Min(along, i * room))), Wording.Tenth(height), on, i, Wording.Tenth(depth))).ToArray();
        return Step("train", "tie", $"Bend {d.Stem.Id} gently over and tie it along {(wire is null ? "the wire" : on)} to the {(side < 0 ? "left" : "right")}, {(ties.Length == 1 ? "one tie" : $"{ties.Length} ties")}, the last one near its end.", tool: "fingers") with { Stem = d.Stem.Id, Ties = ties };
    }

    private IEnumerable<PlanStep> Finish()
    {
        if (kind == "summer")
        {
            yield return Step("clean", "do", "Pick up what came off; let nothing hang in the wires.");
            yield break;
        }

        yield return Step("clean", "do", kind == "winter" && survey.Vine!.PruningGrams is null
            ? "Weigh last season's shoots that came off this vine and note it under Remember: next winter's budget comes from it. Then clear them away."
            : "Clear the prunings away; wood with cankers is burnt or binned as your local rules say.");
        if (outcome.Positions.Where(p => p.Doubt).ToArray() is { Length: > 0 } doubtful)
        {
            yield return Step("return", "do", $"Come back about two weeks after bud break to {Wording.List([.. doubtful.Select(p => p.Id)])}: see which buds grow, and cut back to the two that grow well.", work.SecondVisit, "secateurs");
        }
        else if (kind == "winter")
        {
            yield return Step("return", "rub-off", "When shoots are a hand long, rub off doubles and everything on the trunk.", work.BudBreak.AddDays(28) is var d && d > survey.Date ? d : survey.Date.AddDays(28), "fingers");
        }
    }
}
