using System.Text.Json.Nodes;
using Gemmifer.Core.Plans;

namespace Gemmifer.Core.Tests.Families.Roses;

/// <content>What each school does with a plant.</content>
public partial class JudgementTests
{
    [Fact]
    public void The_light_hand_takes_only_what_is_dead_diseased_damaged_or_rubbing()
    {
        var canes = Ring(9);
        canes[1] = canes[1].With("deadFrom", 0);
        canes[3] = canes[3].With("seen", new JsonArray(new JsonObject { ["what"] = "canker", ["at"] = 700 }));
        var plan = Surveys.Plan(
            Surveys
                .Of([.. canes, Surveys.Cane("R", 6.6, 8, 2, 900, 24).With("rubs", new JsonArray("E"))])
                .With("school", "light-hand")
        );
        Assert.Equal(["B"], plan.Stems.Where(s => s.Decision == Decision.Remove).Select(s => s.Id.Value));

        // Of the two that rub the weaker loses the part that does.
        Assert.Equal(["D", "R"], plan.Stems.Where(s => s.Decision == Decision.Shorten).Select(s => s.Id.Value));
        Assert.Equal((Stage.Crossing, "rub"), (plan.Step("R").Stage, plan.Stem("R").Reasons[0].Rule));
        Assert.All(plan.Stems.Where(s => s.Id.Value is not ("B" or "R" or "D")), s =>
            Assert.Equal(Decision.Keep, s.Decision)
        );
    }

    [Fact]
    public void Renewal_by_age_takes_about_a_third_of_the_oldest_and_hardly_shortens_the_rest()
    {
        JsonObject[] canes =
        [
            .. Enumerable
                .Range(0, 12)
                .Select(i => Surveys.Cane(((char)('A' + i)).ToString(), i + 0.5, 14, i % 2 == 0 ? 6 : 1, 1500, 35)),
        ];
        var plan = Surveys.Plan(Kind(Surveys.Of(canes), "rose.shrub", "renewal-by-age"));
        var gone = plan.Stems.Where(s => s.Decision == Decision.Remove).Select(s => s.Id.Value[0] - 'A').ToArray();
        Assert.InRange(gone.Count(i => i % 2 == 0), 1, 2);
        Assert.True(plan.Counts.RemovedShare <= 0.5);
        Assert.All(plan.Steps.Where(s => s.Stage == Stage.Shorten), s => Assert.True(s.Cut!.Z > 750));
    }

    [Fact]
    public void Rough_shear_is_one_cut_over_the_whole_plant_then_dead_and_rubbing_wood_by_hand_and_no_scolding()
    {
        var canes = Ring(8, 10, 2, 1200);
        canes[2] = canes[2].With("deadFrom", 0);
        var plan = Surveys.Plan(
            Surveys
                .Of([.. canes, Surveys.Cane("R", 6.6, 6, 2, 900, 24).With("rubs", new JsonArray("E"))])
                .With("school", "rough-shear")
        );
        var shear = Assert.Single(plan.Steps, s => s.Stage == Stage.Rough);
        Assert.Equal((Tool.Shears, CutPlace.Height, 0), (shear.Tool, shear.Cut!.Where, shear.Cut.Slope));
        var tallest = 1200 * Math.Cos(24 * Math.PI / 180);
        Assert.Equal(tallest / 2, shear.Cut.At!.Value, 5.0);
        Assert.Equal(["C", "R"], plan.Steps.Where(s => s.Action == StepAction.Remove).Select(s => s.Stem!.Value));
        Assert.Equal(7, plan.Stems.Count(s => s.Decision == Decision.Shorten));
        Assert.DoesNotContain(plan.Steps, s => s.Stage == Stage.Shorten);
        Assert.Empty(plan.Warnings);
    }

    [Fact]
    public void The_hard_school_cuts_to_about_150_mm_with_a_fist_between_ends()
    {
        var plan = Surveys.Plan(
            Kind(Surveys.Of(Ring(6).Select(c => c.With("radius", 60)).ToArray()), "rose.grafted-shrub", "hard")
        );
        Assert.True(plan.Counts.EndSpacing >= 100);
        Assert.All(plan.Steps.Where(s => s.Stage == Stage.Shorten), s => Assert.InRange(s.Cut!.Z, 100, 210));
        Assert.InRange(plan.Counts.Kept, 4, 7);
    }

    [Fact]
    public void A_weeping_standard_is_cut_to_buds_that_face_up_and_out_never_down()
    {
        var head = Enumerable
            .Range(0, 6)
            .Select(i =>
                Surveys
                    .Cane(((char)('A' + i)).ToString(), (i * 2) + 0.5, 10, 2, 1100, 70)
                    .With("tipLean", 150)
                    .With("radius", 20)
                    .With(
                        "buds",
                        new JsonArray(
                            Bud(260, (i * 2) + 0.5, "dormant", "down"),
                            Bud(300, (i * 2) + 0.5, "dormant", "side"),
                            Bud(340, (i * 2) + 0.5, "dormant", "up")
                        )
                    )
            )
            .ToArray();
        var plan = Surveys.Plan(
            Kind(Surveys.Of(head), "rose.weeping-standard", "open-bowl").Plant("unionHeight", 1200)
        );
        var cuts = plan.Steps.Where(s => s.Action == StepAction.Shorten).Select(s => s.Cut!.Bud!.At!.Value).ToArray();
        Assert.NotEmpty(cuts);
        Assert.DoesNotContain(260, cuts);
        Assert.Contains(340, cuts);
        Assert.Contains(plan.Steps, s => s.Stage == Stage.Prepare && s.Text.Text.Contains("stake"));
    }

