using System.Text.Json;
using System.Text.Json.Serialization;

namespace Gemmifer.Core.Plants;

/// <summary>
/// The name of plants that are surveyed, planned and remembered in one way, as in the exchange format.
/// </summary>
/// <param name="Name">Small letters with hyphens.</param>
[JsonConverter(typeof(Json))]
public readonly record struct PlantFamily(string Name)
{
    /// <inheritdoc/>
    public override string ToString() => Name;

    internal sealed class Json : JsonConverter<PlantFamily>
    {
        public override PlantFamily Read(ref Utf8JsonReader reader, Type type, JsonSerializerOptions options) =>
            new(reader.GetString() ?? throw new JsonException("A family of plants has a name."));

        public override void Write(Utf8JsonWriter writer, PlantFamily value, JsonSerializerOptions options) =>
            writer.WriteStringValue(value.Name);
    }
}

/// <summary>Wood that flowers.</summary>
public enum FlowerWood
{
    New,
    LastYear,
    Both,
}
