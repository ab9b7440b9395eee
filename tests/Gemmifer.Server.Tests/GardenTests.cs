using System.Net;
using System.Text.Json.Nodes;

namespace Gemmifer.Server.Tests;

/// <summary>
/// Plants, surveys, work and log over a real file: nothing lost, nothing half stored, nothing overwritten.
/// </summary>
public sealed class GardenTests : IDisposable
{
    private readonly Garden _garden = new();

    public void Dispose() => _garden.Dispose();

    private static JsonObject Rose(string name = "Rose") =>
        new()
        {
            ["name"] = name,
            ["kind"] = "rose.floribunda",
            ["place"] = "bed",
        };

    [Theory]
    [InlineData("name", "\"\"", "/name")]
    [InlineData("kind", "\"rose.plastic\"", "/kind")]
    [InlineData("plantedYear", "3000", "/plantedYear")]
    [InlineData("unionHeight", "99999", "/unionHeight")]
    [InlineData("vigour", "\"mighty\"", "/vigour")]
    public async Task A_wrong_plant_is_refused_by_field_and_not_stored(string field, string value, string path)
    {
        var rose = Rose();
        rose[field] = JsonNode.Parse(value);
        var (status, body) = await _garden.SendAsync(HttpMethod.Post, "/api/plants", rose);
        Assert.Equal(422, (int)status);
        Assert.Equal(path, (string)body!["errors"]![0]!["path"]!);
        Assert.Empty((await _garden.GetAsync("/api/plants")).AsArray());
    }

    [Fact]
    public async Task A_plant_is_added_changed_taken_out_and_brought_back()
    {
        var id = await _garden.PlantAsync();
        Assert.Equal(
            HttpStatusCode.OK,
            (await _garden.SendAsync(HttpMethod.Put, $"/api/plants/{id}", Rose("Other"), 1)).Status
        );
        Assert.Equal("Other", (string)(await _garden.GetAsync($"/api/plants/{id}"))["name"]!);
        Assert.Equal(412, (int)(await _garden.SendAsync(HttpMethod.Put, $"/api/plants/{id}", Rose("Late"), 1)).Status);
        Assert.Equal(428, (int)(await _garden.SendAsync(HttpMethod.Put, $"/api/plants/{id}", Rose("Careless"))).Status);
        Assert.Equal(428, (int)(await _garden.SendAsync(HttpMethod.Delete, $"/api/plants/{id}")).Status);
        Assert.Equal(412, (int)(await _garden.SendAsync(HttpMethod.Delete, $"/api/plants/{id}", revision: 1)).Status);
        Assert.Equal(204, (int)(await _garden.SendAsync(HttpMethod.Delete, $"/api/plants/{id}", revision: 2)).Status);
        Assert.Empty((await _garden.GetAsync("/api/plants")).AsArray());
        await _garden.SendAsync(HttpMethod.Post, $"/api/plants/{id}/restore");
        Assert.Single((await _garden.GetAsync("/api/plants")).AsArray());
    }

    [Fact]
    public async Task The_second_of_two_tabs_is_told_and_overwrites_nothing()
    {
        var id = await _garden.PlantAsync();
        var path = $"/api/plants/{id}/survey";
        var (first, saved) = await _garden.SendAsync(HttpMethod.Put, path, Garden.Survey(Garden.Cane("A", 4)), 0);
        var (second, conflict) = await _garden.SendAsync(HttpMethod.Put, path, Garden.Survey(Garden.Cane("B", 8)), 0);
        Assert.Equal((200, 412), ((int)first, (int)second));
        Assert.Equal((1, 1), ((int)saved!["revision"]!, (int)conflict!["revision"]!));
        Assert.Equal("A", (string)(await _garden.GetAsync(path))["document"]!["stems"]![0]!["id"]!);
        Assert.Equal(
            200,
            (int)(await _garden.SendAsync(HttpMethod.Put, path, Garden.Survey(Garden.Cane("B", 8)), 1)).Status
        );
    }

