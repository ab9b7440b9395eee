using System.Text.Json;
using System.Text.Json.Nodes;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Supports;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.CaneFruit;

/// <summary>Raspberries and blackberries: counted by the row, or cane by cane.</summary>
public sealed class CaneFruitFamily : Family
{
    /// <inheritdoc/>
    public override bool IsNamed(PlantKind kind) => !RowRules.Kind(kind.Id).Unknown;

    /// <inheritdoc/>
    public override PlantFamily Id => Name;

    /// <summary>What the family is called in the exchange format.</summary>
    public static PlantFamily Name { get; } = new("cane-fruit");

    /// <inheritdoc/>
    public override string Noun => "row of cane fruit";

    /// <inheritdoc/>
    public override string Part => "row";

    /// <inheritdoc/>
    public override Type PlanPart => typeof(PlanRow);

    /// <inheritdoc/>
    public override bool DrawnAsRow => true;

    /// <summary>Canes come out of the ground, on their own roots, and a row is made anew every year.</summary>
    public override IReadOnlyList<PlantFact> Knows => [PlantFact.Vigour];

    /// <inheritdoc/>
    public override IReadOnlyDictionary<string, double> UsualFacts(PlantKind kind) =>
        new Dictionary<string, double> { ["width"] = RowNumbers.Of.UsualWidth, ["meanHeight"] = kind.CaneLengthMm };

    /// <inheritdoc/>
    public override IReadOnlyDictionary<string, int> YearDays(PlantKind kind)
    {
        var row = RowRules.Kind(kind.Id);
        var days = new Dictionary<string, int>();
        if (row.TipDays is { } tip)
        {
            days["tip"] = tip;
        }

        // Canes that bear in summer go after it; those of an autumn crop alone are cut in the main prune.
        if (row.Autumn is null)
        {
            days["harvestTo"] = row.Harvest.To;
        }

        return days;
    }

    /// <inheritdoc/>
    public override FamilyFacts? Read(JsonElement? value, Plant plant, School? school, SurveyNotes notes) =>
        value is { } row ? RowReader.Read(row, notes) : null;

    /// <inheritdoc/>
    public override string? WithoutStems(bool part) =>
        part ? null : "A survey of cane fruit needs the counts of its row, or at least one stem.";

    /// <summary>Cane fruit is tied to anything.</summary>
    public override bool Uses(PlantKind kind, SupportKind support) => true;

    /// <inheritdoc/>
    public override PlanDocument Plan(Survey survey, PlanDetail detail, CancellationToken cancel) =>
        RowPlanner.Plan(survey, detail);

    /// <summary>
    /// A row, a year on: the canes that stayed have fruited, and the new ones have still to be counted.
    /// </summary>
    public override JsonObject? Next(JsonObject? part, int seasons, int? stayed)
    {
        if (part is null)
        {
            return null;
        }

        var next = part.DeepClone().AsObject();
        next.Remove("meanHeight");
        foreach (var fresh in (string[])["firstYear", "secondYear", "thin"])
        {
            next[fresh] = 0;
        }

        next["spent"] = stayed ?? 0;
        return next;
    }
}

/// <summary>What a survey says of cane fruit.</summary>
public static class RowSurvey
{
    extension(Survey survey)
    {
        /// <summary>The counts of the row; null where it has none.</summary>
        public RowFacts? Row => survey.Facts as RowFacts;
    }
}
