using System.Net;
using System.Text.Json.Nodes;

namespace Gemmifer.Server.Tests;

/// <summary>The year of the garden, what to do today, and the quick entries it learns from.</summary>
public sealed class YearTests : IDisposable
{
    private readonly Garden _garden = new(now: new DateTimeOffset(2027, 3, 1, 9, 0, 0, TimeSpan.Zero));

    public void Dispose() => _garden.Dispose();

    private async Task<string> PlantAsync(string name, Action<JsonObject>? change = null)
    {
        var plant = new JsonObject
        {
            ["name"] = name,
            ["kind"] = "rose.climber",
            ["place"] = "wall",
        };
        change?.Invoke(plant);
        var (status, body) = await _garden.SendAsync(HttpMethod.Post, "/api/plants", plant);
        Assert.Equal(HttpStatusCode.Created, status);
        return (string)body!["id"]!;
    }

    private Task<(HttpStatusCode Status, JsonNode? Body)> NoteAsync(string id, string what, string? day = null) =>
        _garden.SendAsync(HttpMethod.Post, $"/api/plants/{id}/log", new JsonObject { ["what"] = what, ["day"] = day });

    [Fact]
    public async Task A_year_is_asked_for_without_storing_anything()
    {
        var (status, year) = await _garden.SendAsync(
            HttpMethod.Post,
            "/api/year",
            JsonNode.Parse(
                """
                { "place": { "hemisphere": "north", "latitude": 51, "lastFrost": "04-15", "firstFrost": "10-20" },
                  "from": "2027-01-01", "to": "2027-12-31",
                  "plants": [ { "id": "p1", "kind": "rose.climber", "school": "flat-fan", "sun": "half", "flowerOn": "2027-06-20" } ],
                  "log": [ { "plant": "p1", "date": "2026-03-01", "what": "pruned" } ],
                  "weather": [ { "date": "2027-02-10", "tmin": -6, "tmax": 2, "rain": 0 } ] }
                """
            )
        );
        Assert.Equal(200, (int)status);
        var job = year!["jobs"]!.AsArray().First(j => (string)j!["job"]! == "main-prune")!;
        foreach (var field in (string[])["plant", "job", "window", "best", "because", "provenance", "ifLate"])
        {
            Assert.NotNull(job[field]);
        }

        Assert.NotEmpty(year["bloom"]!.AsArray());
        (status, var wrong) = await _garden.SendAsync(
            HttpMethod.Post,
            "/api/year",
            JsonNode.Parse("""{ "plants": 3 }""")
        );
        Assert.Equal(
            (422, "/from"),
            ((int)status, (string)wrong!["errors"]!.AsArray().First(e => (string)e!["path"]! == "/from")!["path"]!)
        );
        (status, _) = await _garden.SendAsync(HttpMethod.Post, "/api/year", JsonNode.Parse("[]"));
        Assert.Equal(422, (int)status);
    }

    [Fact]
    public async Task What_was_noted_of_other_years_dates_this_one()
    {
        var id = await PlantAsync("Wall Lamp", p => p["flowerOn"] = "2027-06-20");
        async Task<JsonNode> PruneAsync() =>
            (await _garden.GetAsync("/api/garden/year?from=2027-01-01&to=2027-12-31"))["jobs"]!
                .AsArray()
                .First(j => (string)j!["job"]! == "main-prune" && ((string)j["because"]!).Contains("2027-06-20"))!;
        var before = await PruneAsync();
        foreach (var (what, day) in new[] { ("pruned", "2026-04-22"), ("first-bloom", "2026-06-21") })
        {
            var (status, line) = await NoteAsync(id, what, day);
            Assert.Equal((201, what), ((int)status, (string)line!["what"]!));
        }

        var after = await PruneAsync();
        Assert.NotEqual((string)before["best"]!, (string)after["best"]!);

        // Sixty days, as in the year before.
        Assert.Equal("2027-04-21", (string)after["best"]!);
        var log = (await _garden.GetAsync($"/api/plants/{id}/log")).AsArray();
        Assert.Equal(["First bloom.", "Pruned."], log.Select(l => (string)l!["text"]!).Order());
        Assert.All(log, l => Assert.Equal(2026, (int)l!["season"]!));
    }

    [Fact]
    public async Task A_quick_entry_that_cannot_be_is_named_and_not_stored()
    {
        var id = await PlantAsync("Wall Lamp");
        foreach (
            var (body, field) in new[]
            {
                ("""{}""", "/text"),
                ("""{"what":"danced"}""", "/what"),
                ("""{"what":"fed","day":"2027-03-02"}""", "/day"),
                ("""{"what":"fed","day":"2027-02-30"}""", "/day"),
            }
        )
        {
            var (status, problem) = await _garden.SendAsync(
                HttpMethod.Post,
                $"/api/plants/{id}/log",
                JsonNode.Parse(body)
            );
            Assert.Equal((422, field), ((int)status, (string)problem!["errors"]![0]!["path"]!));
        }

        Assert.Empty((await _garden.GetAsync($"/api/plants/{id}/log")).AsArray());
    }

