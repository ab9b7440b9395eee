using System.Text.Json.Nodes;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Plans;

namespace Gemmifer.Core.Tests.Diagnosis;

/// <summary>The table of evidence and judgement: common practice, no source.</summary>
public class DiagnoserTests
{
    private static readonly JsonObject[] Company = [Surveys.Cane("X", 1), Surveys.Cane("Y", 4), Surveys.Cane("Z", 7)];

    private static (string Verdict, string Decision) Of(JsonObject cane, Func<JsonObject, JsonObject>? plant = null)
    {
        var survey = Surveys.Of([.. Company, cane]);
        var stem = Surveys.Plan(plant is null ? survey : plant(survey)).Stem("A");
        return (WireNames.Of(stem.Verdict), WireNames.Of(stem.Decision));
    }

    [Theory]
    [InlineData("dead", "remove", "scratch.brown", "snap.dry")]
    [InlineData("dead", "remove", "scratch.brown", "pith.brown", "not-leafing")]
    [InlineData("unsure", "check", "scratch.brown", "scratch.green")]
    [InlineData("unsure", "check", "pith.brown", "leafing")]
    [InlineData("unsure", "check", "scratch.brown")]
    [InlineData("unsure", "check", "not-leafing")]
    [InlineData("sound", "shorten", "bark.grey")]
    [InlineData("sound", "shorten", "bark.grey", "leafing")]
    [InlineData("sound", "shorten", "bark.black")]
    [InlineData("sound", "shorten", "bark.brown", "scratch.green")]
    [InlineData("soft", "untouched", "soft")]
    [InlineData("diseased", "remove", "canker")]
    [InlineData("diseased", "remove", "borer", "bark.green")]
    [InlineData("damaged", "remove", "wound")]
    [InlineData("unsure", "check", "spotting")]
    [InlineData("unsure", "check", "distorted")]
    [InlineData("unsure", "check", "below-union")]
    [InlineData("unsure", "check", "smooth", "leaflets-differ")]
    [InlineData("sound", "shorten", "smooth")]
    public void Evidence_gives_a_verdict(string verdict, string decision, params string[] seen) =>
        Assert.Equal((verdict, decision), Of(Surveys.Cane("A", 10).Seen(seen)));

    [Theory]
    [InlineData("rootstock", "sucker", "remove")]
    [InlineData("ground", "unsure", "check")]
    [InlineData("ground", "sucker", "remove", "smooth")]
    [InlineData("unknown", "unsure", "check")]
    [InlineData("unknown", "unsure", "check", "smooth")]
    [InlineData("unknown", "sucker", "remove", "smooth", "leaflets-differ")]
    [InlineData("unknown", "sucker", "remove", "below-union")]
    public void On_a_grafted_rose_the_origin_counts(
        string parent,
        string verdict,
        string decision,
        params string[] seen
    ) => Assert.Equal((verdict, decision), Of(Surveys.Cane("A", 10).With("parent", parent).Seen(seen)));

    [Fact]
    public void While_the_crown_is_covered_looks_alone_do_not_convict()
    {
        var suspect = Surveys.Cane("A", 10).With("parent", "unknown").Seen("smooth", "leaflets-differ");
        Assert.Equal(("unsure", "check"), Of(suspect, s => s.Plant("unionHeight", -50)));
        var plan = Surveys.Plan(Surveys.Of(suspect).Plant("unionHeight", -50));
        Assert.Contains(plan.Steps, s => s.Stage == Stage.Prepare && s.Tool == Tool.Fingers);
    }

    [Theory]
    [InlineData("ground")]
    [InlineData("unknown")]
    public void On_its_own_roots_a_shoot_from_the_ground_is_the_rose(string parent) =>
        Assert.Equal(
            ("sound", "shorten"),
            Of(Surveys.Cane("A", 10).With("parent", parent), s => s.Plant("rootstock", false))
        );

    [Fact]
    public void Mildew_everywhere_says_nothing_about_one_cane()
    {
        var cane = Surveys.Cane("A", 10).With("parent", "ground").Seen("mildew");
        Assert.Equal(Verdict.Sucker, Surveys.Plan(Surveys.Of([.. Company, cane])).Stem("A").Verdict);
        Assert.Equal(
            Verdict.Unsure,
            Surveys.Plan(Surveys.Of([Surveys.Cane("X", 1).Seen("mildew"), cane])).Stem("A").Verdict
        );
    }

    [Fact]
    public void Dead_wood_is_cut_to_the_highest_bud_below_it()
    {
        var cane = Surveys.Cane("A", 10).With("deadFrom", 300).Buds((150, 10), (200, 2.8), (250, 7.6), (320, 10));
        var plan = Surveys.Plan(Surveys.Of([.. Company, cane]));
        Assert.Equal((Verdict.Dead, Decision.Shorten), (plan.Stem("A").Verdict, plan.Stem("A").Decision));
        Assert.Equal((256, Stage.Dead), (plan.Step("A").Cut!.At!.Value, plan.Step("A").Stage));
    }

    [Fact]
    public void A_canker_is_cut_below_into_clean_wood_and_the_blades_are_wiped()
    {
        var seen = new JsonArray(new JsonObject { ["what"] = "canker", ["at"] = 520 });
        var plan = Surveys.Plan(
            Surveys.Of([.. Company, Surveys.Cane("A", 10).With("seen", seen).Buds((400, 10), (500, 10))])
        );
        Assert.Equal(Stage.Diseased, plan.Step("A").Stage);
        Assert.True(plan.Step("A").Cut!.At <= 470);
        Assert.All(plan.Steps.Where(s => s.Cut is not null), s => Assert.True(s.Disinfect));
    }

    [Fact]
    public void Life_above_a_dead_sign_is_a_contradiction()
    {
        Assert.Equal(("unsure", "check"), Of(Surveys.Cane("A", 10).With("deadFrom", 0).Seen("leafing")));
        var seen = new JsonArray(
            new JsonObject { ["what"] = "scratch.brown", ["at"] = 300 },
            new JsonObject { ["what"] = "leafing", ["at"] = 800 }
        );
        Assert.Equal(("unsure", "check"), Of(Surveys.Cane("A", 10).With("seen", seen)));
        var shoot = new JsonObject
        {
            ["id"] = "A1",
            ["role"] = "lateral",
            ["parent"] = "A",
            ["at"] = 700,
            ["clock"] = 9,
            ["diameter"] = 5,
            ["age"] = 1,
            ["seen"] = new JsonArray("leafing"),
        };
        Assert.Equal(
            Verdict.Unsure,
            Surveys.Plan(Surveys.Of([.. Company, Surveys.Cane("A", 10).With("deadFrom", 300), shoot])).Stem("A").Verdict
        );
    }

    [Fact]
    public void Green_below_and_brown_above_is_dead_from_there()
    {
        var seen = new JsonArray(
            new JsonObject { ["what"] = "scratch.green", ["at"] = 300 },
            new JsonObject { ["what"] = "scratch.brown", ["at"] = 700 }
        );
        Assert.Equal(("dead", "shorten"), Of(Surveys.Cane("A", 10).With("seen", seen)));
    }
}
