using System.Text.Json.Nodes;
using Gemmifer.Core.Buds;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Schools;

namespace Gemmifer.Core.Tests.Families.Roses;

/// <summary>
/// How practitioners remove, renew and fill: each case is common practice, no source, unless said otherwise.
/// </summary>
public partial class JudgementTests
{
    private static JsonObject[] Ring(int canes, double diameter = 14, int age = 2, double length = 1200) =>
        [
            .. Enumerable
                .Range(0, canes)
                .Select(i =>
                    Surveys.Cane(
                        ((char)('A' + i)).ToString(),
                        ((i * 12.0 / canes) + 0.5) % 12,
                        diameter,
                        age,
                        length,
                        24
                    )
                ),
        ];

    private static JsonObject Shoot(
        string id,
        string parent,
        double at,
        double clock,
        double diameter,
        double length,
        int age = 1,
        double lean = 20
    ) =>
        Surveys
            .Cane(id, clock, diameter, age, length, lean)
            .With("role", "lateral")
            .With("parent", parent)
            .With("at", at);

    private static JsonObject Bud(double at, double clock, string state = "dormant", string? face = null) =>
        new()
        {
            ["at"] = at,
            ["clock"] = clock,
            ["state"] = state,
            ["face"] = face,
        };

    private static JsonObject Kind(JsonObject survey, string kind, string? school = null) =>
        survey.Plant("kind", kind).With("school", school);

    [Fact]
    public void An_old_top_bypassed_by_a_younger_stem_goes_just_above_it()
    {
        var old = Surveys.Cane("O", 6.5, 26, 7, 1500, 15).Seen("bark.grey", "unproductive");
        var plan = Surveys.Plan(Surveys.Of([.. Ring(4)[..2], Ring(4)[3], old, Shoot("N", "O", 180, 6.5, 15, 1100)]));
        var step = plan.Step("O");
        Assert.Equal(
            (Decision.Shorten, CutPlace.Join, 186),
            (plan.Stem("O").Decision, step.Cut!.Where, step.Cut.At!.Value)
        );
        Assert.Null(step.Cut.Bud);
        Assert.Contains(plan.Stem("O").Reasons, r => r.Rule == "join" && r.Provenance == Provenance.Practice);
        Assert.Contains(plan.Stem("N").Decision, new[] { Decision.Shorten, Decision.Keep });
        Assert.Equal("join", plan.Stem("N").Reasons[0].Rule);
        Assert.True(step.N < plan.Step("N").N);
        Assert.DoesNotContain(plan.AskFor, a => a.What == "bud" && a.Stem == "O");
    }

    [Fact]
    public void A_base_cut_back_to_its_side_stem_last_year_carries_that_as_its_cane()
    {
        // What is left of O is shorter than N; N is cut as a cane, not as a side shoot, and O needs no cut.
        var left = Surveys.Cane("O", 6.5, 26, 8, 186, 15);
        var plan = Surveys.Plan(
            Surveys.Of([.. Ring(4)[..2], Ring(4)[3], left, Shoot("N", "O", 180, 6.5, 15, 1100, 3)])
        );
        Assert.Equal((Decision.Keep, "join"), (plan.Stem("O").Decision, plan.Stem("O").Reasons[0].Rule));
        Assert.DoesNotContain(plan.Steps, s => s.Stem == "O");
        Assert.Equal((Decision.Shorten, "join"), (plan.Stem("N").Decision, plan.Stem("N").Reasons[0].Rule));
        Assert.InRange(plan.Step("N").Cut!.Z, 440, 610);
    }

    [Fact]
    public void A_dead_top_may_be_cut_back_to_a_sound_side_stem_below_it()
    {
        var cane = Surveys.Cane("T", 6.5, 18, 2, 1300, 20).With("deadFrom", 330);
        var plan = Surveys.Plan(Surveys.Of([.. Ring(4)[..2], Ring(4)[3], cane, Shoot("N", "T", 250, 6.5, 13, 900)]));
        Assert.Equal(
            (Stage.Dead, CutPlace.Join, 256),
            (plan.Step("T").Stage, plan.Step("T").Cut!.Where, plan.Step("T").Cut!.At!.Value)
        );
    }

