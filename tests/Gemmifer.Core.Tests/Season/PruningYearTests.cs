using Gemmifer.Core.Plants;
using Gemmifer.Core.Season;

namespace Gemmifer.Core.Tests.Season;

public class PruningYearTests
{
    private static readonly PlantKind Rose = PlantKinds.Of("rose.hybrid-tea");

    [Theory]
    [InlineData("2026-11-25", Hemisphere.North, 2027)]
    [InlineData("2026-10-01", Hemisphere.North, 2027)]
    [InlineData("2026-09-30", Hemisphere.North, 2026)]
    [InlineData("2027-02-20", Hemisphere.North, 2027)]
    [InlineData("2027-08-15", Hemisphere.South, 2028)]
    [InlineData("2027-03-31", Hemisphere.South, 2027)]
    public void Winter_work_counts_to_the_summer_that_follows(string day, Hemisphere hemisphere, int season) =>
        Assert.Equal(season, PruningYear.Of(DateOnly.Parse(day), hemisphere));

    [Theory]
    [InlineData("2026-11-25", "2027-01-30", "2027-05-06")]
    [InlineData("2027-01-30", "2027-01-30", "2027-05-06")]
    [InlineData("2027-05-06", "2027-01-30", "2027-05-06")]
    [InlineData("2027-05-07", "2028-01-31", "2028-05-06")]
    public void The_main_prune_is_the_one_that_is_on_or_the_next(string day, string from, string to) =>
        Assert.Equal(
            (DateOnly.Parse(from), DateOnly.Parse(to)),
            PruningYear.Window(Rose, DateOnly.Parse(day), new GrowingPlace(Hemisphere.North, 4, 15))
        );

    [Fact]
    public void A_window_over_the_turn_of_the_year_and_a_leap_day_are_handled()
    {
        // Last frost on 20 January: the window of that winter begins in the year before.
        Assert.Equal(
            new DateOnly(2026, 11, 6),
            PruningYear.Window(Rose, new DateOnly(2026, 12, 1), new GrowingPlace(Hemisphere.North, 1, 20)).From
        );
        Assert.Equal(
            new DateOnly(2027, 2, 28).AddDays(Rose.PruneToDays),
            PruningYear.Window(Rose, new DateOnly(2027, 1, 1), new GrowingPlace(Hemisphere.North, 2, 29)).To
        );
    }

    [Fact]
    public void The_day_to_plan_for_is_today_only_within_the_main_prune()
    {
        Assert.Equal(
            new DateOnly(2027, 1, 30),
            PruningYear.PlanDay(Rose, new DateOnly(2026, 11, 25), new GrowingPlace(Hemisphere.North, 4, 15))
        );
        Assert.Equal(
            new DateOnly(2027, 3, 1),
            PruningYear.PlanDay(Rose, new DateOnly(2027, 3, 1), new GrowingPlace(Hemisphere.North, 4, 15))
        );
    }
}
