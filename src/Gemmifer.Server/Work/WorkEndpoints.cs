using System.Text.Json;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Surveys;
using Gemmifer.Core.Work;
using Gemmifer.Core.Year;
using Gemmifer.Data;
using Gemmifer.Data.Entities;
using Gemmifer.Server.Http;
using Gemmifer.Server.Plants;

namespace Gemmifer.Server.Work;

/// <summary>Doing a plan step by step, and the log.</summary>
public static class WorkEndpoints
{
    /// <summary>Adds the routes.</summary>
    public static void MapWork(this IEndpointRouteBuilder app)
    {
        var plant = app.MapGroup("/api/plants/{id}");
        plant
            .MapGet("work", async (string id, string? round, WorkStore store, CancellationToken cancel) =>
                await store.OpenAsync(id, round, cancel) is { } open
                    ? Results.Ok(open.View([]))
                    : Problems.NotFound(WhatOf(round))
            )
            .WithName("work")
            .ForLookers()
            .Produces<WorkView>()
            .ProducesProblem(404);
        plant
            .MapPost("work", RecordAsync)
            .WithName("recordStep")
            .ForHelpers()
            .Reads<StepInput>()
            .Produces<WorkView>()
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(422)
            .ProducesProblem(412)
            .ProducesProblem(428);
        plant
            .MapPost("work/try", TryAsync)
            .WithName("tryStep")
            .ForHelpers()
            .WithSummary("What recording a step would change for other stems; nothing is stored.")
            .Reads<StepInput>()
            .Produces<Change[]>()
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(422)
            .ProducesProblem(412)
            .ProducesProblem(428);
        plant
            .MapDelete("work/{line:int}", TakeBackAsync)
            .WithName("takeBackStep")
            .ForHelpers()
            .WithSummary("Takes back one step of this season's work, whichever it is.")
            .Produces<WorkView>()
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(412)
            .ProducesProblem(428);
        plant
            .MapDelete("work/last", UndoAsync)
            .WithName("undoStep")
            .ForHelpers()
            .Produces<WorkView>()
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(412)
            .ProducesProblem(428);
        plant
            .MapPost("work/finish", FinishAsync)
            .WithName("finishWork")
            .ForHelpers()
            .Produces<WorkView>()
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(412)
            .ProducesProblem(428);
        plant
            .MapDelete("work/finish", TakeFinishBackAsync)
            .WithName("takeFinishBack")
            .ForHelpers()
            .WithSummary("Goes on with a plant that was finished for the season.")
            .Produces<WorkView>()
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(412)
            .ProducesProblem(428);
        MapLog(plant);
    }

    private static void MapLog(RouteGroupBuilder plant)
    {
        plant.MapGet("log", LogAsync).WithName("log").ForLookers().Produces<LogView[]>().ProducesProblem(404);
        plant
            .MapPost("crop", CropAsync)
            .WithName("weighCrop")
            .ForHelpers()
            .Reads<CropInput>()
            .Produces<LogView>(201)
            .ProducesProblem(404)
            .ProducesProblem(422);
        plant
            .MapPost("log", NoteAsync)
            .WithName("addNote")
            .ForHelpers()
            .Reads<NoteInput>()
            .Produces<LogView>(201)
            .ProducesProblem(404)
            .ProducesProblem(422);
    }

    private static string WhatOf(string? round) => round is null ? "plant" : "visit";

    private static Task<IResult> RecordAsync(
        string id,
        string? round,
        HttpRequest request,
        WorkStore store,
        CancellationToken cancel
    ) =>
        StepAsync(id, round, request, store, cancel, async (open, line) =>
            await store.AddAsync(open, line, cancel) is { } now
                ? Results.Ok(now.View(Changes(open, now, line)))
                : Problems.NotAsSeen()
        );

    private static Task<IResult> TryAsync(
        string id,
        string? round,
        HttpRequest request,
        WorkStore store,
        CancellationToken cancel
    ) =>
        StepAsync(id, round, request, store, cancel, async (open, line) =>
            Results.Ok(Changes(open, await store.WithAsync(open, line, cancel), line))
        );

    private static Change[] Changes(OpenWork was, OpenWork now, LogRecord line) =>
        now.State is { Plan: { } plan } ? Change.Between(was.State!.Plan, plan, line.Stem) : [];

