using System.Text.Json;
using System.Text.Json.Nodes;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Plans;
using Json.Schema;

namespace Gemmifer.Core.Tests.Exchange;

/// <summary>
/// The published schemas, checked with an independent JSON Schema 2020-12 validator (JsonSchema.Net).
/// </summary>
public class SchemaTests
{
    private static readonly JsonSchema Survey = JsonSchema.FromText(
        System.Text.Encoding.UTF8.GetString(SchemaFiles.Read("survey-1.json")!)
    );
    private static readonly JsonSchema Plan = JsonSchema.FromText(
        System.Text.Encoding.UTF8.GetString(SchemaFiles.Read("plan-1.json")!)
    );
    public static TheoryData<int> Seeds => Gemmifer.Core.Tests.Seeds.Of(30);

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Surveys_and_plans_keep_to_their_schemas(int seed)
    {
        var survey = Surveys.Random(seed);
        Assert.True(Survey.Evaluate(survey).IsValid);
        var result = Plan.Evaluate(
            JsonNode.Parse(Surveys.Plan(survey).ToJson()),
            new EvaluationOptions { OutputFormat = OutputFormat.List }
        );
        Assert.True(
            result.IsValid,
            string.Join(
                "; ",
                result
                    .Details.Where(d => d.HasErrors)
                    .Select(d => d.InstanceLocation + " " + string.Join(",", d.Errors!.Values))
            )
        );
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Surveys_and_plans_of_vines_keep_to_their_schemas(int seed) =>
        KeepsTo(Families.Vines.VineSurveys.Random(seed));

    [Theory]
    [InlineData("raspberry.fall")]
    [InlineData("blackberry.erect")]
    [InlineData("canefruit.unknown")]
    public void Surveys_and_plans_of_rows_keep_to_their_schemas(string kind)
    {
        var survey = Families.CaneFruit.RowPlanTests.Row(kind);
        survey["row"]!["observations"] = JsonNode.Parse("""[{ "date": "2026-09-20", "what": "new-canes-fruited" }]""");
        KeepsTo(survey);
    }

    [Theory]
    [InlineData("round", "2027-06-25")]
    [InlineData("cover", "2027-11-10")]
    [InlineData("uncover", "2027-04-01")]
    public void Surveys_and_plans_of_other_visits_keep_to_their_schemas(string task, string date) =>
        KeepsTo(
            Families
                .Roses.RoundTests.Round(
                    date,
                    Families.Roses.RoundTests.Stem("F1", 1, 1, "3 5i 5", "vase"),
                    Families.Roses.RoundTests.Stem("F2", 0, 0, "5", "level 1"),
                    Families.Roses.RoundTests.Stem("F3", 4, 2, "", "clear 2")
                )
                .With("task", task)
        );

    private static void KeepsTo(JsonObject survey)
    {
        Assert.True(Survey.Evaluate(survey).IsValid);
        var result = Plan.Evaluate(
            JsonNode.Parse(Surveys.Plan(survey).ToJson()),
            new EvaluationOptions { OutputFormat = OutputFormat.List }
        );
        Assert.True(
            result.IsValid,
            string.Join(
                "; ",
                result
                    .Details.Where(d => d.HasErrors)
                    .Select(d => d.InstanceLocation + " " + string.Join(",", d.Errors!.Values))
            )
        );
    }

    [Theory]
    [InlineData("clock", "13")]
    [InlineData("clock", "null")]
    [InlineData("length", "40000")]
    [InlineData("diameter", "-2")]
    [InlineData("age", "0")]
    [InlineData("role", "\"twig\"")]
    [InlineData("seen", "[\"haunted\"]")]
    [InlineData("pin", "\"maybe\"")]
    public void Schema_and_reader_refuse_the_same(string field, string value)
    {
        var survey = Surveys.Of(Surveys.Cane("A", 4));
        survey["stems"]![0]![field] = JsonNode.Parse(value);
        Assert.False(Survey.Evaluate(survey).IsValid);
        Assert.IsType<SurveyReading.Invalid>(Surveys.Reading(survey));
    }

    [Fact]
    public void The_example_of_the_contract_is_a_survey_that_can_be_planned()
    {
        var example = JsonNode.Parse(
            """
            { "format": "gemmifer.survey/1",
              "plant": { "name": "Test", "kind": "rose.hybrid-tea", "vigour": "normal", "yearsPlanted": 4, "neglected": false, "unionHeight": 0, "rootstock": true, "look": "open" },
              "date": "2027-02-20", "school": { "base": "open-bowl", "set": { "spacing": 180 } },
              "place": { "hemisphere": "north", "lastFrost": "04-15", "firstFrost": "10-20" }, "rain": [ { "date": "2027-02-20", "mm": 0 } ],
              "support": null, "keepOut": [ { "name": "path", "side": 6, "from": 400 } ],
              "stems": [
                { "id": "A", "role": "cane", "parent": "crown", "clock": 4.5, "baseClock": 4.5, "radius": 30, "diameter": 14, "length": 1100, "lean": 20, "tipLean": 30, "age": 2,
                  "seen": ["bark.green", { "what": "borer", "at": 700 }], "deadFrom": null, "rubs": ["C"], "pin": null,
                  "buds": [ { "at": 320, "clock": 5, "face": "side", "state": "dormant", "leaflets": 5 } ] },
                { "id": "C", "role": "cane", "parent": "crown", "clock": 10, "diameter": 12, "age": 1 },
                { "id": "A1", "role": "lateral", "parent": "A", "at": 400, "clock": 7, "length": 350, "diameter": 6, "age": 1 } ],
              "vine": null, "row": null }
            """
        );
        Assert.True(Survey.Evaluate(example).IsValid);
        var plan = Surveys.Plan((JsonObject)example!);
        Assert.Equal(Verdict.Diseased, plan.Stem("A").Verdict);
        Assert.DoesNotContain(plan.Warnings, w => w.Code == "unknown-field");
    }

    [Fact]
    public void The_same_survey_gives_the_same_bytes()
    {
        var survey = Surveys.Random(12);
        Assert.Equal(Surveys.Plan(survey).ToJson(), Surveys.Plan((JsonObject)survey.DeepClone()).ToJson());
        Assert.Equal(JsonValueKind.Object, JsonDocument.Parse(Surveys.Plan(survey).ToJson()).RootElement.ValueKind);
    }
}
