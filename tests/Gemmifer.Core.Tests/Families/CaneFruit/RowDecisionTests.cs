using System.Text.Json.Nodes;
using Gemmifer.Core.Plans;
using static Gemmifer.Core.Tests.Families.CaneFruit.RowPlanTests;
using static Gemmifer.Core.Tests.Surveys;

namespace Gemmifer.Core.Tests.Families.CaneFruit;

/// <summary>Decisions on rows that an experienced grower would sign (common practice, no source).</summary>
public class RowDecisionTests
{
    private static JsonObject Canes(string kind, string date, params JsonObject[] canes) =>
        Of(canes).Plant("kind", kind).With("date", date);

    private static JsonObject Wires(JsonObject row, params double[] heights)
    {
        row["support"] = new JsonObject
        {
            ["kind"] = "wires",
            ["width"] = 4000,
            ["height"] = heights.Max(),
            ["y"] = 0,
            ["wires"] = new JsonArray([.. heights.Select(h => new JsonObject { ["height"] = h })]),
        };
        return row;
    }

    [Theory]
    [InlineData("2027-11-20")]
    [InlineData("2027-12-28")]
    public void Canes_that_are_mown_this_winter_are_neither_thinned_nor_tied_first(string date)
    {
        var plan = Plan(Row("raspberry.fall", date, spent: 0));
        Assert.DoesNotContain(plan.Steps, s => s.Action == StepAction.Tie || s.Class == CaneClass.Thin);
        var single = Plan(Canes("raspberry.fall", date, Cane("A", 12, 5, 1, 1500, 5), Cane("B", 6, 10, 1, 1500, 5)));
        Assert.DoesNotContain(single.Stems, s => s.Reasons.Any(r => r.Rule == "thinBelow"));
    }

    [Theory]
    [InlineData("north", "2027-11-20", "2027-12-21", "05-20")]
    [InlineData("north", "2027-11-20", "2027-12-21", "03-10")]
    [InlineData("south", "2027-05-20", "2027-06-20", "10-15")]
    public void Midwinter_is_midwinter_wherever_the_last_frost_falls(
        string hemisphere,
        string date,
        string due,
        string lastFrost
    )
    {
        var survey = Row("raspberry.fall", date, spent: 0);
        survey["place"] = new JsonObject { ["hemisphere"] = hemisphere, ["lastFrost"] = lastFrost };
        var plan = Plan(survey);
        Assert.Equal(due, plan.Steps.Single(s => s.Class == CaneClass.Mown).Due.ToString("yyyy-MM-dd"));
    }

    [Fact]
    public void Canes_led_to_a_wire_are_not_tipped_below_it_and_none_is_tied_above_its_tip()
    {
        foreach (var kind in new[] { "raspberry.summer", "blackberry.erect" })
        {
            var plan = Plan(Wires(Row(kind, height: 2000), 700, 1400));
            var tip = plan.Steps.First(s => s is { Action: StepAction.Tip, Stage: Stage.Shorten }).Cut!.At!.Value;
            Assert.Equal(1500, tip);
            Assert.All(plan.Steps.SelectMany(s => s.Ties), t => Assert.True(t.Z <= tip));
        }

        var high = Plan(Wires(Row("raspberry.summer", height: 2400), 900, 2200));
        Assert.All(high.Steps.SelectMany(s => s.Ties), t => Assert.Equal(900, t.Z));
    }

    [Theory]
    [InlineData("blackberry.erect")]
    [InlineData("raspberry.summer")]
    [InlineData("canefruit.unknown")]
    public void A_cane_that_has_fruited_is_spent(string kind) =>
        Assert.Equal(
            (Decision.Remove, "spent"),
            Plan(Canes(kind, "2027-02-20", Cane("A", 12, 10, 1, 1500, 5).Seen("fruited"), Cane("B", 6, 10, 1, 1500, 5)))
                .Stem("A")
                is var a
                ? (a.Decision, a.Reasons[0].Rule)
                : default
        );

    [Fact]
    public void In_the_year_two_crops_are_wanted_a_cane_that_fruited_at_its_tip_stays() =>
        Assert.NotEqual(
            Decision.Remove,
            Plan(
                    Canes("raspberry.fall", "2027-02-20", Cane("A", 12, 10, 1, 1500, 5).Seen("fruited"))
                        .With("school", "two-crops")
                )
                .Stem("A")
                .Decision
        );

    [Fact]
    public void A_cane_that_is_bare_in_winter_is_as_any_other_and_in_growth_it_is_looked_at()
    {
        Decision On(string date) =>
            Plan(Canes("raspberry.summer", date, Cane("A", 12, 10, 1, 1500, 5).Seen("not-leafing"))).Stem("A").Decision;
        Assert.NotEqual(Decision.Check, On("2027-02-20"));
        Assert.Equal(Decision.Check, On("2027-06-01"));
    }

    [Theory]
    [InlineData(400, "Pull or dig out what comes up more than 200 mm from the middle of the row.")]
    [InlineData(900, "Narrow the row: pull or dig out what comes up more than 225 mm from its middle.")]
    public void A_row_wider_than_usual_is_narrowed(double width, string text)
    {
        // 300 to 450 mm wide (extension leaflets, from memory).
        var survey = Row("raspberry.summer");
        survey["row"]!["width"] = width;
        Assert.Equal(text, Plan(survey).Steps.Single(s => s.Stage == Stage.Suckers).Text.Text);
    }

    [Fact]
    public void Trailing_canes_are_led_along_the_wires_by_their_length()
    {
        string Led(double height) =>
            Plan(
                Wires(Row("blackberry.trailing", first: 16, spent: 0, thin: 0, height: height, length: 9600), 900, 1500)
            )
                .Steps.Single(s => s.Action == StepAction.Tie)
                is var tie
                ? $"{tie.Text.Text} {tie.More?.Text}".Trim()
                : "";
        Assert.StartsWith("Lead the canes along the wires at 900 mm and 1500 mm, by turns to both sides: ", Led(1100));
        Assert.DoesNotContain("turns back", Led(1100));
        Assert.EndsWith("What is too long turns back along the next.", Led(3200));
    }
}
