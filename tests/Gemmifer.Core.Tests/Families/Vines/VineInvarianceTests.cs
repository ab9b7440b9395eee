using System.Text.Json.Nodes;
using Gemmifer.Core.Families.Vines;
using Gemmifer.Core.Plans;
using static Gemmifer.Core.Tests.Families.Vines.VineSurveys;
using static Gemmifer.Core.Tests.Surveys;

namespace Gemmifer.Core.Tests.Families.Vines;

/// <summary>What the core promises of every plant, on vines of every system.</summary>
public class VineInvarianceTests
{
    public static TheoryData<int> Seeds => Gemmifer.Core.Tests.Seeds.Of(60);

    [Theory]
    [MemberData(nameof(Seeds))]
    public void The_order_of_stems_does_not_matter_and_the_same_survey_gives_the_same_bytes(int seed)
    {
        var survey = Random(seed);
        var turned = survey.With(
            "stems",
            new JsonArray([.. survey["stems"]!.AsArray().Reverse().Select(s => s!.DeepClone())])
        );
        Assert.Equal(Plan(survey).ToJson(), Plan(turned).ToJson());
        Assert.Equal(Plan(survey).ToJson(), Plan(survey).ToJson());
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void A_dead_shoot_changes_nothing_else(int seed)
    {
        var survey = Random(seed);
        var more = (JsonObject)survey.DeepClone();
        more["stems"]!.AsArray().Add((JsonNode)Stem("Z", "shoot", "T", 12, 1, 900, 300, 7).With("deadFrom", 0));
        var (before, after) = (Plan(survey), Plan(more));
        Assert.Equal((Decision.Remove, Verdict.Dead), (after.Stem("Z").Decision, after.Stem("Z").Verdict));
        Assert.Equal(
            before.Stems.Select(s => (s.Id, s.Decision)),
            after.Stems.Where(s => s.Id != "Z").Select(s => (s.Id, s.Decision))
        );
        Assert.Equal(before.Counts.BudsLeft, after.Counts.BudsLeft);
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Pinning_what_was_decided_changes_nothing(int seed)
    {
        var survey = Random(seed);
        var before = Plan(survey);
        var pinned = (JsonObject)survey.DeepClone();
        foreach (var stem in pinned["stems"]!.AsArray().OfType<JsonObject>())
        {
            stem["pin"] = before.Stem((string)stem["id"]!).Decision switch
            {
                Decision.Keep or Decision.Shorten when (string)stem["role"]! == "shoot" => "keep",
                Decision.Remove => "remove",
                _ => null,
            };
        }

        Assert.Equal(before.Stems.Select(s => (s.Id, s.Decision)), Plan(pinned).Stems.Select(s => (s.Id, s.Decision)));
        Assert.Equal(before.Counts.BudsLeft, Plan(pinned).Counts.BudsLeft);
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Turning_a_vine_turns_its_plan_and_mirroring_mirrors_it(int seed)
    {
        var survey = Random(seed);
        JsonObject With(Func<double, double> turn)
        {
            var copy = (JsonObject)survey.DeepClone();
            foreach (var stem in copy["stems"]!.AsArray().OfType<JsonObject>())
            {
                stem["clock"] = (turn((double)stem["clock"]!.AsValue()) % 12) is var c && c <= 1e-9 ? 12 : c;
            }

            return copy;
        }

        static IEnumerable<(string, Decision)> Decisions(PlanDocument plan) =>
            plan.Stems.Select(s => (s.Id.Value, s.Decision));
        var plan = Plan(survey);
        Assert.Equal(Decisions(plan), Decisions(Plan(With(c => 24 - c))));
        if ((string)survey["vine"]!["system"]! != "long-cane")
        {
            // Which side of the row a long cane goes to is told by left and right, so it is not turned.
            Assert.Equal(Decisions(plan), Decisions(Plan(With(c => c + 2.5))));
        }
    }

    /// <summary>
    /// The contract: every stem decided once, one step per removal, nothing kept on what goes, buds as they add up.
    /// </summary>
    [Theory]
    [MemberData(nameof(Seeds))]
    public void Every_plan_holds_together(int seed)
    {
        var survey = Random(seed);
        var plan = Plan(survey);
        var stems = survey["stems"]!.AsArray().ToDictionary(s => (string)s!["id"]!, s => s!);
        var decided = plan.Stems.ToDictionary(s => s.Id.Value, s => s.Decision);
        Assert.Equal(stems.Keys.Order(StringComparer.Ordinal), plan.Stems.Select(s => s.Id.Value));
        foreach (var (id, stem) in stems)
        {
            var parent = (string)stem["parent"]!;
            var steps = plan
                .Steps.Where(s => s.Stem == id && s.Action is StepAction.Remove or StepAction.RubOff && s.Stem == id)
                .ToArray();
            if (stems.ContainsKey(parent) && decided[parent] == Decision.Remove)
            {
                Assert.Equal(Decision.Remove, decided[id]);
                Assert.Empty(steps);
            }

            Assert.True(steps.Length <= (decided[id] == Decision.Remove ? 1 : 0), id);
            Assert.True(
                decided[id] != Decision.Shorten || plan.Steps.Count(s => s.Stem == id && s.Cut is not null) == 1,
                id
            );
            Assert.False(
                plan.Stem(id).Verdict == Verdict.Soft && decided[id] == Decision.Remove && steps.Length > 0,
                $"{id} is soft and stays"
            );
        }

        var buds = plan.Vine!.Positions.Sum(p => p.Buds);
        Assert.True(plan.Counts.BudsLeft >= buds);
        Assert.Equal(Enumerable.Range(1, plan.Steps.Count), plan.Steps.Select(s => s.N));
        Assert.Equal(plan.Steps.Select(s => s.Stage).Order(), plan.Steps.Select(s => s.Stage));

        // Spurs that stay along an arm are never closer than a fist (common practice, no source).
        foreach (var arm in new[] { "L", "R" })
        {
            var at = plan.Vine!.Positions.Where(p =>
                    p.Shoot is not null && p.Id.Value.StartsWith(arm, StringComparison.Ordinal)
                )
                .Select(p => p.Along)
                .Order()
                .ToArray();
            Assert.All(at.Zip(at.Skip(1)), x => Assert.True(x.Second - x.First >= 100 - 0.1));
        }
    }
}