    [Fact]
    public void Dead_wood_is_cut_in_steps_to_clean_pith()
    {
        var plan = Surveys.Plan(Surveys.Of([.. Ring(4)[1..], Ring(4)[0].With("deadFrom", 700)]));
        Assert.Equal(Stage.Dead, plan.Step("A").Stage);
        Assert.Contains("in steps until the pith is clean and green", plan.Step("A").Said.Text);
    }

    [Fact]
    public void A_side_shoot_goes_at_its_ring_and_a_cane_at_its_base()
    {
        var plan = Surveys.Plan(
            Surveys.Of([
                .. Ring(4),
                Shoot("L", "A", 300, 0.5, 6, 400).With("deadFrom", 0),
                Surveys.Cane("X", 3, 12).With("deadFrom", 0),
            ])
        );
        Assert.Equal((CutPlace.Ring, CutPlace.Base), (plan.Step("L").Cut!.Where, plan.Step("X").Cut!.Where));
        Assert.Contains("at its ring", plan.Step("L").Text.Text);
        Assert.Contains("About 6 mm out", plan.Step("L").Said.Text);
    }

    [Theory]
    [InlineData("deadFrom", 300, "lower than the usual 450 mm: nothing higher on it serves")]
    [InlineData("deadFrom", 900, "within 450 mm to 600 mm")]
    public void The_reason_for_the_height_of_a_cut_is_true(string field, double at, string words)
    {
        var plan = Surveys.Plan(Surveys.Of([.. Ring(4)[1..], Ring(4)[0].With(field, at).With("pin", "keep")]));
        Assert.Contains(plan.Stem("A").Reasons, r =>
            r.Rule == "height" && r.Text.Text.EndsWith(words + ".", StringComparison.Ordinal)
        );
        var pinned = Surveys.Plan(
            Surveys.Of([.. Ring(4)[1..], Ring(4)[0].With("pin", new JsonObject { ["cutAt"] = at })])
        );
        Assert.DoesNotContain(pinned.Stem("A").Reasons, r => r.Rule is "height" or "removeShareWeak");
    }

    [Fact]
    public void Where_every_bud_is_blind_the_cut_goes_above_a_scar_with_latent_buds()
    {
        var blind = Ring(4)[0]
            .With(
                "buds",
                new JsonArray(Bud(470, 1, "blind"), Bud(520, 5, "blind"), Bud(570, 9, "damaged"), Bud(620, 2, "blind"))
            );
        var plan = Surveys.Plan(Surveys.Of([blind, .. Ring(4)[1..]]));
        var cut = plan.Step("A").Cut!;
        Assert.Equal((BudKnowledge.LookFor, CutPlace.AboveBud), (cut.Bud!.Known, cut.Where));
        Assert.Null(cut.Bud.Clock);
        Assert.Contains(cut.Bud.At!.Value, new[] { 470.0, 520 });
        Assert.Contains("latent buds sit either side", plan.Step("A").Said.Text);
    }

    [Fact]
    public void Tall_growth_that_hides_the_inside_comes_down_to_hip_height_first()
    {
        var plan = Surveys.Plan(Surveys.Of(Ring(9, 14, 2, 1800)));
        var rough = Assert.Single(plan.Steps, s => s.Stage == Stage.Rough);
        Assert.Equal((CutPlace.Height, 900, null), (rough.Cut!.Where, rough.Cut.At!.Value, rough.Stem));
        Assert.DoesNotContain(Surveys.Plan(Surveys.Of(Ring(4, 14, 2, 1800))).Steps, s => s.Stage == Stage.Rough);
        Assert.DoesNotContain(Surveys.Plan(Surveys.Of(Ring(9, 14, 2, 1800)).Plant("vigour", "weak")).Steps, s =>
            s.Stage == Stage.Rough
        );
    }

