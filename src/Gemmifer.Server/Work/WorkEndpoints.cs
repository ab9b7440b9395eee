using System.Text.Json;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Planning;
using Gemmifer.Core.Season;
using Gemmifer.Core.Vines;
using Gemmifer.Data;
using Gemmifer.Data.Entities;
using Gemmifer.Server.Http;
using Gemmifer.Server.Plants;
using Gemmifer.Server.Schools;
using Gemmifer.Server.Settings;
using Gemmifer.Server.Surveys;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Server.Work;

/// <summary>One line of the log as people see it.</summary>
public sealed record LogView(int Id, int Season, DateTimeOffset At, string Kind, string Text, string? Stem, string? Stage, string? Action,
    string? Outcome, string? Instead, double? CutAt, string? Note, double? Grams);

/// <summary>An open step with its key.</summary>
public sealed record OpenStep(string Key, PlanStep Step);

/// <summary>A decision that changed because of what was done.</summary>
public sealed record Change(string Stem, string Was, string Now);

/// <summary>The work on a plant this season.</summary>
/// <param name="Visit">1 for the main work, 2 for the visit after bud break.</param>
/// <param name="Plan">Null while nobody walked round the plant.</param>
/// <param name="Changes">What the last step changed for other stems.</param>
public sealed record WorkView(int Season, int Visit, bool Finished, JsonElement Document, PlanDocument? Plan, OpenStep[] Pending, LogView[] Done, Change[] Changes);

/// <summary>What the gardener did with a step.</summary>
/// <param name="Outcome">done, different or skipped.</param>
/// <param name="Instead">removed, cut or left; only with different.</param>
/// <param name="CutAt">Where it was cut, mm along the stem.</param>
public sealed record StepInput(string Key, string Outcome, string? Instead, double? CutAt, string? Note);

/// <summary>A line for the log in the gardener's own words.</summary>
public sealed record NoteInput(string Text);

/// <summary>A crop that was weighed; more than one picking of a season adds up.</summary>
/// <param name="Grams">g.</param>
/// <param name="Season">The summer it grew in; the latest where not said.</param>
public sealed record CropInput(double Grams, int? Season);

/// <summary>Doing a plan step by step, and the log.</summary>
public static class WorkEndpoints
{
    /// <summary>Adds the routes.</summary>
    public static void MapWork(this IEndpointRouteBuilder app)
    {
        var plant = app.MapGroup("/api/plants/{id}");
        plant.MapGet("work", async (string id, Desk desk, CancellationToken cancel) =>
            await desk.OpenAsync(id, cancel) is { } open ? Results.Ok(open.View([])) : Problems.NotFound("plant")).WithName("work").Produces<WorkView>().ProducesProblem(404);
        plant.MapPost("work", RecordAsync).WithName("recordStep").Accepts<StepInput>("application/json").Produces<WorkView>().ProducesProblem(404).ProducesProblem(409).ProducesProblem(422);
        plant.MapDelete("work/last", UndoAsync).WithName("undoStep").Produces<WorkView>().ProducesProblem(404).ProducesProblem(409);
        plant.MapPost("work/finish", FinishAsync).WithName("finishWork").Produces<WorkView>().ProducesProblem(404).ProducesProblem(409);
        plant.MapGet("log", LogAsync).WithName("log").Produces<LogView[]>().ProducesProblem(404);
        plant.MapPost("crop", CropAsync).WithName("weighCrop").Accepts<CropInput>("application/json").Produces<LogView>(201).ProducesProblem(404).ProducesProblem(422);
        plant.MapPost("log", NoteAsync).WithName("addNote").Accepts<NoteInput>("application/json").Produces<LogView>(201).ProducesProblem(404).ProducesProblem(422);
    }

    private static async Task<IResult> RecordAsync(string id, HttpRequest request, Desk desk, CancellationToken cancel)
    {
        return await WithBodyAsync(id, request, desk, cancel, async (open, f) =>
        {
            f.Require("key");
            f.Require("outcome");
            var key = f.Text("key", 300);
            var outcome = f.Word("outcome", ["done", "different", "skipped"]);
            var instead = f.Word("instead", ["removed", "cut", "left"]);
            var cutAt = f.Number("cutAt", 0, SurveyLimits.LengthMm);
            var note = f.Text("note", 500);
            if (outcome == "different" && f.IsObject)
            {
                f.Require("instead");
            }

            if (instead == "cut" && cutAt is null && f.Errors.Count == 0)
            {
                f.Error("/cutAt", "required", "Say where you cut, as a distance along the stem.");
            }

            if (f.Errors.Count > 0)
            {
                return Problems.Invalid(f.Errors);
            }

            if (open.State?.Pending.FirstOrDefault(p => p.Key == key) is not { Step: { } step })
            {
                return Problems.Stale("It was recorded already, perhaps in another window, or the plan changed. The list below is the current one.");
            }

            var before = open.State.Plan;
            var now = await desk.AddAsync(open, new LogRecord
            {
                PlantId = id,
                Season = open.Season,
                Kind = "step",
                Text = step.Text,
                Stem = step.Stem,
                Stage = step.Stem is null ? key : step.Stage,
                Action = step.Action,
                Outcome = outcome,
                Instead = outcome == "different" ? instead : null,
                CutAt = outcome == "skipped" ? null : cutAt ?? step.Cut?.At ?? Middle(step.Cut),
                Note = note,
                Tied = WorkState.TiedBy(before, step),
            }, cancel);
            return Results.Ok(now.View(Changes(before, now.State?.Plan, step.Stem)));
        });
    }

