using System.Text.Json;
using System.Text.Json.Nodes;
using Gemmifer.Core.Photographs;

namespace Gemmifer.Core.Tests.Photographs;

/// <summary>Canes reckoned from taps on photographs, against canes of known shape.</summary>
public partial class TraceTests
{
    /// <summary>A cane as it truly is.</summary>
    private sealed record Truth(double Clock, double Lean, double TipLean, double Length, double X, double Y);

    /// <summary>
    /// The central projection as textbooks of photogrammetry have it, written out in homogeneous coordinates with a
    /// rotation and a translation, apart from the application's own: x' = K [R | t] X.
    /// </summary>
    private static (double U, double V) Project(
        double from,
        double distance,
        double height,
        double turnDeg,
        (int W, int H) size,
        double focal35,
        (double X, double Y, double Z) point
    )
    {
        var beta = from * Math.PI / 6;
        double[] camera = [distance * Math.Sin(beta), distance * Math.Cos(beta), height];
        var heading = beta + Math.PI - (turnDeg * Math.PI / 180);
        double[][] rotation =
        [
            [Math.Cos(heading), -Math.Sin(heading), 0],
            [0, 0, -1],
            [Math.Sin(heading), Math.Cos(heading), 0],
        ];
        double[] x = [point.X - camera[0], point.Y - camera[1], point.Z - camera[2]];
        var seen = rotation.Select(row => row.Zip(x, (a, b) => a * b).Sum()).ToArray();
        var f = focal35 / 36 * Math.Max(size.W, size.H);
        return (
            ((f * seen[0]) + (size.W / 2.0 * seen[2])) / seen[2],
            ((f * seen[1]) + (size.H / 2.0 * seen[2])) / seen[2]
        );
    }

    /// <summary>A place on a cane: its lean changes evenly along it (integrated in small steps).</summary>
    private static (double X, double Y, double Z) On(Truth t, double share)
    {
        const int steps = 4000;
        var (r, z) = (0.0, 0.0);
        for (var i = 0; i < steps * share; i++)
        {
            var lean = (t.Lean + ((t.TipLean - t.Lean) * (i + 0.5) / steps)) * Math.PI / 180;
            r += Math.Sin(lean) * t.Length / steps;
            z += Math.Cos(lean) * t.Length / steps;
        }

        var b = t.Clock * Math.PI / 6;
        return (t.X + (r * Math.Sin(b)), t.Y + (r * Math.Cos(b)), z);
    }

    private sealed record Shot(string Id, double From, double Distance, double Height, double Turn, double Focal35)
    {
        public (int W, int H) Size { get; init; } = (1600, 1200);

        public (double Clock, double Mm) Stick { get; init; } = (3.5, 200);

        public (double U, double V) See((double X, double Y, double Z) p) =>
            Project(From, Distance, Height, Turn, Size, Focal35, p);
    }

    private static JsonArray Px((double U, double V) p, Random? noise) => [p.U + Noise(noise), p.V + Noise(noise)];

