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

/// <summary>Puts a stored survey together with its plant and place into the exchange format, and carries one over into the next season.</summary>
public static class SurveyDocuments
{
    /// <summary>The whole survey as gemmifer.survey/1.</summary>
    /// <param name="own">The gardener's own schools, whose values are as they are now.</param>
    public static JsonObject Compose(PlantRecord plant, SurveyRecord survey, GardenPlace place, IReadOnlyDictionary<string, OwnSchoolRecord> own) =>
        Compose(plant, place, survey.Date, JsonNode.Parse(survey.Stems)!, JsonNode.Parse(survey.KeepOut)!,
            OwnSchools.Fresh(survey.School is null ? null : JsonNode.Parse(survey.School), own),
            survey.Support is null ? null : JsonNode.Parse(survey.Support));

    /// <summary>The same from its parts.</summary>
    public static JsonObject Compose(PlantRecord plant, GardenPlace place, DateOnly date, JsonNode stems, JsonNode keepOut, JsonNode? school, JsonNode? support)
    {
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
            ["school"] = school,
            ["place"] = new JsonObject { ["hemisphere"] = place.Hemisphere, ["lastFrost"] = place.LastFrost, ["firstFrost"] = place.FirstFrost },
            ["support"] = support,
            ["keepOut"] = keepOut,
            ["stems"] = stems,
        };
    }

    /// <summary>Errors of a composed survey; a plant nobody walked round yet may have no stems.</summary>
    public static SurveyReading Read(JsonObject document)
    {
        using var parsed = JsonDocument.Parse(document.ToJsonString());
        return SurveyReader.Read(parsed.RootElement);
    }

    /// <summary>Whether a reading fails for nothing but the missing stems.</summary>
    public static bool OnlyEmpty(SurveyReading reading, JsonObject document) =>
        document["stems"] is JsonArray { Count: 0 } && reading is SurveyReading.Invalid { Errors: [{ Path: "/stems", Code: "required" }] };

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

    /// <summary>
    /// The stems as last season's work left them, a season older: cut ones as long as they were left, those taken out gone.
    /// What was seen and pinned last year is not carried over: it has to be looked at again.
    /// </summary>
    /// <param name="steps">What was done in the season of the stems.</param>
    /// <param name="reach">Where each stem reaches a height above the soil, mm along it, for work on the plant as a whole.</param>
    public static JsonArray CarryOver(string stems, IReadOnlyList<LogRecord> steps, int seasons, Func<double, IReadOnlyDictionary<string, double>>? reach = null)
    {
        var level = steps.Where(s => s is { Stem: null, Action: "shorten", CutAt: not null, Outcome: "done" or "different" } && s.Instead != "left").Select(s => s.CutAt!.Value).DefaultIfEmpty(double.NaN).Min();
        var sheared = reach is null || double.IsNaN(level) ? new Dictionary<string, double>() : reach(level);
        var done = steps.Where(s => s.Stem is not null).ToLookup(s => s.Stem!);
        var gone = new HashSet<string>(StringComparer.Ordinal);
        var carried = new JsonArray();
        var lengths = new Dictionary<string, double>(StringComparer.Ordinal);
        foreach (var node in JsonNode.Parse(stems)!.AsArray().OfType<JsonObject>())
        {
            var id = (string)node["id"]!;
            var parent = (string)node["parent"]!;
            var work = done[id].LastOrDefault(WorkState.OnTheWood);
            var removed = work is { Outcome: "done", Action: "remove" } or { Outcome: "different", Instead: "removed" };
            if (removed || gone.Contains(parent) || (lengths.TryGetValue(parent, out var cut) && (double?)node["at"] > cut))
            {
                gone.Add(id);
                continue;
            }

            if (work is { Action: "shorten", CutAt: { } at } and { Outcome: "done" or "different" } && work.Instead != "left")
            {
                lengths[id] = at;
                node["length"] = at;
            }

            if (sheared.TryGetValue(id, out var top) && !(lengths.TryGetValue(id, out var lower) && lower <= top))
            {
                lengths[id] = top;
                node["length"] = top;
            }

            foreach (var stale in (string[])["seen", "rubs", "pin", "buds", "deadFrom", "head", "fruitTo", "towards"])
            {
                node.Remove(stale);
            }

            // A cane that was tied lies where it was tied.
            if (done[id].LastOrDefault(s => s is { Outcome: "done", Tied: not null }) is { Tied: { } tied })
            {
                var lies = JsonNode.Parse(tied)!;
                foreach (var name in (string[])["clock", "lean", "tipLean"])
                {
                    node[name] = lies[name]?.DeepClone();
                }
            }

            node["age"] = Math.Min(SurveyLimits.Age, (int)(double)node["age"]! + seasons);
            carried.Add(node.DeepClone());
        }

        return carried;
    }
}
