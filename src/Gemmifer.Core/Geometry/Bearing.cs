namespace Gemmifer.Core.Geometry;

/// <summary>A horizontal direction, clockwise from 12 o'clock (away from the gardener). Immutable.</summary>
/// <remarks>The default value is 12 o'clock. 1 hour is 30 degrees. x points to 3 o'clock, y to 12.</remarks>
public readonly record struct Bearing
{
    private Bearing(double degrees) => Degrees = degrees;

    /// <summary>Degrees clockwise from 12 o'clock, in [0, 360).</summary>
    public double Degrees { get; }

    /// <summary>Hours on the clock, in (0, 12].</summary>
    public double Clock => Degrees == 0 ? 12 : Degrees / 30;

    /// <summary>x component of the unit vector (towards 3 o'clock).</summary>
    public double X => Math.Sin(Degrees * Math.PI / 180);

    /// <summary>y component of the unit vector (towards 12 o'clock).</summary>
    public double Y => Math.Cos(Degrees * Math.PI / 180);

    /// <summary>From degrees, any finite number; wrapped into [0, 360).</summary>
    /// <exception cref="ArgumentOutOfRangeException">The number is NaN or infinite.</exception>
    public static Bearing FromDegrees(double degrees)
    {
        if (!double.IsFinite(degrees))
        {
            throw new ArgumentOutOfRangeException(nameof(degrees), degrees, "A bearing is a finite number of degrees.");
        }

        var wrapped = degrees % 360;
        wrapped = wrapped < 0 ? wrapped + 360 : wrapped;
        return new Bearing(wrapped >= 360 ? 0 : wrapped);
    }

    /// <summary>From clock hours, any finite number; 0 and 12 are the same direction.</summary>
    /// <exception cref="ArgumentOutOfRangeException">The number is NaN or infinite.</exception>
    public static Bearing FromClock(double hours) => FromDegrees(hours * 30);

    /// <summary>
    /// The direction of a horizontal vector; <see langword="null"/> where it is shorter than the geometry tolerance.
    /// </summary>
    public static Bearing? FromVector(double x, double y) =>
        Math.Sqrt((x * x) + (y * y)) < Tolerance.LengthMm ? null : FromDegrees(Math.Atan2(x, y) * 180 / Math.PI);

    /// <summary>Turned clockwise by an angle in degrees.</summary>
    public Bearing Turn(double degrees) => FromDegrees(Degrees + degrees);

    /// <summary>Signed turn from this bearing to another, in degrees, in (-180, 180].</summary>
    public double TurnTo(Bearing other)
    {
        var turn = (other.Degrees - Degrees) % 360;
        return turn <= -180 ? turn + 360
            : turn > 180 ? turn - 360
            : turn;
    }

    /// <summary>Unsigned angle to another bearing, in degrees, in [0, 180].</summary>
    public double AngleTo(Bearing other) => Math.Abs(TurnTo(other));
}
