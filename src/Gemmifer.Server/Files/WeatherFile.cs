using System.Globalization;
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
    /// <summary>Above this in the mean of its hottest tenth, or of all, a file was written in °F.</summary>
    private const double TooHotC = 48,
        TooWarmC = 32;

    /// <summary>More rain no day on earth has had, mm (a file's own limit).</summary>
    internal const double MostRainMm = 2_000;

    private const double MmPerInch = 25.4;

    /// <summary>A hot week is no climate: its mean tells of no unit.</summary>
    private const int LeastForMean = 60;

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
        List<SurveyError> errors = [];
        if (temperature is not (null or "C" or "F"))
        {
            errors.Add(new SurveyError("/temperature", "unknown", "C or F."));
        }

        if (rain is not (null or "mm" or "in"))
        {
            errors.Add(new SurveyError("/rain", "unknown", "mm or in."));
        }

        if (errors.Count > 0)
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

    /// <summary>The days of a file, in °C and mm, with what is odd about them.</summary>
    private sealed class WeatherReading
    {
        private readonly CsvTable _table;
        private readonly string _low,
            _high,
            _wet;

        public List<SurveyError> Errors { get; } = [];

        public List<string> Notes { get; } = [];

        public List<WeatherDay> Days { get; } = [];

        public bool Fahrenheit { get; }

        public bool Inches { get; }

        public WeatherReading(CsvTable table, DateOnly today, string? temperature, string? rain)
        {
            _table = table;
            string Column(string name) => table.Columns.First(c => CsvTable.Named(c, name));
            (_low, _high, _wet) = (Column("tmin"), Column("tmax"), Column("rain"));
            var seen = new Dictionary<DateOnly, (int Line, WeatherDay Day)>();
            var equal = 0;
            foreach (var line in table.Lines)
            {
                if (DayOf(line, today) is not { } day)
                {
                    continue;
                }

                if (seen.TryAdd(day.Date, (line.Number, day)))
                {
                    continue;
                }

                if (seen[day.Date].Day == day)
                {
                    equal++;
                    continue;
                }

                Errors.Add(
                    line.Wrong(
                        "date",
                        "duplicate",
                        $"{CsvTable.Text(day.Date)} stands on line {seen[day.Date].Line} already, with other values."
                    )
                );
            }

            var raw = seen.Values.Select(s => s.Day).OrderBy(d => d.Date).ToArray();
            Fahrenheit = temperature is { } said ? said == "F" : IsFahrenheit(raw);
            Inches = rain is { } told ? told == "in" : HasUnit(_wet, "in", "inch", "inches");
            foreach (var day in raw)
            {
                Days.Add(
                    new WeatherDay(day.Date, Celsius(day.Tmin), Celsius(day.Tmax), Inches ? Mm(day.Rain) : day.Rain)
                );
            }

            CheckRanges(seen);
            if (equal > 0)
            {
                Notes.Add(equal == 1 ? "One line stands there twice." : $"{equal} lines stand there twice.");
            }

            Gaps();
        }

        private WeatherDay? DayOf(CsvLine line, DateOnly today)
        {
            var written = line.Cell("date");
            var date = written is null ? null : CsvTable.Day(written);
            if (written is null)
            {
                Errors.Add(line.Wrong("date", "required", "there is no day."));
            }
            else if (date is null)
            {
                Errors.Add(line.Wrong("date", "format", $"'{Short(written)}' is no day like 2027-02-10."));
            }
            else if (date > today)
            {
                Errors.Add(line.Wrong("date", "range", $"{written} is still to come; a record tells what was."));
            }
            else if (date.Value.Year < SurveyLimits.FirstYear)
            {
                Errors.Add(line.Wrong("date", "range", $"before {SurveyLimits.FirstYear}."));
            }

            var (low, high, rain) = (Value(line, _low), Value(line, _high), Value(line, _wet));
            if (low > high)
            {
                Errors.Add(line.Wrong(_low, "order", "the lowest of the day is above its highest."));
            }

            if (rain < 0)
            {
                Errors.Add(line.Wrong(_wet, "range", "rain is 0 or more."));
            }

            return date is { } day ? new WeatherDay(day, low, high, rain) : null;
        }

        private double? Value(CsvLine line, string column)
        {
            if (line.Cell(column) is not { } cell)
            {
                return null;
            }

            var number = _table.Number(cell);
            if (number is null)
            {
                Errors.Add(line.Wrong(column, "type", $"'{Short(cell)}' is no number."));
            }

            return number;
        }

        private static string Short(string cell) => cell.Length <= 30 ? cell : cell[..30] + "…";

        private static bool HasUnit(string column, params string[] units) =>
            column.Split(' ', '_', '(', ')', '[', ']', '°').Any(units.Contains);

        /// <summary>Told by the columns, or hotter than any place on earth in °C.</summary>
        private bool IsFahrenheit(WeatherDay[] days)
        {
            if (HasUnit(_low, "f", "fahrenheit") || HasUnit(_high, "f", "fahrenheit"))
            {
                return true;
            }

            if (HasUnit(_low, "c", "celsius") || HasUnit(_high, "c", "celsius"))
            {
                return false;
            }

            var highs = days.Select(d => d.Tmax).OfType<double>().OrderDescending().ToArray();
            if (highs.Length == 0)
            {
                return false;
            }

            var all = days.Where(d => d.Tmin is not null && d.Tmax is not null).ToArray();
            var mean = all.Length == 0 ? 0 : all.Average(d => (d.Tmin!.Value + d.Tmax!.Value) / 2);
            var hot =
                highs.Take(Math.Max(1, highs.Length / 10)).Average() > TooHotC
                || (all.Length >= LeastForMean && mean > TooWarmC);
            Notes.AddRange(
                hot
                    ?
                    [
                        "The temperatures are hotter than any summer in °C, so they were read as °F. "
                            + "Say C where that is wrong.",
                    ]
                    : []
            );
            return hot;
        }

        private double? Celsius(double? degrees) =>
            Fahrenheit && degrees is { } f ? Math.Round((f - 32) / 1.8, 1) : degrees;

        private static double? Mm(double? inches) => inches is { } i ? Math.Round(i * MmPerInch, 1) : null;

        private void CheckRanges(Dictionary<DateOnly, (int Line, WeatherDay Day)> seen)
        {
            foreach (var day in Days)
            {
                var line = seen[day.Date].Line;
                void Check(double? value, double from, double to, string column)
                {
                    if (value < from || value > to)
                    {
                        Errors.Add(
                            new CsvLine(line, new Dictionary<string, string>()).Wrong(
                                column,
                                "range",
                                "no place on earth has had that."
                            )
                        );
                    }
                }

                Check(day.Tmin, YearReader.ColdestC, YearReader.HottestC, _low);
                Check(day.Tmax, YearReader.ColdestC, YearReader.HottestC, _high);
                Check(day.Rain, 0, MostRainMm, _wet);
            }
        }

        private void Gaps()
        {
            if (Days.Count == 0)
            {
                return;
            }

            var missing = Days[^1].Date.DayNumber - Days[0].Date.DayNumber + 1 - Days.Count;
            if (missing > 0)
            {
                var gap = Days.Zip(Days.Skip(1)).First(p => p.Second.Date.DayNumber > p.First.Date.DayNumber + 1);
                Notes.Add(
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"{missing} {(missing == 1 ? "day is" : "days are")} missing, the first on "
                            + $"{CsvTable.Text(gap.First.Date.AddDays(1))}; what is usual then stands in for them."
                    )
                );
            }

            var partly = Days.Count(d => d.Tmin is null || d.Tmax is null || d.Rain is null);
            if (partly > 0)
            {
                Notes.Add(
                    partly == 1
                        ? "On one day not everything was measured."
                        : $"On {partly} days not everything was measured."
                );
            }
        }
    }
}
