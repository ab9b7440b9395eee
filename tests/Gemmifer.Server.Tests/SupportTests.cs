using System.Net;
using System.Text.Json.Nodes;
using Microsoft.Data.Sqlite;

namespace Gemmifer.Server.Tests;

/// <summary>
/// Climbers through the server: the support is kept, work on canes and on their ties are two things, and next year
/// starts from there.
/// </summary>
public class SupportTests
{
    private static readonly DateTimeOffset Winter = new(2027, 2, 20, 9, 0, 0, TimeSpan.Zero);

    private static JsonObject Climber() =>
        new JsonObject
        {
            ["date"] = "2027-02-20",
            ["stems"] = new JsonArray(Cane("A", 9, 12, 1), Cane("B", 3, 11, 1), Cane("C", 3.3, 5, 2)),
            ["keepOut"] = new JsonArray(),
            ["school"] = null,
            ["support"] = new JsonObject
            {
                ["kind"] = "wall",
                ["width"] = 2400,
                ["height"] = 2000,
                ["y"] = 80,
            },
        };

    private static JsonObject Cane(string id, double clock, double diameter, int age)
    {
        var cane = Garden.Cane(id, clock, diameter, age);
        cane["length"] = 2600;
        return cane;
    }

    private static async Task<string> PlantAsync(Garden garden, string kind = "rose.climber")
    {
        var (status, plant) = await garden.SendAsync(
            HttpMethod.Post,
            "/api/plants",
            new JsonObject
            {
                ["name"] = "Climber",
                ["kind"] = kind,
                ["place"] = "wall",
            }
        );
        Assert.Equal(HttpStatusCode.Created, status);
        return (string)plant!["id"]!;
    }

    private static async Task<JsonNode> DoAsync(
        Garden garden,
        string id,
        string key,
        string outcome = "done",
        string? instead = null
    )
    {
        var (status, work) = await garden.SendAsync(
            HttpMethod.Post,
            $"/api/plants/{id}/work",
            new JsonObject
            {
                ["key"] = key,
                ["outcome"] = outcome,
                ["instead"] = instead,
            }
        );
        Assert.True(status == HttpStatusCode.OK, $"{key}: {work}");
        return work!;
    }

    private static string[] Keys(JsonNode work) => [.. work["pending"]!.AsArray().Select(p => (string)p!["key"]!)];

    [Fact]
    public async Task The_support_is_kept_with_the_survey_and_a_page_that_knows_none_does_not_lose_it()
    {
        using var garden = new Garden(now: Winter);
        var id = await PlantAsync(garden);
        var (status, saved) = await garden.SendAsync(HttpMethod.Put, $"/api/plants/{id}/survey", Climber(), 0);
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.Equal(2400, (double)saved!["document"]!["support"]!["width"]!);
        var old = Climber();
        old.Remove("support");
        (_, saved) = await garden.SendAsync(HttpMethod.Put, $"/api/plants/{id}/survey", old, 1);
        Assert.Equal("wall", (string)saved!["document"]!["support"]!["kind"]!);
        var none = Climber();
        none["support"] = null;
        (_, saved) = await garden.SendAsync(HttpMethod.Put, $"/api/plants/{id}/survey", none, 2);
        Assert.Null(saved!["document"]!["support"]);
    }

