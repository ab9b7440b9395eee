using System.Text.Json;

namespace Gemmifer.Core.Tests;

/// <summary>
/// Surveys at their edges: whatever is legal has a plan, and soon. The long search is in tools/Gemmifer.Trials.
/// </summary>
public class EdgeTests
{
    public static TheoryData<int> Hundreds => [.. Enumerable.Range(0, 8)];

    [Theory]
    [MemberData(nameof(Hundreds))]
    public void Whatever_is_legal_has_a_plan(int hundred)
    {
        var planned = 0;
        for (var seed = hundred * 100; seed < (hundred + 1) * 100; seed++)
        {
            if (
                SurveyReader.Read(JsonSerializer.SerializeToElement(EdgeSurveys.Of(seed))) is SurveyReading.Valid
                {
                    Survey: var survey
                }
            )
            {
                var plan = Planner.Plan(survey);
                Assert.Equal(survey.Stems.Select(s => s.Id).ToHashSet(), plan.Stems.Select(s => s.Id).ToHashSet());
                Assert.True(plan.ToJson().Length > 0);
                planned++;
            }
        }

        Assert.True(planned > 40, $"{planned} of a hundred were legal.");
    }
}
