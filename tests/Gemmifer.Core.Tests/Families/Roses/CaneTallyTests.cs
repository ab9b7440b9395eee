using System.Text.Json.Nodes;

namespace Gemmifer.Core.Tests.Families.Roses;

/// <summary>The numbers of a plan, worked by hand.</summary>
public class TallyTests
{
    private static JsonObject Upright(string id, double clock, double radius = 150) =>
        Surveys.Cane(id, clock, 14, 2, 1000, 0).With("radius", radius).Buds((494, clock));

    [Fact]
    public void Shares_room_sectors_and_heights_are_what_a_tape_would_say()
    {
        var c = Surveys.Plan(Surveys.Of(Upright("A", 12), Upright("B", 3), Upright("C", 6))).Counts;
        Assert.Equal((3, 0, 0), (c.Kept, c.Removed, c.Left));

        // Each of the three is cut at 500 of 1000.
        Assert.Equal(0.5, c.RemovedShare);
        Assert.Equal(Math.Round(150 * Math.Sqrt(2), 1), c.EndSpacing);
        Assert.Equal(180, c.WidestGap);
        Assert.Equal(0, c.LevelSpread);
        Assert.Null(c.Arithmetic);
    }

    [Fact]
    public void Dead_wood_and_suckers_do_not_count_as_live_wood_and_suckers_not_as_canes()
    {
        var sucker = Surveys.Cane("S", 9, 10, 1, 900).With("parent", "rootstock");
        var c = Surveys
            .Plan(
                Surveys.Of(
                    Upright("A", 12),
                    Upright("B", 4),
                    Upright("C", 8),
                    Surveys.Cane("D", 2).With("deadFrom", 0),
                    sucker
                )
            )
            .Counts;
        Assert.Equal((3, 1, 0, 0.5), (c.Kept, c.Removed, c.Left, c.RemovedShare));
    }

    [Fact]
    public void What_waits_is_counted_as_left_and_keeps_its_wood()
    {
        var c = Surveys
            .Plan(
                Surveys.Of(
                    Upright("A", 12),
                    Surveys.Cane("B", 4, 12, 1, 1000).Seen("soft"),
                    Surveys.Cane("C", 8, 12, 1, 1000).Seen("not-leafing")
                )
            )
            .Counts;
        Assert.Equal((1, 0, 2), (c.Kept, c.Removed, c.Left));
        Assert.Equal(Math.Round(500.0 / 3000, 4), c.RemovedShare);
        Assert.Null(c.EndSpacing);
        Assert.Equal(360, c.WidestGap);
    }

    [Fact]
    public void A_plant_of_dead_canes_only_has_nothing_left_to_measure()
    {
        var plan = Surveys.Plan(
            Surveys.Of(Surveys.Cane("A", 4).With("deadFrom", 0), Surveys.Cane("B", 8).With("deadFrom", 0))
        );
        Assert.Equal(
            (0, 2, 0.0, null, null, null),
            (
                plan.Counts.Kept,
                plan.Counts.Removed,
                plan.Counts.RemovedShare,
                plan.Counts.EndSpacing,
                plan.Counts.WidestGap,
                plan.Counts.LevelSpread
            )
        );
        Assert.Null(plan.Score);
        Assert.True(plan.Optimal);
        Assert.Equal((0, 0), (plan.Forecast.Shoots, plan.Counts.BudsLeft));
    }

    [Fact]
    public void Three_shoots_are_expected_from_each_end_and_flowers_after_the_last_frost()
    {
        var plan = Surveys.Plan(
            Surveys
                .Of(Upright("A", 12), Upright("B", 4), Upright("C", 8))
                .With("place", new JsonObject { ["lastFrost"] = "04-01" })
        );
        Assert.Equal((9, 9), (plan.Forecast.Shoots, plan.Forecast.BloomPoints));
        Assert.Equal([new DateOnly(2027, 5, 16), new DateOnly(2027, 6, 10)], plan.Forecast.Flowering);
    }

    [Fact]
    public void The_kit_holds_what_the_steps_need()
    {
        var plan = Surveys.Plan(
            Surveys.Of(Upright("A", 12), Upright("B", 4), Surveys.Cane("D", 2, 60).With("deadFrom", 0))
        );
        Assert.Equal(["secateurs", "saw", "alcohol (70 %) and a cloth"], plan.Kit.Tools);
        Assert.Contains("gauntlets", plan.Kit.Protection);

        // 5 to look, 1 each for preparing, clearing and two cuts, 4 for the saw.
        Assert.Equal(13, plan.Kit.Minutes);
    }

    [Fact]
    public void Buds_that_cannot_shoot_are_not_counted()
    {
        JsonObject Of(string state) =>
            Surveys.Of(
                Surveys
                    .Cane("A", 12, 14, 2, 1000, 0)
                    .With(
                        "buds",
                        new JsonArray(
                            new JsonObject { ["at"] = 494, ["clock"] = 12 },
                            new JsonObject
                            {
                                ["at"] = 100,
                                ["clock"] = 3,
                                ["state"] = state,
                            }
                        )
                    )
            );
        Assert.Equal(Surveys.Plan(Of("dormant")).Counts.BudsLeft - 1, Surveys.Plan(Of("blind")).Counts.BudsLeft);
        Assert.Equal(Surveys.Plan(Of("dormant")).Counts.BudsLeft - 1, Surveys.Plan(Of("basal")).Counts.BudsLeft);
    }
}
