using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Nodes;
using Gemmifer.Core;
using Gemmifer.Core.Tests;

namespace Gemmifer.Plans;

/// <summary>Plans kept on disk, a survey and its plan a file, to be compared with those of a later day.</summary>
internal static class Stored
{
    private static readonly JsonSerializerOptions Plain = new()
    {
        Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    public static int Store(string into, int count, string? surveys)
    {
        Directory.CreateDirectory(into);
        var (planned, refused) = (0, 0);
        var more = surveys is null
            ? []
            : Directory
                .GetFiles(surveys, "*.json")
                .Order(StringComparer.Ordinal)
                .Select(f => (Path.GetFileNameWithoutExtension(f), JsonNode.Parse(File.ReadAllText(f))!.AsObject()));
        foreach (
            var (name, survey) in Enumerable
                .Range(0, count)
                .Select(i => ($"seed-{i:00000}", SeededSurveys.Of(i)))
                .Concat(more)
        )
        {
            if (Plan(survey) is { } plan)
            {
                File.WriteAllText(Path.Combine(into, name + ".survey.json"), survey.ToJsonString(Plain));
                File.WriteAllBytes(Path.Combine(into, name + ".plan.json"), plan);
                planned++;
            }
            else
            {
                refused++;
            }
        }

        Console.WriteLine($"{planned} planned, {refused} refused");
        return 0;
    }

    public static int Compare(string from)
    {
        var (same, differ) = (0, 0);
        var paths = new SortedDictionary<string, int>(StringComparer.Ordinal);
        foreach (var file in Directory.GetFiles(from, "*.survey.json").Order(StringComparer.Ordinal))
        {
            var name = Path.GetFileName(file)[..^".survey.json".Length];
            var before = File.ReadAllText(Path.Combine(from, name + ".plan.json"));
            var plan = Plan(JsonNode.Parse(File.ReadAllText(file))!.AsObject());
            var found = new List<string>();
            var now = plan is null ? null : Kept(JsonNode.Parse(before), JsonNode.Parse(plan), "", found);
            if (
                plan is not null
                && found.Count == 0
                && now!.ToJsonString(Plain) == JsonNode.Parse(before)!.ToJsonString(Plain)
            )
            {
                same++;
                continue;
            }

            differ++;
            if (differ <= 12)
            {
                Console.WriteLine($"{name}: {(plan is null ? "refused" : string.Join("; ", found.Take(4)))}");
            }

            foreach (
                var path in found
                    .Select(f => System.Text.RegularExpressions.Regex.Replace(f.Split(' ')[0], "/[0-9]+", "/#"))
                    .Distinct()
            )
            {
                paths[path] = paths.GetValueOrDefault(path) + 1;
            }
        }

        foreach (var (path, n) in paths)
        {
            Console.WriteLine($"  {n, 5}  {path}");
        }

        Console.WriteLine($"{same} the same, {differ} differ");
        return differ == 0 ? 0 : 1;
    }

    /// <summary>The new document without what was added to the old one; differences are told by their path.</summary>
    private static JsonNode? Kept(JsonNode? before, JsonNode? now, string path, List<string> found)
    {
        switch (before, now)
        {
            case (JsonObject had, JsonObject has):
                return new JsonObject(
                    has.Where(p => had.ContainsKey(p.Key))
                        .Select(p => KeyValuePair.Create(p.Key, Kept(had[p.Key], p.Value, $"{path}/{p.Key}", found)))
                        .Concat(had.Where(p => !has.ContainsKey(p.Key)).Select(p => Missing(p.Key)))
                );
            case (JsonArray had, JsonArray has) when had.Count == has.Count:
                return new JsonArray([.. has.Select((n, i) => Kept(had[i], n, $"{path}/{i}", found))]);
            default:
                if (before?.ToJsonString(Plain) != now?.ToJsonString(Plain))
                {
                    found.Add($"{path} was {Short(before)} is {Short(now)}");
                }

                return now?.DeepClone();
        }

        KeyValuePair<string, JsonNode?> Missing(string key)
        {
            found.Add($"{path}/{key} is gone");
            return KeyValuePair.Create(key, (JsonNode?)null);
        }
    }

    private static string Short(JsonNode? node) =>
        node?.ToJsonString(Plain) is not { } text ? "null"
        : text.Length > 160 ? text[..160] + "…"
        : text;

    /// <summary>
    /// The plan of a survey; a school that does not serve its kind is left out. Null where the survey is refused.
    /// </summary>
    private static byte[]? Plan(JsonObject survey)
    {
        for (var again = false; ; again = true)
        {
            using var document = JsonDocument.Parse(survey.ToJsonString());
            if (SurveyReader.Read(document.RootElement) is SurveyReading.Valid valid)
            {
                return Planner.Plan(valid.Survey).ToJson();
            }

            if (again || !survey.Remove("school"))
            {
                return null;
            }
        }
    }
}
