using System.Text.Json.Nodes;
using Gemmifer.Core.Buds;
using Gemmifer.Core.Families.Vines;
using Gemmifer.Core.Plans;
using static Gemmifer.Core.Tests.Families.Vines.VineSurveys;
using static Gemmifer.Core.Tests.Surveys;

namespace Gemmifer.Core.Tests.Families.Vines;

/// <summary>Facts of the trade on vines (common practice, no source, unless named).</summary>
public partial class VinePlanTests
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
        Assert.Contains(
            "Count two buds up L1a; the small one at the very base does not count",
            plan.Step("L1a").Text.Text
        );
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
            (plan.Vine!.Budget!.Buds, plan.Vine!.Budget!.Room, plan.Vine!.Budget!.Short, plan.Counts.BudsLeft)
        );
        Assert.Contains("10 fewer", plan.Warnings.Single(w => w.Code == "budget").Text.Text);
        var some = Plan(Cordon(6, Facts("cordon", 453.6)));
        Assert.Equal((30, 30, 0), (some.Vine!.Budget!.Buds, some.Counts.BudsLeft, some.Vine!.Budget!.Short));
        Assert.Equal(6, some.Vine!.Positions.Count(p => p.Buds == 3));
    }

    [Fact]
    public void The_small_budget_of_a_weak_vine_takes_buds_from_its_permanent_places_before_any_of_them()
    {
        var plan = Plan(Cordon(6, Facts("cordon", 226.8)));
        Assert.Equal(
            (15, 15, 12),
            (plan.Vine!.Budget!.Buds, plan.Counts.BudsLeft, plan.Vine!.Positions.Count(p => p.Shoot is not null))
        );
        Assert.Contains("weak", Codes(plan));
        Assert.Null(plan.Vine!.Crop);

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
        Assert.Equal(["L2", "L3"], plan.Vine!.Positions.Where(p => p.Shoot is not null).Select(p => p.Id.Value));
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
        Assert.Contains("L1", visit.Text.Text);
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
        Assert.Contains("Let a shoot that comes from the arm below it stay", far.Text.Text);
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
        Assert.Contains("renews this place from below", low.Step("N").Text.Text);
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
            laid.Length < 2 || plan.Vine!.Positions.Count(p => p.Text.Text.Contains("to the left")) == laid.Length / 2
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
        Assert.Equal(["Z"], plan.Stems.Where(s => s.Decision == Decision.Remove).Select(s => s.Id.Value));
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
        Assert.Contains("The next dry day is 2027-02-22", wet.Warnings.Single(w => w.Code == "rain").Text.Text);
        var unknown = Plan(survey.With("rain", Rain(("20", 2))));
        Assert.Null(unknown.Vine!.DryDay);
        Assert.Contains("No dry day", unknown.Warnings.Single(w => w.Code == "rain").Text.Text);
        Assert.DoesNotContain("rain", Codes(Plan(survey.With("rain", Rain(("20", 0))))));
    }
}
