using Gemmifer.Core.Families.Roses.Climbing;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Supports;
using Gemmifer.Core.Training;

namespace Gemmifer.Core.Tests.Training;

/// <summary>
/// Lines over arches, along beams and wires, against plain geometry; bloom points against hand-worked cases.
/// </summary>
public class SupportLinesTests
{
    private static readonly Point3 Crown = new(0, 0, 0);

    private static Support Of(SupportKind kind, double from, double width, double height, params double[] wires) =>
        new(kind, from, width, height, 0, [.. wires.Select(w => new Wire(w, 0))], []);

    [Fact]
    public void An_arch_is_a_leg_and_a_half_circle()
    {
        // By hand: 1,400 mm wide and 2,300 mm high is legs of 1,600 mm and a half circle of 700 mm radius.
        var line = Assert.IsType<BentLine>(
            Assert.Single(Assert.Single(SupportLines.Ways(Of(SupportKind.Arch, 0, 1400, 2300), Crown, 1)))
        );
        Assert.Equal(1600 + (Math.PI * 700), line.LengthMm, 1e-6);
        Assert.Equal(700, line.RadiusMm, 1e-6);
        Near(new(0, 0, 1600), line.At(1600));
        Near(new(700, 0, 2300), line.At(1600 + (Math.PI * 350)));
        Near(new(1400, 0, 1600), line.At(line.LengthMm));
        Assert.Equal((0.0, 90.0), (line.LeanAt(800), Math.Round(line.LeanAt(1600 + (Math.PI * 350)), 6)));

        // From the right leg it is the mirror image.
        var right = Assert.Single(Assert.Single(SupportLines.Ways(Of(SupportKind.Arch, -1400, 1400, 2300), Crown, 1)));
        Near(new(-700, 0, 2300), right.At(1600 + (Math.PI * 350)));
    }

    [Fact]
    public void A_low_wide_arch_is_one_flat_bow()
    {
        // Chord 4,000 mm, rise 1,000 mm: radius (2,000² + 1,000²) / 2,000 = 2,500 mm.
        var line = Assert.IsType<BentLine>(
            Assert.Single(Assert.Single(SupportLines.Ways(Of(SupportKind.Arch, 0, 4000, 1000), Crown, 1)))
        );
        Assert.Equal(2500, line.RadiusMm, 1e-6);
        Near(new(2000, 0, 1000), line.At(line.LengthMm / 2));
        Near(new(4000, 0, 0), line.At(line.LengthMm));
    }

    [Fact]
    public void A_beam_is_reached_by_a_quarter_circle_and_followed_both_ways_where_there_is_room()
    {
        foreach (var way in SupportLines.Ways(Of(SupportKind.Pergola, -2000, 4000, 2400), Crown, 2))
        {
            Assert.Equal(2, way.Length);
            Assert.All(way, l => Assert.Equal(2400, l.At(l.LengthMm).Z, 1e-6));
            Assert.Equal([1900, -1900], way.Select(l => Math.Round(l.At(l.LengthMm).X, 6)));
            Assert.Equal(90, way[0].LeanAt(way[0].LengthMm), 1e-6);
        }

        // A post at the end: all to the one side, side by side.
        var first = SupportLines.Ways(Of(SupportKind.Pergola, 0, 3600, 2400), Crown, 3).First();
        Assert.All(first, l => Assert.Equal(3500, l.At(l.LengthMm).X, 1e-6));
        Assert.Equal([-80.0, 0, 80], first.Select(l => l.At(0).Y));
    }

    [Fact]
    public void On_wires_a_line_that_would_cross_none_runs_along_the_nearest()
    {
        var lines = SupportLines.Ways(Of(SupportKind.Wires, -2000, 4000, 2000, 1300, 1700), Crown, 4).Single();
        Assert.Equal(4, lines.Length);
        Near(new(-1900, 0, 1300), lines[0].At(lines[0].LengthMm));
        Near(new(1900, 0, 1300), lines[^1].At(lines[^1].LengthMm));
        var support = Of(SupportKind.Wires, -2000, 4000, 2000, 1300, 1700);
        Assert.All(lines, l => Assert.True(Ties.Of(support, l, 0, l.LengthMm, 350).Length >= 2));
        Assert.All(Ties.Of(support, lines[0], 100, 1500, 350), t =>
            Assert.Equal(("wire 1", 1300.0), (t.On, t.Place.Z))
        );
    }

    [Fact]
    public void Spirals_start_evenly_round_the_post_and_the_flattest_come_first()
    {
        var ways = SupportLines.Ways(Of(SupportKind.Post, -50, 100, 2400), Crown, 3).ToArray();
        Assert.Equal(ways.Select(w => w[0].LeanAt(0)).OrderDescending(), ways.Select(w => w[0].LeanAt(0)));
        Assert.All(ways, w => Assert.Equal(2300, w[0].At(w[0].LengthMm).Z, 1e-6));
        Assert.All(ways, w =>
            Assert.All(w, l => Assert.Equal(65, Math.Sqrt(Math.Pow(l.At(400).X, 2) + Math.Pow(l.At(400).Y, 2)), 1e-6))
        );
        Near(
            ways[0][0].At(0) * -1,
            (ways[0][1].At(0)) + (ways[0][2].At(0)),
            "three points evenly round a circle sum to nothing"
        );
    }

    [Fact]
    public void Bloom_points_of_worked_cases()
    {
        // 1,000 mm level, then nothing: 20 nodes at 50 mm. Upright: the tip alone. 500 mm up and 500 mm level: 10 or so
        // nodes, no upright tip.
        static CaneShape Bent(params Point3[] corners)
        {
            var fine = corners
                .Zip(corners.Skip(1))
                .SelectMany(
                    (p, i) =>
                        Enumerable
                            .Range(i == 0 ? 0 : 1, 25 + (i == 0 ? 1 : 0))
                            .Select(k => p.First + ((p.Second - p.First) * (k / 25.0)))
                )
                .ToArray();
            return new CaneShape([.. fine], fine[0].DistanceTo(fine[1]));
        }

        static int Count(CaneShape shape, params (double, int)[] shoots) =>
            BloomForecast.Points(shape, 50, shoots).Count();
        Assert.Equal(20, Count(Bent(new(0, 0, 0), new(1000, 0, 0))));
        Assert.Equal(1, Count(Bent(new(0, 0, 0), new(0, 0, 1000))));
        Assert.InRange(Count(Bent(new(0, 0, 0), new(0, 0, 500), new(500, 0, 500))), 10, 11);

        // An upright cane with three side shoots of two buds each: its tip and six buds.
        Assert.Equal(7, Count(Bent(new(0, 0, 0), new(0, 0, 1000)), (300, 2), (500, 2), (700, 2)));

        // On a level cane the node from which a side shoot came is the shoot's now: 19 nodes and its three buds.
        Assert.Equal(22, Count(Bent(new(0, 0, 0), new(1000, 0, 0)), (500, 3)));
        Assert.All(BloomForecast.Points(Bent(new(0, 0, 400), new(1000, 0, 400)), 50, []), p =>
            Assert.Equal(400, p.Z, 1e-9)
        );
    }

    private static void Near(Point3 wanted, Point3 found, string why = "") =>
        Assert.True(wanted.DistanceTo(found) < 1e-6, $"{found} instead of {wanted} {why}");
}
