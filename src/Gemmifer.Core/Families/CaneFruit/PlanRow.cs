using System.Text.Json.Serialization;
using Gemmifer.Core.Plans;

namespace Gemmifer.Core.Families.CaneFruit;

/// <summary>A row of cane fruit in numbers. Lengths mm.</summary>
/// <param name="PerMetre">Canes per metre of row that stay, those in their fruiting summer not counted.</param>
/// <param name="Least">Fewest canes the row should keep.</param>
/// <param name="Most">Most canes the row should keep.</param>
/// <param name="Classes">Canes by what becomes of them.</param>
/// <param name="Tip">Null where canes are not tipped.</param>
/// <param name="Laterals">Side shoots are shortened to between these; null where they are not.</param>
/// <param name="Wires">Heights to tie to.</param>
/// <param name="Compare">One crop beside two; empty where there is no choice.</param>
/// <param name="Naming">What is known of an unknown type; null for the others.</param>
/// <param name="PerPlant">Whether its canes are counted by the plant; else by the metre of row.</param>
public sealed record PlanRow(
    double PerMetre,
    int Least,
    int Most,
    IReadOnlyList<PlanClass> Classes,
    PlanTip? Tip,
    IReadOnlyList<double>? Laterals,
    IReadOnlyList<double> Wires,
    IReadOnlyList<PlanCropChoice> Compare,
    PlanNaming? Naming,
    bool PerPlant
) : PlanPart
{
    /// <inheritdoc/>
    internal override IEnumerable<(string Name, string Decision)> Decided =>
        Classes.Select(c => ($"{c.Name}", $"{c.Canes} {c.Decision}"));
}

/// <summary>Canes of one class.</summary>
/// <param name="Decision">Keep or remove.</param>
public sealed record PlanClass(CaneClass Name, int Canes, Decision Decision, Sentence Text)
{
    /// <summary>The measures in the text; null where there are none.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public IReadOnlyList<Measure>? Measures => Text.Measures;
}

/// <summary>Where and when canes are tipped.</summary>
/// <param name="From">Between this height and the next.</param>
/// <param name="To">Where the school has no upper limit, the height itself.</param>
/// <param name="Due">The day; null where it is done with this work.</param>
public sealed record PlanTip(double Height, double From, double To, DateOnly? Due);

/// <summary>One way to crop a row.</summary>
/// <param name="Crops">Each crop with its season.</param>
public sealed record PlanCropChoice(
    string School,
    string Name,
    int Kept,
    int Removed,
    IReadOnlyList<PlanHarvest> Crops,
    string Gain,
    string Loss
);

/// <summary>One crop and when it hangs.</summary>
public sealed record PlanHarvest(string Name, DateOnly From, DateOnly To);

/// <summary>What is known of an unknown type.</summary>
/// <param name="Type">The kind it is; null while unsure.</param>
/// <param name="Possible">Kinds that still fit, with their names.</param>
/// <param name="Reasons">What each sighting said.</param>
/// <param name="Next">The look that would tell most.</param>
public sealed record PlanNaming(
    string? Type,
    string? Name,
    IReadOnlyList<PlanPossible> Possible,
    IReadOnlyList<PlanTypingReason> Reasons,
    bool Contradiction,
    string? Next
);

/// <summary>A kind that still fits.</summary>
public sealed record PlanPossible(string Kind, string Name);

/// <summary>One sighting, and the names of the types it ruled out.</summary>
public sealed record PlanTypingReason(DateOnly Date, string What, Sentence Text, IReadOnlyList<string> RuledOut)
{
    /// <summary>The measures in the text; null where there are none.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public IReadOnlyList<Measure>? Measures => Text.Measures;
}
