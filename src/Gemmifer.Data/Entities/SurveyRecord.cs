using System.Text.Json;
using System.Text.Json.Nodes;

namespace Gemmifer.Data.Entities;

/// <summary>What was seen on a plant in one season.</summary>
public sealed class SurveyRecord
{
    public int Id { get; set; }

    public required string PlantId { get; set; }

    public int Season { get; set; }

    /// <summary>Day the pruning is planned for.</summary>
    public DateOnly Date { get; set; }

    /// <summary>Stems as in the exchange format, JSON.</summary>
    public required string Stems { get; set; }

    /// <summary>Keep-out zones as in the exchange format, JSON.</summary>
    public required string KeepOut { get; set; }

    /// <summary>School as in the exchange format, JSON; null for the kind's own.</summary>
    public string? School { get; set; }

    /// <summary>Support as in the exchange format, JSON; null where nothing was said.</summary>
    public string? Support { get; set; }

    /// <summary>
    /// What is stored as it is (<see cref="Core.Families.StoredParts"/>), by its name in the exchange format, JSON;
    /// null where nothing was said. What was weighed in other seasons is not in it.
    /// </summary>
    public string? Parts { get; set; }

    /// <summary>One of them, by its name in the exchange format, JSON.</summary>
    public string? Part(string name) => Parts is null ? null : JsonNode.Parse(Parts)?[name]?.ToJsonString();

    /// <summary>The same; null too where what is stored cannot be read.</summary>
    public string? ReadablePart(string name) => Parted()?[name]?.ToJsonString();

    /// <summary>All of them; null where there is none, or what is stored cannot be read.</summary>
    internal JsonObject? Parted()
    {
        try
        {
            return Parts is null ? null : JsonNode.Parse(Parts) as JsonObject;
        }
        catch (JsonException)
        {
            return null;
        }
    }

    /// <summary>Sets that part; null takes it out.</summary>
    public void SetPart(string name, string? json)
    {
        // What cannot be read is no reason not to store what was noted anew.
        var parts = Parted() ?? [];
        parts.Remove(name);
        if (json is not null)
        {
            parts[name] = JsonNode.Parse(json);
        }

        Parts = parts.Count == 0 ? null : parts.ToJsonString();
    }

    /// <summary>1 for the season's main work, 2 for the visit after bud break.</summary>
    public int Visit { get; set; } = 1;

    /// <summary>
    /// What it was before the second visit began, JSON; null in the first, and in gardens from before that was kept.
    /// </summary>
    public string? First { get; set; }

    /// <summary>
    /// Whether anything was seen of it: stems, or what a family takes instead of them. Kept when stored.
    /// </summary>
    public bool Looked { get; set; }

    public int Revision { get; set; }

    public DateTimeOffset UpdatedAt { get; set; }
}
