using System.Diagnostics;
using Gemmifer.Core;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Families.Roses;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;
using Gemmifer.Core.Tests;
using Gemmifer.Core.Tests.Choice;

namespace Gemmifer.Bench;

/// <summary>
/// How long the choice takes: beside brute force where that ends, then on larger plants with how often it is proved.
/// </summary>
internal static class ChoiceTimes
{
    private const int Plants = 20;

    public static void Measure()
    {
        Console.WriteLine("| canes | branch and bound, ms | trying everything, ms | same best |");
        Console.WriteLine("| --- | --- | --- | --- |");
        foreach (var canes in new[] { 4, 5, 6 })
        {
            var (fast, slow, same) = (new List<double>(), new List<double>(), 0);
            for (var seed = 1; seed <= Plants; seed++)
            {
                var (model, limits) = ModelOf(Read(seed, canes, "normal"));
                new BranchAndBound(model, limits).Solve(1_000);
                ChoiceResult? result = null;
                fast.Add(Time(() => result = new BranchAndBound(model, limits).Solve(10_000_000)));
                long? best = null;
                slow.Add(Time(() => best = ModelOracle.Best(model, limits)));
                same += result?.Score == best ? 1 : 0;
            }

            Console.WriteLine($"| {canes} | {Median(fast):0.00} | {Median(slow):0.00} | {same} of {Plants} |");
        }

        Console.WriteLine();
        Console.WriteLine(
            "| canes | vigour | proved | choice, ms: median, 90 %, most | whole plan, ms: median, 90 %, most |"
        );
        Console.WriteLine("| --- | --- | --- | --- | --- |");

        // Compiled before anything is timed: whole plans of every size, for some seconds.
        for (var warm = Stopwatch.StartNew(); warm.Elapsed.TotalSeconds < 8; )
        {
            foreach (var canes in new[] { 8, 12, 15 })
            {
                Planner.Plan(Read((int)(warm.ElapsedMilliseconds % 97), canes, "normal"));
            }
        }

        foreach (var canes in new[] { 8, 12, 15, 20 })
        {
            foreach (var vigour in new[] { "normal", "weak" })
            {
                var (solve, plan, proved) = (new List<double>(), new List<double>(), 0);
                for (var seed = 1; seed <= Plants; seed++)
                {
                    var survey = Read(seed, canes, vigour);
                    Planner.Plan(survey);
                    var (model, limits) = ModelOf(survey);
                    solve.Add(
                        Time(() => proved += Relaxation.Solve(model, limits, CanePlanner.NodeLimit).Optimal ? 1 : 0)
                    );
                    plan.Add(Time(() => Planner.Plan(survey)));
                }

                Console.WriteLine($"| {canes} | {vigour} | {proved} of {Plants} | {Spread(solve)} | {Spread(plan)} |");
            }
        }
    }

    private static Survey Read(int seed, int canes, string vigour) =>
        Surveys.Read(Surveys.Exactly(seed, canes).Plant("vigour", vigour));

    private static (ChoiceModel Model, ChoiceLimits Limits) ModelOf(Survey survey)
    {
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

    private static string Spread(List<double> values) =>
        $"{Median(values):0.0}, {values.Order().ElementAt(values.Count * 9 / 10):0.0}, {values.Max():0.0}";
}
