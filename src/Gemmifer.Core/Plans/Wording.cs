using System.Globalization;
using Gemmifer.Core.Geometry;

namespace Gemmifer.Core.Plans;

/// <summary>
/// The words of a plan: numbers, bearings, days, counts and lists as people say them. Lengths, weights and days are
/// marked, so that
/// <see cref="Sentence"/> can give them as numbers too.
/// </summary>
public static class Wording
{
    /// <summary>A bearing to the nearest half hour: "4 o'clock", "half past 4".</summary>
    public static string Clock(Bearing bearing)
    {
        var halves = (int)Math.Round(bearing.Degrees / 15, MidpointRounding.AwayFromZero) % 24;
        var hour = halves / 2 == 0 ? 12 : halves / 2;
        return halves % 2 == 0 ? $"{hour} o'clock" : $"half past {hour}";
    }

    /// <summary>A bearing in hours to a hundredth, in (0, 12]: just after 12 is 12, not 0.</summary>
    public static double ClockNumber(Bearing bearing) =>
        Math.Round(bearing.Clock, 2) is var hours && hours <= 0 ? 12 : hours;

    /// <summary>A length in whole millimetres.</summary>
    public static string Mm(double lengthMm) =>
        Sentence.Mark(Math.Round(lengthMm, MidpointRounding.AwayFromZero) + 0, Sentence.Millimetres);

    /// <summary>A range of lengths: "40 to 60 mm".</summary>
    public static string Mm(double fromMm, double toMm) => Sentence.Mark(fromMm, toMm, Sentence.Millimetres);

    /// <summary>A range of weights in kilograms, ends in grams.</summary>
    public static string Kilograms(double fromGrams, double toGrams) =>
        Sentence.Mark(fromGrams, toGrams, Sentence.Kilograms);

    /// <summary>A thickness, to a tenth of a millimetre.</summary>
    public static string Thickness(double mm) =>
        Sentence.Mark(Math.Round(mm, 1, MidpointRounding.AwayFromZero), Sentence.Millimetres);

    /// <summary>A round thing that a bend may follow: no tighter than a radius, as near to it as hands know.</summary>
    /// <param name="radiusMm">Of the tightest bend, mm.</param>
    public static string Round(double radiusMm) => Sentence.Mark(Math.Ceiling(radiusMm), Sentence.Bend);

    /// <summary>Rain, mm.</summary>
    public static string Rain(double mm) =>
        Sentence.Mark(Math.Round(mm, 2, MidpointRounding.AwayFromZero), Sentence.Millimetres);

    /// <summary>A weight in grams, to a hundredth.</summary>
    public static string Grams(double grams) => Sentence.Mark(Math.Round(grams, 2), Sentence.Grams);

    /// <summary>A day.</summary>
    public static string Day(DateOnly day) => Sentence.Mark(day);

    /// <summary>A number of the plan, to a tenth and never minus nought.</summary>
    public static double Tenth(double value)
    {
        var rounded = Math.Round(value, 1, MidpointRounding.AwayFromZero);
        return rounded == 0 ? 0 : rounded;
    }

    /// <summary>The same; null stays null.</summary>
    public static double? Tenth(double? value) => value is { } v ? Tenth(v) : null;

    /// <summary>A short number.</summary>
    public static string Number(double value) => value.ToString("0.##", CultureInfo.InvariantCulture);

    /// <summary>A share as whole per cent.</summary>
    public static string Percent(double share) =>
        Math.Round(share * 100).ToString("0", CultureInfo.InvariantCulture) + " %";

    /// <summary>"an hour and a half" and the like.</summary>
    public static string Hours(double hours) =>
        hours switch
        {
            <= 0.75 => "half an hour",
            <= 1.25 => "an hour",
            <= 1.5 => "an hour and a half",
            <= 2 => "two hours",
            <= 2.5 => "two and a half hours",
            _ => "three hours",
        };

    /// <summary>The age of wood: "one season", "3 seasons".</summary>
    public static string Seasons(int age) => age == 1 ? "one season" : $"{age} seasons";

    /// <summary>A count of buds: in words up to four.</summary>
    public static string Buds(int buds) =>
        buds switch
        {
            1 => "one bud",
            2 => "two buds",
            3 => "three buds",
            4 => "four buds",
            _ => $"{buds} buds",
        };

    /// <summary>"3 canes stay", "1 cane stays": a count with its noun and what is said of it.</summary>
    /// <param name="one">Noun and verb for one.</param>
    /// <param name="more">The same for any other number.</param>
    public static string Count(int n, string one, string more) => $"{n} {(n == 1 ? one : more)}";

    /// <summary>
    /// "6 canes stay, 3 go, 1 waits"; "All 8 canes stay" where nothing else happens.
    /// </summary>
    public static string Outcome(PlanCounts counts, string one, string more)
    {
        var (kept, removed, left) = (counts.Kept, counts.Removed, counts.Left);
        if (removed == 0 && left == 0)
        {
            return kept switch
            {
                1 => $"The one {one} stays",
                2 => $"Both {more} stay",
                _ => $"All {kept} {more} stay",
            };
        }

        var said = new List<string>();
        foreach (
            var (n, single, plural) in new[]
            {
                (kept, "stays", "stay"),
                (removed, "goes", "go"),
                (left, "waits", "wait"),
            }
        )
        {
            if (n > 0)
            {
                said.Add(said.Count == 0 ? Count(n, $"{one} {single}", $"{more} {plural}") : Count(n, single, plural));
            }
        }

        return string.Join(", ", said);
    }

    /// <summary>A distance nothing is closer than: whole centimetres, never more than it is.</summary>
    public static string AtLeast(double lengthMm) =>
        Mm(lengthMm < 30 ? Math.Floor(lengthMm) : Math.Floor(lengthMm / 10) * 10);

    /// <summary>"first", "second", "3rd" and so on; in words up to the third.</summary>
    public static string Ordinal(int n) =>
        n switch
        {
            1 => "first",
            2 => "second",
            3 => "third",
            _ when n % 100 is not (11 or 12 or 13) && n % 10 is 1 or 2 or 3 =>
                $"{n}{(n % 10) switch { 1 => "st", 2 => "nd", _ => "rd" }}",
            _ => $"{n}th",
        };

    /// <summary>"A", "A and B", "A, B and C".</summary>
    public static string List<T>(IReadOnlyList<T> items)
        where T : notnull =>
        items.Count switch
        {
            0 => "",
            1 => $"{items[0]}",
            _ => string.Join(", ", items.Take(items.Count - 1)) + " and " + items[^1],
        };

    /// <summary>A verdict as a word, which is also the rule that goes with it.</summary>
    public static string Of(Verdict verdict) => verdict.ToString().ToLowerInvariant();

    /// <summary>The first few of some names, the rest counted.</summary>
    public static string Some<T>(IReadOnlyList<T> items, int most = 6)
        where T : notnull =>
        items.Count <= most + 1 ? List(items) : $"{string.Join(", ", items.Take(most))} and {items.Count - most} more";

    /// <summary>Sentences with one space between them; null where there are none.</summary>
    public static string? Together(string? sentences) =>
        string.Join(' ', (sentences ?? "").Split(' ', StringSplitOptions.RemoveEmptyEntries)) is { Length: > 0 } said
            ? said
            : null;

    /// <summary>Starts with a capital letter.</summary>
    public static string Capital(string text) => text.Length == 0 ? text : char.ToUpperInvariant(text[0]) + text[1..];
}
