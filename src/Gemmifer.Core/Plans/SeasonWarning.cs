using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Season;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Plans;

/// <summary>What is said where a plant is looked at outside of its pruning season.</summary>
public static class SeasonWarning
{
    /// <summary>The day stands before the main prune that is to come; null where it does not.</summary>
    /// <param name="anyTime">What is right on any day.</param>
    public static PlanWarning? Outside(
        Survey survey,
        string anyTime = "what is dead, diseased or damaged, and suckers from the root"
    )
    {
        var season = survey.Season;
        return !season.BeforeMainPrune
            ? null
            : new PlanWarning(
                "season",
                survey.Anyway
                    ? $"You asked for all of it on {Wording.Day(season.Date)}; the main prune of this kind is "
                        + $"{Span(season)}. What it costs: {Cost(season)}."
                    : $"{Wording.Day(season.Date)} is outside of the main prune of this kind, which is {Span(season)}. "
                        + $"Right at any time: {anyTime}. The rest stands under later work with its day."
            );
    }

    /// <summary>
    /// What to know before a plan of the main prune is carried out on a day outside of it; null where nothing is.
    /// </summary>
    /// <param name="survey">What the plan is made of.</param>
    public static PlanSentence? DoneOn(DateOnly day, Survey survey)
    {
        var season = survey.Season with { Date = day };
        return survey.Task != SurveyTask.Prune || survey.Season.BeforeMainPrune || !season.BeforeMainPrune
            ? null
            : new PlanSentence(
                $"{Wording.Day(day)} is outside of the main prune, which is {Span(season)}. Dead, diseased and damaged "
                    + $"wood may come out now. For the rest: {Cost(season)}."
            );
    }

    /// <summary>What pruning costs on the day instead of in its season, as part of a sentence.</summary>
    public static string Cost(PlantSeason season) =>
        season.Kind.FlowersOn == FlowerWood.LastYear
            ? season.BetweenFrosts && season.Date > season.GrowthFrost.AddDays(season.Kind.PruneToDays)
                ? "the wood of this summer carries next year's flowers, and what is cut off now is lost to them"
                : "it flowers on last year's wood, and what is cut off now does not flower this year"
            : season.BetweenFrosts
                ? season.TooLateForShoots
                    ? "a late cut forces soft growth that frost takes"
                    : "cut in growth it loses the flowers on it and the leaves it lives on"
                : season.Kind.TooEarly;

    /// <summary>Why a cut waits for its season.</summary>
    public static PlanReason Waits(PlantSeason season) =>
        new(
            "season",
            $"It waits for the main prune, from {Wording.Day(season.MainPrune.From)}: {Cost(season)}.",
            Provenance.Practice
        );

    private static string Span(PlantSeason season) =>
        $"from about {Wording.Day(season.MainPrune.From)} to {Wording.Day(season.MainPrune.To)}";
}
