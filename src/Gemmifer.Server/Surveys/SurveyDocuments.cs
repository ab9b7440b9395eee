using System.Text.Json;
using System.Text.Json.Nodes;
using Gemmifer.Core;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Families;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Season;
using Gemmifer.Core.Surveys;
using Gemmifer.Core.Work;
using Gemmifer.Data.Entities;
using Gemmifer.Server.Planning;
using Gemmifer.Server.Schools;
using Gemmifer.Server.Settings;

namespace Gemmifer.Server.Surveys;

/// <summary>The parts of a survey that are stored, each as in the exchange format.</summary>
/// <param name="AsTheyAre">Those of <see cref="StoredParts"/>, by their names.</param>
public sealed record SurveyParts(
    JsonNode Stems,
    JsonNode KeepOut,
    JsonNode? School,
    JsonNode? Support,
    IReadOnlyDictionary<string, JsonNode?> AsTheyAre
);

/// <summary>
/// Puts a stored survey together with its plant and place into the exchange format; carries one over into the next
/// season.
/// </summary>
public static class SurveyDocuments
{
    /// <summary>The whole survey as gemmifer.survey/1.</summary>
    /// <param name="own">The gardener's own schools, whose values are as they are now.</param>
    /// <param name="weighed">What was weighed of a vine in other seasons.</param>
    public static JsonObject Compose(
        PlantRecord plant,
        SurveyRecord survey,
        GardenPlace place,
        IReadOnlyDictionary<string, OwnSchoolRecord> own,
        JsonArray? weighed = null
    ) =>
        Compose(
            plant,
            place,
            survey.Date,
            new SurveyParts(
                JsonNode.Parse(survey.Stems)!,
                JsonNode.Parse(survey.KeepOut)!,
                OwnSchools.Fresh(Parsed(survey.School), own),
                Parsed(survey.Support),
                AsTheyAre(survey.Part)
            ),
            weighed
        );

    /// <summary>The same from its parts.</summary>
    public static JsonObject Compose(
        PlantRecord plant,
        GardenPlace place,
        DateOnly date,
        SurveyParts parts,
        JsonArray? weighed = null
    )
    {
        var where = place.At(plant.Place);
        var years = plant.PlantedYear is { } planted ? Math.Max(0, date.Year - planted) : (int?)null;
        var document = new JsonObject
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
                ["cover"] = plant.Cover ? true : null,
                ["hips"] = plant.Hips ? true : null,
            },
            ["date"] = date.ToString("yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture),
            ["school"] = parts.School,
            ["place"] = new JsonObject
            {
                ["hemisphere"] = WireNames.Of(where.Hemisphere),
                ["lastFrost"] = where.LastFrost,
                ["firstFrost"] = where.FirstFrost,
            },
            ["support"] = parts.Support,
            ["keepOut"] = parts.KeepOut,
            ["stems"] = parts.Stems,
        };
        foreach (var (name, part) in parts.AsTheyAre)
        {
            document[name] = part;
        }

