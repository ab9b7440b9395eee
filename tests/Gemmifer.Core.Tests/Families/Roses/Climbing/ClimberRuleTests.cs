using System.Text.Json.Nodes;
using Gemmifer.Core.Plans;
using static Gemmifer.Core.Tests.Families.Roses.Climbing.Climbers;
using static Gemmifer.Core.Tests.Surveys;

namespace Gemmifer.Core.Tests.Families.Roses.Climbing;

/// <summary>What the trade says of the canes of climbers (common practice, no source), case by case.</summary>
public class ClimberRuleTests
{
    private static JsonObject Old(string id, double clock) =>
        Cane(id, clock, 22, 7, 2300, 30).Seen("bark.grey", "unproductive");

    [Fact]
    public void An_old_unproductive_cane_goes_when_a_basal_one_can_take_its_place()
    {
        var plan = Plan(OnWall(Old("A", 9), Cane("B", 9, 12, 1, 2000), Cane("C", 3, 12, 2, 2000)));
        Assert.Equal(Decision.Remove, plan.Stem("A").Decision);
        Assert.Equal("B", plan.Stem("A").Successor);
        Assert.Contains("B can take its place", plan.Cut("A").Said.Text);
        Assert.Equal(Stage.Thin, plan.Cut("A").Stage);
    }

    [Fact]
    public void While_none_can_it_stays_shortened_to_a_good_side_shoot()
    {
        var plan = Plan(OnWall(Old("A", 9), Old("B", 3), Shoot("A1", "A", 700, 900, 10)));
        Assert.Equal(Decision.Shorten, plan.Stem("A").Decision);
        Assert.Equal(CutPlace.Join, plan.Cut("A").Cut!.Where);
        Assert.Null(plan.Stem("A").Successor);
        Assert.Contains(plan.Stem("A").Reasons, r => r.Rule == "no-successor");
        Assert.Contains(plan.Stem("B").Decision, new[] { Decision.Keep, Decision.Shorten });
        Assert.Contains(plan.Warnings, w => w.Code == "no-successor");
    }

    [Fact]
    public void No_more_old_canes_go_than_young_ones_stay_to_replace_them()
    {
        // Two young ones of which one rubs the other away; the winter's share alone would let two old ones go.
        var plan = Plan(
            OnWall(
                Old("A", 9),
                Old("B", 9),
                Old("C", 3),
                Old("D", 3),
                Old("E", 9),
                Old("F", 3),
                Cane("G", 9, 12, 1, 2000).With("rubs", new JsonArray("H")),
                Cane("H", 9, 9, 1, 1800)
            )
        );
        Assert.Equal(1, plan.Stems.Count(s => s.Decision == Decision.Remove && s.Id.Value[0] < 'G'));
        Assert.Single(plan.Stems, s => s.Id.Value[0] >= 'G' && s.Decision == Decision.Remove);
        Assert.Equal("G", plan.Stems.Single(s => s.Decision == Decision.Remove && s.Id.Value[0] < 'G').Successor);
    }

    [Fact]
    public void No_more_than_a_third_of_the_old_goes_in_a_winter_and_the_next_successor_is_named()
    {
        var plan = Plan(
            OnWall(
                Old("A", 9),
                Old("B", 8.8),
                Old("C", 3),
                Cane("D", 9, 12, 1, 2000),
                Cane("E", 3, 12, 1, 2000),
                Cane("F", 3.2, 12, 1, 2000)
            )
        );
        Assert.Equal(1, plan.Stems.Count(s => s.Decision == Decision.Remove));
        var kept = plan.Stems.Where(s => s.Id.Value[0] <= 'C' && s.Decision != Decision.Remove).ToArray();
        Assert.Equal(2, kept.Length);
        Assert.All(kept, s => Assert.NotNull(s.Successor));
        Assert.Equal(3, plan.Stems.Where(s => s.Id.Value[0] <= 'C').Select(s => s.Successor).Distinct().Count());
        var later = Assert.Single(plan.Steps, s =>
            s.Stage == Stage.Return && s.Text.Text.Contains("give way next", StringComparison.Ordinal)
        );
        Assert.All(kept, s => Assert.Contains($"{s.Id} to {s.Successor}", later.Text.Text));
        Assert.True(later.Due > new DateOnly(2027, 12, 1));
    }

