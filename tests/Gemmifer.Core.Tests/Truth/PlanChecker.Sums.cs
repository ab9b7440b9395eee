using System.Globalization;
using System.Text.Json.Nodes;

namespace Gemmifer.Core.Tests.Truth;

/// <content>What is counted and reckoned.</content>
public static partial class PlanChecker
{
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

    /// <summary>Canes counted anew against what a plan tells; null where both are the same.</summary>
    private static string? Miscounted(Read r, JsonObject counts)
    {
        if (
            !r.Kind.StartsWith("rose", StringComparison.Ordinal)
            && !r.Kind.StartsWith("shrub", StringComparison.Ordinal)
        )
        {
            return null;
        }

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
        return own.SequenceEqual(told) ? null : $"{string.Join('/', own)} told as {string.Join('/', told)}";
    }

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

        if (Miscounted(r, counts) is { } wrong)
        {
            yield return wrong;
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
}
