using System.Text.Json.Serialization;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;

namespace Gemmifer.Core.Families.Vines;

/// <summary>The work a vine is planned for.</summary>
public enum VineTask
{
    /// <summary>The winter prune.</summary>
    Winter,

    /// <summary>The visit after bud break.</summary>
    SecondVisit,

    /// <summary>Work in growth.</summary>
    Summer,

    /// <summary>A young vine on its way up.</summary>
    Training,
}

/// <summary>How a vine is trained.</summary>
public enum VineSystem
{
    Goblet,
    Cordon,
    LongCane,
    TTrellis,
    Training,
}

/// <summary>What the bud budget is reckoned by.</summary>
public enum BudgetBy
{
    /// <summary>The weight of last season's prunings.</summary>
    Weight,

    /// <summary>Buds per metre of row.</summary>
    Metre,

    /// <summary>The places that carry a spur.</summary>
    Spurs,
}

/// <summary>A vine in numbers.</summary>
/// <param name="Budget">Null where no buds are budgeted.</param>
/// <param name="Positions">Each place that carries buds, or that goes.</param>
/// <param name="Crop">What to expect; null where no crop is.</param>
/// <param name="Balance">Crop and wood of each season that was weighed, oldest first.</param>
/// <param name="Timeline">Of a young vine; empty for others.</param>
/// <param name="DryDay">The next dry day where rain speaks against the day planned; null where none is known or none is
/// needed.</param>
public sealed record PlanVine(
    VineSystem System,
    VineTask Work,
    PlanBudget? Budget,
    IReadOnlyList<PlanPosition> Positions,
    PlanCrop? Crop,
    IReadOnlyList<PlanBalance> Balance,
    IReadOnlyList<PlanVineYear> Timeline,
    DateOnly? DryDay
) : PlanPart;

/// <summary>The bud budget.</summary>
/// <param name="Target">By the rule.</param>
/// <param name="Corrected">With winter loss made up for.</param>
/// <param name="Cap">Most for the room along the row.</param>
/// <param name="Buds">To be kept.</param>
/// <param name="Room">What the places that stay hold by rule.</param>
/// <param name="Short">Buds that found no room.</param>
/// <param name="Why">Where the rule comes from, in a sentence.</param>
/// <param name="Sums">The arithmetic of the counts, sum by sum.</param>
public sealed record PlanBudget(
    BudgetBy By,
    int Target,
    int Corrected,
    int Cap,
    int Buds,
    int Room,
    int Short,
    Provenance Provenance,
    string Why,
    IReadOnlyList<PlanSum> Sums
);

/// <summary>What a sum of the budget is about.</summary>
public enum SumOf
{
    /// <summary>The rule: weight, metre or spurs.</summary>
    Rule,

    /// <summary>Buds the winter killed, made up for.</summary>
    WinterLoss,

    /// <summary>The most for the room along the row.</summary>
    Room,
}

/// <summary>One sum as it would be written by hand.</summary>
public sealed record PlanSum(SumOf Of, string Text);

/// <summary>One place on the vine.</summary>
/// <param name="Shoot">The shoot kept; null where the place goes or waits.</param>
/// <param name="Buds">Counted buds that stay.</param>
/// <param name="Doubt">Whether one more was left for the second visit.</param>
/// <param name="Off">How far the shoot starts from the arm, mm.</param>
/// <param name="CreepPerYear">How fast the place moves away from the arm, mm a year.</param>
/// <param name="RenewBy">The season in which it will be a fist away.</param>
/// <param name="Marks">Where its buds sit: x, y, z.</param>
/// <param name="Along">Where it stands on the arm or trunk, mm.</param>
public sealed record PlanPosition(
    StemId Id,
    StemId? Shoot,
    int Buds,
    bool Doubt,
    double Off,
    double? CreepPerYear,
    int? RenewBy,
    Sentence Text,
    IReadOnlyList<double[]> Marks,
    double Along
)
{
    /// <summary>The measures in the text; null where there are none.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public IReadOnlyList<Measure>? Measures => Text.Measures;
}

/// <summary>What this summer can bring, each as least and most. Weights g.</summary>
/// <param name="PerMetre">Shoots per metre of row.</param>
/// <param name="Ravaz">Crop over the prunings weighed this winter; null where none were.</param>
public sealed record PlanCrop(
    IReadOnlyList<int> Shoots,
    IReadOnlyList<int> Clusters,
    IReadOnlyList<double> Grams,
    double PerMetre,
    IReadOnlyList<double>? Ravaz,
    Sentence Text
)
{
    /// <summary>The measures in the text; null where there are none.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public IReadOnlyList<Measure>? Measures => Text.Measures;
}

/// <summary>Crop and wood of one season.</summary>
/// <param name="Ravaz">Crop over prunings; null where one is missing.</param>
/// <param name="WoodPerMetre">Prunings per metre of row, g; null where not weighed.</param>
/// <param name="Text">Both judged, in a sentence.</param>
public sealed record PlanBalance(
    int Season,
    double? PruningWeight,
    double? Crop,
    double? Ravaz,
    double? WoodPerMetre,
    Sentence Text
)
{
    /// <summary>The measures in the text; null where there are none.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public IReadOnlyList<Measure>? Measures => Text.Measures;
}

/// <summary>One year of a young vine.</summary>
public sealed record PlanVineYear(int Year, Sentence Text, bool Now, bool Done)
{
    /// <summary>The measures in the text; null where there are none.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public IReadOnlyList<Measure>? Measures => Text.Measures;
}
