using System.Net;
using System.Text.Json.Nodes;

namespace Gemmifer.Server.Tests;

/// <summary>Lines of the log are corrected and keep what they said; plants in the bin keep their logs.</summary>
public sealed class LogTests : IDisposable
{
    private static readonly DateTimeOffset Now = new(2027, 3, 1, 10, 0, 0, TimeSpan.Zero);

    private readonly Garden _garden = new(now: Now);

    public void Dispose() => _garden.Dispose();

    private async Task<string> PlantAsync()
    {
        var (_, plant) = await _garden.SendAsync(
            HttpMethod.Post,
            "/api/plants",
            new JsonObject { ["name"] = "Hedge Wicket", ["kind"] = "rose.hybrid-tea" }
        );
        return (string)plant!["id"]!;
    }

    private async Task<int> NoteAsync(string plant, string text)
    {
        var (_, line) = await _garden.SendAsync(
            HttpMethod.Post,
            $"/api/plants/{plant}/log",
            new JsonObject { ["text"] = text }
        );
        return (int)line!["id"]!;
    }

    private Task<(HttpStatusCode Status, JsonNode? Body)> CorrectAsync(string plant, int line, JsonObject change) =>
        _garden.SendAsync(HttpMethod.Put, $"/api/plants/{plant}/log/{line}", change);

    private async Task<JsonNode> LineAsync(string plant, int line) =>
        (await _garden.GetAsync($"/api/plants/{plant}/log")).AsArray().Single(l => (int)l!["id"]! == line)!;

    [Fact]
    public async Task A_note_is_corrected_and_dated_back_and_keeps_what_it_said()
    {
        var plant = await PlantAsync();
        var line = await NoteAsync(plant, "Frist bloom");
        var (status, now) = await CorrectAsync(
            plant,
            line,
            new JsonObject
            {
                ["changes"] = 0,
                ["text"] = "First bloom",
                ["day"] = "2025-06-09",
            }
        );
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.Equal("First bloom", (string)now!["text"]!);
        Assert.StartsWith("2025-06-09", (string)now["at"]!, StringComparison.Ordinal);
        Assert.Equal(2025, (int)now["season"]!);
        var before = Assert.Single(now["history"]!.AsArray())!;
        Assert.Equal(("Frist bloom", "2027-03-01"), ((string)before["text"]!, (string)before["day"]!));
        Assert.True(JsonNode.DeepEquals(now, await LineAsync(plant, line)));
    }

    [Fact]
    public async Task A_line_that_is_struck_out_stands_in_the_log_and_can_be_put_back()
    {
        var plant = await PlantAsync();
        var line = await NoteAsync(plant, "Of another rose");
        var (_, struck) = await CorrectAsync(plant, line, new JsonObject { ["changes"] = 0, ["struck"] = true });
        Assert.True((bool)struck!["struck"]!);
        Assert.True((bool)(await LineAsync(plant, line))["struck"]!);
        var (_, back) = await CorrectAsync(plant, line, new JsonObject { ["changes"] = 1, ["struck"] = false });
        Assert.False((bool)back!["struck"]!);
        Assert.Equal([false, true], back["history"]!.AsArray().Select(h => (bool)h!["struck"]!));
    }

    [Fact]
    public async Task A_correction_of_a_line_that_was_corrected_meanwhile_is_refused()
    {
        var plant = await PlantAsync();
        var line = await NoteAsync(plant, "One");
        await CorrectAsync(plant, line, new JsonObject { ["changes"] = 0, ["text"] = "Two" });
        var (status, _) = await CorrectAsync(plant, line, new JsonObject { ["changes"] = 0, ["text"] = "Three" });
        Assert.Equal(HttpStatusCode.PreconditionFailed, status);
        Assert.Equal("Two", (string)(await LineAsync(plant, line))["text"]!);
    }