    /// <summary>Where a cut ends up whose bud had to be looked for: the middle of where to look, and the stub above it.</summary>
    private static double? Middle(PlanCut? cut) => cut?.Bud?.Window is { Count: 2 } w ? Math.Round(((w[0] + w[1]) / 2) + cut.Clearance) : null;

    private static Change[] Changes(PlanDocument before, PlanDocument? after, string? own) => after is null ? [] :
        [.. before.Stems.Join(after.Stems, b => b.Id, a => a.Id, (b, a) => new Change(b.Id, b.Decision, a.Decision)).Where(c => c.Was != c.Now && c.Stem != own)];

    private static async Task<IResult> UndoAsync(string id, Desk desk, CancellationToken cancel)
    {
        if (await desk.OpenAsync(id, cancel) is not { } open)
        {
            return Problems.NotFound("plant");
        }

        return await desk.UndoAsync(open, cancel) is { } now
            ? Results.Ok(now.View([]))
            : Problems.Stale("Nothing of this season's work is left to take back.");
    }

    private static async Task<IResult> FinishAsync(string id, Desk desk, CancellationToken cancel)
    {
        if (await desk.OpenAsync(id, cancel) is not { } open)
        {
            return Problems.NotFound("plant");
        }

        if (open.Finished)
        {
            return Problems.Stale("This plant is finished for the season already.");
        }

        var (done, skipped) = (open.Steps.Count(s => s.Outcome != "skipped"), open.Steps.Count(s => s.Outcome == "skipped"));
        var left = open.State?.Pending.Count(p => p.Step.Stage != "return") ?? 0;
        var text = $"Finished: {done} {(done == 1 ? "step" : "steps")} done" + (skipped > 0 ? $", {skipped} skipped" : "") + (left > 0 ? $", {left} left open" : "") + ".";
        var now = await desk.AddAsync(open, new LogRecord { PlantId = id, Season = open.Season, Kind = "finished", Text = text }, cancel);
        return Results.Ok(now.View([]));
    }

    private static async Task<IResult> LogAsync(string id, GardenContext garden, CancellationToken cancel)
    {
        if (await PlantEndpoints.FindAsync(garden, id, cancel) is null)
        {
            return Problems.NotFound("plant");
        }

        var log = await garden.Log.AsNoTracking().Where(l => l.PlantId == id).OrderByDescending(l => l.At).ThenByDescending(l => l.Id).ToListAsync(cancel);
        return Results.Ok(log.Select(Desk.ViewOf).ToArray());
    }

    private static async Task<IResult> NoteAsync(string id, HttpRequest request, Desk desk, CancellationToken cancel)
    {
        return await WithBodyAsync(id, request, desk, cancel, async (open, f) =>
        {
            f.Require("text");
            var text = f.Text("text", 1000)?.Trim();
            if (text is "")
            {
                f.Error("/text", "required", "Write a word or two first.");
            }

            if (f.Errors.Count > 0)
            {
                return Problems.Invalid(f.Errors);
            }

            var record = new LogRecord { PlantId = id, Season = open.Season, Kind = "note", Text = text! };
            await desk.KeepAsync(record, cancel);
            return Results.Created($"/api/plants/{id}/log", Desk.ViewOf(record));
        });
    }

    private static async Task<IResult> CropAsync(string id, HttpRequest request, Desk desk, CancellationToken cancel)
    {
        return await WithBodyAsync(id, request, desk, cancel, async (open, f) =>
        {
            f.Require("grams");
            var grams = f.Number("grams", 0, VineLimits.CropGrams, openMin: true);
            var season = f.Whole("season", SurveyLimits.FirstYear, desk.LatestSummer);
            if (f.Errors.Count > 0)
            {
                return Problems.Invalid(f.Errors);
            }

            var summer = season ?? desk.LatestSummer;
            var record = new LogRecord { PlantId = id, Season = summer, Kind = "crop", Text = $"Crop of {summer} weighed.", Grams = grams };
            await desk.KeepAsync(record, cancel);
            return Results.Created($"/api/plants/{id}/log", Desk.ViewOf(record));
        });
    }

