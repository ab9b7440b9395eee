using System.Text.Json.Nodes;
using Gemmifer.Core.Families.Vines;
using static Gemmifer.Core.Tests.Families.Vines.VineSurveys;
using static Gemmifer.Core.Tests.Surveys;

namespace Gemmifer.Core.Tests.Families.Vines;

public class CountedBudsTests
{
    private static CountedBuds Of(double length, params JsonObject[] buds)
    {
        var survey = Vine(
            Facts("cordon"),
            Trunk(),
            Stem("S", "shoot", "T", 10, 1, length, 880).With("buds", new JsonArray([.. buds]))
        );
        return CountedBuds.Of(Read(survey).Stems.Single(s => s.Id == "S"), 75);
    }

    /// <summary>Common practice, no source: the basal bud does not count.</summary>
    [Fact]
    public void Basal_blind_and_damaged_buds_do_not_count()
    {
        var buds = Of(
            700,
            Bud(4),
            Bud(15, "basal"),
            Bud(50),
            Bud(120, "blind"),
            Bud(190),
            Bud(260, "damaged"),
            Bud(330)
        );
        Assert.Equal([50, 190, 330], buds.Seen);
        Assert.Equal(70, buds.InternodeMm);
        Assert.True(buds.DoubtIn(2));
        Assert.Equal(3 + 5, buds.Total);
        Assert.Equal(400, buds.PlaceOf(4));
    }

    /// <summary>
    /// Buds of vines alternate from side to side (distichous, published botany); a blind one takes its turn too.
    /// </summary>
    [Fact]
    public void Buds_alternate_from_side_to_side()
    {
        var buds = Of(900, Bud(50).With("clock", 9), Bud(120), Bud(190, "blind"), Bud(260));
        Assert.Equal(
            [9.0, 3.0, 3.0, 9.0],
            new[] { 1, 2, 3, 4 }.Select(n => Math.Round(buds.FacingOf(n)!.Value.Clock, 6))
        );
        Assert.Null(Of(900, Bud(50), Bud(120)).FacingOf(1));
    }

    [Fact]
    public void With_nothing_seen_buds_are_expected_at_the_usual_distance()
    {
        var buds = Of(400);
        Assert.Equal((5, 150.0, false, 2), (buds.Total, buds.PlaceOf(2), buds.SeenAt(1), buds.Within(160)));
        Assert.False(buds.DoubtIn(2));
    }
}
