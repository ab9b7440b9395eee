using System.Globalization;
using System.Net;
using System.Text.Json.Nodes;

namespace Gemmifer.Server.Tests;

/// <summary>Schools of one's own, how hard, and the whole garden planned at once.</summary>
public sealed class JudgementTests : IDisposable
{
    private readonly Garden _garden = new();

    public void Dispose() => _garden.Dispose();

    private static JsonObject School(string name, string of, JsonObject set) =>
        new()
        {
            ["name"] = name,
            ["base"] = of,
            ["set"] = set,
        };

    private async Task<JsonNode> CopyAsync(JsonObject set)
    {
        var (status, body) = await _garden.SendAsync(
            HttpMethod.Post,
            "/api/rules",
            School("My bowl", "open-bowl", set)
        );
        Assert.Equal(HttpStatusCode.Created, status);
        return body!;
    }

    private static double? Value(JsonNode school, string name) =>
        (double?)school["values"]!.AsArray().Single(v => (string)v!["name"]! == name)!["number"];

    [Fact]
    public async Task The_rules_show_every_value_with_its_source_and_range()
    {
        var rules = (await _garden.GetAsync("/api/rules")).AsArray();
        Assert.Equal(
            [
                "branching-tip",
                "flat-fan",
                "goblet",
                "halve",
                "hard",
                "keep-volume",
                "light-hand",
                "long-cane",
                "moderate-half",
                "one-crop",
                "open-bowl",
                "renewal-by-age",
                "restart",
                "rough-shear",
                "spur",
                "two-crops",
                "upright",
            ],
            rules.Select(r => (string)r!["id"]!)
        );
        Assert.All(rules.SelectMany(r => r!["values"]!.AsArray()), v =>
        {
            Assert.True(((string)v!["why"]!).Length > 5 && ((string)v["label"]!).Length > 2);
            Assert.Contains((string)v["provenance"]!, new[] { "practice", "published", "memory", "assumption" });
            Assert.True(
                (double?)v["number"] is null
                    || v["flag"]!.GetValue<bool>()
                    || ((double)v["min"]! <= (double)v["number"]! && (double)v["number"]! <= (double)v["max"]!)
            );
        });
        Assert.All(rules, r => Assert.True(r!["weights"]!.AsArray().Count > 15));
        Assert.All(rules.SelectMany(r => r!["weights"]!.AsArray()), w =>
            Assert.True(((string)w!["why"]!).Length > 5 && (string)w["provenance"]! == "assumption")
        );
    }

    [Fact]
    public async Task A_copied_school_is_planned_with_changed_and_taken_back()
    {
        var own = await CopyAsync(new JsonObject { ["canesMax"] = 4, ["slope"] = 0 });
        var id = (string)own["id"]!;
        Assert.Equal(4.0, Value(own, "canesMax"));
        var plant = await _garden.PlantAsync();
        var offered = (await _garden.GetAsync("/api/schools?kind=rose.hybrid-tea"))
            .AsArray()
            .Single(s => (string)s!["id"]! == id)!;
        Assert.Equal(("open-bowl", "My bowl"), ((string)offered["base"]!, (string)offered["name"]!));

        var survey = Garden.Survey([
            .. Enumerable.Range(0, 6).Select(i => Garden.Cane(((char)('A' + i)).ToString(), (i * 2) + 0.5)),
        ]);
        survey["school"] = new JsonObject
        {
            ["base"] = "open-bowl",
            ["set"] = new JsonObject { ["canesMax"] = 4, ["slope"] = 0 },
            ["own"] = id,
            ["name"] = "My bowl",
        };
        Assert.Equal(
            200,
            (int)(await _garden.SendAsync(HttpMethod.Put, $"/api/plants/{plant}/survey", survey, 0)).Status
        );
        Assert.Equal(4, (int)(await _garden.GetAsync($"/api/plants/{plant}/work"))["plan"]!["counts"]!["kept"]!);

        // Changed later, it is planned with as it is now; the survey was not touched.
        Assert.Equal(
            200,
            (int)
                (
                    await _garden.SendAsync(
                        HttpMethod.Put,
                        $"/api/rules/{id}",
                        School("My bowl", "open-bowl", new JsonObject { ["canesMax"] = 5 }),
                        1
                    )
                ).Status
        );
        Assert.Equal(5, (int)(await _garden.GetAsync($"/api/plants/{plant}/work"))["plan"]!["counts"]!["kept"]!);
        Assert.Equal(
            412,
            (int)
                (await _garden.SendAsync(HttpMethod.Put, $"/api/rules/{id}", School("Late", "open-bowl", []), 1)).Status
        );

        // Taken out of the list, plants that use it still mean it; undo brings it back.
        Assert.Equal(204, (int)(await _garden.SendAsync(HttpMethod.Delete, $"/api/rules/{id}", revision: 2)).Status);
        Assert.DoesNotContain((await _garden.GetAsync("/api/rules")).AsArray(), r => (string)r!["id"]! == id);
        Assert.Equal(5, (int)(await _garden.GetAsync($"/api/plants/{plant}/work"))["plan"]!["counts"]!["kept"]!);
        await _garden.SendAsync(HttpMethod.Post, $"/api/rules/{id}/restore");
        Assert.Contains((await _garden.GetAsync("/api/rules")).AsArray(), r => (string)r!["id"]! == id);
    }

