using Gemmifer.Core.Families;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core;

/// <summary>From a survey to a plan. Pure: the same survey gives the same plan.</summary>
public static class Planner
{
    /// <summary>Plans the work on one plant, as its family does it.</summary>
    /// <param name="cancel">Ends the search; a plan nobody waits for any more stops within a few milliseconds.</param>
    /// <exception cref="OperationCanceledException">Nobody waits for it any more.</exception>
    public static PlanDocument Plan(
        Survey survey,
        PlanDetail detail = PlanDetail.Full,
        CancellationToken cancel = default
    )
    {
        var family = PlantFamilies.Of(survey.Plant.Kind);
        if (detail != PlanDetail.Full)
        {
            return family.Plan(survey, detail, cancel);
        }

        var plan = family.PlanWithFlips(survey, cancel);
        return survey.Task == SurveyTask.Prune
            ? new Edges(survey, changed => family.Decide(changed, cancel)).Weigh(plan, cancel)
            : plan;
    }
}
