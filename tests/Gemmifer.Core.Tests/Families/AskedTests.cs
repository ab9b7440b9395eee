using System.Text.Json;
using System.Text.Json.Nodes;
using Gemmifer.Core.Families;
using Gemmifer.Core.Plants;

namespace Gemmifer.Core.Tests.Families;

/// <summary>A gardener is asked what plans hang on, and nothing else.</summary>
public class AskedTests
{
    /// <summary>Something to say of each fact.</summary>
    private static readonly Dictionary<PlantFact, (string Field, JsonNode?[] Said)> Facts = new()
    {
        [PlantFact.Vigour] = ("vigour", ["weak", "normal", "strong"]),
        [PlantFact.Union] = ("unionHeight", [null, -40, 60, 300]),
        [PlantFact.Neglected] = ("neglected", [false, true]),
        [PlantFact.Rootstock] = ("rootstock", [null, false, true]),
    };

    private static readonly string[] Work = ["steps", "stems", "training", "vine", "row", "warnings"];

    /// <summary>Plans of one plant with everything that can be said of a fact.</summary>
    private static string[] Plans(JsonObject survey, PlantFact fact) =>
        [
            .. Facts[fact]
                .Said.Select(said =>
                {
                    var told = (JsonObject)survey.DeepClone();
                    told["plant"]![Facts[fact].Field] = said?.DeepClone();
                    using var document = JsonDocument.Parse(told.ToJsonString());
                    if (SurveyReader.Read(document.RootElement) is not SurveyReading.Valid valid)
                    {
                        return "";
                    }

                    // The work and its reasons; what was assumed names what nobody said, whether it matters or not.
                    var plan = JsonNode.Parse(Planner.Plan(valid.Survey, PlanDetail.Brief).ToJson())!;
                    return string.Concat(Work.Select(part => plan[part]?.ToJsonString()));
                })
                .Where(p => p.Length > 0)
                .Distinct(),
        ];

    [Fact]
    public void What_is_not_asked_changes_no_plan_and_what_is_asked_changes_some()
    {
        var matters = new HashSet<(PlantFamily, PlantFact)>();
        for (var seed = 1; seed <= 2000; seed++)
        {
            var survey = SeededSurveys.Of(seed);
            var kind = PlantKinds.Of((string)survey["plant"]!["kind"]!);
            var family = kind.Family;
            if (!kind.Surveyed)
            {
                // Nobody walks round it: the gardener gets the routine.
                survey["stems"] = new JsonArray();
            }

            foreach (var fact in Facts.Keys.Where(f => !matters.Contains((family, f))))
            {
                if (Plans(survey, fact).Length > 1)
                {
                    matters.Add((family, fact));
                }
            }
        }

        var asked = PlantFamilies.All.SelectMany(f => f.Asks.Select(a => (f.Id, a))).ToArray();
        Assert.Empty(matters.Except(asked));

        // A weak vine on a cordon that has too many places is rare among these; VinePlanTests has one.
        Assert.Equal([(new PlantFamily("vine"), PlantFact.Vigour)], asked.Except(matters));
    }
}
