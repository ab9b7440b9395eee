using System.Text.Json.Nodes;
using Gemmifer.Core.Buds;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Stems;

namespace Gemmifer.Core.Tests.Families.Roses;

/// <summary>
/// Which canes stay, as an experienced pruner would have it (common practice, no source), case by case.
/// </summary>
public sealed class DecisionTests
{
    private static JsonObject Cane(string id, double clock, double diameter, int age = 2, double length = 1200) =>
        Surveys.Cane(id, clock, diameter, age, length, 24);

    private static JsonObject School(JsonObject survey, string id) => survey.With("school", id);

    [Fact]
    public void Fewest_canes_is_a_limit_and_crowded_stubs_of_a_frozen_bush_stay()
    {
        // Winter killed four canes down to stubs that stand close together: none can be spared for room.
        var stubs = Enumerable
            .Range(0, 4)
            .Select(i => Cane($"{(char)('A' + i)}", 2 + (i * 0.3), 14, 2, 1100).With("deadFrom", 180))
            .ToArray();
        var plan = Surveys.Plan(Surveys.Of(stubs));
        Assert.Equal(4, plan.Counts.Kept);
        Assert.Contains(plan.Warnings, w => w.Code == "relaxed" && w.Text.Text.Contains("closer than"));
    }

    [Fact]
    public void Of_fewest_canes_a_thin_one_and_one_of_two_that_rub_do_not_count()
    {
        var plan = Surveys.Plan(
            Surveys.Of(
                Cane("A", 1, 14),
                Cane("B", 4, 14).With("rubs", new JsonArray("C")),
                Cane("C", 4.5, 12),
                Cane("D", 9, 4, 1)
            )
        );
        Assert.Equal(Decision.Remove, plan.Stem("D").Decision);
        Assert.Single(plan.Stems, s => s.Id.Value is "B" or "C" && s.Decision == Decision.Remove);
        Assert.Contains(plan.Warnings, w => w.Code == "few-canes");
    }

    [Theory]
    [InlineData(0)]
    [InlineData(1)]
    [InlineData(2)]
    public void Where_too_much_has_to_come_off_the_old_goes_and_not_the_new(int seed)
    {
        // Long canes above a low school: the cap cannot hold whatever goes.
        var young = Enumerable
            .Range(0, 7)
            .Select(i => Cane($"{(char)('A' + i)}", ((i * 12.0 / 7) + 0.4 + (seed * 0.2)) % 12, 15, 1, 4600));
        var old = Cane("X", 6.2, 15, 5, 1000).Seen("bark.grey", "unproductive");
        var plan = Surveys.Plan(Surveys.Of([.. young, old]));
        Assert.Contains(plan.Warnings, w => w.Code == "relaxed" && w.Text.Text.Contains("live wood"));
        Assert.Equal(Decision.Remove, plan.Stem("X").Decision);
        Assert.True(plan.Counts.Kept >= 6);
    }

    [Fact]
    public void The_strongest_young_cane_is_never_the_price_of_level_ends_or_of_a_weak_one()
    {
        // It is sound up to low down only, so its end can stand nowhere near as high as the others'.
        var ring = Enumerable.Range(0, 5).Select(i => Cane($"{(char)('A' + i)}", 0.8 + (i * 2.3), 8, 3));
        var strong = Cane("S", 11.9, 22, 1, 1200);
        var plan = Surveys.Plan(Surveys.Of([.. ring, strong, Cane("T", 11.7, 8, 1)]));
        Assert.NotEqual(Decision.Remove, plan.Stem("S").Decision);
        Assert.Contains(plan.Stem("S").Reasons, r => r.Text.Text.Contains("strongest young cane"));
    }

    [Theory]
    [InlineData("open-bowl")]
    [InlineData("moderate-half")]
    [InlineData("light-hand")]
    [InlineData("renewal-by-age")]
    public void Under_the_thin_limit_a_cane_goes_in_every_school(string school)
    {
        var ring = Enumerable.Range(0, 6).Select(i => Cane($"{(char)('A' + i)}", 0.5 + (i * 2), 14));
        var plan = Surveys.Plan(School(Surveys.Of([.. ring, Cane("T", 5.6, 2.5, 1, 700)]), school));
        Assert.Equal(Decision.Remove, plan.Stem("T").Decision);
    }

