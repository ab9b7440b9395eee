using System.Text.Json.Nodes;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Stems;

namespace Gemmifer.Core.Tests.Families.Roses;

/// <summary>The invariances the core promises, on seeded plants; the seed is in the name of a failing case.</summary>
public class InvarianceTests
{
    public static TheoryData<int> Seeds => Gemmifer.Core.Tests.Seeds.Of(140);

    private static double Hours(double clock) => ((clock % 12) + 12) % 12 is var h && h < 1e-9 ? 12 : Math.Round(h, 6);

    private static JsonObject MapClocks(JsonObject survey, Func<double, double> map)
    {
        var copy = (JsonObject)survey.DeepClone();
        foreach (var stem in copy["stems"]!.AsArray().OfType<JsonObject>())
        {
            stem["clock"] = Hours(map((double)stem["clock"]!));
            foreach (var bud in (stem["buds"] as JsonArray ?? []).OfType<JsonObject>())
            {
                bud["clock"] = Hours(map((double)bud["clock"]!));
            }
        }

        return copy;
    }

    private static IEnumerable<object?> Essence(PlanDocument plan) =>
        plan
            .Stems.Select(s => (object?)(s.Id, s.Decision, s.Verdict))
            .Concat(
                plan.Steps.Select(s =>
                    (object?)(s.Stage, s.Stem, s.Action, s.Tool, s.Cut?.At, s.Cut?.Bud?.At, s.Cut?.Bud?.Known)
                )
            );