    [Fact]
    public void A_neglected_plant_keeps_three_or_four_canes_and_loses_two_thirds()
    {
        var plan = Surveys.Plan(Surveys.Of(Ring(11, 16, 3, 1700)).Plant("neglected", true));
        Assert.InRange(plan.Counts.Kept, 3, 4);
        Assert.True(plan.Counts.RemovedShare >= 0.66);
        Assert.DoesNotContain(plan.Stems, s => s.Decision == Decision.Defer);
    }

    [Fact]
    public void A_neglected_weak_plant_is_worked_on_over_two_winters()
    {
        var plan = Surveys.Plan(Surveys.Of(Ring(9, 11, 4, 1300)).Plant("neglected", true).Plant("vigour", "weak"));
        var deferred = plan.Stems.Where(s => s.Decision == Decision.Defer).Select(s => s.Id).ToArray();
        Assert.NotEmpty(deferred);
        Assert.True(plan.Counts.RemovedShare <= 0.33);
        Assert.InRange(plan.Counts.Kept, 3, 4);
        Assert.Equal(deferred.Length, plan.Counts.Left);
        Assert.All(deferred, id =>
        {
            var step = plan.Step(id);
            Assert.Equal((Stage.Return, StepAction.Defer, CutPlace.Base), (step.Stage, step.Action, step.Cut!.Where));
            Assert.True(step.Due > new DateOnly(2027, 12, 1) && step.Due < new DateOnly(2028, 4, 1));
        });
        Assert.Contains(plan.Warnings, w => w.Code == "two-years");
    }

    [Fact]
    public void A_side_where_no_cane_stands_is_filled_by_a_bud_or_two_that_face_in_not_by_all()
    {
        // Three canes from half past 9 over 12 to half past 2; each has a bud that faces out and one that faces in.
        var canes = new[] { 9.5, 12, 2.5 }
            .Select(
                (c, i) =>
                    Surveys
                        .Cane("ABC"[i].ToString(), c, 14, 2, 1100, 18)
                        .With("buds", new JsonArray(Bud(490, c), Bud(500, ((c + 5.99) % 12) + 0.01)))
            )
            .ToArray();
        var plan = Surveys.Plan(Surveys.Of(canes));
        var inward = plan.Stems.Where(s => s.Reasons.Any(r => r.Rule == "gap")).ToArray();
        Assert.InRange(inward.Length, 1, 2);
        Assert.Contains("on purpose", inward[0].Reasons.First(r => r.Rule == "gap").Text.Text);
        Assert.All(inward, s => Assert.Equal(500, plan.Step(s.Id).Cut!.Bud!.At));
        Assert.All(plan.Stems.Except(inward), s => Assert.Equal(490, plan.Step(s.Id).Cut!.Bud!.At));

        // With canes all round there is nothing to fill.
        var round = new[] { 3.0, 6, 9, 12 }
            .Select(
                (c, i) =>
                    Surveys
                        .Cane("ABCD"[i].ToString(), c, 14, 2, 1100, 24)
                        .With("buds", new JsonArray(Bud(490, c), Bud(500, ((c + 5.99) % 12) + 0.01)))
            )
            .ToArray();
        Assert.All(Surveys.Plan(Surveys.Of(round)).Stems, s => Assert.DoesNotContain(s.Reasons, r => r.Rule == "gap"));
    }

