using Gemmifer.Core.Geometry;
using Gemmifer.Core.Supports;
using Gemmifer.Core.Training;

namespace Gemmifer.Core.Tests.Training;

public class TrainerTests
{
    private static readonly Support Wall = new(SupportKind.Wall, -1500, 3000, 2200, 60, [], []);

    public static TheoryData<int> Seeds => Gemmifer.Core.Tests.Seeds.Of(60);

    private static Point3 Towards(double lean, double clock)
    {
        var (a, b) = (lean * Math.PI / 180, Bearing.FromClock(clock));
        return new Point3(Math.Sin(a) * b.X, Math.Sin(a) * b.Y, Math.Cos(a));
    }

    private static CaneToTrain[] Random(int seed, int most)
    {
        var random = new Random(seed);
        return
        [
            .. Enumerable
                .Range(0, random.Next(2, most + 1))
                .Select(i => new CaneToTrain(
                    new(((char)('A' + i)).ToString()),
                    new Point3(random.Next(-40, 41), 0, 0),
                    Towards(random.Next(5, 50), random.Next(2) == 0 ? 3.3 : 8.7),
                    random.Next(900, 2800),
                    random.Next(6, 24),
                    new[] { 0.05, 0.05, 0.025, 0.012 }[random.Next(4)]
                )),
        ];
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void No_other_fan_without_crossings_costs_less_and_crossing_gains_what_it_says(int seed)
    {
        var canes = Random(seed, 6);
        var lines = Fan.Lines(Wall, new Point3(0, 0, 0), 1 + (seed % 6));
        var found = Trainer.Assign(canes, lines);
        long CostOf(CaneToTrain c, TargetLine l) =>
            CanePath.To(c.Start, c.Direction, c.LengthMm, c.DiameterMm, c.Strain, l) is CanePath.Bent b
                ? Trainer.Cost(c, l, b)
                : long.MaxValue;
        var loose = (long)Trainer.LeftLooseMm * 1000;
        var sum = found.Canes.Sum(t => t.Line is null ? loose : CostOf(canes.Single(c => c.Id == t.Id), t.Line!));
        var byStand = canes
            .OrderByDescending(c => Math.Round(c.StandsAt, 9))
            .ThenBy(c => c.Start.X)
            .ThenBy(c => c.Id, StringComparer.Ordinal)
            .ToArray();
        long Best(int i, int used, bool crossing)
        {
            if (i == byStand.Length)
            {
                return 0;
            }

            var best = Best(i + 1, used, crossing) + loose;
            for (var j = 0; j < lines.Length; j++)
            {
                var free = crossing ? (used & (1 << j)) == 0 : used >> j == 0;
                if (free && CostOf(byStand[i], lines[j]) is var cost && cost < long.MaxValue)
                {
                    best = Math.Min(best, cost + Best(i + 1, used | (1 << j), crossing));
                }
            }

            return best;
        }

        // Ties below a thousandth of a millimetre are decided by a hash.
        Assert.InRange(sum - Best(0, 0, false), 0, canes.Length);
        Assert.Equal((Best(0, 0, false) - Best(0, 0, true)) / 1000.0, found.CrossingGainMm, 0.2);
        var taken = found.Canes.Where(t => t.Line is not null).Select(t => t.Line!.Number).ToArray();
        Assert.Equal(taken.Length, taken.Distinct().Count());
        Assert.Equal(
            found.CoveredMm,
            found.Canes.Sum(t => t.Path is CanePath.Bent b && t.Line is not null ? b.TiedMm : 0),
            1e-6
        );
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void The_order_of_canes_does_not_matter_and_no_wood_is_bent_beyond_what_it_bears(int seed)
    {
        var canes = Random(seed, 8);
        var lines = Fan.Lines(Wall, new Point3(0, 0, 0), 7);
        var found = Trainer.Assign(canes, lines);
        var again = Trainer.Assign(canes.Reverse(), [.. lines.Reverse()]);
        Assert.Equal(found.Canes.Select(t => (t.Id, t.Line?.Number)), again.Canes.Select(t => (t.Id, t.Line?.Number)));
        Assert.All(
            found.Canes.Where(t => t.Line is not null),
            t =>
                // What only just fails by the numbers is bent by feel.
                Assert.True(((CanePath.Bent)t.Path!).Strain <= (canes.Single(c => c.Id == t.Id).Strain / 0.9) + 1e-9)
        );
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Canes_are_fanned_without_crossing(int seed)
    {
        var random = new Random(seed);
        var canes = Enumerable
            .Range(0, random.Next(2, 8))
            .Select(i => random.Next(-50, 51))
            .Distinct()
            .Select(
                (lean, i) =>
                    new CaneToTrain(
                        new(((char)('A' + i)).ToString()),
                        new Point3(0, 0, 0),
                        Towards(Math.Abs(lean), lean < 0 ? 9 : 3),
                        2000,
                        9,
                        0.05
                    )
            )
            .ToArray();
        var found = Trainer.Assign(canes, Fan.Lines(Wall, new Point3(0, 0, 0), canes.Length));
        var order = canes
            .OrderByDescending(c => Math.Round(c.StandsAt, 9))
            .Select(c => found.Canes.Single(t => t.Id == c.Id).Line?.Number ?? 0)
            .Where(n => n > 0)
            .ToArray();
        Assert.Equal(order.Order(), order);
    }

    [Fact]
    public void A_stiff_cane_goes_half_way_this_year_and_a_soft_one_waits()
    {
        // Old and thick, it stands upright; the only line lies low.
        TargetLine[] low = [new StraightLine(1, new Point3(0, 60, 150), new Point3(1, 0, 0), 1400)];
        var stiff = Assert.Single(
            Trainer.Assign([new CaneToTrain(new("A"), new Point3(0, 0, 0), Towards(2, 3), 2400, 26, 0.012)], low).Canes
        );
        Assert.Null(stiff.Line);
        Assert.IsType<CanePath.TooStiff>(stiff.Path);
        Assert.NotNull(stiff.HalfWay);
        Assert.InRange(stiff.HalfWay.LeanAt(0), 2.5, 85);
        var soft = Assert.Single(
            Trainer.Assign([new CaneToTrain(new("A"), new Point3(0, 0, 0), Towards(2, 3), 2400, 9, 0)], low).Canes
        );
        Assert.Null(soft.HalfWay);
        Assert.True(double.IsPositiveInfinity(Assert.IsType<CanePath.TooStiff>(soft.Path).NeededMm));
    }

    [Fact]
    public void Thirty_canes_find_thirty_lines()
    {
        var canes = Enumerable
            .Range(0, 30)
            .Select(i => new CaneToTrain(
                new($"C{i:00}"),
                new Point3((i * 4) - 60, 0, 0),
                Towards(Math.Abs(i - 15) * 3, i < 15 ? 8.9 : 3.1),
                1500 + (i * 30),
                8 + (i % 5),
                0.05
            ))
            .ToArray();
        var found = Trainer.Assign(
            canes,
            Fan.Lines(new Support(SupportKind.Fence, -4000, 8000, 2400, 60, [], []), new Point3(0, 0, 0), 30)
        );
        Assert.Equal(30, found.Canes.Select(c => c.Line?.Number).Distinct().Count());
    }
}
