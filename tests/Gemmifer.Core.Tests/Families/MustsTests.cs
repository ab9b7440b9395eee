using System.Text.Json.Nodes;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Families;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Tests.Families.Vines;
using static Gemmifer.Core.Tests.Surveys;

namespace Gemmifer.Core.Tests.Families;

/// <summary>
/// What is wrong with a stem, and the gardener's word, come to the same in every family (common practice, no source).
/// </summary>
public class MustsTests
{
    private const string June = "2027-06-10";

    public static TheoryData<string> Signs =>
        [
            .. Enum.GetValues<Sign>()
                // Bare bark tells of a vine's shoot that it is ripe; what a cane bore is asked of cane fruit alone.
                .Where(s => s is not (Sign.Fruited or Sign.FruitedTwice))
                .Select(WireNames.Of),
        ];

    private static JsonObject Lateral(string on, JsonObject? seen) =>
        new JsonObject
        {
            ["id"] = "X",
            ["role"] = "lateral",
            ["parent"] = on,
            ["clock"] = 4,
            ["diameter"] = 7,
            ["age"] = 1,
            ["length"] = 500,
            ["lean"] = 40,
            ["at"] = 600,
        }.With("seen", seen is null ? null : new JsonArray(seen.DeepClone()));

    private static JsonObject Rose(JsonObject lateral) =>
        Of(Cane("A", 12, 16, 2, 1300), Cane("B", 4), Cane("C", 8), lateral);

    private static JsonObject Raspberry(JsonObject lateral) =>
        Of(
                Cane("A", 12, 12, 1, 1600).With("parent", "ground"),
                Cane("B", 4, 12, 1, 1600).With("parent", "ground"),
                lateral
            )
            .Plant("kind", "raspberry.black")
            .Plant("rootstock", false);

    private static JsonObject Blackberry(JsonObject lateral) => Raspberry(lateral).Plant("kind", "blackberry.erect");

    /// <summary>A sign on a side shoot is the same wherever that stands, and is never kept in silence.</summary>
    [Theory]
    [MemberData(nameof(Signs))]
    public void A_sign_gives_the_same_verdict_on_a_side_shoot_of_every_family(string sign)
    {
        foreach (var at in new double?[] { null, 320 })
        {
            var seen = new JsonObject { ["what"] = sign };
            if (at is { } mm)
            {
                seen["at"] = mm;
            }

            PlanStem[] stems =
            [
                .. new[]
                {
                    Rose(Lateral("A", seen)),
                    Raspberry(Lateral("A", seen)),
                    Blackberry(Lateral("A", seen)),
                }.Select(s => Plan(s.With("date", June)).Stem("X")),
            ];
            Assert.Single(stems.Select(s => s.Verdict).Distinct());
            if (stems[0].Verdict is not (Verdict.Sound or Verdict.Soft))
            {
                Assert.DoesNotContain(stems, s => s.Decision == Decision.Keep);
                Assert.All(stems, s => Assert.Contains(s.Reasons, r => r.Rule == WireNames.Of(s.Verdict)));
            }
        }
    }

    [Theory]
    [InlineData("raspberry.black")]
    [InlineData("blackberry.erect")]
    public void A_side_shoot_with_a_canker_is_cut_below_it_on_cane_fruit_and_no_bud_is_looked_for_above(string kind)
    {
        var canker = new JsonObject { ["what"] = "canker", ["at"] = 320 };
        var plan = Plan(Raspberry(Lateral("A", canker)).Plant("kind", kind));
        var (stem, step) = (plan.Stem("X"), plan.Step("X"));
        Assert.Equal((Decision.Shorten, Stage.Diseased), (stem.Decision, step.Stage));
        Assert.True(step.Disinfect);
        Assert.InRange(step.Cut!.Bud!.Window![1], 0, 320 - Gemmifer.Core.Diagnosis.Diagnoser.CleanMarginMm);
        Assert.StartsWith("Canker at", stem.Reasons[0].Text.ToString(), StringComparison.Ordinal);

        // At its base nothing of it is sound.
        var low = new JsonObject { ["what"] = "canker", ["at"] = 20 };
        Assert.Equal(Decision.Remove, Plan(Raspberry(Lateral("A", low)).Plant("kind", kind)).Stem("X").Decision);
    }

