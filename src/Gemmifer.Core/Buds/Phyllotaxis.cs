using System.Collections.Immutable;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Stems;

namespace Gemmifer.Core.Buds;

/// <summary>How sure the place and direction of a bud are.</summary>
public enum BudKnowledge
{
    Seen,
    Likely,
    LookFor,
}

/// <summary>A bud seen, or expected from those that were.</summary>
/// <param name="AlongMm">Distance along the stem, mm.</param>
/// <param name="Facing">Bearing; null where it cannot be told.</param>
/// <param name="SpreadDeg">Standard deviation of the bearing, degrees; 0 where seen.</param>
/// <param name="Face">Which side of the stem it sits on, where seen.</param>
/// <param name="OtherFacing">The bearing it would have if the buds go round the other way; null where the way round is
/// known.</param>
public sealed record ExpectedBud(
    double AlongMm,
    Bearing? Facing,
    double SpreadDeg,
    BudKnowledge Known,
    bool Usable,
    Bearing? OtherFacing,
    BudFace? Face = null
);

/// <summary>The arrangement of buds round a stem, fitted to those that were seen.</summary>
/// <param name="InternodeMm">Distance between successive buds, mm.</param>
/// <param name="Handedness">1 clockwise seen from above, -1 counter-clockwise, 0 not known (one bud seen).</param>
/// <param name="SigmaDeg">Spread of the turn at one node, degrees.</param>
public sealed record BudPattern(double InternodeMm, int Handedness, double SigmaDeg);

/// <summary>
/// Expected buds from observed ones. Successive buds turn by a constant divergence (144 degrees for roses: two turns in
/// five
/// nodes, the 2/5 phyllotaxis of the rose family; published botany), either way round.
/// </summary>
public static class Phyllotaxis
{
    /// <summary>Spread of the turn at one node where it cannot be estimated, degrees (assumption).</summary>
    public static readonly double DefaultSigmaDeg = TradeNumbers.Of.TurnSpread;

    private static readonly double ShortestShare = TradeNumbers.Of.ShortestInternode;
    private static readonly double LongestShare = TradeNumbers.Of.LongestInternode;

    /// <summary>
    /// Fits internode length, way round and spread by least circular residual. Null where no bud's bearing was seen.
    /// </summary>
    /// <param name="seen">Buds with a bearing, any order.</param>
    /// <param name="defaultInternodeMm">Used where only one bud was seen; a fit stays within 0.4 to 2.5 times of
    /// it.</param>
    public static BudPattern? Fit(IEnumerable<Bud> seen, double divergenceDeg, double defaultInternodeMm)
    {
        var buds = seen.Where(b => b.Facing is not null).OrderBy(b => b.AlongMm).ToArray();
        if (buds.Length == 0)
        {
            return null;
        }

        if (buds.Length == 1 || buds[^1].AlongMm - buds[0].AlongMm < ShortestShare * defaultInternodeMm)
        {
            return new BudPattern(defaultInternodeMm, 0, DefaultSigmaDeg);
        }

        var best = (Cost: double.PositiveInfinity, Internode: defaultInternodeMm, Hand: 1, Sum: 0.0);
        var span = buds[^1].AlongMm - buds[0].AlongMm;
        var most = (int)Math.Floor(span / (ShortestShare * defaultInternodeMm));
        for (var nodes = 1; nodes <= most; nodes++)
        {
            var internode = span / nodes;
            if (internode > LongestShare * defaultInternodeMm)
            {
                continue;
            }

            foreach (var hand in (ReadOnlySpan<int>)[1, -1])
            {
                var (direction, place) = Residuals(buds, internode, hand * divergenceDeg);
                // Distances off the grid and a length far from the usual one count too, so that a short chance fit does
                // not win.
                var usual = Math.Log(internode / defaultInternodeMm);
                var cost = direction + (place * 4) + (usual * usual * 0.05);
                if (cost < best.Cost - 1e-9)
                {
                    best = (cost, internode, hand, direction);
                }
            }
        }

        if (double.IsInfinity(best.Cost))
        {
            return new BudPattern(defaultInternodeMm, 0, DefaultSigmaDeg);
        }

        var sigma =
            buds.Length < 3
                ? DefaultSigmaDeg
                : Math.Clamp(Math.Sqrt(2 * Math.Max(0, best.Sum) / (buds.Length - 1)) * 180 / Math.PI, 5, 60);
        return new BudPattern(best.Internode, best.Hand, sigma);
    }

