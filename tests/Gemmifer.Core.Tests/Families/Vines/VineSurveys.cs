using System.Text.Json.Nodes;
using static Gemmifer.Core.Tests.Surveys;

namespace Gemmifer.Core.Tests.Families.Vines;

/// <summary>Builds surveys of vines as documents.</summary>
internal static class VineSurveys
{
    public static JsonObject Stem(
        string id,
        string role,
        string parent,
        double diameter,
        int age,
        double length,
        double at = 0,
        double clock = 12,
        double lean = 5
    )
    {
        var stem = new JsonObject
        {
            ["id"] = id,
            ["role"] = role,
            ["parent"] = parent,
            ["clock"] = clock,
            ["diameter"] = diameter,
            ["age"] = age,
            ["length"] = length,
            ["lean"] = lean,
        };
        if (parent is not ("ground" or "crown" or "rootstock"))
        {
            stem["at"] = at;
        }

        return stem;
    }

    public static JsonObject Trunk(double length = 900, int age = 8) =>
        Stem("T", "trunk", "ground", 45, age, length, lean: 0);

    public static JsonObject Arm(string id, double clock, double length = 1100) =>
        Stem(id, "arm", "T", 28, 6, length, 880, clock, 90);

    /// <summary>A spur with a lower and an upper shoot, as it stands after a summer.</summary>
    public static IEnumerable<JsonObject> Spur(
        string id,
        string on,
        double at,
        double lower = 10,
        double upper = 11,
        double low = 20,
        double high = 60,
        double clock = 12,
        int age = 4
    ) =>
        [
            Stem(id, "spur", on, 18, age, high + 15, at, clock, 10),
            Stem(id + "a", "shoot", id, lower, 1, 1200, low, clock),
            Stem(id + "b", "shoot", id, upper, 1, 1300, high, clock == 12 ? 6 : clock),
        ];

    public static JsonObject Vine(JsonObject facts, params IEnumerable<JsonObject> stems) =>
        Of([.. stems]).Plant("kind", "vine.american").Plant("rootstock", false).With("vine", facts);

    public static JsonObject Facts(string system, double? grams = null, double spacing = 2400)
    {
        var facts = new JsonObject { ["system"] = system, ["spacing"] = spacing };
        if (grams is { } g)
        {
            facts["pruningWeight"] = g;
        }

        return facts;
    }

    /// <summary>Two arms with so many spurs each, 160 mm apart.</summary>
    public static JsonObject Cordon(int each, JsonObject facts) =>
        Vine(
            facts,
            [
                Trunk(),
                Arm("L", 9),
                Arm("R", 3),
                .. Enumerable.Range(1, each).SelectMany(n => Spur($"L{n}", "L", (160 * n) - 40)),
                .. Enumerable.Range(1, each).SelectMany(n => Spur($"R{n}", "R", (160 * n) - 40)),
            ]
        );

    /// <summary>
    /// A vine from a seed: arms or a head, places of every kind, some shoots thin, soft, dead or with poor buds.
    /// </summary>
    public static JsonObject Random(int seed)
    {
        var random = new Random(seed + 300);
        double Between(double low, double high) => Math.Round(low + ((high - low) * random.NextDouble()), 1);
        var system = new[] { "cordon", "goblet", "long-cane", "t-trellis" }[seed % 4];
        var stems = new List<JsonObject> { Trunk(Between(600, 1000)) };
        var ons = system is "cordon" or "t-trellis" ? new[] { "L", "R" } : ["T"];
        if (ons.Length == 2)
        {
            stems.AddRange([
                Stem("L", "arm", "T", 28, 6, Between(700, 1200), 590, 9, 90),
                Stem("R", "arm", "T", 28, 6, Between(700, 1200), 590, 3, 90),
            ]);
        }

        foreach (var on in ons)
        {
            for (var n = 1; n <= random.Next(2, 7); n++)
            {
                var at = on == "T" ? Between(500, 590) : Between(50, 690);
                var clock = on == "T" ? Between(0.1, 12) : 12;
                var name = $"{on}{n}";
                if (random.Next(4) == 0)
                {
                    stems.Add(Shoot(name, on, at, clock));
                    continue;
                }

                var high = Between(40, 150);
                stems.Add(Stem(name, "spur", on, 18, random.Next(2, 8), high + 20, at, clock, 10));
                stems.Add(Shoot(name + "a", name, Between(5, 35), clock));
                if (random.Next(3) > 0)
                {
                    stems.Add(Shoot(name + "b", name, high, clock));
                }
            }
        }

        stems.Add(Shoot("W", "T", 200, 5));
        var survey = Vine(Facts(system, random.Next(2) == 0 ? Between(150, 2500) : null, Between(900, 3000)), stems);
        if (random.Next(3) == 0)
        {
            survey["vine"]!["winterLoss"] = new JsonObject { ["cut"] = 100, ["dead"] = random.Next(0, 70) };
        }

        return survey;

        JsonObject Shoot(string id, string on, double at, double clock)
        {
            var shoot = Stem(id, "shoot", on, Between(4, 19), 1, Between(200, 1600), at, clock, Between(3, 50));
            return random.Next(7) switch
            {
                0 => shoot.Seen("soft"),
                1 => shoot.With("deadFrom", random.Next(2) == 0 ? 0 : 150),
                2 => shoot.With(
                    "buds",
                    new JsonArray(
                        Bud(6, "basal"),
                        Bud(Between(30, 60)),
                        Bud(Between(90, 120), "blind"),
                        Bud(Between(150, 190))
                    )
                ),
                3 => shoot.Seen("productive"),
                _ => shoot,
            };
        }
    }

    public static JsonObject Bud(double at, string state = "dormant") => new() { ["at"] = at, ["state"] = state };
}
