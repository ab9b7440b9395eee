using System.Collections.Immutable;
using Gemmifer.Core.Geometry;

namespace Gemmifer.Core.Training;

/// <summary>A place where a cane is tied.</summary>
/// <param name="On">What it is tied to: "wire 2", or the support by its name.</param>
/// <param name="AlongMm">Along the line, mm.</param>
public sealed record Tie(int Number, Point3 Place, string On, double AlongMm);

/// <summary>Ties along a line.</summary>
public static class Ties
{
    /// <summary>Ties stand this far apart where there are no wires, mm, and each takes this much besides going round (assumptions).</summary>
    public const double SpacingMm = 350, KnotMm = 250;

    /// <summary>
    /// The ties of a cane that lies on a line between two places: where the line crosses a wire, otherwise evenly, no further apart
    /// than the spacing, the last at its end.
    /// </summary>
    public static ImmutableArray<Tie> Of(Support support, TargetLine line, double fromMm, double toMm)
    {
        // A line rises evenly, straight or wound.
        var (start, rise) = (line.At(0).Z, line.DirectionAt(0).Z);
        var crossings = Math.Abs(rise) < 1e-9 ? [] : support.Wires
            .Select((w, i) => (At: (w.HeightMm - start) / rise, On: $"wire {i + 1}"))
            .Where(c => c.At >= fromMm - Tolerance.LengthMm && c.At <= toMm + Tolerance.LengthMm).OrderBy(c => c.At).ToArray();
        if (support.Kind != SupportKind.Wires)
        {
            var pieces = Math.Max(1, (int)Math.Ceiling(((toMm - fromMm) / SpacingMm) - 1e-9));
            crossings = [.. Enumerable.Range(0, pieces + 1).Select(k => (At: fromMm + ((toMm - fromMm) * k / pieces), On: support.Kind.ToString().ToLowerInvariant()))];
        }

        return [.. crossings.Select((c, i) => new Tie(i + 1, line.At(c.At), c.On, c.At))];
    }

    /// <summary>Tie material for so many ties round a cane, metres: twice round, loose, and a knot.</summary>
    public static double Metres(int ties, double diameterMm) => ties * ((2 * Math.PI * diameterMm * 1.5) + KnotMm) / 1000;
}