    [Fact]
    public void A_centre_cane_that_crosses_nothing_may_stay_where_the_school_allows_it()
    {
        // The ring stands wide enough that the upright one in the middle has its room.
        var ring = Ring(4).Select(c => c.With("radius", 90)).ToArray();
        var middle = Surveys.Cane("M", 1.5, 9, 2, 1000, 1).With("radius", 5);
        JsonObject With(string school) =>
            Surveys.Of([.. ring, middle]).With("school", school).Plant("kind", "rose.shrub");
        Assert.NotEqual(Decision.Remove, Surveys.Plan(With("renewal-by-age")).Stem("M").Decision);
        Assert.Contains(Surveys.Plan(With("light-hand")).Stem("M").Decision, new[] { Decision.Keep, Decision.Shorten });
        var inward = Surveys.Cane("M", 7.5, 9, 2, 1000, 30).With("baseClock", 1.5).With("radius", 60);
        Assert.Equal(Decision.Remove, Surveys.Plan(Surveys.Of([.. Ring(6), inward])).Stem("M").Decision);
    }

    [Fact]
    public void Each_end_brings_about_three_shoots_and_crowding_ends_are_named()
    {
        var plan = Surveys.Plan(Surveys.Of(Ring(4)));
        Assert.Equal(12, plan.Forecast.Shoots);
        Assert.Equal(12, plan.Forecast.NewShoots.Count);
        Assert.All(plan.Forecast.NewShoots.GroupBy(s => s.Stem), g => Assert.Equal(3, g.Count()));
        var close = Surveys.Plan(
            Surveys.Of(
                Surveys.Cane("A", 3, 14, 2, 1000, 15).With("pin", new JsonObject { ["cutAt"] = 520 }),
                Surveys.Cane("B", 3.2, 14, 2, 1000, 15).With("pin", new JsonObject { ["cutAt"] = 520 })
            )
        );
        Assert.Contains(close.Forecast.Crowds, c => c.Stems.SequenceEqual(["A", "B"]));
        Assert.Contains(close.Forecast.NewShoots, s => s.Crowded);
        var apart = Surveys.Plan(Surveys.Of(Ring(4).Select(c => c.Buds((500, (double)c["clock"]!))).ToArray()));
        Assert.DoesNotContain(apart.Forecast.NewShoots, s => s.Crowded);
        Assert.Empty(apart.Forecast.Crowds);
    }

    [Fact]
    public void A_shoot_from_a_bud_that_faces_out_leans_more_than_one_that_faces_back()
    {
        var shoots = Surveys
            .Plan(Surveys.Of(Ring(4).Select(c => c.Buds((500, (double)c["clock"]!))).ToArray()))
            .Forecast.NewShoots.Where(s => s.Stem == "A")
            .ToArray();
        Assert.True(shoots[0].Lean > 40 && shoots[1].Lean < 25);
    }

    [Fact]
    public void Over_two_winters_the_oldest_cane_goes_first()
    {
        var canes = Ring(8, 14, 3, 1250);
        canes[2] = canes[2].With("age", 9).With("diameter", 24).Seen("bark.black", "unproductive");
        var plan = Surveys.Plan(Surveys.Of(canes).Plant("neglected", true).Plant("vigour", "weak"));
        Assert.Contains(plan.Stems, s => s.Decision == Decision.Defer);
        Assert.Equal(Decision.Remove, plan.Stem("C").Decision);
    }

    [Fact]
    public void Which_way_a_bud_faces_round_a_hanging_cane_is_not_guessed()
    {
        var canes = Ring(6, 10, 2, 1100).Select(c => c.With("lean", 60).With("tipLean", 150)).ToArray();
        canes[0] = canes[0]
            .With("buds", new JsonArray(Bud(200, 0.5, "dormant", "up"), Bud(250, 0.5, "dormant", "down")));
        var plan = Surveys.Plan(Kind(Surveys.Of(canes), "rose.weeping-standard"));
        Assert.DoesNotContain(plan.Steps, s => s.Cut?.Bud?.Known == BudKnowledge.Likely);
        Assert.Contains(plan.Steps, s => s.Text.Text.Contains("from the head, find the first bud facing up and out"));
    }

    [Fact]
    public void A_partly_dead_cane_that_goes_altogether_says_first_why_all_of_it_goes()
    {
        var plan = Surveys.Plan(Surveys.Of([.. Ring(4), Surveys.Cane("T", 3.6, 5, 2, 900, 24).With("deadFrom", 700)]));
        Assert.Equal((Decision.Remove, "thinBelow"), (plan.Stem("T").Decision, plan.Stem("T").Reasons[0].Rule));
        Assert.Equal("Dead from 700 mm up.", plan.Stem("T").Reasons[1].Text.Text);
    }

