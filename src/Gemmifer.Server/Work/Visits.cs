using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using Gemmifer.Core;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Season;
using Gemmifer.Core.Work;
using Gemmifer.Data;
using Gemmifer.Data.Entities;
using Gemmifer.Server.Http;
using Gemmifer.Server.Plants;
using Gemmifer.Server.Surveys;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Server.Work;

/// <summary>
/// Visits that follow from the work: the second cut, tipping, a look. Stored, so that they are there after a restart.
/// </summary>
public static class Visits
{
    /// <summary>Adds the routes.</summary>
    public static void MapVisits(this IEndpointRouteBuilder app)
    {
        app.MapGet("/api/visits", ListAsync)
            .WithName("visits")
            .ForHelpers()
            .WithSummary("A page of the visits to come, the most pressing first; the header Link names the next.")
            .Produces<VisitView[]>()
            .ProducesProblem(422);
        app.MapPost("/api/visits/{id:int}", SettleAsync)
            .WithName("settleVisit")
            .ForHelpers()
            .Reads<VisitInput>()
            .Produces(204)
            .ProducesProblem(404)
            .ProducesProblem(422);
        app.MapPost("/api/plants/{id}/second-visit", BeginSecondAsync)
            .WithName("beginSecondVisit")
            .ForHelpers()
            .Produces<SurveyView>()
            .ProducesProblem(404)
            .ProducesProblem(409);
        app.MapDelete("/api/plants/{id}/second-visit", TakeSecondBackAsync)
            .WithName("takeSecondVisitBack")
            .ForHelpers()
            .WithSummary("Takes back that the second visit was begun, as long as nothing of it was done.")
            .Produces<SurveyView>()
            .ProducesProblem(404)
            .ProducesProblem(409);
    }

    /// <summary>
    /// Brings the visits of a plant in line with its work: those of its plan once work has begun, none before. What is
    /// done stays done.
    /// </summary>
    public static async Task FollowAsync(GardenContext garden, OpenWork work, CancellationToken cancel)
    {
        var stored = await garden
            .Visits.Where(v => v.PlantId == work.Plant.Id && v.Season == work.Season)
            .ToListAsync(cancel);
        var wanted = work.Lines.Count == 0 ? [] : Of(work).ToArray();
        var prefix = work.Visit.ToString(CultureInfo.InvariantCulture) + ":";
        garden.RemoveRange(
            stored.Where(v =>
                v.DoneAt is null
                && v.Key.StartsWith(prefix, StringComparison.Ordinal)
                && wanted.All(w => w.Key != v.Key)
            )
        );
        foreach (var visit in wanted)
        {
            if (stored.FirstOrDefault(v => v.Key == visit.Key) is not { } had)
            {
                garden.Add(visit);
            }
            else if (had.DoneAt is null)
            {
                // What the gardener put off stays put off, unless it is for something else now.
                var moved = had.Planned != had.Due && (had.Text, had.Kind) == (visit.Text, visit.Kind);
                (had.Text, had.Measures, had.Kind) = (visit.Text, visit.Measures, visit.Kind);
                (had.Planned, had.Due) = (visit.Due, moved ? had.Due : visit.Due);
            }
        }
    }

    private static IEnumerable<VisitRecord> Of(OpenWork work) =>
        work.State is not { } state
            ? []
            : PlannedVisit
                .Of(state.Plan, PlantFamilies.Of(PlantKinds.Of(work.Plant.Kind)).IsSecondVisit)
                .Select(v => new VisitRecord
                {
                    PlantId = work.Plant.Id,
                    Season = work.Season,
                    Key = $"{work.Visit}:{v.Key}",
                    Kind = v.Kind,
                    Text = v.Text.Text,
                    Measures = WorkStore.Stored(v.Text.Measures),
                    Due = v.Due,
                    Planned = v.Due,
                });

    /// <summary>A visit that was missed by so many days is no longer asked for.</summary>
    private const int MissedDays = 120;

