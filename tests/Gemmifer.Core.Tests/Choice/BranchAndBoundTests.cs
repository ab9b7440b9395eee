using Gemmifer.Core.Choice;

namespace Gemmifer.Core.Tests.Choice;

public class BranchAndBoundTests
{
    public static TheoryData<int> Seeds => Gemmifer.Core.Tests.Seeds.Of(150);

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Finds_the_same_best_as_trying_everything(int seed)
    {
        var (model, limits) = ModelOracle.Random(seed, 2 + (seed % 5), 4);
        var result = new BranchAndBound(model, limits).Solve(1_000_000);
        Assert.Equal(ModelOracle.Best(model, limits), result?.Score);
        if (result is not null)
        {
            Assert.True(result.Optimal);
            Assert.True(BranchAndBound.Keeps(model, limits, result.Chosen));
        }
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void A_stopped_search_never_claims_more_than_it_proved(int seed)
    {
        var (model, limits) = ModelOracle.Random(seed, 7, 4);
        var exact = new BranchAndBound(model, limits).Solve(10_000_000);
        var stopped = new BranchAndBound(model, limits).Solve(8);
        if (exact is null || stopped is null)
        {
            return;
        }

        Assert.InRange(exact.Score, stopped.Score, stopped.Bound);
        Assert.Equal(stopped.Score == stopped.Bound, stopped.Optimal);
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void A_forced_candidate_is_what_it_was_forced_to_be(int seed)
    {
        var (model, limits) = ModelOracle.Random(seed, 5, 4);
        var search = new BranchAndBound(model, limits);
        var free = search.Solve(1_000_000);
        for (var i = 0; i < model.Candidates && free is not null; i++)
        {
            var now = model.Keeps[model.First[i] + free.Chosen[i]];
            Assert.Equal(free.Score, search.Solve(1_000_000, (i, now))!.Score);
            if (search.Solve(1_000_000, (i, !now)) is { } other)
            {
                Assert.NotEqual(now, model.Keeps[model.First[i] + other.Chosen[i]]);
                Assert.True(other.Score <= free.Score);
            }
        }
    }

    [Fact]
    public void Nothing_to_choose_is_a_choice_worth_nothing()
    {
        var result = new BranchAndBound(new ChoiceModel([]), new ChoiceLimits(true, true, 5, 0, 0, 0)).Solve(10)!;
        Assert.Equal((0L, true), (result.Score, result.Optimal));
    }
}
