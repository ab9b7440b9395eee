using System.Text.Json.Nodes;
using Gemmifer.Core.Families.Vines;
using Gemmifer.Core.Plans;
using static Gemmifer.Core.Tests.Families.Vines.VineSurveys;
using static Gemmifer.Core.Tests.Surveys;

namespace Gemmifer.Core.Tests.Families.Vines;

/// <content>What is noted and weighed of a vine, and what is not.</content>
public partial class VinePlanTests
{
    /// <summary>
    /// Ravaz index 5 to 10 and 0.3 to 0.6 kg of prunings a metre: Smart and Robinson, Sunlight into Wine, from memory.
    /// </summary>
    [Theory]
    [InlineData(4000, 1000, 2000, 4, "below 5 to 10", 500, "as it should be")]
    [InlineData(7000, 1000, 1000, 7, "in balance", 1000, "too strong")]
    [InlineData(11000, 1000, 5000, 11, "above 5 to 10", 200, "weak growth")]
    public void Each_season_is_judged_by_the_published_ranges(
        double crop,
        double prunings,
        double spacing,
        double ravaz,
        string balance,
        double wood,
        string growth
    )
    {
        var facts = Facts("cordon", spacing: spacing);
        facts["records"] = new JsonArray(
            new JsonObject
            {
                ["season"] = 2026,
                ["crop"] = crop,
                ["pruningWeight"] = prunings,
            },
            new JsonObject { ["season"] = 2025, ["crop"] = 500 }
        );
        var seasons = Plan(Cordon(2, facts)).Vine!.Balance;
        Assert.Equal([2025, 2026], seasons.Select(s => s.Season));
        Assert.Equal((ravaz, wood), (seasons[1].Ravaz, seasons[1].WoodPerMetre));
        Assert.Contains(balance, seasons[1].Text.Text);
        Assert.Contains(growth, seasons[1].Text.Text);
        Assert.Null(seasons[0].Ravaz);
    }

    [Fact]
    public void What_is_weighed_this_winter_belongs_to_last_summers_crop()
    {
        var facts = Facts("cordon", 1000, 2000);
        facts["records"] = new JsonArray(new JsonObject { ["season"] = 2026, ["crop"] = 6000 });
        Assert.Equal(6.0, Plan(Cordon(2, facts)).Vine!.Balance.Single().Ravaz);
    }

    /// <summary>
    /// A survey is always partial: a spur on which nothing was noted is planned with an ordinary shoot, and the plan
    /// says so.
    /// </summary>
    [Fact]
    public void Spurs_nobody_looked_at_are_planned_as_spurs_usually_are()
    {
        var bare = Enumerable.Range(1, 6).Select(n => Stem($"L{n}", "spur", "L", 18, 4, 60, (160 * n) - 40)).ToArray();
        bare[5] = bare[5].Seen("unproductive");
        var plan = Plan(Vine(Facts("cordon"), [Trunk(), Arm("L", 9), .. bare]));
        Assert.Equal((10, "5 × 2 = 10"), (plan.Counts.BudsLeft, plan.Counts.Arithmetic));
        Assert.Equal(8, plan.Stems.Count);
        Assert.All(plan.Stems, s => Assert.Equal(Decision.Keep, s.Decision));
        Assert.Equal(
            5,
            plan.Steps.Count(s => s.Stage == Stage.Count && s.Text.Text.Contains("keep the lower sound, ripe shoot"))
        );
        Assert.Equal(5, plan.Assumed.Count(a => a.Field == "shoots"));
        Assert.Contains(plan.AskFor, q => q.What == "shoots");
        Assert.DoesNotContain('\u0001', System.Text.Encoding.UTF8.GetString(plan.ToJson()));

        // Spurs of last season's wood have been cut already: they keep their two buds.
        var cut = Plan(
            Vine(
                Facts("cordon"),
                [
                    Trunk(),
                    Arm("L", 9),
                    .. Enumerable
                        .Range(1, 4)
                        .Select(n =>
                        {
                            var s = Stem($"L{n}", "spur", "L", 9, 1, 1, (160 * n) - 40);
                            s.Remove("length");
                            return s;
                        }),
                ]
            )
        );
        Assert.Equal((8, "4 × 2 = 8"), (cut.Counts.BudsLeft, cut.Counts.Arithmetic));
    }

    [Theory]
    [InlineData("ground")]
    [InlineData("crown")]
    [InlineData("unknown")]
    public void Where_no_trunk_was_noted_shoots_from_below_are_not_taken_off(string parent)
    {
        var plan = Plan(
            Vine(
                Facts("goblet"),
                Enumerable.Range(0, 4).Select(n => Stem($"S{n}", "shoot", parent, 9, 1, 900, clock: 3 * (n + 1)))
            )
        );
        Assert.All(plan.Stems, s => Assert.Equal(Decision.Shorten, s.Decision));
        Assert.Equal(8, plan.Counts.BudsLeft);
        var sucker = Plan(
            Vine(
                    Facts("goblet"),
                    [Trunk(), .. Spur("A", "T", 880), Stem("S", "shoot", "rootstock", 9, 1, 900, clock: 3)]
                )
                .Plant("rootstock", true)
        );
        Assert.Equal((Decision.Remove, Stage.Suckers), (sucker.Stem("S").Decision, sucker.Step("S").Stage));
    }

