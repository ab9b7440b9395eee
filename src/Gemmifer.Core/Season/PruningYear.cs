using Gemmifer.Core.Plants;

namespace Gemmifer.Core.Season;

/// <summary>Which growing season a day's pruning belongs to, and when the main prune of a kind is.</summary>
public static class PruningYear
{
    /// <summary>The season a day belongs to: autumn and winter work counts to the summer that follows.</summary>
    /// <param name="day">Any day.</param>
    /// <param name="hemisphere">In the south the season begins half a year earlier.</param>
    public static int Of(DateOnly day, Hemisphere hemisphere) =>
        day.Month >= MonthIn(hemisphere, TradeNumbers.Of.SeasonFromMonth) ? day.Year + 1 : day.Year;

    /// <summary>The month of a hemisphere that a month of the north answers to, 1 to 12.</summary>
    internal static int MonthIn(Hemisphere hemisphere, int northern) =>
        hemisphere switch
        {
            Hemisphere.North => northern,
            Hemisphere.South => ((northern + 5) % 12) + 1,
        };

    /// <summary>The main prune that is on at a day, or the next one: first and last day.</summary>
    /// <param name="covered">Whether it is covered over the winter, and pruned when the cover comes off.</param>
    public static (DateOnly From, DateOnly To) Window(PlantKind kind, DateOnly day, GrowingPlace place, bool covered) =>
        Window(kind, day, place, covered ? PruningTime.AfterCover : PruningTime.LateWinter);

    /// <summary>The same under a practice.</summary>
    /// <param name="when">The practice of the school; a kind that flowers on last year's wood has its own time.</param>
    public static (DateOnly From, DateOnly To) Window(
        PlantKind kind,
        DateOnly day,
        GrowingPlace place,
        string when = PruningTime.LateWinter
    )
    {
        var time = PruningTime.Of(kind.FlowersOn == FlowerWood.LastYear ? PruningTime.LateWinter : when);
        foreach (var year in (ReadOnlySpan<int>)[day.Year - 1, day.Year, day.Year + 1, day.Year + 2])
        {
            var frost = place.LastFrost(year);
            DateOnly Day(RelativeDay d, int ofKind) =>
                d.Of switch
                {
                    "kind" => frost.AddDays(ofKind + d.Days),
                    "last-frost" => frost.AddDays(d.Days),
                    "midwinter" => new DateOnly(year, MonthIn(place.Hemisphere, 1), 15).AddDays(d.Days),
                    "first-frost" => place.FirstFrostBefore(frost).AddDays(d.Days),
                    _ => throw new FormatException($"'{d.Of}' is no day of a place."),
                };
            var (from, to) = (Day(time.From, kind.PruneFromDays), Day(time.To, kind.PruneToDays));
            if (to >= day && to >= from)
            {
                return (from, to);
            }
        }

        // The frosts of a place may leave a practice no day at all.
        return when == PruningTime.LateWinter
            ? throw new InvalidOperationException("A year without a last frost.")
            : Window(kind, day, place);
    }

    /// <summary>The autumn part that is on at a day, or the latest one.</summary>
    internal static (DateOnly From, DateOnly To) AutumnOf(
        (RelativeDay From, RelativeDay To) autumn,
        DateOnly day,
        GrowingPlace place
    )
    {
        var frost = place.FirstFrostAfter(day.AddDays(-autumn.To.Days - 1));
        return (frost.AddDays(autumn.From.Days), frost.AddDays(autumn.To.Days));
    }

    /// <summary>Days since the latest last frost, 0 to 365.</summary>
    public static int DaysSinceFrost(DateOnly day, GrowingPlace place)
    {
        var frost = place.LastFrost(day.Year);
        return day.DayNumber - (frost > day ? place.LastFrost(day.Year - 1) : frost).DayNumber;
    }

    /// <summary>The day to plan for: today within the main prune, otherwise its first day.</summary>
    /// <param name="covered">Whether it is covered over the winter, and pruned when the cover comes off.</param>
    public static DateOnly PlanDay(PlantKind kind, DateOnly today, GrowingPlace place, bool covered) =>
        PlanDay(kind, today, place, covered ? PruningTime.AfterCover : PruningTime.LateWinter);

    /// <summary>The same under a practice.</summary>
    public static DateOnly PlanDay(
        PlantKind kind,
        DateOnly today,
        GrowingPlace place,
        string when = PruningTime.LateWinter
    )
    {
        var (from, _) = Window(kind, today, place, when);
        return from > today ? from : today;
    }
}
