using System.Text.Json.Nodes;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plans;
using Json.Schema;
using static Gemmifer.Core.Tests.Families.Roses.Climbing.Climbers;
using static Gemmifer.Core.Tests.Surveys;

namespace Gemmifer.Core.Tests.Families.Roses.Climbing;

/// <summary>Canes on every kind of support: on seeded plants what must always hold, and worked cases.</summary>
public class OnSupportTests
{
    private static readonly JsonSchema PlanSchema = JsonSchema.FromText(
        System.Text.Encoding.UTF8.GetString(SchemaFiles.Read("plan-1.json")!)
    );
    private static readonly JsonSchema SurveySchema = JsonSchema.FromText(
        System.Text.Encoding.UTF8.GetString(SchemaFiles.Read("survey-1.json")!)
    );

    public static MatrixTheoryData<int, string> Plants => new(Enumerable.Range(1, 14), SupportKinds);

    [Theory]
    [MemberData(nameof(Plants))]
    public void Every_cane_lies_where_its_wood_bears_it_and_none_shares_a_line(int seed, string kind)
    {
        var document = Climbers.Random(seed, kind);
        Assert.True(SurveySchema.Evaluate(document).IsValid);
        var (survey, plan) = (Read(document), Plan(document));
        Assert.True(PlanSchema.Evaluate(JsonNode.Parse(plan.ToJson())).IsValid);
        var training = plan.Training!;
        Assert.Equal(
            plan.Stems.Where(s =>
                    survey.Stems.Any(t => t.Id == s.Id && t.TopLevel) && s.Decision is Decision.Keep or Decision.Shorten
                )
                .Select(s => s.Id)
                .Where(id => survey.Stems.Single(s => s.Id == id).TopLevel),
            training.Canes.Select(c => c.Stem)
        );
        var taken = training.Canes.Where(c => c.Line is not null).Select(c => c.Line!.Value).ToArray();
        Assert.Equal(taken.Length, taken.Distinct().Count());
        Assert.All(training.Canes, c =>
        {
            Assert.True(c.Strain <= (c.Allowed / 0.9) + 1e-4, $"{c.Stem} {c.Strain} {c.Allowed}");
            if (c.How != Lies.AsItStands)
            {
                // An independent way: no three places along the drawn path turn tighter than the wood bears.
                Assert.True(Tightest(c.Path) >= c.Needed! * 0.9 * 0.9, $"{c.Stem}: {Tightest(c.Path)} for {c.Needed}");
                Assert.Equal(1, plan.Steps.Count(s => s.Stem == c.Stem && s.Stage == Stage.Train));
            }
        });
        Assert.Equal(plan.Kit.Ties.Metres, plan.Kit.Ties.Of.Sum(m => m.Metres), 0.11);
        Assert.Equal(plan.Steps.Any(s => s.Ties.Count > 0), plan.Kit.Ties.Metres > 0);
    }

    [Theory]
    [MemberData(nameof(Plants))]
    public void Ties_stand_on_the_support_numbered_and_clear_of_openings(int seed, string kind)
    {
        var document = Climbers.Random(seed, kind);
        var (support, plan) = (Read(document).Support!, Plan(document));
        foreach (var cane in plan.Training!.Canes.Where(c => c.How == Lies.Line))
        {
            var ties = plan.Tie(cane.Stem).Ties;
            Assert.Equal(Enumerable.Range(1, ties.Count), ties.Select(t => t.N));
            Assert.All(ties, t =>
            {
                Assert.InRange(t.X, support.FromMm - 20, support.ToMm + 20);
                Assert.InRange(t.Z, 0, support.HeightMm + 1);
                Assert.DoesNotContain(support.Openings, o =>
                    t.X > o.XMm && t.X < o.XMm + o.WidthMm && t.Z > o.ZMm && t.Z < o.ZMm + o.HeightMm
                );
                Assert.Equal(support.Wires.IsEmpty ? kind : "wire", support.Wires.IsEmpty ? t.On : t.On.Split(' ')[0]);
                if (!support.Wires.IsEmpty)
                {
                    Assert.Equal(
                        support
                            .Wires[int.Parse(t.On.Split(' ')[1], System.Globalization.CultureInfo.InvariantCulture) - 1]
                            .HeightMm,
                        t.Z,
                        0.2
                    );
                }
            });
            Assert.True(kind == "wires" || ties.Count >= 2, $"{cane.Stem} has {ties.Count} ties");
            if (support.Wires.IsEmpty)
            {
                Assert.All(ties.Zip(ties.Skip(1)), p =>
                    Assert.True(
                        new Point3(p.First.X, p.First.Y, p.First.Z).DistanceTo(
                            new Point3(p.Second.X, p.Second.Y, p.Second.Z)
                        ) <= 351
                    )
                );
            }
        }
    }

