using System.Text.Json.Nodes;
using System.Text.RegularExpressions;

namespace Gemmifer.Core.Tests.Truth;

/// <content>Steps, their days, cuts and ties.</content>
public static partial class PlanChecker
{
    private static IEnumerable<string> Season(Read r)
    {
        var anyway = r.Survey["anyway"]?.GetValueKind() == System.Text.Json.JsonValueKind.True;
        return anyway ? []
            : r.WarningsOf("season").Any() ? ElectiveToday(r).Concat(AgainstNature(r))
            : AgainstNature(r);
    }

    /// <summary>
    /// Cuts of today that only the main prune asks for, though the plan says that it is not the season.
    /// </summary>
    private static IEnumerable<string> ElectiveToday(Read r) =>
        r
            .Today.Where(s => MayWait(r, s) && s["stem"] is { } stem && r.Stems.ContainsKey(Text(stem)))
            .Where(s => r.Stems[Text(s["stem"])]["pin"] is null && !r.WarningsOf("light").Any())
            .Where(s =>
                !r.Planned[Text(s["stem"])]["reasons"]!
                    .AsArray()
                    .Any(x => Text(x!["rule"]) is "spent" or "dead" or "diseased" or "damaged")
            )
            .Select(s => $"{r.Kind} {r.Date}: {Text(s["stage"])}: {Text(s["text"])}");

    private static bool MayWait(Read r, JsonObject s) =>
        s["cut"] is not null
        && CutStages.Contains(Text(s["stage"]))
        && Text(s["class"]) is not ("spent" or "mown")
        // New canes of cane fruit are tipped in summer (common practice, no source).
        && !(
            Is(s, "action", "tip")
            && (
                r.Kind.Contains("berry", StringComparison.Ordinal)
                || r.Kind.StartsWith("canefruit", StringComparison.Ordinal)
            )
        );

    /// <summary>
    /// Independent of what the plan says of the season: no healthy cane of a repeat-flowering bush comes out in summer
    /// or autumn, none of a once-flowering one before its flowers (common practice, no source).
    /// </summary>
    private static IEnumerable<string> AgainstNature(Read r)
    {
        var month = r.South ? ((r.Date.Month + 5) % 12) + 1 : r.Date.Month;
        var bush = r.Kind is "rose.hybrid-tea" or "rose.floribunda" or "rose.shrub" or "rose.grafted-shrub";
        var once = r.Kind is "rose.once-flowering" or "rose.rambler";
        var custom = r.Survey["school"] is JsonObject own && own["set"]?["when"] is not null;
        var usual = !custom && r.Survey["place"]?["lastFrost"] is null && r.Survey["plant"]!["cover"] is null;
        return usual && ((bush && month is >= 6 and <= 12) || (once && month is >= 9 or <= 5))
            ? r
                .Today.Where(s => s["cut"] is not null && !AnyTime.Contains(Text(s["stage"])))
                .Where(s => s["stem"] is null || r.Stems[Text(s["stem"])]["pin"] is null)
                .Select(s => $"{r.Kind} on {r.Date}: {Text(s["text"])}")
            : [];
    }

    private static IEnumerable<string> Returns(Read r)
    {
        var last = DateOnly.MinValue;
        foreach (var s in r.Steps.Where(s => Is(s, "stage", "return")))
        {
            var due = Day(s["due"]);
            if (due < last || due < r.Date)
            {
                yield return $"{due} after {last} of {r.Date}: {Text(s["text"])}";
            }

            last = due;
        }

        foreach (
            var same in r
                .Steps.Where(s => Is(s, "stage", "return") && s["cut"] is null && s["ties"]!.AsArray().Count == 0)
                .GroupBy(s =>
                    (
                        Text(s["due"]),
                        s["stem"] is null
                            ? Text(s["text"])
                            : Text(s["text"]).Replace(Text(s["stem"]), "X", StringComparison.Ordinal)
                    )
                )
                .Where(g => g.Count() > 1)
        )
        {
            yield return $"{same.Count()} times: {same.Key.Item2}";
        }

        foreach (var s in r.Today.Where(s => Day(s["due"]) < r.Date))
        {
            yield return $"due before its day: {Text(s["text"])}";
        }
    }

