using System.Data.Common;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Gemmifer.Core.Plants;
using Gemmifer.Data;
using Gemmifer.Data.Files;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Diagnostics;
using Microsoft.Extensions.DependencyInjection;

namespace Gemmifer.Server.Tests;

/// <summary>The file itself: how it is set up, brought up to date, and begun.</summary>
public sealed class StoreTests
{
    [Fact]
    public void The_file_keeps_a_journal_ahead_and_its_keys()
    {
        using var garden = new Garden();
        using var connection = new SqliteConnection(GardenStore.ConnectionString(garden.Folder));
        connection.Open();
        string Pragma(string name)
        {
            using var command = connection.CreateCommand();
            command.CommandText = $"PRAGMA {name};";
            return command.ExecuteScalar()!.ToString()!;
        }

        Assert.Equal(("wal", "1"), (Pragma("journal_mode"), Pragma("foreign_keys")));
    }

    [Fact]
    public async Task The_lock_that_a_killed_upgrade_left_keeps_nobody_waiting()
    {
        using var garden = new Garden();
        await garden.PlantAsync("Kept");
        garden.Stop();
        using (var connection = new SqliteConnection(GardenStore.ConnectionString(garden.Folder)))
        {
            connection.Open();
            using var command = connection.CreateCommand();
            command.CommandText = """
                CREATE TABLE IF NOT EXISTS __EFMigrationsLock (Id INTEGER NOT NULL PRIMARY KEY, Timestamp TEXT NOT NULL);
                INSERT OR REPLACE INTO __EFMigrationsLock VALUES (1, '2027-02-20 10:00:00');
                """;
            command.ExecuteNonQuery();
        }

        SqliteConnection.ClearAllPools();
        using var again = new Garden(garden.Folder);
        Assert.Single((await again.GetAsync("/api/plants")).AsArray());
    }

    [Fact]
    public void A_garden_is_held_by_one_and_let_go_when_that_ends()
    {
        using var garden = new Garden();
        var refused = Assert.Throws<GardenUnusable>(() => GardenFolder.Hold(garden.Folder));
        Assert.Contains("Another Gemmifer is using the garden", refused.Message, StringComparison.Ordinal);
        garden.Stop();
        GardenFolder.Hold(garden.Folder).Dispose();
    }

    [Fact]
    public async Task Only_the_owner_may_read_what_is_kept()
    {
        using var garden = new Garden();
        Assert.Equal(201, (int)(await garden.SendAsync(HttpMethod.Post, "/api/copies")).Status);
        garden.Stop();
        Assert.All(Directory.GetFiles(garden.Folder, "*", SearchOption.AllDirectories), f =>
            Assert.True(
                OperatingSystem.IsWindows()
                    || File.GetUnixFileMode(f) == (UnixFileMode.UserRead | UnixFileMode.UserWrite),
                f
            )
        );
    }

    [Fact]
    public async Task A_copy_is_made_and_gone_back_to_while_the_garden_is_open()
    {
        using var garden = new Garden();
        var id = await garden.PlantAsync("Kept");
        var (status, copy) = await garden.SendAsync(HttpMethod.Post, "/api/copies");
        Assert.Equal((201, "asked"), ((int)status, (string)copy!["why"]!));
        await garden.PlantAsync("Later");
        await garden.SendAsync(HttpMethod.Post, $"/api/plants/{id}/log", new JsonObject { ["text"] = "Later" });
        (status, copy) = await garden.SendAsync(HttpMethod.Post, $"/api/copies/{(string)copy["name"]!}/restore");
        Assert.Equal((200, "restore"), ((int)status, (string)copy!["why"]!));
        Assert.Equal(
            "Kept",
            (string)Assert.Single((await garden.GetAsync("/api/plants")).AsArray())!["plant"]!["name"]!
        );
        Assert.Empty((await garden.GetAsync($"/api/plants/{id}/log")).AsArray());

        // What was there before is a copy too, and can be gone back to in turn.
        await garden.SendAsync(HttpMethod.Post, $"/api/copies/{(string)copy["name"]!}/restore");
        Assert.Equal(2, (await garden.GetAsync("/api/plants")).AsArray().Count);
        Assert.Equal(
            404,
            (int)(await garden.SendAsync(HttpMethod.Post, "/api/copies/..%2Fgemmifer.db/restore")).Status
        );
    }

