using System.Text.Json.Nodes;
using Gemmifer.Core.Families.Vines;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Season;
using Gemmifer.Core.Work;

namespace Gemmifer.Core.Tests.Season;

/// <summary>
/// The season is a rule (common practice, no source): what may be cut on a day, by kind, school and place; finished
/// flowers; when it flowers.
/// </summary>
public sealed class SeasonRuleTests
{
    private static JsonObject Rose(string date, string kind = "rose.hybrid-tea") =>
        Surveys
            .Of([
                .. Enumerable.Range(0, 6).Select(i => Surveys.Cane($"{(char)('A' + i)}", (i * 2) + 0.5)),
                Surveys.Cane("X", 3, 12).With("deadFrom", 0),
            ])
            .Plant("kind", kind)
            .With("date", date);

    private static JsonObject Practice(JsonObject survey, string when) =>
        survey.With(
            "school",
            new JsonObject
            {
                ["base"] = "open-bowl",
                ["set"] = new JsonObject { ["when"] = when },
            }
        );

    private static string[] CutToday(PlanDocument plan) =>
        [
            .. plan
                .Steps.Where(s => s is { Cut: not null, Stage: not Stage.Return, Stem: not null })
                .Select(s => s.Stem!),
        ];

    [Theory]
    [InlineData("rose.hybrid-tea", "2027-02-20", true)]
    [InlineData("rose.hybrid-tea", "2027-06-20", false)]
    [InlineData("rose.hybrid-tea", "2027-11-20", false)]
    [InlineData("rose.once-flowering", "2027-02-20", false)]
    [InlineData("rose.once-flowering", "2027-07-05", true)]
    public void Outside_of_the_main_prune_only_what_is_right_at_any_time_is_cut(string kind, string date, bool all)
    {
        var plan = Surveys.Plan(Rose(date, kind));
        Assert.Contains("X", CutToday(plan));
        Assert.Equal(all, CutToday(plan).Length > 1);
        Assert.Equal(!all, plan.Stems.Any(s => s.Decision == Decision.Defer));
        Assert.Equal(!all, plan.Warnings.Any(w => w.Code == "season"));
        Assert.All(plan.Steps.Where(s => s.Action == StepAction.Defer), s =>
        {
            Assert.Equal(Stage.Return, s.Stage);
            Assert.True(s.Due > new DateOnly(2027, 2, 20));
            Assert.NotNull(s.Cut);
            Assert.Equal("season", plan.Stem(s.Stem!).Reasons[0].Rule);
        });

        // Asked for, all of it is planned for the day, with what it costs; and both come to the same cuts.
        var anyway = Surveys.Plan(Rose(date, kind).With("anyway", true));
        Assert.True(CutToday(anyway).Length > 1);
        Assert.DoesNotContain(anyway.Stems, s => s.Decision == Decision.Defer);
        Assert.Equal(
            !all,
            anyway.Warnings.Any(w =>
                w.Code == "season" && w.Text.Text.Contains("What it costs", StringComparison.Ordinal)
            )
        );
        Assert.Equal(
            plan.Steps.Where(s => s.Stem is not null && s.Cut is not null).Select(s => (s.Stem, s.Cut!.At)).Order(),
            anyway.Steps.Where(s => s.Stem is not null && s.Cut is not null).Select(s => (s.Stem, s.Cut!.At)).Order()
        );
    }

    [Theory]
    [InlineData("late-winter", "2027-02-20", true)]
    [InlineData("after-cover", "2027-02-20", false)]
    [InlineData("after-cover", "2027-04-05", true)]
    [InlineData("halves", "2027-02-20", false)]
    [InlineData("halves", "2027-04-05", true)]
    [InlineData("mild", "2026-12-20", true)]
    [InlineData("late-winter", "2026-12-20", false)]
    public void A_practice_has_its_own_time(string when, string date, bool open) =>
        Assert.Equal(open, CutToday(Surveys.Plan(Practice(Rose(date), when))).Length > 1);

    [Fact]
    public void By_halves_tall_growth_comes_down_in_autumn_above_every_cut_that_is_to_come()
    {
        var plan = Surveys.Plan(Practice(Rose("2026-11-01"), "halves"));
        var half = Assert.Single(plan.Steps, s => s.Stage == Stage.Rough);
        Assert.Equal(CutPlace.Height, half.Cut!.Where);
        Assert.All(plan.Steps.Where(s => s is { Stem: not null, Cut.Where: CutPlace.AboveBud }), s =>
            Assert.True(s.Cut!.Z < half.Cut.Z)
        );
        Assert.DoesNotContain(Surveys.Plan(Rose("2026-11-01")).Steps, s => s.Stage == Stage.Rough);
    }