    /// <summary>A page of the visits that are open, the most pressing first.</summary>
    private static async Task<IResult> ListAsync(
        string? limit,
        string? after,
        HttpRequest request,
        GardenContext garden,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var since = PlantEndpoints.Today(clock).AddDays(-MissedDays);
        var every = garden
            .Visits.AsNoTracking()
            .Join(garden.Plants, v => v.PlantId, p => p.Id, (v, p) => new { Visit = v, Plant = p });
        var open = every.Where(x => x.Visit.DoneAt == null && x.Visit.Due >= since && x.Plant.RemovedAt == null);
        var errors = new List<SurveyError>();
        var paging = Paging.Read(limit, after, errors);
        if (after is not null)
        {
            var last = int.TryParse(after, NumberStyles.None, CultureInfo.InvariantCulture, out var id)
                ? await every.FirstOrDefaultAsync(x => x.Visit.Id == id, cancel)
                : null;
            if (last is null)
            {
                Paging.Lost(errors);
            }
            else
            {
                var (due, key) = (last.Visit.Due, last.Plant.SortKey);
                open = open.Where(x =>
                    x.Visit.Due >= due
                    && (
                        x.Visit.Due > due
                        || string.Compare(x.Plant.SortKey, key) > 0
                        || (x.Plant.SortKey == key && x.Visit.Id > id)
                    )
                );
            }
        }

        if (errors.Count > 0)
        {
            return Problems.Invalid(errors, "This list cannot be shown.");
        }

        var page = await open.OrderBy(x => x.Visit.Due)
            .ThenBy(x => x.Plant.SortKey)
            .ThenBy(x => x.Visit.Id)
            .Take(paging.Limit + 1)
            .ToListAsync(cancel);
        return Results.Ok(
            paging
                .Page(request, page, x => x.Visit.Id.ToString(CultureInfo.InvariantCulture))
                .Select(x => new VisitView(
                    x.Visit.Id,
                    x.Plant.Id,
                    x.Plant.Name,
                    x.Plant.Kind,
                    x.Plant.Place,
                    x.Visit.Kind,
                    x.Visit.Text,
                    WorkStore.MeasuresOf(x.Visit.Measures),
                    x.Visit.Due
                ))
                .ToArray()
        );
    }

    private static async Task<IResult> SettleAsync(
        int id,
        HttpRequest request,
        GardenContext garden,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        return await Pipeline.WithBodyAsync<VisitInput>(request, cancel, async (input, f) =>
        {
            var (outcome, days, due) = (input.Outcome, input.Days ?? 7, input.Due);
            var at = Waited.Since(request, clock);
            if (f.Errors.Count > 0)
            {
                return Problems.Invalid(f.Errors);
            }

            if (await garden.Visits.FirstOrDefaultAsync(v => v.Id == id, cancel) is not { } visit)
            {
                return Problems.NotFound("visit");
            }

            if (outcome == VisitOutcome.Open)
            {
                await OpenAgainAsync(visit, due, garden, cancel);
            }
            else if (visit.DoneAt is not null)
            {
                // Sent twice, or from two windows: it is done.
                return outcome == VisitOutcome.Done ? Results.NoContent() : Problems.NotFound("visit");
            }
            else if (due is { } shown && shown != visit.Due)
            {
                return Problems.NotAsSeen();
            }
            else if (outcome == VisitOutcome.Later)
            {
                var today = Waited.Day(at, clock);
                visit.Due = (visit.Due > today ? visit.Due : today).AddDays(days);
            }
            else
            {
                visit.DoneAt = at;
                garden.Add(
                    new LogRecord
                    {
                        PlantId = visit.PlantId,
                        Season = visit.Season,
                        At = visit.DoneAt.Value,
                        Kind = LogKind.Note,
                        Text = CameBack(visit),
                    }
                );
            }

            try
            {
                await garden.SaveChangesAsync(cancel);
            }
            catch (DbUpdateConcurrencyException)
            {
                return Problems.NotAsSeen();
            }

            return Results.NoContent();
        });
    }

    private static string CameBack(VisitRecord visit) => $"Came back: {visit.Text}";

    /// <summary>A visit that was settled is to come again; the line it left in the log goes with it.</summary>
    private static async Task OpenAgainAsync(
        VisitRecord visit,
        DateOnly? due,
        GardenContext garden,
        CancellationToken cancel
    )
    {
        if (visit.DoneAt is { } at)
        {
            var left = CameBack(visit);
            garden.RemoveRange(
                await garden
                    .Log.Where(l => l.PlantId == visit.PlantId && l.Text == left && l.At == at)
                    .ToListAsync(cancel)
            );
        }

        (visit.DoneAt, visit.Due) = (null, due ?? visit.Due);
    }

