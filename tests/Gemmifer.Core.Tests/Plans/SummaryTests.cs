using System.Globalization;
using System.Text.RegularExpressions;
using Gemmifer.Core.Families.CaneFruit;
using Gemmifer.Core.Families.Vines;
using Gemmifer.Core.Plans;

namespace Gemmifer.Core.Tests.Plans;

/// <summary>How a plan turns out, in words, against its own counts.</summary>
public class SummaryTests
{
    public static TheoryData<int> Seeds => Gemmifer.Core.Tests.Seeds.Of(200);

    [Theory]
    [InlineData(6, 3, 0, "6 canes stay, 3 go")]
    [InlineData(8, 0, 0, "All 8 canes stay")]
    [InlineData(1, 0, 0, "The one cane stays")]
    [InlineData(1, 4, 1, "1 cane stays, 4 go, 1 waits")]
    [InlineData(0, 1, 2, "1 cane goes, 2 wait")]
    [InlineData(0, 0, 3, "3 canes wait")]
    [InlineData(0, 0, 1, "1 cane waits")]
    public void Counts_are_said_as_people_say_them(int kept, int removed, int left, string words) =>
        Assert.Equal(
            words,
            Wording.Outcome(new PlanCounts(kept, removed, left, 0, null, 0, null, null, null), "cane", "canes")
        );

    [Theory]
    [InlineData(29.9, "29 mm")]
    [InlineData(30, "30 mm")]
    [InlineData(119.9, "110 mm")]
    [InlineData(0, "0 mm")]
    public void A_least_distance_is_never_more_than_it_is(double mm, string words) =>
        Assert.Equal(words, new PlanSentence(Wording.AtLeast(mm)).Text.Text);

    /// <summary>Every number of the first sentence is one of the plan's own.</summary>
    [Theory]
    [MemberData(nameof(Seeds))]
    public void A_summary_says_what_the_plan_counts(int seed)
    {
        if (Surveys.Reading(SeededSurveys.Of(seed)) is not SurveyReading.Valid { Survey: var survey })
        {
            return;
        }

        var plan = Planner.Plan(survey);
        if (plan.Summary.Count == 0)
        {
            Assert.Equal(0, plan.Counts.Kept + plan.Counts.Removed + plan.Counts.Left);
            return;
        }

        var words = plan.Summary[0].Text.Text;
        Assert.EndsWith(".", words, StringComparison.Ordinal);
        if (plan.Vine is { Work: VineTask.Summer or VineTask.Training })
        {
            return;
        }

        if (plan.Vine is not null)
        {
            Assert.Equal(plan.Counts.BudsLeft, Said(words, "buds? stays?"));
            if (plan.Vine!.Budget is { } budget && budget.Buds != plan.Counts.BudsLeft)
            {
                Assert.Contains(budget.Buds.ToString(CultureInfo.InvariantCulture), words, StringComparison.Ordinal);
            }

            return;
        }

        // Of a row whose last season's canes all go, canes that fruit this year may stay.
        if (
            !words.StartsWith("All", StringComparison.Ordinal)
            && !words.StartsWith("Both", StringComparison.Ordinal)
            && !words.StartsWith("The one", StringComparison.Ordinal)
        )
        {
            Assert.Equal(plan.Counts.Kept, Said(words, "(?:canes? )?stays?"));
            Assert.Equal(
                plan.Counts.Removed,
                words.Contains("No cane goes") ? 0 : Said(words, "(?:canes? )?go(?:es)?\\b")
            );
        }
        else
        {
            Assert.True(plan.Counts.Kept == 0 || plan.Counts.Removed == 0);
        }

        if (plan.Row is { } row)
        {
            Assert.All(row.Classes.Where(c => c.Decision == Decision.Remove), c =>
                Assert.Contains(c.Canes.ToString(CultureInfo.InvariantCulture), words, StringComparison.Ordinal)
            );
        }
    }

    private static int Said(string words, string what) =>
        Regex.Match(words, $@"(\d+) {what}") is { Success: true } m
            ? int.Parse(m.Groups[1].Value, CultureInfo.InvariantCulture)
            : 0;
}
