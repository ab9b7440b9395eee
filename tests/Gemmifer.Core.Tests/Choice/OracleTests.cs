using System.Collections.Immutable;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Families.Roses;
using Gemmifer.Core.Stems;

namespace Gemmifer.Core.Tests.Choice;

/// <summary>
/// The very model a plant's plan is made from, given to brute force and to an independent general-purpose solver.
/// </summary>
public class OracleTests
{
    public static TheoryData<int> Plants => Gemmifer.Core.Tests.Seeds.Of(320);

    public static TheoryData<int> Larger => Gemmifer.Core.Tests.Seeds.Of(64);

    [Theory]
    [MemberData(nameof(Plants))]
    public void A_plant_of_up_to_eight_canes_gets_the_same_best_as_trying_everything(int seed)
    {
        var canes = 2 + (seed % 7);
        var survey =
            seed % 2 == 0
                ? Surveys.Exactly(seed, canes)
                : Surveys.WithBuds(seed, canes, 6, seed % 3 == 0 ? "weak" : "normal", 0.85);
        var (model, limits) = ModelOf(survey, canes >= 7 ? 4 : 6);
        var choice = Relaxation.Solve(model, limits, 10_000_000);
        Assert.True(choice.Optimal);
        Assert.Equal(ModelOracle.Best(model, choice.Limits), choice.Result.Score);
        Assert.Equal(choice.Relaxed.IsEmpty, ModelOracle.Best(model, limits) is not null);
    }

    [Theory]
    [MemberData(nameof(Larger))]
    public void A_plant_of_ten_canes_gets_the_same_best_as_from_a_general_purpose_solver(int seed)
    {
        var survey =
            seed % 4 == 0
                ? Surveys.Exactly(seed, 10)
                : Surveys.WithBuds(seed, 10, 6, seed % 5 == 0 ? "weak" : "normal", 0.85);
        var (model, limits) = ModelOf(survey, 7);
        var choice = Relaxation.Solve(model, limits, 10_000_000);
        Assert.True(choice.Optimal);
        var best = IndependentSolver.Best(model, choice.Limits, 60, out var proved);
        Assert.True(proved);
        Assert.Equal(best, choice.Result.Score);
        if (!choice.Relaxed.IsEmpty)
        {
            Assert.Null(IndependentSolver.Best(model, limits, 60, out proved));
            Assert.True(proved);
        }
    }

    /// <summary>
    /// The model of a plant, with no more than so many options a cane: the removal, and others spread over the rest.
    /// </summary>
    private static (ChoiceModel Model, ChoiceLimits Limits) ModelOf(
        System.Text.Json.Nodes.JsonObject document,
        int most
    )
    {
        var survey = Surveys.Read(document);
        var tree = StemTree.Build(survey.Stems, survey.Plant);
        var sorted = Sorting.Sort(survey, tree);
        var fewer = sorted
            .Candidates.Select(c =>
                c with
                {
                    Options =
                        c.Options.Length <= most
                            ? c.Options
                            :
                            [
                                .. Enumerable
                                    .Range(0, most)
                                    .Select(k => c.Options[k * (c.Options.Length - 1) / (most - 1)]),
                            ],
                }
            )
            .ToImmutableArray();
        return (new ModelBuilder(survey, tree, fewer).Build(), sorted.Limits);
    }
}
