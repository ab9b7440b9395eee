using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Gemmifer.Data;
using Gemmifer.Data.Files;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Trials;

/// <summary>
/// Ends the server at random moments of a first start, an ordinary one, an upgrade, one that goes on from a copy, and
/// while windows write, copy, go back, read archives in and send pictures; then starts it again and looks whether
/// everything that was acknowledged is there, and whether each copy is whole.
/// </summary>
internal static class KillTrial
{
    /// <summary>An older make of the file, to be brought up to date.</summary>
    private const string OlderMigration = "20261125112953_Supports";

    private const int Windows = 4;

    private enum Moment
    {
        FirstStart,
        Start,
        Upgrade,
        Writing,
        Copying,
        GoingBack,
        Importing,
        Pictures,
        Restoring,
    }

    private static readonly Moment[] Moments = Enum.GetValues<Moment>();

    public static async Task<int> RunAsync(int kills, int seed)
    {
        var random = new Random(seed);
        var (slowest, failed, kept) = (TimeSpan.Zero, 0, 0);
        var (_, usual) = await MeasureAsync();
        // Ten seconds, but where an undisturbed start takes more than half of that by itself.
        var slow = TimeSpan.FromSeconds(Math.Max(10, 2 * usual.TotalSeconds));
        Console.WriteLine($"An undisturbed first start takes {usual.TotalSeconds:0.00} s; seed {seed}.");
        for (var i = 0; i < kills; i++)
        {
            var moment = Moments[i % Moments.Length];
            var folder = Directory.CreateTempSubdirectory("gemmifer-kill-").FullName;
            try
            {
                var before = await PrepareAsync(folder, moment);
                var acknowledged = await DisturbAsync(folder, moment, usual, random);
                var (server, took) = await ServerProcess.StartAsync(folder, "--empty", "true");
                if (server is null || took > slow)
                {
                    failed++;
                    Console.WriteLine($"{i} {moment}: did not start again in {slow.TotalSeconds:0} s.");
                    server?.Dispose();
                    continue;
                }

                using (server)
                {
                    slowest = took > slowest ? took : slowest;
                    var lost = await MissingAsync(server, before, acknowledged);
                    lost.AddRange(await BrokenAsync(server, folder, moment));
                    kept += before.Length + acknowledged.Count - lost.Count;
                    if (lost.Count > 0)
                    {
                        failed++;
                        Console.WriteLine($"{i} {moment}: lost {string.Join(", ", lost)}.");
                    }
                }

                var left = Directory.Exists(Path.Combine(folder, "backups"))
                    ? Directory.GetFiles(Path.Combine(folder, "backups")).Length
                    : 0;
                if (left > 1 && moment == Moment.Upgrade)
                {
                    failed++;
                    Console.WriteLine($"{i} {moment}: {left} copies of one upgrade.");
                }
            }
            finally
            {
                SqliteConnection.ClearAllPools();
                Directory.Delete(folder, true);
            }
        }

        Console.WriteLine(
            $"{kills} kills: {failed} failed; {kept} acknowledged changes kept; slowest start after one "
                + $"{slowest.TotalSeconds:0.00} s."
        );
        return failed == 0 ? 0 : 1;
    }

    private static async Task<(bool Ok, TimeSpan Took)> MeasureAsync()
    {
        var folder = Directory.CreateTempSubdirectory("gemmifer-kill-").FullName;
        try
        {
            var (server, took) = await ServerProcess.StartAsync(folder, "--empty", "true");
            server?.Dispose();
            return (server is not null, took);
        }
        finally
        {
            Directory.Delete(folder, true);
        }
    }

