using System.Text.Json;
using System.Text.Json.Nodes;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Tests;

/// <summary>Builds surveys as documents, so that tests go the way users go: through the reader.</summary>
internal static class Surveys
{
    public static JsonObject Of(params JsonObject[] stems) =>
        new()
        {
            ["format"] = "gemmifer.survey/1",
            ["plant"] = new JsonObject
            {
                ["name"] = "Test",
                ["kind"] = "rose.hybrid-tea",
                ["vigour"] = "normal",
                ["rootstock"] = true,
            },
            ["date"] = "2027-02-20",
            ["stems"] = new JsonArray([.. stems.Select(s => (JsonNode)s.DeepClone())]),
        };

    public static JsonObject Cane(
        string id,
        double clock,
        double diameter = 14,
        int age = 2,
        double length = 1100,
        double lean = 20
    ) =>
        new()
        {
            ["id"] = id,
            ["role"] = "cane",
            ["parent"] = "crown",
            ["clock"] = clock,
            ["diameter"] = diameter,
            ["age"] = age,
            ["length"] = length,
            ["lean"] = lean,
        };

    public static JsonObject With(this JsonObject node, string name, JsonNode? value)
    {
        var copy = (JsonObject)node.DeepClone();
        copy[name] = value;
        return copy;
    }

    public static JsonObject Plant(this JsonObject survey, string name, JsonNode? value)
    {
        var copy = (JsonObject)survey.DeepClone();
        copy["plant"]![name] = value;
        return copy;
    }

    public static JsonObject Seen(this JsonObject stem, params string[] what) =>
        stem.With("seen", new JsonArray([.. what.Select(w => (JsonNode)w)]));

    public static JsonObject Buds(this JsonObject stem, params (double At, double Clock)[] buds) =>
        stem.With(
            "buds",
            new JsonArray([.. buds.Select(b => (JsonNode)new JsonObject { ["at"] = b.At, ["clock"] = b.Clock })])
        );

    public static SurveyReading Reading(JsonNode? survey) =>
        SurveyReader.Read(JsonDocument.Parse(survey?.ToJsonString() ?? "null").RootElement);

    public static Survey Read(JsonObject survey) =>
        Reading(survey) switch
        {
            SurveyReading.Valid valid => valid.Survey,
            SurveyReading.Invalid invalid => throw new InvalidOperationException(string.Join("; ", invalid.Errors)),
            _ => throw new InvalidOperationException(),
        };

    public static PlanDocument Plan(JsonObject survey) => Planner.Plan(Read(survey));

    public static PlanStem Stem(this PlanDocument plan, string id) => plan.Stems.Single(s => s.Id == id);

    public static PlanStep Step(this PlanDocument plan, string stem) => plan.Steps.Single(s => s.Stem == stem);

    /// <summary>A plant made from a seed: canes all round, some with buds seen, of every age and thickness.</summary>
    public static JsonObject Random(int seed, int most = 9)
    {
        var random = new Random(seed);
        return Exactly(seed, random.Next(2, most + 1));
    }

    /// <summary>The same; from seed 81 on of other kinds and schools, some neglected.</summary>
    public static JsonObject Varied(int seed)
    {
        var survey = Random(seed);
        if (seed <= 80)
        {
            return survey;
        }

        var (kind, school) = Others[seed % Others.Length];
        survey["school"] = school;
        return survey.Plant("kind", kind).Plant("neglected", seed % 3 == 0);
    }

    private static readonly (string Kind, string School)[] Others =
    [
        ("rose.hybrid-tea", "hard"),
        ("rose.shrub", "renewal-by-age"),
        ("rose.floribunda", "moderate-half"),
        ("rose.miniature", "open-bowl"),
        ("rose.once-flowering", "renewal-by-age"),
        ("rose.weeping-standard", "moderate-half"),
        ("rose.grafted-shrub", "hard"),
        ("rose.shrub", "light-hand"),
        ("rose.floribunda", "rough-shear"),
        ("shrub.simple", "light-hand"),
        ("rose.shrub", "open-bowl"),
    ];

