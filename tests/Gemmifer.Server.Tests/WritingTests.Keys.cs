using System.Text;
using System.Text.RegularExpressions;
using Gemmifer.Data;
using Gemmifer.Data.Files;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Server.Tests;

/// <content>What is sent under a key of its own.</content>
public sealed partial class WritingTests
{
    /// <summary>
    /// What adds, without keys of its own in the body; archives are read twice in <see cref="FileTests"/>.
    /// </summary>
    private async Task<Write[]> AddsAsync() =>
        [
            .. (await WritesAsync())
                .Where(w =>
                    w.Method == HttpMethod.Post
                    && !w.Path.EndsWith("/restore", StringComparison.Ordinal)
                    && !w.Path.EndsWith("/second-visit", StringComparison.Ordinal)
                    && w.Path != "/api/archive"
                    // Of a secret no answer is kept: each time it is another one.
                    && w.Path != "/api/calendar/feed"
                )
                .Select(w => w with { Body = w.Body is null ? null : OwnKey().Replace(w.Body, "") }),
        ];

    [GeneratedRegex(@",""(id|key)"":""[0-9a-f]{32}""")]
    private static partial Regex OwnKey();

    private async Task<string> EverythingAsync()
    {
        var plants = (await _garden.GetAsync("/api/plants?limit=200")).AsArray();
        var logs = new List<string>();
        foreach (var plant in plants)
        {
            var log = await _garden.GetAsync($"/api/plants/{(string)plant!["plant"]!["id"]!}/log");
            logs.Add(log.ToJsonString());
        }

        var rest = new[] { await _garden.GetAsync("/api/rules"), await _garden.GetAsync("/api/visits") };
        return string.Join('\n', [plants.ToJsonString(), .. logs, .. rest.Select(r => r.ToJsonString())]);
    }

    [Fact]
    public async Task What_is_added_under_a_key_is_stored_once_and_answered_the_same()
    {
        var count = (await AddsAsync()).Length;
        for (var i = 0; i < count; i++)
        {
            // Fresh plants for each, so that it finds what it needs.
            var write = (await AddsAsync())[i];
            var key = $"a key of {NewId()}";
            var answers = await Task.WhenAll(Enumerable.Range(0, 4).Select(_ => SendAsync(write, key)));
            var stored = await EverythingAsync();
            var late = await SendAsync(write, key);
            Assert.InRange(late.Status, 200, 204);
            Assert.All(answers, a =>
                Assert.Equal(
                    (late.Status, late.Body?.ToJsonString(), write.Path),
                    (a.Status, a.Body?.ToJsonString(), write.Path)
                )
            );
            Assert.Equal(stored, await EverythingAsync());
        }
    }

    [Fact]
    public async Task A_key_holds_for_its_address_and_only_for_what_was_stored()
    {
        var (one, other) = (await _garden.PlantAsync("One"), await _garden.PlantAsync("Other"));
        Write Note(string id, string text) =>
            new(HttpMethod.Post, $"/api/plants/{id}/log", $$"""{"text":"{{text}}"}""", null);

        // Refused, mended, sent again: then it is stored.
        Assert.Equal(422, (await SendAsync(Note(one, ""), "k")).Status);
        Assert.Equal(201, (await SendAsync(Note(one, "Seen"), "k")).Status);
        var (again, kept) = await SendAsync(Note(one, "Seen otherwise"), "k");
        Assert.Equal((422, null), (again, (string?)kept?["text"]));
        (again, kept) = await SendAsync(Note(one, "Seen"), "k");
        Assert.Equal((201, "Seen"), (again, (string?)kept?["text"]));
        Assert.Equal(201, (await SendAsync(Note(other, "Seen there"), "k")).Status);
        Assert.Single((await _garden.GetAsync($"/api/plants/{one}/log")).AsArray());
        Assert.Single((await _garden.GetAsync($"/api/plants/{other}/log")).AsArray());
        var (status, body) = await SendAsync(Note(one, "Never"), new string('k', 101));
        Assert.Equal((422, "Idempotency-Key"), (status, (string)body!["errors"]![0]!["path"]!));
        Assert.Equal(201, (await SendAsync(Note(one, "At the limit"), new string('k', 100))).Status);
    }

