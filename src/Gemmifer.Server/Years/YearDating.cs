using System.Text.Json;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Work;
using Gemmifer.Core.Year;
using Gemmifer.Data;
using Gemmifer.Data.Entities;
using Gemmifer.Server.Http;
using Gemmifer.Server.Planning;
using Gemmifer.Server.Plants;
using Gemmifer.Server.Settings;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Server.Years;

/// <summary>What the garden asks of a year, and the year it gets; one plant that fails harms no other.</summary>
internal static class YearDating
{
    /// <summary>Code of the warning that a plant could not be dated though it should be.</summary>
    public const string FaultCode = "fault";

    private static YearWarning FaultOf(string plant, Exception e, PlanMaker planner) =>
        new(FaultCode, $"This plant could not be dated. Report it as {planner.Failed(e)}.", plant);

    /// <summary>Dates the year. A plant that cannot be dated is told, and the others are dated all the same.</summary>
    public static Task<YearAnswer> PlanAsync(YearAsked asked, PlanMaker planner, CancellationToken cancel) =>
        Task.Run(
            () =>
            {
                try
                {
                    return YearPlanner.Plan(asked, cancel);
                }
                catch (Exception e) when (e is not OperationCanceledException)
                {
                    return WithoutFaulty(asked, planner, cancel);
                }
            },
            cancel
        );

    private static YearAnswer WithoutFaulty(YearAsked asked, PlanMaker planner, CancellationToken cancel)
    {
        List<YearPlant> sound = [];
        List<YearWarning> noticed = [.. asked.Noticed];
        foreach (var plant in asked.Plants)
        {
            try
            {
                _ = YearPlanner.Plan(asked with { Plants = [plant] }, cancel);
                sound.Add(plant);
            }
            catch (Exception e) when (e is not OperationCanceledException)
            {
                noticed.Add(FaultOf(plant.Id, e, planner));
            }
        }

        return YearPlanner.Plan(asked with { Plants = sound, Noticed = noticed }, cancel);
    }

    /// <summary>What is asked of the garden's year, and its plants in the order in which one walks.</summary>
    public static async Task<(YearAsked Asked, YearPlantView[] Plants, GardenPlace Place)> AskedAsync(
        GardenContext garden,
        GardenWeather weather,
        PlanMaker planner,
        string? place,
        DateOnly from,
        DateOnly to,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var where = (await SettingsEndpoints.LoadAsync(garden, cancel)).Settings.Place;
        var growing = await garden
            .Plants.AsNoTracking()
            .Where(p => p.RemovedAt == null && (place == null || p.Place == place))
            .OrderBy(p => p.SortKey)
            .ThenBy(p => p.Id)
            .ToListAsync(cancel);
        var schools = await SchoolsAsync(garden, cancel);
        var log = await garden
            .Log.AsNoTracking()
            .Where(l => l.Event != null || (l.Kind == LogKind.Finished && l.Visit == 1))
            .Select(l => new
            {
                l.PlantId,
                l.At,
                l.Event,
            })
            .ToListAsync(cancel);
        var looked = await garden
            .Surveys.AsNoTracking()
            .Where(s => s.Looked)
            .Select(s => new { s.PlantId, s.UpdatedAt })
            .ToListAsync(cancel);
        var atPath = await AtPathAsync(garden, cancel);
        var sudden = log.Where(l => l.Event is { } e && Noted.Sudden.Contains(e))
            .GroupBy(l => l.PlantId)
            .ToDictionary(g => g.Key, g => g.Max(l => l.At));
        List<YearWarning> noticed = [];
        List<(YearPlant Plant, YearPlantView View)> dated = [];
        foreach (var p in growing)
        {
            try
            {
                var kind = PlantKinds.Of(p.Kind);
                var when = WhenOf(schools.GetValueOrDefault(p.Id), kind);
                dated.Add(
                    (
                        PlantOf(p, kind, when, from, where, atPath.Contains(p.Id)),
                        new YearPlantView(p.Id, p.Name, p.Place, kind.Family)
                    )
                );
            }
            catch (Exception e) when (e is not OperationCanceledException)
            {
                noticed.Add(FaultOf(p.Id, e, planner));
            }
        }

        var known = dated.Select(d => d.Plant.Id).ToHashSet(StringComparer.Ordinal);
        return (
            new YearAsked(
                where.OfYear,
                true,
                where.Latitude,
                from,
                to,
                [.. dated.Select(d => d.Plant)],
                [
                    .. log.Where(l => known.Contains(l.PlantId))
                        .Select(l => new YearLog(l.PlantId, Waited.Day(l.At, clock), l.Event ?? YearEvent.Pruned)),
                    // Whoever noted what a plant looks like has walked round it, unless something happened since.
                    .. looked
                        .Where(s => known.Contains(s.PlantId) && !(sudden.GetValueOrDefault(s.PlantId) > s.UpdatedAt))
                        .Select(s => new YearLog(s.PlantId, Waited.Day(s.UpdatedAt, clock), YearEvent.Looked)),
                ],
                await weather.ExpectedAsync(PlantEndpoints.Today(clock), cancel),
                noticed
            ),
            [.. dated.Select(d => d.View)],
            where
        );
    }

