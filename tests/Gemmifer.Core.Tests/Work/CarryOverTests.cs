using System.Text.Json;
using System.Text.Json.Nodes;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Families;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Tests.Families.Roses.Climbing;
using Gemmifer.Core.Work;

namespace Gemmifer.Core.Tests.Work;

public class CarryOverTests
{
    private static NotedStem[] Noted(params JsonObject[] stems) =>
        JsonSerializer.Deserialize<NotedStem[]>(
            new JsonArray([.. stems.Select(s => (JsonNode)s.DeepClone())]).ToJsonString(),
            PartJson.Options
        )!;

    private static StepDone Did(
        string? stem,
        StepAction action,
        double? at,
        StepOutcome outcome = StepOutcome.Done,
        Instead? instead = null
    ) =>
        new(
            StemId.Maybe(stem),
            stem is null ? null : Stage.Shorten,
            stem is null ? "rough:1" : null,
            action,
            outcome,
            instead,
            at
        );

    private static JsonObject Shoot(string id, string parent, double at) =>
        new()
        {
            ["id"] = id,
            ["role"] = "lateral",
            ["parent"] = parent,
            ["at"] = at,
            ["clock"] = 1,
            ["diameter"] = 5,
            ["age"] = 1,
        };

    [Fact]
    public void Stems_are_a_season_older_and_as_long_as_they_were_left()
    {
        var stems = Noted(
            Surveys.Cane("A", 1),
            Surveys.Cane("B", 4),
            Surveys.Cane("C", 7, 14, 80),
            Shoot("A1", "A", 700)
        );
        var next = CarryOver.Stems(
            stems,
            [
                Did("A", StepAction.Shorten, 480),
                Did("B", StepAction.Remove, null),
                Did("C", StepAction.Shorten, 500, StepOutcome.Skipped),
            ],
            1,
            null
        );
        Assert.Equal(["A", "C"], next.Select(s => s.Stem.Id.Value));
        Assert.Equal((480.0, 3.0), (next[0].Stem.Length!.Value, next[0].Stem.Age));
        Assert.Equal((1100.0, 80.0), (next[1].Stem.Length!.Value, next[1].Stem.Age));
    }

    [Fact]
    public void What_was_seen_pinned_and_noted_of_buds_is_looked_at_again()
    {
        var stem = Surveys.Cane("A", 1).Seen("canker").Buds((300, 4)).With("pin", "keep").With("deadFrom", 800);
        var next = CarryOver.Stems(Noted(stem), [], 1, null).Single().Stem;
        var json = JsonSerializer.SerializeToNode(next, PartJson.Options)!.AsObject();
        Assert.Equal(["id", "role", "parent", "clock", "diameter", "length", "lean", "age"], json.Select(p => p.Key));
        Assert.Equal(("A", "cane"), ((string)json["id"]!, (string)json["role"]!));
    }

    [Fact]
    public void Shears_leave_every_stem_where_it_reaches_that_height_unless_it_was_cut_lower()
    {
        var stems = new[] { Surveys.Cane("A", 1, lean: 60), Surveys.Cane("B", 4, lean: 0), Shoot("B1", "B", 700) };
        var survey = Surveys.Read(Surveys.Of(stems));
        var level = Did(null, StepAction.Shorten, 400);
        var sheared = CarryOver.Stems(Noted(stems), [level], 1, survey);
        Assert.Equal([("A", 800.0), ("B", 400.0)], sheared.Select(s => (s.Stem.Id.Value, s.Stem.Length!.Value)));
        Assert.Equal(
            300,
            CarryOver.Stems(Noted(stems), [level, Did("B", StepAction.Shorten, 300)], 1, survey)[1].Stem.Length
        );
        Assert.Equal(
            1100,
            CarryOver
                .Stems(
                    Noted(stems),
                    [level with { Instead = Instead.Left, Outcome = StepOutcome.Different }],
                    1,
                    survey
                )[1]
                .Stem.Length
        );
    }

    [Fact]
    public void A_whole_number_may_be_written_with_a_point() =>
        Assert.Equal(
            3,
            CarryOver
                .Stems(
                    JsonSerializer.Deserialize<NotedStem[]>(
                        """[{"id": "A", "role": "cane", "parent": "crown", "age": 2.0}]""",
                        PartJson.Options
                    )!,
                    [],
                    1,
                    null
                )[0]
                .Stem.Age
        );

    [Fact]
    public void A_cane_that_was_tied_lies_where_it_was_tied()
    {
        var tied = Did("A", StepAction.Tie, null) with
        {
            Stage = Stage.Train,
            Tied = new TiedCane(9.2, 70, 72, -900, 1200),
        };
        var next = CarryOver.Stems(Noted(Surveys.Cane("A", 1)), [tied], 1, null).Single();
        Assert.Equal(
            (9.2, 70.0, 72.0, true),
            (next.Stem.Clock!.Value, next.Stem.Lean!.Value, next.Stem.TipLean!.Value, next.Laid)
        );
    }