    [Theory]
    [InlineData("""{"changes":0,"day":"2027-03-02"}""", "/day")]
    [InlineData("""{"changes":0,"text":"  "}""", "/text")]
    [InlineData("""{"changes":0,"grams":5}""", "/grams")]
    [InlineData("""{"text":"No number"}""", "/changes")]
    public async Task What_cannot_be_is_refused_by_its_field(string change, string path)
    {
        var plant = await PlantAsync();
        var line = await NoteAsync(plant, "One");
        var (status, problem) = await CorrectAsync(plant, line, JsonNode.Parse(change)!.AsObject());
        Assert.Equal(HttpStatusCode.UnprocessableEntity, status);
        Assert.Equal(path, (string)problem!["errors"]![0]!["path"]!);
        Assert.Empty((await LineAsync(plant, line))["history"]!.AsArray());
    }

    [Fact]
    public async Task A_step_of_the_work_under_way_is_taken_back_there_and_one_of_last_winter_is_struck_out()
    {
        var folder = Directory.CreateTempSubdirectory("gemmifer-test-").FullName;
        string plant;
        string stem;
        int line;
        using (var first = new Garden(folder, now: Now))
        {
            var (_, added) = await first.SendAsync(
                HttpMethod.Post,
                "/api/plants",
                new JsonObject { ["name"] = "Hedge Wicket", ["kind"] = "rose.hybrid-tea" }
            );
            plant = (string)added!["id"]!;
            var survey = Garden.Survey(
                Garden.Cane("A", 1),
                Garden.Cane("B", 4),
                Garden.Cane("C", 7),
                Garden.Cane("D", 10)
            );
            await first.SendAsync(HttpMethod.Put, $"/api/plants/{plant}/survey", survey, 0);
            var open = (await first.GetAsync($"/api/plants/{plant}/work"))["pending"]!.AsArray();
            var key = open.Select(p => (string)p!["key"]!).First(k => k.StartsWith("stem:", StringComparison.Ordinal));
            stem = key[5..];
            var (_, work) = await first.SendAsync(
                HttpMethod.Post,
                $"/api/plants/{plant}/work",
                new JsonObject
                {
                    ["key"] = key,
                    ["outcome"] = "different",
                    ["instead"] = "removed",
                }
            );
            line = (int)work!["done"]![0]!["id"]!;
            var (status, _) = await first.SendAsync(
                HttpMethod.Put,
                $"/api/plants/{plant}/log/{line}",
                new JsonObject { ["changes"] = 0, ["struck"] = true }
            );
            Assert.Equal(HttpStatusCode.Conflict, status);
        }

        // A year on the cane is gone; with the line struck out it stands.
        using var later = new Garden(folder, now: Now.AddYears(1));
        async Task<bool> StandsAsync() =>
            (await later.GetAsync($"/api/plants/{plant}/survey"))["document"]!["stems"]!
                .AsArray()
                .Any(s => (string)s!["id"]! == stem);
        Assert.False(await StandsAsync());
        var (struck, _) = await later.SendAsync(
            HttpMethod.Put,
            $"/api/plants/{plant}/log/{line}",
            new JsonObject { ["changes"] = 0, ["struck"] = true }
        );
        Assert.Equal(HttpStatusCode.OK, struck);
        Assert.True(await StandsAsync());
    }

    [Theory]
    [InlineData(2.5, "2027-02-26")]
    [InlineData(0, "2027-03-01")]
    [InlineData(89, "2026-12-02")]
    [InlineData(91, "2027-03-01")]
    public async Task What_waited_on_a_phone_is_dated_when_it_was_done(double days, string day)
    {
        var plant = await PlantAsync();
        await _garden.SendAsync(
            HttpMethod.Put,
            $"/api/plants/{plant}/survey",
            Garden.Survey(Garden.Cane("A", 1), Garden.Cane("B", 4), Garden.Cane("C", 7, 5, 1), Garden.Cane("D", 10)),
            0
        );
        var waited = TimeSpan.FromDays(days);
        var open = (await _garden.GetAsync($"/api/plants/{plant}/work"))["pending"]!.AsArray();
        await _garden.SendAsync(
            HttpMethod.Post,
            $"/api/plants/{plant}/work",
            new JsonObject { ["key"] = (string)open[0]!["key"]!, ["outcome"] = "done" },
            waited: waited
        );
        await _garden.SendAsync(HttpMethod.Post, $"/api/plants/{plant}/work/finish", waited: waited);
        await _garden.SendAsync(
            HttpMethod.Post,
            $"/api/plants/{plant}/log",
            new JsonObject { ["text"] = "Black spot" },
            waited: waited
        );
        var log = (await _garden.GetAsync($"/api/plants/{plant}/log")).AsArray();
        Assert.Equal([day, day, day], log.Select(l => ((string)l!["at"]!)[..10]));
    }

