using System.Net;
using System.Text.Json.Nodes;

namespace Gemmifer.Server.Tests;

/// <summary>Visits beside the season's survey: rounds among the flowers, covering and uncovering.</summary>
public sealed class RoundTests : IDisposable
{
    private readonly Garden _garden = new(now: new DateTimeOffset(2027, 6, 25, 9, 0, 0, TimeSpan.Zero));

    public void Dispose() => _garden.Dispose();

    private static JsonObject Body(string task, params JsonNode[] stems)
    {
        var body = new JsonObject { ["task"] = task };
        if (task == "round")
        {
            body["stems"] = new JsonArray(stems);
        }

        return body;
    }

    private static JsonNode Flower(string id, int blooms = 1, int finished = 1) =>
        JsonNode.Parse(
            $$"""
            { "id": "{{id}}", "role": "cane", "parent": "crown", "clock": 3, "diameter": 8, "age": 1, "length": 600,
              "head": { "blooms": {{blooms}}, "finished": {{finished}} },
              "buds": [ { "leaf": 1, "leaflets": 3 }, { "leaf": 2, "leaflets": 5 } ] }
            """
        )!;

    private async Task<JsonNode> BeginAsync(string plant, string key, JsonObject body)
    {
        var (status, view) = await _garden.SendAsync(HttpMethod.Put, $"/api/plants/{plant}/rounds/{key}", body);
        Assert.True(status == HttpStatusCode.OK, view?.ToJsonString());
        return view!;
    }

    private async Task<JsonNode> DoAsync(string plant, string key, JsonNode work, int nth = 0, string outcome = "done")
    {
        var open = work["pending"]![nth]!;
        var (status, now) = await _garden.SendAsync(
            HttpMethod.Post,
            $"/api/plants/{plant}/work?round={key}",
            new JsonObject
            {
                ["key"] = (string)open["key"]!,
                ["mark"] = (string)open["mark"]!,
                ["outcome"] = outcome,
            },
            seen: (string)work["revision"]!
        );
        Assert.True(status == HttpStatusCode.OK, now?.ToJsonString());
        return now!;
    }

    [Fact]
    public async Task A_round_is_stored_worked_through_and_ends_in_the_log_and_in_the_year()
    {
        var id = await _garden.PlantAsync();
        var round = await BeginAsync(id, "r1", Body("round", Flower("F1"), Flower("F2", 5, 2)));
        Assert.Equal(("2027-06-25", 1), ((string)round["date"]!, (int)round["revision"]!));
        var work = await _garden.GetAsync($"/api/plants/{id}/work?round=r1");
        Assert.Equal([null, "F1", "F2", null], work["pending"]!.AsArray().Select(p => (string?)p!["step"]!["stem"]));
        while (work["pending"]!.AsArray().Count > 0)
        {
            work = await DoAsync(id, "r1", work);
        }

        (var status, work) = await _garden.SendAsync(
            HttpMethod.Post,
            $"/api/plants/{id}/work/finish?round=r1",
            null,
            seen: (string)work["revision"]!
        );
        Assert.Equal((200, true), ((int)status, (bool)work!["finished"]!));
        var log = (await _garden.GetAsync($"/api/plants/{id}/log")).AsArray();
        Assert.Equal("deadheaded", (string?)log[0]!["what"]);
        Assert.Equal("Round among the flowers: 4 steps done.", (string)log[0]!["text"]!);
        Assert.Contains(log, l =>
            (string)l!["text"]!
            == "Cut F1 6 mm above the second leaf from the top, the one of 5 leaflets. "
                + "Its flowers go with it. Slope it away from the bud."
        );

        // The letter of a flowering stem is no cane's.
        Assert.All(log.Where(l => (string?)l!["stem"] is not null), l =>
            Assert.Equal(l!["stem"]!.ToString(), l["stemNow"]!.ToString())
        );

        // The season's own work knows nothing of it.
        var own = await _garden.GetAsync($"/api/plants/{id}/work");
        Assert.Equal((false, 0), ((bool)own["finished"]!, own["done"]!.AsArray().Count));
        var listed = (await _garden.GetAsync("/api/plants"))[0]!;
        Assert.Equal(("empty", 0), ((string)listed["state"]!, (int)listed["stepsDone"]!));
    }

