using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json.Nodes;
using Gemmifer.Data;
using Microsoft.Data.Sqlite;
using Microsoft.Extensions.DependencyInjection;

namespace Gemmifer.Server.Tests;

/// <content>Disks, files and keys.</content>
public sealed partial class NothingLostTests
{
    [Fact]
    public async Task A_disk_that_takes_no_picture_says_so_and_the_photograph_waits()
    {
        var disk = new Full { On = true };
        using var garden = new Garden(_folder, services: s =>
            s.ConfigureDbContext<GardenContext>(options => options.AddInterceptors(disk))
        );
        var id = await garden.PlantAsync("First");
        var (status, body) = await garden.SendAsync(
            HttpMethod.Put,
            $"/api/plants/{id}/photos/a",
            new JsonObject { ["from"] = 6, ["picture"] = "AAAA" }
        );
        Assert.Equal((507, "no-room"), ((int)status, (string)body!["errors"]![0]!["code"]!));
    }

    [Theory]
    [InlineData("UPDATE Surveys SET School = '{' WHERE PlantId = '$'")]
    [InlineData("UPDATE Surveys SET School = '{\"base\":\"open-bowl\",\"set\":{\"when\":7}}' WHERE PlantId = '$'")]
    [InlineData("UPDATE Surveys SET Stems = '[{]', Parts = '[' WHERE PlantId = '$'")]
    [InlineData("UPDATE Plants SET Kind = 'rose.unheard-of' WHERE Id = '$'")]
    public async Task One_plant_that_cannot_be_reckoned_is_told_and_the_others_are_reckoned(string broken)
    {
        using var garden = new Garden(_folder, now: new DateTimeOffset(2027, 2, 25, 9, 0, 0, TimeSpan.Zero));
        var good = await garden.PlantAsync("Good");
        var bad = await garden.PlantAsync("Bad");
        foreach (var id in (string[])[good, bad])
        {
            var survey = Garden.Survey(Garden.Cane("A", 1), Garden.Cane("B", 5));
            survey["school"] = "open-bowl";
            await garden.SendAsync(HttpMethod.Put, $"/api/plants/{id}/survey", survey, 0);
        }

        Sql(broken.Replace("$", bad, StringComparison.Ordinal));
        foreach (
            var path in (string[])["/api/garden/year", "/api/garden/work", "/api/calendar.ics", "/api/garden/plan"]
        )
        {
            using var answer = await garden.Client.GetAsync(path);
            var text = await answer.Content.ReadAsStringAsync();
            Assert.True(answer.IsSuccessStatusCode, $"{path}: {answer.StatusCode} {text}");
            Assert.Contains(path == "/api/calendar.ics" ? "Good" : good, text, StringComparison.Ordinal);
        }

        using var lists = await garden.Client.GetAsync("/api/plants");
        Assert.True(lists.IsSuccessStatusCode || broken.Contains("Kind", StringComparison.Ordinal));
    }

    [Fact]
    public async Task A_file_says_which_versions_may_write_into_it()
    {
        using (var garden = new Garden(_folder))
        {
            await garden.PlantAsync("First");
        }

        Sql("PRAGMA user_version = 99");
        var before = await File.ReadAllBytesAsync(Path.Combine(_folder, "gemmifer.db"));
        Assert.ThrowsAny<Exception>(() => new Garden(_folder).Client.BaseAddress);
        SqliteConnection.ClearAllPools();
        Assert.Equal(before, await File.ReadAllBytesAsync(Path.Combine(_folder, "gemmifer.db")));
    }

