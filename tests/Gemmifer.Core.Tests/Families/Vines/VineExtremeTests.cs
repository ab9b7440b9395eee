using System.Text.Json.Nodes;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Plants;
using static Gemmifer.Core.Tests.Families.Vines.VineSurveys;
using static Gemmifer.Core.Tests.Surveys;

namespace Gemmifer.Core.Tests.Families.Vines;

/// <summary>
/// Vines and rows nobody would plant: every survey the reader lets through comes to a plan that holds together.
/// </summary>
public class VineExtremeTests
{
    public static TheoryData<int> Seeds => Gemmifer.Core.Tests.Seeds.Of(150);

    private static readonly string[] Kinds =
    [
        .. PlantKinds
            .All.Select(k => k.Id)
            .Where(k => k.StartsWith("vine.", StringComparison.Ordinal))
            .Order(StringComparer.Ordinal),
    ];
    private static readonly string[] Systems = ["goblet", "cordon", "long-cane", "t-trellis", "training"];
    private static readonly string[] Roles = ["cane", "lateral", "trunk", "arm", "shoot", "spur"];
    private static readonly string[] Origins = ["crown", "ground", "rootstock", "unknown"];

    /// <summary>Any tree of stems with any of the marks the format has.</summary>
    private static JsonObject Wild(int seed)
    {
        var random = new Random(seed + 9000);
        double Between(double low, double high) => Math.Round(low + ((high - low) * random.NextDouble()), 1);
        var stems = new List<JsonObject>();
        for (var n = 0; n < random.Next(1, 22); n++)
        {
            var on = n > 0 && random.Next(3) > 0 ? stems[random.Next(stems.Count)] : null;
            var stem = new JsonObject
            {
                ["id"] = $"S{n}",
                ["role"] = Roles[random.Next(Roles.Length)],
                ["parent"] = on is null ? Origins[random.Next(Origins.Length)] : (string)on["id"]!,
                ["clock"] = Between(0.1, 12),
                ["diameter"] = random.Next(5) == 0 ? 300 : Between(0.1, 60),
                ["age"] = random.Next(4) == 0 ? 80 : random.Next(1, 4),
                ["length"] =
                    random.Next(6) == 0 ? 0.1
                    : random.Next(6) == 0 ? 15_000
                    : Between(10, 2000),
            };
            var length = (double)stem["length"]!.AsValue();
            if (on is not null)
            {
                stem["at"] = Between(0, (double)on["length"]!.AsValue());
            }

            if (random.Next(3) == 0)
            {
                stem["seen"] = new JsonArray(
                    new[] { "soft", "wound", "bark.brown", "scratch.brown", "held", "canker", "productive", "spindly" }[
                        random.Next(8)
                    ]
                );
            }

            if (random.Next(5) == 0)
            {
                stem["deadFrom"] = random.Next(2) == 0 ? 0 : Between(0, length);
            }

            if (random.Next(4) == 0)
            {
                stem["buds"] = new JsonArray([
                    .. Enumerable
                        .Range(0, random.Next(1, 6))
                        .Select(_ =>
                            Bud(
                                Between(0, length),
                                new[] { "dormant", "basal", "blind", "damaged", "shooting" }[random.Next(5)]
                            )
                        ),
                ]);
            }

            if (random.Next(5) == 0)
            {
                stem["pin"] = random.Next(3) switch
                {
                    0 => "keep",
                    1 => "remove",
                    _ => new JsonObject { ["cutAt"] = Between(0, length) },
                };
            }

            if (random.Next(8) == 0)
            {
                stem["fruitTo"] = Between(0, length);
            }

            stems.Add(stem);
        }

        var facts = Facts(
            Systems[random.Next(Systems.Length)],
            random.Next(2) == 0 ? Between(0, 100_000) : null,
            random.Next(4) == 0 ? 100 : Between(500, 20_000)
        );
        facts["stage"] = random.Next(5) == 0 ? 2 : 1;
        facts["winterLoss"] =
            random.Next(3) == 0 ? new JsonObject { ["cut"] = 100, ["dead"] = random.Next(0, 101) } : null;
        facts["year"] = random.Next(1, 12);
        return Vine(facts, stems)
            .Plant("kind", Kinds[random.Next(Kinds.Length)])
            .With("date", random.Next(3) == 0 ? "2027-07-01" : "2027-02-20");
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Any_vine_comes_to_a_plan_that_holds_together(int seed)
    {
        var survey = Wild(seed);
        if (Reading(survey) is SurveyReading.Invalid)
        {
            // Nested too deep: refused, not planned.
            return;
        }

        var plan = Plan(survey);
        var decided = plan.Stems.ToDictionary(s => s.Id.Value, s => s.Decision);
        foreach (var stem in survey["stems"]!.AsArray())
        {
            var (id, parent) = ((string)stem!["id"]!, (string)stem["parent"]!);
            Assert.False(
                decided.TryGetValue(parent, out var on) && on == Decision.Remove && decided[id] != Decision.Remove,
                $"{id} stays on {parent}, which goes"
            );
            Assert.False(
                decided[id] == Decision.Remove
                    && stem["pin"] is JsonValue v
                    && (string)v! == "keep"
                    && !decided.ContainsKey(parent),
                $"{id} was to stay"
            );
            Assert.True(plan.Steps.Count(s => s.Stem == id && s.Cut is not null) <= 1, id);
        }

        Assert.True(plan.Counts.BudsLeft >= 0 && plan.Counts.RemovedShare is >= 0 and <= 1);
        Assert.All(plan.Steps, s =>
            Assert.True(s.Cut is null || (double.IsFinite(s.Cut.X) && s.Cut.At is null or >= 0))
        );
        Assert.Equal(plan.ToJson(), Plan(survey).ToJson());
    }

    [Fact]
    public void A_vine_of_as_many_stems_as_the_format_takes_is_planned()
    {
        foreach (var system in new[] { "cordon", "goblet", "long-cane" })
        {
            var random = new Random(3);
            var shoots = Enumerable
                .Range(0, 197)
                .Select(n =>
                    Stem(
                        $"S{n}",
                        "shoot",
                        system == "cordon" ? (n % 2 == 0 ? "L" : "R") : "T",
                        7 + (random.NextDouble() * 9),
                        1,
                        1500,
                        system == "cordon" ? 50 * (n / 2) : 700 + n,
                        0.06 * (n + 1),
                        20
                    )
                );
            var survey = Vine(
                Facts(system, 4000, 20_000),
                [Trunk(1000), Arm("L", 9, 6000), Arm("R", 3, 6000), .. shoots]
            );
            var plan = Plan(survey);
            Assert.Equal(200, plan.Stems.Count);
            Assert.True(plan.Counts.BudsLeft > 0);
            Assert.True(plan.Optimal || plan.Bound > plan.Score);
        }
    }
}
