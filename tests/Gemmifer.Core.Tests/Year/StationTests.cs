using Gemmifer.Core.Season;
using Gemmifer.Core.Year;

namespace Gemmifer.Core.Tests.Year;

/// <summary>The simulated station: the same for the same seed, and weather one could believe.</summary>
public sealed class StationTests
{
    private static readonly GrowingPlace North = GrowingPlace.Usual(Hemisphere.North);

    private static readonly GrowingPlace South = GrowingPlace.Usual(Hemisphere.South);

    [Fact]
    public void The_same_seed_tells_the_same_days_whatever_span_is_asked()
    {
        var station = new SimulatedStation(North, 5);
        var all = station.Days(new DateOnly(2020, 1, 1), new DateOnly(2026, 12, 31));
        Assert.Equal(2557, all.Count);
        Assert.Equal(
            all.Where(d => d.Date.Year == 2024),
            new SimulatedStation(North, 5).Days(new DateOnly(2024, 1, 1), new DateOnly(2024, 12, 31))
        );
        Assert.NotEqual(all, new SimulatedStation(North, 6).Days(new DateOnly(2020, 1, 1), new DateOnly(2026, 12, 31)));
        Assert.Contains(all, d => d.Date == new DateOnly(2024, 2, 29));
        Assert.Empty(station.Days(new DateOnly(2024, 1, 2), new DateOnly(2024, 1, 1)));
        Assert.All(all, d => Assert.True(d.Tmin < d.Tmax && d.Rain >= 0));
    }

    [Theory]
    [InlineData(Hemisphere.North)]
    [InlineData(Hemisphere.South)]
    public void Its_frosts_come_about_when_the_places_do(Hemisphere side)
    {
        var place = side == Hemisphere.North ? North : South;
        var errors = Enumerable
            .Range(0, 20)
            .Select(seed =>
            {
                var days = new SimulatedStation(place, seed).Days(new DateOnly(2005, 1, 1), new DateOnly(2026, 12, 31));
                var last = new WeatherRecord(days).Frosts(side).Last!;
                return last.Usual.DayOfYear - place.LastFrost(2001).DayOfYear;
            })
            .ToArray();
        Assert.InRange(errors.Average(), -16, 16);
        Assert.All(errors, e => Assert.InRange(e, -30, 30));
    }

    [Fact]
    public void A_summer_is_warm_a_winter_cold_days_resemble_their_neighbours_and_some_are_wet()
    {
        var days = new SimulatedStation(North, 1).Days(new DateOnly(2010, 1, 1), new DateOnly(2026, 12, 31));
        double Mean(int month) => days.Where(d => d.Date.Month == month).Average(d => (d.Tmin + d.Tmax)!.Value / 2);
        Assert.True(Mean(7) - Mean(1) is > 12 and < 20);
        var change = days.Zip(days.Skip(1)).Average(p => Math.Abs(p.Second.Tmax!.Value - p.First.Tmax!.Value));
        Assert.InRange(change, 1, 4);
        Assert.InRange(days.Count(d => d.Rain > 0) / (double)days.Count, 0.3, 0.5);
        Assert.InRange(days.Sum(d => d.Rain!.Value) / 17, 400, 1000);

        // A warm year and a cold one: means of years differ.
        var years = days.GroupBy(d => d.Date.Year).Select(g => g.Average(d => d.Tmax!.Value)).ToArray();
        Assert.True(years.Max() - years.Min() > 1);
    }

    [Fact]
    public void Its_outlook_grows_less_sure_and_says_by_how_much()
    {
        var (within, all) = (0, 0);
        var (rained, said) = (0.0, 0.0);
        for (var seed = 0; seed < 200; seed++)
        {
            var station = new SimulatedStation(North, seed);
            var today = new DateOnly(2026, 3, 1).AddDays(seed);
            var outlook = station.Outlook(today);
            Assert.Equal(SimulatedStation.OutlookDays, outlook.Count);
            Assert.Equal(outlook.Select(o => o.Spread).Order(), outlook.Select(o => o.Spread));
            foreach (var (day, truth) in outlook.Zip(station.Days(today.AddDays(1), today.AddDays(10))))
            {
                Assert.Equal(truth.Date, day.Date);
                all++;
                within += Math.Abs(day.Tmin - truth.Tmin!.Value) <= day.Spread ? 1 : 0;
                said += day.RainChance;
                rained += truth.Rain > 0 ? 1 : 0;
            }
        }

        // One standard deviation holds about 68 % of a normal distribution; chances of rain add up to the rain.
        Assert.InRange(within / (double)all, 0.63, 0.73);
        Assert.InRange(said / rained, 0.85, 1.15);
    }

    [Fact]
    public void A_place_two_weeks_later_has_its_work_two_weeks_later()
    {
        var kind = Plants.PlantKinds.Of("rose.climber");
        var asked = new YearAsked(
            North,
            true,
            51,
            new DateOnly(2027, 1, 1),
            new DateOnly(2027, 12, 31),
            [
                new YearPlant("south", kind, "late-winter", Sun.Full, null, false, null, false),
                new YearPlant("north", kind, "late-winter", Sun.Full, null, false, null, false, 14),
            ],
            [],
            new WeatherRecord([]),
            []
        );
        var year = YearPlanner.Plan(asked);
        DateOnly Best(string plant, YearJob job) => year.Jobs.First(j => j.Plant == plant && j.Job == job).Best;
        Assert.Equal(14, Best("north", YearJob.MainPrune).DayNumber - Best("south", YearJob.MainPrune).DayNumber);
        var bloom = year.Bloom.Where(b => b.Round == 1).ToDictionary(b => b.Plant, b => b.Window[0].DayNumber);
        Assert.Equal(14, bloom["north"] - bloom["south"]);
    }
}
