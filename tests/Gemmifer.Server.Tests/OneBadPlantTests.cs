using System.Net;
using System.Text.Json.Nodes;
using Gemmifer.Core.Families;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Surveys;
using Gemmifer.Data.Files;
using Gemmifer.Server.Planning;
using Microsoft.Data.Sqlite;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Logging.Abstractions;

namespace Gemmifer.Server.Tests;

/// <summary>What is stored was read; a plan that fails in spite of that harms no other plant.</summary>
public sealed class OneBadPlantTests
{
    private static readonly string[] Screens = ["", "/survey", "/work", "/log"];

    private static JsonNode Deep(int depth)
    {
        JsonNode node = new JsonObject { ["end"] = 1 };
        for (var i = 0; i < depth; i++)
        {
            node = new JsonObject { ["in"] = node };
        }

        return node;
    }

    [Fact]
    public async Task What_nobody_reads_is_not_stored_and_every_screen_goes_on()
    {
        using var garden = new Garden();
        var id = await garden.PlantAsync();
        var survey = Garden.Survey(Garden.Cane("A", 1), Garden.Cane("B", 5));
        survey["stems"]![0]!["unknown"] = Deep(12);
        survey["stems"]![0]!["buds"] = new JsonArray(
            new JsonObject
            {
                ["at"] = 300,
                ["clock"] = 3,
                ["state"] = "dormant",
                ["odd"] = "x",
            }
        );
        survey["keepOut"] = new JsonArray(
            new JsonObject
            {
                ["name"] = "path",
                ["side"] = 6,
                ["from"] = 900,
                ["a/b~c"] = new JsonArray(1, 2),
            }
        );
        survey["support"] = new JsonObject
        {
            ["kind"] = "stake",
            ["width"] = 60,
            ["height"] = 900,
            ["odd"] = Deep(3),
        };
        survey["vine"] = "no vine";
        survey["row"] = 7;
        survey["whole"] = Deep(5);
        var (status, answer) = await garden.SendAsync(HttpMethod.Put, $"/api/plants/{id}/survey", survey, 0);
        Assert.True(status == HttpStatusCode.OK, answer?.ToJsonString());
        var document = (await garden.GetAsync($"/api/plants/{id}/survey"))["document"]!;
        var text = document.ToJsonString();
        Assert.All((string[])["unknown", "odd", "a/b~c", "no vine", "whole"], w => Assert.DoesNotContain(w, text));
        Assert.Equal(300, (double)document["stems"]![0]!["buds"]![0]!["at"]!);
        Assert.Equal("path", (string)document["keepOut"]![0]!["name"]!);
        Assert.Equal(900, (double)document["support"]!["height"]!);
        await AllAnswerAsync(garden, id);
    }

    [Theory]
    [InlineData(28, 200)]
    [InlineData(40, 400)]
    [InlineData(61, 400)]
    [InlineData(400, 400)]
    public async Task What_is_stored_is_not_nested_without_end(int depth, int status)
    {
        using var garden = new Garden();
        var id = await garden.PlantAsync();
        var survey = Garden.Survey(Garden.Cane("A", 1));
        survey["odd"] = Deep(depth);
        Assert.Equal(
            status,
            (int)(await garden.SendAsync(HttpMethod.Put, $"/api/plants/{id}/survey", survey, 0)).Status
        );
        await AllAnswerAsync(garden, id);
    }

    [Fact]
    public async Task The_part_of_another_family_stays_as_it_was_stored()
    {
        using var garden = new Garden();
        var (_, plant) = await garden.SendAsync(
            HttpMethod.Post,
            "/api/plants",
            new JsonObject { ["name"] = "Changed", ["kind"] = "vine.vinifera" }
        );
        var id = (string)plant!["id"]!;
        var survey = Garden.Survey();
        survey["vine"] = new JsonObject { ["system"] = "goblet", ["odd"] = 1 };
        await garden.SendAsync(HttpMethod.Put, $"/api/plants/{id}/survey", survey, 0);
        var as_ = new JsonObject { ["name"] = "Changed", ["kind"] = "rose.hybrid-tea" };
        await garden.SendAsync(HttpMethod.Put, $"/api/plants/{id}", as_, 1);
        survey["vine"] = "gone";
        await garden.SendAsync(HttpMethod.Put, $"/api/plants/{id}/survey", survey, 1);
        as_["kind"] = "vine.vinifera";
        await garden.SendAsync(HttpMethod.Put, $"/api/plants/{id}", as_, 2);
        var vine = (await garden.GetAsync($"/api/plants/{id}/survey"))["document"]!["vine"]!;
        Assert.Equal("""{"system":"goblet"}""", vine.ToJsonString());
    }