    /// <summary>The same with a given number of canes.</summary>
    public static JsonObject Exactly(int seed, int canes)
    {
        var random = new Random(seed + 1000);
        double Between(double low, double high) => Math.Round(low + ((high - low) * random.NextDouble()), 1);
        var stems = Enumerable
            .Range(0, canes)
            .Select(i =>
            {
                var stem = Cane(
                    ((char)('A' + i)).ToString(),
                    Math.Max(0.1, Between(0.1, 12)),
                    Between(4, 24),
                    random.Next(1, 7),
                    Between(500, 1700),
                    Between(5, 35)
                );
                stem["tipLean"] = Between(5, 60);
                if (random.Next(2) == 0)
                {
                    var at = Between(200, 480);
                    stem = stem.Buds((at, Between(0.1, 12)));
                }

                return random.Next(8) switch
                {
                    0 => stem.Seen("bark.grey", "unproductive"),
                    1 => stem.With(
                        "seen",
                        new JsonArray(new JsonObject { ["what"] = "canker", ["at"] = Between(250, 450) })
                    ),
                    2 => stem.Seen("soft"),
                    _ => stem,
                };
            })
            .ToArray();
        var shoots = stems
            .Where(_ => random.Next(3) == 0)
            .Select(s => new JsonObject
            {
                ["id"] = (string)s["id"]! + "1",
                ["role"] = "lateral",
                ["parent"] = (string)s["id"]!,
                ["at"] = Between(100, 480),
                ["clock"] = Between(0.1, 12),
                ["diameter"] = Between(3, 12),
                ["age"] = 1,
                ["length"] = Between(50, 700),
            })
            .ToArray();
        return Of([.. stems, .. shoots])
            .Plant(
                "vigour",
                (JsonNode)(
                    random.Next(4) switch
                    {
                        0 => "weak",
                        1 => "strong",
                        _ => "normal",
                    }
                )
            );
    }

    /// <summary>
    /// A plant whose buds were all looked at: every cane has so many within the height window, 144 degrees apart give
    /// or take.
    /// </summary>
    /// <remarks>Two of three canes are young, as on a plant that is pruned every year; the window is set so that the
    /// buds fit into it.</remarks>
    public static JsonObject WithBuds(
        int seed,
        int canes,
        int buds,
        string vigour = "normal",
        double removeShare = 0.95
    )
    {
        var random = new Random(seed + 5000);
        double Between(double low, double high) => Math.Round(low + ((high - low) * random.NextDouble()), 1);
        const double Internode = 35;
        var stems = Enumerable
            .Range(0, canes)
            .Select(i =>
            {
                var clock = Between(0.1, 12);
                var (lean, hand, first) = (Between(5, 30), random.Next(2) == 0 ? 1 : -1, Between(0, 12));
                var low = Math.Round(460 / Math.Cos(lean * Math.PI / 180));
                var stem = Cane(
                    $"C{i:00}",
                    clock,
                    Between(5, 22),
                    (int[])[1, 1, 2, 2, 3, 4] is var ages ? ages[random.Next(6)] : 1,
                    low + (Internode * buds) + Between(100, 600),
                    lean
                );
                stem["tipLean"] = lean;
                stem["radius"] = Between(20, 60);
                return stem.Buds([
                    .. Enumerable
                        .Range(0, buds)
                        .Select(k =>
                        {
                            var facing = (first + (hand * k * 4.8) + Between(-0.5, 0.5)) % 12;
                            return (
                                low + (Internode * k),
                                Math.Clamp(Math.Round(facing < 0 ? facing + 12 : facing, 2), 0.01, 12)
                            );
                        }),
                ]);
            })
            .ToArray();
        var survey = Of(stems).Plant("vigour", vigour);
        survey["school"] = new JsonObject
        {
            ["base"] = "open-bowl",
            ["set"] = new JsonObject
            {
                ["heightMax"] = Math.Round(480 + (Internode * buds)),
                ["removeShare"] = removeShare,
            },
        };
        return survey;
    }
}
