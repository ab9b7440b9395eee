namespace Gemmifer.Core.Year;

/// <summary>
/// How long the day is: the CBM model of Forsythe, Rykiel, Stahl, Wu and Schoolfield, "A model comparison for daylength
/// as a function of latitude and day of year", Ecological Modelling 80 (1995), from sunrise to sunset of the sun's
/// upper limb.
/// </summary>
public static class DayLength
{
    /// <summary>The sun's upper limb at the horizon, refraction included, degrees below it (the same paper).</summary>
    private const double Horizon = 0.8333;

    /// <summary>Hours between sunrise and sunset, 0 to 24.</summary>
    /// <param name="latitude">Degrees, -90 to 90; negative in the south.</param>
    public static double Hours(double latitude, DateOnly day)
    {
        var revolution = 0.2163108 + (2 * Math.Atan(0.9671396 * Math.Tan(0.00860 * (day.DayOfYear - 186))));
        var declination = Math.Asin(0.39795 * Math.Cos(revolution));
        var (l, p) = (latitude * Math.PI / 180, Horizon * Math.PI / 180);
        var hours = (Math.Sin(p) + (Math.Sin(l) * Math.Sin(declination))) / (Math.Cos(l) * Math.Cos(declination));
        return 24 - (24 / Math.PI * Math.Acos(Math.Clamp(hours, -1, 1)));
    }
}
