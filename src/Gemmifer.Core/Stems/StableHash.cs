namespace Gemmifer.Core.Stems;

/// <summary>
/// Numbers that are the same on every machine and in every run, by which ties are broken: FNV-1a of 32 bits (Fowler,
/// Noll and Vo), over UTF-16 code units in place of bytes.
/// </summary>
internal static class StableHash
{
    private const uint Basis = 2166136261,
        Prime = 16777619;

    /// <summary>Of a text.</summary>
    public static uint Of(string text) => text.Aggregate(Basis, (hash, c) => And(hash, c));

    /// <summary>Of what was hashed and one number more.</summary>
    public static uint And(uint hash, uint next) => unchecked((hash ^ next) * Prime);
}
