using System.Globalization;
using Gemmifer.Core.Plants;

namespace Gemmifer.Core.Season;

/// <summary>Half of the earth: the seasons of the south are half a year later.</summary>
public enum Hemisphere
{
    /// <summary>North of the equator.</summary>
    North,

    /// <summary>South of it.</summary>
    South,
}

/// <summary>Where plants grow: the hemisphere and the usual frosts.</summary>
/// <param name="FrostMonth">Month of the usual last frost, 1 to 12.</param>
/// <param name="FrostDay">Day of that month; 29 February is taken as 28 where there is none.</param>
public sealed record GrowingPlace(Hemisphere Hemisphere, int FrostMonth, int FrostDay)
{
    /// <summary>Month and day of the usual first frost; the usual one of the hemisphere where nobody set it.</summary>
    public (int Month, int Day) FirstFrostDay { get; init; } =
        (PruningYear.MonthIn(Hemisphere, TradeNumbers.Of.UsualFirstFrostMonth), TradeNumbers.Of.UsualFirstFrostDay);

    /// <summary>The frost days where nobody set one, half a year later in the south.</summary>
    public static GrowingPlace Usual(Hemisphere hemisphere) =>
        new(
            hemisphere,
            PruningYear.MonthIn(hemisphere, TradeNumbers.Of.UsualFrostMonth),
            TradeNumbers.Of.UsualFrostDay
        );

    /// <summary>A place by its last frost as month and day, two digits each: 04-25.</summary>
    /// <exception cref="FormatException">It is not written so.</exception>
    public static GrowingPlace Of(Hemisphere hemisphere, string lastFrost) =>
        new(
            hemisphere,
            int.Parse(lastFrost.AsSpan(0, 2), CultureInfo.InvariantCulture),
            int.Parse(lastFrost.AsSpan(3), CultureInfo.InvariantCulture)
        );

    /// <summary>The same where spring is so many days later; earlier where negative.</summary>
    public GrowingPlace LaterBy(int days)
    {
        // A year without a 29 February, long ago enough to have room on both sides.
        var frost = LastFrost(2001).AddDays(days);
        return days == 0 ? this : this with { FrostMonth = frost.Month, FrostDay = frost.Day };
    }

    /// <summary>The last frost in a calendar year.</summary>
    public DateOnly LastFrost(int year) => In(year, FrostMonth, FrostDay);

    /// <summary>The next first frost after a day.</summary>
    public DateOnly FirstFrostAfter(DateOnly day) =>
        In(day.Year, FirstFrostDay.Month, FirstFrostDay.Day) is var own && own > day
            ? own
            : In(day.Year + 1, FirstFrostDay.Month, FirstFrostDay.Day);

    /// <summary>The latest first frost before a day.</summary>
    public DateOnly FirstFrostBefore(DateOnly day) =>
        In(day.Year, FirstFrostDay.Month, FirstFrostDay.Day) is var own && own < day
            ? own
            : In(day.Year - 1, FirstFrostDay.Month, FirstFrostDay.Day);

    private static DateOnly In(int year, int month, int day) =>
        new(year, month, Math.Min(day, DateTime.DaysInMonth(year, month)));
}