    [Theory]
    [InlineData("-Infinity")]
    [InlineData("NaN")]
    [InlineData("-5")]
    [InlineData("1e300")]
    [InlineData("yesterday")]
    public async Task What_is_no_time_to_have_waited_is_dated_now(string waited)
    {
        var plant = await PlantAsync();
        using var request = new HttpRequestMessage(HttpMethod.Post, $"/api/plants/{plant}/log");
        request.Content = new StringContent("""{"text":"Seen"}""", System.Text.Encoding.UTF8, "application/json");
        request.Headers.TryAddWithoutValidation("Waited-Seconds", waited);
        using var answer = await _garden.Client.SendAsync(request);
        Assert.Equal(HttpStatusCode.Created, answer.StatusCode);
        var line = (await _garden.GetAsync($"/api/plants/{plant}/log")).AsArray().Single()!;
        Assert.StartsWith("2027-03-01", (string)line["at"]!, StringComparison.Ordinal);
    }

    [Fact]
    public async Task One_comes_back_so_long_after_the_day_of_the_work_unless_the_gardener_put_it_off()
    {
        using var late = new Garden(now: new DateTimeOffset(2027, 5, 20, 10, 0, 0, TimeSpan.Zero));
        var plant = await late.PlantAsync();
        var survey = Garden.Survey(Garden.Cane("A", 1), Garden.Cane("B", 4), Garden.Cane("C", 7, 5, 1));
        await late.SendAsync(HttpMethod.Put, $"/api/plants/{plant}/survey", survey, 0);
        async Task DoAsync(double daysAgo)
        {
            var open = (await late.GetAsync($"/api/plants/{plant}/work"))["pending"]!
                .AsArray()
                .First(p => (string)p!["step"]!["stage"]! != "return")!;
            var (status, _) = await late.SendAsync(
                HttpMethod.Post,
                $"/api/plants/{plant}/work",
                new JsonObject { ["key"] = (string)open["key"]!, ["outcome"] = "done" },
                waited: TimeSpan.FromDays(daysAgo)
            );
            Assert.Equal(HttpStatusCode.OK, status);
        }

        async Task<(int Id, string Due)> VisitAsync()
        {
            var visit = Assert.Single((await late.GetAsync("/api/visits")).AsArray())!;
            return ((int)visit["id"]!, (string)visit["due"]!);
        }

        // Planned for February, done in May: the shoots are looked at five weeks after the cuts.
        await DoAsync(10);
        Assert.Equal("2027-06-14", (await VisitAsync()).Due);
        await DoAsync(4);
        var (id, due) = await VisitAsync();
        Assert.Equal("2027-06-20", due);
        await late.SendAsync(
            HttpMethod.Post,
            $"/api/visits/{id}",
            new JsonObject { ["outcome"] = "later", ["days"] = 3 }
        );
        await DoAsync(0);
        Assert.Equal("2027-06-23", (await VisitAsync()).Due);
    }

