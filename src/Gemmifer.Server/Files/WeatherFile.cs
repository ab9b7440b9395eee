using Gemmifer.Core.Exchange;
using Gemmifer.Core.Year;
using Gemmifer.Data;
using Gemmifer.Data.Entities;
using Gemmifer.Server.Http;
using Gemmifer.Server.Settings;
using Gemmifer.Server.Years;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Server.Files;

/// <summary>What a weather file holds, before or after it is taken.</summary>
/// <param name="Taken">False for a look that stores nothing.</param>
/// <param name="Days">How many days it holds.</param>
/// <param name="Added">Of them new here.</param>
/// <param name="Changed">Of them here with other values, which are replaced.</param>
/// <param name="Temperature">C or F: what it was read in.</param>
/// <param name="Rain">mm or in.</param>
/// <param name="Notes">What is odd about it, in sentences.</param>
/// <param name="First">Its first days, °C and mm.</param>
public sealed record WeatherTaken(
    bool Taken,
    int Days,
    int Added,
    int Changed,
    DateOnly? From,
    DateOnly? To,
    string Temperature,
    string Rain,
    IReadOnlyList<string> Notes,
    IReadOnlyList<WeatherDay> First
);

/// <summary>The frosts a record tells of, from year to year.</summary>
/// <param name="Simulated">Whether it is made up by the station that ships.</param>
/// <param name="Outlook">The days to come; empty where nobody knows them.</param>
public sealed record WeatherView(
    bool Simulated,
    int Days,
    DateOnly? From,
    DateOnly? To,
    int Missing,
    FrostDays? LastFrost,
    FrostDays? FirstFrost,
    IReadOnlyList<WeatherDay> Latest,
    IReadOnlyList<OutlookDay> Outlook
);

/// <summary>The garden's weather: files in and out, and what is known of it.</summary>
public static class WeatherFile
{
    private const int Shown = 8,
        LatestDays = 21;

    /// <summary>Adds the routes.</summary>
    public static void MapWeather(this IEndpointRouteBuilder app)
    {
        app.MapGet("/api/weather", ShowAsync)
            .WithName("weather")
            .WithSummary("What is known of the garden's weather.")
            .ForHelpers()
            .Produces<WeatherView>();
        app.MapGet("/api/weather.csv", SendAsync).WithName("weatherFile").ForHelpers().Produces(200, null, "text/csv");
        app.MapPost("/api/weather.csv", TakeAsync)
            .WithName("takeWeather")
            .WithSummary("Takes date,tmin,tmax,rain in; with preview=true it is only looked at.")
            .Accepts<string>(isOptional: true, "text/csv", "*/*")
            .Produces<WeatherTaken>()
            .ProducesProblem(400)
            .ProducesProblem(413)
            .ProducesProblem(422);
    }

    private static async Task<IResult> ShowAsync(GardenWeather weather, TimeProvider clock, CancellationToken cancel)
    {
        var today = Waited.Day(clock.GetUtcNow(), clock);
        var (source, record, hemisphere) = await weather.SinceAsync(today, cancel);
        var (last, first) = record.Frosts(hemisphere);
        var days = record.Days.ToArray();
        return Results.Ok(
            new WeatherView(
                source is SimulatedStation,
                days.Length,
                days.FirstOrDefault()?.Date,
                days.LastOrDefault()?.Date,
                days.Length == 0 ? 0 : days[^1].Date.DayNumber - days[0].Date.DayNumber + 1 - days.Length,
                last,
                first,
                [.. days.TakeLast(LatestDays)],
                source.Outlook(today)
            )
        );
    }

    private static async Task<IResult> SendAsync(GardenContext garden, CancellationToken cancel)
    {
        var days = await garden.Weather.AsNoTracking().OrderBy(d => d.Day).ToListAsync(cancel);
        return CsvTable.Send(
            "weather.csv",
            ["date", "tmin", "tmax", "rain"],
            days.Select(d =>
                (IReadOnlyList<string?>)
                    [CsvTable.Text(d.Day), CsvTable.Text(d.Tmin), CsvTable.Text(d.Tmax), CsvTable.Text(d.Rain)]
            )
        );
    }

    private static IEnumerable<SurveyError> UnitErrors(string? temperature, string? rain)
    {
        if (temperature is not (null or "C" or "F"))
        {
            yield return new SurveyError("/temperature", "unknown", "C or F.");
        }

        if (rain is not (null or "mm" or "in"))
        {
            yield return new SurveyError("/rain", "unknown", "mm or in.");
        }
    }

    /// <summary>Adds days that are new and changes those that differ; how many of each.</summary>
    private static (int Added, int Changed) Put(
        GardenContext garden,
        Dictionary<DateOnly, WeatherDayRecord> had,
        IEnumerable<WeatherDay> days
    )
    {
        var (added, changed) = (0, 0);
        foreach (var day in days)
        {
            if (!had.TryGetValue(day.Date, out var stored))
            {
                added++;
                garden.Add(
                    new WeatherDayRecord
                    {
                        Day = day.Date,
                        Tmin = day.Tmin,
                        Tmax = day.Tmax,
                        Rain = day.Rain,
                    }
                );
            }
            else if ((stored.Tmin, stored.Tmax, stored.Rain) != (day.Tmin, day.Tmax, day.Rain))
            {
                changed++;
                (stored.Tmin, stored.Tmax, stored.Rain) = (day.Tmin, day.Tmax, day.Rain);
            }
        }

        return (added, changed);
    }

    private static async Task<IResult> TakeAsync(
        bool? preview,
        string? temperature,
        string? rain,
        HttpRequest request,
        GardenContext garden,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        SurveyError[] errors = [.. UnitErrors(temperature, rain)];
        if (errors.Length > 0)
        {
            return Problems.Invalid(errors, "This file cannot be read.");
        }

        var (table, error) = await CsvTable.ReadAsync(request, ["date", "tmin", "tmax", "rain"], cancel);
        if (error is not null)
        {
            return error;
        }

        var read = new WeatherReading(table!, Waited.Day(clock.GetUtcNow(), clock), temperature, rain);
        if (read.Errors.Count > 0)
        {
            return Problems.Invalid(read.Errors.Take(CsvTable.MostErrors), "This weather cannot be taken as it is.");
        }

        var days = read.Days;
        if (days.Count == 0)
        {
            return Problems.Invalid(
                [new SurveyError("/2", "required", "There is no day in it.")],
                "This weather cannot be taken as it is."
            );
        }

        var (from, to) = (days[0].Date, days[^1].Date);
        var had = await garden.Weather.Where(d => d.Day >= from && d.Day <= to).ToDictionaryAsync(d => d.Day, cancel);
        var (added, changed) = Put(garden, had, days);

        if ((await SettingsEndpoints.LoadAsync(garden, cancel)).Settings.Place.Station)
        {
            read.Notes.Add("The weather that is made up is in use now; turn it off to use what was measured.");
        }

        if (preview != true)
        {
            try
            {
                await garden.SaveChangesAsync(cancel);
            }
            catch (DbUpdateException e) when (Saving.Doubled(e) || e is DbUpdateConcurrencyException)
            {
                return Problems.Stale("Another window took weather in at the same moment. Take it once more.");
            }
        }

        return Results.Ok(
            new WeatherTaken(
                preview != true,
                days.Count,
                added,
                changed,
                from,
                to,
                read.Fahrenheit ? "F" : "C",
                read.Inches ? "in" : "mm",
                read.Notes,
                [.. days.Take(Shown)]
            )
        );
    }
}
