using System.Text.Json.Nodes;
using Gemmifer.Core.Plans;

namespace Gemmifer.Core.Tests.Families.Roses;

/// <summary>
/// Which canes are next to go and what is kept in reserve (common practice, no source); last winter's naming weighs in.
/// </summary>
public sealed class NextWinterTests
{
    public static TheoryData<int> Seeds => Gemmifer.Core.Tests.Seeds.Of(150);

    private static JsonObject Bush(params JsonObject[] stems) => Surveys.Of(stems).With("school", "renewal-by-age");

    private static JsonObject Cane(string id, double clock, int age, double diameter = 14) =>
        Surveys.Cane(id, clock, diameter, age, 1200, 24);

    [Fact]
    public void An_old_cane_with_a_cane_of_one_season_beside_it_is_kept_in_reserve_and_then_goes()
    {
        var plan = Surveys.Plan(
            Bush(
                    Cane("A", 1, 4).Seen("productive"),
                    Cane("B", 2, 1),
                    Cane("C", 5, 2),
                    Cane("D", 8, 2),
                    Cane("E", 10.5, 2)
                )
                .With("school", "light-hand")
        );
        Assert.NotEqual(Decision.Remove, plan.Stem("A").Decision);
        var next = Assert.Single(plan.Forecast.Next);
        Assert.Equal(("A", "B", true), (next.Stem, next.Successor, next.Reserve));
        Assert.Equal("A is kept in reserve until B has proved itself; then it is next to go.", next.Text.Text);
        Assert.Equal("B", plan.Stem("A").Successor);
    }

    [Fact]
    public void Without_a_young_cane_beside_it_the_oldest_waits_for_one()
    {
        var plan = Surveys.Plan(
            Bush(
                Cane("A", 1, 7).Seen("productive"),
                Cane("C", 5, 7).Seen("productive"),
                Cane("D", 8, 6).Seen("productive"),
                Cane("E", 10.5, 6).Seen("productive")
            )
        );
        var next = Assert.Single(plan.Forecast.Next);
        Assert.Null(next.Successor);
        Assert.Contains("once a young cane beside it can take its place", next.Text.Text);
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void What_is_next_to_go_stays_this_winter_and_so_does_its_successor(int seed)
    {
        foreach (var school in new[] { "renewal-by-age", "open-bowl", "light-hand" })
        {
            var survey = Surveys.Read(Surveys.Exactly(seed, 8).With("school", school));
            var plan = Planner.Plan(survey);
            var stems = survey.Stems.ToDictionary(s => s.Id);
            foreach (var next in plan.Forecast.Next)
            {
                Assert.Contains(plan.Stem(next.Stem).Decision, new[] { Decision.Keep, Decision.Shorten });
                Assert.True(stems[next.Stem].Age + 1 >= survey.Plant.Kind.OldFrom);
                if (next.Successor is { } young)
                {
                    Assert.Contains(plan.Stem(young).Decision, new[] { Decision.Keep, Decision.Shorten });
                    Assert.True(stems[young].Age < stems[next.Stem].Age);
                    Assert.Equal(stems[young].Age == 1, next.Reserve);
                }
            }

            var old = survey.Stems.Count(s =>
                s.TopLevel
                && s.Age + 1 >= survey.Plant.Kind.OldFrom
                && plan.Stem(s.Id).Decision is Decision.Keep or Decision.Shorten
            );
            Assert.True(plan.Forecast.Next.Count <= Math.Max(1, (int)(survey.School.OldShare * old)));
        }
    }

    [Fact]
    public void Of_two_alike_the_one_that_was_named_goes_and_says_so()
    {
        JsonObject[] stems =
        [
            Cane("A", 1, 5),
            Cane("B", 2.6, 5),
            Cane("C", 5, 2),
            Cane("D", 7.5, 2),
            Cane("E", 10, 1),
            Cane("F", 3.9, 1),
        ];
        foreach (var named in new[] { 0, 1 })
        {
            JsonObject[] told = [.. stems.Select((s, i) => i == named ? s.With("named", "next") : s)];
            var plan = Surveys.Plan(Bush(told));
            Assert.Equal(Decision.Remove, plan.Stem(named == 0 ? "A" : "B").Decision);
            Assert.NotEqual(Decision.Remove, plan.Stem(named == 0 ? "B" : "A").Decision);
        }
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Naming_what_goes_anyway_or_what_stays_anyway_changes_nothing(int seed)
    {
        var survey = Surveys.Exactly(seed, 7).With("school", "renewal-by-age");
        var before = Surveys.Plan(survey);
        if (!before.Optimal)
        {
            return;
        }

        var named = (JsonObject)survey.DeepClone();
        foreach (var stem in named["stems"]!.AsArray().OfType<JsonObject>())
        {
            switch (before.Stem((string)stem["id"]!).Decision)
            {
                case Decision.Remove:
                    stem["named"] = "next";
                    break;
                case Decision.Keep or Decision.Shorten:
                    stem["named"] = "successor";
                    break;
            }
        }

        var after = Surveys.Plan(named);
        Assert.Equal(before.Stems.Select(s => (s.Id, s.Decision)), after.Stems.Select(s => (s.Id, s.Decision)));
    }
}