    [Fact]
    public async Task A_key_that_was_sent_with_something_else_is_refused()
    {
        using var garden = new Garden(_folder);
        var id = await garden.PlantAsync("First");
        async Task<int> NoteAsync(string text)
        {
            using var request = new HttpRequestMessage(HttpMethod.Post, $"/api/plants/{id}/log")
            {
                Content = JsonContent.Create(new { text }),
            };
            request.Headers.Add("Idempotency-Key", "one");
            using var answer = await garden.Client.SendAsync(request);
            return (int)answer.StatusCode;
        }

        Assert.Equal(201, await NoteAsync("This"));
        Assert.Equal(201, await NoteAsync("This"));
        Assert.Equal(422, await NoteAsync("That"));
        Assert.Single((await garden.GetAsync($"/api/plants/{id}/log")).AsArray());
    }

    [Fact]
    public async Task The_secret_of_the_calendar_stands_nowhere_in_the_file()
    {
        using var garden = new Garden(_folder);
        using var request = new HttpRequestMessage(HttpMethod.Post, "/api/calendar/feed");
        request.Headers.Add("Idempotency-Key", "feed");
        using var answer = await garden.Client.SendAsync(request);
        var secret = ((string)(await answer.Content.ReadFromJsonAsync<JsonNode>())!["path"]!).Split("key=")[1];
        garden.Stop();
        Assert.All(Directory.GetFiles(_folder, "*", SearchOption.AllDirectories), f =>
            Assert.Equal(-1, File.ReadAllBytes(f).AsSpan().IndexOf(Encoding.UTF8.GetBytes(secret)))
        );
    }

    [Fact]
    public async Task No_cell_of_a_file_is_taken_for_a_formula_and_it_reads_back_the_same()
    {
        string[] notes = ["=1+1", "+cmd", "-dash", "@sum", "'=quoted", "plain", "-5", "''-two", "\tindented"];
        using var garden = new Garden(_folder);
        var id = await garden.PlantAsync("=HYPERLINK(1)");
        foreach (var note in notes)
        {
            await garden.SendAsync(HttpMethod.Post, $"/api/plants/{id}/log", new JsonObject { ["text"] = note });
        }

        var csv = await garden.Client.GetStringAsync("/api/log.csv");
        using var reader = new CsvHelper.CsvReader(
            new StringReader(csv),
            System.Globalization.CultureInfo.InvariantCulture
        );
        Assert.True(reader.Read() && reader.ReadHeader());
        while (reader.Read())
        {
            for (var i = 0; i < reader.HeaderRecord!.Length; i++)
            {
                var cell = reader.GetField(i)!;
                Assert.False(
                    cell.Length > 0
                        && "=+-@\t\r".Contains(cell[0], StringComparison.Ordinal)
                        && !double.TryParse(cell, out _),
                    cell
                );
            }
        }

        async Task<(int Added, int Same)> TakeAsync()
        {
            using var content = new StringContent(csv, Encoding.UTF8, "text/csv");
            using var taken = await garden.Client.PostAsync("/api/log.csv", content);
            var said = (await taken.Content.ReadFromJsonAsync<JsonNode>())!;
            return ((int)said["added"]!, (int)said["same"]!);
        }

        Assert.Equal((0, notes.Length), await TakeAsync());
    }

    [Fact]
    public async Task Head_is_answered_as_get_is()
    {
        using var garden = new Garden(_folder);
        var id = await garden.PlantAsync("First");
        foreach (var path in (string[])["/api/plants", $"/api/plants/{id}/survey", "/api/log.csv", "/api/nothing"])
        {
            using var get = await garden.Client.GetAsync(path);
            using var head = await garden.Client.SendAsync(new HttpRequestMessage(HttpMethod.Head, path));
            Assert.Equal(get.StatusCode, head.StatusCode);
            Assert.Equal(get.Content.Headers.ContentType, head.Content.Headers.ContentType);
            Assert.Empty(await head.Content.ReadAsByteArrayAsync());
        }
    }