    private static IEnumerable<string> SameWood(Read r)
    {
        var cuts = r.Steps.Where(s => s["stem"] is not null && s["cut"] is not null).ToArray();
        foreach (var twice in cuts.GroupBy(s => Text(s["stem"])).Where(g => g.Count() > 1))
        {
            yield return $"{twice.Count()} cuts on {twice.Key}: "
                + string.Join(" | ", twice.Select(s => Text(s["text"])));
        }

        foreach (var lost in OnLostWood(r, cuts))
        {
            yield return lost;
        }

        foreach (var s in r.Steps.Where(s => s["ties"]!.AsArray().Count > 0 && s["stem"] is not null))
        {
            if (r.Planned.TryGetValue(Text(s["stem"]), out var planned) && Is(planned, "decision", "remove"))
            {
                yield return $"tied though it goes: {Text(s["text"])}";
            }
        }
    }

    /// <summary>Work on a stem that stands on what its parent loses.</summary>
    private static IEnumerable<string> OnLostWood(Read r, JsonObject[] cuts)
    {
        foreach (var s in r.Steps.Where(s => s["stem"] is not null))
        {
            var id = Text(s["stem"]);
            for (var on = r.ParentOf(id); on is not null; (id, on) = (on, r.ParentOf(on)))
            {
                var cut = cuts.FirstOrDefault(c => Text(c["stem"]) == on);
                if (cut is null)
                {
                    continue;
                }

                var at = Number(r.Plan["resolved"]!.AsArray().FirstOrDefault(x => Text(x!["id"]) == id)?["at"]) ?? 0;
                var gone = Loses(cut, at);
                // What is done today may well stand on wood that goes another day.
                var later = Is(cut, "stage", "return") && !Is(s, "stage", "return");
                if (gone && !later)
                {
                    yield return $"{Text(s["stem"])} stands on what {on} loses: {Text(s["text"])} | "
                        + Text(cut["text"]);
                }
            }
        }
    }

    /// <summary>Whether a cut takes what stands at a place along its stem, mm.</summary>
    private static bool Loses(JsonObject cut, double at) =>
        Is(cut, "action", "remove")
        || (Is(cut, "action", "defer") && Text(cut["cut"]!["where"]) is "base" or "ground" or "ring")
        || (
            Number(cut["cut"]!["at"]) is { } along
            && at > along + 0.2
            && Text(cut["cut"]!["where"]) is not ("height" or "stalk")
        );

    private static IEnumerable<string> Straddles(Read r)
    {
        foreach (var s in r.Steps.Where(s => s["stem"] is not null && s["cut"]?["bud"]?["window"] is JsonArray))
        {
            var window = s["cut"]!["bud"]!["window"]!.AsArray().Select(x => x!.GetValue<double>()).ToArray();
            if (window[1] < window[0])
            {
                yield return $"window upside down: {Text(s["text"])}";
            }

            foreach (var resolved in r.Plan["resolved"]!.AsArray().OfType<JsonObject>())
            {
                var id = Text(resolved["id"]);
                if (
                    r.ParentOf(id) == Text(s["stem"])
                    && Number(resolved["at"]) is { } at
                    && at > window[0] + 0.5
                    && at < window[1] - 0.5
                    && r.Steps.Any(x =>
                        Text(x["stem"]) == id
                        && x["cut"] is not null
                        && Is(x, "stage", Text(s["stage"]) == "return" ? "return" : Text(x["stage"]))
                    )
                )
                {
                    yield return $"{id} at {at} has a step of its own: {Text(s["text"])}";
                }
            }
        }
    }

    private static IEnumerable<string> Rough(Read r)
    {
        foreach (
            var rough in r.Steps.Where(s =>
                s["stem"] is null && Text(s["cut"]?["where"]) == "height" && Is(s, "action", "shorten")
            )
        )
        {
            var height = Number(rough["cut"]!["z"]) ?? 0;
            foreach (
                var s in r.Steps.Where(s =>
                    s["stem"] is not null
                    && !(Is(rough, "stage", "return") && !Is(s, "stage", "return"))
                    && !Names(Text(rough["text"]), Text(s["stem"]))
                    && Text(s["cut"]?["where"]) is "above-bud" or "join"
                    && Number(s["cut"]!["z"]) > height + 1
                )
            )
            {
                yield return $"{height}: {Text(s["text"])} at {s["cut"]!["z"]}";
            }
        }
    }

