using Gemmifer.Core.Choice;

namespace Gemmifer.Core.Tests.Choice;

public class LocalSearchTests
{
    public static TheoryData<int> Seeds => Gemmifer.Core.Tests.Seeds.Of(60);

    [Theory]
    [MemberData(nameof(Seeds))]
    public void What_it_finds_keeps_the_limits_and_is_never_above_the_best(int seed)
    {
        var (model, limits) = ModelOracle.Random(seed, 6, 4);
        var found = LocalSearch.Find(model, limits, new int[model.Candidates]);
        var best = ModelOracle.Best(model, limits);
        if (found is null)
        {
            return;
        }

        Assert.True(BranchAndBound.Keeps(model, limits, found));
        Assert.True(BranchAndBound.ScoreOf(model, limits, found) <= best);
        Assert.Equal(found, LocalSearch.Find(model, limits, new int[model.Candidates]));
    }

    [Fact]
    public void It_finds_a_legal_choice_nearly_always_and_the_best_one_mostly()
    {
        var (legal, best, possible) = (0, 0, 0);
        for (var seed = 1; seed <= 200; seed++)
        {
            var (model, limits) = ModelOracle.Random(seed, 6, 4);
            if (ModelOracle.Best(model, limits) is not { } top)
            {
                continue;
            }

            possible++;
            var found = LocalSearch.Find(model, limits, new int[model.Candidates]);
            legal += found is null ? 0 : 1;
            best += found is not null && BranchAndBound.ScoreOf(model, limits, found) == top ? 1 : 0;
        }

        Assert.True(legal >= possible * 95 / 100, $"{legal} of {possible}");
        Assert.True(best >= possible * 75 / 100, $"{best} of {possible}");
    }

    [Theory]
    [InlineData("normal")]
    [InlineData("weak")]
    public void The_largest_survey_the_format_allows_is_planned_with_an_honest_bound(string vigour)
    {
        var stems = Enumerable
            .Range(0, 200)
            .Select(i =>
                Surveys
                    .Cane(
                        $"S{i:000}",
                        0.1 + (i * 7 % 119 / 10.0),
                        5 + (i % 17),
                        1 + (i % 6),
                        600 + (i * 13 % 900),
                        8 + (i % 27)
                    )
                    .With("radius", 20 + (i * 11 % 120))
            )
            .ToArray();
        var plan = Surveys.Plan(Surveys.Of(stems).Plant("vigour", vigour));
        Assert.Equal(200, plan.Stems.Count);
        Assert.True(plan.Bound >= plan.Score);
        Assert.True(plan.Optimal || plan.Warnings.Any(w => w.Code == "unproved"));
        Assert.True(
            plan.Counts.EndSpacing >= 200
                || plan.Warnings.Any(w => w.Text.Text.Contains("closer than", StringComparison.Ordinal))
        );
    }

    [Fact]
    public void Everything_pinned_to_stay_in_one_place_still_gives_a_plan()
    {
        var stems = Enumerable
            .Range(0, 60)
            .Select(i => Surveys.Cane($"S{i:00}", 3, 14, 5).With("pin", "keep"))
            .ToArray();
        var plan = Surveys.Plan(Surveys.Of(stems));
        Assert.Equal(60, plan.Counts.Kept);
        Assert.Contains(plan.Warnings, w => w.Code == "relaxed");
    }
}
