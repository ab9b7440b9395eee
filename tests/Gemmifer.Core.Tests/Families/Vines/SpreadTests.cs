using Gemmifer.Core.Families.Vines;

namespace Gemmifer.Core.Tests.Families.Vines;

/// <summary>The choice of places and the spread of buds against brute force.</summary>
public class SpreadTests
{
    public static TheoryData<int> Seeds => Gemmifer.Core.Tests.Seeds.Of(60);

    private static SpurPlace[] Places(int seed, double to)
    {
        var random = new Random(seed);
        return
        [
            .. Enumerable
                .Range(0, random.Next(1, 10))
                .Select(_ => new SpurPlace(
                    Math.Round(random.NextDouble() * to, 1),
                    random.Next(-5_000, 40_000),
                    random.Next(6) == 0
                )),
        ];
    }

    private static long LineGap(double mm) =>
        mm < 100 ? Spread.Never : -(long)(200 * Math.Max(0, 150 - mm)) - (long)(50 * Math.Max(0, mm - 300));

    private static long RingGap(double degrees) =>
        degrees < 15
            ? Spread.Never
            : -(long)(300 * Math.Max(0, 60 - degrees)) - (long)(90 * Math.Max(0, degrees - 150));

    private static double Turn(double from, double to) =>
        (((to - from) % 360) + 360) % 360 is var t && t == 0 ? 360 : t;

    /// <summary>The best of every subset of a size, tried one by one.</summary>
    private static long? Brute(SpurPlace[] places, int count, bool ring)
    {
        long? best = null;
        for (var set = 0; set < 1 << places.Length; set++)
        {
            var kept = Enumerable
                .Range(0, places.Length)
                .Where(i => (set & (1 << i)) != 0)
                .Select(i => places[i])
                .OrderBy(p => p.At)
                .ToArray();
            if (kept.Length != count || places.Any(p => p.Must && !kept.Contains(p)))
            {
                continue;
            }

            var gaps = kept.Zip(kept.Skip(1))
                .Select(x => ring ? RingGap(Turn(x.First.At, x.Second.At)) : LineGap(x.Second.At - x.First.At))
                .ToList();
            if (ring && kept.Length > 1)
            {
                gaps.Add(RingGap(Turn(kept[^1].At, kept[0].At)));
            }

            if (!gaps.Contains(Spread.Never) && (best is null || kept.Sum(p => p.Points) + gaps.Sum() > best))
            {
                best = kept.Sum(p => p.Points) + gaps.Sum();
            }
        }

        return best;
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Along_an_arm_no_subset_is_better(int seed)
    {
        var places = Places(seed, 1200);
        var solved = Spread.Line(places, (a, b) => LineGap(b.At - a.At), places.Length);
        for (var n = 0; n <= places.Length; n++)
        {
            Assert.Equal(Brute(places, n, false), solved[n]?.Score);
            Assert.True(solved[n] is null || solved[n]!.Chosen.Length == n);
        }
    }

    /// <summary>Beyond what can be tried one by one: the same model handed to Google.OrTools.</summary>
    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    [InlineData(4)]
    [InlineData(5)]
    [InlineData(6)]
    public void Along_a_long_arm_a_general_purpose_solver_finds_none_better(int seed)
    {
        var random = new Random(seed + 70);
        SpurPlace[] places =
        [
            .. Enumerable
                .Range(0, 26)
                .Select(_ => new SpurPlace(
                    Math.Round(random.NextDouble() * 3200, 1),
                    random.Next(5_000, 40_000),
                    random.Next(14) == 0
                )),
        ];
        var solved = Spread.Line(places, (a, b) => LineGap(b.At - a.At), places.Length);
        foreach (var count in new[] { 6, 11, 16 })
        {
            Assert.Equal(GeneralSpread.Score(places, (a, b) => LineGap(b.At - a.At), count), solved[count]?.Score);
        }
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Round_a_head_no_subset_is_better(int seed)
    {
        var places = Places(seed + 100, 359);
        var solved = Spread.Ring(places, (a, b) => RingGap(Turn(a.At, b.At)), places.Length);
        for (var n = 0; n <= places.Length; n++)
        {
            Assert.Equal(Brute(places, n, true), solved[n]?.Score);
        }
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Over_two_arms_no_split_is_better(int seed)
    {
        var (left, right) = (Places(seed + 200, 1200), Places(seed + 300, 1200));
        var joined = Spread.Join([
            Spread.Line(left, (a, b) => LineGap(b.At - a.At), 9),
            Spread.Line(right, (a, b) => LineGap(b.At - a.At), 9),
        ]);
        for (var n = 0; n < joined.Length; n++)
        {
            long? best = null;
            for (var l = 0; l <= n; l++)
            {
                if (
                    l <= left.Length
                    && n - l <= right.Length
                    && Brute(left, l, false) + Brute(right, n - l, false) is { } score
                    && (best is null || score > best)
                )
                {
                    best = score;
                }
            }

            Assert.Equal(best, joined[n]?.Score);
        }
    }

    [Fact]
    public void Buds_go_to_the_strongest_and_are_taken_from_the_weakest()
    {
        Assert.Equal([3, 2, 3], Allocation.Of(8, 2, [30, 10, 20], [9, 9, 9]).Buds);
        Assert.Equal([2, 1, 2], Allocation.Of(5, 2, [30, 10, 20], [9, 9, 9]).Buds);
        Assert.Equal(3, Allocation.Of(12, 2, [30, 10, 20], [9, 9, 9]).Short);
        Assert.Equal([1, 3, 3], Allocation.Of(8, 2, [30, 10, 20], [1, 9, 9]).Buds);
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Buds_and_shortfall_add_up_to_the_budget_and_nobody_gets_more_than_one_extra(int seed)
    {
        var random = new Random(seed);
        var room = Enumerable.Range(0, random.Next(1, 9)).Select(_ => random.Next(1, 7)).ToArray();
        var points = room.Select(_ => (long)random.Next(1000)).ToArray();
        var budget = random.Next(room.Length, 40);
        var spread = Allocation.Of(budget, 2, points, room);
        Assert.Equal(budget, spread.Buds.Sum() + spread.Short);
        Assert.All(spread.Buds.Zip(room), x => Assert.InRange(x.First, 1, Math.Min(3, x.Second)));
        var evenly = Allocation.Evenly(budget, 15, points, room);
        Assert.Equal(budget, evenly.Buds.Sum() + evenly.Short);
        Assert.All(evenly.Buds.Zip(room), x => Assert.True(x.First <= x.Second));
    }
}
