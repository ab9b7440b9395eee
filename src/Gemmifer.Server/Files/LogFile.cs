using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Work;
using Gemmifer.Core.Year;
using Gemmifer.Data;
using Gemmifer.Data.Entities;
using Gemmifer.Server.Http;
using Gemmifer.Server.Work;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Server.Files;

/// <summary>What came of a log file that was sent.</summary>
/// <param name="Added">Lines that are new.</param>
/// <param name="Same">Lines that were here already.</param>
/// <param name="Left">Steps of plans that are not here: they belong to their plan, and come with an archive.</param>
public sealed record LogTaken(int Added, int Same, int Left);

/// <summary>The log as CSV, out and in.</summary>
public static class LogFile
{
    private static readonly string[] Columns =
    [
        "id",
        "date",
        "plant",
        "name",
        "what",
        "text",
        "mm",
        "grams",
        "bbch",
        "season",
        "stem",
        "action",
        "outcome",
        "cutAt",
    ];

    /// <summary>Adds the routes.</summary>
    public static void MapLogFile(this IEndpointRouteBuilder app)
    {
        app.MapGet("/api/log.csv", SendAsync).WithName("logFile").ForHelpers().Produces(200, null, "text/csv");
        app.MapPost("/api/log.csv", TakeAsync)
            .WithName("takeLog")
            .WithSummary("Takes lines of a log in; those that are here already count once. All of them or none.")
            .Accepts<string>(isOptional: true, "text/csv", "*/*")
            .Produces<LogTaken>()
            .ProducesProblem(400)
            .ProducesProblem(413)
            .ProducesProblem(422);
    }

    /// <summary>What a line is in the file: of the plant's year by its word, else its kind.</summary>
    private static string WhatOf(LogRecord line) =>
        line.Event is { } what ? WireNames.Of(what)
        : line.Visit == 1 && line.Kind == LogKind.Finished ? "pruned"
        : WireNames.Of(line.Kind);

    private static async Task<IResult> SendAsync(GardenContext garden, TimeProvider clock, CancellationToken cancel)
    {
        var names = await garden
            .Plants.AsNoTracking()
            .Where(p => p.RemovedAt == null)
            .ToDictionaryAsync(p => p.Id, p => p.Name, cancel);
        var lines = await garden.Log.AsNoTracking().OrderBy(l => l.At).ThenBy(l => l.Id).ToListAsync(cancel);
        return CsvTable.Send(
            "log.csv",
            Columns,
            lines
                .Where(l => names.ContainsKey(l.PlantId))
                .Select(l =>
                    (IReadOnlyList<string?>)
                        [
                            l.Id.ToString(CultureInfo.InvariantCulture),
                            CsvTable.Text(Waited.Day(l.At, clock)),
                            l.PlantId,
                            names[l.PlantId],
                            WhatOf(l),
                            l.Text,
                            CsvTable.Text(l.Mm),
                            CsvTable.Text(l.Grams),
                            l.Bbch?.ToString(CultureInfo.InvariantCulture),
                            l.Season.ToString(CultureInfo.InvariantCulture),
                            l.Stem,
                            l.Action is { } action ? WireNames.Of(action) : null,
                            l.Outcome is { } outcome ? WireNames.Of(outcome) : null,
                            CsvTable.Text(l.CutAt),
                        ]
                )
        );
    }

