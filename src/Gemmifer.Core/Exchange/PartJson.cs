using System.Text.Json;
using System.Text.Json.Serialization;

namespace Gemmifer.Core.Exchange;

/// <summary>Parts of a survey as they are stored: names as in the exchange format, what nobody said left out.</summary>
public static class PartJson
{
    /// <summary>How parts are read and written.</summary>
    public static JsonSerializerOptions Options { get; } = Make();

    private static JsonSerializerOptions Make()
    {
        var options = new JsonSerializerOptions(JsonSerializerDefaults.Web)
        {
            DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
        };
        foreach (var converter in PlanJson.Converters)
        {
            options.Converters.Add(converter);
        }

        return options;
    }
}
