using Gemmifer.Core.Season;

namespace Gemmifer.Core.Year;

/// <summary>A day to come, as far as it can be known.</summary>
/// <param name="Spread">One standard deviation of both temperatures, °C.</param>
/// <param name="RainChance">How likely a wet day is, 0 to 1.</param>
public sealed record OutlookDay(DateOnly Date, double Tmin, double Tmax, double Spread, double RainChance);

/// <summary>Where weather comes from: what was measured, and an outlook.</summary>
public interface IWeatherSource
{
    /// <summary>Days that were measured, in order; those that are missing are missing.</summary>
    IReadOnlyList<WeatherDay> Days(DateOnly from, DateOnly to);

    /// <summary>The days after one day, each less sure than the one before; empty where nobody knows them.</summary>
    IReadOnlyList<OutlookDay> Outlook(DateOnly today);
}

/// <summary>
/// A weather station that is not there: made-up weather of a place, the same for the same seed on every machine and for
/// whatever span is asked. A yearly wave, a warm or cold year, and days that resemble the days before them. It stands
/// in where nothing is measured; it is no forecast of anything.
/// </summary>
/// <param name="place">Its frosts come about when the place's do.</param>
public sealed class SimulatedStation(GrowingPlace place, int seed) : IWeatherSource
{
    /// <summary>Days that are looked ahead.</summary>
    public const int OutlookDays = 10;

    /// <summary>How much of a day's deviation is left on the next (assumption).</summary>
    private const double Memory = 0.7;

    private const int Remembered = 12;

    /// <summary>Half of the yearly wave, the usual spread of days and of years, half of a day's swing, °C (assumptions
    /// for a temperate place).</summary>
    private const double Wave = 8,
        DayC = 3.2,
        YearC = 1.1,
        SwingC = 4.8;

    /// <summary>Share of wet days, and mean rain of one, mm (assumptions).</summary>
    private const double WetShare = 0.4,
        WetMm = 4.5;

    /// <summary>Error of the outlook a day ahead, and what each day more adds, °C (assumption).</summary>
    private const double FirstErrorC = 0.8,
        ErrorPerDayC = 0.45;

    /// <inheritdoc/>
    public IReadOnlyList<WeatherDay> Days(DateOnly from, DateOnly to) =>
        to < from ? [] : [.. Enumerable.Range(0, to.DayNumber - from.DayNumber + 1).Select(i => On(from.AddDays(i)))];

    /// <inheritdoc/>
    public IReadOnlyList<OutlookDay> Outlook(DateOnly today) =>
        [
            .. Enumerable
                .Range(1, OutlookDays)
                .Select(ahead =>
                {
                    var day = today.AddDays(ahead);
                    var truth = On(day);
                    var spread = FirstErrorC + (ErrorPerDayC * (ahead - 1));
                    var off = Normal(day, ahead, 4) * spread;

                    // What is sure a day ahead is the usual share of wet days in the end.
                    var sure = Math.Exp(-ahead / 5.0);
                    var wet = truth.Rain > 0 ? 1.0 : 0.0;
                    return new OutlookDay(
                        day,
                        Math.Round(truth.Tmin!.Value + off, 1),
                        Math.Round(truth.Tmax!.Value + off, 1),
                        Math.Round(spread, 2),
                        Math.Round((sure * ((0.9 * wet) + 0.05)) + ((1 - sure) * WetShare), 2)
                    );
                }),
        ];

    private WeatherDay On(DateOnly day)
    {
        // The lowest of a usual day touches freezing at the usual last frost, less what days differ by.
        var coldest = new DateOnly(2001, PruningYear.MonthIn(place.Hemisphere, 1), 20);
        double Usual(DateOnly of) => -Wave * Math.Cos(2 * Math.PI * (of.DayOfYear - coldest.DayOfYear) / 365.25);
        var mean = SwingC + (1.3 * DayC) - Usual(place.LastFrost(2001));
        var season = Usual(day) + mean;
        var deviation = (Similar(day, 1) * DayC) + (Normal(new DateOnly(day.Year, 1, 1), 0, 2) * YearC);
        var damp = Similar(day, 3);
        var wet = damp > Quantile(1 - WetShare);
        var swing = Math.Max(1.5, SwingC * (wet ? 0.65 : 1.1) * (1 + (0.15 * Normal(day, 0, 5))));
        var rain = wet ? -WetMm * Math.Log(1 - Uniform(day, 0, 6)) : 0;
        return new WeatherDay(
            day,
            Math.Round(season + deviation - swing, 1),
            Math.Round(season + deviation + swing, 1),
            Math.Round(rain, 1)
        );
    }

    /// <summary>A number of mean 0 and spread 1 that resembles that of the day before.</summary>
    private double Similar(DateOnly day, int what)
    {
        var (sum, squares, weight) = (0.0, 0.0, 1.0);
        for (var back = 0; back < Remembered && day.DayNumber > back; back++)
        {
            sum += weight * Normal(day.AddDays(-back), 0, what);
            squares += weight * weight;
            weight *= Memory;
        }

        return sum / Math.Sqrt(squares);
    }

    /// <summary>By Box and Muller, Annals of Mathematical Statistics 29 (1958).</summary>
    private double Normal(DateOnly day, int ahead, int what) =>
        Math.Sqrt(-2 * Math.Log(1 - Uniform(day, ahead, what)))
        * Math.Cos(2 * Math.PI * Uniform(day, ahead, what + 100));

    /// <summary>From 0 to below 1, by the finalizer of splitmix64 (Steele, Lea and Flood, OOPSLA 2014).</summary>
    private double Uniform(DateOnly day, int ahead, int what)
    {
        var z = unchecked(
            ((ulong)(uint)seed << 32)
            + ((ulong)(uint)day.DayNumber * 0x9E3779B97F4A7C15)
            + ((ulong)(uint)((ahead * 1000) + what) * 0xD1B54A32D192ED03)
        );
        unchecked
        {
            z = (z ^ (z >> 30)) * 0xBF58476D1CE4E5B9;
            z = (z ^ (z >> 27)) * 0x94D049BB133111EB;
            z ^= z >> 31;
        }

        return (z >> 11) * (1.0 / (1UL << 53));
    }

    /// <summary>
    /// Below it lies such a share of a normal distribution; a rational approximation good to 0.0005 (Abramowitz and
    /// Stegun, Handbook of Mathematical Functions, 26.2.23, from memory).
    /// </summary>
    private static double Quantile(double share)
    {
        if (share < 0.5)
        {
            return -Quantile(1 - share);
        }

        var t = Math.Sqrt(-2 * Math.Log(1 - share));
        return t
            - (
                (2.515517 + (0.802853 * t) + (0.010328 * t * t))
                / (1 + (1.432788 * t) + (0.189269 * t * t) + (0.001308 * t * t * t))
            );
    }
}