    private static YearPlant PlantOf(
        PlantRecord p,
        PlantKind kind,
        string when,
        DateOnly from,
        GardenPlace where,
        bool path
    ) =>
        new(
            p.Id,
            kind,
            when,
            WireNames.Find<Sun>(p.Sun) ?? Sun.Full,
            p.PlantedYear is { } planted ? Math.Max(0, from.Year - planted) : null,
            p.Cover,
            p.FlowerOn is { } day && day >= from.AddMonths(-12) ? day : null,
            p.Hips,
            where.Later.GetValueOrDefault(p.Place),
            path
        );

    /// <summary>The school each plant was last given, as it is stored.</summary>
    private static async Task<Dictionary<string, string?>> SchoolsAsync(GardenContext garden, CancellationToken cancel)
    {
        return (
            await garden
                .Surveys.AsNoTracking()
                .Where(s => s.School != null)
                .Select(s => new
                {
                    s.PlantId,
                    s.Season,
                    s.School,
                })
                .ToListAsync(cancel)
        ).GroupBy(s => s.PlantId).ToDictionary(g => g.Key, g => g.MaxBy(s => s.Season)!.School);
    }

    /// <summary>Plants of which the latest survey keeps a path clear.</summary>
    private static async Task<HashSet<string>> AtPathAsync(GardenContext garden, CancellationToken cancel)
    {
        return (
            await garden
                .Surveys.AsNoTracking()
                .Where(s => s.KeepOut != "[]")
                .Where(s => !garden.Surveys.Any(later => later.PlantId == s.PlantId && later.Season > s.Season))
                .Select(s => s.PlantId)
                .ToListAsync(cancel)
        ).ToHashSet(StringComparer.Ordinal);
    }

    /// <summary>When the main prune is by the school of a plant as it is stored.</summary>
    private static string WhenOf(string? stored, PlantKind kind)
    {
        if (stored is not null)
        {
            using var school = JsonDocument.Parse(stored);
            var root = school.RootElement;
            var id =
                root.ValueKind == JsonValueKind.String ? root.GetString()
                : root.TryGetProperty("base", out var b) ? b.GetString()
                : null;
            if (
                root.ValueKind == JsonValueKind.Object
                && root.TryGetProperty("set", out var set)
                && set.TryGetProperty("when", out var when)
                && when.GetString() is { } own
            )
            {
                return own;
            }

            if (id is not null && SchoolCatalog.For(id, kind.Id) is { } named)
            {
                return named.When;
            }
        }

        return SchoolCatalog.For(kind.DefaultSchool, kind.Id)!.When;
    }
}
