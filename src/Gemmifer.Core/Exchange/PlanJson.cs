using System.Text.Json;
using System.Text.Json.Serialization;
using Gemmifer.Core.Plans;

namespace Gemmifer.Core.Exchange;

/// <summary>Plans as JSON in the exchange format.</summary>
public static class PlanJson
{
    /// <summary>What writes and reads closed choices and sentences.</summary>
    public static IReadOnlyList<JsonConverter> Converters { get; } =
    [new JsonStringEnumConverter(WireNames.Policy, allowIntegerValues: false), new SentenceConverter()];

    /// <summary>Closed choices and sentences as a plan has them, all else as the web does.</summary>
    public static JsonSerializerOptions Web { get; } = WithConverters(new(JsonSerializerDefaults.Web));

    private static JsonSerializerOptions WithConverters(JsonSerializerOptions options)
    {
        Add(options);
        return options;
    }

    /// <summary>Writes and reads closed choices and sentences as plans have them.</summary>
    public static void Add(JsonSerializerOptions options)
    {
        foreach (var converter in Converters)
        {
            options.Converters.Add(converter);
        }
    }

    /// <summary>A sentence is its words; its measures stand beside it.</summary>
    private sealed class SentenceConverter : JsonConverter<Sentence>
    {
        public override Sentence Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
            reader.GetString() ?? "";

        public override void Write(Utf8JsonWriter writer, Sentence value, JsonSerializerOptions options) =>
            writer.WriteStringValue(value.Text);
    }
}
