using System.Text.Json;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Families.Vines;
using Gemmifer.Core.Season;
using Gemmifer.Core.Work;
using Gemmifer.Data;
using Gemmifer.Data.Entities;
using Gemmifer.Server.Http;
using Gemmifer.Server.Plants;
using Gemmifer.Server.Surveys;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Server.Work;

/// <summary>What a line of the log said before it was corrected.</summary>
/// <param name="Until">When it was corrected.</param>
/// <param name="Day">The day it was dated.</param>
public sealed record LogChange(DateTimeOffset Until, DateOnly Day, string Text, double? Grams, bool Struck);

/// <summary>A correction of a line; what is not said stays as it is.</summary>
/// <param name="Changes">How many corrections of it were seen.</param>
/// <param name="Day">The day it belongs to, not after today.</param>
/// <param name="Text">Of a note only.</param>
/// <param name="Grams">Of a crop only, g.</param>
/// <param name="Struck">Struck out, it counts for nothing.</param>
public sealed record CorrectionInput(int Changes, DateOnly? Day, string? Text, double? Grams, bool? Struck)
    : IBody<CorrectionInput>
{
    static CorrectionInput IBody<CorrectionInput>.Read(FieldReader f, DateOnly today)
    {
        f.Require("changes");
        var input = new CorrectionInput(
            f.Whole("changes", 0, int.MaxValue) ?? 0,
            f.Date("day"),
            f.Text("text", 1000)?.Trim(),
            f.NumberAbove("grams", 0, VineLimits.CropGrams),
            f.Flag("struck")
        );
        if (input.Text is "")
        {
            f.Error("/text", "required", "Write a word or two, or strike the line out.");
        }

        if (input.Day > today)
        {
            f.Error("/day", "range", "It cannot have been after today.");
        }

        return input;
    }
}

/// <summary>Lines of the log are corrected, dated back and struck out, and keep what they said before.</summary>
public static class Corrections
{
    /// <summary>Adds the route.</summary>
    public static void MapCorrections(this IEndpointRouteBuilder app) =>
        app.MapPut("/api/plants/{id}/log/{line:int}", CorrectAsync)
            .WithName("correctLine")
            .WithSummary("Corrects a line of the log, dates it back or strikes it out; what it said is kept.")
            .Reads<CorrectionInput>()
            .Produces<LogView>()
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(412)
            .ProducesProblem(422);

    /// <summary>What a line said before each correction, the first first.</summary>
    public static IReadOnlyList<LogChange> HistoryOf(LogRecord line) =>
        line.History is null ? [] : JsonSerializer.Deserialize<LogChange[]>(line.History, PartJson.Options)!;

    private static async Task<IResult> CorrectAsync(
        string id,
        int line,
        HttpRequest request,
        GardenContext garden,
        PlantSurveys surveys,
        WorkStore store,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        return await Pipeline.WithBodyAsync<CorrectionInput>(request, cancel, async (input, f) =>
        {
            if (await PlantEndpoints.FindAsync(garden, id, cancel) is not { } plant)
            {
                return Problems.NotFound("plant");
            }

            var record = await garden
                .Log.IgnoreQueryFilters([GardenContext.Standing])
                .FirstOrDefaultAsync(l => l.PlantId == id && l.Id == line, cancel);
            if (record is null)
            {
                return Problems.NotFound("line");
            }

            var (seen, day, text, grams, struck) = input;
            if (text is not null && record.Kind != LogKind.Note)
            {
                f.Error("/text", "unsupported", "Only your own words can be changed.");
            }

            if (grams is not null && record.Kind != LogKind.Crop)
            {
                f.Error("/grams", "unsupported", "Nothing was weighed here.");
            }

            if (f.Errors.Count > 0)
            {
                return Problems.Invalid(f.Errors);
            }

            var history = HistoryOf(record);
            if (history.Count != seen)
            {
                return Problems.NotAsSeen();
            }

            // A step of the work under way is taken back there, where the rest is planned again and shown.
            var now = await surveys.NowAsync(plant, cancel);
            if (
                struck is not null
                && record.Kind is LogKind.Step or LogKind.Finished
                && (record.Season, record.Visit) == (now.Season, now.Record.Visit)
            )
            {
                return Problems.Stale("This belongs to the work under way: take it back under Do.");
            }

            Correct(record, history, day, text, grams, struck, clock);
            if (day is { } to && record.Kind == LogKind.Note)
            {
                record.Season = PruningYear.Of(to, (await surveys.PlaceAsync(cancel)).Hemisphere);
            }

            plant.WorkRevision++;
            try
            {
                await garden.SaveChangesAsync(cancel);
            }
            catch (DbUpdateConcurrencyException)
            {
                return Problems.NotAsSeen();
            }

            return Results.Ok(store.ViewOf(record));
        });
    }

    private static void Correct(
        LogRecord record,
        IReadOnlyList<LogChange> history,
        DateOnly? day,
        string? text,
        double? grams,
        bool? struck,
        TimeProvider clock
    )
    {
        var local = TimeZoneInfo.ConvertTime(record.At, clock.LocalTimeZone);
        var was = DateOnly.FromDateTime(local.DateTime);
        var before = new LogChange(clock.GetUtcNow(), was, record.Text, record.Grams, record.StruckAt is not null);
        record.History = JsonSerializer.Serialize(history.Append(before), PartJson.Options);
        if (day is { } to && to != was)
        {
            var at = to.ToDateTime(TimeOnly.FromDateTime(local.DateTime));
            record.At = new DateTimeOffset(at, clock.LocalTimeZone.GetUtcOffset(at)).ToUniversalTime();
        }

        record.Text = text ?? record.Text;
        record.Grams = grams ?? record.Grams;
        record.StruckAt = struck switch
        {
            true => record.StruckAt ?? clock.GetUtcNow(),
            false => null,
            null => record.StruckAt,
        };
    }
}
