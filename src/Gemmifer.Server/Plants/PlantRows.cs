using System.Text.Json;
using System.Text.Json.Nodes;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Season;
using Gemmifer.Core.Work;
using Gemmifer.Data;
using Gemmifer.Data.Entities;
using Gemmifer.Server.Settings;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Server.Plants;

/// <summary>What lists show of plants: read from the file row by row, with a small drawing of each.</summary>
internal static class PlantRows
{
    /// <summary>Canes of a small drawing; more would not be told apart.</summary>
    private const int DrawnCanes = 20;

    private static readonly string[] OwnFeet = ["crown", "rootstock", "ground", "unknown"];

    /// <summary>Kinds that nobody walks round: they have a routine.</summary>
    public static readonly string[] Routine = [.. PlantKinds.All.Where(k => !k.Surveyed).Select(k => k.Id)];

    /// <summary>The season a list is of.</summary>
    internal sealed record Day(GardenPlace Place, DateOnly Today, int Season)
    {
        /// <summary>The main prune that is on or comes next of a kind in a bed, a wall or a row.</summary>
        /// <param name="covered">Whether it is pruned when its winter cover comes off.</param>
        public (DateOnly From, DateOnly To) Window(PlantKind kind, string place, bool covered) =>
            PruningYear.Window(kind, Today, Place.At(place).Growing, covered);
    }

    /// <summary>What a list shows of a plant, as the file has it.</summary>
    internal sealed class Row
    {
        public required PlantRecord Plant { get; init; }

        public required int Steps { get; init; }

        public required bool Finished { get; init; }

        public required bool Looked { get; init; }

        public required DateTimeOffset? Last { get; init; }

        public PlantState State => StateOf(Finished, Steps > 0, Looked);
    }

    /// <summary>How far the work on a plant has come.</summary>
    public static PlantState StateOf(bool finished, bool begun, bool looked) =>
        finished ? PlantState.Finished
        : begun ? PlantState.Working
        : looked ? PlantState.Surveyed
        : PlantState.Empty;

    /// <summary>The day where the garden is, and its season.</summary>
    public static async Task<Day> DayAsync(GardenContext garden, TimeProvider clock, CancellationToken cancel)
    {
        var place = (await SettingsEndpoints.LoadAsync(garden, cancel)).Settings.Place;
        var today = PlantEndpoints.Today(clock);
        return new Day(place, today, PruningYear.Of(today, place.Hemisphere));
    }

    /// <summary>Plants that grow in the garden, none that was taken out.</summary>
    public static IQueryable<PlantRecord> Growing(GardenContext garden) =>
        garden.Plants.AsNoTracking().Where(p => p.RemovedAt == null);

    /// <summary>What is known of each plant; every part of it is read from an index.</summary>
    public static IQueryable<Row> Rows(GardenContext garden, IQueryable<PlantRecord> plants, int season) =>
        from plant in plants
        let survey = garden.Surveys.FirstOrDefault(s => s.PlantId == plant.Id && s.Season == season)
        let visit = survey == null ? 1 : survey.Visit
        select new Row
        {
            Plant = plant,
            Looked = (survey != null && survey.Looked) || Routine.Contains(plant.Kind),
            Steps = garden.Log.Count(l =>
                l.PlantId == plant.Id && l.Season == season && l.Visit == visit && l.Kind == LogKind.Step
            ),
            Finished = garden.Log.Any(l =>
                l.PlantId == plant.Id && l.Season == season && l.Visit == visit && l.Kind == LogKind.Finished
            ),
            Last = garden
                .Log.Where(l =>
                    l.PlantId == plant.Id
                    && l.Visit < RoundRecord.FirstVisit
                    && (l.Kind == LogKind.Step || l.Kind == LogKind.Finished)
                )
                .Max(l => (DateTimeOffset?)l.At),
        };

    /// <summary>Rows as a list shows them, in their order.</summary>
    public static async Task<PlantSummary[]> SummariesAsync(
        GardenContext garden,
        IReadOnlyList<Row> rows,
        Day day,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        string[] ids = [.. rows.Select(r => r.Plant.Id)];
        var seen = await garden
            .Surveys.AsNoTracking()
            .Where(s => ids.Contains(s.PlantId))
            .Where(s => !garden.Surveys.Any(later => later.PlantId == s.PlantId && later.Season > s.Season))
            .Select(s => new { s.PlantId, s.Stems })
            .ToDictionaryAsync(s => s.PlantId, s => s.Stems, cancel);
        return
        [
            .. rows.Select(r =>
            {
                var kind = PlantKinds.Of(r.Plant.Kind);
                var (from, to) = day.Window(kind, r.Plant.Place, r.Plant.Cover);
                return new PlantSummary(
                    PlantEndpoints.ViewOf(r.Plant),
                    r.State,
                    r.Steps,
                    from,
                    to,
                    r.Last is { } at
                        ? DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(at, clock.LocalTimeZone).DateTime)
                        : null,
                    Drawn(seen.GetValueOrDefault(r.Plant.Id))
                );
            }),
        ];
    }

    /// <summary>
    /// What a small drawing is made of: the canes that stand for themselves, and one arm to tell a vine with arms;
    /// nothing where that cannot be read.
    /// </summary>
    private static DrawnCane[] Drawn(string? json)
    {
        try
        {
            var canes = (JsonNode.Parse(json ?? "[]") as JsonArray ?? [])
                .OfType<JsonObject>()
                .Select(s => new DrawnCane(
                    Word(s, "role"),
                    Word(s, "parent") ?? "",
                    Rounded(s, "diameter"),
                    Rounded(s, "age"),
                    Rounded(s, "clock"),
                    Rounded(s, "length")
                ))
                .ToArray();
            return
            [
                .. canes.Where(c => c.Role == "arm").Take(1),
                .. canes
                    .Where(c => c.Role != "arm" && c.Clock is not null && OwnFeet.Contains(c.Parent))
                    .Take(DrawnCanes),
            ];
        }
        catch (Exception e) when (e is JsonException or ArgumentException)
        {
            // One plant without its drawing, not a garden without its list.
            return [];
        }
    }

    private static string? Word(JsonObject stem, string name) =>
        stem[name] is JsonValue value && value.TryGetValue<string>(out var word) ? word : null;

    private static double? Rounded(JsonObject stem, string name) =>
        stem[name] is JsonValue value && value.TryGetValue<double>(out var number) ? Math.Round(number, 1) : null;
}
