namespace Gemmifer.Core.Year;

/// <summary>
/// What to do in the minutes there are: of all sets of jobs that fit, one that is worth most, exactly (the 0-1 knapsack
/// problem by dynamic programming over whole minutes; Bellman, 1957).
/// </summary>
public static class Minutes
{
    /// <summary>A day has no more.</summary>
    public const int Most = 24 * 60;

    /// <summary>So many days before its last day a job is worth half of what it is worth on that day.</summary>
    private static readonly double HalfWorthDays = (int)YearNumbers.Of.HalfWorth;

    /// <summary>What it is worth to do a job today rather than later; 0 where it is not its time, or no work.</summary>
    public static double Worth(DatedJob job, DateOnly today)
    {
        if (today < job.Window[0] || job.Weight <= 0)
        {
            return 0;
        }

        var left = job.Window[1].DayNumber - today.DayNumber;
        return job.Weight / (1 + (Math.Max(0, left) / HalfWorthDays));
    }

    /// <summary>The jobs to do.</summary>
    /// <param name="jobs">How long each takes, minutes above 0, and what it is worth.</param>
    /// <param name="available">Minutes, 0 to <see cref="Most"/>.</param>
    /// <returns>For each job whether it is done. Of equal choices the one with the earlier jobs.</returns>
    public static bool[] Choose(IReadOnlyList<(double Minutes, double Worth)> jobs, int available)
    {
        ArgumentOutOfRangeException.ThrowIfNegative(available);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(available, Most);

        // A job that takes part of a minute takes all of it: what is chosen surely fits.
        var takes = jobs.Select(j => Math.Max(1, (int)Math.Ceiling(j.Minutes))).ToArray();
        var best = new double[available + 1];
        var taken = new System.Collections.BitArray[jobs.Count];

        // From the last job to the first, so that walking forward takes the earlier of two that are equal.
        for (var i = jobs.Count - 1; i >= 0; i--)
        {
            taken[i] = new System.Collections.BitArray(available + 1);
            for (var minutes = available; minutes >= takes[i] && jobs[i].Worth > 0; minutes--)
            {
                var with = best[minutes - takes[i]] + jobs[i].Worth;
                if (with >= best[minutes])
                {
                    (best[minutes], taken[i][minutes]) = (with, true);
                }
            }
        }

        var chosen = new bool[jobs.Count];
        var rest = available;
        for (var i = 0; i < jobs.Count; i++)
        {
            if (taken[i][rest])
            {
                chosen[i] = true;
                rest -= takes[i];
            }
        }

        return chosen;
    }
}
