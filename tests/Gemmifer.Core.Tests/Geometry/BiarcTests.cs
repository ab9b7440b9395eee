using Gemmifer.Core.Geometry;

namespace Gemmifer.Core.Tests.Geometry;

public class BiarcTests
{
    public static TheoryData<int> Seeds => Gemmifer.Core.Tests.Seeds.Of(60);

    private static readonly Point3 Up = new(0, 0, 1);
    private static readonly Point3 Right = new(1, 0, 0);

    [Fact]
    public void A_quarter_circle_is_found_as_one()
    {
        // From upright to level, 300 mm up and 300 mm aside: a quarter of a circle of 300 mm.
        var path = Biarc.Between(new(0, 0, 0), Up, new(300, 0, 300), Right)!.Value;
        Assert.Equal(300, path.FirstRadiusMm, 1e-9);
        Assert.Equal(300, path.SecondRadiusMm, 1e-9);
        Assert.Equal(300 * Math.PI / 2, path.LengthMm, 1e-9);
    }

    [Fact]
    public void Straight_on_is_straight_and_straight_back_is_nothing()
    {
        var path = Biarc.Between(new(0, 0, 0), Up, new(0, 0, 500), Up)!.Value;
        Assert.True(double.IsPositiveInfinity(path.LeastRadiusMm));
        Assert.Equal(500, path.LengthMm, 1e-9);
        Assert.Null(Biarc.Between(new(0, 0, 0), Up, new(0, 0, -500), Up));
        Assert.Null(Biarc.Between(new(1, 2, 3), Up, new(1, 2, 3), Right));
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void It_leaves_and_arrives_as_asked_without_a_kink_and_never_tighter_than_it_says(int seed)
    {
        var random = new Random(seed);
        Point3 Place() => new(random.Next(-900, 900), random.Next(-300, 300), random.Next(0, 1800));
        Point3 Direction()
        {
            var d = new Point3(random.NextDouble() - 0.5, random.NextDouble() - 0.5, random.NextDouble() - 0.3);
            return d * (1 / Math.Sqrt(Point3.Dot(d, d)));
        }

        var (from, to, leaving, arriving) = (Place(), Place(), Direction(), Direction());
        var path = Biarc.Between(from, leaving, to, arriving)!.Value;

        // An independent way: the curvature of the polyline, by the circle through three neighbouring points.
        var points = path.Points(4000);
        double length = 0,
            tightest = double.PositiveInfinity;
        for (var i = 1; i < points.Length; i++)
        {
            length += points[i].DistanceTo(points[i - 1]);
            if (i + 1 < points.Length)
            {
                tightest = Math.Min(tightest, Radius(points[i - 1], points[i], points[i + 1]));
            }
        }

        Assert.Equal(path.LengthMm, length, path.LengthMm * 1e-5);
        Assert.Equal(1, path.LeastRadiusMm / tightest, 1e-2);
        Assert.True(points[0].DistanceTo(from) < 1e-6 && points[^1].DistanceTo(to) < 1e-6);
        Point3 Towards(int i) => (points[i + 1] - points[i]) * (1 / points[i + 1].DistanceTo(points[i]));
        Assert.True(
            Point3.Dot(Towards(0), leaving) > 1 - 1e-5 && Point3.Dot(Towards(points.Length - 2), arriving) > 1 - 1e-5
        );
        Assert.True(Point3.Dot(Towards(1999), Towards(2000)) > 1 - 1e-5);
    }

    /// <summary>
    /// Radius of the circle through three places: product of the sides over four times the area (Heron).
    /// </summary>
    private static double Radius(Point3 a, Point3 b, Point3 c)
    {
        var (ab, bc, ca) = (b - a, c - b, a - c);
        var cross = new Point3(
            (ab.Y * bc.Z) - (ab.Z * bc.Y),
            (ab.Z * bc.X) - (ab.X * bc.Z),
            (ab.X * bc.Y) - (ab.Y * bc.X)
        );
        var area = Math.Sqrt(Point3.Dot(cross, cross)) / 2;
        return Math.Sqrt(Point3.Dot(ab, ab) * Point3.Dot(bc, bc) * Point3.Dot(ca, ca)) / (4 * area);
    }
}
