using System.Text.Json.Nodes;
using Gemmifer.Core.Families.CaneFruit;
using Gemmifer.Core.Families.Vines;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Tests.Families.CaneFruit;
using Gemmifer.Core.Tests.Families.Roses.Climbing;
using Gemmifer.Core.Tests.Families.Vines;

namespace Gemmifer.Core.Tests;

/// <summary>
/// No cliffs: every number of the data files that something measured is compared with is swept, in steps no finer than
/// a person measures, and no step may change much: one cane more or less (of a vine a cane with its spur), a third of
/// the most buds, a third of the wood.
/// Every other number is told apart by what it is, so that a new one cannot be forgotten.
/// </summary>
public sealed class ThresholdSweepTests
{
    /// <summary>So much may a step between two measures change.</summary>
    private const int MostCanes = 1,
        MostOfAVine = 2,
        FewBuds = 5;

    private const double MostBuds = 0.35,
        MostWood = 0.34;

    /// <summary>A number that nothing measured is compared with, by what it is.</summary>
    private static readonly Dictionary<string, string> NotMeasured = new()
    {
        ["points or shares in a sum"] =
            "uprightWorth flat cutToFit turn leftLoose byFeelWeight strainWeight crowdOnSupport "
            + "thickestCounted shootReach named lookSaved strongMore mostRemoved woodPrice woodPriceWeak "
            + "standingShare forwardLoose ringMmPerDegree halveLength restartLength restartDoubtful "
            + "firstWinterShare shootsPerEnd shootsPerMetre capPerMetre growLeast growSampled touchFrom "
            + "windowNodes turnSpread renewalBuds mostCanes several weakSpurs usualSpurBuds giveWay "
            + "insideSector ageCounted lookRelief fewerBuds shootShorter spurDistance noSpur noCane opposite "
            + "trunkLength trunkLongest trunkLean lossTriedLow lossTriedHigh tipTriedLow tipTriedHigh",
        ["where a thing is put, drawn or tied"] =
            "edgeMargin flattestLine tieKnot besideEachOther outsideThePost stakeInHead "
            + "tieUnderHead shootLean shootLeanShare shootWeak shootNormal shootStrong shootOfCane "
            + "shootLeastShare drawnShoot wireLean headLean headTurn secondBud baseEnd roughRoom leastTip "
            + "leastStem aboveWire nearSupport leafApart moundFrom moundTo onAStem scarWindow hoursLeast "
            + "hoursMost beamFoot tieLoose topBud wallAirFrom wallAirTo headedLow sideShootSlack",
        ["days and minutes"] =
            "heavyMinutes steadyMinutes heavySaws tieMinutes ladderMinutes dryDaysAfter thisYearsWorkDays "
            + "seasonFromMonth usualFrostMonth usualFrostDay usualFirstFrostMonth usualFirstFrostDay "
            + "noFlowersBeforeFrost stopCutsDays lookMinutes stopFeedDays budBreakBefore softDays "
            + "lookAgainDays flushDays settledDays sideShootEvery sideShootMinutes stakeTieMetres "
            + "shearMinutes secondVisitDays budBreakDays walkDays rubOffDays budBreakPast tieMetres "
            + "cutShare autumnDays caneMinutes keptMinutes sideShootsMinutes tipMinutes twine "
            + "coverHalfWays stormLook yearsAhead lookAfterAutumn",
        ["which tool, caution or word"] =
            "secateurs loppers wetDay reach crowd bareFoot hardlyAny inPieces ravazFrom ravazTo woodFrom "
            + "woodTo creepNearYears creepFarYears sideways",
        ["what nobody measured is taken for"] =
            "baseRadius shortestInternode longestInternode mayBeShorter mayBeLonger assumedDiameter "
            + "assumedLength assumedLow outerWire outerWireHeight usualSpur usualTrunk usualStub usualWidth "
            + "measured foundAbove thickStep shortestLength keepOutSlack",
        ["whole things, counted"] =
            "roughTall roughTallNeglected framework fullFrom fullLeaf stiffFrom doubtfulShare "
            + "largeHead vaseLeaves",
    };