    [Fact]
    public async Task The_minutes_there_are_are_used_for_what_is_worth_most_and_the_rest_is_said()
    {
        for (var i = 0; i < 6; i++)
        {
            await PlantAsync($"Rose {i}", p => p["place"] = i % 2 == 0 ? "wall" : "gate");
        }

        var all = await _garden.GetAsync("/api/garden/work");
        var due = all["chosen"]!.AsArray().Count;
        Assert.Equal(6, due);
        Assert.Empty(all["left"]!.AsArray());
        var some = await _garden.GetAsync("/api/garden/work?minutes=40");
        Assert.True((double)some["takes"]! <= 40);
        Assert.Equal(due, some["chosen"]!.AsArray().Count + some["left"]!.AsArray().Count);
        var gate = await _garden.GetAsync("/api/garden/work?minutes=600&place=gate");
        Assert.Equal(3, gate["plants"]!.AsArray().Count);
        var prunes = await _garden.GetAsync("/api/garden/work?job=main-prune");
        Assert.Equal(6, prunes["chosen"]!.AsArray().Count);
        foreach (
            var (query, field) in new[] { ("minutes=0", "/minutes"), ("minutes=x", "/minutes"), ("job=dance", "/job") }
        )
        {
            var (status, problem) = await _garden.SendAsync(HttpMethod.Get, $"/api/garden/work?{query}");
            Assert.Equal((422, field), ((int)status, (string)problem!["errors"]![0]!["path"]!));
        }
    }

    [Fact]
    public async Task Today_is_walked_in_order_with_what_is_diseased_last_and_what_waits_for_weather_apart()
    {
        var ids = new Dictionary<string, string>();
        foreach (var place in (string[])["north wall", "bed", "yard"])
        {
            ids[place] = await PlantAsync($"Rose of {place}", p => p["place"] = place);
        }

        var (status, _) = await _garden.SendAsync(
            HttpMethod.Put,
            "/api/garden/places",
            JsonNode.Parse(
                """{"places":[{"name":"yard","later":0},{"name":"north wall","later":0},{"name":"bed","later":0}]}"""
            )
        );
        Assert.Equal(200, (int)status);
        async Task<string[]> PlacesAsync(string what)
        {
            var work = await _garden.GetAsync("/api/garden/work?minutes=600&job=main-prune");
            var names = work["plants"]!.AsArray().ToDictionary(p => (string)p!["id"]!, p => (string)p!["place"]!);
            return [.. work[what]!.AsArray().Select(j => names[(string)(j!["plant"] ?? j["job"]!["plant"])!])];
        }

        Assert.Equal(["yard", "north wall", "bed"], await PlacesAsync("chosen"));
        var plants = (await _garden.GetAsync("/api/plants")).AsArray();
        Assert.Equal(["yard", "north wall", "bed"], plants.Select(p => (string)p!["plant"]!["place"]!));

        await NoteAsync(ids["yard"], "disease");
        Assert.Equal(["north wall", "bed", "yard"], await PlacesAsync("chosen"));
        var now = await _garden.GetAsync("/api/garden/work?minutes=600&job=main-prune");
        Assert.Equal([ids["yard"]], now["diseased"]!.AsArray().Select(d => (string)d!));
        Assert.Contains("shears", now["kit"]!.AsArray().Select(k => (string)k!));

        // It rains today: cuts wait, and nothing else is known of the days to come.
        using var rain = new StringContent("date,tmin,tmax,rain\n2027-03-01,4,9,11\n");
        Assert.Equal(HttpStatusCode.OK, (await _garden.Client.PostAsync("/api/weather.csv", rain)).StatusCode);
        Assert.Empty(await PlacesAsync("chosen"));
        Assert.Equal(["north wall", "bed", "yard"], await PlacesAsync("waits"));
        now = await _garden.GetAsync("/api/garden/work?minutes=600&job=main-prune");
        Assert.Equal("rain", (string)now["waits"]![0]!["why"]!);
        Assert.Null(now["waits"]![0]!["next"]);
    }

    [Fact]
    public async Task What_a_page_does_not_know_of_a_plant_stays_as_it_is()
    {
        var id = await PlantAsync("Wall Lamp", p => (p["sun"], p["cover"], p["hips"]) = ("half", true, true));
        var (status, body) = await _garden.SendAsync(
            HttpMethod.Put,
            $"/api/plants/{id}",
            new JsonObject { ["name"] = "Gate Lamp", ["kind"] = "rose.climber" },
            1
        );
        Assert.Equal(200, (int)status);
        Assert.Equal(("half", true, true), ((string)body!["sun"]!, (bool)body["cover"]!, (bool)body["hips"]!));
        (status, body) = await _garden.SendAsync(
            HttpMethod.Put,
            $"/api/plants/{id}",
            new JsonObject
            {
                ["name"] = "Gate Lamp",
                ["kind"] = "rose.climber",
                ["sun"] = null,
                ["hips"] = false,
            },
            2
        );
        Assert.Equal((null, true, false), ((string?)body!["sun"], (bool)body["cover"]!, (bool)body["hips"]!));
    }
}