    [Theory]
    [InlineData("open-bowl")]
    [InlineData("moderate-half")]
    [InlineData("renewal-by-age")]
    public void Old_wood_that_no_longer_flowers_goes_before_sound_young_wood(string school)
    {
        var young = Enumerable.Range(0, 7).Select(i => Cane($"{(char)('A' + i)}", 0.3 + (i * 1.6), 11, 1));
        var old = Cane("X", 11.6, 24, 6, 1500).Seen("bark.grey", "unproductive");
        var plan = Surveys.Plan(School(Surveys.Of([.. young, old]), school));
        Assert.Equal(Decision.Remove, plan.Stem("X").Decision);
    }

    [Fact]
    public void Renewal_by_age_renews()
    {
        // Eight canes of all ages: about a third of the oldest comes out, the oldest of them.
        var canes = Enumerable
            .Range(0, 8)
            .Select(i => Cane($"{(char)('A' + i)}", 0.5 + (i * 1.5), 16, 1 + i, 1500))
            .ToArray();
        var plan = Surveys.Plan(School(Surveys.Of(canes).Plant("kind", "rose.shrub"), "renewal-by-age"));
        var gone = plan.Stems.Where(s => s.Decision == Decision.Remove).Select(s => s.Id.Value).ToArray();
        Assert.InRange(gone.Length, 1, 2);
        Assert.Contains("H", gone);
    }

    [Fact]
    public void A_strong_plant_may_be_cut_harder()
    {
        double Share(string vigour) =>
            Surveys
                .Plan(
                    Surveys
                        .Of([.. Enumerable.Range(0, 6).Select(i => Cane($"{(char)('A' + i)}", 0.5 + (i * 2), 14))])
                        .Plant("vigour", vigour)
                )
                .Limits.RemoveShare;
        Assert.True(Share("weak") < Share("normal"));
        Assert.True(Share("normal") < Share("strong"));
    }

    /// <summary>
    /// Not having looked costs a look, never a cane: leaving the buds of a cane out never makes it go, over plants made
    /// from seeds.
    /// </summary>
    [Fact]
    public void Leaving_out_the_buds_of_a_cane_never_makes_it_go()
    {
        var (tried, gone) = (0, new List<string>());
        foreach (var seed in Enumerable.Range(0, 60))
        {
            var survey = Surveys.WithBuds(seed, 5 + (seed % 4), 6, "normal", 1);
            var before = Surveys.Plan(survey);
            foreach (var stem in survey["stems"]!.AsArray().OfType<JsonObject>().Where(s => s["buds"] is not null))
            {
                var id = (string)stem["id"]!;
                if (before.Stem(id).Decision is not (Decision.Keep or Decision.Shorten))
                {
                    continue;
                }

                var without = survey.DeepClone().AsObject();
                without["stems"]!.AsArray().OfType<JsonObject>().Single(s => (string)s["id"]! == id).Remove("buds");
                tried++;
                if (Surveys.Plan(without).Stem(id).Decision == Decision.Remove)
                {
                    gone.Add($"{seed} {id}");
                }
            }
        }

        Assert.True(tried > 100, $"{tried}");
        Assert.True(gone.Count == 0, $"{gone.Count} of {tried}: {string.Join(", ", gone)}");
    }