    [Theory]
    [InlineData("spacing", "-1", "/set/spacing")]
    [InlineData("spacing", "1e999", "/set/spacing")]
    [InlineData("canesMin", "50", "/set/canesMin")]
    [InlineData("bud", "\"sideways\"", "/set/bud")]
    [InlineData("sealant", "\"tar\"", "/set/sealant")]
    [InlineData("levelSpread", "5001", "/set/levelSpread")]
    [InlineData("nonsense", "1", "/set")]
    public async Task An_invalid_school_is_refused_by_field_and_not_stored(string name, string value, string path)
    {
        using var answer = await _garden.Client.PostAsync(
            "/api/rules",
            new StringContent(
                $$$"""{"name":"x","base":"open-bowl","set":{"{{{name}}}":{{{value}}}}}""",
                System.Text.Encoding.UTF8,
                "application/json"
            )
        );
        Assert.Equal(422, (int)answer.StatusCode);
        Assert.Equal(path, (string)JsonNode.Parse(await answer.Content.ReadAsStringAsync())!["errors"]![0]!["path"]!);
        Assert.DoesNotContain((await _garden.GetAsync("/api/rules")).AsArray(), r => (bool)r!["own"]!);
    }

    [Fact]
    public async Task Harder_cuts_lower_and_takes_more_and_its_limits_are_named()
    {
        async Task<JsonNode> PlanAsync(int hardness)
        {
            var survey = Garden.Document([
                .. Enumerable.Range(0, 8).Select(i => Garden.Cane(((char)('A' + i)).ToString(), (i * 1.5) + 0.5)),
            ]);
            survey["school"] = new JsonObject { ["base"] = "open-bowl", ["hardness"] = hardness };
            return (await _garden.SendAsync(HttpMethod.Post, "/api/plan", survey)).Body!;
        }

        var shares = new List<double>();
        for (var h = -2; h <= 2; h++)
        {
            shares.Add((double)(await PlanAsync(h))["counts"]!["removedShare"]!);
        }

        Assert.Equal(shares.Order(), shares);
        Assert.True(shares[^1] > shares[0] + 0.1);
        Assert.Equal("/school/hardness", (string)(await PlanAsync(3))["errors"]![0]!["path"]!);
    }

    [Fact]
    public async Task Contradictory_pins_are_planned_and_said_not_refused()
    {
        var survey = Garden.Document([
            .. Enumerable
                .Range(0, 12)
                .Select(i =>
                {
                    var cane = Garden.Cane(((char)('A' + i)).ToString(), 3 + (i * 0.1));
                    cane["pin"] = "keep";
                    return cane;
                }),
        ]);
        var (status, plan) = await _garden.SendAsync(HttpMethod.Post, "/api/plan", survey);
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.Contains(plan!["warnings"]!.AsArray(), w => (string)w!["code"]! == "relaxed");
        Assert.Equal(12, (int)plan["counts"]!["kept"]!);
    }

    [Fact]
    public async Task The_whole_garden_is_planned_line_by_line_as_each_plant_is_planned_alone()
    {
        var ids = new List<string>();
        for (var p = 0; p < 5; p++)
        {
            var id = await _garden.PlantAsync($"Rose {p.ToString(CultureInfo.InvariantCulture)}");
            ids.Add(id);
            if (p < 4)
            {
                await _garden.SendAsync(
                    HttpMethod.Put,
                    $"/api/plants/{id}/survey",
                    Garden.Survey([
                        .. Enumerable
                            .Range(0, 4 + p)
                            .Select(i => Garden.Cane(((char)('A' + i)).ToString(), (i * 12.0 / (4 + p)) + 0.3)),
                    ]),
                    0
                );
            }
        }

        await _garden.SendAsync(HttpMethod.Post, $"/api/plants/{ids[3]}/work/finish");
        var first = (await _garden.GetAsync($"/api/plants/{ids[0]}/work"))["pending"]!
            .AsArray()
            .First(s => s!["step"]!["cut"] is not null)!;
        await _garden.SendAsync(
            HttpMethod.Post,
            $"/api/plants/{ids[0]}/work",
            new JsonObject { ["key"] = (string)first["key"]!, ["outcome"] = "done" }
        );

        using var answer = await _garden.Client.GetAsync("/api/garden/plan");
        Assert.Equal("application/x-ndjson", answer.Content.Headers.ContentType!.MediaType);
        var lines = (await answer.Content.ReadAsStringAsync())
            .Split('\n', StringSplitOptions.RemoveEmptyEntries)
            .Select(l => JsonNode.Parse(l)!)
            .ToArray();
        Assert.Equal(5, (int)lines[0]["total"]!);
        var byId = lines[1..].ToDictionary(l => (string)l["id"]!);
        Assert.Equal(ids.Order(), byId.Keys.Order());
        Assert.Equal(("finished", "empty"), ((string)byId[ids[3]]["state"]!, (string)byId[ids[4]]["state"]!));
        foreach (var id in ids[..3])
        {
            var work = await _garden.GetAsync($"/api/plants/{id}/work");
            Assert.Equal((int)work["plan"]!["counts"]!["kept"]!, (int)byId[id]["kept"]!);
            Assert.Equal((int)work["plan"]!["counts"]!["removed"]!, (int)byId[id]["removed"]!);
            Assert.Equal(
                work["pending"]!
                    .AsArray()
                    .Count(s => s!["step"]!["cut"] is not null && (string)s["step"]!["stage"]! != "return"),
                (int)byId[id]["cuts"]!
            );
        }
    }

    [Fact]
    public async Task A_simple_shrub_has_its_routine_without_a_survey()
    {
        var (_, body) = await _garden.SendAsync(
            HttpMethod.Post,
            "/api/plants",
            new JsonObject
            {
                ["name"] = "Shrub",
                ["kind"] = "shrub.simple",
                ["place"] = "bed",
            }
        );
        var work = await _garden.GetAsync($"/api/plants/{body!["id"]}/work");
        Assert.Contains(work["pending"]!.AsArray(), s => ((string)s!["step"]!["text"]!).Contains("seed heads"));
    }
}
