using System.Text.Json;
using System.Text.Json.Nodes;
using Gemmifer.Core;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Season;
using Gemmifer.Core.Surveys;
using Gemmifer.Core.Work;
using Gemmifer.Core.Year;
using Gemmifer.Data;
using Gemmifer.Data.Entities;
using Gemmifer.Server.Http;
using Gemmifer.Server.Plants;
using Gemmifer.Server.Surveys;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Server.Work;

/// <summary>A visit beside the season's survey.</summary>
/// <param name="Key">Its name, made by the page that began it.</param>
/// <param name="Document">What was seen, as gemmifer.survey/1.</param>
/// <param name="Steps">So many steps of it stand in the log.</param>
public sealed record RoundView(
    string Key,
    int Season,
    int Revision,
    SurveyTask Task,
    DateOnly Date,
    JsonElement Document,
    int Steps,
    bool Finished
);

/// <summary>A visit as it is begun or changed.</summary>
/// <param name="Task">round, cover or uncover.</param>
/// <param name="Stems">The stems in flower, as in the exchange format; only with a round.</param>
/// <param name="School">Where not that of the plant.</param>
/// <param name="Anyway">It is wanted today, in its season or not.</param>
public sealed record RoundInput(SurveyTask Task, JsonElement? Stems, JsonElement? School, bool? Anyway)
    : IBody<RoundInput>
{
    static RoundInput IBody<RoundInput>.Read(FieldReader f, DateOnly today)
    {
        f.Require("task");
        var task = f.Choice<SurveyTask>("task");
        var anyway = f.Flag("anyway");
        if (task == SurveyTask.Prune)
        {
            f.Error("/task", "unsupported", "The prune is planned from the survey of the season.");
        }

        if (task == SurveyTask.Round)
        {
            f.Require("stems");
        }

        return new RoundInput(task ?? default, f.Find("stems"), f.Find("school"), anyway);
    }
}

/// <summary>
/// Visits beside the season's survey: a round among the flowers, covering, uncovering. Each has a survey of its own;
/// its work is at <c>/api/plants/{id}/work?round=key</c>.
/// </summary>
public static class Rounds
{
    private const int MostListed = 60,
        MostKeyChars = 64;

    /// <summary>Adds the routes.</summary>
    public static void MapRounds(this IEndpointRouteBuilder app)
    {
        var rounds = app.MapGroup("/api/plants/{id}/rounds");
        rounds
            .MapGet("", ListAsync)
            .WithName("rounds")
            .WithSummary("The latest visits beside the season's work: rounds among the flowers, covering, uncovering.")
            .ForLookers()
            .Produces<RoundView[]>()
            .ProducesProblem(404);
        rounds.MapGet("{round}", GetAsync).WithName("round").ForLookers().Produces<RoundView>().ProducesProblem(404);
        rounds
            .MapPut("{round}", PutAsync)
            .WithName("saveRound")
            .WithSummary("Begins a visit under the name the page made for it, or changes what was seen.")
            .ForHelpers()
            .Reads<RoundInput>()
            .Produces<RoundView>()
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(412)
            .ProducesProblem(422)
            .ProducesProblem(428);
        rounds
            .MapDelete("{round}", DeleteAsync)
            .WithName("dropRound")
            .WithSummary("Takes back a visit of which nothing was done.")
            .ForHelpers()
            .Produces(204)
            .ProducesProblem(404)
            .ProducesProblem(409);
    }

    /// <summary>What of a plant's year such a visit was; null for the prune, which the log tells by its end.</summary>
    public static YearEvent? EventOf(SurveyTask task) =>
        task switch
        {
            SurveyTask.Round => YearEvent.Deadheaded,
            SurveyTask.Cover => YearEvent.Covered,
            SurveyTask.Uncover => YearEvent.Uncovered,
            _ => null,
        };

    /// <summary>How the line that ends it begins.</summary>
    public static string FinishedWords(SurveyTask task) =>
        task switch
        {
            SurveyTask.Round => "Round among the flowers",
            SurveyTask.Cover => "Covered for the winter",
            SurveyTask.Uncover => "Uncovered",
            _ => "Finished",
        };

    private static async Task<IResult> ListAsync(string id, GardenContext garden, CancellationToken cancel)
    {
        if (await PlantEndpoints.FindAsync(garden, id, cancel) is null)
        {
            return Problems.NotFound("plant");
        }

        var records = await garden
            .Rounds.AsNoTracking()
            .Where(r => r.PlantId == id)
            .OrderByDescending(r => r.Date)
            .ThenByDescending(r => r.Visit)
            .Take(MostListed)
            .ToListAsync(cancel);
        var lines = (
            await garden
                .Log.AsNoTracking()
                .Where(l => l.PlantId == id && l.Visit >= RoundRecord.FirstVisit)
                .Select(l => new
                {
                    l.Season,
                    l.Visit,
                    l.Kind,
                })
                .ToListAsync(cancel)
        ).ToLookup(l => (l.Season, l.Visit), l => l.Kind);
        return Results.Ok(records.Select(r => ViewOf(r, [.. lines[(r.Season, r.Visit)]])));
    }

    private static async Task<IResult> GetAsync(
        string id,
        string round,
        GardenContext garden,
        CancellationToken cancel
    ) =>
        await FindAsync(garden, id, round, cancel) is { } record
            ? Results.Ok(ViewOf(record, await KindsAsync(garden, record, cancel)))
            : Problems.NotFound("visit");

