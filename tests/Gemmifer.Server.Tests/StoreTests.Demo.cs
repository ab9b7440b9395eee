using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Gemmifer.Core;
using Gemmifer.Core.Plants;
using Gemmifer.Data.Files;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;

namespace Gemmifer.Server.Tests;

/// <content>The demo garden, and gardens that begin anew.</content>
public sealed partial class StoreTests
{
    [Fact]
    public async Task The_demo_garden_is_planted_once_and_every_plant_of_it_can_be_planned()
    {
        var folder = Directory.CreateTempSubdirectory("gemmifer-demo-").FullName;
        try
        {
            using (var garden = new Garden(folder, demo: true))
            {
                var plants = (await garden.GetAsync("/api/plants")).AsArray();
                var (planned, logged) = (new HashSet<string>(), 0);
                Assert.True(plants.Count >= 6);
                foreach (
                    var id in plants
                        .Where(p => (string)p!["state"]! != "empty")
                        .Select(p => (string)p!["plant"]!["id"]!)
                )
                {
                    var document = (await garden.GetAsync($"/api/plants/{id}/survey"))["document"]!;
                    var (status, plan) = await garden.SendAsync(HttpMethod.Post, "/api/plan", document);
                    Assert.Equal(200, (int)status);
                    Assert.True((bool)plan!["optimal"]!);
                    planned.Add((string)document["plant"]!["kind"]!);
                    logged += (await garden.GetAsync($"/api/plants/{id}/log")).AsArray().Count;
                }

                Assert.True(logged >= 6);
                // A kind that is new has no plant in the demo garden as yet; every family has.
                Assert.True(planned.Count >= 21, $"Only {planned.Count} kinds stand in it.");
                Assert.Equal(
                    PlantFamilies.All.Select(f => f.Id).OrderBy(f => f.Name),
                    planned.Select(k => PlantKinds.Of(k).Family).Distinct().OrderBy(f => f.Name)
                );

                await garden.SendAsync(
                    HttpMethod.Delete,
                    $"/api/plants/{(string)plants[0]!["plant"]!["id"]!}",
                    revision: (int)plants[0]!["plant"]!["revision"]!
                );
            }

            using var again = new Garden(folder, demo: true);
            Assert.True((await again.GetAsync("/api/plants")).AsArray().Count >= 6);
        }
        finally
        {
            SqliteConnection.ClearAllPools();
            Directory.Delete(folder, true);
        }
    }

    [Fact]
    public async Task The_demo_of_an_older_garden_moves_to_one_of_its_own_once_and_what_was_worked_on_stays()
    {
        var folder = Directory.CreateTempSubdirectory("gemmifer-mixed-").FullName;
        try
        {
            var file = Path.Combine(folder, "gemmifer.db");
            using (var demo = new Garden(demo: true))
            {
                demo.Stop();
                File.Copy(Path.Combine(demo.Folder, "demo", "gemmifer.db"), file);
            }

            // As it was: the demo's plants among the gardener's; one of them has the gardener's name, one a note.
            await using (var older = GardenStore.Open(file, pooling: false))
            {
                await older
                    .Plants.Where(p => p.Id == "demo-ferry")
                    .ExecuteUpdateAsync(
                        set => set.SetProperty(p => p.Name, "By the shed"),
                        TestContext.Current.CancellationToken
                    );
                await older.Database.ExecuteSqlRawAsync(
                    """
                    INSERT INTO Log (PlantId, Season, At, Kind, Text, Visit, Binned)
                        SELECT Id, 2027, CreatedAt + 600000000, 'note', 'Seen', 1, 0 FROM Plants WHERE Id = 'demo-kiln';
                    INSERT INTO Plants (Id, Name, Kind, Place, Neglected, Cover, Hips, Revision, WorkRevision, CreatedAt)
                        SELECT 'own', 'My own', 'rose.hybrid-tea', '', 0, 0, 0, 1, 0, CreatedAt FROM Plants LIMIT 1;
                    """,
                    TestContext.Current.CancellationToken
                );
                await older.Database.MigrateAsync(
                    "20261129090231_FirstVisitKept",
                    TestContext.Current.CancellationToken
                );
            }

            SqliteConnection.ClearAllPools();
            for (var start = 0; start < 2; start++)
            {
                using var apart = new Garden(folder, demo: true);
                using var asked = apart.Stranger();
                var mine = (await asked.GetFromJsonAsync<JsonArray>("/api/plants?limit=200"))!;
                Assert.Equal(
                    ["demo-ferry", "demo-kiln", "own"],
                    mine.Select(p => (string)p!["plant"]!["id"]!).Order(StringComparer.Ordinal)
                );
                var theirs = (await apart.GetAsync("/api/plants?limit=200")).AsArray();
                Assert.Equal(34, theirs.Count);
                var log = (await apart.GetAsync("/api/plants/demo-kiln/log")).AsArray();
                Assert.Contains(log, l => (string)l!["text"]! == "Seen");
                Assert.Single(Directory.GetFiles(Path.Combine(folder, "backups"), "before-demo-apart.db"));
            }
        }
        finally
        {
            SqliteConnection.ClearAllPools();
            Directory.Delete(folder, true);
        }
    }

