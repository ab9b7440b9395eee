using System.Text.Json.Nodes;
using Gemmifer.Core.Buds;
using Gemmifer.Core.Plans;

namespace Gemmifer.Core.Tests.Families.Roses;

/// <summary>Cases any pruner would decide the same way: common practice, no source.</summary>
public class WorkedCaseTests
{
    private static JsonObject[] Ring(int canes, double diameter = 14) =>
        [
            .. Enumerable
                .Range(0, canes)
                .Select(i =>
                    Surveys.Cane(((char)('A' + i)).ToString(), ((i * 12.0 / canes) + 0.5) % 12, diameter, 2, 1200, 24)
                ),
        ];

    [Fact]
    public void Four_good_canes_all_round_stay_and_are_cut_low_above_buds_that_face_out()
    {
        var canes = Ring(4)
            .Select(c =>
                c.Buds((400, (double)c["clock"]!), (510, (double)c["clock"]!), (560, ((double)c["clock"]! + 6) % 12))
            )
            .ToArray();
        var plan = Surveys.Plan(Surveys.Of(canes));
        Assert.All(plan.Stems, s => Assert.Equal(Decision.Shorten, s.Decision));
        Assert.All(plan.Steps.Where(s => s.Stem is not null), s =>
        {
            Assert.Equal((516, 510, BudKnowledge.Seen), (s.Cut!.At!.Value, s.Cut.Bud!.At!.Value, s.Cut.Bud.Known));
            Assert.Equal((45, 6, CutPlace.AboveBud), (s.Cut.Slope, s.Cut.Clearance, s.Cut.Where));
        });
        Assert.Equal((4, 0, 0), (plan.Counts.Kept, plan.Counts.Removed, plan.Counts.Left));
        Assert.True(plan.Optimal);
    }

    [Fact]
    public void A_cane_thinner_than_a_pencil_goes_and_the_thickest_stay()
    {
        var plan = Surveys.Plan(Surveys.Of([.. Ring(5), Surveys.Cane("T", 11.4, 5, 1, 700)]));
        Assert.Equal((Decision.Remove, "thinBelow"), (plan.Stem("T").Decision, plan.Stem("T").Reasons[0].Rule));
        Assert.Equal(
            (Stage.Thin, CutPlace.Base, Tool.Secateurs, 0),
            (plan.Step("T").Stage, plan.Step("T").Cut!.Where, plan.Step("T").Tool, plan.Step("T").Cut!.At!.Value)
        );
        Assert.Equal(5, plan.Counts.Kept);
    }

    [Fact]
    public void Twelve_canes_are_thinned_to_the_schools_count_with_room_for_the_ends()
    {
        var plan = Surveys.Plan(Surveys.Of(Ring(12)));
        Assert.InRange(plan.Counts.Kept, 4, 7);
        Assert.True(plan.Counts.EndSpacing >= 200);
    }

    [Fact]
    public void Of_two_canes_that_rub_the_weaker_goes()
    {
        var plan = Surveys.Plan(
            Surveys.Of([
                .. Ring(3),
                Surveys.Cane("P", 10.5, 16, 1, 1100, 24),
                Surveys.Cane("Q", 10.6, 9, 2, 1100, 24).With("rubs", new JsonArray("P")),
            ])
        );
        Assert.Equal(
            (Decision.Shorten, Decision.Remove, Stage.Crossing),
            (plan.Stem("P").Decision, plan.Stem("Q").Decision, plan.Step("Q").Stage)
        );
    }

    [Fact]
    public void A_weak_plant_loses_no_more_than_a_third_even_if_the_cuts_stand_higher()
    {
        var plan = Surveys.Plan(Surveys.Of(Ring(5, 10)).Plant("vigour", "weak"));
        Assert.InRange(plan.Counts.RemovedShare, 0, 0.33);
        Assert.DoesNotContain(plan.Warnings, w => w.Code == "relaxed");
        Assert.Contains(plan.Steps, s => s.Cut?.Z > 600);
    }

