using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using Gemmifer.Core;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Families;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Season;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;
using Gemmifer.Core.Work;
using Gemmifer.Data;
using Gemmifer.Data.Entities;
using Gemmifer.Server.Http;
using Gemmifer.Server.Planning;
using Gemmifer.Server.Plants;
using Gemmifer.Server.Surveys;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Server.Work;

/// <summary>A plant's work laid open: its survey, its steps so far, and the plan for what is left.</summary>
/// <param name="Plant">Tracked, so that a change made beside another is noticed.</param>
/// <param name="Survey">The survey without what was done.</param>
/// <param name="State">Null where the survey cannot be planned.</param>
/// <param name="Fault">The reference of a plan that failed though it should not; null where none did.</param>
public sealed record OpenWork(
    PlantRecord Plant,
    int Season,
    int Visit,
    JsonObject Survey,
    IReadOnlyList<LogRecord> Lines,
    WorkState? State,
    string? Fault,
    TimeProvider Clock,
    SurveyTask Task = SurveyTask.Prune
)
{
    private string? _revision;

    /// <summary>Steps so far, in order.</summary>
    public IEnumerable<LogRecord> Steps => Lines.Where(l => l.Kind == LogKind.Step);

    /// <summary>Whether the plant is finished for the season.</summary>
    public bool Finished => Lines.Any(l => l.Kind == LogKind.Finished);

    /// <summary>Names what the screen shows: the plan and the lines so far.</summary>
    public string Revision =>
        _revision ??= Marks.Of(
            Plant.WorkRevision,
            Season,
            Visit,
            State is { } state ? state.Plan.ToJson() : Encoding.UTF8.GetBytes(Survey.ToJsonString())
        );

    /// <summary>What a screen needs.</summary>
    public WorkView View(Change[] changes) =>
        new(
            Season,
            Visit,
            Finished,
            JsonSerializer.SerializeToElement(State?.Document ?? Survey),
            State?.Plan,
            [.. (State?.Pending ?? []).Select(p => new OpenStep(p.Key, p.Step, StepMark.Of(p.Step)))],
            [.. Steps.Select(l => WorkStore.ViewOf(l, Clock))],
            changes,
            Fault,
            State is { } open ? SeasonWarning.DoneOn(PlantEndpoints.Today(Clock), open.Survey) : null,
            PlantEndpoints.Today(Clock),
            Revision
        );
}

/// <summary>Opens a plant's work and writes its log.</summary>
public sealed class WorkStore(GardenContext garden, PlantSurveys surveys, PlanMaker planner, TimeProvider clock)
{
    /// <summary>
    /// The work on a plant this season, or that of one visit beside it; null where there is no such plant or visit.
    /// </summary>
    /// <param name="round">The name of the visit; null for the season's own work.</param>
    public async Task<OpenWork?> OpenAsync(string id, string? round, CancellationToken cancel)
    {
        if (await PlantEndpoints.FindAsync(garden, id, cancel) is not { } plant)
        {
            return null;
        }

        if (round is null)
        {
            var now = await surveys.NowAsync(plant, cancel);
            return await WithAsync(
                plant,
                SurveyTask.Prune,
                now.Season,
                now.Record.Visit,
                now.Document,
                await LinesAsync(id, now.Season, now.Record.Visit, cancel),
                cancel
            );
        }

        return
            await garden.Rounds.AsNoTracking().FirstOrDefaultAsync(r => r.PlantId == id && r.Key == round, cancel)
                is { } record
            ? await WithAsync(
                plant,
                record.Task,
                record.Season,
                record.Visit,
                JsonNode.Parse(record.Document)!.AsObject(),
                await LinesAsync(id, record.Season, record.Visit, cancel),
                cancel
            )
            : null;
    }

    private Task<List<LogRecord>> LinesAsync(string id, int season, int visit, CancellationToken cancel) =>
        garden
            .Log.Where(l =>
                l.PlantId == id
                && l.Season == season
                && l.Visit == visit
                && (l.Kind == LogKind.Step || l.Kind == LogKind.Finished)
            )
            .OrderBy(l => l.Id)
            .ToListAsync(cancel);

    private async Task<OpenWork> WithAsync(
        PlantRecord plant,
        SurveyTask task,
        int season,
        int visit,
        JsonObject survey,
        IReadOnlyList<LogRecord> lines,
        CancellationToken cancel
    )
    {
        StepDone[] done = [.. lines.Where(l => l.Kind == LogKind.Step).Select(s => s.ToStep(clock.LocalTimeZone))];
        using var place = await planner.WaitForOwnAsync(cancel);
        var (state, fault) = planner.Work(survey, done, PlanDetail.Full, cancel);
        return new OpenWork(plant, season, visit, survey, lines, state, fault, clock, task);
    }

    /// <summary>
    /// Adds a line to the log, and the visits that follow from it; gives the work as it then stands. What follows is
    /// worked out before anything is written: nobody waits on the file for a plan.
    /// </summary>
    /// <returns>Null where the work was changed elsewhere since it was opened; nothing was stored.</returns>
    public async Task<OpenWork?> AddAsync(OpenWork open, LogRecord record, CancellationToken cancel)
    {
        (record.Season, record.Visit) = (open.Season, open.Visit);
        garden.Add(record);
        return await FollowAsync(open, [.. open.Lines, record], cancel);
    }

    /// <summary>The work as it would stand with one line more; nothing is written.</summary>
    public Task<OpenWork> WithAsync(OpenWork open, LogRecord record, CancellationToken cancel) =>
        WithAsync(open.Plant, open.Task, open.Season, open.Visit, open.Survey, [.. open.Lines, record], cancel);