    [Fact]
    public async Task A_support_that_cannot_be_is_refused_by_field_and_nothing_is_stored()
    {
        using var garden = new Garden(now: Winter);
        var id = await PlantAsync(garden);
        var wrong = Climber();
        wrong["support"]!["height"] = -3;
        var (status, body) = await garden.SendAsync(HttpMethod.Put, $"/api/plants/{id}/survey", wrong, 0);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, status);
        Assert.Equal(["/support/height"], body!["errors"]!.AsArray().Select(e => (string)e!["path"]!));
        Assert.Equal(0, (int)(await garden.GetAsync($"/api/plants/{id}/survey"))["revision"]!);
    }

    [Fact]
    public async Task Cutting_a_cane_and_tying_it_are_two_steps_and_what_is_tied_stays_while_the_rest_is_solved_again()
    {
        using var garden = new Garden(now: Winter);
        var id = await PlantAsync(garden);
        await garden.SendAsync(HttpMethod.Put, $"/api/plants/{id}/survey", Climber(), 0);
        var work = await garden.GetAsync($"/api/plants/{id}/work");
        Assert.Contains("stem:C", Keys(work));
        Assert.Contains("stem:A", Keys(work));
        Assert.Contains("stem:A:train", Keys(work));
        work = await DoAsync(garden, id, "stem:A");
        Assert.DoesNotContain("stem:A", Keys(work));
        Assert.Contains("stem:A:train", Keys(work));
        var line = (int)
            work["plan"]!["training"]!["canes"]!.AsArray().Single(c => (string)c!["stem"]! == "A")!["line"]!;
        work = await DoAsync(garden, id, "stem:A:train");
        Assert.DoesNotContain(Keys(work), k => k.StartsWith("stem:A", StringComparison.Ordinal));

        // Instead of tying B it was taken out: A stays where it was tied.
        work = await DoAsync(garden, id, "stem:B:train", "different", "removed");
        Assert.DoesNotContain(Keys(work), k => k.StartsWith("stem:B", StringComparison.Ordinal));
        Assert.Equal(
            "remove",
            (string)work["plan"]!["stems"]!.AsArray().Single(s => (string)s!["id"]! == "B")!["decision"]!
        );
        Assert.NotNull(work["document"]!["stems"]!.AsArray().Single(s => (string)s!["id"]! == "A")!["towards"]);
        Assert.Equal(1, line);
        Assert.Equal(
            "line",
            (string)work["plan"]!["training"]!["canes"]!.AsArray().Single(c => (string)c!["stem"]! == "A")!["how"]!
        );

        var (_, undone) = await garden.SendAsync(HttpMethod.Delete, $"/api/plants/{id}/work/last");
        Assert.Contains("stem:B:train", Keys(undone!));
    }

    [Fact]
    public async Task Next_winter_a_tied_cane_lies_where_it_was_tied_and_the_support_is_still_there()
    {
        var folder = Directory.CreateTempSubdirectory("gemmifer-ties-").FullName;
        try
        {
            string id;
            double lean;
            using (var garden = new Garden(folder, now: Winter))
            {
                id = await PlantAsync(garden);
                await garden.SendAsync(HttpMethod.Put, $"/api/plants/{id}/survey", Climber(), 0);
                await DoAsync(garden, id, "stem:C");
                var work = await DoAsync(garden, id, "stem:A");
                lean = (double)
                    work["plan"]!["training"]!["canes"]!.AsArray().Single(c => (string)c!["stem"]! == "A")!["lies"]![
                        "lean"
                    ]!;
                await DoAsync(garden, id, "stem:A:train");
            }

            using var later = new Garden(folder, now: Winter.AddYears(1));
            var survey = (await later.GetAsync($"/api/plants/{id}/survey"))["document"]!;
            var stems = survey["stems"]!.AsArray();
            Assert.Equal(["A", "B"], stems.Select(s => (string)s!["id"]!));
            Assert.Equal((lean, 2), ((double)stems[0]!["lean"]!, (int)stems[0]!["age"]!));
            Assert.True((double)stems[0]!["length"]! < 2600);
            Assert.Equal((24.0, 2600.0), ((double)stems[1]!["lean"]!, (double)stems[1]!["length"]!));
            Assert.Equal("wall", (string)survey["support"]!["kind"]!);
        }
        finally
        {
            SqliteConnection.ClearAllPools();
            Directory.Delete(folder, true);
        }
    }

    [Fact]
    public async Task Every_demo_climber_has_its_support_and_a_proved_plan_with_ties()
    {
        using var garden = new Garden(demo: true, now: Winter);
        var kinds = new List<string>();
        foreach (var name in new[] { "slatewall", "gatebow", "corkscrew", "barn", "tangle" })
        {
            var document = (await garden.GetAsync($"/api/plants/demo-{name}/survey"))["document"]!;
            var (status, plan) = await garden.SendAsync(HttpMethod.Post, "/api/plan", document);
            Assert.Equal(HttpStatusCode.OK, status);
            Assert.True((bool)plan!["optimal"]!);
            Assert.True((int)plan["training"]!["bloomTied"]! > (int)plan["training"]!["bloomFound"]!);
            Assert.True((double)plan["kit"]!["ties"]!["metres"]! > 1);
            Assert.DoesNotContain(plan["warnings"]!.AsArray(), w => (string)w!["code"]! is "relaxed" or "season");
            kinds.Add((string)document["support"]!["kind"]!);
        }

        Assert.Equal(["wall", "arch", "obelisk", "pergola", "fence"], kinds);
    }
}