    [Fact]
    public async Task Going_back_to_a_copy_waits_for_who_is_writing()
    {
        using var garden = new Garden();
        await garden.PlantAsync("Kept");
        var (_, copy) = await garden.SendAsync(HttpMethod.Post, "/api/copies");
        await garden.PlantAsync("Later");
        using var writer = new SqliteConnection(GardenStore.ConnectionString(garden.Folder));
        writer.Open();
        using var writing = writer.BeginTransaction();
        var restored = garden.SendAsync(HttpMethod.Post, $"/api/copies/{(string)copy!["name"]!}/restore");
        await Task.Delay(700, TestContext.Current.CancellationToken);
        writing.Commit();
        Assert.Equal(200, (int)(await restored).Status);
        Assert.Single((await garden.GetAsync("/api/plants")).AsArray());
    }

    [Fact]
    public async Task Going_back_to_a_copy_brings_its_time_zone_back()
    {
        using var garden = new Garden();

        // Twenty-five hours apart: never the same day.
        async Task<string> TodayInAsync(string? zone, int seen = 0)
        {
            if (zone is not null)
            {
                var settings = (await garden.GetAsync("/api/settings"))["settings"]!.DeepClone();
                settings["place"]!["timeZone"] = zone;
                var (status, _) = await garden.SendAsync(HttpMethod.Put, "/api/settings", settings, seen);
                Assert.Equal(200, (int)status);
            }

            return (string)(await garden.GetAsync("/api/now"))["today"]!;
        }

        var east = await TodayInAsync("Pacific/Kiritimati");
        var (_, copy) = await garden.SendAsync(HttpMethod.Post, "/api/copies");
        Assert.NotEqual(east, await TodayInAsync("Pacific/Pago_Pago", 1));
        await garden.SendAsync(HttpMethod.Post, $"/api/copies/{(string)copy!["name"]!}/restore");
        Assert.Equal(east, await TodayInAsync(null));
    }

    /// <summary>A file that may not grow, as on a disk that is full.</summary>
    private sealed class Full : DbConnectionInterceptor
    {
        public bool On { get; set; }

        public override Task ConnectionOpenedAsync(
            DbConnection connection,
            ConnectionEndEventData eventData,
            CancellationToken cancellationToken = default
        )
        {
            using var command = connection.CreateCommand();
            command.CommandText = $"PRAGMA max_page_count = {(On ? 1 : 1_000_000)}";
            command.ExecuteNonQuery();
            return Task.CompletedTask;
        }
    }

    [Fact]
    public async Task A_full_disk_refuses_what_does_not_fit_with_the_reason_and_the_rest_goes_on()
    {
        var disk = new Full();
        using var garden = new Garden(services: s =>
            s.ConfigureDbContext<GardenContext>(options => options.AddInterceptors(disk))
        );
        var id = await garden.PlantAsync("Kept");
        disk.On = true;
        var note = new JsonObject { ["text"] = new string('x', 900) };
        var (refused, kept) = (0, 0);
        for (var n = 0; n < 20; n++)
        {
            var (status, body) = await garden.SendAsync(HttpMethod.Post, $"/api/plants/{id}/log", note.DeepClone());
            if ((int)status == 507)
            {
                refused++;
                Assert.Equal("no-room", (string)body!["errors"]![0]!["code"]!);
                Assert.Contains("Nothing was stored", (string)body["title"]!, StringComparison.Ordinal);
            }
            else
            {
                Assert.Equal(201, (int)status);
                kept++;
            }
        }

        Assert.True(refused > 0);
        Assert.Equal(kept, (await garden.GetAsync($"/api/plants/{id}/log")).AsArray().Count);
        disk.On = false;
        Assert.Equal(
            201,
            (int)(await garden.SendAsync(HttpMethod.Post, $"/api/plants/{id}/log", note.DeepClone())).Status
        );
        Assert.Equal(kept + 1, (await garden.GetAsync($"/api/plants/{id}/log")).AsArray().Count);
    }

