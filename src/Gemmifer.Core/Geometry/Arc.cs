namespace Gemmifer.Core.Geometry;

/// <summary>The axis of a stem: a circular arc in a vertical plane (model of a cane that bends evenly).</summary>
/// <param name="Start">Where it starts.</param>
/// <param name="Bearing">The bearing in which it leans.</param>
/// <param name="LeanDeg">Angle from vertical at the start, degrees, 0 to 180.</param>
/// <param name="TipLeanDeg">Angle from vertical at the tip; equal to the lean for a straight stem.</param>
/// <param name="LengthMm">Length along the stem, mm, at least 0.</param>
public readonly record struct Arc(Point3 Start, Bearing Bearing, double LeanDeg, double TipLeanDeg, double LengthMm)
{
    /// <summary>The place at a distance along the stem.</summary>
    /// <remarks>
    /// With curvature k = (tip lean - lean) / length: r(s) = (cos lean - cos lean(s)) / k, z(s) = (sin lean(s) - sin
    /// lean) / k.
    /// Written as chord x direction so that it stays exact where the stem is almost straight.
    /// </remarks>
    public Point3 At(double alongMm)
    {
        var (radial, height) = Profile(alongMm);
        return Start + new Point3(radial * Bearing.X, radial * Bearing.Y, height);
    }

    /// <summary>
    /// Horizontal run and height gained from the start, mm, at a distance along the stem. Independent of the bearing.
    /// </summary>
    public (double RadialMm, double HeightMm) Profile(double alongMm)
    {
        var half = LengthMm <= 0 ? 0 : (TipLeanDeg - LeanDeg) * Math.PI / 180 * (alongMm / LengthMm) / 2;
        var middle = (LeanDeg * Math.PI / 180) + half;
        var chord = Math.Abs(half) < 1e-9 ? alongMm : alongMm * Math.Sin(half) / half;
        return (chord * Math.Sin(middle), chord * Math.Cos(middle));
    }

    /// <summary>
    /// The first distance along the stem at which it stands a height above its start, mm; null where it never does.
    /// </summary>
    public double? FirstAtHeight(double heightMm)
    {
        if (heightMm <= 0)
        {
            return 0;
        }

        // Height rises while the stem leans less than 90 degrees, so the first rise ends there or at the tip.
        var rising =
            LeanDeg >= 90 ? 0
            : TipLeanDeg <= 90 ? LengthMm
            : LengthMm * (90 - LeanDeg) / (TipLeanDeg - LeanDeg);
        if (Profile(rising).HeightMm < heightMm)
        {
            return null;
        }

        double low = 0,
            high = rising;
        for (var i = 0; i < 60; i++)
        {
            var middle = (low + high) / 2;
            (low, high) = Profile(middle).HeightMm < heightMm ? (middle, high) : (low, middle);
        }

        return high;
    }

    /// <summary>The arc as straight pieces between two distances along it.</summary>
    public Point3[] Points(double fromMm, double toMm, int pieces)
    {
        var points = new Point3[pieces + 1];
        for (var i = 0; i <= pieces; i++)
        {
            points[i] = At(fromMm + ((toMm - fromMm) * i / pieces));
        }

        return points;
    }

    /// <summary>Pieces into which an arc is cut to find where it comes close to another.</summary>
    public const int ClosestPieces = 32;

    /// <summary>
    /// Where two arcs come closest: the distance and the places along each, mm; sampled, good to about a 64th of a
    /// length.
    /// </summary>
    public static (double DistanceMm, double AlongA, double AlongB) Closest(Arc a, double fromA, Arc b, double fromB) =>
        Closest(Sampled(a, fromA), Sampled(b, fromB));

    /// <summary>An arc with the points at which it is sampled.</summary>
    /// <param name="FromMm">Where sampling begins, along the arc.</param>
    public readonly record struct SampledArc(Arc Arc, double FromMm, Point3[] Points);

    /// <summary>Samples an arc from a place on.</summary>
    public static SampledArc Sampled(Arc arc, double fromMm) =>
        new(arc, fromMm, arc.Points(Math.Min(fromMm, arc.LengthMm), arc.LengthMm, ClosestPieces));

    /// <summary>The same with both arcs sampled.</summary>
    public static (double DistanceMm, double AlongA, double AlongB) Closest(SampledArc a, SampledArc b)
    {
        var (pa, pb) = (a.Points, b.Points);
        var (best, bestA, bestB) = (double.PositiveInfinity, 0, 0);
        Span<double> lengthB = stackalloc double[ClosestPieces];
        for (var j = 0; j < ClosestPieces; j++)
        {
            lengthB[j] = pb[j].DistanceTo(pb[j + 1]);
        }

        for (var i = 0; i < ClosestPieces; i++)
        {
            var lengthA = pa[i].DistanceTo(pa[i + 1]);
            for (var j = 0; j < ClosestPieces; j++)
            {
                // Two pieces cannot be closer than their starts less their lengths.
                if (pa[i].DistanceTo(pb[j]) - lengthA - lengthB[j] >= best)
                {
                    continue;
                }

                var d = new Segment3(pa[i], pa[i + 1]).DistanceTo(new Segment3(pb[j], pb[j + 1]));
                if (d < best - Tolerance.LengthMm)
                {
                    (best, bestA, bestB) = (d, i, j);
                }
            }
        }

        return (best, Along(a, bestA), Along(b, bestB));

        static double Along(SampledArc arc, int piece)
        {
            var (start, end) = (Math.Min(arc.FromMm, arc.Arc.LengthMm), arc.Arc.LengthMm);
            return start + ((end - start) * (piece + 0.5) / ClosestPieces);
        }
    }
}
