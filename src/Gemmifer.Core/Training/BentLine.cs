using System.Collections.Immutable;
using Gemmifer.Core.Geometry;

namespace Gemmifer.Core.Training;

/// <summary>A piece of a line: straight, or an arc that turns evenly.</summary>
/// <param name="TurnDeg">Turned from its start to its end, counterclockwise seen from the front; 0 where
/// straight.</param>
public readonly record struct LinePiece(double LengthMm, double TurnDeg)
{
    /// <summary>Radius of its bend, mm; infinite where straight.</summary>
    public double RadiusMm => TurnDeg == 0 ? double.PositiveInfinity : LengthMm / (Math.Abs(TurnDeg) * Math.PI / 180);
}

/// <summary>
/// A line of straight pieces and arcs in a plane that faces the gardener, as over an arch or up a post and along a
/// beam.
/// </summary>
/// <param name="HeadingDeg">Where it leads at its start, from level on the right, degrees.</param>
public sealed record BentLine(int Number, Point3 Start, double HeadingDeg, ImmutableArray<LinePiece> Pieces)
    : TargetLine(Number, Pieces.Sum(p => p.LengthMm))
{
    /// <inheritdoc/>
    public override double RadiusMm => Pieces.Min(p => p.RadiusMm);

    /// <inheritdoc/>
    public override double AngleFromRight => HeadingDeg * Math.PI / 180;

    /// <inheritdoc/>
    public override Point3 At(double alongMm) => Follow(alongMm).Place;

    /// <inheritdoc/>
    public override Point3 DirectionAt(double alongMm)
    {
        var heading = Follow(alongMm).HeadingRad;
        return new Point3(Math.Cos(heading), 0, Math.Sin(heading));
    }

    /// <inheritdoc/>
    public override double MostWorth => 1;

    /// <inheritdoc/>
    public override double FloweringMm(double fromMm, double toMm)
    {
        // Upright is what leads within so many degrees of straight up; along an arc the heading turns evenly.
        var (low, high) = (Bloom.FlatDeg, 180 - Bloom.FlatDeg);
        var (sum, start, heading) = (0.0, 0.0, HeadingDeg);
        foreach (var piece in Pieces)
        {
            var (a, b) = (Math.Max(fromMm, start), Math.Min(toMm, start + piece.LengthMm));
            if (b > a)
            {
                double At(double along) => heading + (piece.TurnDeg * (along - start) / piece.LengthMm);
                var (from, to) = (Math.Min(At(a), At(b)), Math.Max(At(a), At(b)));
                var upright = 0.0;
                for (var round = Math.Floor(from / 360) - 1; round * 360 <= to; round++)
                {
                    upright += Math.Max(0, Math.Min(to, high + (360 * round)) - Math.Max(from, low + (360 * round)));
                }

                var share =
                    to - from > 1e-9 ? upright / (to - from)
                    : Bloom.Worth(LeanAt(a)) < 1 ? 1
                    : 0;
                sum += (b - a) * ((share * Bloom.UprightWorth) + 1 - share);
            }

            (start, heading) = (start + piece.LengthMm, heading + piece.TurnDeg);
        }

        return sum;
    }

    private (Point3 Place, double HeadingRad) Follow(double alongMm)
    {
        var (place, heading, left) = (Start, HeadingDeg * Math.PI / 180, alongMm);
        foreach (var piece in Pieces)
        {
            var here = Math.Min(left, piece.LengthMm);
            var turn = piece.LengthMm <= 0 ? 0 : piece.TurnDeg * Math.PI / 180 * here / piece.LengthMm;

            // The chord of an arc points half way between its ends.
            var chord = Math.Abs(turn) < 1e-9 ? here : here * Math.Sin(turn / 2) / (turn / 2);
            place += new Point3(chord * Math.Cos(heading + (turn / 2)), 0, chord * Math.Sin(heading + (turn / 2)));
            heading += turn;
            left -= here;
            if (left <= 0)
            {
                break;
            }
        }

        return (place, heading);
    }
}
