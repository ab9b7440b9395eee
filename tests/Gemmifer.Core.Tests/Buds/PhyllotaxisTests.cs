using Gemmifer.Core.Buds;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Stems;

namespace Gemmifer.Core.Tests.Buds;

/// <summary>
/// Against the published 2/5 divergence of the rose family: two turns in five nodes, so that the sixth bud stands over
/// the first
/// (Braun 1831, Schimper 1830; see also Jean, Phyllotaxis, 1994; from memory).
/// </summary>
public class PhyllotaxisTests
{
    private static Bud Bud(double at, double degrees) => new(at, Bearing.FromDegrees(degrees), BudState.Dormant);

    private static Stem Stem(double length, params Bud[] buds) =>
        new(
            new("A"),
            StemRole.Cane,
            new Parent(Origin.Crown, null, 0),
            Bearing.FromClock(3),
            Bearing.FromClock(3),
            30,
            14,
            length,
            20,
            20,
            2,
            [],
            null,
            [],
            null,
            [.. buds]
        );

    [Fact]
    public void Five_nodes_make_two_turns()
    {
        Assert.Equal(720, 5 * 144);
        Assert.Equal(72, Phyllotaxis.WidestGap(5, 144));
        Assert.Equal(
            [360, 360, 216, 144, 144, 72, 72],
            Enumerable.Range(0, 7).Select(n => Phyllotaxis.WidestGap(n, 144))
        );
        Assert.Equal(180, Phyllotaxis.WidestGap(2, 180));
    }

    [Theory]
    [InlineData(1, 50)]
    [InlineData(-1, 50)]
    [InlineData(1, 38)]
    [InlineData(-1, 66)]
    public void Finds_the_way_round_and_the_distance_again(int hand, double internode)
    {
        var buds = Enumerable.Range(0, 6).Select(k => Bud(100 + (k * internode), 40 + (hand * k * 144)));
        var pattern = Phyllotaxis.Fit(buds, 144, 50)!;
        Assert.Equal(hand, pattern.Handedness);
        Assert.Equal(internode, pattern.InternodeMm, 1e-6);
        Assert.Equal(5, pattern.SigmaDeg);
    }

    [Fact]
    public void Bears_with_buds_that_stand_a_little_off()
    {
        var random = new Random(11);
        for (var n = 0; n < 40; n++)
        {
            var hand = random.Next(2) * 2 - 1;
            var buds = Enumerable
                .Range(0, 7)
                .Select(k => Bud(100 + (k * 50) + random.Next(-4, 5), 200 + (hand * k * 144) + random.Next(-18, 19)));
            Assert.Equal(hand, Phyllotaxis.Fit(buds, 144, 50)!.Handedness);
        }
    }

    [Fact]
    public void The_bud_five_nodes_up_stands_over_the_first()
    {
        var stem = Stem(900, Bud(200, 30), Bud(250, 174));
        var up = Phyllotaxis.Expect(stem, 144, 50).Single(b => Math.Abs(b.AlongMm - 450) < 1);
        Assert.Equal(30, up.Facing!.Value.Degrees, 1e-6);
        Assert.Equal(BudKnowledge.Likely, up.Known);
        Assert.Equal(15 * Math.Sqrt(4), up.SpreadDeg, 1e-9);
    }

    [Fact]
    public void One_bud_seen_leaves_both_ways_round_open()
    {
        var next = Phyllotaxis.Expect(Stem(900, Bud(200, 0)), 144, 50).Single(b => b.AlongMm == 250);
        Assert.Equal(
            new[] { 144.0, 216.0 },
            new[] { next.Facing!.Value.Degrees, next.OtherFacing!.Value.Degrees }.Order()
        );
    }

    [Fact]
    public void No_bud_seen_invents_no_bearing()
    {
        Assert.Empty(Phyllotaxis.Expect(Stem(900), 144, 50));
        Assert.Null(Phyllotaxis.Fit([new Bud(100, null, BudState.Dormant)], 144, 50));
    }

    [Fact]
    public void A_blind_bud_is_not_replaced_by_a_likely_one()
    {
        var blind = new Bud(250, Bearing.FromDegrees(144), BudState.Blind);
        var at = Phyllotaxis
            .Expect(Stem(600, Bud(200, 0), blind, Bud(300, 288)), 144, 50)
            .Where(b => Math.Abs(b.AlongMm - 250) < 20);
        Assert.False(Assert.Single(at).Usable);
    }

    [Theory]
    [InlineData(200, 200)]
    [InlineData(200, 200.4)]
    [InlineData(0, 0)]
    [InlineData(900, 900)]
    public void Two_buds_noted_at_one_place_are_borne_with(double first, double second)
    {
        // An opposite pair, or one bud noted twice.
        var buds = Phyllotaxis.Expect(Stem(900, Bud(first, 0), Bud(second, 180), Bud(450, 40)), 144, 50);
        Assert.Equal(3, buds.Count(b => b.Known == BudKnowledge.Seen));
        Assert.InRange(buds.Length, 3, 60);
    }
}
