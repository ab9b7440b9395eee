using System.Text.Json.Nodes;
using Gemmifer.Core.Families.CaneFruit;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Plants;
using static Gemmifer.Core.Tests.Surveys;

namespace Gemmifer.Core.Tests.Families.CaneFruit;

/// <summary>
/// Rows of cane fruit: canes out and to keep, tips, side shoots (common practice, no source; densities from extension
/// leaflets, from memory).
/// </summary>
public class RowPlanTests
{
    internal static JsonObject Row(
        string kind,
        string date = "2027-02-20",
        int first = 60,
        int second = 0,
        int spent = 44,
        int thin = 12,
        double? height = 1700,
        double length = 4000
    )
    {
        var survey = Of().Plant("kind", kind).With("date", date);
        survey["row"] = new JsonObject
        {
            ["length"] = length,
            ["width"] = 400,
            ["firstYear"] = first,
            ["secondYear"] = second,
            ["spent"] = spent,
            ["thin"] = thin,
            ["meanHeight"] = height,
        };
        return survey;
    }

    private static string[] Returns(PlanDocument plan, StepAction action) =>
        [
            .. plan
                .Steps.Where(s => s.Stage == Stage.Return && s.Action == action)
                .Select(s => s.Due.ToString("yyyy-MM-dd")),
        ];

    [Fact]
    public void Summer_raspberries_lose_spent_and_thin_canes_and_are_tipped()
    {
        var plan = Plan(Row("raspberry.summer"));
        Assert.Equal((48, 56, 0), (plan.Counts.Kept, plan.Counts.Removed, plan.Counts.Left));
        Assert.Equal("60 − 12 thin = 48; room for 15 × 4 m = 60; 48 stay", plan.Counts.Arithmetic);
        Assert.Equal(12, plan.Row!.PerMetre);
        var tip = plan.Steps.Single(s => s.Action == StepAction.Tip);
        Assert.Equal((Stage.Shorten, CutPlace.Height), (tip.Stage, tip.Cut!.Where));
        Assert.InRange(tip.Cut.At!.Value, 1200, 1500);
        Assert.All(plan.Steps, s => Assert.Null(s.Stem));
        Assert.All(plan.Steps.Where(s => s.Action == StepAction.Remove), s =>
            Assert.Equal((CutPlace.Ground, 0), (s.Cut!.Where, s.Cut.At))
        );
        Assert.Equal([900], plan.Row!.Wires);
        var wired = Plan(
            Row("raspberry.summer")
                .With(
                    "support",
                    JsonNode.Parse(
                        """{ "kind": "wires", "width": 4000, "height": 1600, "wires": [{ "height": 1300 }, { "height": 700 }] }"""
                    )
                )
        );
        Assert.Equal([700, 1300], wired.Row!.Wires);
        Assert.All(wired.Steps.Single(s => s.Stage == Stage.Train).Ties, t =>
            Assert.Equal(t.Z == 700 ? "wire 2" : "wire 1", t.On)
        );
    }

    [Theory]
    [InlineData("raspberry.summer", 100, 4000, 60)]
    [InlineData("raspberry.black", 100, 3600, 32)]
    [InlineData("raspberry.purple", 100, 3600, 32)]
    [InlineData("blackberry.erect", 100, 4000, 24)]
    [InlineData("blackberry.trailing", 100, 4800, 16)]
    [InlineData("canefruit.unknown", 100, 4000, 60)]
    public void A_crowded_row_keeps_the_sturdiest_for_its_room(string kind, int first, double length, int stay)
    {
        var plan = Plan(Row(kind, first: first, thin: 0, length: length));
        Assert.Equal(stay, plan.Row!.Classes.Single(c => c.Name == CaneClass.Stay).Canes);
        Assert.Equal(first - stay, plan.Row!.Classes.Single(c => c.Name == CaneClass.Surplus).Canes);
        Assert.Equal(first + 44, plan.Counts.Kept + plan.Counts.Removed);
    }

