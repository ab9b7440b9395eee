using System.Globalization;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Year;

namespace Gemmifer.Server.Files;

/// <summary>The days of a file, in °C and mm, with what is odd about them.</summary>
internal sealed class WeatherReading
{
    /// <summary>Above this in the mean of its hottest tenth, or of all, a file was written in °F.</summary>
    private const double TooHotC = 48,
        TooWarmC = 32;

    /// <summary>More rain no day on earth has had, mm (a file's own limit).</summary>
    internal const double MostRainMm = 2_000;

    private const double MmPerInch = 25.4;

    /// <summary>A hot week is no climate: its mean tells of no unit.</summary>
    private const int LeastForMean = 60;

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
            Days.Add(new WeatherDay(day.Date, Celsius(day.Tmin), Celsius(day.Tmax), Inches ? Mm(day.Rain) : day.Rain));
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