    [Fact]
    public async Task Many_tabs_at_once_lose_nothing_silently()
    {
        var id = await _garden.PlantAsync();
        var path = $"/api/plants/{id}/survey";
        var answers = await Task.WhenAll(
            Enumerable
                .Range(0, 8)
                .Select(i => _garden.SendAsync(HttpMethod.Put, path, Garden.Survey(Garden.Cane($"T{i}", 4)), 0))
        );
        Assert.Equal(1, answers.Count(a => (int)a.Status == 200));
        Assert.Equal(7, answers.Count(a => (int)a.Status == 412));
        var kept = (string)answers.Single(a => (int)a.Status == 200).Body!["document"]!["stems"]![0]!["id"]!;
        Assert.Equal(kept, (string)(await _garden.GetAsync(path))["document"]!["stems"]![0]!["id"]!);
    }

    [Fact]
    public async Task A_survey_that_is_wrong_changes_nothing()
    {
        var id = await _garden.PlantAsync();
        var path = $"/api/plants/{id}/survey";
        await _garden.SendAsync(HttpMethod.Put, path, Garden.Survey(Garden.Cane("A", 4)), 0);
        var (status, body) = await _garden.SendAsync(
            HttpMethod.Put,
            path,
            Garden.Survey(Garden.Cane("A", 4), Garden.Cane("A", 5)),
            1
        );
        Assert.Equal((422, "/stems/1/id"), ((int)status, (string)body!["errors"]![0]!["path"]!));
        Assert.Equal(
            (1, 1),
            (
                (int)(await _garden.GetAsync(path))["revision"]!,
                (await _garden.GetAsync(path))["document"]!["stems"]!.AsArray().Count
            )
        );
        Assert.Equal(200, (int)(await _garden.SendAsync(HttpMethod.Put, path, Garden.Survey(), 1)).Status);
    }

    private async Task<string> PlannedAsync()
    {
        var id = await _garden.PlantAsync();
        var stems = new[]
        {
            Garden.Cane("A", 1),
            Garden.Cane("B", 4),
            Garden.Cane("C", 7),
            Garden.Cane("D", 10),
            Garden.Cane("E", 11, 5, 1),
        };
        await _garden.SendAsync(HttpMethod.Put, $"/api/plants/{id}/survey", Garden.Survey(stems), 0);
        return id;
    }

    private static JsonObject Step(string key, string outcome, string? instead = null, double? cutAt = null) =>
        new()
        {
            ["key"] = key,
            ["outcome"] = outcome,
            ["instead"] = instead,
            ["cutAt"] = cutAt,
        };

    [Fact]
    public async Task Steps_are_recorded_once_taken_back_and_found_again_after_a_restart()
    {
        var id = await PlannedAsync();
        var work = $"/api/plants/{id}/work";
        var keys = (await _garden.GetAsync(work))["pending"]!.AsArray().Select(p => (string)p!["key"]!).ToArray();
        Assert.Contains("stem:E", keys);
        Assert.Equal(200, (int)(await _garden.SendAsync(HttpMethod.Post, work, Step("stem:E", "done"))).Status);
        Assert.Equal(409, (int)(await _garden.SendAsync(HttpMethod.Post, work, Step("stem:E", "done"))).Status);
        await _garden.SendAsync(HttpMethod.Post, work, Step("stem:A", "skipped"));
        await _garden.SendAsync(HttpMethod.Delete, work + "/last");
        _garden.Stop();
        using var again = new Garden(_garden.Folder);
        var after = await again.GetAsync(work);
        Assert.Equal("stem:E", "stem:" + (string)after["done"]!.AsArray().Single()!["stem"]!);
        Assert.Equal(keys.Except(["stem:E"]), after["pending"]!.AsArray().Select(p => (string)p!["key"]!));
        Assert.Single((await again.GetAsync($"/api/plants/{id}/log")).AsArray());
    }