    [Fact]
    public void The_last_five_copies_stay_and_the_newest_of_each_month_before()
    {
        var made = Enumerable
            .Range(0, 120)
            .Select(i => new Backup(
                $"{i:000}.db",
                new DateTimeOffset(2027, 3, 15, 12, 0, 0, TimeSpan.Zero).AddDays(-i),
                1
            ))
            .ToArray();
        var kept = made.Except(Backups.Surplus(made)).Select(b => b.MadeAt.ToString("MM-dd")).ToArray();
        Assert.Equal(["03-15", "03-14", "03-13", "03-12", "03-11", "03-10", "02-28", "01-31", "12-31", "11-30"], kept);
    }

    [Fact]
    public async Task A_damaged_file_is_put_aside_and_the_garden_goes_on_from_the_newest_sound_copy()
    {
        using var garden = new Garden();
        await garden.PlantAsync("Kept");
        await garden.SendAsync(HttpMethod.Post, "/api/copies");
        garden.Stop();
        var file = Path.Combine(garden.Folder, GardenFolder.FileName);
        await File.WriteAllBytesAsync(file, [.. (await File.ReadAllBytesAsync(file))[..9000]]);
        var before = await File.ReadAllBytesAsync(file);

        // A newer copy that is damaged itself is passed over.
        await File.WriteAllTextAsync(Path.Combine(garden.Folder, "backups", "zz.db"), "nothing");
        using (var folder = GardenFolder.Hold(garden.Folder))
        {
            var refused = await Assert.ThrowsAsync<GardenUnusable>(() => GardenStore.ReadyAsync(folder));
            Assert.Contains("is damaged (it is cut short)", refused.Message, StringComparison.Ordinal);
            Assert.Contains("--restore garden-", refused.Message, StringComparison.Ordinal);
            Assert.Equal(before, await File.ReadAllBytesAsync(file));
            Assert.Contains(
                "is kept in",
                Backups.GoOnFrom(folder, "newest", DateTimeOffset.UtcNow),
                StringComparison.Ordinal
            );
        }

        using var again = new Garden(garden.Folder);
        Assert.Single((await again.GetAsync("/api/plants")).AsArray());
        Assert.Equal(
            before,
            await File.ReadAllBytesAsync(Assert.Single(Directory.GetFiles(garden.Folder, "damaged-*.db")))
        );
    }

