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
            if (steps.LastOrDefault(s => s.Stem == id) is { } record && PinOf(record, lengths.GetValueOrDefault(id)) is { } pin)
            {
                stem["pin"] = pin;
            }
        }

        if (SurveyDocuments.Read(document) is not SurveyReading.Valid valid)
        {
            return null;
        }

        var plan = Planner.Plan(valid.Survey, detail);
        var done = steps.Select(KeyOf).ToHashSet(StringComparer.Ordinal);
        var pending = Keyed(plan.Steps).Where(s => !done.Contains(s.Key)).ToArray();
        return new WorkState(plan, pending, document);
    }

    /// <summary>Steps with keys that stay the same when the rest is solved again: a stem has one step, a stage numbers its others.</summary>
    public static IEnumerable<(string Key, PlanStep Step)> Keyed(IEnumerable<PlanStep> steps)
    {
        var counts = new Dictionary<string, int>(StringComparer.Ordinal);
        foreach (var step in steps)
        {
            if (step.Stem is not null)
            {
                yield return ($"stem:{step.Stem}", step);
            }
            else
            {
                var n = counts[step.Stage] = counts.GetValueOrDefault(step.Stage) + 1;
                yield return ($"{step.Stage}:{n}", step);
            }
        }
    }

    private static string KeyOf(LogRecord record) => record.Stem is { } stem ? $"stem:{stem}" : record.Stage!;

    private static JsonNode? PinOf(LogRecord record, double lengthMm) => (record.Outcome, record.Action, record.Instead) switch
    {
        ("skipped", "check" or "defer", _) => null,
        ("done", "check" or "defer" or "do", _) => null,
        ("done", "remove", _) or ("different", _, "removed") => "remove",
        ("skipped", _, _) or ("different", _, "left") => new JsonObject { ["cutAt"] = lengthMm },
        ("done", "shorten", _) or ("different", _, "cut") => record.CutAt is { } at ? new JsonObject { ["cutAt"] = Math.Min(at, lengthMm) } : "keep",
        _ => null,
    };
}
