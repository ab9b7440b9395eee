using System.Globalization;
using System.Text.Json.Nodes;

namespace Gemmifer.Core.Tests;

/// <summary>
/// Surveys made from a seed, of every kind, support, system, school and month, north and south: incomplete ones, pins
/// of all sorts,
/// values of the gardener's own. The same seed gives the same survey.
/// </summary>
public static partial class SeededSurveys
{
    private static readonly string[] Kinds =
    [
        "rose.hybrid-tea",
        "rose.floribunda",
        "rose.shrub",
        "rose.grafted-shrub",
        "rose.miniature",
        "rose.once-flowering",
        "rose.rambler",
        "rose.climber",
        "rose.weeping-standard",
        "vine.vinifera",
        "vine.american",
        "vine.hybrid",
        "vine.muscadine",
        "raspberry.summer",
        "raspberry.fall",
        "raspberry.black",
        "raspberry.purple",
        "blackberry.erect",
        "blackberry.trailing",
        "canefruit.unknown",
        "shrub.simple",
    ];

    private static readonly string[] Schools =
    [
        "open-bowl",
        "moderate-half",
        "light-hand",
        "renewal-by-age",
        "rough-shear",
        "hard",
        "flat-fan",
        "spur",
        "goblet",
        "long-cane",
        "one-crop",
        "two-crops",
        "branching-tip",
        "keep-volume",
        "halve",
        "restart",
        "upright",
    ];

    private static readonly string[] Evidence =
    [
        "bark.green",
        "bark.brown",
        "bark.grey",
        "bark.black",
        "scratch.green",
        "scratch.brown",
        "pith.green",
        "pith.brown",
        "leafing",
        "not-leafing",
        "snap.dry",
        "wound",
        "canker",
        "borer",
        "spotting",
        "distorted",
        "smooth",
        "leaflets-differ",
        "mildew",
        "below-union",
        "soft",
        "supple",
        "stiff",
        "forward",
        "spindly",
        "fruited",
        "fruited-twice",
        "productive",
        "unproductive",
        "held",
    ];

    private static readonly string[] Supports =
    [
        "wall",
        "fence",
        "wires",
        "arch",
        "obelisk",
        "pergola",
        "post",
        "stake",
    ];

    /// <summary>The survey of a seed, 0 or more; the kind goes round with it.</summary>
    public static JsonObject Of(int seed)
    {
        var kind = Kinds[seed % Kinds.Length];
        var made = new Maker(new Random(seed * 7919), kind);
        var survey = made.Survey(seed);
        if (kind.StartsWith("vine.", StringComparison.Ordinal))
        {
            made.Vine(survey);
        }
        else if (kind.StartsWith("rose.", StringComparison.Ordinal) || kind == "shrub.simple")
        {
            made.Bush(survey);
        }
        else
        {
            made.Row(survey);
        }

        new Maker(new Random((seed * 104_729) + 13), kind).Extras(survey);
        return survey;
    }

    private sealed partial class Maker(Random random, string kind)
    {
        private double Between(double low, double high) => Math.Round(low + ((high - low) * random.NextDouble()), 1);

        private bool OneIn(int n) => random.Next(n) == 0;

        private T Any<T>(params T[] of) => of[random.Next(of.Length)];

        private double Clock() => Math.Max(0.1, Between(0.1, 12));

        public JsonObject Survey(int seed)
        {
            var plant = new JsonObject { ["name"] = "Plant", ["kind"] = kind };
            if (!OneIn(4))
            {
                plant["vigour"] = Any("weak", "normal", "normal", "strong");
            }

            if (OneIn(3))
            {
                plant["neglected"] = OneIn(2);
            }

            if (OneIn(3))
            {
                plant["unionHeight"] = Between(-40, 60);
            }

            if (OneIn(2))
            {
                plant["rootstock"] = OneIn(2);
            }

            if (OneIn(3))
            {
                plant["look"] = Any("open", "full");
            }

            if (OneIn(3))
            {
                plant["yearsPlanted"] = random.Next(0, 30);
            }

            // Half in the usual month, the others all round the year.
            var day =
                seed % 2 == 0 ? new DateOnly(2027, random.Next(1, 13), random.Next(1, 28)) : new DateOnly(2027, 2, 20);
            var survey = new JsonObject
            {
                ["format"] = "gemmifer.survey/1",
                ["plant"] = plant,
                ["date"] = Day(day),
            };
            if (OneIn(2))
            {
                var south = OneIn(3);
                survey["place"] = new JsonObject
                {
                    ["hemisphere"] = south ? "south" : "north",
                    ["lastFrost"] = south ? Any("10-15", "09-20") : Any("04-15", "03-10", "05-20"),
                };
            }

            if (OneIn(3))
            {
                survey["keepOut"] = new JsonArray(
                    new JsonObject
                    {
                        ["name"] = "path",
                        ["side"] = Clock(),
                        ["from"] = Between(150, 700),
                    }
                );
            }

            if (OneIn(4))
            {
                survey["rain"] = new JsonArray([
                    .. Enumerable
                        .Range(0, random.Next(1, 8))
                        .Select(i =>
                            (JsonNode)
                                new JsonObject { ["date"] = Day(day.AddDays(i)), ["mm"] = OneIn(2) ? 0 : Between(0, 9) }
                        ),
                ]);
            }

            return survey;
        }

