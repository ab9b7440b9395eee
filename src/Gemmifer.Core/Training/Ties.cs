using System.Collections.Immutable;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Supports;

namespace Gemmifer.Core.Training;

/// <summary>A place where a cane is tied.</summary>
/// <param name="On">What it is tied to: "wire 2", or the support by its name.</param>
/// <param name="AlongMm">Along the line, mm.</param>
public sealed record Tie(int Number, Point3 Place, string On, double AlongMm);

/// <summary>Ties along a line.</summary>
public static class Ties
{
    /// <summary>Each takes this much besides going round, mm (assumption).</summary>
    public static readonly double KnotMm = TradeNumbers.Of.TieKnot;

    /// <summary>
    /// The ties of a cane that lies on a line between two places: where the line crosses a wire, otherwise evenly, no
    /// further apart
    /// than the spacing, the last at its end.
    /// </summary>
    /// <param name="spacingMm">The most between ties where there are no wires to cross, mm.</param>
    public static ImmutableArray<Tie> Of(Support support, TargetLine line, double fromMm, double toMm, double spacingMm)
    {
        // A line that crosses wires is straight, so it rises evenly.
        var (start, rise) = (line.At(0).Z, line.DirectionAt(0).Z);
        var level = Math.Abs(rise) < 1e-9;
        var along = level
            ? support
                .Wires.Select((w, i) => (w.HeightMm, On: $"wire {i + 1}"))
                .FirstOrDefault(w => Math.Abs(w.HeightMm - start) < Tolerance.LengthMm)
                .On
            : null;
        if (support.Wires.IsEmpty || line is not StraightLine || along is not null)
        {
            var pieces = Math.Max(1, (int)Math.Ceiling(((toMm - fromMm) / spacingMm) - 1e-9));
            return
            [
                .. Enumerable
                    .Range(0, pieces + 1)
                    .Select(k => fromMm + ((toMm - fromMm) * k / pieces))
                    .Select(
                        (at, k) => new Tie(k + 1, line.At(at), along ?? support.Kind.ToString().ToLowerInvariant(), at)
                    ),
            ];
        }

        var crossings = support
            .Wires.Select((w, i) => (At: level ? double.NaN : (w.HeightMm - start) / rise, On: $"wire {i + 1}"))
            .Where(c => c.At >= fromMm - Tolerance.LengthMm && c.At <= toMm + Tolerance.LengthMm)
            .OrderBy(c => c.At);
        return [.. crossings.Select((c, i) => new Tie(i + 1, line.At(c.At), c.On, c.At))];
    }

    /// <summary>The ties of a cane that stays where it stands: evenly along it, or where it passes the wires.</summary>
    /// <param name="at">Where it runs.</param>
    /// <param name="spacingMm">The most between ties where there are no wires to pass, mm.</param>
    public static ImmutableArray<Tie> Along(
        Support support,
        Func<double, Point3> at,
        double fromMm,
        double toMm,
        double spacingMm
    )
    {
        var pieces = Math.Max(1, (int)Math.Ceiling(((toMm - fromMm) / spacingMm) - 1e-9));
        var places = Enumerable
            .Range(0, pieces + 1)
            .Select(k => fromMm + ((toMm - fromMm) * k / pieces))
            .Where(along => at(along).Z <= support.HeightMm)
            .Select(along => (Place: at(along), On: support.Kind.ToString().ToLowerInvariant(), At: along));
        if (!support.Wires.IsEmpty)
        {
            // The first step along it that passes a wire, good to a step.
            const int Steps = 200;
            var heights = Enumerable
                .Range(0, Steps + 1)
                .Select(k => fromMm + ((toMm - fromMm) * k / Steps))
                .Select(a => (Along: a, at(a).Z))
                .ToArray();
            places = support
                .Wires.Select(
                    (w, i) =>
                        (
                            Found: heights.FirstOrDefault(h => h.Z >= w.HeightMm),
                            w.HeightMm,
                            On: $"wire {i + 1}",
                            Low: heights[0].Z > w.HeightMm
                        )
                )
                .Where(w => w.Found.Z > 0 && !w.Low)
                .Select(w => (Place: at(w.Found.Along) with { Z = w.HeightMm }, w.On, At: w.Found.Along))
                .OrderBy(w => w.At);
        }

        return [.. places.Select((p, i) => new Tie(i + 1, p.Place, p.On, p.At))];
    }

    /// <summary>Tie material for so many ties round a cane, metres: twice round, loose, and a knot.</summary>
    public static double Metres(int ties, double diameterMm) =>
        ties * ((2 * Math.PI * diameterMm * TradeNumbers.Of.TieLoose) + KnotMm) / 1000;
}
