using System.Collections.Frozen;
using System.Collections.Immutable;
using System.Text.Json;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;

namespace Gemmifer.Core.Families.CaneFruit;

/// <summary>What the trade says of a type of cane fruit.</summary>
/// <param name="PerPlant">Canes are counted by the plant, else by the metre of row.</param>
/// <param name="PlantSpacingMm">Room of a plant where nobody counted them, mm.</param>
/// <param name="TipDays">New canes are tipped so many days after the last frost; null where they are not tipped in
/// summer.</param>
/// <param name="Harvest">The summer crop, days after the last frost.</param>
/// <param name="Autumn">The autumn crop; null where there is none.</param>
/// <param name="LateralsMm">Side shoots are shortened to between these in winter, mm; null where they are not.</param>
/// <param name="StrongTip">Strong plants may be tipped higher.</param>
/// <param name="WiresMm">Heights of wires where nobody said, mm.</param>
/// <param name="Unknown">Nobody has named its type yet.</param>
/// <param name="Led">Canes cannot hold themselves up and are led along the wires.</param>
public sealed record RowKind(
    bool PerPlant,
    double PlantSpacingMm,
    int? TipDays,
    (int From, int To) Harvest,
    (int From, int To)? Autumn,
    (double From, double To)? LateralsMm,
    ImmutableArray<double> WiresMm,
    bool StrongTip,
    bool Led,
    bool Unknown,
    Provenance Provenance,
    string Why
);

/// <summary>One thing that can be seen of an unknown type, and the types it fits.</summary>
/// <param name="Ask">What it answers: wood, place, core, colour or habit.</param>
/// <param name="AutumnOnly">It says something only when seen in autumn.</param>
public sealed record SightingRule(
    string Id,
    string Ask,
    string Text,
    bool AutumnOnly,
    ImmutableArray<string> Fits,
    string Why
);

/// <summary>The rules of cane fruit, as data with provenance.</summary>
public static class RowRules
{
    private static readonly RuleBook Book = RuleBook.Of("CaneFruit");

    private static readonly JsonElement Document = Book.Document;

    private static readonly FrozenDictionary<string, RowKind> Kinds = PlantKinds.Own(CaneFruitFamily.Name, Read);

    /// <summary>What can be seen, in the order of the file (common practice, no source).</summary>
    public static ImmutableArray<SightingRule> Sightings { get; } =
    [
        .. Document
            .GetProperty("sightings")
            .EnumerateArray()
            .Select(s => new SightingRule(
                s.GetProperty("id").GetString()!,
                s.GetProperty("ask").GetString()!,
                s.GetProperty("text").GetString()!,
                s.TryGetProperty("autumn", out var autumn) && autumn.GetBoolean(),
                [.. s.GetProperty("fits").EnumerateArray().Select(f => f.GetString()!)],
                s.GetProperty("why").GetString()!
            )),
    ];

    /// <summary>The schools between which a kind with two crops can choose.</summary>
    public static (string One, string Two) Crops { get; } =
        (
            Document.GetProperty("crops").GetProperty("one").GetString()!,
            Document.GetProperty("crops").GetProperty("two").GetString()!
        );

    /// <summary>The look that answers each question.</summary>
    public static FrozenDictionary<string, string> Asks { get; } =
        Document.GetProperty("asks").EnumerateObject().ToFrozenDictionary(a => a.Name, a => a.Value.GetString()!);

    /// <summary>Whether a kind of the exchange format is grown in such rows.</summary>
    internal static bool Knows(string kind) => Kinds.ContainsKey(kind);

    /// <summary>What the trade says of a kind of the exchange format.</summary>
    public static RowKind Kind(string kind) => Kinds[kind];

    private static RowKind Read(JsonElement k)
    {
        (double, double)? Pair(string name) =>
            k.TryGetProperty(name, out var p) && p.ValueKind == JsonValueKind.Array
                ? (p[0].GetDouble(), p[1].GetDouble())
                : null;
        (int, int)? Days(string name) => Pair(name) is { } p ? ((int)p.Item1, (int)p.Item2) : null;
        return new RowKind(
            k.GetProperty("perPlant").GetBoolean(),
            k.GetProperty("plantSpacing").GetDouble(),
            k.GetProperty("tipDays") is { ValueKind: JsonValueKind.Number } tip ? tip.GetInt32() : null,
            Days("harvest")!.Value,
            Days("autumn"),
            Pair("laterals"),
            [.. k.GetProperty("wires").EnumerateArray().Select(w => w.GetDouble())],
            k.TryGetProperty("strongTip", out var strong) && strong.GetBoolean(),
            k.TryGetProperty("led", out var led) && led.GetBoolean(),
            k.TryGetProperty("unknown", out var unknown) && unknown.GetBoolean(),
            SchoolValue.ReadProvenance(k.GetProperty("provenance").GetString()!),
            k.GetProperty("why").GetString()!
        );
    }
}