    [Fact]
    public async Task A_row_has_its_counts_in_its_file()
    {
        using var garden = new Garden(_folder);
        var (_, plant) = await garden.SendAsync(
            HttpMethod.Post,
            "/api/plants",
            new JsonObject { ["name"] = "Row", ["kind"] = "raspberry.summer" }
        );
        var id = (string)plant!["id"]!;
        var survey = Garden.Survey();
        survey["row"] = new JsonObject
        {
            ["length"] = 4000,
            ["width"] = 400,
            ["firstYear"] = 60,
            ["spent"] = 44,
        };
        var (status, _) = await garden.SendAsync(HttpMethod.Put, $"/api/plants/{id}/survey", survey, 0);
        Assert.Equal(HttpStatusCode.OK, status);
        var lines = (await garden.Client.GetStringAsync($"/api/plants/{id}/survey.csv")).Split("\r\n");
        Assert.Contains("firstYear", lines[0], StringComparison.Ordinal);
        Assert.Contains("60", lines[1].Split(','));
    }

    [Fact]
    public async Task The_log_keeps_the_gardeners_word_and_leaves_picked_up_with_a_step_are_picked_up()
    {
        var now = new DateTimeOffset(2026, 12, 1, 9, 0, 0, TimeSpan.Zero);
        using var garden = new Garden(_folder, now: now);
        var id = await garden.PlantAsync("First");
        var survey = Garden.Survey(Garden.Cane("A", 1), Garden.Cane("B", 5), Garden.Cane("C", 9));
        survey["date"] = "2026-12-01";
        survey["stems"]![1]!["pin"] = "remove";
        survey["stems"]![0]!["deadFrom"] = 900;
        await garden.SendAsync(HttpMethod.Put, $"/api/plants/{id}/survey", survey, 0);
        async Task<bool> AsksAsync() =>
            (await garden.GetAsync("/api/garden/work"))["chosen"]!
                .AsArray()
                .Any(j => (string)j!["job"]! == "leaf-clean" && (string?)j["plant"] == id);
        Assert.True(await AsksAsync());
        var work = await garden.GetAsync($"/api/plants/{id}/work");
        foreach (
            var key in work["pending"]!
                .AsArray()
                .Where(p => (string)p!["step"]!["stage"]! is "clean" || (string?)p["step"]!["stem"] == "B")
                .Select(p => (string)p!["key"]!)
        )
        {
            var (status, _) = await garden.SendAsync(
                HttpMethod.Post,
                $"/api/plants/{id}/work",
                new JsonObject { ["key"] = key, ["outcome"] = "done" }
            );
            Assert.Equal(HttpStatusCode.OK, status);
        }

        Assert.False(await AsksAsync());
        var log = (await garden.GetAsync($"/api/plants/{id}/log")).AsArray();
        Assert.Contains(log, l => (string?)l!["what"] == "leaves-cleared");
        Assert.Contains(log, l =>
            (string?)l!["stem"] == "B"
            && ((string)l["text"]!).EndsWith("You asked for it to go.", StringComparison.Ordinal)
        );
    }

    [Fact]
    public async Task Work_in_the_calendar_reminds_and_says_its_days_in_words()
    {
        using var garden = new Garden(
            _folder,
            demo: true,
            now: new DateTimeOffset(2027, 2, 25, 9, 0, 0, TimeSpan.Zero)
        );
        var text = (await garden.Client.GetStringAsync("/api/calendar.ics")).Replace(
            "\r\n ",
            "",
            StringComparison.Ordinal
        );
        var calendar = Ical.Net.Calendar.Load(text)!;
        var jobs = calendar.Events.Where(e => !e.Uid!.StartsWith("bloom-", StringComparison.Ordinal)).ToArray();
        Assert.NotEmpty(jobs);
        Assert.All(jobs, e => Assert.Equal("PT8H", Assert.Single(e.Alarms).Trigger!.Duration!.Value.ToString()));
        Assert.All(calendar.Events.Where(e => e.Uid!.StartsWith("bloom-", StringComparison.Ordinal)), e =>
            Assert.Empty(e.Alarms)
        );
        Assert.DoesNotMatch(@"From \d{4}-", text);
    }
}
