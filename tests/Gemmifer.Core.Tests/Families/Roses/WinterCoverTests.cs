using System.Text.Json.Nodes;
using Gemmifer.Core.Plans;

namespace Gemmifer.Core.Tests.Families.Roses;

/// <summary>
/// Covering for the winter and uncovering in steps. Common practice, no source: after the first hard frosts, never on
/// warm soil; off in steps, gently, as the frosts end; nothing is cut before.
/// </summary>
public class WinterCoverTests
{
    private static JsonObject Of(
        string task,
        string date,
        string kind = "rose.hybrid-tea",
        params JsonObject[] stems
    ) =>
        Surveys
            .Of(stems)
            .Plant("kind", kind)
            .With("task", task)
            .With("date", date)
            .With(
                "place",
                new JsonObject
                {
                    ["hemisphere"] = "north",
                    ["lastFrost"] = "04-20",
                    ["firstFrost"] = "10-15",
                }
            );

    private static string Text(PlanDocument plan) => string.Join('\n', plan.Steps.Select(s => s.Said.Text));

    [Theory]
    [InlineData("cover", "2027-09-01", "2027-10-25")]
    [InlineData("cover", "2027-10-30", null)]
    [InlineData("cover", "2027-11-29", null)]
    [InlineData("cover", "2028-02-10", "2028-10-25")]
    [InlineData("uncover", "2027-12-24", "2028-03-27")]
    [InlineData("uncover", "2028-03-28", null)]
    [InlineData("uncover", "2028-06-01", "2029-03-27")]
    public void It_has_its_season_and_waits_for_it(string task, string date, string? waits)
    {
        var plan = Surveys.Plan(Of(task, date, "rose.hybrid-tea", Surveys.Cane("A", 3)));
        Assert.Equal(waits is null, plan.Steps.Any(s => s.Stage != Stage.Return));
        Assert.Equal(waits is not null, plan.Warnings.Any(w => w.Code == "season"));
        if (waits is not null)
        {
            Assert.Equal(DateOnly.Parse(waits), plan.Steps.Min(s => s.Due));
        }

        // Wanted all the same, it is done on the day.
        Assert.Contains(
            Surveys.Plan(Of(task, date, "rose.hybrid-tea", Surveys.Cane("A", 3)).With("anyway", true)).Steps,
            s => s.Stage != Stage.Return && s.Due == DateOnly.Parse(date)
        );
    }

    [Fact]
    public void The_south_is_half_a_year_later()
    {
        var south = Of("cover", "2027-05-10", "rose.hybrid-tea", Surveys.Cane("A", 3))
            .With(
                "place",
                new JsonObject
                {
                    ["hemisphere"] = "south",
                    ["lastFrost"] = "10-20",
                    ["firstFrost"] = "04-15",
                }
            );
        Assert.Contains(Surveys.Plan(south).Steps, s => s.Stage == Stage.Train);
        Assert.DoesNotContain(Surveys.Plan(south.With("date", "2027-11-10")).Steps, s => s.Stage == Stage.Train);
    }

    [Theory]
    [InlineData("rose.hybrid-tea", 0, "mulch", "raffia", "stake")]
    [InlineData("rose.hybrid-tea", 900, "straw", "stake", "mulch")]
    [InlineData("rose.weeping-standard", 1200, "straw", "stake", "mulch")]
    [InlineData("rose.climber", 0, "Untie", "mulch", "stake")]
    public void What_is_covered_is_where_the_union_is(string kind, double union, string has, string too, string not)
    {
        var plan = Surveys.Plan(Of("cover", "2027-11-01", kind, Surveys.Cane("A", 3)).Plant("unionHeight", union));
        Assert.Contains(has, Text(plan));
        Assert.Contains(too, Text(plan));
        Assert.DoesNotContain(not, Text(plan));
        Assert.All(plan.Stems, s => Assert.Equal(Decision.Untouched, s.Decision));
        Assert.DoesNotContain(plan.Steps, s => s.Cut is not null);
        Assert.Contains("puncture", plan.Steps[0].Caution);
    }

    /// <summary>Strain of a quarter of a circle, diameter / (2 radius): beam theory of Euler and Bernoulli.</summary>
    [Fact]
    public void Canes_too_stiff_to_bend_stay_where_they_are_tied()
    {
        // 40 mm at 0.012 bends to 1,667 mm: a quarter of that circle is 2,618 mm long. 10 mm at 0.05: 157 mm.
        var plan = Surveys.Plan(
            Of(
                "cover",
                "2027-11-01",
                "rose.climber",
                Surveys.Cane("A", 3, 10, 1, 2000),
                Surveys.Cane("B", 6, 40, 8, 2600),
                Surveys.Cane("C", 9, 40, 8, 2640)
            )
        );
        Assert.Contains("Untie A and C and bind them together", Text(plan));
        Assert.Contains("B is too stiff to bend: left where tied.", Text(plan));
    }

    [Fact]
    public void It_comes_off_in_steps_a_week_apart_and_what_the_frost_took_is_looked_for()
    {
        var plan = Surveys.Plan(
            Of(
                "uncover",
                "2028-03-28",
                "rose.climber",
                Surveys.Cane("A", 3, 12, 1, 2000),
                Surveys.Cane("B", 6, 5, 1, 900)
            )
        );
        Assert.Equal([28, 4, 11, 11, 11, 11], plan.Steps.Where(s => s.Stage != Stage.Return).Select(s => s.Due.Day));
        Assert.Contains("Look at B first", Text(plan));
        Assert.Contains(plan.Steps, s => s.Action == StepAction.Check && s.Text.Text.StartsWith("Scratch each cane"));

        // Begun late, it is all done by the end of its days, in the same order.
        var late = Surveys.Plan(Of("uncover", "2028-04-18", "rose.climber", Surveys.Cane("A", 3)));
        Assert.All(late.Steps, s => Assert.InRange(s.Due, new DateOnly(2028, 4, 18), new DateOnly(2028, 4, 23)));
        Assert.Equal(late.Steps.Select(s => s.Due).Order(), late.Steps.Select(s => s.Due));
    }

    [Theory]
    [InlineData("cover")]
    [InlineData("uncover")]
    public void No_step_says_more_than_can_be_read_at_a_glance_and_no_canes_need_be_known(string task)
    {
        foreach (var kind in Gemmifer.Core.Plants.PlantKinds.All.Where(k => k.Id.StartsWith("rose")))
        {
            var plan = Surveys.Plan(Of(task, task == "cover" ? "2027-11-01" : "2028-04-01", kind.Id));
            Assert.NotEmpty(plan.Steps);
            Assert.All(plan.Steps, s => Assert.InRange(StepWords.Count(s.Text.Text), 1, StepWords.Most));
        }
    }
}
