using System.Collections.Frozen;
using System.Text.Json.Serialization;

namespace Gemmifer.Core.Stems;

/// <summary>What can be seen on a stem: the closed list of the exchange format.</summary>
public enum Sign
{
    /// <summary>Green bark.</summary>
    [JsonStringEnumMemberName("bark.green")]
    BarkGreen,

    /// <summary>Brown bark.</summary>
    [JsonStringEnumMemberName("bark.brown")]
    BarkBrown,

    /// <summary>Grey bark, no sign of death.</summary>
    [JsonStringEnumMemberName("bark.grey")]
    BarkGrey,

    /// <summary>Black bark: very old living wood is black.</summary>
    [JsonStringEnumMemberName("bark.black")]
    BarkBlack,

    /// <summary>Green under a scratch.</summary>
    [JsonStringEnumMemberName("scratch.green")]
    ScratchGreen,

    /// <summary>Brown under a scratch.</summary>
    [JsonStringEnumMemberName("scratch.brown")]
    ScratchBrown,

    /// <summary>Green pith.</summary>
    [JsonStringEnumMemberName("pith.green")]
    PithGreen,

    /// <summary>Brown pith.</summary>
    [JsonStringEnumMemberName("pith.brown")]
    PithBrown,

    /// <summary>It comes into leaf.</summary>
    Leafing,

    /// <summary>It does not, where others do.</summary>
    NotLeafing,

    /// <summary>A twig snaps dry.</summary>
    [JsonStringEnumMemberName("snap.dry")]
    SnapDry,

    /// <summary>A wound.</summary>
    Wound,

    /// <summary>A canker.</summary>
    Canker,

    /// <summary>A borer's hole.</summary>
    Borer,

    /// <summary>Spots.</summary>
    Spotting,

    /// <summary>Distorted growth.</summary>
    Distorted,

    /// <summary>Smooth where the plant is thorny.</summary>
    Smooth,

    /// <summary>Leaves unlike the plant's.</summary>
    LeafletsDiffer,

    /// <summary>Mildew.</summary>
    Mildew,

    /// <summary>It starts below the union.</summary>
    BelowUnion,

    /// <summary>Soft fresh growth.</summary>
    Soft,

    /// <summary>It gives when tried.</summary>
    Supple,

    /// <summary>It does not.</summary>
    Stiff,

    /// <summary>It points away from the support.</summary>
    Forward,

    /// <summary>Thin for its length.</summary>
    Spindly,

    /// <summary>It has borne.</summary>
    Fruited,

    /// <summary>It has borne in two seasons.</summary>
    FruitedTwice,

    /// <summary>It flowers or bears well.</summary>
    Productive,

    /// <summary>It no longer does.</summary>
    Unproductive,

    /// <summary>Its tendrils hold on.</summary>
    Held,
}

/// <summary>Something seen on a stem.</summary>
/// <param name="AtMm">Where along the stem, mm; null where it was seen on the stem as a whole.</param>
public sealed record Evidence(Sign What, double? AtMm);

/// <summary>What the signs speak for.</summary>
public static class EvidenceList
{
    /// <summary>Signs of life. Grey bark is no sign of death.</summary>
    public static FrozenSet<Sign> Alive { get; } =
        new[] { Sign.ScratchGreen, Sign.PithGreen, Sign.Leafing, Sign.Supple, Sign.BarkGreen }.ToFrozenSet();

    /// <summary>Signs of death that count as one full sign.</summary>
    public static FrozenSet<Sign> DeadStrong { get; } =
        new[] { Sign.ScratchBrown, Sign.PithBrown, Sign.SnapDry }.ToFrozenSet();

    /// <summary>
    /// Signs of death that only support another. Black bark is no sign of it: very old living wood is black.
    /// </summary>
    public static FrozenSet<Sign> DeadWeak { get; } = new[] { Sign.NotLeafing, Sign.BarkBrown }.ToFrozenSet();

    /// <summary>Signs of what is carried on from plant to plant by blades.</summary>
    public static FrozenSet<Sign> Carried { get; } = new[] { Sign.Canker, Sign.Spotting, Sign.Distorted }.ToFrozenSet();

    /// <summary>Signs of growth from the rootstock, the origin below the union first.</summary>
    public static FrozenSet<Sign> Sucker { get; } =
        new[] { Sign.Smooth, Sign.LeafletsDiffer, Sign.Mildew }.ToFrozenSet();
}
