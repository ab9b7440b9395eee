using System.Text;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using Gemmifer.Data;
using Gemmifer.Data.Files;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Server.Tests;

/// <summary>Every endpoint that writes, sent twice and against each other; and the table that tells of them.</summary>
public sealed partial class WritingTests : IDisposable
{
    private readonly Garden _garden = new(now: new DateTimeOffset(2027, 2, 20, 9, 0, 0, TimeSpan.Zero));

    public void Dispose() => _garden.Dispose();

    private sealed record Write(HttpMethod Method, string Path, string? Body, string? Seen)
    {
        public string Name { get; init; } = "";
    }

    private Task<(int Status, JsonNode? Body)> SendAsync(Write write) => SendAsync(write, null);

    private async Task<(int Status, JsonNode? Body)> SendAsync(Write write, string? key)
    {
        using var request = new HttpRequestMessage(write.Method, write.Path);
        if (write.Body is { } body)
        {
            request.Content = new StringContent(body, Encoding.UTF8, "application/json");
        }

        if (write.Seen is { } seen)
        {
            request.Headers.TryAddWithoutValidation("If-Match", $"\"{seen}\"");
        }

        if (key is not null)
        {
            request.Headers.TryAddWithoutValidation("Idempotency-Key", key);
        }

        using var answer = await _garden.Client.SendAsync(request);
        var text = await answer.Content.ReadAsStringAsync();
        return ((int)answer.StatusCode, text.Length == 0 ? null : JsonNode.Parse(text));
    }

    /// <summary>A white picture, PNG in base64.</summary>
    private static readonly string Picture = White();

    private static string White()
    {
        using var bitmap = new SkiaSharp.SKBitmap(80, 80);
        bitmap.Erase(SkiaSharp.SKColors.White);
        using var data = bitmap.Encode(SkiaSharp.SKEncodedImageFormat.Png, 90);
        return Convert.ToBase64String(data.ToArray());
    }

    private static string NewId() => Guid.NewGuid().ToString("n");