    [Fact]
    public async Task Two_rounds_of_a_season_are_two_and_what_was_begun_twice_is_one()
    {
        var id = await _garden.PlantAsync();
        await BeginAsync(id, "r1", Body("round", Flower("F1")));
        var work = await _garden.GetAsync($"/api/plants/{id}/work?round=r1");
        await DoAsync(id, "r1", work, 1);
        await BeginAsync(id, "r2", Body("round", Flower("F1"), Flower("F2")));
        var rounds = (await _garden.GetAsync($"/api/plants/{id}/rounds")).AsArray();
        Assert.Equal([("r2", 0), ("r1", 1)], rounds.Select(r => ((string)r!["key"]!, (int)r["steps"]!)));
        Assert.Empty((await _garden.GetAsync($"/api/plants/{id}/work?round=r2"))["done"]!.AsArray());

        // It is changed from what was seen, and only then.
        var change = Body("round", Flower("F1"), Flower("F3"));
        async Task<int> PutAsync(string? seen) =>
            (int)(await _garden.SendAsync(HttpMethod.Put, $"/api/plants/{id}/rounds/r2", change, seen: seen)).Status;
        int[] answers =
        [
            await PutAsync(null),
            await PutAsync("7"),
            await PutAsync("1"),
            await PutAsync("1"),
            await PutAsync("*"),
        ];
        Assert.Equal((int[])[428, 412, 200, 412, 200], answers);

        // Nothing was done of the second: it can be dropped. The first cannot.
        async Task<int> DropAsync(string key) =>
            (int)(await _garden.SendAsync(HttpMethod.Delete, $"/api/plants/{id}/rounds/{key}")).Status;
        int[] dropped = [await DropAsync("r1"), await DropAsync("r2"), await DropAsync("r2")];
        Assert.Equal((int[])[409, 204, 404], dropped);
    }

    [Theory]
    [InlineData("""{ "task": "round" }""", "/stems")]
    [InlineData("""{ "task": "round", "stems": [] }""", "/stems")]
    [InlineData("""{ "task": "round", "stems": 3 }""", "/stems")]
    [InlineData("""{ "task": "prune" }""", "/task")]
    [InlineData("""{ "task": "dance" }""", "/task")]
    [InlineData("""{ }""", "/task")]
    [InlineData("""{ "task": "round", "stems": [ { "id": "F1" } ] }""", "/stems/0/role")]
    [InlineData("""{ "task": "cover", "school": "spur" }""", "/school")]
    public async Task What_cannot_be_is_named_and_nothing_is_stored(string body, string path)
    {
        var id = await _garden.PlantAsync();
        var (status, problem) = await _garden.SendAsync(
            HttpMethod.Put,
            $"/api/plants/{id}/rounds/r1",
            JsonNode.Parse(body)
        );
        Assert.Equal((422, path), ((int)status, (string)problem!["errors"]![0]!["path"]!));
        Assert.Empty((await _garden.GetAsync($"/api/plants/{id}/rounds")).AsArray());
        (status, _) = await _garden.SendAsync(HttpMethod.Put, $"/api/plants/{id}/rounds/a%20b", Body("cover"));
        Assert.Equal(422, (int)status);
        (status, _) = await _garden.SendAsync(HttpMethod.Put, "/api/plants/nobody/rounds/r1", Body("cover"));
        Assert.Equal(404, (int)status);
        (status, _) = await _garden.SendAsync(HttpMethod.Get, $"/api/plants/{id}/work?round=none");
        Assert.Equal(404, (int)status);
    }

