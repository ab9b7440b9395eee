using System.Text.Json.Nodes;
using Gemmifer.Core.Buds;
using Gemmifer.Core.Families.Vines;
using Gemmifer.Core.Plans;
using static Gemmifer.Core.Tests.Families.Vines.VineSurveys;
using static Gemmifer.Core.Tests.Surveys;

namespace Gemmifer.Core.Tests.Families.Vines;

/// <summary>Young vines and summer work (common practice, no source).</summary>
public class YoungAndSummerTests
{
    private static readonly JsonObject Stake = new()
    {
        ["kind"] = "stake",
        ["width"] = 50,
        ["height"] = 1500,
    };

    private static JsonObject Young(int year, params IEnumerable<JsonObject> stems)
    {
        var facts = Facts("training");
        facts["year"] = year;
        return Vine(facts, stems).With("support", Stake.DeepClone());
    }

    private static JsonObject Up(string id, double diameter, double length) =>
        Stem(id, "cane", "ground", diameter, 1, length, lean: 3);

    private static string Now(PlanDocument plan) => plan.Vine!.Timeline.Single(t => t.Now).Text.Text;

    [Fact]
    public void A_strong_shoot_is_headed_above_two_buds_a_hand_apart()
    {
        var plan = Plan(
            Young(
                2,
                Up("A", 10, 1300).With("buds", new JsonArray([.. Enumerable.Range(1, 14).Select(n => Bud(80 * n))])),
                Up("B", 8, 600)
            )
        );
        Assert.Equal(
            (Decision.Shorten, Decision.Remove, 2),
            (plan.Stem("A").Decision, plan.Stem("B").Decision, plan.Counts.BudsLeft)
        );
        var z = plan.Vine!.Positions.Single().Marks.Select(m => m[2]).ToArray();
        Assert.InRange(z[1], 800, 960);
        Assert.InRange(z[1] - z[0], 60, 140);
        Assert.Contains(plan.Steps, s => s.Action == StepAction.RubOff && s.Stage == Stage.Return);

        // Tied first, then headed; its flowers come off.
        var tie = plan.Steps.Single(s => s.Ties.Count > 0);
        Assert.True(tie.N < plan.Step("A").N);
        Assert.Contains(plan.Steps, s => s.Stage == Stage.Return && s.Text.Text.Contains("flowers off"));
        Assert.Contains("height of the head", Now(plan));
    }

    [Fact]
    public void Unseen_buds_at_the_head_are_to_be_looked_for()
    {
        var cut = Plan(Young(2, Up("A", 10, 1300))).Step("A").Cut!;
        Assert.Equal((BudKnowledge.LookFor, (double?)null), (cut.Bud!.Known, cut.At));
        Assert.InRange(cut.Bud.Window![1], 890, 910);
    }

    [Fact]
    public void A_weak_one_goes_back_to_one_bud_and_a_short_strong_one_waits()
    {
        var weak = Plan(Young(2, Up("A", 5, 700)));
        Assert.Equal((Decision.Shorten, 1), (weak.Stem("A").Decision, weak.Counts.BudsLeft));
        Assert.Contains("Weak", Now(weak));
        var shortOne = Plan(Young(2, Up("A", 9, 600)));
        Assert.Equal(Decision.Keep, shortOne.Stem("A").Decision);
    }

    [Fact]
    public void A_broken_vine_keeps_several_shoots_and_is_decided_next_winter()
    {
        var plan = Plan(Young(2, Up("A", 10, 1300).Seen("wound"), Up("B", 8, 900), Up("C", 6, 700)));
        Assert.All(plan.Stems, s => Assert.Equal(Decision.Keep, s.Decision));
        Assert.Equal(2028, plan.Steps.Single(s => s.Stage == Stage.Return).Due.Year);
        Assert.Contains("Broken", Now(plan));
    }

    [Theory]
    [InlineData(600, "L")]
    [InlineData(250, "L")]
    [InlineData(120, null)]
    public void A_broken_top_starts_again_from_the_lowest_strong_shoot(double wound, string? again)
    {
        var broken = Up("A", 11, 800);
        broken["seen"] = new JsonArray(new JsonObject { ["what"] = "wound", ["at"] = wound });
        var plan = Plan(
            Young(
                2,
                broken,
                Stem("L", "lateral", "A", 8, 1, 600, 150, 3, 20),
                Stem("M", "lateral", "A", 9, 1, 700, 300, 9, 20),
                Stem("N", "lateral", "A", 4, 1, 200, 80, 9, 30)
            )
        );
        if (again is null)
        {
            // None that is strong stands below the break: several stay.
            Assert.Contains("Broken", Now(plan));
            return;
        }

        Assert.Equal((Decision.Shorten, Decision.Keep), (plan.Stem("A").Decision, plan.Stem("L").Decision));
        Assert.Equal((CutPlace.Join, 162.0), (plan.Step("A").Cut!.Where, plan.Step("A").Cut!.At!.Value));
        Assert.Equal((Decision.Remove, Decision.Remove), (plan.Stem("M").Decision, plan.Stem("N").Decision));
        Assert.Contains("starts again", Now(plan));
        Assert.Contains(plan.Steps, s => s.Stage == Stage.Return && s.Text.Text.Contains("flowers off"));
    }