    [Fact]
    public void Forward_and_stiff_goes_and_forward_and_pliable_is_pulled_back_and_tied()
    {
        var plan = Plan(
            OnWall(
                Cane("A", 9, 12, 1, 2000),
                Cane("B", 3, 12, 1, 2000),
                Cane("S", 6, 18, 4, 1500, 45).Seen("stiff", "forward"),
                Cane("P", 6, 10, 1, 1700, 40).Seen("supple", "forward")
            )
        );
        Assert.Equal(Decision.Remove, plan.Stem("S").Decision);
        Assert.Equal((Stage.Crossing, "forward"), (plan.Cut("S").Stage, plan.Stem("S").Reasons[0].Rule));
        Assert.Equal(Decision.Keep, plan.Stem("P").Decision);
        Assert.Contains(plan.Stem("P").Reasons, r => r.Rule == "forward");
        Assert.Equal(StepAction.Tie, plan.Tie("P").Action);
        Assert.NotEmpty(plan.Tie("P").Ties);
        Assert.All(plan.Tie("P").Ties, t => Assert.Equal(80, t.Y, 1e-9));

        // Old thick wood that nobody tried is stiff by its age and thickness.
        Assert.Equal(
            Decision.Remove,
            Plan(OnWall(Cane("A", 9, 12, 1, 2000), Cane("O", 6, 30, 8, 900, 60))).Stem("O").Decision
        );
    }

    [Fact]
    public void The_only_cane_stays_even_if_it_points_forward()
    {
        Assert.NotEqual(Decision.Remove, Plan(OnWall(Cane("O", 6, 30, 8, 1500, 60).Seen("stiff"))).Stem("O").Decision);
    }

    [Fact]
    public void Soft_growth_waits_for_the_next_visit_and_thin_canes_go_back_to_the_ring()
    {
        var plan = Plan(
            OnWall(
                Cane("A", 9, 12, 1, 2000),
                Cane("B", 3, 12, 1, 2000),
                Cane("F", 4, 8, 1, 800).Seen("soft"),
                Cane("T", 2.9, 5, 2, 1100)
            )
        );
        Assert.Equal(Decision.Untouched, plan.Stem("F").Decision);
        var visit = plan.Steps.Single(s => s.Stem == "F");
        Assert.Equal(Stage.Return, visit.Stage);
        Assert.True(visit.Due > new DateOnly(2027, 2, 20));
        Assert.Contains("tie it in", visit.Said.Text);
        Assert.Equal(Decision.Remove, plan.Stem("T").Decision);
        Assert.Equal((CutPlace.Ring, 0.0), (plan.Cut("T").Cut!.Where, plan.Cut("T").Cut!.At));
    }

    [Fact]
    public void Crossing_is_tolerated_where_nothing_rubs()
    {
        JsonObject[] crossing =
        [
            Cane("A", 9, 12, 1, 2000).With("baseClock", 3).With("radius", 150),
            Cane("B", 3, 12, 1, 2000).With("baseClock", 9).With("radius", 150),
        ];
        Assert.All(Plan(OnWall(crossing)).Stems, s => Assert.NotEqual(Decision.Remove, s.Decision));
        Assert.Contains(Plan(OnWall(crossing[0].With("rubs", new JsonArray("B")), crossing[1])).Stems, s =>
            s.Decision == Decision.Remove
        );
    }

    [Theory]
    [InlineData("wall", 3200, 8)]
    [InlineData("wall", 900, 4)]
    [InlineData("arch", 1400, 4)]
    [InlineData("obelisk", 450, 5)]
    [InlineData("post", 120, 3)]
    public void The_framework_is_as_large_as_the_support_has_room_for(string kind, double width, int most)
    {
        var support = new JsonObject
        {
            ["kind"] = kind,
            ["width"] = width,
            ["height"] = 2300,
        };
        var plan = Plan(
            On(
                support,
                [
                    .. Enumerable
                        .Range(0, 9)
                        .Select(i => Cane(((char)('A' + i)).ToString(), i % 2 == 0 ? 9 : 3, 10 + (i / 2.0), 1, 2000)),
                ]
            )
        );
        Assert.Equal(most, plan.Counts.Kept);
        Assert.Equal(most, plan.Limits.CanesMax);
        Assert.InRange(most, 3, 8);
    }

