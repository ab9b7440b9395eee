using System.Diagnostics;
using Gemmifer.Core;
using Gemmifer.Core.Families.Vines;
using Gemmifer.Core.Tests;
using Gemmifer.Core.Tests.Families.Vines;

namespace Gemmifer.Bench;

/// <summary>
/// How long the choice of places along an arm takes beside a general-purpose solver, and whole plans of vines.
/// </summary>
internal static class VineTimes
{
    private const int Runs = 10;

    public static void Measure()
    {
        Console.WriteLine("| places on the arm | a third of them chosen, ms | Google.OrTools, ms | same points |");
        Console.WriteLine("| --- | --- | --- | --- |");
        foreach (var size in new[] { 12, 24, 48 })
        {
            var (own, general, same) = (new List<double>(), new List<double>(), 0);
            for (var seed = 0; seed <= Runs; seed++)
            {
                var random = new Random(seed);
                SpurPlace[] places =
                [
                    .. Enumerable
                        .Range(0, size)
                        .Select(_ => new SpurPlace(
                            random.NextDouble() * size * 110,
                            random.Next(5_000, 40_000),
                            false
                        )),
                ];
                static long Gap(SpurPlace a, SpurPlace b) =>
                    b.At - a.At < 100 ? Spread.Never : -(long)(200 * Math.Max(0, 150 - b.At + a.At));
                long? found = 0,
                    other = 0;
                var ms = Time(() => found = Spread.Line(places, Gap, size)[size / 3]?.Score);
                var theirs = Time(() => other = GeneralSpread.Score(places, Gap, size / 3));
                if (seed > 0)
                {
                    // The first is left out: it includes compiling.
                    own.Add(ms);
                    general.Add(theirs);
                    same += found == other ? 1 : 0;
                }
            }

            Console.WriteLine($"| {size} | {Median(own):0.00} | {Median(general):0.0} | {same} of {Runs} |");
        }

        Console.WriteLine();
        Console.WriteLine("| vine | whole plan, ms: median | most |");
        Console.WriteLine("| --- | --- | --- |");
        foreach (var (name, system) in new[] { ("arms, 12 places", "cordon"), ("T-trellis, 12 places", "t-trellis") })
        {
            Show(name, VineSurveys.Cordon(6, VineSurveys.Facts(system, 900)));
        }

        Show(
            "long canes, 12 shoots",
            VineSurveys.Vine(
                VineSurveys.Facts("long-cane", 1200),
                [
                    VineSurveys.Trunk(),
                    .. Enumerable
                        .Range(0, 12)
                        .Select(n =>
                            VineSurveys.Stem(
                                $"S{n}",
                                "shoot",
                                "T",
                                8 + (n % 4),
                                1,
                                1500,
                                780 + (9 * n),
                                n % 2 == 0 ? 9 : 3,
                                40
                            )
                        ),
                ]
            )
        );
        Show("long canes, 197 shoots", Widest());
    }

    /// <summary>A vine with as many shoots as a survey may have.</summary>
    internal static System.Text.Json.Nodes.JsonObject Widest() =>
        VineSurveys.Vine(
            VineSurveys.Facts("long-cane", 4000, 10_000),
            [
                VineSurveys.Trunk(1000),
                .. Enumerable
                    .Range(0, 197)
                    .Select(n =>
                        VineSurveys.Stem(
                            $"S{n:000}",
                            "shoot",
                            "T",
                            7 + (n % 9),
                            1,
                            1500,
                            780 + n,
                            n % 2 == 0 ? 9 : 3,
                            40
                        )
                    ),
            ]
        );

    private static void Show(string name, System.Text.Json.Nodes.JsonObject document)
    {
        var survey = Surveys.Read(document);
        var times = Enumerable.Range(0, Runs + 2).Select(_ => Time(() => Planner.Plan(survey))).Skip(2).ToList();
        Console.WriteLine($"| {name} | {Median(times):0.0} | {times.Max():0.0} |");
    }

    private static double Time(Action work)
    {
        var clock = Stopwatch.StartNew();
        work();
        return clock.Elapsed.TotalMilliseconds;
    }

    private static double Median(List<double> values) => values.Order().ElementAt(values.Count / 2);
}
