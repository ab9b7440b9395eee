using System.Collections.Frozen;
using System.Text.Json;
using Gemmifer.Core.Plants;

namespace Gemmifer.Core.Season;

/// <summary>A day given from another one that is known of a kind and a place.</summary>
/// <param name="Of">kind, last-frost, first-frost or midwinter (15 January in the north).</param>
/// <param name="Days">Days after it; negative is before.</param>
internal sealed record RelativeDay(string Of, int Days);

/// <summary>When a practice has the main prune of plants that flower on new wood.</summary>
/// <param name="Autumn">When tall growth comes down by half before; null where that is not done.</param>
internal sealed record PruningTime(
    RelativeDay From,
    RelativeDay To,
    (RelativeDay From, RelativeDay To)? Autumn,
    string Why
)
{
    /// <summary>The usual one: the kind's own window.</summary>
    public const string LateWinter = "late-winter";

    /// <summary>Of plants that are covered over the winter, whatever the school.</summary>
    public const string AfterCover = "after-cover";

    private static readonly FrozenDictionary<string, PruningTime> All = DataFiles
        .Read("rules/windows.json")
        .GetProperty("practices")
        .EnumerateArray()
        .ToFrozenDictionary(p => p.GetProperty("when").GetString()!, Read);

    /// <summary>A practice, by the school's word for it.</summary>
    /// <exception cref="KeyNotFoundException">There is no such practice.</exception>
    public static PruningTime Of(string when) => All[when];

    private static PruningTime Read(JsonElement p) =>
        new(
            Day(p.GetProperty("from")),
            Day(p.GetProperty("to")),
            p.TryGetProperty("autumn", out var autumn)
                ? (Day(autumn.GetProperty("from")), Day(autumn.GetProperty("to")))
                : null,
            p.GetProperty("why").GetString()!
        );

    private static RelativeDay Day(JsonElement day) => new(day[0].GetString()!, day[1].GetInt32());
}
