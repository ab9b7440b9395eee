using System.Text.Json.Nodes;
using Gemmifer.Core.Exchange;
using Json.Schema;

namespace Gemmifer.Core.Tests.Families.Roses;

/// <summary>
/// Whatever the reader takes is planned, however odd: values at the ends of their ranges, several at one place, pins at
/// will.
/// </summary>
public class ExtremeTests
{
    private static readonly JsonSchema Schema = JsonSchema.FromText(
        System.Text.Encoding.UTF8.GetString(SchemaFiles.Read("plan-1.json")!)
    );
    private static readonly string[] Kinds =
    [
        "rose.hybrid-tea",
        "rose.floribunda",
        "rose.shrub",
        "rose.grafted-shrub",
        "rose.miniature",
        "rose.once-flowering",
        "rose.weeping-standard",
        "shrub.simple",
        "rose.climber",
        "rose.rambler",
    ];
    private static readonly string[] Schools =
    [
        "open-bowl",
        "moderate-half",
        "light-hand",
        "renewal-by-age",
        "rough-shear",
        "hard",
    ];
    private static readonly string[] Parents = ["crown", "crown", "crown", "rootstock", "ground", "unknown"];
    private static readonly string[] Faces = ["up", "down", "side"];
    private static readonly string[] States = ["dormant", "swelling", "shooting", "blind", "damaged", "basal"];
    private static readonly string[] Evidence =
    [
        "bark.grey",
        "bark.black",
        "soft",
        "spindly",
        "canker",
        "borer",
        "scratch.brown",
        "scratch.green",
        "smooth",
        "unproductive",
        "not-leafing",
        "wound",
    ];

    private static readonly string?[] Supports =
    [
        null,
        "wall",
        "fence",
        "wires",
        "arch",
        "obelisk",
        "pergola",
        "post",
        "stake",
    ];

    public static TheoryData<int> Seeds => Gemmifer.Core.Tests.Seeds.Of(240);

    [Theory]
    [MemberData(nameof(Seeds))]
    public async Task Anything_the_reader_takes_is_planned_to_the_end(int seed)
    {
        var document = Odd(new Random(seed));
        if (Surveys.Reading(document) is SurveyReading.Invalid { Errors: [{ Code: "unsupported" }] })
        {
            // Not every school serves every kind.
            document.Remove("school");
        }

        var survey = Surveys.Read(document);

        // The wait is no speed limit: it turns a plan that never ends into a failure.
        var plan = await Task.Run(() => Planner.Plan(survey)).WaitAsync(TimeSpan.FromMinutes(2));
        Assert.Equal(
            survey.Stems.Select(s => s.Id.Value).Order(StringComparer.Ordinal),
            plan.Stems.Select(s => s.Id.Value).Order(StringComparer.Ordinal)
        );
        Assert.Equal(Enumerable.Range(1, plan.Steps.Count), plan.Steps.Select(s => s.N));
        Assert.InRange(plan.Counts.RemovedShare, 0, 1);
        var result = Schema.Evaluate(
            JsonNode.Parse(plan.ToJson()),
            new EvaluationOptions { OutputFormat = OutputFormat.List }
        );
        Assert.True(
            result.IsValid,
            string.Join(
                "; ",
                result
                    .Details.Where(d => d.HasErrors)
                    .OrderByDescending(d => d.InstanceLocation.Count)
                    .Take(4)
                    .Select(d => d.InstanceLocation + " " + string.Join(",", d.Errors!.Values))
            )
        );
    }

