using System.Collections.Immutable;
using Gemmifer.Core.Season;

namespace Gemmifer.Core.Tests.Season;

/// <summary>
/// The dry day of the contract: no cut on a wet day, nor with one among the two after; unknown is not dry.
/// </summary>
public class DryDaysTests
{
    private static ImmutableArray<RainDay> Rain(params (int Day, double Mm)[] days) =>
        [.. days.Select(d => new RainDay(new DateOnly(2027, 2, d.Day), d.Mm))];

    private static DateOnly Day(int day) => new(2027, 2, day);

    [Theory]
    [InlineData(20, 0.9, false)]
    [InlineData(20, 1, true)]
    [InlineData(21, 1, true)]
    [InlineData(22, 1, true)]
    [InlineData(23, 9, false)]
    [InlineData(19, 9, false)]
    public void A_wet_day_within_two_days_speaks_against_it(int day, double mm, bool wet) =>
        Assert.Equal(wet, DryDays.WetAt(Day(20), Rain((day, mm))) is not null);

    [Fact]
    public void The_next_dry_day_is_listed_and_two_listed_dry_ones_follow()
    {
        Assert.Equal(Day(22), DryDays.Next(Day(20), Rain((20, 0), (21, 3), (22, 0), (23, 0.5), (24, 0))));
        Assert.Null(DryDays.Next(Day(20), Rain((20, 3), (22, 0), (23, 0))));
        Assert.Null(DryDays.Next(Day(20), Rain((20, 0), (21, 0), (23, 0), (24, 0))));
        Assert.Null(DryDays.Next(Day(20), []));
        Assert.Equal(
            Day(25),
            DryDays.Next(Day(23), Rain((20, 0), (21, 0), (22, 0), (24, 2), (25, 0), (26, 0), (27, 0), (27, 0.4)))
        );
    }
}