    /// <summary>
    /// All buds of a stem between two places: those seen, and those expected between and beyond them.
    /// </summary>
    /// <remarks>The spread grows as sigma times the root of the nodes to the nearest bud seen. No bearing is invented
    /// where none was seen.</remarks>
    public static ImmutableArray<ExpectedBud> Expect(Stem stem, double divergenceDeg, double defaultInternodeMm)
    {
        var seen = stem
            .Buds.OrderBy(b => b.AlongMm)
            .Select(b => new ExpectedBud(b.AlongMm, b.Facing, 0, BudKnowledge.Seen, b.Usable, null, b.Face))
            .ToArray();
        var anchors = stem.Buds.Where(b => b.Facing is not null).OrderBy(b => b.AlongMm).ToArray();
        if (Fit(anchors, divergenceDeg, defaultInternodeMm) is not { } pattern)
        {
            return [.. seen];
        }

        return
        [
            .. seen.Concat(
                    Enumerable
                        .Range(0, anchors.Length + 1)
                        .SelectMany(i =>
                            Between(
                                stem,
                                i == 0 ? null : anchors[i - 1],
                                i == anchors.Length ? null : anchors[i],
                                pattern,
                                divergenceDeg
                            )
                        )
                        .Where(b => !seen.Any(s => Math.Abs(s.AlongMm - b.Bud.AlongMm) < b.StepMm / 2))
                        .Select(b => b.Bud)
                )
                .OrderBy(b => b.AlongMm),
        ];
    }

    /// <summary>
    /// Buds that can be expected between two that were seen, below the first or above the last, and how far apart they
    /// are.
    /// </summary>
    private static IEnumerable<(ExpectedBud Bud, double StepMm)> Between(
        Stem stem,
        Bud? below,
        Bud? above,
        BudPattern pattern,
        double divergenceDeg
    )
    {
        var turn = (pattern.Handedness == 0 ? 1 : pattern.Handedness) * divergenceDeg;
        var (from, to) = (below?.AlongMm ?? 0, above?.AlongMm ?? stem.LengthMm);
        var anchor = below ?? above!;
        var step = pattern.InternodeMm;
        var inside = below is not null && above is not null;
        if (inside)
        {
            // Two buds noted at one place leave no room for another between them.
            if (to - from < 1)
            {
                yield break;
            }

            step = (to - from) / Math.Max(1, Math.Round((to - from) / step, MidpointRounding.AwayFromZero));
        }

        var sign = below is null ? -1 : 1;
        for (var k = 1; ; k++)
        {
            var along = Math.Round(anchor.AlongMm + (sign * k * step), MidpointRounding.AwayFromZero);
            if (along < from + (step / 2) || along > to - (above is null ? 0 : step / 2))
            {
                yield break;
            }

            var near = inside ? Math.Min(k, Math.Max(1, (int)Math.Round((to - along) / step))) : k;
            var facing = anchor.Facing!.Value.Turn(sign * k * turn);
            var other = pattern.Handedness == 0 ? anchor.Facing!.Value.Turn(-sign * k * turn) : (Bearing?)null;
            yield return (
                new ExpectedBud(along, facing, pattern.SigmaDeg * Math.Sqrt(near), BudKnowledge.Likely, true, other),
                step
            );
        }
    }

    /// <summary>
    /// The widest empty sector among the directions of n successive buds, degrees; 360 for one or none.
    /// </summary>
    public static double WidestGap(int buds, double divergenceDeg)
    {
        if (buds < 2)
        {
            return 360;
        }

        var at = Enumerable.Range(0, buds).Select(k => k * divergenceDeg % 360).Order().ToArray();
        return Enumerable.Range(0, buds).Max(i => i + 1 < buds ? at[i + 1] - at[i] : at[0] + 360 - at[i]);
    }

    private static (double Direction, double Place) Residuals(Bud[] buds, double internode, double turn)
    {
        double sin = 0,
            cos = 0,
            place = 0;
        foreach (var bud in buds)
        {
            var k = (bud.AlongMm - buds[0].AlongMm) / internode;
            var node = Math.Round(k);
            place += (k - node) * (k - node);
            var angle = (bud.Facing!.Value.Degrees - (node * turn)) * Math.PI / 180;
            sin += Math.Sin(angle);
            cos += Math.Cos(angle);
        }

        // Sum of 1 - cos of each residual from the circular mean.
        return (buds.Length - Math.Sqrt((sin * sin) + (cos * cos)), place);
    }
}
