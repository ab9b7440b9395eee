using System.Collections.Concurrent;
using System.Globalization;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using Gemmifer.Core.Families;

namespace Gemmifer.Core.Tests.Truth;

/// <summary>What reading many plans found.</summary>
/// <param name="Plans">Plans read; surveys that are refused are not among them.</param>
/// <param name="Found">Findings by rule; every rule is there.</param>
/// <param name="Words">Words of every step, in order.</param>
public sealed record TruthReport(int Plans, IReadOnlyDictionary<string, string[]> Found, int[] Words)
{
    /// <summary>A line for each rule, and examples of what it found.</summary>
    public string Write(int examples)
    {
        var said = new StringBuilder();
        foreach (var (rule, found) in Found)
        {
            said.AppendLine(CultureInfo.InvariantCulture, $"{found.Length, 6}  {rule}");
            foreach (var one in found.Take(examples))
            {
                said.AppendLine(CultureInfo.InvariantCulture, $"          {one}");
            }
        }

        said.AppendLine(
            CultureInfo.InvariantCulture,
            $"{Plans} plans, {Words.Length} steps; words a step: median {Words[Words.Length / 2]}, "
                + $"one in ten over {Words[Words.Length * 9 / 10]}, most {Words[^1]}"
        );
        return said.ToString();
    }
}

/// <summary>
/// Reads the plans of seeded surveys with <see cref="PlanChecker"/>, and tries the looks they ask for.
/// </summary>
public static class Truths
{
    private const string Tried = "looks that were tried change what they say",
        Instead = "who would go instead would",
        Bound = "no pin beats the bound";

    /// <summary>A plan as it is sent; null where the survey is refused.</summary>
    public static JsonObject? Plan(JsonObject survey, PlanDetail detail)
    {
        using var document = JsonDocument.Parse(survey.ToJsonString());
        return SurveyReader.Read(document.RootElement) is SurveyReading.Valid valid
            ? JsonNode.Parse(Planner.Plan(valid.Survey, detail).ToJson())!.AsObject()
            : null;
    }

    /// <summary>A merge patch (RFC 7396) in which stems are keyed by their id.</summary>
    public static JsonObject Patched(JsonObject survey, JsonObject patch)
    {
        var changed = survey.DeepClone().AsObject();
        Merge(changed, patch, top: true);
        return changed;
    }

    private static void Merge(JsonObject into, JsonObject patch, bool top)
    {
        foreach (var (name, value) in patch)
        {
            if (top && name == "stems")
            {
                foreach (var (id, fields) in value!.AsObject())
                {
                    Merge(
                        into["stems"]!.AsArray().Single(s => (string)s!["id"]! == id)!.AsObject(),
                        fields!.AsObject(),
                        false
                    );
                }
            }
            else if (value is null)
            {
                into.Remove(name);
            }
            else if (value is JsonObject inner && into[name] is JsonObject own)
            {
                Merge(own, inner, false);
            }
            else
            {
                into[name] = value.DeepClone();
            }
        }
    }

    /// <summary>A seed's survey and plan, to be read by a person.</summary>
    public static string Show(int seed)
    {
        var survey = JsonNode.Parse(SeededSurveys.Of(seed).ToJsonString())!.AsObject();
        var plan = Plan(survey, PlanDetail.Full);
        if (plan is null)
        {
            survey.Remove("school");
            plan = Plan(survey, PlanDetail.Full)!;
        }

        var said = new StringBuilder(survey.ToJsonString()).AppendLine();
        foreach (var s in plan["stems"]!.AsArray())
        {
            var reasons = string.Join(" / ", s!["reasons"]!.AsArray().Select(x => (string)x!["text"]!));
            said.AppendLine(CultureInfo.InvariantCulture, $"{s["id"]} {s["decision"]} ({s["verdict"]}): {reasons}");
        }

        foreach (var s in plan["steps"]!.AsArray())
        {
            said.AppendLine(
                CultureInfo.InvariantCulture,
                $"{s!["n"]} [{s["stage"]} {s["action"]} {s["stem"]} {s["due"]}] {s["text"]} // {s["more"]} // "
                    + $"{s["caution"]} ({s["ties"]!.AsArray().Count} ties)"
            );
        }

        foreach (var name in (string[])["counts", "summary", "forecast", "kit", "warnings", "askFor", "assumed"])
        {
            var text = plan[name]!.ToJsonString();
            said.AppendLine(CultureInfo.InvariantCulture, $"{name}: {text[..Math.Min(text.Length, 900)]}");
        }

        return said.ToString();
    }

