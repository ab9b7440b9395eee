using Gemmifer.Core.Season;

namespace Gemmifer.Core.Plans;

/// <summary>What is said where a plant is pruned outside of its season.</summary>
public static class SeasonWarning
{
    /// <summary>The day stands before the main prune that is to come; null where it does not.</summary>
    /// <param name="anyTime">What may come out all the same.</param>
    public static PlanWarning? Outside(PlantSeason season, string anyTime = "dead, diseased and damaged wood") =>
        !season.BeforeMainPrune
            ? null
            : new PlanWarning(
                "season",
                $"{Wording.Day(season.Date)} is outside the main pruning time of this kind. "
                    + $"The next one runs from about {Wording.Day(season.MainPrune.From)} to "
                    + $"{Wording.Day(season.MainPrune.To)}; {anyTime} may come out at any time."
            );

    /// <summary>The same for a plant that flowers on last year's wood and is pruned after its flowers.</summary>
    public static PlanWarning? BeforeFlowers(PlantSeason season) =>
        !season.BeforeMainPrune
            ? null
            : new PlanWarning(
                "season",
                "It flowers on last year's wood: pruned now it will hardly flower this year. "
                    + $"Prune it right after the flowers, about {Wording.Day(season.MainPrune.From)} to "
                    + $"{Wording.Day(season.MainPrune.To)}; dead, diseased and damaged wood may come out at any time."
            );
}
