using System.Text.Json.Nodes;

namespace Gemmifer.Core.Tests;

/// <summary>
/// Seeded surveys pushed to their edges: nothing, limits, equal values, places on each other, pins on everything. The
/// same
/// seed gives the same survey; most are legal, the others the reader refuses.
/// </summary>
public static class EdgeSurveys
{
    private static readonly double[] Lengths = [0.1, 0.5, 1, 29.9, 30, 30.1, 31, 60, 100, 999.5, 1000, 15_000];
    private static readonly double[] Leans = [0, 0.1, 45, 89.9, 90, 90.1, 135, 179.9, 180];
    private static readonly double[] Clocks = [0.01, 3, 6, 9, 11.99, 12];
    private static readonly double[] Thick = [0.1, 5.9, 6, 6.1, 7, 8, 20, 20.1, 45, 300];
    private static readonly int[] Ages = [1, 2, 3, 4, 5, 80];

    /// <summary>The survey of a seed, 0 or more.</summary>
    public static JsonObject Of(int seed)
    {
        var random = new Random((seed * 104_729) + 17);
        var survey = SeededSurveys.Of(seed);
        if (random.Next(3) > 0)
        {
            // Most schools serve other kinds: without one the usual one of the kind is used.
            survey.Remove("school");
            if (
                survey["plant"]!["kind"]!.GetValue<string>() is var kind
                && kind.StartsWith("rose.", StringComparison.Ordinal)
            )
            {
                survey["school"] = Any(random, "rough-shear", "hard", "light-hand", "renewal-by-age", "open-bowl");
            }
        }

        if (survey["stems"] is JsonArray stems && stems.Count > 0)
        {
            Multiply(random, stems);
            if (random.Next(3) == 0)
            {
                DeadAndPinned(random, survey, stems);
            }

            var lively = random.Next(1, 5);
            foreach (var stem in stems.OfType<JsonObject>().Where(_ => random.Next(lively) == 0))
            {
                Push(random, stem, stems);
            }
        }

        if (random.Next(4) == 0)
        {
            survey["keepOut"] = new JsonArray([
                .. Enumerable
                    .Range(0, random.Next(1, 5))
                    .Select(i =>
                        (JsonNode)
                            new JsonObject
                            {
                                ["name"] = $"zone {i}",
                                ["side"] = Any(random, Clocks),
                                ["from"] = Any(random, 0, 0.1, 100, 20_000),
                            }
                    ),
            ]);
        }

        if (random.Next(6) == 0 && survey["plant"] is JsonObject plant)
        {
            plant["unionHeight"] = Any(random, -1_000, 0, 0.1, 2_500);
            plant["vigour"] = Any(random, "weak", "normal", "strong");
            plant["neglected"] = random.Next(2) == 0;
        }

        return survey;
    }

    private static T Any<T>(Random random, params T[] of) => of[random.Next(of.Length)];

    /// <summary>Now and then many stems, all alike.</summary>
    private static void Multiply(Random random, JsonArray stems)
    {
        if (random.Next(40) > 0)
        {
            return;
        }

        var first = stems.OfType<JsonObject>().FirstOrDefault(s => (string?)s["parent"] == "crown");
        for (var i = 0; first is not null && i < random.Next(1, 26); i++)
        {
            var copy = (JsonObject)first.DeepClone();
            copy["id"] = $"Copy{i}";
            copy.Remove("rubs");
            copy["clock"] =
                random.Next(2) == 0
                    ? copy["clock"]?.DeepClone()
                    : Math.Max(0.1, Math.Round(random.NextDouble() * 12, 1));
            stems.Add(copy);
        }
    }

