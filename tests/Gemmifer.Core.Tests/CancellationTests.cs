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
        await GivenUpInTheMidstAsync(token => Planner.Plan(survey, PlanDetail.Full, token));
    }

    /// <summary>Gives something up that has begun and is not done.</summary>
    internal static async Task GivenUpInTheMidstAsync(Action<CancellationToken> work)
    {
        using var given = new CancellationTokenSource();
        var begun = new TaskCompletionSource(TaskCreationOptions.RunContinuationsAsynchronously);
        var on = Task.Run(() =>
        {
            begun.SetResult();
            work(given.Token);
        });
        await begun.Task;
        await Task.Delay(20);
        Assert.False(on.IsCompleted, "It was done before it could be given up.");
        await given.CancelAsync();
        await Assert.ThrowsAnyAsync<OperationCanceledException>(() => on);
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