    private static double[] Numbers(PlanCounts c) =>
        [
            c.Kept,
            c.Removed,
            c.Left,
            c.BudsLeft,
            c.RemovedShare,
            c.EndSpacing ?? -1,
            c.WidestGap ?? -1,
            c.LevelSpread ?? -1,
        ];

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Turning_the_plant_turns_the_plan(int seed)
    {
        var survey = Surveys.Varied(seed);
        var turn = 0.1 * (1 + (seed * 7 % 119));
        var (before, after) = (Surveys.Plan(survey), Surveys.Plan(MapClocks(survey, c => c + turn)));
        Assert.Equal(Essence(before), Essence(after));
        Assert.Equal(Numbers(before.Counts), Numbers(after.Counts), (a, b) => Math.Abs(a - b) < 0.11);
        foreach (var (a, b) in before.Steps.Zip(after.Steps).Where(s => s.First.Cut?.Bud?.Clock is not null))
        {
            var off = Math.Abs(Hours(a.Cut!.Bud!.Clock!.Value + turn) - b.Cut!.Bud!.Clock!.Value);
            Assert.True(Math.Min(off, 12 - off) < 0.02, $"{a.Stem} {off}");
        }
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Mirroring_the_plant_mirrors_the_plan(int seed)
    {
        var survey = Surveys.Varied(seed);
        var (before, after) = (Surveys.Plan(survey), Surveys.Plan(MapClocks(survey, c => 12 - c)));
        Assert.Equal(Essence(before), Essence(after));
        Assert.All(before.Steps.Zip(after.Steps).Where(s => s.First.Cut is not null), s =>
        {
            Assert.Equal(-s.First.Cut!.X, s.Second.Cut!.X, 0.11);
            Assert.Equal(s.First.Cut.Y, s.Second.Cut.Y, 0.11);
        });
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void The_order_of_the_walk_does_not_matter(int seed)
    {
        var survey = Surveys.Varied(seed);
        var shuffled = (JsonObject)survey.DeepClone();
        var stems = shuffled["stems"]!.AsArray().Select(s => s!.DeepClone()).ToArray();
        new Random(seed).Shuffle(stems);
        shuffled["stems"] = new JsonArray(stems);
        Assert.Equal(Surveys.Plan(survey).ToJson(), Surveys.Plan(shuffled).ToJson());
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void A_dead_cane_more_changes_nothing_else(int seed)
    {
        var survey = Surveys.Varied(seed);
        var more = (JsonObject)survey.DeepClone();
        more["stems"]!.AsArray().Add(Surveys.Cane("Z", 3.3, 20, 5, 1400).With("deadFrom", 0));
        var (before, after) = (Surveys.Plan(survey), Surveys.Plan(more));
        Assert.Equal(
            Essence(before).OfType<(string, string, string)>(),
            Essence(after).OfType<(string, string, string)>().Where(s => s.Item1 != "Z")
        );
        Assert.Equal(
            before.Steps.Where(s => s.Stem is not null).Select(s => s.Text),
            after.Steps.Where(s => s.Stem is not null && s.Stem != "Z").Select(s => s.Text)
        );
        Assert.Equal(before.Counts with { Removed = before.Counts.Removed + 1 }, after.Counts);
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void A_kept_cane_is_not_lost_by_being_thicker_or_younger(int seed)
    {
        var survey = Surveys.Varied(seed);
        foreach (var kept in Surveys.Plan(survey).Stems.Where(s => s.Decision is Decision.Keep or Decision.Shorten))
        {
            foreach (var (thicker, younger) in new[] { (3.0, 0), (0.0, 1), (2.0, 2) })
            {
                // The renewal share protects old wood as such: a cane kept for its age alone may lose that by being
                // younger.
                var age = Surveys.Read(survey).Stems.Single(s => s.Id == kept.Id).Age;
                if (age >= 3 && age - younger < 3)
                {
                    continue;
                }

                var better = (JsonObject)survey.DeepClone();
                var stem = better["stems"]!.AsArray().OfType<JsonObject>().First(s => (string)s["id"]! == kept.Id);
                stem["diameter"] = (double)stem["diameter"]! + thicker;
                stem["age"] = Math.Max(1, (int)stem["age"]! - younger);
                Assert.NotEqual(Decision.Remove, Surveys.Plan(better).Stem(kept.Id).Decision);
            }
        }
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Pinning_what_was_decided_changes_nothing(int seed)
    {
        var survey = Surveys.Varied(seed);
        var before = Surveys.Plan(survey);
        var pinned = (JsonObject)survey.DeepClone();
        foreach (var stem in pinned["stems"]!.AsArray().OfType<JsonObject>())
        {
            var decided = before.Stem((string)stem["id"]!);
            var at = before.Steps.FirstOrDefault(s => s.Stem == decided.Id)?.Cut?.At;
            stem["pin"] = decided.Decision switch
            {
                Decision.Remove => "remove",
                Decision.Keep => "keep",
                Decision.Shorten => at is { } a ? new JsonObject { ["cutAt"] = a } : "keep",
                _ => null,
            };
        }

        var after = Surveys.Plan(pinned);
        Assert.Equal(Essence(before), Essence(after));
        Assert.Equal(before.Counts, after.Counts);
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void The_musts_hold_or_the_plan_says_which_do_not(int seed)
    {
        var survey = Surveys.Read(Surveys.Random(seed, 12));
        var plan = Planner.Plan(survey);
        var relaxed = plan.Warnings.Where(w => w.Code == "relaxed").Select(w => w.Text.Text).ToArray();
        var weak = survey.Plant.Vigour == Core.Plants.Vigour.Weak;
        Assert.True(plan.Optimal || plan.Warnings.Any(w => w.Code == "unproved"));
        Assert.True(plan.Bound >= plan.Score);
        Assert.True(
            plan.Counts.EndSpacing is not { } room
                || room >= survey.School.SpacingMm - 0.1
                || relaxed.Any(r => r.Contains("closer than"))
        );
        Assert.True(plan.Counts.Kept <= survey.School.CanesMax || relaxed.Any(r => r.Contains("More canes stay")));
        Assert.True(
            plan.Counts.RemovedShare
                <= (
                    weak ? 0.33
                    : survey.Plant.Vigour == Core.Plants.Vigour.Strong ? 0.95
                    : 0.85
                ) + 0.0001
                || relaxed.Any(r => r.Contains("live wood"))
        );
        Assert.All(survey.Stems.Where(s => s.Has(Sign.Soft) && plan.Stem(s.Id).Verdict == Verdict.Soft), s =>
            Assert.Equal(Decision.Untouched, plan.Stem(s.Id).Decision)
        );
        Assert.All(plan.Stems.Where(s => s.Decision == Decision.Remove), s =>
            Assert.Equal(
                s.Reasons[0].Rule == "parent" ? 0 : 1,
                plan.Steps.Count(t => t.Stem == s.Id && t.Action == StepAction.Remove)
            )
        );
        Assert.Equal(Enumerable.Range(1, plan.Steps.Count), plan.Steps.Select(s => s.N));
        Assert.Equal(plan.Steps.Select(s => s.Stage).Order(), plan.Steps.Select(s => s.Stage));
        Assert.All(plan.Stems, s => Assert.NotEmpty(s.Reasons));
    }
}
