namespace Gemmifer.Core.Plans;

/// <summary>What is counted and measured the same way of every plant.</summary>
internal static class Tally
{
    /// <summary>How many stay, how many go, and how many are left for another day or look.</summary>
    public static (int Kept, int Removed, int Left) Of(IEnumerable<Decision> decisions)
    {
        var (kept, removed, left) = (0, 0, 0);
        foreach (var decision in decisions)
        {
            switch (decision)
            {
                case Decision.Keep or Decision.Shorten:
                    kept++;
                    break;
                case Decision.Remove:
                    removed++;
                    break;
                default:
                    left++;
                    break;
            }
        }

        return (kept, removed, left);
    }

    /// <summary>The least distance between two of some ends, mm to a tenth; null of fewer than two.</summary>
    /// <param name="apart">The distance of two, mm.</param>
    public static double? Closest<T>(IReadOnlyList<T> ends, Func<T, T, double> apart)
    {
        double? least = null;
        for (var i = 0; i < ends.Count; i++)
        {
            for (var j = 0; j < i; j++)
            {
                least = Math.Min(least ?? double.PositiveInfinity, apart(ends[i], ends[j]));
            }
        }

        return least is { } mm ? Wording.Tenth(mm) : null;
    }

    /// <summary>How far apart the lowest and the highest cut are, mm to a tenth; null where there is none.</summary>
    public static double? Between(IReadOnlyCollection<double> heights) =>
        heights.Count == 0 ? null : Wording.Tenth(heights.Max() - heights.Min());

    /// <summary>The share of live wood that comes off, 0 to 1; 0 where there is none.</summary>
    public static double Share(double goneMm, double totalMm) => totalMm <= 0 ? 0 : Math.Round(goneMm / totalMm, 4);
}
