using System.Text.Json.Nodes;
using Gemmifer.Core;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Work;
using Gemmifer.Data;
using Gemmifer.Data.Entities;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Server.Surveys;

/// <summary>What was weighed of a plant, season by season, as the exchange format has it.</summary>
public static class Weighed
{
    /// <summary>Prunings of earlier winters and crops; null for families that weigh nothing.</summary>
    /// <param name="season">The season that is on; its own prunings are in its survey.</param>
    public static async Task<JsonArray?> OfAsync(
        GardenContext garden,
        PlantRecord plant,
        int season,
        CancellationToken cancel
    )
    {
        if (PlantFamilies.Of(PlantKinds.Of(plant.Kind)) is not { Part: { } part, Records: not null })
        {
            return null;
        }

        var surveys = await garden
            .Surveys.AsNoTracking()
            .Where(s => s.PlantId == plant.Id && s.Season < season && s.Parts != null)
            .ToListAsync(cancel);
        var crops = await garden
            .Log.AsNoTracking()
            .Where(l => l.PlantId == plant.Id && l.Kind == LogKind.Crop)
            .OrderBy(l => l.Id)
            .ToListAsync(cancel);
        return Of(part, surveys, crops, season);
    }

    /// <summary>The same from what is at hand.</summary>
    /// <param name="part">The part of a survey in which prunings are noted.</param>
    public static JsonArray Of(string part, IEnumerable<SurveyRecord> surveys, IEnumerable<LogRecord> log, int season)
    {
        var seasons = new SortedDictionary<int, JsonObject>();
        JsonObject Summer(int year) =>
            seasons.TryGetValue(year, out var had) ? had : seasons[year] = new JsonObject { ["season"] = year };
        foreach (var s in surveys.Where(s => s.Season < season && s.Parts is not null))
        {
            // Prunings are the wood of the summer before.
            if (JsonNode.Parse(s.Parts!)?[part]?["pruningWeight"] is JsonValue grams)
            {
                Summer(s.Season - 1)["pruningWeight"] = grams.DeepClone();
            }
        }

        foreach (var crop in log.Where(l => l is { Kind: LogKind.Crop, Grams: not null }).GroupBy(l => l.Season))
        {
            Summer(crop.Key)["crop"] = crop.Sum(c => c.Grams!.Value);
        }

        return [.. seasons.Values];
    }
}
