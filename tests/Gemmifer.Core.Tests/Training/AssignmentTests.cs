using Gemmifer.Core.Training;

namespace Gemmifer.Core.Tests.Training;

public class AssignmentTests
{
    public static TheoryData<int> Small => Seeds.Of(200);

    public static TheoryData<int> Large => Seeds.Of(40);

    [Theory]
    [MemberData(nameof(Small))]
    public void Up_to_six_rows_cost_the_same_as_by_trying_every_way(int seed)
    {
        var (cost, leaveOut) = Random(seed, 6, 7);
        Assert.Equal(ByBruteForce(cost, leaveOut, 0, 0), Sum(cost, leaveOut));
    }

    [Theory]
    [MemberData(nameof(Large))]
    public void Thirty_canes_and_thirty_lines_cost_the_same_as_by_a_general_purpose_solver(int seed)
    {
        // Google.OrTools, linear sum assignment: an independent implementation (cost scaling, Goldberg and Kennedy
        // 1995).
        var (cost, leaveOut) = Random(seed, 30, 30);
        Assert.Equal(GeneralAssignment.Cost(cost, leaveOut), Sum(cost, leaveOut));
    }

    [Theory]
    [MemberData(nameof(Large))]
    public void The_prices_prove_it(int seed)
    {
        var (cost, leaveOut) = Random(seed, 30, 30);
        var found = Assignment.Solve(cost, leaveOut);
        for (var r = 0; r < leaveOut.Length; r++)
        {
            Assert.True(found.RowPrices[r] <= leaveOut[r]);
            for (var c = 0; c < cost.GetLength(1); c++)
            {
                Assert.True(found.RowPrices[r] + found.ColumnPrices[c] <= cost[r, c]);
            }
        }

        // No assignment can cost less than the prices add up to (weak duality), and this one costs just that.
        Assert.All(found.ColumnPrices, p => Assert.True(p <= 0));
        Assert.Equal(found.Cost, found.RowPrices.Sum() + found.ColumnPrices.Sum());
    }

    [Fact]
    public void A_row_that_may_go_nowhere_is_left_out_and_nothing_is_assigned_to_nothing()
    {
        var found = Assignment.Solve(
            new[,]
            {
                { Assignment.Never, Assignment.Never },
                { 5, 3 },
            },
            [7, 9]
        );
        Assert.Equal([-1, 1], found.ColumnOf);
        Assert.Equal(10, found.Cost);
        Assert.Equal(0, Assignment.Solve(new long[0, 4], []).Cost);
        Assert.Equal([-1], Assignment.Solve(new long[1, 0], [4]).ColumnOf);
        Assert.Throws<ArgumentException>(() => Assignment.Solve(new long[2, 2], [1]));
    }

    private static (long[,] Cost, long[] LeaveOut) Random(int seed, int rows, int columns)
    {
        var random = new Random(seed);
        var (n, m) = (random.Next(1, rows + 1), random.Next(1, columns + 1));
        var cost = new long[n, m];
        for (var r = 0; r < n; r++)
        {
            for (var c = 0; c < m; c++)
            {
                cost[r, c] = random.Next(5) == 0 ? Assignment.Never : random.Next(-50, seed % 2 == 0 ? 60 : 50_000);
            }
        }

        return (cost, [.. Enumerable.Range(0, n).Select(_ => (long)random.Next(-20, 40_000))]);
    }

    private static long Sum(long[,] cost, long[] leaveOut)
    {
        var found = Assignment.Solve(cost, leaveOut);
        var taken = found.ColumnOf.Where(c => c >= 0).ToArray();
        Assert.Equal(taken.Length, taken.Distinct().Count());
        Assert.Equal(found.Cost, found.ColumnOf.Select((c, r) => c < 0 ? leaveOut[r] : cost[r, c]).Sum());
        return found.Cost;
    }

    private static long ByBruteForce(long[,] cost, long[] leaveOut, int row, int used)
    {
        if (row == leaveOut.Length)
        {
            return 0;
        }

        var best = leaveOut[row] + ByBruteForce(cost, leaveOut, row + 1, used);
        for (var c = 0; c < cost.GetLength(1); c++)
        {
            if ((used & (1 << c)) == 0 && cost[row, c] < Assignment.Never)
            {
                best = Math.Min(best, cost[row, c] + ByBruteForce(cost, leaveOut, row + 1, used | (1 << c)));
            }
        }

        return best;
    }
}