    [Fact]
    public async Task A_letter_rests_when_its_cane_went_and_the_log_tells_which_cane_it_means()
    {
        var folder = Directory.CreateTempSubdirectory("gemmifer-test-").FullName;
        string plant;
        using (var first = new Garden(folder, now: Now))
        {
            plant = await first.PlantAsync();
            var survey = Garden.Survey(Garden.Cane("A", 1), Garden.Cane("B", 4), Garden.Cane("C", 7));
            await first.SendAsync(HttpMethod.Put, $"/api/plants/{plant}/survey", survey, 0);
            foreach (var (stem, instead) in new[] { ("A", "left"), ("B", "removed") })
            {
                await first.SendAsync(
                    HttpMethod.Post,
                    $"/api/plants/{plant}/work",
                    new JsonObject
                    {
                        ["key"] = $"stem:{stem}",
                        ["outcome"] = "different",
                        ["instead"] = instead,
                    }
                );
            }

            var here = await first.GetAsync($"/api/plants/{plant}/log");
            Assert.Equal(["B", "A"], here.AsArray().Select(l => (string?)l!["stemNow"]));
        }

        using var later = new Garden(folder, now: Now.AddYears(1));
        var now = await later.GetAsync($"/api/plants/{plant}/survey");
        Assert.Equal(["A", "C"], now["document"]!["stems"]!.AsArray().Select(s => (string)s!["id"]!));
        Assert.Equal(["B"], now["earlier"]!.AsArray().Select(s => (string)s!));

        // Whoever calls a new cane B all the same reads in the log that it is another.
        var again = Garden.Survey(Garden.Cane("A", 1, age: 3), Garden.Cane("B", 5, age: 1));
        var (_, saved) = await later.SendAsync(HttpMethod.Put, $"/api/plants/{plant}/survey", again, 0);
        Assert.Equal(["C"], saved!["earlier"]!.AsArray().Select(s => (string)s!));
        var log = await later.GetAsync($"/api/plants/{plant}/log");
        Assert.Equal([null, "A"], log.AsArray().Select(l => (string?)l!["stemNow"]));
    }

    [Fact]
    public async Task Of_a_season_without_a_survey_nothing_is_said_of_its_letters()
    {
        using var demo = new Garden(demo: true, now: Now);
        var log = (await demo.GetAsync("/api/plants/demo-lantern/log")).AsArray();
        var older = log.Where(l => (string?)l!["stem"] is not null && (int)l["season"]! < 2027).ToArray();
        Assert.NotEmpty(older);
        Assert.All(older, l => Assert.Equal((string?)l!["stem"], (string?)l["stemNow"]));
    }

    [Fact]
    public async Task A_plant_that_is_taken_out_lies_in_the_bin_with_its_log_until_it_is_deleted_for_good()
    {
        var plant = await PlantAsync();
        await NoteAsync(plant, "First bloom");
        Assert.Empty((await _garden.GetAsync("/api/bin")).AsArray());
        var (early, _) = await _garden.SendAsync(HttpMethod.Delete, $"/api/bin/{plant}", null, 1);
        Assert.Equal(HttpStatusCode.Conflict, early);
        await _garden.SendAsync(HttpMethod.Delete, $"/api/plants/{plant}", null, 1);
        var binned = Assert.Single((await _garden.GetAsync("/api/bin")).AsArray())!;
        Assert.Equal(("Hedge Wicket", 1), ((string)binned["plant"]!["name"]!, (int)binned["lines"]!));
        Assert.Single((await _garden.GetAsync($"/api/bin/{plant}/log")).AsArray());
        var (stale, _) = await _garden.SendAsync(HttpMethod.Delete, $"/api/bin/{plant}", null, 1);
        Assert.Equal(HttpStatusCode.PreconditionFailed, stale);
        var (gone, _) = await _garden.SendAsync(HttpMethod.Delete, $"/api/bin/{plant}", null, 2);
        Assert.Equal(HttpStatusCode.NoContent, gone);
        Assert.Empty((await _garden.GetAsync("/api/bin")).AsArray());
        var (again, _) = await _garden.SendAsync(HttpMethod.Post, $"/api/plants/{plant}/restore");
        Assert.Equal(HttpStatusCode.NotFound, again);
    }
}
