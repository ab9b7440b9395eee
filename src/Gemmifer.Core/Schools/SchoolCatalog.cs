using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json;

namespace Gemmifer.Core.Schools;

/// <summary>The schools that ship with the application, read from the data files beside this one and checked when loaded.</summary>
public static class SchoolCatalog
{
    /// <summary>Every school id of the exchange format, built or not.</summary>
    public static ImmutableArray<string> Known { get; } =
    [
        "open-bowl", "moderate-half", "light-hand", "renewal-by-age", "rough-shear", "hard", "flat-fan", "spur", "goblet",
        "long-cane", "one-crop", "two-crops", "branching-tip",
    ];

    private static readonly ImmutableSortedDictionary<string, SchoolFile> Files = Load();

    /// <summary>Ids of the schools that can be planned with, in order.</summary>
    public static ImmutableArray<string> Served { get; } = [.. Files.Keys];

    /// <summary>The school as it applies to a kind, or null where it does not serve that kind.</summary>
    public static School? For(string id, string kind) => Files.TryGetValue(id, out var file) ? file.For(kind) : null;

    /// <summary>A school with what it does differently for single kinds, or null where it is not one that ships.</summary>
    public static SchoolFile? File(string id) => Files.GetValueOrDefault(id);

    /// <summary>The schools that serve a kind.</summary>
    public static IEnumerable<School> AllFor(string kind) => Files.Values.Select(f => f.For(kind)).OfType<School>();

    /// <summary>Reads one school file and checks every value in it.</summary>
    /// <exception cref="FormatException">A value is missing, out of range, of the wrong type, or without provenance; the text names it.</exception>
    public static SchoolFile Parse(JsonElement file)
    {
        var id = Text(file, "id");
        var values = ReadValues(id, file.GetProperty("values"));
        var weights = ReadValues(id, file.GetProperty("weights"));
        var byKind = file.TryGetProperty("byKind", out var overrides)
            ? overrides.EnumerateObject().ToImmutableDictionary(k => k.Name, k => ReadValues(id, k.Value))
            : [];
        var kinds = file.GetProperty("kinds").EnumerateArray().Select(k => k.GetString()!).ToImmutableArray();
        var parsed = new SchoolFile(new School(id, Text(file, "name"), Text(file, "summary"), kinds, values, weights), byKind);
        foreach (var kind in kinds)
        {
            var issue = Check(parsed.For(kind)!).FirstOrDefault();
            if (issue is not null)
            {
                throw new FormatException($"School {id}, {kind}, {issue.Name}: {issue.Message}");
            }
        }

        return parsed;
    }

    /// <summary>Everything wrong with the values of a school: ranges, words, and pairs out of order. Empty when sound.</summary>
    public static IEnumerable<SchoolIssue> Check(School school)
    {
        foreach (var spec in SchoolValueSpec.All)
        {
            if (!school.Values.TryGetValue(spec.Name, out var value))
            {
                yield return new SchoolIssue(spec.Name, "required", "This value is missing.");
            }
            else if (CheckValue(spec, value.Number, value.Word) is { } issue)
            {
                yield return issue;
            }
        }

        foreach (var (low, high) in SchoolValueSpec.Ordered)
        {
            if (school.Values.TryGetValue(low, out var a) && school.Values.TryGetValue(high, out var b) && a.Number > b.Number)
            {
                var atFault = a.Provenance == Provenance.User ? low : high;
                yield return new SchoolIssue(atFault, "order", Invariant($"{low} is {a.Number} and {high} is {b.Number}; {low} may not be above {high}."));
            }
        }
    }

    /// <summary>Checks one number or word against its description; null when legal.</summary>
    public static SchoolIssue? CheckValue(SchoolValueSpec spec, double number, string? word)
    {
        if (spec.Words.Length > 0)
        {
            return word is not null && spec.Words.Contains(word) ? null
                : new SchoolIssue(spec.Name, word is null ? "type" : "unknown", $"{spec.Name} is one of: {string.Join(", ", spec.Words)}.");
        }

        if (word is not null)
        {
            return new SchoolIssue(spec.Name, "type", spec.Flag ? $"{spec.Name} is true or false." : $"{spec.Name} is a number.");
        }

        if (!double.IsFinite(number) || number < spec.Min || number > spec.Max)
        {
            return new SchoolIssue(spec.Name, "range", Invariant($"{spec.Name} is {number}; it may be from {spec.Min} to {spec.Max}."), spec.Min, spec.Max);
        }

        return spec.Whole && number != Math.Floor(number)
            ? new SchoolIssue(spec.Name, "range", Invariant($"{spec.Name} is {number}; it is a whole number from {spec.Min} to {spec.Max}."), spec.Min, spec.Max)
            : null;
    }

    private static string Invariant(FormattableString text) => text.ToString(CultureInfo.InvariantCulture);

    private static ImmutableSortedDictionary<string, SchoolValue> ReadValues(string id, JsonElement values) =>
        values.EnumerateObject().ToImmutableSortedDictionary(v => v.Name, v => ReadValue(id, v), StringComparer.Ordinal);

    private static SchoolValue ReadValue(string id, JsonProperty property)
    {
        var value = property.Value.GetProperty("value");
        var provenance = Text(property.Value, "provenance");
        if (!Provenance.OfRules.Contains(provenance))
        {
            throw new FormatException($"School {id}, {property.Name}: '{provenance}' is not a provenance.");
        }

        return new SchoolValue(
            value.ValueKind switch
            {
                JsonValueKind.Number => value.GetDouble(),
                JsonValueKind.True => 1,
                JsonValueKind.False or JsonValueKind.String => 0,
                _ => throw new FormatException($"School {id}, {property.Name}: a value is a number, a word, true or false."),
            },
            value.ValueKind == JsonValueKind.String ? value.GetString() : null,
            provenance,
            Text(property.Value, "why"));
    }

    private static string Text(JsonElement element, string name) =>
        element.TryGetProperty(name, out var text) && text.ValueKind == JsonValueKind.String && text.GetString() is { Length: > 0 } s
            ? s
            : throw new FormatException($"A school file misses the text '{name}'.");

    private static ImmutableSortedDictionary<string, SchoolFile> Load()
    {
        var assembly = typeof(SchoolCatalog).Assembly;
        return assembly.GetManifestResourceNames().Where(n => n.StartsWith("schools/", StringComparison.Ordinal)).Select(name =>
        {
            using var stream = assembly.GetManifestResourceStream(name)!;
            using var document = JsonDocument.Parse(stream);
            return Parse(document.RootElement);
        }).ToImmutableSortedDictionary(f => f.School.Id, f => f, StringComparer.Ordinal);
    }
}

/// <summary>A school and what it does differently for single kinds.</summary>
public sealed record SchoolFile(School School, ImmutableDictionary<string, ImmutableSortedDictionary<string, SchoolValue>> ByKind)
{
    /// <summary>The school for a kind, or null where it does not serve it.</summary>
    public School? For(string kind) =>
        !School.Kinds.Contains(kind) ? null
        : ByKind.TryGetValue(kind, out var own) ? School with { Values = School.Values.SetItems(own) }
        : School;
}
