using Gemmifer.Core.Exchange;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Work;
using Gemmifer.Core.Year;
using Gemmifer.Data;
using Gemmifer.Data.Entities;
using Gemmifer.Server.Http;
using Gemmifer.Server.Plants;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Server.Work;

/// <summary>One thing seen or done on several plants: on those named, or on all of a place.</summary>
/// <param name="Plants">Ids; null for a place.</param>
/// <param name="Place">A bed, wall or row; null for plants.</param>
/// <param name="Batch">Made by the page: the same one again is stored once, and is taken back by it.</param>
public sealed record EntryInput(
    IReadOnlyList<string>? Plants,
    string? Place,
    string Batch,
    string? Text,
    YearEvent? What = null,
    DateOnly? Day = null,
    double? Mm = null,
    double? Grams = null,
    int? Bbch = null
) : IBody<EntryInput>
{
    private const int MostPlants = 10_000,
        MostBatchChars = 60;

    static EntryInput IBody<EntryInput>.Read(FieldReader f, DateOnly today)
    {
        f.Require("batch");
        var (note, day) = LogEntries.Read(f, today);
        var (batch, place) = (f.Text("batch", MostBatchChars), f.Text("place", 80));
        var plants = f.List("plants", MostPlants).Select(p => p.Item.ToString()).Distinct().ToArray();
        if (batch?.Contains(LogEntries.Between, StringComparison.Ordinal) == true)
        {
            f.Error("/batch", "format", "Without a slash.");
        }

        if (f.Errors.Count == 0 && (plants.Length > 0) == (place is not null))
        {
            f.Error("/plants", "required", "Name plants, or one place.");
        }

        return new EntryInput(plants, place, batch ?? "", note.Text, note.What, day, note.Mm, note.Grams, note.Bbch);
    }

    /// <summary>What is noted.</summary>
    internal Noted Note => new(What, Text, Mm, Grams, Bbch);
}

/// <summary>What was noted on several plants.</summary>
/// <param name="Plants">How many have the line.</param>
public sealed record EntryView(string Batch, int Plants, string Text, IReadOnlyList<Measure>? Measures);

/// <summary>A line as it is said.</summary>
/// <param name="Line">Such as "first bloom row 2 today".</param>
public sealed record SpokenInput(string Line) : IBody<SpokenInput>
{
    static SpokenInput IBody<SpokenInput>.Read(FieldReader f, DateOnly today)
    {
        f.Require("line");
        return new SpokenInput(f.Text("line", 300) ?? "");
    }
}

/// <summary>What a spoken line means, or what has to be asked; nothing is stored.</summary>
/// <param name="Question">Null where it is clear.</param>
/// <param name="Choices">What it may mean.</param>
/// <param name="Of">The plant or place it is of, as the garden names it.</param>
/// <param name="Says">The line as the log will say it.</param>
public sealed record SpokenView(
    string? Question,
    IReadOnlyList<string> Choices,
    string? Of,
    IReadOnlyList<string> Plants,
    DateOnly? Day,
    YearEvent? What,
    string? Text,
    double? Mm,
    double? Grams,
    int? Bbch,
    string? Says,
    IReadOnlyList<Measure>? Measures
);

/// <summary>Quick entries: by plant, by bed or row, in one line, and taken back.</summary>
public static class LogEntries
{
    /// <summary>Between the name of a batch and its plant in the key of a line.</summary>
    internal const char Between = '/';

    /// <summary>Adds the routes.</summary>
    public static void MapEntries(this IEndpointRouteBuilder app)
    {
        app.MapPost("/api/log", AddAsync)
            .WithName("addEntries")
            .WithSummary("Notes one thing on several plants, or on all of a bed or row; all of them or none.")
            .ForHelpers()
            .Reads<EntryInput>()
            .Produces<EntryView>(201)
            .ProducesProblem(404)
            .ProducesProblem(422);
        app.MapDelete("/api/log/{batch}", TakeBackAsync)
            .WithName("takeEntriesBack")
            .WithSummary("Takes back what was noted on several plants at once; the lines are struck out.")
            .ForHelpers()
            .Produces(204)
            .ProducesProblem(404)
            .ProducesProblem(409);
        app.MapPost("/api/log/try", SpokenAsync)
            .WithName("readEntry")
            .WithSummary("Reads a line such as 'first bloom row 2 today'; nothing is stored.")
            .ForHelpers()
            .Reads<SpokenInput>()
            .Produces<SpokenView>()
            .ProducesProblem(422);
    }

    /// <summary>The entry that a body tells of, and its day where that is said; errors stand with the fields.</summary>
    internal static (Noted Note, DateOnly? Day) Read(FieldReader f, DateOnly today)
    {
        var note = new Noted(
            f.Choice<YearEvent>("what"),
            f.Text("text", Noted.MostChars)?.Trim(),
            f.Number("mm", 0, Noted.MostMm),
            f.Number("grams", 0, Noted.MostGrams),
            f.Whole("bbch", 0, GrowthStages.Last)
        );
        var day = f.Date("day");
        if (day > today)
        {
            f.Error("/day", "range", "This day is still to come.");
        }

        if (f.Errors.Count == 0)
        {
            f.Errors.AddRange(note.Errors(f.At));
        }

        return (note, day);
    }