    /// <summary>Reads the plans of so many seeds.</summary>
    public static TruthReport Read(int from, int count)
    {
        var found = new ConcurrentBag<(string Rule, int Seed, string What)>();
        var words = new ConcurrentBag<int>();
        var plans = 0;
        Parallel.For(from, from + count, seed =>
        {
            var survey = JsonNode.Parse(SeededSurveys.Of(seed).ToJsonString())!.AsObject();
            if (Plan(survey, PlanDetail.Full) is not { } plan)
            {
                // Another school, so that the plant is read all the same.
                survey.Remove("school");
                plan = Plan(survey, PlanDetail.Full);
                if (plan is null)
                {
                    return;
                }
            }

            Interlocked.Increment(ref plans);
            foreach (var step in plan["steps"]!.AsArray())
            {
                words.Add(PlanChecker.Words((string)step!["text"]!));
            }

            foreach (var untrue in PlanChecker.Check(survey, plan))
            {
                found.Add((untrue.Rule, seed, untrue.What));
            }

            foreach (var wrong in Looks(survey, plan))
            {
                found.Add((Tried, seed, wrong));
            }

            foreach (var (rule, wrong) in Pinned(survey, plan))
            {
                found.Add((rule, seed, wrong));
            }
        });
        return new TruthReport(
            plans,
            PlanChecker
                .Rules.Keys.Concat([Tried, Instead, Bound])
                .ToDictionary(
                    rule => rule,
                    rule =>
                        found
                            .Where(f => f.Rule == rule)
                            .OrderBy(f => f.Seed)
                            .Select(f => $"{f.Seed} {f.What}")
                            .ToArray()
                ),
            [.. words.Order()]
        );
    }

    private static IEnumerable<string> Looks(JsonObject survey, JsonObject plan)
    {
        foreach (var ask in plan["askFor"]!.AsArray())
        {
            var tried = ask!["tried"]!.AsArray();
            if (tried.Count == 0)
            {
                yield return $"nothing tried: {(string)ask["text"]!}";
            }

            var any = false;
            foreach (var t in tried)
            {
                if (Plan(Patched(survey, t!["patch"]!.AsObject()), PlanDetail.Brief) is not { } then)
                {
                    yield return $"refused: {t["patch"]!.ToJsonString()}";
                    continue;
                }

                var changes = Changes(plan, then);
                any |= changes > 0 || then["steps"]!.ToJsonString() != plan["steps"]!.ToJsonString();
                if (changes != (int)t["changes"]!)
                {
                    yield return $"{t["patch"]!.ToJsonString()} changes {changes}, not {t["changes"]}";
                }
            }

            if (!any && tried.Count > 0)
            {
                yield return $"changes nothing: {(string)ask["text"]!}";
            }
        }
    }

    /// <summary>
    /// Each stem pinned to stay and to go: who goes instead, and whether that is worth more than was proved.
    /// </summary>
    private static IEnumerable<(string Rule, string What)> Pinned(JsonObject survey, JsonObject plan)
    {
        if (plan["bound"] is null || !(bool)plan["optimal"]!)
        {
            yield break;
        }

        var stems = survey["stems"]!.AsArray().OfType<JsonObject>().ToDictionary(s => (string)s["id"]!);
        foreach (var planned in plan["stems"]!.AsArray().OfType<JsonObject>())
        {
            var (id, decision) = ((string)planned["id"]!, (string)planned["decision"]!);
            if (stems[id]["pin"] is not null)
            {
                continue;
            }

            var goes = decision == "remove";
            var apart = SetsAside(id, stems, plan);
            // A place of the gardener's own on a stem nobody measured says how long that is at least: another plant.
            var cut = new JsonObject { ["cutAt"] = Math.Round(0.6 * ((double?)stems[id]["length"] ?? 0), 1) };
            if (
                stems[id]["length"] is not null
                && Plan(Patched(survey, PinOn(id, cut)), PlanDetail.Brief) is { } shorter
                && !apart
                && Beats(plan, shorter)
            )
            {
                yield return (
                    Bound,
                    $"{PinOn(id, cut.DeepClone()).ToJsonString()}: {shorter["score"]} of {plan["bound"]}"
                );
            }

            var patch = PinOn(id, goes ? "keep" : "remove");
            if (Plan(Patched(survey, patch), PlanDetail.Brief) is not { } then)
            {
                continue;
            }

            if (!apart && Beats(plan, then))
            {
                yield return (Bound, $"{patch.ToJsonString()}: {then["score"]} of {plan["bound"]}");
            }

            var why = string.Join(' ', planned["reasons"]!.AsArray().Select(r => (string)r!["text"]!));
            foreach (var what in InsteadOf(id, why, goes, stems, plan, then))
            {
                yield return (Instead, $"{id}: {what}: {why}");
            }
        }
    }

