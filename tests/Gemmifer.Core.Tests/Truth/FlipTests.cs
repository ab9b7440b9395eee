using System.Collections.Concurrent;
using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using Gemmifer.Core.Families;
using Gemmifer.Core.Plans;

namespace Gemmifer.Core.Tests.Truth;

/// <summary>
/// What is said to flip a decision is tried again from outside: the change is made to the survey as it was sent, read
/// and planned anew. More seeds: GEMMIFER_PLANTS=1000.
/// </summary>
public sealed class FlipTests
{
    private static readonly int Plants = int.Parse(
        Environment.GetEnvironmentVariable("GEMMIFER_PLANTS") ?? "210",
        CultureInfo.InvariantCulture
    );

    private static PlanDocument? Plan(JsonObject survey, PlanDetail detail)
    {
        using var document = JsonDocument.Parse(survey.ToJsonString());
        return SurveyReader.Read(document.RootElement) is SurveyReading.Valid valid
            ? Planner.Plan(valid.Survey, detail)
            : null;
    }

    [Fact]
    public void Every_change_that_is_said_to_flip_a_decision_flips_it_as_said()
    {
        var wrong = new ConcurrentBag<string>();
        var claimed = new ConcurrentDictionary<string, int>();
        Parallel.For(0, Plants, seed =>
        {
            var survey = SeededSurveys.Of(seed);
            if (Plan(survey, PlanDetail.Full) is not { } plan)
            {
                return;
            }

            foreach (var stem in plan.Stems)
            {
                if (stem.Flip is null != stem.Flips is null)
                {
                    wrong.Add($"{seed} {stem.Id}: words and data do not go together");
                }

                if (stem.Flip is not { } flip)
                {
                    continue;
                }

                var kind = (string)survey["plant"]!["kind"]!;
                claimed.AddOrUpdate(kind, 1, (_, n) => n + 1);
                var then = Plan(Truths.Patched(survey, flip.Patch), PlanDetail.Brief);
                var decision = then?.Stems.SingleOrDefault(s => s.Id == stem.Id)?.Decision;
                if (decision != flip.Decision || decision == stem.Decision)
                {
                    wrong.Add(
                        $"{seed} {kind} {stem.Id} {stem.Decision} -> {flip.Decision}, but {decision}: "
                            + $"{stem.Flips} {flip.Patch.ToJsonString()}"
                    );
                    continue;
                }

                // Whoever is named as changing sides with it does.
                var rest = stem.Flips!.Value.Text[
                    (stem.Flips.Value.Text.IndexOf(", ", StringComparison.Ordinal) + 2)..
                ];
                bool Stands(Decision d) => d is not (Decision.Remove or Decision.Defer);
                foreach (
                    var other in plan.Stems.Where(s =>
                        s.Id != stem.Id && !flip.Patch["stems"]!.AsObject().ContainsKey(s.Id)
                    )
                )
                {
                    var named = System.Text.RegularExpressions.Regex.IsMatch(
                        rest,
                        $@"(?<![\w.-]){System.Text.RegularExpressions.Regex.Escape(other.Id)}(?![\w-])(?!\.\w)"
                    );
                    var after = then!.Stems.Single(s => s.Id == other.Id).Decision;
                    var own = survey["stems"]!.AsArray().Single(s => (string)s!["id"]! == other.Id)!;
                    var top = (string)own["parent"]! is "crown" or "rootstock" or "ground" or "unknown";
                    var counted = rest.Contains(" others ", StringComparison.Ordinal);
                    if (top && !counted && named != (Stands(other.Decision) != Stands(after)))
                    {
                        wrong.Add($"{seed} {kind} {stem.Id}: {other.Id} {other.Decision} -> {after}: {stem.Flips}");
                    }
                }
            }
        });
        Assert.True(
            wrong.IsEmpty,
            $"{wrong.Count} of {claimed.Values.Sum()} untrue, of {Plants} plants:\n"
                + string.Join('\n', wrong.Order().Take(60))
        );
        Assert.True(claimed.Values.Sum() > Plants / 2, "Hardly anything is claimed.");
        TestContext.Current.TestOutputHelper?.WriteLine(
            string.Join('\n', claimed.OrderBy(c => c.Key).Select(c => $"{c.Key}: {c.Value} true"))
        );
    }
}
