using System.Diagnostics;
using System.Net;
using System.Text;
using System.Text.Json.Nodes;

namespace Gemmifer.Trials;

/// <summary>
/// Fifty of the slowest surveys at once: how long ordinary requests take beside them, how much memory, how soon it
/// stops.
/// </summary>
internal static class LoadTrial
{
    private const int AtOnce = 50,
        Canes = 40;

    public static async Task<int> RunAsync()
    {
        await CloseAsync();
        var folder = Directory.CreateTempSubdirectory("gemmifer-load-").FullName;
        var (server, _) = await ServerProcess.StartAsync(folder, "--empty", "true");
        bool ok;
        using (server)
        {
            using var client = new HttpClient { BaseAddress = new Uri(server!.Url), Timeout = TimeSpan.FromMinutes(3) };
            using var added = await client.PostAsync(
                "/api/plants",
                new StringContent("""{"name":"Plain","kind":"rose.hybrid-tea"}""", Encoding.UTF8, "application/json")
            );
            var id = (string)JsonNode.Parse(await added.Content.ReadAsStringAsync())!["id"]!;
            var slow = Hard();
            var alone = Stopwatch.StartNew();
            using (await client.PostAsync("/api/plan", Json(slow))) { }

            Console.WriteLine($"one of them alone: {alone.Elapsed.TotalSeconds:0.00} s");
            // Once before, so that no time goes into compiling.
            foreach (var path in (string[])["/api/plants", $"/api/plants/{id}/survey", "/api/settings"])
            {
                using (await client.GetAsync(path)) { }
            }

            using (await client.PostAsync($"/api/plants/{id}/log", Json("""{"text":"Seen"}"""))) { }

            using var stop = new CancellationTokenSource();
            var answers = Enumerable
                .Range(0, AtOnce)
                .Select(_ => client.PostAsync("/api/plan", Json(slow), stop.Token))
                .ToArray();
            var (times, most) = (new List<double>(), 0L);
            var clock = Stopwatch.StartNew();
            while (clock.Elapsed < TimeSpan.FromSeconds(6))
            {
                foreach (var path in (string[])["/api/plants", $"/api/plants/{id}/survey", "/api/settings"])
                {
                    var one = Stopwatch.StartNew();
                    using (await client.GetAsync(path)) { }

                    times.Add(one.Elapsed.TotalMilliseconds);
                }

                var note = Stopwatch.StartNew();
                using (await client.PostAsync($"/api/plants/{id}/log", Json("""{"text":"Seen"}"""))) { }

                times.Add(note.Elapsed.TotalMilliseconds);
                using var process = Process.GetProcessById(server.Id);
                most = Math.Max(most, process.WorkingSet64);
                await Task.Delay(20);
            }

            var refused = answers.Count(a =>
                a is { IsCompletedSuccessfully: true, Result.StatusCode: HttpStatusCode.TooManyRequests }
            );
            await stop.CancelAsync();
            var stopped = await server.StopAsync();
            times.Sort();
            Console.WriteLine(
                $"{AtOnce} at once, {refused} told to come back later; {times.Count} ordinary requests beside them: "
                    + "median "
                    + $"{times[times.Count / 2]:0} ms, slowest {times[^1]:0} ms; memory {most / 1e6:0} MB; stopped "
                    + $"in {stopped.TotalSeconds:0.00} s"
            );
            // Times are for reading; what must hold is that some were told to come back, and that all others were
            // answered.
            ok = refused > 0 && most < 500_000_000;
        }

        Directory.Delete(folder, true);
        return ok ? 0 : 1;
    }

    /// <summary>How long the server goes on working on a plan whose connection was closed.</summary>
    private static async Task CloseAsync()
    {
        const string tiered = "DOTNET_TieredCompilation";
        const int step = 5,
            rest = 60;
        var folder = Directory.CreateTempSubdirectory("gemmifer-close-").FullName;

        // Compiled once only: what is compiled again in the background takes time that is not the plan's.
        Environment.SetEnvironmentVariable(tiered, "0");
        var (started, _) = await ServerProcess.StartAsync(folder, "--empty", "true");
        Environment.SetEnvironmentVariable(tiered, null);
        using var server = started!;
        using var client = new HttpClient { BaseAddress = new Uri(server.Url) };
        var slow = Hard();
        using (await client.PostAsync("/api/plan", Json(slow))) { }

        var times = new List<double>();
        for (var n = 0; n < 12; n++)
        {
            using (var close = new CancellationTokenSource(TimeSpan.FromMilliseconds(60 + (n * 25))))
            {
                try
                {
                    using var answer = await client.PostAsync("/api/plan", Json(slow), close.Token);
                    continue;
                }
                catch (OperationCanceledException)
                {
                    // Closed while the plan was being made.
                }
            }

            // Its processor time stands still when it has stopped.
            var clock = Stopwatch.StartNew();
            using var process = Process.GetProcessById(server.Id);
            var (last, busy) = (process.TotalProcessorTime, 0.0);
            while (clock.Elapsed.TotalMilliseconds - busy < rest)
            {
                await Task.Delay(step);
                process.Refresh();
                if (process.TotalProcessorTime > last)
                {
                    (last, busy) = (process.TotalProcessorTime, clock.Elapsed.TotalMilliseconds);
                }
            }

            times.Add(busy);
        }

        times.Sort();
        Console.WriteLine(
            times.Count == 0
                ? "no plan was slow enough to close its connection"
                : $"{times.Count} plans whose connection was closed went on for {times[times.Count / 2]:0} ms in the "
                    + $"middle and {times[^1]:0} ms at most (the processor's time is counted in steps of 10 ms)"
        );
        server.Kill();
        Directory.Delete(folder, true);
    }

    private static StringContent Json(string text) => new(text, Encoding.UTF8, "application/json");

    /// <summary>A rose with many canes of every age and thickness, rubbing on each other.</summary>
    private static string Hard()
    {
        var random = new Random(40);
        var stems = new JsonArray([
            .. Enumerable
                .Range(0, Canes)
                .Select(i =>
                    (JsonNode)
                        new JsonObject
                        {
                            ["id"] = $"S{i}",
                            ["role"] = "cane",
                            ["parent"] = "crown",
                            ["clock"] = Math.Round(0.1 + (random.NextDouble() * 11.8), 2),
                            ["diameter"] = Math.Round(6 + (random.NextDouble() * 16), 1),
                            ["age"] = random.Next(1, 7),
                            ["length"] = Math.Round(700 + (random.NextDouble() * 1500)),
                            ["lean"] = random.Next(5, 60),
                            ["rubs"] = new JsonArray($"S{(i + 1) % Canes}"),
                        }
                ),
        ]);
        return new JsonObject
        {
            ["format"] = "gemmifer.survey/1",
            ["plant"] = new JsonObject { ["kind"] = "rose.hybrid-tea" },
            ["date"] = "2027-02-20",
            ["stems"] = stems,
        }.ToJsonString();
    }
}
