using System.Text;
using System.Text.Json.Nodes;

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
}