    [Fact]
    public void A_cane_longer_than_its_line_is_shortened_to_fit_above_a_bud()
    {
        var plan = Plan(
            OnWall(Cane("A", 9, 12, 1, 4000, 30).Buds((1500, 3), (1560, 8), (3000, 2)), Cane("B", 3, 12, 1, 1200, 30))
        );
        Assert.Equal((Decision.Shorten, Decision.Keep), (plan.Stem("A").Decision, plan.Stem("B").Decision));
        Assert.Contains(plan.Stem("A").Reasons, r => r.Rule == "fit");
        var (cut, path) = (plan.Cut("A").Cut!, plan.Trained("A").Path);
        Assert.NotNull(cut.Bud);
        Assert.InRange(Length(path), cut.At!.Value - 15, cut.At.Value + 15);
        Assert.InRange(path[^1][0], -1600, 1600);
    }

    [Fact]
    public void Old_wood_that_cannot_be_bent_says_why_and_goes_half_way_this_year()
    {
        // One cane, 16 mm thick and four seasons old, upright before a wall so low that its line lies almost level: 667
        // mm needed.
        var plan = Plan(On(Wall(4000, 620).With("from", 0), Cane("A", 3, 16, 4, 2000, 8)));
        var cane = plan.Trained("A");
        Assert.Equal(16 / (2 * 0.012), cane.Needed!.Value, 0.1);
        Assert.Contains(cane.How, new[] { Lies.HalfWay, Lies.AsItStands });
        if (cane.How == Lies.HalfWay)
        {
            Assert.Contains("half way this year", cane.Text.Text);
            Assert.Equal("hook-and-loop tape", cane.Material);
            Assert.Contains(plan.Steps, s =>
                s.Stage == Stage.Return && s.Text.Text.Contains("the rest of the way", StringComparison.Ordinal)
            );
        }
        else
        {
            Assert.Contains("takes no bend tighter than a circle 1400 mm across", cane.Text.Text);
        }

        // The gardener found it supple, and lets such wood be bent further: then it is laid.
        var supple = On(Wall(4000, 620).With("from", 0), Cane("A", 3, 16, 4, 2000, 8).Seen("supple"))
            .With(
                "school",
                new JsonObject
                {
                    ["base"] = "flat-fan",
                    ["set"] = new JsonObject { ["strainTwoYears"] = 0.05 },
                }
            );
        Assert.Equal(Lies.Line, Plan(supple).Trained("A").How);
    }

    [Theory]
    [InlineData("strainOneYear", 0.3, "range")]
    [InlineData("strainOlder", 0.04, "order")]
    [InlineData("tieSpacing", 10, "range")]
    public void Strains_and_spacing_out_of_range_or_order_are_refused_by_name(string name, double value, string code)
    {
        var invalid = Assert.IsType<SurveyReading.Invalid>(
            Reading(
                OnWall(Cane("A", 9))
                    .With(
                        "school",
                        new JsonObject
                        {
                            ["base"] = "flat-fan",
                            ["set"] = new JsonObject { [name] = value },
                        }
                    )
            )
        );
        Assert.Contains(invalid.Errors, e => e.Path == $"/school/set/{name}" && e.Code == code);
    }

    [Theory]
    [InlineData("{\"kind\":\"wall\",\"width\":3000}", "/support/height", "required")]
    [InlineData("{\"kind\":\"hedge\",\"width\":3000,\"height\":2000}", "/support/kind", "unknown")]
    [InlineData("{\"kind\":\"t-trellis\",\"width\":3000,\"height\":2000}", "/support/kind", "unsupported")]
    [InlineData("{\"kind\":\"wires\",\"width\":3000,\"height\":2000}", "/support/wires", "required")]
    [InlineData(
        "{\"kind\":\"wall\",\"width\":3000,\"height\":2000,\"wires\":[{\"height\":2100}]}",
        "/support/wires/0/height",
        "range"
    )]
    [InlineData(
        "{\"kind\":\"wall\",\"width\":-3000,\"height\":2000,\"openings\":[{\"x\":0,\"z\":0,\"width\":0,\"height\":5}]}",
        "/support/openings/0/width",
        "range"
    )]
    [InlineData("7", "/support", "type")]
    public void A_support_that_cannot_be_is_refused_by_field(string support, string path, string code)
    {
        var invalid = Assert.IsType<SurveyReading.Invalid>(
            Reading(On((JsonObject?)null, Cane("A", 9)).With("support", JsonNode.Parse(support)))
        );
        Assert.Contains(invalid.Errors, e => e.Path == path && e.Code == code);
    }

