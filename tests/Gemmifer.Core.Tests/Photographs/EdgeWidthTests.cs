using Gemmifer.Core.Photographs;

namespace Gemmifer.Core.Tests.Photographs;

/// <summary>The thickness of a stem by its edges, on bars of known width.</summary>
public class EdgeWidthTests
{
    /// <summary>A bar across a picture, each pixel as bright as the share of it that is covered.</summary>
    private static Patch Bar(double width, double angleDeg, double off, double contrast, double noise, int seed)
    {
        const int size = 121,
            fine = 8;
        var random = new Random(seed);
        var (sin, cos) = Math.SinCos(angleDeg * Math.PI / 180);
        var bright = new byte[size * size];
        for (var y = 0; y < size; y++)
        {
            for (var x = 0; x < size; x++)
            {
                var covered = 0;
                for (var k = 0; k < fine * fine; k++)
                {
                    var (u, v) = (
                        x - 60 + (((k % fine) + 0.5) / fine) - 0.5,
                        y - 60 + (((k / fine) + 0.5) / fine) - 0.5
                    );
                    covered += Math.Abs((u * cos) - (v * sin) - off) < width / 2 ? 1 : 0;
                }

                var n =
                    noise
                    * Math.Sqrt(-2 * Math.Log(1 - random.NextDouble()))
                    * Math.Cos(2 * Math.PI * random.NextDouble());
                bright[(y * size) + x] = (byte)
                    Math.Clamp(Math.Round(190 - (contrast * covered / (fine * fine)) + n), 0, 255);
            }
        }

        return new Patch(size, size, bright);
    }

    private static EdgesFound? Found(Patch patch, double angleDeg)
    {
        var (sin, cos) = Math.SinCos(angleDeg * Math.PI / 180);
        return EdgeWidth.Of(patch, new Pixel(60, 60), sin, cos);
    }

    [Theory]
    [InlineData(4, 0)]
    [InlineData(6.3, 17)]
    [InlineData(9, 33)]
    [InlineData(14.5, 80)]
    [InlineData(28, 45)]
    public void A_bar_is_as_wide_as_it_is_and_its_spread_is_honest(double width, double angle)
    {
        var random = new Random(7);
        var off = new List<(double Error, double Sd)>();
        for (var seed = 0; seed < 60; seed++)
        {
            if (Found(Bar(width, angle, (random.NextDouble() * 8) - 4, 90, 8, seed), angle) is { } found)
            {
                off.Add((found.A.To(found.B) - width, found.SdPx));
            }
        }

        Assert.InRange(off.Count, 54, 60);
        Assert.InRange(off.Average(o => o.Error), -0.25, 0.25);
        Assert.InRange(off.Count(o => Math.Abs(o.Error) < o.Sd) / (double)off.Count, 0.6, 1);
        Assert.InRange(off.Count(o => Math.Abs(o.Error) < 2 * o.Sd) / (double)off.Count, 0.9, 1);
    }

    [Fact]
    public void Where_no_edge_is_clear_or_two_are_nothing_is_said()
    {
        Assert.Null(Found(Bar(8, 10, 0, 0, 8, 1), 10));
        Assert.Null(Found(Bar(8, 10, 0, 6, 12, 1), 10));

        // Out of a finger's reach.
        Assert.Null(Found(Bar(8, 10, 30, 90, 8, 1), 10));
        Assert.Null(EdgeWidth.Of(Bar(8, 10, 0, 90, 8, 1), new Pixel(60, 60), 0, 0));
    }

    [Fact]
    public void Bright_on_dark_is_found_as_well_and_at_the_border_nothing_fails()
    {
        var dark = Found(Bar(8, 20, 1, 90, 4, 3), 20)!;
        var bright = Found(Bar(8, 20, 1, -60, 4, 3), 20)!;
        Assert.Equal(dark.A.To(dark.B), bright.A.To(bright.B), 0.5);
        for (var v = 0; v <= 120; v += 60)
        {
            _ = EdgeWidth.Of(Bar(8, 20, 1, 90, 4, 3), new Pixel(0, v), 1, 2);
        }
    }
}