    [Theory]
    [InlineData(2, 50, 3, 100)]
    [InlineData(2, 60, 2, 80)]
    public void Side_shoots_are_cut_to_what_the_school_says_whichever_way_the_bud_faces(
        int seen,
        double first,
        int buds,
        double length
    )
    {
        var looked = Shoot("A1", "A", 500).Buds((20, 6), (45, 12), (70, 6), (95, 12));
        var survey = OnWall(Cane("A", 9, 12, 2, 2000), looked, Shoot("A2", "A", 800))
            .With(
                "school",
                new JsonObject
                {
                    ["base"] = "flat-fan",
                    ["set"] = new JsonObject { ["lateralBuds"] = buds, ["lateralLength"] = length },
                }
            );
        var plan = Plan(survey);
        Assert.Equal(seen, plan.Steps.Count(s => s.Stage == Stage.Laterals));
        Assert.Equal(new[] { 20, 45, 70, 95 }[buds - 1] + 6, plan.Cut("A1").Cut!.At);
        Assert.Equal([Math.Min(first, length / 2), length], plan.Cut("A2").Cut!.Bud!.Window!);
        Assert.Contains("whichever way it faces", plan.Cut("A2").Text.Text);
    }

    [Fact]
    public void Where_no_side_shoot_was_entered_one_step_says_it_for_all()
    {
        var step = Assert.Single(Plan(OnWall(Cane("A", 9, 12, 2, 2000))).Steps, s => s.Stage == Stage.Laterals);
        Assert.Null(step.Stem);
        Assert.Contains("3 buds, 50 mm to 100 mm", step.Text.Text);
    }

    [Fact]
    public void In_growth_a_repeat_climber_is_only_lightly_pruned_and_flowers_again_about_42_days_later()
    {
        var plan = Plan(
            OnWall(
                    Old("A", 9),
                    Cane("B", 3, 12, 1, 2000),
                    Cane("C", 2.9, 4, 1, 900),
                    Shoot("B1", "B", 600),
                    Cane("D", 9, 10, 1, 1500).With("deadFrom", 0)
                )
                .With("date", "2027-07-10")
        );
        Assert.Equal(["D"], plan.Stems.Where(s => s.Decision == Decision.Remove).Select(s => s.Id.Value));
        Assert.Equal(Decision.Shorten, plan.Stem("B1").Decision);
        Assert.Contains(plan.Warnings, w =>
            w.Code == "light" && w.Text.Text.Contains("2027-08-21", StringComparison.Ordinal)
        );
        Assert.DoesNotContain(plan.Warnings, w => w.Code == "season");
        Assert.True(
            plan.Forecast.Flowering[0] <= new DateOnly(2027, 8, 21)
                && new DateOnly(2027, 8, 21) <= plan.Forecast.Flowering[1]
        );

        // The main prune itself is no light work, nor is autumn.
        Assert.DoesNotContain(Plan(OnWall(Old("A", 9), Cane("B", 3, 12, 1, 2000))).Warnings, w => w.Code == "light");
        Assert.Contains(Plan(OnWall(Old("A", 9), Cane("B", 3, 12, 1, 2000)).With("date", "2027-11-20")).Warnings, w =>
            w.Code == "season"
        );
    }

