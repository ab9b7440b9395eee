using System.Text.Json.Nodes;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Stems;

namespace Gemmifer.Core.Tests.Families.Roses;

/// <summary>
/// A cane that grows through a centre that is to be open is turned, taken or tolerated, and named (common practice, no
/// source).
/// </summary>
public sealed class CentreTests
{
    public static TheoryData<int> Seeds => Gemmifer.Core.Tests.Seeds.Of(120);

    private static JsonObject Cane(string id, double clock, double diameter = 14, int age = 2) =>
        Surveys.Cane(id, clock, diameter, age, 1200, 24);

    /// <summary>A cane that starts on the far side of the crown and leans across it.</summary>
    private static JsonObject Across(double radius, double lean) =>
        Surveys.Cane("X", 6, 14, 2, 1200, lean).With("baseClock", 12).With("radius", radius).With("tipLean", lean);

    [Fact]
    public void Where_it_crosses_the_crowns_axis_follows_from_its_lean()
    {
        // A straight cane that leans 30 degrees stands over the axis after radius / sin 30.
        var survey = Surveys.Read(Surveys.Of(Across(150, 30), Cane("A", 3)));
        var tree = StemTree.Build(survey.Stems, survey.Plant);
        Assert.Equal(300, tree.ThroughCentreAt(tree.ById[new("X")])!.Value, 3);
        Assert.Null(tree.ThroughCentreAt(tree.ById[new("A")]));
    }

    [Fact]
    public void A_cane_too_short_to_reach_the_centre_does_not_grow_through_it()
    {
        var survey = Surveys.Read(Surveys.Of(Across(150, 30).With("length", 290), Cane("A", 3)));
        var tree = StemTree.Build(survey.Stems, survey.Plant);
        Assert.Null(tree.ThroughCentreAt(tree.ById[new("X")]));
    }

    [Theory]
    [InlineData(250, "turned")]
    [InlineData(60, "taken")]
    public void It_is_turned_where_it_can_be_cut_before_it_gets_there(double radius, string what)
    {
        var others = new[] { 1.8, 3.6, 5.4, 7.2, 9 }.Select((c, i) => Cane($"{(char)('A' + i)}", c));
        var plan = Surveys.Plan(Surveys.Of([.. others, Across(radius, 22)]));
        var cane = plan.Stem("X");
        if (what == "turned")
        {
            Assert.Equal(Decision.Shorten, cane.Decision);
            Assert.Contains(cane.Reasons, r => r.Rule == "centre" && r.Text.Text.Contains("its own side"));
        }
        else
        {
            Assert.Equal(Decision.Remove, cane.Decision);
        }
    }

    [Fact]
    public void Of_three_canes_it_is_tolerated_and_named()
    {
        var plan = Surveys.Plan(Surveys.Of(Cane("A", 4), Cane("B", 8), Across(40, 20)));
        Assert.NotEqual(Decision.Remove, plan.Stem("X").Decision);
        Assert.Contains(plan.Stem("X").Reasons, r => r.Rule == "centre" && r.Text.Text.Contains("tolerated"));
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Every_cane_through_the_centre_says_what_becomes_of_it(int seed)
    {
        var random = new Random(seed);
        var survey = Surveys.Exactly(seed, 6);
        foreach (
            var stem in survey["stems"]!.AsArray().OfType<JsonObject>().Where(s => (string)s["parent"]! == "crown")
        )
        {
            var away = random.Next(3) == 0;
            stem["radius"] = random.Next(10, 220);
            stem["baseClock"] = away ? (((double)stem["clock"]! + 5.9) % 12) + 0.1 : (double)stem["clock"]!;
        }

        var read = Surveys.Read(survey);
        var plan = Planner.Plan(read);
        var tree = StemTree.Build(read.Stems, read.Plant);
        var kept = plan.Stems.Where(s => s.Decision is Decision.Keep or Decision.Shorten).ToDictionary(s => s.Id);
        foreach (var stem in tree.Stems.Where(s => kept.ContainsKey(s.Id) && s.RadiusMm >= 20 && s.Pin is null))
        {
            var said = kept[stem.Id].Reasons.Where(r => r.Rule == "centre").ToArray();
            if (tree.ThroughCentreAt(stem) is not { } crosses || !read.School.CentreOpen)
            {
                Assert.Empty(said);
                continue;
            }

            var cut = plan.Steps.FirstOrDefault(s => s.Stem == stem.Id && s.Cut is not null)?.Cut;
            var (from, to) =
                cut is null ? (stem.LengthMm, stem.LengthMm)
                : cut.At is { } at ? (at, at)
                : (cut.Bud!.Window![0], cut.Bud.Window[1]);
            var text = Assert.Single(said).Text.Text;
            Assert.Equal(from <= crosses + 0.1, text.Contains("own side"));
            Assert.Equal(to > crosses + 0.1 && from <= crosses + 0.1, text.Contains("Choose a bud below"));
        }
    }
}
