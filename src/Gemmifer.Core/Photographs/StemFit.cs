using System.Collections.Immutable;
using Gemmifer.Core.Geometry;
using MathNet.Numerics.LinearAlgebra;
using MathNet.Numerics.LinearAlgebra.Double;
using MathNet.Numerics.Optimization;

namespace Gemmifer.Core.Photographs;

/// <summary>
/// One cane fitted to its taps in all pictures at once: a circular arc in a vertical plane through its foot, by
/// weighted least squares (Levenberg and Marquardt, MathNet.Numerics) from several starts. The spread of each measure
/// is the linear propagation of the spread of every tap (Gauss-Markov), those on crown and stick among them.
/// </summary>
/// <remarks>
/// Lengths are metres and angles radians inside, so that one step is as good for all. Unknowns: the foot (3), bearing,
/// lean, bend, length, and for each tap between foot and tip how far along it lies.
/// </remarks>
internal sealed class StemFit
{
    /// <summary>
    /// What is known of canes before a tap (assumptions): so far the foot may stand before or behind the crown, m; so
    /// wide leans and bends are spread, radians.
    /// </summary>
    private const double DepthSd = 0.03,
        LeanSd = 1.0,
        BendSd = 1.0,
        StraightSd = 0.4;

    private const int Foot = 0,
        Turn = 3,
        Lean = 4,
        Bend = 5,
        Length = 6,
        Along = 7;

    private const double Mm = 1000,
        Behind = 1e4;

    /// <summary>
    /// An arc is told by fewer taps than this in a picture; of more, so many evenly chosen ones count, as the work
    /// grows with their third power.
    /// </summary>
    private const int MostTaps = 12;

    private readonly TappedCane _cane;
    private readonly TraceView[] _views;
    private readonly Bearing? _said;
    private readonly int _between;
    private readonly TraceEffort _effort;
    private readonly CancellationToken _cancel;

    public StemFit(
        TappedCane cane,
        ImmutableArray<TraceView> views,
        Bearing? said,
        TraceEffort effort,
        CancellationToken cancel
    )
    {
        (_said, _effort, _cancel) = (said, effort, cancel);
        _cane = cane with
        {
            On = cane.On.ToImmutableSortedDictionary(o => o.Key, o => Told(o.Value), cane.On.KeyComparer),
        };
        _views = [.. views.Where(v => cane.On.ContainsKey(v.Id))];
        _between = _views.Sum(v => _cane.On[v.Id].Length - 2);
    }

    private static ImmutableArray<Pixel> Told(ImmutableArray<Pixel> taps) =>
        taps.Length <= MostTaps
            ? taps
            :
            [
                .. Enumerable
                    .Range(0, MostTaps)
                    .Select(i => taps[(int)Math.Round(i * (taps.Length - 1.0) / (MostTaps - 1))]),
            ];

    /// <summary>Whether its bearing can be seen: pictures from more than one side.</summary>
    public bool SeenRound =>
        _views.Length > 1
        && _views.Any(v => Math.Abs(Math.Sin((v.From.Degrees - _views[0].From.Degrees) * Math.PI / 180)) > 0.2);

    /// <summary>The fit.</summary>
    /// <param name="Arc">mm and degrees; the bearing as found.</param>
    /// <param name="Covariance">Of foot, bearing, lean, bend and length; metres and radians.</param>
    /// <param name="Worst">The largest residual in standard deviations of itself.</param>
    public sealed record Fitted(Arc Arc, Matrix<double> Covariance, double Worst, double[] Unknowns, Camera[] Cameras);

    /// <summary>Fits it; null where no start leads anywhere.</summary>
    /// <exception cref="TraceSpentException">The reckoning has cost all it may.</exception>
    /// <exception cref="OperationCanceledException">Nobody waits for it any more.</exception>
    public Fitted? Fit()
    {
        var cameras = _views.Select(Camera.Of).OfType<Camera>().ToArray();
        if (cameras.Length < _views.Length)
        {
            return null;
        }

        var best = Starts(cameras)
            .Select(s => Solve(s, cameras))
            .OfType<double[]>()
            .MinBy(p => Residuals(p, cameras).Sum(r => r * r));
        if (best is null)
        {
            return null;
        }

        best = Upright(best);
        var (covariance, worst) = Spread(best, cameras);
        return new Fitted(ArcOf(best), covariance, worst, best, cameras);
    }