    [Theory]
    [InlineData(0.0)]
    [InlineData(1.0)]
    [InlineData(0.0, 0.5)]
    [InlineData(0.0, 6.0)]
    [InlineData(0.0, 4.8)]
    [InlineData(6.0)]
    public void Noting_more_buds_never_costs_a_cane_nor_has_it_cut_to_an_inward_one(params double[] hours)
    {
        // Before, every bud had still to be looked for; some are noted somewhere on a cane that stays, so many hours
        // from the way it leans.
        var (tried, worse, inWindow, taken) = (0, new List<string>(), 0, 0);
        foreach (var seed in Enumerable.Range(0, 60))
        {
            var random = new Random(seed);
            var survey = Surveys.Exactly(seed, 5);
            foreach (var stem in survey["stems"]!.AsArray().OfType<JsonObject>())
            {
                stem.Remove("buds");
            }

            var before = Surveys.Plan(survey);
            foreach (var stem in before.Stems.Where(s => s.Decision is Decision.Keep or Decision.Shorten))
            {
                var more = survey.DeepClone().AsObject();
                var noted = more["stems"]!.AsArray().OfType<JsonObject>().Single(s => (string)s["id"]! == stem.Id);
                if ((string)noted["parent"]! != "crown")
                {
                    continue;
                }

                var (clock, at) = (
                    (double)noted["clock"]!,
                    random.Next(100, (int)Math.Max(101, ((double?)noted["length"] ?? 900) - (50 * hours.Length)))
                );
                noted["buds"] = new JsonArray([
                    .. hours.Select(
                        (h, i) =>
                            (JsonNode)
                                new JsonObject
                                {
                                    ["at"] = at + (50 * i),
                                    ["clock"] = Math.Round(((clock + h - 0.01 + 12) % 12) + 0.01, 2),
                                }
                    ),
                ]);
                var after = Surveys.Plan(more);
                tried++;
                foreach (var gone in after.Stems.Where(s => s.Decision == Decision.Remove))
                {
                    if (before.Stem(gone.Id).Decision is not Decision.Remove && gone.Id.Value.Length == 1)
                    {
                        worse.Add($"{seed} {gone.Id} goes once buds from {at} on are noted on {stem.Id}");
                    }
                }

                // The bud that was found is cut to, where the room between ends and their level allow it.
                if (
                    before.Steps.FirstOrDefault(s => s.Stem == stem.Id)?.Cut?.Bud?.Window is { } window
                    && at > window[0]
                    && at < window[1]
                )
                {
                    inWindow++;
                    taken +=
                        after.Steps.FirstOrDefault(s => s.Stem == stem.Id)?.Cut?.Bud?.Known is BudKnowledge.Seen
                            ? 1
                            : 0;
                }

                if (
                    after.Steps.FirstOrDefault(s => s.Stem == stem.Id)?.Cut?.Bud is { Clock: { } faces } bud
                    && Math.Abs((((faces - clock) % 12) + 18) % 12 - 6) > 3
                    && !after.Stem(stem.Id).Reasons.Any(r => r.Rule == "gap")
                )
                {
                    worse.Add($"{seed} {stem.Id} at {at}: cut to a {bud.Known} bud facing {faces}, leans to {clock}");
                }
            }
        }

        Assert.True(tried > 100, $"{tried}");
        Assert.True(worse.Count == 0, $"{worse.Count} of {tried}: {string.Join(", ", worse)}");
        Assert.True(
            !hours.Contains(0) || taken >= 0.4 * inWindow,
            $"{taken} of {inWindow} buds that were found are cut to."
        );
    }

    [Fact]
    public void An_outward_bud_seen_just_outside_the_window_is_taken_before_a_guess()
    {
        JsonObject With(params (double, double)[] buds) =>
            Surveys.Of(
                Surveys.Cane("A", 3, 14, 2, 1100, 5).Buds(buds),
                Cane("B", 7, 14),
                Cane("C", 9, 14),
                Cane("D", 12, 14)
            );
        var step = Surveys.Plan(With((425, 3), (480, 9), (520, 9.2), (560, 8.8), (590, 9))).Step("A");
        Assert.Equal(425, step.Cut!.Bud!.At);
    }

    [Theory]
    [InlineData("light-hand")]
    [InlineData("moderate-half")]
    public void A_borer_is_cut_just_below_and_sound_side_stems_below_it_stay(string school)
    {
        var ring = new[] { 3.0, 6, 9 }.Select((c, i) => Cane($"{(char)('P' + i)}", c, 14));
        var bored = Cane("A", 12, 16, 2, 1400);
        bored["seen"] = new JsonArray(new JsonObject { ["what"] = "borer", ["at"] = 700 });
        JsonObject Side(string id, double at) =>
            Surveys.Cane(id, 12, 9, 1, 500, 40).With("role", "lateral").With("parent", "A").With("at", at);
        var plan = Surveys.Plan(
            School(Surveys.Of([.. ring, bored, Side("B", 300), Side("C", 500), Side("D", 900)]), school)
        );
        Assert.Equal(Decision.Shorten, plan.Stem("A").Decision);
        Assert.Contains(plan.Stem("A").Reasons, r => r.Text.Text.Contains("until the pith is sound and white"));
        var cut = plan.Steps.Single(s => s.Stem == "A" && s.Cut is not null).Cut!;
        Assert.InRange(cut.At ?? cut.Bud!.Window![1], 450, 700);
        Assert.Equal(Decision.Remove, plan.Stem("D").Decision);
        foreach (var id in new[] { "B", "C" })
        {
            var end = cut.At ?? cut.Bud!.Window![0];
            Assert.True(plan.Stem(id).Decision != Decision.Remove || (id == "C" && end < 500), $"{id} goes");
        }
    }

