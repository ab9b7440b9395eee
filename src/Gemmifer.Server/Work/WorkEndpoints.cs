using System.Text.Json;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Families.Vines;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Work;
using Gemmifer.Data;
using Gemmifer.Data.Entities;
using Gemmifer.Server.Http;
using Gemmifer.Server.Plants;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Server.Work;

/// <summary>One line of the log as people see it.</summary>
public sealed record LogView(
    int Id,
    int Season,
    DateTimeOffset At,
    LogKind Kind,
    string Text,
    IReadOnlyList<Measure>? Measures,
    string? Stem,
    string? Stage,
    StepAction? Action,
    StepOutcome? Outcome,
    Instead? Instead,
    double? CutAt,
    string? Note,
    double? Grams
);

/// <summary>An open step with its key.</summary>
public sealed record OpenStep(string Key, PlanStep Step);

/// <summary>A decision that changed because of what was done.</summary>
public sealed record Change(string Stem, Decision Was, Decision Now);

/// <summary>The work on a plant this season.</summary>
/// <param name="Visit">1 for the main work, 2 for the visit after bud break.</param>
/// <param name="Plan">Null while nobody walked round the plant.</param>
/// <param name="Changes">What the last step changed for other stems.</param>
public sealed record WorkView(
    int Season,
    int Visit,
    bool Finished,
    JsonElement Document,
    PlanDocument? Plan,
    OpenStep[] Pending,
    LogView[] Done,
    Change[] Changes
);