    /// <summary>
    /// Reads what was done with a step of the work as the gardener saw it, and goes on with its line.
    /// </summary>
    private static async Task<IResult> StepAsync(
        string id,
        string? round,
        HttpRequest request,
        WorkStore store,
        CancellationToken cancel,
        Func<OpenWork, LogRecord, Task<IResult>> use
    )
    {
        if (RequestBody.Seen(request) is not { } seen)
        {
            return RequestBody.RevisionMissing();
        }

        return await Pipeline.WithBodyAsync<StepInput>(request, cancel, async (input, f) =>
        {
            var (key, mark, outcome, instead, cutAt, note, tiedTo) = input;
            if (f.Errors.Count > 0)
            {
                return Problems.Invalid(f.Errors);
            }

            if (await store.OpenAsync(id, round, cancel) is not { } open)
            {
                return Problems.NotFound(WhatOf(round));
            }

            if (open.State?.Pending.FirstOrDefault(p => p.Key == key) is not { Step: { } step })
            {
                return Problems.Stale(
                    "It was recorded already, perhaps in another window, or the plan changed. "
                        + "The list below is the current one."
                );
            }

            // Another window may have gone on with the rest of the plan, as long as this step is as it was shown.
            if (seen != open.Revision && mark != StepMark.Of(step))
            {
                return Problems.NotAsSeen();
            }

            if (tiedTo is not null && WorkPins.TiedBy(open.State.Plan, step) is null)
            {
                f.Error("/instead", "unknown", "This step ties no cane.");
                return Problems.Invalid(f.Errors);
            }

            var said = new StepSaid(key, outcome, instead, cutAt, note, tiedTo);
            var kept = StepLine.Of(open.State.Plan, step, said);
            var line = new LogRecord
            {
                PlantId = id,
                At = store.Done(request),
                Kind = LogKind.Step,
                Text = kept.Said.Text.Text,
                Measures = WorkStore.Stored(kept.Said.Measures),
                Stem = kept.Stem,
                Stage = kept.Stage,
                Action = kept.Action,
                Outcome = kept.Outcome,
                Instead = kept.Instead,
                CutAt = kept.CutAt,
                Note = kept.Note,
                Event = kept.ClearsLeaves ? YearEvent.LeavesCleared : null,
                Tied = kept.Tied is { } tied ? JsonSerializer.Serialize(tied, PartJson.Options) : null,
            };
            return await use(open, line);
        });
    }

    private static Task<IResult> UndoAsync(
        string id,
        string? round,
        HttpRequest request,
        WorkStore store,
        CancellationToken cancel
    ) => AsSeenAsync(id, round, request, store, cancel, async open => open.Lines.Count == 0
                ? Problems.Stale("Nothing of this season's work is left to take back.")
            : await store.UndoAsync(open, open.Lines[^1], cancel) is { } now ? Results.Ok(now.View([]))
            : Problems.NotAsSeen());

    private static Task<IResult> TakeBackAsync(
        string id,
        string? round,
        int line,
        HttpRequest request,
        WorkStore store,
        CancellationToken cancel
    ) => AsSeenAsync(id, round, request, store, cancel, async open => open.Lines.FirstOrDefault(l => l.Id == line)
                is not { } was
                ? Problems.Stale("It was taken back already, perhaps in another window.")
            : open.Finished && was.Kind != LogKind.Finished
                ? Problems.Stale("This plant is finished for the season. Take that back first.")
            : await store.UndoAsync(open, was, cancel) is { } now ? Results.Ok(now.View([]))
            : Problems.NotAsSeen());

    private static Task<IResult> FinishAsync(
        string id,
        string? round,
        HttpRequest request,
        WorkStore store,
        CancellationToken cancel
    ) => AsSeenAsync(id, round, request, store, cancel, async open => open.Finished
                ? Problems.Stale(
                    open.Task == SurveyTask.Prune
                        ? "This plant is finished for the season already."
                        : "This visit is finished already."
                )
            : await store.AddAsync(open, Finish(open, store.Done(request)), cancel) is { } now
                ? Results.Ok(now.View([]))
            : Problems.NotAsSeen());

