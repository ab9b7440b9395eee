using Gemmifer.Core.Plants;

namespace Gemmifer.Core.Season;

/// <summary>Which growing season a day's pruning belongs to, and when the main prune of a kind is.</summary>
public static class PruningYear
{
    /// <summary>The season a day belongs to: autumn and winter work counts to the summer that follows.</summary>
    /// <param name="day">Any day.</param>
    /// <param name="southern">Southern hemisphere, where the season begins half a year earlier.</param>
    public static int Of(DateOnly day, bool southern) => day.Month >= (southern ? 4 : 10) ? day.Year + 1 : day.Year;

    /// <summary>The main prune that is on at a day, or the next one: first and last day.</summary>
    /// <param name="lastFrost">Month and day of the usual last frost; 29 February is taken as 28.</param>
    public static (DateOnly From, DateOnly To) Window(PlantKind kind, DateOnly day, int frostMonth, int frostDay)
    {
        foreach (var year in (ReadOnlySpan<int>)[day.Year - 1, day.Year, day.Year + 1, day.Year + 2])
        {
            var frost = new DateOnly(year, frostMonth, Math.Min(frostDay, DateTime.DaysInMonth(year, frostMonth)));
            var (from, to) = (frost.AddDays(kind.PruneFromDays), frost.AddDays(kind.PruneToDays));
            if (to >= day)
            {
                return (from, to);
            }
        }

        throw new InvalidOperationException("A year without a last frost.");
    }

    /// <summary>The first day of the main prune of next winter; a year from a day where none is found later.</summary>
    public static DateOnly NextWinter(PlantKind kind, DateOnly day, int frostMonth, int frostDay)
    {
        var next = PlanDay(kind, day.AddDays(150), frostMonth, frostDay);
        return next > day ? next : day.AddYears(1);
    }

    /// <summary>Days since the last main prune of a kind ended; a large number where it has not been for a year.</summary>
    public static int DaysAfter(PlantKind kind, DateOnly day, int frostMonth, int frostDay)
    {
        var (_, next) = Window(kind, day, frostMonth, frostDay);
        return day.DayNumber - next.AddYears(-1).DayNumber;
    }

    /// <summary>Days since the latest last frost, 0 to 365.</summary>
    /// <param name="lastFrost">The usual last frost in any year; 29 February is taken as 28 where there is none.</param>
    public static int DaysSinceFrost(DateOnly day, DateOnly lastFrost)
    {
        DateOnly In(int year) => new(year, lastFrost.Month, Math.Min(lastFrost.Day, DateTime.DaysInMonth(year, lastFrost.Month)));
        var frost = In(day.Year);
        return day.DayNumber - (frost > day ? In(day.Year - 1) : frost).DayNumber;
    }

    /// <summary>The day to plan for: today within the main prune, otherwise its first day.</summary>
    public static DateOnly PlanDay(PlantKind kind, DateOnly today, int frostMonth, int frostDay)
    {
        var (from, _) = Window(kind, today, frostMonth, frostDay);
        return from > today ? from : today;
    }
}
