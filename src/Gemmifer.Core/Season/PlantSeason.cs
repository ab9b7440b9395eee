using Gemmifer.Core.Plants;

namespace Gemmifer.Core.Season;

/// <summary>
/// The season of one kind of plant on a day at its place: the one way to ask what time of the year it is.
/// </summary>
/// <param name="Kind">Whose main prune, growth and flowers are asked for.</param>
/// <param name="When">The practice of the school, as its value <c>when</c> names it.</param>
public sealed record PlantSeason(
    PlantKind Kind,
    GrowingPlace Place,
    DateOnly Date,
    string When = PruningTime.LateWinter
)
{
    /// <summary>Work begun so many days before the main prune of a year is that year's still (assumption).</summary>
    private static readonly int SettledDays = TradeNumbers.Of.ThisYearsWorkDays;

    private static readonly int EarlyEnough = TradeNumbers.Of.NoFlowersBeforeFrost,
        StopDays = TradeNumbers.Of.StopCutsDays;

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
    public (DateOnly From, DateOnly To) MainPrune => PruningYear.Window(Kind, Date, Place, When);

    /// <summary>Whether tall growth may come down by half on the day: the autumn part of a practice.</summary>
    public bool AutumnHalf =>
        Kind.FlowersOn != FlowerWood.LastYear
        && BeforeMainPrune
        && PruningTime.Of(When).Autumn is { } autumn
        && PruningYear.AutumnOf(autumn, Date, Place) is var (from, to)
        && Date >= from
        && Date <= to;

    /// <summary>
    /// The last frost with which the growing season begins that the day stands in or before; the day of the last frost
    /// itself is in it.
    /// </summary>
    public DateOnly GrowthFrost
    {
        get
        {
            for (var year = Date.Year - 1; ; year++)
            {
                if (Place.FirstFrostAfter(Place.LastFrost(year)) > Date)
                {
                    return Place.LastFrost(year);
                }
            }
        }
    }

    /// <summary>Whether the day stands between a last frost and the first frost after it.</summary>
    public bool BetweenFrosts => GrowthFrost <= Date;

    /// <summary>Whether shoots that start on the day would still be soft at the first frost.</summary>
    public bool TooLateForShoots =>
        !BetweenFrosts || Place.FirstFrostAfter(GrowthFrost).DayNumber - Date.DayNumber < StopDays;

    /// <summary>Whether the next main prune has still to begin.</summary>
    public bool BeforeMainPrune => Date < MainPrune.From;

    /// <summary>The first day of next winter's main prune; a year from the day where none is found later.</summary>
    public DateOnly NextWinter =>
        PruningYear.PlanDay(Kind, Date.AddDays(SettledDays), Place, When) is var next && next > Date
            ? next
            : Date.AddYears(1);

    /// <summary>The growing season the day's work belongs to.</summary>
    public int Year => PruningYear.Of(Date, Place.Hemisphere);

    /// <summary>The next day so many days after a last frost, the day itself included.</summary>
    public DateOnly NextAfterFrost(int days) =>
        LastFrost.AddDays(days) is var day && day >= Date ? day : day.AddYears(1);

    /// <summary>
    /// The next flowers on shoots that begin to grow on a day: never before growth can begin, never after the first
    /// frost; those that would be too late come next year.
    /// </summary>
    /// <param name="work">The day of the cuts that make the shoots grow.</param>
    public (DateOnly From, DateOnly To) FlowersOfShoots(DateOnly work)
    {
        var frost = (this with { Date = work }).GrowthFrost;
        for (; ; frost = Place.LastFrost(frost.Year + 1))
        {
            var start = work > frost ? work : frost;
            var last = Place.FirstFrostAfter(frost).AddDays(-1);
            var (from, to) = (start.AddDays(Kind.FlowerFromDays), start.AddDays(Kind.FlowerToDays));
            if (from.AddDays(EarlyEnough) <= last || start == frost)
            {
                return (from, to < last || last <= from ? to : last);
            }
        }
    }

    /// <summary>
    /// The flowers of a season reckoned from its last frost: those of this one while they are still to come or on, then
    /// those of the next.
    /// </summary>
    public (DateOnly From, DateOnly To) FlowersOnOrNext()
    {
        for (var frost = GrowthFrost; ; frost = Place.LastFrost(frost.Year + 1))
        {
            var to = frost.AddDays(Kind.FlowerToDays);
            if (to >= Date)
            {
                return (frost.AddDays(Kind.FlowerFromDays), to);
            }
        }
    }

    /// <summary>The flowers of the growing season after this one.</summary>
    public (DateOnly From, DateOnly To) FlowersNextYear() =>
        Place.LastFrost(GrowthFrost.Year + 1) is var frost
            ? (frost.AddDays(Kind.FlowerFromDays), frost.AddDays(Kind.FlowerToDays))
            : default;

    /// <summary>The flowers of a plant in growth that is left as it is: the flush that is on or comes next.</summary>
    public (DateOnly From, DateOnly To) FlowersAsItStands()
    {
        var (from, to) = (GrowthFrost.AddDays(Kind.FlowerFromDays), GrowthFrost.AddDays(Kind.FlowerToDays));
        return Date <= to ? (from > Date ? from : Date, to) : FlowersOfShoots(Date);
    }
}