    [Theory]
    [InlineData(0)]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    public async Task Putting_a_copy_back_that_was_broken_off_is_ended_by_the_next_start(int moved)
    {
        using var garden = new Garden();
        await garden.PlantAsync("Kept");
        await garden.SendAsync(HttpMethod.Post, "/api/copies");
        await garden.PlantAsync("Later");
        garden.Stop();
        var file = Path.Combine(garden.Folder, GardenFolder.FileName);
        var copy = Assert.Single(Directory.GetFiles(Path.Combine(garden.Folder, "backups")));
        await File.WriteAllTextAsync(file + "-wal", "ahead of the old file");

        // Ready to take its place; what was there has been put aside up to some file.
        File.Copy(copy, Path.Combine(garden.Folder, "put-back-damaged-1.db"));
        await File.WriteAllTextAsync(Path.Combine(garden.Folder, "put-back-damaged-2.db.unfinished"), "half");
        foreach (var tail in ((string[])["", "-wal"]).Take(moved))
        {
            File.Move(file + tail, Path.Combine(garden.Folder, "damaged-1.db") + tail);
        }

        if (moved == 3)
        {
            File.Move(Path.Combine(garden.Folder, "put-back-damaged-1.db"), file);
        }

        using var again = new Garden(garden.Folder);
        Assert.Equal(
            "Kept",
            (string)Assert.Single((await again.GetAsync("/api/plants")).AsArray())!["plant"]!["name"]!
        );
        Assert.True(File.Exists(Path.Combine(garden.Folder, "damaged-1.db")));
        Assert.Empty(Directory.GetFiles(garden.Folder, "put-back-*"));
        again.Stop();
    }

    [Fact]
    public async Task An_empty_garden_begins_where_there_was_one_only_when_it_is_asked_for()
    {
        using var garden = new Garden();
        await garden.PlantAsync("Kept");
        await garden.SendAsync(HttpMethod.Post, "/api/copies");
        garden.Stop();
        File.Delete(Path.Combine(garden.Folder, GardenFolder.FileName));
        using var folder = GardenFolder.Hold(garden.Folder);
        var refused = await Assert.ThrowsAsync<GardenUnusable>(() => GardenStore.ReadyAsync(folder, Noon));
        Assert.Contains("is gone", refused.Message, StringComparison.Ordinal);
        Assert.Contains("--restore garden-", refused.Message, StringComparison.Ordinal);
        Assert.Null(await GardenStore.ReadyAsync(folder, Noon, anew: true));
        Assert.True(File.Exists(folder.File));
    }