    private static IEnumerable<string> Ties(Read r)
    {
        var support = r.Survey["support"] as JsonObject;
        var assumed = string.Join(
            ' ',
            r.Plan["assumed"]!.AsArray().Select(a => $"{Text(a!["field"])}: {Text(a["text"])}")
        );
        return from s in r.Steps
            from tie in s["ties"]!.AsArray().OfType<JsonObject>()
            from fault in OnWhat(support, assumed, tie)
                .Concat(support is null ? [] : OutOfReach(support, tie).Concat(Beside(r, support, tie)))
            select $"{fault}: {Text(s["text"])}";
    }

    private static IEnumerable<string> OnWhat(JsonObject? support, string assumed, JsonObject tie)
    {
        var wires = support?["wires"] as JsonArray ?? [];
        var (on, z) = (Text(tie["on"]), Number(tie["z"]) ?? 0);
        if (!on.StartsWith("wire", StringComparison.Ordinal))
        {
            return support is null && !assumed.Contains(on, StringComparison.OrdinalIgnoreCase) ? [$"no {on}"] : [];
        }

        var n = int.TryParse(on.Replace("wire", "", StringComparison.Ordinal).Trim(), out var number) ? number : 0;
        return n > 0 && n <= wires.Count
            ? Math.Abs((Number(wires[n - 1]!["height"]) ?? 0) - z) > 1
                ? [$"{on} is not at {z}"]
                : []
            : assumed.Contains("wire", StringComparison.OrdinalIgnoreCase)
                ? []
                : [$"no {on}"];
    }

    private static IEnumerable<string> OutOfReach(JsonObject support, JsonObject tie)
    {
        var (on, z, height) = (Text(tie["on"]), Number(tie["z"]) ?? 0, Number(support["height"]));
        return z < -1 || (height is { } top && z > top + 1 && !on.StartsWith("wire", StringComparison.Ordinal))
            ? [$"tie at {z} of {height}"]
            : [];
    }

    private static IEnumerable<string> Beside(Read r, JsonObject support, JsonObject tie)
    {
        var (kind, x) = (Text(support["kind"]), Number(tie["x"]) ?? 0);
        if (r.Survey["row"] is not null)
        {
            yield break;
        }

        if (kind is "wall" or "fence" or "wires" && Number(support["width"]) is { } width)
        {
            var from = Number(support["from"]) ?? -width / 2;
            if (x < from - 1 || x > from + width + 1)
            {
                yield return $"tie at {x} beside {from} to {from + width}";
            }
        }

        if (
            kind is "post" or "stake"
            && Math.Abs(x) > ((Number(support["width"]) ?? 100) / 2) + 150
            && !r.Kind.StartsWith("vine", StringComparison.Ordinal)
        )
        {
            yield return $"tie {x} beside a {kind}";
        }
    }

    private static IEnumerable<string> Bends(Read r) =>
        r
            .Steps.Where(s =>
                s["stem"] is not null
                && Regex.IsMatch(Text(s["text"]), "^(Lay|Wind|Lead|Bend|Bring) ")
                && s["ties"]!.AsArray().Count == 0
            )
            .Select(s => Text(s["text"]));

    private static IEnumerable<string> Materials(Read r)
    {
        var support = r.Survey["support"] as JsonObject;
        var have = $"{support?.ToJsonString()} {r.Plan["assumed"]!.ToJsonString()}".ToLowerInvariant();
        foreach (var s in r.Steps)
        {
            foreach (var word in (string[])["wire", "post", "stake", "mesh"])
            {
                var text = $"{Text(s["text"])} {Text(s["more"])}";
                if (
                    Regex.IsMatch(text, $@"\b{word}s?\b", RegexOptions.IgnoreCase)
                    && !have.Contains(word, StringComparison.Ordinal)
                    && !(word == "post" && Text(support?["kind"]) is "wires" or "fence" or "t-trellis")
                    && !(word == "mesh" && have.Contains("fence", StringComparison.Ordinal))
                    && !Regex.IsMatch(
                        text,
                        @"where (there|a|one)|if there|bare wire|the tie or|in a tie or a mesh",
                        RegexOptions.IgnoreCase
                    )
                )
                {
                    yield return $"no {word} in the survey: {text}";
                }
            }
        }
    }
}