    [Fact]
    public void A_first_spur_with_a_bud_in_doubt_keeps_three_and_is_looked_at_again()
    {
        var doubtful = Stem("A", "shoot", "T", 9, 1, 900, 895, 9, 30);
        doubtful["buds"] = new JsonArray([
            .. new[] { 60, 120, 180, 240 }.Select((at, i) => Bud(at, i == 0 ? "blind" : "dormant")),
        ]);
        var plan = Plan(Young(3, Trunk(900, 2), doubtful, Stem("B", "shoot", "T", 9, 1, 900, 860, 3, 30)));
        var place = plan.Vine!.Positions.Single(p => p.Shoot == "A");
        Assert.Equal((3, true), (place.Buds, place.Doubt));
        Assert.Contains(plan.Steps, s => s.Stage == Stage.Return && s.Text.Text.Contains("two weeks after bud break"));
        Assert.Contains(plan.Steps, s => s.Stage == Stage.Return && s.Text.Text.Contains("flowers off"));
    }

    [Fact]
    public void Shoots_round_a_head_that_look_different_ways_are_different_places()
    {
        JsonObject Round(params double[] clocks) =>
            Vine(
                Facts("goblet"),
                [
                    Trunk(850),
                    .. clocks.Select((c, i) => Stem($"{(char)('A' + i)}", "shoot", "T", 9, 1, 900, 830, c, 30)),
                ]
            );
        Assert.Equal(8, Plan(Round(3, 6, 9, 12)).Counts.BudsLeft);
        Assert.Equal(4, Plan(Round(3, 3.2, 9, 9.3)).Counts.BudsLeft);
    }

    [Fact]
    public void At_the_head_two_shoots_become_two_spurs_and_the_trunk_is_stripped()
    {
        var plan = Plan(
            Young(
                3,
                Trunk(900, 2),
                Stem("A", "shoot", "T", 9, 1, 900, 895, 9, 30),
                Stem("B", "shoot", "T", 8, 1, 900, 800, 3, 30),
                Stem("C", "shoot", "T", 8.5, 1, 900, 780, 8, 30),
                Stem("W", "shoot", "T", 7, 1, 400, 300)
            )
        );
        Assert.Equal(
            (Decision.Shorten, Decision.Shorten, Decision.Remove, Decision.Remove, 4),
            (
                plan.Stem("A").Decision,
                plan.Stem("B").Decision,
                plan.Stem("C").Decision,
                plan.Stem("W").Decision,
                plan.Counts.BudsLeft
            )
        );
        Assert.Equal(Stage.Suckers, plan.Step("W").Stage);
        Assert.Contains("two spurs", Now(plan));
    }

    [Fact]
    public void From_the_fourth_year_on_it_is_pruned_by_its_buds()
    {
        var plan = Plan(
            Young(
                4,
                [
                    Trunk(900, 3),
                    .. Enumerable.Range(0, 3).SelectMany(n => Spur($"S{n}", "T", 850 + (10 * n), clock: (4 * n) + 2)),
                ]
            )
        );
        Assert.Equal(6, plan.Counts.BudsLeft);
        Assert.Contains("four to six", Now(plan));
    }

    private static JsonObject Trellis(params IEnumerable<JsonObject> stems) =>
        Vine(Facts("t-trellis", spacing: 2000), [Trunk(1500), Stem("L", "arm", "T", 28, 6, 900, 1480, 9, 90), .. stems])
            .With("date", "2027-07-01")
            .With(
                "support",
                JsonNode.Parse(
                    """{ "kind": "t-trellis", "width": 3000, "height": 1700, "wires": [{ "height": 1500, "y": -150 }, { "height": 1500, "y": 150 }, { "height": 1600, "y": -600 }, { "height": 1600, "y": 600 }] }"""
                )
            );

    private static JsonObject[] OnSpur(string id, double length, double clock, double fruitTo = 0, params string[] seen)
    {
        var shoot = Stem(id + "a", "shoot", id, 8, 1, length, 40, clock, 45).Seen(seen);
        return [Stem(id, "spur", "L", 18, 4, 60, 400, clock, 10), fruitTo > 0 ? shoot.With("fruitTo", fruitTo) : shoot];
    }

