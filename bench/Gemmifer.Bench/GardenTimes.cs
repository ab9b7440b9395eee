using System.Diagnostics;
using System.Globalization;
using System.Net;
using System.Net.Sockets;
using System.Text.Json.Nodes;
using Gemmifer.Core.Season;
using Gemmifer.Core.Tests;
using Gemmifer.Data;
using Gemmifer.Data.Entities;
using Gemmifer.Data.Files;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Bench;

/// <summary>
/// A garden of 10,000 plants through the built server's own batch path: plants a second, and the memory of the server
/// on the way.
/// </summary>
internal static class GardenTimes
{
    private const int Plants = 10_000,
        EveryWeak = 10;

    public static async Task MeasureAsync()
    {
        var folder = Directory.CreateTempSubdirectory("gemmifer-garden-").FullName;
        using var server = Start(folder, out var url);
        try
        {
            using var client = new HttpClient { Timeout = TimeSpan.FromMinutes(10) };
            await ReadyAsync(client, url);
            var canes = await PlantAsync(folder);
            Console.WriteLine(
                $"{Plants} plants, {(double)canes / Plants:0.0} canes in the mean, one in {EveryWeak} weak"
            );
            Console.WriteLine(
                "| run | plants a second | planned | proved | memory of the server before, at a tenth, at half, at the "
                    + "end, most, MB |"
            );
            Console.WriteLine("| --- | --- | --- | --- | --- |");
            foreach (var run in new[] { "first, cold", "second", "third" })
            {
                Console.WriteLine($"| {run} | {await RunAsync(client, url, server.Id)} |");
            }
        }
        finally
        {
            server.Kill();
            await server.WaitForExitAsync();
            Directory.Delete(folder, true);
        }
    }

    private static async Task<string> RunAsync(HttpClient client, string url, int process)
    {
        var memory = new List<long> { Memory(process) };
        var (lines, planned, proved, most) = (0, 0, 0, 0L);
        var watch = Stopwatch.StartNew();
        using var answer = await client.GetAsync(url + "/api/garden/plan", HttpCompletionOption.ResponseHeadersRead);
        using var reader = new StreamReader(await answer.Content.ReadAsStreamAsync());
        await reader.ReadLineAsync();
        while (await reader.ReadLineAsync() is { } line)
        {
            var plan = JsonNode.Parse(line)!;
            planned += (string)plan["state"]! == "planned" ? 1 : 0;
            proved += (bool)plan["proved"]! ? 1 : 0;
            lines++;
            if (lines % 100 == 0)
            {
                most = Math.Max(most, Memory(process));
            }

            if (lines is Plants / 10 or Plants / 2)
            {
                memory.Add(Memory(process));
            }
        }

        var seconds = watch.Elapsed.TotalSeconds;
        memory.AddRange([Memory(process), most]);
        return $"{lines / seconds:0} | {planned} | {proved} | {string.Join(", ", memory)}";
    }

    /// <summary>Resident memory of a process, MB.</summary>
    private static long Memory(int process) =>
        long.Parse(
            File.ReadLines($"/proc/{process}/status")
                .First(l => l.StartsWith("VmRSS", StringComparison.Ordinal))
                .Split(' ', StringSplitOptions.RemoveEmptyEntries)[^2],
            CultureInfo.InvariantCulture
        ) / 1024;

    private static Process Start(string folder, out string url)
    {
        var root = Path.GetFullPath(Path.Combine(AppContext.BaseDirectory, "../../../../.."));
        using var free = new TcpListener(IPAddress.Loopback, 0);
        free.Start();
        var port = ((IPEndPoint)free.LocalEndpoint).Port.ToString(CultureInfo.InvariantCulture);
        free.Stop();
        url = "http://127.0.0.1:" + port;
        return Process.Start(
            new ProcessStartInfo("dotnet")
            {
                ArgumentList =
                {
                    Path.Combine(root, "src/Gemmifer.Server/bin/Release/net10.0/Gemmifer.Server.dll"),
                    "--contentRoot",
                    Path.Combine(root, "src/Gemmifer.Server"),
                    "--port",
                    port,
                    "--data",
                    folder,
                    "--empty",
                    "true",
                },
            }
        )!;
    }

    private static async Task ReadyAsync(HttpClient client, string url)
    {
        for (var i = 0; i < 300; i++)
        {
            try
            {
                if ((await client.GetAsync(url + "/api/kinds")).IsSuccessStatusCode)
                {
                    return;
                }
            }
            catch (HttpRequestException)
            {
                // Not up yet.
            }

            await Task.Delay(100);
        }

        throw new InvalidOperationException(
            "The server did not start: build it first, dotnet build -c Release src/Gemmifer.Server."
        );
    }

    /// <summary>Plants the garden straight into its file; gives the number of canes.</summary>
    private static async Task<int> PlantAsync(string folder)
    {
        var options = new DbContextOptionsBuilder<GardenContext>()
            .UseSqlite(GardenStore.ConnectionString(folder))
            .Options;
        var season = PruningYear.Of(DateOnly.FromDateTime(DateTime.UtcNow), Hemisphere.North);
        var canes = 0;
        for (var from = 0; from < Plants; from += 1000)
        {
            await using var garden = new GardenContext(options);
            for (var i = from; i < from + 1000; i++)
            {
                var survey = Surveys.Exactly(i, 4 + (i % 9));
                canes += 4 + (i % 9);
                var id = i.ToString("d32", CultureInfo.InvariantCulture);
                garden.Plants.Add(
                    new PlantRecord
                    {
                        Id = id,
                        Name = $"Plant {i}",
                        Kind = (string)survey["plant"]!["kind"]!,
                        Place = $"Row {i / 100}",
                        Vigour = i % EveryWeak == 0 ? "weak" : "normal",
                        Revision = 1,
                        CreatedAt = DateTimeOffset.UtcNow,
                    }
                );
                garden.Surveys.Add(
                    new SurveyRecord
                    {
                        PlantId = id,
                        Season = season,
                        Date = new DateOnly(season, 2, 20),
                        Stems = survey["stems"]!.ToJsonString(),
                        KeepOut = "[]",
                        Revision = 1,
                        UpdatedAt = DateTimeOffset.UtcNow,
                    }
                );
            }

            await garden.SaveChangesAsync();
        }

        return canes;
    }
}
