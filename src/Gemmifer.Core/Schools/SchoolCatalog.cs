using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json;
using Gemmifer.Core.Plants;

namespace Gemmifer.Core.Schools;

/// <summary>
/// The schools that ship with the application, read from the data files beside this one and checked when loaded.
/// </summary>
public static class SchoolCatalog
{
    private static readonly ImmutableSortedDictionary<string, SchoolFile> Files = DataFiles
        .ReadAll("schools")
        .Select(Parse)
        .ToImmutableSortedDictionary(f => f.Id, f => f, StringComparer.Ordinal);

    /// <summary>Ids of the schools, in order.</summary>
    public static ImmutableArray<string> Ids { get; } = [.. Files.Keys];

    /// <summary>The school as it applies to a kind, or null where it does not serve that kind.</summary>
    public static School? For(string id, string kind) => Files.TryGetValue(id, out var file) ? file.For(kind) : null;

    /// <summary>
    /// A school with what it does differently for single kinds, or null where it is not one that ships.
    /// </summary>
    public static SchoolFile? File(string id) => Files.GetValueOrDefault(id);

    /// <summary>The schools that serve a kind.</summary>
    public static IEnumerable<School> AllFor(string kind) => Files.Values.Select(f => f.For(kind)).OfType<School>();

    /// <summary>
    /// Reads one school file, which holds what differs from the defaults, and checks every value in it.
    /// </summary>
    /// <exception cref="FormatException">A value is out of range, of the wrong type, or without provenance; the text
    /// names it.</exception>
    public static SchoolFile Parse(JsonElement file)
    {
        var id = SchoolValue.Text("A school", file, "id");
        var of = $"School {id}";
        var byKind = file.TryGetProperty("byKind", out var overrides)
            ? overrides.EnumerateObject().ToImmutableDictionary(k => k.Name, k => SchoolValue.ReadAll(of, k.Value))
            : [];
        var parsed = new SchoolFile(
            id,
            SchoolValue.Text(of, file, "name"),
            SchoolValue.Text(of, file, "summary"),
            SchoolValue.ReadAll(of, file.GetProperty("values")),
            SchoolValue.ReadAll(of, file.GetProperty("weights")),
            byKind
        );
        foreach (var school in PlantKinds.All.Where(k => k.Schools.Contains(id)).Select(k => parsed.For(k.Id)!))
        {
            if (Check(school).FirstOrDefault() is { } issue)
            {
                throw new FormatException($"{of}, {issue.Name}: {issue.Message}");
            }
        }

        return parsed;
    }

    /// <summary>
    /// Everything wrong with the values of a school: ranges, words, and pairs out of order. Empty when sound.
    /// </summary>
    public static IEnumerable<SchoolIssue> Check(School school)
    {
        foreach (var spec in SchoolValueSpec.All)
        {
            if (!school.Values.TryGetValue(spec.Name, out var value))
            {
                yield return new SchoolIssue(spec.Name, "required", "This value is missing.");
            }
            else if (spec.Check(value.Number, value.Word) is { } issue)
            {
                yield return issue;
            }
        }

        foreach (var unknown in school.Values.Keys.Where(n => SchoolValueSpec.Find(n) is null))
        {
            yield return new SchoolIssue(unknown, "unknown", $"{unknown} is not a value of a school.");
        }

        foreach (var (low, high) in SchoolValueSpec.Ordered)
        {
            if (
                school.Values.TryGetValue(low, out var a)
                && school.Values.TryGetValue(high, out var b)
                && a.Number > b.Number
            )
            {
                var atFault = a.Provenance == Provenance.User ? low : high;
                yield return new SchoolIssue(
                    atFault,
                    "order",
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"{low} is {a.Number} and {high} is {b.Number}; {low} may not be above {high}."
                    )
                );
            }
        }
    }
}

/// <summary>A school as its file has it: what differs from the defaults, for all kinds and for single ones.</summary>
public sealed record SchoolFile(
    string Id,
    string Name,
    string Summary,
    ImmutableSortedDictionary<string, SchoolValue> Values,
    ImmutableSortedDictionary<string, SchoolValue> Weights,
    ImmutableDictionary<string, ImmutableSortedDictionary<string, SchoolValue>> ByKind
)
{
    /// <summary>Kinds it serves, in the order of the format.</summary>
    public IEnumerable<string> Kinds => PlantKinds.All.Where(k => k.Schools.Contains(Id)).Select(k => k.Id);

    /// <summary>The family it is for first.</summary>
    public PlantFamily Family => PlantKinds.All.First(k => k.Schools.Contains(Id)).Family;

    /// <summary>The school without what it does differently for single kinds.</summary>
    public School General => Of(Family);

    /// <summary>The school for a kind, or null where it does not serve it.</summary>
    public School? For(string kind)
    {
        if (PlantKinds.Find(kind) is not { } plant || !plant.Schools.Contains(Id))
        {
            return null;
        }

        var school = Of(plant.Family);
        return ByKind.TryGetValue(kind, out var own) ? school with { Values = school.Values.SetItems(own) } : school;
    }

    private School Of(PlantFamily family) =>
        new(
            Id,
            Name,
            Summary,
            SchoolValueSpec
                .All.ToImmutableSortedDictionary(s => s.Name, s => s.Defaults[family], StringComparer.Ordinal)
                .SetItems(Values),
            SchoolData
                .Weights.ToImmutableSortedDictionary(w => w.Key, w => w.Value[family], StringComparer.Ordinal)
                .SetItems(Weights)
        );
}
