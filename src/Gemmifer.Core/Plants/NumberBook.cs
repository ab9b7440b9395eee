using System.Globalization;
using System.Reflection;
using System.Runtime.CompilerServices;
using System.Text.Json;

namespace Gemmifer.Core.Plants;

/// <summary>A number of the trade, with where it comes from.</summary>
/// <param name="From">Its provenance, by its word in the data.</param>
/// <param name="Why">What it is, one sentence for people.</param>
public readonly record struct TradeNumber(double Value, string From, string Why)
{
    /// <summary>The number alone, as a program writes it.</summary>
    public override string ToString() => Value.ToString(CultureInfo.InvariantCulture);

    /// <summary>The number alone, to reckon with.</summary>
    public static implicit operator double(TradeNumber number) => number.Value;
}

/// <summary>A whole number of the trade, with where it comes from.</summary>
/// <param name="From">Its provenance, by its word in the data.</param>
/// <param name="Why">What it is, one sentence for people.</param>
public readonly record struct TradeCount(int Value, string From, string Why)
{
    /// <summary>The number alone, as a program writes it.</summary>
    public override string ToString() => Value.ToString(CultureInfo.InvariantCulture);

    /// <summary>The number alone, to reckon with.</summary>
    public static implicit operator int(TradeCount number) => number.Value;
}

/// <summary>What a number of the trade is measured in; each has a range that no sensible number leaves.</summary>
internal enum Unit
{
    /// <summary>Millimetres.</summary>
    Mm,
    Metres,
    Degrees,

    /// <summary>0 to 1.</summary>
    Share,

    /// <summary>A factor.</summary>
    Times,

    /// <summary>Points of a choice.</summary>
    Points,
    Minutes,

    /// <summary>Hours of the clock that tells a direction.</summary>
    Hours,
    Days,
    Years,

    /// <summary>1 to 12.</summary>
    Month,

    /// <summary>1 to 31.</summary>
    DayOfMonth,

    /// <summary>Whole things.</summary>
    Count,

    /// <summary>Whole things to a metre.</summary>
    PerMetre,
    Grams,

    /// <summary>Degrees Celsius.</summary>
    Celsius,
}

/// <summary>What the number of a property is measured in.</summary>
[AttributeUsage(AttributeTargets.Property)]
internal sealed class UnitAttribute(Unit unit) : Attribute
{
    /// <summary>The range of the unit, both ends in it.</summary>
    public (double Least, double Most) Range =>
        unit switch
        {
            Unit.Mm => (0, 10_000),
            Unit.Metres => (0, 100),
            Unit.Degrees => (0, 180),
            Unit.Share => (0, 1),
            Unit.Times => (0.1, 100),
            Unit.Points => (0, 1000),
            Unit.Minutes => (0, 24 * 60),
            Unit.Hours => (0, 6),
            Unit.Days => (0, 366),
            Unit.Years => (0, 200),
            Unit.Month => (1, 12),
            Unit.DayOfMonth => (1, 31),
            Unit.Count => (0, 1000),
            Unit.PerMetre => (0, 1000),
            Unit.Grams => (0, 100_000),
            Unit.Celsius => (-90, 60),
        };
}

/// <summary>
/// Books of numbers of the trade as typed records: every property is a number of the file of the same name, in the
/// range of its unit, and the file has no other.
/// </summary>
internal static class NumberBook
{
    /// <summary>Reads the <c>values</c> of a file of the assembly into a record.</summary>
    /// <exception cref="FormatException">A number is missing, unknown, not whole where it has to be, out of range or
    /// without provenance; the text names it.</exception>
    public static T Read<T>(string name)
        where T : class => Bind<T>(name, DataFiles.Read(name).GetProperty("values"));

    /// <summary>The same of numbers that were read.</summary>
    /// <param name="of">What they belong to, for messages.</param>
    /// <param name="values">An object of numbers by name, each with its value, provenance and why.</param>
    /// <exception cref="FormatException">As of <see cref="Read{T}"/>.</exception>
    public static T Bind<T>(string of, JsonElement values)
        where T : class
    {
        var properties = typeof(T).GetProperties(BindingFlags.Public | BindingFlags.Instance);
        var names = properties.ToDictionary(p => char.ToLowerInvariant(p.Name[0]) + p.Name[1..]);
        if (values.EnumerateObject().Select(v => v.Name).FirstOrDefault(n => !names.ContainsKey(n)) is { } unknown)
        {
            throw new FormatException($"{of}: nothing is reckoned with '{unknown}'.");
        }

        var book = (T)RuntimeHelpers.GetUninitializedObject(typeof(T));
        foreach (var (name, property) in names)
        {
            if (!values.TryGetProperty(name, out var value))
            {
                throw new FormatException($"{of} misses the number '{name}'.");
            }

            property.SetValue(book, Number($"{of}, {name}", property, value));
        }

        return book;
    }

    private static object Number(string of, PropertyInfo property, JsonElement json)
    {
        var unit = property.GetCustomAttribute<UnitAttribute>()
            ?? throw new FormatException($"{of} is measured in nothing.");
        var (least, most) = unit.Range;
        var value = json.GetProperty("value");
        if (value.ValueKind != JsonValueKind.Number || !(value.GetDouble() >= least && value.GetDouble() <= most))
        {
            throw new FormatException(FormattableString.Invariant($"{of} may be from {least} to {most}."));
        }

        var (number, from, why) = (value.GetDouble(), Text(of, json, "provenance"), Text(of, json, "why"));
        if (property.PropertyType == typeof(TradeNumber))
        {
            return new TradeNumber(number, from, why);
        }

        return number == Math.Floor(number)
            ? new TradeCount((int)number, from, why)
            : throw new FormatException($"{of} is a whole number.");
    }

    private static string Text(string of, JsonElement json, string name) =>
        json.TryGetProperty(name, out var text) && text.GetString() is { Length: > 0 } said
            ? said
            : throw new FormatException($"{of} misses the text '{name}'.");
}