/// <summary>What the gardener did with a step.</summary>
/// <param name="Instead">Only with different.</param>
/// <param name="CutAt">Where it was cut, mm along the stem.</param>
public sealed record StepInput(string Key, StepOutcome Outcome, Instead? Instead, double? CutAt, string? Note);

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
        plant
            .MapGet("work", async (string id, WorkStore store, CancellationToken cancel) =>
                await store.OpenAsync(id, cancel) is { } open ? Results.Ok(open.View([])) : Problems.NotFound("plant")
            )
            .WithName("work")
            .Produces<WorkView>()
            .ProducesProblem(404);
        plant
            .MapPost("work", RecordAsync)
            .WithName("recordStep")
            .Accepts<StepInput>("application/json")
            .Produces<WorkView>()
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(422);
        plant
            .MapDelete("work/last", UndoAsync)
            .WithName("undoStep")
            .Produces<WorkView>()
            .ProducesProblem(404)
            .ProducesProblem(409);
        plant
            .MapPost("work/finish", FinishAsync)
            .WithName("finishWork")
            .Produces<WorkView>()
            .ProducesProblem(404)
            .ProducesProblem(409);
        plant.MapGet("log", LogAsync).WithName("log").Produces<LogView[]>().ProducesProblem(404);
        plant
            .MapPost("crop", CropAsync)
            .WithName("weighCrop")
            .Accepts<CropInput>("application/json")
            .Produces<LogView>(201)
            .ProducesProblem(404)
            .ProducesProblem(422);
        plant
            .MapPost("log", NoteAsync)
            .WithName("addNote")
            .Accepts<NoteInput>("application/json")
            .Produces<LogView>(201)
            .ProducesProblem(404)
            .ProducesProblem(422);
    }

    private static async Task<IResult> RecordAsync(
        string id,
        HttpRequest request,
        WorkStore store,
        CancellationToken cancel
    )
    {
        return await WithBodyAsync(id, request, store, cancel, async (open, f) =>
        {
            f.Require("key");
            f.Require("outcome");
            var key = f.Text("key", 300);
            var outcome = f.Choice<StepOutcome>("outcome");
            var instead = f.Choice<Instead>("instead");
            var cutAt = f.Number("cutAt", 0, SurveyLimits.LengthMm);
            var note = f.Text("note", 500);
            if (outcome == StepOutcome.Different && f.IsObject)
            {
                f.Require("instead");
            }

            if (instead == Instead.Cut && cutAt is null && f.Errors.Count == 0)
            {
                f.Error("/cutAt", "required", "Say where you cut, as a distance along the stem.");
            }

            if (f.Errors.Count > 0)
            {
                return Problems.Invalid(f.Errors);
            }

            if (open.State?.Pending.FirstOrDefault(p => p.Key == key) is not { Step: { } step })
            {
                return Problems.Stale(
                    "It was recorded already, perhaps in another window, or the plan changed. "
                        + "The list below is the current one."
                );
            }

            var before = open.State.Plan;
            var now = await store.AddAsync(
                open,
                new LogRecord
                {
                    PlantId = id,
                    Season = open.Season,
                    Kind = LogKind.Step,
                    Text = step.Text,
                    Measures = WorkStore.Stored(step.Measures),
                    Stem = step.Stem,
                    Stage = step.Stem is null ? key : WireNames.Of(step.Stage),
                    Action = step.Action,
                    Outcome = outcome,
                    Instead = outcome == StepOutcome.Different ? instead : null,
                    CutAt = outcome == StepOutcome.Skipped ? null : cutAt ?? step.Cut?.At ?? Middle(step.Cut),
                    Note = note,
                    Tied = WorkPins.TiedBy(before, step) is { } tied
                        ? JsonSerializer.Serialize(tied, PartJson.Options)
                        : null,
                },
                cancel
            );
            return Results.Ok(now.View(Changes(before, now.State?.Plan, step.Stem)));
        });
    }

    /// <summary>
    /// Where a cut ends up whose bud had to be looked for: the middle of where to look, and the stub above it.
    /// </summary>
    private static double? Middle(PlanCut? cut) =>
        cut?.Bud?.Window is { Count: 2 } w ? Math.Round(((w[0] + w[1]) / 2) + cut.Clearance) : null;

    private static Change[] Changes(PlanDocument before, PlanDocument? after, string? own) =>
        after is null
            ? []
            :
            [
                .. before
                    .Stems.Join(after.Stems, b => b.Id, a => a.Id, (b, a) => new Change(b.Id, b.Decision, a.Decision))
                    .Where(c => c.Was != c.Now && c.Stem != own),
            ];

    private static async Task<IResult> UndoAsync(string id, WorkStore store, CancellationToken cancel)
    {
        if (await store.OpenAsync(id, cancel) is not { } open)
        {
            return Problems.NotFound("plant");
        }

        return await store.UndoAsync(open, cancel) is { } now
            ? Results.Ok(now.View([]))
            : Problems.Stale("Nothing of this season's work is left to take back.");
    }

    private static async Task<IResult> FinishAsync(string id, WorkStore store, CancellationToken cancel)
    {
        if (await store.OpenAsync(id, cancel) is not { } open)
        {
            return Problems.NotFound("plant");
        }

        if (open.Finished)
        {
            return Problems.Stale("This plant is finished for the season already.");
        }

        var (done, skipped) = (
            open.Steps.Count(s => s.Outcome != StepOutcome.Skipped),
            open.Steps.Count(s => s.Outcome == StepOutcome.Skipped)
        );
        var left = open.State?.Pending.Count(p => p.Step.Stage != Stage.Return) ?? 0;
        var text =
            $"Finished: {Wording.Count(done, "step", "steps")} done"
            + (skipped > 0 ? $", {skipped} skipped" : "")
            + (left > 0 ? $", {left} left open" : "")
            + ".";
        var now = await store.AddAsync(
            open,
            new LogRecord
            {
                PlantId = id,
                Season = open.Season,
                Kind = LogKind.Finished,
                Text = text,
            },
            cancel
        );
        return Results.Ok(now.View([]));
    }

    private static async Task<IResult> LogAsync(string id, GardenContext garden, CancellationToken cancel)
    {
        if (await PlantEndpoints.FindAsync(garden, id, cancel) is null)
        {
            return Problems.NotFound("plant");
        }

        var log = await garden
            .Log.AsNoTracking()
            .Where(l => l.PlantId == id)
            .OrderByDescending(l => l.At)
            .ThenByDescending(l => l.Id)
            .ToListAsync(cancel);
        return Results.Ok(log.Select(WorkStore.ViewOf).ToArray());
    }

    private static async Task<IResult> NoteAsync(
        string id,
        HttpRequest request,
        WorkStore store,
        CancellationToken cancel
    )
    {
        return await WithBodyAsync(id, request, store, cancel, async (open, f) =>
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

            var record = new LogRecord
            {
                PlantId = id,
                Season = open.Season,
                Kind = LogKind.Note,
                Text = text!,
            };
            await store.KeepAsync(record, cancel);
            return Results.Created($"/api/plants/{id}/log", WorkStore.ViewOf(record));
        });
    }

    private static async Task<IResult> CropAsync(
        string id,
        HttpRequest request,
        WorkStore store,
        CancellationToken cancel
    )
    {
        return await WithBodyAsync(id, request, store, cancel, async (open, f) =>
        {
            f.Require("grams");
            var grams = f.NumberAbove("grams", 0, VineLimits.CropGrams);
            var season = f.Whole("season", SurveyLimits.FirstYear, store.LatestSummer);
            if (f.Errors.Count > 0)
            {
                return Problems.Invalid(f.Errors);
            }

            var summer = season ?? store.LatestSummer;
            var record = new LogRecord
            {
                PlantId = id,
                Season = summer,
                Kind = LogKind.Crop,
                Text = $"Crop of {summer} weighed.",
                Grams = grams,
            };
            await store.KeepAsync(record, cancel);
            return Results.Created($"/api/plants/{id}/log", WorkStore.ViewOf(record));
        });
    }

    /// <summary>Reads the body and opens the plant's work, or answers why not.</summary>
    private static async Task<IResult> WithBodyAsync(
        string id,
        HttpRequest request,
        WorkStore store,
        CancellationToken cancel,
        Func<OpenWork, FieldReader, Task<IResult>> handle
    )
    {
        var (document, error) = await RequestBody.ReadAsync(request, cancel);
        if (error is not null)
        {
            return error;
        }

        using (document)
        {
            return await store.OpenAsync(id, cancel) is { } open
                ? await handle(open, new FieldReader(document!.RootElement, "", []))
                : Problems.NotFound("plant");
        }
    }
}
