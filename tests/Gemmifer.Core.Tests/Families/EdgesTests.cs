using System.Text.Json.Nodes;

namespace Gemmifer.Core.Tests.Families;

/// <summary>What a decision hangs on, within what was measured.</summary>
public class EdgesTests
{
    private static JsonObject Spread(double? diameter = null, double? length = null, double? clock = null)
    {
        var spread = new JsonObject();
        foreach (var (name, sd) in new[] { ("diameter", diameter), ("length", length), ("clock", clock) })
        {
            if (sd is not null)
            {
                spread[name] = sd;
            }
        }

        return spread;
    }

    private static JsonObject Bush(JsonObject x) =>
        Surveys.Of([
            .. new[] { 2.0, 4, 6, 8, 10, 11 }.Select((c, i) => Surveys.Cane($"{(char)('A' + i)}", c, 14, 2, 1200, 22)),
            x,
        ]);

    [Fact]
    public void A_cane_near_the_thin_limit_hangs_on_its_own_thickness_which_is_asked_for_first()
    {
        var cane = Surveys.Cane("X", 0.7, 7.1, 2, 1200, 22);
        var plan = Surveys.Plan(Bush(cane.With("spread", Spread(diameter: 3))));
        var x = plan.Stem("X");
        Assert.False(x.Sure);
        Assert.Equal(("X", "diameter"), (x.HangsOn!.Stem, x.HangsOn.Field));
        Assert.Equal("It hangs on its thickness (4.1 to 10.1 mm).", x.HangsOn.Text.Text);
        Assert.Equal(("X", "diameter"), (plan.AskFor[0].Stem, plan.AskFor[0].What));
        Assert.StartsWith("Measure the thickness of X again", plan.AskFor[0].Text.Text);
        Assert.Contains(plan.AskFor[0].Tried, t => t.Changes > 0);
        Assert.Contains(plan.Stems, s => s.Sure == true);

        // Measured well, all stands.
        plan = Surveys.Plan(Bush(cane.With("diameter", 14).With("spread", Spread(diameter: 0.2))));
        Assert.All(plan.Stems, s => Assert.True(s.Sure));
        Assert.All(plan.Stems, s => Assert.Null(s.HangsOn));
    }

    [Fact]
    public void What_cannot_be_planned_for_sure_is_not_called_sure()
    {
        var survey = Bush(Surveys.Cane("X", 0.7, 7.1, 2, 1200, 22).With("spread", Spread(diameter: 3)));
        var plan = new Gemmifer.Core.Families.Edges(Surveys.Read(survey), _ => null).Weigh(
            Surveys.Plan(survey),
            TestContext.Current.CancellationToken
        );
        Assert.All(plan.Stems, s => Assert.Null(s.Sure));
    }

    [Fact]
    public void Without_a_spread_nothing_is_said_of_it()
    {
        var survey = Bush(Surveys.Cane("X", 0.7, 7.1, 2, 1200, 22));
        var json = System.Text.Encoding.UTF8.GetString(Surveys.Plan(survey).ToJson());
        Assert.All(Surveys.Plan(survey).Stems, s => Assert.Null(s.Sure));
        Assert.DoesNotContain("\"hangsOn\"", json);
        foreach (var stem in survey["stems"]!.AsArray())
        {
            stem!["spread"] = Spread(0, 0, 0);
        }

        Assert.Equal(json, System.Text.Encoding.UTF8.GetString(Surveys.Plan(survey).ToJson()));
    }

    public static TheoryData<int> Seeds => Gemmifer.Core.Tests.Seeds.Of(40);

    /// <summary>What is said is true: at one of the edges that are named the decision is another.</summary>
    [Theory]
    [MemberData(nameof(Seeds))]
    public void What_a_decision_is_said_to_hang_on_moves_it(int seed)
    {
        var survey = Surveys.Varied(seed + 60);
        var random = new Random(seed);
        foreach (var stem in survey["stems"]!.AsArray())
        {
            stem!["spread"] = Spread(
                (double)stem["diameter"]! * 0.15,
                (double)stem["length"]! * 0.04,
                0.1 + (random.NextDouble() * 0.5)
            );
        }

        var plan = Surveys.Plan(survey);
        if (!plan.Optimal)
        {
            return;
        }

        foreach (var stem in plan.Stems)
        {
            // Where an edge could not be planned for sure, nothing is said.
            Assert.Equal(stem.Sure == false, stem.HangsOn is not null);
            if (stem.HangsOn is not { Stem: { } of, Field: { } field, From: { } from, To: { } to })
            {
                continue;
            }

            var others = new[] { from, to }.Select(edge =>
            {
                var changed = (JsonObject)survey.DeepClone();
                changed["stems"]!.AsArray().Single(s => (string)s!["id"]! == of)![field] = edge;
                return Surveys.Plan(changed).Stem(stem.Id).Decision;
            });
            Assert.Contains(others, d => d != stem.Decision);
        }

        // The same survey gives the same plan.
        Assert.Equal(plan.ToJson(), Surveys.Plan(survey).ToJson());
    }
}
