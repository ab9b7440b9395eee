using System.Globalization;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;

namespace Gemmifer.Core.Tests.Truth;

/// <summary>Something a plan says or does that is not so.</summary>
/// <param name="Rule">The rule it breaks.</param>
public sealed record Untrue(string Rule, string What);

/// <summary>
/// Reads any plan with its survey, both as they are sent, and finds what cannot be so. It knows nothing of how a
/// plan is
/// made. Rules are facts of the trade and of plain sense (common practice, no source) or of the exchange format.
/// </summary>
public static partial class PlanChecker
{
    private static readonly string[] CutStages = ["rough", "crossing", "thin", "shorten", "laterals", "count"];

    private static readonly string[] AnyTime = ["dead", "diseased", "damaged", "suckers", "deadhead"];

    /// <summary>The rules with their names.</summary>
    public static IReadOnlyDictionary<string, Func<Read, IEnumerable<string>>> Rules { get; } =
        new Dictionary<string, Func<Read, IEnumerable<string>>>
        {
            ["words for gloves"] = Brevity,
            ["sentences are whole"] = Sentences,
            ["numbers as people say them"] = Numbers,
            ["nothing elective out of season"] = Season,
            ["later work by its day"] = Returns,
            ["one cut on one piece of wood"] = SameWood,
            ["no cut where a side shoot has its own"] = Straddles,
            ["no rough cut below a later one"] = Rough,
            ["ties where the support is"] = Ties,
            ["no bend without a tie"] = Bends,
            ["nothing nobody has"] = Materials,
            ["kit and steps agree"] = KitAgrees,
            ["forecast follows the year"] = Forecast,
            ["counts add up"] = Counts,
            ["decisions and steps agree"] = Decisions,
            ["a disobeyed pin is told"] = Pins,
            ["reasons are so"] = Reasons,
            ["seasons by their names"] = SeasonNames,
            ["warnings do not contradict"] = Warnings,
            ["cautions where the work is"] = Cautions,
            ["no bad verdict in silence"] = Silent,
            ["the gardener's word comes first"] = FirstWord,
            ["a successor is a stem"] = Successors,
        };

    /// <summary>All that is untrue of a plan.</summary>
    public static IEnumerable<Untrue> Check(JsonObject survey, JsonObject plan)
    {
        var read = new Read(survey, plan);
        return Rules.SelectMany(r => r.Value(read).Select(w => new Untrue(r.Key, w)));
    }

    /// <summary>How many words a step has.</summary>
    public static int Words(string text) =>
        text.Split(' ', StringSplitOptions.RemoveEmptyEntries).Count(w => w.Any(char.IsLetterOrDigit));

    /// <summary>A plan and its survey, opened.</summary>
    public sealed class Read
    {
        public Read(JsonObject survey, JsonObject plan)
        {
            (Survey, Plan) = (survey, plan);
            Stems = (survey["stems"] as JsonArray ?? [])
                .OfType<JsonObject>()
                .GroupBy(s => Text(s["id"]))
                .ToDictionary(g => g.Key, g => g.First());
            Planned = plan["stems"]!.AsArray().OfType<JsonObject>().ToDictionary(s => Text(s["id"]));
            Steps = [.. plan["steps"]!.AsArray().OfType<JsonObject>()];
            Date = Day(survey["date"]);
            Kind = Text(survey["plant"]!["kind"]);
        }

        public JsonObject Survey { get; }

        public JsonObject Plan { get; }

        public Dictionary<string, JsonObject> Stems { get; }

        public Dictionary<string, JsonObject> Planned { get; }

        public JsonObject[] Steps { get; }

        public DateOnly Date { get; }

        public string Kind { get; }

        public bool South => Text(Survey["place"]?["hemisphere"]) == "south";

        public IEnumerable<JsonObject> Today => Steps.Where(s => Text(s["stage"]) != "return");

        public IEnumerable<JsonObject> WarningsOf(string code) =>
            Plan["warnings"]!.AsArray().OfType<JsonObject>().Where(w => Text(w["code"]) == code);

