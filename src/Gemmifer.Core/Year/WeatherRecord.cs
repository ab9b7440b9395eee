using System.Collections.Concurrent;
using System.Collections.Immutable;
using Gemmifer.Core.Season;

namespace Gemmifer.Core.Year;

/// <summary>What the weather was on a day.</summary>
/// <param name="Tmin">Lowest, °C; null where not measured.</param>
/// <param name="Tmax">Highest, °C; null where not measured.</param>
/// <param name="Rain">mm; null where not measured.</param>
public sealed record WeatherDay(DateOnly Date, double? Tmin, double? Tmax, double? Rain);

/// <summary>A day of a year and how far it differs from year to year.</summary>
/// <param name="Early">One year in ten it is earlier.</param>
/// <param name="Late">One year in ten it is later.</param>
/// <param name="Years">Years it was read from.</param>
public sealed record FrostDays(DateOnly Early, DateOnly Usual, DateOnly Late, int Years);

/// <summary>A weather record: days in order, each once; days that are missing are missing.</summary>
public sealed class WeatherRecord
{
    private const double FreezingC = 0;

    private readonly ImmutableSortedDictionary<DateOnly, WeatherDay> _days;

    /// <summary>What was reckoned once: every plant of a garden asks the same.</summary>
    private readonly ConcurrentDictionary<(DateOnly From, int Days, double BaseC, bool Own), double[]?> _warmth = [];

    /// <exception cref="ArgumentException">A day stands there twice.</exception>
    public WeatherRecord(IEnumerable<WeatherDay> days)
    {
        _days = days.ToImmutableSortedDictionary(d => d.Date, d => d);
        // Asked for every day of a year: the tree is not walked for it each time.
        Last = _days.IsEmpty ? null : _days.Keys.Last();
    }

    /// <summary>Days in order.</summary>
    public IEnumerable<WeatherDay> Days => _days.Values;

    /// <summary>Whether there is none.</summary>
    public bool IsEmpty => _days.IsEmpty;

    /// <summary>The last day; null where there is none.</summary>
    public DateOnly? Last { get; }

    /// <summary>A day; null where it is missing.</summary>
    public WeatherDay? On(DateOnly day) => _days.GetValueOrDefault(day);

    /// <summary>
    /// The last frosts of spring and the first of autumn, of every growing year the record holds all of that matters
    /// for; null where it holds none, or no frost ever came.
    /// </summary>
    public (FrostDays? Last, FrostDays? First) Frosts(Hemisphere hemisphere)
    {
        var (last, first) = (new List<int>(), new List<int>());
        var half = PruningYear.MonthIn(hemisphere, 7);
        foreach (var year in _days.Keys.Select(d => d.Year).Distinct())
        {
            // Between two middles of summer lies one winter; days are counted from the middle of that summer's year.
            var middle = new DateOnly(year, half, 1);
            if (
                Whole(middle.AddMonths(-6), middle) && FrostsIn(middle.AddMonths(-6), middle).LastOrNull() is { } spring
            )
            {
                last.Add(spring.DayNumber - middle.DayNumber);
            }

            if (Whole(middle, middle.AddMonths(6)) && FrostsIn(middle, middle.AddMonths(6)).FirstOrNull() is { } autumn)
            {
                first.Add(autumn.DayNumber - middle.DayNumber);
            }
        }

        var reference = new DateOnly(2001, half, 1);
        return (SpreadOf(last, reference), SpreadOf(first, reference));
    }

    private IEnumerable<DateOnly> FrostsIn(DateOnly from, DateOnly to) =>
        _days.Values.Where(d => d.Date >= from && d.Date < to && d.Tmin <= FreezingC).Select(d => d.Date);

    /// <summary>Whether at least nine days in ten were measured.</summary>
    private bool Whole(DateOnly from, DateOnly to) =>
        _days.Values.Count(d => d.Date >= from && d.Date < to && d.Tmin is not null)
        >= YearNumbers.Of.WholeHalfYear * (to.DayNumber - from.DayNumber);

    private static FrostDays? SpreadOf(List<int> days, DateOnly middle)
    {
        if (days.Count == 0)
        {
            return null;
        }

        days.Sort();
        DateOnly At(double share) => middle.AddDays((int)Math.Round(Quantile(days, share)));
        return new FrostDays(At(0.1), At(0.5), At(0.9), days.Count);
    }

    /// <summary>
    /// Between the values in order, linearly (type 7 of Hyndman and Fan, The American Statistician 50, 1996).
    /// </summary>
    internal static double Quantile(IReadOnlyList<int> sorted, double share)
    {
        var at = share * (sorted.Count - 1);
        var low = (int)Math.Floor(at);
        return low + 1 >= sorted.Count ? sorted[^1] : sorted[low] + ((at - low) * (sorted[low + 1] - sorted[low]));
    }

    /// <summary>
    /// The warmth of a growing year up to each of its days by the single sine, where the record has the day; else by
    /// the mean of that day in the other years.
    /// </summary>
    /// <param name="from">The day to sum from.</param>
    /// <param name="days">How many days.</param>
    /// <param name="own">False leaves this year's own days out: what is usual.</param>
    /// <returns>Degree days up to the end of each day; null where a day of the year is in no year of the
    /// record.</returns>
    public IReadOnlyList<double>? Warmth(DateOnly from, int days, double baseC, bool own) =>
        _warmth.GetOrAdd((from, days, baseC, own), k => Reckoned(k.From, k.Days, k.BaseC, k.Own));

    private double[]? Reckoned(DateOnly from, int days, double baseC, bool own)
    {
        var usual = Usual(baseC);
        var sums = new double[days];
        var sum = 0.0;
        for (var i = 0; i < days; i++)
        {
            var day = from.AddDays(i);
            if (own && On(day) is { Tmin: { } low, Tmax: { } high } && high >= low)
            {
                sum += DegreeDays.SingleSine(low, high, baseC);
            }
            else if (usual[Index(day)] is { } mean)
            {
                sum += mean;
            }
            else
            {
                return null;
            }

            sums[i] = sum;
        }

        return sums;
    }

    /// <summary>
    /// Days of a week round each day of the year, in the mean of all years; null where there is none.
    /// </summary>
    private double?[] Usual(double baseC)
    {
        const int Days = 366,
            Around = 3;
        var (sum, count) = (new double[Days], new int[Days]);
        foreach (var day in _days.Values)
        {
            if (day is { Tmin: { } low, Tmax: { } high } && high >= low)
            {
                var warmth = DegreeDays.SingleSine(low, high, baseC);
                for (var shift = -Around; shift <= Around; shift++)
                {
                    var at = (Index(day.Date) + shift + Days) % Days;
                    sum[at] += warmth;
                    count[at]++;
                }
            }
        }

        return [.. Enumerable.Range(0, Days).Select(i => count[i] > 0 ? sum[i] / count[i] : (double?)null)];
    }

    /// <summary>29 February has a place of its own, so that days after it keep theirs.</summary>
    private static int Index(DateOnly day) => new DateOnly(2000, day.Month, day.Day).DayOfYear - 1;
}

/// <summary>The ends of a sequence of days.</summary>
internal static class DaysInOrder
{
    public static DateOnly? FirstOrNull(this IEnumerable<DateOnly> days) => days.Cast<DateOnly?>().FirstOrDefault();

    public static DateOnly? LastOrNull(this IEnumerable<DateOnly> days) => days.Cast<DateOnly?>().LastOrDefault();
}
