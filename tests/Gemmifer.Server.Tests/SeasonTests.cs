using Gemmifer.Core.Tests.Truth;

namespace Gemmifer.Server.Tests;

/// <summary>
/// The season through the server: work out of its season is told, and the demo garden's plans are true.
/// </summary>
public sealed class SeasonTests
{
    private static DateTimeOffset On(int month, int day) => new(2027, month, day, 9, 0, 0, TimeSpan.Zero);

    [Theory]
    [InlineData(1, 10, true)]
    [InlineData(2, 20, false)]
    public async Task Work_of_another_day_is_told_before_it_is_done(int month, int day, bool told)
    {
        using var garden = new Garden(demo: true, now: On(month, day));
        var work = await garden.GetAsync("/api/plants/demo-lantern/work");
        Assert.Equal($"2027-{month:00}-{day:00}", (string)work["today"]!);
        Assert.Equal(told, work["early"] is not null);
        if (told)
        {
            Assert.Contains("is outside of the main prune", (string)work["early"]!["text"]!, StringComparison.Ordinal);
        }
    }

    [Theory]
    [InlineData(2, 20)]
    [InlineData(7, 10)]
    public async Task The_plans_of_the_demo_garden_say_nothing_that_is_not_so(int month, int day)
    {
        using var garden = new Garden(demo: true, now: On(month, day));
        var found = new List<string>();
        foreach (var line in (await garden.GetAsync("/api/plants?limit=200")).AsArray())
        {
            var id = (string)line!["plant"]!["id"]!;
            var survey = await garden.GetAsync($"/api/plants/{id}/survey");
            var document = survey["document"]!.AsObject();
            document["date"] = $"2027-{month:00}-{day:00}";
            var (status, plan) = await garden.SendAsync(HttpMethod.Post, "/api/plan", document);
            if ((int)status == 200)
            {
                found.AddRange(PlanChecker.Check(document, plan!.AsObject()).Select(f => $"{id} {f.Rule}: {f.What}"));
            }
            else
            {
                // A plant nobody walked round.
                Assert.Equal(422, (int)status);
                Assert.Empty(document["stems"]!.AsArray());
            }
        }

        Assert.True(found.Count == 0, string.Join('\n', found.Take(30)));
    }
}