    [Fact]
    public void Autumn_raspberries_go_to_the_ground_for_one_crop_or_stay_for_two()
    {
        var one = Plan(Row("raspberry.fall"));
        Assert.Equal((0, 104), (one.Counts.Kept, one.Counts.Removed));
        Assert.Single(one.Steps, s => s.Action == StepAction.Remove);
        var two = Plan(Row("raspberry.fall").With("school", "two-crops"));
        Assert.Equal((48, 56), (two.Counts.Kept, two.Counts.Removed));
        Assert.Null(two.Row!.Tip);
        Assert.Equal(
            [("one-crop", 0, 1), ("two-crops", 48, 2)],
            one.Row!.Compare.Select(c => (c.School, c.Kept, c.Crops.Count))
        );
        Assert.Equal(one.Row!.Compare.Select(c => c.Kept), two.Row!.Compare.Select(c => c.Kept));
        Assert.All(one.Row!.Compare.SelectMany(c => c.Crops), c => Assert.True(c.From < c.To));
    }

    [Fact]
    public void In_growth_autumn_canes_carry_the_crop_and_are_left_until_midwinter()
    {
        var plan = Plan(Row("raspberry.fall", "2027-07-20", first: 40, spent: 5, thin: 0));
        Assert.Equal((0, 40, 5), (plan.Counts.Kept, plan.Counts.Left, plan.Counts.Removed));
        Assert.Equal(["2027-12-21"], Returns(plan, StepAction.Do));
        Assert.Contains("season", plan.Warnings.Select(w => w.Code));
    }

    [Theory]
    [InlineData("raspberry.black", 600, 1200, "2027-06-04")]
    [InlineData("raspberry.purple", 600, 1200, "2027-06-09")]
    [InlineData("blackberry.erect", 1200, 1500, "2027-06-24")]
    public void Branching_kinds_are_tipped_in_early_summer_and_shortened_in_winter(
        string kind,
        double from,
        double to,
        string due
    )
    {
        var plan = Plan(Row(kind, height: null));
        Assert.InRange(plan.Row!.Tip!.Height, from, to);
        Assert.Equal([due], Returns(plan, StepAction.Tip));
        var laterals = plan.Steps.Single(s => s.Stage == Stage.Laterals);
        Assert.InRange(laterals.Cut!.At!.Value, plan.Row!.Laterals![0], plan.Row!.Laterals![1]);
    }

    [Fact]
    public void Strong_blackberries_may_be_tipped_at_1_8_metres()
    {
        Assert.Equal(1800, Plan(Row("blackberry.erect", height: 2200).Plant("vigour", "strong")).Row!.Tip!.Height);
        Assert.Equal(900, Plan(Row("raspberry.black", height: 2200).Plant("vigour", "strong")).Row!.Tip!.Height);
    }

    [Fact]
    public void Canes_in_their_fruiting_summer_stay_until_they_have_borne()
    {
        var plan = Plan(Row("raspberry.summer", "2027-06-20", first: 30, second: 40, spent: 0, thin: 0));
        Assert.Equal((70, 0), (plan.Counts.Kept, plan.Counts.Removed));
        Assert.Equal(["2027-07-29"], Returns(plan, StepAction.Do));
    }

    [Fact]
    public void A_row_with_nothing_but_thin_canes_is_not_emptied()
    {
        var plan = Plan(Row("raspberry.summer", first: 20, spent: 0, thin: 20));
        Assert.Equal((20, 0), (plan.Counts.Kept, plan.Counts.Removed));
        Assert.Contains("few-canes", plan.Warnings.Select(w => w.Code));
    }

    [Fact]
    public void The_unknown_type_gets_the_safe_rule_and_says_so()
    {
        var plan = Plan(Row("canefruit.unknown"));
        Assert.Equal((48, 56), (plan.Counts.Kept, plan.Counts.Removed));
        Assert.Contains(
            "At worst this autumn's crop is lost",
            plan.Warnings.Single(w => w.Code == "unknown-type").Text.Text
        );
        Assert.Equal(["2027-06-24", "2027-09-12"], Returns(plan, StepAction.Check));
        Assert.InRange(plan.Row!.Tip!.Height, 1200, 1500);
        Assert.Null(plan.Row!.Naming!.Type);
        Assert.IsType<SurveyReading.Invalid>(Reading(Row("canefruit.unknown").With("school", "two-crops")));
    }

    [Fact]
    public void What_was_seen_names_it_and_the_plan_says_so()
    {
        var survey = Row("canefruit.unknown");
        survey["row"]!["observations"] = JsonNode.Parse("""[{ "date": "2026-09-20", "what": "new-canes-fruited" }]""");
        var plan = Plan(survey);
        Assert.Equal(("raspberry.fall", "Autumn raspberry"), (plan.Row!.Naming!.Type, plan.Row!.Naming!.Name));
        Assert.Contains("autumn raspberry", plan.Warnings.Single(w => w.Code == "type").Text.Text);
    }

