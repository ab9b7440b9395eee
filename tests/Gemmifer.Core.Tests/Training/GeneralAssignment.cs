using Gemmifer.Core.Training;
using Google.OrTools.Graph;

namespace Gemmifer.Core.Tests.Training;

/// <summary>
/// The assignment by a general-purpose solver: Google.OrTools, linear sum assignment (cost scaling, Goldberg and
/// Kennedy 1995).
/// </summary>
internal static class GeneralAssignment
{
    /// <summary>
    /// The least cost. The solver wants as many rows as columns: one more column a row for leaving it out, one more row
    /// a column for leaving it free.
    /// </summary>
    public static long Cost(long[,] cost, IReadOnlyList<long> leaveOut)
    {
        var (rows, columns) = (cost.GetLength(0), cost.GetLength(1));
        var solver = new LinearSumAssignment();
        for (var r = 0; r < rows; r++)
        {
            for (var c = 0; c < columns; c++)
            {
                if (cost[r, c] < Assignment.Never)
                {
                    solver.AddArcWithCost(r, c, cost[r, c]);
                }
            }

            solver.AddArcWithCost(r, columns + r, leaveOut[r]);
        }

        for (var c = 0; c < columns; c++)
        {
            solver.AddArcWithCost(rows + c, c, 0);
            for (var r = 0; r < rows; r++)
            {
                solver.AddArcWithCost(rows + c, columns + r, 0);
            }
        }

        return solver.Solve() == LinearSumAssignment.Status.OPTIMAL
            ? solver.OptimalCost()
            : throw new InvalidOperationException("The general-purpose solver found no optimum.");
    }
}
