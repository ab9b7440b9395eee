using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plans;

namespace Gemmifer.Core.Tests.Plans;

public class WordingTests
{
    [Theory]
    [InlineData(12, "12 o'clock")]
    [InlineData(4.5, "half past 4")]
    [InlineData(0.4, "half past 12")]
    [InlineData(11.9, "12 o'clock")]
    [InlineData(6.7, "half past 6")]
    [InlineData(6.8, "7 o'clock")]
    public void Bearings_are_said_to_the_half_hour(double clock, string words) =>
        Assert.Equal(words, Wording.Clock(Bearing.FromClock(clock)));

    [Fact]
    public void Lengths_are_written_so_that_a_screen_can_change_the_units()
    {
        Assert.Equal(
            ("456 mm", "5.5 mm", "7 mm"),
            (
                Sentence.Plain(Wording.Mm(455.6)),
                Sentence.Plain(Wording.Thickness(5.5)),
                Sentence.Plain(Wording.Thickness(7))
            )
        );
        Assert.Equal(("33 %", "0.34"), (Wording.Percent(0.332), Wording.Number(0.34)));
    }

    [Theory]
    [InlineData("", new string[0])]
    [InlineData("A", new[] { "A" })]
    [InlineData("A and B", new[] { "A", "B" })]
    [InlineData("A, B and C", new[] { "A", "B", "C" })]
    public void Lists_read_as_people_say_them(string words, string[] items) => Assert.Equal(words, Wording.List(items));

    [Theory]
    [InlineData(20, Tool.Secateurs)]
    [InlineData(20.1, Tool.Loppers)]
    [InlineData(45, Tool.Loppers)]
    [InlineData(45.1, Tool.Saw)]
    public void Tools_have_their_limits(double diameter, Tool tool) => Assert.Equal(tool, ToolRack.For(diameter));

    [Fact]
    public void Every_sentence_of_a_plan_is_a_sentence_without_an_exclamation_mark()
    {
        for (var seed = 1; seed <= 40; seed++)
        {
            var plan = Surveys.Plan(Surveys.Random(seed));
            var texts = plan
                .Steps.SelectMany(s => new[] { s.Text.Text, s.Caution })
                .Concat(plan.Stems.SelectMany(s => s.Reasons.Select(r => r.Text.Text).Append(s.Flips?.Text)))
                .Concat(plan.Warnings.Select(w => w.Text.Text))
                .Concat(plan.AskFor.Select(q => q.Text.Text))
                .OfType<string>();
            Assert.All(texts, t =>
            {
                Assert.EndsWith(".", t, StringComparison.Ordinal);
                Assert.DoesNotContain("!", t, StringComparison.Ordinal);
                Assert.DoesNotContain("  ", t, StringComparison.Ordinal);
                Assert.DoesNotMatch("NaN|∞|-0 mm|System\\.", t);
            });
        }
    }

    [Fact]
    public void The_usual_cautions_are_never_missing()
    {
        var sick = Surveys.Cane("B", 8, 60).Seen("canker");
        var plan = Surveys.Plan(Surveys.Of(Surveys.Cane("A", 4), sick));
        Assert.Contains("eyes", plan.Steps[0].Caution, StringComparison.Ordinal);
        Assert.Contains("tetanus", plan.Steps[0].Caution, StringComparison.Ordinal);
        Assert.Contains("flame", plan.Steps[0].Caution, StringComparison.Ordinal);
        Assert.Contains("Undercut", plan.Step("B").Caution, StringComparison.Ordinal);
        Assert.Contains("local rules", plan.Step("B").Caution, StringComparison.Ordinal);
    }
}
