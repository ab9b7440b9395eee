using System.Text.Json;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Supports;
using Gemmifer.Core.Training;

namespace Gemmifer.Core.Tests.Training;

public class FanTests
{
    private static readonly Point3 Crown = new(0, 0, 0);

    public static TheoryData<int> Counts => [1, 2, 3, 4, 5, 6, 7, 8];

    private static Support Wall(
        double width = 2400,
        double height = 2200,
        double from = -1200,
        params Opening[] openings
    ) => new(SupportKind.Wall, from, width, height, 80, [], [.. openings]);

    private static double AngleOf(TargetLine line) => line.AngleFromRight;

    [Theory]
    [MemberData(nameof(Counts))]
    public void Each_line_has_about_the_same_share_of_the_face_nearest_to_it(int count)
    {
        // An independent way: places strewn evenly over the face go to the sector they lie in; sectors are bounded half
        // way in area,
        // so that each line keeps about one part in so many of the face that can be reached.
        var lines = Fan.Lines(Wall(), Crown, count);
        Assert.Equal(count, lines.Length);
        var random = new Random(1);
        var angles = Enumerable
            .Range(0, 200_000)
            .Select(_ => (X: (random.NextDouble() * 2400) - 1200, Z: random.NextDouble() * 2200))
            .Select(p => Math.Atan2(p.Z, p.X))
            .Where(a => a > Fan.FlattestDeg * Math.PI / 180 && a < Math.PI - (Fan.FlattestDeg * Math.PI / 180))
            .OrderDescending()
            .ToArray();
        for (var i = 0; i < count; i++)
        {
            var (from, to) = (angles[angles.Length * (i + 1) / count - 1], angles[angles.Length * i / count]);
            Assert.InRange(AngleOf(lines[i]), from - 0.02, to + 0.02);
        }
    }

    [Theory]
    [MemberData(nameof(Counts))]
    public void The_lowest_lines_are_the_flattest_and_a_mirrored_face_has_mirrored_lines(int count)
    {
        var lines = Fan.Lines(Wall(3000, 2000, -1000), Crown, count);
        Assert.Equal(lines.Select(AngleOf).OrderDescending(), lines.Select(AngleOf));
        Assert.Equal(Enumerable.Range(1, lines.Length), lines.Select(l => l.Number));
        var mirrored = Fan.Lines(Wall(3000, 2000, -2000), Crown, count);
        Assert.Equal(lines.Length, mirrored.Length);
        foreach (var (a, b) in lines.Zip(mirrored.Reverse()))
        {
            Assert.Equal(AngleOf(a), Math.PI - AngleOf(b), 1e-6);
            Assert.Equal(a.LengthMm, b.LengthMm, 1e-3);
        }
    }

    [Theory]
    [InlineData(200, 900, 900, 1000)]
    [InlineData(-1100, 0, 600, 1900)]
    [InlineData(-300, 1200, 600, 700)]
    public void Openings_and_edges_keep_their_margin(double x, double z, double width, double height)
    {
        var wall = Wall(2400, 2200, -1200, new Opening(x, z, width, height));
        var lines = Fan.Lines(wall, Crown, 6);
        Assert.NotEmpty(lines);
        foreach (var line in lines)
        {
            for (var along = 0.0; along <= line.LengthMm; along += 5)
            {
                var p = line.At(along);
                Assert.True(
                    p.X >= -1200 + Fan.MarginMm - 0.01
                        && p.X <= 1200 - Fan.MarginMm + 0.01
                        && p.Z <= 2200 - Fan.MarginMm + 0.01
                );
                Assert.False(
                    p.X > x - Fan.MarginMm + 0.01
                        && p.X < x + width + Fan.MarginMm - 0.01
                        && p.Z > z - Fan.MarginMm + 0.01
                        && p.Z < z + height + Fan.MarginMm - 0.01
                );
            }
        }
    }

    [Fact]
    public void A_face_too_small_to_tie_to_has_no_lines_and_a_post_is_not_flat()
    {
        Assert.Empty(Fan.Lines(Wall(220, 220, -110), Crown, 3));
        Assert.Throws<ArgumentException>(() => Fan.Lines(Wall() with { Kind = SupportKind.Post }, Crown, 3));
    }

