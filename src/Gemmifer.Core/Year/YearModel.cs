using Gemmifer.Core.Exchange;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Season;

namespace Gemmifer.Core.Year;

/// <summary>Work of a year, by its names in the exchange format.</summary>
public enum YearJob
{
    Look,
    MainPrune,
    AfterBloomPrune,
    TieCheck,
    Tipping,
    SecondVisit,
    RubOff,
    Deadhead,
    Level,
    StopCuts,
    StopFeeding,
    LeafClean,
    Feed,
    Mulch,
    Cover,
    Uncover,
    ToolCare,
    SpentCanes,

    /// <summary>Growth over a path is cut back to clear it.</summary>
    PathClear,
}

/// <summary>What a gardener noted of a plant, by its names in the exchange format.</summary>
public enum YearEvent
{
    Pruned,
    BudBreak,
    FirstBloom,
    FlushEnd,
    Deadheaded,
    Tied,
    Tipped,
    Covered,
    Uncovered,
    Fed,
    Harvested,

    /// <summary>How high it stands, mm.</summary>
    Height,

    /// <summary>What was taken off, weighed, g.</summary>
    Prunings,

    /// <summary>Disease, by stem or leaf.</summary>
    Disease,

    /// <summary>Sprayed: by whom and with what.</summary>
    Sprayed,

    /// <summary>A stem broken by wind or snow.</summary>
    StormBreak,

    Hail,

    /// <summary>Bark or roots gnawed.</summary>
    Vole,

    /// <summary>A stake, post or tie that no longer holds.</summary>
    StakeGone,

    /// <summary>Fallen leaves cleared off the ground.</summary>
    LeavesCleared,

    Mulched,

    /// <summary>Shoots rubbed off where none are wanted.</summary>
    RubbedOff,

    /// <summary>Growth over a path cut back.</summary>
    PathCleared,

    /// <summary>Walked round and looked at.</summary>
    Looked,
}

/// <summary>How much sun a plant gets.</summary>
public enum Sun
{
    Full,
    Half,
    Shade,
}

/// <summary>A plant whose year is asked for.</summary>
/// <param name="When">The practice of its school: when its main prune is.</param>
/// <param name="YearsPlanted">Null where nobody knows.</param>
/// <param name="Cover">Whether it is covered in winter.</param>
/// <param name="FlowerOn">The day it is wanted in flower; null where none is.</param>
/// <param name="Hips">Whether its hips are wanted.</param>
/// <param name="Later">Days its place is later in spring than the garden; negative where it is earlier.</param>
/// <param name="Path">Whether it stands at a path that is kept clear.</param>
public sealed record YearPlant(
    string Id,
    PlantKind Kind,
    string When,
    Sun Sun,
    int? YearsPlanted,
    bool Cover,
    DateOnly? FlowerOn,
    bool Hips,
    int Later = 0,
    bool Path = false
);

/// <summary>A line of the log.</summary>
public sealed record YearLog(string Plant, DateOnly Date, YearEvent What);

/// <summary>What is asked of a year.</summary>
/// <param name="FrostsCome">False in a garden without frost: its frosts are only days to reckon the seasons
/// from.</param>
/// <param name="Latitude">Degrees; null where nobody said.</param>
public sealed record YearAsked(
    GrowingPlace Place,
    bool FrostsCome,
    double? Latitude,
    DateOnly From,
    DateOnly To,
    IReadOnlyList<YearPlant> Plants,
    IReadOnlyList<YearLog> Log,
    WeatherRecord Weather,
    IReadOnlyList<YearWarning> Noticed
)
{
    private ILookup<string, YearLog>? _byPlant;

    /// <summary>The log of one plant by its days.</summary>
    internal IEnumerable<YearLog> LogOf(string plant) =>
        (_byPlant ??= Log.OrderBy(l => l.Date).ToLookup(l => l.Plant))[plant];
}

/// <summary>Work with its days.</summary>
/// <param name="Plant">Null for work on no plant.</param>
/// <param name="Window">First and last day.</param>
/// <param name="Best">The best day, within the window.</param>
/// <param name="Because">Why then.</param>
/// <param name="IfLate">What it costs to leave it.</param>
/// <param name="Minutes">How long it takes, about.</param>
/// <param name="Weight">How much it matters that it is done in its days; 0 for a date to mind.</param>
/// <param name="How">How it is done, in steps where there are steps; null where the trade needs no telling.</param>
/// <param name="Season">The growing year it belongs to, by its spring: with plant and job it names the work however its
/// days move.</param>
public sealed record DatedJob(
    string? Plant,
    YearJob Job,
    IReadOnlyList<DateOnly> Window,
    DateOnly Best,
    string Because,
    Provenance Provenance,
    string IfLate,
    double Minutes,
    double Weight,
    int Season,
    string? How = null
);

/// <summary>Work waits for the weather.</summary>
/// <param name="Why">Rain or hard frost.</param>
/// <param name="Next">The next day that is known to be better; null where none is.</param>
public sealed record WeatherWait(string Why, DateOnly? Next);

/// <summary>A round of flowers.</summary>
/// <param name="Round">1 for the first of a year.</param>
/// <param name="Window">When it begins: one year in ten earlier than the first day, one in ten later than the
/// last.</param>
public sealed record BloomRound(string Plant, int Round, IReadOnlyList<DateOnly> Window);

/// <summary>Something to mind.</summary>
public sealed record YearWarning(string Code, string Text, string? Plant = null);

/// <summary>The work of a year, dated.</summary>
public sealed record YearAnswer(
    IReadOnlyList<DatedJob> Jobs,
    IReadOnlyList<BloomRound> Bloom,
    IReadOnlyList<YearWarning> Warnings
)
{
    /// <summary>As bytes of the exchange format.</summary>
    public byte[] ToJson() => System.Text.Json.JsonSerializer.SerializeToUtf8Bytes(this, PlanJson.Web);
}
