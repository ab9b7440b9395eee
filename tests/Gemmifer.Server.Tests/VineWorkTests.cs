using System.Net;
using System.Text.Json.Nodes;
using Microsoft.Data.Sqlite;

namespace Gemmifer.Server.Tests;

/// <summary>
/// Vines and rows over the real server and file: the second visit, what is weighed, rows of vines, the years.
/// </summary>
public sealed partial class VineWorkTests : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("gemmifer-vines-").FullName;

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        Directory.Delete(_folder, true);
    }

    private static JsonObject Stem(
        string id,
        string role,
        string parent,
        double at,
        double length,
        int age,
        double clock = 12
    ) =>
        new()
        {
            ["id"] = id,
            ["role"] = role,
            ["parent"] = parent,
            ["at"] = parent == "ground" ? null : at,
            ["clock"] = clock,
            ["diameter"] = role == "shoot" ? 10 : 30,
            ["age"] = age,
            ["length"] = length,
            ["lean"] = role == "arm" ? 90 : 5,
        };

    private static JsonObject Survey(JsonObject vine, params IEnumerable<JsonObject> stems) =>
        new()
        {
            ["date"] = "2027-02-20",
            ["stems"] = new JsonArray([.. stems]),
            ["keepOut"] = new JsonArray(),
            ["vine"] = vine,
        };

    private static JsonObject[] Vine()
    {
        var doubtful = Stem("P1a", "shoot", "P1", 20, 1200, 1);
        doubtful["buds"] = JsonNode.Parse(
            """[{ "at": 40 }, { "at": 110, "state": "damaged" }, { "at": 180 }, { "at": 250 }]"""
        );
        return
        [
            Stem("T", "trunk", "ground", 0, 900, 8),
            Stem("L", "arm", "T", 880, 900, 6, 9),
            Stem("P1", "spur", "L", 200, 70, 4),
            doubtful,
            Stem("P1b", "shoot", "P1", 60, 1100, 1),
            Stem("P2", "spur", "L", 400, 70, 4),
            Stem("P2a", "shoot", "P2", 20, 1200, 1),
        ];
    }

    private static async Task<string> AddAsync(Garden garden, string kind, string place = "Terrace")
    {
        var (status, body) = await garden.SendAsync(
            HttpMethod.Post,
            "/api/plants",
            new JsonObject
            {
                ["name"] = "Test",
                ["kind"] = kind,
                ["place"] = place,
            }
        );
        Assert.Equal(HttpStatusCode.Created, status);
        return (string)body!["id"]!;
    }

    private static Garden At(string folder, int year, int month, int day) =>
        new(folder, now: new DateTimeOffset(year, month, day, 9, 0, 0, TimeSpan.Zero));

    private static async Task DoAllAsync(Garden garden, string id)
    {
        for (var n = 0; n < 60; n++)
        {
            var pending = (await garden.GetAsync($"/api/plants/{id}/work"))["pending"]!
                .AsArray()
                .FirstOrDefault(p => (string)p!["step"]!["stage"]! != "return");
            if (pending is null)
            {
                return;
            }

            Assert.Equal(
                200,
                (int)
                    (
                        await garden.SendAsync(
                            HttpMethod.Post,
                            $"/api/plants/{id}/work",
                            new JsonObject { ["key"] = (string)pending["key"]!, ["outcome"] = "done" }
                        )
                    ).Status
            );
        }

        Assert.Fail("The steps do not end.");
    }

    [Fact]
    public async Task The_second_visit_is_stored_outlives_a_restart_and_decides_from_what_grew()
    {
        string id;
        using (var winter = At(_folder, 2027, 2, 20))
        {
            id = await AddAsync(winter, "vine.vinifera");
            Assert.Equal(
                200,
                (int)
                    (
                        await winter.SendAsync(
                            HttpMethod.Put,
                            $"/api/plants/{id}/survey",
                            Survey(new JsonObject { ["system"] = "cordon", ["spacing"] = 2000 }, Vine()),
                            0
                        )
                    ).Status
            );
            Assert.Empty((await winter.GetAsync("/api/visits")).AsArray());
            await DoAllAsync(winter, id);
            Assert.Equal(200, (int)(await winter.SendAsync(HttpMethod.Post, $"/api/plants/{id}/work/finish")).Status);
        }

        using var spring = At(_folder, 2027, 4, 30);
        var visit = Assert.Single((await spring.GetAsync("/api/visits")).AsArray())!;
        Assert.Equal(
            ("second-visit", "2027-04-29", id),
            ((string)visit["kind"]!, (string)visit["due"]!, (string)visit["plantId"]!)
        );
        var (begun, survey) = await spring.SendAsync(HttpMethod.Post, $"/api/plants/{id}/second-visit");
        Assert.Equal(200, (int)begun);
        Assert.Equal(409, (int)(await spring.SendAsync(HttpMethod.Post, $"/api/plants/{id}/second-visit")).Status);
        Assert.Empty((await spring.GetAsync("/api/visits")).AsArray());

        // It was begun by mistake: everything is as the winter left it, and the visit is to come.
        var (taken, winters) = await spring.SendAsync(HttpMethod.Delete, $"/api/plants/{id}/second-visit");
        Assert.Equal(200, (int)taken);
        Assert.Contains(winters!["document"]!["stems"]!.AsArray(), s => (string)s!["id"]! == "P1b");
        Assert.Equal("2027-02-20", (string)winters["document"]!["date"]!);
        Assert.Equal(409, (int)(await spring.SendAsync(HttpMethod.Delete, $"/api/plants/{id}/second-visit")).Status);
        Assert.Equal(
            (1, true),
            (
                (int)(await spring.GetAsync($"/api/plants/{id}/work"))["visit"]!,
                (bool)(await spring.GetAsync($"/api/plants/{id}/work"))["finished"]!
            )
        );
        Assert.Equal((int)visit["id"]!, (int)Assert.Single((await spring.GetAsync("/api/visits")).AsArray())!["id"]!);
        (_, survey) = await spring.SendAsync(HttpMethod.Post, $"/api/plants/{id}/second-visit");
        Assert.Empty((await spring.GetAsync("/api/visits")).AsArray());

        // As the winter left it: three buds where one was in doubt, two elsewhere, the upper shoot gone.
        var document = survey!["document"]!;
        var stems = document["stems"]!.AsArray();
        Assert.DoesNotContain(stems, s => (string)s!["id"]! == "P1b");
        Assert.Equal(262, (double)stems.Single(s => (string)s!["id"]! == "P1a")!["length"]!);
        Assert.Equal(2, (int)document["vine"]!["stage"]!);
        stems.Single(s => (string)s!["id"]! == "P1a")!["buds"] = JsonNode.Parse(
            """[{ "at": 40, "state": "shooting" }, { "at": 180, "state": "shooting" }, { "at": 250, "state": "shooting" }]"""
        );
        stems.Single(s => (string)s!["id"]! == "P2a")!["buds"] = JsonNode.Parse(
            """[{ "at": 75, "state": "shooting" }, { "at": 140, "state": "dormant" }]"""
        );
        var put = new JsonObject
        {
            ["date"] = "2027-04-30",
            ["stems"] = stems.DeepClone(),
            ["keepOut"] = new JsonArray(),
            ["vine"] = document["vine"]!.DeepClone(),
        };
        Assert.Equal(
            200,
            (int)
                (
                    await spring.SendAsync(HttpMethod.Put, $"/api/plants/{id}/survey", put, (int)survey["revision"]!)
                ).Status
        );
        var work = await spring.GetAsync($"/api/plants/{id}/work");
        Assert.Equal(
            (2, false, "second-visit"),
            ((int)work["visit"]!, (bool)work["finished"]!, (string)work["plan"]!["vine"]!["work"]!)
        );
        var cut = Assert.Single(work["pending"]!.AsArray(), p => p!["step"]!["cut"] is not null)!;
        Assert.Equal(("P1a", 192.0), ((string)cut["step"]!["stem"]!, (double)cut["step"]!["cut"]!["at"]!));
        await DoAllAsync(spring, id);
        Assert.Equal(409, (int)(await spring.SendAsync(HttpMethod.Delete, $"/api/plants/{id}/second-visit")).Status);
        Assert.Equal(200, (int)(await spring.SendAsync(HttpMethod.Post, $"/api/plants/{id}/work/finish")).Status);

        // The next winter the shoots that were cut are the ends of their spurs, a year older, and the visit is number
        // one again.
        spring.Stop();
        using var next = At(_folder, 2028, 2, 20);
        var carried = (await next.GetAsync($"/api/plants/{id}/survey"))["document"]!;
        Assert.Equal(["T", "L", "P1", "P2"], carried["stems"]!.AsArray().Select(s => (string)s!["id"]!));
        Assert.Equal((212.0, 5), ((double)carried["stems"]![2]!["length"]!, (int)carried["stems"]![2]!["age"]!));
        Assert.Null(carried["vine"]!["stage"]);
        var log = (await next.GetAsync($"/api/plants/{id}/log")).AsArray();
        Assert.All(log.Where(l => (string?)l!["stem"] is "P1a" or "P2a"), l =>
            Assert.Equal(((string)l!["stem"]!)[..2], (string?)l["stemNow"])
        );
        Assert.Contains(log, l => (string?)l!["stem"] == "P1a");
        Assert.Equal(
            (1, 2028),
            (
                (int)(await next.GetAsync($"/api/plants/{id}/work"))["visit"]!,
                (int)(await next.GetAsync($"/api/plants/{id}/work"))["season"]!
            )
        );
    }

    [Fact]
    public async Task Long_canes_are_cut_then_tied_and_lie_along_their_wire_a_year_on()
    {
        string id;
        using (var winter = At(_folder, 2027, 2, 20))
        {
            id = await AddAsync(winter, "vine.american");
            JsonObject Shoot(string name, double at, double clock) => Stem(name, "shoot", "T", at, 1600, 1, clock);
            var vine = new JsonObject
            {
                ["system"] = "long-cane",
                ["spacing"] = 2000,
                ["pruningWeight"] = 400,
            };
            Assert.Equal(
                200,
                (int)
                    (
                        await winter.SendAsync(
                            HttpMethod.Put,
                            $"/api/plants/{id}/survey",
                            Survey(
                                vine,
                                Stem("T", "trunk", "ground", 0, 850, 8),
                                Shoot("A", 840, 9),
                                Shoot("B", 835, 3),
                                Shoot("C", 800, 9),
                                Shoot("D", 795, 3),
                                Shoot("E", 760, 9)
                            ),
                            0
                        )
                    ).Status
            );
            await DoAllAsync(winter, id);
            var log = (await winter.GetAsync($"/api/plants/{id}/log")).AsArray();
            Assert.Equal(2, log.Count(l => (string?)l!["stage"] == "train" && l["stem"] is not null));
        }

        using var next = At(_folder, 2028, 2, 20);
        var stems = (await next.GetAsync($"/api/plants/{id}/survey"))["document"]!["stems"]!.AsArray();
        var canes = stems.Where(s => (string)s!["role"]! == "cane").ToArray();
        Assert.Equal(2, canes.Length);
        Assert.All(canes, c => Assert.Equal(90, (double)c!["lean"]!));
        Assert.Equal(2, stems.Count(s => (string)s!["role"]! == "spur"));
    }

    [Fact]
    public async Task Taking_back_the_work_takes_back_the_visit_and_a_visit_can_be_done_or_put_off()
    {
        using var garden = At(_folder, 2027, 2, 20);
        var id = await AddAsync(garden, "raspberry.black");
        var row = new JsonObject
        {
            ["date"] = "2027-02-20",
            ["stems"] = new JsonArray(),
            ["keepOut"] = new JsonArray(),
            ["row"] = new JsonObject
            {
                ["length"] = 3600,
                ["firstYear"] = 30,
                ["spent"] = 20,
            },
        };
        Assert.Equal(200, (int)(await garden.SendAsync(HttpMethod.Put, $"/api/plants/{id}/survey", row, 0)).Status);
        var key = (string)(await garden.GetAsync($"/api/plants/{id}/work"))["pending"]![0]!["key"]!;
        await garden.SendAsync(
            HttpMethod.Post,
            $"/api/plants/{id}/work",
            new JsonObject { ["key"] = key, ["outcome"] = "done" }
        );
        Assert.Equal(["tip", "do"], (await garden.GetAsync("/api/visits")).AsArray().Select(v => (string)v!["kind"]!));
        await garden.SendAsync(HttpMethod.Delete, $"/api/plants/{id}/work/last");
        Assert.Empty((await garden.GetAsync("/api/visits")).AsArray());

        await garden.SendAsync(
            HttpMethod.Post,
            $"/api/plants/{id}/work",
            new JsonObject { ["key"] = key, ["outcome"] = "done" }
        );
        var tip = (await garden.GetAsync("/api/visits")).AsArray()[0]!;
        Assert.Equal(
            422,
            (int)
                (
                    await garden.SendAsync(
                        HttpMethod.Post,
                        $"/api/visits/{tip["id"]}",
                        new JsonObject { ["outcome"] = "perhaps" }
                    )
                ).Status
        );
        Assert.Equal(
            204,
            (int)
                (
                    await garden.SendAsync(
                        HttpMethod.Post,
                        $"/api/visits/{tip["id"]}",
                        new JsonObject { ["outcome"] = "later", ["days"] = 10 }
                    )
                ).Status
        );
        Assert.Equal(
            "2027-06-14",
            (string)(await garden.GetAsync("/api/visits")).AsArray().Single(v => (string)v!["kind"]! == "tip")!["due"]!
        );

        // Put off, and done: either is taken back, with the line it left in the log.
        async Task SettleAsync(string outcome, string? due = null)
        {
            var (status, _) = await garden.SendAsync(
                HttpMethod.Post,
                $"/api/visits/{tip["id"]}",
                new JsonObject { ["outcome"] = outcome, ["due"] = due }
            );
            Assert.Equal(204, (int)status);
        }

        async Task<int> LinesAsync() => (await garden.GetAsync($"/api/plants/{id}/log")).AsArray().Count;
        var (lines, first) = (await LinesAsync(), (string)tip["due"]!);
        await SettleAsync("open", first);
        await SettleAsync("done", first);
        Assert.Equal(lines + 1, await LinesAsync());
        await SettleAsync("open", "2027-06-14");
        Assert.Equal(lines, await LinesAsync());
        Assert.Equal(
            "2027-06-14",
            (string)(await garden.GetAsync("/api/visits")).AsArray().Single(v => (string)v!["kind"]! == "tip")!["due"]!
        );
        Assert.Equal(
            204,
            (int)
                (
                    await garden.SendAsync(
                        HttpMethod.Post,
                        $"/api/visits/{tip["id"]}",
                        new JsonObject { ["outcome"] = "done" }
                    )
                ).Status
        );
        Assert.Equal(
            204,
            (int)
                (
                    await garden.SendAsync(
                        HttpMethod.Post,
                        $"/api/visits/{tip["id"]}",
                        new JsonObject { ["outcome"] = "done" }
                    )
                ).Status
        );
        Assert.Single((await garden.GetAsync("/api/visits")).AsArray());
        Assert.Contains((await garden.GetAsync($"/api/plants/{id}/log")).AsArray(), l =>
            ((string)l!["text"]!).StartsWith("Came back: Tip the new canes", StringComparison.Ordinal)
        );
    }
}
