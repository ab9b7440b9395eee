using Gemmifer.Core.Buds;
using Gemmifer.Core.Diagnosis;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.CaneFruit;

/// <summary>What becomes of one cane or side shoot.</summary>
/// <param name="LeftMm">So much of it stays, mm.</param>
internal sealed record DecidedCane(
    Stem Stem,
    Finding Finding,
    Decision Decision,
    PlanReason Reason,
    PlanStep? Step,
    double LeftMm
);

/// <summary>What was settled of the stems of a row, each with its step.</summary>
internal sealed class CaneSettling(Survey survey)
{
    /// <summary>The stems.</summary>
    public StemTree Tree { get; } = StemTree.Build(survey.Stems, survey.Plant);

    /// <summary>What was settled so far, by id.</summary>
    public Dictionary<StemId, DecidedCane> Decided { get; } = [];

    /// <summary>What was settled of a stem.</summary>
    public DecidedCane Of(Stem stem) => Decided[stem.Id];

    /// <summary>Left until it was looked at once more.</summary>
    public void Check(Stem stem, Finding finding) =>
        Set(
            stem,
            finding,
            Decision.Check,
            Musts.Reason(finding),
            On(stem, Stage.Dead, StepAction.Check, $"{stem.Id}: {finding.Text} {finding.Ask} Leave it until you know.")
        );

    /// <summary>
    /// What is wrong with a stem; that it is bare tells something only once the others are in leaf. No cane fruit
    /// stands on a rootstock: its canes come out of the ground (common practice, no source).
    /// </summary>
    public Finding Diagnose(Stem stem) =>
        Diagnoser.Diagnose(
            survey.Season.InGrowth ? stem : stem with { Seen = [.. stem.Seen.Where(e => e.What != Sign.NotLeafing)] },
            survey.Plant with
            {
                Rootstock = false,
            },
            null,
            false
        );

    /// <summary>Settles a stem.</summary>
    /// <param name="left">So much of it stays, mm.</param>
    public void Set(
        Stem stem,
        Finding finding,
        Decision decision,
        PlanReason reason,
        PlanStep? step,
        double left = double.PositiveInfinity
    ) => Decided.Add(stem.Id, new DecidedCane(stem, finding, decision, reason, step, left));

    /// <summary>Takes a stem off where it starts.</summary>
    public void Remove(Stem stem, Finding finding, Stage stage, PlanReason reason)
    {
        var at = Tree.Axis(stem).Start;
        var cut = PlanCut.Off(stem.TopLevel ? CutPlace.Ground : CutPlace.Ring, at);
        Set(
            stem,
            finding,
            Decision.Remove,
            reason,
            On(
                stem,
                stage,
                StepAction.Remove,
                $"{(stem.TopLevel ? $"Take {stem.Id} out level with the ground." : $"Take {stem.Id} off.")} "
                    + $"{reason.Text}"
            ) with
            {
                Cut = cut,
                Tool = ToolRack.For(stem.DiameterMm),
                Disinfect = finding.Verdict == Verdict.Diseased,
                Caution = Cautions.ForCut(ToolRack.For(stem.DiameterMm), finding.Verdict == Verdict.Diseased),
            },
            0
        );
    }

    /// <summary>
    /// Cuts a stem back to its highest bud below what is wrong with it; where none stands there it is taken off, or
    /// stays where the gardener wants it to.
    /// </summary>
    /// <param name="on">Where the stem is, where that has to be said.</param>
    public void BackToSound(Stem stem, Finding finding, double soundToMm, string on = "")
    {
        var (stage, school) = (Stages.Of(finding.Verdict), survey.School);
        if (HighestBud.Below(stem, soundToMm, survey.Plant.Kind.InternodeMm, school.ClearanceMm) is not { } high)
        {
            if (stem.Pin is Pin.Keep)
            {
                Set(stem, finding, Decision.Keep, GardenersWord.Reason(stem.Pin), null);
            }
            else
            {
                Remove(stem, finding, stage, Musts.TooLow(finding));
            }

            return;
        }

        var text = $"{high.Words(stem, soundToMm, school.ClearanceMm, on)} {finding.Text}";
        var step = With(
            On(stem, stage, StepAction.Shorten, text),
            high.Cut(Tree.Axis(stem), school),
            ToolRack.For(Tree.DiameterAt(stem, high.LeftMm))
        );
        Set(stem, finding, Decision.Shorten, Musts.Reason(finding), step, high.LeftMm);
    }

    /// <summary>A cut at a length, above whatever bud is nearest to it there: it has to be looked for.</summary>
    /// <param name="soundToMm">No bud above this place serves, mm along it.</param>
    public PlanStep Cut(Stem stem, double along, Stage stage, StepAction action, string text, double? soundToMm = null)
    {
        var (at, internode) = (Tree.Axis(stem).At(along), survey.Plant.Kind.InternodeMm);
        var high = Math.Min(
            Math.Min(stem.LengthMm, along + (internode / 2)),
            (soundToMm ?? double.PositiveInfinity) - survey.School.ClearanceMm
        );
        var low = Math.Max(0, Math.Min(along - (internode / 2), high - internode));
        var bud = new PlanBud(
            null,
            null,
            BudKnowledge.LookFor,
            [Wording.Tenth(low), Wording.Tenth(Math.Max(low, high))],
            null
        );
        var pinned = stem.Pin is Pin.CutAt;
        var cut = PlanCut.AboveBud(pinned ? along : null, pinned ? null : bud, survey.School, at);
        return With(On(stem, stage, action, text), cut, ToolRack.For(Tree.DiameterAt(stem, along)));
    }

    private static PlanStep With(PlanStep step, PlanCut cut, Tool tool) =>
        step with
        {
            Cut = cut,
            Tool = tool,
            Disinfect = step.Stage == Stage.Diseased,
            Caution = Cautions.ForCut(tool, step.Stage == Stage.Diseased),
        };

    /// <summary>A step on a stem, today.</summary>
    private PlanStep On(Stem stem, Stage stage, StepAction action, string text) =>
        new()
        {
            Stage = stage,
            Stem = stem.Id,
            Action = action,
            Due = survey.Date,
            Text = text,
        };
}
