using System.Diagnostics;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Families.Roses;
using Gemmifer.Core.Tests;
using Gemmifer.Core.Tests.Choice;
using Gemmifer.Core.Tests.Families.Roses.Climbing;

namespace Gemmifer.Bench;

/// <summary>
/// Which canes of a climber stay and where they lie, as one model: our search and, in the same run, a general-purpose
/// solver capped at twenty seconds.
/// </summary>
internal static class ClimberTimes
{
    private const double CapSeconds = 20;

    public static void Measure()
    {
        Console.WriteLine(
            "| support, canes x lines | options | plants | proved | ours, ms: median, most | nodes: most | "
                + "CP-SAT, ms: median | finished within 20 s | same best | CP-SAT better |"
        );
        Console.WriteLine("| --- | --- | --- | --- | --- | --- | --- | --- | --- | --- |");
        foreach (
            var (kind, canes, lines, plants) in new[]
            {
                ("wall", 5, 5, 10),
                ("wall", 7, 6, 10),
                ("obelisk", 7, 7, 10),
                ("wall", 9, 9, 6),
                ("wall", 12, 12, 4),
            }
        )
        {
            Row(kind, canes, lines, plants);
        }
    }

    private static void Row(string kind, int canes, int lines, int plants)
    {
        var (ours, theirs, options, nodes) = (new List<double>(), new List<double>(), new List<double>(), 0L);
        var (given, proved, finished, same, better) = (0, 0, 0, 0, 0);
        for (var seed = 0; given < plants && seed < 200; seed++)
        {
            var survey = Surveys.Read(Climbers.Few(seed, canes, kind));
            var planner = new CanePlanner(survey, new CaneTask("climber", []), CancellationToken.None);
            var found = planner
                .Models()
                .Where(m => m.Laid.Lines.Length == lines)
                .OrderByDescending(m => m.Model.Options)
                .Take(1)
                .ToArray();
            if (found is not [var (_, _, model, limits)] || model.Candidates != canes)
            {
                continue;
            }

            given++;
            Relaxation.Solve(model, limits, CanePlanner.NodeLimit);
            RelaxedChoice? choice = null;
            ours.Add(Time(() => choice = Relaxation.Solve(model, limits, CanePlanner.NodeLimit)));
            proved += choice!.Optimal ? 1 : 0;
            nodes = Math.Max(nodes, choice.Result.Nodes);
            options.Add(model.Options);
            var (best, done) = ((long?)null, false);
            theirs.Add(Time(() => best = IndependentSolver.Best(model, choice.Limits, CapSeconds, out done)));
            finished += done ? 1 : 0;
            same += best == choice.Result.Score ? 1 : 0;
            better += best > choice.Result.Score ? 1 : 0;
        }

        if (given == 0)
        {
            Console.WriteLine($"| {kind}, {canes} x {lines} | – | 0 | – | – | – | – | – | – | – |");
            return;
        }

        Console.WriteLine(
            $"| {kind}, {canes} x {lines} | {Median(options):0} | {given} | {proved} | {Median(ours):0.0}, "
                + $"{ours.Max():0.0} | {nodes} | {Median(theirs):0} | {finished} | {same} | {better} |"
        );
    }

    private static double Time(Action action)
    {
        var watch = Stopwatch.StartNew();
        action();
        return watch.Elapsed.TotalMilliseconds;
    }

    private static double Median(List<double> values) => values.Order().ElementAt(values.Count / 2);
}