    private static async Task<IResult> PutAsync(
        string id,
        string round,
        HttpRequest request,
        GardenContext garden,
        PlantSurveys surveys,
        WorkStore store,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        if (await PlantEndpoints.FindAsync(garden, id, cancel) is not { } plant)
        {
            return Problems.NotFound("plant");
        }

        return await Pipeline.WithBodyAsync<RoundInput>(request, cancel, async (input, f) =>
        {
            if (round.Length > MostKeyChars || !round.All(c => char.IsAsciiLetterOrDigit(c) || c is '-' or '_'))
            {
                f.Error("/round", "format", $"A visit's name is up to {MostKeyChars} letters and digits.");
            }

            if (f.Errors.Count > 0)
            {
                return Problems.Invalid(f.Errors);
            }

            var record = await FindAsync(garden, id, round, cancel);
            if (record is not null && await RefuseAsync(garden, record, request, input.Task, cancel) is { } refused)
            {
                return refused;
            }

            var day = record?.Date ?? store.Day(store.Done(request));
            var composed = await ComposeAsync(plant, input, day, surveys, cancel);
            var reading = SurveyDocuments.Read(composed);
            if (reading is SurveyReading.Invalid invalid)
            {
                return Problems.Invalid(invalid.Errors);
            }

            SurveyDocuments.Keep(composed, reading.Ignored);
            if (record is null)
            {
                var season = PruningYear.Of(day, (await surveys.PlaceAsync(cancel)).Hemisphere);
                var last = await garden
                    .Rounds.Where(r => r.PlantId == id && r.Season == season)
                    .MaxAsync(r => (int?)r.Visit, cancel);
                record = new RoundRecord
                {
                    PlantId = id,
                    Key = round,
                    Season = season,
                    Visit = (last ?? (RoundRecord.FirstVisit - 1)) + 1,
                    Date = day,
                    Task = input.Task,
                    Document = "",
                };
                garden.Add(record);
            }

            (record.Document, record.UpdatedAt) = (composed.ToJsonString(), clock.GetUtcNow());
            record.Revision++;
            try
            {
                await garden.SaveChangesAsync(cancel);
            }
            catch (DbUpdateException e) when (e is DbUpdateConcurrencyException || Saving.Doubled(e))
            {
                // Another window began or changed one between our look and our save.
                return Problems.Conflict(record.Revision);
            }

            return Results.Ok(ViewOf(record, await KindsAsync(garden, record, cancel)));
        });
    }

    /// <summary>Why a visit that is there cannot be changed so; null where it can.</summary>
    private static async Task<IResult?> RefuseAsync(
        GardenContext garden,
        RoundRecord record,
        HttpRequest request,
        SurveyTask task,
        CancellationToken cancel
    ) =>
        RequestBody.Seen(request) is not { } seen ? RequestBody.RevisionMissing()
        : seen != RequestBody.Whatever && RequestBody.Revision(request) != record.Revision
            ? Problems.Conflict(record.Revision)
        : record.Task != task ? Problems.Stale("This visit was begun for something else.")
        : (await KindsAsync(garden, record, cancel)).Contains(LogKind.Finished)
            ? Problems.Stale("This visit is finished. Take that back first.")
        : null;

    /// <summary>The survey of a visit: of a round what is in flower, else the canes as they stand.</summary>
    private static async Task<JsonObject> ComposeAsync(
        PlantRecord plant,
        RoundInput input,
        DateOnly day,
        PlantSurveys surveys,
        CancellationToken cancel
    )
    {
        var now = (await surveys.NowAsync(plant, cancel)).Document;
        static JsonNode? Node(JsonElement? e) => e is { } value ? JsonNode.Parse(value.GetRawText()) : null;
        var round = input.Task == SurveyTask.Round;
        var composed = SurveyDocuments.Compose(
            plant,
            await surveys.PlaceAsync(cancel),
            day,
            new SurveyParts(
                (round ? Node(input.Stems) : now["stems"]?.DeepClone()) ?? new JsonArray(),
                new JsonArray(),
                Node(input.School) ?? now["school"]?.DeepClone(),
                round ? null : now["support"]?.DeepClone(),
                SurveyDocuments.AsTheyAre(_ => null)
            )
        );
        composed["task"] = WireNames.Of(input.Task);
        if (input.Anyway == true)
        {
            composed["anyway"] = true;
        }

        return composed;
    }

    private static async Task<IResult> DeleteAsync(
        string id,
        string round,
        GardenContext garden,
        CancellationToken cancel
    )
    {
        if (await FindAsync(garden, id, round, cancel) is not { } record)
        {
            return Problems.NotFound("visit");
        }

        if ((await KindsAsync(garden, record, cancel)).Length > 0)
        {
            return Problems.Stale("Steps of this visit are done. Take those back first.");
        }

        garden.Remove(record);
        return await Pipeline.SaveAsync(garden, () => record.Revision, () => Results.NoContent(), cancel);
    }

    private static Task<RoundRecord?> FindAsync(
        GardenContext garden,
        string id,
        string round,
        CancellationToken cancel
    ) => garden.Rounds.FirstOrDefaultAsync(r => r.PlantId == id && r.Key == round, cancel);

    /// <summary>What lines of the log are of a visit.</summary>
    private static Task<LogKind[]> KindsAsync(GardenContext garden, RoundRecord record, CancellationToken cancel) =>
        garden
            .Log.AsNoTracking()
            .Where(l => l.PlantId == record.PlantId && l.Season == record.Season && l.Visit == record.Visit)
            .Select(l => l.Kind)
            .ToArrayAsync(cancel);

    private static RoundView ViewOf(RoundRecord r, LogKind[] lines)
    {
        using var document = JsonDocument.Parse(r.Document);
        return new RoundView(
            r.Key,
            r.Season,
            r.Revision,
            r.Task,
            r.Date,
            document.RootElement.Clone(),
            lines.Count(k => k == LogKind.Step),
            lines.Contains(LogKind.Finished)
        );
    }
}
