using System.Text.Json;
using System.Text.Json.Nodes;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Year;

namespace Gemmifer.Core.Tests.Year;

/// <summary>The work of a year, dated.</summary>
public class YearTests
{
    private static readonly DateOnly LastFrost = new(2027, 4, 15),
        FirstFrost = new(2027, 10, 20);

    private static JsonObject Ask(string kind = "rose.climber", Action<JsonObject>? plant = null) =>
        new()
        {
            ["place"] = new JsonObject
            {
                ["hemisphere"] = "north",
                ["latitude"] = 51,
                ["lastFrost"] = "04-15",
                ["firstFrost"] = "10-20",
            },
            ["from"] = "2027-01-01",
            ["to"] = "2027-12-31",
            ["plants"] = new JsonArray(Plant(kind, plant)),
        };

    private static JsonObject Plant(string kind, Action<JsonObject>? change = null, string id = "p1")
    {
        var plant = new JsonObject { ["id"] = id, ["kind"] = kind };
        change?.Invoke(plant);
        return plant;
    }

    private static YearReading Read(JsonNode asked)
    {
        using var document = JsonDocument.Parse(asked.ToJsonString());
        return YearReader.Read(document.RootElement);
    }

    private static YearAnswer Year(JsonNode asked)
    {
        var reading = Read(asked);
        Assert.True(
            reading is YearReading.Valid,
            reading is YearReading.Invalid invalid ? string.Join("; ", invalid.Errors) : ""
        );
        return YearPlanner.Plan(((YearReading.Valid)reading).Asked);
    }

    private static string[] Errors(JsonNode asked) =>
        [.. Assert.IsType<YearReading.Invalid>(Read(asked)).Errors.Select(e => $"{e.Path} {e.Code}")];

    private static JsonArray Log(params (string Date, string What)[] lines) =>
        [
            .. lines.Select(l => new JsonObject
            {
                ["plant"] = "p1",
                ["date"] = l.Date,
                ["what"] = l.What,
            }),
        ];

    public static TheoryData<string> Kinds => [.. PlantKinds.All.Select(k => k.Id)];

    [Theory]
    [MemberData(nameof(Kinds))]
    public void Every_kind_has_its_work_in_order_with_a_reason_within_its_days(string kind)
    {
        var year = Year(Ask(kind, p => p["cover"] = true));
        Assert.Contains(year.Jobs, j => j.Job is YearJob.MainPrune or YearJob.AfterBloomPrune);
        Assert.Equal(year.Jobs.OrderBy(j => j.Best).Select(j => j.Best), year.Jobs.Select(j => j.Best));
        Assert.All(year.Jobs, j =>
        {
            Assert.InRange(j.Best, j.Window[0], j.Window[1]);
            Assert.True(j.Window[0] <= new DateOnly(2027, 12, 31) && j.Window[1] >= new DateOnly(2027, 1, 1));
            Assert.EndsWith(".", j.Because, StringComparison.Ordinal);
            Assert.EndsWith(".", j.IfLate, StringComparison.Ordinal);
            Assert.True(j.Plant is null || j.Plant == "p1");
        });
        Assert.Contains(year.Jobs, j => j is { Plant: null, Job: YearJob.ToolCare });
        Assert.Equal(year.ToJson(), Year(Ask(kind, p => p["cover"] = true)).ToJson());
    }

    /// <summary>About six weeks before the first frost (common practice, no source).</summary>
    [Fact]
    public void Deadheading_is_weekly_and_stops_six_weeks_before_the_frost_earlier_for_hips()
    {
        var deadhead = Year(Ask("rose.hybrid-tea"))
            .Jobs.Single(j => j.Job == YearJob.Deadhead && j.Window[0].Year == 2027);
        Assert.Contains("Weekly", deadhead.Because, StringComparison.Ordinal);
        Assert.Equal(FirstFrost.AddDays(-42), deadhead.Window[1]);
        var hips = Year(Ask("rose.hybrid-tea", p => p["hips"] = true)).Jobs.Single(j => j.Job == YearJob.Deadhead);
        Assert.True(hips.Window[1] < FirstFrost.AddDays(-70));
        Assert.Equal(FirstFrost.AddDays(-42), Year(Ask()).Jobs.Single(j => j.Job == YearJob.StopCuts).Best);
        Assert.DoesNotContain(Year(Ask("rose.rambler")).Jobs, j => j.Job == YearJob.Deadhead);
    }