    private static JsonObject Died(JsonObject survey, string id, double from, params JsonObject[] buds)
    {
        var stem = survey["stems"]!.AsArray().Single(s => (string)s!["id"]! == id)!;
        stem["deadFrom"] = from;
        stem["buds"] = new JsonArray([.. buds.Select(b => b.DeepClone())]);
        return survey;
    }

    /// <summary>A bud that was seen is named; where one more may stand above it, it is looked for.</summary>
    [Theory]
    [InlineData(240, 240.0)]
    [InlineData(120, null)]
    public void What_died_back_is_cut_above_the_highest_sound_bud_in_every_family(double at, double? bud)
    {
        JsonObject[] buds = [VineSurveys.Bud(at / 2), VineSurveys.Bud(at).With("clock", 3)];
        var vine = VineSurveys
            .Vine(
                VineSurveys.Facts("cordon"),
                [VineSurveys.Trunk(), VineSurveys.Arm("L", 9), .. VineSurveys.Spur("L1", "L", 300)]
            )
            .With("date", June);
        foreach (
            var (survey, id) in new[]
            {
                (Rose(Lateral("A", null)).With("date", June), "X"),
                (Raspberry(Lateral("A", null)), "X"),
                (Raspberry(Lateral("A", null)), "B"),
                (vine, "L1a"),
            }
        )
        {
            var step = Plan(Died((JsonObject)survey.DeepClone(), id, 280, buds)).Step(id);
            Assert.Equal((StepAction.Shorten, Stage.Dead), (step.Action, step.Stage));
            Assert.True(step.Cut!.Bud!.At == bud, $"{id} of {survey["plant"]!["kind"]}: {step.Text}");
            Assert.InRange(step.Cut.At ?? step.Cut.Bud.Window![1], at, 280);
            if (bud is not null)
            {
                Assert.Equal(3, step.Cut.Bud.Clock);
            }
        }
    }

    /// <summary>Buds that were looked at and none of which lives: nothing below could carry on.</summary>
    [Fact]
    public void Where_every_bud_below_is_blind_all_of_the_shoot_goes()
    {
        var survey = Died(Raspberry(Lateral("A", null)), "X", 60, VineSurveys.Bud(30, "blind"));
        Assert.Equal(Decision.Remove, Plan(survey).Stem("X").Decision);

        // One that the gardener wants is kept, and what is wrong is said.
        survey["stems"]!.AsArray().Single(s => (string)s!["id"]! == "X")!["pin"] = "keep";
        var kept = Plan(survey).Stem("X");
        Assert.Equal(Decision.Keep, kept.Decision);
        Assert.Contains(kept.Reasons, r => r.Rule == "dead");
    }

    [Fact]
    public void A_cane_of_cane_fruit_comes_out_of_the_ground_and_is_no_sucker()
    {
        var survey = Raspberry(Lateral("A", null)).Plant("rootstock", true);
        Assert.All(Plan(survey).Stems, s => Assert.Equal(Verdict.Sound, s.Verdict));
    }

    [Fact]
    public void A_cane_that_is_sick_so_low_that_nothing_is_left_below_comes_out()
    {
        var survey = Raspberry(Lateral("A", null));
        survey["stems"]![1]!["seen"] = new JsonArray(new JsonObject { ["what"] = "canker", ["at"] = 60 });
        var plan = Plan(survey);
        Assert.Equal((Decision.Remove, Stage.Diseased), (plan.Stem("B").Decision, plan.Step("B").Stage));
    }

