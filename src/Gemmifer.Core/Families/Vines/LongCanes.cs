using System.Collections.Immutable;
using Gemmifer.Core.Training;

namespace Gemmifer.Core.Families.Vines;

/// <summary>A shoot that could become a fruiting cane or the spur that renews one.</summary>
/// <param name="CanePoints">What it is worth as a cane, in thousandths; null where it cannot be one.</param>
/// <param name="SpurPoints">The same as a renewal spur.</param>
/// <param name="Side">-1 to the left along the row, 1 to the right.</param>
public sealed record CaneOrSpur(long? CanePoints, long? SpurPoints, int Side);

/// <summary>The canes chosen and the spur of each; -1 where one has none.</summary>
/// <param name="Score">In thousandths.</param>
/// <param name="Bound">No choice has more; the score where that is proved.</param>
/// <param name="With">For each shoot that was tried as a cane the canes of the best choice in which it is one.</param>
public sealed record CaneChoice(
    ImmutableArray<int> Canes,
    ImmutableArray<int> Spurs,
    long Score,
    long Bound,
    IReadOnlyDictionary<int, ImmutableArray<int>> With
);

/// <summary>
/// Which shoots become fruiting canes and which the spurs that renew them, in one optimum: every set of canes is tried,
/// and for each the
/// spurs are assigned exactly (the assignment problem). Both sides of the vine are to carry about alike.
/// </summary>
public static class LongCanes
{
    /// <summary>Cane candidates up to which every set is tried; of more the best are.</summary>
    public const int MostTried = 18;

    /// <summary>Points lost by a cane without a spur to renew it, in thousandths (assumption).</summary>
    public static readonly long NoSpur = -(long)(1000 * VineNumbers.Of.NoSpur);

    /// <summary>Points lost by each cane that is wanted and not to be had, in thousandths (assumption).</summary>
    public static readonly long NoCane = -(long)(1000 * VineNumbers.Of.NoCane);

    /// <summary>The best choice of so many canes.</summary>
    /// <param name="count">Canes wanted; fewer are chosen where there are not so many.</param>
    /// <param name="pair">Points of a spur renewing a cane, 0 or less.</param>
    /// <param name="lopsided">Points for each cane more on one side than the other, beyond one, 0 or less.</param>
    /// <param name="must">Shoots that have to be canes.</param>
    public static CaneChoice Choose(
        IReadOnlyList<CaneOrSpur> shoots,
        int count,
        Func<int, int, long> pair,
        long lopsided,
        IReadOnlySet<int> must,
        CancellationToken cancel = default
    )
    {
        var eligible = Enumerable
            .Range(0, shoots.Count)
            .Where(i => shoots[i].CanePoints is not null)
            .OrderBy(i => must.Contains(i) ? 0 : 1)
            .ThenByDescending(i => shoots[i].CanePoints)
            .ThenBy(i => i)
            .ToArray();
        var missing = NoCane * Math.Max(0, count - eligible.Length);
        count = Math.Max(Math.Min(count, eligible.Length), must.Count);
        var tried = eligible.Take(MostTried).ToArray();
        // What a spur is worth beside a cane is asked once for each pair, not once for every set.
        var beside = tried.ToDictionary(
            i => i,
            i => shoots.Select((s, j) => s.SpurPoints is { } points && i != j ? points + pair(i, j) : 0).ToArray()
        );
        CaneChoice? best = null;
        var with = new Dictionary<int, (long Score, int[] Canes)>();
        foreach (var set in Subsets(tried, count).Where(s => must.All(m => s.Contains(m))))
        {
            cancel.ThrowIfCancellationRequested();
            var left = set.Count(i => shoots[i].Side < 0);
            var own =
                set.Sum(i => shoots[i].CanePoints!.Value) + (lopsided * Math.Max(0, Math.Abs(count - (2 * left)) - 1));
            var free = Enumerable
                .Range(0, shoots.Count)
                .Where(i => shoots[i].SpurPoints is not null && !set.Contains(i))
                .ToArray();
            var cost = new long[set.Length, free.Length];
            for (var r = 0; r < set.Length; r++)
            {
                for (var c = 0; c < free.Length; c++)
                {
                    cost[r, c] = -beside[set[r]][free[c]];
                }
            }

            var assigned = Assignment.Solve(cost, [.. set.Select(_ => -NoSpur)]);
            var score = own - assigned.Cost;
            foreach (var i in set.Where(i => !with.TryGetValue(i, out var had) || score > had.Score))
            {
                with[i] = (score, set);
            }

            if (best is null || score > best.Score)
            {
                best = new CaneChoice(
                    [.. set],
                    [.. assigned.ColumnOf.Select(c => c < 0 ? -1 : free[c])],
                    score,
                    score,
                    None
                );
            }
        }

        best ??= new CaneChoice([], [], 0, 0, None);
        best = best with { Score = best.Score + missing };
        var bound =
            eligible.Length <= MostTried
                ? best.Score
                : missing
                    + eligible.Select(i => shoots[i].CanePoints!.Value).OrderDescending().Take(count).Sum()
                    + shoots
                        .Select(s => s.SpurPoints ?? NoSpur)
                        .OrderDescending()
                        .Take(count)
                        .Sum(p => Math.Max(p, NoSpur));
        return best with
        {
            Bound = Math.Max(bound, best.Score),
            With = with.ToDictionary(w => w.Key, w => w.Value.Canes.ToImmutableArray()),
        };
    }

    private static readonly IReadOnlyDictionary<int, ImmutableArray<int>> None =
        new Dictionary<int, ImmutableArray<int>>();

    private static IEnumerable<int[]> Subsets(int[] from, int count)
    {
        if (count > from.Length)
        {
            yield break;
        }

        var at = Enumerable.Range(0, count).ToArray();
        while (true)
        {
            yield return [.. at.Select(i => from[i])];
            var move = count - 1;
            while (move >= 0 && at[move] == from.Length - count + move)
            {
                move--;
            }

            if (move < 0)
            {
                yield break;
            }

            at[move]++;
            for (var i = move + 1; i < count; i++)
            {
                at[i] = at[i - 1] + 1;
            }
        }
    }
}