    /// <summary>A rose that is worked on, a vine with a visit to come, a school of one's own.</summary>
    private async Task<Write[]> WritesAsync()
    {
        var rose = await _garden.PlantAsync($"Rose {NewId()}");
        await _garden.SendAsync(
            HttpMethod.Put,
            $"/api/plants/{rose}/survey",
            Garden.Survey(Garden.Cane("A", 1), Garden.Cane("B", 5), Garden.Cane("C", 9, 5, 1)),
            0
        );
        await _garden.SendAsync(
            HttpMethod.Post,
            $"/api/plants/{rose}/work",
            new JsonObject { ["key"] = "stem:C", ["outcome"] = "done" }
        );
        var work = await _garden.GetAsync($"/api/plants/{rose}/work");
        var open = work["pending"]!.AsArray().First(p => (string)p!["key"]! == "stem:A")!;
        var seen = (string)work["revision"]!;
        var visit = (await _garden.GetAsync("/api/visits")).AsArray().FirstOrDefault();
        var (_, vine) = await _garden.SendAsync(
            HttpMethod.Post,
            "/api/plants",
            new JsonObject { ["name"] = "Vine", ["kind"] = "vine.vinifera" }
        );
        var school = NewId();
        await _garden.SendAsync(HttpMethod.Post, "/api/rules", JsonNode.Parse(School("Own", school)));
        var settings = await _garden.GetAsync("/api/settings");
        var second = (string)vine!["id"]!;
        var survey = Garden.Survey(Garden.Cane("A", 1), Garden.Cane("B", 5)).ToJsonString();
        await _garden.SendAsync(
            HttpMethod.Put,
            $"/api/plants/{rose}/rounds/begun",
            new JsonObject { ["task"] = "cover" }
        );
        return
        [
            new(
                HttpMethod.Post,
                "/api/plants",
                $$"""{"name":"Twice","kind":"rose.hybrid-tea","id":"{{NewId()}}"}""",
                null
            ),
            new(HttpMethod.Put, $"/api/plants/{rose}", """{"name":"Changed","kind":"rose.hybrid-tea"}""", "1"),
            new(HttpMethod.Put, $"/api/plants/{rose}/survey", survey, "1"),
            new(
                HttpMethod.Post,
                $"/api/plants/{rose}/work",
                $$"""{"key":"stem:A","mark":"{{(string)open["mark"]!}}","outcome":"done"}""",
                seen
            ),
            new(HttpMethod.Delete, $"/api/plants/{rose}/work/last", null, seen),
            new(HttpMethod.Delete, $"/api/plants/{rose}/work/finish", null, seen),
            new(
                HttpMethod.Put,
                $"/api/plants/{rose}/log/{(int)work["done"]!.AsArray()[0]!["id"]!}",
                """{"changes":0,"day":"2026-01-02"}""",
                null
            ),
            new(HttpMethod.Delete, $"/api/bin/{second}", null, "1"),
            new(HttpMethod.Post, $"/api/plants/{rose}/work/finish", null, seen),
            new(HttpMethod.Post, $"/api/plants/{rose}/log", $$"""{"text":"Seen twice","key":"{{NewId()}}"}""", null),
            new(HttpMethod.Post, $"/api/plants/{second}/crop", $$"""{"grams":500,"key":"{{NewId()}}"}""", null),
            new(HttpMethod.Post, $"/api/plants/{second}/second-visit", null, null),
            new(HttpMethod.Delete, $"/api/plants/{second}/second-visit", null, null),
            new(HttpMethod.Put, $"/api/plants/{rose}/rounds/{NewId()}", """{"task":"cover","anyway":true}""", null),
            new(HttpMethod.Delete, $"/api/plants/{rose}/rounds/begun", null, null),
            new(
                HttpMethod.Put,
                $"/api/plants/{rose}/photos/{NewId()}",
                $$"""{"from":6,"picture":"{{Picture}}"}""",
                null
            ),
            new(HttpMethod.Delete, $"/api/plants/{rose}/photos/{NewId()}", null, "1"),
            new(HttpMethod.Delete, $"/api/plants/{rose}", null, "1"),
            new(HttpMethod.Post, $"/api/plants/{rose}/restore", null, "1"),
            new(HttpMethod.Post, "/api/rules", School("Copied", NewId()), null),
            new(HttpMethod.Put, $"/api/rules/{school}", School("Renamed", null), "1"),
            new(HttpMethod.Delete, $"/api/rules/{school}", null, "1"),
            new(HttpMethod.Post, $"/api/rules/{school}/restore", null, "1"),
            new(
                HttpMethod.Post,
                "/api/blocks",
                $$"""{"place":"row {{NewId()}}","kind":"vine.vinifera","count":3,"id":"{{NewId()}}"}""",
                null
            ),
            new(
                HttpMethod.Put,
                "/api/settings",
                settings["settings"]!.ToJsonString(),
                ((int)settings["revision"]!).ToString(System.Globalization.CultureInfo.InvariantCulture)
            ),
            new(
                HttpMethod.Post,
                "/api/log",
                $$"""{"place":"bed","what":"fed","day":"2027-02-01","batch":"{{NewId()}}"}""",
                null
            ),
            new(HttpMethod.Post, "/api/log/try", """{"line":"fed bed today"}""", null),
            new(HttpMethod.Delete, $"/api/log/{NewId()}", null, null),
            new(HttpMethod.Post, "/api/log.csv", $"date,plant,what\n2027-01-03,{rose},fed\n", null),
            new(HttpMethod.Post, "/api/weather.csv", "date,tmin,tmax,rain\n2027-01-03,1,2,0\n", null),
            new(HttpMethod.Post, "/api/archive", "no zip", null),
            new(
                HttpMethod.Put,
                "/api/garden/places",
                """{"places":[{"name":"north","later":14},{"name":"bed","later":0}]}""",
                null
            ),
            new(HttpMethod.Post, "/api/calendar/feed", null, null),
            new(HttpMethod.Delete, "/api/calendar/feed", null, null),
            new(HttpMethod.Post, "/api/bin/photos/1/restore", null, null),
            new(HttpMethod.Delete, "/api/bin/photos/1", null, null),
            new(HttpMethod.Post, "/api/bin/lines/1/restore", null, null),
            new(HttpMethod.Delete, "/api/bin/lines/1", null, null),
            new(
                HttpMethod.Post,
                $"/api/visits/{visit?["id"]?.GetValue<int>() ?? 1}",
                $$"""{"outcome":"done","due":"{{visit?["due"]?.GetValue<string>() ?? "2027-03-01"}}"}""",
                null
            ),
        ];
    }

    private static string School(string name, string? id) =>
        new JsonObject
        {
            ["name"] = name,
            ["base"] = "open-bowl",
            ["set"] = new JsonObject { ["spacing"] = 250 },
            ["id"] = id,
        }.ToJsonString();

    [Fact]
    public async Task What_is_sent_twice_at_once_is_done_once_and_never_a_fault()
    {
        foreach (var write in await WritesAsync())
        {
            var answers = await Task.WhenAll(SendAsync(write), SendAsync(write), SendAsync(write));
            Assert.All(answers, a => Assert.True(a.Status is < 500, $"{write.Method} {write.Path}: {a.Status}"));
            var late = await SendAsync(write);
            Assert.True(late.Status is < 500, $"{write.Method} {write.Path}: {late.Status}");
        }

        var plants = (await _garden.GetAsync("/api/plants")).AsArray();
        Assert.Single(plants, p => (string)p!["plant"]!["name"]! == "Twice");
        Assert.Equal(
            3,
            plants.Count(p => ((string)p!["plant"]!["place"]!).StartsWith("row ", StringComparison.Ordinal))
        );
        Assert.Single((await _garden.GetAsync("/api/rules")).AsArray(), r => (string)r!["name"]! == "Copied");
    }

