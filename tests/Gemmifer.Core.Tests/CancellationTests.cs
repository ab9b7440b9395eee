using System.Text.Json.Nodes;
using Gemmifer.Core.Families;
using Gemmifer.Core.Tests.Families.Roses.Climbing;

namespace Gemmifer.Core.Tests;

/// <summary>A plan nobody waits for any more is given up; how soon is measured in the bench.</summary>
public class CancellationTests
{
    public static TheoryData<string> Plants => ["rose", "large rose", "climber"];

    [Theory]
    [MemberData(nameof(Plants))]
    public void A_plan_nobody_waits_for_is_given_up(string plant)
    {
        using var given = new CancellationTokenSource();
        given.Cancel();
        Assert.ThrowsAny<OperationCanceledException>(() =>
            Planner.Plan(Surveys.Read(Of(plant)), PlanDetail.Full, given.Token)
        );
    }

    [Fact]
    public async Task A_search_that_is_on_is_given_up_in_its_midst()
    {
        var survey = Surveys.Read(Of("large rose"));
        using var given = new CancellationTokenSource();
        var plan = Task.Run(() => Planner.Plan(survey, PlanDetail.Full, given.Token));
        await Task.Delay(20);
        await given.CancelAsync();
        await Assert.ThrowsAnyAsync<OperationCanceledException>(() => plan);
    }

    private static JsonObject Of(string plant) =>
        plant switch
        {
            "rose" => Surveys.WithBuds(3, 12, 3),
            "large rose" => Surveys.WithBuds(3, 100, 4, "normal", 0.3),
            _ => Climbers.OnWall([
                .. Enumerable.Range(0, 12).Select(i => Surveys.Cane($"C{i:00}", 1 + (i * 0.9), 10 + i)),
            ]),
        };
}
