namespace Gemmifer.Core.Plans;

/// <summary>Round things that hands know, for a bend (usual sizes: assumptions).</summary>
internal static class RoundThings
{
    private static readonly (double RadiusMm, string Name)[] Things =
    [
        (45, "your fist"),
        (75, "a saucer"),
        (135, "a dinner plate"),
        (165, "a bucket"),
        (240, "a dustbin lid"),
        (350, "a bicycle wheel"),
        (550, "a small round table"),
    ];

    /// <summary>The smallest that a bend no tighter than a radius may follow.</summary>
    /// <param name="radiusMm">Of the tightest bend, mm.</param>
    public static string Name(double radiusMm) =>
        Things.FirstOrDefault(t => t.RadiusMm >= radiusMm) is { Name: { } name }
            ? name
            : FormattableString.Invariant($"a circle {Math.Ceiling(radiusMm / 100) * 200:0} mm across");
}