    [Fact]
    public async Task A_note_and_a_crop_sent_twice_are_kept_once()
    {
        var id = await _garden.PlantAsync();
        foreach (
            var (path, body) in new[]
            {
                ("log", """{"text":"First bloom","key":"a"}"""),
                ("crop", """{"grams":1200,"key":"b"}"""),
            }
        )
        {
            var write = new Write(HttpMethod.Post, $"/api/plants/{id}/{path}", body, null);
            var answers = await Task.WhenAll(Enumerable.Range(0, 4).Select(_ => SendAsync(write)));
            Assert.All(answers, a => Assert.Equal(201, a.Status));
            Assert.Single(answers.Select(a => (int)a.Body!["id"]!).Distinct());
        }

        Assert.Equal(2, (await _garden.GetAsync($"/api/plants/{id}/log")).AsArray().Count);
    }

    [Fact]
    public async Task Each_against_each_other_at_once_is_never_a_fault()
    {
        var count = (await WritesAsync()).Length;
        for (var i = 0; i < count; i++)
        {
            // Fresh plants for each, so that the one that is sent first finds what it needs.
            var writes = await WritesAsync();
            var answers = await Task.WhenAll(
                writes.Select(w => SendAsync(w)).Prepend(SendAsync(writes[i])).Append(SendAsync(writes[count - 1 - i]))
            );
            Assert.All(answers.Zip(writes.Prepend(writes[i])), a => Assert.True(a.First.Status < 500, a.Second.Path));
        }
    }

    [Fact]
    public async Task The_log_holds_what_was_on_the_screen_or_the_second_window_is_told()
    {
        var id = await _garden.PlantAsync();
        var survey = Garden.Survey(Garden.Cane("A", 1), Garden.Cane("B", 5), Garden.Cane("C", 9));
        await _garden.SendAsync(HttpMethod.Put, $"/api/plants/{id}/survey", survey, 0);
        var work = await _garden.GetAsync($"/api/plants/{id}/work");
        var shown = work["pending"]!
            .AsArray()
            .First(p => (string?)p!["step"]!["stem"] is not null && (string)p["step"]!["action"]! == "shorten")!;

        // Another window chooses another school; the first still shows the cut of the old one.
        survey["school"] = new JsonObject { ["base"] = "open-bowl", ["hardness"] = -2 };
        await _garden.SendAsync(HttpMethod.Put, $"/api/plants/{id}/survey", survey, 1);
        var done = new Write(
            HttpMethod.Post,
            $"/api/plants/{id}/work",
            $$"""{"key":"{{(string)shown["key"]!}}","mark":"{{(string)shown["mark"]!}}","outcome":"done"}""",
            (string)work["revision"]!
        );
        var (status, body) = await SendAsync(done);
        Assert.Equal((412, "revision"), (status, (string)body!["errors"]![0]!["code"]!));
        Assert.Empty((await _garden.GetAsync($"/api/plants/{id}/log")).AsArray());

        // Shown again, it is stored as it is shown.
        var again = await _garden.GetAsync($"/api/plants/{id}/work");
        var now = again["pending"]!.AsArray().First(p => (string)p!["key"]! == (string)shown["key"]!)!;
        Assert.NotEqual((string)shown["step"]!["text"]!, (string)now["step"]!["text"]!);
        (status, _) = await SendAsync(
            done with
            {
                Body = $$"""{"key":"{{(string)now["key"]!}}","mark":"{{(string)now["mark"]!}}","outcome":"done"}""",
                Seen = (string)again["revision"]!,
            }
        );
        Assert.Equal(200, status);
        var line = Assert.Single((await _garden.GetAsync($"/api/plants/{id}/log")).AsArray())!;
        Assert.Equal($"{now["step"]!["text"]} {now["step"]!["more"]}", (string)line["text"]!);
    }

    [Fact]
    public async Task A_step_that_is_as_it_was_shown_is_stored_though_another_window_went_on()
    {
        var id = await _garden.PlantAsync();
        var survey = Garden.Survey(Garden.Cane("A", 1), Garden.Cane("B", 5), Garden.Cane("C", 9, 5, 1));
        await _garden.SendAsync(HttpMethod.Put, $"/api/plants/{id}/survey", survey, 0);
        var work = await _garden.GetAsync($"/api/plants/{id}/work");
        var thin = work["pending"]!.AsArray().First(p => (string)p!["key"]! == "stem:C")!;
        var whole = work["pending"]!
            .AsArray()
            .First(p =>
                ((string)p!["key"]!).StartsWith("plant", StringComparison.Ordinal) || p["step"]!["stem"] is null
            )!;
        foreach (var step in (JsonNode[])[whole, thin])
        {
            var (status, _) = await SendAsync(
                new Write(
                    HttpMethod.Post,
                    $"/api/plants/{id}/work",
                    $$"""{"key":"{{(string)step["key"]!}}","mark":"{{(string)step["mark"]!}}","outcome":"done"}""",
                    (string)work["revision"]!
                )
            );
            Assert.Equal(200, status);
        }
    }

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