    private static JsonObject Odd(Random random)
    {
        T One<T>(params T[] of) => of[random.Next(of.Length)];
        var stems = new List<JsonObject>();
        var count = random.Next(1, 9);
        for (var i = 0; i < count; i++)
        {
            var length = One(2, 31, 150, 900, 1100, 1100, 2400, 15000);
            var id = ((char)('A' + i)).ToString();
            stems.Add(
                Bud(
                    Cane(
                            id,
                            One(0.001, 3, 3, 6, 9.5, 12),
                            One(1, 5, 7, 14, 14, 30, 300),
                            One(1, 1, 2, 3, 8, 80),
                            length,
                            One(0, 0, 20, 90, 180)
                        )
                        .With("parent", One(Parents)),
                    length
                )
            );
            if (random.Next(3) == 0)
            {
                var shoot = One(1, 40, 400);
                stems.Add(
                    Bud(
                        Cane(id + "1", One(0.5, 12), One(3, 12), One(1, 9), shoot, One(0, 45, 180))
                            .With("role", "lateral")
                            .With("parent", id)
                            .With("at", One(0, length / 2, length)),
                        shoot
                    )
                );
            }
        }

        var survey = Surveys
            .Of([.. stems])
            .Plant("kind", One(Kinds))
            .Plant("vigour", One("weak", "normal", "strong"))
            .Plant("neglected", random.Next(3) == 0);
        if (One(Supports) is { } kind)
        {
            var support = new JsonObject
            {
                ["kind"] = kind,
                ["width"] = One(50, 400, 3000, 30000),
                ["height"] = One(50, 900, 2400, 10000),
                ["y"] = One(-3000, 0, 60, 3000),
            };
            if (random.Next(2) == 0)
            {
                support["from"] = One(-30000, -1500, 0, 900);
            }

            if (kind == "wires" || random.Next(3) == 0)
            {
                support["wires"] = new JsonArray([
                    .. new[] { 0, 50 }.Select(h => (JsonNode)new JsonObject { ["height"] = h }),
                ]);
            }

            if (random.Next(3) == 0)
            {
                support["openings"] = new JsonArray(
                    new JsonObject
                    {
                        ["x"] = One(-30000, -500, 0),
                        ["z"] = One(0, 500),
                        ["width"] = One(1, 1000, 30000),
                        ["height"] = One(1, 10000),
                    }
                );
            }

            survey["support"] = support;
            stems[0]["towards"] = null;
            survey["stems"]!.AsArray()[0]!["towards"] = new JsonObject
            {
                ["x"] = One(-30000, 0, 800),
                ["z"] = One(0, 900, 10000),
            };
        }

        if (random.Next(3) > 0)
        {
            survey["school"] = new JsonObject { ["base"] = One(Schools), ["hardness"] = random.Next(-2, 3) };
        }

        if (random.Next(4) == 0)
        {
            survey["keepOut"] = new JsonArray(
                new JsonObject
                {
                    ["name"] = "path",
                    ["side"] = One(3, 12),
                    ["from"] = One(0, 150, 2000),
                }
            );
        }

        return survey;

        JsonObject Cane(string id, double clock, double diameter, int age, double length, double lean) =>
            Surveys.Cane(id, clock, diameter, age, length, lean).With("tipLean", One(0, 30, 180));

        JsonObject Bud(JsonObject stem, int length)
        {
            var at = One(0, length / 3, length / 2, length);
            stem = stem.With(
                "buds",
                new JsonArray([
                    .. Enumerable
                        .Range(0, random.Next(6))
                        .Select(_ =>
                            (JsonNode)
                                new JsonObject
                                {
                                    ["at"] = random.Next(2) == 0 ? at : random.Next(length + 1),
                                    ["clock"] = random.Next(4) == 0 ? null : One(0.2, 6, 12),
                                    ["state"] = One(States),
                                    ["face"] = random.Next(2) == 0 ? One(Faces) : null,
                                }
                        ),
                ])
            );
            stem =
                random.Next(3) == 0
                    ? stem.Seen([.. Enumerable.Range(0, 2).Select(_ => One(Evidence)).Distinct()])
                    : stem;
            stem = random.Next(6) == 0 ? stem.With("deadFrom", One(0, length / 2, length)) : stem;
            return random.Next(5) == 0
                ? stem.With(
                    "pin",
                    One<JsonNode>("keep", "remove", new JsonObject { ["cutAt"] = One(0, length / 2, length) })
                        .DeepClone()
                )
                : stem;
        }
    }
}
