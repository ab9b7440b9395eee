using System.Text.Json.Nodes;
using System.Text.RegularExpressions;

namespace Gemmifer.Core.Tests.Truth;

/// <content>What becomes of each stem, and why.</content>
public static partial class PlanChecker
{
    private static IEnumerable<string> Decisions(Read r)
    {
        foreach (var (id, s) in r.Planned)
        {
            var own = r.Steps.Where(x => Text(x["stem"]) == id).ToArray();
            var cuts = own.Where(x => x["cut"] is not null && Text(x["cut"]!["where"]) != "stalk").ToArray();
            var today = cuts.Where(x => !Is(x, "stage", "return")).ToArray();
            var decision = Text(s["decision"]);
            var sheared = r.Steps.Any(x => Is(x, "tool", "shears"));
            var said = $"{id} {decision}: {string.Join(" | ", own.Select(x => Text(x["text"])))}";
            switch (decision)
            {
                case "remove":
                    var falls = s["reasons"]!.AsArray().Any(x => Text(x!["rule"]) == "parent");
                    if (today.Length != (falls ? 0 : 1))
                    {
                        yield return said;
                    }

                    break;
                case "shorten" when !sheared && today.Length != 1 && !own.Any(x => Is(x, "action", "tip")):
                case "defer" or "keep" or "check" or "untouched" when today.Length > 0:
                    yield return said;
                    break;
            }

            if (s["reasons"]!.AsArray().Count == 0)
            {
                yield return $"{id} has no reason";
            }
        }
    }

    private static IEnumerable<string> Pins(Read r)
    {
        foreach (var (id, stem) in r.Stems.Where(s => s.Value["pin"] is not null && r.Planned.ContainsKey(s.Key)))
        {
            var decision = Text(r.Planned[id]["decision"]);
            var pin = stem["pin"]!;
            var obeyed = pin switch
            {
                JsonObject place => r.Steps.Any(s =>
                    Text(s["stem"]) == id
                    && Number(s["cut"]?["at"]) is { } at
                    && Math.Abs(at - (Number(place["cutAt"]) ?? 0)) < 1
                ) || (decision == "keep" && (Number(place["cutAt"]) ?? 0) >= r.LengthOf(id) - 1),
                _ when Text(pin) == "remove" => decision == "remove",
                _ => decision != "remove"
                    && !r.Steps.Any(s =>
                        Text(s["stem"]) == id && Text(s["cut"]?["where"]) is "base" or "ground" or "ring"
                    ),
            };
            if (!obeyed && !r.WarningsOf("pin").Concat(r.WarningsOf("relaxed")).Any(w => Names(Text(w["text"]), id)))
            {
                yield return $"{pin.ToJsonString()} on {id}: {decision}, not told";
            }
        }
    }

    /// <summary>
    /// What is dead, sick, damaged, a sucker or in doubt and stays is named as such by a reason, a check or a warning.
    /// </summary>
    private static IEnumerable<string> Silent(Read r) =>
        r
            .Planned.Where(p =>
                Text(p.Value["verdict"]) is "dead" or "diseased" or "damaged" or "sucker" or "unsure"
                && Text(p.Value["decision"]) is "keep" or "shorten"
                && !(
                    p.Value["reasons"]!.AsArray().Any(x => Text(x!["rule"]) == Text(p.Value["verdict"]))
                    && (
                        Is(p.Value, "decision", "shorten")
                        || r.Stems.Any(s => s.Value["pin"] is not null && On(r, s.Key, p.Key))
                    )
                )
                // What stands above the height of the shears, or above a cut that waits for its day, comes off with it;
                // a young vine that was broken keeps its shoots till next winter.
                && !p.Value["reasons"]!.AsArray().Any(x => Text(x!["rule"]) is "cut" or "parent" or "broken")
                && !r.Steps.Any(s => Text(s["stem"]) == p.Key && Is(s, "action", "check"))
                && !r.Plan["warnings"]!.AsArray().Any(w => Text(w!["stem"]) == p.Key || Names(Text(w["text"]), p.Key))
            )
            .Select(p =>
                $"{r.Kind} {Text(r.Stems[p.Key]["role"])} {p.Key} "
                + $"{Text(p.Value["verdict"])}, {Text(p.Value["decision"])}: "
                + string.Join(' ', p.Value["reasons"]!.AsArray().Select(x => Text(x!["text"])))
            );

    /// <summary>Whether a stem is another one or grows on it.</summary>
    private static bool On(Read r, string? id, string of) => id is not null && (id == of || On(r, r.ParentOf(id), of));

    private static IEnumerable<string> FirstWord(Read r) =>
        r
            .Planned.Where(p => r.Stems.GetValueOrDefault(p.Key)?["pin"] is not null)
            .Select(p => (p.Key, First: p.Value["reasons"]![0]!))
            .Where(p => Text(p.First["rule"]) is not ("pin" or "unheard") || Text(p.First["provenance"]) != "user")
            .Select(p => $"{p.Key}: {Text(p.First["text"])}");