    private sealed record Sweep(string Names, double From, double To, double Step, Func<double, JsonObject> At);

    private static JsonObject Cane(string id, double clock, double diameter = 14, int age = 2) =>
        Surveys.Cane(id, ((clock + 11.9) % 12) + 0.1, diameter, age, 1200, 22);

    private static JsonObject Bush(params JsonObject[] more) =>
        Surveys.Of([.. new[] { 2.0, 4, 6, 8, 10 }.Select((c, i) => Cane($"{(char)('A' + i)}", c)), .. more]);

    private static JsonObject Climber(params JsonObject[] more) =>
        Climbers.OnWall([Old("A", 9), Cane("B", 8, 11, 1), Cane("C", 4, 12, 1), .. more]);

    private static JsonObject Old(string id, double clock) => Cane(id, clock, 18, 4).With("length", 2200);

    private static JsonObject Vine(JsonObject facts, params IEnumerable<JsonObject> stems) =>
        VineSurveys.Vine(facts, [VineSurveys.Trunk(), .. stems]);

    private static JsonObject Head(string system, double diameter, double at = 860) =>
        Vine(
            VineSurveys.Facts(system, system == "long-cane" ? 1000 : 600),
            Enumerable
                .Range(0, 6)
                .Select(i =>
                    VineSurveys.Stem(
                        $"S{i}",
                        "shoot",
                        "T",
                        diameter,
                        1,
                        1600,
                        i == 0 ? at : 860 + (5 * i),
                        1 + (2 * i),
                        40
                    )
                )
        );

    private static JsonObject Lost(double dead, string system)
    {
        var facts = VineSurveys.Facts(system, 800);
        facts["winterLoss"] = new JsonObject { ["cut"] = 100, ["dead"] = (int)dead };
        return VineSurveys.Cordon(6, facts);
    }

    private static JsonObject Trellis(double clock) =>
        Vine(
                VineSurveys.Facts("t-trellis", null, 2000),
                VineSurveys.Stem("L", "arm", "T", 28, 6, 900, 880, 9, 90),
                VineSurveys.Stem("P", "spur", "L", 18, 4, 60, 400, 12, 10),
                VineSurveys.Stem("Pa", "shoot", "P", 8, 1, 900, 40, 12, 45),
                VineSurveys.Stem("Q", "spur", "L", 18, 4, 60, 600, 12, 10),
                VineSurveys.Stem("Qa", "shoot", "Q", 8, 1, 900, 40, 12, 45),
                VineSurveys.Stem("I", "shoot", "L", 7, 1, 900, 200, clock, 45)
            )
            .With("date", "2027-07-01");

    private static JsonObject Young(double length)
    {
        var facts = VineSurveys.Facts("training");
        facts["year"] = 2;
        return VineSurveys.Vine(facts, [VineSurveys.Stem("A", "cane", "ground", 10, 1, length, lean: 3)]);
    }

    private static JsonObject YoungTrunk(double length)
    {
        var facts = VineSurveys.Facts("training");
        facts["year"] = 3;
        return VineSurveys.Vine(
            facts,
            [
                VineSurveys.Stem("T", "trunk", "ground", 25, 3, length, lean: 0),
                VineSurveys.Stem("S", "shoot", "T", 9, 1, 900, length - 30, 3, 30),
                VineSurveys.Stem("R", "shoot", "T", 9, 1, 900, length - 10, 9, 30),
            ]
        );
    }

    private static JsonObject Spaced(double apart) =>
        Vine(
            VineSurveys.Facts("cordon", 700),
            [
                VineSurveys.Arm("L", 9),
                .. VineSurveys.Spur("P", "L", 100),
                .. VineSurveys.Spur("Q", "L", 100 + apart),
                .. VineSurveys.Spur("R", "L", 600),
            ]
        );

