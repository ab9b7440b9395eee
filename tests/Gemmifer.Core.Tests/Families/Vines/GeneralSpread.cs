using Gemmifer.Core.Families.Vines;
using Google.OrTools.Sat;

namespace Gemmifer.Core.Tests.Families.Vines;

/// <summary>
/// The choice of places along an arm by a general-purpose solver: Google.OrTools CP-SAT, the places chosen as a path
/// from end to end.
/// </summary>
internal static class GeneralSpread
{
    /// <summary>The best score of exactly so many places; null where that many cannot stay.</summary>
    public static long? Score(IReadOnlyList<SpurPlace> places, Func<SpurPlace, SpurPlace, long> gap, int count)
    {
        var order = places.OrderBy(p => p.At).ToArray();
        var model = new CpModel();
        var stays = order.Select((p, i) => model.NewBoolVar($"x{i}")).ToArray();
        var (from, to) = (
            order.Select((_, i) => model.NewBoolVar($"s{i}")).ToArray(),
            order.Select((_, i) => model.NewBoolVar($"t{i}")).ToArray()
        );
        var (into, outOf) = (
            from.Select(v => new List<ILiteral> { v }).ToArray(),
            to.Select(v => new List<ILiteral> { v }).ToArray()
        );
        var worth = stays.Select((v, i) => order[i].Points * v).Cast<LinearExpr>().ToList();
        for (var i = 0; i < order.Length; i++)
        {
            for (var j = i + 1; j < order.Length; j++)
            {
                if (gap(order[i], order[j]) is > Spread.Never and var points)
                {
                    var next = model.NewBoolVar($"y{i},{j}");
                    outOf[i].Add(next);
                    into[j].Add(next);
                    worth.Add(points * next);
                }
            }

            if (order[i].Must)
            {
                model.Add(stays[i] == 1);
            }
        }

        for (var i = 0; i < order.Length; i++)
        {
            model.Add(LinearExpr.Sum(into[i].Cast<BoolVar>()) == stays[i]);
            model.Add(LinearExpr.Sum(outOf[i].Cast<BoolVar>()) == stays[i]);
        }

        model.Add(LinearExpr.Sum(from) == 1);
        model.Add(LinearExpr.Sum(to) == 1);
        model.Add(LinearExpr.Sum(stays) == count);
        model.Maximize(LinearExpr.Sum(worth));
        var solver = new CpSolver { StringParameters = "num_workers:1" };
        return solver.Solve(model) switch
        {
            CpSolverStatus.Optimal => (long)solver.ObjectiveValue,
            CpSolverStatus.Infeasible => null,
            var status => throw new InvalidOperationException($"The general-purpose solver says {status}."),
        };
    }
}