    /// <summary>Dead from low down, and pinned: little or nothing of it is left to cut.</summary>
    private static void DeadAndPinned(Random random, JsonObject survey, JsonArray stems)
    {
        if (
            random.Next(2) == 0
            && survey["plant"]!["kind"]!.GetValue<string>().StartsWith("rose.", StringComparison.Ordinal)
        )
        {
            survey["plant"]!["kind"] = Any(random, "rose.miniature", "rose.shrub", "rose.floribunda");
            survey["school"] = Any<JsonNode?>(
                random,
                null,
                "rough-shear",
                new JsonObject
                {
                    ["base"] = "light-hand",
                    ["set"] = new JsonObject { ["cut"] = "shear" },
                }
            );
        }

        foreach (var stem in stems.OfType<JsonObject>().Where(_ => random.Next(2) == 0))
        {
            stem.Remove("seen");
            var dead = Any(random, 0, 0.1, 5, 29.9, 30, 30.1, 36, 50, 100);
            stem["deadFrom"] = dead;
            stem["pin"] = random.Next(3) switch
            {
                0 => "keep",
                1 => "remove",
                _ => new JsonObject { ["cutAt"] = Any(random, 0, 0.1, dead, Math.Max(0, dead - 0.1), dead + 0.1) },
            };
        }
    }

    private static JsonArray Buds(Random random, Func<double> along) =>
        new([
            .. Enumerable
                .Range(0, random.Next(1, 6))
                .Select(_ => along())
                .Distinct()
                .Order()
                .Select(at =>
                    (JsonNode)
                        new JsonObject
                        {
                            ["at"] = at,
                            ["clock"] = Any(random, Clocks),
                            ["state"] = Any(random, "dormant", "swelling", "blind", "damaged"),
                        }
                ),
        ]);

    private static JsonArray Seen(Random random, Func<double> along) =>
        new([
            .. Enumerable
                .Range(0, random.Next(1, 4))
                .Select(_ =>
                    (JsonNode)
                        new JsonObject
                        {
                            ["what"] = Any(
                                random,
                                "canker",
                                "borer",
                                "wound",
                                "snap.dry",
                                "scratch.green",
                                "soft",
                                "bark.brown"
                            ),
                            ["at"] = along(),
                        }
                ),
        ]);

    private static void Push(Random random, JsonObject stem, JsonArray stems)
    {
        double Length() => stem["length"] is JsonValue l ? l.GetValue<double>() : 1000;
        double Along() =>
            Math.Max(0, Math.Round(Any(random, 0, 0.1, 29.9, 30, Length() / 2, Length() - 0.1, Length()), 1));
        switch (random.Next(11))
        {
            case 0:
                stem["length"] = Any(random, Lengths);
                Within(stem, Length());
                break;
            case 1:
                stem["lean"] = Any(random, Leans);
                stem["tipLean"] = Any(random, Leans);
                break;
            case 2:
                stem["clock"] = Any(random, Clocks);
                break;
            case 3:
                stem["diameter"] = Any(random, Thick);
                break;
            case 4:
                stem["age"] = Any(random, Ages);
                break;
            case 5:
                stem["deadFrom"] = Along();
                break;
            case 6:
            case 7:
                stem["pin"] = random.Next(3) switch
                {
                    0 => "keep",
                    1 => "remove",
                    _ => new JsonObject { ["cutAt"] = Along() },
                };
                break;
            case 8:
                stem["buds"] = Buds(random, Along);
                break;
            case 9:
                stem["seen"] = Seen(random, Along);
                break;
            default:
                var other = (string?)stems[random.Next(stems.Count)]!["id"];
                if (other != (string?)stem["id"])
                {
                    stem["rubs"] = new JsonArray(other);
                }

                break;
        }
    }

    /// <summary>Takes away what stood beyond the new end.</summary>
    private static void Within(JsonObject stem, double length)
    {
        foreach (var field in (string[])["deadFrom", "buds", "seen", "pin", "fruitTo"])
        {
            stem.Remove(field);
        }

        if (stem["at"] is JsonValue at && at.TryGetValue<double>(out var along) && along > length)
        {
            stem["at"] = length;
        }
    }
}