    [Fact]
    public void No_more_than_a_third_of_the_old_wood_goes_unless_the_plant_is_neglected()
    {
        var old = Ring(6)
            .Select((c, i) => c.With("age", 6).With("seen", new JsonArray("unproductive", "bark.grey")))
            .ToArray();
        JsonObject[] young =
        [
            .. Enumerable.Range(0, 6).Select(i => Surveys.Cane($"Y{i}", (i * 2) + 1.2, 14, 1, 1200, 24)),
        ];
        var survey = Surveys.Of([.. old, .. young]);
        int Gone(PlanDocument p) => p.Stems.Count(s => s.Id.Value[0] != 'Y' && s.Decision == Decision.Remove);
        Assert.InRange(Gone(Surveys.Plan(survey)), 1, 2);
        Assert.True(Gone(Surveys.Plan(survey.Plant("neglected", true))) > 2);
    }

    [Fact]
    public void Nothing_that_stays_reaches_into_a_path()
    {
        var survey = Surveys
            .Of([.. Ring(4), Surveys.Cane("P", 6, 14, 2, 1200, 40)])
            .With(
                "keepOut",
                new JsonArray(
                    new JsonObject
                    {
                        ["name"] = "path",
                        ["side"] = 6,
                        ["from"] = 250,
                    }
                )
            );
        var plan = Surveys.Plan(survey);
        var stays = plan.Stem("P").Decision;
        Assert.True(stays == Decision.Remove || plan.Step("P").Cut!.Y >= -250.1, stays.ToString());
    }

    [Fact]
    public void The_tool_follows_the_thickness_at_the_cut()
    {
        JsonObject Thick(string id, double clock, double d) => Surveys.Cane(id, clock, d).With("deadFrom", 0);
        var plan = Surveys.Plan(
            Surveys.Of([
                .. Ring(4),
                Thick("S", 2, 20),
                Thick("L", 5, 45),
                Thick("W", 8, 46),
                Surveys.Cane("K", 11, 26, 2, 1200, 24).With("pin", "keep"),
            ])
        );
        Assert.Equal(
            (Tool.Secateurs, Tool.Loppers, Tool.Saw),
            (plan.Step("S").Tool, plan.Step("L").Tool, plan.Step("W").Tool)
        );
        Assert.NotNull(plan.Step("W").Caution);

        // 26 mm at the base, but no more than 20 where it is cut high up.
        var pinned = Surveys.Plan(
            Surveys.Of([Surveys.Cane("K", 11, 26, 2, 1200).With("pin", new JsonObject { ["cutAt"] = 900 })])
        );
        Assert.Equal((Tool.Secateurs, 900), (pinned.Step("K").Tool, pinned.Step("K").Cut!.At!.Value));
    }

    [Fact]
    public void No_bud_seen_asks_to_look_in_a_window_and_names_the_way_to_face()
    {
        var step = Surveys.Plan(Surveys.Of(Ring(4))).Step("B");
        Assert.Null(step.Cut!.At);
        Assert.Equal((BudKnowledge.LookFor, 3.5), (step.Cut.Bud!.Known, step.Cut.Bud.Clock!.Value));
        Assert.True(step.Cut.Bud.Window![0] < step.Cut.Bud.Window[1]);
    }

    [Fact]
    public void Side_shoots_keep_their_buds_fall_with_their_cane_or_leave_the_centre()
    {
        JsonObject Shoot(string id, string parent, double at, double clock) =>
            new()
            {
                ["id"] = id,
                ["role"] = "lateral",
                ["parent"] = parent,
                ["at"] = at,
                ["clock"] = clock,
                ["length"] = 300,
                ["diameter"] = 5,
                ["age"] = 1,
            };
        var canes = Ring(4).Select(c => c.Buds((510, (double)c["clock"]!))).ToArray();
        var plan = Surveys.Plan(
            Surveys.Of([.. canes, Shoot("A1", "A", 700, 1), Shoot("B1", "B", 300, 3.5), Shoot("C1", "C", 300, 0.5)])
        );
        Assert.Equal(Decision.Remove, plan.Stem("A1").Decision);
        Assert.DoesNotContain(plan.Steps, s => s.Stem == "A1");
        Assert.Equal((Decision.Shorten, Stage.Laterals), (plan.Stem("B1").Decision, plan.Step("B1").Stage));
        Assert.Equal(
            (Decision.Remove, CutPlace.Ring, Stage.Crossing),
            (plan.Stem("C1").Decision, plan.Step("C1").Cut!.Where, plan.Step("C1").Stage)
        );
    }

