using System.Diagnostics.CodeAnalysis;
using System.Text.Json;
using System.Text.Json.Serialization;

namespace Gemmifer.Core.Stems;

/// <summary>
/// What a stem is called within its survey, as in <c>A</c> or <c>A1</c>: 1 to 200 characters, compared one by one. It
/// can be read wherever words are wanted; words are no name of a stem till somebody says so.
/// </summary>
/// <param name="Value">The name in the exchange format.</param>
[JsonConverter(typeof(Json))]
public sealed record StemId(string Value) : IComparable<StemId>
{
    /// <summary>Its name as words; null stays null.</summary>
    [return: NotNullIfNotNull(nameof(id))]
    public static implicit operator string?(StemId? id) => id?.Value;

    /// <summary>A stem of that name; null stays null.</summary>
    [return: NotNullIfNotNull(nameof(id))]
    public static StemId? Maybe(string? id) => id is null ? null : new StemId(id);

    /// <summary>In the order of the characters.</summary>
    public int CompareTo(StemId? other) => string.CompareOrdinal(Value, other?.Value);

    public override string ToString() => Value;

    public bool Equals(StemId? other) => string.Equals(Value, other?.Value, StringComparison.Ordinal);

    public override int GetHashCode() => Value.GetHashCode(StringComparison.Ordinal);

    public static bool operator <(StemId left, StemId right) => left.CompareTo(right) < 0;

    public static bool operator >(StemId left, StemId right) => left.CompareTo(right) > 0;

    public static bool operator <=(StemId left, StemId right) => left.CompareTo(right) <= 0;

    public static bool operator >=(StemId left, StemId right) => left.CompareTo(right) >= 0;

    /// <summary>The name alone, as a value and as the name of a member.</summary>
    internal sealed class Json : JsonConverter<StemId>
    {
        public override StemId? Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
            Maybe(reader.GetString());

        public override void Write(Utf8JsonWriter writer, StemId value, JsonSerializerOptions options) =>
            writer.WriteStringValue(value.Value);

        public override StemId ReadAsPropertyName(
            ref Utf8JsonReader reader,
            Type typeToConvert,
            JsonSerializerOptions options
        ) => new(reader.GetString()!);

        public override void WriteAsPropertyName(Utf8JsonWriter writer, StemId value, JsonSerializerOptions options) =>
            writer.WritePropertyName(value.Value);
    }
}
