using System.Collections.Immutable;

namespace Gemmifer.Core.Training;

/// <summary>An assignment with the prices that prove it.</summary>
/// <param name="ColumnOf">The column of each row; -1 where the row is left out.</param>
/// <param name="Cost">Sum of the costs.</param>
/// <param name="RowPrices">With the column prices a proof: no cost lies below its two prices together, and those of
/// chosen pairs are met.</param>
/// <param name="ColumnPrices">0 or less; 0 for columns that stay free.</param>
public sealed record Assigned(
    ImmutableArray<int> ColumnOf,
    long Cost,
    ImmutableArray<long> RowPrices,
    ImmutableArray<long> ColumnPrices
);

/// <summary>
/// Rows to columns at least total cost, no column twice, any row left out at a price of its own: shortest augmenting
/// paths with prices
/// (Kuhn 1955, Munkres 1957; the form after Jonker and Volgenant 1987; published). Exact, in whole numbers.
/// </summary>
public static class Assignment
{
    /// <summary>A pair that may not be.</summary>
    public const long Never = long.MaxValue / 8;

    /// <summary>Solves.</summary>
    /// <param name="cost">Rows × columns; <see cref="Never"/> forbids a pair. Other costs lie within ±10^12.</param>
    /// <param name="leaveOut">What it costs to leave a row out, within ±10^12.</param>
    /// <exception cref="ArgumentException">The sizes do not match.</exception>
    public static Assigned Solve(long[,] cost, IReadOnlyList<long> leaveOut)
    {
        var (rows, columns) = (cost.GetLength(0), cost.GetLength(1));
        if (leaveOut.Count != rows)
        {
            throw new ArgumentException(
                $"{rows} rows need as many prices for leaving out, not {leaveOut.Count}.",
                nameof(leaveOut)
            );
        }

        // Each row has a column of its own that means "left out".
        var all = columns + rows;
        long Cost(int r, int c) =>
            c < columns ? cost[r, c]
            : c - columns == r ? leaveOut[r]
            : Never;
        var (rowPrice, columnPrice) = (new long[rows], new long[all]);
        var rowOf = Enumerable.Repeat(-1, all).ToArray();
        for (var row = 0; row < rows; row++)
        {
            Augment(row, all, Cost, rowPrice, columnPrice, rowOf);
        }

        var columnOf = Enumerable.Repeat(-1, rows).ToArray();
        long sum = 0;
        for (var c = 0; c < all; c++)
        {
            if (rowOf[c] >= 0)
            {
                sum += Cost(rowOf[c], c);
                columnOf[rowOf[c]] = c < columns ? c : -1;
            }
        }

        return new Assigned([.. columnOf], sum, [.. rowPrice], [.. columnPrice.Take(columns)]);
    }

    /// <summary>Takes one more row in along the cheapest path of changes.</summary>
    private static void Augment(
        int row,
        int all,
        Func<int, int, long> cost,
        long[] rowPrice,
        long[] columnPrice,
        int[] rowOf
    )
    {
        var distance = Enumerable.Repeat(Never, all).ToArray();
        var (before, done) = (Enumerable.Repeat(-1, all).ToArray(), new bool[all]);
        var (at, from, reached) = (row, -1, 0L);
        while (true)
        {
            var (next, least) = (-1, Never);
            for (var c = 0; c < all; c++)
            {
                if (done[c])
                {
                    continue;
                }

                var price = cost(at, c);
                var through = price >= Never ? Never : reached + price - rowPrice[at] - columnPrice[c];
                if (through < distance[c])
                {
                    (distance[c], before[c]) = (through, from);
                }

                if (distance[c] < least)
                {
                    (next, least) = (c, distance[c]);
                }
            }

            // A row can always be left out, so there is a next column.
            (done[next], reached, from) = (true, least, next);
            if (rowOf[next] < 0)
            {
                break;
            }

            at = rowOf[next];
        }

        rowPrice[row] += reached;
        for (var c = 0; c < all; c++)
        {
            if (done[c] && c != from)
            {
                rowPrice[rowOf[c]] += reached - distance[c];
                columnPrice[c] += distance[c] - reached;
            }
        }

        for (var c = from; ; )
        {
            var previous = before[c];
            rowOf[c] = previous < 0 ? row : rowOf[previous];
            if (previous < 0)
            {
                return;
            }

            c = previous;
        }
    }
}
