using System.Collections.Immutable;
using Gemmifer.Core.Plants;

namespace Gemmifer.Core.Season;

/// <summary>Rain seen or forecast on one day.</summary>
/// <param name="RainMm">Millimetres, 0 or more.</param>
public sealed record RainDay(DateOnly Day, double RainMm);

/// <summary>
/// Dry weather for vine cuts: wounds take in trunk disease when it rains on them or soon after (common practice, no
/// source).
/// A day that nobody listed is unknown, not dry.
/// </summary>
public static class DryDays
{
    /// <summary>So much rain makes a day wet, mm.</summary>
    public static readonly double WetMm = TradeNumbers.Of.WetDay;

    /// <summary>A cut wants so many dry days after its own.</summary>
    public static readonly int DaysAfter = TradeNumbers.Of.DryDaysAfter;

    /// <summary>The first listed wet day among a day and the two after it; null where none is known.</summary>
    public static RainDay? WetAt(DateOnly day, ImmutableArray<RainDay> rain) =>
        rain.Where(r => r.RainMm >= WetMm && r.Day >= day && r.Day.DayNumber <= day.DayNumber + DaysAfter)
            .OrderBy(r => r.Day)
            .FirstOrDefault();

    /// <summary>
    /// The first listed dry day from a day on that two listed dry days follow; null where there is none.
    /// </summary>
    public static DateOnly? Next(DateOnly from, ImmutableArray<RainDay> rain)
    {
        var listed = rain.GroupBy(r => r.Day).ToDictionary(g => g.Key, g => g.Max(r => r.RainMm));
        bool Dry(DateOnly day) => listed.TryGetValue(day, out var mm) && mm < WetMm;
        foreach (var day in listed.Keys.Where(d => d >= from).Order())
        {
            if (
                Enumerable
                    .Range(0, DaysAfter + 1)
                    .All(n => day.DayNumber + n <= DateOnly.MaxValue.DayNumber && Dry(day.AddDays(n)))
            )
            {
                return day;
            }
        }

        return null;
    }
}