    /// <summary>Makes the garden a trial begins with; the names of its plants.</summary>
    private static async Task<string[]> PrepareAsync(string folder, Moment moment)
    {
        if (moment == Moment.FirstStart)
        {
            return [];
        }

        if (moment == Moment.Upgrade)
        {
            await using (
                var old = new GardenContext(
                    new DbContextOptionsBuilder<GardenContext>().UseSqlite(GardenStore.ConnectionString(folder)).Options
                )
            )
            {
                await old.Database.MigrateAsync(OlderMigration);
                await old.Database.ExecuteSqlRawAsync(
                    """
                    INSERT INTO Plants (Id, Name, Kind, Place, Neglected, Revision, CreatedAt)
                    VALUES ('a', 'Kept 1', 'rose.hybrid-tea', '', 0, 1, 0), ('b', 'Kept 2', 'rose.hybrid-tea', '', 0, 1, 0);
                    """
                );
            }

            SqliteConnection.ClearAllPools();
            return ["Kept 1", "Kept 2"];
        }

        var (server, _) = await ServerProcess.StartAsync(folder, "--empty", "true");
        using (server)
        {
            using var client = new HttpClient { BaseAddress = new Uri(server!.Url) };
            await AddAsync(client, "Kept 1");
            if (moment is Moment.GoingBack or Moment.Restoring)
            {
                using var copied = await client.PostAsync("/api/copies", null);
                copied.EnsureSuccessStatusCode();
            }

            await server.StopAsync();
        }

        return ["Kept 1"];
    }

    /// <summary>Starts it and ends it at a random moment; the names that were acknowledged meanwhile.</summary>
    private static async Task<IReadOnlyCollection<string>> DisturbAsync(
        string folder,
        Moment moment,
        TimeSpan usual,
        Random random
    )
    {
        if (moment is Moment.FirstStart or Moment.Start or Moment.Upgrade or Moment.Restoring)
        {
            string[] more = moment == Moment.Restoring ? ["--restore", "newest"] : [];
            using var server = ServerProcess.Begin(folder, ["--empty", "true", .. more]);
            await Task.Delay(usual * (random.NextDouble() * 1.1));
            server.Kill();
            return [];
        }

        var (running, _) = await ServerProcess.StartAsync(folder, "--empty", "true");
        using (running)
        {
            var acknowledged = new System.Collections.Concurrent.ConcurrentQueue<string>();
            using var stop = new CancellationTokenSource();
            var windows = Enumerable
                .Range(0, Windows)
                .Select(w =>
                    Task.Run(async () =>
                    {
                        using var client = new HttpClient { BaseAddress = new Uri(running!.Url) };
                        for (var n = 0; !stop.IsCancellationRequested; n++)
                        {
                            try
                            {
                                if (w == 0 && moment != Moment.Writing)
                                {
                                    await BesideAsync(client, moment, n, acknowledged);
                                    continue;
                                }

                                await AddAsync(client, $"Window {w} plant {n}");

                                // What is written while the garden goes back may go with it.
                                if (moment != Moment.GoingBack)
                                {
                                    acknowledged.Enqueue($"Window {w} plant {n}");
                                }
                            }
                            catch (Exception e) when (e is HttpRequestException or IOException)
                            {
                                return;
                            }
                        }
                    })
                )
                .ToArray();
            await Task.Delay(200 + random.Next(1300));
            running!.Kill();
            await stop.CancelAsync();
            await Task.WhenAll(windows);
            return acknowledged;
        }
    }

