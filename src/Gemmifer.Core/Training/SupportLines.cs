using System.Collections.Immutable;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Supports;

namespace Gemmifer.Core.Training;

/// <summary>
/// The lines canes may follow on each kind of support: a fan on what is flat, spirals round what is upright, up the leg
/// and over an
/// arch, up the post and along the beam of a pergola (common practice, no source; measures are assumptions).
/// </summary>
public static class SupportLines
{
    /// <summary>Canes that run side by side on an arch or a beam keep so far apart, mm.</summary>
    public static readonly double BesideMm = TradeNumbers.Of.BesideEachOther;

    /// <summary>A cane lies so far outside the post it is wound round, mm.</summary>
    private static readonly double OutsideMm = TradeNumbers.Of.OutsideThePost;

    /// <summary>
    /// How flat a spiral may lie, from vertical, degrees: the flattest first, as it flowers at every node from 45 on.
    /// </summary>
    private static readonly ImmutableArray<double> SpiralLeansDeg = SupportWays.SpiralLeansDeg;

    /// <summary>How gently canes may turn from the post onto a beam, mm.</summary>
    private static readonly ImmutableArray<double> BeamTurnsMm = SupportWays.BeamTurnsMm;

    /// <summary>The ways in which so many lines may lie on a support; the canes decide which of them serves.</summary>
    /// <param name="crown">Where the canes start.</param>
    /// <param name="count">At least 1.</param>
    /// <param name="caneMm">How long the canes are in the mean, mm.</param>
    /// <param name="towards">Where they lean in the mean, from level on the right, radians.</param>
    /// <param name="upright">Round a post or an obelisk nothing is wound: lines go straight up.</param>
    public static IEnumerable<ImmutableArray<TargetLine>> Ways(
        Support support,
        Point3 crown,
        int count,
        double caneMm = SupportLimits.WidthMm,
        double towards = Math.PI / 2,
        bool upright = false
    )
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(count, 1);
        return support.Traits.Form switch
        {
            SupportForm.Face =>
            [
                OnWires(support, crown, Fan.Lines(support, crown, count, Bloom.UprightWorth, caneMm, towards)),
            ],
            SupportForm.Round when upright => [Upright(support, count)],
            SupportForm.Round => SpiralLeansDeg.Select(lean => Spirals(support, count, lean)),
            SupportForm.Arch => [Over(support, crown, count)],
            SupportForm.Beam => BeamTurnsMm
                .Where(r => r <= support.HeightMm - TradeNumbers.Of.BeamFoot)
                .Select(r => AlongBeam(support, crown, count, r)),
            SupportForm.Trellis => [],
        };
    }

    /// <summary>
    /// Where canes can only be tied to wires, a line that would cross none of them runs along the nearest wire instead.
    /// Lines that
    /// neither cross a wire nor can run along one are left out.
    /// </summary>
    private static ImmutableArray<TargetLine> OnWires(Support support, Point3 crown, ImmutableArray<StraightLine> fan)
    {
        if (support.Wires.IsEmpty)
        {
            return [.. fan];
        }

        var lines = new List<TargetLine>();
        foreach (var line in fan)
        {
            var (low, high) = (line.Start.Z, line.At(line.LengthMm).Z);
            if (support.Wires.Count(w => w.HeightMm > low && w.HeightMm <= high) >= 2)
            {
                lines.Add(line);
                continue;
            }

            var right = line.Direction.X >= 0;
            var along = support
                .Wires.Where(w => w.HeightMm >= low)
                .OrderBy(w => w.HeightMm)
                .Select(w => new StraightLine(
                    0,
                    new Point3(crown.X, w.YMm, w.HeightMm),
                    new Point3(right ? 1 : -1, 0, 0),
                    0
                ))
                .Select(l => l with { LengthMm = Fan.Reach(support, l.Start, right ? 0 : Math.PI) })
                .FirstOrDefault(l =>
                    l.LengthMm >= CanePath.LeastTiedMm
                    && !lines.Any(o => o is StraightLine s && s.Start.Z == l.Start.Z && s.Direction.X == l.Direction.X)
                );
            if (along is not null)
            {
                lines.Add(along);
            }
            else if (support.Wires.Any(w => w.HeightMm > low && w.HeightMm <= high))
            {
                lines.Add(line);
            }
        }

        return [.. lines.Select((l, i) => l with { Number = i + 1 })];
    }

    /// <summary>Straight up on its outside, in front first and evenly round it.</summary>
    private static ImmutableArray<TargetLine> Upright(Support support, int count)
    {
        var around = (support.WidthMm / 2) + OutsideMm;
        return
        [
            .. Enumerable
                .Range(0, count)
                .Select(k =>
                {
                    var at = Bearing.FromDegrees(180 + (360.0 * k / count));
                    return new StraightLine(
                        k + 1,
                        new Point3(
                            support.FromMm + (support.WidthMm / 2) + (around * at.X),
                            support.YMm + (around * at.Y),
                            0
                        ),
                        new Point3(0, 0, 1),
                        support.HeightMm - Fan.MarginMm
                    );
                }),
        ];
    }

    /// <summary>
    /// Spirals that start evenly round the foot and all wind the same way, so that none crosses another.
    /// </summary>
    private static ImmutableArray<TargetLine> Spirals(Support support, int count, double leanDeg)
    {
        var around = (support.WidthMm / 2) + OutsideMm;
        var axis = new Point3(support.FromMm + (support.WidthMm / 2), support.YMm, 0);
        var rise = Spiral.RiseFor(around, leanDeg);
        var length = (support.HeightMm - Fan.MarginMm) / Math.Cos(leanDeg * Math.PI / 180);
        return
        [
            .. Enumerable
                .Range(0, count)
                .Select(k => new Spiral(
                    k + 1,
                    axis,
                    around,
                    rise,
                    Bearing.FromDegrees(180 + (360.0 * k / count)),
                    true,
                    length
                )),
        ];
    }

    /// <summary>
    /// Up the nearer leg and over: legs as high as leaves a half circle above them, or a flatter bow where the arch is
    /// low.
    /// </summary>
    private static ImmutableArray<TargetLine> Over(Support support, Point3 crown, int count)
    {
        var left = Math.Abs(crown.X - support.FromMm) <= Math.Abs(crown.X - support.ToMm);
        var half = support.WidthMm / 2;
        var leg = Math.Max(0, support.HeightMm - half);
        var bow = support.HeightMm - leg;
        var radius = ((half * half) + (bow * bow)) / (2 * bow);
        var turn = 2 * Math.Asin(Math.Min(1, half / radius)) * 180 / Math.PI;
        if (bow > half)
        {
            turn = 360 - turn;
        }

        var arc = new LinePiece(radius * turn * Math.PI / 180, left ? -turn : turn);
        var heading =
            leg > 0 ? 90
            : left ? turn / 2
            : 180 - (turn / 2);
        ImmutableArray<LinePiece> pieces = leg > 0 ? [new LinePiece(leg, 0), arc] : [arc];
        return SideBySide(support, count, (n, y) =>
            new BentLine(n, new Point3(left ? support.FromMm : support.ToMm, y, 0), heading, pieces)
        );
    }

    /// <summary>
    /// Up at the crown, or at the nearer post where it stands outside, and along the beam; both ways where there is
    /// room both ways.
    /// </summary>
    private static ImmutableArray<TargetLine> AlongBeam(Support support, Point3 crown, int count, double turnMm)
    {
        var foot = Math.Clamp(crown.X, support.FromMm, support.ToMm);
        var (toRight, toLeft) = (
            support.ToMm - foot - Fan.MarginMm - turnMm,
            foot - support.FromMm - Fan.MarginMm - turnMm
        );
        var both = toRight >= CanePath.LeastTiedMm && toLeft >= CanePath.LeastTiedMm;
        return SideBySide(support, count, (n, y) =>
        {
            var right = both ? n % 2 == 1 : toRight >= toLeft;
            var run = Math.Max(0, right ? toRight : toLeft);
            ImmutableArray<LinePiece> pieces =
            [
                new LinePiece(support.HeightMm - turnMm, 0),
                new LinePiece(turnMm * Math.PI / 2, right ? -90 : 90),
                new LinePiece(run, 0),
            ];
            return new BentLine(n, new Point3(foot, y, 0), 90, pieces);
        });
    }

    private static ImmutableArray<TargetLine> SideBySide(
        Support support,
        int count,
        Func<int, double, TargetLine> line
    ) => [.. Enumerable.Range(0, count).Select(k => line(k + 1, support.YMm + ((k - ((count - 1) / 2.0)) * BesideMm)))];
}
