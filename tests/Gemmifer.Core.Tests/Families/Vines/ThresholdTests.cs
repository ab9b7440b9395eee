using System.Text.Json.Nodes;
using Gemmifer.Core.Families.Vines;
using Gemmifer.Core.Plans;
using static Gemmifer.Core.Tests.Families.Vines.VineSurveys;
using static Gemmifer.Core.Tests.Surveys;

namespace Gemmifer.Core.Tests.Families.Vines;

/// <summary>
/// No cliff on one number: a measure is swept across each limit in steps no finer than a person can tell, and what the
/// plan leaves never jumps by more than a share of its whole range.
/// </summary>
public sealed class ThresholdTests
{
    /// <summary>A head with so many shoots of one thickness.</summary>
    private static JsonObject Head(double diameter, JsonObject facts) =>
        Vine(
            facts,
            [
                Trunk(),
                .. Enumerable
                    .Range(0, 6)
                    .Select(i =>
                        Stem($"S{i}", "shoot", "T", diameter + (i * 0.02), 1, 1600, 860 + (5 * i), 1 + (2 * i), 40)
                    ),
            ]
        );

    private static JsonObject Lost(JsonObject facts, int dead)
    {
        facts["winterLoss"] = new JsonObject { ["cut"] = 100, ["dead"] = dead };
        return facts;
    }

    private static double[] Sweep(double from, double to, int steps, Func<double, double> measure) =>
        [.. Enumerable.Range(0, steps + 1).Select(i => measure(Math.Round(from + ((to - from) * i / steps), 3)))];

    private static void Gradual(double[] swept, double share)
    {
        var range = swept.Max() - swept.Min();
        var worst = swept.Zip(swept.Skip(1)).Max(p => Math.Abs(p.Second - p.First));
        Assert.True(worst <= share * range + 1e-9, $"{worst} of {range}: {string.Join(' ', swept)}");
        Assert.True(range > 0, "Nothing changes at all.");
    }

    [Fact]
    public void Buds_of_a_long_cane_go_down_with_its_thickness()
    {
        // 6.9 and 7.0 mm meant none or all of them.
        var buds = Sweep(4.5, 9, 45, d => Plan(Head(d, Facts("long-cane", 1000))).Counts.BudsLeft);
        Gradual(buds, 0.25);
        Assert.True(buds[0] > 0, "A weak vine keeps a few short spurs, never nothing.");
        Assert.Equal(buds[^1], buds.Max());
    }

    [Theory]
    [InlineData(0)]
    [InlineData(1)]
    public void Crop_and_buds_follow_the_weight_of_the_prunings_across_a_unit(int end)
    {
        // From below the unit to above it: no crop, perhaps a crop, a crop.
        PlanDocument At(double grams) => Plan(Cordon(6, Facts("cordon", grams)));
        Gradual(Sweep(380, 530, 30, g => At(g).Counts.BudsLeft), 0.35);
        var crop = Sweep(380, 530, 30, g => At(g).Vine!.Crop?.Grams[end] ?? 0);
        Assert.Equal(0, crop[0]);
        Assert.True(crop[^1] > 0);
        if (end == 0)
        {
            // What is doubtful may come to nothing, and is never promised.
            Assert.Equal(0, At(453.5).Vine!.Crop!.Grams[0]);
            Assert.Equal(0, At(454).Vine!.Crop!.Grams[0]);
            Assert.Contains(At(453.5).Warnings, w => w.Text.Text.Contains("does not tell whether the vine is weak"));
        }
    }

    [Fact]
    public void Half_of_the_buds_dead_is_no_cliff_for_the_crop()
    {
        double Most(double dead) =>
            Plan(Cordon(6, Lost(Facts("cordon", 900), (int)Math.Round(dead)))).Vine!.Crop?.Grams[1] ?? 0;
        var (at50, at51) = (Most(50), Most(51));
        Assert.True(at51 > 0 && at50 > 0);
        Assert.InRange(at51 / at50, 0.7, 1.4);

        // And more dead never means more crop than with none.
        Assert.True(Sweep(0, 80, 16, Most).Max() <= Most(0) * 1.3);
    }

    [Fact]
    public void A_trunk_near_the_head_with_shoots_at_its_head_is_heading()
    {
        PlanDocument At(double length)
        {
            var facts = Facts("training");
            facts["year"] = 3;
            return Plan(
                Vine(
                        facts,
                        Trunk(length, 2),
                        Stem("A", "shoot", "T", 9, 1, 900, length - 5, 9, 30),
                        Stem("B", "shoot", "T", 8, 1, 900, length - 90, 3, 30)
                    )
                    .With(
                        "support",
                        new JsonObject
                        {
                            ["kind"] = "stake",
                            ["width"] = 50,
                            ["height"] = 1500,
                        }
                    )
            );
        }

        Assert.All(new[] { 900.0, 760, 750, 740, 720, 640 }, length => Assert.Equal(4, At(length).Counts.BudsLeft));
        Assert.Contains(At(720).Stem("T").Reasons, r => r.Text.Text.Contains("taken for one"));
        Assert.Contains(At(800).Stem("T").Reasons, r => r.Text.Text.Contains("at the height of the head"));
    }
}