    /// <summary>
    /// Takes back a step or the finish and gives the work as it then stands; null where it was changed elsewhere. What
    /// somebody else recorded is kept in the bin.
    /// </summary>
    public async Task<OpenWork?> UndoAsync(OpenWork open, LogRecord line, CancellationToken cancel)
    {
        if (garden.Author.MayErase(line.By))
        {
            garden.Remove(line);
        }
        else
        {
            (line.StruckAt, line.Binned) = (clock.GetUtcNow(), true);
        }

        return await FollowAsync(open, [.. open.Lines.Where(l => l != line)], cancel);
    }

    private async Task<OpenWork?> FollowAsync(OpenWork open, LogRecord[] lines, CancellationToken cancel)
    {
        open.Plant.WorkRevision++;
        var now = await WithAsync(open.Plant, open.Task, open.Season, open.Visit, open.Survey, lines, cancel);
        await Visits.FollowAsync(garden, now, cancel);
        try
        {
            await garden.SaveChangesAsync(cancel);
        }
        catch (DbUpdateException e) when (e is DbUpdateConcurrencyException || Saving.Doubled(e))
        {
            return null;
        }

        return now;
    }

    /// <summary>When what a request says was done.</summary>
    public DateTimeOffset Done(HttpRequest request) => Waited.Since(request, clock);

    /// <summary>The day of an instant where the garden is.</summary>
    public DateOnly Day(DateTimeOffset at) => Waited.Day(at, clock);

    /// <summary>Noon of a day where the garden is.</summary>
    public DateTimeOffset NoonOf(DateOnly day)
    {
        var noon = day.ToDateTime(new TimeOnly(12, 0));
        return new DateTimeOffset(noon, clock.LocalTimeZone.GetUtcOffset(noon)).ToUniversalTime();
    }

    /// <summary>Which season a day is of.</summary>
    public async Task<Func<DateOnly, int>> SeasonsAsync(CancellationToken cancel)
    {
        var hemisphere = (await surveys.PlaceAsync(cancel)).Hemisphere;
        return day => PruningYear.Of(day, hemisphere);
    }

    /// <summary>Adds a line that no plan depends on: a note, or what was weighed.</summary>
    /// <returns>The line; the one that was stored before where it was sent twice.</returns>
    public async Task<LogRecord> KeepAsync(LogRecord record, CancellationToken cancel)
    {
        if (await StoredAsync(record, cancel) is { } had)
        {
            return had;
        }

        garden.Add(record);
        try
        {
            await garden.SaveChangesAsync(cancel);
            return record;
        }
        catch (DbUpdateException e) when (Saving.Doubled(e))
        {
            garden.Entry(record).State = EntityState.Detached;
            return await StoredAsync(record, cancel)
                ?? throw new InvalidOperationException("Neither stored nor " + "there.", e);
        }
    }

    private async Task<LogRecord?> StoredAsync(LogRecord record, CancellationToken cancel) =>
        record.Key is null
            ? null
            : await garden
                .Log.AsNoTracking()
                .FirstOrDefaultAsync(l => l.PlantId == record.PlantId && l.Key == record.Key, cancel);

    /// <summary>The whole log of a plant, the latest first, with what was struck out.</summary>
    public async Task<LogView[]> LogAsync(PlantRecord plant, CancellationToken cancel)
    {
        var names = await surveys.NamesAsync(plant, cancel);
        var lines = await garden
            .Log.IgnoreQueryFilters([GardenContext.Standing])
            .AsNoTracking()
            .Where(l => l.PlantId == plant.Id)
            .OrderByDescending(l => l.At)
            .ThenByDescending(l => l.Id)
            .ToListAsync(cancel);
        return
        [
            // Of a season that nobody surveyed nothing tells which cane a letter meant.
            .. lines.Select(l =>
                l.Stem is { } stem && l.Visit < RoundRecord.FirstVisit && names.TryGetValue(l.Season, out var now)
                    ? ViewOf(l) with
                    {
                        StemNow = now.GetValueOrDefault(new StemId(stem)),
                    }
                    : ViewOf(l)
            ),
        ];
    }

    /// <summary>A log line as people see it.</summary>
    public LogView ViewOf(LogRecord l) => ViewOf(l, clock);

    /// <summary>A log line as people see it, at the time the garden's clock shows.</summary>
    public static LogView ViewOf(LogRecord l, TimeProvider clock) =>
        new(
            l.Id,
            l.Season,
            TimeZoneInfo.ConvertTime(l.At, clock.LocalTimeZone),
            l.Kind,
            l.Text,
            MeasuresOf(l.Measures),
            StemId.Maybe(l.Stem),
            l.Stage,
            l.Action,
            l.Outcome,
            l.Instead,
            l.CutAt,
            l.Note,
            l.Grams,
            l.Tied is null ? null : JsonSerializer.Deserialize<TiedCane>(l.Tied, PartJson.Options),
            l.StruckAt is not null,
            StemId.Maybe(l.Stem),
            Corrections.HistoryOf(l),
            l.Event,
            l.Mm,
            l.Bbch
        );

    /// <summary>The measures of a stored sentence; null where there are none.</summary>
    public static Measure[]? MeasuresOf(string? json) =>
        json is null ? null : JsonSerializer.Deserialize<Measure[]>(json, PartJson.Options);

    /// <summary>The measures of a sentence as they are stored; null where there are none.</summary>
    public static string? Stored(IReadOnlyList<Measure>? measures) =>
        measures is null ? null : JsonSerializer.Serialize(measures, PartJson.Options);
}
