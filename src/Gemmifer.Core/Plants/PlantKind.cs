using System.Collections.Frozen;
using System.Text.Json;

namespace Gemmifer.Core.Plants;

/// <summary>What a kind of plant brings with it: the defaults for everything that was not looked at.</summary>
/// <remarks>Read from <c>Plants/Data/kinds.json</c>, where every value has its provenance.</remarks>
public sealed record PlantKind
{
    public required string Id { get; init; }

    public required string Name { get; init; }

    /// <summary>Where the kind flowers and when it is pruned, in one sentence.</summary>
    public required string Note { get; init; }

    /// <summary>Whether such a plant usually stands on a rootstock.</summary>
    public required bool Rootstock { get; init; }

    /// <summary>Turn between successive buds, degrees.</summary>
    public required double DivergenceDeg { get; init; }

    /// <summary>Distance between successive buds where none was measured, mm.</summary>
    public required double InternodeMm { get; init; }

    public required double CaneLengthMm { get; init; }

    public required double LateralLengthMm { get; init; }

    public required double CaneLeanDeg { get; init; }

    public required double LateralLeanDeg { get; init; }

    /// <summary>Diameter at the tip as a share of the diameter at the base.</summary>
    public required double TipDiameterShare { get; init; }

    /// <summary>Seasons from which wood counts as old.</summary>
    public required int OldFrom { get; init; }

    public required string DefaultSchool { get; init; }

    /// <summary>Main prune, days relative to the last frost: from (negative is before) and to.</summary>
    public required int PruneFromDays { get; init; }

    public required int PruneToDays { get; init; }

    /// <summary>First flush, days after the later of prune and last frost: earliest and latest.</summary>
    public required int FlowerFromDays { get; init; }

    public required int FlowerToDays { get; init; }

    /// <summary>Wood that flowers: "new", "last-year" or "both".</summary>
    public required string FlowersOn { get; init; }

    /// <summary>Whether canes hang from a head on a stem; cuts are then measured along the cane, not upward.</summary>
    public required bool Hangs { get; init; }

    /// <summary>Whether canes are trained and tied to a support.</summary>
    public required bool Climbs { get; init; }

    /// <summary>Whether it is a grapevine, which is trained by a system and pruned by counting buds.</summary>
    public bool IsVine => Id.StartsWith("vine.", StringComparison.Ordinal);

    /// <summary>Whether it is cane fruit, which is counted by the row.</summary>
    public bool IsCaneFruit => Id.StartsWith("raspberry.", StringComparison.Ordinal) || Id.StartsWith("blackberry.", StringComparison.Ordinal) || Id.StartsWith("canefruit.", StringComparison.Ordinal);

    /// <summary>False where a simple routine does without a survey of the canes.</summary>
    public required bool Surveyed { get; init; }

    /// <summary>New canes from the base in a year, in the mean.</summary>
    public required double NewCanes { get; init; }

    /// <summary>Height of the crown nobody measured, mm.</summary>
    public required double UnionHeightMm { get; init; }
}

/// <summary>The kinds the contract knows, and those whose rules are built.</summary>
public static class PlantKinds
{
    /// <summary>Every kind named by the exchange format.</summary>
    public static IReadOnlyList<string> Known { get; } =
    [
        "rose.hybrid-tea", "rose.floribunda", "rose.shrub", "rose.grafted-shrub", "rose.miniature", "rose.once-flowering",
        "rose.rambler", "rose.climber", "rose.weeping-standard", "vine.vinifera", "vine.american", "vine.hybrid", "vine.muscadine",
        "raspberry.summer", "raspberry.fall", "raspberry.black", "raspberry.purple", "blackberry.erect", "blackberry.trailing",
        "canefruit.unknown", "shrub.simple",
    ];

    /// <summary>The kinds that can be planned, by id.</summary>
    public static FrozenDictionary<string, PlantKind> Served { get; } = Load();

    private static FrozenDictionary<string, PlantKind> Load()
    {
        using var stream = typeof(PlantKinds).Assembly.GetManifestResourceStream("plants/kinds.json")
            ?? throw new InvalidOperationException("kinds.json is not embedded.");
        using var document = JsonDocument.Parse(stream);
        return document.RootElement.GetProperty("kinds").EnumerateArray().Select(Read).ToFrozenDictionary(k => k.Id);
    }

    private static PlantKind Read(JsonElement kind)
    {
        double Number(string name) => kind.GetProperty("traits").GetProperty(name).GetProperty("value").GetDouble();
        return new PlantKind
        {
            Id = kind.GetProperty("id").GetString()!,
            Name = kind.GetProperty("name").GetString()!,
            Note = kind.GetProperty("note").GetString()!,
            DefaultSchool = kind.GetProperty("defaultSchool").GetString()!,
            Rootstock = Number("rootstock") > 0,
            DivergenceDeg = Number("divergence"),
            InternodeMm = Number("internode"),
            CaneLengthMm = Number("caneLength"),
            LateralLengthMm = Number("lateralLength"),
            CaneLeanDeg = Number("caneLean"),
            LateralLeanDeg = Number("lateralLean"),
            TipDiameterShare = Number("tipDiameterShare"),
            OldFrom = (int)Number("oldFrom"),
            PruneFromDays = (int)Number("pruneFrom"),
            PruneToDays = (int)Number("pruneTo"),
            FlowerFromDays = (int)Number("flowerFrom"),
            FlowerToDays = (int)Number("flowerTo"),
            FlowersOn = kind.GetProperty("traits").GetProperty("flowersOn").GetProperty("value").GetString()!,
            Hangs = Number("hangs") > 0,
            Climbs = Number("climbs") > 0,
            Surveyed = Number("surveyed") > 0,
            NewCanes = Number("newCanes"),
            UnionHeightMm = Number("unionHeight"),
        };
    }
}