    private static async Task<IResult> TakeAsync(
        HttpRequest request,
        GardenContext garden,
        WorkStore store,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var (table, error) = await CsvTable.ReadAsync(request, ["date", "plant", "what"], cancel);
        if (error is not null)
        {
            return error;
        }

        var plants = await garden
            .Plants.AsNoTracking()
            .Where(p => p.RemovedAt == null)
            .ToDictionaryAsync(p => p.Id, p => p, cancel);
        var had = (await garden.Log.IgnoreQueryFilters([GardenContext.Standing]).AsNoTracking().ToListAsync(cancel));
        var known = had.ToDictionary(l => l.Id);
        var equal = had.Select(l => Print(l.PlantId, Waited.Day(l.At, clock), WhatOf(l), l.Text)).ToHashSet();
        var (today, season) = (store.Day(clock.GetUtcNow()), await store.SeasonsAsync(cancel));
        List<SurveyError> errors = [];
        var (added, same, left) = (0, 0, 0);
        foreach (var line in table!.Lines)
        {
            if (RowOf(table, line, plants, today, season, store, errors) is not { } read)
            {
                continue;
            }

            // A line of this very log is here; one that says something else under its number is another garden's.
            var told = read.Line?.Text ?? line.Cell("text") ?? "";
            var print = Print(read.Plant, read.Day, read.Word, told);
            if (
                !equal.Add(print)
                || (
                    line.Cell("id") is { } id
                    && int.TryParse(id, NumberStyles.None, CultureInfo.InvariantCulture, out var number)
                    && known.TryGetValue(number, out var own)
                    && Print(own.PlantId, Waited.Day(own.At, clock), WhatOf(own), own.Text)
                        == Print(read.Plant, read.Day, read.Word, line.Cell("text") ?? "")
                )
            )
            {
                same++;
                continue;
            }

            if (read.Line is not { } record)
            {
                left++;
                continue;
            }

            added++;
            record.Key = "csv-" + Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(print)))[..32];
            garden.Add(record);
        }

        if (errors.Count > 0)
        {
            return Problems.Invalid(errors.Take(CsvTable.MostErrors), "Nothing of this log was taken.");
        }

        try
        {
            await garden.SaveChangesAsync(cancel);
        }
        catch (DbUpdateException e) when (Saving.Doubled(e))
        {
            return Problems.Stale("Another window took the same log in at the same moment. Take it once more.");
        }

        return Results.Ok(new LogTaken(added, same, left));
    }

    private static string Print(string plant, DateOnly day, string what, string text) =>
        $"{plant}\n{CsvTable.Text(day)}\n{what}\n{text.Trim()}";

    /// <summary>A line as it is read.</summary>
    /// <param name="Line">What is stored of it; null for a line that only work on a plan makes.</param>
    private sealed record Row(string Plant, DateOnly Day, string Word, LogRecord? Line);

    private static PlantRecord? PlantOf(
        CsvLine line,
        Dictionary<string, PlantRecord> plants,
        Action<string, string, string> wrong
    )
    {
        if (line.Cell("plant") is not { } id)
        {
            wrong("plant", "required", "say which plant, by its id.");
            return null;
        }

        if (!plants.TryGetValue(id, out var plant))
        {
            wrong("plant", "unknown", $"there is no plant '{(id.Length <= 60 ? id : id[..60] + "…")}' here.");
        }

        return plant;
    }

    private static DateOnly? DayOf(
        CsvLine line,
        PlantRecord? plant,
        DateOnly today,
        Action<string, string, string> wrong
    )
    {
        var day = line.Cell("date") is { } written ? CsvTable.Day(written) : null;
        if (day is null)
        {
            wrong("date", line.Cell("date") is null ? "required" : "format", "a day like 2027-02-10.");
        }
        else if (day > today)
        {
            wrong("date", "range", $"{CsvTable.Text(day.Value)} is still to come.");
        }
        else if (plant is not null && Noted.BeforePlanted(day.Value, plant.PlantedYear, plant.Name, "") is { } early)
        {
            wrong("date", early.Code, early.Message);
        }

        return day;
    }

    /// <summary>
    /// What was noted. A line of this application's own file says its measure in its words as well; that is left out.
    /// </summary>
    private static Noted NoteOf(CsvTable table, CsvLine line, YearEvent? what, Action<string, string, string> wrong)
    {
        double? Number(string column)
        {
            if (line.Cell(column) is not { } cell)
            {
                return null;
            }

            var number = table.Number(cell);
            if (number is null)
            {
                wrong(column, "type", "this is no number.");
            }

            return number;
        }

        var (mm, grams, bbch) = (Number("mm"), Number("grams"), Number("bbch"));
        var note = new Noted(what, line.Cell("text"), mm, grams, (int?)bbch);
        var plain = new Noted(what, null, mm, grams, (int?)bbch);
        if (what is null || note.Text is not { } text || plain.Errors(c => c).Any())
        {
            return note;
        }

        var own = plain.Said.Text.Text;
        return text.StartsWith(own, StringComparison.Ordinal) ? note with { Text = text[own.Length..].Trim() } : note;
    }

    private static Row? RowOf(
        CsvTable table,
        CsvLine line,
        Dictionary<string, PlantRecord> plants,
        DateOnly today,
        Func<DateOnly, int> season,
        WorkStore store,
        List<SurveyError> errors
    )
    {
        var before = errors.Count;
        void Wrong(string column, string code, string what) => errors.Add(line.Wrong(column, code, what));
        var word = line.Cell("what");
        var plant = PlantOf(line, plants, Wrong);
        var day = DayOf(line, plant, today, Wrong);
        var what = WireNames.Find<YearEvent>(word);
        var kind = WireNames.Find<LogKind>(word);
        if (what is null && kind is null)
        {
            Wrong(
                "what",
                word is null ? "required" : "unknown",
                $"one of {string.Join(", ", WireNames.All<YearEvent>())}, note."
            );
        }

        var note = NoteOf(table, line, what, Wrong);
        var crop = kind == LogKind.Crop;
        if (kind is not (LogKind.Step or LogKind.Finished) && errors.Count == before)
        {
            foreach (var error in (crop ? new Noted(YearEvent.Prunings, null, null, note.Grams) : note).Errors(c => c))
            {
                Wrong(error.Path, error.Code, error.Message);
            }
        }

        if (errors.Count > before)
        {
            return null;
        }

        var (of, on) = (plant!.Id, day!.Value);
        if (kind is LogKind.Step or LogKind.Finished)
        {
            return new Row(of, on, word!, null);
        }

        if (!crop)
        {
            return new Row(of, on, word!, LogEntries.LineOf(note, of, on, store.NoonOf(on), season, store));
        }

        var summer = line.Cell("season") is { } s && int.TryParse(s, NumberStyles.None, null, out var y) ? y : on.Year;
        return new Row(
            of,
            on,
            word!,
            new LogRecord
            {
                PlantId = of,
                At = store.NoonOf(on),
                Season = summer,
                Kind = LogKind.Crop,
                Text = $"Crop of {summer} weighed.",
                Grams = note.Grams,
            }
        );
    }
}
