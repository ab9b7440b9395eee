using System.Diagnostics;
using Gemmifer.Core.Planning;
using Gemmifer.Core.Tests;

namespace Gemmifer.Bench;

/// <summary>A whole garden, plant after plant, in brief: what the server's batch path does for each.</summary>
internal static class GardenTimes
{
    public static void Measure()
    {
        var surveys = Enumerable.Range(1, 400).Select(seed => Surveys.Read(Surveys.Exactly(seed, 4 + (seed % 9)))).ToArray();
        Parallel.ForEach(surveys, s => Planner.Plan(s, PlanDetail.Brief));
        foreach (var detail in new[] { PlanDetail.Brief, PlanDetail.Full })
        {
            var watch = Stopwatch.StartNew();
            Parallel.ForEach(surveys, new ParallelOptions { MaxDegreeOfParallelism = 2 }, s => Planner.Plan(s, detail));
            Console.WriteLine($"{detail}: {surveys.Length / watch.Elapsed.TotalSeconds:0} plants a second on two cores");
        }
    }
}