    [Fact]
    public async Task What_was_done_differently_is_solved_round()
    {
        var id = await PlannedAsync();
        var work = $"/api/plants/{id}/work";
        var (_, body) = await _garden.SendAsync(HttpMethod.Post, work, Step("stem:A", "different", "removed"));
        Assert.Equal(
            "remove",
            (string)body!["plan"]!["stems"]!.AsArray().First(s => (string)s!["id"]! == "A")!["decision"]!
        );
        (_, body) = await _garden.SendAsync(HttpMethod.Post, work, Step("stem:B", "different", "cut", 700));
        Assert.Equal(
            700,
            (double)body!["plan"]!["steps"]!.AsArray().First(s => (string?)s!["stem"] == "B")!["cut"]!["at"]!
        );
        Assert.DoesNotContain(body["pending"]!.AsArray(), p => (string)p!["key"]! is "stem:A" or "stem:B");
        var (status, refused) = await _garden.SendAsync(HttpMethod.Post, work, Step("stem:C", "different", "cut"));
        Assert.Equal((422, "/cutAt"), ((int)status, (string)refused!["errors"]![0]!["path"]!));
    }

    [Fact]
    public async Task What_a_record_would_change_is_told_before_it_is_made_and_nothing_is_stored()
    {
        var id = await PlannedAsync();
        var work = $"/api/plants/{id}/work";
        var before = await _garden.GetAsync(work);
        foreach (var step in before["pending"]!.AsArray().Select(p => (string)p!["key"]!).Where(k => k.Length == 6))
        {
            var (status, told) = await _garden.SendAsync(
                HttpMethod.Post,
                work + "/try",
                Step(step, "different", "removed")
            );
            Assert.Equal(200, (int)status);
            Assert.Equal(before["revision"]!.ToString(), (await _garden.GetAsync(work))["revision"]!.ToString());
            Assert.Empty((await _garden.GetAsync($"/api/plants/{id}/log")).AsArray());

            // Recorded, it changes just that.
            var (_, then) = await _garden.SendAsync(HttpMethod.Post, work, Step(step, "different", "removed"));
            Assert.Equal(then!["changes"]!.ToJsonString(), told!.ToJsonString());
            Assert.All(told.AsArray(), c => Assert.NotEmpty((string)c!["why"]!["text"]!));
            await _garden.SendAsync(HttpMethod.Delete, work + "/last");
            before = await _garden.GetAsync(work);
        }
    }

    [Fact]
    public async Task Any_step_of_the_season_is_taken_back_not_only_the_last()
    {
        var id = await PlannedAsync();
        var work = $"/api/plants/{id}/work";
        await _garden.SendAsync(HttpMethod.Post, work, Step("stem:E", "done"));
        var (_, two) = await _garden.SendAsync(HttpMethod.Post, work, Step("stem:A", "done"));
        var first = (int)two!["done"]![0]!["id"]!;
        var (status, left) = await _garden.SendAsync(HttpMethod.Delete, $"{work}/{first}");
        Assert.Equal(200, (int)status);
        Assert.Equal("A", (string)left!["done"]!.AsArray().Single()!["stem"]!);
        Assert.Contains(left["pending"]!.AsArray(), p => (string)p!["key"]! == "stem:E");
        Assert.Equal(409, (int)(await _garden.SendAsync(HttpMethod.Delete, $"{work}/{first}")).Status);

        // Once the plant is finished, that is taken back first.
        await _garden.SendAsync(HttpMethod.Post, work + "/finish");
        var other = (int)left["done"]![0]!["id"]!;
        Assert.Equal(409, (int)(await _garden.SendAsync(HttpMethod.Delete, $"{work}/{other}")).Status);
        Assert.Equal(200, (int)(await _garden.SendAsync(HttpMethod.Delete, work + "/last")).Status);
        Assert.Equal(200, (int)(await _garden.SendAsync(HttpMethod.Delete, $"{work}/{other}")).Status);
    }

