using System.Collections.Immutable;

namespace Gemmifer.Core.Plans;

/// <summary>
/// The order of work: by stage; within a stage what is done to the whole plant first, then stems in order of id, the
/// order of the walk. Later work goes by its day.
/// </summary>
public static class StepOrder
{
    /// <summary>Where a step has a hand above reach, it says so.</summary>
    private static PlanStep OutOfReach(PlanStep step) =>
        (step.Cut?.Z > Cautions.ReachMm || step.Ties.Any(t => t.Z > Cautions.ReachMm))
        && step.Caution?.Contains(Cautions.Ladder, StringComparison.Ordinal) != true
            ? step with
            {
                Caution = $"{step.Caution} {Cautions.Ladder}".TrimStart(),
            }
            : step;

    /// <summary>The steps in order, numbered from 1.</summary>
    public static ImmutableArray<PlanStep> Of(IEnumerable<PlanStep> steps) =>
        [
            .. steps
                .Select(OutOfReach)
                .OrderBy(s => s.Stage)
                .ThenBy(s => s.Stage == Stage.Return ? s.Due : DateOnly.MinValue)
                .ThenBy(s => s.Stem is null ? 0 : 1)
                .ThenBy(s => s.Stem, StringComparer.Ordinal)
                .Select((s, i) => s with { N = i + 1 }),
        ];
}