    [Fact]
    public void A_place_and_a_cover_shift_it_and_the_first_frost_is_used()
    {
        JsonObject At(string last) => Rose("2027-03-01").With("place", new JsonObject { ["lastFrost"] = last });
        Assert.True(CutToday(Surveys.Plan(At("04-15"))).Length > 1);
        Assert.False(CutToday(Surveys.Plan(At("06-10"))).Length > 1);
        Assert.False(CutToday(Surveys.Plan(Rose("2027-02-20").Plant("cover", true))).Length > 1);

        // In the south the same day is late summer.
        var south = Rose("2027-02-20").With("place", new JsonObject { ["hemisphere"] = "south" });
        Assert.Equal(["X"], CutToday(Surveys.Plan(south)));

        JsonObject Frost(string first) =>
            Rose("2027-08-20").With("anyway", true).With("place", new JsonObject { ["firstFrost"] = first });
        Assert.Equal(2027, Surveys.Plan(Frost("12-20")).Forecast.Flowering[0].Year);
        Assert.Equal(2028, Surveys.Plan(Frost("09-20")).Forecast.Flowering[0].Year);
    }

    /// <summary>The cover comes off first, and thorns stay in it (common practice, no source).</summary>
    [Fact]
    public void A_cover_comes_off_before_the_prune_and_is_minded()
    {
        var plan = Surveys.Plan(Rose("2027-04-20").Plant("cover", true));
        var cover = Assert.Single(plan.Steps, s => s.Text.Text.Contains("winter cover", StringComparison.Ordinal));
        Assert.Equal(Stage.Prepare, cover.Stage);
        Assert.Equal(Cautions.Wrappings, cover.Caution);
        foreach (var none in new[] { Rose("2027-04-20"), Rose("2026-12-20").Plant("cover", true) })
        {
            Assert.DoesNotContain(Surveys.Plan(none).Steps, s => s.Caution == Cautions.Wrappings);
        }
    }

