using System.Text.Json.Nodes;
using Gemmifer.Core.Families.Vines;
using Gemmifer.Core.Plans;
using static Gemmifer.Core.Tests.Families.Vines.VineSurveys;

namespace Gemmifer.Core.Tests.Families.Vines;

/// <summary>Permanent arms, pins on old spurs, and what a row carries (common practice, no source).</summary>
public sealed class PermanentArmTests
{
    public static TheoryData<int> Seeds => Gemmifer.Core.Tests.Seeds.Of(300);

    [Theory]
    [InlineData(220)]
    [InlineData(300)]
    [InlineData(440)]
    public void The_places_of_a_weak_vines_arms_stay_with_a_bud_each(double grams)
    {
        // Six places on either arm; the prunings allow for 15, 20 and 29 buds.
        var plan = Planner.Plan(Surveys.Read(Cordon(6, Facts("cordon", grams))));
        var kept = plan.Vine!.Positions.Where(p => p.Shoot is not null).ToArray();
        Assert.Equal(12, kept.Length);
        Assert.All(kept, p => Assert.InRange(p.Buds, 1, 2 + (p.Doubt ? 1 : 0) + (grams > 400 ? 1 : 0)));
    }

    [Fact]
    public void A_vine_with_less_than_a_bud_to_a_place_keeps_as_many_as_it_has_buds()
    {
        var plan = Planner.Plan(Surveys.Read(Cordon(6, Facts("cordon", 100))));
        var kept = plan.Vine!.Positions.Where(p => p.Shoot is not null).ToArray();
        Assert.Equal(7, kept.Length);
        Assert.All(kept, p => Assert.Equal(1, p.Buds));
    }

    [Theory]
    [InlineData("L1")]
    [InlineData("L3")]
    [InlineData("R6")]
    public void A_word_on_an_old_spur_keeps_its_place(string spur)
    {
        // Six buds to the metre leave room for few places.
        var survey = Cordon(6, Facts("cordon", null, 1200));
        survey["vine"]!["rule"] = "metre";
        survey["vine"]!["perMetre"] = 6;
        foreach (var stem in survey["stems"]!.AsArray().OfType<JsonObject>().Where(s => (string)s["id"]! == spur))
        {
            stem["pin"] = "keep";
        }

        var plan = Planner.Plan(Surveys.Read(survey));
        Assert.NotEqual(Decision.Remove, plan.Stem(spur).Decision);
        Assert.NotNull(plan.Vine!.Positions.Single(p => p.Id == spur).Shoot);
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Shoots_and_crop_are_never_more_than_the_row_carries(int seed)
    {
        var survey = Surveys.Read(Random(seed));
        var plan = Planner.Plan(survey);
        var carries = (int)Math.Floor((25 * survey.Vine!.SpacingMm / 1000) + 1e-9);
        Assert.True(plan.Forecast.Shoots <= carries);
        if (plan.Vine?.Crop is { } crop)
        {
            var kind = VineRules.Kind(survey.Plant.Kind.Id);
            Assert.True(crop.Shoots[1] <= carries);
            Assert.True(crop.Clusters[1] <= Math.Ceiling(carries * kind.Clusters.Most));
            Assert.True(crop.PerMetre <= 25);
        }
    }
}
