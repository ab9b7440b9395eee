using System.Collections.Immutable;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Supports;

namespace Gemmifer.Core.Training;

/// <summary>
/// The lines of a fan on a flat support: the face is parted into sectors that are worth the same seen from the crown,
/// one line a
/// sector, so that so many canes leave as little of it bare as they can. The lowest lines are the flattest. What would
/// be reached by
/// upright wood is worth less, as that flowers at its tip only; at full worth the sectors have equal areas.
/// </summary>
public static class Fan
{
    /// <summary>
    /// Nothing is tied nearer than this to an edge or an opening, mm, nor flatter than this above level, degrees
    /// (assumptions).
    /// </summary>
    public static readonly double MarginMm = TradeNumbers.Of.EdgeMargin,
        FlattestDeg = TradeNumbers.Of.FlattestLine;

    /// <summary>
    /// Steps in which the face is measured, and in which a line may give way to an opening within its sector.
    /// </summary>
    private const int Steps = 1440,
        Ways = 40;

    /// <summary>Wood that has to be cut off to fit a line weighs so much of line left bare (assumption).</summary>
    public static readonly double CutShare = TradeNumbers.Of.CutToFit;

    /// <summary>
    /// A line leaves the middle of its sector only for more than this much length a radian, mm (assumption).
    /// </summary>
    private static readonly double GiveWayMm = TradeNumbers.Of.GiveWay;

    /// <summary>
    /// A line keeps this share of its sector from either bound, so that neighbours do not run side by side.
    /// </summary>
    private static readonly double InsideShare = TradeNumbers.Of.InsideSector;

    /// <summary>From here upward, from level, wood is upright and flowers at its tip only, radians.</summary>
    private const double UprightFrom = Math.PI / 4;

    /// <summary>
    /// The lines, from the lowest on the left over the top to the lowest on the right, numbered from 1.
    /// </summary>
    /// <param name="crown">Where the canes start.</param>
    /// <param name="count">At least 1. A line that would be too short to tie anything to is left out.</param>
    /// <param name="uprightWorth">What face reached by upright wood is worth beside the rest, above 0 to 1.</param>
    /// <param name="caneMm">How long the canes are: where a line could be as long, none is cut shorter for a worse
    /// one.</param>
    /// <param name="towards">Where they lean in the mean, from level on the right, radians: decides between lines that
    /// are as good.</param>
    public static ImmutableArray<StraightLine> Lines(
        Support support,
        Point3 crown,
        int count,
        double uprightWorth = 1,
        double caneMm = SupportLimits.WidthMm,
        double towards = Math.PI / 2
    )
    {
        if (!support.Flat)
        {
            throw new ArgumentException($"A {support.Kind} is not flat.", nameof(support));
        }

        ArgumentOutOfRangeException.ThrowIfLessThan(count, 1);
        var foot = new Point3(crown.X, support.YMm, crown.Z);
        var (low, high) = (FlattestDeg * Math.PI / 180, Math.PI - (FlattestDeg * Math.PI / 180));
        var bounds = Sectors(support, foot, low, high, count, uprightWorth);
        var lines = ImmutableArray.CreateBuilder<StraightLine>();
        for (var i = 0; i < count; i++)
        {
            // From the left over the top: angles are measured from level on the right.
            var (from, to) = (bounds[count - 1 - i], bounds[count - i]);
            var (middle, inside) = ((from + to) / 2, (to - from) * InsideShare);
            double Worth(double a)
            {
                var reach = Math.Min(caneMm, Reach(support, foot, a));
                return (reach * (Upright(a) ? uprightWorth : 1))
                    - (CutShare * (Math.Min(caneMm, Furthest(support, foot)) - reach))
                    - (GiveWayMm * Math.Abs(a - middle));
            }

            var tried = Enumerable
                .Range(0, Ways + 1)
                .Select(k => from + inside + ((to - from - (2 * inside)) * k / Ways))
                .Select(a => (Angle: a, Worth: Worth(a)))
                .ToArray();
            var best = tried.Max(t => t.Worth);

            // Of lines that are as good the one nearer to where the canes lean, whichever way the face is looked at.
            var angle = tried
                .Where(t => t.Worth >= best - AlikeMm)
                .OrderBy(t => Math.Round(Math.Abs(t.Angle - towards), 6))
                .First()
                .Angle;
            var length = Reach(support, foot, angle);
            if (length >= CanePath.LeastTiedMm)
            {
                lines.Add(
                    new StraightLine(lines.Count + 1, foot, new Point3(Math.Cos(angle), 0, Math.Sin(angle)), length)
                );
            }
        }

        return lines.ToImmutable();
    }