    [Fact]
    public async Task A_row_of_vines_is_stored_as_it_was_read()
    {
        using var garden = new Garden();
        var (status, _) = await garden.SendAsync(
            HttpMethod.Post,
            "/api/blocks",
            new JsonObject
            {
                ["place"] = "terrace",
                ["kind"] = "vine.vinifera",
                ["count"] = 2,
                ["vine"] = new JsonObject { ["system"] = "cordon", ["odd"] = Deep(4) },
            }
        );
        Assert.Equal(HttpStatusCode.Created, status);
        foreach (var plant in (await garden.GetAsync("/api/plants")).AsArray())
        {
            var id = (string)plant!["plant"]!["id"]!;
            var vine = (await garden.GetAsync($"/api/plants/{id}/survey"))["document"]!["vine"]!;
            Assert.Equal("""{"system":"cordon"}""", vine.ToJsonString());
            await AllAnswerAsync(garden, id);
        }
    }

    /// <summary>As an older make could store it: the lists and the whole garden's plan go on without it.</summary>
    [Theory]
    [InlineData("[{]")]
    [InlineData("{}")]
    [InlineData("deep")]
    public async Task A_survey_that_cannot_be_read_harms_no_other_plant(string stems)
    {
        using var garden = new Garden();
        var (bad, good) = (await garden.PlantAsync("Bad"), await garden.PlantAsync("Good"));
        foreach (var id in (string[])[bad, good])
        {
            await garden.SendAsync(HttpMethod.Put, $"/api/plants/{id}/survey", Garden.Survey(Garden.Cane("A", 1)), 0);
        }

        await using (var connection = new SqliteConnection(GardenStore.ConnectionString(garden.Folder)))
        {
            await connection.OpenAsync();
            await using var command = connection.CreateCommand();
            command.CommandText = "UPDATE Surveys SET Stems = $stems WHERE PlantId = $id";
            var deep = new string('[', 70) + new string(']', 70);
            command.Parameters.AddWithValue("$stems", stems == "deep" ? deep : stems);
            command.Parameters.AddWithValue("$id", bad);
            await command.ExecuteNonQueryAsync();
        }

        Assert.Equal(2, (await garden.GetAsync("/api/plants")).AsArray().Count);
        var lines = (await garden.Client.GetStringAsync("/api/garden/plan")).Trim().Split('\n').Skip(1).ToArray();
        Assert.Equal(2, lines.Length);
        Assert.Contains(lines, l => (string)JsonNode.Parse(l)!["state"]! == "planned");
        Assert.NotNull((await garden.GetAsync($"/api/plants/{good}/work"))["plan"]);
    }

    [Fact]
    public async Task A_plan_that_fails_is_told_on_its_plant_and_the_others_go_on()
    {
        using var garden = new Garden(services: s => s.AddSingleton<PlanMaker>(new Failing()));
        var (bad, good) = (await garden.PlantAsync("Bad"), await garden.PlantAsync("Good"));
        foreach (var id in (string[])[bad, good])
        {
            await garden.SendAsync(
                HttpMethod.Put,
                $"/api/plants/{id}/survey",
                Garden.Survey(Garden.Cane("A", 1), Garden.Cane("B", 5)),
                0
            );
        }

        var work = await garden.GetAsync($"/api/plants/{bad}/work");
        Assert.Equal(8, ((string)work["fault"]!).Length);
        Assert.Null(work["plan"]);
        Assert.NotNull((await garden.GetAsync($"/api/plants/{good}/work"))["plan"]);
        await AllAnswerAsync(garden, bad);
        var lines = (await garden.Client.GetStringAsync("/api/garden/plan")).Trim().Split('\n').Skip(1).ToArray();
        Assert.Equal(
            [("Bad", "failed"), ("Good", "planned")],
            lines
                .Select(l => JsonNode.Parse(l)!)
                .Select(l => ((string)l["name"]!, (string)l["state"]!))
                .OrderBy(l => l.Item1)
        );
        var document = (await garden.GetAsync($"/api/plants/{bad}/survey"))["document"]!;
        var (status, problem) = await garden.SendAsync(HttpMethod.Post, "/api/plan", document);
        Assert.Equal((500, 8), ((int)status, ((string)problem!["reference"]!).Length));
    }

    private static async Task AllAnswerAsync(Garden garden, string id)
    {
        foreach (var screen in Screens)
        {
            using var answer = await garden.Client.GetAsync($"/api/plants/{id}{screen}");
            Assert.Equal((screen, HttpStatusCode.OK), (screen, answer.StatusCode));
        }

        foreach (var path in (string[])["/api/plants", "/api/garden/plan", "/api/visits", "/api/blocks"])
        {
            using var answer = await garden.Client.GetAsync(path);
            Assert.Equal((path, HttpStatusCode.OK), (path, answer.StatusCode));
        }
    }

    private sealed class Failing() : PlanMaker(NullLogger<PlanMaker>.Instance)
    {
        public override PlanDocument Make(Survey survey, PlanDetail detail, CancellationToken cancel) =>
            survey.Plant.Name == "Bad"
                ? throw new InvalidOperationException("A fault.")
                : base.Make(survey, detail, cancel);
    }
}
