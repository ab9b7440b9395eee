using System.Text.Json.Nodes;

namespace Gemmifer.Server.Surveys;

/// <summary>How a vine's cut shoots go on as old wood: a shoot on a spur becomes its end, one on an arm a spur, a headed one the trunk.</summary>
internal static class VineCarryOver
{
    /// <summary>A shoot cut no longer than this is a spur, longer a cane laid along the wire, mm (assumption).</summary>
    private const double SpurMm = 400;

    /// <summary>The stems of a vine, a season older already, with last season's shoots turned into what they are now.</summary>
    public static JsonArray Grown(JsonArray stems)
    {
        // Read anew: a number just written is not yet a number of the document.
        var all = JsonNode.Parse(stems.ToJsonString())!.AsArray().OfType<JsonObject>().ToArray();
        var byId = all.ToDictionary(s => (string)s["id"]!);
        var merged = new HashSet<string>();
        foreach (var shoot in all.Where(s => Age(s) == 2 && (string)s["role"]! is "shoot" or "cane" or "spur"))
        {
            var (id, length) = ((string)shoot["id"]!, Number(shoot, "length") ?? 0);
            if (!byId.TryGetValue((string)shoot["parent"]!, out var on))
            {
                // A headed shoot from the ground is the trunk now.
                shoot["role"] = all.Any(s => (string)s["role"]! == "trunk") ? "cane" : "trunk";
                continue;
            }

            var onSpur = (string)on["role"]! is "spur" && Age(on) > 2;
            if (length > SpurMm)
            {
                shoot["role"] = "cane";
            }
            else if (onSpur && !all.Any(s => s != shoot && (string?)s["parent"] == (string)on["id"]! && Age(s) == 2))
            {
                on["length"] = Math.Round((Number(shoot, "at") ?? 0) + length, 1);
                merged.Add(id);
            }
            else
            {
                shoot["role"] = "spur";
            }
        }

        return [.. all.Where(s => !merged.Contains((string)s["id"]!)).Select(s => s.DeepClone())];
    }

    private static int Age(JsonObject stem) => (int)(double)stem["age"]!;

    private static double? Number(JsonObject stem, string name) => (double?)stem[name];
}