    [Theory]
    [InlineData("length", "0", "/row/length")]
    [InlineData("length", "null", "/row/length")]
    [InlineData("width", "-1", "/row/width")]
    [InlineData("firstYear", "-2", "/row/firstYear")]
    [InlineData("firstYear", "2.5", "/row/firstYear")]
    [InlineData("thin", "61", "/row/thin")]
    [InlineData("spent", "\"many\"", "/row/spent")]
    [InlineData("meanHeight", "0", "/row/meanHeight")]
    [InlineData("plants", "0", "/row/plants")]
    [InlineData("observations", "[{\"date\": \"2026-09-20\", \"what\": \"tasty\"}]", "/row/observations/0/what")]
    public void Bad_counts_are_refused_by_name(string field, string value, string path)
    {
        var survey = Row("raspberry.summer");
        survey["row"]![field] = JsonNode.Parse(value);
        Assert.Contains(path, Assert.IsType<SurveyReading.Invalid>(Reading(survey)).Errors.Select(e => e.Path));
    }

    [Fact]
    public void Cane_fruit_needs_a_row_or_canes_and_a_rose_is_not_planned_by_the_row()
    {
        Assert.Contains(
            "/stems",
            Assert
                .IsType<SurveyReading.Invalid>(Reading(Of().Plant("kind", "raspberry.summer")))
                .Errors.Select(e => e.Path)
        );
        var rose = Of().With("row", new JsonObject { ["length"] = 4000 });
        Assert.Contains("/stems", Assert.IsType<SurveyReading.Invalid>(Reading(rose)).Errors.Select(e => e.Path));
    }

    /// <summary>
    /// Canes noted one by one: spent out, thin out, the sturdiest of a plant stay, side shoots short.
    /// </summary>
    [Fact]
    public void Single_canes_are_decided_one_by_one()
    {
        var canes = Enumerable.Range(0, 8).Select(n => Cane($"{(char)('A' + n)}", n + 1, 9 + n, 1, 1200, 5)).ToList();
        canes.Add(Cane("S", 9, 14, 2, 1500, 5).Seen("fruited"));
        canes.Add(Cane("P", 10, 5, 1, 800, 5));
        canes.Add(Cane("X", 11, 15, 1, 1200, 5).With("deadFrom", 0));
        var lateral = new JsonObject
        {
            ["id"] = "H1",
            ["role"] = "lateral",
            ["parent"] = "H",
            ["at"] = 500,
            ["clock"] = 3,
            ["diameter"] = 6,
            ["age"] = 1,
            ["length"] = 700,
        };
        var plan = Plan(Of([.. canes, lateral]).Plant("kind", "blackberry.erect"));
        Assert.Equal(
            ["A", "B", "P", "S", "X"],
            plan.Stems.Where(s => s.Decision == Decision.Remove).Select(s => s.Id.Value)
        );
        Assert.Equal((Decision.Shorten, Stage.Laterals), (plan.Stem("H1").Decision, plan.Step("H1").Stage));
        Assert.Equal(Stage.Dead, plan.Step("X").Stage);
        Assert.Equal((6, 5), (plan.Counts.Kept, plan.Counts.Removed));
        Assert.All(plan.Stems.Where(s => s.Decision == Decision.Remove), s =>
            Assert.Single(plan.Steps, x => x.Stem == s.Id)
        );
    }

    [Fact]
    public void Every_kind_of_cane_fruit_is_served_by_a_school_of_its_own()
    {
        foreach (var kind in PlantKinds.All.Where(k => k.Family.Name == "cane-fruit"))
        {
            var (winter, summer) = (Plan(Row(kind.Id)), Plan(Row(kind.Id, "2027-07-01")));
            Assert.Equal(kind.DefaultSchool, winter.School);
            Assert.All(new[] { winter, summer }, p =>
                Assert.Equal(104, p.Counts.Kept + p.Counts.Removed + p.Counts.Left)
            );
            Assert.Equal(winter.ToJson(), Plan(Row(kind.Id)).ToJson());
        }
    }
}
