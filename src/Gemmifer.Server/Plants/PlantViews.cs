using System.Text.Json.Serialization;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Year;
using Gemmifer.Server.Http;

namespace Gemmifer.Server.Plants;

/// <summary>What the gardener says of a plant. Lengths mm.</summary>
/// <param name="Id">Made by the page that adds it, 32 digits and letters from a to f; sent twice it is added
/// once.</param>
/// <param name="Sun">How much sun it gets.</param>
/// <param name="Cover">Whether it is covered in winter.</param>
/// <param name="Hips">Whether its hips are wanted.</param>
/// <param name="FlowerOn">The day it is wanted in flower.</param>
public sealed record PlantInput(
    string Name,
    string Kind,
    string? Place,
    int? PlantedYear,
    string? Vigour,
    bool? Neglected,
    double? UnionHeight,
    bool? Rootstock,
    string? Look,
    string? Id = null,
    Sun? Sun = null,
    bool? Cover = null,
    bool? Hips = null,
    DateOnly? FlowerOn = null
) : IBody<PlantInput>
{
    static PlantInput IBody<PlantInput>.Read(FieldReader f, DateOnly today) => Read(f, today);

    internal static PlantInput Read(FieldReader f, DateOnly today)
    {
        f.Require("name");
        f.Require("kind");
        var name = f.Text("name", 80)?.Trim();
        if (name is "")
        {
            f.Error(f.At("name"), "required", "Give the plant a name you will know it by.");
        }

        return new PlantInput(
            name ?? "",
            f.Word("kind", [.. PlantKinds.All.Select(k => k.Id)]) ?? "",
            f.Text("place", 80)?.Trim(),
            f.Whole("plantedYear", SurveyLimits.FirstYear, today.Year),
            f.Word("vigour", WireNames.All<Vigour>()),
            f.Flag("neglected"),
            f.Number("unionHeight", SurveyLimits.UnionMinMm, SurveyLimits.UnionMaxMm),
            f.Flag("rootstock"),
            f.Word("look", WireNames.All<PlantLook>()),
            RequestBody.IdIn(f),
            f.Choice<Sun>("sun"),
            f.Flag("cover"),
            f.Flag("hips"),
            f.Date("flowerOn")
        );
    }
}

/// <summary>A plant as stored.</summary>
public sealed record PlantView(
    string Id,
    int Revision,
    string Name,
    string Kind,
    string KindName,
    PlantFamily Family,
    string Place,
    int? PlantedYear,
    string? Vigour,
    bool Neglected,
    double? UnionHeight,
    bool? Rootstock,
    string? Look,
    Sun? Sun,
    bool Cover,
    bool Hips,
    DateOnly? FlowerOn
);

/// <summary>How far the work on a plant is, in the season that is on.</summary>
public enum PlantState
{
    /// <summary>Nobody walked round it yet.</summary>
    Empty,
    Surveyed,
    Working,
    Finished,
}

/// <summary>A plant in the list of the garden.</summary>
/// <param name="DueFrom">First day of its main prune.</param>
/// <param name="LastPruned">Day of the last cut in the log.</param>
/// <param name="Canes">Its canes as last seen, for a small drawing.</param>
public sealed record PlantSummary(
    PlantView Plant,
    PlantState State,
    int StepsDone,
    DateOnly DueFrom,
    DateOnly DueTo,
    DateOnly? LastPruned,
    IReadOnlyList<DrawnCane> Canes
);

/// <summary>A cane in a small drawing. What is null was not measured, and is not written.</summary>
/// <param name="Diameter">mm.</param>
/// <param name="Age">Seasons.</param>
/// <param name="Clock">Hours seen from above, 12 to the north.</param>
/// <param name="Length">mm.</param>
public sealed record DrawnCane(
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? Role,
    string Parent,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] double? Diameter,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] double? Age,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] double? Clock,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] double? Length
);

/// <summary>What is due in the garden.</summary>
/// <param name="Plants">Plants that grow in it.</param>
/// <param name="Due">Plants whose main prune is on.</param>
/// <param name="DueFrom">First day of the earliest main prune; null in an empty garden.</param>
public sealed record NowView(DateOnly Today, int Plants, int Due, DateOnly? DueFrom, IReadOnlyList<NowGroup> Groups);

/// <summary>The plants of a state.</summary>
/// <param name="Count">How many there are.</param>
/// <param name="Plants">The first of them.</param>
public sealed record NowGroup(PlantState State, int Count, IReadOnlyList<PlantSummary> Plants);
