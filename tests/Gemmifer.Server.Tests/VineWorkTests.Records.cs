using System.Text.Json.Nodes;
using Gemmifer.Data;
using Gemmifer.Data.Files;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Server.Tests;

/// <content>What is weighed and noted of vines from year to year.</content>
public sealed partial class VineWorkTests
{
    [Fact]
    public async Task Rain_that_was_noted_is_kept_and_moves_the_cuts()
    {
        string id;
        using (var garden = At(_folder, 2027, 2, 20))
        {
            id = await AddAsync(garden, "vine.vinifera");
            var survey = Survey(new JsonObject { ["system"] = "cordon", ["spacing"] = 2000 }, Vine());
            survey["rain"] = JsonNode.Parse(
                """[{ "date": "2027-02-20", "mm": 5 }, { "date": "2027-02-21", "mm": 0 }, { "date": "2027-02-22", "mm": 0 }, { "date": "2027-02-23", "mm": 0 }]"""
            );
            Assert.Equal(
                200,
                (int)(await garden.SendAsync(HttpMethod.Put, $"/api/plants/{id}/survey", survey, 0)).Status
            );
            survey["rain"] = JsonNode.Parse("""[{ "date": "2027-02-20", "mm": -5 }]""");
            var (status, body) = await garden.SendAsync(HttpMethod.Put, $"/api/plants/{id}/survey", survey, 1);
            Assert.Equal((422, "/rain/0/mm"), ((int)status, (string)body!["errors"]![0]!["path"]!));
        }

        using var again = At(_folder, 2027, 2, 20);
        var work = await again.GetAsync($"/api/plants/{id}/work");
        Assert.Equal("2027-02-21", (string)work["plan"]!["vine"]!["dryDay"]!);
        Assert.All(
            work["pending"]!
                .AsArray()
                .Where(p => p!["step"]!["cut"] is not null && (string)p["step"]!["stage"]! != "return"),
            p => Assert.Equal("2027-02-21", (string)p!["step"]!["due"]!)
        );
    }

    [Fact]
    public async Task Crops_and_prunings_are_judged_year_by_year()
    {
        string id;
        using (var first = At(_folder, 2027, 2, 20))
        {
            id = await AddAsync(first, "vine.american");
            await first.SendAsync(
                HttpMethod.Put,
                $"/api/plants/{id}/survey",
                Survey(
                    new JsonObject
                    {
                        ["system"] = "cordon",
                        ["spacing"] = 2000,
                        ["pruningWeight"] = 1000,
                    },
                    Vine()
                ),
                0
            );
        }

        using (var autumn = At(_folder, 2027, 9, 20))
        {
            foreach (var (grams, status) in new[] { (4000.0, 201), (2500, 201), (-3, 422), (0, 422) })
            {
                Assert.Equal(
                    status,
                    (int)
                        (
                            await autumn.SendAsync(
                                HttpMethod.Post,
                                $"/api/plants/{id}/crop",
                                new JsonObject { ["grams"] = grams }
                            )
                        ).Status
                );
            }

            Assert.Equal(
                422,
                (int)
                    (
                        await autumn.SendAsync(
                            HttpMethod.Post,
                            $"/api/plants/{id}/crop",
                            new JsonObject { ["grams"] = 5, ["season"] = 2031 }
                        )
                    ).Status
            );
        }

        using var second = At(_folder, 2028, 2, 20);
        var carried = (await second.GetAsync($"/api/plants/{id}/survey"))["document"]!;
        Assert.Null(carried["vine"]!["pruningWeight"]);
        var vine = carried["vine"]!.DeepClone();
        vine["pruningWeight"] = 1100;
        var (status2, saved) = await second.SendAsync(
            HttpMethod.Put,
            $"/api/plants/{id}/survey",
            new JsonObject
            {
                ["date"] = "2028-02-20",
                ["stems"] = carried["stems"]!.DeepClone(),
                ["keepOut"] = new JsonArray(),
                ["vine"] = vine,
            },
            0
        );
        Assert.Equal(200, (int)status2);
        Assert.Equal(2, saved!["document"]!["vine"]!["records"]!.AsArray().Count);
        var balance = (await second.GetAsync($"/api/plants/{id}/work"))["plan"]!["vine"]!["balance"]!.AsArray();
        Assert.Equal([2026, 2027], balance.Select(b => (int)b!["season"]!));
        Assert.Equal(
            (1000.0, null, 5.9, 550.0),
            (
                (double)balance[0]!["pruningWeight"]!,
                (double?)balance[0]!["ravaz"],
                (double)balance[1]!["ravaz"]!,
                (double)balance[1]!["woodPerMetre"]!
            )
        );
    }

