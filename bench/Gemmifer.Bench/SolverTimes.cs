using System.Diagnostics;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Families.Roses;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Tests;
using Gemmifer.Core.Tests.Choice;

namespace Gemmifer.Bench;

/// <summary>
/// The same models given to our search and, in the same run, to a general-purpose solver capped at a minute.
/// </summary>
internal static class SolverTimes
{
    private const double CapSeconds = 60;

    public static void Measure()
    {
        Console.WriteLine(
            "| canes x buds | wood that may go | plants | relaxed | proved | ours, ms: "
                + "median, 90 %, most | plants given to CP-SAT | CP-SAT, ms: "
                + "median | finished within 60 s | same best | times faster: median, least |"
        );
        Console.WriteLine("| --- | --- | --- | --- | --- | --- | --- | --- | --- | --- | --- |");
        foreach (
            var (canes, buds, share, plants, solved) in new[]
            {
                (10, 6, 0.85, 20, 20),
                (15, 8, 0.95, 20, 6),
                (25, 12, 0.95, 20, 5),
                (40, 12, 0.95, 20, 3),
                (40, 12, 0.85, 20, 0),
            }
        )
        {
            Row(canes, buds, share, plants, solved);
        }
    }

    private static void Row(int canes, int buds, double share, int plants, int solved)
    {
        var (ours, theirs, times) = (new List<double>(), new List<double>(), new List<double>());
        var (proved, relaxed, finished, same) = (0, 0, 0, 0);
        for (var seed = 1; seed <= plants; seed++)
        {
            var (model, limits) = ModelOf(seed, canes, buds, share);
            Relaxation.Solve(model, limits, CanePlanner.NodeLimit);
            RelaxedChoice? choice = null;
            ours.Add(Time(() => choice = Relaxation.Solve(model, limits, CanePlanner.NodeLimit)));
            (proved, relaxed) = (proved + (choice!.Optimal ? 1 : 0), relaxed + (choice.Relaxed.IsEmpty ? 0 : 1));
            if (seed > solved)
            {
                continue;
            }

            var (best, done) = ((long?)null, false);
            theirs.Add(Time(() => best = IndependentSolver.Best(model, choice.Limits, CapSeconds, out done)));
            (finished, same) = (finished + (done ? 1 : 0), same + (best == choice.Result.Score ? 1 : 0));
            times.Add(theirs[^1] / ours[^1]);
        }

        var given =
            solved == 0
                ? "0 | – | – | – | –"
                : $"{solved} | {Median(theirs):0} | {finished} | {same} | {Median(times):0}, {times.Min():0}";
        Console.WriteLine(
            $"| {canes} x {buds} | {share:P0} | {plants} | {relaxed} | {proved} | {Median(ours):0.0}, "
                + $"{ours.Order().ElementAt(plants * 9 / 10):0.0}, {ours.Max():0.0} | {given} |"
        );
    }

    private static (ChoiceModel Model, ChoiceLimits Limits) ModelOf(int seed, int canes, int buds, double share)
    {
        var survey = Surveys.Read(Surveys.WithBuds(seed, canes, buds, "normal", share));
        var tree = StemTree.Build(survey.Stems, survey.Plant);
        var sorted = Sorting.Sort(survey, tree);
        return (new ModelBuilder(survey, tree, sorted.Candidates).Build(), sorted.Limits);
    }

    private static double Time(Action action)
    {
        var watch = Stopwatch.StartNew();
        action();
        return watch.Elapsed.TotalMilliseconds;
    }

    private static double Median(List<double> values) => values.Order().ElementAt(values.Count / 2);
}
