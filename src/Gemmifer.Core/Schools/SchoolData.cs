using System.Collections.Immutable;
using System.Text.Json;
using Gemmifer.Core.Plants;

namespace Gemmifer.Core.Schools;

/// <summary>What all schools have in common, read from <c>Schools/Data/values.json</c>.</summary>
internal static class SchoolData
{
    /// <summary>The document.</summary>
    public static JsonElement Values { get; } = DataFiles.Read("school-values.json");

    /// <summary>What each want counts where a school says nothing else, in points, by family.</summary>
    public static ImmutableSortedDictionary<string, ImmutableDictionary<PlantFamily, SchoolValue>> Weights { get; } =
        Values
            .GetProperty("weights")
            .EnumerateArray()
            .ToImmutableSortedDictionary(
                w => w.GetProperty("name").GetString()!,
                w => ByFamily(w.GetProperty("name").GetString()!, w.GetProperty("defaults")),
                StringComparer.Ordinal
            );

    /// <summary>What a neglected plant wants, whatever the school says of tended ones.</summary>
    public static ImmutableSortedDictionary<string, SchoolValue> Neglected { get; } =
        SchoolValue.ReadAll("neglected", Values.GetProperty("neglected"));

    /// <summary>What a step harder changes.</summary>
    public static ImmutableSortedDictionary<string, SchoolValue> Harder { get; } =
        SchoolValue.ReadAll("harder", Values.GetProperty("harder"));

    /// <summary>Values by family, from a data file.</summary>
    public static ImmutableDictionary<PlantFamily, SchoolValue> ByFamily(string of, JsonElement json) =>
        json.EnumerateObject()
            .ToImmutableDictionary(f => PlantKinds.FamilyOf(f.Name), f => SchoolValue.Read(of, f.Value));
}
