using Gemmifer.Core.Geometry;

namespace Gemmifer.Core.Tests.Geometry;

public class ArcTests
{
    private static Arc Of(double lean, double tipLean, double length, double clock = 3) =>
        new(new Point3(0, 0, 0), Bearing.FromClock(clock), lean, tipLean, length);

    [Theory]
    [InlineData(0, 0)]
    [InlineData(20, 20)]
    [InlineData(20, 55)]
    [InlineData(60, 10)]
    [InlineData(80, 150)]
    [InlineData(30, 30.0000001)]
    public void Agrees_with_walking_along_it_in_small_steps(double lean, double tipLean)
    {
        // An independent way: add up many small straight pieces, each leaning as the stem leans there.
        var arc = Of(lean, tipLean, 1000);
        double radial = 0,
            height = 0;
        const int Steps = 20_000;
        for (var i = 0; i < Steps; i++)
        {
            var angle = (lean + ((tipLean - lean) * (i + 0.5) / Steps)) * Math.PI / 180;
            radial += Math.Sin(angle) * 1000 / Steps;
            height += Math.Cos(angle) * 1000 / Steps;
        }

        Assert.Equal(radial, arc.At(1000).X, 1e-4);
        Assert.Equal(height, arc.At(1000).Z, 1e-4);
        Assert.Equal(0, arc.At(1000).Y, 1e-9);
    }

    [Fact]
    public void A_straight_stem_is_plain_trigonometry()
    {
        var end = Of(30, 30, 800, 12).At(800);
        Assert.Equal((0, 400, 800 * Math.Cos(Math.PI / 6)), (Math.Round(end.X, 9), Math.Round(end.Y, 9), end.Z));
    }

    [Theory]
    [InlineData(20, 30, 450)]
    [InlineData(5, 120, 300)]
    public void Finds_the_first_place_at_a_height(double lean, double tipLean, double height)
    {
        var arc = Of(lean, tipLean, 1200);
        var along = arc.FirstAtHeight(height)!.Value;
        Assert.Equal(height, arc.At(along).Z, 1e-6);
        Assert.True(arc.At(along - 1).Z < height);
    }

    [Fact]
    public void A_height_that_is_never_reached_has_no_place()
    {
        Assert.Null(Of(20, 20, 300).FirstAtHeight(400));
        Assert.Null(Of(100, 140, 900).FirstAtHeight(1));
        Assert.Equal(0, Of(20, 20, 0).FirstAtHeight(0));
        Assert.Equal(new Point3(0, 0, 0), Of(20, 40, 0).At(0));
    }

    [Fact]
    public void Distance_of_segments_agrees_with_trying_many_points()
    {
        var random = new Random(5);
        Point3 Some() => new(random.Next(-100, 100), random.Next(-100, 100), random.Next(-100, 100));
        for (var n = 0; n < 60; n++)
        {
            var (a, b) = (new Segment3(Some(), Some()), new Segment3(Some(), Some()));
            var least = double.PositiveInfinity;
            for (var i = 0; i <= 200; i++)
            {
                for (var j = 0; j <= 200; j++)
                {
                    least = Math.Min(
                        least,
                        (a.A + ((a.B - a.A) * (i / 200.0))).DistanceTo(b.A + ((b.B - b.A) * (j / 200.0)))
                    );
                }
            }

            Assert.InRange(a.DistanceTo(b), least - 1.5, least + 1e-9);
        }
    }

    [Fact]
    public void Degenerate_segments_are_points_and_parallel_ones_are_handled()
    {
        var (point, other) = (new Point3(0, 0, 0), new Point3(0, 3, 4));
        Assert.Equal(5, new Segment3(point, point).DistanceTo(new Segment3(other, other)));
        Assert.Equal(
            3,
            new Segment3(point, new Point3(10, 0, 0)).DistanceTo(
                new Segment3(new Point3(4, 3, 0), new Point3(20, 3, 0))
            )
        );
        Assert.Equal(
            0,
            new Segment3(point, new Point3(10, 0, 0)).DistanceTo(
                new Segment3(new Point3(5, 0, 0), new Point3(15, 0, 0))
            )
        );
    }

    [Theory]
    [InlineData(12, 0, 1)]
    [InlineData(3, 1, 0)]
    [InlineData(6, 0, -1)]
    [InlineData(9, -1, 0)]
    public void Clock_bearings_point_where_people_point(double clock, double x, double y)
    {
        var bearing = Bearing.FromClock(clock);
        Assert.Equal((x, y), (Math.Round(bearing.X, 12), Math.Round(bearing.Y, 12)));
        Assert.Equal(clock, bearing.Clock);
        Assert.Equal(clock, Bearing.FromVector(x, y)!.Value.Clock, 1e-9);
    }

    [Fact]
    public void Not_a_number_is_no_bearing()
    {
        Assert.Throws<ArgumentOutOfRangeException>(() => Bearing.FromDegrees(double.NaN));
        Assert.Throws<ArgumentOutOfRangeException>(() => Bearing.FromClock(double.PositiveInfinity));
        Assert.Null(Bearing.FromVector(0, 0));
        Assert.Equal(-90, Bearing.FromDegrees(45).TurnTo(Bearing.FromDegrees(315)), 1e-9);
    }
}
