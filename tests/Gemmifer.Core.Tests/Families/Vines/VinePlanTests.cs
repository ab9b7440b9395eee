using System.Text.Json.Nodes;
using Gemmifer.Core.Buds;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Plans;
using static Gemmifer.Core.Tests.Families.Vines.VineSurveys;
using static Gemmifer.Core.Tests.Surveys;

namespace Gemmifer.Core.Tests.Families.Vines;

/// <summary>Facts of the trade on vines (common practice, no source, unless named).</summary>
public class VinePlanTests
{
    private static string[] Codes(PlanDocument plan) => [.. plan.Warnings.Select(w => w.Code)];

    [Fact]
    public void In_each_place_the_lower_sound_ripe_shoot_stays_with_two_buds()
    {
        var plan = Plan(Cordon(6, Facts("cordon")));
        Assert.Equal(
            (12, 13 - 1, 24, "12 × 2 = 24"),
            (plan.Counts.Kept, plan.Counts.Removed, plan.Counts.BudsLeft, plan.Counts.Arithmetic)
        );
        Assert.Equal(Decision.Shorten, plan.Stem("L1a").Decision);
        Assert.Equal((Decision.Remove, 0), (plan.Stem("L1b").Decision, plan.Steps.Count(s => s.Stem == "L1b")));
        Assert.Equal(CutPlace.Join, plan.Step("L1").Cut!.Where);
        Assert.Contains("Count two buds up L1a; the small one at the very base does not count", plan.Step("L1a").Text);
        Assert.Equal(
            (BudKnowledge.LookFor, (double?)null),
            (plan.Step("L1a").Cut!.Bud!.Known, plan.Step("L1a").Cut!.At)
        );
    }

    [Theory]
    [InlineData("soft")]
    [InlineData("thin")]
    [InlineData("dead")]
    public void An_unripe_thin_or_dead_lower_shoot_gives_way_to_the_upper(string what)
    {
        var survey = Cordon(2, Facts("cordon"));
        var lower = survey["stems"]!.AsArray().Single(s => (string)s!["id"]! == "L1a")!;
        switch (what)
        {
            case "soft":
                lower["seen"] = new JsonArray("soft");
                break;
            case "thin":
                lower["diameter"] = 5;
                break;
            default:
                lower["deadFrom"] = 0;
                break;
        }

        Assert.Equal("L1b", Plan(survey).Vine!.Positions.Single(p => p.Id == "L1").Shoot);
    }

    [Fact]
    public void Brown_bark_is_ripe_wood_and_no_sign_of_death()
    {
        var survey = Cordon(1, Facts("cordon"));
        survey["stems"]!.AsArray().Single(s => (string)s!["id"]! == "L1a")!["seen"] = new JsonArray(
            "bark.brown",
            "scratch.green"
        );
        Assert.Equal(Verdict.Sound, Plan(survey).Stem("L1a").Verdict);
    }

    /// <summary>
    /// The contract: a budget above what the places hold gives the strongest one more, then warns with the shortfall.
    /// </summary>
    [Fact]
    public void A_budget_beyond_the_room_gives_the_strongest_one_more_and_warns()
    {
        var plan = Plan(Cordon(6, Facts("cordon", 1179)));
        Assert.Equal(
            (46, 24, 10, 36),
            (plan.Vine!.Budget!.Buds, plan.Vine.Budget.Room, plan.Vine.Budget.Short, plan.Counts.BudsLeft)
        );
        Assert.Contains("10 fewer", plan.Warnings.Single(w => w.Code == "budget").Text);
        var some = Plan(Cordon(6, Facts("cordon", 453.6)));
        Assert.Equal((30, 30, 0), (some.Vine!.Budget!.Buds, some.Counts.BudsLeft, some.Vine.Budget.Short));
        Assert.Equal(6, some.Vine.Positions.Count(p => p.Buds == 3));
    }

    [Fact]
    public void The_small_budget_of_a_weak_vine_takes_buds_from_its_permanent_places_before_any_of_them()
    {
        var plan = Plan(Cordon(6, Facts("cordon", 226.8)));
        Assert.Equal(
            (15, 15, 12),
            (plan.Vine!.Budget!.Buds, plan.Counts.BudsLeft, plan.Vine.Positions.Count(p => p.Shoot is not null))
        );
        Assert.Contains("weak", Codes(plan));
        Assert.Null(plan.Vine.Crop);

        // Of a vine that is not weak whole places go.
        var facts = Facts("cordon");
        (facts["rule"], facts["perMetre"]) = ("metre", 6);
        Assert.Equal(7, Plan(Cordon(6, facts)).Vine!.Positions.Count(p => p.Shoot is not null));

        // One that the gardener calls weak keeps them, with a bud each.
        var weak = Cordon(6, facts.DeepClone().AsObject());
        weak["plant"]!["vigour"] = "weak";
        Assert.Equal(12, Plan(weak).Vine!.Positions.Count(p => p.Shoot is not null));
    }