    private static double Noise(Random? random) =>
        random is null
            ? 0
            : 4 * Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());

    private static JsonObject View(Shot s, Random? noise)
    {
        var b = s.Stick.Clock * Math.PI / 6;
        var (x, y) = (s.Stick.Mm * Math.Sin(b), s.Stick.Mm * Math.Cos(b));
        return new JsonObject
        {
            ["id"] = s.Id,
            ["from"] = s.From,
            ["size"] = new JsonArray(s.Size.W, s.Size.H),
            ["focal35"] = s.Focal35,
            ["crown"] = Px(s.See((0, 0, 0)), noise),
            ["stick"] = new JsonObject
            {
                ["a"] = Px(s.See((x, y, 0)), noise),
                ["b"] = Px(s.See((x, y, 1000)), noise),
                ["mm"] = 1000,
                ["at"] = new JsonArray(s.Stick.Clock, s.Stick.Mm),
            },
        };
    }

    private static JsonObject Cane(string id, Truth truth, Shot[] shots, int between, Random? noise)
    {
        var on = new JsonObject();
        foreach (var shot in shots)
        {
            on[shot.Id] = new JsonArray([
                .. Enumerable
                    .Range(0, between + 2)
                    .Select(i => (JsonNode)Px(shot.See(On(truth, (double)i / (between + 1))), noise)),
            ]);
        }

        return new JsonObject { ["id"] = id, ["on"] = on };
    }

    private static JsonObject Asked(Shot[] shots, Random? noise, params JsonObject[] canes) =>
        new()
        {
            ["views"] = new JsonArray([.. shots.Select(s => (JsonNode)View(s, noise))]),
            ["canes"] = new JsonArray([.. canes.Select(c => c.DeepClone())]),
        };

    private static TraceReading Reading(JsonNode asked)
    {
        using var document = JsonDocument.Parse(asked.ToJsonString());
        return TraceReader.Read(document.RootElement);
    }

    private static TraceAnswer Reckoned(JsonNode asked)
    {
        var reading = Reading(asked);
        Assert.True(
            reading is TraceReading.Valid,
            reading is TraceReading.Invalid bad ? string.Join("; ", bad.Errors) : ""
        );
        return Trace.Canes(((TraceReading.Valid)reading).Asked);
    }

    private static readonly Shot Front = new("front", 6, 3200, 700, 0, 26),
        Side = new("side", 3, 3000, 800, 3, 26);

    private static double HoursApart(double a, double b) => Math.Abs(Math.IEEERemainder(a - b, 12));

    [Theory]
    [InlineData(4.4, 21, 30, 1120)]
    [InlineData(12, 5, 60, 1800)]
    [InlineData(9.5, 40, 40, 700)]
    [InlineData(1.3, 10, 110, 1500)]
    [InlineData(6, 35, 12, 900)]
    [InlineData(3, 60, 100, 1500)]
    public void Taps_without_error_give_the_cane_back(double clock, double lean, double tipLean, double length)
    {
        var truth = new Truth(clock, lean, tipLean, length, 20, -15);
        Shot[] shots = [Front, Side];
        var stem = Assert.Single(Reckoned(Asked(shots, null, Cane("A", truth, shots, 2, null))).Stems);
        Assert.InRange(HoursApart(stem.Clock!.Value, clock), 0, 0.02);
        Assert.Equal(lean, stem.Lean!.Value, 0.5);
        Assert.Equal(tipLean, stem.TipLean!.Value, 0.5);
        Assert.Equal(length, stem.Length!.Value, length * 0.003);
        Assert.Equal(25, stem.Radius!.Value, 3.0);
    }

    [Theory]
    [InlineData(0)]
    [InlineData(14)]
    [InlineData(-20)]
    public void A_camera_is_found_where_it_stands_however_it_is_turned(double turn)
    {
        var shot = Front with { Turn = turn, From = 7 };
        var asked = Assert.IsType<TraceReading.Valid>(Reading(Asked([shot], null))).Asked;
        var camera = Camera.Of(asked.Views[0])!;
        Assert.Equal(shot.Height, camera.At.Z, 0.5);
        Assert.Equal(shot.Distance, Math.Sqrt((camera.At.X * camera.At.X) + (camera.At.Y * camera.At.Y)), 0.5);
    }

    [Theory]
    [InlineData(3)]
    [InlineData(4.5)]
    [InlineData(8.2)]
    [InlineData(11)]
    public void In_one_picture_the_rest_follows_from_a_bearing_that_is_said(double clock)
    {
        var truth = new Truth(clock, 20, 45, 1300, 0, 0);
        Shot[] shots = [Front];
        var cane = Cane("A", truth, shots, 2, null);
        cane["clock"] = clock;
        var answer = Reckoned(Asked(shots, null, cane));
        var stem = Assert.Single(answer.Stems);
        Assert.Empty(answer.Warnings);
        Assert.Equal(clock, stem.Clock!.Value, 0.01);
        Assert.Equal(20, stem.Lean!.Value, 2.0);
        Assert.Equal(45, stem.TipLean!.Value, 2.0);
        Assert.Equal(1300, stem.Length!.Value, 13.0);
        Assert.Equal(0, stem.Spread!.Clock);
    }

    [Fact]
    public void In_one_picture_without_a_bearing_there_is_none_and_the_least_is_told()
    {
        var truth = new Truth(4.5, 20, 45, 1300, 0, 0);
        Shot[] shots = [Front];
        var answer = Reckoned(Asked(shots, null, Cane("A", truth, shots, 1, null)));
        var stem = Assert.Single(answer.Stems);
        Assert.Null(stem.Clock);
        Assert.Equal("one-view", Assert.Single(answer.Warnings).Code);
        Assert.InRange(stem.Length!.Value, 800, 1300 * 1.01);
    }

    /// <summary>Told spreads are honest: about 68 in 100 of the true values lie within one, 95 within two.</summary>
    [Fact]
    public void Spreads_are_what_the_error_of_a_finger_comes_to()
    {
        var random = new Random(20_271);
        var z = new List<double>[] { [], [], [], [] };
        for (var n = 0; n < 250; n++)
        {
            var truth = new Truth(
                (random.NextDouble() * 12) + 1e-3,
                10 + (random.NextDouble() * 30),
                20 + (random.NextDouble() * 50),
                700 + (random.NextDouble() * 1100),
                (random.NextDouble() * 60) - 30,
                (random.NextDouble() * 60) - 30
            );
            Shot[] shots =
            [
                Front with
                {
                    Distance = 2800 + (random.NextDouble() * 1000),
                    Turn = (random.NextDouble() * 8) - 4,
                },
                Side with
                {
                    Distance = 2800 + (random.NextDouble() * 1000),
                },
            ];
            var stem = Assert.Single(Reckoned(Asked(shots, random, Cane("A", truth, shots, 2, random))).Stems);
            if (stem.Spread is not { } sd)
            {
                continue;
            }

            z[0].Add(HoursApart(stem.Clock!.Value, truth.Clock) / sd.Clock);
            z[1].Add(Math.Abs(stem.Lean!.Value - truth.Lean) / sd.Lean);
            z[2].Add(Math.Abs(stem.TipLean!.Value - truth.TipLean) / sd.TipLean);
            z[3].Add(Math.Abs(stem.Length!.Value - truth.Length) / sd.Length);
        }

        Assert.All(z, measure =>
        {
            Assert.InRange(measure.Count, 245, 250);
            Assert.InRange(measure.Count(v => v < 1) / (double)measure.Count, 0.59, 0.77);
            Assert.InRange(measure.Count(v => v < 2) / (double)measure.Count, 0.91, 0.985);
        });
    }

    [Fact]
    public void A_thickness_is_told_across_the_cane_at_its_own_distance()
    {
        var truth = new Truth(3, 0.5, 0.5, 1200, 0, 0);
        Shot[] shots = [Front];
        var cane = Cane("A", truth, shots, 1, null);
        cane["clock"] = 3;
        var (x, y, z) = On(truth, 0.5);
        var (left, right) = (Front.See((x - 7, y, z)), Front.See((x + 7, y, z)));

        // A slanted pair measures the same across.
        cane["width"] = new JsonObject { ["front"] = new JsonArray(Px((left.U, left.V + 5), null), Px(right, null)) };
        var stem = Assert.Single(Reckoned(Asked(shots, null, cane)).Stems);
        Assert.Equal(14, stem.Diameter!.Value, 0.2);
        var perPx = 14 / (right.U - left.U);
        Assert.Equal(4 * Math.Sqrt(2) * perPx, stem.Spread!.Diameter!.Value, 0.1);

        // Found by its edges it is surer.
        cane["widthSd"] = new JsonObject { ["front"] = 0.5 };
        Assert.Equal(
            0.5 * perPx,
            Assert.Single(Reckoned(Asked(shots, null, cane)).Stems).Spread!.Diameter!.Value,
            0.02
        );
    }

    [Fact]
    public void Pictures_that_contradict_each_other_are_told_and_not_averaged_away()
    {
        Shot[] shots = [Front, Side];
        var (one, other) = (new Truth(4, 20, 40, 1200, 0, 0), new Truth(9, 25, 60, 700, 0, 0));
        var cane = Cane("A", one, shots, 1, null);
        cane["on"]!["side"] = Cane("A", other, shots, 1, null)["on"]!["side"]!.DeepClone();
        var answer = Reckoned(Asked(shots, null, cane));
        Assert.Contains(answer.Warnings, w => w is { Code: "contradict", Cane: "A" });
        Assert.Null(Assert.Single(answer.Stems).Length);

        // A foot far from the crown.
        var upside = Cane("B", new Truth(4, 20, 40, 1200, 0, 0), shots, 1, null);
        foreach (var view in (string[])["front", "side"])
        {
            var taps = upside["on"]![view]!.AsArray();
            upside["on"]![view] = new JsonArray([.. taps.Reverse().Select(t => t!.DeepClone())]);
        }

        Assert.Contains(Reckoned(Asked(shots, null, upside)).Warnings, w => w is { Code: "foot", Cane: "B" });
    }

    [Fact]
    public void Moving_and_turning_the_camera_moves_nothing_of_the_cane()
    {
        var truth = new Truth(7.3, 25, 55, 1250, 10, 10);
        TracedStem At(Shot a, Shot b)
        {
            Shot[] shots = [a, b];
            return Reckoned(Asked(shots, null, Cane("A", truth, shots, 2, null))).Stems[0];
        }

        var first = At(Front, Side);
        foreach (
            var other in new[]
            {
                At(Front with { Distance = 3800, Height = 300 }, Side with { Turn = -9 }),
                At(Front with { Focal35 = 50, Turn = 6 }, Side with { Focal35 = 24 }),
                At(Front with { Size = (900, 1600) }, Side with { Size = (4000, 3000) }),
                At(Side, Front),
                At(Front, Side with { Stick = (9, 600) }),
            }
        )
        {
            Assert.InRange(HoursApart(first.Clock!.Value, other.Clock!.Value), 0, 0.02);
            Assert.Equal(first.Length!.Value, other.Length!.Value, 2.0);
            Assert.Equal(first.Lean!.Value, other.Lean!.Value, 0.4);
        }
    }
}
