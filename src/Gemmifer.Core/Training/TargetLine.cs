using Gemmifer.Core.Geometry;

namespace Gemmifer.Core.Training;

/// <summary>A line on a support along which a cane may be tied.</summary>
/// <param name="Number">From 1, in the order of the support.</param>
/// <param name="LengthMm">How far it may be followed, mm.</param>
public abstract record TargetLine(int Number, double LengthMm)
{
    /// <summary>Radius of its own bend, mm; infinite where it is straight.</summary>
    public abstract double RadiusMm { get; }

    /// <summary>
    /// Where it leads from its start, as an angle from level on the right seen from the front, radians: by this a fan
    /// is ordered.
    /// </summary>
    public abstract double AngleFromRight { get; }

    /// <summary>The place at a distance along it.</summary>
    public abstract Point3 At(double alongMm);

    /// <summary>Unit vector in which it runs there.</summary>
    public abstract Point3 DirectionAt(double alongMm);

    /// <summary>
    /// A stretch of it in millimetres of wood that flowers: flat wood counts whole, upright wood less.
    /// </summary>
    public abstract double FloweringMm(double fromMm, double toMm);

    /// <summary>The most that a millimetre of it can be worth, 0 to 1.</summary>
    public virtual double MostWorth => Bloom.Worth(LeanAt(0));

    /// <summary>Angle from vertical there, degrees, 0 to 180.</summary>
    public double LeanAt(double alongMm) => Math.Acos(Math.Clamp(DirectionAt(alongMm).Z, -1, 1)) * 180 / Math.PI;
}

/// <summary>A straight line.</summary>
/// <param name="Direction">Unit vector.</param>
public sealed record StraightLine(int Number, Point3 Start, Point3 Direction, double LengthMm)
    : TargetLine(Number, LengthMm)
{
    /// <inheritdoc/>
    public override double RadiusMm => double.PositiveInfinity;

    /// <inheritdoc/>
    public override double AngleFromRight => Math.Atan2(Direction.Z, Direction.X);

    /// <inheritdoc/>
    public override double FloweringMm(double fromMm, double toMm) => Bloom.Worth(LeanAt(0)) * (toMm - fromMm);

    /// <inheritdoc/>
    public override Point3 At(double alongMm) => Start + (Direction * alongMm);

    /// <inheritdoc/>
    public override Point3 DirectionAt(double alongMm) => Direction;
}

/// <summary>
/// A spiral round a post or an obelisk: a helix about an upright axis. Its length and bend are those of the helix
/// (published
/// geometry): a turn is the hypotenuse of its way round and its rise, and its radius of bend is (r² + c²) / r with c
/// the rise a radian.
/// </summary>
/// <param name="Axis">Foot of the axis.</param>
/// <param name="AroundMm">Radius of the post, mm, above 0.</param>
/// <param name="RiseMm">Height gained in one turn, mm, above 0.</param>
/// <param name="From">Bearing from the axis at which it starts.</param>
/// <param name="Clockwise">Seen from above.</param>
public sealed record Spiral(
    int Number,
    Point3 Axis,
    double AroundMm,
    double RiseMm,
    Bearing From,
    bool Clockwise,
    double LengthMm
) : TargetLine(Number, LengthMm)
{
    /// <summary>Length of one turn, mm.</summary>
    public double TurnMm => Math.Sqrt(Math.Pow(2 * Math.PI * AroundMm, 2) + (RiseMm * RiseMm));

    /// <summary>The rise in a turn at which the wood lies at an angle from vertical, mm.</summary>
    /// <param name="leanDeg">Above 0, below 90.</param>
    public static double RiseFor(double aroundMm, double leanDeg) =>
        2 * Math.PI * aroundMm / Math.Tan(leanDeg * Math.PI / 180);

    /// <inheritdoc/>
    public override double RadiusMm
    {
        get
        {
            var rise = RiseMm / (2 * Math.PI);
            return ((AroundMm * AroundMm) + (rise * rise)) / AroundMm;
        }
    }

    /// <inheritdoc/>
    public override double AngleFromRight => Math.Atan2(DirectionAt(0).Z, DirectionAt(0).X);

    /// <inheritdoc/>
    public override double FloweringMm(double fromMm, double toMm) => Bloom.Worth(LeanAt(0)) * (toMm - fromMm);

    /// <inheritdoc/>
    public override Point3 At(double alongMm)
    {
        var bearing = BearingAt(alongMm);
        return Axis + new Point3(AroundMm * bearing.X, AroundMm * bearing.Y, alongMm / TurnMm * RiseMm);
    }

    /// <inheritdoc/>
    public override Point3 DirectionAt(double alongMm)
    {
        var bearing = BearingAt(alongMm).Turn(Clockwise ? 90 : -90);
        var around = 2 * Math.PI * AroundMm / TurnMm;
        return new Point3(around * bearing.X, around * bearing.Y, RiseMm / TurnMm);
    }

    private Bearing BearingAt(double alongMm) => From.Turn((Clockwise ? 360 : -360) * alongMm / TurnMm);
}
