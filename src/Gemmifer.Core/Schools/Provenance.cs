namespace Gemmifer.Core.Schools;

/// <summary>Where a rule, a value or a reason comes from; shown beside it.</summary>
public enum Provenance
{
    /// <summary>Common practice, no source.</summary>
    Practice,

    /// <summary>Published, with the source in the text.</summary>
    Published,

    /// <summary>Written from memory of something published.</summary>
    Memory,

    /// <summary>Nobody knows: taken to be so.</summary>
    Assumption,

    /// <summary>The gardener's word.</summary>
    User,

    /// <summary>Seen on the plant.</summary>
    Observed,
}