    /// <summary>The line of one plant.</summary>
    /// <param name="at">The moment it is noted; a day before is dated at its noon, as the hour is not known.</param>
    internal static LogRecord LineOf(
        Noted note,
        string plant,
        DateOnly day,
        DateTimeOffset at,
        Func<DateOnly, int> season,
        WorkStore store
    )
    {
        var said = note.Said;
        return new LogRecord
        {
            PlantId = plant,
            At = day < store.Day(at) ? store.NoonOf(day) : at,
            Season = season(day),
            Kind = LogKind.Note,
            Text = said.Text.Text,
            Measures = WorkStore.Stored(said.Measures),
            Event = note.What,
            Mm = note.Mm,
            Grams = note.Grams,
            Bbch = note.Bbch,
        };
    }

    private static async Task<IResult> AddAsync(
        HttpRequest request,
        GardenContext garden,
        WorkStore store,
        CancellationToken cancel
    )
    {
        return await Pipeline.WithBodyAsync<EntryInput>(request, cancel, async (input, f) =>
        {
            var at = store.Done(request);
            var (note, day) = (input.Note, input.Day ?? store.Day(at));
            var (batch, place, ids) = (input.Batch, input.Place, input.Plants!);
            if (f.Errors.Count > 0)
            {
                return Problems.Invalid(f.Errors);
            }

            var growing = await garden
                .Plants.AsNoTracking()
                .Where(p => p.RemovedAt == null && (place == null ? ids.Contains(p.Id) : p.Place == place))
                .OrderBy(p => p.SortKey)
                .Select(p => new
                {
                    p.Id,
                    p.Name,
                    p.PlantedYear,
                })
                .ToListAsync(cancel);
            if (growing.Count == 0 || (place is null && growing.Count != ids.Count))
            {
                return Problems.NotFound(place is null ? "plant" : "place");
            }

            foreach (var plant in growing)
            {
                if (Noted.BeforePlanted(day, plant.PlantedYear, plant.Name, "/day") is { } early)
                {
                    return Problems.Invalid([early]);
                }
            }

            var season = await store.SeasonsAsync(cancel);
            var keys = growing.Select(p => KeyOf(batch, p.Id)).ToHashSet(StringComparer.Ordinal);
            var had = await garden
                .Log.IgnoreQueryFilters([GardenContext.Standing])
                .Where(l => l.Key != null && l.Key.StartsWith(batch + Between))
                .Select(l => l.Key!)
                .ToListAsync(cancel);
            foreach (var plant in growing.Where(p => !had.Contains(KeyOf(batch, p.Id))))
            {
                var line = LineOf(note, plant.Id, day, at, season, store);
                line.Key = KeyOf(batch, plant.Id);
                garden.Add(line);
            }

            try
            {
                await garden.SaveChangesAsync(cancel);
            }
            catch (DbUpdateException e) when (Saving.Doubled(e))
            {
                // The same entry, sent twice at the same moment: the other one is stored, whole.
            }

            return Results.Created(
                "/api/log",
                new EntryView(batch, keys.Count, note.Said.Text.Text, note.Said.Measures)
            );
        });
    }

    private static string KeyOf(string batch, string plant) => $"{batch}{Between}{plant}";

    private static async Task<IResult> TakeBackAsync(
        string batch,
        GardenContext garden,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var lines = await garden.Log.Where(l => l.Key != null && l.Key.StartsWith(batch + Between)).ToListAsync(cancel);
        if (lines.Count == 0)
        {
            return Problems.NotFound("entry");
        }

        if (lines.Any(l => l.History is not null))
        {
            return Problems.Stale("A line of it was corrected since. Strike out the lines that are wrong.");
        }

        // Struck out rather than deleted: the log keeps what it said.
        foreach (var line in lines)
        {
            line.StruckAt = clock.GetUtcNow();
        }

        await garden.SaveChangesAsync(cancel);
        return Results.NoContent();
    }

    private static async Task<IResult> SpokenAsync(
        HttpRequest request,
        GardenContext garden,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        return await Pipeline.WithBodyAsync<SpokenInput>(request, cancel, async (input, f) =>
        {
            if (f.Errors.Count > 0)
            {
                return Problems.Invalid(f.Errors);
            }

            var plants = await garden
                .Plants.AsNoTracking()
                .Where(p => p.RemovedAt == null)
                .OrderBy(p => p.SortKey)
                .Select(p => new NamedPlant(p.Id, p.Name, p.Place))
                .ToListAsync(cancel);
            return Results.Ok(
                SpokenNote.Read(input.Line, PlantEndpoints.Today(clock), plants) switch
                {
                    SpokenReading.Asked a => new SpokenView(
                        a.Question,
                        a.Choices,
                        null,
                        [],
                        null,
                        null,
                        null,
                        null,
                        null,
                        null,
                        null,
                        null
                    ),
                    SpokenReading.Understood u => new SpokenView(
                        null,
                        [],
                        u.Of,
                        u.Plants,
                        u.Day,
                        u.Note.What,
                        u.Note.Text,
                        u.Note.Mm,
                        u.Note.Grams,
                        u.Note.Bbch,
                        u.Note.Said.Text.Text,
                        u.Note.Said.Measures
                    ),
                    _ => throw new InvalidOperationException("A line is read or asked about."),
                }
            );
        });
    }
}
