namespace Gemmifer.Core.Photographs;

/// <summary>A piece of a picture, brightness alone.</summary>
/// <param name="Brightness">Row by row, 0 to 255.</param>
public sealed record Patch(int Width, int Height, byte[] Brightness)
{
    /// <summary>The brightness between pixels (bilinear); at the border that of the border.</summary>
    public double At(double u, double v)
    {
        var (x, y) = (Math.Clamp(u, 0, Width - 1), Math.Clamp(v, 0, Height - 1));
        var (i, j) = ((int)Math.Min(x, Width - 2), (int)Math.Min(y, Height - 2));
        (i, j) = (Math.Max(0, i), Math.Max(0, j));
        var (a, b) = (x - i, y - j);
        double Px(int dx, int dy) => Brightness[(Math.Min(j + dy, Height - 1) * Width) + Math.Min(i + dx, Width - 1)];
        return (Px(0, 0) * (1 - a) * (1 - b))
            + (Px(1, 0) * a * (1 - b))
            + (Px(0, 1) * (1 - a) * b)
            + (Px(1, 1) * a * b);
    }
}

/// <summary>A stem across: a point on either side, and one standard deviation of their distance, pixels.</summary>
public sealed record EdgesFound(Pixel A, Pixel B, double SdPx);

/// <summary>
/// Finds how wide a stem is in a picture by the two steepest edges of brightness across it (the gradient of a Gaussian,
/// published by Canny). Where two edges are as steep, or none is, nothing is said.
/// </summary>
public static class EdgeWidth
{
    /// <summary>Wider than this no stem is in a picture of a whole plant, pixels; nor narrower.</summary>
    private const double Widest = 44,
        Narrowest = 2.5;

    /// <summary>So far beside the stem a tap may be, pixels.</summary>
    private const double Beside = 9;

    private const double Step = 0.25,
        Blur = 0.8;

    /// <summary>Averaged over so many pixels along the stem either way.</summary>
    private const int AlongPx = 4;

    /// <summary>An edge is one only that stands out of the noise by so much, and no other is nearly as good.</summary>
    private const double OutOfNoise = 5,
        NearlyAsGood = 0.82;

    /// <summary>What bark, shade and the grid of pixels do to an edge besides, pixels.</summary>
    private const double Texture = 0.3;

    /// <summary>Looked at again so far along the stem either way, pixels: a stem is as wide there.</summary>
    private const double Again = 9;

    /// <summary>
    /// The edges of the stem at a place, where it is as wide a little further along; null where they are not clear.
    /// </summary>
    /// <param name="du">The way the stem runs there, with <paramref name="dv"/>; of any length.</param>
    public static EdgesFound? Of(Patch patch, Pixel at, double du, double dv)
    {
        var length = Math.Sqrt((du * du) + (dv * dv));
        if (length < 1e-9 || Across(patch, at, du, dv) is not { } here)
        {
            return null;
        }

        var (width, beside) = (here.A.To(here.B), 0);
        foreach (var by in (double[])[-Again, Again])
        {
            var there = new Pixel(at.U + (by * du / length), at.V + (by * dv / length));
            if (Across(patch, there, du, dv) is { } other)
            {
                if (Math.Abs(other.A.To(other.B) - width) > 3 * Math.Max(here.SdPx, other.SdPx))
                {
                    return null;
                }

                beside++;
            }
        }

        return beside > 0 ? here : null;
    }

