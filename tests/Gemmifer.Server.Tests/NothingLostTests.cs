using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Gemmifer.Data.Files;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore.Diagnostics;
using Microsoft.Extensions.DependencyInjection;

namespace Gemmifer.Server.Tests;

/// <summary>Ways in which a garden was lost or down; each was reproduced before it was mended.</summary>
public sealed partial class NothingLostTests : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("gemmifer-lost-").FullName;

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        Directory.Delete(_folder, true);
    }

    private string Backups => Path.Combine(_folder, "backups");

    private void Sql(string text, string? file = null)
    {
        using (var connection = new SqliteConnection($"Data Source={file ?? Path.Combine(_folder, "gemmifer.db")}"))
        {
            connection.Open();
            using var command = connection.CreateCommand();
            command.CommandText = text;
            command.ExecuteNonQuery();
        }

        SqliteConnection.ClearAllPools();
    }

    private static async Task<string[]> NamesAsync(HttpClient client) =>
        [
            .. (await client.GetFromJsonAsync<JsonArray>("/api/plants?limit=200"))!.Select(p =>
                (string)p!["plant"]!["name"]!
            ),
        ];

    private static async Task<string> CopyAsync(Garden garden)
    {
        var (status, copy) = await garden.SendAsync(HttpMethod.Post, "/api/copies");
        Assert.Equal(HttpStatusCode.Created, status);
        return (string)copy!["name"]!;
    }

    private static async Task<string[]> CopiesAsync(Garden garden) =>
        [.. (await garden.GetAsync("/api/copies")).AsArray().Select(c => (string)c!["name"]!)];

    private static Task<(HttpStatusCode Status, JsonNode? Body)> GoBackAsync(Garden garden, string copy) =>
        garden.SendAsync(HttpMethod.Post, $"/api/copies/{copy}/restore");

    private static async Task<HttpResponseMessage> ReadInAsync(Garden garden, byte[] archive)
    {
        using var content = new ByteArrayContent(archive);
        content.Headers.ContentType = new("application/zip");
        return await garden.Client.PostAsync("/api/archive", content);
    }

    [Fact]
    public async Task The_demo_read_in_by_archive_outlives_every_start()
    {
        byte[] archive;
        using (var demo = new Garden(demo: true))
        {
            archive = await demo.Client.GetByteArrayAsync("/api/archive");
        }

        using (var own = new Garden(_folder))
        {
            using var taken = await ReadInAsync(own, archive);
            Assert.Equal(HttpStatusCode.OK, taken.StatusCode);
            await own.SendAsync(HttpMethod.Post, "/api/plants/demo-kiln/log", new JsonObject { ["text"] = "Mine" });
        }

        for (var start = 0; start < 2; start++)
        {
            using var again = new Garden(_folder, demo: true);
            using var asked = again.Stranger();
            Assert.Equal(35, (await NamesAsync(asked)).Length);
            Assert.Contains(
                "Mine",
                (await asked.GetStringAsync("/api/plants/demo-kiln/log")),
                StringComparison.Ordinal
            );
        }
    }

    [Fact]
    public async Task The_oldest_of_many_copies_can_be_gone_back_to_and_stays()
    {
        using var garden = new Garden(_folder);
        await garden.PlantAsync("First");
        var oldest = await CopyAsync(garden);
        for (var n = 0; n < 5; n++)
        {
            await garden.PlantAsync($"Later {n}");
            await CopyAsync(garden);
        }

        for (var time = 0; time < 3; time++)
        {
            var (status, _) = await GoBackAsync(garden, oldest);
            Assert.Equal(HttpStatusCode.OK, status);
            Assert.Equal(["First"], await NamesAsync(garden.Client));
            Assert.Contains(oldest, await CopiesAsync(garden));
        }
    }

    [Fact]
    public async Task Going_back_runs_to_its_end_whoever_listens()
    {
        using var garden = new Garden(_folder);
        await garden.PlantAsync("First");

        // A copy as the application made it before gardeners could have schools of their own.
        var copy = await CopyAsync(garden);
        Sql(
            "DELETE FROM __EFMigrationsHistory WHERE MigrationId LIKE '%_OwnSchools'; DROP TABLE Schools;",
            Path.Combine(Backups, copy)
        );
        for (var ms = 0; ms < 60; ms += 4)
        {
            using var closed = new CancellationTokenSource(ms);
            try
            {
                using var answer = await garden.Client.PostAsync($"/api/copies/{copy}/restore", null, closed.Token);
            }
            catch (OperationCanceledException)
            {
                // The connection is closed: nobody listens.
            }

            // Whatever came of it, the garden answers.
            foreach (var path in (string[])["/api/plants", "/api/rules", "/api/settings"])
            {
                using var asked = await garden.Client.GetAsync(path);
                Assert.True(asked.IsSuccessStatusCode, $"{path} after {ms} ms: {asked.StatusCode}");
            }
        }
    }

    [Fact]
    public async Task A_clock_behind_the_times_of_files_breaks_nothing()
    {
        var copies = new List<string>();
        using (var garden = new Garden(_folder))
        {
            await garden.PlantAsync("First");
            for (var n = 0; n < 6; n++)
            {
                copies.Add(await CopyAsync(garden));
            }
        }

        foreach (var copy in Directory.GetFiles(Backups))
        {
            File.SetLastWriteTimeUtc(copy, DateTime.UtcNow.AddYears(3));
        }

        // A start with an upgrade, which copies first.
        Sql("DELETE FROM __EFMigrationsHistory WHERE MigrationId LIKE '%_OwnSchools'; DROP TABLE Schools;");
        using (var garden = new Garden(_folder))
        {
            Assert.Equal(["First"], await NamesAsync(garden.Client));
            await garden.PlantAsync("Second");
            var newest = await CopyAsync(garden);

            // The order stands inside the copies.
            Assert.Equal(newest, (await CopiesAsync(garden))[0]);
            Assert.Equal(HttpStatusCode.OK, (await GoBackAsync(garden, newest)).Status);
            var archive = await garden.Client.GetByteArrayAsync("/api/archive");
            await garden.PlantAsync("Third");
            using var taken = await ReadInAsync(garden, archive);
            Assert.Equal(HttpStatusCode.OK, taken.StatusCode);
        }
    }

    [Fact]
    public async Task Copies_asked_for_at_once_are_all_made()
    {
        using var garden = new Garden(_folder);
        await garden.PlantAsync("First");
        var made = await Task.WhenAll(
            Enumerable.Range(0, 30).Select(_ => garden.SendAsync(HttpMethod.Post, "/api/copies"))
        );
        Assert.All(made, m => Assert.Equal(HttpStatusCode.Created, m.Status));
        var names = made.Select(m => (string)m.Body!["name"]!).ToArray();
        Assert.Equal(30, names.Distinct().Count());
        Assert.All(Directory.GetFiles(Backups), f =>
            Assert.Equal(FileState.Sound, GardenInspection.Look(f, GardenStore.Known).State)
        );
        Assert.Empty(Directory.GetFiles(Backups, "*.unfinished*"));
    }

    [Fact]
    public async Task A_folder_that_held_a_garden_begins_no_empty_one_unasked()
    {
        using (var garden = new Garden(_folder))
        {
            await garden.PlantAsync("First");
            await CopyAsync(garden);
        }

        // As it was left by an older make that was killed while it put a copy back.
        File.Move(Path.Combine(_folder, "gemmifer.db"), Path.Combine(_folder, "damaged-20270220-100000.db"));
        Assert.ThrowsAny<Exception>(() => new Garden(_folder).Client.BaseAddress);
        Assert.False(File.Exists(Path.Combine(_folder, "gemmifer.db")));
    }

    [Fact]
    public async Task A_garden_whose_file_was_taken_away_before_it_had_a_copy_begins_no_empty_one()
    {
        using (var garden = new Garden(_folder))
        {
            await garden.PlantAsync("First");
        }

        File.Delete(Path.Combine(_folder, "gemmifer.db"));
        Assert.ThrowsAny<Exception>(() => new Garden(_folder).Client.BaseAddress);
    }

    [Fact]
    public async Task After_going_back_an_old_save_overwrites_nothing_and_an_old_number_is_nobody_elses()
    {
        using var garden = new Garden(_folder);
        var id = await garden.PlantAsync("First");
        var copy = await CopyAsync(garden);
        async Task<int> RenameAsync(string name, int from)
        {
            var plant = await garden.GetAsync($"/api/plants/{id}");
            plant["name"] = name;
            var (status, _) = await garden.SendAsync(HttpMethod.Put, $"/api/plants/{id}", plant, from);
            return (int)status;
        }

        async Task<JsonNode> NoteAsync(string text) =>
            (
                await garden.SendAsync(HttpMethod.Post, $"/api/plants/{id}/log", new JsonObject { ["text"] = text })
            ).Body!;

        Assert.Equal(200, await RenameAsync("Seen by the phone", 1));
        var old = await NoteAsync("Noted before");
        await GoBackAsync(garden, copy);
        var now = (int)(await garden.GetAsync($"/api/plants/{id}"))["revision"]!;
        Assert.Equal(200, await RenameAsync("Another's", now));
        var other = await NoteAsync("Another's note");

        // The phone saw revision 2 of a garden that is no more, and corrects a line of it.
        Assert.Equal(412, await RenameAsync("Overwritten", 2));
        Assert.NotEqual((int)old["id"]!, (int)other["id"]!);
        var correction = new JsonObject { ["changes"] = 0, ["text"] = "Corrected" };
        Assert.Equal(
            404,
            (int)(await garden.SendAsync(HttpMethod.Put, $"/api/plants/{id}/log/{(int)old["id"]!}", correction)).Status
        );
        Assert.Equal(["Another's"], await NamesAsync(garden.Client));
    }

    [Fact]
    public async Task What_was_made_on_another_incarnation_is_told_and_never_applied()
    {
        using var garden = new Garden(_folder);
        var id = await garden.PlantAsync("First");
        string Incarnation(HttpResponseMessage answer) =>
            answer.Headers.TryGetValues("Gemmifer-Garden", out var said) ? said.Single() : "none";
        using var before = await garden.Client.GetAsync("/api/plants");
        var copy = await CopyAsync(garden);
        await GoBackAsync(garden, copy);
        using var after = await garden.Client.GetAsync("/api/plants");
        Assert.NotEqual(Incarnation(before), Incarnation(after));
        async Task<HttpResponseMessage> NoteAsync(string made)
        {
            using var request = new HttpRequestMessage(HttpMethod.Post, $"/api/plants/{id}/log")
            {
                Content = JsonContent.Create(new { text = "Noted" }),
            };
            request.Headers.Add("Gemmifer-Garden", made);
            return await garden.Client.SendAsync(request);
        }

        using var refused = await NoteAsync(Incarnation(before));
        Assert.Equal(HttpStatusCode.PreconditionFailed, refused.StatusCode);
        var told = (await refused.Content.ReadFromJsonAsync<JsonNode>())!;
        Assert.Equal("incarnation", (string)told["errors"]![0]!["code"]!);
        Assert.Empty((await garden.GetAsync($"/api/plants/{id}/log")).AsArray());
        using var kept = await NoteAsync(Incarnation(after));
        Assert.Equal(HttpStatusCode.Created, kept.StatusCode);

        // It is the same garden after a start, and another one after going on from a copy.
        garden.Stop();
        using var again = new Garden(_folder);
        using var asked = await again.Client.GetAsync("/api/plants");
        Assert.Equal(Incarnation(after), Incarnation(asked));
    }

    [Fact]
    public async Task Copies_asked_for_push_out_none_of_the_days_and_an_import_of_nothing_makes_none()
    {
        using var garden = new Garden(_folder);
        await garden.PlantAsync("First");
        var first = await CopyAsync(garden);
        foreach (var day in (string[])["day-20270110-100000.db", "day-20270111-100000.db", "day-20270112-100000.db"])
        {
            File.Copy(Path.Combine(Backups, first), Path.Combine(Backups, day));
            File.SetLastWriteTimeUtc(Path.Combine(Backups, day), new DateTime(2027, 1, 12, 10, 0, 0, DateTimeKind.Utc));
        }

        for (var press = 0; press < 9; press++)
        {
            await CopyAsync(garden);
        }

        var copies = await CopiesAsync(garden);
        Assert.Equal(3, copies.Count(c => c.StartsWith("day-", StringComparison.Ordinal)));
        var archive = await garden.Client.GetByteArrayAsync("/api/archive");
        using var taken = await ReadInAsync(garden, archive);
        Assert.Equal(HttpStatusCode.OK, taken.StatusCode);
        Assert.Equal(copies, await CopiesAsync(garden));
    }

    /// <summary>A disk that takes nothing more, wherever it is written to.</summary>
    private sealed class Full : DbCommandInterceptor
    {
        private sealed class NoRoom() : IOException("No space left on device", 28);

        public bool On { get; set; }

        public override ValueTask<InterceptionResult<System.Data.Common.DbDataReader>> ReaderExecutingAsync(
            System.Data.Common.DbCommand command,
            CommandEventData eventData,
            InterceptionResult<System.Data.Common.DbDataReader> result,
            CancellationToken cancellationToken = default
        ) =>
            On && command.CommandText.Contains("\"Photos\"", StringComparison.Ordinal)
                ? throw new NoRoom()
                : ValueTask.FromResult(result);
    }
}
