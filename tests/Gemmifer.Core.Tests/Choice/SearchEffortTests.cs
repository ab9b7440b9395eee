using Gemmifer.Core.Choice;

namespace Gemmifer.Core.Tests.Choice;

/// <summary>What the searches of one plan may cost.</summary>
public sealed class SearchEffortTests
{
    private static ChoiceModel Model(int candidates, int options, int places = 0)
    {
        var model = new ChoiceModel([.. Enumerable.Repeat(options, candidates)]);
        for (var o = 0; o < places; o++)
        {
            model.Place[o] = o;
        }

        return model;
    }

    [Fact]
    public void What_a_part_spends_is_spent_of_the_whole()
    {
        var whole = new SearchEffort(1_000_000);
        var part = whole.Part(4);
        Assert.Equal(250_000, part.Left);
        part.Spend(100, Model(10, 10));
        Assert.Equal((240_000, 990_000), (part.Left, whole.Left));
        Assert.Equal(5_000, whole.Part(1, most: 5_000).Left);
    }

    [Fact]
    public void Nodes_cost_more_with_options_places_and_many_canes_and_some_are_always_left()
    {
        var effort = new SearchEffort(1_000_000);
        var plain = effort.Nodes(Model(10, 10));
        Assert.Equal(10_000, plain);
        Assert.Equal(5_000, effort.Nodes(Model(10, 20)));
        Assert.Equal(2_000, effort.Nodes(Model(10, 10, places: 4)));

        // Twice as many canes as are usual: each node costs four times its options.
        Assert.Equal(1_000_000 / (70 * 2 * 4), effort.Nodes(Model(70, 2)));
        effort.Spend(1_000_000, Model(10, 10));
        Assert.True(effort.Left < 0);
        Assert.Equal(60, effort.Nodes(Model(10, 10)));
    }

    [Fact]
    public void A_spent_effort_still_gives_a_choice_and_says_that_it_is_not_proved()
    {
        var random = new Random(7);
        var model = Model(30, 6);
        for (var o = 0; o < model.Options; o++)
        {
            model.Points[o] = random.Next(0, 40_000);
            model.Keeps[o] = o % 6 > 0;
            for (var q = 0; q < o; q++)
            {
                model.PairPoints[o, q] = model.PairPoints[q, o] = -random.Next(0, 30_000);
            }
        }

        var limits = new ChoiceLimits(false, false, 8, 3, long.MaxValue, int.MaxValue);
        var spent = new SearchEffort(0);
        var found = Relaxation.Solve(model, limits, 100_000, effort: spent);
        Assert.True(BranchAndBound.Keeps(model, found.Limits, found.Result.Chosen));
        Assert.True(found.Result.Bound >= found.Result.Score);
        var whole = Relaxation.Solve(model, limits, 100_000);
        Assert.True(whole.Result.Score >= found.Result.Score);
        Assert.True(found.Result.Bound >= whole.Result.Score);
    }
}
