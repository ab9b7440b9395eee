using System.Text.Json.Nodes;
using Gemmifer.Core.Plans;

namespace Gemmifer.Core.Tests.Families.Roses;

/// <summary>
/// A round among the flowers: where each stem is cut. Common practice, no source: to the first leaf of five leaflets,
/// above one that faces outward; the spent flower only of a cluster that goes on; not in the last six weeks before
/// frost.
/// </summary>
public class RoundTests
{
    /// <summary>A stem of a round. Leaves from the top: leaflets, with an i where the leaf faces inward.</summary>
    internal static JsonObject Stem(string id, int blooms, int finished, string leaves, string? also = null)
    {
        var head = new JsonObject { ["blooms"] = blooms, ["finished"] = finished };
        if (also?.Split(' ') is [var word, ..] parts)
        {
            head[word] = parts.Length == 1 ? true : int.Parse(parts[1]);
        }

        return new JsonObject
        {
            ["id"] = id,
            ["role"] = "cane",
            ["parent"] = "crown",
            ["clock"] = 3,
            ["diameter"] = 8,
            ["length"] = 600,
            ["age"] = 1,
            ["head"] = head,
            ["buds"] = new JsonArray([
                .. leaves
                    .Split(' ', StringSplitOptions.RemoveEmptyEntries)
                    .Select(
                        (l, i) =>
                            (JsonNode)
                                new JsonObject
                                {
                                    ["leaf"] = i + 1,
                                    ["leaflets"] = int.Parse(l.TrimEnd('i')),
                                    ["clock"] = l.EndsWith('i') ? 9 : null,
                                }
                    ),
            ]),
        };
    }

    internal static JsonObject Round(string date, params JsonObject[] stems) =>
        Surveys.Of(stems).With("task", "round").With("date", date);

    private static JsonObject School(JsonObject survey, string name, string value) =>
        survey.With(
            "school",
            new JsonObject
            {
                ["base"] = "open-bowl",
                ["set"] = new JsonObject { [name] = value },
            }
        );

    /// <summary>What is done to the stem F1: "leaf 2", "nip" or "nothing".</summary>
    private static string Done(PlanDocument plan)
    {
        var step = plan.Steps.SingleOrDefault(s => s.Stem == "F1");
        if (step is null)
        {
            return "nothing";
        }

        Assert.Equal(Stage.Deadhead, step.Stage);
        return step.Cut!.Where == CutPlace.Stalk ? "nip" : $"leaf {Math.Round((600 - step.Cut.Bud!.At!.Value) / 40)}";
    }

    [Theory]
    [InlineData(1, 1, "3 5 7", null, "leaf 2")]
    [InlineData(1, 1, "5 5", null, "leaf 1")]
    [InlineData(4, 4, "3 3 7", null, "leaf 3")]
    [InlineData(1, 1, "3 5i 5 5", null, "leaf 3")]
    [InlineData(1, 1, "5i 7i", null, "leaf 1")]
    [InlineData(1, 1, "3 3", null, "nip")]
    [InlineData(5, 2, "3 5", null, "nip")]
    [InlineData(3, 0, "3 5", null, "nothing")]
    [InlineData(0, 0, "3 5 5", null, "leaf 2")]
    [InlineData(0, 0, "3 3", null, "nothing")]
    [InlineData(1, 0, "3 5 5 5 5", "vase", "leaf 4")]
    [InlineData(1, 0, "5 5", "vase", "leaf 1")]
    [InlineData(1, 0, "3 5", "vase", "nip")]
    [InlineData(1, 0, "5 5 5i 5", "vase", "leaf 2")]
    [InlineData(3, 0, "5 3 5 5", "level 2", "leaf 3")]
    [InlineData(3, 0, "5 3 3", "level 2", "leaf 2")]
    [InlineData(3, 0, "5 5 5 5", "clear 3", "leaf 3")]
    [InlineData(3, 0, "5 5", "clear 3", "nip")]
    public void A_stem_is_cut_to_its_leaf(int blooms, int finished, string leaves, string? also, string done) =>
        Assert.Equal(done, Done(Surveys.Plan(Round("2027-06-25", Stem("F1", blooms, finished, leaves, also)))));

