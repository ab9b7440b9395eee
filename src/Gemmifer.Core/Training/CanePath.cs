using System.Runtime.CompilerServices;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plants;

namespace Gemmifer.Core.Training;

/// <summary>How a cane gets to a line, or why it does not.</summary>
public abstract record CanePath
{
    /// <summary>It bends that far.</summary>
    /// <param name="Bend">From its base to the line.</param>
    /// <param name="JoinsMm">Where it meets the line, mm along that.</param>
    /// <param name="TiedMm">Length of the cane that lies on the line, mm.</param>
    /// <param name="Strain">Of the outer fibre, in the tightest part of the bend and of the line.</param>
    public sealed record Bent(Biarc Bend, double JoinsMm, double TiedMm, double Strain) : CanePath;

    /// <summary>Its wood would crack: the gentlest way there is still too tight.</summary>
    /// <param name="RadiusMm">Radius of the gentlest way, mm.</param>
    /// <param name="NeededMm">Radius it needs, mm; infinite for soft growth.</param>
    public sealed record TooStiff(double RadiusMm, double NeededMm) : CanePath;

    /// <summary>It is too short to reach the line on any way that is gentle enough.</summary>
    public sealed record TooShort : CanePath;

    /// <summary>
    /// Places along a line at which joining it is tried before the best is refined, and steps of that.
    /// </summary>
    private const int Tries = 120,
        Refinements = 18;

    /// <summary>
    /// At least so much of a cane has to lie on its line to be tied there, mm (assumption: two ties).
    /// </summary>
    public static readonly double LeastTiedMm = TradeNumbers.Of.LeastTied;

    /// <summary>
    /// Wood strained to all it bears weighs as much as so many millimetres of flat line left bare (assumption).
    /// </summary>
    public static readonly double StrainMm = TradeNumbers.Of.StrainWeight;

    /// <summary>
    /// A bend this much tighter than the wood bears by the numbers is made by feel (a thumb tells no finer), and weighs
    /// as much more, in millimetres of flat line left bare (assumptions).
    /// </summary>
    private static readonly double ByFeel = TradeNumbers.Of.ByFeel,
        ByFeelMm = TradeNumbers.Of.ByFeelWeight;

    /// <summary>
    /// The way of a cane to a line that weighs early joining against a gentle bend, none tighter than its wood bears.
    /// </summary>
    /// <param name="start">Its base.</param>
    /// <param name="direction">Unit vector in which it leaves its base.</param>
    /// <param name="diameterMm">At the base, where it is thickest: thinner wood further up bears more.</param>
    /// <param name="strain">Allowed strain of the outer fibre.</param>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    public static CanePath To(
        Point3 start,
        Point3 direction,
        double lengthMm,
        double diameterMm,
        double strain,
        TargetLine line
    )
    {
        var needed = Bending.LeastRadiusMm(diameterMm, strain);
        var least = needed * (1 - ByFeel);
        if (line.RadiusMm < least)
        {
            return new TooStiff(line.RadiusMm, needed);
        }

        var gentlest = 0.0;
        var (best, bestCost, gentle) = (default(Bent), double.PositiveInfinity, false);
        var step = line.LengthMm / Tries;
        for (var i = 0; i <= Tries; i++)
        {
            Try(i * step);
        }

        if (best is null)
        {
            return gentle ? new TooShort() : new TooStiff(gentlest, needed);
        }

        // Between the neighbours of the best try the cost has one least place; if it had more, this would still be a
        // way that holds.
        var (low, high) = (Math.Max(0, best.JoinsMm - step), Math.Min(line.LengthMm, best.JoinsMm + step));
        for (var k = 0; k < Refinements; k++)
        {
            var (a, b) = (low + ((high - low) / 3), high - ((high - low) / 3));
            (low, high) = Try(a) <= Try(b) ? (low, b) : (a, high);
        }

        return best;

        [MethodImpl(MethodImplOptions.AggressiveOptimization)]
        double Try(double along)
        {
            // The way there is no shorter than straight: what is left to be tied at best decides whether it is tried.
            var place = line.At(along);
            if (
                best is not null
                && -line.MostWorth * Math.Max(0, Math.Min(line.LengthMm - along, lengthMm - start.DistanceTo(place)))
                    >= bestCost
            )
            {
                return double.PositiveInfinity;
            }

            if (Biarc.Between(start, direction, place, line.DirectionAt(along)) is not { } bend)
            {
                return double.PositiveInfinity;
            }

            gentlest = Math.Max(gentlest, bend.LeastRadiusMm);
            if (bend.LeastRadiusMm < least)
            {
                return double.PositiveInfinity;
            }

            gentle = true;
            var tied = Math.Min(line.LengthMm - along, lengthMm - bend.LengthMm);
            if (tied < LeastTiedMm)
            {
                return double.PositiveInfinity;
            }

            var tightest = Math.Min(bend.LeastRadiusMm, line.RadiusMm);
            var path = new Bent(
                bend,
                along,
                tied,
                double.IsInfinity(tightest) ? 0 : Bending.Strain(diameterMm, tightest)
            );
            var cost = CostMm(path, strain, line);
            if (best is null || cost < bestCost)
            {
                (best, bestCost) = (path, cost);
            }

            return cost;
        }
    }

    /// <summary>
    /// What a way costs: its share of the strain the wood bears, less the line it covers as far as that flowers, mm.
    /// </summary>
    public static double CostMm(Bent path, double strain, TargetLine line) =>
        (path.Strain <= 0 ? 0 : StrainMm * path.Strain / strain)
        + (path.Strain > strain ? ByFeelMm : 0)
        - line.FloweringMm(path.JoinsMm, path.JoinsMm + path.TiedMm);
}