    /// <summary>
    /// What pruning out of season costs is that of the kind and of the day (common practice, no source).
    /// </summary>
    [Theory]
    [InlineData("rose.hybrid-tea", "2027-06-20", "loses the flowers")]
    [InlineData("rose.hybrid-tea", "2027-09-20", "soft growth that frost takes")]
    [InlineData("rose.hybrid-tea", "2027-12-20", "mild spell")]
    [InlineData("vine.vinifera", "2026-11-20", "no buds to spare")]
    [InlineData("rose.once-flowering", "2027-04-20", "does not flower this year")]
    [InlineData("rose.once-flowering", "2027-09-20", "next year's flowers")]
    public void What_it_costs_out_of_season_is_that_of_the_day(string kind, string date, string costs)
    {
        var day = DateOnly.Parse(date, System.Globalization.CultureInfo.InvariantCulture);
        var season = new PlantSeason(PlantKinds.Of(kind), GrowingPlace.Usual(Hemisphere.North), day);
        Assert.Contains(costs, SeasonWarning.Cost(season), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("2026-11-20", "north", 2027)]
    [InlineData("2027-02-20", "north", 2027)]
    [InlineData("2027-07-10", "north", 2027)]
    [InlineData("2027-09-20", "south", 2027)]
    public void Nothing_is_forecast_to_flower_between_the_frosts_of_a_winter(string date, string half, int year)
    {
        var plan = Surveys.Plan(Rose(date).With("place", new JsonObject { ["hemisphere"] = half }));
        var (from, to) = (plan.Forecast.Flowering[0], plan.Forecast.Flowering[1]);
        Assert.Equal(year, from.Year);
        Assert.True(from <= to);
        Assert.All(new[] { from, to }, day =>
            Assert.True(half == "north" ? day.Month is >= 5 and <= 10 : day.Month is >= 11 or <= 4, $"{day}")
        );
    }

    [Theory]
    [InlineData("rose.once-flowering")]
    [InlineData("rose.rambler")]
    public void This_years_canes_of_a_once_bloomer_are_next_years_flowers_and_stay_as_they_are(string kind)
    {
        var canes = Enumerable
            .Range(0, 14)
            .Select(i => Surveys.Cane($"{(char)('A' + i)}", (i * 0.8) + 0.5, 12, i % 2 == 0 ? 1 : 4, 1600))
            .ToArray();
        var plan = Surveys.Plan(Surveys.Of(canes).Plant("kind", kind).With("date", "2027-07-05"));
        Assert.All(plan.Stems.Where((_, i) => i % 2 == 0), s => Assert.Equal(Decision.Keep, s.Decision));
        Assert.Contains(plan.Stems, s => s.Decision == Decision.Remove);
    }

    [Fact]
    public void Finished_flowers_come_off_to_a_full_leaf_and_parts_of_a_cluster_at_the_stalk()
    {
        JsonObject Flowering(string id, double clock, int blooms, int finished) =>
            Surveys
                .Cane(id, clock, 12, 1, 900)
                .With("head", new JsonObject { ["blooms"] = blooms, ["finished"] = finished })
                .With(
                    "buds",
                    new JsonArray(
                        new JsonObject
                        {
                            ["at"] = 500,
                            ["clock"] = clock,
                            ["leaflets"] = 5,
                        },
                        new JsonObject
                        {
                            ["at"] = 700,
                            ["clock"] = clock,
                            ["leaflets"] = 5,
                        },
                        new JsonObject
                        {
                            ["at"] = 800,
                            ["clock"] = clock,
                            ["leaflets"] = 3,
                        }
                    )
                );
        JsonObject[] stems = [Flowering("A", 2, 4, 4), Flowering("B", 6, 5, 2), Flowering("C", 10, 3, 0)];
        JsonObject On(string date, string name = "deadhead", string value = "first-full-leaf") =>
            Surveys
                .Of([.. stems.Select(s => s.DeepClone().AsObject())])
                .With("date", date)
                .With(
                    "school",
                    new JsonObject
                    {
                        ["base"] = "open-bowl",
                        ["set"] = new JsonObject { [name] = value },
                    }
                );
        var plan = Surveys.Plan(On("2027-06-25"));
        PlanStep Head(string id) => plan.Steps.Single(s => s.Stem == id && s.Stage == Stage.Deadhead);
        Assert.Equal((CutPlace.AboveBud, 700, 706), (Head("A").Cut!.Where, Head("A").Cut!.Bud!.At, Head("A").Cut!.At));
        Assert.Equal(Decision.Shorten, plan.Stem("A").Decision);
        Assert.Equal((CutPlace.Stalk, null), (Head("B").Cut!.Where, Head("B").Cut!.At));
        Assert.Contains(plan.Stem("B").Decision, new[] { Decision.Keep, Decision.Shorten });
        Assert.DoesNotContain(plan.Steps, s => s.Stem == "C" && s.Stage == Stage.Deadhead);
        Assert.Equal(706, Surveys.Plan(On("2027-06-25")).Steps.First(s => s.Stem == "A").Cut!.At);

        // Shallow: just below the flowers. Hips kept, or six weeks before the first frost: nothing.
        plan = Surveys.Plan(On("2027-06-25", "deadhead", "shallow"));
        Assert.Equal(806, Head("A").Cut!.At);
        Assert.DoesNotContain(Surveys.Plan(On("2027-06-25", "hips", "keep")).Steps, s => s.Stage == Stage.Deadhead);
        Assert.DoesNotContain(Surveys.Plan(On("2027-09-20")).Steps, s => s.Stage == Stage.Deadhead);
    }

    [Theory]
    [InlineData("rose.miniature", 1, 1, 800)]
    [InlineData("rose.floribunda", 1, 1, 700)]
    [InlineData("rose.shrub", 20, 20, 700)]
    [InlineData("rose.shrub", 20, 8, null)]
    [InlineData("rose.floribunda", 20, 8, 0)]
    [InlineData("rose.shrub", 5, 2, 0)]
    public void A_miniature_is_trimmed_lightly_and_a_large_head_waits_till_all_of_it_is_over(
        string kind,
        int blooms,
        int finished,
        int? bud
    )
    {
        JsonObject Stem(string id, double clock) =>
            Surveys
                .Cane(id, clock, 8, 1, 900, 20)
                .With("head", new JsonObject { ["blooms"] = blooms, ["finished"] = finished })
                .With(
                    "buds",
                    new JsonArray(
                        new JsonObject { ["at"] = 800, ["leaflets"] = 3 },
                        new JsonObject { ["at"] = 700, ["leaflets"] = 5 }
                    )
                );
        var plan = Surveys.Plan(
            Surveys.Of(Stem("A", 2), Stem("B", 6), Stem("C", 10)).Plant("kind", kind).With("date", "2027-06-25")
        );
        var step = plan.Steps.SingleOrDefault(s => s.Stem == "A" && s.Stage == Stage.Deadhead);
        Assert.Equal(bud is null, step is null);
        Assert.Equal(bud is null or 0 ? null : bud, (int?)step?.Cut?.Bud?.At);
    }

    private static IEnumerable<PlannedVisit> Visits(PlanDocument plan) =>
        PlannedVisit.Of(plan, new VineFamily().IsSecondVisit);

    [Fact]
    public void What_waits_for_the_main_prune_is_one_visit_and_no_second_one_of_a_vine()
    {
        var plan = Surveys.Plan(Rose("2027-11-20"));
        var visit = Assert.Single(Visits(plan), v => v.Kind == VisitKind.Defer);
        Assert.StartsWith("The main prune: A", visit.Text.Text, StringComparison.Ordinal);
        Assert.Equal(new DateOnly(2028, 1, 31), visit.Due);

        var row = Surveys.Of().Plant("kind", "raspberry.summer").With("date", "2027-11-20");
        row["stems"] = new JsonArray();
        row["row"] = new JsonObject
        {
            ["length"] = 2000,
            ["firstYear"] = 60,
            ["thin"] = 10,
            ["spent"] = 5,
        };
        Assert.Equal(
            "The main prune, as the plan has it.",
            Assert.Single(Visits(Surveys.Plan(row)), v => v.Kind == VisitKind.Defer).Text.Text
        );

        // A vine of which more than half of the buds died is come back to after bud break.
        var vine = Surveys
            .Of(
                Surveys.Cane("T", 12, 30, 8, 900).With("role", "trunk").With("parent", "ground"),
                Surveys.Cane("S", 3, 9, 1, 900).With("role", "shoot").With("parent", "T").With("at", 850)
            )
            .Plant("kind", "vine.vinifera")
            .With(
                "vine",
                new JsonObject
                {
                    ["system"] = "goblet",
                    ["winterLoss"] = new JsonObject { ["cut"] = 100, ["dead"] = 80 },
                }
            );
        Assert.Contains(Visits(Surveys.Plan(vine)), v => v.Kind == VisitKind.SecondVisit);
        vine["vine"]!.AsObject().Remove("winterLoss");
        Assert.DoesNotContain(Visits(Surveys.Plan(vine.With("date", "2026-12-20"))), v =>
            v.Kind == VisitKind.SecondVisit
        );
    }

    [Fact]
    public void A_pin_is_followed_out_of_season_and_what_it_costs_is_told()
    {
        var survey = Rose("2027-06-20");
        survey["stems"]![0]!["pin"] = "remove";
        var plan = Surveys.Plan(survey);
        Assert.Equal(Decision.Remove, plan.Stem("A").Decision);
        Assert.Contains(plan.Warnings, w =>
            w.Code == "pin" && w.Text.Text.StartsWith("A is cut on the day because you asked", StringComparison.Ordinal)
        );
    }

    /// <summary>
    /// Effort beside worked cases: 71 canes of a row at a minute and a half each that goes and a minute each that is
    /// tied are hours; 32 ties at a minute and a half are more than three quarters of an hour (our assumptions).
    /// </summary>
    [Fact]
    public void A_row_of_canes_takes_hours_and_ties_are_counted()
    {
        var row = Surveys
            .Of()
            .Plant("kind", "raspberry.summer")
            .With(
                "row",
                new JsonObject
                {
                    ["length"] = 4000,
                    ["firstYear"] = 27,
                    ["spent"] = 44,
                }
            );
        row["stems"] = new JsonArray();
        var plan = Surveys.Plan(row);
        Assert.Equal(71, plan.Counts.Kept + plan.Counts.Removed);
        Assert.InRange(plan.Kit.Minutes, 90, 240);
        var ties = Enumerable
            .Range(0, 32)
            .Select(i => new PlanStep
            {
                Stage = Stage.Train,
                Action = StepAction.Tie,
                Due = new DateOnly(2027, 2, 20),
                Text = "Tie it.",
                Ties = [new PlanTie(0, 500, "wire 1")],
            });
        Assert.Equal(48, Kit.Minutes(ties));
    }
}