    /// <summary>
    /// Opens the visit after bud break: the vine as the winter's work left it, to note which buds grow.
    /// </summary>
    private static async Task<IResult> BeginSecondAsync(
        string id,
        GardenContext garden,
        PlantSurveys surveys,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        if (await PlantEndpoints.FindAsync(garden, id, cancel) is not { } plant)
        {
            return Problems.NotFound("plant");
        }

        var (place, today) = (await surveys.PlaceAsync(cancel), PlantEndpoints.Today(clock));
        var season = PruningYear.Of(today, place.Hemisphere);
        var family = PlantFamilies.Of(PlantKinds.Of(plant.Kind));
        if (
            !family.ComesBack
            || await garden.Surveys.FirstOrDefaultAsync(s => s.PlantId == id && s.Season == season, cancel)
                is not { Visit: 1 } survey
            || survey.Part(family.Part!) is not { } part
        )
        {
            return Problems.Stale(
                "There is no winter's work of this season to come back to, or the second visit has begun already."
            );
        }

        var steps = await garden
            .Log.AsNoTracking()
            .Where(l => l.PlantId == id && l.Season == season && l.Visit == 1 && l.Kind == LogKind.Step)
            .OrderBy(l => l.Id)
            .ToListAsync(cancel);
        var now = clock.GetUtcNow();
        survey.First = JsonSerializer.Serialize(new FirstVisit(now, survey.Date, survey.Stems, part, survey.UpdatedAt));
        survey.Stems = SurveyDocuments.Carried(plant, survey.Stems, [.. steps.Select(s => s.ToStep())], 0, null, []);
        survey.SetPart(family.Part!, family.AtSecondVisit(JsonNode.Parse(part)!.AsObject()).ToJsonString());
        (survey.Visit, survey.Date, survey.UpdatedAt) = (2, today, now);
        survey.Revision++;
        plant.WorkRevision++;
        foreach (
            var visit in await garden
                .Visits.Where(v =>
                    v.PlantId == id && v.Season == season && v.Kind == VisitKind.SecondVisit && v.DoneAt == null
                )
                .ToListAsync(cancel)
        )
        {
            visit.DoneAt = now;
        }

        return await StoredAsync(plant, survey, garden, surveys, cancel);
    }

    /// <summary>
    /// The vine is again as the winter's work found it, and the visit after bud break is to come. Steps of it are taken
    /// back before; what was noted for it goes.
    /// </summary>
    private static async Task<IResult> TakeSecondBackAsync(
        string id,
        GardenContext garden,
        PlantSurveys surveys,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        if (await PlantEndpoints.FindAsync(garden, id, cancel) is not { } plant)
        {
            return Problems.NotFound("plant");
        }

        var season = PruningYear.Of(PlantEndpoints.Today(clock), (await surveys.PlaceAsync(cancel)).Hemisphere);
        if (
            await garden.Surveys.FirstOrDefaultAsync(s => s.PlantId == id && s.Season == season, cancel)
            is not { Visit: 2, First: { } kept } survey
        )
        {
            return Problems.Stale("No second visit of this season is under way that could be taken back.");
        }

        if (
            await garden.Log.AnyAsync(
                l =>
                    l.PlantId == id
                    && l.Season == season
                    && l.Visit == 2
                    && (l.Kind == LogKind.Step || l.Kind == LogKind.Finished),
                cancel
            )
        )
        {
            return Problems.Stale("Steps of the second visit are done. Take those back first.");
        }

        var first = JsonSerializer.Deserialize<FirstVisit>(kept)!;
        (survey.Date, survey.Stems) = (first.Date, first.Stems);
        survey.SetPart(PlantFamilies.Of(PlantKinds.Of(plant.Kind)).Part!, first.Part);
        (survey.Visit, survey.First, survey.UpdatedAt) = (1, null, first.UpdatedAt);
        survey.Revision++;
        plant.WorkRevision++;
        foreach (
            var visit in await garden
                .Visits.Where(v => v.PlantId == id && v.Season == season && v.DoneAt == first.Begun)
                .ToListAsync(cancel)
        )
        {
            visit.DoneAt = null;
        }

        return await StoredAsync(plant, survey, garden, surveys, cancel);
    }

    private static async Task<IResult> StoredAsync(
        PlantRecord plant,
        SurveyRecord survey,
        GardenContext garden,
        PlantSurveys surveys,
        CancellationToken cancel
    )
    {
        try
        {
            await garden.SaveChangesAsync(cancel);
        }
        catch (DbUpdateConcurrencyException)
        {
            return Problems.Conflict(survey.Revision);
        }

        return Results.Ok(
            SurveyEndpoints.ViewOf(
                survey,
                await surveys.ComposeAsync(plant, survey, cancel),
                null,
                await surveys.EarlierAsync(survey, cancel)
            )
        );
    }

    /// <summary>A survey as it was when the second visit began.</summary>
    /// <param name="Part">The part of its family; by the name it had when only vines came back.</param>
    private sealed record FirstVisit(
        DateTimeOffset Begun,
        DateOnly Date,
        string Stems,
        [property: System.Text.Json.Serialization.JsonPropertyName("Vine")] string? Part,
        DateTimeOffset UpdatedAt
    );
}