    private static JsonObject Spur(double low, double high, double length, double? bud = null)
    {
        var lower = VineSurveys.Stem("Pa", "shoot", "P", 9, 1, 1200, low, 12);
        return Vine(
            VineSurveys.Facts("cordon", 700),
            [
                VineSurveys.Arm("L", 9),
                VineSurveys.Stem("P", "spur", "L", 18, 4, length, 300, 12, 10),
                bud is { } at ? lower.Buds((at, 12), (60, 6), (150, 12), (240, 6)) : lower,
                VineSurveys.Stem("Pb", "shoot", "P", 10, 1, 1200, high, 6),
                .. VineSurveys.Spur("R", "L", 600),
            ]
        );
    }

    private static JsonObject Raspberry(double width)
    {
        var survey = RowPlanTests.Row("raspberry.summer");
        survey["row"]!["width"] = width;
        return survey;
    }

    private static JsonObject Blackberry(string field, double value)
    {
        var survey = RowPlanTests.Row("blackberry.erect", "2027-06-20", 40, 20, 0, 5);
        survey["row"]![field] = value;
        return survey;
    }

    private static JsonObject Shoot(double at, double clock) =>
        Cane("Xa", clock, 10, 1)
            .With("role", "lateral")
            .With("parent", "X")
            .With("at", at)
            .With("length", 700)
            .With("lean", 50);

    private static JsonObject Across(double degrees, double radius) =>
        Bush(
            Cane("Y", 11.6, 15),
            Surveys
                .Cane("X", 12, 14, 2, 1200, 25)
                .With("tipLean", 25)
                .With("baseClock", degrees / 30)
                .With("radius", radius)
        );

    private static readonly Sweep[] Sweeps =
    [
        .. new[] { "open-bowl", "moderate-half", "light-hand", "renewal-by-age" }.Select(school => new Sweep(
            "thinBelow thinBand",
            1,
            10,
            0.25,
            v => Bush(Cane("X", 12, v)).With("school", school)
        )),
        new("centre", 0, 24, 2, v => Bush(Cane("X", 12).With("lean", v))),
        new("closeBearing", 1, 3.6, 0.2, v => Bush(Cane("X", v))),
        new("touch", 0, 40, 2, v => Bush(Cane("X", 8).With("radius", 220).With("baseClock", 2).With("lean", v))),
        new("rubsAnyhow", 0, 40, 2, v =>
            Bush(Cane("X", 8).With("radius", 220).With("baseClock", 2).With("lean", v).With("rubs", new JsonArray("A")))
        ),
        new("gap gapEdge", 3, 9, 0.25, v =>
            Surveys.Of([
                Cane("A", 10),
                Cane("B", 12),
                Cane("C", 2).Buds((500, 2), (520, 6)),
                Cane("D", 11, 11),
                Cane("X", v, 12),
            ])
        ),
        new("throughCentre", 60, 180, 5, v => Across(v, 60)),
        new("throughCentreFrom", 0, 100, 5, v => Across(130, v)),
        new("heightBand", 300, 1600, 20, v => Bush(Cane("X", 12).With("length", v))),
        new("likelySpread", 100, 1100, 25, v => Bush(Cane("X", 12).Buds((v, 12)))),
        new("takesOverBelow", 200, 1150, 50, v => Bush(Cane("X", 12, 18, 7), Shoot(v, 12))),
        new("backIntoCentre", 0, 11.75, 0.25, v => Bush(Cane("X", 12, 18), Shoot(500, v))),
        new("outwardBud", 9, 15, 0.25, v => Bush(Cane("X", 12).Buds((500, 6), (540, ((v + 11.9) % 12) + 0.1)))),
        new("nearWindow", 380, 780, 10, v => Bush(Cane("X", 12).Buds((v, 12)))),
        new("narrowestWindow", 420, 760, 10, v => Bush(Cane("X", 12).With("deadFrom", v))),
        new("cleanMargin", 40, 780, 20, v =>
            Bush(Cane("X", 12).With("seen", new JsonArray(new JsonObject { ["what"] = "canker", ["at"] = v })))
        ),
        new("roughOver", 900, 2000, 20, v =>
            Surveys.Of([
                .. Enumerable
                    .Range(0, 9)
                    .Select(i => Cane($"{(char)('A' + i)}", i * 1.3).With("length", i < 4 ? v : 1700)),
            ])
        ),
        new("forward", 3.6, 8.4, 0.2, v => Climber(Old("X", v).Seen("stiff"))),
        new("forwardLean", 10, 60, 5, v => Climber(Cane("X", 6, 12, 1).Seen("stiff").With("lean", v))),
        new("byFeel", 6, 26, 0.5, v => Climber(Cane("X", 2.4, v).With("length", 2300))),
        new("leastTied", 400, 3400, 50, v => Climber(Cane("X", 2.4, 10, 1).With("length", v))),
        new("roomForACane", 1600, 4200, 100, v => Wide(v)),
        new("lossFrom lossTo", 0, 70, 2, v => Lost(v, "cordon")),
        new("thumb thinFrom", 3.5, 26, 0.5, v => Head("long-cane", v)),
        new("unitBand", 340, 560, 10, v => VineSurveys.Cordon(6, VineSurveys.Facts("cordon", v))),
        new("headShare", 500, 890, 10, v => Head("goblet", 10, v)),
        new("lowShoot", 5, 120, 5, v => Spur(v, 130, 150)),
        new("samePlace", 10, 300, 10, Spaced),
        new("basalBud", 2, 40, 2, v => Spur(20, 60, 80, v)),
        new("stub", 64, 140, 2, v => Spur(60, 62, v)),
        new("nearHead", 500, 1300, 20, Young),
        new("nearHead", 500, 1000, 20, YoungTrunk),
        new("across", 1.5, 4.5, 0.1, Trellis),
        new("nearWire", 500, 1500, 50, v => Wired(v)),
        new("spurCut", 100, 900, 50, v => Pinned(Head("long-cane", 10), v)),
        new("strongTip tipSlack", 900, 2600, 50, v => Blackberry("meanHeight", v)),
        new("widest", 250, 900, 50, Raspberry),
    ];