    [Fact]
    public void Looking_a_garden_over_says_what_is_found()
    {
        using var garden = new Garden(demo: true);
        garden.Stop();
        var folder = Path.Combine(garden.Folder, "demo");
        using var sound = new StringWriter();
        Assert.Equal(0, Gemmifer.Server.Surveys.GardenCheck.Report(folder, sound));
        Assert.Contains("surveys can be read", sound.ToString(), StringComparison.Ordinal);
        using (var connection = new SqliteConnection(GardenStore.ConnectionString(folder)))
        {
            connection.Open();
            using var command = connection.CreateCommand();
            command.CommandText = "UPDATE Surveys SET Stems = '[{]' WHERE PlantId = 'demo-kiln'";
            command.ExecuteNonQuery();
        }

        SqliteConnection.ClearAllPools();
        using var wrong = new StringWriter();
        Assert.Equal(2, Gemmifer.Server.Surveys.GardenCheck.Report(folder, wrong));
        Assert.Contains("The survey of plant demo-kiln", wrong.ToString(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_file_of_an_older_make_is_copied_before_it_is_changed()
    {
        var folder = Directory.CreateTempSubdirectory("gemmifer-old-").FullName;
        try
        {
            using (var garden = new Garden(folder))
            {
                await garden.PlantAsync("Kept");
            }

            Assert.False(Directory.Exists(Path.Combine(folder, "backups")));

            // As the application made it before gardeners could have schools of their own.
            using (var connection = new SqliteConnection(GardenStore.ConnectionString(folder)))
            {
                connection.Open();
                using var command = connection.CreateCommand();
                command.CommandText =
                    "DELETE FROM __EFMigrationsHistory WHERE MigrationId LIKE '%_OwnSchools'; DROP TABLE Schools;";
                command.ExecuteNonQuery();
            }

            SqliteConnection.ClearAllPools();
            using (var garden = new Garden(folder))
            {
                Assert.Equal(
                    "Kept",
                    (string)Assert.Single((await garden.GetAsync("/api/plants")).AsArray())!["plant"]!["name"]!
                );
                Assert.Equal(17, (await garden.GetAsync("/api/rules")).AsArray().Count);
            }

            var copy = Assert.Single(Directory.GetFiles(Path.Combine(folder, "backups")));
            using var backup = new SqliteConnection($"Data Source={copy};Pooling=false");
            backup.Open();
            using var read = backup.CreateCommand();
            read.CommandText = "SELECT Name FROM Plants";
            Assert.Equal("Kept", read.ExecuteScalar());
        }
        finally
        {
            SqliteConnection.ClearAllPools();
            Directory.Delete(folder, true);
        }
    }

    [Fact]
    public async Task An_upgrade_broken_off_half_way_leaves_one_copy_of_what_the_older_make_left()
    {
        var path = Directory.CreateTempSubdirectory("gemmifer-half-").FullName;
        try
        {
            async Task MigrateAsync(string migration)
            {
                await using var context = new GardenContext(
                    new DbContextOptionsBuilder<GardenContext>().UseSqlite(GardenStore.ConnectionString(path)).Options
                );
                await context.Database.MigrateAsync(migration, TestContext.Current.CancellationToken);
                SqliteConnection.ClearAllPools();
            }

            string[] Copies() => Directory.GetFiles(Path.Combine(path, "backups"));
            await MigrateAsync("20261125112953_Supports");
            using var folder = GardenFolder.Hold(path);
            await GardenStore.ReadyAsync(folder, TestContext.Current.CancellationToken);
            var copy = Assert.Single(Copies());

            // As a start leaves it that is killed between two steps, twice.
            foreach (var step in (string[])["20261125144956_VinesAndRows", "20261125160557_Rain"])
            {
                SqliteConnection.ClearAllPools();
                File.Delete(folder.File);
                File.Copy(copy, folder.File);
                await MigrateAsync(step);
                await GardenStore.ReadyAsync(folder, TestContext.Current.CancellationToken);
                Assert.Equal(copy, Assert.Single(Copies()));
                Assert.Equal(3, GardenInspection.Look(copy, GardenStore.Known).Applied.Count);
            }
        }
        finally
        {
            SqliteConnection.ClearAllPools();
            Directory.Delete(path, true);
        }
    }

    [Fact]
    public async Task Sentences_of_an_older_make_are_given_their_measures_once_and_words_of_people_are_left_alone()
    {
        var folder = Directory.CreateTempSubdirectory("gemmifer-words-").FullName;
        try
        {
            string id;
            using (var garden = new Garden(folder))
            {
                id = await garden.PlantAsync("Kept");
            }

            // As the application made it before the measures of a sentence were kept.
            using (var connection = new SqliteConnection(GardenStore.ConnectionString(folder)))
            {
                connection.Open();
                using var command = connection.CreateCommand();
                command.CommandText = $"""
                    DELETE FROM __EFMigrationsHistory WHERE MigrationId LIKE '%_MeasuresInSentences'; PRAGMA user_version = 0;
                    ALTER TABLE Log DROP COLUMN Measures; ALTER TABLE Visits DROP COLUMN Measures;
                    INSERT INTO Log (PlantId, Season, At, Kind, Text, Stem, Stage, Action, Outcome, Visit) VALUES
                        ('{id}', 2027, '2027-02-20 10:00:00+00:00', 'step', 'Cut A at 455.5 mm, 2 to 3 mm above; look on 2027-05-02.', 'A', 'shorten', 'shorten', 'done', 1),
                        ('{id}', 2027, '2027-02-20 10:00:00+00:00', 'note', 'A stands 300 mm from B.', NULL, NULL, NULL, NULL, 1);
                    INSERT INTO Visits (PlantId, Season, Key, Kind, Text, Due) VALUES ('{id}', 2027, 'x', 'check', 'Weigh 1.5 kg on 2027-02-31.', '2027-05-02');
                    """;
                command.ExecuteNonQuery();
            }

            SqliteConnection.ClearAllPools();
            for (var start = 0; start < 2; start++)
            {
                using var garden = new Garden(folder);
                var log = (await garden.GetAsync($"/api/plants/{id}/log")).AsArray();
                string Told(string kind) => Given(log.Single(l => (string)l!["kind"]! == kind)!["measures"]);
                Assert.Equal("none", Told("note"));
                Assert.Equal(
                    """[{"at":9,"length":8,"mm":455.5},{"at":19,"length":9,"mm":2,"to":3},{"at":44,"length":10,"day":"2027-05-02"}]""",
                    Told("step")
                );
                var visit = Assert.Single((await garden.GetAsync("/api/visits")).AsArray());
                Assert.Equal("""[{"at":6,"length":6,"g":1500}]""", Given(visit!["measures"]));
            }
        }
        finally
        {
            SqliteConnection.ClearAllPools();
            Directory.Delete(folder, true);
        }
    }

    /// <summary>Measures without the fields that are null.</summary>
    private static string Given(JsonNode? measures) =>
        measures is null
            ? "none"
            : "["
                + string.Join(
                    ',',
                    measures
                        .AsArray()
                        .Select(m =>
                            new JsonObject(
                                m!
                                    .AsObject()
                                    .Where(f => f.Value is not null)
                                    .Select(f => KeyValuePair.Create(f.Key, (JsonNode?)f.Value!.DeepClone()))
                            ).ToJsonString()
                        )
                )
                + "]";

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
                Assert.Equal(PlantKinds.All.Select(k => k.Id).Order(), planned.Order());

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
    public async Task The_demo_of_an_older_garden_moves_to_one_of_its_own_with_all_that_was_done()
    {
        var folder = Directory.CreateTempSubdirectory("gemmifer-mixed-").FullName;
        try
        {
            using (var demo = new Garden(demo: true))
            {
                demo.Stop();
                File.Copy(Path.Combine(demo.Folder, "demo", "gemmifer.db"), Path.Combine(folder, "gemmifer.db"));
            }

            // As it was: the demo's plants among the gardener's; one of them was made the gardener's by its name.
            string own;
            using (var mixed = new Garden(folder))
            {
                own = await mixed.PlantAsync("My own");
                await mixed.SendAsync(
                    HttpMethod.Post,
                    "/api/plants/demo-kiln/log",
                    new JsonObject { ["text"] = "Seen" }
                );
                var ferry = await mixed.GetAsync("/api/plants/demo-ferry");
                var revision = (int)ferry["revision"]!;
                ferry["name"] = "By the shed";
                await mixed.SendAsync(HttpMethod.Put, "/api/plants/demo-ferry", ferry, revision);
            }

            for (var start = 0; start < 2; start++)
            {
                using var apart = new Garden(folder, demo: true);
                using var asked = apart.Stranger();
                var mine = (await asked.GetFromJsonAsync<JsonArray>("/api/plants?limit=200"))!;
                Assert.Equal(
                    [own, "demo-ferry"],
                    mine.OrderBy(p => (string)p!["plant"]!["name"]!, StringComparer.Ordinal)
                        .Select(p => (string)p!["plant"]!["id"]!)
                        .Reverse()
                );
                var theirs = (await apart.GetAsync("/api/plants?limit=200")).AsArray();
                Assert.Equal(34, theirs.Count);
                Assert.DoesNotContain(theirs, p =>
                    (string)p!["plant"]!["id"]! is "demo-ferry" || p["plant"]!["id"]!.ToString() == own
                );
                var log = (await apart.GetAsync("/api/plants/demo-kiln/log")).AsArray();
                Assert.Contains(log, l => (string)l!["text"]! == "Seen");
                Assert.Single(Directory.GetFiles(Path.Combine(folder, "backups"), "before-demo-apart-*.db"));
            }
        }
        finally
        {
            SqliteConnection.ClearAllPools();
            Directory.Delete(folder, true);
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
