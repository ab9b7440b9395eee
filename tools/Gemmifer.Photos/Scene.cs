using SkiaSharp;

namespace Gemmifer.Photos;

/// <summary>A cane of known shape: an arc in a vertical plane.</summary>
/// <param name="X">Of its foot from the crown, mm; also Y.</param>
/// <param name="Diameter">At its foot, mm.</param>
/// <param name="Z">Of its foot above the soil, mm.</param>
/// <param name="Upto">It stands up to there, as a share of its length: it was cut.</param>
internal sealed record ShownCane(
    string Id,
    double Clock,
    double Lean,
    double TipLean,
    double Length,
    double Diameter,
    int Age,
    double X,
    double Y,
    double Z = 0,
    double Upto = 1
)
{
    /// <summary>A place on it by its share of the length, integrated in small steps.</summary>
    public (double X, double Y, double Z) At(double share)
    {
        const int steps = 400;
        var (r, z) = (0.0, 0.0);
        var n = (int)(steps * share);
        for (var i = 0; i < n; i++)
        {
            var lean = (Lean + ((TipLean - Lean) * (i + 0.5) / steps)) * Math.PI / 180;
            r += Math.Sin(lean) * Length / steps;
            z += Math.Cos(lean) * Length / steps;
        }

        var b = Clock * Math.PI / 6;
        return (X + (r * Math.Sin(b)), Y + (r * Math.Cos(b)), Z + z);
    }

    /// <summary>How thick it is there, mm: it tapers to a third.</summary>
    public double ThickAt(double share) => Diameter * (1 - (0.65 * share));
}

/// <summary>Where a picture is taken from. Lengths are mm; the crown is the origin.</summary>
internal sealed record Standing(string Id, double From, double Distance, double Height, double TurnDeg)
{
    public const int Width = 1600,
        High = 1200;

    public const double Focal35 = 26;

    private static double FocalPx => Focal35 / 36 * Width;

    /// <summary>Where a point is in the picture, and how far ahead: a level pinhole camera.</summary>
    public (double U, double V, double Depth) See((double X, double Y, double Z) p)
    {
        var b = From * Math.PI / 6;
        var heading = b + Math.PI - (TurnDeg * Math.PI / 180);
        var (x, y) = (p.X - (Distance * Math.Sin(b)), p.Y - (Distance * Math.Cos(b)));
        var ahead = (x * Math.Sin(heading)) + (y * Math.Cos(heading));
        var right = (x * Math.Cos(heading)) - (y * Math.Sin(heading));
        return ((Width / 2.0) + (FocalPx * right / ahead), (High / 2.0) - (FocalPx * (p.Z - Height) / ahead), ahead);
    }

    public double PxPerMm(double depth) => FocalPx / depth;
}

/// <summary>Draws a plant before a wall, with a stick beside it: plainly a drawing, in true perspective.</summary>
internal static class Scene
{
    /// <summary>Where the foot of the stick stands, and how long it is.</summary>
    public static readonly (double X, double Y, double Mm) Stick = (260, -60, 1000);

    private static readonly SKColor[] Barks = [new(112, 138, 62), new(132, 96, 58), new(104, 90, 78), new(86, 78, 74)];

    /// <summary>The picture.</summary>
    /// <param name="seed">Of leaves, stones and noise.</param>
    /// <param name="noise">How strong that is, of 255.</param>
    public static SKBitmap Draw(IReadOnlyList<ShownCane> canes, Standing from, int seed, double noise = 12)
    {
        var random = new Random(seed);
        var picture = new SKBitmap(Standing.Width, Standing.High, SKColorType.Rgba8888, SKAlphaType.Opaque);
        using var canvas = new SKCanvas(picture);
        Wall(canvas, from, random);
        foreach (var cane in canes.OrderByDescending(c => from.See(c.At(0.5)).Depth))
        {
            Cane(canvas, cane, from, random);
        }

        DrawStick(canvas, from);
        canvas.Flush();
        Noise(picture, random, noise);
        return picture;
    }

    private static void Wall(SKCanvas canvas, Standing from, Random random)
    {
        canvas.Clear(new SKColor(206, 196, 176));
        using var paint = new SKPaint { IsAntialias = true };
        var horizon = (float)from.See((0, 0, 0)).V;

        // Courses of stone, lighter than any bark, with joints hardly darker.
        for (var y = 0; y < horizon; y += 46)
        {
            var shift = y / 46 % 2 * 60;
            for (var x = -shift; x < Standing.Width; x += 120)
            {
                var grey = (byte)(196 + random.Next(18));
                paint.Color = new SKColor(grey, (byte)(grey - 8), (byte)(grey - 22));
                canvas.DrawRect(x + 2, y + 2, 116, 42, paint);
            }
        }

        paint.Color = new SKColor(120, 98, 74);
        canvas.DrawRect(0, horizon + 6, Standing.Width, Standing.High, paint);
        for (var i = 0; i < 900; i++)
        {
            paint.Color = new SKColor(
                (byte)random.Next(90, 140),
                (byte)random.Next(78, 110),
                (byte)random.Next(56, 84)
            );
            canvas.DrawCircle(
                random.Next(Standing.Width),
                horizon + 8 + random.Next(Math.Max(1, Standing.High - (int)horizon)),
                random.Next(1, 5),
                paint
            );
        }
    }