    [Fact]
    public void A_once_flowering_rose_is_pruned_after_its_flowers_and_the_plan_says_so_in_winter()
    {
        var winter = Surveys.Plan(Kind(Surveys.Of(Ring(6)), "rose.once-flowering"));
        Assert.Contains(winter.Warnings, w => w.Code == "season");
        Assert.DoesNotContain(winter.Steps, s => s.Cut is not null && s.Stage != Stage.Return);
        Assert.Equal((true, 2027), (winter.Forecast.BloomPoints > 0, winter.Forecast.Flowering[0].Year));
        var anyway = Surveys.Plan(Kind(Surveys.Of(Ring(6)), "rose.once-flowering").With("anyway", true));
        Assert.Contains(anyway.Warnings, w => w.Code == "season" && w.Text.Text.Contains("does not flower this year"));
        Assert.Equal((0, 0), (anyway.Forecast.BloomPoints, anyway.Forecast.Flowering.Count));
        Assert.Contains(anyway.Steps, s => s.Cut is not null && s.Stage != Stage.Return);
        var summer = Surveys.Plan(Kind(Surveys.Of(Ring(6)), "rose.once-flowering").With("date", "2027-07-05"));
        Assert.DoesNotContain(summer.Warnings, w => w.Code == "season");
        Assert.True(summer.Forecast.BloomPoints > 0);
    }

    [Fact]
    public void The_pencil_rule_spares_miniatures_down_to_three_millimetres()
    {
        var small = Enumerable
            .Range(0, 5)
            .Select(i => Surveys.Cane(((char)('A' + i)).ToString(), (i * 2.4) + 0.5, i == 4 ? 2.5 : 4, 2, 350, 30))
            .ToArray();
        var plan = Surveys.Plan(Kind(Surveys.Of(small), "rose.miniature", "open-bowl"));
        Assert.Equal(["E"], plan.Stems.Where(s => s.Decision == Decision.Remove).Select(s => s.Id.Value));
    }

    [Fact]
    public void A_simple_shrub_needs_no_survey_and_gets_its_routine_in_order()
    {
        var plan = Surveys.Plan(Kind(Surveys.Of(), "shrub.simple"));
        Assert.Equal(
            [
                Stage.Prepare,
                Stage.Dead,
                Stage.Suckers,
                Stage.Crossing,
                Stage.Thin,
                Stage.Laterals,
                Stage.Clean,
                Stage.Return,
            ],
            plan.Steps.Select(s => s.Stage)
        );
        Assert.Contains(plan.Steps, s => s.Text.Text.Contains("6 to 13 mm above the branch"));
        Assert.Null(plan.Score);
        var surveyed = Surveys.Plan(
            Kind(
                Surveys.Of(
                    Surveys.Cane("A", 3, 30),
                    Surveys.Cane("B", 3.3, 12, 2, 900).With("rubs", new JsonArray("A")),
                    Surveys.Cane("C", 7, 30),
                    Surveys.Cane("D", 11, 30)
                ),
                "shrub.simple"
            )
        );
        Assert.Equal(Stage.Crossing, surveyed.Steps.Single(s => s.Stem is not null).Stage);
        Assert.Equal("B", surveyed.Steps.Single(s => s.Stem is not null).Stem);
    }

    [Fact]
    public void Cuts_follow_the_school_square_or_sloped_and_near_or_far()
    {
        JsonObject With(JsonObject set) =>
            Surveys
                .Of(Ring(4).Select(c => c.Buds((500, (double)c["clock"]!))).ToArray())
                .With("school", new JsonObject { ["base"] = "open-bowl", ["set"] = set });
        var square = Surveys.Plan(
            With(
                new JsonObject
                {
                    ["slope"] = 0,
                    ["clearance"] = 12,
                    ["stripLeaves"] = false,
                    ["sealant"] = true,
                }
            )
        );
        Assert.Equal(
            (0, 12, 512),
            (square.Step("A").Cut!.Slope, square.Step("A").Cut!.Clearance, square.Step("A").Cut!.At!.Value)
        );
        Assert.Contains("Cut square", square.Step("A").Said.Text);
        Assert.DoesNotContain(square.Steps, s => s.Said.Text.Contains("Pull off the old leaves"));
        Assert.Contains(square.Steps, s => s.Text.Text.StartsWith("Seal"));
        Assert.DoesNotContain(Surveys.Plan(With([])).Steps, s => s.Text.Text.StartsWith("Seal"));
    }
}
