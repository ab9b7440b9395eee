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
            ["no bud is looked for in dead wood"] = InDeadWood,
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
