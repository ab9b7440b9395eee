using System.Text.Json.Nodes;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Families.Roses;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Surveys;
using Gemmifer.Core.Tests.Choice;
using static Gemmifer.Core.Tests.Families.Roses.Climbing.Climbers;
using static Gemmifer.Core.Tests.Surveys;

namespace Gemmifer.Core.Tests.Families.Roses.Climbing;

/// <summary>
/// Which canes of a climber stay and where they are laid is one choice: the very models a plan is made from, given to
/// brute force and to an independent general-purpose solver.
/// </summary>
public class JointChoiceTests
{
    public static TheoryData<int> Small => Gemmifer.Core.Tests.Seeds.Of(24);

    public static TheoryData<int> Middling => Gemmifer.Core.Tests.Seeds.Of(6);

    public static TheoryData<int> Large => Gemmifer.Core.Tests.Seeds.Of(4);

    private static CanePlanner Planner(Survey survey) =>
        new(survey, new CaneTask("climber", []), CancellationToken.None);

    [Theory]
    [MemberData(nameof(Small))]
    public void Up_to_five_canes_get_the_best_of_all_combinations_on_every_way_their_lines_may_lie(int seed)
    {
        var survey = Read(Few(seed, 2 + (seed % 4)));
        var best = long.MinValue;
        var relaxed = false;
        foreach (var (_, _, model, limits) in Planner(survey).Models())
        {
            var choice = Relaxation.Solve(model, limits, 10_000_000);
            Assert.True(choice.Optimal);
            Assert.Equal(ModelOracle.Best(model, choice.Limits), choice.Result.Score);
            best = Math.Max(best, choice.Result.Score);
            relaxed |= !choice.Relaxed.IsEmpty;
        }

        // And the plan is the best of them.
        if (!relaxed)
        {
            Assert.Equal(best / 1000.0, Core.Planner.Plan(survey).Score!.Value, 6);
        }
    }

    [Theory]
    [MemberData(nameof(Large))]
    public void Twelve_canes_on_twelve_lines_are_proved_and_a_general_purpose_solver_finds_nothing_better(int seed)
    {
        var survey = Read(Few(seed, 12));
        var (laid, _, model, limits) = Planner(survey).Models().First(m => m.Laid.Lines.Length == 12);
        Assert.Equal(12, laid.Candidates.Length);
        var choice = Relaxation.Solve(model, limits, CanePlanner.NodeLimit);
        Assert.True(choice.Optimal);
        var best = IndependentSolver.Best(model, choice.Limits, 5, out var proved);
        Assert.True(
            proved ? best == choice.Result.Score : !(best > choice.Result.Score),
            $"{best} {choice.Result.Score}"
        );
    }

    [Theory]
    [MemberData(nameof(Middling))]
    public void Seven_canes_get_the_same_best_as_from_a_general_purpose_solver(int seed)
    {
        foreach (var kind in new[] { "wall", "obelisk" })
        {
            var survey = Read(Few(seed, 7, kind));
            foreach (var (_, _, model, limits) in Planner(survey).Models().Where(m => m.Laid.Lines.Length is 6 or 7))
            {
                var choice = Relaxation.Solve(model, limits, 10_000_000);
                Assert.True(choice.Optimal);
                var best = IndependentSolver.Best(model, choice.Limits, 60, out var proved);
                Assert.True(proved);
                Assert.Equal(best, choice.Result.Score);
            }
        }
    }

    [Fact]
    public void A_supple_cane_stays_before_one_that_can_be_bent_nowhere()
    {
        // Thick wood found stiff that stands upright in front of the wall, and supple canes of one season: there is
        // room for three (common practice, no source).
        JsonObject[] canes =
        [
            Cane("S", 12, 26, 2, 2200, 5).Seen("stiff"),
            Cane("A", 9, 11, 1, 2200, 25),
            Cane("B", 3, 11, 1, 2200, 25),
            Cane("C", 10, 10, 1, 2200, 15),
        ];
        var plan = Plan(
            OnWall(canes)
                .With(
                    "school",
                    new JsonObject
                    {
                        ["base"] = "flat-fan",
                        ["set"] = new JsonObject { ["canesMax"] = 3 },
                    }
                )
        );
        Assert.Equal(Decision.Remove, plan.Stem("S").Decision);
        Assert.All("ABC", id => Assert.Equal(Lies.Line, plan.Trained($"{id}").How));
    }

    [Fact]
    public void Old_wood_that_bears_well_is_protected_and_what_no_longer_does_is_exposed()
    {
        JsonObject With(string seen) =>
            OnWall([
                Cane("O", 9, 24, 8, 2400, 30).Seen(seen),
                Cane("P", 3, 24, 8, 2400, 30).Seen("productive"),
                Cane("A", 9, 12, 1, 2200, 25),
                Cane("B", 3, 12, 1, 2200, 25),
                Cane("C", 10, 11, 1, 2000, 15),
                Cane("D", 2, 11, 1, 2000, 15),
            ]);
        Assert.NotEqual(Decision.Remove, Plan(With("productive")).Stem("O").Decision);
        Assert.Equal(Decision.Remove, Plan(With("unproductive")).Stem("O").Decision);
        Assert.NotEqual(Decision.Remove, Plan(With("unproductive")).Stem("P").Decision);
    }

    [Fact]
    public void A_bend_that_only_just_fails_by_the_numbers_is_made_by_feel()
    {
        // The same canes, the middle one thicker and thicker until it is left where it stands.
        var how = Enumerable
            .Range(0, 30)
            .Select(i =>
                Plan(
                    On(
                        Simple("obelisk"),
                        Cane("A", 9, 11, 1, 2200, 25),
                        Cane("M", 3, 12 + (i / 2.0), 2, 2200, 30).With("pin", "keep"),
                        Cane("B", 3, 11, 1, 2200, 15)
                    )
                )
            )
            .ToArray();
        Assert.Contains(how, p => p.Tie("M").Said.Text.Contains("by feel", StringComparison.Ordinal));
        Assert.All(how, p =>
        {
            var m = p.Trained("M");
            Assert.Equal(
                m.Strain > m.Allowed + 1e-4 && m.How == Lies.Line,
                p.Tie("M").Said.Text.Contains("by feel", StringComparison.Ordinal)
            );
        });
    }
}
