using System.Diagnostics;
using System.Text.Json;
using Gemmifer.Core;
using Gemmifer.Core.Tests;

namespace Gemmifer.Trials;

/// <summary>
/// Plans legal surveys at their edges and looks for one that fails, and for the one that takes longest.
/// </summary>
internal static class PlanTrial
{
    public static int Run(int legal, int seed)
    {
        var (planned, refused, failed, next) = (0, 0, 0, seed);
        var slowest = new PriorityQueue<(int Seed, double Seconds), double>();
        var clock = Stopwatch.StartNew();
        Parallel.For(0, Environment.ProcessorCount, _ =>
        {
            while (Volatile.Read(ref planned) < legal)
            {
                var s = Interlocked.Increment(ref next) - 1;
                if (
                    SurveyReader.Read(JsonSerializer.SerializeToElement(EdgeSurveys.Of(s)))
                    is not SurveyReading.Valid valid
                )
                {
                    Interlocked.Increment(ref refused);
                    continue;
                }

                var started = Stopwatch.GetTimestamp();
                try
                {
                    Planner.Plan(valid.Survey).ToJson();
                }
                catch (Exception e)
                {
                    Interlocked.Increment(ref failed);
                    var at = e.StackTrace?.Split('\n').FirstOrDefault(l => l.Contains("Gemmifer"))?.Trim();
                    Console.WriteLine($"seed {s}: {e.GetType().Name}: {e.Message} {at}");
                }

                var took = Stopwatch.GetElapsedTime(started).TotalSeconds;
                lock (slowest)
                {
                    slowest.Enqueue((s, took), took);
                    if (slowest.Count > 5)
                    {
                        slowest.Dequeue();
                    }
                }

                Interlocked.Increment(ref planned);
            }
        });
        Console.WriteLine(
            $"{planned} legal surveys planned, {refused} refused by the reader, {failed} failed, "
                + $"{clock.Elapsed.TotalMinutes:0.0} minutes."
        );
        while (slowest.TryDequeue(out var slow, out var _))
        {
            Console.WriteLine($"seed {slow.Seed}: {slow.Seconds:0.00} s");
        }

        return failed == 0 ? 0 : 1;
    }
}