    private static LogRecord Finish(OpenWork open, DateTimeOffset at)
    {
        var (done, skipped) = (
            open.Steps.Count(s => s.Outcome != StepOutcome.Skipped),
            open.Steps.Count(s => s.Outcome == StepOutcome.Skipped)
        );
        var left = open.State?.Pending.Count(p => p.Step.Stage != Stage.Return) ?? 0;
        return new LogRecord
        {
            PlantId = open.Plant.Id,
            At = at,
            Kind = LogKind.Finished,
            Event = done > 0 ? Rounds.EventOf(open.Task) : null,
            Text =
                $"{Rounds.FinishedWords(open.Task)}: {Wording.Count(done, "step", "steps")} done"
                + (skipped > 0 ? $", {skipped} skipped" : "")
                + (left > 0 ? $", {left} left open" : "")
                + ".",
        };
    }

    private static Task<IResult> TakeFinishBackAsync(
        string id,
        string? round,
        HttpRequest request,
        WorkStore store,
        CancellationToken cancel
    ) => AsSeenAsync(id, round, request, store, cancel, async open => open.Lines.FirstOrDefault(l =>
                l.Kind == LogKind.Finished
            )
                is not { } finished
                ? Problems.Stale("This plant is not finished for the season.")
            : await store.UndoAsync(open, finished, cancel) is { } now ? Results.Ok(now.View([]))
            : Problems.NotAsSeen());

    /// <summary>
    /// Changes the work where it is as the gardener saw it, or however it is where the request says so.
    /// </summary>
    private static async Task<IResult> AsSeenAsync(
        string id,
        string? round,
        HttpRequest request,
        WorkStore store,
        CancellationToken cancel,
        Func<OpenWork, Task<IResult>> change
    ) =>
        RequestBody.Seen(request) is not { } seen ? RequestBody.RevisionMissing()
        : await store.OpenAsync(id, round, cancel) is not { } open ? Problems.NotFound(WhatOf(round))
        : seen != open.Revision && seen != RequestBody.Whatever ? Problems.NotAsSeen()
        : await change(open);

    private static async Task<IResult> LogAsync(
        string id,
        GardenContext garden,
        WorkStore store,
        CancellationToken cancel
    )
    {
        if (await PlantEndpoints.FindAsync(garden, id, cancel) is not { } plant)
        {
            return Problems.NotFound("plant");
        }

        return Results.Ok(await store.LogAsync(plant, cancel));
    }

    private static Task<IResult> NoteAsync(
        string id,
        HttpRequest request,
        GardenContext garden,
        WorkStore store,
        CancellationToken cancel
    ) => KeepAsync<NoteInput>(id, request, garden, store, cancel, (input, f, plant, at, season) =>
        {
            var day = input.Day ?? store.Day(at);
            if (Noted.BeforePlanted(day, plant.PlantedYear, plant.Name, "/day") is { } early)
            {
                f.Errors.Add(early);
            }

            return f.Errors.Count > 0 ? null : (LogEntries.LineOf(input.Note, id, day, at, season, store), input.Key);
        });

    private static Task<IResult> CropAsync(
        string id,
        HttpRequest request,
        GardenContext garden,
        WorkStore store,
        CancellationToken cancel
    ) => KeepAsync<CropInput>(id, request, garden, store, cancel, (input, f, _, at, _) =>
        {
            var summer = input.Season ?? store.Day(at).Year;
            return f.Errors.Count > 0
                ? null
                : (
                    new LogRecord
                    {
                        PlantId = id,
                        At = at,
                        Season = summer,
                        Kind = LogKind.Crop,
                        Text = $"Crop of {summer} weighed.",
                        Grams = input.Grams,
                    },
                    input.Key
                );
        });

    /// <summary>Keeps a line that no plan depends on, and waits for none.</summary>
    /// <param name="read">The line and its key; null where something is wrong.</param>
    private static Task<IResult> KeepAsync<TBody>(
        string id,
        HttpRequest request,
        GardenContext garden,
        WorkStore store,
        CancellationToken cancel,
        Func<TBody, FieldReader, PlantRecord, DateTimeOffset, Func<DateOnly, int>, (LogRecord Line, string? Key)?> read
    )
        where TBody : IBody<TBody> => Pipeline.WithBodyAsync<TBody>(request, cancel, async (input, f) =>
        {
            if (await PlantEndpoints.FindAsync(garden, id, cancel) is not { } plant)
            {
                return Problems.NotFound("plant");
            }

            if (
                read(input, f, plant, store.Done(request), await store.SeasonsAsync(cancel)) is not var (line, key)
                || f.Errors.Count > 0
            )
            {
                return Problems.Invalid(f.Errors);
            }

            line.Key = key;
            return Results.Created($"/api/plants/{id}/log", store.ViewOf(await store.KeepAsync(line, cancel)));
        });
}
