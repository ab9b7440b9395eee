namespace Gemmifer.Core.Planning;

/// <summary>Which tool for which thickness. Limits from makers' usual ratings, from memory.</summary>
public static class ToolRack
{
    /// <summary>Bypass secateurs cut up to here, mm.</summary>
    public const double SecateursMm = 20;

    /// <summary>Loppers cut up to here, mm; above it a pruning saw.</summary>
    public const double LoppersMm = 45;

    /// <summary>The tool for a diameter at the cut, mm.</summary>
    public static string For(double diameterMm) => diameterMm <= SecateursMm ? "secateurs" : diameterMm <= LoppersMm ? "loppers" : "saw";

    /// <summary>Minutes one cut takes with a tool (assumption).</summary>
    public static double Minutes(string? tool) => tool switch
    {
        "saw" => 4,
        "loppers" => 1.5,
        _ => 1,
    };
}