    [Theory]
    [InlineData("2027-09-20", 1, 1, null, "nothing")]
    [InlineData("2027-09-20", 1, 0, "vase", "nip")]
    [InlineData("2027-09-20", 1, 0, "level 2", "nothing")]
    [InlineData("2027-09-20", 0, 0, null, "nothing")]
    [InlineData("2027-09-20", 3, 0, "clear 2", "leaf 2")]
    [InlineData("2027-09-02", 1, 1, null, "leaf 1")]
    [InlineData("2027-12-20", 1, 1, null, "nothing")]
    public void The_last_weeks_before_the_frost_bind_all_but_the_path(
        string date,
        int blooms,
        int finished,
        string? also,
        string done
    ) => Assert.Equal(done, Done(Surveys.Plan(Round(date, Stem("F1", blooms, finished, "5 5 5", also)))));

    [Theory]
    [InlineData("rose.once-flowering", 1, 1, null, "nothing")]
    [InlineData("rose.once-flowering", 0, 0, null, "nothing")]
    [InlineData("rose.once-flowering", 2, 0, "level 1", "nothing")]
    [InlineData("rose.rambler", 2, 0, "clear 2", "leaf 2")]
    [InlineData("rose.rambler", 1, 0, "vase", "leaf 2")]
    [InlineData("rose.shrub", 20, 8, null, "nothing")]
    public void Kinds_that_flower_once_keep_what_carries_next_years_flowers(
        string kind,
        int blooms,
        int finished,
        string? also,
        string done
    )
    {
        var survey = Round("2027-06-25", Stem("F1", blooms, finished, "5 5 5", also)).Plant("kind", kind);
        Assert.Equal(done, Done(Surveys.Plan(survey)));
    }

    [Fact]
    public void A_weak_or_young_plant_keeps_its_leaves_and_hips_stay_where_they_are_wanted()
    {
        var vase = Round("2027-06-25", Stem("F1", 1, 0, "3 5 5 5 5", "vase"));
        Assert.Equal("leaf 4", Done(Surveys.Plan(vase)));
        Assert.Equal("leaf 2", Done(Surveys.Plan(vase.Plant("vigour", "weak"))));
        Assert.Equal("leaf 2", Done(Surveys.Plan(vase.Plant("yearsPlanted", 1))));
        Assert.Contains("weak", Surveys.Plan(vase.Plant("vigour", "weak")).Stem("F1").Reasons[0].Text.Text);
        Assert.Contains("young", Surveys.Plan(vase.Plant("yearsPlanted", 1)).Stem("F1").Reasons[0].Text.Text);
        Assert.Equal("4 full leaves", Told(Surveys.Plan(vase.Plant("vigour", "weak")), "F1")[..13]);
        Assert.Equal("2 full leaves", Told(Surveys.Plan(vase), "F1")[..13]);

        var over = Round("2027-06-25", Stem("F1", 1, 1, "3 5 5"));
        Assert.Equal("nothing", Done(Surveys.Plan(School(over, "hips", "keep"))));
        Assert.Equal("leaf 1", Done(Surveys.Plan(School(over, "deadhead", "shallow"))));

        static string Told(PlanDocument plan, string stem) => plan.Step(stem).More!.Value.Text;
    }

    [Theory]
    [InlineData("2027-08-03", "leaf 1")]
    [InlineData("2027-08-04", "nothing")]
    [InlineData("2027-09-01", "nothing")]
    [InlineData("2027-05-20", "leaf 1")]
    public void Where_hips_are_wanted_flowers_stay_once_they_have_to_set(string date, string done)
    {
        // Eleven weeks before the first frost of 20 October.
        var survey = Round(date, Stem("F1", 1, 1, "5 5"))
            .With(
                "place",
                new JsonObject
                {
                    ["hemisphere"] = "north",
                    ["lastFrost"] = "04-15",
                    ["firstFrost"] = "10-20",
                }
            );
        Assert.Equal("leaf 1", Done(Surveys.Plan(survey.With("date", "2027-07-01").Plant("hips", true))));
        Assert.Equal(done, Done(Surveys.Plan(survey.Plant("hips", true))));
        Assert.Equal("leaf 1", Done(Surveys.Plan(survey)));
    }

