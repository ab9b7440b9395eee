namespace Gemmifer.Core.Year;

/// <summary>
/// Warmth a plant grows by: degrees above a base, summed over days. Both methods as published by the statewide
/// integrated pest management program of the University of California (from memory) and, the sine, by Baskerville and
/// Emin, Ecology 50 (1969); above the upper threshold growth goes on, but no faster (horizontal cutoff).
/// </summary>
public static class DegreeDays
{
    /// <summary>By the mean of the day.</summary>
    /// <param name="tmin">Lowest of the day, °C.</param>
    /// <param name="tmax">Highest of the day, °C; not below <paramref name="tmin"/>.</param>
    /// <param name="baseC">Below it nothing grows, °C.</param>
    /// <param name="upperC">Above it growth is no faster, °C.</param>
    public static double Averaging(double tmin, double tmax, double baseC, double upperC = double.PositiveInfinity) =>
        Math.Max(0, Math.Min((tmin + tmax) / 2, upperC) - baseC);

    /// <summary>By a sine through the day's lowest and highest.</summary>
    /// <inheritdoc cref="Averaging"/>
    public static double SingleSine(double tmin, double tmax, double baseC, double upperC = double.PositiveInfinity) =>
        Above(tmin, tmax, baseC) - (double.IsInfinity(upperC) ? 0 : Above(tmin, tmax, upperC));

    /// <summary>The area of the sine above a threshold, degree days.</summary>
    private static double Above(double tmin, double tmax, double threshold)
    {
        var (mean, swing) = ((tmin + tmax) / 2, (tmax - tmin) / 2);
        if (tmin >= threshold)
        {
            return mean - threshold;
        }

        if (tmax <= threshold)
        {
            return 0;
        }

        var from = Math.Asin((threshold - mean) / swing);
        return (((mean - threshold) * ((Math.PI / 2) - from)) + (swing * Math.Cos(from))) / Math.PI;
    }
}