    [Fact]
    public void A_cane_that_was_tied_elsewhere_stays_there_and_lies_there_next_season()
    {
        var (tried, led) = (0, 0);
        string[] supports = ["wall", "fence", "wires", "arch", "pergola", "obelisk", "post"];
        for (var seed = 1; seed <= 120; seed++)
        {
            var survey = Surveys.Read(Climbers.Random(seed, supports[seed % supports.Length]));
            var plan = Planner.Plan(survey, PlanDetail.Brief);
            foreach (var (key, step) in StepKeys.Of(plan.Steps).Where(s => WorkPins.TiedBy(plan, s.Step) is not null))
            {
                var cane = plan.Training!.Canes.First(c => c.Stem == step.Stem);
                if (plan.Training.Lines.FirstOrDefault(l => l.N != cane.Line) is not { } other)
                {
                    continue;
                }

                tried++;
                var end = new TiedTo(other.Path[^1][0], Math.Max(0, other.Path[^1][1]));
                var said = new StepSaid(key, StepOutcome.Different, Instead.Tied, null, null, end);
                var done = StepLine.Of(plan, step, said).Done;
                Assert.Equal((end.X, end.Z), (done.TiedNow!.X, done.TiedNow.Z));

                // The step is done, nothing became of the wood, and the rest goes round the cane where it is.
                var pinned = WorkPins.Apply(survey, [done]);
                var again = Planner.Plan(pinned, PlanDetail.Brief);
                Assert.DoesNotContain(WorkPins.Pending(again, [done]), p => p.Key == key);
                Assert.False(done.OnTheWood);
                led += again.Training?.Canes.FirstOrDefault(c => c.Stem == step.Stem)?.Line == other.N ? 1 : 0;

                // Next season it lies straight from its base to its end, seen from the front.
                var next = CarryOver.Stems(
                    [
                        new NotedStem
                        {
                            Id = step.Stem!,
                            Role = StemRole.Cane,
                            Parent = "crown",
                        },
                    ],
                    [done],
                    1,
                    null
                );
                Assert.True(next[0].Laid);
                if (plan.Training.Lines.All(l => l.Path.Count == 2))
                {
                    var (clock, lean) = (
                        next[0].Stem.Clock!.Value * Math.PI / 6,
                        next[0].Stem.Lean!.Value * Math.PI / 180
                    );
                    var way = new[] { Math.Sin(lean) * Math.Sin(clock), Math.Cos(lean) };
                    var to = new[] { end.X - cane.Path[0][0], end.Z - cane.Path[0][2] };
                    var across = (way[0] * to[1]) - (way[1] * to[0]);
                    Assert.True(
                        Math.Abs(across) < 0.02 * Math.Sqrt((to[0] * to[0]) + (to[1] * to[1])),
                        $"{seed} {step.Stem}"
                    );
                    Assert.True((way[0] * to[0]) + (way[1] * to[1]) > 0, $"{seed} {step.Stem}");
                }

                // Left undone it is tied nowhere.
                var left = StepLine.Of(plan, step, said with { Outcome = StepOutcome.Skipped, Instead = null });
                Assert.Null(left.Done.TiedNow);
            }
        }

        Assert.True(tried >= 100 && led > tried / 2, $"{led} of {tried}");
    }

    [Fact]
    public void A_stem_keeps_its_name_as_long_as_it_stands_and_a_name_that_comes_again_is_anothers()
    {
        var rose = PlantFamilies.Of(Core.Plants.PlantKinds.Of("rose.hybrid-tea"));
        SeasonOfStems Season(int season, string[] stems, params StepDone[] done) =>
            new(season, Noted([.. stems.Select((id, i) => Surveys.Cane(id, i + 1))]), done, null);
        var names = StemNames.Now(
            rose.Renamed,
            [
                Season(2026, ["A", "B", "C"], Did("B", StepAction.Remove, null)),
                Season(2027, ["A", "B", "D"], Did("A", StepAction.Shorten, 400)),
                Season(2029, ["A", "B", "C"]),
            ]
        );
        Assert.Equal(["A"], names[2026].Keys.Select(k => k.Value));
        Assert.Equal(["A", "B"], names[2027].Keys.Order().Select(k => k.Value));
        Assert.Equal(["A", "B", "C"], names[2029].Values.Order().Select(k => k.Value));
    }

    [Fact]
    public void What_was_done_is_the_gardeners_word_on_that_stem()
    {
        var survey = Surveys.Read(
            Surveys.Of(
                Surveys.Cane("A", 1),
                Surveys.Cane("B", 4),
                Surveys.Cane("C", 7),
                Surveys.Cane("D", 9),
                Surveys.Cane("E", 11)
            )
        );
        var pinned = WorkPins.Apply(
            survey,
            [
                Did("A", StepAction.Shorten, 480),
                Did("B", StepAction.Remove, null),
                Did("C", StepAction.Remove, null, StepOutcome.Skipped),
                Did("D", StepAction.Check, null, StepOutcome.Skipped),
                Did("E", StepAction.Shorten, 9000, StepOutcome.Different, Instead.Cut),
            ]
        );
        Assert.Equal(
            [
                new Gemmifer.Core.Stems.Pin.CutAt(480),
                new Gemmifer.Core.Stems.Pin.Remove(),
                new Gemmifer.Core.Stems.Pin.CutAt(1100),
                null,
                new Gemmifer.Core.Stems.Pin.CutAt(1100),
            ],
            pinned.Stems.Select(s => s.Pin)
        );
    }
}
