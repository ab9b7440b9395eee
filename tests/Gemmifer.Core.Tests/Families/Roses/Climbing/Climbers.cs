using System.Text.Json.Nodes;
using Gemmifer.Core.Plans;

namespace Gemmifer.Core.Tests.Families.Roses.Climbing;

/// <summary>Builds surveys of climbers on supports.</summary>
internal static class Climbers
{
    public static readonly string[] SupportKinds =
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

    /// <summary>A repeat-flowering climber on a wall 3.2 m wide and 2.4 m high.</summary>
    public static JsonObject OnWall(params JsonObject[] stems) => On(Wall(), stems);

    public static JsonObject On(JsonObject? support, params JsonObject[] stems) =>
        Surveys.Of(stems).Plant("kind", "rose.climber").With("support", support?.DeepClone());

    public static JsonObject Wall(double width = 3200, double height = 2400) =>
        new()
        {
            ["kind"] = "wall",
            ["width"] = width,
            ["height"] = height,
            ["y"] = 80,
        };

    public static JsonObject Shoot(
        string id,
        string parent,
        double at,
        double length = 400,
        double diameter = 6,
        int age = 1
    ) =>
        new()
        {
            ["id"] = id,
            ["role"] = "lateral",
            ["parent"] = parent,
            ["at"] = at,
            ["clock"] = 9.0,
            ["diameter"] = diameter,
            ["age"] = age,
            ["length"] = length,
        };

    /// <summary>A plan with what is behind it is not needed: the cane of a plan's training.</summary>
    public static PlanTrainedCane Trained(this PlanDocument plan, string id) =>
        plan.Training!.Canes.Single(c => c.Stem == id);

    public static PlanStep Cut(this PlanDocument plan, string id) =>
        plan.Steps.Single(s => s.Stem == id && s.Stage != Stage.Train);

    public static PlanStep Tie(this PlanDocument plan, string id) =>
        plan.Steps.Single(s => s.Stem == id && s.Stage == Stage.Train);

    /// <summary>A climber made from a seed, on a support of a kind.</summary>
    public static JsonObject Random(int seed, string kind)
    {
        var random = new Random(seed);
        double Between(double low, double high) => Math.Round(low + ((high - low) * random.NextDouble()), 1);
        var stems = Enumerable
            .Range(0, random.Next(2, 9))
            .Select(i =>
            {
                var left = random.Next(2) == 0;
                var cane = Surveys
                    .Cane(
                        ((char)('A' + i)).ToString(),
                        left ? Between(8.3, 9.3) : Between(2.7, 3.7),
                        Between(6, 26),
                        random.Next(1, 9),
                        Between(900, 3200),
                        Between(3, 55)
                    )
                    .With("tipLean", Between(3, 70));
                return random.Next(8) switch
                {
                    0 => cane.Seen("unproductive"),
                    1 => cane.Seen("stiff"),
                    2 => cane.Seen("supple"),
                    3 => cane.Seen("soft"),
                    _ => cane,
                };
            })
            .ToArray();
        var shoots = stems
            .Where(_ => random.Next(2) == 0)
            .Select(s =>
                Shoot((string)s["id"]! + "1", (string)s["id"]!, Between(200, 800), Between(60, 700), Between(4, 11))
            );
        return On(Support(kind, random), [.. stems, .. shoots]).Plant("neglected", random.Next(4) == 0);
    }

    /// <summary>A wall, or another support of an ordinary size.</summary>
    public static JsonObject Simple(string kind) =>
        kind == "wall"
            ? Wall()
            : new JsonObject
            {
                ["kind"] = kind,
                ["width"] = 400,
                ["height"] = 2100,
                ["y"] = 60,
            };

    /// <summary>A support with so many canes made from a seed.</summary>
    public static JsonObject Few(int seed, int canes, string kind = "wall")
    {
        var random = new Random(seed);
        return On(
                Simple(kind),
                [
                    .. Enumerable
                        .Range(0, canes)
                        .Select(i =>
                        {
                            var cane = Surveys.Cane(
                                $"{(char)('A' + i)}",
                                random.Next(2) == 0 ? 9 : 3,
                                7 + random.Next(16),
                                1 + random.Next(8),
                                900 + random.Next(2200),
                                random.Next(50)
                            );
                            return random.Next(4) switch
                            {
                                0 => cane.Seen("productive"),
                                1 => cane.Seen("unproductive"),
                                _ => cane,
                            };
                        }),
                ]
            )
            .With(
                "school",
                new JsonObject
                {
                    ["base"] = "flat-fan",
                    ["set"] = new JsonObject { ["canesMax"] = Math.Max(3, canes) },
                }
            );
    }

    private static JsonObject Support(string kind, Random random)
    {
        var (wide, high) = kind switch
        {
            "arch" => (1400, 2300),
            "obelisk" => (random.Next(300, 700), 2100),
            "post" or "stake" => (random.Next(60, 250), 2300),
            "pergola" => (3600, 2400),
            _ => (random.Next(1200, 4200), random.Next(1200, 2800)),
        };
        var support = new JsonObject
        {
            ["kind"] = kind,
            ["width"] = wide,
            ["height"] = high,
            ["y"] = 60,
        };
        if (kind is "arch" or "pergola")
        {
            support["from"] = 0;
        }

        if (kind == "wires")
        {
            support["wires"] = new JsonArray([
                .. Enumerable.Range(1, 4).Select(i => (JsonNode)new JsonObject { ["height"] = i * 280 }),
            ]);
        }

        if (kind == "wall" && random.Next(2) == 0)
        {
            support["openings"] = new JsonArray(
                new JsonObject
                {
                    ["x"] = (double)random.Next(-900, 600),
                    ["z"] = (double)random.Next(0, 900),
                    ["width"] = 500.0,
                    ["height"] = 700.0,
                }
            );
        }

        return support;
    }
}
