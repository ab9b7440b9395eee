using System.Collections.Immutable;

namespace Gemmifer.Core.Families.Vines;

/// <summary>How many buds each place gets.</summary>
/// <param name="Buds">Of each place, in the order given.</param>
/// <param name="Short">Buds of the budget that found no room.</param>
public sealed record Allocated(ImmutableArray<int> Buds, int Short);

/// <summary>
/// Spreads a budget over places: so many buds each; what is over goes one by one to the strongest, once round; what is
/// missing is
/// taken one by one from the weakest, down to one bud (as the contract settles it).
/// </summary>
public static class Allocation
{
    /// <summary>Spreads.</summary>
    /// <param name="each">Buds of a place by rule, 1 or more.</param>
    /// <param name="points">What each place is worth; equal ones count in the order given.</param>
    /// <param name="room">Buds each has at most.</param>
    public static Allocated Of(int budget, int each, IReadOnlyList<long> points, IReadOnlyList<int> room)
    {
        var buds = room.Select(r => Math.Min(each, r)).ToArray();
        var strongest = Enumerable.Range(0, buds.Length).OrderByDescending(i => points[i]).ThenBy(i => i).ToArray();
        var total = buds.Sum();
        foreach (var i in strongest.Where(i => room[i] > buds[i]))
        {
            if (total < budget)
            {
                (buds[i], total) = (buds[i] + 1, total + 1);
            }
        }

        for (var taken = true; total > budget && taken; )
        {
            taken = false;
            foreach (var i in strongest.Reverse().Where(i => buds[i] > 1))
            {
                if (total > budget)
                {
                    (buds[i], total, taken) = (buds[i] - 1, total - 1, true);
                }
            }
        }

        return new Allocated([.. buds], Math.Max(0, budget - total));
    }

    /// <summary>Spreads a budget over canes as evenly as they have room; the strongest get one more first.</summary>
    /// <param name="most">Most buds on a cane.</param>
    public static Allocated Evenly(int budget, int most, IReadOnlyList<long> points, IReadOnlyList<int> room)
    {
        var buds = new int[room.Count];
        var strongest = Enumerable.Range(0, buds.Length).OrderByDescending(i => points[i]).ThenBy(i => i).ToArray();
        var left = budget;
        while (left > 0)
        {
            // The shortest so far first, so that canes stay within one bud of each other.
            var open = strongest.Where(i => buds[i] < Math.Min(most, room[i])).ToArray();
            if (open.Length == 0)
            {
                break;
            }

            buds[open.OrderBy(i => buds[i]).First()]++;
            left--;
        }

        return new Allocated([.. buds], left);
    }
}