    [Fact]
    public void A_canker_in_the_arm_of_a_cordon_with_nothing_below_it_is_looked_at_and_not_passed_over()
    {
        var survey = VineSurveys.Cordon(3, VineSurveys.Facts("cordon"));
        var arm = survey["stems"]!.AsArray().Single(s => (string)s!["id"]! == "L")!;
        arm["seen"] = new JsonArray(new JsonObject { ["what"] = "canker", ["at"] = 90 });
        var plan = Plan(survey);
        Assert.Equal(Decision.Check, plan.Stem("L").Decision);
        Assert.Equal((StepAction.Check, Stage.Diseased), (plan.Step("L").Action, plan.Step("L").Stage));

        // Beyond a place that can carry on it is cut back to that.
        arm["seen"] = new JsonArray(new JsonObject { ["what"] = "canker", ["at"] = 400 });
        Assert.Equal("L2", Plan(survey).Stem("L").Successor);
    }

    [Fact]
    public void A_shoot_of_a_vine_that_died_back_in_summer_is_cut_below_what_is_dead()
    {
        var survey = VineSurveys
            .Vine(
                VineSurveys.Facts("cordon"),
                [VineSurveys.Trunk(), VineSurveys.Arm("L", 9), .. VineSurveys.Spur("L1", "L", 300)]
            )
            .With("date", June);
        survey["stems"]!.AsArray().Single(s => (string)s!["id"]! == "L1a")!["deadFrom"] = 400;
        var plan = Plan(survey);
        Assert.Equal((Decision.Shorten, Stage.Dead), (plan.Stem("L1a").Decision, plan.Step("L1a").Stage));
        Assert.InRange(plan.Step("L1a").Cut!.Bud!.Window![1], 0, 400);
    }

    [Fact]
    public void What_stands_on_wood_that_goes_has_no_successor_but_a_stem_or_none()
    {
        var survey = VineSurveys.Cordon(2, VineSurveys.Facts("cordon"));
        survey["stems"]!.AsArray().Single(s => (string)s!["id"]! == "L1")!["deadFrom"] = 0;
        var plan = Plan(survey);
        Assert.Equal(Decision.Remove, plan.Stem("L1a").Decision);
        Assert.All(plan.Stems, s => Assert.True(s.Successor is null || plan.Stems.Any(o => o.Id == s.Successor)));
    }

    public static TheoryData<string> Plants =>
        ["bush", "shorn", "climber", "raspberry", "blackberry", "cordon", "long canes", "young vine"];

    private static JsonObject Whole(string plant) =>
        plant switch
        {
            "bush" => Rose(Lateral("A", null)),
            "shorn" => Rose(Lateral("A", null)).Plant("kind", "rose.floribunda").With("school", "rough-shear"),
            "climber" => Rose(Lateral("A", null)).Plant("kind", "rose.climber"),
            "raspberry" => Raspberry(Lateral("A", null)),
            "blackberry" => Blackberry(Lateral("A", null)),
            "cordon" => VineSurveys.Cordon(2, VineSurveys.Facts("cordon")),
            "long canes" => VineSurveys.Cordon(2, VineSurveys.Facts("long-cane")).With("school", "long-cane"),
            _ => VineSurveys.Vine(
                VineSurveys.Facts("training"),
                [
                    VineSurveys.Trunk(600, 2),
                    VineSurveys.Stem("a", "shoot", "T", 9, 1, 900, 400),
                    VineSurveys.Stem("b", "shoot", "T", 8, 1, 700, 500),
                ]
            ),
        };