    private static JsonObject Wide(double width) =>
        Climbers.On(
            Climbers.Wall(width),
            [
                .. new[] { 9.0, 8.4, 3.6, 3, 2.6, 9.4 }.Select(
                    (c, i) => Cane($"{(char)('A' + i)}", c, 11, 1 + (i % 2)).With("length", 2000)
                ),
            ]
        );

    private static JsonObject Pinned(JsonObject survey, double at)
    {
        survey["stems"]!.AsArray().Single(s => (string)s!["id"]! == "S0")!["pin"] = new JsonObject { ["cutAt"] = at };
        return survey;
    }

    private static JsonObject Wired(double height) =>
        Head("long-cane", 10)
            .With(
                "support",
                new JsonObject
                {
                    ["kind"] = "wires",
                    ["width"] = 2400,
                    ["height"] = 1800,
                    ["wires"] = new JsonArray(new JsonObject { ["height"] = height }),
                }
            );

    private static IEnumerable<string> Names(string text) => text.Split(' ', StringSplitOptions.RemoveEmptyEntries);

    public static TheoryData<int> Numbers => [.. Enumerable.Range(0, Sweeps.Length)];

    [Theory]
    [MemberData(nameof(Numbers))]
    public void No_step_of_a_measure_changes_much(int number)
    {
        var sweep = Sweeps[number];
        var steps = (int)Math.Round((sweep.To - sweep.From) / sweep.Step);
        var plans = Enumerable
            .Range(0, steps + 1)
            .Select(i => Math.Round(sweep.From + (sweep.Step * i), 3))
            .Select(v => (At: v, Plan: Surveys.Plan(sweep.At(v))))
            .ToArray();
        var cliffs = plans
            .Zip(plans.Skip(1))
            .Select(p =>
                (
                    p.First.At,
                    p.Second.At,
                    Why: Jump(p.First.Plan, p.Second.Plan, plans.Max(x => x.Plan.Counts.BudsLeft))
                )
            )
            .Where(p => p.Why is not null)
            .Select(p => $"{sweep.Names} from {p.Item1} to {p.Item2}: {p.Why}")
            .ToArray();
        Assert.True(cliffs.Length == 0, string.Join('\n', cliffs));

        // A sweep in which nothing ever happens shows nothing.
        Assert.True(plans.Select(p => Essence(p.Plan)).Distinct().Count() > 1, $"{sweep.Names} changes nothing.");
    }

