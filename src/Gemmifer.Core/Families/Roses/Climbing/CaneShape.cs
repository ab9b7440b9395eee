using System.Collections.Immutable;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Training;

namespace Gemmifer.Core.Families.Roses.Climbing;

/// <summary>The way a cane runs, as points at even distances along it.</summary>
/// <param name="StepMm">Distance from one point to the next along the cane.</param>
public sealed record CaneShape(ImmutableArray<Point3> Points, double StepMm)
{
    private const double FineMm = 20;

    /// <summary>Length along it, mm.</summary>
    public double LengthMm => (Points.Length - 1) * StepMm;

    /// <summary>As it stands.</summary>
    public static CaneShape Of(Arc axis, double lengthMm) => Sample(lengthMm, axis.At);

    /// <summary>Bent to a line and along it; what reaches beyond the line goes on straight.</summary>
    public static CaneShape Of(CanePath.Bent path, TargetLine line, double lengthMm) => Sample(lengthMm, along =>
        {
            if (along <= path.Bend.LengthMm)
            {
                return path.Bend.At(along);
            }

            var on = path.JoinsMm + along - path.Bend.LengthMm;
            return on <= line.LengthMm
                ? line.At(on)
                : line.At(line.LengthMm) + (line.DirectionAt(line.LengthMm) * (on - line.LengthMm));
        });

    /// <summary>The place at a distance along it.</summary>
    public Point3 At(double alongMm)
    {
        var share = StepMm <= 0 ? 0 : Math.Clamp(alongMm / StepMm, 0, Points.Length - 1);
        var i = Math.Min((int)share, Points.Length - 2);
        return Points[i] + ((Points[i + 1] - Points[i]) * (share - i));
    }

    /// <summary>Angle from vertical at a distance along it, degrees, 0 to 180.</summary>
    public double LeanAt(double alongMm)
    {
        var (a, b) = (At(Math.Max(0, alongMm - StepMm)), At(Math.Min(LengthMm, alongMm + StepMm)));
        var length = a.DistanceTo(b);
        return length < Tolerance.LengthMm ? 0 : Math.Acos(Math.Clamp((b.Z - a.Z) / length, -1, 1)) * 180 / Math.PI;
    }

    private static CaneShape Sample(double lengthMm, Func<double, Point3> at)
    {
        var pieces = Math.Max(1, (int)Math.Ceiling(lengthMm / FineMm));
        return new CaneShape(
            [.. Enumerable.Range(0, pieces + 1).Select(i => at(lengthMm * i / pieces))],
            lengthMm / pieces
        );
    }
}