    private int Unknowns => Along + _between;

    private Arc ArcOf(double[] p) =>
        new(
            new Point3(p[Foot] * Mm, p[Foot + 1] * Mm, p[Foot + 2] * Mm),
            Bearing.FromDegrees(Degrees(p[Turn])),
            Degrees(p[Lean]),
            Degrees(p[Lean] + p[Bend]),
            p[Length] * Mm
        );

    private static double Degrees(double radians) => radians * 180 / Math.PI;

    /// <summary>The same stem with a lean that is positive on the whole.</summary>
    private double[] Upright(double[] p)
    {
        var q = (double[])p.Clone();
        if (q[Lean] + (q[Bend] / 2) < 0 && _said is null)
        {
            (q[Turn], q[Lean], q[Bend]) = (q[Turn] + Math.PI, -q[Lean], -q[Bend]);
        }

        q[Turn] = Math.IEEERemainder(q[Turn], 2 * Math.PI);
        return q;
    }

    /// <summary>Residuals of all taps and of what is known before, each in its standard deviations.</summary>
    private double[] Residuals(double[] p, Camera[] cameras)
    {
        _cancel.ThrowIfCancellationRequested();
        _effort.Spend(_between + (2 * _views.Length));
        var arc = ArcOf(p);
        var residuals = new List<double>(Unknowns + 8);
        var along = Along;
        for (var i = 0; i < _views.Length; i++)
        {
            var taps = _cane.On[_views[i].Id];
            for (var t = 0; t < taps.Length; t++)
            {
                var share =
                    t == 0 ? 0
                    : t == taps.Length - 1 ? 1
                    : p[along++];
                var seen = cameras[i].See(arc.At(share * arc.LengthMm));
                residuals.Add(seen is { } px ? (px.U - taps[t].U) / Trace.TapPx : Behind);
                residuals.Add(seen is { } py ? (py.V - taps[t].V) / Trace.TapPx : Behind);
            }
        }

        residuals.Add(p[Lean] / LeanSd);
        residuals.Add(p[Bend] / (_between == 0 ? StraightSd : BendSd));
        if (!SeenRound)
        {
            // In one picture the foot is as far off as the crown, and the bearing is as somebody said.
            var foot = new Point3(p[Foot] * Mm, p[Foot + 1] * Mm, p[Foot + 2] * Mm);
            var crown = cameras[0].DepthOf(new Point3(0, 0, 0));
            residuals.Add((cameras[0].DepthOf(foot) - crown) / Mm / DepthSd);
            residuals.Add((p[Turn] - SaidTurn) / 1e-4);
        }

        return [.. residuals];
    }

    private double SaidTurn => (_said?.Degrees ?? 0) * Math.PI / 180;

    private double[]? Solve(double[] start, Camera[] cameras)
    {
        var count = Residuals(start, cameras).Length;
        var x = DenseVector.Create(count, i => i);
        var objective = ObjectiveFunction.NonlinearModel(
            (p, _) => DenseVector.OfArray(Residuals(p.ToArray(), cameras)),
            x,
            DenseVector.Create(count, 0.0),
            null,
            2
        );
        try
        {
            var found = new LevenbergMarquardtMinimizer(maximumIterations: 300).FindMinimum(
                objective,
                DenseVector.OfArray(start)
            );
            var p = found.MinimizingPoint.ToArray();
            return p.All(double.IsFinite) && p[Length] > 0 ? p : null;
        }
        catch (Exception e) when (e is OptimizationException or ArithmeticException or ArgumentException)
        {
            return null;
        }
    }

