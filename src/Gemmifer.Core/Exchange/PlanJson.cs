using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Serialization;
using Gemmifer.Core.Plans;

namespace Gemmifer.Core.Exchange;

/// <summary>Plans as JSON in the exchange format.</summary>
public static class PlanJson
{
    /// <summary>What writes and reads closed choices and sentences; a server adds these to its own.</summary>
    public static IReadOnlyList<JsonConverter> Converters { get; } =
    [new JsonStringEnumConverter(WireNames.Policy, allowIntegerValues: false), new SentenceConverter()];

    private static readonly JsonSerializerOptions Options = Make();

    /// <summary>Closed choices and sentences as a plan has them, all else as the web does.</summary>
    public static JsonSerializerOptions Web { get; } = WithConverters(new(JsonSerializerDefaults.Web));

    /// <summary>The plan as JSON, UTF-8. The same plan gives the same bytes.</summary>
    public static byte[] ToJson(this PlanDocument plan) => JsonSerializer.SerializeToUtf8Bytes(plan, Options);

    private static JsonSerializerOptions Make() =>
        WithConverters(
            new(JsonSerializerDefaults.Web)
            {
                Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
                DefaultIgnoreCondition = JsonIgnoreCondition.Never,
            }
        );

    private static JsonSerializerOptions WithConverters(JsonSerializerOptions options)
    {
        foreach (var converter in Converters)
        {
            options.Converters.Add(converter);
        }

        return options;
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
