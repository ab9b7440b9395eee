using System.Text.Json.Nodes;
using Gemmifer.Core.Exchange;
using Gemmifer.Data.Entities;
using Gemmifer.Server.Work;

namespace Gemmifer.Server.Surveys;

/// <summary>What last season's work left of a plant.</summary>
public static class CarryOver
{
    /// <summary>
    /// The stems as last season's work left them, a season older: cut ones as long as they were left, those taken out gone.
    /// What was seen and pinned last year is not carried over: it has to be looked at again.
    /// </summary>
    /// <param name="steps">What was done in the season of the stems.</param>
    /// <param name="vine">On a vine the shoots that were cut become spurs, canes and trunk.</param>
    /// <param name="reach">Where each stem reaches a height above the soil, mm along it, for work on the plant as a whole.</param>
    public static JsonArray Stems(string stems, IReadOnlyList<LogRecord> steps, int seasons, Func<double, IReadOnlyDictionary<string, double>>? reach = null, bool vine = false)
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
            var removed = work is { Outcome: "done", Action: "remove" or "rub-off" } or { Outcome: "different", Instead: "removed" };
            if (removed || gone.Contains(parent) || (lengths.TryGetValue(parent, out var cut) && (double?)node["at"] > cut))
            {
                gone.Add(id);
                continue;
            }

            if (work is { Action: "shorten" or "tip", CutAt: { } at } and { Outcome: "done" or "different" } && work.Instead != "left")
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

            // A vine's cane lies along its wire once it was tied there.
            if (vine && seasons > 0 && done[id].Any(s => s is { Stage: "train", Outcome: "done" }))
            {
                node["lean"] = 90;
                node["tipLean"] = 90;
            }

            node["age"] = Math.Min(SurveyLimits.Age, (int)(double)node["age"]! + seasons);
            carried.Add(node.DeepClone());
        }

        return seasons > 0 && vine ? VineCarryOver.Grown(carried) : carried;
    }

    /// <summary>A vine as a whole, a year on: what was weighed and cut in a sample this winter is not next winter's.</summary>
    /// <param name="seasons">0 for a second visit in the same season, which keeps all of it.</param>
    public static string? Vine(string? vine, int seasons)
    {
        if (vine is null || seasons == 0 || JsonNode.Parse(vine) is not JsonObject facts)
        {
            return vine;
        }

        facts.Remove("pruningWeight");
        facts.Remove("winterLoss");
        facts.Remove("stage");
        if ((string?)facts["rule"] == "weight")
        {
            facts.Remove("rule");
        }

        if (facts["year"] is JsonValue year)
        {
            facts["year"] = (int)(double)year + seasons;
        }

        return facts.ToJsonString();
    }

    /// <summary>A row, a year on: the canes that stayed have fruited, and the new ones have still to be counted.</summary>
    /// <param name="stayed">Canes that stayed in the row.</param>
    public static string? Row(string? row, int stayed)
    {
        if (row is null || JsonNode.Parse(row) is not JsonObject counts)
        {
            return row;
        }

        counts.Remove("meanHeight");
        counts["firstYear"] = 0;
        counts["secondYear"] = 0;
        counts["thin"] = 0;
        counts["spent"] = stayed;
        return counts.ToJsonString();
    }
}
