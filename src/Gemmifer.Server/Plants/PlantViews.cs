using System.Text.Json;
using Gemmifer.Core.Plants;

namespace Gemmifer.Server.Plants;

/// <summary>What the gardener says of a plant. Lengths mm.</summary>
/// <param name="Id">Made by the page that adds it, 32 digits and letters from a to f; sent twice it is added
/// once.</param>
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
    string? Id = null
);

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
    string? Look
);

/// <summary>A plant in the list of the garden.</summary>
/// <param name="State">empty, surveyed, working or finished, in the season that is on.</param>
/// <param name="DueFrom">First day of its main prune.</param>
/// <param name="LastPruned">Day of the last cut in the log.</param>
/// <param name="Row">The counts of its row, for a small drawing; null for other kinds.</param>
/// <param name="Canes">Its canes as last seen, for a small drawing.</param>
public sealed record PlantSummary(
    PlantView Plant,
    string State,
    int StepsDone,
    DateOnly DueFrom,
    DateOnly DueTo,
    DateOnly? LastPruned,
    JsonElement Canes,
    JsonElement? Row
);
