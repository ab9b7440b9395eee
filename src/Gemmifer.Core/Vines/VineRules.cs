using System.Collections.Frozen;
using System.Collections.Immutable;
using System.Text.Json;
using Gemmifer.Core.Schools;

namespace Gemmifer.Core.Vines;

/// <summary>A rule of balanced pruning of the table that ships.</summary>
/// <param name="Name">The variety or group it was published for.</param>
/// <param name="Kind">The kind of the exchange format it belongs to.</param>
public sealed record NamedBudRule(string Id, string Name, string Kind, BudRule Rule, string Provenance, string Why);

/// <summary>What to expect of a kind of vine; assumptions throughout.</summary>
/// <param name="SpacingMm">Room along the row where nobody measured it, mm.</param>
/// <param name="Clusters">Clusters on a shoot, least and most.</param>
/// <param name="Grams">Weight of a cluster, g, least and most.</param>
public sealed record VineKind(double SpacingMm, (double Least, double Most) Clusters, (double Least, double Most) Grams);

/// <summary>The numbers vines are judged by, as data with provenance.</summary>
public static class VineRules
{
    private static readonly JsonElement Document = Load();

    /// <summary>The table of balanced pruning, in its own order.</summary>
    public static ImmutableArray<NamedBudRule> BudRules { get; } =
    [
        .. Document.GetProperty("budRules").EnumerateArray().Select(r => new NamedBudRule(
            Text(r, "id"), Text(r, "name"), Text(r, "kind"), new BudRule(Number(r, "base"), Number(r, "per"), Number(r, "unit")), Text(r, "provenance"), Text(r, "why"))),
    ];

    /// <summary>Every other number with its provenance, by name.</summary>
    public static FrozenDictionary<string, SchoolValue> Values { get; } = Document.GetProperty("values").EnumerateObject()
        .ToFrozenDictionary(v => v.Name, v => new SchoolValue(Number(v.Value, "value"), null, Text(v.Value, "provenance"), Text(v.Value, "why")));

    private static readonly FrozenDictionary<string, VineKind> Kinds = Document.GetProperty("kinds").EnumerateObject().ToFrozenDictionary(k => k.Name, k =>
    {
        (double, double) Pair(string name) => (k.Value.GetProperty(name)[0].GetDouble(), k.Value.GetProperty(name)[1].GetDouble());
        return new VineKind(Number(k.Value, "spacing"), Pair("clusters"), Pair("grams"));
    });

    /// <summary>The first rule of the table for a kind.</summary>
    public static NamedBudRule DefaultFor(string kind) => BudRules.First(r => r.Kind == kind);

    /// <summary>What to expect of a kind of vine.</summary>
    public static VineKind Kind(string kind) => Kinds[kind];

    /// <summary>A number by name.</summary>
    public static double Value(string name) => Values[name].Number;

    private static string Text(JsonElement e, string name) => e.GetProperty(name).GetString()!;

    private static double Number(JsonElement e, string name) => e.GetProperty(name).GetDouble();

    private static JsonElement Load()
    {
        using var stream = typeof(VineRules).Assembly.GetManifestResourceStream("vines/vines.json") ?? throw new InvalidOperationException("vines.json is not embedded.");
        using var document = JsonDocument.Parse(stream);
        return document.RootElement.Clone();
    }
}