        /// <summary>Every sentence of the plan with where it stands.</summary>
        public IEnumerable<(string Where, string Text)> Said()
        {
            foreach (var s in Steps)
            {
                yield return ($"step {s["n"]}", Text(s["text"]));
                if (s["more"] is { } more)
                {
                    yield return ($"more of step {s["n"]}", Text(more));
                }

                if (s["caution"] is { } caution)
                {
                    yield return ($"caution of step {s["n"]}", Text(caution));
                }
            }

            foreach (var (id, s) in Planned)
            {
                foreach (var r in s["reasons"]!.AsArray())
                {
                    yield return ($"reason of {id}", Text(r!["text"]));
                }

                if (s["flips"] is { } flips)
                {
                    yield return ($"flips of {id}", Text(flips));
                }
            }

            foreach (var part in (string[])["warnings", "askFor", "assumed", "summary"])
            {
                foreach (var w in Plan[part]!.AsArray())
                {
                    yield return (part, Text(w!["text"]));
                }
            }
        }

        /// <summary>How long a stem was taken to be, mm.</summary>
        public double LengthOf(string id) =>
            Number(Plan["resolved"]!.AsArray().FirstOrDefault(x => Text(x!["id"]) == id)?["length"]) ?? double.MaxValue;

        public string? ParentOf(string id) =>
            Stems.TryGetValue(id, out var s) && Stems.ContainsKey(Text(s["parent"])) ? Text(s["parent"]) : null;
    }

    private static string Text(JsonNode? node) =>
        node is null ? ""
        : node.GetValueKind() == System.Text.Json.JsonValueKind.String ? (string)node!
        : node.ToJsonString();

    private static DateOnly Day(JsonNode? node) => DateOnly.Parse(Text(node), CultureInfo.InvariantCulture);

    private static double? Number(JsonNode? node) =>
        node?.GetValueKind() == System.Text.Json.JsonValueKind.Number ? node.GetValue<double>() : null;

    private static bool Is(JsonObject step, string name, params string[] values) => values.Contains(Text(step[name]));

    private static IEnumerable<string> Brevity(Read r) =>
        r
            .Steps.Where(s => Words(Text(s["text"])) > 25)
            .Select(s => $"{Words(Text(s["text"]))} words: {Text(s["text"])}");

    private static IEnumerable<string> Sentences(Read r) =>
        r.Said()
            .Where(x => x.Text.Length > 0)
            .Where(x =>
                !char.IsUpper(x.Text[0])
                    && !char.IsDigit(x.Text[0])
                    && !x.Where.StartsWith("askFor", StringComparison.Ordinal)
                    && x.Text[0] is not ('/' or '\'')
                    && !r.Stems.Keys.Any(k => x.Text.StartsWith(k, StringComparison.Ordinal))
                || !Regex.IsMatch(x.Text, @"[.?!)]$")
                || x.Text.Contains("  ", StringComparison.Ordinal)
                || Regex.IsMatch(x.Text, @" [.,;:]|\.\.|[,;:]\.")
            )
            .Select(x => $"{x.Where}: {x.Text}");

    private static IEnumerable<string> Numbers(Read r)
    {
        foreach (var (where, text) in r.Said())
        {
            if (
                SameClock().IsMatch(text)
                || OneAre().IsMatch(text)
                || text.Contains("-0 ", StringComparison.Ordinal)
                || Regex.IsMatch(text, @"(?<![\d.])0 mm (above|below)|NaN|∞|Infinity|\byour fingers\b|in radius")
            )
            {
                yield return $"{where}: {text}";
            }

            foreach (Match m in Between().Matches(text))
            {
                var (from, to) = (Parse(m.Groups[1].Value), Parse(m.Groups[2].Value));
                if (to <= from || (where.StartsWith("step", StringComparison.Ordinal) && to - from < 5))
                {
                    yield return $"{where}: {text}";
                }
            }
        }
    }

    private static double Parse(string number) => double.Parse(number, CultureInfo.InvariantCulture);