    [Fact]
    public async Task Finishing_is_written_down_once()
    {
        var id = await PlannedAsync();
        var finish = $"/api/plants/{id}/work/finish";
        Assert.True((bool)(await _garden.SendAsync(HttpMethod.Post, finish)).Body!["finished"]!);
        Assert.Equal(409, (int)(await _garden.SendAsync(HttpMethod.Post, finish)).Status);
        Assert.Equal("finished", (string)(await _garden.GetAsync("/api/plants"))[0]!["state"]!);
    }

    [Fact]
    public async Task Settings_are_kept_and_checked()
    {
        var settings = (await _garden.GetAsync("/api/settings"))["settings"]!.DeepClone();
        settings["units"] = "imperial";
        settings["body"]!["thumb"] = 23;
        Assert.Equal(200, (int)(await _garden.SendAsync(HttpMethod.Put, "/api/settings", settings, 0)).Status);
        Assert.Equal(412, (int)(await _garden.SendAsync(HttpMethod.Put, "/api/settings", settings, 0)).Status);
        settings["body"]!["thumb"] = 900;
        var (status, body) = await _garden.SendAsync(HttpMethod.Put, "/api/settings", settings, 1);
        Assert.Equal((422, "/body/thumb"), ((int)status, (string)body!["errors"]![0]!["path"]!));
        Assert.Equal(23, (double)(await _garden.GetAsync("/api/settings"))["settings"]!["body"]!["thumb"]!);
    }

    [Fact]
    public async Task A_plant_can_be_sent_back_as_it_was_read()
    {
        using var garden = new Garden(demo: true);
        var plant = await garden.GetAsync("/api/plants/demo-row-unknown");
        plant["kind"] = "raspberry.fall";
        var (status, body) = await garden.SendAsync(
            HttpMethod.Put,
            "/api/plants/demo-row-unknown",
            plant,
            (int)plant["revision"]!
        );
        Assert.Equal((200, "demo-row-unknown"), ((int)status, (string)body!["id"]!));
    }

    [Fact]
    public async Task Days_begin_at_midnight_where_the_garden_is()
    {
        using var garden = new Garden();
        var id = await garden.PlantAsync();
        await garden.SendAsync(HttpMethod.Post, $"/api/plants/{id}/log", new JsonObject { ["text"] = "Bud break" });
        async Task<TimeSpan> Shown() =>
            ((DateTimeOffset)(await garden.GetAsync($"/api/plants/{id}/log"))[0]!["at"]!).Offset;
        var settings = (await garden.GetAsync("/api/settings"))["settings"]!.DeepClone();

        // Zones without a summer time; their hours are those of the IANA time zone database.
        foreach (var (zone, hours, seen) in new[] { ("Pacific/Kiritimati", 14, 0), ("Pacific/Pago_Pago", -11, 1) })
        {
            settings["place"]!["timeZone"] = zone;
            var (status, _) = await garden.SendAsync(HttpMethod.Put, "/api/settings", settings, seen);
            Assert.Equal((200, hours), ((int)status, (int)(await Shown()).TotalHours));
        }

        settings["place"]!["timeZone"] = "Nowhere/Else";
        var (refused, body) = await garden.SendAsync(HttpMethod.Put, "/api/settings", settings, 2);
        Assert.Equal((422, "/place/timeZone"), ((int)refused, (string)body!["errors"]![0]!["path"]!));
    }

    [Fact]
    public async Task Notes_go_into_the_log_and_empty_ones_do_not()
    {
        var id = await _garden.PlantAsync();
        Assert.Equal(
            201,
            (int)
                (
                    await _garden.SendAsync(
                        HttpMethod.Post,
                        $"/api/plants/{id}/log",
                        new JsonObject { ["text"] = "first bloom" }
                    )
                ).Status
        );
        Assert.Equal(
            422,
            (int)
                (
                    await _garden.SendAsync(
                        HttpMethod.Post,
                        $"/api/plants/{id}/log",
                        new JsonObject { ["text"] = "  " }
                    )
                ).Status
        );
        Assert.Equal("first bloom", (string)(await _garden.GetAsync($"/api/plants/{id}/log"))[0]!["text"]!);
    }
}
