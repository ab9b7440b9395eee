using System.Collections.Immutable;
using System.Text.Json;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;

namespace Gemmifer.Core.Year;

/// <summary>A day so many days from an anchor of the year.</summary>
internal readonly record struct Anchored(string Anchor, int Days);

/// <summary>A job as data.</summary>
/// <param name="Only">What has to hold of a plant: each name with whether it holds.</param>
/// <param name="Weight">How much it matters that it is done in its days; 0 for a date to mind.</param>
/// <param name="How">How it is done, where that is worth saying; null elsewhere.</param>
/// <param name="HipsTo">The last day where hips are wanted; null where that changes nothing.</param>
internal sealed record JobRule(
    YearJob Job,
    Anchored From,
    Anchored To,
    Anchored Best,
    Anchored? HipsTo,
    double Minutes,
    string Because,
    string IfLate,
    string? How,
    Provenance Provenance,
    double Weight,
    ImmutableDictionary<string, string> Only
);

/// <summary>A look that follows from something sudden.</summary>
/// <param name="Days">It is made within so many days.</param>
internal sealed record SuddenRule(
    YearEvent What,
    int Days,
    double Minutes,
    string Because,
    string IfLate,
    string How,
    Provenance Provenance,
    double Weight
);

/// <summary>The jobs of a year and the stages they hang on, as data with provenance.</summary>
internal static class JobRules
{
    private static readonly string[] Own =
    [
        "job",
        "from",
        "to",
        "best",
        "hipsTo",
        "minutes",
        "because",
        "ifLate",
        "how",
        "provenance",
        "weekly",
        "weight",
    ];

    private static readonly JsonElement Jobs = DataFiles.Read("year/jobs.json"),
        Stages = DataFiles.Read("year/stages.json");

    /// <summary>Work that is of no plant.</summary>
    public static ImmutableArray<JobRule> OfPlace { get; } = Read(Jobs.GetProperty("place"));

    /// <summary>What a sudden thing that was noted asks for: a look soon after.</summary>
    public static ImmutableArray<SuddenRule> Sudden { get; } =
    [
        .. Jobs.GetProperty("sudden")
            .EnumerateArray()
            .Select(j => new SuddenRule(
                WireNames.Read<YearEvent>(j.GetProperty("what").GetString()!),
                j.GetProperty("days").GetInt32(),
                j.GetProperty("minutes").GetDouble(),
                j.GetProperty("because").GetString()!,
                j.GetProperty("ifLate").GetString()!,
                j.GetProperty("how").GetString()!,
                WireNames.Read<Provenance>(j.GetProperty("provenance").GetString()!),
                j.GetProperty("weight").GetDouble()
            )),
    ];

    private static readonly ImmutableArray<JobRule> OfAll = Read(Jobs.GetProperty("all"));

    private static readonly ImmutableDictionary<PlantFamily, JsonElement> Families = DataFiles
        .ReadAll("family-years")
        .ToImmutableDictionary(f => new PlantFamily(f.GetProperty("family").GetString()!));

    private static readonly ImmutableDictionary<PlantFamily, ImmutableArray<JobRule>> ByFamily =
        Families.ToImmutableDictionary(f => f.Key, f => OfAll.AddRange(Read(f.Value.GetProperty("jobs"))));

    /// <summary>Work on plants of a family: that on any plant, and its own.</summary>
    public static ImmutableArray<JobRule> Of(PlantFamily family) => ByFamily.GetValueOrDefault(family, OfAll);

    /// <summary>A stage where nobody knows better: one year in ten earlier and later, days.</summary>
    public static (int Early, int Late) Stage(PlantFamily family, string stage)
    {
        var own = Families.TryGetValue(family, out var data) ? data.GetProperty("stages") : Stages.GetProperty("usual");
        var days = own.GetProperty(stage);
        return (days[0].GetInt32(), days[1].GetInt32());
    }

    private static ImmutableArray<JobRule> Read(JsonElement jobs) =>
        [
            .. jobs.EnumerateArray()
                .Select(j => new JobRule(
                    WireNames.Read<YearJob>(j.GetProperty("job").GetString()!),
                    Day(j.GetProperty("from")),
                    Day(j.GetProperty("to")),
                    Day(j.GetProperty("best")),
                    j.TryGetProperty("hipsTo", out var hips) ? Day(hips) : null,
                    j.GetProperty("minutes").GetDouble(),
                    j.GetProperty("because").GetString()!,
                    j.GetProperty("ifLate").GetString()!,
                    j.TryGetProperty("how", out var how) ? how.GetString() : null,
                    WireNames.Read<Provenance>(j.GetProperty("provenance").GetString()!),
                    j.GetProperty("weight").GetDouble(),
                    j.EnumerateObject()
                        .Where(p => !Own.Contains(p.Name))
                        .ToImmutableDictionary(p => p.Name, p => p.Value.ToString().ToLowerInvariant())
                )),
        ];

    private static Anchored Day(JsonElement day) => new(day[0].GetString()!, day[1].GetInt32());
}
