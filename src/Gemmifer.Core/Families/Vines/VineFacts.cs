using System.Collections.Immutable;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.Vines;

/// <summary>Balanced pruning: so many buds for the first unit of prunings, so many for each further one.</summary>
/// <param name="Base">Buds for the first unit.</param>
/// <param name="Per">Buds for each further unit.</param>
/// <param name="UnitGrams">The unit, g; a pound is 453.59237.</param>
public sealed record BudRule(double Base, double Per, double UnitGrams)
{
    /// <summary>An international pound, g (exact by definition).</summary>
    public const double PoundGrams = 453.59237;
}

/// <summary>A sample of buds cut across.</summary>
/// <param name="Cut">Buds cut, 1 or more.</param>
/// <param name="Dead">Of these dead.</param>
public sealed record WinterLoss(int Cut, int Dead)
{
    /// <summary>Share of dead buds, 0 to 1.</summary>
    public double Share => (double)Dead / Cut;
}

/// <summary>What was weighed of one season.</summary>
/// <param name="Season">The summer the crop and the wood grew in.</param>
/// <param name="PruningGrams">One-year prunings of the winter after it, g; null where not weighed.</param>
/// <param name="CropGrams">Crop, g; null where not weighed.</param>
public sealed record VineSeason(int Season, double? PruningGrams, double? CropGrams);

/// <summary>What a survey says of a vine as a whole.</summary>
/// <param name="Year">Year since planting, 1 is the first; null where nobody said.</param>
/// <param name="SpacingMm">Room along the row, mm.</param>
/// <param name="RowSpacingMm">Room between rows, mm; null where nobody said.</param>
/// <param name="PruningGrams">One-year prunings weighed this winter, g.</param>
/// <param name="PerMetre">Buds per metre of row where the budget goes by that.</param>
/// <param name="ByWasSaid">Whether the survey says what the budget goes by.</param>
/// <param name="Stage">1 the winter prune, 2 the visit after bud break.</param>
/// <param name="Records">Earlier seasons, oldest first.</param>
public sealed record VineFacts(
    VineSystem System,
    int? Year,
    double SpacingMm,
    double? RowSpacingMm,
    double? PruningGrams,
    WinterLoss? Loss,
    BudRule Rule,
    BudgetBy By,
    double PerMetre,
    int Stage,
    ImmutableArray<VineSeason> Records,
    bool ByWasSaid = false
) : FamilyFacts
{
    /// <summary>What the budget would go by once the prunings are weighed.</summary>
    public BudgetBy ByWeighed => ByWasSaid ? By : BudgetBy.Weight;
}

/// <summary>What the facts of a vine may measure; used by check, message and schema test.</summary>
public static class VineLimits
{
    public const double SpacingLeastMm = 100,
        SpacingMm = 20_000,
        PruningGrams = 100_000,
        CropGrams = 1_000_000,
        Buds = 500,
        UnitLeastGrams = 1,
        UnitGrams = 10_000;
    public const int Year = 200,
        Sample = 100_000,
        Records = 100,
        PerMetre = 100;
}
