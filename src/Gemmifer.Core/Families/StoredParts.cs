namespace Gemmifer.Core.Families;

/// <summary>
/// Parts of a survey that are stored, sent, kept half done and archived as they are: whoever does that goes by these
/// names and does not know what is in them. Stems, school and support have places of their own.
/// </summary>
public static class StoredParts
{
    /// <summary>Those that any plant may have.</summary>
    public static IReadOnlyList<string> OfAny { get; } = ["rain"];

    /// <summary>Those that a plant of a family may have.</summary>
    public static IEnumerable<string> Of(Family family) => family.Part is { } own ? [.. OfAny, own] : OfAny;

    /// <summary>Every one there is.</summary>
    public static IEnumerable<string> All => OfAny.Concat(PlantFamilies.All.Select(f => f.Part).OfType<string>());
}