    [Fact]
    public async Task Covering_waits_for_its_day_and_knows_the_canes_that_were_noted()
    {
        var id = await _garden.PlantAsync();
        var (status, _) = await _garden.SendAsync(
            HttpMethod.Put,
            $"/api/plants/{id}/survey",
            Garden.Survey(Garden.Cane("A", 3), Garden.Cane("B", 9)),
            0
        );
        Assert.Equal(200, (int)status);
        var round = await BeginAsync(id, "c1", Body("cover"));
        Assert.Equal(2, round["document"]!["stems"]!.AsArray().Count);
        var work = await _garden.GetAsync($"/api/plants/{id}/work?round=c1");
        Assert.All(work["pending"]!.AsArray(), p =>
            Assert.True(string.CompareOrdinal((string)p!["step"]!["due"]!, "2027-10-30") >= 0)
        );
        var anyway = Body("cover");
        anyway["anyway"] = true;
        await BeginAsync(id, "c2", anyway);
        work = await _garden.GetAsync($"/api/plants/{id}/work?round=c2");
        Assert.Contains(work["pending"]!.AsArray(), p => (string)p!["step"]!["due"]! == "2027-06-25");
        work = await DoAsync(id, "c2", work);

        // What it puts off is a visit to come.
        var visits = (await _garden.GetAsync("/api/visits")).AsArray();
        Assert.Contains(visits, v =>
            ((string)v!["text"]!).StartsWith("Look whether the wrap", StringComparison.Ordinal)
        );

        // All that was skipped was not done: the plant is not covered.
        while (work["pending"]!.AsArray().Any(p => (string)p!["step"]!["stage"]! != "return"))
        {
            work = await DoAsync(id, "c2", work, 0, "skipped");
        }

        await _garden.SendAsync(HttpMethod.Post, $"/api/plants/{id}/work/finish?round=c2", null, seen: "*");
        Assert.Equal("covered", (string?)(await _garden.GetAsync($"/api/plants/{id}/log"))[0]!["what"]);
    }

    [Fact]
    public async Task A_place_where_spring_is_later_has_its_prune_later()
    {
        var id = await _garden.PlantAsync();
        async Task<(string Frost, string From)> ThenAsync() =>
            (
                (string)(await _garden.GetAsync($"/api/plants/{id}/survey"))["document"]!["place"]!["lastFrost"]!,
                (string)(await _garden.GetAsync("/api/plants"))[0]!["dueFrom"]!
            );
        var before = await ThenAsync();
        var places = new JsonArray(new JsonObject { ["name"] = "bed", ["later"] = 14 });
        var plant = await _garden.GetAsync($"/api/plants/{id}");
        places[0]!["name"] = (string)plant["place"]!;
        var (status, answer) = await _garden.SendAsync(
            HttpMethod.Put,
            "/api/garden/places",
            new JsonObject { ["places"] = places }
        );
        Assert.True((int)status < 300, answer?.ToJsonString());
        var after = await ThenAsync();
        Assert.Equal(("04-15", "04-29"), (before.Frost, after.Frost));
        Assert.Equal(DateOnly.Parse(before.From).AddDays(14).Month, DateOnly.Parse(after.From).Month);
        Assert.NotEqual(before.From, after.From);

        // What is due is asked by the days of the place.
        foreach (var due in (string[])["true", "false"])
        {
            var listed = (await _garden.GetAsync($"/api/plants?due={due}")).AsArray();
            Assert.Equal(
                (string.CompareOrdinal(after.From, "2027-06-25") <= 0) == (due == "true") ? 1 : 0,
                listed.Count
            );
        }
    }

    [Fact]
    public async Task Something_sudden_asks_for_a_look_today_until_the_survey_says_what_it_did()
    {
        var id = await _garden.PlantAsync();
        async Task<int> LooksAsync() =>
            (await _garden.GetAsync("/api/garden/work"))["chosen"]!
                .AsArray()
                .Count(j => (string)j!["job"]! == "look" && ((string)j["because"]!).Contains("storm"));
        Assert.Equal(0, await LooksAsync());
        await _garden.SendAsync(HttpMethod.Post, $"/api/plants/{id}/log", new JsonObject { ["what"] = "storm-break" });
        Assert.Equal(1, await LooksAsync());
        await _garden.SendAsync(
            HttpMethod.Put,
            $"/api/plants/{id}/survey",
            Garden.Survey(Garden.Cane("A", 3), Garden.Cane("B", 9)),
            0
        );
        Assert.Equal(0, await LooksAsync());
    }
}