    private static IEnumerable<string> Successors(Read r) =>
        r
            .Planned.Where(p => p.Value["successor"] is { } s && !r.Planned.ContainsKey(Text(s)))
            .Select(p => $"{p.Key}: {Text(p.Value["successor"])}");

    /// <summary>
    /// A bud that is looked for stands in live wood, unless something on a stem that was called dead is known to live,
    /// or the gardener keeps it.
    /// </summary>
    private static IEnumerable<string> InDeadWood(Read r) =>
        from s in r.Steps
        let id = Text(s["stem"])
        where r.Stems.ContainsKey(id) && r.Planned.ContainsKey(id) && s["cut"]?["bud"]?["window"] is JsonArray
        let dead = Number(r.Stems[id]["deadFrom"])
        let high = s["cut"]!["bud"]!["window"]![1]!.GetValue<double>()
        where high > dead + 0.1 && Is(r.Planned[id], "verdict", "dead")
        where !r.Stems.Any(p => p.Value["pin"] is not null && On(r, p.Key, id))
        select $"{id}, dead from {dead}, up to {high}: {Text(s["text"])}";

    private static bool Names(string text, string id) => Regex.IsMatch(text, $@"(?<![\w]){Regex.Escape(id)}(?![\w])");

    /// <summary>What is said of a stem, with what it was noted as and its own steps.</summary>
    private sealed record Told(
        string All,
        string Decision,
        JsonNode? Pin,
        bool KeepOut,
        string[] Seen,
        JsonObject[] Own
    )
    {
        public bool Says(string what) => All.Contains(what, StringComparison.Ordinal);

        public bool Stays => Decision is "keep" or "shorten";
    }

    private static readonly (string Name, Func<Told, bool> Holds)[] Contradictions =
    [
        ("stays and goes", t => t.Says("You asked for it to stay") && t.Decision == "remove"),
        ("goes and stays", t => t.Says("You asked for it to go") && t.Stays),
        ("nobody asked", t => t.Says("You asked") && t.Pin is null),
        ("nobody chose", t => t.Says("You chose the place") && t.Pin is not JsonObject),
        ("no keep-out", t => !t.KeepOut && Regex.IsMatch(t.All, "nothing may|where nothing")),
        ("stiff, not pliable", t => t.Says("pliable") && t.Seen.Contains("stiff")),
        ("not tied", t =>
            t.Says("pulled back and tied") && !t.Own.Any(s => s["ties"]!.AsArray().Count > 0) && !t.Says("too stiff")
        ),
        ("taken over, yet stays", t =>
            Regex.IsMatch(t.All, @"and \w+ can take its place") && t.Stays && !t.Says("It waits")
        ),
        ("no cut", t => t.Decision is "keep" && t.Says("The cut stands") && !t.Says("It waits")),
        ("no cut above a bud", t => t.Decision is "keep" && Regex.IsMatch(t.All, "^The bud faces")),
        ("goes, though it carries flowers", t => t.Decision is "remove" && t.Says("wood that carries flowers")),
    ];

    private static IEnumerable<string> Reasons(Read r)
    {
        var keepOut = r.Survey["keepOut"] as JsonArray ?? [];
        foreach (var (id, planned) in r.Planned)
        {
            var stem = r.Stems.GetValueOrDefault(id);
            var decision = Text(planned["decision"]);
            var reasons = planned["reasons"]!.AsArray().Select(x => Text(x!["text"])).ToArray();
            var all = string.Join(' ', reasons);
            var seen = (stem?["seen"] as JsonArray ?? [])
                .Select(x => Text(x is JsonObject o ? o["what"] : x))
                .ToArray();
            var own = r.Steps.Where(s => Text(s["stem"]) == id).ToArray();
            var pin = stem?["pin"];
            var told = new Told(all, decision, pin, keepOut.Count > 0, seen, own);
            var wrong =
                reasons.Distinct().Count() != reasons.Length
                    ? "said twice"
                    : Contradictions.FirstOrDefault(c => c.Holds(told)).Name;
            if (wrong is not null)
            {
                yield return $"{wrong}: {id} {decision}: {all}";
            }

            if (
                stem is not null
                && Regex.Match(all, @"At ([\d.]+) mm it is thinner than a pencil \(([\d.]+) mm\)")
                    is { Success: true } thin
                && Parse(thin.Groups[1].Value) >= Parse(thin.Groups[2].Value)
            )
            {
                yield return $"thin: {id}: {all}";
            }

            foreach (Match m in Regex.Matches(all, @"closer than [\d.]+ mm to ([\w, ]+?):"))
            {
                foreach (var other in Regex.Split(m.Groups[1].Value, ", | and "))
                {
                    if (r.Planned.TryGetValue(other, out var o) && Is(o, "decision", "remove"))
                    {
                        yield return $"crowds {other}, which goes: {id}: {all}";
                    }
                }
            }
        }
    }
}