    [Fact]
    public void The_south_has_the_same_work_half_a_year_later()
    {
        foreach (var kind in PlantKinds.All)
        {
            var north = Ask(kind.Id, p => p["cover"] = true);
            (north["from"], north["to"]) = ("2027-01-01", "2027-12-31");
            var south = Ask(kind.Id, p => p["cover"] = true);
            south["place"] = new JsonObject
            {
                ["hemisphere"] = "south",
                ["latitude"] = -51,
                ["lastFrost"] = "10-15",
                ["firstFrost"] = "04-20",
            };
            (south["from"], south["to"]) = ("2027-07-02", "2028-07-01");
            var days = (string s) => DateOnly.Parse(s, System.Globalization.CultureInfo.InvariantCulture).DayNumber;
            int Since(DatedJob j, string frost) => j.Best.DayNumber - days(frost);
            var (one, other) = (
                Year(north).Jobs.Where(j => j.Best.Year == 2027 && j.Best > LastFrost).ToArray(),
                Year(south).Jobs.Where(j => j.Best > new DateOnly(2027, 10, 15)).ToArray()
            );
            foreach (var job in one)
            {
                Assert.Contains(other, o =>
                    o.Job == job.Job && Math.Abs(Since(o, "2027-10-15") - Since(job, "2027-04-15")) <= 4
                );
            }
        }
    }

    [Fact]
    public void What_was_done_is_not_asked_again_and_what_follows_is_dated_from_it()
    {
        var asked = Ask();
        asked["log"] = Log(("2027-03-01", "pruned"));
        var (plain, year) = (Year(Ask()), Year(asked));
        Assert.Contains(plain.Jobs, j => j.Job == YearJob.MainPrune && j.Window[0].Year == 2027);
        Assert.DoesNotContain(year.Jobs, j => j.Job == YearJob.MainPrune && j.Window[0] < LastFrost);
        Assert.Equal(
            new DateOnly(2027, 3, 22),
            year.Jobs.First(j => j.Job == YearJob.TieCheck && j.Best > new DateOnly(2027, 3, 1)).Best
        );
    }

    [Fact]
    public void A_day_to_flower_on_is_reckoned_back_by_the_kind_or_by_the_plants_own_years()
    {
        var kinds = Year(Ask(plant: p => p["flowerOn"] = "2027-06-18"));
        var prune = Assert.Single(kinds.Jobs, j => j.Job == YearJob.MainPrune && j.Window[0].Year == 2027);
        Assert.Contains("2027-06-18", prune.Because, StringComparison.Ordinal);

        // 38 to 52 days are the kind's.
        Assert.Equal(new DateOnly(2027, 5, 4), prune.Best);
        var own = Ask(plant: p => p["flowerOn"] = "2027-06-18");
        own["log"] = Log(
            ("2025-04-20", "pruned"),
            ("2025-06-15", "first-bloom"),
            ("2026-04-20", "pruned"),
            ("2026-06-17", "first-bloom")
        );
        prune = Assert.Single(Year(own).Jobs, j => j.Job == YearJob.MainPrune && j.Window[0].Year == 2027);
        Assert.Equal(new DateOnly(2027, 6, 18).AddDays(-57), prune.Best);
        Assert.Contains("its own 2 times", prune.Because, StringComparison.Ordinal);

        // Later in the summer a round of deadheading leads there, 42 days before by common practice.
        var late = Year(Ask(plant: p => p["flowerOn"] = "2027-08-20"));
        var cut = Assert.Single(late.Jobs, j => j.Job == YearJob.Deadhead && j.Because.Contains("2027-08-20"));
        Assert.Equal(new DateOnly(2027, 7, 9), cut.Best);

        // Before it can flower, and of a kind that flowers once, no cut leads there.
        foreach (var (kind, day) in new[] { ("rose.climber", "2027-05-01"), ("rose.rambler", "2027-09-01") })
        {
            var not = Year(Ask(kind, p => p["flowerOn"] = day));
            Assert.Contains(not.Warnings, w => w.Code == "flower-on" && w.Text.Contains(day, StringComparison.Ordinal));
            Assert.DoesNotContain(not.Jobs, j => j.Because.Contains(day, StringComparison.Ordinal));
        }
    }