    [Fact]
    public void The_place_is_told_by_the_leaf_and_no_length_that_nobody_measured()
    {
        var plan = Surveys.Plan(Round("2027-06-25", Stem("F1", 1, 1, "3 5 7")));
        Assert.Equal(
            "Cut F1 6 mm above the second leaf from the top, the one of 5 leaflets.",
            plan.Step("F1").Text.Text
        );
        Assert.Contains(plan.Assumed, a => a is { Stem.Value: "F1", Field: "buds" });

        // Measured, the same leaf is told by its place.
        var measured = Stem("F1", 1, 1, "3 5 7");
        foreach (var (bud, at) in measured["buds"]!.AsArray().Zip([560, 500, 450]))
        {
            bud!.AsObject().Remove("leaf");
            bud["at"] = at;
        }

        Assert.StartsWith(
            "Cut F1 at 506 mm, 6 mm above a full leaf.",
            Surveys.Plan(Round("2027-06-25", measured)).Step("F1").Text.Text
        );
    }

    [Fact]
    public void A_round_says_what_it_is_for_and_when_it_flowers_again()
    {
        var plan = Surveys.Plan(
            Round("2027-06-25", Stem("F1", 1, 1, "5 5"), Stem("F2", 4, 1, ""), Stem("F3", 3, 0, "5"))
        );
        Assert.Equal([Stage.Prepare, Stage.Deadhead, Stage.Deadhead, Stage.Clean], plan.Steps.Select(s => s.Stage));
        Assert.Equal(["1 stem is cut.", "1 stem loses its flowers alone."], plan.Summary.Take(2).Select(s => s.Text));

        // 42 days, as practice says, with its spread; before the first frost.
        Assert.Equal(
            new DateOnly(2027, 6, 25).AddDays(42),
            plan.Forecast.Flowering[0]
                .AddDays((plan.Forecast.Flowering[1].DayNumber - plan.Forecast.Flowering[0].DayNumber) / 2)
        );
        Assert.Contains("puncture", plan.Steps[0].Caution);
        Assert.Equal(Decision.Keep, plan.Stem("F3").Decision);
        Assert.Equal(
            "Nothing is to be cut today.",
            Assert.Single(Surveys.Plan(Round("2027-06-25", Stem("F1", 3, 0, "5"))).Summary).Text
        );
        Assert.Empty(Surveys.Plan(Round("2027-06-25", Stem("F1", 3, 0, "5"))).Steps);
    }

    [Fact]
    public void Leaves_are_counted_once_and_only_a_rose_has_a_round()
    {
        var twice = Stem("F1", 1, 1, "5 5");
        twice["buds"]![1]!["leaf"] = 1;
        Assert.Equal(["/stems/0/buds/1/leaf duplicate"], Errors(Round("2027-06-25", twice)));
        var none = Stem("F1", 1, 1, "5");
        none["buds"]![0]!.AsObject().Remove("leaf");
        Assert.Equal(["/stems/0/buds/0/at required"], Errors(Round("2027-06-25", none)));
        Assert.Equal(
            ["/task unsupported"],
            Errors(Round("2027-06-25", Stem("F1", 1, 1, "5")).Plant("kind", "shrub.simple"))
        );
        Assert.Equal(["/task unknown"], Errors(Round("2027-06-25", Stem("F1", 1, 1, "5")).With("task", "dance")));
        Assert.Equal(["/stems required"], Errors(Round("2027-06-25")));

        static string[] Errors(JsonObject survey) =>
            [.. Assert.IsType<SurveyReading.Invalid>(Surveys.Reading(survey)).Errors.Select(e => $"{e.Path} {e.Code}")];
    }

    public static TheoryData<int> Seeds => Gemmifer.Core.Tests.Seeds.Of(20);