    /// <summary>What one window does beside the others that add plants.</summary>
    private static async Task BesideAsync(
        HttpClient client,
        Moment moment,
        int n,
        System.Collections.Concurrent.ConcurrentQueue<string> acknowledged
    )
    {
        switch (moment)
        {
            case Moment.Copying:
                using (var copied = await client.PostAsync("/api/copies", null))
                {
                    copied.EnsureSuccessStatusCode();
                }

                break;
            case Moment.GoingBack:
                var copies = (await client.GetFromJsonAsync<JsonArray>("/api/copies"))!;
                using (var back = await client.PostAsync($"/api/copies/{(string)copies[^1]!["name"]!}/restore", null))
                {
                    back.EnsureSuccessStatusCode();
                }

                break;
            case Moment.Importing:
                var archive = await client.GetByteArrayAsync("/api/archive");
                using (var content = new ByteArrayContent(archive))
                using (var taken = await client.PostAsync("/api/archive", content))
                {
                    taken.EnsureSuccessStatusCode();
                }

                break;
            case Moment.Pictures:
                var plant = (string)(await client.GetFromJsonAsync<JsonArray>("/api/plants"))![0]!["plant"]!["id"]!;
                var photo = $"p{n}";
                using (
                    var sent = await client.PutAsJsonAsync(
                        $"/api/plants/{plant}/photos/{photo}",
                        new { from = 6, picture = Convert.ToBase64String(PictureOf(n)) }
                    )
                )
                {
                    if (sent.IsSuccessStatusCode)
                    {
                        acknowledged.Enqueue($"/api/plants/{plant}/photos/{photo}/picture");
                    }
                    else
                    {
                        // Twelve a day are kept.
                        await Task.Delay(20);
                    }
                }

                break;
            default:
                throw new ArgumentOutOfRangeException(nameof(moment), moment, null);
        }
    }

    private static byte[] PictureOf(int n)
    {
        using var drawn = new SkiaSharp.SKBitmap(700, 500);
        drawn.Erase(new SkiaSharp.SKColor((uint)(0xFF000000 + (n * 7919))));
        using var jpeg = drawn.Encode(SkiaSharp.SKEncodedImageFormat.Jpeg, 90);
        return jpeg.ToArray();
    }

    /// <summary>Copies that are not whole, and traces of what was broken off that a start should have ended.</summary>
    private static async Task<IEnumerable<string>> BrokenAsync(ServerProcess server, string folder, Moment moment)
    {
        using var client = new HttpClient { BaseAddress = new Uri(server.Url) };
        List<string> wrong = [];
        foreach (var copy in Backups.AllIn(Path.Combine(folder, GardenFolder.BackupName)))
        {
            var state = GardenInspection
                .Look(Path.Combine(folder, GardenFolder.BackupName, copy.Name), GardenStore.Known, thorough: true)
                .State;
            if (state != FileState.Sound)
            {
                wrong.Add($"copy {copy.Name} is {state}");
            }
        }

        if (Directory.GetFiles(folder, "put-back-*").Length > 0)
        {
            wrong.Add("what was to be put back was left");
        }

        if (moment is Moment.Copying or Moment.GoingBack or Moment.Importing)
        {
            using var copied = await client.PostAsync("/api/copies", null);
            if (!copied.IsSuccessStatusCode)
            {
                wrong.Add($"a copy afterwards: {(int)copied.StatusCode}");
            }
        }

        return wrong;
    }

    private static async Task AddAsync(HttpClient client, string name)
    {
        using var answer = await client.PostAsJsonAsync(
            "/api/plants",
            new JsonObject { ["name"] = name, ["kind"] = "rose.hybrid-tea" }
        );
        answer.EnsureSuccessStatusCode();
    }

    private static async Task<List<string>> MissingAsync(
        ServerProcess server,
        string[] before,
        IReadOnlyCollection<string> acknowledged
    )
    {
        using var client = new HttpClient { BaseAddress = new Uri(server.Url) };
        var names = new HashSet<string>();
        for (var path = "/api/plants?limit=200"; path is not null; )
        {
            using var answer = await client.GetAsync(path);
            var page = (await answer.Content.ReadFromJsonAsync<JsonNode>())!.AsArray();
            names.UnionWith(page.Select(p => (string)p!["plant"]!["name"]!));
            path = answer.Headers.TryGetValues("Link", out var link) ? link.Single().Split('<', '>')[1] : null;
        }

        List<string> lost = [.. before.Concat(acknowledged).Where(n => n[0] != '/' && !names.Contains(n))];
        foreach (var picture in acknowledged.Where(n => n[0] == '/'))
        {
            using var answer = await client.GetAsync(picture);
            if (!answer.IsSuccessStatusCode)
            {
                lost.Add(picture);
            }
        }

        return lost;
    }
}
