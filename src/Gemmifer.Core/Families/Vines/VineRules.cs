using System.Collections.Frozen;
using System.Collections.Immutable;
using System.Text.Json;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;

namespace Gemmifer.Core.Families.Vines;

/// <summary>A rule of balanced pruning of the table that ships.</summary>
/// <param name="Name">The variety or group it was published for.</param>
/// <param name="Kind">The kind of the exchange format it belongs to.</param>
public sealed record NamedBudRule(string Id, string Name, string Kind, BudRule Rule, Provenance Provenance, string Why);

/// <summary>What to expect of a kind of vine; assumptions throughout.</summary>
/// <param name="SpacingMm">Room along the row where nobody measured it, mm.</param>
/// <param name="Clusters">Clusters on a shoot, least and most.</param>
/// <param name="Grams">Weight of a cluster, g, least and most.</param>
public sealed record VineKind(
    double SpacingMm,
    (double Least, double Most) Clusters,
    (double Least, double Most) Grams
);

/// <summary>The numbers vines are judged by, as data with provenance.</summary>
public static class VineRules
{
    private static readonly RuleBook Book = RuleBook.Of("Vines");

    private static readonly JsonElement Document = Book.Document;

    /// <summary>The table of balanced pruning: the rules of each kind, the one to begin with first.</summary>
    public static ImmutableArray<NamedBudRule> BudRules { get; } =
    [
        .. PlantKinds
            .All.Where(k => k.Family == VineFamily.Name)
            .SelectMany(k => k.Own!.Value.GetProperty("budRules").EnumerateArray().Select(r => ReadRule(k.Id, r))),
    ];

    /// <summary>The numbers vines are judged by, in the order they are shown; the others are only worked by.</summary>
    public static ImmutableArray<string> Judged { get; } =
    [
        "budBreakDays",
        "capPerMetre",
        "lossFrom",
        "lossTo",
        "ravazFrom",
        "ravazTo",
        "secondVisitDays",
        "shootsPerMetre",
        "woodFrom",
        "woodTo",
    ];

    /// <summary>Those of them that are shares.</summary>
    public static ImmutableArray<string> Shares { get; } = ["lossFrom", "lossTo"];

    /// <summary>Every other number with its provenance, by name.</summary>
    public static ImmutableSortedDictionary<string, SchoolValue> Values => Book.Values;

    private static readonly FrozenDictionary<string, VineKind> Kinds = PlantKinds.Own(VineFamily.Name, own =>
    {
        (double, double) Pair(string name) =>
            (own.GetProperty(name)[0].GetDouble(), own.GetProperty(name)[1].GetDouble());
        return new VineKind(Number(own, "spacing"), Pair("clusters"), Pair("grams"));
    });

    private static readonly FrozenDictionary<string, VineSystem> Systems = Document
        .GetProperty("systems")
        .EnumerateObject()
        .ToFrozenDictionary(s => s.Name, s => WireNames.Read<VineSystem>(s.Value.GetString()!));

    /// <summary>The system a school goes with; null where it serves more than one.</summary>
    public static VineSystem? SystemOf(string? school) =>
        school is not null && Systems.TryGetValue(school, out var system) ? system : null;

    /// <summary>The first rule of the table for a kind.</summary>
    public static NamedBudRule DefaultFor(string kind) => BudRules.First(r => r.Kind == kind);

    /// <summary>What to expect of a kind of vine.</summary>
    public static VineKind Kind(string kind) => Kinds[kind];

    private static NamedBudRule ReadRule(string kind, JsonElement r) =>
        new(
            Text(r, "id"),
            Text(r, "name"),
            kind,
            new BudRule(Number(r, "base"), Number(r, "per"), Number(r, "unit")),
            SchoolValue.ReadProvenance(Text(r, "provenance")),
            Text(r, "why")
        );

    private static string Text(JsonElement e, string name) => e.GetProperty(name).GetString()!;

    private static double Number(JsonElement e, string name) => e.GetProperty(name).GetDouble();
}
