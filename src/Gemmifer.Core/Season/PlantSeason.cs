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

/// <summary>Where plants grow: the hemisphere and the usual last frost.</summary>
/// <param name="FrostMonth">Month of the usual last frost, 1 to 12.</param>
/// <param name="FrostDay">Day of that month; 29 February is taken as 28 where there is none.</param>
public sealed record GrowingPlace(Hemisphere Hemisphere, int FrostMonth, int FrostDay)
{
    /// <summary>The frost day where nobody set one, half a year later in the south.</summary>
    public static GrowingPlace Usual(Hemisphere hemisphere) =>
        new(
            hemisphere,
            PruningYear.MonthIn(hemisphere, (int)TradeNumbers.Of("usualFrostMonth")),
            (int)TradeNumbers.Of("usualFrostDay")
        );

    /// <summary>The last frost in a calendar year.</summary>
    public DateOnly LastFrost(int year) =>
        new(year, FrostMonth, Math.Min(FrostDay, DateTime.DaysInMonth(year, FrostMonth)));
}

/// <summary>
/// The season of one kind of plant on a day at its place: the one way to ask what time of the year it is.
/// </summary>
/// <param name="Kind">Whose main prune, growth and flowers are asked for.</param>
public sealed record PlantSeason(PlantKind Kind, GrowingPlace Place, DateOnly Date)
{
    /// <summary>Work begun so many days before the main prune of a year is that year's still (assumption).</summary>
    private static readonly int SettledDays = (int)TradeNumbers.Of("thisYearsWorkDays");

    private static readonly int PastDays = (int)TradeNumbers.Of("flowersPastDays");

    /// <summary>The last frost in the calendar year of the day.</summary>
    public DateOnly LastFrost => Place.LastFrost(Date.Year);

    /// <summary>Days since the latest last frost, 0 to 365.</summary>
    public int DaysSinceFrost => PruningYear.DaysSinceFrost(Date, Place);

    /// <summary>Whether the kind is in growth.</summary>
    public bool InGrowth => DaysSinceFrost >= Kind.GrowthFromDays && DaysSinceFrost <= Kind.GrowthToDays;

    /// <summary>
    /// Whether it is pruned lightly only: it flowers again and again on new wood, and its main prune was not longer ago
    /// than the kind says.
    /// </summary>
    public bool LightOnly =>
        Kind.LightDays > 0
        && Date.DayNumber - MainPrune.To.AddYears(-1).DayNumber is var since
        && since > 0
        && since <= Kind.LightDays;

    /// <summary>The main prune that is on, or the next one.</summary>
    public (DateOnly From, DateOnly To) MainPrune => PruningYear.Window(Kind, Date, Place);

    /// <summary>Whether the next main prune has still to begin.</summary>
    public bool BeforeMainPrune => Date < MainPrune.From;

    /// <summary>The first day of next winter's main prune; a year from the day where none is found later.</summary>
    public DateOnly NextWinter =>
        PruningYear.PlanDay(Kind, Date.AddDays(SettledDays), Place) is var next && next > Date
            ? next
            : Date.AddYears(1);

    /// <summary>The growing season the day's work belongs to.</summary>
    public int Year => PruningYear.Of(Date, Place.Hemisphere);

    /// <summary>The next day so many days after a last frost, the day itself included.</summary>
    public DateOnly NextAfterFrost(int days) =>
        LastFrost.AddDays(days) is var day && day >= Date ? day : day.AddYears(1);

    /// <summary>
    /// The flowers that are to come, or were not longer ago than two months: reckoned from the last frost.
    /// </summary>
    public (DateOnly From, DateOnly To) FlowersAfterFrost()
    {
        var from = LastFrost.AddDays(Kind.FlowerFromDays);
        from = from < Date.AddDays(-PastDays) ? from.AddYears(1) : from;
        return (from, from.AddDays(Kind.FlowerToDays - Kind.FlowerFromDays));
    }
}
