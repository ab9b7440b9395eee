using System.Globalization;
using System.Text.Json;
using System.Text.RegularExpressions;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Work;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Data;

/// <summary>
/// Sentences of plans that were stored before their measures were kept beside them: read once, when the file is brought
/// up to date. The
/// only place that reads a measure out of words; what people wrote themselves is left as it is.
/// </summary>
public static partial class OldSentences
{
    /// <summary>The measures of a sentence of a plan, as JSON; null where there are none.</summary>
    public static string? MeasuresOf(string text)
    {
        var measures = Measures().Matches(text).Select(Read).OfType<Measure>().ToArray();
        return measures.Length == 0 ? null : JsonSerializer.Serialize(measures, PartJson.Options);
    }

    /// <summary>Gives the stored sentences their measures.</summary>
    internal static async Task TellAsync(GardenContext garden, CancellationToken cancel)
    {
        await foreach (
            var line in garden
                .Log.Where(l => l.Measures == null && l.Kind == LogKind.Step)
                .AsAsyncEnumerable()
                .WithCancellation(cancel)
        )
        {
            line.Measures = MeasuresOf(line.Text);
        }

        await foreach (
            var visit in garden.Visits.Where(v => v.Measures == null).AsAsyncEnumerable().WithCancellation(cancel)
        )
        {
            visit.Measures = MeasuresOf(visit.Text);
        }
    }

    private static Measure? Read(Match match)
    {
        var (at, length) = (match.Index, match.Length);
        if (match.Groups["day"] is { Success: true } day)
        {
            return DateOnly.TryParseExact(day.Value, "yyyy-MM-dd", out var on)
                ? new Measure(at, length, Day: on)
                : null;
        }

        var size = match.Groups["unit"].Value == "kg" ? 1000 : 1;
        double Number(string group) => double.Parse(match.Groups[group].Value, CultureInfo.InvariantCulture) * size;
        double? to = match.Groups["to"].Success ? Number("to") : null;
        return match.Groups["unit"].Value == "mm"
            ? new Measure(at, length, Mm: Number("from"), To: to)
            : new Measure(at, length, G: Number("from"), To: to);
    }

    [GeneratedRegex(
        @"(?<day>\b\d{4}-\d\d-\d\d\b)"
            + @"|(?<from>(?<![\w.])-?\d+(?:\.\d+)?)(?: to (?<to>\d+(?:\.\d+)?))? (?<unit>mm|kg|g)\b"
    )]
    private static partial Regex Measures();
}
