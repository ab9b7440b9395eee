using Gemmifer.Core.Choice;
using Google.OrTools.Sat;

namespace Gemmifer.Core.Tests.Choice;

/// <summary>
/// States a <see cref="ChoiceModel"/> to CP-SAT, the general-purpose solver of Google OR-Tools, which knows nothing of
/// ours.
/// </summary>
internal static class IndependentSolver
{
    /// <summary>The best total, thousandths, or null where no choice keeps the limits.</summary>
    /// <param name="proved">False where the time ran out first.</param>
    public static long? Best(ChoiceModel model, ChoiceLimits limits, double seconds, out bool proved)
    {
        var cp = new CpModel();
        var x = Enumerable.Range(0, model.Options).Select(o => cp.NewBoolVar($"x{o}")).ToArray();
        var goal = LinearExpr.NewBuilder();
        for (var i = 0; i < model.Candidates; i++)
        {
            cp.AddExactlyOne(x[model.First[i]..model.First[i + 1]]);
            for (var o = model.First[i]; o < model.First[i + 1]; o++)
            {
                goal.AddTerm(x[o], model.Points[o] - limits.PriceOf(model.RemovedMm[o]));
                for (var q = model.First[i + 1]; q < model.Options; q++)
                {
                    AddPair(cp, goal, model, limits, x, o, q);
                }
            }
        }

        // Each place once: said once more for each place, so that the other solver sees it too.
        foreach (
            var place in Enumerable.Range(0, model.Options).Where(o => model.Place[o] >= 0).GroupBy(o => model.Place[o])
        )
        {
            cp.AddAtMostOne(place.Select(o => x[o]));
        }

        LinearExpr Sum(Func<int, long> measure)
        {
            var sum = LinearExpr.NewBuilder();
            for (var o = 0; o < model.Options; o++)
            {
                sum.AddTerm(x[o], measure(o));
            }

            return sum;
        }

        cp.AddLinearConstraint(
            Sum(o => model.Keeps[o] ? 1 : 0),
            limits.MinKept,
            Math.Min(limits.MaxKept, model.Candidates)
        );
        cp.Add(Sum(o => model.RemovedMm[o]) <= Math.Min(limits.MaxRemovedMm, 1_000_000_000));
        cp.Add(Sum(o => model.RemovesOld[o] ? 1 : 0) <= Math.Min(limits.MaxOldRemoved, model.Candidates));
        cp.Add(Sum(o => model.UsesYoung[o] ? 1 : 0) <= Math.Min(limits.MaxYoungUsed, model.Candidates));
        cp.Maximize(goal);
        var solver = new CpSolver
        {
            StringParameters = FormattableString.Invariant(
                $"max_time_in_seconds:{seconds} num_workers:1 random_seed:1"
            ),
        };
        var status = solver.Solve(cp);
        proved = status is CpSolverStatus.Optimal or CpSolverStatus.Infeasible;
        return status is CpSolverStatus.Optimal or CpSolverStatus.Feasible
            ? (long)Math.Round(solver.ObjectiveValue)
            : null;
    }

    private static void AddPair(
        CpModel cp,
        LinearExprBuilder goal,
        ChoiceModel model,
        ChoiceLimits limits,
        BoolVar[] x,
        int o,
        int q
    )
    {
        if (
            model.Excluded[o, q]
            || (limits.Spacing && model.SpacingShortMm[o, q] > 0)
            || (limits.Level && model.LevelBroken[o, q])
        )
        {
            cp.AddBoolOr([x[o].Not(), x[q].Not()]);
            return;
        }

        var points =
            model.PairPoints[o, q] - (limits.Spacing ? 0 : BranchAndBound.ShortfallPoints(model.SpacingShortMm[o, q]));
        if (points == 0)
        {
            return;
        }

        var both = cp.NewBoolVar($"y{o},{q}");
        if (points < 0)
        {
            cp.AddBoolOr([x[o].Not(), x[q].Not(), both]);
        }
        else
        {
            cp.AddImplication(both, x[o]);
            cp.AddImplication(both, x[q]);
        }

        goal.AddTerm(both, points);
    }
}
