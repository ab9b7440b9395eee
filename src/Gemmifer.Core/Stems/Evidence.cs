using System.Collections.Frozen;

namespace Gemmifer.Core.Stems;

/// <summary>Something seen on a stem, from a closed list.</summary>
/// <param name="What">One of <see cref="EvidenceList.All"/>.</param>
/// <param name="AtMm">Where along the stem, mm; null where it was seen on the stem as a whole.</param>
public sealed record Evidence(string What, double? AtMm);

/// <summary>The closed list of evidence in the exchange format.</summary>
public static class EvidenceList
{
    /// <summary>Every word of the list.</summary>
    public static FrozenSet<string> All { get; } =
        new[]
        {
            "bark.green",
            "bark.brown",
            "bark.grey",
            "bark.black",
            "scratch.green",
            "scratch.brown",
            "pith.green",
            "pith.brown",
            "leafing",
            "not-leafing",
            "snap.dry",
            "wound",
            "canker",
            "borer",
            "spotting",
            "distorted",
            "smooth",
            "leaflets-differ",
            "mildew",
            "below-union",
            "soft",
            "supple",
            "stiff",
            "forward",
            "spindly",
            "fruited",
            "fruited-twice",
            "productive",
            "unproductive",
            "held",
        }.ToFrozenSet();

    /// <summary>Signs of life. Grey bark is no sign of death.</summary>
    public static FrozenSet<string> Alive { get; } =
        new[] { "scratch.green", "pith.green", "leafing", "supple", "bark.green" }.ToFrozenSet();

    /// <summary>Signs of death that count as one full sign.</summary>
    public static FrozenSet<string> DeadStrong { get; } =
        new[] { "scratch.brown", "pith.brown", "snap.dry" }.ToFrozenSet();

    /// <summary>
    /// Signs of death that only support another. Black bark is no sign of it: very old living wood is black.
    /// </summary>
    public static FrozenSet<string> DeadWeak { get; } = new[] { "not-leafing", "bark.brown" }.ToFrozenSet();

    /// <summary>Signs of growth from the rootstock, the origin below the union first.</summary>
    public static FrozenSet<string> Sucker { get; } = new[] { "smooth", "leaflets-differ", "mildew" }.ToFrozenSet();
}
