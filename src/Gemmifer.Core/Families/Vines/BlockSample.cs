namespace Gemmifer.Core.Families.Vines;

/// <summary>A total over a row of vines of which some were looked at.</summary>
/// <param name="Total">The total, or the best estimate of it.</param>
/// <param name="Low">As low as it is likely to be; the total where every vine was looked at.</param>
/// <param name="High">As high as it is likely to be.</param>
public sealed record BlockTotal(double Total, double Low, double High);

/// <summary>
/// From a sample of vines to the whole row: n of N vines, mean m, standard deviation s: total N × m, give or take two
/// standard errors
/// N × s / √n × √(1 − n / N) (simple random sampling without replacement; Cochran, Sampling Techniques, from memory).
/// </summary>
public static class BlockSample
{
    /// <summary>The total over all vines; null where none was looked at.</summary>
    /// <param name="seen">What each vine looked at came to.</param>
    /// <param name="vines">Vines in the row, at least as many.</param>
    public static BlockTotal? Total(IReadOnlyCollection<double> seen, int vines)
    {
        var n = seen.Count;
        if (n == 0)
        {
            return null;
        }

        var sum = seen.Sum();
        if (n >= vines)
        {
            return new BlockTotal(sum, sum, sum);
        }

        var mean = sum / n;
        var total = mean * vines;

        // One vine tells nothing of how vines differ: half as much and half as much again (assumption).
        var give =
            n == 1
                ? total / 2
                : 2
                    * vines
                    * Math.Sqrt(seen.Sum(x => (x - mean) * (x - mean)) / (n - 1) / n * (1 - ((double)n / vines)));
        return new BlockTotal(total, Math.Max(sum, total - give), total + give);
    }
}
