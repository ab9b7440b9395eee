using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Year;
using Gemmifer.Data;
using Gemmifer.Data.Entities;
using Gemmifer.Server.Http;
using Gemmifer.Server.Planning;
using Gemmifer.Server.Plants;
using Gemmifer.Server.Settings;
using Gemmifer.Server.Years;
using Ical.Net;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using Ical.Net.Serialization;
using Microsoft.EntityFrameworkCore;
using Calendar = Ical.Net.Calendar;

namespace Gemmifer.Server.Files;

/// <summary>Where a calendar program reads the garden's year without signing in.</summary>
/// <param name="Path">Address with its secret; only shown once, when it is made.</param>
public sealed record FeedView(string? Path, DateTimeOffset CreatedAt);

/// <summary>The garden's year as iCalendar (RFC 5545), a file and a feed.</summary>
public static class CalendarFile
{
    private const string Address = "/api/calendar.ics",
        Product = "-//Gemmifer//Garden year//EN";

    private const int SecretBytes = 24,
        DaysBack = 30,
        RemindedAtHour = 8,
        DaysAhead = 365;

    /// <summary>The day sequence numbers count from.</summary>
    private static readonly DateTimeOffset Epoch = new(2026, 1, 1, 0, 0, 0, TimeSpan.Zero);

    /// <summary>Adds the routes.</summary>
    public static void MapCalendar(this IEndpointRouteBuilder app)
    {
        // Who has the secret in the address reads it without signing in: a calendar program cannot.
        app.MapGet(Address, SendAsync)
            .WithName("calendar")
            .WithSummary("The dated work and flowers of the garden, as iCalendar; with ?key= as a feed.")
            .AllowAnonymous()
            .Produces(200, null, "text/calendar")
            .ProducesProblem(401)
            .ProducesProblem(404);
        app.MapGet("/api/calendar/feed", async (GardenContext garden, CancellationToken cancel) =>
                Results.Ok(
                    (await garden.Feeds.AsNoTracking().OrderBy(f => f.Id).ToListAsync(cancel))
                        .Select(f => new FeedView(null, f.CreatedAt))
                        .ToArray()
                )
            )
            .WithName("feeds")
            .Produces<FeedView[]>();
        app.MapPost("/api/calendar/feed", MakeAsync)
            .WithName("makeFeed")
            .WithSummary("Makes an address with a secret; the one before it ends.")
            .Produces<FeedView>(201);
        app.MapDelete("/api/calendar/feed", async (GardenContext garden, CancellationToken cancel) =>
            {
                await garden.Feeds.ExecuteDeleteAsync(cancel);
                return Results.NoContent();
            })
            .WithName("endFeed")
            .Produces(204);
    }

