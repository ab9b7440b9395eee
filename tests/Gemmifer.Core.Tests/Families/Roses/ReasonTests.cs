using System.Text.Json.Nodes;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Families.Roses;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Tests.Choice;
using Gemmifer.Core.Tests.Families.Roses.Climbing;
using static Gemmifer.Core.Tests.Surveys;

namespace Gemmifer.Core.Tests.Families.Roses;

/// <summary>
/// Why a cane goes is read off the best plan in which it stays: that plan against brute force, and what tells the two
/// apart against their points.
/// </summary>
public class ReasonTests
{
    public static TheoryData<int> Seeds => Core.Tests.Seeds.Of(20);

    private static CanePlanner Planner(JsonObject survey) =>
        new(Read(survey), new CaneTask("plant", []), CancellationToken.None);

    private static JsonObject Bush(int seed) =>
        Of([
            .. Enumerable
                .Range(0, 7)
                .Select(i =>
                {
                    var random = new Random((100 * seed) + i);
                    return Cane(
                            $"{(char)('A' + i)}",
                            0.1 + Math.Round(random.NextDouble() * 11.8, 1),
                            random.Next(5, 22),
                            random.Next(1, 7),
                            random.Next(600, 1500),
                            random.Next(5, 40)
                        )
                        .With("rubs", new JsonArray($"{(char)('A' + ((i + 1) % 7))}"));
                }),
        ]);

    /// <summary>The model with one candidate left only what keeps it, or what does not.</summary>
    private static ChoiceModel Only(ChoiceModel model, int candidate, bool keep)
    {
        int[] left =
        [
            .. Enumerable
                .Range(0, model.Options)
                .Where(o => o < model.First[candidate] || o >= model.First[candidate + 1] || model.Keeps[o] == keep),
        ];
        var only = new ChoiceModel([
            .. Enumerable
                .Range(0, model.Candidates)
                .Select(i => left.Count(o => o >= model.First[i] && o < model.First[i + 1])),
        ]);
        for (var a = 0; a < left.Length; a++)
        {
            only.Points[a] = model.Points[left[a]];
            only.Keeps[a] = model.Keeps[left[a]];
            only.RemovedMm[a] = model.RemovedMm[left[a]];
            only.RemovesOld[a] = model.RemovesOld[left[a]];
            only.UsesYoung[a] = model.UsesYoung[left[a]];
            for (var b = 0; b < left.Length; b++)
            {
                only.PairPoints[a, b] = model.PairPoints[left[a], left[b]];
                only.SpacingShortMm[a, b] = model.SpacingShortMm[left[a], left[b]];
                only.LevelBroken[a, b] = model.LevelBroken[left[a], left[b]];
                only.Excluded[a, b] = model.Excluded[left[a], left[b]];
            }
        }

        return only;
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void The_best_plan_with_a_cane_kept_or_gone_is_that_of_all_combinations_on_every_way_of_lines(int seed)
    {
        var solved = Planner(Climbers.Few(seed, 2 + (seed % 3))).Choose();
        for (var i = 0; i < solved.Model.Candidates; i++)
        {
            foreach (var keep in new[] { true, false })
            {
                var best = solved
                    .Ways.Where(w => w.Choice.Relaxed.SequenceEqual(solved.Choice.Relaxed))
                    .Select(w => ModelOracle.Best(Only(w.Model, i, keep), w.Choice.Limits))
                    .Max();
                Assert.Equal(best, solved.Forced(i, keep)?.Result.Score);
                Assert.Equal(keep, solved.Forced(i, keep)?.Of(i).Keeps ?? keep);
            }
        }
    }

    [Fact]
    public void What_tells_two_plans_apart_adds_up_to_the_difference_of_their_points()
    {
        var (compared, deciders) = (0, new HashSet<Difference>());
        for (var seed = 0; seed < 120; seed++)
        {
            var solved = Planner(seed % 2 == 0 ? Bush(seed) : Climbers.Few(seed, 3 + (seed % 6))).Choose();
            for (var i = 0; i < solved.Model.Candidates; i++)
            {
                if (solved.Chosen(i).Kind != OptionKind.Remove || solved.Forced(i, true) is not { } other)
                {
                    continue;
                }

                var comparison = new Comparison(solved, other, i);
                Assert.Equal(
                    (solved.Choice.Result.Score - other.Result.Score) / 1000.0,
                    comparison.Parts.Sum(p => p.Points),
                    0.01 * solved.Model.Candidates
                );
                if (comparison.Decider is { } decider)
                {
                    Assert.All(comparison.Parts, p => Assert.True(p.Points <= decider.Points + 0.001));
                    deciders.Add(decider.What);
                }

                compared++;
            }
        }

        Assert.True(compared > 100, $"{compared}");
        Assert.True(deciders.Count >= 3, string.Join(' ', deciders));
    }

    [Fact]
    public void Two_thick_canes_that_rub_the_worse_one_goes_for_that_and_says_what_is_better_in_the_other()
    {
        var plan = Plan(
            Of([
                Cane("A", 12, 16, 1, 1200, 15).With("rubs", new JsonArray("B")),
                Cane("B", 0.5, 15, 3, 1200, 15),
                Cane("C", 4, 14, 1, 1200, 20),
                Cane("D", 8, 14, 1, 1200, 20),
            ])
        );
        Assert.Equal(Decision.Remove, plan.Stem("B").Decision);
        Assert.Equal(("rub", "It rubs on A, which stays, and that one is younger."), Why(plan, "B"));
    }

    [Fact]
    public void Beside_as_many_better_ones_as_may_stay_it_says_who_would_have_to_go()
    {
        var plan = Plan(
            Of([.. Enumerable.Range(0, 6).Select(i => Cane($"{(char)('A' + i)}", 2 + (2 * i), 18 - i, 1, 1200, 20))])
                .With("school", School("open-bowl", ("canesMax", 5)))
        );
        var gone = Assert.Single(plan.Stems, s => s.Decision == Decision.Remove);
        var (rule, text) = Why(plan, gone.Id);
        Assert.Equal("canesMax", rule);
        Assert.Matches("^5 canes are enough. If it stayed, . would have to go, and that one is thicker.$", text);
    }

    [Fact]
    public void What_no_limit_lets_go_says_which_limit_that_is()
    {
        var plan = Plan(
            Of([Cane("A", 12, 14, 1, 1200, 20), Cane("B", 4, 8, 5, 1200, 20), Cane("C", 8, 12, 1, 1200, 20)])
        );
        Assert.All(plan.Stems, s => Assert.NotEqual(Decision.Remove, s.Decision));
        Assert.Contains(plan.Stem("B").Reasons, r =>
            r.Text.Text.Contains("canes would be left", StringComparison.Ordinal)
        );
    }

    private static (string Rule, string Text) Why(PlanDocument plan, string id) =>
        (plan.Stem(id).Reasons[0].Rule, plan.Stem(id).Reasons[0].Text.Text);

    private static JsonObject School(string id, params (string Name, double Value)[] set)
    {
        var values = new JsonObject();
        foreach (var (name, value) in set)
        {
            values[name] = value;
        }

        return new JsonObject { ["base"] = id, ["set"] = values };
    }
}