    [Fact]
    public async Task A_key_outlives_a_restart_and_an_answer_that_was_never_given()
    {
        var folder = Directory.CreateTempSubdirectory("gemmifer-key-").FullName;
        try
        {
            async Task<(int Status, string Body)> AddAsync(Garden garden)
            {
                using var request = new HttpRequestMessage(HttpMethod.Post, "/api/plants")
                {
                    Content = new StringContent(
                        """{"name":"Once","kind":"rose.hybrid-tea"}""",
                        Encoding.UTF8,
                        "application/json"
                    ),
                };
                request.Headers.Add("Idempotency-Key", "kept");
                using var answer = await garden.Client.SendAsync(request, TestContext.Current.CancellationToken);
                return (
                    (int)answer.StatusCode,
                    await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken)
                );
            }

            (int, string) first;
            using (var garden = new Garden(folder))
            {
                first = await AddAsync(garden);
            }

            using (var garden = new Garden(folder))
            {
                Assert.Equal(first, await AddAsync(garden));
                Assert.Single((await garden.GetAsync("/api/plants")).AsArray());

                // As a server leaves it that is killed after it stored, before it answered.
                await using var context = new GardenContext(
                    new DbContextOptionsBuilder<GardenContext>().UseSqlite(GardenStore.ConnectionString(folder)).Options
                );
                await context.Answers.ExecuteUpdateAsync(
                    set => set.SetProperty(a => a.Status, (int?)null).SetProperty(a => a.Body, (byte[]?)null),
                    TestContext.Current.CancellationToken
                );
                Assert.Equal((204, ""), await AddAsync(garden));
                Assert.Single((await garden.GetAsync("/api/plants")).AsArray());
            }
        }
        finally
        {
            Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
            Directory.Delete(folder, true);
        }
    }

    [Theory]
    [InlineData("DELETE", "/work/last")]
    [InlineData("DELETE", "/work/1")]
    [InlineData("POST", "/work/try")]
    [InlineData("POST", "/work/finish")]
    [InlineData("POST", "/work")]
    public async Task Work_that_does_not_say_what_it_saw_is_not_taken(string method, string path)
    {
        var id = await _garden.PlantAsync();
        var write = new Write(
            new HttpMethod(method),
            $"/api/plants/{id}{path}",
            path is "/work" or "/work/try" ? "{}" : null,
            null
        );
        Assert.Equal(428, (await SendAsync(write)).Status);
    }

    /// <summary>They touch the same plant, and neither changes what the other does.</summary>
    [Fact]
    public async Task A_plant_that_is_renamed_while_its_survey_is_saved_keeps_both()
    {
        var id = await _garden.PlantAsync();
        for (var n = 0; n < 40; n++)
        {
            var survey = Garden.Survey(Garden.Cane("A", 1 + (n % 11)), Garden.Cane("B", 5)).ToJsonString();
            var seen = n.ToString(System.Globalization.CultureInfo.InvariantCulture);
            var plant = (n + 1).ToString(System.Globalization.CultureInfo.InvariantCulture);
            var body = $$"""{"name":"Called {{n}}","kind":"rose.hybrid-tea"}""";
            var both = await Task.WhenAll(
                SendAsync(new Write(HttpMethod.Put, $"/api/plants/{id}/survey", survey, seen)),
                SendAsync(new Write(HttpMethod.Put, $"/api/plants/{id}", body, plant))
            );
            Assert.Equal([200, 200], both.Select(b => b.Status));
            Assert.Equal($"Called {n}", (string)(await _garden.GetAsync($"/api/plants/{id}"))["name"]!);
            Assert.Equal(n + 1, (int)(await _garden.GetAsync($"/api/plants/{id}/survey"))["revision"]!);
        }
    }

    /// <summary>The table in ARCHITECTURE.md names every address that writes.</summary>
    [Fact]
    public async Task Every_address_that_writes_stands_in_the_table()
    {
        var root = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(root!.FullName, "ARCHITECTURE.md")))
        {
            root = root.Parent;
        }

        var told = Row()
            .Matches(await File.ReadAllTextAsync(Path.Combine(root.FullName, "ARCHITECTURE.md")))
            .Select(m => m.Groups[1].Value)
            .Order();
        var paths = (await _garden.GetAsync("/openapi/v1.json"))["paths"]!.AsObject();
        var writing = paths
            .SelectMany(p =>
                p.Value!.AsObject()
                    .Where(o => o.Key is "post" or "put" or "delete")
                    .Select(o => $"{o.Key.ToUpperInvariant()} {p.Key}")
            )
            .Where(w => w is not "POST /api/plan" and not "POST /api/year" and not "POST /api/trace")
            .Order();
        Assert.Equal(writing, told);
    }

    [GeneratedRegex(@"^\| `((?:POST|PUT|DELETE) /api/[^`]*)` \|", RegexOptions.Multiline)]
    private static partial Regex Row();
}
