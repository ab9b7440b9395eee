using System.Collections.Immutable;
using Gemmifer.Core.Plants;

namespace Gemmifer.Core.Plans;

/// <summary>Which tool for which thickness. Limits from makers' usual ratings, from memory.</summary>
public static class ToolRack
{
    /// <summary>Bypass secateurs cut up to here, mm.</summary>
    public static readonly double SecateursMm = TradeNumbers.Of.Secateurs;

    /// <summary>Loppers cut up to here, mm; above it a pruning saw.</summary>
    public static readonly double LoppersMm = TradeNumbers.Of.Loppers;

    /// <summary>What has a blade, in the order of the rack.</summary>
    public static ImmutableArray<Tool> Bladed { get; } = [Tool.Secateurs, Tool.Loppers, Tool.Saw, Tool.Shears];

    /// <summary>The tool for a diameter at the cut, mm.</summary>
    public static Tool For(double diameterMm) =>
        diameterMm <= SecateursMm ? Tool.Secateurs
        : diameterMm <= LoppersMm ? Tool.Loppers
        : Tool.Saw;

    /// <summary>Minutes one cut takes with a tool (assumption).</summary>
    public static double Minutes(Tool? tool) =>
        tool switch
        {
            Tool.Saw => 4,
            Tool.Loppers => 1.5,
            Tool.Secateurs or Tool.Shears or Tool.Fingers or null => 1,
        };

    /// <summary>What people call a tool.</summary>
    public static string Name(Tool tool) => tool.ToString().ToLowerInvariant();
}