    /// <summary>The edges of the stem at a place alone; null where they are not clear.</summary>
    /// <param name="du">The way the stem runs there, with <paramref name="dv"/>; of any length.</param>
    public static EdgesFound? Across(Patch patch, Pixel at, double du, double dv)
    {
        var length = Math.Sqrt((du * du) + (dv * dv));
        if (length < 1e-9)
        {
            return null;
        }

        (du, dv) = (du / length, dv / length);
        var (nu, nv) = (-dv, du);
        var reach = Widest + Beside;
        var count = (int)(2 * reach / Step) + 1;
        var profile = new double[count];
        var rough = 0.0;
        for (var i = 0; i < count; i++)
        {
            var t = (i * Step) - reach;
            var sum = 0.0;
            for (var s = -AlongPx; s <= AlongPx; s++)
            {
                sum += patch.At(at.U + (t * nu) + (s * du), at.V + (t * nv) + (s * dv));
            }

            profile[i] = sum / ((2 * AlongPx) + 1);
        }

        // Noise by what neighbours along the stem differ, as they should be the same.
        var pairs = 0;
        for (var t = -reach; t <= reach; t += 1)
        {
            for (var s = -AlongPx; s < AlongPx; s++)
            {
                var one = patch.At(at.U + (t * nu) + (s * du), at.V + (t * nv) + (s * dv));
                var next = patch.At(at.U + (t * nu) + ((s + 1) * du), at.V + (t * nv) + ((s + 1) * dv));
                rough += Math.Abs(one - next);
                pairs++;
            }
        }

        // Of normal noise the mean absolute difference of two is 2/sqrt(pi) of one.
        var noise = (rough / pairs * Math.Sqrt(Math.PI) / 2) / Math.Sqrt((2 * AlongPx) + 1);
        var slope = Slopes(profile);
        var flat = noise * GradientNoise;
        var edges = Peaks(slope, OutOfNoise * flat, reach);
        var found = new List<(double Good, double A, double B, double SdPx)>();
        foreach (var a in edges)
        {
            foreach (var b in edges.Where(b => b.At > a.At && Math.Sign(b.Slope) != Math.Sign(a.Slope)))
            {
                var (width, middle) = (b.At - a.At, (a.At + b.At) / 2);
                if (
                    width is < Narrowest or > Widest
                    || Math.Abs(middle) > Beside
                    || edges.Any(e =>
                        e.At > a.At
                        && e.At < b.At
                        && Math.Abs(e.Slope) > 0.6 * Math.Min(Math.Abs(a.Slope), Math.Abs(b.Slope))
                    )
                )
                {
                    continue;
                }

                var good = Math.Min(Math.Abs(a.Slope), Math.Abs(b.Slope)) * Math.Exp(-middle * middle / (2 * 6 * 6));
                double Sd((double At, double Slope, double Curve) e) => noise * CurveNoise / Math.Abs(e.Curve);
                var sd = Math.Sqrt((Sd(a) * Sd(a)) + (Sd(b) * Sd(b)) + (2 * Texture * Texture));
                found.Add((good, a.At, b.At, sd));
            }
        }

        found.Sort((x, y) => y.Good.CompareTo(x.Good));
        if (found.Count == 0 || (found.Count > 1 && found[1].Good > NearlyAsGood * found[0].Good))
        {
            return null;
        }

        var best = found[0];
        Pixel Place(double t) => new(at.U + (t * nu), at.V + (t * nv));
        return new EdgesFound(Place(best.A), Place(best.B), best.SdPx);
    }

    private static readonly double[] Kernel = MakeKernel();

    /// <summary>What noise of one grey comes to in a slope, and in how a slope bends.</summary>
    private static readonly double GradientNoise = NoiseOf(Kernel),
        CurveNoise = NoiseOf(Bent(Kernel));

    private static double[] MakeKernel()
    {
        var half = (int)(4 * Blur / Step);
        return
        [
            .. Enumerable
                .Range(-half, (2 * half) + 1)
                .Select(i => i * Step)
                .Select(t =>
                    t / (Blur * Blur) * Math.Exp(-t * t / (2 * Blur * Blur)) / (Blur * Math.Sqrt(2 * Math.PI)) * Step
                ),
        ];
    }

    private static double[] Bent(double[] kernel) =>
        [.. Enumerable.Range(1, kernel.Length - 2).Select(i => (kernel[i + 1] - kernel[i - 1]) / (2 * Step))];

    /// <summary>Samples a quarter of a pixel apart are not independent: four of them have the noise of one.</summary>
    private static double NoiseOf(double[] kernel) => Math.Sqrt(kernel.Sum(k => k * k) / Step);

    private static double[] Slopes(double[] profile)
    {
        var half = Kernel.Length / 2;
        var slopes = new double[profile.Length];
        for (var i = 0; i < profile.Length; i++)
        {
            for (var k = -half; k <= half; k++)
            {
                slopes[i] += Kernel[k + half] * profile[Math.Clamp(i + k, 0, profile.Length - 1)];
            }
        }

        return slopes;
    }

    private static List<(double At, double Slope, double Curve)> Peaks(double[] slope, double least, double reach)
    {
        var peaks = new List<(double, double, double)>();
        for (var i = 1; i < slope.Length - 1; i++)
        {
            var (a, b, c) = (Math.Abs(slope[i - 1]), Math.Abs(slope[i]), Math.Abs(slope[i + 1]));
            if (b < least || b < a || b <= c)
            {
                continue;
            }

            // The top of the parabola through three.
            var bend = a - (2 * b) + c;
            var off = bend < 0 ? (a - c) / (2 * bend) : 0;
            peaks.Add((((i + off) * Step) - reach, slope[i], bend / (Step * Step)));
        }

        return peaks;
    }
}