    private static string Essence(PlanDocument plan) =>
        string.Join(
            ';',
            plan.Stems.Select(s => $"{s.Id}{s.Decision}")
                .Concat(plan.Steps.Select(s => Essence(s) + (plan.Row is null ? "" : s.Said.Text)))
                .Concat(plan.Steps.SelectMany(s => s.Ties).Select(t => t.On))
        );

    private static string Essence(PlanStep s) =>
        $"{s.Stem}{s.Action}{s.Stage}{s.Cut?.Where}{s.Cut?.At:0}{s.Cut?.Bud?.Window?[0]:0}";

    private static string? Jump(PlanDocument a, PlanDocument b, int mostBuds)
    {
        var (one, other) = (a.Counts, b.Counts);

        // A check, and what waits, is the safer side: it counts for neither.
        var kept = Math.Max(0, Math.Abs(one.Kept - other.Kept) - Math.Abs(one.Left - other.Left));
        var buds = one.Left == other.Left ? Math.Abs(one.BudsLeft - other.BudsLeft) : 0;
        var most = Math.Max(FewBuds, MostBuds * mostBuds);
        return kept > Math.Max(a.Vine is null ? MostCanes : MostOfAVine, 0.1 * Math.Max(one.Kept, other.Kept))
                ? $"{one.Kept} and {other.Kept} stay"
            : buds > most ? $"{one.BudsLeft} and {other.BudsLeft} buds"
            : one.Left == other.Left && Math.Abs(one.RemovedShare - other.RemovedShare) > MostWood
                ? $"{one.RemovedShare:0.00} and {other.RemovedShare:0.00} of the wood go"
            : null;
    }

    [Fact]
    public void As_near_to_the_thin_limit_as_people_measure_it_is_not_sure_and_the_thickness_is_asked_for()
    {
        // Seven canes where six are wanted: the one that is about a pencil thick is weighed in part.
        PlanDocument At(double mm) => Surveys.Plan(Bush(Cane("Y", 11), Cane("X", 12.6, mm)));
        var decided = Enumerable.Range(0, 13).Select(i => At(6.4 + (i * 0.1)).Stem("X").Decision).ToArray();
        Assert.True(decided.Zip(decided.Skip(1)).Count(d => d.First != d.Second) <= 1);
        var near = At(7.1);
        Assert.NotEqual(decided[0], decided[^1]);
        Assert.Contains(near.AskFor, q => q is { What: "diameter", Stem.Value: "X" });
        Assert.DoesNotContain(At(9).AskFor, q => q.What == "diameter");
        Assert.DoesNotContain(At(5).AskFor, q => q.What == "diameter");
    }

    [Fact]
    public void Every_number_of_the_data_files_is_swept_or_told_apart()
    {
        string[] swept = [.. Sweeps.SelectMany(s => Names(s.Names)).Append("thinBelow").Distinct()];
        string[] others = [.. NotMeasured.Values.SelectMany(Names)];
        var all = new[] { "Roses", "Vines", "CaneFruit" }
            .SelectMany(f => RuleBook.Of(f).Values.Keys)
            .Concat(DataFiles.Read("rules/trade.json").GetProperty("values").EnumerateObject().Select(v => v.Name))
            .Append("thinBelow")
            .ToHashSet();
        Assert.Empty(all.Except(swept).Except(others).Order());
        Assert.Empty(swept.Concat(others).Except(all).Order());
        Assert.Empty(swept.Intersect(others));
    }
}
