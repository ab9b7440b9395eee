using System.Text.Json;
using System.Text.Json.Nodes;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;
using Gemmifer.Core.Work;

namespace Gemmifer.Core;

/// <summary>
/// A plan under way: what was done is the gardener's word on those stems, what is left is solved again around it.
/// </summary>
/// <param name="Plan">The plan for the state the plant is in.</param>
/// <param name="Pending">Its steps that are still open, with their keys.</param>
/// <param name="Document">The survey with what was done pinned.</param>
public sealed record WorkState(
    PlanDocument Plan,
    IReadOnlyList<(string Key, PlanStep Step)> Pending,
    JsonObject Document,
    Survey Survey
)
{
    /// <summary>Works the state out from the survey and the steps recorded.</summary>
    /// <param name="plan">Plans a survey; null where that failed.</param>
    /// <returns>Null where the survey cannot be planned, or was not.</returns>
    public static WorkState? Of(JsonObject survey, IReadOnlyList<StepDone> done, Func<Survey, PlanDocument?> plan)
    {
        using var parsed = JsonDocument.Parse(survey.ToJsonString());
        if (SurveyReader.Read(parsed.RootElement) is not SurveyReading.Valid valid)
        {
            return null;
        }

        var pinned = WorkPins.Apply(valid.Survey, done);
        return plan(pinned) is { } planned
            ? new WorkState(planned, WorkPins.Pending(planned, done), Pinned(survey, valid.Survey, pinned), pinned)
            : null;
    }

    /// <summary>The document with the pins of a survey written into it.</summary>
    private static JsonObject Pinned(JsonObject document, Survey before, Survey after)
    {
        var pinned = (JsonObject)document.DeepClone();
        var nodes = pinned["stems"]!.AsArray().OfType<JsonObject>().ToDictionary(s => (string)s["id"]!);
        foreach (var (was, now) in before.Stems.Zip(after.Stems).Where(s => s.First != s.Second))
        {
            nodes[now.Id]["pin"] = PinJson(now.Pin) ?? nodes[now.Id]["pin"]?.DeepClone();
            if (was.Towards != now.Towards)
            {
                nodes[now.Id]["towards"] = new JsonObject { ["x"] = now.Towards!.XMm, ["z"] = now.Towards.ZMm };
            }
        }

        return pinned;
    }

    private static JsonNode? PinJson(Pin? pin) =>
        pin switch
        {
            null => null,
            Pin.Keep => "keep",
            Pin.Remove => "remove",
            Pin.CutAt cut => new JsonObject { ["cutAt"] = cut.AlongMm },
            _ => throw new ArgumentOutOfRangeException(nameof(pin), pin, null),
        };
}
