using Gemmifer.Core.Plants;

namespace Gemmifer.Core.Training;

/// <summary>
/// Where flowers come on tied wood: at every node where it lies flat, at the tip alone where it stands (common
/// practice, no source).
/// </summary>
public static class Bloom
{
    /// <summary>Wood this far from vertical and more flowers at every node, degrees.</summary>
    public static readonly double FlatDeg = TradeNumbers.Of.Flat;

    /// <summary>
    /// Of upright wood only tip and side shoots flower: it counts so much of wood that lies flat (assumption).
    /// </summary>
    public static readonly double UprightWorth = TradeNumbers.Of.UprightWorth;

    /// <summary>What wood counts in the choice of its place, 0 to 1.</summary>
    /// <param name="leanDeg">From vertical.</param>
    public static double Worth(double leanDeg) => leanDeg >= FlatDeg - 1e-9 ? 1 : UprightWorth;

    /// <summary>Points from which flowers come on a stretch of wood.</summary>
    /// <param name="leanDeg">From vertical, 0 to 180.</param>
    /// <param name="lengthMm">Of the stretch.</param>
    /// <param name="tip">Whether the cane ends here.</param>
    public static int PointsOn(double leanDeg, double lengthMm, double internodeMm, bool tip)
    {
        // Hanging down is as far from upright as level is.
        var nodes = (int)Math.Floor((lengthMm / internodeMm) + 1e-9);
        return leanDeg >= FlatDeg - 1e-9 ? nodes
            : tip && lengthMm > 0 ? 1
            : 0;
    }

    /// <summary>Points of the side shoots left on a cane: so many shoots, each with so many buds.</summary>
    public static int PointsOfSideShoots(int shoots, int buds) => shoots * buds;
}