    [Fact]
    public void Successive_shoots_of_an_end_stand_two_fifths_of_a_turn_apart()
    {
        // 144 degrees, 2/5 phyllotaxis of the rose family: published botany.
        var shoots = Surveys
            .Plan(Surveys.Of(Ring(4).Select(c => c.Buds((500, (double)c["clock"]!))).ToArray()))
            .Forecast.NewShoots.Where(s => s.Stem == "B")
            .ToArray();
        for (var k = 1; k < shoots.Length; k++)
        {
            var off = Math.Abs(shoots[k].Clock - shoots[k - 1].Clock) * 30;
            Assert.Equal(144, Math.Min(off, 360 - off), 0.5);
        }
    }

    [Fact]
    public void Ages_are_told_for_now_next_year_and_in_five_years_as_ranges()
    {
        var ages = Surveys.Plan(Surveys.Of(Ring(5))).Forecast.Ages;
        Assert.Equal([0, 1, 5], ages.Select(a => a.Year));
        Assert.Equal([0, 0, 5, 5, 0, 0], [.. ages[0].OneSeason, .. ages[0].Middle, .. ages[0].Old]);
        Assert.InRange(ages[1].Old[0], 3, ages[1].Old[1]);
        Assert.Equal([1, 3], ages[1].OneSeason);
        Assert.All(ages, a => Assert.True(a.OneSeason[0] <= a.OneSeason[1] && a.Old[0] <= a.Old[1]));
    }

    [Fact]
    public void The_look_that_would_change_most_is_asked_for_first()
    {
        var doubtful = Surveys.Cane("X", 3.3, 22, 1, 1300, 24).With("parent", "unknown");
        var plan = Surveys.Plan(Surveys.Of([.. Ring(6), doubtful]));
        Assert.Equal("X", plan.AskFor[0].Stem);
        Assert.True(plan.AskFor[0].Changes >= 1);
        Assert.Equal(plan.AskFor.Select(a => a.Changes).OrderDescending(), plan.AskFor.Select(a => a.Changes));
    }

    [Fact]
    public void A_likely_bud_carries_its_spread_and_a_seen_one_does_not()
    {
        // Two buds far below the window: the ones to cut at are told from them.
        var canes = Ring(4)
            .Select(c => c.Buds((250, (double)c["clock"]!), (300, (((double)c["clock"]! + 4.8) % 12) + 0.01)))
            .ToArray();
        var likely = Surveys.Plan(Surveys.Of(canes)).Steps.First(s => s.Cut?.Bud?.Known == BudKnowledge.Likely);
        Assert.InRange(likely.Cut!.Bud!.Spread!.Value, 0.5, 2.5);
        Assert.Contains("give or take", likely.Said.Text);
        var seen = Surveys
            .Plan(Surveys.Of(Ring(4).Select(c => c.Buds((500, (double)c["clock"]!))).ToArray()))
            .Step("A");
        Assert.Null(seen.Cut!.Bud!.Spread);
    }

    [Fact]
    public void Time_and_effort_grow_with_the_saw()
    {
        var light = Surveys.Plan(Surveys.Of(Ring(4))).Kit;
        var heavy = Surveys
            .Plan(
                Surveys.Of([
                    .. Ring(4),
                    .. Enumerable
                        .Range(0, 4)
                        .Select(i => Surveys.Cane($"W{i}", (i * 3) + 1, 50, 9).With("deadFrom", 0)),
                ])
            )
            .Kit;
        Assert.Equal((Effort.Light, Effort.Heavy), (light.Effort, heavy.Effort));
        Assert.True(heavy.Minutes > light.Minutes);
        Assert.Contains("saw", heavy.Tools);
    }
}
