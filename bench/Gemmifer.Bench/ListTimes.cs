using System.Diagnostics;
using Gemmifer.Core.Season;
using Gemmifer.Core.Work;
using Gemmifer.Data;
using Gemmifer.Data.Files;
using Gemmifer.Trials;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Bench;

/// <summary>
/// A garden of 10,000 plants with five seasons: how long the built server takes to start on it, and for its lists,
/// beside bare queries of the same rows through the same library in this process.
/// </summary>
internal static class ListTimes
{
    private const int Plants = 10_000,
        Page = 40,
        Times = 20;

    public static async Task MeasureAsync()
    {
        var folder = Directory.CreateTempSubdirectory("gemmifer-lists-").FullName;
        try
        {
            await BigGarden.MakeAsync(folder, Plants);
            var options = new DbContextOptionsBuilder<GardenContext>()
                .UseSqlite(GardenStore.ConnectionString(folder))
                .Options;
            await using (var garden = new GardenContext(options))
            {
                Console.WriteLine(
                    $"{await garden.Plants.CountAsync()} plants, {await garden.Surveys.CountAsync()} surveys, "
                        + $"{await garden.Log.CountAsync()} log lines, "
                        + $"{new FileInfo(Path.Combine(folder, GardenFolder.FileName)).Length / 1_000_000} MB"
                );
            }

            var starts = new List<double>();
            for (var i = 0; i < 5; i++)
            {
                var (one, took) = await ServerProcess.StartAsync(folder, "--empty", "true");
                starts.Add(took.TotalSeconds);
                await one!.StopAsync();
                one.Dispose();
            }

            Console.WriteLine($"start to first answer, s: {string.Join(", ", starts.Select(s => $"{s:0.00}"))}");
            var (server, _) = await ServerProcess.StartAsync(folder, "--empty", "true");
            using (server)
            {
                using var client = new HttpClient { BaseAddress = new Uri(server!.Url) };
                Console.WriteLine(
                    "| asked for | kB | first, ms | then, ms: median, most | bare query, ms: median, most |"
                );
                Console.WriteLine("| --- | --- | --- | --- | --- |");
                var season = PruningYear.Of(DateOnly.FromDateTime(DateTime.Today), Hemisphere.North);
                await RowAsync(client, "/api/now", options, g => NowRowsAsync(g, season));
                await RowAsync(client, "/api/plants", options, g => PageRowsAsync(g, g.Plants));
                await RowAsync(client, $"/api/plants?after={Plants / 2:x32}", options, g =>
                    PageRowsAsync(g, g.Plants.OrderBy(p => p.SortKey).Skip(Plants / 2))
                );
                foreach (var word in (string[])["ro", "gate vine 99", "zzz"])
                {
                    await RowAsync(client, $"/api/plants?q={Uri.EscapeDataString(word)}", options, g =>
                        PageRowsAsync(g, g.Plants.Where(p => p.SearchText.Contains(word)))
                    );
                }

                await RowAsync(client, "/api/visits", options, VisitRowsAsync);
                using var process = Process.GetProcessById(server.Id);
                Console.WriteLine($"memory of the server afterwards: {process.WorkingSet64 / 1_000_000} MB");
            }
        }
        finally
        {
            Directory.Delete(folder, true);
        }
    }

    private static async Task RowAsync(
        HttpClient client,
        string path,
        DbContextOptions<GardenContext> options,
        Func<GardenContext, Task> bare
    )
    {
        var bytes = (await client.GetByteArrayAsync("/api/kinds")).Length;
        var first = await TimeAsync(async () => bytes = (await client.GetByteArrayAsync(path)).Length);
        var server = await TimesAsync(() => client.GetByteArrayAsync(path));
        async Task BareAsync()
        {
            await using var garden = new GardenContext(options);
            await bare(garden);
        }

        await BareAsync();
        var query = await TimesAsync(BareAsync);
        Console.WriteLine(
            $"| `{path}` | {bytes / 1000.0:0} | {first:0} | {server.Median:0}, {server.Most:0} | "
                + $"{query.Median:0}, {query.Most:0} |"
        );
    }

    private static async Task<double> TimeAsync(Func<Task> what)
    {
        var watch = Stopwatch.StartNew();
        await what();
        return watch.Elapsed.TotalMilliseconds;
    }

    private static async Task<(double Median, double Most)> TimesAsync(Func<Task> what)
    {
        var all = new List<double>();
        for (var i = 0; i < Times; i++)
        {
            all.Add(await TimeAsync(what));
        }

        all.Sort();
        return (all[Times / 2], all[^1]);
    }

    /// <summary>A page of plants, their surveys and their work.</summary>
    private static async Task PageRowsAsync(GardenContext garden, IQueryable<Data.Entities.PlantRecord> plants)
    {
        var page = await plants.AsNoTracking().OrderBy(p => p.SortKey).Take(Page).ToListAsync();
        string[] ids = [.. page.Select(p => p.Id)];
        await garden.Surveys.AsNoTracking().Where(s => ids.Contains(s.PlantId)).ToListAsync();
        await garden
            .Log.AsNoTracking()
            .Where(l => ids.Contains(l.PlantId) && (l.Kind == LogKind.Step || l.Kind == LogKind.Finished))
            .ToListAsync();
    }

    /// <summary>Every plant, its survey and its work of the season.</summary>
    private static async Task NowRowsAsync(GardenContext garden, int season)
    {
        await garden.Plants.AsNoTracking().ToListAsync();
        await garden.Surveys.AsNoTracking().Where(s => s.Season == season).ToListAsync();
        await garden
            .Log.AsNoTracking()
            .Where(l => l.Season == season && (l.Kind == LogKind.Step || l.Kind == LogKind.Finished))
            .ToListAsync();
    }

    private static async Task VisitRowsAsync(GardenContext garden) =>
        await garden
            .Visits.AsNoTracking()
            .Where(v => v.DoneAt == null)
            .OrderBy(v => v.Due)
            .Take(Page)
            .Join(garden.Plants, v => v.PlantId, p => p.Id, (v, p) => new { v, p })
            .ToListAsync();
}
