using System.Text.Json.Nodes;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Planning;
using Gemmifer.Data.Entities;
using Gemmifer.Server.Surveys;

namespace Gemmifer.Server.Work;

/// <summary>A plan under way: what was done is the gardener's word on those stems, what is left is solved again around it.</summary>
/// <param name="Plan">The plan for the state the plant is in.</param>
/// <param name="Pending">Its steps that are still open, with their keys.</param>
/// <param name="Document">The survey with what was done pinned.</param>
public sealed record WorkState(PlanDocument Plan, IReadOnlyList<(string Key, PlanStep Step)> Pending, JsonObject Document)
{
    /// <summary>Works the state out from the survey and the steps recorded; null where the survey cannot be planned.</summary>
    public static WorkState? Of(JsonObject survey, IReadOnlyList<LogRecord> steps, PlanDetail detail = PlanDetail.Full)
    {
        var document = (JsonObject)survey.DeepClone();
        var lengths = new Dictionary<string, double>(StringComparer.Ordinal);
        if (steps.Count > 0 && SurveyDocuments.Read(document) is SurveyReading.Valid found)
        {
            lengths = found.Survey.Stems.ToDictionary(s => s.Id, s => s.LengthMm);
        }

        foreach (var stem in document["stems"]!.AsArray().OfType<JsonObject>())
        {
            var id = (string)stem["id"]!;
            if (steps.LastOrDefault(s => s.Stem == id && OnTheWood(s)) is { } record && PinOf(record, lengths.GetValueOrDefault(id)) is { } pin)
            {
                stem["pin"] = pin;
            }

            // A cane that was tied stays where it was tied when the rest is solved again.
            if (steps.LastOrDefault(s => s.Stem == id && s is { Outcome: "done", Tied: not null }) is { Tied: { } tied } && JsonNode.Parse(tied) is { } place)
            {
                stem["towards"] = new JsonObject { ["x"] = place["x"]?.DeepClone(), ["z"] = place["z"]?.DeepClone() };
            }
        }

        if (SurveyDocuments.Read(document) is not SurveyReading.Valid valid)
        {
            return null;
        }

        var plan = Planner.Plan(valid.Survey, detail);

        // A cane that was taken out or cut instead of tied has had its cut.
        var done = steps.Select(KeyOf).Concat(steps.Where(s => s.Stem is not null && OnTheWood(s)).Select(s => OfStem(s.Stem!, null))).ToHashSet(StringComparer.Ordinal);
        var pending = Keyed(plan.Steps).Where(s => !done.Contains(s.Key)).ToArray();
        return new WorkState(plan, pending, document);
    }

    /// <summary>How a cane lies once tied and where it ends, as the log keeps it; null for other steps.</summary>
    public static string? TiedBy(PlanDocument plan, PlanStep step) =>
        step.Stage == "train" && plan.Training?.Canes.FirstOrDefault(c => c.Stem == step.Stem && c.How != "as-it-stands") is { } cane
            ? new JsonObject { ["clock"] = cane.Lies.Clock, ["lean"] = cane.Lies.Lean, ["tipLean"] = cane.Lies.TipLean, ["x"] = cane.Path[^1][0], ["z"] = Math.Max(0, cane.Path[^1][2]) }.ToJsonString()
            : null;

    /// <summary>Whether a record says what became of the wood, rather than how it was tied.</summary>
    public static bool OnTheWood(LogRecord record) => record.Stage != "train" || record is { Outcome: "different", Instead: "removed" or "cut" };

    /// <summary>Steps with keys that stay the same when the rest is solved again: a stem has one step, and one more of training; a stage numbers its others.</summary>
    public static IEnumerable<(string Key, PlanStep Step)> Keyed(IEnumerable<PlanStep> steps)
    {
        var counts = new Dictionary<string, int>(StringComparer.Ordinal);
        foreach (var step in steps)
        {
            if (step.Stem is not null)
            {
                yield return (OfStem(step.Stem, step.Stage), step);
            }
            else
            {
                var n = counts[step.Stage] = counts.GetValueOrDefault(step.Stage) + 1;
                yield return ($"{step.Stage}:{n}", step);
            }
        }
    }

    private static string OfStem(string stem, string? stage) => stage == "train" ? $"stem:{stem}:train" : $"stem:{stem}";

    private static string KeyOf(LogRecord record) => record.Stem is { } stem ? OfStem(stem, record.Stage) : record.Stage!;

    private static JsonNode? PinOf(LogRecord record, double lengthMm) => (record.Outcome, record.Action, record.Instead) switch
    {
        ("skipped", "check" or "defer", _) => null,
        ("done", "check" or "defer" or "do", _) => null,
        ("done", "remove" or "rub-off", _) or ("different", _, "removed") => "remove",
        ("skipped", _, _) or ("different", _, "left") => new JsonObject { ["cutAt"] = lengthMm },
        ("done", "shorten" or "tip", _) or ("different", _, "cut") => record.CutAt is { } at ? new JsonObject { ["cutAt"] = Math.Min(at, lengthMm) } : "keep",
        _ => null,
    };
}