    [Fact]
    public void A_wish_that_is_no_place_is_refused_and_a_support_nothing_climbs_is_told()
    {
        var invalid = Assert.IsType<SurveyReading.Invalid>(
            Reading(OnWall(Cane("A", 9).With("towards", new JsonObject { ["x"] = 900, ["z"] = -1 })))
        );
        Assert.Contains(invalid.Errors, e => e.Path == "/stems/0/towards/z" && e.Code == "range");
        Assert.Contains(Read(Of(Cane("A", 9)).With("support", Wall())).Warnings, w => w.Code == "unused");
    }

    [Fact]
    public void Leading_a_cane_by_hand_moves_it_and_solves_the_rest_again()
    {
        JsonObject[] canes =
        [
            Cane("A", 9, 11, 1, 2200, 25),
            Cane("B", 9, 11, 1, 2200, 15),
            Cane("C", 3, 11, 1, 2200, 15),
            Cane("D", 3, 11, 1, 2200, 25),
        ];
        var before = Plan(OnWall(canes));
        // From the left to the right; a line that leads straight up may stay free.
        var lines = before.Training!.Canes.Select(c => c.Line!.Value).ToArray();
        Assert.Equal(lines.Distinct().Order(), lines);
        var end = before.Training.Lines.Single(l => l.N == lines[1]).Path[^1];
        var led = Plan(
            OnWall(
                canes[0].With("towards", new JsonObject { ["x"] = end[0], ["z"] = end[1] }),
                canes[1],
                canes[2],
                canes[3]
            )
        );
        Assert.Equal(2, led.Trained("A").Line);
        Assert.Equal(4, led.Training!.Canes.Select(c => c.Line).Distinct().Count());
        Assert.DoesNotContain(led.Warnings, w => w.Code == "bend");

        // Leading a cane to where it goes anyway changes nothing.
        var own = before.Training.Lines.Single(l => l.N == 1).Path[^1];
        var same = Plan(
            OnWall(
                canes[0].With("towards", new JsonObject { ["x"] = own[0], ["z"] = own[1] }),
                canes[1],
                canes[2],
                canes[3]
            )
        );
        Assert.Equal(before.ToJson(), same.ToJson());
    }

    [Fact]
    public void Where_the_bend_is_too_tight_that_is_said_and_the_plan_stands()
    {
        JsonObject[] canes =
        [
            Cane("A", 9, 11, 1, 2200, 25),
            Cane("B", 3, 24, 6, 2200, 8).Seen("productive"),
            Cane("C", 3, 11, 1, 2200, 15),
        ];
        var plan = Plan(
            OnWall(canes[0], canes[1].With("towards", new JsonObject { ["x"] = -1500, ["z"] = 400 }), canes[2])
        );
        var warning = Assert.Single(plan.Warnings, w => w.Code == "bend");
        Assert.StartsWith("B cannot go where you want it", warning.Text.Text);
        Assert.Contains("no bend tighter than a circle 2000 mm across", warning.Text.Text);
        Assert.True(plan.Trained("B").Strain <= (0.012 / 0.9) + 1e-4);

        // The next best: as far towards it as the wood allows, the place kept for next year, nobody else in it.
        var nearer = Plan(
            OnWall(
                canes[0],
                canes[1].With("diameter", 40).With("towards", new JsonObject { ["x"] = 1500, ["z"] = 500 }),
                canes[2]
            )
        );
        Assert.Equal(Lies.HalfWay, nearer.Trained("B").How);
        Assert.Contains("It goes half way this year", Assert.Single(nearer.Warnings, w => w.Code == "bend").Text.Text);
        Assert.Contains("Finish it next year", nearer.Tie("B").Said.Text);
        Assert.Equal(0.012, nearer.Trained("B").Strain, 2e-3);
        var lean = nearer.Trained("B").Lies.Lean;
        Assert.True(lean > 8 && lean < 70, $"{lean}");
        Assert.Contains(nearer.Steps, s =>
            s.Stage == Stage.Return
            && s.Text.Text.Contains("the rest of the way", StringComparison.Ordinal)
            && s.Due > new DateOnly(2027, 12, 1)
        );
        Assert.All(nearer.Training!.Canes.Where(c => c.Stem != "B"), c => Assert.Equal(Lies.Line, c.How));
    }