    [Fact]
    public void Spent_canes_of_a_rambler_go_after_flowering_as_far_as_new_ones_take_their_place()
    {
        var pergola = new JsonObject
        {
            ["kind"] = "pergola",
            ["from"] = 0,
            ["width"] = 3600,
            ["height"] = 2400,
        };
        JsonObject Rambler(params JsonObject[] stems) =>
            On(pergola, stems).Plant("kind", "rose.rambler").With("date", "2027-07-01");
        var plan = Plan(
            Rambler(
                Cane("A", 3, 14, 2, 4000),
                Cane("B", 3.3, 15, 3, 4000),
                Cane("C", 2.8, 14, 2, 4000),
                Cane("D", 3, 12, 1, 3200),
                Cane("E", 3.4, 9, 1, 1500).Seen("soft")
            )
        );
        Assert.Equal(2, plan.Stems.Count(s => s.Decision == Decision.Remove));
        Assert.Equal(Decision.Untouched, plan.Stem("E").Decision);
        Assert.DoesNotContain(plan.Warnings, w => w.Code is "season" or "relaxed");
        Assert.Contains(
            Plan(Rambler(Cane("A", 3, 14, 2, 4000), Cane("D", 3, 12, 1, 3200)).With("date", "2027-02-20")).Warnings,
            w => w.Code == "season"
        );
        Assert.All(Plan(Rambler(Cane("A", 3, 14, 2, 4000), Cane("B", 3.3, 15, 3, 4000))).Stems, s =>
            Assert.NotEqual(Decision.Remove, s.Decision)
        );
    }

    [Fact]
    public void A_neglected_climber_keeps_old_canes_up_to_what_its_support_holds()
    {
        var old = Enumerable
            .Range(0, 11)
            .Select(i =>
                Cane(((char)('A' + i)).ToString(), i % 2 == 0 ? 9 : 3, 18 + i, 6 + (i % 4), 2600, 20 + (3 * i))
                    .Seen("bark.grey")
            )
            .ToArray();
        var plan = Plan(OnWall([.. old, Cane("Y", 3, 12, 1, 2000)]).Plant("neglected", true));
        Assert.Equal(8, plan.Counts.Kept);
        Assert.Equal(Decision.Keep, plan.Stem("Y").Decision);
        Assert.DoesNotContain(plan.Warnings, w => w.Code == "relaxed");
        Assert.Contains(plan.Steps, s =>
            s.Action == StepAction.Remove && s.Text.Text.Contains("in pieces", StringComparison.Ordinal)
        );
    }

    [Fact]
    public void A_heavy_cane_is_sawn_with_an_undercut_and_taken_out_in_pieces()
    {
        var cut = Plan(
                OnWall(
                    Cane("A", 9, 50, 9, 2800, 40).Seen("unproductive"),
                    Cane("B", 9, 12, 1, 2000),
                    Cane("C", 3, 12, 1, 2000)
                )
            )
            .Cut("A");
        Assert.Equal(Tool.Saw, cut.Tool);
        Assert.Contains("in pieces", cut.Text.Text);
        Assert.Contains("Undercut", cut.Caution);
    }

    [Fact]
    public void Without_a_support_it_is_asked_for_and_nothing_is_tied()
    {
        var plan = Plan(On(null, Cane("A", 9, 12, 1, 2000), Cane("S", 6, 18, 4, 1500, 45)));
        Assert.Null(plan.Training);
        Assert.Contains(plan.Warnings, w => w.Code == "support");
        Assert.DoesNotContain(plan.Steps, s => s.Action == StepAction.Tie);
        Assert.Equal(Decision.Remove, plan.Stem("S").Decision);
    }

    [Fact]
    public void A_standard_is_tied_right_under_its_head_to_a_stake_that_reaches_into_it()
    {
        JsonObject Standard(double stake) =>
            Of(Cane("A", 3, 10, 2, 900, 60))
                .Plant("kind", "rose.weeping-standard")
                .Plant("unionHeight", 1200)
                .With(
                    "support",
                    new JsonObject
                    {
                        ["kind"] = "stake",
                        ["width"] = 50,
                        ["height"] = stake,
                    }
                );
        var plan = Plan(Standard(1400));
        var tie = Assert.Single(plan.Steps, s => s.Action == StepAction.Tie);
        Assert.InRange(tie.Ties[0].Z, 1100, 1200);
        Assert.Equal("stake", tie.Ties[0].On);
        Assert.DoesNotContain(plan.Steps, s => s.Text.Text.Contains("Set a longer stake", StringComparison.Ordinal));
        Assert.Contains(Plan(Standard(1000)).Steps, s =>
            s.Text.Text.Contains("Set a longer stake", StringComparison.Ordinal)
        );
    }
}
