using Gemmifer.Core.Plans;
using Gemmifer.Core.Stems;

namespace Gemmifer.Core.Work;

/// <summary>A line of the log.</summary>
public enum LogKind
{
    /// <summary>A step of a plan, done or not.</summary>
    Step,

    /// <summary>The work of a season was ended.</summary>
    Finished,

    /// <summary>The gardener's own words.</summary>
    Note,

    /// <summary>A crop that was weighed.</summary>
    Crop,
}

/// <summary>What came of a step.</summary>
public enum StepOutcome
{
    Done,
    Different,
    Skipped,
}

/// <summary>What was done instead.</summary>
public enum Instead
{
    Removed,
    Cut,
    Left,

    /// <summary>Tied somewhere else on the support.</summary>
    Tied,
}

/// <summary>How a cane lies once it was tied, and where it ends on the support.</summary>
/// <param name="Clock">Bearing, hours.</param>
/// <param name="Lean">At its base, degrees from vertical.</param>
/// <param name="TipLean">At its tip.</param>
/// <param name="X">Its end, mm to the right of the crown.</param>
/// <param name="Z">And above the soil, mm.</param>
public sealed record TiedCane(double Clock, double Lean, double TipLean, double X, double Z);

/// <summary>What became of one step.</summary>
/// <param name="Stem">Null for a step on the whole plant.</param>
/// <param name="Stage">Null where only the key of the step was kept.</param>
/// <param name="Key">Of a step on the whole plant; see <see cref="StepKeys"/>.</param>
/// <param name="CutAtMm">Where it was cut, along the stem or above the soil; null where nothing was, or nobody
/// said.</param>
/// <param name="Tied">How the cane was tied; null for other steps.</param>
/// <param name="On">The day it was done; null where nobody knows.</param>
public sealed record StepDone(
    StemId? Stem,
    Stage? Stage,
    string? Key,
    StepAction? Action,
    StepOutcome? Outcome,
    Instead? Instead = null,
    double? CutAtMm = null,
    TiedCane? Tied = null,
    DateOnly? On = null
)
{
    /// <summary>What a line of the log says was done.</summary>
    /// <param name="stage">Of a stem's step its stage, of one on the whole plant its key.</param>
    public static StepDone Kept(
        StemId? stem,
        string? stage,
        StepAction? action,
        StepOutcome? outcome,
        Instead? instead,
        double? cutAtMm,
        TiedCane? tied
    ) =>
        new(
            stem,
            stem is null ? null : Exchange.WireNames.Find<Stage>(stage),
            stem is null ? stage : null,
            action,
            outcome,
            instead,
            cutAtMm,
            tied
        );

    /// <summary>Whether it says what became of the wood, rather than how it was tied.</summary>
    public bool OnTheWood =>
        Stage != Plans.Stage.Train
        || this is { Outcome: StepOutcome.Different, Instead: Work.Instead.Removed or Work.Instead.Cut };

    /// <summary>How the cane was tied, as planned or elsewhere; null where it was not.</summary>
    public TiedCane? TiedNow =>
        Outcome == StepOutcome.Done || this is { Outcome: StepOutcome.Different, Instead: Work.Instead.Tied }
            ? Tied
            : null;

    /// <summary>Whether the stem was taken off.</summary>
    public bool Removed =>
        (Outcome == StepOutcome.Done && Action?.Effect() == StepEffect.Off)
        || this is { Outcome: StepOutcome.Different, Instead: Work.Instead.Removed };

    /// <summary>Where it was shortened, mm; null where it was not.</summary>
    public double? ShortenedAtMm =>
        Action?.Effect() == StepEffect.Shorter
        && Outcome is StepOutcome.Done or StepOutcome.Different
        && Instead != Work.Instead.Left
            ? CutAtMm
            : null;
}

/// <summary>
/// Keys of steps that stay the same when the rest is solved again: a stem has one step, and one more of training; a
/// stage numbers its others.
/// </summary>
public static class StepKeys
{
    /// <summary>Each step with its key.</summary>
    public static IEnumerable<(string Key, PlanStep Step)> Of(IEnumerable<PlanStep> steps)
    {
        var counts = new Dictionary<Stage, int>();
        foreach (var step in steps)
        {
            if (step.Stem is not null)
            {
                yield return (OfStem(step.Stem, step.Stage), step);
            }
            else
            {
                var n = counts[step.Stage] = counts.GetValueOrDefault(step.Stage) + 1;
                yield return ($"{Exchange.WireNames.Of(step.Stage)}:{n}", step);
            }
        }
    }

    /// <summary>The key of what was done.</summary>
    public static string? Of(StepDone done) => done.Stem is { } stem ? OfStem(stem, done.Stage) : done.Key;

    /// <summary>The key of the step on a stem's wood, or of its training.</summary>
    public static string OfStem(string stem, Stage? stage) =>
        stage == Stage.Train ? $"stem:{stem}:train" : $"stem:{stem}";
}