    [Fact]
    public void The_lowest_lie_flattest_and_an_opening_stays_free()
    {
        var support = Wall(3200, 2600)
            .With(
                "openings",
                new JsonArray(
                    new JsonObject
                    {
                        ["x"] = 420,
                        ["z"] = 950,
                        ["width"] = 900,
                        ["height"] = 1100,
                    }
                )
            );
        var plan = Plan(
            On(
                support,
                [
                    .. Enumerable
                        .Range(0, 6)
                        .Select(i => Cane(((char)('A' + i)).ToString(), i < 3 ? 9 : 3, 10, 1, 2400, 10 + (6 * i))),
                ]
            )
        );
        var leans = plan.Training!.Lines.Select(l => Math.Atan2(Math.Abs(l.Path[^1][0]), l.Path[^1][1])).ToArray();
        Assert.True(leans[0] > leans[1] && leans[^1] > leans[^2]);
        Assert.All(plan.Training.Canes.Where(c => c.How == Lies.Line).SelectMany(c => c.Path), p =>
            Assert.False(p[0] > 420 && p[0] < 1320 && p[2] > 950 && p[2] < 2050)
        );
    }

    [Fact]
    public void What_stays_where_it_stands_keeps_off_paths_openings_and_beyond_the_face()
    {
        // Too stiff for any line, the only cane: it stays, cut clear of the path in front of it.
        JsonObject Path(double from) =>
            On(Wall(), Cane("A", 6, 30, 8, 1500, 50).Seen("stiff"))
                .With(
                    "keepOut",
                    new JsonArray(
                        new JsonObject
                        {
                            ["name"] = "path",
                            ["side"] = 6,
                            ["from"] = from,
                        }
                    )
                );
        var plan = Plan(Path(700));
        Assert.Equal(Decision.Shorten, plan.Stem("A").Decision);
        Assert.All(plan.Trained("A").Path, p => Assert.True(-p[1] <= 700));
        Assert.DoesNotContain(plan.Warnings, w => w.Code == "keep-out");
        Assert.Contains(Plan(Path(60)).Warnings, w => w.Code == "keep-out");

        // A stiff cane that grew across a window ends below it.
        var support = Wall(3200, 2600)
            .With(
                "openings",
                new JsonArray(
                    new JsonObject
                    {
                        ["x"] = 300,
                        ["z"] = 900,
                        ["width"] = 900,
                        ["height"] = 1100,
                    }
                )
            );
        var across = Plan(On(support, Cane("B", 3, 34, 3, 2400, 28).Seen("stiff"), Cane("C", 9, 10, 1, 2000)));
        Assert.All(across.Trained("B").Path, p => Assert.False(p[0] > 302 && p[0] < 1198 && p[2] > 902 && p[2] < 1998));
    }

    [Fact]
    public void Work_out_of_reach_has_the_ladder_in_its_caution()
    {
        var plan = Plan(On(Wall(1200, 2900), Cane("A", 9, 10, 1, 2800, 8), Cane("B", 3, 10, 1, 1500, 8)));
        Assert.Contains("Ladder", plan.Tie("A").Caution);
        Assert.DoesNotContain("Ladder", plan.Tie("B").Caution ?? "");
    }

    private static double Length(IReadOnlyList<double[]> path) =>
        path.Zip(path.Skip(1)).Sum(p => At(p.First).DistanceTo(At(p.Second)));

    private static Point3 At(double[] p) => new(p[0], p[1], p[2]);

    /// <summary>
    /// Least radius of the circles through three places well apart: near ones say nothing, as places are given to a
    /// tenth of a millimetre.
    /// </summary>
    private static double Tightest(IReadOnlyList<double[]> path)
    {
        var apart = Math.Max(1, (int)Math.Ceiling(70 * (path.Count - 1) / Math.Max(1, Length(path))));
        var least = double.PositiveInfinity;
        for (var i = 2 * apart; i < path.Count; i++)
        {
            var (a, b, c) = (At(path[i - (2 * apart)]), At(path[i - apart]), At(path[i]));
            var (ab, bc, ca) = (a.DistanceTo(b), b.DistanceTo(c), c.DistanceTo(a));
            var s = (ab + bc + ca) / 2;
            var area = Math.Sqrt(Math.Max(0, s * (s - ab) * (s - bc) * (s - ca)));
            least = Math.Min(least, area < 1e-3 ? double.PositiveInfinity : ab * bc * ca / (4 * area));
        }

        return least;
    }
}
