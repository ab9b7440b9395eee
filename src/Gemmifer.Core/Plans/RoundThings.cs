using Gemmifer.Core.Plants;

namespace Gemmifer.Core.Plans;

/// <summary>Round things that hands know, for a bend (usual sizes: assumptions).</summary>
/// <remarks>From <c>Plans/Data/round-things.json</c>, which the screens read too.</remarks>
internal static class RoundThings
{
    private static readonly (double RadiusMm, string Name)[] Things =
    [
        .. DataFiles
            .Read("round-things.json")
            .GetProperty("things")
            .EnumerateArray()
            .Select(t => (t.GetProperty("radius").GetDouble(), t.GetProperty("name").GetString()!))
            .OrderBy(t => t.Item1),
    ];

    /// <summary>The smallest that a bend no tighter than a radius may follow.</summary>
    /// <param name="radiusMm">Of the tightest bend, mm.</param>
    public static string Name(double radiusMm) =>
        Things.FirstOrDefault(t => t.RadiusMm >= radiusMm) is { Name: { } name }
            ? name
            : FormattableString.Invariant($"a circle {Math.Ceiling(radiusMm / 100) * 200:0} mm across");
}