    private static string HashOf(string secret) =>
        Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(secret)));

    private static async Task<IResult> MakeAsync(
        HttpContext context,
        GardenContext garden,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var secret = Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(SecretBytes));
        await using var together = await garden.Database.BeginTransactionAsync(cancel);
        await garden.Feeds.ExecuteDeleteAsync(cancel);
        garden.Add(new FeedRecord { Hash = HashOf(secret), CreatedAt = clock.GetUtcNow() });
        await garden.SaveChangesAsync(cancel);
        await together.CommitAsync(cancel);
        return Results.Created(
            Address,
            new FeedView($"{context.Request.PathBase}{Address}?key={secret}", clock.GetUtcNow())
        );
    }

    private static async Task<IResult> SendAsync(
        string? key,
        HttpContext context,
        GardenContext garden,
        GardenWeather weather,
        PlanMaker planner,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        if (key is not null)
        {
            var hash = HashOf(key);
            if (!await garden.Feeds.AnyAsync(f => f.Hash == hash, cancel))
            {
                return Problems.NotFound("calendar");
            }
        }
        else if (Visitor.Of(context) is not { Role: Role.Owner or Role.Helper })
        {
            return Problems.OfStatus(Visitor.Of(context) is null ? 401 : 403);
        }

        var today = PlantEndpoints.Today(clock);
        var (asked, plants, _) = await YearDating.AskedAsync(
            garden,
            weather,
            planner,
            null,
            today.AddDays(-DaysBack),
            today.AddDays(DaysAhead),
            clock,
            cancel
        );
        var year = await YearDating.PlanAsync(asked, planner, cancel);
        var visits = await garden
            .Visits.AsNoTracking()
            .Where(v => v.DoneAt == null && v.Due >= today.AddDays(-DaysBack))
            .OrderBy(v => v.Due)
            .ToListAsync(cancel);
        var names = plants.ToDictionary(p => p.Id, p => p.Place.Length > 0 ? $"{p.Name}, {p.Place}" : p.Name);
        var units = (await SettingsEndpoints.LoadAsync(garden, cancel)).Settings.Units;
        var text = Write(year, visits, names, clock.GetUtcNow(), units);
        return Results.File(Encoding.UTF8.GetBytes(text), "text/calendar; charset=utf-8", "garden.ics");
    }

    /// <summary>The events of a calendar while it is written.</summary>
    private sealed class Events(Calendar calendar, DateTimeOffset now)
    {
        private readonly Dictionary<string, int> _times = new(StringComparer.Ordinal);

        /// <summary>A reader takes the event of the higher number; of the same it takes the later stamp.</summary>
        private readonly int _sequence = Math.Max(0, (int)(now - Epoch).TotalHours);

        /// <summary>A name of its own for each event of a name.</summary>
        public string Uid(string name)
        {
            var nth = _times[name] = _times.GetValueOrDefault(name) + 1;
            return string.Create(CultureInfo.InvariantCulture, $"{name}-{nth}@gemmifer");
        }

        public void Add(string uid, DateOnly day, DateOnly end, string summary, string description, bool reminds)
        {
            var entry = new CalendarEvent
            {
                Uid = uid,
                Sequence = _sequence,
                DtStamp = new CalDateTime(now.UtcDateTime, "UTC"),
                Start = new CalDateTime(day),
                End = new CalDateTime(end.AddDays(1)),
                Summary = summary,
                Description = description,
                Transparency = TransparencyType.Transparent,
            };
            if (reminds)
            {
                // A whole day begins at midnight: whoever works is reminded at breakfast.
                entry.Alarms.Add(
                    new Alarm
                    {
                        Action = AlarmAction.Display,
                        Description = summary,
                        Trigger = new Trigger(Ical.Net.DataTypes.Duration.FromHours(RemindedAtHour)),
                    }
                );
            }

            calendar.Events.Add(entry);
        }
    }

    /// <summary>The events of a year; each keeps its name however its day moves.</summary>
    /// <param name="names">Of the plants, by id.</param>
    /// <param name="now">When it is written.</param>
    /// <param name="units">metric or imperial.</param>
    public static string Write(
        YearAnswer year,
        IReadOnlyList<VisitRecord> visits,
        IReadOnlyDictionary<string, string> names,
        DateTimeOffset now,
        string units = "metric"
    )
    {
        var calendar = new Calendar { ProductId = Product };
        calendar.AddProperty("X-WR-CALNAME", "Garden");
        var events = new Events(calendar, now);
        foreach (var job in year.Jobs)
        {
            events.Add(
                events.Uid(
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"{WireNames.Of(job.Job)}-{job.Plant ?? "garden"}-{job.Season}"
                    )
                ),
                job.Best,
                job.Best,
                job.Plant is { } plant && names.TryGetValue(plant, out var name)
                    ? $"{YearWords.Of(job.Job)}: {name}"
                    : YearWords.Of(job.Job),
                $"{job.Because} From {InUnits.Day(job.Window[0])} to {InUnits.Day(job.Window[1])}. {job.IfLate}",
                reminds: true
            );
        }

        foreach (var round in year.Bloom.Where(b => names.ContainsKey(b.Plant)))
        {
            events.Add(
                events.Uid($"bloom-{round.Plant}-{round.Window[0].Year.ToString(CultureInfo.InvariantCulture)}"),
                round.Window[0],
                round.Window[1],
                $"In flower, it is expected: {names[round.Plant]}",
                "When it begins, in eight years of ten.",
                reminds: false
            );
        }

        foreach (var visit in visits.Where(v => names.ContainsKey(v.PlantId)))
        {
            events.Add(
                $"visit-{visit.PlantId}-{visit.Season.ToString(CultureInfo.InvariantCulture)}-{visit.Key}@gemmifer",
                visit.Due,
                visit.Due,
                $"Come back: {names[visit.PlantId]}",
                InUnits.Say(visit.Text, visit.Measures, units),
                reminds: true
            );
        }

        foreach (var fault in year.Warnings.Where(w => w.Code == YearDating.FaultCode))
        {
            var today = DateOnly.FromDateTime(now.UtcDateTime);
            events.Add(
                $"fault-{fault.Plant}@gemmifer",
                today,
                today,
                $"Could not be dated: {names.GetValueOrDefault(fault.Plant ?? "", "a plant")}",
                fault.Text,
                reminds: false
            );
        }

        return new CalendarSerializer().SerializeToString(calendar)
            ?? throw new InvalidOperationException("A calendar has text.");
    }
}
