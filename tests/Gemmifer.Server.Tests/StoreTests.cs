using System.Data.Common;
using System.Text.Json.Nodes;
using Gemmifer.Data;
using Gemmifer.Data.Files;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore.Diagnostics;
using Microsoft.Extensions.DependencyInjection;

namespace Gemmifer.Server.Tests;

/// <summary>The file itself: how it is set up, brought up to date, and begun.</summary>
public sealed partial class StoreTests
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
}
