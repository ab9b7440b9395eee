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
    public static ImmutableSortedDictionary<string, FamilyDefaults> Weights { get; } =
        Values
            .GetProperty("weights")
            .EnumerateArray()
            .ToImmutableSortedDictionary(
                w => w.GetProperty("name").GetString()!,
                w => FamilyDefaults.Read(w.GetProperty("name").GetString()!, w.GetProperty("defaults")),
                StringComparer.Ordinal
            );

    /// <summary>What a neglected plant wants, whatever the school says of tended ones.</summary>
    public static ImmutableSortedDictionary<string, SchoolValue> Neglected { get; } =
        SchoolValue.ReadAll("neglected", Values.GetProperty("neglected"));

    /// <summary>What a step harder changes.</summary>
    public static ImmutableSortedDictionary<string, SchoolValue> Harder { get; } =
        SchoolValue.ReadAll("harder", Values.GetProperty("harder"));
}

/// <summary>
/// What a value is where a school says nothing else: the usual, and what single families take it to be.
/// </summary>
/// <param name="Usual">For families that say nothing.</param>
public sealed record FamilyDefaults(SchoolValue Usual, ImmutableDictionary<PlantFamily, SchoolValue> Own)
{
    /// <summary>What a family takes it to be.</summary>
    public SchoolValue this[PlantFamily family] => Own.GetValueOrDefault(family, Usual);

    /// <summary>From a data file: <c>usual</c>, and families by their names.</summary>
    internal static FamilyDefaults Read(string of, JsonElement json) =>
        new(
            SchoolValue.Read(of, json.GetProperty("usual")),
            json.EnumerateObject()
                .Where(f => f.Name != "usual")
                .ToImmutableDictionary(f => new PlantFamily(f.Name), f => SchoolValue.Read(of, f.Value))
        );
}
