using Gemmifer.Core.Plants;

namespace Gemmifer.Core.Year;

/// <summary>The numbers of the trade that a year is reckoned by.</summary>
/// <remarks>Each with its provenance and what it is in <c>Year/Data/stages.json</c>.</remarks>
internal sealed record YearNumbers
{
    /// <summary>As they ship.</summary>
    public static YearNumbers Of { get; } = NumberBook.Read<YearNumbers>("year/stages.json");

    /// <summary>A flush lasts so many days.</summary>
    [Unit(Unit.Days)]
    public required TradeCount FlushDays { get; init; }

    /// <summary>From a cut to the next bloom, until a plant's own average is known.</summary>
    [Unit(Unit.Days)]
    public required TradeCount RoundDays { get; init; }

    /// <summary>In fewer days no cut leads to a bloom.</summary>
    [Unit(Unit.Days)]
    public required TradeCount RoundLeast { get; init; }

    /// <summary>Each round is later or earlier by so many days more, one year in ten.</summary>
    [Unit(Unit.Days)]
    public required TradeCount RoundSpread { get; init; }

    /// <summary>One bloom of a plant differs from its own mean by so many days, standard deviation.</summary>
    [Unit(Unit.Days)]
    public required TradeCount OwnSpread { get; init; }

    /// <summary>Base of the growing degree days of roses and fruit, degrees C (from memory).</summary>
    [Unit(Unit.Celsius)]
    public required TradeNumber WarmthBase { get; init; }

    /// <summary>Colder than this no wood is cut, degrees C.</summary>
    [Unit(Unit.Celsius)]
    public required TradeNumber HardFrost { get; init; }

    /// <summary>In half sun a plant flowers so many days later than in full sun.</summary>
    [Unit(Unit.Days)]
    public required TradeCount Half { get; init; }

    /// <summary>In shade so many days later.</summary>
    [Unit(Unit.Days)]
    public required TradeCount Shade { get; init; }

    /// <summary>A prune noted so many days before its window is that of the year.</summary>
    [Unit(Unit.Days)]
    public required TradeCount PrunedBefore { get; init; }

    /// <summary>Or so many days after it.</summary>
    [Unit(Unit.Days)]
    public required TradeCount PrunedAfter { get; init; }

    /// <summary>A stage noted so many days before or after it usually comes is that of the year.</summary>
    [Unit(Unit.Days)]
    public required TradeCount StageAround { get; init; }

    /// <summary>A first bloom noted so many days before it usually comes is that of the year.</summary>
    [Unit(Unit.Days)]
    public required TradeCount BloomBefore { get; init; }

    /// <summary>More days than this after a cut a bloom is not of that cut.</summary>
    [Unit(Unit.Days)]
    public required TradeCount RoundMost { get; init; }

    /// <summary>Warmth is summed from so many days before the last frost.</summary>
    [Unit(Unit.Days)]
    public required TradeCount WarmthFrom { get; init; }

    /// <summary>A year of which the weather is known to so many days before the last frost tells nothing yet.</summary>
    [Unit(Unit.Days)]
    public required TradeCount WarmthKnown { get; init; }

    /// <summary>A job noted so many days outside its window is the one meant.</summary>
    [Unit(Unit.Days)]
    public required TradeCount JobNear { get; init; }

    /// <summary>A prune noted so many days outside its window is the one meant.</summary>
    [Unit(Unit.Days)]
    public required TradeCount PruneNear { get; init; }

    /// <summary>So many days before its last day a job is worth half of what it is worth on that day.</summary>
    [Unit(Unit.Days)]
    public required TradeCount HalfWorth { get; init; }

    /// <summary>Half a year tells its frosts where this share of its days was measured.</summary>
    [Unit(Unit.Share)]
    public required TradeNumber WholeHalfYear { get; init; }
}
