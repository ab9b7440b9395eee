using System.Text.Json.Nodes;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Families.Roses;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Tests.Choice;
using static Gemmifer.Core.Tests.Families.Roses.Climbing.Climbers;
using static Gemmifer.Core.Tests.Surveys;

namespace Gemmifer.Core.Tests.Families.Roses.Climbing;

/// <summary>
/// What the core promises of every plant, on climbers; they may not be turned, as their support stands still.
/// </summary>
public class ClimberInvarianceTests
{
    public static TheoryData<int> Seeds => Gemmifer.Core.Tests.Seeds.Of(48);

    private static JsonObject Seeded(int seed) => Climbers.Random(seed, SupportKinds[seed % SupportKinds.Length]);

    private static IEnumerable<object?> Essence(PlanDocument plan) =>
        plan
            .Stems.Select(s => (object?)(s.Id, s.Decision, s.Verdict, s.Successor))
            .Concat(plan.Steps.Select(s => (object?)(s.Stage, s.Stem, s.Action, s.Cut?.At, s.Ties.Count)))
            .Concat(plan.Training!.Canes.Select(c => (object?)(c.Stem, c.How, c.Line, c.Strain)));

    [Theory]
    [MemberData(nameof(Seeds))]
    public void The_order_of_canes_does_not_matter_and_the_same_survey_gives_the_same_bytes(int seed)
    {
        var survey = Seeded(seed);
        var turned = survey.With(
            "stems",
            new JsonArray([.. survey["stems"]!.AsArray().Reverse().Select(s => s!.DeepClone())])
        );
        Assert.Equal(Plan(survey).ToJson(), Plan(turned).ToJson());
        Assert.Equal(Plan(survey).ToJson(), Plan(survey).ToJson());
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void A_dead_cane_changes_nothing_else(int seed)
    {
        var survey = Seeded(seed);
        var more = (JsonObject)survey.DeepClone();
        more["stems"]!.AsArray().Add((JsonNode)Cane("Z", 3, 20, 6, 1500, 30).With("deadFrom", 0));
        var (before, after) = (Plan(survey), Plan(more));
        Assert.Equal(Decision.Remove, after.Stem("Z").Decision);
        Assert.Equal(Others(before), Others(after));

        // Where nothing else is cut, there is something to clear away only with it.
        static IEnumerable<object?> Others(PlanDocument plan) =>
            Essence(plan)
                .Where(e =>
                    !e!.ToString()!.Contains("Z,", StringComparison.Ordinal)
                    && !e.ToString()!.StartsWith($"({Stage.Clean}", StringComparison.Ordinal)
                );
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Pinning_what_was_decided_changes_nothing(int seed)
    {
        var survey = Seeded(seed);
        var before = Plan(survey);
        var pinned = (JsonObject)survey.DeepClone();
        foreach (
            var stem in pinned["stems"]!.AsArray().OfType<JsonObject>().Where(s => (string)s["parent"]! == "crown")
        )
        {
            stem["pin"] = before.Stem((string)stem["id"]!).Decision switch
            {
                Decision.Keep or Decision.Shorten => "keep",
                Decision.Remove => "remove",
                _ => null,
            };
        }

        Assert.Equal(before.Stems.Select(s => (s.Id, s.Decision)), Plan(pinned).Stems.Select(s => (s.Id, s.Decision)));
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void A_mirrored_plant_on_a_mirrored_support_has_a_mirrored_plan(int seed)
    {
        // On what is flat: spirals wind one way only.
        var survey = Climbers.Random(seed, seed % 2 == 0 ? "wall" : "fence");
        var mirrored = (JsonObject)survey.DeepClone();
        foreach (var stem in mirrored["stems"]!.AsArray().OfType<JsonObject>())
        {
            stem["clock"] = 12 - (double)stem["clock"]!;
        }

        foreach (var opening in (mirrored["support"]!["openings"] as JsonArray ?? []).OfType<JsonObject>())
        {
            opening["x"] = -(double)opening["x"]! - (double)opening["width"]!;
        }

        var (before, after) = (Plan(survey), Plan(mirrored));
        Assert.Equal(before.Stems.Select(s => (s.Id, s.Decision)), after.Stems.Select(s => (s.Id, s.Decision)));
        Assert.All(before.Training!.Canes.Zip(after.Training!.Canes), c =>
        {
            Assert.Equal(c.First.How, c.Second.How);
            Assert.Equal(c.First.Path[^1][0], -c.Second.Path[^1][0], 1.0);
            Assert.Equal(c.First.Path[^1][2], c.Second.Path[^1][2], 1.0);
        });
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void The_choice_is_the_best_of_all(int seed)
    {
        var survey = Read(Seeded(seed));
        var tree = StemTree.Build(survey.Stems, survey.Plant);
        var sorted = Sorting.Sort(survey, tree);
        var model = new ModelBuilder(survey, tree, sorted.Candidates).Build();
        var choice = Relaxation.Solve(model, sorted.Limits, 10_000_000);
        Assert.True(choice.Optimal);
        Assert.Equal(ModelOracle.Best(model, choice.Limits), choice.Result.Score);
    }
}