    [Fact]
    public void Places_closer_than_a_fist_do_not_both_stay()
    {
        var plan = Plan(
            Vine(
                Facts("cordon"),
                [
                    Trunk(),
                    Arm("L", 9),
                    .. Spur("L1", "L", 100),
                    .. Spur("L2", "L", 190, lower: 14),
                    .. Spur("L3", "L", 340),
                ]
            )
        );
        Assert.Equal(["L2", "L3"], plan.Vine!.Positions.Where(p => p.Shoot is not null).Select(p => p.Id));
        Assert.Equal(Decision.Remove, plan.Stem("L1").Decision);
    }

    [Fact]
    public void A_doubtful_bud_leaves_three_and_a_visit_two_weeks_after_bud_break()
    {
        var survey = Cordon(2, Facts("cordon"));
        survey["stems"]!.AsArray().Single(s => (string)s!["id"]! == "L1a")!["buds"] = new JsonArray(
            Bud(40),
            Bud(110, "damaged"),
            Bud(180),
            Bud(250)
        );
        var plan = Plan(survey);
        var place = plan.Vine!.Positions.Single(p => p.Id == "L1");
        Assert.Equal((3, true), (place.Buds, place.Doubt));
        Assert.Equal((262.0, BudKnowledge.Seen), (plan.Step("L1a").Cut!.At!.Value, plan.Step("L1a").Cut!.Bud!.Known));
        var visit = plan.Steps.Single(s => s.Stage == Stage.Return);
        Assert.Equal(DateOnly.Parse("2027-04-29"), visit.Due);
        Assert.Contains("L1", visit.Text);
    }

    [Fact]
    public void The_second_visit_cuts_to_the_two_that_grow()
    {
        var facts = Facts("cordon");
        facts["stage"] = 2;
        JsonObject Seen(string id, double at, params string[] states) =>
            Stem(id, "shoot", "L", 10, 1, 240, at)
                .With("buds", new JsonArray([.. states.Select((s, i) => Bud(40 + (70 * i), s))]));
        var plan = Plan(
            Vine(
                    facts,
                    Trunk(),
                    Arm("L", 9),
                    Seen("A", 100, "shooting", "shooting", "shooting"),
                    Seen("B", 300, "shooting", "blind", "shooting"),
                    Seen("C", 500, "dormant", "dormant", "shooting"),
                    Stem("D", "shoot", "L", 10, 1, 240, 700)
                )
                .With("date", "2027-05-02")
        );
        Assert.Equal((Decision.Shorten, 122.0), (plan.Stem("A").Decision, plan.Step("A").Cut!.At!.Value));
        Assert.Equal(
            (Decision.Keep, Decision.Keep, Decision.Check),
            (plan.Stem("B").Decision, plan.Stem("C").Decision, plan.Stem("D").Decision)
        );
        Assert.Equal(VineTask.SecondVisit, plan.Vine!.Work);
    }

    [Fact]
    public void A_place_that_crept_a_fist_away_is_renewed_from_below()
    {
        var far = Plan(
            Vine(Facts("cordon"), [Trunk(), Arm("L", 9), .. Spur("L1", "L", 200, low: 120, high: 170, age: 5)])
        )
            .Vine!.Positions.Single();
        Assert.Equal((120.0, 30.0, 2027), (far.Off, far.CreepPerYear, far.RenewBy));
        Assert.Contains("Let a shoot that comes from the arm below it stay", far.Text);
        var near = Plan(
            Vine(Facts("cordon"), [Trunk(), Arm("L", 9), .. Spur("L1", "L", 200, low: 60, high: 100, age: 5)])
        )
            .Vine!.Positions.Single();
        Assert.Equal((15.0, 2030), (near.CreepPerYear, near.RenewBy));
        var low = Plan(
            Vine(
                Facts("cordon"),
                [
                    Trunk(),
                    Arm("L", 9),
                    .. Spur("L1", "L", 200, low: 120, high: 170, age: 5),
                    Stem("N", "shoot", "L1", 5, 1, 500, 10),
                ]
            )
        );
        Assert.Equal(Decision.Shorten, low.Stem("N").Decision);
        Assert.Contains("renews this place from below", low.Step("N").Text);
        Assert.Equal("L1a", low.Vine!.Positions.Single().Shoot);
    }

