using System.Text.Json;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Families;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Work;
using Gemmifer.Data;
using Gemmifer.Data.Entities;
using Gemmifer.Server.Plants;
using Gemmifer.Server.Surveys;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Server.Work;

/// <summary>A plant's work laid open: its survey, its steps so far, and the plan for what is left.</summary>
/// <param name="Document">The survey with what was done pinned.</param>
/// <param name="State">Null where the survey cannot be planned.</param>
public sealed record OpenWork(
    PlantRecord Plant,
    int Season,
    int Visit,
    JsonElement Document,
    List<LogRecord> Steps,
    bool Finished,
    WorkState? State
)
{
    /// <summary>What a screen needs.</summary>
    public WorkView View(Change[] changes) =>
        new(
            Season,
            Visit,
            Finished,
            Document,
            State?.Plan,
            [.. (State?.Pending ?? []).Select(p => new OpenStep(p.Key, p.Step))],
            [.. Steps.Select(WorkStore.ViewOf)],
            changes
        );
}

/// <summary>Opens a plant's work and writes its log.</summary>
public sealed class WorkStore(GardenContext garden, PlantSurveys surveys, TimeProvider clock)
{
    /// <summary>The work on a plant this season, or null where there is no such plant.</summary>
    public async Task<OpenWork?> OpenAsync(string id, CancellationToken cancel)
    {
        if (await PlantEndpoints.FindAsync(garden, id, cancel) is not { } plant)
        {
            return null;
        }

        var now = await surveys.NowAsync(plant, cancel);
        var log = await garden
            .Log.AsNoTracking()
            .Where(l =>
                l.PlantId == id
                && l.Season == now.Season
                && l.Visit == now.Record.Visit
                && (l.Kind == LogKind.Step || l.Kind == LogKind.Finished)
            )
            .OrderBy(l => l.Id)
            .ToListAsync(cancel);
        var steps = log.Where(l => l.Kind == LogKind.Step).ToList();
        var state = WorkState.Of(now.Document, [.. steps.Select(s => s.ToStep())], PlanDetail.Full, cancel);
        return new OpenWork(
            plant,
            now.Season,
            now.Record.Visit,
            JsonSerializer.SerializeToElement(state?.Document ?? now.Document),
            steps,
            log.Any(l => l.Kind == LogKind.Finished),
            state
        );
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

    /// <summary>
    /// Takes back the last step or the finish and gives the work as it then stands; null where there is none.
    /// </summary>
    public async Task<OpenWork?> UndoAsync(OpenWork open, CancellationToken cancel)
    {
        var last = await garden
            .Log.Where(l =>
                l.PlantId == open.Plant.Id
                && l.Season == open.Season
                && l.Visit == open.Visit
                && (l.Kind == LogKind.Step || l.Kind == LogKind.Finished)
            )
            .OrderByDescending(l => l.Id)
            .FirstOrDefaultAsync(cancel);
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
    public static LogView ViewOf(LogRecord l) =>
        new(
            l.Id,
            l.Season,
            l.At,
            l.Kind,
            l.Text,
            MeasuresOf(l.Measures),
            l.Stem,
            l.Stage,
            l.Action,
            l.Outcome,
            l.Instead,
            l.CutAt,
            l.Note,
            l.Grams
        );

    /// <summary>The measures of a stored sentence; null where there are none.</summary>
    public static Measure[]? MeasuresOf(string? json) =>
        json is null ? null : JsonSerializer.Deserialize<Measure[]>(json, PartJson.Options);

    /// <summary>The measures of a sentence as they are stored; null where there are none.</summary>
    public static string? Stored(IReadOnlyList<Measure>? measures) =>
        measures is null ? null : JsonSerializer.Serialize(measures, PartJson.Options);
}
