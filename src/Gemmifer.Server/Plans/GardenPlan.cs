using System.Linq.Expressions;
using System.Runtime.CompilerServices;
using System.Text.Json;
using System.Text.Json.Nodes;
using Gemmifer.Core;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Families;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Season;
using Gemmifer.Core.Work;
using Gemmifer.Data;
using Gemmifer.Data.Entities;
using Gemmifer.Server.Http;
using Gemmifer.Server.Planning;
using Gemmifer.Server.Plants;
using Gemmifer.Server.Schools;
using Gemmifer.Server.Settings;
using Gemmifer.Server.Surveys;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Server.Plans;

/// <summary>One line of the whole garden's plan.</summary>
/// <param name="Cuts">Cuts still to make.</param>
/// <param name="Checks">Canes to check first.</param>
/// <param name="Buds">Counted buds that stay; of vines only.</param>
/// <param name="Shoots">Shoots to expect; of vines only.</param>
/// <param name="TieCount">Ties still to make.</param>
/// <param name="Ties">Tie material to carry.</param>
/// <param name="Proved">The choice is proved the best.</param>
/// <param name="System">How a vine is trained; null where nobody said.</param>
/// <param name="Fault">The reference of a plan that failed, to report; null where none did.</param>
public sealed record GardenPlanLine(
    string Id,
    string Name,
    string Place,
    string Kind,
    PlanState State,
    int Cuts,
    int Kept,
    int Removed,
    int Checks,
    int Buds,
    int Shoots,
    int TieCount,
    int Minutes,
    Effort? Effort,
    IReadOnlyList<string> Tools,
    IReadOnlyList<PlanMaterial> Ties,
    bool Proved,
    string? System,
    string? Fault = null
);

/// <summary>How far the plan of a plant is.</summary>
public enum PlanState
{
    Planned,
    Finished,

    /// <summary>Nobody walked round it yet.</summary>
    Empty,
    Unplannable,

    /// <summary>The plan failed though it should not; the others go on.</summary>
    Failed,
}

/// <summary>
/// Plans the whole garden, plant after plant: one JSON line a plant, written as soon as it is known, the number of
/// plants first.
/// Closing the connection cancels. A few plants at a time are in memory, however many there are.
/// </summary>
public static class GardenPlan
{
    private const int ChunkPlants = 128;

    /// <summary>Adds the route.</summary>
    public static void MapGardenPlan(this IEndpointRouteBuilder app) =>
        app.MapGet("/api/garden/plan", WriteAsync)
            .WithName("planGarden")
            .ForHelpers()
            .WithSummary("One JSON line a plant; the first line is { \"total\": n }.")
            .Produces<GardenPlanLine>(200, "application/x-ndjson");

    private static async Task WriteAsync(HttpContext http, GardenContext garden, PlanMaker planner, TimeProvider clock)
    {
        var cancel = http.RequestAborted;
        http.Response.ContentType = "application/x-ndjson";
        http.Response.Headers.CacheControl = "no-store";
        try
        {
            var total = await garden.Plants.CountAsync(p => p.RemovedAt == null, cancel);
            await LineAsync(http.Response, new { total }, cancel);
            await foreach (var line in LinesAsync(garden, planner, clock, null, cancel))
            {
                await LineAsync(http.Response, line, cancel);
            }
        }
        catch (OperationCanceledException) when (cancel.IsCancellationRequested)
        {
            // The gardener pressed stop, or closed the page.
        }
    }

    private static async Task LineAsync<T>(HttpResponse response, T line, CancellationToken cancel)
    {
        await JsonSerializer.SerializeAsync(response.BodyWriter.AsStream(leaveOpen: true), line, PlanJson.Web, cancel);
        response.BodyWriter.GetSpan(1)[0] = (byte)'\n';
        response.BodyWriter.Advance(1);
        await response.BodyWriter.FlushAsync(cancel);
    }

