using System.Collections.Frozen;

namespace Gemmifer.Core.Plants;

/// <summary>The numbers of the trade that hold for every family: tools, bends and ties, ends and their room.</summary>
internal static class TradeNumbers
{
    private static readonly FrozenDictionary<string, double> Values = DataFiles
        .Read("rules/trade.json")
        .GetProperty("values")
        .EnumerateObject()
        .ToFrozenDictionary(v => v.Name, v => v.Value.GetProperty("value").GetDouble());

    /// <summary>From <c>Plants/Data/numbers.json</c>, where each has its provenance and what it is.</summary>
    public static double Of(string name) => Values[name];
}
