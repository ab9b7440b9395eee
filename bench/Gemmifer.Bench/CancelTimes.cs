using System.Diagnostics;
using System.Text.Json.Nodes;
using Gemmifer.Core;
using Gemmifer.Core.Families;
using Gemmifer.Core.Tests;
using Gemmifer.Core.Tests.Families.Roses.Climbing;

namespace Gemmifer.Bench;

/// <summary>How soon a plan stops that nobody waits for any more.</summary>
internal static class CancelTimes
{
    private const int Moments = 40;

    public static void Measure()
    {
        Console.WriteLine("| plant | whole plan, ms | given up, times | stopped after, ms: median, most |");
        Console.WriteLine("| --- | --- | --- | --- |");
        Row("rose, 15 canes x 4 buds", Surveys.WithBuds(3, 15, 4, "normal", 0.3));
        Row("rose, 40 canes x 4 buds", Surveys.WithBuds(3, 40, 4, "normal", 0.3));
        Row("rose, 100 canes x 4 buds", Surveys.WithBuds(3, 100, 4, "normal", 0.3));
        Row("rose, 60 canes with side shoots", Surveys.Exactly(3, 60));
        Row("climber on a wall, 30 canes", Climber(30));
        Row("vine, 197 shoots", VineTimes.Widest());
    }

    private static JsonObject Climber(int canes) =>
        Climbers.OnWall([
            .. Enumerable.Range(0, canes).Select(i => Surveys.Cane($"C{i:00}", 1 + (i * 10.9 / canes), 10 + (i % 9))),
        ]);

    private static void Row(string name, JsonObject json)
    {
        var survey = Surveys.Read(json);
        Planner.Plan(survey);
        var watch = Stopwatch.StartNew();
        Planner.Plan(survey);
        var whole = watch.Elapsed.TotalMilliseconds;
        var stopped = new List<double>();
        for (var moment = 0; moment < Moments; moment++)
        {
            using var source = new CancellationTokenSource();
            var plan = Task.Run(() => Planner.Plan(survey, PlanDetail.Full, source.Token));
            var wait = Stopwatch.StartNew();
            while (wait.Elapsed.TotalMilliseconds < whole * (moment + 0.5) / Moments && !plan.IsCompleted)
            {
                Thread.Yield();
            }

            var given = Stopwatch.StartNew();
            source.Cancel();
            try
            {
                plan.GetAwaiter().GetResult();
            }
            catch (OperationCanceledException)
            {
                stopped.Add(given.Elapsed.TotalMilliseconds);
            }
        }

        stopped.Sort();
        var times = stopped.Count == 0 ? "–" : $"{stopped[stopped.Count / 2]:0.0}, {stopped[^1]:0.0}";
        Console.WriteLine($"| {name} | {whole:0} | {stopped.Count} of {Moments} | {times} |");
    }
}
