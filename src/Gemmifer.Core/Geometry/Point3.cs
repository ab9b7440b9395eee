namespace Gemmifer.Core.Geometry;

/// <summary>The one tolerance used for geometry.</summary>
public static class Tolerance
{
    /// <summary>Lengths that differ by less than this many millimetres are the same length.</summary>
    public const double LengthMm = 0.01;
}

/// <summary>A place in the plant's frame, in millimetres: x right, y away, z up from the soil at the crown.</summary>
public readonly record struct Point3(double X, double Y, double Z)
{
    public static Point3 operator +(Point3 a, Point3 b) => new(a.X + b.X, a.Y + b.Y, a.Z + b.Z);

    public static Point3 operator -(Point3 a, Point3 b) => new(a.X - b.X, a.Y - b.Y, a.Z - b.Z);

    public static Point3 operator *(Point3 a, double k) => new(a.X * k, a.Y * k, a.Z * k);

    /// <summary>Scalar product.</summary>
    public static double Dot(Point3 a, Point3 b) => (a.X * b.X) + (a.Y * b.Y) + (a.Z * b.Z);

    /// <summary>Straight distance to another place, mm.</summary>
    public double DistanceTo(Point3 other) => Math.Sqrt(Dot(this - other, this - other));
}

/// <summary>A straight piece between two places; both may be the same.</summary>
public readonly record struct Segment3(Point3 A, Point3 B)
{
    /// <summary>
    /// Largest distance between a point of one and a point of the other, mm: it lies between two ends.
    /// </summary>
    public double FurthestFrom(Segment3 other) =>
        Math.Max(
            Math.Max(A.DistanceTo(other.A), A.DistanceTo(other.B)),
            Math.Max(B.DistanceTo(other.A), B.DistanceTo(other.B))
        );

    /// <summary>
    /// Least distance between two segments, mm. Zero-length segments are points; parallel ones are handled.
    /// </summary>
    /// <remarks>Closed form after C. Ericson, <i>Real-Time Collision Detection</i>, 5.1.9 (from memory).</remarks>
    public double DistanceTo(Segment3 other)
    {
        const double Tiny = 1e-12;
        var d1 = B - A;
        var d2 = other.B - other.A;
        var r = A - other.A;
        double a = Point3.Dot(d1, d1),
            e = Point3.Dot(d2, d2),
            f = Point3.Dot(d2, r);
        double s,
            t;
        if (a <= Tiny && e <= Tiny)
        {
            return A.DistanceTo(other.A);
        }

        if (a <= Tiny)
        {
            s = 0;
            t = Math.Clamp(f / e, 0, 1);
        }
        else
        {
            var c = Point3.Dot(d1, r);
            if (e <= Tiny)
            {
                t = 0;
                s = Math.Clamp(-c / a, 0, 1);
            }
            else
            {
                var b = Point3.Dot(d1, d2);
                var denominator = (a * e) - (b * b);
                s = denominator > Tiny ? Math.Clamp(((b * f) - (c * e)) / denominator, 0, 1) : 0;
                t = ((b * s) + f) / e;
                if (t < 0)
                {
                    t = 0;
                    s = Math.Clamp(-c / a, 0, 1);
                }
                else if (t > 1)
                {
                    t = 1;
                    s = Math.Clamp((b - c) / a, 0, 1);
                }
            }
        }

        return (A + (d1 * s)).DistanceTo(other.A + (d2 * t));
    }
}