    /// <summary>Where to begin: foot and tip from the rays through their taps, straight and bent either way.</summary>
    private IEnumerable<double[]> Starts(Camera[] cameras)
    {
        Point3 Cross(Func<TraceView, Pixel> tap)
        {
            if (SeenRound)
            {
                // The point nearest to all rays.
                var a = DenseMatrix.Create(3, 3, 0);
                var b = DenseVector.Create(3, 0);
                for (var i = 0; i < _views.Length; i++)
                {
                    var ray = cameras[i].Ray(tap(_views[i]));
                    var unit = DenseVector.OfArray([ray.X, ray.Y, ray.Z]).Normalize(2);
                    var across = DenseMatrix.CreateIdentity(3) - unit.ToColumnMatrix() * unit.ToRowMatrix();
                    a = (DenseMatrix)(a + across);
                    b += (DenseVector)(
                        across * DenseVector.OfArray([cameras[i].At.X, cameras[i].At.Y, cameras[i].At.Z])
                    );
                }

                var at = a.Solve(b);
                return new Point3(at[0], at[1], at[2]);
            }

            var depth = cameras[0].DepthOf(new Point3(0, 0, 0));
            return cameras[0].At + (cameras[0].Ray(tap(_views[0])) * depth);
        }

        var foot = Cross(v => _cane.On[v.Id][0]);
        var tip = SeenRound ? Cross(v => _cane.On[v.Id][^1]) : InPlane(cameras[0], foot);
        var chord = tip - foot;
        var run = Math.Sqrt((chord.X * chord.X) + (chord.Y * chord.Y));
        var turn = _said is null || SeenRound ? Math.Atan2(chord.X, chord.Y) : SaidTurn;
        var ahead = (chord.X * Math.Sin(turn)) + (chord.Y * Math.Cos(turn));
        var lean = Math.Atan2(SeenRound ? run : ahead, chord.Z);
        var length = Math.Max(0.01, Math.Sqrt(Point3.Dot(chord, chord)) / Mm);
        foreach (var bend in (double[])[0.1, 0.6, -0.6])
        {
            var half = bend / 2;
            var p = new double[Unknowns];
            (p[Foot], p[Foot + 1], p[Foot + 2]) = (foot.X / Mm, foot.Y / Mm, foot.Z / Mm);
            (p[Turn], p[Lean], p[Bend], p[Length]) = (turn, lean - half, bend, length * half / Math.Sin(half));
            var along = Along;
            foreach (var taps in _views.Select(v => _cane.On[v.Id]))
            {
                var steps = taps.Zip(taps.Skip(1), (a, b) => a.To(b)).ToArray();
                var (whole, so) = (Math.Max(1e-9, steps.Sum()), 0.0);
                for (var t = 1; t < taps.Length - 1; t++)
                {
                    so += steps[t - 1];
                    p[along++] = so / whole;
                }
            }

            yield return p;
        }
    }

    /// <summary>The tip in the vertical plane through the foot in which the stem is said to lean.</summary>
    private Point3 InPlane(Camera camera, Point3 foot)
    {
        var ray = camera.Ray(_cane.On[_views[0].Id][^1]);
        var (bx, by) = (Math.Sin(SaidTurn), Math.Cos(SaidTurn));

        // foot + r b and camera + d ray meet seen from above.
        var (fx, fy) = (foot.X - camera.At.X, foot.Y - camera.At.Y);
        var cross = (ray.X * by) - (ray.Y * bx);
        var depth = camera.DepthOf(foot);
        var d = Math.Abs(cross) < 0.05 ? depth : ((fx * by) - (fy * bx)) / cross;
        d = Math.Clamp(d, depth / 3, depth * 3);
        return camera.At + (ray * d);
    }