    /// <summary>
    /// Each sign on each stem of each family, low, high and anywhere, in winter and in growth: nothing that is wrong,
    /// or may be, is passed over in silence, and no successor is anything but a stem.
    /// </summary>
    [Theory]
    [MemberData(nameof(Plants))]
    public void No_sign_on_any_stem_is_passed_over_in_silence(string plant)
    {
        var found = new List<string>();
        var plans = 0;
        var ids = Whole(plant)["stems"]!.AsArray().Select(s => (string)s!["id"]!).ToArray();
        foreach (var day in new[] { "2027-02-20", June })
        {
            foreach (var (id, sign) in ids.SelectMany(i => Enum.GetValues<Sign>().Select(s => (i, WireNames.Of(s)))))
            {
                foreach (var at in new double?[] { null, 15, 300 })
                {
                    var survey = Whole(plant).With("date", day);
                    var stem = survey["stems"]!.AsArray().Single(s => (string)s!["id"]! == id)!;
                    var seen = new JsonObject { ["what"] = sign };
                    if (at is { } mm)
                    {
                        seen["at"] = Math.Min(
                            mm,
                            double.Parse(
                                stem["length"]!.ToJsonString(),
                                System.Globalization.CultureInfo.InvariantCulture
                            ) - 1
                        );
                    }

                    stem["seen"] = new JsonArray(seen);
                    if (Truth.Truths.Plan(survey, PlanDetail.Brief) is not { } plan)
                    {
                        continue;
                    }

                    plans++;
                    found.AddRange(
                        Truth
                            .PlanChecker.Check(survey, plan)
                            .Where(u => u.Rule is "no bad verdict in silence" or "a successor is a stem")
                            .Select(u => $"{day} {sign} at {at}: {u.What}")
                    );
                }
            }
        }

        Assert.True(plans > 200, $"Only {plans} were planned.");
        Assert.True(found.Count == 0, $"{found.Count} of {plans}:\n{string.Join('\n', found.Take(12))}");
    }

    public static TheoryData<string, string> Words
    {
        get
        {
            var words = new TheoryData<string, string>();
            foreach (var kind in new[] { "rose.hybrid-tea", "raspberry.black", "vine" })
            {
                words.Add(kind, "\"keep\"");
                words.Add(kind, "\"remove\"");
                words.Add(kind, "{ \"cutAt\": 200 }");
            }

            return words;
        }
    }

    [Theory]
    [MemberData(nameof(Words))]
    public void The_gardeners_word_is_the_first_reason_on_sound_wood_and_on_sick(string kind, string word)
    {
        foreach (var sick in new[] { false, true })
        {
            var survey =
                kind == "vine" ? VineSurveys.Cordon(2, VineSurveys.Facts("cordon"))
                : kind == "raspberry.black" ? Raspberry(Lateral("A", null))
                : Rose(Lateral("A", null));
            var id = kind == "vine" ? "L1a" : "X";
            var stem = survey["stems"]!.AsArray().Single(s => (string)s!["id"]! == id)!;
            stem["pin"] = JsonNode.Parse(word);
            if (sick)
            {
                stem["seen"] = new JsonArray(new JsonObject { ["what"] = "canker", ["at"] = 320 });
            }

            var planned = Plan(survey).Stem(id);
            Assert.Equal(("pin", Provenance.User), (planned.Reasons[0].Rule, planned.Reasons[0].Provenance));
            if (sick && word == "\"keep\"")
            {
                // It is kept all the same, or cut below what is wrong; what is wrong is told.
                Assert.Contains(planned.Reasons, r => r.Rule == "diseased");
            }
        }
    }

    [Fact]
    public void A_word_that_cannot_be_followed_says_so_first()
    {
        // What is to stay stands on what is to go.
        var survey = Rose(Lateral("A", null).With("pin", "keep"));
        survey["stems"]![0]!["deadFrom"] = 0;
        var planned = Plan(survey);
        var stem = planned.Stem("X");
        if (stem.Decision == Decision.Remove)
        {
            Assert.Equal(("unheard", Provenance.User), (stem.Reasons[0].Rule, stem.Reasons[0].Provenance));
            Assert.Contains(planned.Warnings, w => w.Code == "pin" && w.Stem == "X");
        }
        else
        {
            Assert.Equal("pin", stem.Reasons[0].Rule);
        }
    }

    [Fact]
    public void A_climbers_cane_that_is_dead_almost_to_the_base_does_not_stay_whole()
    {
        var survey = Of(Cane("A", 12, 16, 2, 2000), Cane("B", 3, 16, 5, 2000).With("deadFrom", 12))
            .Plant("kind", "rose.climber");
        Assert.Equal(Decision.Remove, Plan(survey).Stem("B").Decision);
    }
}
