using Gemmifer.Core.Families.Vines;

namespace Gemmifer.Core.Tests.Families.Vines;

/// <summary>Canes and their spurs against every way of giving roles.</summary>
public class LongCanesTests
{
    public static TheoryData<int> Seeds => Gemmifer.Core.Tests.Seeds.Of(60);

    private const long Lopsided = -10_000;

    private static (CaneOrSpur[] Shoots, long[,] Pair) Made(int seed, int most = 7)
    {
        var random = new Random(seed);
        var n = random.Next(2, most + 1);
        var shoots = Enumerable
            .Range(0, n)
            .Select(_ => new CaneOrSpur(
                random.Next(4) == 0 ? null : random.Next(10_000, 45_000),
                random.Next(5) == 0 ? null : random.Next(-20_000, 20_000),
                random.Next(3) - 1
            ))
            .ToArray();
        var pair = new long[n, n];
        for (var i = 0; i < n * n; i++)
        {
            pair[i / n, i % n] = -random.Next(0, 15_000);
        }

        return (shoots, pair);
    }

    private static long? Brute(CaneOrSpur[] shoots, long[,] pair, int count, int? with = null)
    {
        long? best = null;
        for (var set = 0; set < 1 << shoots.Length; set++)
        {
            var canes = Enumerable.Range(0, shoots.Length).Where(i => (set & (1 << i)) != 0).ToArray();
            if (
                canes.Length == count
                && canes.All(i => shoots[i].CanePoints is not null)
                && (with is null || canes.Contains(with.Value))
            )
            {
                var left = canes.Count(i => shoots[i].Side < 0);
                var own =
                    canes.Sum(i => shoots[i].CanePoints!.Value)
                    + (Lopsided * Math.Max(0, Math.Abs(count - (2 * left)) - 1));
                Give(0, own, set);

                void Give(int at, long sum, int used)
                {
                    if (at == canes.Length)
                    {
                        best = best is null || sum > best ? sum : best;
                        return;
                    }

                    Give(at + 1, sum + LongCanes.NoSpur, used);
                    for (var s = 0; s < shoots.Length; s++)
                    {
                        if ((used & (1 << s)) == 0 && shoots[s].SpurPoints is { } points)
                        {
                            Give(at + 1, sum + points + pair[canes[at], s], used | (1 << s));
                        }
                    }
                }
            }
        }

        return best;
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void No_other_roles_are_better(int seed)
    {
        var (shoots, pair) = Made(seed);
        for (var count = 1; count <= Math.Min(4, shoots.Count(s => s.CanePoints is not null)); count++)
        {
            var choice = LongCanes.Choose(shoots, count, (c, s) => pair[c, s], Lopsided, new HashSet<int>());
            Assert.Equal(Brute(shoots, pair, count), choice.Score);
            Assert.Equal(choice.Score, choice.Bound);
            Assert.Equal(count, choice.Canes.Length);
            Assert.Empty(choice.Canes.Intersect(choice.Spurs));
            foreach (var (i, canes) in choice.With)
            {
                // The best in which it is a cane: no other canes with it are better.
                var those = LongCanes.Choose(shoots, count, (c, s) => pair[c, s], Lopsided, canes.ToHashSet());
                Assert.Contains(i, canes);
                Assert.Equal(Brute(shoots, pair, count, i), those.Score);
            }
        }
    }

    [Fact]
    public void Of_very_many_shoots_the_bound_is_honest()
    {
        var random = new Random(5);
        var shoots = Enumerable
            .Range(0, 40)
            .Select(_ => new CaneOrSpur(
                random.Next(10_000, 45_000),
                random.Next(0, 20_000),
                random.Next(2) == 0 ? -1 : 1
            ))
            .ToArray();
        var choice = LongCanes.Choose(shoots, 2, (_, _) => -1000, Lopsided, new HashSet<int>());
        Assert.True(choice.Bound >= choice.Score);
        var best = shoots.Select(s => s.CanePoints!.Value).OrderDescending().Take(2).Sum();
        Assert.True(choice.Bound >= best);
    }
}