    /// <summary>Reads the body and opens the plant's work, or answers why not.</summary>
    private static async Task<IResult> WithBodyAsync(string id, HttpRequest request, Desk desk, CancellationToken cancel, Func<OpenWork, FieldReader, Task<IResult>> handle)
    {
        var (document, error) = await RequestBody.ReadAsync(request, cancel);
        if (error is not null)
        {
            return error;
        }

        using (document)
        {
            return await desk.OpenAsync(id, cancel) is { } open
                ? await handle(open, new FieldReader(document!.RootElement, "", []))
                : Problems.NotFound("plant");
        }
    }
}

/// <summary>A plant's work laid open: its survey, its steps so far, and the plan for what is left.</summary>
public sealed record OpenWork(PlantRecord Plant, int Season, int Visit, JsonElement Document, List<LogRecord> Steps, bool Finished, WorkState? State)
{
    /// <summary>What a screen needs.</summary>
    public WorkView View(Change[] changes) => new(Season, Visit, Finished, Document, State?.Plan,
        [.. (State?.Pending ?? []).Select(p => new OpenStep(p.Key, p.Step))], [.. Steps.Select(Desk.ViewOf)], changes);
}

/// <summary>Opens a plant's work and writes its log.</summary>
public sealed class Desk(GardenContext garden, TimeProvider clock)
{
    /// <summary>The work on a plant this season, or null where there is no such plant.</summary>
    public async Task<OpenWork?> OpenAsync(string id, CancellationToken cancel)
    {
        if (await PlantEndpoints.FindAsync(garden, id, cancel) is not { } plant)
        {
            return null;
        }

        var place = (await SettingsEndpoints.LoadAsync(garden, cancel)).Settings.Place;
        var season = PruningYear.Of(PlantEndpoints.Today(clock), place.Southern);
        var (survey, _) = await SurveyEndpoints.CurrentAsync(garden, plant, place, PlantEndpoints.Today(clock), season, cancel);
        var log = await garden.Log.AsNoTracking().Where(l => l.PlantId == id && l.Season == season && l.Visit == survey.Visit && (l.Kind == "step" || l.Kind == "finished")).OrderBy(l => l.Id).ToListAsync(cancel);
        var steps = log.Where(l => l.Kind == "step").ToList();
        var document = SurveyDocuments.Compose(plant, survey, place, await OwnSchools.ByIdAsync(garden, cancel), await Weighed.OfAsync(garden, plant, season, cancel));
        var state = WorkState.Of(document, steps);
        return new OpenWork(plant, season, survey.Visit, JsonSerializer.SerializeToElement(state?.Document ?? document), steps, log.Any(l => l.Kind == "finished"), state);
    }

    /// <summary>Adds a line to the log, and the visits that follow from it; gives the work as it then stands.</summary>
    public async Task<OpenWork> AddAsync(OpenWork open, LogRecord record, CancellationToken cancel)
    {
        record.At = clock.GetUtcNow();
        record.Season = open.Season;
        record.Visit = open.Visit;

        // The log and the visits that follow from it are stored together or not at all.
        await using var together = await garden.Database.BeginTransactionAsync(cancel);
        garden.Add(record);
        await garden.SaveChangesAsync(cancel);
        var now = await FollowAsync(open.Plant.Id, cancel);
        await together.CommitAsync(cancel);
        return now;
    }

    private async Task<OpenWork> FollowAsync(string id, CancellationToken cancel)
    {
        var now = (await OpenAsync(id, cancel))!;
        await Visits.FollowAsync(garden, now, cancel);
        await garden.SaveChangesAsync(cancel);
        return now;
    }

    /// <summary>The latest summer a crop can come from.</summary>
    public int LatestSummer => PlantEndpoints.Today(clock).Year;

    /// <summary>Adds a line that no plan depends on: a note, or what was weighed.</summary>
    public async Task KeepAsync(LogRecord record, CancellationToken cancel)
    {
        record.At = clock.GetUtcNow();
        garden.Add(record);
        await garden.SaveChangesAsync(cancel);
    }

    /// <summary>Takes back the last step or the finish and gives the work as it then stands; null where there is none.</summary>
    public async Task<OpenWork?> UndoAsync(OpenWork open, CancellationToken cancel)
    {
        var last = await garden.Log.Where(l => l.PlantId == open.Plant.Id && l.Season == open.Season && l.Visit == open.Visit && (l.Kind == "step" || l.Kind == "finished")).OrderByDescending(l => l.Id).FirstOrDefaultAsync(cancel);
        if (last is null)
        {
            return null;
        }

        await using var together = await garden.Database.BeginTransactionAsync(cancel);
        garden.Remove(last);
        await garden.SaveChangesAsync(cancel);
        var now = await FollowAsync(open.Plant.Id, cancel);
        await together.CommitAsync(cancel);
        return now;
    }

    /// <summary>A log line as people see it.</summary>
    public static LogView ViewOf(LogRecord l) => new(l.Id, l.Season, l.At, l.Kind, l.Text, l.Stem, l.Stage, l.Action, l.Outcome, l.Instead, l.CutAt, l.Note, l.Grams);
}