    [Fact]
    public void Shoots_are_laid_over_the_outer_wire_and_tipped_380_mm_beyond_it()
    {
        var plan = Plan(Trellis(OnSpur("A", 1500, 12)));
        var step = plan.Step("Aa");
        Assert.Equal((StepAction.Tip, Tool.Secateurs, "wire 4"), (step.Action, step.Tool, step.Ties.Single().On));

        // From the spur at y = 7, z = 1520 to the wire at y = 600, z = 1600.
        Assert.InRange(step.Cut!.At!.Value - 380, 580, 610);
        Assert.Equal(Tool.Fingers, Plan(Trellis(OnSpur("A", 1500, 12, 0, "soft"))).Step("Aa").Tool);
        Assert.Equal("wire 3", Plan(Trellis(OnSpur("A", 1500, 6))).Step("Aa").Ties.Single().On);
    }

    [Fact]
    public void Held_shoots_are_left_fruit_keeps_the_tip_and_short_ones_wait()
    {
        Assert.Empty(Plan(Trellis(OnSpur("A", 1500, 12, 0, "held"))).Step("Aa").Ties);
        var fruit = Plan(Trellis(OnSpur("A", 1500, 12, 1300)));
        Assert.Equal((Decision.Keep, StepAction.Tie), (fruit.Stem("Aa").Decision, fruit.Step("Aa").Action));
        var little = Plan(Trellis(OnSpur("A", 400, 12)));
        Assert.Equal((Decision.Keep, 0), (little.Stem("Aa").Decision, little.Steps.Count(s => s.Stem == "Aa")));
    }

    [Fact]
    public void Trunk_shoots_go_and_misplaced_ones_by_the_way_they_grow()
    {
        var back = Stem("B", "arm", "T", 28, 6, 900, 1480, 11.5, 90);
        var plan = Plan(
            Trellis([
                back,
                Stem("X", "shoot", "T", 6, 1, 400, 500),
                Stem("I", "shoot", "B", 7, 1, 900, 200, 6, 45),
                Stem("O", "shoot", "B", 7, 1, 900, 300, 12, 45),
            ])
        );
        Assert.Equal((Decision.Remove, StepAction.RubOff), (plan.Stem("X").Decision, plan.Step("X").Action));
        Assert.Equal((Decision.Remove, Stage.Crossing), (plan.Stem("I").Decision, plan.Step("I").Stage));
        Assert.NotEqual(Decision.Remove, plan.Stem("O").Decision);
        Assert.Contains("can be laid outward", plan.Stem("O").Reasons[0].Text.Text);
    }

    [Theory]
    [InlineData(12, 6)]
    [InlineData(6, 12)]
    public void The_shoots_of_its_spurs_tell_the_side_of_an_arm_nobody_measured(double outward, double inward)
    {
        var plan = Plan(
            Trellis([
                .. OnSpur("A", 900, outward),
                Stem("B", "spur", "L", 18, 4, 60, 600, outward, 10),
                Stem("Ba", "shoot", "B", 8, 1, 900, 40, outward, 45),
                Stem("I", "shoot", "L", 7, 1, 900, 250, inward, 45),
                Stem("O", "shoot", "L", 7, 1, 900, 300, outward, 45),
            ])
        );
        Assert.Equal((Decision.Remove, Stage.Crossing), (plan.Stem("I").Decision, plan.Step("I").Stage));
        Assert.NotEqual(Decision.Remove, plan.Stem("O").Decision);
        Assert.Contains("can be laid outward", plan.Stem("O").Reasons[0].Text.Text);
    }

    [Fact]
    public void Where_nothing_tells_the_side_of_an_arm_no_shoot_is_taken_for_growing_inward()
    {
        var plan = Plan(
            Trellis([
                .. OnSpur("A", 900, 12),
                Stem("B", "spur", "L", 18, 4, 60, 600, 6, 10),
                Stem("Ba", "shoot", "B", 8, 1, 900, 40, 6, 45),
                Stem("I", "shoot", "L", 7, 1, 900, 250, 6, 45),
            ])
        );
        Assert.NotEqual(Decision.Remove, plan.Stem("I").Decision);
    }

    [Fact]
    public void Neighbours_are_kept_apart()
    {
        var plan = Plan(
            Trellis([Stem("S", "spur", "L", 18, 4, 60, 850, 9, 10), Stem("Sa", "shoot", "S", 8, 1, 1500, 40, 9, 70)])
        );
        Assert.True(plan.Stem("Sa").Decision == Decision.Shorten || plan.Step("Sa").Text.Text.Contains("next vine"));
        Assert.Contains("next vine", plan.Stem("Sa").Reasons[0].Text.Text);
    }
}
