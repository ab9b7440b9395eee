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

    /// <summary>Places along a line at which joining it is tried before the best is refined, and steps of that.</summary>
    private const int Tries = 120, Refinements = 40;

    /// <summary>At least so much of a cane has to lie on its line to be tied there, mm (assumption: two ties).</summary>
    public const double LeastTiedMm = 200;

    /// <summary>Wood strained to all it bears is worth so many millimetres of line left bare (assumption).</summary>
    public const double StrainMm = 200;

    /// <summary>The way of a cane to a line that weighs early joining against a gentle bend, none tighter than its wood bears.</summary>
    /// <param name="start">Its base.</param>
    /// <param name="direction">Unit vector in which it leaves its base.</param>
    /// <param name="diameterMm">At the base, where it is thickest: thinner wood further up bears more.</param>
    /// <param name="strain">Allowed strain of the outer fibre.</param>
    public static CanePath To(Point3 start, Point3 direction, double lengthMm, double diameterMm, double strain, TargetLine line)
    {
        var needed = Bending.LeastRadiusMm(diameterMm, strain);
        var gentlest = 0.0;
        var (best, gentle) = (default(Bent), false);
        var step = line.LengthMm / Tries;
        for (var i = 0; i <= Tries; i++)
        {
            Try(i * step);
        }

        if (best is null)
        {
            return gentle ? new TooShort() : new TooStiff(gentlest, needed);
        }

        // Between the neighbours of the best try the cost has one least place; if it had more, this would still be a way that holds.
        var (low, high) = (Math.Max(0, best.JoinsMm - step), Math.Min(line.LengthMm, best.JoinsMm + step));
        for (var k = 0; k < Refinements; k++)
        {
            var (a, b) = (low + ((high - low) / 3), high - ((high - low) / 3));
            (low, high) = Try(a) <= Try(b) ? (low, b) : (a, high);
        }

        return best;

        double Try(double along)
        {
            if (Biarc.Between(start, direction, line.At(along), line.Direction) is not { } bend)
            {
                return double.PositiveInfinity;
            }

            gentlest = Math.Max(gentlest, bend.LeastRadiusMm);
            if (bend.LeastRadiusMm < needed)
            {
                return double.PositiveInfinity;
            }

            gentle = true;
            var tied = Math.Min(line.LengthMm - along, lengthMm - bend.LengthMm);
            if (tied < LeastTiedMm)
            {
                return double.PositiveInfinity;
            }

            var path = new Bent(bend, along, tied, double.IsInfinity(bend.LeastRadiusMm) ? 0 : Bending.Strain(diameterMm, bend.LeastRadiusMm));
            var cost = CostMm(path, strain);
            if (best is null || cost < CostMm(best, strain))
            {
                best = path;
            }

            return cost;
        }
    }

    /// <summary>What a way costs: its share of the strain the wood bears, less the line it covers, mm.</summary>
    public static double CostMm(Bent path, double strain) => (path.Strain <= 0 ? 0 : StrainMm * path.Strain / strain) - path.TiedMm;
}
