using System.Text.Json;
using System.Text.Json.Nodes;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Season;
using Gemmifer.Core.Stems;
using Gemmifer.Data.Entities;
using Gemmifer.Server.Schools;
using Gemmifer.Server.Settings;
using Gemmifer.Server.Work;

namespace Gemmifer.Server.Surveys;

/// <summary>The parts of a survey that are stored, each as in the exchange format.</summary>
public sealed record SurveyParts(JsonNode Stems, JsonNode KeepOut, JsonNode? School, JsonNode? Support, JsonNode? Vine, JsonNode? Row, JsonNode? Rain);

/// <summary>Puts a stored survey together with its plant and place into the exchange format, and carries one over into the next season.</summary>
public static class SurveyDocuments
{
    /// <summary>The whole survey as gemmifer.survey/1.</summary>
    /// <param name="own">The gardener's own schools, whose values are as they are now.</param>
    /// <param name="weighed">What was weighed of a vine in other seasons.</param>
    public static JsonObject Compose(PlantRecord plant, SurveyRecord survey, GardenPlace place, IReadOnlyDictionary<string, OwnSchoolRecord> own, JsonArray? weighed = null) =>
        Compose(plant, place, survey.Date, new SurveyParts(JsonNode.Parse(survey.Stems)!, JsonNode.Parse(survey.KeepOut)!,
            OwnSchools.Fresh(Parsed(survey.School), own), Parsed(survey.Support), Parsed(survey.Vine), Parsed(survey.Row), Parsed(survey.Rain)), weighed);

    /// <summary>The same from its parts.</summary>
    public static JsonObject Compose(PlantRecord plant, GardenPlace place, DateOnly date, SurveyParts parts, JsonArray? weighed = null)
    {
        if (parts.Vine is JsonObject vine && weighed is { Count: > 0 })
        {
            vine["records"] = weighed.DeepClone();
        }

        var years = plant.PlantedYear is { } planted ? Math.Max(0, date.Year - planted) : (int?)null;
        return new JsonObject
        {
            ["format"] = SurveyReader.Format,
            ["plant"] = new JsonObject
            {
                ["name"] = plant.Name,
                ["kind"] = plant.Kind,
                ["vigour"] = plant.Vigour,
                ["yearsPlanted"] = years,
                ["neglected"] = plant.Neglected,
                ["unionHeight"] = plant.UnionHeight,
                ["rootstock"] = plant.Rootstock,
                ["look"] = plant.Look,
            },
            ["date"] = date.ToString("yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture),
            ["school"] = parts.School,
            ["place"] = new JsonObject { ["hemisphere"] = place.Hemisphere, ["lastFrost"] = place.LastFrost, ["firstFrost"] = place.FirstFrost },
            ["rain"] = parts.Rain,
            ["support"] = parts.Support,
            ["keepOut"] = parts.KeepOut,
            ["stems"] = parts.Stems,
            ["vine"] = parts.Vine,
            ["row"] = parts.Row,
        };
    }

    private static JsonNode? Parsed(string? json) => json is null ? null : JsonNode.Parse(json);

    /// <summary>Errors of a composed survey; a plant nobody walked round yet may have no stems.</summary>
    public static SurveyReading Read(JsonObject document)
    {
        using var parsed = JsonDocument.Parse(document.ToJsonString());
        return SurveyReader.Read(parsed.RootElement);
    }

    /// <summary>Whether a reading fails for nothing but the missing stems.</summary>
    public static bool OnlyEmpty(SurveyReading reading, JsonObject document) =>
        document["stems"] is JsonArray { Count: 0 } && document["row"] is null && reading is SurveyReading.Invalid { Errors: [{ Path: "/stems", Code: "required" }] };

    /// <summary>The day to plan for in the season that is on.</summary>
    public static DateOnly PlanDay(PlantRecord plant, GardenPlace place, DateOnly today)
    {
        var (month, day) = place.Frost();
        return PruningYear.PlanDay(PlantKinds.Served[plant.Kind], today, month, day);
    }

    /// <summary>Where each stem of a survey reaches a height above the soil, mm along it; stems that stay below are not in it.</summary>
    public static IReadOnlyDictionary<string, double> Reaching(JsonObject document, double heightMm)
    {
        if (Read(document) is not SurveyReading.Valid { Survey: var survey })
        {
            return new Dictionary<string, double>();
        }

        var tree = StemTree.Build(survey);
        return tree.Stems.Select(s => (s.Id, s.LengthMm, Axis: tree.Axis(s)))
            .Select(s => (s.Id, s.LengthMm, At: s.Axis.FirstAtHeight(heightMm - s.Axis.Start.Z)))
            .Where(s => s.At is >= SurveyLimits.LeastMm && s.At < s.LengthMm)
            .ToDictionary(s => s.Id, s => Math.Round(s.At!.Value, 1));
    }
}
