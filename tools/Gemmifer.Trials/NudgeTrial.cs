using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using Gemmifer.Core;
using Gemmifer.Core.Families;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Tests;

namespace Gemmifer.Trials;

/// <summary>
/// How many decisions move where every measure of one stem is a little off, as it would be if it were taken again:
/// lengths and places by half a percent, thickness by a tenth of a millimetre, bearings by two and leans by half a
/// degree.
/// </summary>
internal static class NudgeTrial
{
    private static readonly (string Field, double Share, double By, double Low, double High)[] Measures =
    [
        ("length", 0.005, 0, 60, 15_000),
        ("diameter", 0, 0.1, 1, 300),
        ("clock", 0, 0.06, 0.07, 12),
        ("lean", 0, 0.5, 0, 180),
        ("tipLean", 0, 0.5, 0, 180),
        ("radius", 0, 2, 0, 3000),
    ];

    /// <summary>Plans, nudges and plans again; prints the share by family.</summary>
    public static int Run(int count, int from)
    {
        var fields = 0;
        var moved = new SortedDictionary<string, (int Moved, int All)>(StringComparer.Ordinal);
        for (var seed = from; seed < from + count; seed++)
        {
            var survey = SeededSurveys.Of(seed);
            if (Read(survey) is not { } before || survey["stems"] is not JsonArray { Count: > 0 } stems)
            {
                continue;
            }

            var random = new Random(seed);
            var nudged = (JsonObject)survey.DeepClone();
            var stem = (JsonObject)nudged["stems"]![random.Next(stems.Count)]!;
            foreach (var (field, share, by, low, high) in Measures)
            {
                if (stem[field] is JsonValue value && value.GetValueKind() == JsonValueKind.Number)
                {
                    var now = double.Parse(value.ToJsonString(), CultureInfo.InvariantCulture);
                    fields++;
                    var off = (share * now) + by;
                    stem[field] = Math.Clamp(Math.Round(now + ((random.NextDouble() - 0.5) * 2 * off), 2), low, high);
                }
            }

            if (Read(nudged) is not { } after)
            {
                continue;
            }

            var family = ((string)survey["plant"]!["kind"]!).Split('.')[0];
            var (m, all) = moved.GetValueOrDefault(family);
            moved[family] = (
                m + before.Stems.Zip(after.Stems).Count(p => p.First.Decision != p.Second.Decision),
                all + before.Stems.Count
            );
        }

        foreach (var (family, (m, all)) in moved)
        {
            Console.WriteLine($"{family}: {m} of {all} decisions moved, {100.0 * m / Math.Max(1, all):0.00} %");
        }

        var (sum, total) = (moved.Values.Sum(v => v.Moved), moved.Values.Sum(v => v.All));
        Console.WriteLine($"{fields} measures were nudged");
        Console.WriteLine($"in all {sum} of {total}, {100.0 * sum / Math.Max(1, total):0.00} %");
        return 0;
    }

    private static PlanDocument? Read(JsonObject survey) =>
        SurveyReader.Read(JsonSerializer.SerializeToElement(survey)) is SurveyReading.Valid valid
            ? Planner.Plan(valid.Survey, PlanDetail.Brief)
            : null;
}
