using System.Collections.Concurrent;
using System.Globalization;
using System.Text.Json.Nodes;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Families;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Stems;

namespace Gemmifer.Core.Tests.Truth;

/// <summary>
/// Every sign on every role of seeded plants: none that is bad or unsure is passed over (common practice, no source).
/// More seeds: GEMMIFER_SIGNS=1000.
/// </summary>
public sealed class SignTests(ITestOutputHelper output)
{
    private static readonly int PlantsOfFamily = int.Parse(
        Environment.GetEnvironmentVariable("GEMMIFER_SIGNS") ?? "60",
        CultureInfo.InvariantCulture
    );

    private static readonly string[] Signs = [.. Enum.GetValues<Sign>().Select(WireNames.Of)];

    private static readonly string[] Rules = ["no bad verdict in silence", "no bud is looked for in dead wood"];

    public static TheoryData<string> Families => ["rose", "vine", "cane-fruit"];

    [Theory]
    [MemberData(nameof(Families))]
    public void No_sign_on_any_role_of_seeded_plants_is_passed_over(string family)
    {
        var seeds = Enumerable
            .Range(0, int.MaxValue)
            .Where(seed => Of(seed) is { } survey && FamilyOf(survey) == family)
            .Take(PlantsOfFamily)
            .ToArray();
        var (wrong, tried) = (new ConcurrentBag<string>(), new ConcurrentDictionary<(string Role, string Sign), int>());
        Parallel.ForEach(seeds.Index(), of =>
        {
            var survey = Of(of.Item)!;
            var sign = Signs[of.Index % Signs.Length];
            foreach (var role in survey["stems"]!.AsArray().GroupBy(s => (string)s!["role"]!))
            {
                var stems = role.ToArray();
                var stem = stems[of.Item % stems.Length]!.AsObject();
                var id = (string)stem["id"]!;
                if (Truths.Plan(With(survey, id, sign, of.Index), PlanDetail.Brief) is not { } plan)
                {
                    // A sign that a stem of its role cannot have.
                    continue;
                }

                tried.AddOrUpdate((role.Key, sign), 1, (_, n) => n + 1);
                var read = new PlanChecker.Read(With(survey, id, sign, of.Index), plan);
                foreach (var found in Rules.SelectMany(r => PlanChecker.Rules[r](read).Select(w => $"{r}: {w}")))
                {
                    wrong.Add($"seed {of.Item}, {sign} on {role.Key} {id}: {found}");
                }
            }
        });
        output.WriteLine(
            $"{family}: {seeds.Length} plants, {tried.Values.Sum()} plans, {tried.Count} pairs, {wrong.Count} wrong"
        );
        Assert.True(wrong.IsEmpty, string.Join(Environment.NewLine, wrong.Order().Take(20)));
        Assert.Equal(Signs, tried.Keys.Select(k => k.Sign).Distinct().OrderBy(s => Array.IndexOf(Signs, s)));
    }

    /// <summary>A seeded survey with stems; null where it has none or is refused with the usual school too.</summary>
    private static JsonObject? Of(int seed)
    {
        var survey = JsonNode.Parse(SeededSurveys.Of(seed).ToJsonString())!.AsObject();
        if (Surveys.Reading(survey) is SurveyReading.Invalid)
        {
            survey.Remove("school");
        }

        if (Surveys.Reading(survey) is not SurveyReading.Valid || survey["stems"] is not JsonArray { Count: > 0 } stems)
        {
            return null;
        }

        // Seeded cane fruit has no side shoots.
        if (stems.FirstOrDefault(s => (string)s!["role"]! == "cane") is { } cane && (double?)cane["length"] > 400)
        {
            stems.Add(
                new JsonObject
                {
                    ["id"] = "Side",
                    ["role"] = "lateral",
                    ["parent"] = (string)cane["id"]!,
                    ["at"] = 300,
                    ["clock"] = 3,
                    ["diameter"] = 6,
                    ["age"] = 1,
                    ["length"] = 350.0,
                    ["lean"] = 45,
                }
            );
        }

        return Surveys.Reading(survey) is SurveyReading.Valid ? survey : null;
    }

    private static string FamilyOf(JsonObject survey) =>
        PlantKinds.Of((string)survey["plant"]!["kind"]!).Family.ToString();

    /// <summary>The survey with a sign seen on a stem, somewhere along it on every other plant.</summary>
    private static JsonObject With(JsonObject survey, string id, string sign, int n)
    {
        var changed = survey.DeepClone().AsObject();
        var stem = changed["stems"]!.AsArray().Single(s => (string)s!["id"]! == id)!.AsObject();
        var seen = new JsonObject { ["what"] = sign };
        if (n % 2 == 1 && stem["length"] is { } length)
        {
            seen["at"] = Math.Round((double)length * 0.4);
        }

        stem["seen"] = new JsonArray([.. (stem["seen"] as JsonArray ?? []).Select(s => s!.DeepClone()), seen]);
        return changed;
    }
}