    [Fact]
    public void A_round_is_learned_from_the_cut_that_made_it_and_not_from_the_last_nip_before_it()
    {
        // Nipped weekly till days before the next bloom: the first cut after the flush is what counts.
        var asked = Ask(plant: p => p["flowerOn"] = "2027-08-20");
        asked["log"] = Log(
            ("2026-06-05", "first-bloom"),
            ("2026-06-20", "deadheaded"),
            ("2026-06-27", "deadheaded"),
            ("2026-07-25", "deadheaded"),
            ("2026-08-04", "first-bloom"),
            ("2026-08-05", "first-bloom")
        );
        var year = Year(asked);
        var cut = Assert.Single(year.Jobs, j => j.Job == YearJob.Deadhead && j.Because.Contains("2027-08-20"));
        Assert.Equal(new DateOnly(2027, 8, 20).AddDays(-45), cut.Best);
        Assert.Contains("the mean of its own one time", cut.Because);

        // A nip days before a bloom made nothing flower: nothing is learned, and practice stands.
        var nipped = Ask(plant: p => p["flowerOn"] = "2027-08-20");
        nipped["log"] = Log(("2026-06-05", "first-bloom"), ("2026-07-25", "deadheaded"), ("2026-08-04", "first-bloom"));
        Assert.Contains(Year(nipped).Jobs, j =>
            j.Because.Contains("2027-08-20") && j.Best == new DateOnly(2027, 8, 20).AddDays(-42)
        );

        // From bloom to bloom it took 60 days; every round is less sure than the one before, and ends with the summer.
        var rounds = year.Bloom.Where(b => b.Window[0].Year == 2027).ToArray();
        Assert.Equal(60, Middle(rounds[1]) - Middle(rounds[0]), 1.0);
        Assert.True(Width(rounds[0]) < Width(rounds[1]));
        Assert.All(rounds, r => Assert.InRange(Width(r), 0, 60));
        static double Middle(BloomRound b) => (b.Window[0].DayNumber + b.Window[1].DayNumber) / 2.0;
        static int Width(BloomRound b) => b.Window[1].DayNumber - b.Window[0].DayNumber;
    }

    [Fact]
    public void Bloom_comes_in_rounds_and_narrows_with_every_year_that_was_noted()
    {
        var plain = Year(Ask()).Bloom.Where(b => b.Window[0].Year == 2027).ToArray();
        Assert.InRange(plain.Length, 3, 4);
        Assert.Equal(Enumerable.Range(1, plain.Length), plain.Select(b => b.Round));
        Assert.Single(Year(Ask("rose.rambler")).Bloom, b => b.Window[0].Year == 2027);
        int Width(params (string, string)[] log)
        {
            var asked = Ask();
            asked["log"] = Log(log);
            var round = Year(asked).Bloom.First(b => b is { Round: 1 } && b.Window[0].Year == 2027);
            return round.Window[1].DayNumber - round.Window[0].DayNumber;
        }

        var (one, three) = (
            Width(("2026-06-10", "first-bloom")),
            Width(("2024-06-08", "first-bloom"), ("2025-06-12", "first-bloom"), ("2026-06-10", "first-bloom"))
        );
        Assert.True(three <= one);
        Assert.Equal(0, Width(("2027-06-02", "first-bloom")));

        // In shade it is later.
        var shade = Year(Ask(plant: p => p["sun"] = "shade")).Bloom.First(b => b.Window[0].Year == 2027);
        Assert.Equal(plain[0].Window[0].AddDays(10), shade.Window[0]);
    }