        AddWeighed(document, plant, weighed);
        return document;
    }

    /// <summary>The parts that are stored as they are, by their names.</summary>
    /// <param name="stored">What is stored of one, JSON.</param>
    public static IReadOnlyDictionary<string, JsonNode?> AsTheyAre(Func<string, string?> stored) =>
        StoredParts.All.ToDictionary(p => p, p => Parsed(stored(p)));

    /// <summary>What was weighed in other seasons, put into the part of the family that asks for it.</summary>
    public static void AddWeighed(JsonObject document, PlantRecord plant, JsonArray? weighed)
    {
        if (
            weighed is { Count: > 0 }
            && PlantFamilies.Of(PlantKinds.Of(plant.Kind)) is { Part: { } name, Records: { } records }
            && document[name] is JsonObject part
        )
        {
            part[records] = weighed.DeepClone();
        }
    }

    private static JsonNode? Parsed(string? json) => json is null ? null : JsonNode.Parse(json);

    /// <summary>Errors of a composed survey; a plant nobody walked round yet may have no stems.</summary>
    public static SurveyReading Read(JsonObject document)
    {
        using var parsed = JsonDocument.Parse(document.ToJsonString());
        return SurveyReader.Read(parsed.RootElement);
    }

    /// <summary>
    /// Takes what the reader did not ask for out of a document, so that it holds what was read and no more.
    /// </summary>
    /// <param name="ignored">JSON Pointers (RFC 6901) of the fields nobody asked for.</param>
    public static void Keep(JsonObject document, IEnumerable<string> ignored)
    {
        foreach (var path in ignored)
        {
            var names = path[1..]
                .Split('/')
                .Select(n =>
                    n.Replace("~1", "/", StringComparison.Ordinal).Replace("~0", "~", StringComparison.Ordinal)
                )
                .ToArray();
            JsonNode? at = document;
            foreach (var name in names[..^1])
            {
                at = at switch
                {
                    JsonObject o => o[name],
                    JsonArray a => a[int.Parse(name, System.Globalization.CultureInfo.InvariantCulture)],
                    _ => null,
                };
            }

            (at as JsonObject)?.Remove(names[^1]);
        }
    }

    /// <summary>Whether a reading fails for nothing but the missing stems.</summary>
    public static bool OnlyEmpty(SurveyReading reading, JsonObject document) =>
        document["stems"] is JsonArray { Count: 0 }
        && !PlantFamilies.All.Any(f => f.PartInsteadOfStems && document[f.Part!] is not null)
        && reading is SurveyReading.Invalid { Errors: [{ Path: "/stems", Code: "required" }] };

    /// <summary>The day to plan for in the season that is on.</summary>
    public static DateOnly PlanDay(PlantRecord plant, GardenPlace place, DateOnly today) =>
        PruningYear.PlanDay(PlantKinds.Of(plant.Kind), today, place.At(plant.Place).Growing, plant.Cover);

    /// <summary>Stems as they are stored.</summary>
    public static NotedStem[] Noted(string stems) => JsonSerializer.Deserialize<NotedStem[]>(stems, PartJson.Options)!;

    /// <summary>The stems of a stored survey as the work of its season left them, some seasons on.</summary>
    /// <param name="survey">The survey of that season; null where it cannot be read.</param>
    /// <param name="next">Canes that its plan named to go next.</param>
    public static string Carried(
        PlantRecord plant,
        string stems,
        IReadOnlyList<StepDone> done,
        int seasons,
        Survey? survey,
        IReadOnlyList<NextCane> next
    )
    {
        var noted = Noted(stems);
        var family = PlantFamilies.Of(PlantKinds.Of(plant.Kind));
        var carried = CarryOver.Naming(CarryOver.Stems(noted, done, seasons, survey), next);
        return JsonSerializer.Serialize(family.Grown(carried, seasons), PartJson.Options);
    }

    /// <summary>The canes that a plan, as far as it was carried out, named to go the winter after.</summary>
    public static IReadOnlyList<NextCane> NamedNext(
        PlanMaker planner,
        Survey? survey,
        IReadOnlyList<StepDone> done,
        int seasons
    ) =>
        seasons == 1 && survey is { Facts: null } && done.Count > 0
            ? planner.Try(WorkPins.Apply(survey, done), PlanDetail.Brief, CancellationToken.None).Plan?.Forecast.Next
                ?? []
            : [];

    /// <summary>The part of a survey that only its family has, some seasons on.</summary>
    public static void Next(
        PlanMaker planner,
        PlantRecord plant,
        SurveyRecord latest,
        SurveyRecord fresh,
        int seasons,
        Survey? survey
    )
    {
        var family = PlantFamilies.Of(PlantKinds.Of(plant.Kind));
        if (
            family.Part is not { } part
            || latest.Part(part) is not { } stored
            || JsonNode.Parse(stored) is not JsonObject facts
        )
        {
            return;
        }

        int? stayed = survey?.Facts is null
            ? null
            : planner.Try(survey, PlanDetail.Brief, CancellationToken.None).Plan?.Counts.Kept;
        fresh.SetPart(part, family.Next(facts, seasons, stayed)?.ToJsonString());
    }
}
