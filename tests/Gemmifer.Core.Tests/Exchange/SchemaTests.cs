using System.Text.Json;
using System.Text.Json.Nodes;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Photographs;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Year;
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

    private const string Year = """
        { "place": { "hemisphere": "north", "latitude": 51, "lastFrost": "04-15", "firstFrost": "none" },
          "from": "2027-01-01", "to": "2027-12-31",
          "plants": [ { "id": "p1", "kind": "rose.climber", "school": "flat-fan", "vigour": "normal", "sun": "half",
                        "yearsPlanted": 5, "cover": false, "flowerOn": null, "hips": false, "later": -3,
                        "path": true } ],
          "log": [ { "plant": "p1", "date": "2026-03-01", "what": "pruned" } ],
          "weather": [ { "date": "2027-02-10", "tmin": -6, "tmax": 2, "rain": 0 } ] }
        """;

    private const string Trace = """
        { "views": [ { "id": "front", "from": 6, "size": [1600, 1200], "focal35": 26, "crown": [812, 1040],
                       "stick": { "a": [905, 1050], "b": [902, 560], "mm": 1000, "at": [3.5, 197] } } ],
          "canes": [ { "id": "A", "on": { "front": [[812, 1040], [790, 800], [742, 520]] }, "clock": 4.5,
                       "width": { "front": [[790, 800], [801, 802]] }, "widthSd": { "front": 2 } } ] }
        """;

    /// <summary>Whether the published schema takes a document, and whether what reads it does.</summary>
    private static (bool Schema, bool Reader) Takes(string name, JsonNode document)
    {
        var schema = JsonSchema.FromText(System.Text.Encoding.UTF8.GetString(SchemaFiles.Read($"{name}-1.json")!));
        using var parsed = JsonDocument.Parse(document.ToJsonString());
        return (
            schema.Evaluate(document).IsValid,
            name == "year"
                ? YearReader.Read(parsed.RootElement) is YearReading.Valid
                : TraceReader.Read(parsed.RootElement) is TraceReading.Valid
        );
    }

    /// <param name="path">Of what is put in its place, as a JSON Pointer; "" leaves the document as it is.</param>
    [Theory]
    [InlineData("year", "", "", true)]
    [InlineData("year", "/to", "null", false)]
    [InlineData("year", "/from", "\"soon\"", false)]
    [InlineData("year", "/place/latitude", "91", false)]
    [InlineData("year", "/place/lastFrost", "\"never\"", false)]
    [InlineData("year", "/place/firstFrost", "\"10-20\"", true)]
    [InlineData("year", "/plants/0/kind", "7", false)]
    [InlineData("year", "/plants/0/sun", "\"dark\"", false)]
    [InlineData("year", "/plants/0/later", "61", false)]
    [InlineData("year", "/plants/0/later", "60", true)]
    [InlineData("year", "/plants/0/yearsPlanted", "501", false)]
    [InlineData("year", "/plants/0/yearsPlanted", "500", true)]
    [InlineData("year", "/log/0/what", "\"sung-to\"", false)]
    [InlineData("year", "/log/0/what", "\"looked\"", true)]
    [InlineData("year", "/weather/0/tmin", "-91", false)]
    [InlineData("year", "/weather/0/rain", "-1", false)]
    [InlineData("trace", "", "", true)]
    [InlineData("trace", "/views", "[]", false)]
    [InlineData("trace", "/views/0/from", "0", false)]
    [InlineData("trace", "/views/0/from", "12.5", false)]
    [InlineData("trace", "/views/0/focal35", "4", false)]
    [InlineData("trace", "/views/0/focal35", "null", true)]
    [InlineData("trace", "/views/0/crown", "[812]", false)]
    [InlineData("trace", "/views/0/stick/mm", "0", false)]
    [InlineData("trace", "/views/0/stick/at", "[3]", false)]
    [InlineData("trace", "/canes/0/on/front", "[[812, 1040]]", false)]
    [InlineData("trace", "/canes/0/clock", "13", false)]
    [InlineData("trace", "/canes/0/widthSd/front", "0", false)]
    public void Schemas_of_questions_and_what_reads_them_agree(string name, string path, string value, bool taken)
    {
        var document = JsonNode.Parse(name == "year" ? Year : Trace)!;
        if (path != "")
        {
            var (last, at) = (path[(path.LastIndexOf('/') + 1)..], document);
            foreach (var part in path.Split('/')[1..^1])
            {
                at = int.TryParse(part, out var n) ? at[n]! : at[part]!;
            }

            Assert.NotNull(at[last]);
            at[last] = JsonNode.Parse(value);
        }

        Assert.Equal((taken, taken), Takes(name, document));
    }

    [Fact]
    public void The_same_survey_gives_the_same_bytes()
    {
        var survey = Surveys.Random(12);
        Assert.Equal(Surveys.Plan(survey).ToJson(), Surveys.Plan((JsonObject)survey.DeepClone()).ToJson());
        Assert.Equal(JsonValueKind.Object, JsonDocument.Parse(Surveys.Plan(survey).ToJson()).RootElement.ValueKind);
    }
}