    private (Matrix<double> Covariance, double Worst) Spread(double[] p, Camera[] cameras)
    {
        var r = Residuals(p, cameras);
        var j = DenseMatrix.Create(r.Length, p.Length, 0);
        for (var k = 0; k < p.Length; k++)
        {
            const double step = 1e-5;
            var (up, down) = ((double[])p.Clone(), (double[])p.Clone());
            up[k] += step;
            down[k] -= step;
            var (a, b) = (Residuals(up, cameras), Residuals(down, cameras));
            for (var i = 0; i < r.Length; i++)
            {
                j[i, k] = (a[i] - b[i]) / (2 * step);
            }
        }

        // What the taps on crown and stick do to every residual: they place the camera.
        var placed = new List<double[]>();
        for (var v = 0; v < _views.Length; v++)
        {
            foreach (var moved in Moved(_views[v], 0.5).Zip(Moved(_views[v], -0.5)))
            {
                var (up, down) = ((Camera[])cameras.Clone(), (Camera[])cameras.Clone());
                (up[v], down[v]) = (moved.First ?? cameras[v], moved.Second ?? cameras[v]);
                var (a, b) = (Residuals(p, up), Residuals(p, down));
                placed.Add([.. a.Zip(b, (x, y) => (x - y) * Trace.TapPx)]);
            }
        }

        var noise =
            DenseMatrix.CreateIdentity(r.Length)
            + (DenseMatrix.OfColumnArrays(placed) is var k2 ? k2 * k2.Transpose() : null);
        var normal = j.TransposeThisAndMultiply(j);
        var gain = normal.Svd() is var svd ? Inverse(svd) * j.Transpose() : null;
        var covariance = gain * noise * gain!.Transpose();
        var left = DenseMatrix.CreateIdentity(r.Length) - (j * gain);
        var own = left * noise * left.Transpose();
        var worst = 0.0;
        for (var i = 0; i < r.Length; i++)
        {
            worst = own[i, i] > 1e-3 ? Math.Max(worst, Math.Abs(r[i]) / Math.Sqrt(own[i, i])) : worst;
        }

        return (covariance, worst);
    }

    private static Matrix<double> Inverse(MathNet.Numerics.LinearAlgebra.Factorization.Svd<double> svd)
    {
        var least = svd.S[0] * 1e-14;
        return svd.VT.TransposeThisAndMultiply(
            DenseMatrix.OfDiagonalVector(svd.S.Map(s => s > least ? 1 / s : 0, Zeros.Include)) * svd.U.Transpose()
        );
    }

    /// <summary>The cameras of a picture with one tap on crown or stick so many pixels elsewhere.</summary>
    private static IEnumerable<Camera?> Moved(TraceView view, double by)
    {
        Pixel Right(Pixel p) => p with { U = p.U + by };
        Pixel Down(Pixel p) => p with { V = p.V + by };
        var (crown, foot, top) = (view.Crown, view.Stick.A, view.Stick.B);
        yield return Camera.Of(view, Right(crown), foot, top);
        yield return Camera.Of(view, Down(crown), foot, top);
        yield return Camera.Of(view, crown, Down(foot), top);
        yield return Camera.Of(view, crown, foot, Down(top));
    }

    /// <summary>How far ahead of a camera the stem is next to a place, mm, and which way it runs there.</summary>
    public static (double DepthMm, double U, double V)? Near(Fitted fit, Camera camera, Pixel place)
    {
        const int pieces = 60;
        (double Away, double Depth, Pixel At, Pixel Next)? best = null;
        for (var i = 0; i < pieces; i++)
        {
            var (here, there) = (
                fit.Arc.At(fit.Arc.LengthMm * i / pieces),
                fit.Arc.At(fit.Arc.LengthMm * (i + 1) / pieces)
            );
            if (camera.See(here) is { } a && camera.See(there) is { } b && a.To(place) is var away)
            {
                best = best is { } had && had.Away <= away ? best : (away, camera.DepthOf(here), a, b);
            }
        }

        return best is { } near && near.At.To(near.Next) is > 0 and var long1
            ? (near.Depth, (near.Next.U - near.At.U) / long1, (near.Next.V - near.At.V) / long1)
            : null;
    }
}