    /// <summary>
    /// Whether a word on a stem stands against another word of the gardener on the same branch, or against dead or sick
    /// wood that must go: one of them is set aside then, and the two plans are sums of different things.
    /// </summary>
    private static bool SetsAside(string id, Dictionary<string, JsonObject> stems, JsonObject plan)
    {
        IEnumerable<string> Below(string of)
        {
            for (var at = of; stems.ContainsKey(at); at = (string)stems[at]["parent"]!)
            {
                yield return at;
            }
        }

        string VerdictOf(string of) =>
            (string)plan["stems"]!.AsArray().Single(s => (string)s!["id"]! == of)!["verdict"]!;
        return stems.Any(s =>
                s.Value["pin"] is not null && s.Key != id && (Below(s.Key).Contains(id) || Below(id).Contains(s.Key))
            ) || Below(id).Skip(1).Any(below => VerdictOf(below) is "dead" or "diseased");
    }

    private static JsonObject PinOn(string id, JsonNode pin) =>
        new() { ["stems"] = new JsonObject { [id] = new JsonObject { ["pin"] = pin } } };

    /// <summary>Whether a plan is worth more than another was proved to be at most, both within their limits.</summary>
    private static bool Beats(JsonObject plan, JsonObject then) =>
        (bool)then["optimal"]!
        && then["score"] is { } score
        && !plan["warnings"]!.AsArray().Any(w => (string)w!["code"]! == "relaxed")
        && !then["warnings"]!.AsArray().Any(w => (string)w!["code"]! == "relaxed")
        && (double)score > (double)plan["bound"]! + 0.0005;

    /// <summary>Whether those named as going or staying instead do, and are what they are said to be.</summary>
    private static IEnumerable<string> InsteadOf(
        string id,
        string why,
        bool goes,
        Dictionary<string, JsonObject> stems,
        JsonObject plan,
        JsonObject then
    )
    {
        string Then(string other) =>
            (string)then["stems"]!.AsArray().Single(s => (string)s!["id"]! == other)!["decision"]!;
        var said = System.Text.RegularExpressions.Regex.Match(
            why,
            goes
                ? @"If it stayed, (.+?) would have to go(?:, and that one is (thicker|younger))?"
                : @"If it went, (.+?) would stay instead(?:, and this one is (thicker|younger))?"
        );
        if (!said.Success)
        {
            if (!goes && why.Contains("nothing would take its place", StringComparison.Ordinal))
            {
                foreach (
                    var other in plan["stems"]!
                        .AsArray()
                        .Where(s => (string)s!["decision"]! == "remove")
                        .Select(s => (string)s!["id"]!)
                        .Where(o => (string)stems[o]["parent"]! == "crown" && Then(o) is "keep" or "shorten")
                )
                {
                    yield return $"{other} takes its place";
                }
            }

            yield break;
        }

        foreach (var other in System.Text.RegularExpressions.Regex.Split(said.Groups[1].Value, ", | and "))
        {
            // What waits for its season is decided then.
            if (Then(other) is var becomes and not "defer" && goes != (becomes == "remove"))
            {
                yield return $"{other} is {Then(other)}";
            }

            var (better, worse) = goes ? (stems[other], stems[id]) : (stems[id], stems[other]);
            if (
                (said.Groups[2].Value == "thicker" && (double)better["diameter"]! <= (double)worse["diameter"]!)
                || (said.Groups[2].Value == "younger" && (int)better["age"]! >= (int)worse["age"]!)
            )
            {
                yield return $"not {said.Groups[2].Value} beside {other}";
            }
        }
    }

    private static int Changes(JsonObject plan, JsonObject then)
    {
        static Dictionary<string, string> Of(JsonObject p) =>
            p["stems"]!
                .AsArray()
                .Select(s => ((string)s!["id"]!, (string)s["decision"]!))
                .Concat(
                    (p["row"]?["classes"] as JsonArray ?? []).Select(c =>
                        ($"class {c!["name"]}", $"{c["canes"]} {c["decision"]}")
                    )
                )
                .ToDictionary(x => x.Item1, x => x.Item2);
        var (a, b) = (Of(plan), Of(then));
        return a.Keys.Union(b.Keys).Count(k => a.GetValueOrDefault(k) != b.GetValueOrDefault(k));
    }
}
