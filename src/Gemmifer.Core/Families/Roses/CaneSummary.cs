using Gemmifer.Core.Families.Roses.Climbing;
using Gemmifer.Core.Plans;

namespace Gemmifer.Core.Families.Roses;

/// <summary>How the plan of a plant with canes turns out, in two sentences.</summary>
internal static class CaneSummary
{
    /// <param name="bloom">Where it flowers on its support; null where there is none.</param>
    public static IEnumerable<string> Of(PlanCounts counts, BloomForecast? bloom)
    {
        if (counts.Kept + counts.Removed + counts.Left == 0)
        {
            yield break;
        }

        yield return $"{Wording.Outcome(counts, "cane", "canes")}.";
        var rest = bloom is { } b
            ? b.Tied > b.Found
                ? $"; tied like this, what stays flowers from about {b.Tied} places instead of {b.Found}"
                : $"; what stays flowers from about {b.Tied} places"
            : counts.EndSpacing is { } apart
                ? $"; the ends stand {Wording.AtLeast(apart)} apart or more"
                : "";
        var off =
            counts.RemovedShare <= 0 ? "No live wood"
            : counts.RemovedShare < 0.005 ? "Hardly any of the live wood"
            : $"{Wording.Percent(counts.RemovedShare)} of the live wood";
        yield return $"{off} comes off{rest}.";
    }
}
