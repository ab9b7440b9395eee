using System.Text.Json.Nodes;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Schools;
using static Gemmifer.Core.Tests.Families.Roses.Climbing.Climbers;
using static Gemmifer.Core.Tests.Surveys;

namespace Gemmifer.Core.Tests.Families.Roses.Climbing;

/// <summary>What is done with a climber, by the practice of the school (common practice, no source).</summary>
public class WayTests
{
    private static JsonObject[] Canes =>
        [
            Cane("A", 9, 12, 1, 2400, 30),
            Cane("B", 3, 12, 1, 2400, 30),
            Cane("C", 10.5, 14, 2, 2600, 20),
            Cane("D", 1.5, 16, 3, 2600, 20),
            Cane("E", 2, 6, 1, 1800, 15),
            Cane("G", 8.5, 22, 7, 2500, 30).Seen("unproductive", "bark.grey"),
            Cane("H", 3.5, 50, 12, 2500, 30).Seen("productive", "bark.grey"),
            Lateral("C1", "C", 9, 7, 1500, 500),
        ];

    private static JsonObject Lateral(string id, string on, double clock, double mm, double at, double length) =>
        Cane(id, clock, mm, 1, length, 60).With("role", "lateral").With("parent", on).With("at", at);

    [Theory]
    [InlineData("flat-fan")]
    [InlineData("keep-volume")]
    [InlineData("halve")]
    [InlineData("restart")]
    [InlineData("upright")]
    public void Each_way_is_a_school_of_its_own_name_for_climbers_and_ramblers(string id)
    {
        foreach (var kind in new[] { "rose.climber", "rose.rambler" })
        {
            var school = SchoolCatalog.For(id, kind)!;
            Assert.Equal(id, school.Set.Climber.Word);
            Assert.Equal(
                SchoolCatalog.AllFor(kind).Count(),
                SchoolCatalog.AllFor(kind).Select(s => s.Name).Distinct().Count()
            );
        }

        Assert.Null(SchoolCatalog.For(id, "rose.hybrid-tea"));
        Assert.Equal(id, Plan(OnWall(Canes).With("school", id)).School);
    }

    [Fact]
    public void To_keep_the_volume_only_dead_and_grey_wood_goes_and_side_shoots_stay()
    {
        var plan = Plan(
            OnWall([.. Canes, Cane("X", 7, 15, 4, 2000, 20).With("deadFrom", 0)]).With("school", "keep-volume")
        );
        string[] gone = [.. plan.Stems.Where(s => s.Decision == Decision.Remove).Select(s => s.Id)];
        Assert.Equal(["G", "X"], gone);
        Assert.Equal((Decision.Keep, "climber"), (plan.Stem("C1").Decision, plan.Stem("C1").Reasons[0].Rule));
        Assert.DoesNotContain(plan.Stems, s => s.Decision == Decision.Shorten);
        // Thick and gnarled, but it bears.
        Assert.NotEqual(Decision.Remove, plan.Stem("H").Decision);
    }

    [Fact]
    public void Halved_every_cane_that_stays_keeps_about_half_of_its_length()
    {
        var survey = OnWall(Canes).With("school", "halve");
        var plan = Plan(survey);
        var cut = plan.Steps.Where(s => s is { Action: StepAction.Shorten, Stem.Value: { Length: 1 } }).ToArray();
        Assert.NotEmpty(cut);
        foreach (var step in cut.Where(s => s.Cut!.At is not null))
        {
            var length = (double)survey["stems"]!.AsArray().Single(s => (string)s!["id"]! == step.Stem)!["length"]!;
            Assert.InRange(step.Cut!.At!.Value / length, 0.35, 0.5);
        }

        Assert.All(plan.Stems.Where(s => s.Id.Value.Length == 1 && s.Decision is not Decision.Remove), s =>
            Assert.Equal(Decision.Shorten, s.Decision)
        );
    }

    [Fact]
    public void Started_again_low_three_or_four_canes_stay_with_a_third_of_their_length()
    {
        var survey = OnWall(Canes).With("school", "restart").Plant("vigour", "normal");
        var plan = Plan(survey);
        Assert.InRange(plan.Counts.Kept, 3, 4);
        foreach (
            var step in plan.Steps.Where(s =>
                s is { Action: StepAction.Shorten, Stem.Value: { Length: 1 }, Cut.At: not null }
            )
        )
        {
            var length = (double)survey["stems"]!.AsArray().Single(s => (string)s!["id"]! == step.Stem)!["length"]!;
            Assert.InRange(step.Cut!.At!.Value / length, 0.2, 0.334);
        }

        // In doubt over two winters: a third comes off now.
        var weak = Plan(OnWall(Canes).With("school", "restart").Plant("vigour", "weak"));
        Assert.Contains(weak.Warnings, w => w.Code == "two-years");
        var second = Assert.Single(weak.Steps, s => s.Text.Text.Contains("The second of two winters"));
        Assert.Equal((Stage.Return, true), (second.Stage, second.Due > weak.Steps[0].Due));
        Assert.DoesNotContain(plan.Steps, s => s.Text.Text.Contains("The second of two winters"));
        Assert.DoesNotContain(plan.Warnings, w => w.Code == "two-years");
    }

    [Fact]
    public void Upright_on_an_obelisk_one_main_cane_and_its_successor_stand_straight_and_nothing_is_wound()
    {
        var survey = On(
                new JsonObject
                {
                    ["kind"] = "obelisk",
                    ["width"] = 450,
                    ["height"] = 2200,
                    ["y"] = 250,
                },
                Canes
            )
            .With("school", "upright");
        var plan = Plan(survey);
        Assert.InRange(plan.Counts.Kept, 1, 2);
        Assert.DoesNotContain(plan.Steps, s => s.Text.Text.Contains("turns from", StringComparison.Ordinal));
        Assert.Contains(plan.Training!.Canes, c => c.How == Lies.Line);
        var wound = Plan(survey.With("school", "flat-fan"));
        Assert.Contains(wound.Steps, s => s.Text.Text.Contains("turns from", StringComparison.Ordinal));
    }

    [Fact]
    public void In_growth_nothing_is_halved()
    {
        var plan = Plan(OnWall(Canes).With("school", "halve").With("date", "2027-07-20"));
        Assert.DoesNotContain(plan.Stems, s =>
            s.Id.Value.Length == 1 && s.Decision is Decision.Shorten or Decision.Remove
        );
    }

    [Fact]
    public void A_stiff_cane_that_stands_before_a_window_is_cut_clear_of_it()
    {
        var wall = Wall();
        wall["openings"] = new JsonArray(
            new JsonObject
            {
                ["x"] = -300,
                ["z"] = 1300,
                ["width"] = 600,
                ["height"] = 700,
            }
        );
        var stiff = Cane("S", 12, 60, 9, 2200, 2).Seen("stiff", "productive");
        var plan = Plan(On(wall, stiff, Cane("A", 9, 12, 1, 2000, 30), Cane("B", 3, 12, 1, 2000, 30)));
        Assert.Contains(plan.Stem("S").Reasons, r => r.Rule == "fit");
        Assert.InRange(plan.Cut("S").Cut!.At ?? plan.Cut("S").Cut!.Bud!.Window![1], 600, 1310);

        // Beside it nothing is in the way.
        wall["openings"]![0]!["x"] = 700;
        Assert.DoesNotContain(Plan(On(wall, stiff, Cane("A", 9, 12, 1, 2000, 30))).Stem("S").Reasons, r =>
            r.Rule == "fit"
        );
    }
}