    private static JsonArray Weather(IEnumerable<WeatherDay> days) =>
        [
            .. days.Select(d => new JsonObject
            {
                ["date"] = d.Date.ToString("yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture),
                ["tmin"] = Math.Round(d.Tmin!.Value, 2),
                ["tmax"] = Math.Round(d.Tmax!.Value, 2),
                ["rain"] = d.Rain,
            }),
        ];

    [Fact]
    public void A_warm_spring_brings_the_bloom_forward_and_a_cold_one_puts_it_back()
    {
        DateOnly Bloom(double warmer)
        {
            var asked = Ask();
            asked["weather"] = Weather(
                WarmthTests
                    .Years(2022, 2026)
                    .Concat(WarmthTests.Years(2027, 2027, warmer).Where(d => d.Date < new DateOnly(2027, 6, 1)))
            );
            return Year(asked).Bloom.First(b => b.Window[0].Year == 2027).Window[0];
        }

        var (cold, usual, warm) = (Bloom(-2), Bloom(0), Bloom(2));
        Assert.True(warm < usual && usual < cold, $"{warm} {usual} {cold}");
        Assert.InRange(usual.DayNumber - LastFrost.AddDays(38).DayNumber, -2, 2);
    }

    [Fact]
    public void Cuts_are_moved_off_rain_and_hard_frost_and_other_work_is_not()
    {
        var best = Year(Ask("rose.hybrid-tea"))
            .Jobs.First(j => j.Job == YearJob.MainPrune && j.Window[0].Year == 2027)
            .Best;
        foreach (var (tmin, rain, why) in new[] { (-8.0, 0.0, "hard frost"), (2.0, 6.0, "rain") })
        {
            var asked = Ask("rose.hybrid-tea");
            asked["weather"] = Weather(
                Enumerable.Range(0, 3).Select(i => new WeatherDay(best.AddDays(i), tmin, tmin + 6, rain))
            );
            var moved = Year(asked).Jobs.First(j => j.Job == YearJob.MainPrune && j.Window[0].Year == 2027);
            Assert.Equal(best.AddDays(3), moved.Best);
            Assert.Contains(why, moved.Because, StringComparison.Ordinal);
        }
    }

    [Fact]
    public void A_garden_without_frost_and_a_frost_on_a_leap_day_have_a_year_as_well()
    {
        foreach (
            var (last, first) in new[] { ("none", "none"), ("02-29", "12-31"), ("06-30", "07-01"), ("04-15", "none") }
        )
        {
            foreach (var kind in PlantKinds.All)
            {
                var asked = Ask(kind.Id, p => (p["cover"], p["flowerOn"]) = (true, "2028-02-29"));
                (asked["place"]!["lastFrost"], asked["place"]!["firstFrost"]) = (last, first);
                (asked["from"], asked["to"]) = ("2027-06-01", "2028-12-31");
                var year = Year(asked);
                Assert.All(year.Jobs, j => Assert.InRange(j.Best, j.Window[0], j.Window[1]));
                if (last == "none" || first == "none")
                {
                    Assert.Contains(year.Warnings, w => w.Code == "no-frost");
                    Assert.DoesNotContain(year.Jobs, j => j.Job is YearJob.Cover or YearJob.Uncover);
                }
            }
        }
    }

    [Fact]
    public void What_is_wrong_is_named()
    {
        var asked = new JsonObject { ["from"] = "2027-05-01", ["to"] = "2027-02-01" };
        Assert.Equal(["/plants required", "/to order"], Errors(asked));
        asked = Ask(plant: p => p["school"] = "goblet");
        Assert.Equal(["/plants/0/school unknown"], Errors(asked));
        asked = Ask();
        asked["place"]!["latitude"] = -51;
        Assert.Equal(["/place/latitude sign"], Errors(asked));
        asked = Ask();
        asked["log"] = new JsonArray(
            new JsonObject
            {
                ["plant"] = "p2",
                ["date"] = "2027-13-01",
                ["what"] = "cut",
            }
        );
        Assert.Equal(["/log/0/date format", "/log/0/what unknown", "/log/0/plant unknown"], Errors(asked));
        asked = Ask();
        asked["plants"]!.AsArray().Add(Plant("vine.vinifera"));
        Assert.Equal(["/plants duplicate"], Errors(asked));
        asked = Ask();
        asked["weather"] = Weather(
            WarmthTests.Years(2026, 2026).Select(d => d with { Tmin = (d.Tmin * 1.8) + 32, Tmax = (d.Tmax * 1.8) + 32 })
        );
        Assert.Contains("/weather units", Errors(asked));
        asked = Ask();
        asked["weather"] = Weather([new(LastFrost, 5, 9, 0), new(LastFrost, 4, 9, 0), new(FirstFrost, 9, 5, 0)]);
        Assert.Equal(["/weather/1/date duplicate", "/weather/2/tmin order"], Errors(asked));
    }

    [Fact]
    public void What_is_odd_is_said_and_does_no_harm()
    {
        var asked = Ask(plant: p => p["yearsPlanted"] = 2);
        asked["log"] = Log(("2019-05-01", "pruned"));
        asked["weather"] = Weather([new(LastFrost, 5, 9, 0), new(LastFrost.AddDays(9), 4, 9, 0)]);
        asked["more"] = 1;
        asked["place"]!.AsObject().Remove("firstFrost");
        var codes = Year(asked).Warnings.Select(w => w.Code).ToArray();
        foreach (var code in (string[])["before-planted", "weather-gaps", "frost-assumed", "unknown-field"])
        {
            Assert.Contains(code, codes);
        }

        asked = Ask();
        asked["plants"] = new JsonArray();
        Assert.All(Year(asked).Jobs, j => Assert.Null(j.Plant));
    }

    [Theory]
    [InlineData("storm-break", 7)]
    [InlineData("hail", 10)]
    [InlineData("vole", 7)]
    [InlineData("stake-gone", 4)]
    [InlineData("disease", 7)]
    public void Something_sudden_asks_for_a_look_until_somebody_looked(string what, int days)
    {
        var asked = Ask();
        asked["log"] = Log(("2027-07-03", what));
        DatedJob[] Looks() => [.. Year(asked).Jobs.Where(j => j.Job == YearJob.Look && j.Window[0].Month == 7)];
        var look = Assert.Single(Looks());
        Assert.Equal([new DateOnly(2027, 7, 3), new DateOnly(2027, 7, 3).AddDays(days)], look.Window);
        Assert.Contains("2027-07-03", look.Because);
        Assert.NotEmpty(look.How!);

        // Looked at before, it was not looked at since.
        asked["log"] = Log(("2027-07-01", "looked"), ("2027-07-03", what));
        Assert.Single(Looks());
        asked["log"] = Log(("2027-07-03", what), ("2027-07-05", "looked"));
        Assert.Empty(Looks());
        asked["log"] = Log(("2027-07-03", what), ("2027-07-03", "looked"));
        Assert.Empty(Looks());
        asked["log"] = Log(("2027-07-03", what), ("2027-07-05", "pruned"));
        Assert.Empty(Looks());
    }

    [Fact]
    public void A_path_is_cleared_where_there_is_one_until_it_was()
    {
        var asked = Ask("vine.vinifera", p => p["path"] = true);
        var job = Assert.Single(Year(asked).Jobs, j => j.Job == YearJob.PathClear);
        Assert.InRange(job.Best, job.Window[0], job.Window[1]);
        Assert.DoesNotContain(Year(Ask("vine.vinifera")).Jobs, j => j.Job == YearJob.PathClear);
        asked["log"] = Log((job.Best.ToString("yyyy-MM-dd"), "path-cleared"));
        Assert.DoesNotContain(Year(asked).Jobs, j => j.Job == YearJob.PathClear);
    }

    [Fact]
    public void A_walk_round_that_was_noted_is_not_asked_for_again()
    {
        var asked = Ask("rose.hybrid-tea");
        var look = Year(asked).Jobs.First(j => j.Job == YearJob.Look);
        asked["log"] = Log((look.Best.ToString("yyyy-MM-dd"), "looked"));
        Assert.DoesNotContain(Year(asked).Jobs, j => j.Job == YearJob.Look && j.Season == look.Season);
    }

    [Fact]
    public void What_is_covered_is_pruned_when_the_cover_comes_off()
    {
        DatedJob Prune(bool cover) =>
            Year(Ask("rose.hybrid-tea", p => p["cover"] = cover)).Jobs.First(j => j.Job == YearJob.MainPrune);
        Assert.Equal(LastFrost.AddDays(-25), Prune(true).Window[0]);
        Assert.True(Prune(false).Window[0] < Prune(true).Window[0]);
    }
}