    [Fact]
    public void The_gardeners_word_wins_on_a_vine_too()
    {
        var survey = Cordon(2, Facts("cordon"));
        JsonNode Of(string id) => survey["stems"]!.AsArray().Single(s => (string)s!["id"]! == id)!;
        Of("L1b")["pin"] = "keep";
        Of("L2a")["pin"] = new JsonObject { ["cutAt"] = 400 };
        Of("R1")["pin"] = "remove";
        var plan = Plan(survey);
        Assert.Equal("L1b", plan.Vine!.Positions.Single(p => p.Id == "L1").Shoot);
        Assert.Equal(
            (400.0, 5),
            (plan.Step("L2a").Cut!.At!.Value, plan.Vine!.Positions.Single(p => p.Id == "L2").Buds)
        );
        Assert.Equal((Decision.Remove, Decision.Remove), (plan.Stem("R1").Decision, plan.Stem("R1a").Decision));
    }

    [Theory]
    [InlineData("pruningWeight", "-3000", "/vine/pruningWeight")]
    [InlineData("spacing", "0", "/vine/spacing")]
    [InlineData("year", "0", "/vine/year")]
    [InlineData("winterLoss", "{\"cut\": 100, \"dead\": 200}", "/vine/winterLoss/dead")]
    [InlineData("winterLoss", "{\"cut\": 0, \"dead\": 0}", "/vine/winterLoss/cut")]
    [InlineData("winterLoss", "7", "/vine/winterLoss")]
    [InlineData("budRule", "{\"base\": 0, \"per\": 10}", "/vine/budRule/base")]
    [InlineData("budRule", "{\"base\": 30, \"per\": 10, \"unit\": 0}", "/vine/budRule/unit")]
    [InlineData("system", "\"pyramid\"", "/vine/system")]
    [InlineData("stage", "3", "/vine/stage")]
    [InlineData("rule", "\"weight\"", "/vine/pruningWeight")]
    [InlineData("records", "[{\"season\": 0}]", "/vine/records/0/season")]
    public void Bad_facts_are_refused_by_name(string field, string value, string path)
    {
        var survey = Cordon(1, Facts("cordon"));
        survey["vine"]![field] = JsonNode.Parse(value);
        Assert.Contains(path, Assert.IsType<SurveyReading.Invalid>(Reading(survey)).Errors.Select(e => e.Path));
    }

    [Fact]
    public void A_vine_is_not_an_object_or_belongs_to_a_rose()
    {
        Assert.Contains(
            "/vine",
            Assert
                .IsType<SurveyReading.Invalid>(Reading(Cordon(1, Facts("cordon")).With("vine", 3)))
                .Errors.Select(e => e.Path)
        );
        Assert.Contains("unused", Codes(Plan(Of(Cane("A", 3)).With("vine", Facts("cordon")))));
    }

    [Fact]
    public void Unripe_wood_makes_no_long_cane()
    {
        JsonObject[] shoots =
        [
            Stem("A", "shoot", "T", 11, 1, 1500, 830, 9, 30).Seen("bark.green"),
            Stem("B", "shoot", "T", 9, 1, 1500, 820, 3, 30),
            Stem("C", "shoot", "T", 8, 1, 1200, 810, 10, 20),
        ];
        var plan = Plan(Vine(Facts("long-cane", 500, 1500), [Trunk(850), .. shoots]));
        Assert.DoesNotContain(plan.Stem("A").Reasons, r => r.Rule == "caneBuds");
        Assert.Contains(plan.Stem("B").Reasons, r => r.Rule == "caneBuds");
    }

    [Fact]
    public void More_canes_pinned_than_are_wanted_are_no_better_plan()
    {
        JsonObject[] shoots =
        [
            .. Enumerable
                .Range(0, 4)
                .Select(i => Stem($"{(char)('A' + i)}", "shoot", "T", 10, 1, 1500, 800 + (12 * i), 2 + (2 * i), 30)),
        ];
        var free = Plan(Vine(Facts("long-cane", 400, 1500), [Trunk(850), .. shoots]));
        var pinned = Plan(
            Vine(
                Facts("long-cane", 400, 1500),
                [Trunk(850), .. shoots.Select(s => s.With("pin", new JsonObject { ["cutAt"] = 1200 }))]
            )
        );
        Assert.True(pinned.Score < free.Bound - 500, $"{pinned.Score} {free.Bound}");
    }

    [Fact]
    public void Where_every_place_grows_distorted_there_is_one_word_about_it_and_whom_to_ask()
    {
        PlanDocument With(params string[] distorted) =>
            Plan(
                Vine(
                    Facts("goblet"),
                    [
                        Trunk(850),
                        .. Enumerable
                            .Range(0, 4)
                            .Select(i =>
                                Stem($"{(char)('A' + i)}", "shoot", "T", 9, 1, 900, 820 + (5 * i), 3 * (i + 1), 30)
                            )
                            .Select(s => distorted.Contains((string)s["id"]!) ? s.Seen("distorted") : s),
                    ]
                )
            );
        var all = With("A", "B", "C", "D");
        var warning = Assert.Single(all.Warnings, w => w.Code == "virus");

        // One step for the vine, none for each shoot.
        Assert.Null(Assert.Single(all.Steps, s => s.Action == StepAction.Check).Stem);
        Assert.All(all.Stems.Where(s => s.Id != "T"), s => Assert.Equal(Decision.Check, s.Decision));
        Assert.Equal(2, With("A", "B").Steps.Count(s => s.Action == StepAction.Check));
        Assert.Contains("plant clinic", warning.Text.Text, StringComparison.Ordinal);
        Assert.DoesNotContain(With("A", "B").Warnings, w => w.Code == "virus");
    }
}
