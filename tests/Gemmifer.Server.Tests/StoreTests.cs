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
        // What did not wait would be done by then: the same takes a fraction of it where nobody writes.
        await Task.Delay(1500, TestContext.Current.CancellationToken);
        Assert.False(restored.IsCompleted, "It did not wait.");
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

    private static readonly DateTimeOffset Noon = new(2027, 3, 15, 12, 0, 0, TimeSpan.Zero);

    private static string[] Kept(Backup[] newestFirst, params string[] held) =>
        [.. newestFirst.Except(Retention.Surplus(newestFirst, held)).Select(b => b.Name)];

    [Fact]
    public void Copies_are_kept_by_age_a_day_a_week_a_month_a_year()
    {
        Backup[] made =
        [
            .. Enumerable
                .Range(0, 1200)
                .Select(i => new Backup($"day-{Noon.AddDays(-i):yyMMdd}.db", 1200 - i, Noon.AddDays(-i), 1)),
        ];
        Assert.Equal(
            [
                // Seven days, of which the two newest weeks' last days are among; three weeks more; months; years.
                "270315",
                "270314",
                "270313",
                "270312",
                "270311",
                "270310",
                "270309",
                "270307",
                "270228",
                "270221",
                "270131",
                "261231",
                "261130",
                "261031",
                "260930",
                "260831",
                "260731",
                "260630",
                "260531",
                "260430",
                "251231",
                "241231",
                "231231",
            ],
            Kept(made).Select(n => n[4..10])
        );
    }

    [Fact]
    public void What_was_asked_for_is_in_use_or_is_the_last_of_its_kind_is_kept()
    {
        Backup Of(string name, int age) => new(name, 1000 - age, Noon.AddMinutes(-age), 1);
        Backup[] made =
        [
            .. Enumerable.Range(0, 60).Select(i => Of($"garden-{i:00}.db", i)),
            .. Enumerable.Range(0, 8).Select(i => Of($"before-restore-{i}.db", 100 + i)),
            Of("before-20270101000000_First.db", 300),
            Of("day-0.db", 400),
            Of("day-1.db", 401),
        ];
        var kept = Kept(made, "before-restore-7.db");
        Assert.Equal(Retention.Asked, kept.Count(n => n.StartsWith("garden-", StringComparison.Ordinal)));
        Assert.Equal(
            [
                "before-restore-0.db",
                "before-restore-1.db",
                "before-restore-2.db",
                "before-restore-3.db",
                "before-restore-4.db",
                "before-restore-7.db",
            ],
            kept.Where(n => n.StartsWith("before-restore", StringComparison.Ordinal))
        );
        Assert.Contains("before-20270101000000_First.db", kept);
        Assert.Contains("day-0.db", kept);
    }

    [Fact]
    public async Task The_days_own_copy_is_made_where_anything_changed_and_an_older_one_without_a_label_comes_after()
    {
        using var garden = new Garden();
        await garden.PlantAsync("Kept");
        garden.Stop();
        using var folder = GardenFolder.Hold(garden.Folder);
        var made = await Backups.MakeOfDayAsync(folder, Noon, TestContext.Current.CancellationToken);
        Assert.NotNull(made);
        Assert.Null(await Backups.MakeOfDayAsync(folder, Noon.AddDays(1), TestContext.Current.CancellationToken));
        using (var connection = new SqliteConnection(GardenStore.ConnectionString(garden.Folder)))
        {
            connection.Open();
            using var command = connection.CreateCommand();
            command.CommandText = "UPDATE Plants SET Name = 'Changed'";
            command.ExecuteNonQuery();
        }

        SqliteConnection.ClearAllPools();

        // By a clock that is a year behind by now.
        var next = await Backups.MakeOfDayAsync(folder, Noon.AddYears(-1), TestContext.Current.CancellationToken);
        File.Copy(folder.File, Path.Combine(folder.BackupFolder, "day-20990101-000000.db"));
        Assert.Equal([next!.Name, made.Name, "day-20990101-000000.db"], Backups.All(folder).Select(b => b.Name));
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
            var refused = await Assert.ThrowsAsync<GardenUnusable>(() => GardenStore.ReadyAsync(folder, Noon));
            Assert.Contains("is damaged (it is cut short)", refused.Message, StringComparison.Ordinal);
            Assert.Contains("--restore garden-", refused.Message, StringComparison.Ordinal);
            Assert.Equal(before, await File.ReadAllBytesAsync(file));
            Assert.Contains(
                "is kept in",
                await PuttingBack.BeforeOpeningAsync(folder, "newest", DateTimeOffset.UtcNow),
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
            await GardenStore.ReadyAsync(folder, Noon);
            var copy = Assert.Single(Copies());

            // As a start leaves it that is killed between two steps, twice.
            foreach (var step in (string[])["20261125144956_VinesAndRows", "20261125160557_Rain"])
            {
                SqliteConnection.ClearAllPools();
                File.Delete(folder.File);
                File.Copy(copy, folder.File);
                await MigrateAsync(step);
                await GardenStore.ReadyAsync(folder, Noon);
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
    public async Task What_families_had_columns_for_is_kept_by_their_names_even_what_cannot_be_read_and_back()
    {
        const string Before = "20261201132704_Incarnations",
            After = "20261201221823_FamilyParts",
            Cane = """[{"id":"A"}]""";
        var path = Directory.CreateTempSubdirectory("gemmifer-parts-").FullName;
        try
        {
            var cancel = TestContext.Current.CancellationToken;
            await using var garden = GardenStore.Open(Path.Combine(path, GardenFolder.FileName), pooling: false);
            await garden.Database.MigrateAsync(Before, cancel);
            (string Stems, string? Vine, string? Row)[] kept =
            [
                ("[]", """{"system":"cordon"}""", null),
                ("[]", null, """{"length":2000}"""),
                (Cane, """{"system":"goblet"}""", """{"length":1000}"""),
                (Cane, null, null),
                ("[]", null, null),
            ];
            await garden.Database.ExecuteSqlRawAsync(
                """
                INSERT INTO Plants (Id, Name, Kind, Place, Neglected, Revision, WorkRevision, CreatedAt)
                VALUES ('p', 'Test', 'vine.vinifera', '', 0, 1, 0, 0)
                """,
                cancel
            );
            foreach (var (season, (stems, vine, row)) in kept.Index())
            {
                await garden.Database.ExecuteSqlRawAsync(
                    "INSERT INTO Surveys (PlantId, Season, Date, Stems, KeepOut, Vine, Row, Revision, UpdatedAt)"
                        + " VALUES ('p', {0}, '2026-02-20', {1}, '[]', {2}, {3}, 1, 0)",
                    [2000 + season, stems, vine!, row!],
                    cancel
                );
            }

            await garden.Database.MigrateAsync(After, cancel);
            var surveys = await garden.Surveys.AsNoTracking().OrderBy(s => s.Season).ToListAsync(cancel);
            Assert.Equal(kept, surveys.Select(s => (s.Stems, s.Part("vine"), s.Part("row"))));
            Assert.Equal([false, true, true, true, false], surveys.Select(s => s.Looked));

            await garden.Database.ExecuteSqlRawAsync("UPDATE Surveys SET Parts = '[' WHERE Season = 2000", cancel);
            await garden.Database.MigrateAsync(Before, cancel);
            await garden.Database.ExecuteSqlRawAsync("UPDATE Surveys SET Row = '[' WHERE Season = 2001", cancel);
            Assert.Equal(
                [null, null, """{"system":"goblet"}""", null, null],
                await garden
                    .Database.SqlQueryRaw<string?>("SELECT Vine AS Value FROM Surveys ORDER BY Season")
                    .ToListAsync(cancel)
            );
            await garden.Database.MigrateAsync(After, cancel);
            Assert.Equal(
                [null, """{"row":[}""", """{"vine":{"system":"goblet"},"row":{"length":1000}}""", null, null],
                await garden.Surveys.AsNoTracking().OrderBy(s => s.Season).Select(s => s.Parts).ToListAsync(cancel)
            );
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