    private static IEnumerable<string> Season(Read r)
    {
        var anyway = r.Survey["anyway"]?.GetValueKind() == System.Text.Json.JsonValueKind.True;
        var outside = r.WarningsOf("season").Any();
        if (outside && !anyway)
        {
            foreach (
                var s in r.Today.Where(s =>
                    s["cut"] is not null
                    && CutStages.Contains(Text(s["stage"]))
                    && Text(s["class"]) is not ("spent" or "mown")
                    // New canes of cane fruit are tipped in summer (common practice, no source).
                    && !(r.Kind.Contains("berry", StringComparison.Ordinal) && Is(s, "action", "tip"))
                    && !(r.Kind.StartsWith("canefruit", StringComparison.Ordinal) && Is(s, "action", "tip"))
                    && s["stem"] is { } stem
                    && r.Stems.TryGetValue(Text(stem), out var noted)
                    && noted["pin"] is null
                    && !r.WarningsOf("light").Any()
                )
            )
            {
                var reasons = r.Planned[Text(s["stem"])]["reasons"]!.AsArray().Select(x => Text(x!["rule"]));
                if (!reasons.Any(x => x is "spent" or "dead" or "diseased" or "damaged"))
                {
                    yield return $"{r.Kind} {r.Date}: {Text(s["stage"])}: {Text(s["text"])}";
                }
            }
        }

        // Independent of what the plan says of the season: no healthy cane of a repeat-flowering bush comes out in
        // summer or autumn, none of a once-flowering one before its flowers (common practice, no source).
        var month = r.South ? ((r.Date.Month + 5) % 12) + 1 : r.Date.Month;
        var place = r.Survey["place"]?["lastFrost"];
        var bush = r.Kind is "rose.hybrid-tea" or "rose.floribunda" or "rose.shrub" or "rose.grafted-shrub";
        var once = r.Kind is "rose.once-flowering" or "rose.rambler";
        var custom = r.Survey["school"] is JsonObject own && own["set"]?["when"] is not null;
        if (
            !anyway
            && !custom
            && place is null
            && r.Survey["plant"]!["cover"] is null
            && ((bush && month is >= 6 and <= 12) || (once && month is >= 9 or <= 5))
        )
        {
            foreach (
                var s in r.Today.Where(s =>
                    s["cut"] is not null
                    && (s["stem"] is null || r.Stems[Text(s["stem"])]["pin"] is null)
                    && !AnyTime.Contains(Text(s["stage"]))
                    && (bush || once)
                )
            )
            {
                yield return $"{r.Kind} on {r.Date}: {Text(s["text"])}";
            }
        }
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
                var gone =
                    Is(cut, "action", "remove")
                    || (Is(cut, "action", "defer") && Text(cut["cut"]!["where"]) is "base" or "ground" or "ring")
                    || (
                        Number(cut["cut"]!["at"]) is { } along
                        && at > along + 0.2
                        && Text(cut["cut"]!["where"]) is not ("height" or "stalk")
                    );
                // What is done today may well stand on wood that goes another day.
                var later = Is(cut, "stage", "return") && !Is(s, "stage", "return");
                if (gone && !later)
                {
                    yield return $"{Text(s["stem"])} stands on what {on} loses: {Text(s["text"])} | "
                        + Text(cut["text"]);
                }
            }
        }

        foreach (var s in r.Steps.Where(s => s["ties"]!.AsArray().Count > 0 && s["stem"] is not null))
        {
            if (r.Planned.TryGetValue(Text(s["stem"]), out var planned) && Is(planned, "decision", "remove"))
            {
                yield return $"tied though it goes: {Text(s["text"])}";
            }
        }
    }

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
        var kind = Text(support?["kind"]);
        var wires = support?["wires"] as JsonArray ?? [];
        var assumed = string.Join(
            ' ',
            r.Plan["assumed"]!.AsArray().Select(a => $"{Text(a!["field"])}: {Text(a["text"])}")
        );
        foreach (var s in r.Steps)
        {
            foreach (var tie in s["ties"]!.AsArray().OfType<JsonObject>())
            {
                var (on, z, x) = (Text(tie["on"]), Number(tie["z"]) ?? 0, Number(tie["x"]) ?? 0);
                if (on.StartsWith("wire", StringComparison.Ordinal))
                {
                    var n = int.TryParse(on.Replace("wire", "", StringComparison.Ordinal).Trim(), out var number)
                        ? number
                        : 0;
                    if ((n == 0 || n > wires.Count) && !assumed.Contains("wire", StringComparison.OrdinalIgnoreCase))
                    {
                        yield return $"no {on}: {Text(s["text"])}";
                    }
                    else if (n > 0 && n <= wires.Count && Math.Abs((Number(wires[n - 1]!["height"]) ?? 0) - z) > 1)
                    {
                        yield return $"{on} is not at {z}: {Text(s["text"])}";
                    }
                }
                else if (support is null && !assumed.Contains(on, StringComparison.OrdinalIgnoreCase))
                {
                    yield return $"no {on}: {Text(s["text"])}";
                }

                if (support is null)
                {
                    continue;
                }

                var height = Number(support["height"]);
                if (z < -1 || (height is { } top && z > top + 1 && !on.StartsWith("wire", StringComparison.Ordinal)))
                {
                    yield return $"tie at {z} of {height}: {Text(s["text"])}";
                }

                if (
                    kind is "wall" or "fence" or "wires"
                    && Number(support["width"]) is { } width
                    && r.Survey["row"] is null
                )
                {
                    var from = Number(support["from"]) ?? -width / 2;
                    if (x < from - 1 || x > from + width + 1)
                    {
                        yield return $"tie at {x} beside {from} to {from + width}: {Text(s["text"])}";
                    }
                }

                if (
                    kind is "post" or "stake"
                    && r.Survey["row"] is null
                    && Math.Abs(x) > ((Number(support["width"]) ?? 100) / 2) + 150
                    && !r.Kind.StartsWith("vine", StringComparison.Ordinal)
                )
                {
                    yield return $"tie {x} beside a {kind}: {Text(s["text"])}";
                }
            }
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

    private static IEnumerable<string> KitAgrees(Read r)
    {
        var kit = r.Plan["kit"]!.AsObject();
        var tools = kit["tools"]!.AsArray().Select(Text).ToHashSet();
        foreach (var tool in (string[])["secateurs", "loppers", "saw", "shears"])
        {
            var used = r.Today.Any(s => Text(s["tool"]) == tool);
            if (used != tools.Contains(tool))
            {
                yield return $"{tool}: in the kit {tools.Contains(tool)}, used {used}";
            }
        }

        var metres = Number(kit["ties"]?["metres"]) ?? 0;
        var ties = r.Today.Sum(s => s["ties"]!.AsArray().Count);
        if (metres > 0 != ties > 0)
        {
            yield return $"{metres} m of ties for {ties} ties";
        }

        if (
            r.Today.Any(s => Text(s["caution"]).Contains("Ladder", StringComparison.Ordinal))
            != tools.Contains("ladder")
        )
        {
            yield return "ladder";
        }
    }

    private static IEnumerable<string> Forecast(Read r)
    {
        var forecast = r.Plan["forecast"]!.AsObject();
        var days = forecast["flowering"]!.AsArray().Select(Day).ToArray();
        if (Number(forecast["shoots"]) == 0 && days.Length > 0)
        {
            yield return $"no shoots, yet flowers from {days[0]}";
        }

        if (days.Length == 0)
        {
            yield break;
        }

        if (days[1] < days[0] || days[1] < r.Date)
        {
            yield return $"flowers {days[0]} to {days[1]} of {r.Date}";
        }

        // Between the first frost and four weeks after the last nothing opens (common practice, no source).
        var last = MonthDay(r, "lastFrost") ?? (r.South ? (10, 15) : (4, 15));
        var first = MonthDay(r, "firstFrost") ?? (r.South ? (4, 20) : (10, 20));
        foreach (var day in days)
        {
            var spring = new DateOnly(day.Year, last.Month, last.Day);
            var growing = r.South
                ? day >= spring || day <= new DateOnly(day.Year, first.Month, first.Day)
                : day >= spring && day <= new DateOnly(day.Year, first.Month, first.Day);
            if (!growing && (first.Month > last.Month) != r.South)
            {
                yield return $"{r.Kind} on {r.Date} flowers on {day}, between {first} and {last}";
            }
        }
    }

    private static (int Month, int Day)? MonthDay(Read r, string name) =>
        Text(r.Survey["place"]?[name]) is { Length: 5 } text
            ? (int.Parse(text[..2], CultureInfo.InvariantCulture), int.Parse(text[3..], CultureInfo.InvariantCulture))
            : null;

    private static IEnumerable<string> Counts(Read r)
    {
        var counts = r.Plan["counts"]!.AsObject();
        var share = Number(counts["removedShare"]) ?? 0;
        if (share is < 0 or > 1.0001)
        {
            yield return $"share {share}";
        }

        if (r.Survey["row"] is JsonObject row)
        {
            var all = (Number(row["firstYear"]) ?? 0) + (Number(row["secondYear"]) ?? 0) + (Number(row["spent"]) ?? 0);
            var told = (Number(counts["kept"]) ?? 0) + (Number(counts["removed"]) ?? 0) + (Number(counts["left"]) ?? 0);
            if (all != told)
            {
                yield return $"{all} canes, {told} told";
            }

            yield break;
        }

        if (r.Kind.StartsWith("rose", StringComparison.Ordinal) || r.Kind.StartsWith("shrub", StringComparison.Ordinal))
        {
            var canes = r
                .Planned.Where(p => r.ParentOf(p.Key) is null && !Is(p.Value, "verdict", "sucker"))
                .Select(p => Text(p.Value["decision"]))
                .ToArray();
            int[] own =
            [
                canes.Count(d => d is "keep" or "shorten"),
                canes.Count(d => d == "remove"),
                canes.Count(d => d is "defer" or "check" or "untouched"),
            ];
            int[] told = [(int)Number(counts["kept"])!, (int)Number(counts["removed"])!, (int)Number(counts["left"])!];
            if (!own.SequenceEqual(told))
            {
                yield return $"{string.Join('/', own)} told as {string.Join('/', told)}";
            }
        }

        if (Text(counts["arithmetic"]) is { Length: > 0 } sum && Plain().Match(sum) is { Success: true } m)
        {
            var (a, b, c) = (Parse(m.Groups[1].Value), Parse(m.Groups[2].Value), Parse(m.Groups[3].Value));
            if (Math.Abs(a * b - c) > 1)
            {
                yield return sum;
            }
        }

        if (!r.Today.Any(s => s["cut"] is not null && Text(s["cut"]!["where"]) != "stalk") && share > 0)
        {
            yield return $"{share:0.##} of the wood off, and no cut";
        }
    }

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

    private static bool Names(string text, string id) => Regex.IsMatch(text, $@"(?<![\w]){Regex.Escape(id)}(?![\w])");

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
            string? wrong =
                reasons.Distinct().Count() != reasons.Length ? "said twice"
                : all.Contains("You asked for it to stay", StringComparison.Ordinal) && decision == "remove"
                    ? "stays and goes"
                : all.Contains("You asked for it to go", StringComparison.Ordinal) && decision is "keep" or "shorten"
                    ? "goes and stays"
                : all.Contains("You asked", StringComparison.Ordinal) && pin is null ? "nobody asked"
                : all.Contains("You chose the place", StringComparison.Ordinal) && pin is not JsonObject
                    ? "nobody chose"
                : keepOut.Count == 0 && Regex.IsMatch(all, "nothing may|where nothing") ? "no keep-out"
                : all.Contains("pliable", StringComparison.Ordinal) && seen.Contains("stiff") ? "stiff, not pliable"
                : all.Contains("pulled back and tied", StringComparison.Ordinal)
                && !own.Any(s => s["ties"]!.AsArray().Count > 0)
                && !all.Contains("too stiff", StringComparison.Ordinal)
                    ? "not tied"
                : Regex.IsMatch(all, @"and \w+ can take its place")
                && decision is "keep" or "shorten"
                && !all.Contains("It waits", StringComparison.Ordinal)
                    ? "taken over, yet stays"
                : decision is "keep"
                && all.Contains("The cut stands", StringComparison.Ordinal)
                && !all.Contains("It waits", StringComparison.Ordinal)
                    ? "no cut"
                : decision is "keep" && Regex.IsMatch(all, "^The bud faces") ? "no cut above a bud"
                : decision is "remove" && all.Contains("wood that carries flowers", StringComparison.Ordinal)
                    ? "goes, though it carries flowers"
                : null;
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

    private static IEnumerable<string> SeasonNames(Read r)
    {
        var month = r.South ? ((r.Date.Month + 5) % 12) + 1 : r.Date.Month;
        foreach (var (where, text) in r.Said())
        {
            if (
                (text.Contains("this winter", StringComparison.OrdinalIgnoreCase) && month is >= 5 and <= 9)
                || (text.Contains("this spring", StringComparison.OrdinalIgnoreCase) && month is >= 7 and <= 12)
            )
            {
                yield return $"{r.Date}{(r.South ? " south" : "")}: {where}: {text}";
            }
        }
    }

    private static IEnumerable<string> Warnings(Read r)
    {
        var texts = r.Plan["warnings"]!.AsArray().Select(w => Text(w!["text"])).ToArray();
        bool Any(string what) => texts.Any(t => t.Contains(what, StringComparison.OrdinalIgnoreCase));
        if (Any("leave more places") && Any("more than enough"))
        {
            yield return string.Join(" | ", texts);
        }

        if (r.WarningsOf("light").Any() && r.WarningsOf("season").Any())
        {
            yield return "light work and out of season";
        }

        if (texts.Distinct().Count() != texts.Length)
        {
            yield return $"said twice: {string.Join(" | ", texts)}";
        }

        if (
            r.WarningsOf("few-canes")
                .Select(w => Regex.Match(Text(w["text"]), @"Only (\d+)"))
                .FirstOrDefault(m => m.Success)
                is { } few
            && r.Survey["row"] is null
            && Number(r.Plan["counts"]!["kept"]) is { } kept
            && Parse(few.Groups[1].Value) < kept
        )
        {
            yield return $"few canes: {few.Value} but {kept}";
        }
    }

    private static IEnumerable<string> Cautions(Read r)
    {
        foreach (var s in r.Steps)
        {
            var (caution, text) = (Text(s["caution"]), Text(s["text"]));
            if (Is(s, "tool", "saw") && !caution.Contains("Undercut", StringComparison.Ordinal))
            {
                yield return $"saw without a caution: {text}";
            }

            var high =
                Number(s["cut"]?["z"]) > 1900 && s["cut"] is not null
                || s["ties"]!.AsArray().Any(t => Number(t!["z"]) > 1900);
            if (high && !caution.Contains("Ladder", StringComparison.Ordinal))
            {
                yield return $"out of reach without a caution: {text}";
            }

            if (
                Is(s, "stage", "prepare")
                && s["disinfect"]!.GetValue<bool>()
                && !caution.Contains("flame", StringComparison.Ordinal)
            )
            {
                yield return $"alcohol without a caution: {text}";
            }

            if (
                Is(s, "stage", "diseased")
                && s["cut"] is not null
                && !caution.Contains("compost", StringComparison.Ordinal)
            )
            {
                yield return $"diseased wood without a caution: {text}";
            }
        }
    }

    [GeneratedRegex(@"\b(\d+ o'clock|half past \d+) or \1\b")]
    private static partial Regex SameClock();

    [GeneratedRegex(@"(?<![\w.,])1 (are|canes|stay|have|buds|stems|shoots|plants|minutes|seasons)\b")]
    private static partial Regex OneAre();

    [GeneratedRegex(@"(?<![\d.])([\d.]+) (?:mm )?(?:to|and) ([\d.]+) (?:mm|kg)\b")]
    private static partial Regex Between();

    [GeneratedRegex(@"room for (\d+) × ([\d.]+) (?:m|plants) = (\d+)")]
    private static partial Regex Plain();
}