    [Fact]
    public void Ties_stand_on_the_wires_or_no_further_apart_than_their_spacing()
    {
        var line = new StraightLine(1, new Point3(0, 80, 0), new Point3(Math.Cos(0.6), 0, Math.Sin(0.6)), 2000);
        var wires = Wall() with
        {
            Kind = SupportKind.Wires,
            Wires = [new Wire(300, 80), new Wire(600, 80), new Wire(900, 80), new Wire(1200, 80)],
        };
        var ties = Ties.Of(wires, line, 100, 1900, 350);
        Assert.Equal([300, 600, 900], ties.Select(t => Math.Round(t.Place.Z, 6)));
        Assert.Equal(["wire 1", "wire 2", "wire 3"], ties.Select(t => t.On));
        var wall = Ties.Of(Wall(), line, 100, 1900, 350);
        Assert.Equal(100, wall[0].AlongMm, 1e-9);
        Assert.Equal(1900, wall[^1].AlongMm, 1e-9);
        Assert.All(wall.Zip(wall.Skip(1)), p => Assert.True(p.Second.AlongMm - p.First.AlongMm <= 350 + 1e-9));
        Assert.Equal(Enumerable.Range(1, wall.Length), wall.Select(t => t.Number));

        // By hand: five ties round 12 mm: 5 × (2 × π × 12 × 1.5 + 250) mm = 1,815 mm.
        Assert.Equal(1.815, Ties.Metres(5, 12), 1e-3);
    }

    [Theory]
    [InlineData(90, 1500, 50, true, 30)]
    [InlineData(45, 1500, 50, true, 30)]
    [InlineData(44, 1500, 50, true, 1)]
    [InlineData(0, 1500, 50, true, 1)]
    [InlineData(10, 1500, 50, false, 0)]
    [InlineData(140, 1000, 50, true, 20)]
    [InlineData(90, 0, 50, true, 0)]
    public void Flat_wood_flowers_at_every_node_and_upright_wood_at_its_tip(
        double lean,
        double length,
        double internode,
        bool tip,
        int points
    ) => Assert.Equal(points, Bloom.PointsOn(lean, length, internode, tip));

    [Fact]
    public void The_support_of_the_contract_is_read()
    {
        var (support, errors) = Read(
            """{ "kind": "wall", "from": -1200, "width": 2400, "height": 2200, "y": 80, "wires": [ { "height": 900, "y": 80 } ], "openings": [ { "x": 200, "z": 900, "width": 900, "height": 1000 } ] }"""
        );
        Assert.Empty(errors);
        Assert.Equal(
            (SupportKind.Wall, -1200.0, 1200.0, 2200.0, 80.0),
            (support!.Kind, support.FromMm, support.ToMm, support.HeightMm, support.YMm)
        );
        Assert.Equal(
            (new Wire(900, 80), new Opening(200, 900, 900, 1000)),
            (Assert.Single(support.Wires), Assert.Single(support.Openings))
        );
        var (plain, _) = Read("""{ "kind": "t-trellis", "width": 2000, "height": 1800 }""");
        Assert.Equal((SupportKind.TTrellis, -1000.0, 0.0), (plain!.Kind, plain.FromMm, plain.YMm));
    }

    [Theory]
    [InlineData("""{ "kind": "cliff", "width": 2400, "height": 2200 }""", "/support/kind")]
    [InlineData("""{ "kind": "wall", "height": 2200 }""", "/support/width")]
    [InlineData("""{ "kind": "wall", "width": 49, "height": 2200 }""", "/support/width")]
    [InlineData("""{ "kind": "wall", "width": 1e999, "height": 2200 }""", "/support/width")]
    [InlineData("""{ "kind": "wall", "width": 2400, "height": 10001 }""", "/support/height")]
    [InlineData("""{ "kind": "wires", "width": 2400, "height": 2200 }""", "/support/wires")]
    [InlineData(
        """{ "kind": "wires", "width": 2400, "height": 2200, "wires": [ { "height": 2201 } ] }""",
        "/support/wires/0/height"
    )]
    [InlineData(
        """{ "kind": "wall", "width": 2400, "height": 2200, "openings": [ { "x": 0, "z": 0, "width": 0, "height": 5 } ] }""",
        "/support/openings/0/width"
    )]
    [InlineData(
        """{ "kind": "wall", "width": 2400, "height": 2200, "openings": [ { "z": 0, "width": 10, "height": 5 } ] }""",
        "/support/openings/0/x"
    )]
    [InlineData("""[]""", "/support")]
    public void What_is_wrong_with_a_support_is_named(string json, string path)
    {
        var (support, errors) = Read(json);
        Assert.Null(support);
        Assert.Contains(errors, e => e.Path == path);
    }

    private static (Support? Support, List<SurveyError> Errors) Read(string json)
    {
        var notes = new SurveyNotes();
        return (SupportReader.Read(JsonDocument.Parse(json).RootElement, "/support", notes), notes.Errors);
    }
}