    /// <summary>Every release since the first, as a file with something in each of its tables.</summary>
    public static TheoryData<string> Releases => [.. GardenStore.Known];

    [Theory]
    [MemberData(nameof(Releases))]
    public async Task A_full_garden_of_every_release_is_brought_up_to_date_and_loses_nothing(string release)
    {
        var path = Directory.CreateTempSubdirectory("gemmifer-release-").FullName;
        try
        {
            var before = await FullGarden.MakeAsync(path, release);
            using var garden = new Garden(path);
            foreach (
                var address in (string[])["/api/plants", "/api/plants/p1/log", "/api/plants/p1/survey", "/api/now"]
            )
            {
                using var answer = await garden.Client.GetAsync(address);
                Assert.True(answer.IsSuccessStatusCode, $"{address}: {answer.StatusCode}");
            }

            garden.Stop();
            var after = FullGarden.Read(path);
            Assert.All(before, table =>
                Assert.All(table.Value, row =>
                    Assert.Contains(after[table.Key], now =>
                        row.All(c => now.TryGetValue(c.Key, out var v) && v == c.Value)
                    )
                )
            );
            var last = GardenStore.Known.Last();
            Assert.Equal(
                release == last ? [] : [$"before-{last}.db"],
                Backups.AllIn(Path.Combine(path, GardenFolder.BackupName)).Select(b => b.Name)
            );
        }
        finally
        {
            SqliteConnection.ClearAllPools();
            Directory.Delete(path, true);
        }
    }

    [Fact]
    public async Task Next_winter_the_stems_come_back_as_they_were_left_and_can_be_worked_on_at_once()
    {
        var folder = Directory.CreateTempSubdirectory("gemmifer-years-").FullName;
        try
        {
            string id;
            JsonArray next;
            using (var garden = new Garden(folder, now: new DateTimeOffset(2027, 2, 20, 9, 0, 0, TimeSpan.Zero)))
            {
                id = await garden.PlantAsync();
                await garden.SendAsync(
                    HttpMethod.Put,
                    $"/api/plants/{id}/survey",
                    Garden.Survey(Garden.Cane("A", 1, 14, 3), Garden.Cane("B", 5), Garden.Cane("C", 9, 5, 1)),
                    0
                );
                await garden.SendAsync(
                    HttpMethod.Post,
                    $"/api/plants/{id}/work",
                    new JsonObject { ["key"] = "stem:C", ["outcome"] = "done" }
                );
                next = (await garden.GetAsync($"/api/plants/{id}/work"))["plan"]!["forecast"]!["next"]!.AsArray();
            }

            using var later = new Garden(folder, now: new DateTimeOffset(2028, 2, 20, 9, 0, 0, TimeSpan.Zero));
            var survey = await later.GetAsync($"/api/plants/{id}/survey");
            Assert.Equal(
                (2028, 0, 2027),
                ((int)survey["season"]!, (int)survey["revision"]!, (int)survey["carriedFrom"]!)
            );
            var stems = survey["document"]!["stems"]!.AsArray();
            Assert.Equal(["A", "B"], stems.Select(s => (string)s!["id"]!));

            // What last winter's plan named comes back with it.
            var first = Assert.Single(next)!;
            Assert.Equal("A", (string)first["stem"]!);
            Assert.Equal("next", (string?)stems[0]!["named"]);
            Assert.Equal((string?)first["successor"] == "B" ? "successor" : null, (string?)stems[1]!["named"]);
            var work = await later.GetAsync($"/api/plants/{id}/work");
            Assert.Contains(work["pending"]!.AsArray(), p => (string)p!["key"]! == "stem:A");
            Assert.Empty(work["done"]!.AsArray());
            Assert.Single((await later.GetAsync($"/api/plants/{id}/log")).AsArray());
        }
        finally
        {
            SqliteConnection.ClearAllPools();
            Directory.Delete(folder, true);
        }
    }
}