    private static void Cane(SKCanvas canvas, ShownCane cane, Standing from, Random random)
    {
        const int pieces = 60;
        var bark = Barks[Math.Min(cane.Age, Barks.Length) - 1];
        using var paint = new SKPaint { IsAntialias = true };
        var places = Enumerable
            .Range(0, pieces + 1)
            .Select(i =>
            {
                var share = cane.Upto * i / pieces;
                var (u, v, depth) = from.See(cane.At(share));
                return (U: u, V: v, Half: cane.ThickAt(share) / 2 * from.PxPerMm(depth));
            })
            .ToArray();

        // Strips side by side from shade to light, as round wood has them.
        const int strips = 7;
        for (var s = 0; s < strips; s++)
        {
            var (a, b) = (-1 + (2.0 * s / strips), -1 + (2.0 * (s + 1) / strips));
            var light = 0.72 + (0.36 * Math.Sqrt(Math.Max(0, 1 - Math.Pow(((a + b) / 2) + 0.25, 2))));
            paint.Color = new SKColor(
                (byte)Math.Min(255, bark.Red * light),
                (byte)Math.Min(255, bark.Green * light),
                (byte)Math.Min(255, bark.Blue * light)
            );
            using var path = new SKPathBuilder();
            for (var i = 0; i <= pieces; i++)
            {
                var (x, y) = Beside(places, i, a);
                if (i == 0)
                {
                    path.MoveTo(x, y);
                }
                else
                {
                    path.LineTo(x, y);
                }
            }

            for (var i = pieces; i >= 0; i--)
            {
                var (x, y) = Beside(places, i, b);
                path.LineTo(x, y);
            }

            path.Close();
            using var outline = path.Detach();
            canvas.DrawPath(outline, paint);
        }

        // A few leaves above the middle; the lower half is bare, as in winter.
        for (var i = 0; i < (cane.Upto < 1 ? 0 : 5); i++)
        {
            var at = places[random.Next(pieces / 2, pieces)];
            paint.Color = new SKColor(
                (byte)random.Next(60, 96),
                (byte)random.Next(104, 140),
                (byte)random.Next(52, 76)
            );
            canvas.Save();
            canvas.Translate((float)at.U, (float)at.V);
            canvas.RotateDegrees(random.Next(360));
            canvas.DrawOval(14, 0, 11, 5, paint);
            canvas.Restore();
        }
    }

    private static (float X, float Y) Beside((double U, double V, double Half)[] places, int i, double side)
    {
        var (before, after) = (places[Math.Max(0, i - 1)], places[Math.Min(places.Length - 1, i + 1)]);
        var (du, dv) = (after.U - before.U, after.V - before.V);
        var length = Math.Max(1e-6, Math.Sqrt((du * du) + (dv * dv)));
        var half = places[i].Half * side;
        return ((float)(places[i].U - (dv / length * half)), (float)(places[i].V + (du / length * half)));
    }

    private static void DrawStick(SKCanvas canvas, Standing from)
    {
        using var paint = new SKPaint { IsAntialias = true };
        for (var band = 0; band < 10; band++)
        {
            var (a, b) = (
                from.See((Stick.X, Stick.Y, Stick.Mm * band / 10)),
                from.See((Stick.X, Stick.Y, Stick.Mm * (band + 1) / 10))
            );
            var half = (float)(12 * from.PxPerMm(a.Depth));
            paint.Color = band % 2 == 0 ? new SKColor(178, 40, 44) : new SKColor(248, 246, 240);
            canvas.DrawRect((float)a.U - half, (float)b.V, 2 * half, (float)(a.V - b.V), paint);
        }
    }

    private static void Noise(SKBitmap picture, Random random, double strength)
    {
        var bytes = picture.GetPixelSpan();
        unsafe
        {
            fixed (byte* start = bytes)
            {
                for (var i = 0; i < bytes.Length; i += 4)
                {
                    var off = (random.NextDouble() + random.NextDouble() + random.NextDouble() - 1.5) * strength;
                    for (var c = 0; c < 3; c++)
                    {
                        start[i + c] = (byte)Math.Clamp(start[i + c] + off, 0, 255);
                    }
                }
            }
        }
    }
}
