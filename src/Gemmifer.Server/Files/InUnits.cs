using System.Globalization;
using System.Text;
using Gemmifer.Core.Plans;
using Gemmifer.Server.Work;

namespace Gemmifer.Server.Files;

/// <summary>
/// Sentences for files that people read: their days in words, their measures in the units in use. Written from the
/// measures that are kept beside them, as the screens do (<c>web/src/survey/sentence.ts</c>).
/// </summary>
public static class InUnits
{
    private const double InchMm = 25.4,
        PoundG = 453.59237;

    /// <summary>A day in words: "20 February 2027".</summary>
    public static string Day(DateOnly day) => day.ToString("d MMMM yyyy", CultureInfo.InvariantCulture);

    /// <summary>A stored sentence with its days and measures said.</summary>
    /// <param name="measures">As they are stored; null where there are none.</param>
    /// <param name="units">metric or imperial.</param>
    public static string Say(string text, string? measures, string units)
    {
        var (said, from) = (new StringBuilder(), 0);
        foreach (var m in WorkStore.MeasuresOf(measures) ?? [])
        {
            if (m.At < from || m.At + m.Length > text.Length)
            {
                continue;
            }

            said.Append(text, from, m.At - from).Append(Say(m, units) ?? text.Substring(m.At, m.Length));
            from = m.At + m.Length;
        }

        return said.Append(text, from, text.Length - from).ToString();
    }

    private static string? Say(Measure m, string units)
    {
        if (m.Day is { } day)
        {
            return Day(day);
        }

        if (m is { Mm: null, G: null })
        {
            return null;
        }

        string Write(double value) => m.Mm is not null ? Length(value, units) : Weight(value, units);
        var low = Write(m.Mm ?? m.G!.Value);
        return m.To is { } to && Write(to) is var high && high != low ? $"{low} to {high}" : low;
    }

    /// <summary>A length: millimetres, centimetres and metres, or inches and feet.</summary>
    public static string Length(double mm, string units)
    {
        var size = Math.Abs(mm);
        if (units != "imperial")
        {
            return size < 30 ? $"{Number(mm, 0)} mm"
                : size < 1000 ? $"{Number(mm / 10, mm < 300 ? 1 : 0)} cm"
                : $"{Number(mm / 1000, 2)} m";
        }

        var inches = mm / InchMm;
        return Math.Abs(inches) < 48
            ? $"{Number(inches, Math.Abs(inches) < 12 ? 1 : 0)} in"
            : $"{Number(inches / 12, 1)} ft";
    }

    /// <summary>A weight: grams and kilograms, or ounces and pounds.</summary>
    public static string Weight(double grams, string units) =>
        units != "imperial"
            ? grams < 1000
                ? $"{Number(grams, 0)} g"
                : $"{Number(grams / 1000, 2)} kg"
            : grams < PoundG
                ? $"{Number(grams / PoundG * 16, 1)} oz"
                : $"{Number(grams / PoundG, 2)} lb";

    private static string Number(double value, int digits) =>
        Math.Round(value, digits, MidpointRounding.AwayFromZero).ToString(CultureInfo.InvariantCulture);
}