    [Fact]
    public async Task A_row_of_vines_is_planted_at_once_and_reckoned_from_a_sample()
    {
        using var garden = At(_folder, 2027, 2, 20);
        JsonObject Row(int count, string place, double spacing) =>
            new()
            {
                ["place"] = place,
                ["kind"] = "vine.vinifera",
                ["count"] = count,
                ["vine"] = new JsonObject { ["system"] = "cordon", ["spacing"] = spacing },
            };
        Assert.Equal(422, (int)(await garden.SendAsync(HttpMethod.Post, "/api/blocks", Row(0, "South", 1500))).Status);
        Assert.Equal(422, (int)(await garden.SendAsync(HttpMethod.Post, "/api/blocks", Row(3, "", 1500))).Status);
        var (bad, why) = await garden.SendAsync(HttpMethod.Post, "/api/blocks", Row(3, "South", 0));
        Assert.Equal((422, "/vine/spacing"), ((int)bad, (string)why!["errors"]![0]!["path"]!));
        Assert.Empty((await garden.GetAsync("/api/plants")).AsArray());
        Assert.Equal(201, (int)(await garden.SendAsync(HttpMethod.Post, "/api/blocks", Row(12, "South", 1500))).Status);
        var lines = (await garden.GetAsync("/api/blocks")).AsArray().Single()!["lines"]!.AsArray();
        Assert.Equal(["South 1", "South 2", "South 12"], new[] { 0, 1, 11 }.Select(i => (string)lines[i]!["name"]!));
        Assert.All(lines, l => Assert.Equal("cordon", (string)l!["system"]!));
        foreach (var n in new[] { 0, 5, 9 })
        {
            var id = (string)lines[n]!["id"]!;
            Assert.Equal(
                200,
                (int)
                    (
                        await garden.SendAsync(
                            HttpMethod.Put,
                            $"/api/plants/{id}/survey",
                            Survey(new JsonObject { ["system"] = "cordon", ["spacing"] = 1500 }, Vine()),
                            1
                        )
                    ).Status
            );
        }

        var row = (await garden.GetAsync("/api/blocks")).AsArray().Single()!;

        // Each of the three keeps 3 + 2 buds; all twelve would be 60, and as they are alike the estimate has no spread.
        Assert.Equal(
            (12, 3, 60.0, 60.0),
            ((int)row["vines"]!, (int)row["planned"]!, (double)row["buds"]!["total"]!, (double)row["buds"]!["high"]!)
        );
        Assert.True((double)row["minutes"]!["total"]! > 0);
    }

    [Fact]
    public async Task A_rows_canes_that_stayed_have_fruited_a_year_on()
    {
        string id;
        using (var first = At(_folder, 2027, 2, 20))
        {
            id = await AddAsync(first, "raspberry.summer");
            var row = new JsonObject
            {
                ["length"] = 4000,
                ["firstYear"] = 60,
                ["spent"] = 44,
                ["thin"] = 12,
                ["meanHeight"] = 1700,
            };
            await first.SendAsync(
                HttpMethod.Put,
                $"/api/plants/{id}/survey",
                new JsonObject
                {
                    ["date"] = "2027-02-20",
                    ["stems"] = new JsonArray(),
                    ["keepOut"] = new JsonArray(),
                    ["row"] = row,
                },
                0
            );
            var (status, body) = await first.SendAsync(
                HttpMethod.Put,
                $"/api/plants/{id}/survey",
                new JsonObject
                {
                    ["date"] = "2027-02-20",
                    ["stems"] = new JsonArray(),
                    ["keepOut"] = new JsonArray(),
                    ["row"] = new JsonObject
                    {
                        ["length"] = 4000,
                        ["firstYear"] = 5,
                        ["thin"] = 9,
                    },
                },
                1
            );
            Assert.Equal((422, "/row/thin"), ((int)status, (string)body!["errors"]![0]!["path"]!));
            await DoAllAsync(first, id);
        }

        using var next = At(_folder, 2028, 2, 20);
        var carried = (await next.GetAsync($"/api/plants/{id}/survey"))["document"]!["row"]!;
        Assert.Equal((48, 0, 4000.0), ((int)carried["spent"]!, (int)carried["firstYear"]!, (double)carried["length"]!));
        Assert.Null(carried["meanHeight"]);
    }

    [Fact]
    public async Task A_file_from_before_vines_is_copied_and_brought_up_to_date_with_nothing_lost()
    {
        string id;
        using (var garden = At(_folder, 2027, 2, 20))
        {
            id = await garden.PlantAsync("Kept Rose");
            await garden.SendAsync(
                HttpMethod.Put,
                $"/api/plants/{id}/survey",
                Garden.Survey(Garden.Cane("A", 1), Garden.Cane("B", 5)),
                0
            );
            await garden.SendAsync(
                HttpMethod.Post,
                $"/api/plants/{id}/work",
                new JsonObject { ["key"] = "prepare:1", ["outcome"] = "done" }
            );
        }

        SqliteConnection.ClearAllPools();
        await using (
            var older = new GardenContext(
                new DbContextOptionsBuilder<GardenContext>().UseSqlite(GardenStore.ConnectionString(_folder)).Options
            )
        )
        {
            await older.Database.MigrateAsync("20261125112953_Supports", TestContext.Current.CancellationToken);
            await older.Database.ExecuteSqlRawAsync("PRAGMA user_version = 0", TestContext.Current.CancellationToken);
        }

        SqliteConnection.ClearAllPools();
        using var later = At(_folder, 2027, 2, 21);
        var work = await later.GetAsync($"/api/plants/{id}/work");
        Assert.Equal(("prepare:1", 1), ((string)work["done"]![0]!["stage"]!, (int)work["visit"]!));
        Assert.Single(Directory.GetFiles(Path.Combine(_folder, "backups")));
    }
}
