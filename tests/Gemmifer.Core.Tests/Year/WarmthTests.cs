using Gemmifer.Core.Season;
using Gemmifer.Core.Year;

namespace Gemmifer.Core.Tests.Year;

/// <summary>Day length, warmth and frosts against published formulas.</summary>
public class WarmthTests
{
    /// <summary>
    /// Spencer, "Fourier series representation of the position of the sun" (1971), with the hour angle of sunrise for a
    /// sun 0.833° below the horizon: another way to the same hours.
    /// </summary>
    private static double BySpencer(double latitude, DateOnly day)
    {
        var b = 2 * Math.PI * (day.DayOfYear - 1) / 365;
        var declination =
            0.006918
            - (0.399912 * Math.Cos(b))
            + (0.070257 * Math.Sin(b))
            - (0.006758 * Math.Cos(2 * b))
            + (0.000907 * Math.Sin(2 * b))
            - (0.002697 * Math.Cos(3 * b))
            + (0.00148 * Math.Sin(3 * b));
        var l = latitude * Math.PI / 180;
        var cos =
            (Math.Sin(-0.833 * Math.PI / 180) - (Math.Sin(l) * Math.Sin(declination)))
            / (Math.Cos(l) * Math.Cos(declination));
        return 24 / Math.PI * Math.Acos(Math.Clamp(cos, -1, 1));
    }

    [Fact]
    public void Days_are_as_long_as_by_another_published_formula()
    {
        for (var latitude = -60; latitude <= 60; latitude += 5)
        {
            for (var day = new DateOnly(2027, 1, 1); day.Year == 2027; day = day.AddDays(1))
            {
                Assert.InRange(DayLength.Hours(latitude, day) - BySpencer(latitude, day), -0.2, 0.2);
            }
        }
    }

    /// <summary>Greenwich in almanacs: 16 h 38 min at midsummer, 7 h 50 min at midwinter (from memory).</summary>
    [Theory]
    [InlineData(51.5, 6, 21, 16.63)]
    [InlineData(51.5, 12, 21, 7.83)]
    [InlineData(-51.5, 12, 21, 16.63)]
    [InlineData(0, 3, 20, 12.11)]
    [InlineData(80, 6, 21, 24)]
    [InlineData(80, 12, 21, 0)]
    public void The_longest_and_the_shortest_days_are_those_of_the_almanac(
        double latitude,
        int month,
        int day,
        double hours
    ) => Assert.Equal(hours, DayLength.Hours(latitude, new DateOnly(2027, month, day)), 0.1);

    [Fact]
    public void The_sine_is_the_area_under_the_sine()
    {
        var random = new Random(5);
        for (var i = 0; i < 400; i++)
        {
            var low = Math.Round((random.NextDouble() * 40) - 15, 1);
            var high = Math.Round(low + (random.NextDouble() * 25), 1);
            var (threshold, upper) = (
                Math.Round(random.NextDouble() * 12, 1),
                Math.Round(15 + (random.NextDouble() * 20), 1)
            );
            double sum = 0;
            const int Steps = 20_000;
            for (var k = 0; k < Steps; k++)
            {
                var t = ((low + high) / 2) + ((high - low) / 2 * Math.Sin(2 * Math.PI * (k + 0.5) / Steps));
                sum += (Math.Max(0, Math.Min(t, upper) - threshold)) / Steps;
            }

            Assert.Equal(sum, DegreeDays.SingleSine(low, high, threshold, upper), 3e-3);
        }
    }

    /// <summary>
    /// The worked table of the averaging method: 40 to 80 °F over a base of 50 °F are 10 degree days F; of the sine
    /// 12.1 to one decimal (University of California, statewide integrated pest management; from memory).
    /// </summary>
    [Fact]
    public void A_worked_day_in_fahrenheit_comes_out_as_in_the_handbook()
    {
        Assert.Equal(10, DegreeDays.Averaging(40, 80, 50), 1e-9);
        Assert.Equal(12.1, DegreeDays.SingleSine(40, 80, 50), 0.1);
        Assert.Equal(0, DegreeDays.SingleSine(30, 45, 50), 1e-9);
        Assert.Equal(15, DegreeDays.SingleSine(60, 70, 50), 1e-9);
        Assert.Equal(20, DegreeDays.Averaging(60, 100, 50, 70), 1e-9);
    }

    internal static IEnumerable<WeatherDay> Years(int first, int last, double warmer = 0, bool south = false)
    {
        for (var day = new DateOnly(first, 1, 1); day.Year <= last; day = day.AddDays(1))
        {
            // A smooth year: coldest in the middle of January, of July in the south.
            var phase = 2 * Math.PI * (day.DayOfYear - 15 + (south ? 182 : 0)) / 365.25;
            var mean = 10 - (10 * Math.Cos(phase)) + warmer;
            yield return new WeatherDay(day, mean - 6, mean + 6, 0);
        }
    }

    [Fact]
    public void Frosts_are_read_from_the_record_with_their_spread_north_as_south()
    {
        foreach (var south in new[] { false, true })
        {
            var hemisphere = south ? Hemisphere.South : Hemisphere.North;
            var days = Enumerable.Range(0, 11).SelectMany(y => Years(2001 + y, 2001 + y, (y - 5) * 0.5, south));
            var (last, first) = new WeatherRecord(days).Frosts(hemisphere);
            Assert.True(last!.Early < last.Usual && last.Usual < last.Late);
            Assert.True(first!.Early < first.Usual && first.Usual < first.Late);

            // In the middle year the lowest of the day is at 0 where the mean is 6: found by hand from the cosine.
            var turn = Math.Acos((10 - 6) / 10.0) * 365.25 / (2 * Math.PI);
            var spring = new DateOnly(2006, south ? 7 : 1, south ? 16 : 15).AddDays((int)turn);
            Assert.InRange(last.Usual.DayOfYear - spring.DayOfYear, -3, 3);
            Assert.InRange(last.Years, 9, 11);
        }

        Assert.Equal((null, null), new WeatherRecord(Years(2001, 2004, 12)).Frosts(Hemisphere.North));
        Assert.Equal((null, null), new WeatherRecord([]).Frosts(Hemisphere.North));
    }

    [Fact]
    public void The_warmth_of_a_year_with_gaps_takes_what_is_usual_for_them()
    {
        var whole = new WeatherRecord(Years(2001, 2005));
        var gaps = new WeatherRecord(Years(2001, 2005).Where(d => d.Date.DayNumber % 5 != 0));
        var from = new DateOnly(2005, 1, 20);
        var (one, other) = (whole.Warmth(from, 200, 5, own: true)!, gaps.Warmth(from, 200, 5, own: true)!);
        Assert.All(one.Zip(other), p => Assert.InRange(p.Second - p.First, -4, 4));
        Assert.Null(new WeatherRecord(Years(2001, 2001).Take(40)).Warmth(from, 200, 5, own: true));
    }
}
