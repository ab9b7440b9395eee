using Gemmifer.Core.Exchange;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;

namespace Gemmifer.Core.Work;

/// <summary>What the gardener says became of a step.</summary>
/// <param name="Key">Of the step; see <see cref="StepKeys"/>.</param>
/// <param name="Instead">Only with different.</param>
/// <param name="CutAt">Where it was cut, mm along the stem; null where nobody said.</param>
/// <param name="TiedTo">Where the end of a cane was tied that was tied elsewhere; null for all else.</param>
public sealed record StepSaid(
    string Key,
    StepOutcome Outcome,
    Instead? Instead,
    double? CutAt,
    string? Note,
    TiedTo? TiedTo = null
);

/// <summary>A place on the support, seen from the front.</summary>
/// <param name="X">To the right of the crown, mm.</param>
/// <param name="Z">Above the soil, mm.</param>
public sealed record TiedTo(double X, double Z);

/// <summary>A step with what became of it, as the log keeps it.</summary>
/// <param name="Stem">Null for a step on the whole plant.</param>
/// <param name="Stage">Of a stem's step its stage, of one on the whole plant its key.</param>
/// <param name="CutAt">Where it was cut, mm along the stem or above the soil.</param>
/// <param name="Tied">How the cane was tied; null for other steps.</param>
/// <param name="ClearsLeaves">Whether the fallen leaves are gone with it.</param>
public sealed record StepLine(
    PlanSentence Said,
    StemId? Stem,
    string Stage,
    StepAction Action,
    StepOutcome Outcome,
    Instead? Instead,
    double? CutAt,
    string? Note,
    TiedCane? Tied,
    bool ClearsLeaves = false
)
{
    /// <summary>What is kept of a step of a plan. What nobody said is as it was planned.</summary>
    public static StepLine Of(PlanDocument plan, PlanStep step, StepSaid said) =>
        new(
            new PlanSentence(Asked(plan, step) is { } word ? $"{step.Said} {word}" : step.Said),
            step.Stem,
            step.Stem is null ? said.Key : WireNames.Of(step.Stage),
            step.Action,
            said.Outcome,
            said.Outcome == StepOutcome.Different ? said.Instead : null,
            said.Outcome == StepOutcome.Skipped ? null : said.CutAt ?? step.Cut?.At ?? Middle(step.Cut),
            said.Note,
            said is { Outcome: StepOutcome.Different, Instead: Work.Instead.Tied, TiedTo: { } end }
                ? WorkPins.TiedAt(plan, step, new Stems.Towards(end.X, end.Z))
                : WorkPins.TiedBy(plan, step),
            step.ClearsLeaves && said.Outcome == StepOutcome.Done
        );

    /// <summary>The gardener's own word on a stem, which is why the step is there; null where it is not.</summary>
    private static Sentence? Asked(PlanDocument plan, PlanStep step) =>
        plan
            .Stems.FirstOrDefault(s => s.Id == step.Stem)
            ?.Reasons.FirstOrDefault(r => r is { Rule: "pin", Provenance: Provenance.User })
            ?.Text;

    /// <summary>What it says was done.</summary>
    public StepDone Done => StepDone.Kept(Stem, Stage, Action, Outcome, Instead, CutAt, Tied);

    /// <summary>
    /// Where a cut ends up whose bud had to be looked for: the middle of where to look, and the stub above it.
    /// </summary>
    private static double? Middle(PlanCut? cut) =>
        cut?.Bud?.Window is { Count: 2 } w ? Math.Round(((w[0] + w[1]) / 2) + cut.Clearance) : null;
}

/// <summary>A decision that changed because of what was done.</summary>
/// <param name="Why">Why it is now so, as the plan has it; null where it says nothing.</param>
public sealed record Change(StemId Stem, Decision Was, Decision Now, PlanSentence? Why)
{
    /// <summary>What another plan of the same plant decides otherwise.</summary>
    /// <param name="own">The stem that was worked on, which is not told; null where none was.</param>
    public static Change[] Between(PlanDocument before, PlanDocument after, string? own) =>
        [
            .. before
                .Stems.Join(
                    after.Stems,
                    b => b.Id,
                    a => a.Id,
                    (b, a) =>
                        new Change(
                            b.Id,
                            b.Decision,
                            a.Decision,
                            a.Reasons.FirstOrDefault() is { } why ? new PlanSentence(why.Text) : null
                        )
                )
                .Where(c => c.Was != c.Now && c.Stem != own),
        ];
}
