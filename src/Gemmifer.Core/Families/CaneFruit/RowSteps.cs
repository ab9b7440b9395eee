using Gemmifer.Core.Plans;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.CaneFruit;

/// <summary>Writes the steps of a row; <see cref="StepOrder"/> puts them in order.</summary>
internal sealed class RowSteps(Survey survey, RowWork work, CaneStems stems)
{
    /// <summary>Ties listed at most; a longer row is tied on in the same way.</summary>
    private const int MostTies = 400;

    private readonly RowKind _kind = RowRules.Kind(survey.Plant.Kind.Id);

    /// <summary>All steps.</summary>
    public IEnumerable<PlanStep> Write() =>
        [.. Prepare(), .. stems.Steps(), .. work.Row is null ? [] : Canes(), .. Returns()];

    private PlanStep Whole(Stage stage, StepAction action, string text) =>
        new()
        {
            Stage = stage,
            Action = action,
            Due = survey.Date,
            Text = text,
        };

    /// <summary>Canes of one class come out, level with the ground.</summary>
    private PlanStep Out(CaneClass of, Tool tool, string text)
    {
        var waits = work.Waits && of is CaneClass.Thin or CaneClass.Surplus;
        return Whole(waits ? Stage.Return : Stage.Thin, waits ? StepAction.Defer : StepAction.Remove, text) with
        {
            Cut = Ground,
            Tool = tool,
            Class = of,
            Due = waits ? survey.Season.MainPrune.From : survey.Date,
        };
    }

    private static PlanCut Ground => PlanCut.Off(CutPlace.Ground, default);

    private IEnumerable<PlanStep> Prepare()
    {
        yield return Whole(
            Stage.Prepare,
            StepAction.Do,
            "Gather the tools and wipe the blades with alcohol. Walk along the row once and tell last season's canes "
                + "from those that have fruited."
        ) with
        {
            Caution = $"{Cautions.Thorns} {Cautions.Flame}{(work.InGrowth ? $" {Cautions.Netting}" : "")}",
            Disinfect = true,
        };
    }

    private IEnumerable<PlanStep> Canes()
    {
        var row = work.Row!;
        foreach (var step in work.Mow ? Mown(row) : ByClass(row))
        {
            yield return step;
        }

        if (!work.PerPlant)
        {
            var half = Wording.Mm(Math.Min(row.WidthMm, RowNumbers.Of.Widest) / 2);
            yield return Whole(
                Stage.Suckers,
                StepAction.Do,
                row.WidthMm > RowNumbers.Of.Widest
                    ? $"Narrow the row: pull or dig out what comes up more than {half} from its middle."
                    : $"Pull or dig out what comes up more than {half} from the middle of the row."
            );
        }

        foreach (var step in Shortened())
        {
            yield return step;
        }

        // What is mown this winter is not tied first.
        if (work.Stay + row.SecondYear > 0 && !work.Mow && !(work.MowLater && !work.InGrowth))
        {
            yield return Tie(row);
        }

        yield return Whole(
            Stage.Clean,
            StepAction.Do,
            "Clear the canes away; feed, water and mulch the row, clear of the canes."
        );
    }

    /// <summary>Every cane goes.</summary>
    private IEnumerable<PlanStep> Mown(RowFacts row)
    {
        var all = row.FirstYear + row.SecondYear + row.Spent;
        if (all > 0)
        {
            yield return Out(
                CaneClass.Mown,
                Tool.Loppers,
                $"Cut {(all == 1 ? "the one cane" : $"all {all} canes")} level with the ground. Leave no stubs: "
                    + "they grow weak side shoots."
            );
        }
    }

    /// <summary>Spent, thin and surplus canes go.</summary>
    private IEnumerable<PlanStep> ByClass(RowFacts row)
    {
        if (row.Spent > 0)
        {
            yield return Out(
                CaneClass.Spent,
                Tool.Loppers,
                $"Cut the {Canes(row.Spent, "spent cane")} level with the ground: "
                    + $"{(row.Spent == 1 ? "it is" : "they are")} grey-brown and brittle, with the dry stalks of "
                    + "fruit."
            );
        }

        if (work.Thin > 0)
        {
            yield return Out(
                CaneClass.Thin,
                Tool.Secateurs,
                $"Cut the {Canes(work.Thin, "thin cane")}, thinner than a pencil, level with the ground."
            );
        }

        if (work.Surplus > 0)
        {
            var room = work.PerPlant
                ? $"{survey.School.CanesMax} to a plant"
                : $"about {Wording.Mm(survey.School.SpacingMm)} apart";
            yield return Out(
                CaneClass.Surplus,
                Tool.Secateurs,
                $"Take out {Canes(work.Surplus, "more cane")}, the weakest and those that crowd, until {work.Stay} "
                    + $"stay, {room}."
            );
        }
    }

