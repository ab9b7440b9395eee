using System.Runtime.CompilerServices;

namespace Gemmifer.Core.Geometry;

/// <summary>
/// A smooth path from one place and direction to another: two circular arcs that meet without a kink, with equal
/// tangent lengths
/// (K. M. Bolton, "Biarc curves", 1975; from memory).
/// </summary>
/// <param name="Joint">Where the arcs meet.</param>
/// <param name="FirstRadiusMm">Radius of the first arc, mm; infinite where it is straight.</param>
/// <param name="LengthMm">Length of both arcs, mm.</param>
public readonly record struct Biarc(
    Point3 Start,
    Point3 Joint,
    Point3 End,
    Point3 StartDirection,
    Point3 EndDirection,
    double FirstRadiusMm,
    double SecondRadiusMm,
    double LengthMm
)
{
    private const double Parallel = 1e-9;

    /// <summary>The tighter of the two radii, mm.</summary>
    public double LeastRadiusMm => Math.Min(FirstRadiusMm, SecondRadiusMm);

    /// <summary>The path; null where the places are the same, or where it would have to turn straight back.</summary>
    /// <param name="startDirection">Unit vector.</param>
    /// <param name="endDirection">Unit vector.</param>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    public static Biarc? Between(Point3 start, Point3 startDirection, Point3 end, Point3 endDirection)
    {
        var way = end - start;
        var square = Point3.Dot(way, way);
        if (square < Tolerance.LengthMm * Tolerance.LengthMm)
        {
            return null;
        }

        var ahead = Point3.Dot(way, startDirection + endDirection);
        var unlike = 2 * (1 - Point3.Dot(startDirection, endDirection));
        var tangent =
            unlike > Parallel ? (-ahead + Math.Sqrt((ahead * ahead) + (unlike * square))) / unlike
            : ahead > Parallel ? square / (2 * ahead)
            : double.PositiveInfinity;
        if (!double.IsFinite(tangent) || tangent <= 0)
        {
            return null;
        }

        var joint = (start + end + ((startDirection - endDirection) * tangent)) * 0.5;
        var (first, firstLength) = Arc(start, startDirection, joint);
        var (second, secondLength) = Arc(end, endDirection * -1, joint);
        return new Biarc(start, joint, end, startDirection, endDirection, first, second, firstLength + secondLength);
    }

    /// <summary>The place at a distance along the path, mm.</summary>
    public Point3 At(double alongMm)
    {
        var (_, first) = Arc(Start, StartDirection, Joint);
        return alongMm <= first
            ? OnArc(Start, StartDirection, Joint, first <= 0 ? 0 : Math.Max(0, alongMm) / first)
            : OnArc(
                End,
                EndDirection * -1,
                Joint,
                LengthMm - first <= 0 ? 0 : Math.Max(0, LengthMm - alongMm) / (LengthMm - first)
            );
    }

    /// <summary>The path as straight pieces, half of them on each arc.</summary>
    public Point3[] Points(int pieces)
    {
        var half = Math.Max(1, pieces / 2);
        var points = new Point3[(2 * half) + 1];
        for (var i = 0; i <= half; i++)
        {
            points[i] = OnArc(Start, StartDirection, Joint, (double)i / half);
            points[(2 * half) - i] = OnArc(End, EndDirection * -1, Joint, (double)i / half);
        }

        return points;
    }

    /// <summary>Radius and length of the arc that leaves a place in a direction and reaches another, mm.</summary>
    private static (double RadiusMm, double LengthMm) Arc(Point3 from, Point3 direction, Point3 to)
    {
        var chord = to - from;
        var along = Point3.Dot(chord, direction);
        var side = chord - (direction * along);
        var across = Math.Sqrt(Point3.Dot(side, side));
        var square = Point3.Dot(chord, chord);
        if (across <= 1e-9 * Math.Sqrt(square))
        {
            return (double.PositiveInfinity, Math.Sqrt(square));
        }

        var radius = square / (2 * across);
        return (radius, radius * 2 * Math.Atan2(across, along));
    }

    private static Point3 OnArc(Point3 from, Point3 direction, Point3 to, double share)
    {
        var chord = to - from;
        var along = Point3.Dot(chord, direction);
        var side = chord - (direction * along);
        var across = Math.Sqrt(Point3.Dot(side, side));
        if (across <= 1e-9 * Math.Sqrt(Point3.Dot(chord, chord)))
        {
            return from + (chord * share);
        }

        var radius = Point3.Dot(chord, chord) / (2 * across);
        var angle = 2 * Math.Atan2(across, along) * share;
        return from + (direction * (radius * Math.Sin(angle))) + (side * (radius * (1 - Math.Cos(angle)) / across));
    }
}
