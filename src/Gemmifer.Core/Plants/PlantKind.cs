using System.Collections.Frozen;
using System.Collections.Immutable;
using System.Text.Json;

namespace Gemmifer.Core.Plants;

/// <summary>What a kind of plant brings with it: the defaults for everything that was not looked at.</summary>
/// <remarks>
/// Read from <c>Data/kinds.json</c> of its family, where every value has its provenance: a kind says what differs from
/// its family, a family what differs from <c>Plants/Data/usual.json</c>.
/// </remarks>
public sealed record PlantKind
{
    public required string Id { get; init; }

    public required PlantFamily Family { get; init; }

    public required string Name { get; init; }

    /// <summary>
    /// What one of its family is called within a sentence: "rose"; "plant" where a family says nothing.
    /// </summary>
    public required string Noun { get; init; }

    /// <summary>Whether it is grown for its flowers.</summary>
    public required bool ForFlowers { get; init; }

    /// <summary>What a cut before its season costs, as part of a sentence.</summary>
    public required string TooEarly { get; init; }

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

    /// <summary>Ids of the schools that serve it.</summary>
    public required ImmutableArray<string> Schools { get; init; }

    /// <summary>Main prune, days relative to the last frost: from (negative is before) and to.</summary>
    public required int PruneFromDays { get; init; }

    public required int PruneToDays { get; init; }

    /// <summary>First flush, days after the later of prune and last frost: earliest and latest.</summary>
    public required int FlowerFromDays { get; init; }

    public required int FlowerToDays { get; init; }

    /// <summary>Wood that flowers.</summary>
    public required FlowerWood FlowersOn { get; init; }

    /// <summary>Whether canes hang from a head on a stem; cuts are then measured along the cane, not upward.</summary>
    public required bool Hangs { get; init; }

    /// <summary>Whether canes are trained and tied to a support.</summary>
    public required bool Climbs { get; init; }

    /// <summary>
    /// In growth from so many to so many days after the last frost; empty where the family does not ask for it.
    /// </summary>
    public required int GrowthFromDays { get; init; }

    public required int GrowthToDays { get; init; }

    /// <summary>So many days after its main prune it is only lightly pruned; 0 where that is not so.</summary>
    public required int LightDays { get; init; }

    /// <summary>Whether large heads of flowers are left until all of a head is over.</summary>
    public required bool LargeHeads { get; init; }

    /// <summary>Whether finished flowers are trimmed off all over with shears where they are cut shallow.</summary>
    public required bool TrimmedAllOver { get; init; }

    /// <summary>False where a simple routine does without a survey of the canes.</summary>
    public required bool Surveyed { get; init; }

    /// <summary>What its family alone reads of it; null where there is nothing of the kind.</summary>
    public JsonElement? Own { get; init; }

    /// <summary>New canes from the base in a year, in the mean.</summary>
    public required double NewCanes { get; init; }

    /// <summary>Height of the crown nobody measured, mm.</summary>
    public required double UnionHeightMm { get; init; }
}

/// <summary>The kinds of plants that can be planned.</summary>
public static class PlantKinds
{
    private static readonly JsonElement Usual = DataFiles.Read("kinds-usual.json");

    /// <summary>Every kind of the exchange format, in its order: families in theirs, each with its kinds.</summary>
    public static ImmutableArray<PlantKind> All { get; } =
    [
        .. DataFiles
            .ReadAll("kinds")
            .OrderBy(f => f.GetProperty("order").GetInt32())
            .SelectMany(f => f.GetProperty("kinds").EnumerateArray().Select(k => Read(f, k))),
    ];

    private static readonly FrozenDictionary<string, PlantKind> ById = All.ToFrozenDictionary(k => k.Id);

    /// <summary>A kind by its id.</summary>
    /// <exception cref="KeyNotFoundException">There is no such kind.</exception>
    public static PlantKind Of(string id) => ById[id];

    /// <summary>What a family alone reads of its kinds, by their ids.</summary>
    /// <param name="read">Reads one of them.</param>
    public static FrozenDictionary<string, T> Own<T>(PlantFamily family, Func<JsonElement, T> read) =>
        All.Where(k => k.Family == family && k.Own is not null).ToFrozenDictionary(k => k.Id, k => read(k.Own!.Value));

    /// <summary>A kind by its id, or null.</summary>
    public static PlantKind? Find(string id) => ById.GetValueOrDefault(id);

    private static PlantKind Read(JsonElement family, JsonElement kind)
    {
        JsonElement? Trait(string name) =>
            new[] { kind, family, Usual }
                .Where(of => of.TryGetProperty("traits", out var traits) && traits.TryGetProperty(name, out _))
                .Select(of => (JsonElement?)of.GetProperty("traits").GetProperty(name).GetProperty("value"))
                .FirstOrDefault();
        JsonElement? Head(string name) =>
            new[] { family, Usual }
                .Where(of => of.TryGetProperty(name, out _))
                .Select(of => (JsonElement?)of.GetProperty(name))
                .FirstOrDefault();
        double Number(string name) =>
            (Trait(name) ?? throw new FormatException($"{kind.GetProperty("id")} has no {name}.")).GetDouble();
        int Growth(string name) =>
            family.TryGetProperty("growth", out var growth) ? growth.GetProperty(name).GetInt32() : -1;
        return new PlantKind
        {
            Id = kind.GetProperty("id").GetString()!,
            Family = new PlantFamily(family.GetProperty("family").GetString()!),
            Name = kind.GetProperty("name").GetString()!,
            Noun = Head("noun")!.Value.GetString()!,
            ForFlowers = Head("flowers")!.Value.GetBoolean(),
            TooEarly = Head("tooEarly")!.Value.GetString()!,
            Note = kind.GetProperty("note").GetString()!,
            DefaultSchool = kind.GetProperty("defaultSchool").GetString()!,
            Schools = [.. kind.GetProperty("schools").EnumerateArray().Select(s => s.GetString()!)],
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
            FlowersOn = Enum.Parse<FlowerWood>(
                Trait("flowersOn")!.Value.GetString()!.Replace("-", "", StringComparison.Ordinal),
                true
            ),
            Hangs = Number("hangs") > 0,
            Climbs = Number("climbs") > 0,
            LargeHeads = Number("largeHeads") > 0,
            TrimmedAllOver = Number("trimmedAllOver") > 0,
            Surveyed = Number("surveyed") > 0,
            NewCanes = Number("newCanes"),
            UnionHeightMm = Number("unionHeight"),
            GrowthFromDays = Growth("from"),
            GrowthToDays = Growth("to"),
            LightDays = (int)(Trait("lightDays")?.GetDouble() ?? 0),
            Own = kind.TryGetProperty("own", out var own) ? own : null,
        };
    }
}