    [Theory]
    [InlineData(400, 2, 26)]
    [InlineData(1179, 4, 46)]
    [InlineData(3000, 4, 60)]
    public void As_many_canes_of_eight_to_fifteen_buds_as_the_budget_asks(double grams, int canes, int least)
    {
        var shoots = Enumerable
            .Range(0, 10)
            .Select(n =>
                Stem($"{(char)('A' + n)}", "shoot", "T", 9 + (n % 3), 1, 1700, 780 + (7 * n), n % 2 == 0 ? 9 : 3, 40)
            );
        var plan = Plan(Vine(Facts("long-cane", grams, 3000), [Trunk(850), .. shoots]).With("date", "2027-02-20"));
        var laid = plan.Vine!.Positions.Where(p => p.Text.Text.StartsWith("A cane", StringComparison.Ordinal))
            .ToArray();
        Assert.Equal(canes, laid.Length);
        Assert.All(laid, c => Assert.InRange(c.Buds, 8, 15));
        Assert.True(laid.Max(c => c.Buds) - laid.Min(c => c.Buds) <= 1);
        Assert.True(laid.Sum(c => c.Buds) >= least);

        // Renewal spurs of two buds come on top of the budget and count in what stays.
        Assert.Equal(laid.Sum(c => c.Buds) + (2 * laid.Length), plan.Counts.BudsLeft);
        Assert.Equal(laid.Length, plan.Steps.Count(s => s.Stage == Stage.Train && s.Ties.Count > 0));
        Assert.Equal("long-cane", plan.School);
        Assert.True(
            laid.Length < 2 || plan.Vine.Positions.Count(p => p.Text.Text.Contains("to the left")) == laid.Length / 2
        );
    }

    [Fact]
    public void A_goblet_keeps_four_to_six_spurs_round_the_head()
    {
        var spurs = Enumerable
            .Range(0, 9)
            .SelectMany(n => Spur($"S{n}", "T", 800 + (5 * n), lower: 8 + (n % 4), clock: 1.3 * (n + 1)));
        var plan = Plan(Vine(Facts("goblet"), [Trunk(850), .. spurs]));
        var kept = plan.Vine!.Positions.Count(p => p.Shoot is not null);
        Assert.Equal("goblet", plan.School);
        Assert.InRange(kept, 4, 6);
        Assert.Equal(2 * kept, plan.Counts.BudsLeft);

        // Common practice, no source: the head opens outward like a cup; no shoot is expected across its middle.
        Assert.Equal(2 * kept, plan.Forecast.NewShoots.Count);
        Assert.All(plan.Forecast.NewShoots, s =>
            Assert.True(
                (s.X * Math.Sin(s.Clock * Math.PI / 6)) + (s.Y * Math.Cos(s.Clock * Math.PI / 6)) > 0,
                $"{s.Stem} grows inward"
            )
        );
    }

    [Fact]
    public void More_than_half_dead_buds_and_only_dead_wood_comes_off()
    {
        var facts = Facts("cordon", 1179);
        facts["winterLoss"] = new JsonObject { ["cut"] = 100, ["dead"] = 60 };
        var survey = Cordon(3, facts);
        survey["stems"]!.AsArray().Add(Stem("Z", "shoot", "L", 9, 1, 900, 700).With("deadFrom", 0));
        var plan = Plan(survey);
        Assert.Equal(["Z"], plan.Stems.Where(s => s.Decision == Decision.Remove).Select(s => s.Id));
        Assert.Equal(12, plan.Counts.Left);
        Assert.Contains("winter-loss", Codes(plan));
        Assert.All(plan.Steps.Where(s => s.Action == StepAction.Defer), s =>
            Assert.Equal((Stage.Return, new DateOnly(2027, 4, 29)), (s.Stage, s.Due))
        );
    }

    [Fact]
    public void Rain_moves_the_cuts_to_the_next_dry_day_or_says_that_none_is_known()
    {
        JsonArray Rain(params (string Day, double Mm)[] days) =>
            new([.. days.Select(d => (JsonNode)new JsonObject { ["date"] = $"2027-02-{d.Day}", ["mm"] = d.Mm })]);
        var survey = Cordon(1, Facts("cordon"));
        var wet = Plan(survey.With("rain", Rain(("20", 0), ("21", 4), ("22", 0), ("23", 0), ("24", 0))));
        Assert.Equal(DateOnly.Parse("2027-02-22"), wet.Vine!.DryDay);
        Assert.All(wet.Steps.Where(s => s.Cut is not null && s.Stage != Stage.Return), s =>
            Assert.Equal(DateOnly.Parse("2027-02-22"), s.Due)
        );
        Assert.Contains("The next dry day is 2027-02-22", wet.Warnings.Single(w => w.Code == "rain").Text);
        var unknown = Plan(survey.With("rain", Rain(("20", 2))));
        Assert.Null(unknown.Vine!.DryDay);
        Assert.Contains("No dry day", unknown.Warnings.Single(w => w.Code == "rain").Text);
        Assert.DoesNotContain("rain", Codes(Plan(survey.With("rain", Rain(("20", 0))))));
    }

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
        Assert.Contains(balance, seasons[1].Text);
        Assert.Contains(growth, seasons[1].Text);
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
        Assert.Equal((400.0, 5), (plan.Step("L2a").Cut!.At!.Value, plan.Vine.Positions.Single(p => p.Id == "L2").Buds));
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
