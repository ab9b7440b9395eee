using System.Diagnostics;
using Gemmifer.Core;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Supports;
using Gemmifer.Core.Tests;
using Gemmifer.Core.Tests.Families.Roses.Climbing;
using Gemmifer.Core.Tests.Training;
using Gemmifer.Core.Training;

namespace Gemmifer.Bench;

/// <summary>
/// How long canes to lines take, the free assignment beside a general-purpose solver, and whole plans of climbers.
/// </summary>
internal static class TrainingTimes
{
    private const int Runs = 20;

    public static void Measure()
    {
        Console.WriteLine(
            "| canes x lines | bends and fan in order, ms | free assignment, ms | Google.OrTools, ms | same cost |"
        );
        Console.WriteLine("| --- | --- | --- | --- | --- |");
        foreach (var size in new[] { 8, 15, 30 })
        {
            var (fan, ours, theirs, same) = (new List<double>(), new List<double>(), new List<double>(), 0);
            for (var seed = 0; seed <= Runs; seed++)
            {
                var canes = Canes(seed, size);
                var lines = Fan.Lines(
                    new Support(SupportKind.Fence, -4000, 8000, 2400, 60, [], []),
                    new Point3(0, 0, 0),
                    size
                );
                var ms = Time(() => Trainer.Assign(canes, lines));
                var cost = new long[size, lines.Length];
                for (var i = 0; i < size; i++)
                {
                    for (var j = 0; j < lines.Length; j++)
                    {
                        cost[i, j] = CanePath.To(
                            canes[i].Start,
                            canes[i].Direction,
                            canes[i].LengthMm,
                            canes[i].DiameterMm,
                            canes[i].Strain,
                            lines[j]
                        )
                            is CanePath.Bent bent
                            ? Trainer.Cost(canes[i], lines[j], bent)
                            : Assignment.Never;
                    }
                }

                var leaveOut = Enumerable.Repeat((long)(Trainer.LeftLooseMm * 1000), size).ToArray();
                long found = 0,
                    other = 0;
                var own = Time(() => found = Assignment.Solve(cost, leaveOut).Cost);
                var general = Time(() => other = GeneralAssignment.Cost(cost, leaveOut));
                if (seed > 0)
                {
                    // The first is left out: it includes compiling.
                    fan.Add(ms);
                    ours.Add(own);
                    theirs.Add(general);
                    same += found == other ? 1 : 0;
                }
            }

            Console.WriteLine(
                $"| {size} x {size} | {Median(fan):0.0} | {Median(ours):0.00} | {Median(theirs):0.00} | {same} of "
                    + $"{Runs} |"
            );
        }

        Console.WriteLine();
        Console.WriteLine("| support | whole plan, ms: median | most |");
        Console.WriteLine("| --- | --- | --- |");
        foreach (var kind in Climbers.SupportKinds)
        {
            var times = Enumerable
                .Range(1, Runs)
                .Select(seed => Surveys.Read(Climbers.Random(seed, kind)))
                .Select(survey =>
                {
                    Planner.Plan(survey);
                    return Time(() => Planner.Plan(survey));
                })
                .ToList();
            Console.WriteLine($"| {kind} | {Median(times):0} | {times.Max():0} |");
        }
    }

    private static CaneToTrain[] Canes(int seed, int count)
    {
        var random = new Random(seed);
        return
        [
            .. Enumerable
                .Range(0, count)
                .Select(i =>
                {
                    var (lean, side) = (random.Next(5, 50) * Math.PI / 180, random.Next(2) == 0 ? 1 : -1);
                    return new CaneToTrain(
                        new($"C{i:00}"),
                        new Point3(random.Next(-40, 41), 0, 0),
                        new Point3(side * Math.Sin(lean), 0, Math.Cos(lean)),
                        random.Next(900, 2800),
                        random.Next(6, 24),
                        new[] { 0.05, 0.05, 0.025, 0.012 }[random.Next(4)]
                    );
                }),
        ];
    }

    private static double Time(Action work)
    {
        var clock = Stopwatch.StartNew();
        work();
        return clock.Elapsed.TotalMilliseconds;
    }

    private static double Median(List<double> times) => times.Order().ElementAt(times.Count / 2);
}
