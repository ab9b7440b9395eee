using Gemmifer.Core.Geometry;

namespace Gemmifer.Core.Training;

/// <summary>A line on a support along which a cane may be tied.</summary>
/// <param name="Number">From 1, in the order of the support.</param>
/// <param name="Direction">Unit vector.</param>
/// <param name="LengthMm">How far it may be followed, mm.</param>
public sealed record TargetLine(int Number, Point3 Start, Point3 Direction, double LengthMm)
{
    /// <summary>Angle from vertical, degrees, 0 to 180.</summary>
    public double LeanDeg => Math.Acos(Math.Clamp(Direction.Z, -1, 1)) * 180 / Math.PI;

    /// <summary>The place at a distance along it.</summary>
    public Point3 At(double alongMm) => Start + (Direction * alongMm);
}

/// <summary>How a cane gets to a line, or why it does not.</summary>
public abstract record CanePath
{
    /// <summary>It bends that far.</summary>
    /// <param name="Bend">From its base to the line.</param>
    /// <param name="JoinsMm">Where it meets the line, mm along that.</param>
    /// <param name="TiedMm">Length of the cane that lies on the line, mm.</param>
    /// <param name="Strain">Of the outer fibre, in the tightest part of the bend.</param>
    public sealed record Bent(Biarc Bend, double JoinsMm, double TiedMm, double Strain) : CanePath;

    /// <summary>Its wood would crack: the gentlest way there is still too tight.</summary>
    /// <param name="RadiusMm">Radius of the gentlest way, mm.</param>
    /// <param name="NeededMm">Radius it needs, mm; infinite for soft growth.</param>
    public sealed record TooStiff(double RadiusMm, double NeededMm) : CanePath;

    /// <summary>It is too short to reach the line on any way that is gentle enough.</summary>
    public sealed record TooShort : CanePath;

    /// <summary>Places along a line at which joining it is tried, before the best is refined.</summary>
    private const int Tries = 120, Halvings = 40;

    /// <summary>At least so much of a cane has to lie on its line to be tied there, mm (assumption: two ties).</summary>
    public const double LeastTiedMm = 200;

    /// <summary>The way of a cane to a line that joins it as early as the wood allows.</summary>
    /// <param name="start">Its base.</param>
    /// <param name="direction">Unit vector in which it leaves its base.</param>
    /// <param name="diameterMm">At the base, where it is thickest: thinner wood further up bears more.</param>
    /// <param name="strain">Allowed strain of the outer fibre.</param>
    public static CanePath To(Point3 start, Point3 direction, double lengthMm, double diameterMm, double strain, TargetLine line)
    {
        var needed = Bending.LeastRadiusMm(diameterMm, strain);
        var (gentlest, tooShort) = (0.0, false);
        Biarc? At(double along) => Biarc.Between(start, direction, line.At(along), line.Direction);
        bool Gentle(Biarc? bend) => bend is { } b && b.LeastRadiusMm >= needed;
        for (var i = 0; i <= Tries; i++)
        {
            var along = line.LengthMm * i / Tries;
            var bend = At(along);
            gentlest = Math.Max(gentlest, bend?.LeastRadiusMm ?? 0);
            if (!Gentle(bend))
            {
                continue;
            }

            // The first try that is gentle enough: the place itself lies between it and the one before.
            if (i > 0)
            {
                var (low, high) = (line.LengthMm * (i - 1) / Tries, along);
                for (var k = 0; k < Halvings; k++)
                {
                    var middle = (low + high) / 2;
                    (low, high) = Gentle(At(middle)) ? (low, middle) : (middle, high);
                }

                (along, bend) = (high, At(high));
            }

            var path = bend!.Value;
            var tied = Math.Min(line.LengthMm - along, lengthMm - path.LengthMm);
            if (tied >= LeastTiedMm)
            {
                return new Bent(path, along, tied, double.IsInfinity(path.LeastRadiusMm) ? 0 : Bending.Strain(diameterMm, path.LeastRadiusMm));
            }

            tooShort = true;
            break;
        }

        return tooShort ? new TooShort() : new TooStiff(gentlest, needed);
    }
}
