using System.Collections.Immutable;

namespace Gemmifer.Core.Families.Vines;

/// <summary>A place that could carry a spur.</summary>
/// <param name="At">Where along its line, mm; on a ring the bearing, degrees.</param>
/// <param name="Points">What it is worth, in thousandths.</param>
/// <param name="Must">The gardener's word: it stays.</param>
public sealed record SpurPlace(double At, long Points, bool Must);

/// <summary>The places chosen.</summary>
/// <param name="Chosen">Indexes into the places given, in order.</param>
/// <param name="Score">Points of the choice, in thousandths.</param>
public sealed record SpreadChoice(ImmutableArray<int> Chosen, long Score);

/// <summary>
/// Which places stay along an arm or round a head: at most so many, the best worth the points of the places and of the
/// gaps between
/// neighbours. Exact by dynamic programming over places in order; a ring is opened at each place in turn.
/// </summary>
public static class Spread
{
    /// <summary>A gap that may not be.</summary>
    public const long Never = long.MinValue / 4;

    /// <summary>The best choice of exactly 0, 1, … places along a line; null where that many cannot stay.</summary>
    /// <param name="most">No more places than this are asked for.</param>
    /// <param name="gap">Points of two neighbours so far apart, 0 or less; <see cref="Never"/> where they may not
    /// be.</param>
    public static SpreadChoice?[] Line(IReadOnlyList<SpurPlace> places, Func<SpurPlace, SpurPlace, long> gap, int most)
    {
        var order = Enumerable.Range(0, places.Count).OrderBy(i => places[i].At).ThenBy(i => i).ToArray();
        return Solve([.. order.Select(i => places[i])], gap, null, most).Select(c => Renamed(c, order)).ToArray();
    }

    /// <summary>The same round a ring, bearings in degrees; the last and the first are neighbours too.</summary>
    public static SpreadChoice?[] Ring(IReadOnlyList<SpurPlace> places, Func<SpurPlace, SpurPlace, long> gap, int most)
    {
        var order = Enumerable.Range(0, places.Count).OrderBy(i => places[i].At).ThenBy(i => i).ToArray();
        var best = new SpreadChoice?[Math.Min(most, places.Count) + 1];
        best[0] = places.Any(p => p.Must) ? null : new SpreadChoice([], 0);
        for (var first = 0; first < order.Length; first++)
        {
            // What stands before the first place goes, so a place that must stay cannot.
            if (order.Take(first).Any(i => places[i].Must))
            {
                break;
            }

            var rest = order.Skip(first).ToArray();
            var solved = Solve([.. rest.Select(i => places[i])], gap, places[order[first]], most);
            for (var n = 1; n < solved.Length; n++)
            {
                if (solved[n] is { } choice && (best[n] is null || choice.Score > best[n]!.Score))
                {
                    best[n] = Renamed(choice, rest);
                }
            }
        }

        return best;
    }

    /// <summary>Joins the choices of several lines: the best of exactly so many places over all of them.</summary>
    /// <returns>For each number of places the number from each line and the score; null where it cannot be.</returns>
    public static (int[] PerLine, long Score)?[] Join(IReadOnlyList<SpreadChoice?[]> lines)
    {
        (int[] PerLine, long Score)?[] sum = [([], 0)];
        foreach (var line in lines)
        {
            var next = new (int[] PerLine, long Score)?[sum.Length + line.Length - 1];
            for (var a = 0; a < sum.Length; a++)
            {
                for (var b = 0; b < line.Length; b++)
                {
                    if (
                        sum[a] is { } before
                        && line[b] is { } own
                        && (next[a + b] is not { } had || before.Score + own.Score > had.Score)
                    )
                    {
                        next[a + b] = ([.. before.PerLine, b], before.Score + own.Score);
                    }
                }
            }

            sum = next;
        }

        return sum;
    }

    /// <summary>
    /// The best sum of so many places chosen of which the last is known, by the last and their number, and the place
    /// before it; <see cref="Never"/> where there is none.
    /// </summary>
    private static (long[,] Best, int[,] From) Table(
        SpurPlace[] places,
        Func<SpurPlace, SpurPlace, long> gap,
        SpurPlace? ringFirst,
        int m
    )
    {
        var n = places.Length;
        var best = new long[n, m + 1];
        var from = new int[n, m + 1];
        for (var i = 0; i < n; i++)
        {
            for (var c = 0; c <= m; c++)
            {
                best[i, c] = Never;
            }

            var mayStart = ringFirst is null ? !places.Take(i).Any(p => p.Must) : i == 0;
            if (mayStart && m > 0)
            {
                (best[i, 1], from[i, 1]) = (places[i].Points, -1);
            }

            for (var j = i - 1; j >= 0; j--)
            {
                var between = gap(places[j], places[i]);
                for (var c = 2; between > Never && c <= Math.Min(m, i + 1); c++)
                {
                    if (best[j, c - 1] > Never && best[j, c - 1] + between + places[i].Points > best[i, c])
                    {
                        (best[i, c], from[i, c]) = (best[j, c - 1] + between + places[i].Points, j);
                    }
                }

                // One that must stay cannot be passed over.
                if (places[j].Must)
                {
                    break;
                }
            }
        }

        return (best, from);
    }

    /// <summary>
    /// By number of places; with a first place given, that one stays and the last is its neighbour too.
    /// </summary>
    private static SpreadChoice?[] Solve(
        SpurPlace[] places,
        Func<SpurPlace, SpurPlace, long> gap,
        SpurPlace? ringFirst,
        int most
    )
    {
        var n = places.Length;
        var m = Math.Min(most, n);

        var (best, from) = Table(places, gap, ringFirst, m);
        var result = new SpreadChoice?[m + 1];
        result[0] = ringFirst is null && !places.Any(p => p.Must) ? new SpreadChoice([], 0) : null;
        for (var last = n - 1; last >= 0; last--)
        {
            for (var c = 1; c <= m; c++)
            {
                var closing = ringFirst is null || c == 1 ? 0 : gap(places[last], ringFirst);
                if (
                    best[last, c] > Never
                    && closing > Never
                    && (result[c] is null || best[last, c] + closing > result[c]!.Score)
                )
                {
                    result[c] = new SpreadChoice(Trace(last, c), best[last, c] + closing);
                }
            }

            if (places[last].Must)
            {
                break;
            }
        }

        return result;

        ImmutableArray<int> Trace(int last, int count)
        {
            var chosen = new int[count];
            for (var (i, c) = (last, count); c > 0; i = from[i, c], c--)
            {
                chosen[c - 1] = i;
            }

            return [.. chosen];
        }
    }

    private static SpreadChoice? Renamed(SpreadChoice? choice, int[] order) =>
        choice is null ? null : choice with { Chosen = [.. choice.Chosen.Select(i => order[i]).Order()] };
}
