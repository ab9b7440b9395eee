using System.Text.Json.Nodes;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Families.Roses;
using Gemmifer.Core.Stems;

namespace Gemmifer.Core.Tests.Choice;

public class ModelBuilderTests
{
    private static (ChoiceModel Model, Sorted Sorted) OfCanes(params JsonObject[] canes) => Of(Surveys.Of(canes));

    private static (ChoiceModel Model, Sorted Sorted) Of(JsonObject document)
    {
        var survey = Surveys.Read(document);
        var tree = StemTree.Build(survey.Stems, survey.Plant);
        var sorted = Sorting.Sort(survey, tree);
        return (new ModelBuilder(survey, tree, sorted.Candidates).Build(), sorted);
    }

    private static long BestOf((ChoiceModel Model, Sorted Sorted) m, int i) =>
        Enumerable
            .Range(m.Model.First[i], m.Model.First[i + 1] - m.Model.First[i])
            .Where(o => m.Model.Keeps[o])
            .Max(o => m.Model.Points[o]);

    private static readonly JsonObject Plain = Surveys.Cane("A", 3);

    [Theory]
    [InlineData("diameter", 14, 16)]
    [InlineData("diameter", 6.9, 7)]
    [InlineData("age", 2, 1)]
    [InlineData("age", 3, 2)]
    [InlineData("age", 9, 8)]
    public void Thicker_and_younger_is_worth_more(string field, double less, double more) =>
        Assert.True(BestOf(OfCanes(Plain.With(field, more)), 0) > BestOf(OfCanes(Plain.With(field, less)), 0));

    [Fact]
    public void A_bud_that_faces_out_is_worth_more_than_one_that_faces_in()
    {
        long At(double clock)
        {
            var (model, sorted) = OfCanes(Plain.Buds((510, clock)));
            var at = sorted.Candidates[0].Options.ToList().FindIndex(o => o.AlongMm == 516);
            return at < 0 ? long.MinValue : model.Points[at];
        }

        Assert.True(At(3) > At(4.5) && At(4.5) > At(6) && At(6) > At(9));
        Assert.Equal(At(4.5), At(1.5));

        // One that faces in is no place for a cut as long as another may be found.
        Assert.Equal(long.MinValue, At(9));
    }

    [Fact]
    public void A_bud_seen_is_worth_more_than_a_likely_one_in_the_same_place()
    {
        var (model, sorted) = OfCanes(Plain.Buds((300, 3), (350, 7.8), (400, 0.6), (450, 5.4)));
        Assert.Contains(sorted.Candidates[0].Options, o => o.Bud?.Known == Core.Buds.BudKnowledge.Likely);
        Assert.DoesNotContain(sorted.Candidates[0].Options, o => o.Bud?.Known == Core.Buds.BudKnowledge.Seen);
        Assert.True(BestOf(OfCanes(Plain.Buds((500, 3))), 0) > BestOf((model, sorted), 0));
    }

    [Fact]
    public void Rubbing_costs_more_than_any_cane_is_worth()
    {
        var (model, _) = OfCanes(Surveys.Cane("A", 3), Surveys.Cane("B", 9).With("rubs", new JsonArray("A")));
        Assert.Contains(
            Enumerable
                .Range(0, model.First[1])
                .SelectMany(o =>
                    Enumerable.Range(model.First[1], model.Options - model.First[1]).Select(q => model.PairPoints[o, q])
                ),
            p => p < -35_000
        );
    }

    [Fact]
    public void Pairs_are_the_same_both_ways_and_removals_have_none()
    {
        var (model, _) = Of(Surveys.Random(17, 8));
        for (var o = 0; o < model.Options; o++)
        {
            for (var q = 0; q < model.Options; q++)
            {
                Assert.Equal(
                    (model.PairPoints[o, q], model.SpacingShortMm[o, q], model.LevelBroken[o, q]),
                    (model.PairPoints[q, o], model.SpacingShortMm[q, o], model.LevelBroken[q, o])
                );
                Assert.True(
                    (model.Keeps[o] && model.Keeps[q])
                        || (model.PairPoints[o, q] == 0 && model.SpacingShortMm[o, q] == 0)
                );
            }
        }
    }

    [Fact]
    public void Room_between_ends_is_kept_at_two_hundred_and_not_one_less()
    {
        // Two upright canes, cut at one height: their ends stand as far apart as their bases.
        JsonObject Base(string id, double clock, double radius) =>
            Surveys.Cane(id, clock, 14, 2, 1100, 0).With("radius", radius).Buds((500, clock));
        int Short(double radius)
        {
            var (model, sorted) = OfCanes(Base("A", 3, radius), Base("B", 9, radius));
            var a = sorted.Candidates[0].Options.ToList().FindIndex(o => o.AlongMm == 506);
            var b = sorted.Candidates[1].Options.ToList().FindIndex(o => o.AlongMm == 506);
            return model.SpacingShortMm[model.First[0] + a, model.First[1] + b];
        }

        Assert.Equal((0, 2), (Short(100), Short(99)));
    }

    [Fact]
    public void Whole_plants_are_solved_as_well_as_by_trying_everything()
    {
        for (var seed = 1; seed <= 40; seed++)
        {
            var (model, sorted) = Of(Surveys.Exactly(seed, 4));
            var result = Relaxation.Solve(model, sorted.Limits, 1_000_000);
            Assert.Equal(ModelOracle.Best(model, result.Limits), result.Result.Score);
            Assert.Equal(ModelOracle.Best(model, sorted.Limits) is null, result.Relaxed.Length > 0);
        }
    }
}