        /// <summary>
        /// What was added to the format later; on a stream of its own, so that seeds stay what they were.
        /// </summary>
        public void Extras(JsonObject survey)
        {
            if (OneIn(8))
            {
                survey["anyway"] = OneIn(2);
            }

            if (survey["place"] is JsonObject place && OneIn(2))
            {
                place["firstFrost"] =
                    (string?)place["hemisphere"] == "south" ? Any("04-20", "05-10") : Any("10-20", "11-15", "09-25");
            }

            if (OneIn(12))
            {
                survey["plant"]!["cover"] = OneIn(2);
            }

            if (survey["school"] is JsonObject school && OneIn(3))
            {
                school["set"]![Any("when")] = Any("late-winter", "halves", "mild", "after-cover", "midwinter");
            }

            if (!kind.StartsWith("rose.", StringComparison.Ordinal))
            {
                return;
            }

            foreach (var stem in survey["stems"]!.AsArray().OfType<JsonObject>().Where(_ => OneIn(5)))
            {
                var blooms = random.Next(1, 9);
                stem["head"] = new JsonObject { ["blooms"] = blooms, ["finished"] = random.Next(0, blooms + 1) };
                foreach (var bud in (stem["buds"] as JsonArray ?? []).OfType<JsonObject>().Where(_ => !OneIn(3)))
                {
                    bud["leaflets"] = Any(3, 5, 7);
                }
            }
        }

        /// <summary>
        /// A school at random; whether it serves the kind the reader tells, and the caller then takes it out.
        /// </summary>
        public JsonNode School()
        {
            var id = Any(Schools);
            if (!OneIn(4))
            {
                return id;
            }

            var school = new JsonObject
            {
                ["base"] = id,
                ["set"] = new JsonObject
                {
                    [Any("spacing", "thinBelow", "heightMax", "canesMax", "lateralBuds")] = random.Next(1, 9) * 10,
                },
            };
            if (OneIn(2))
            {
                school["hardness"] = random.Next(-2, 3);
            }

            return school;
        }

        public void Bush(JsonObject survey)
        {
            var climbs = kind is "rose.climber" or "rose.rambler";
            var count = random.Next(1, climbs ? 9 : 13);
            var stems = new JsonArray();
            for (var i = 0; i < count; i++)
            {
                var id = ((char)('A' + i)).ToString();
                var length =
                    climbs ? Between(700, 3200)
                    : kind == "rose.miniature" ? Between(150, 450)
                    : Between(350, 1700);
                var cane = Stem(
                    id,
                    "cane",
                    Any("crown", "crown", "crown", "crown", "ground", "rootstock", "unknown"),
                    Between(3, 26),
                    random.Next(1, 8),
                    length
                );
                stems.Add(cane);
                if (i > 0 && OneIn(8))
                {
                    cane["rubs"] = new JsonArray(((char)('A' + random.Next(i))).ToString());
                }

                for (var k = 0; k < random.Next(0, 3); k++)
                {
                    var lateral = Stem(
                        $"{id}{k + 1}",
                        "lateral",
                        id,
                        Between(2, 12),
                        random.Next(1, 4),
                        Between(50, 800)
                    );
                    if (!OneIn(6))
                    {
                        lateral["at"] = Between(20, length * 0.9);
                    }

                    stems.Add(lateral);
                }
            }

            survey["stems"] = kind == "shrub.simple" && OneIn(2) ? new JsonArray() : stems;
            survey["school"] = School();
            if ((climbs && !OneIn(6)) || OneIn(6))
            {
                survey["support"] = Support(Any(Supports));
            }
        }

        public JsonObject Stem(string id, string role, string parent, double diameter, int age, double length)
        {
            var stem = new JsonObject
            {
                ["id"] = id,
                ["role"] = role,
                ["parent"] = parent,
                ["clock"] = Clock(),
                ["diameter"] = diameter,
                ["age"] = age,
            };
            var measured = !OneIn(5);
            if (measured)
            {
                stem["length"] = length;
            }

            if (!OneIn(4))
            {
                stem["lean"] = Between(0, kind == "rose.weeping-standard" ? 150 : 60);
                stem["tipLean"] = Between(0, kind == "rose.weeping-standard" ? 170 : 80);
            }

            if (OneIn(4))
            {
                stem["radius"] = Between(0, 120);
                stem["baseClock"] = Clock();
            }

            var reach = measured ? length : Math.Min(length, 200);
            if (OneIn(3))
            {
                stem["seen"] = new JsonArray([
                    .. Enumerable
                        .Range(0, random.Next(1, 3))
                        .Select(_ =>
                            OneIn(3)
                                ? (JsonNode)new JsonObject { ["what"] = Any(Evidence), ["at"] = Between(0, reach) }
                                : Any(Evidence)
                        ),
                ]);
            }

            if (OneIn(12))
            {
                stem["deadFrom"] = OneIn(3) ? 0 : Between(0, reach);
            }

            if (OneIn(10))
            {
                stem["pin"] = random.Next(3) switch
                {
                    0 => "keep",
                    1 => "remove",
                    _ => new JsonObject { ["cutAt"] = Between(0, reach) },
                };
            }

            if (OneIn(3))
            {
                stem["buds"] = new JsonArray([.. Enumerable.Range(0, random.Next(1, 6)).Select(_ => Bud(reach))]);
            }

            return stem;
        }

        private JsonNode Bud(double reach)
        {
            var bud = new JsonObject { ["at"] = Between(0, reach) };
            if (!OneIn(4))
            {
                bud["clock"] = Clock();
            }

            if (OneIn(4))
            {
                bud["face"] = Any("up", "down", "side");
            }

            if (OneIn(3))
            {
                bud["state"] = Any("dormant", "swelling", "shooting", "blind", "damaged", "basal", "flower");
            }

            return bud;
        }
    }

    private static string Day(DateOnly day) => day.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);

    private static JsonObject Also(this JsonObject node, string name, JsonNode value)
    {
        node[name] = value;
        return node;
    }
}