    [Fact]
    public void Pins_win_and_everything_else_is_solved_round_them()
    {
        var survey = Surveys.Of([
            .. Ring(5),
            Surveys.Cane("T", 11.4, 5, 1, 700).With("pin", "keep"),
            Surveys.Cane("X", 3.3).With("deadFrom", 0).With("pin", "keep"),
        ]);
        var plan = Surveys.Plan(survey);
        Assert.NotEqual(Decision.Remove, plan.Stem("T").Decision);
        Assert.Equal(Decision.Keep, plan.Stem("X").Decision);
        Assert.Contains(plan.Warnings, w => w.Code == "pin" && w.Text.Text.StartsWith('X'));
        Assert.Equal(
            Decision.Remove,
            Surveys.Plan(Surveys.Of([.. Ring(4)[1..], Ring(4)[0].With("pin", "remove")])).Stem("A").Decision
        );
    }

    [Fact]
    public void A_side_shoot_pinned_to_stay_keeps_its_cane_up_to_it()
    {
        JsonObject Shoot(string parent, double at) =>
            new()
            {
                ["id"] = "L",
                ["role"] = "lateral",
                ["parent"] = parent,
                ["at"] = at,
                ["clock"] = 3.5,
                ["length"] = 300,
                ["diameter"] = 5,
                ["age"] = 1,
                ["pin"] = "keep",
            };
        var high = Surveys.Plan(Surveys.Of([.. Ring(4), Shoot("B", 800)]));
        Assert.NotEqual(Decision.Remove, high.Stem("L").Decision);
        Assert.True(
            high.Stem("B").Decision == Decision.Keep
                || high.Step("B").Cut!.At >= 800
                || high.Step("B").Cut!.Bud!.Window!.Average() >= 800
        );
        var onDead = Surveys.Plan(
            Surveys.Of([.. Ring(4), Surveys.Cane("X", 3.3).With("deadFrom", 0), Shoot("X", 300)])
        );
        Assert.NotEqual(Decision.Remove, onDead.Stem("X").Decision);
        Assert.NotEqual(Decision.Remove, onDead.Stem("L").Decision);
        var contradicting = Surveys.Plan(
            Surveys.Of([.. Ring(4), Surveys.Cane("X", 3.3).With("pin", "remove"), Shoot("X", 300)])
        );
        Assert.Equal(Decision.Remove, contradicting.Stem("L").Decision);
        Assert.Contains(contradicting.Warnings, w => w.Code == "pin" && w.Text.Text.StartsWith('L'));

        // Pinned where it would have been shortened anyway: nothing changes.
        JsonObject Low(string? pin) => Shoot("B", 300).With("pin", pin);
        var free = Surveys.Plan(Surveys.Of([.. Ring(4), Low(null)]));
        Assert.Equal(Decision.Shorten, free.Stem("L").Decision);
        Assert.Equal(
            free.Steps.Select(s => s.Text),
            Surveys.Plan(Surveys.Of([.. Ring(4), Low("keep")])).Steps.Select(s => s.Text)
        );
    }

    [Fact]
    public void Pins_that_cannot_hold_together_are_relaxed_and_said()
    {
        var crowd = Enumerable
            .Range(0, 10)
            .Select(i => Surveys.Cane(((char)('A' + i)).ToString(), 0.5 + (i * 0.2)).With("pin", "keep"))
            .ToArray();
        var plan = Surveys.Plan(Surveys.Of(crowd));
        Assert.Equal(10, plan.Counts.Kept);
        Assert.Contains(plan.Warnings, w => w.Code == "relaxed" && w.Text.Text.Contains("closer than"));
        Assert.Contains(plan.Warnings, w => w.Code == "relaxed" && w.Text.Text.Contains("More canes stay"));
    }

    [Fact]
    public void Outside_the_main_prune_the_plan_says_when_it_is()
    {
        Assert.DoesNotContain(Surveys.Plan(Surveys.Of(Ring(4))).Warnings, w => w.Code == "season");
        Assert.Contains(Surveys.Plan(Surveys.Of(Ring(4)).With("date", "2027-07-01")).Warnings, w => w.Code == "season");
        var south = new JsonObject { ["hemisphere"] = "south" };
        Assert.DoesNotContain(
            Surveys.Plan(Surveys.Of(Ring(4)).With("date", "2027-08-15").With("place", south)).Warnings,
            w => w.Code == "season"
        );
    }
}