    [Theory]
    [InlineData("2027-07-05")]
    [InlineData("2027-07-25")]
    public void Old_canes_of_a_rose_that_flowers_once_go_after_flowering_and_the_new_ones_stay_whole(string date)
    {
        var survey = Surveys
            .Of(
                Cane("A", 1, 22, 6, 1700).Seen("unproductive"),
                Cane("B", 3.5, 24, 7, 1700).Seen("unproductive"),
                Cane("C", 6, 15, 2, 1600),
                Cane("D", 8, 14, 2, 1600),
                Cane("E", 10, 12, 1, 1500),
                Cane("F", 11.5, 11, 1, 1400),
                Cane("G", 4.8, 12, 1, 1400)
            )
            .Plant("kind", "rose.once-flowering")
            .With("date", date);
        var plan = Surveys.Plan(survey);
        Assert.Contains("AB", id => plan.Stem($"{id}").Decision == Decision.Remove);
        foreach (var id in new[] { "E", "F", "G" })
        {
            Assert.Equal(Decision.Keep, plan.Stem(id).Decision);
            Assert.DoesNotContain(plan.Steps, s => s.Stem == id && s.Cut is not null);
        }

        // In winter its flowers stand on them: nothing sound is cut.
        var winter = Surveys.Plan(survey.With("date", "2027-02-20"));
        Assert.DoesNotContain(winter.Stems, s => s.Decision == Decision.Remove);
    }

    [Theory]
    [MemberData(nameof(Joined))]
    public void A_side_stem_that_takes_over_obeys_the_heights_and_ages_of_any_other_top(int seed)
    {
        var random = new Random(seed);
        var stems = Surveys.Exactly(seed, 6)["stems"]!
            .AsArray()
            .OfType<JsonObject>()
            .Select(s => s.DeepClone().AsObject());
        var survey = Surveys.Of([
            .. stems.Where(s => (string)s["role"]! == "cane"),
            Cane("Y", random.Next(1, 12), 24, 6, random.Next(1200, 1800)).Seen("unproductive"),
            Surveys
                .Cane(
                    "Z",
                    random.Next(1, 12),
                    random.Next(8, 16),
                    random.Next(1, 7),
                    random.Next(300, 1800),
                    random.Next(5, 40)
                )
                .With("role", "lateral")
                .With("parent", "Y")
                .With("at", random.Next(100, 900)),
        ]);
        var read = Surveys.Read(School(survey, "open-bowl"));
        var plan = Planner.Plan(read);
        if (!plan.Stem("Z").Reasons.Any(r => r.Rule == "join"))
        {
            return;
        }

        Assert.True(read.Stems.Single(s => s.Id == "Z").Age < read.Plant.Kind.OldFrom);
        var cut = plan.Steps.SingleOrDefault(s => s.Stem == "Z" && s.Cut is not null)?.Cut;
        if (cut is not null)
        {
            Assert.InRange(cut.Z - read.Plant.CrownHeightMm, read.School.HeightMinMm - 1, read.School.HeightMaxMm + 1);
        }
        else
        {
            var tree = StemTree.Build(read.Stems, read.Plant);
            var top = tree.Axis(tree.ById[new("Z")]);
            Assert.True(top.At(top.LengthMm).Z - read.Plant.CrownHeightMm <= read.School.HeightMaxMm + 1);
        }
    }

    public static TheoryData<int> Joined => Gemmifer.Core.Tests.Seeds.Of(200);
}