    /// <summary>The lines of the plants wanted, in order of id.</summary>
    public static async IAsyncEnumerable<GardenPlanLine> LinesAsync(
        GardenContext garden,
        PlanMaker planner,
        TimeProvider clock,
        Expression<Func<PlantRecord, bool>>? wanted,
        [EnumeratorCancellation] CancellationToken cancel
    )
    {
        var place = (await SettingsEndpoints.LoadAsync(garden, cancel)).Settings.Place;
        var today = PlantEndpoints.Today(clock);
        var season = PruningYear.Of(today, place.Hemisphere);
        var on = new PlanDay(planner, place, today, season, await OwnSchools.ByIdAsync(garden, cancel));
        for (var after = ""; ; )
        {
            var plants = await garden
                .Plants.AsNoTracking()
                .Where(p => p.RemovedAt == null && p.Id.CompareTo(after) > 0)
                .Where(wanted ?? (p => true))
                .OrderBy(p => p.Id)
                .Take(ChunkPlants)
                .ToListAsync(cancel);
            if (plants.Count == 0)
            {
                yield break;
            }

            after = plants[^1].Id;
            var ids = plants.Select(p => p.Id).ToArray();
            var surveys = (
                await garden
                    .Surveys.AsNoTracking()
                    .Where(s => ids.Contains(s.PlantId) && s.Season <= season)
                    .ToListAsync(cancel)
            ).ToLookup(s => s.PlantId);
            var log = (
                await garden
                    .Log.AsNoTracking()
                    .Where(l => ids.Contains(l.PlantId) && l.Kind != LogKind.Note)
                    .OrderBy(l => l.Id)
                    .ToListAsync(cancel)
            ).ToLookup(l => l.PlantId);
            var lines = new GardenPlanLine[plants.Count];
            await Parallel.ForAsync(
                0,
                plants.Count,
                new ParallelOptions
                {
                    CancellationToken = cancel,
                    MaxDegreeOfParallelism = Math.Max(1, Environment.ProcessorCount - 1),
                },
                (i, _) =>
                {
                    var plant = plants[i];
                    lines[i] = LineOf(plant, [.. surveys[plant.Id]], [.. log[plant.Id]], on, cancel);
                    return ValueTask.CompletedTask;
                }
            );
            foreach (var line in lines)
            {
                yield return line;
            }
        }
    }

    /// <summary>What the plans of a day have in common.</summary>
    private sealed record PlanDay(
        PlanMaker Planner,
        GardenPlace Place,
        DateOnly Today,
        int Season,
        IReadOnlyDictionary<string, OwnSchoolRecord> Own
    );

    /// <summary>A plant that cannot even be read stops no other.</summary>
    private static GardenPlanLine LineOf(
        PlantRecord plant,
        SurveyRecord[] surveys,
        LogRecord[] log,
        PlanDay on,
        CancellationToken cancel
    )
    {
        try
        {
            return Composed(plant, surveys, log, on, cancel);
        }
        catch (Exception e) when (e is not OperationCanceledException)
        {
            return Without(plant, PlanState.Failed, null) with { Fault = on.Planner.Failed(e) };
        }
    }

    private static GardenPlanLine Composed(
        PlantRecord plant,
        SurveyRecord[] surveys,
        LogRecord[] log,
        PlanDay on,
        CancellationToken cancel
    )
    {
        var season = on.Season;
        var latest = surveys.MaxBy(s => s.Season);
        var family = PlantFamilies.Of(PlantKinds.Of(plant.Kind));
        var system =
            family.Part is { } part && latest?.Part(part) is { } said
                ? family.Trained(JsonNode.Parse(said)!.AsObject())
                : null;
        var visit = latest?.Season == season ? latest.Visit : 1;
        LogRecord[] Steps(int? of) =>
            [.. log.Where(l => l.Kind == LogKind.Step && l.Season == of && (of != season || l.Visit == visit))];
        if (log.Any(l => l.Kind == LogKind.Finished && l.Season == season && l.Visit == visit))
        {
            return Without(plant, PlanState.Finished, system);
        }

        var (survey, _) = PlantSurveys.Current(
            on.Planner,
            plant,
            latest,
            Steps(latest?.Season),
            new SeasonDay(on.Place, on.Today, season)
        );
        var document = SurveyDocuments.Compose(
            plant,
            survey,
            on.Place,
            on.Own,
            family is { Part: { } weighed, Records: not null } ? Weighed.Of(weighed, surveys, log, season) : null
        );
        var (open, fault) = on.Planner.Work(
            document,
            [.. Steps(season).Select(s => s.ToStep())],
            PlanDetail.Brief,
            cancel
        );
        if (open is not { } state)
        {
            return fault is not null
                ? Without(plant, PlanState.Failed, system) with
                {
                    Fault = fault,
                }
                : Without(plant, survey.Stems == "[]" ? PlanState.Empty : PlanState.Unplannable, system);
        }

        var plan = state.Plan;
        var pending = state.Pending.Where(p => p.Step.Stage != Stage.Return).Select(p => p.Step).ToArray();
        return new GardenPlanLine(
            plant.Id,
            plant.Name,
            plant.Place,
            plant.Kind,
            PlanState.Planned,
            pending.Count(s => s.Cut is not null),
            plan.Counts.Kept,
            plan.Counts.Removed,
            pending.Count(s => s.Stem is not null && s.Action.Effect() == StepEffect.Looked),
            family.CountsBuds ? plan.Counts.BudsLeft : 0,
            family.CountsBuds ? plan.Forecast.Shoots : 0,
            pending.Sum(s => s.Ties.Count),
            plan.Kit.Minutes,
            plan.Kit.Effort,
            plan.Kit.Tools,
            plan.Kit.Ties.Of,
            plan.Optimal,
            family.Trained(plan)
        );
    }

    private static GardenPlanLine Without(PlantRecord plant, PlanState state, string? system) =>
        new(plant.Id, plant.Name, plant.Place, plant.Kind, state, 0, 0, 0, 0, 0, 0, 0, 0, null, [], [], true, system);
}
