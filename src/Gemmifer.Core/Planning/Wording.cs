using System.Globalization;
using Gemmifer.Core.Geometry;

namespace Gemmifer.Core.Planning;

/// <summary>Numbers and bearings as words. Lengths are always written "N mm", so that a screen can show them in other measures.</summary>
public static class Wording
{
    /// <summary>A bearing to the nearest half hour: "4 o'clock", "half past 4".</summary>
    public static string Clock(Bearing bearing)
    {
        var halves = (int)Math.Round(bearing.Degrees / 15, MidpointRounding.AwayFromZero) % 24;
        var hour = halves / 2 == 0 ? 12 : halves / 2;
        return halves % 2 == 0 ? $"{hour} o'clock" : $"half past {hour}";
    }

    /// <summary>A bearing in hours to a hundredth, in (0, 12]: just after 12 is 12, not 0.</summary>
    public static double ClockNumber(Bearing bearing) => Math.Round(bearing.Clock, 2) is var hours && hours <= 0 ? 12 : hours;

    /// <summary>A length in whole millimetres.</summary>
    public static string Mm(double lengthMm) => Math.Round(lengthMm, MidpointRounding.AwayFromZero).ToString("0", CultureInfo.InvariantCulture) + " mm";

    /// <summary>A number of the plan, to a tenth and never minus nought.</summary>
    public static double Tenth(double value)
    {
        var rounded = Math.Round(value, 1, MidpointRounding.AwayFromZero);
        return rounded == 0 ? 0 : rounded;
    }

    /// <summary>A thickness, to a tenth of a millimetre.</summary>
    public static string Thickness(double mm) => mm.ToString("0.#", CultureInfo.InvariantCulture) + " mm";

    /// <summary>A short number.</summary>
    public static string Number(double value) => value.ToString("0.##", CultureInfo.InvariantCulture);

    /// <summary>A share as whole per cent.</summary>
    public static string Percent(double share) => Math.Round(share * 100).ToString("0", CultureInfo.InvariantCulture) + " %";

    /// <summary>"an hour and a half" and the like.</summary>
    public static string Hours(double hours) => hours switch
    {
        <= 0.75 => "half an hour",
        <= 1.25 => "an hour",
        <= 1.5 => "an hour and a half",
        <= 2 => "two hours",
        <= 2.5 => "two and a half hours",
        _ => "three hours",
    };

    /// <summary>"A", "A and B", "A, B and C".</summary>
    public static string List(IReadOnlyList<string> items) => items.Count switch
    {
        0 => "",
        1 => items[0],
        _ => string.Join(", ", items.Take(items.Count - 1)) + " and " + items[^1],
    };

    /// <summary>A day as the formats write it.</summary>
    public static string Day(DateOnly day) => day.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);

    /// <summary>Starts with a capital letter.</summary>
    public static string Capital(string text) => text.Length == 0 ? text : char.ToUpperInvariant(text[0]) + text[1..];
}