    /// <summary>Lines whose worth differs by less than this are as good, mm.</summary>
    private const double AlikeMm = 0.5;

    private static bool Upright(double angle) => Math.Min(angle, Math.PI - angle) > UprightFrom + 1e-9;

    /// <summary>No line on the face is longer than this, mm.</summary>
    private static double Furthest(Support support, Point3 foot) =>
        Math.Sqrt(
            Math.Pow(Math.Max(support.ToMm - foot.X, foot.X - support.FromMm), 2)
                + (support.HeightMm * support.HeightMm)
        );

    /// <summary>
    /// How far a line may run from a foot at an angle from level on the right, radians, before the edge or an opening,
    /// mm.
    /// </summary>
    public static double Reach(Support support, Point3 foot, double angle)
    {
        return Math.Min(
            Math.Max(0, ToEdge(support, foot, Math.Cos(angle), Math.Sin(angle), MarginMm)),
            ToOpening(support, foot, angle)
        );
    }

    /// <summary>Distance to the margin of the nearest opening, mm; infinite where none is in the way.</summary>
    private static double ToOpening(Support support, Point3 foot, double angle)
    {
        var (dx, dz, reach) = (Math.Cos(angle), Math.Sin(angle), double.PositiveInfinity);
        foreach (var o in support.Openings)
        {
            if (
                Enters(
                    (foot.X, o.XMm - MarginMm, o.XMm + o.WidthMm + MarginMm),
                    (foot.Z, o.ZMm - MarginMm, o.ZMm + o.HeightMm + MarginMm),
                    dx,
                    dz
                ) is
                { } at
            )
            {
                reach = Math.Min(reach, Math.Max(0, at));
            }
        }

        return reach;
    }

    /// <summary>Bounds of sectors of equal worth, radians, the least first.</summary>
    private static double[] Sectors(
        Support support,
        Point3 foot,
        double low,
        double high,
        int count,
        double uprightWorth
    )
    {
        var step = (high - low) / Steps;
        var sums = new double[Steps + 1];
        for (var i = 0; i < Steps; i++)
        {
            var angle = low + ((i + 0.5) * step);
            // Up to an opening only: what stands behind it cannot be reached.
            var r = Math.Min(
                Math.Max(0, ToEdge(support, foot, Math.Cos(angle), Math.Sin(angle), 0)),
                ToOpening(support, foot, angle)
            );
            sums[i + 1] = sums[i] + (r * r / 2 * step * (Upright(angle) ? uprightWorth : 1));
        }

        var bounds = new double[count + 1];
        (bounds[0], bounds[count]) = (low, high);
        var at = 0;
        for (var k = 1; k < count; k++)
        {
            var wanted = sums[Steps] * k / count;
            while (at < Steps - 1 && sums[at + 1] < wanted)
            {
                at++;
            }

            var piece = sums[at + 1] - sums[at];
            bounds[k] = low + ((at + (piece <= 0 ? 0 : (wanted - sums[at]) / piece)) * step);
        }

        return bounds;
    }

    /// <summary>
    /// Distance along a direction to the edge of the face, less a margin, mm; 0 or less where the foot stands outside.
    /// </summary>
    private static double ToEdge(Support support, Point3 foot, double dx, double dz, double margin)
    {
        var sideways =
            dx > 1e-12 ? (support.ToMm - margin - foot.X) / dx
            : dx < -1e-12 ? (support.FromMm + margin - foot.X) / dx
            : double.PositiveInfinity;
        var upward = dz > 1e-12 ? (support.HeightMm - margin - foot.Z) / dz : double.PositiveInfinity;
        return Math.Min(sideways, upward);
    }

    /// <summary>
    /// Where a ray enters a rectangle, mm along it (Liang and Barsky's clipping, 1984); null where it does not.
    /// </summary>
    private static double? Enters(
        (double Foot, double From, double To) across,
        (double Foot, double From, double To) up,
        double dx,
        double dz
    )
    {
        var (enter, leave) = (0.0, double.PositiveInfinity);
        foreach (
            var (d, near, far) in ((double, double, double)[])
                [(dx, across.From - across.Foot, across.To - across.Foot), (dz, up.From - up.Foot, up.To - up.Foot)]
        )
        {
            if (Math.Abs(d) < 1e-12)
            {
                if (near > 0 || far < 0)
                {
                    return null;
                }

                continue;
            }

            enter = Math.Max(enter, Math.Min(near / d, far / d));
            leave = Math.Min(leave, Math.Max(near / d, far / d));
        }

        return enter < leave ? enter : null;
    }
}
