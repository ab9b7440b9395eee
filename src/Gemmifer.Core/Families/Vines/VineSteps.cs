using System.Collections.Immutable;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Supports;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.Vines;

/// <summary>Writes the steps of a vine; <see cref="StepOrder"/> puts them in order.</summary>
internal sealed class VineSteps(
    Survey survey,
    VineWork work,
    ImmutableArray<VineDecided> decided,
    VineOutcome outcome,
    VineTask task,
    DateOnly? dry
)
{
    /// <summary>All steps.</summary>
    public IEnumerable<PlanStep> Write() => survey.ElectiveWait && task != VineTask.Summer ? Later([.. All()]) : All();

    /// <summary>Tying what has still to be cut waits with it, and so does clearing away what nobody cut.</summary>
    private IEnumerable<PlanStep> Later(PlanStep[] all)
    {
        var today = all.Any(s => s.Stage is not (Stage.Prepare or Stage.Clean or Stage.Return or Stage.Train));
        var waits = decided.Any(d => d.Decision == Decision.Defer);
        return all.Where(s => today || s.Stage is not (Stage.Prepare or Stage.Clean))
            .Select(s =>
                waits && s is { Stage: Stage.Train, Stem: not null }
                || (s.Stem is null && s.Cut is not null && !Stages.AnyTime(s.Stage))
                    ? s with
                    {
                        Stage = Stage.Return,
                        Due = survey.Season.MainPrune.From,
                    }
                    : s
            );
    }

    private IEnumerable<PlanStep> All() =>
        [
            .. Prepare(),
            .. decided
                .Select(d => AssumedShoots.Is(d.Stem) ? AssumedShoots.Instruction(d, decided) : d)
                .OfType<VineDecided>()
                .Where(d => d.Text.Length > 0)
                .Select(Of),
            .. outcome.Steps ?? [],
            .. Train(),
            .. Finish(),
        ];

    private PlanStep Whole(Stage stage, StepAction action, string text) =>
        new()
        {
            Stage = stage,
            Action = action,
            Due = survey.Date,
            Text = text,
        };

    private bool Diseased => decided.Any(d => work.Parts.Findings[d.Stem.Id].Verdict == Verdict.Diseased);

    private bool Unweighed => task == VineTask.Winter && survey.Vine!.PruningGrams is null;

    private PlanStep Of(VineDecided d)
    {
        var cut = d.Cut?.Plan;
        return new PlanStep
        {
            Stage = d.Stage,
            Stem = d.Stem.Id,
            Action = d.Action,
            Cut = cut,
            Ties = d.Ties.IsDefault ? [] : d.Ties,
            Tool = d.Tool,
            Disinfect = cut is not null && Diseased,
            Due = d.Due ?? (cut is not null ? dry : null) ?? survey.Date,
            Caution = d.Caution,
            Text = d.Text,
        };
    }

    private IEnumerable<PlanStep> Prepare()
    {
        yield return Whole(
            Stage.Prepare,
            StepAction.Do,
            task switch
            {
                VineTask.SecondVisit =>
                    "Take secateurs along the arms and look at each spur on which one bud more was left.",
                VineTask.Summer =>
                    "Walk along the row and look before you touch: where fruit hangs, and which shoots hold on by "
                        + "themselves.",
                VineTask.Training =>
                    "Gather the tools and wipe the blades with alcohol. Stand back and look the young vine up and "
                        + "down, its stake and its ties too, before the first cut.",
                VineTask.Winter =>
                    "Gather the tools and wipe the blades with alcohol. Stand back and follow the trunk and "
                        + $"{(survey.Vine!.System == VineSystem.Goblet ? "every spur of its head" : "each arm")} with "
                        + "your eye before the first cut.",
            }
        ) with
        {
            Caution = $"{Cautions.Springing} {Cautions.Flame}{(task == VineTask.Summer ? $" {Cautions.Netting}" : "")}",
            Disinfect = true,
        };
        if (Unweighed)
        {
            yield return Whole(
                Stage.Prepare,
                StepAction.Do,
                "Have a scale and a sack at hand: last season's shoots are weighed as they come off. Old wood is not "
                    + "weighed with them."
            );
        }
    }

    private IEnumerable<PlanStep> Train()
    {
        if (task != VineTask.Winter)
        {
            yield break;
        }

        if (VineRules.SystemOf(survey.School.Id) != VineSystem.LongCane)
        {
            yield return Whole(
                Stage.Train,
                StepAction.Tie,
                survey.Vine!.System == VineSystem.Goblet
                    ? survey.Support?.Kind == SupportKind.Stake
                        ? "Look at the stake and its tie; loosen what has grown tight."
                        : "Where the trunk is tied, loosen what has grown tight."
                    : "Check the ties of the arms and renew those that have grown tight."
            ) with
            {
                Tool = Tool.Fingers,
            };
            yield break;
        }

        // One cane to a side on each wire, the lower ones below.
        var wires = (survey.Support?.Wires ?? [])
            .Select((w, i) => (N: i + 1, Wire: w))
            .OrderBy(w => w.Wire.HeightMm)
            .ThenBy(w => w.N)
            .ToArray();
        int Side(VineDecided d) => work.Tree.Axis(d.Stem).At(d.Stem.LengthMm).X < 0 ? -1 : 1;
        foreach (
            var side in decided
                .Where(d =>
                    d.Decision is Decision.Shorten or Decision.Keep && outcome.Canes?.Contains(d.Stem.Id) == true
                )
                .GroupBy(Side)
                .OrderBy(g => g.Key)
        )
        {
            var (canes, at) = (
                side.OrderBy(d => work.Tree.Axis(d.Stem).Start.Z)
                    .ThenBy(d => d.Stem.Id, StringComparer.Ordinal)
                    .ToArray(),
                0
            );
            foreach (var d in canes)
            {
                var from = work.Tree.Axis(d.Stem).Start.Z;
                var near = wires.Where(w => Math.Abs(w.Wire.HeightMm - from) <= VineNumbers.Of.NearWire).ToArray();
                var wire =
                    near.Length > 0 ? near[Math.Min(at++, near.Length - 1)]
                    : wires.Length > 0 ? wires.MinBy(w => Math.Abs(w.Wire.HeightMm - from))
                    : ((int N, Wire Wire)?)null;
                yield return Lay(d, side.Key, wire);
            }
        }
    }

    private PlanStep Lay(VineDecided d, int side, (int N, Wire Wire)? wire)
    {
        var (room, start, length) = (
            survey.School.TieSpacingMm,
            work.Tree.Axis(d.Stem).Start,
            Math.Min(d.LeftMm, d.Stem.LengthMm)
        );
        var (on, height, depth) = wire is { } w ? ($"wire {w.N}", w.Wire.HeightMm, w.Wire.YMm) : ("wire", start.Z, 0.0);

        // What it takes to get up or down to the wire does not lie along it.
        var along = Math.Max(room / 2, length - Math.Abs(height - start.Z));
        var ties = Enumerable
            .Range(1, Math.Max(1, (int)Math.Ceiling((along - 1) / room)))
            .Where(i =>
                i == 1
                || survey.Support is not { } support
                || (start.X + (side * Math.Min(along, i * room)) is var x && x >= support.FromMm && x <= support.ToMm)
            )
            .Select(i => new PlanTie(
                Wording.Tenth(start.X + (side * Math.Min(along, i * room))),
                Wording.Tenth(height),
                on,
                i,
                Wording.Tenth(depth)
            ))
            .ToArray();
        return Whole(
            Stage.Train,
            StepAction.Tie,
            $"Bend {d.Stem.Id} gently over and tie it along {(wire is null ? "the wire" : on)} to the "
                + $"{(side < 0 ? "left" : "right")}, {(ties.Length == 1 ? "one tie" : $"{ties.Length} ties")}."
        ) with
        {
            Stem = d.Stem.Id,
            Tool = Tool.Fingers,
            Ties = ties,
        };
    }

    private IEnumerable<PlanStep> Finish()
    {
        if (task == VineTask.Summer)
        {
            yield return Whole(Stage.Clean, StepAction.Do, "Pick up what came off; let nothing hang in the vine.");
            yield break;
        }

        yield return Whole(
            Stage.Clean,
            StepAction.Do,
            Unweighed
                ? "Weigh last season's shoots that came off this vine and note it here: "
                    + "next winter's budget comes from it. Then clear them away."
                : "Clear the prunings away; wood with cankers is burnt or binned as your local rules say."
        ) with
        {
            Asks = Unweighed ? StepAsk.Prunings : null,
        };
        if (outcome.Positions.Where(p => p.Doubt).ToArray() is { Length: > 0 } doubtful)
        {
            yield return Whole(
                Stage.Return,
                StepAction.Do,
                $"Come back about two weeks after bud break to {Wording.List([.. doubtful.Select(p => p.Id)])}: "
                    + "see which buds grow, and cut back to the two that grow well."
            ) with
            {
                Due = work.SecondVisit,
                Tool = Tool.Secateurs,
            };
        }
        else if (task == VineTask.Winter)
        {
            int later = VineNumbers.Of.RubOffDays;
            yield return Whole(
                Stage.Return,
                StepAction.RubOff,
                "When shoots are a hand long, rub off doubles and everything on the trunk."
            ) with
            {
                Due = work.BudBreak.AddDays(later) is var d && d > survey.Worked ? d : survey.Worked.AddDays(later),
                Tool = Tool.Fingers,
            };
        }
    }
}