    /// <summary>What stays is tipped, its side shoots shortened.</summary>
    private IEnumerable<PlanStep> Shortened()
    {
        if (work.TipNow)
        {
            var tip = RowPlanner.TipHeight(survey);
            yield return Whole(
                Stage.Shorten,
                StepAction.Tip,
                $"Tip the canes that stay at {Wording.Mm(tip)}, each just above a bud."
            ) with
            {
                Cut = PlanCut.AtHeight(tip, survey.School),
                Tool = Tool.Secateurs,
            };
        }

        if (_kind.LateralsMm is { } l && !work.InGrowth && work.Stay > 0)
        {
            var to = survey.School.LateralLengthMm;
            yield return Whole(
                work.Waits ? Stage.Return : Stage.Laterals,
                work.Waits ? StepAction.Defer : StepAction.Shorten,
                $"Shorten the side shoots to about {Wording.Mm(to)}, each above a bud. "
                    + $"Anything between {Wording.Mm(l.From)} and {Wording.Mm(l.To)} will do."
            ) with
            {
                Cut = PlanCut.AboveBud(to, null, survey.School, default),
                Tool = Tool.Secateurs,
                Due = work.Waits ? survey.Season.MainPrune.From : survey.Date,
            };
        }
    }

    private static string Canes(int n, string one) => n == 1 ? $"one {one}" : $"{n} {one}s";

    private PlanStep Tie(RowFacts row)
    {
        var wires = work.Wires(survey);
        var room = survey.School.TieSpacingMm;
        var along = Math.Max(1, (int)Math.Floor(row.LengthMm / room));
        string Named(double z, int w) =>
            survey.Support?.Wires.FirstOrDefault(x => x.HeightMm == z) is { } own
                ? $"wire {survey.Support.Wires.IndexOf(own) + 1}"
                : $"wire {w + 1}";
        var ties = wires
            .SelectMany(
                (z, w) =>
                    Enumerable
                        .Range(0, along)
                        .Select(i => new PlanTie(
                            Wording.Tenth(-(row.LengthMm / 2) + ((i + 0.5) * row.LengthMm / along)),
                            z,
                            Named(z, w),
                            i + 1
                        ))
            )
            .Take(MostTies)
            .ToArray();
        var where = Wording.List([.. wires.Select(w => Wording.Mm(w))]);
        if (_kind.Led)
        {
            // A cane that cannot hold itself up runs along its wire as far as it is long.
            var length = row.MeanHeightMm ?? survey.Plant.Kind.CaneLengthMm;
            var each = (int)Math.Ceiling((double)(work.Stay + row.SecondYear) / work.Plants / wires.Length / 2);
            var turns = length > row.LengthMm / work.Plants / 2;
            return Whole(
                Stage.Train,
                StepAction.Tie,
                $"Lead the canes along the {(wires.Length == 1 ? "wire" : "wires")} at {where}, by turns to both "
                    + $"sides: {Wording.Count(each, "cane", "canes")} to a wire and side."
                    + (turns ? " What is too long turns back along the next." : "")
            ) with
            {
                Tool = Tool.Fingers,
                Ties = ties,
            };
        }

        return Whole(
            Stage.Train,
            StepAction.Tie,
            $"Tie the canes between the posts to the {(wires.Length == 1 ? "wire" : "wires")} at {where}, spread so "
                + "that light reaches each."
        ) with
        {
            Tool = Tool.Fingers,
            Ties = ties,
        };
    }

    private IEnumerable<PlanStep> Returns()
    {
        var tip = RowPlanner.TipHeight(survey);
        if (tip > 0 && _kind.TipDays is { } days && !(work.InGrowth && work.TipNow))
        {
            var due = survey.Season.NextAfterFrost(days);
            yield return Whole(
                Stage.Return,
                StepAction.Tip,
                "Tip the new canes once they pass "
                    + $"{Wording.Mm(tip)}{(_kind.LateralsMm is null ? "" : ", so that they branch")}."
            ) with
            {
                Cut = PlanCut.AtHeight(tip, null),
                Tool = Tool.Fingers,
                Due = due,
            };
        }

        if (work.MowLater)
        {
            yield return Whole(Stage.Return, StepAction.Do, "Cut every cane level with the ground.") with
            {
                Cut = Ground,
                Tool = Tool.Loppers,
                Due =
                    survey.Season.MainPrune.From > survey.Date
                        ? survey.Season.MainPrune.From
                        : survey.Season.NextWinter,
                Class = CaneClass.Mown,
            };
        }
        else if (!work.Mow)
        {
            yield return Whole(
                Stage.Return,
                StepAction.Do,
                "Take the canes that have fruited out, level with the ground, as soon as the last berries are picked."
            ) with
            {
                Tool = Tool.Loppers,
                Due = survey.Season.NextAfterFrost(_kind.Harvest.To),
            };
        }

        if (_kind.Unknown)
        {
            yield return Whole(
                Stage.Return,
                StepAction.Check,
                "Look which canes carry fruit, last year's or this year's, and where on them; note it here."
            ) with
            {
                Due = survey.Season.NextAfterFrost(_kind.Harvest.From),
            };
            yield return Whole(
                Stage.Return,
                StepAction.Check,
                "Look whether this year's canes carry fruit at their tips; note it here."
            ) with
            {
                Due = survey.Season.NextAfterFrost(CaneTyping.AutumnDays + RowNumbers.Of.LookAfterAutumn),
            };
        }
    }
}
