using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json;

namespace Gemmifer.Core.Schools;

/// <summary>One value of a school, or one number of the trade: a number, or a word of a closed list.</summary>
/// <param name="Number">The number; infinite where there is no limit, 0 where the value is a word.</param>
/// <param name="Word">The word, or null.</param>
/// <param name="Why">One sentence for people.</param>
/// <param name="Unused">It says nothing here, and is not shown.</param>
public sealed record SchoolValue(double Number, string? Word, Provenance Provenance, string Why, bool Unused = false)
{
    /// <summary>Whether it limits anything.</summary>
    public bool Limited => double.IsFinite(Number);

    /// <summary>Reads one from a data file.</summary>
    /// <exception cref="FormatException">Something is missing or of the wrong type; the text names it.</exception>
    public static SchoolValue Read(string of, JsonElement json)
    {
        var value = json.GetProperty("value");
        var from = ReadProvenance(Text(of, json, "provenance"), of);
        var number = value.ValueKind switch
        {
            JsonValueKind.Number => value.GetDouble(),
            JsonValueKind.True => 1,
            JsonValueKind.False or JsonValueKind.String => 0,
            JsonValueKind.Null => double.PositiveInfinity,
            _ => throw new FormatException($"{of}: a value is a number, a word, true, false, or null for no limit."),
        };
        return new SchoolValue(
            number,
            value.ValueKind == JsonValueKind.String ? value.GetString() : null,
            from,
            Text(of, json, "why"),
            json.TryGetProperty("unused", out var unused) && unused.GetBoolean()
        );
    }

    /// <summary>Where a value of a data file comes from.</summary>
    /// <exception cref="FormatException">The word is none that a rule may carry.</exception>
    internal static Provenance ReadProvenance(string word, string of = "A rule") =>
        Enum.TryParse<Provenance>(word, true, out var from) && from != Provenance.Observed
            ? from
            : throw new FormatException($"{of}: '{word}' is not a provenance.");

    /// <summary>Reads an object of values by name.</summary>
    public static ImmutableSortedDictionary<string, SchoolValue> ReadAll(string of, JsonElement json) =>
        json.EnumerateObject()
            .ToImmutableSortedDictionary(v => v.Name, v => Read($"{of}, {v.Name}", v.Value), StringComparer.Ordinal);

    /// <summary>A text that has to be there.</summary>
    internal static string Text(string of, JsonElement json, string name) =>
        json.TryGetProperty(name, out var text)
        && text.ValueKind == JsonValueKind.String
        && text.GetString() is { Length: > 0 } s
            ? s
            : throw new FormatException($"{of} misses the text '{name}'.");
}

/// <summary>
/// What a settable value is: its range and unit, or its words, and what each family takes it to be. One place for
/// check, message and documentation.
/// </summary>
/// <remarks>Read from <c>Schools/Data/values.json</c>.</remarks>
/// <param name="Name">Its name in the exchange format.</param>
/// <param name="Label">What people call it.</param>
/// <param name="Unit">"mm", "°", "share", "canes", "buds" or "".</param>
/// <param name="Min">Smallest legal number, inclusive.</param>
/// <param name="Max">Largest legal number, inclusive.</param>
/// <param name="Whole">Whole numbers only.</param>
/// <param name="Words">The legal words; empty for a number.</param>
/// <param name="Flag">True or false.</param>
/// <param name="Open">A school may leave it without a limit.</param>
/// <param name="Defaults">By family, where a school says nothing else.</param>
public sealed record SchoolValueSpec(
    string Name,
    string Label,
    string Unit,
    double Min,
    double Max,
    bool Whole,
    ImmutableArray<string> Words,
    bool Flag,
    bool Open,
    FamilyDefaults Defaults
)
{
    /// <summary>Every settable value: those of the exchange format, then what was added since.</summary>
    public static ImmutableArray<SchoolValueSpec> All { get; } =
    [.. SchoolData.Values.GetProperty("values").EnumerateArray().Select(Read)];

    /// <summary>Pairs of values of which the first may not be above the second.</summary>
    public static ImmutableArray<(string Low, string High)> Ordered { get; } =
    [
        ("canesMin", "canesMax"),
        ("heightMin", "heightMax"),
        ("caneBudsMin", "caneBudsMax"),
        ("strainOlder", "strainTwoYears"),
        ("strainTwoYears", "strainOneYear"),
    ];

    /// <summary>The description of a value by name, or null.</summary>
    public static SchoolValueSpec? Find(string name) => All.FirstOrDefault(s => s.Name == name);

    /// <summary>What is wrong with a number or word; null when it is legal.</summary>
    public SchoolIssue? Check(double number, string? word)
    {
        if (Words.Length > 0)
        {
            return word is not null && Words.Contains(word)
                ? null
                : new SchoolIssue(
                    Name,
                    word is null ? "type" : "unknown",
                    $"{Name} is one of: {string.Join(", ", Words)}."
                );
        }

        if (word is not null)
        {
            return new SchoolIssue(Name, "type", Flag ? $"{Name} is true or false." : $"{Name} is a number.");
        }

        if (
            (!double.IsFinite(number) && !(Open && double.IsPositiveInfinity(number)))
            || number < Min
            || (number > Max && double.IsFinite(number))
        )
        {
            return new SchoolIssue(
                Name,
                "range",
                Invariant($"{Name} is {number}; it may be from {Min} to {Max}."),
                Min,
                Max
            );
        }

        return Whole && double.IsFinite(number) && number != Math.Floor(number)
            ? new SchoolIssue(
                Name,
                "range",
                Invariant($"{Name} is {number}; it is a whole number from {Min} to {Max}."),
                Min,
                Max
            )
            : null;
    }

    private static string Invariant(FormattableString text) => text.ToString(CultureInfo.InvariantCulture);

    private static SchoolValueSpec Read(JsonElement json)
    {
        bool Is(string name) => json.TryGetProperty(name, out var flag) && flag.GetBoolean();
        double Number(string name, double usual) =>
            json.TryGetProperty(name, out var number) ? number.GetDouble() : usual;
        var name = SchoolValue.Text("A school value", json, "name");
        var flag = Is("flag");
        return new SchoolValueSpec(
            name,
            SchoolValue.Text(name, json, "label"),
            json.TryGetProperty("unit", out var unit) ? unit.GetString()! : "",
            Number("min", 0),
            Number("max", flag ? 1 : 0),
            flag || Is("whole"),
            json.TryGetProperty("words", out var words) ? [.. words.EnumerateArray().Select(w => w.GetString()!)] : [],
            flag,
            Is("open"),
            FamilyDefaults.Read(name, json.GetProperty("defaults"))
        );
    }
}