    /// <summary>
    /// A thousand rounds nobody chose, against the rule written out once more: 20 seeds of 50 stems each.
    /// </summary>
    [Theory]
    [MemberData(nameof(Seeds))]
    public void Any_round_is_cut_as_practice_has_it(int seed)
    {
        var random = new Random(seed);
        string[] words = ["", "", "", "vase", "level", "clear"];
        var stems = Enumerable
            .Range(1, 50)
            .Select(i =>
            {
                var blooms = random.Next(0, 7);
                var leaves = string.Join(
                    ' ',
                    Enumerable
                        .Range(0, random.Next(0, 8))
                        .Select(_ => $"{(new[] { 3, 5, 7 })[random.Next(3)]}{(random.Next(3) == 0 ? "i" : "")}")
                );
                var word = words[random.Next(words.Length)];
                return Stem(
                    $"F{i}",
                    blooms,
                    blooms == 0 ? 0 : random.Next(0, blooms + 1),
                    leaves,
                    word is "level" or "clear" ? $"{word} {random.Next(1, 8)}"
                        : word.Length > 0 ? word
                        : null
                );
            })
            .ToArray();
        var survey = Round("2027-07-05", stems);
        var plan = Surveys.Plan(survey);
        foreach (var stem in stems)
        {
            var id = (string)stem["id"]!;
            var step = plan.Steps.SingleOrDefault(s => s.Stem == id);
            var found =
                step is null ? 0
                : step.Cut!.Where == CutPlace.Stalk ? -1
                : LeafAt(stem, step.Cut.Bud!.At!.Value);
            Assert.Equal(Expected(stem), found);
            Assert.Equal(found > 0 ? Decision.Shorten : Decision.Keep, plan.Stem(id).Decision);
            var over = step is not null || plan.Stem(id).Reasons.Any(r => r.Rule != "kept");
            Assert.Equal(
                over,
                plan.Stem(id).Reasons.All(r => !r.Text.Text.Contains("it goes on", StringComparison.Ordinal))
            );
            if (step is not null)
            {
                Assert.InRange(StepWords.Count(step.Text.Text), 1, StepWords.Most);
                Assert.DoesNotContain(step.Said.Measures ?? [], m => m.Mm > 10);
            }
        }

        var (cut, alone) = (
            plan.Steps.Count(s =>
                s.Stem is not null
                && (s.Cut!.Where != CutPlace.Stalk || !s.Text.Text.Contains("stalk", StringComparison.Ordinal))
            ),
            plan.Steps.Count(s => s.Stem is not null && s.Text.Text.Contains("stalk", StringComparison.Ordinal))
        );
        Assert.StartsWith($"{cut} stem", plan.Summary[0].Text.Text);
        Assert.StartsWith($"{alone} stem", plan.Summary[1].Text.Text);

        // The order of the stems does not matter.
        Assert.Equal(plan.ToJson(), Surveys.Plan(Round("2027-07-05", [.. stems.Reverse()])).ToJson());
    }

    private static int LeafAt(JsonObject stem, double at)
    {
        var count = stem["buds"]!.AsArray().Count;
        return (int)Math.Round((600 - at) / Math.Min(40, 600.0 / (count + 1)));
    }

    /// <summary>The leaf a stem is cut above, from the top; -1 where flowers alone come off, 0 for nothing.</summary>
    private static int Expected(JsonObject stem)
    {
        var (head, leaves) = (stem["head"]!, stem["buds"]!.AsArray());
        (int Nth, int Leaflets, bool In)[] all =
        [
            .. leaves.Select((l, i) => (i + 1, (int)l!["leaflets"]!, l["clock"] is not null)),
        ];
        var full = all.Where(l => l.Leaflets >= 5).ToArray();
        int First(IEnumerable<(int Nth, int Leaflets, bool In)> of) =>
            of.Where(l => !l.In).Concat(of).Select(l => l.Nth).First();
        int Below(int nth) =>
            full.Any(l => l.Nth >= nth) ? First(full.Where(l => l.Nth >= nth))
            : all.Any(l => l.Nth >= nth) ? nth
            : -1;
        var (blooms, finished) = ((int)head["blooms"]!, (int)head["finished"]!);
        return head["clear"] is { } clear ? Below((int)clear)
            : head["vase"] is not null
                ? full.Length < 2 ? -1
                    : First(full.Reverse().Skip(1))
            : head["level"] is { } level ? Below((int)level)
            : blooms == 0
                ? full.Length > 0 ? First(full)
                    : 0
            : finished == 0 ? 0
            : finished < blooms || full.Length == 0 ? -1
            : First(full);
    }
}
