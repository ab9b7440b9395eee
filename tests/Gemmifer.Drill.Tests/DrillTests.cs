using System.IO.Compression;
using System.Net;
using System.Text.Json;
using System.Text.Json.Nodes;
using Gemmifer.Core;
using Gemmifer.Core.Plants;
using Gemmifer.Data.Files;
using Gemmifer.Server.Tests;
using Microsoft.Data.Sqlite;

namespace Gemmifer.Drill.Tests;

/// <summary>
/// A family that the application does not know is registered through the seam alone, and goes through all of it: looked
/// at, planned, stored, archived and read back, listed, dated and worked through.
/// </summary>
public sealed class DrillTests
{
    private static readonly DateTimeOffset Now = new(2027, 2, 20, 10, 0, 0, TimeSpan.Zero);

    private static JsonObject Branch(string id, double clock, int age)
    {
        var branch = Garden.Cane(id, clock, 14, age);
        branch["parent"] = "ground";
        return branch;
    }

    private static JsonObject Seen(int stools = 2)
    {
        var survey = Garden.Survey(Branch("A", 2, 1), Branch("B", 6, 3), Branch("C", 10, 6));
        survey["bush"] = new JsonObject { ["stools"] = stools };
        return survey;
    }

    private static async Task<string> PlantedAsync(Garden garden)
    {
        var (status, body) = await garden.SendAsync(
            HttpMethod.Post,
            "/api/plants",
            new JsonObject
            {
                ["name"] = "By the gate",
                ["kind"] = "currant.black",
                ["place"] = "fruit",
            }
        );
        Assert.Equal(HttpStatusCode.Created, status);
        return (string)body!["id"]!;
    }

    private static async Task<string> LookedAtAsync(Garden garden)
    {
        var id = await PlantedAsync(garden);
        var (status, body) = await garden.SendAsync(HttpMethod.Put, $"/api/plants/{id}/survey", Seen(), 0);
        Assert.True(status == HttpStatusCode.OK, body?.ToJsonString());
        return id;
    }

    [Fact]
    public void Three_lines_of_data_are_a_kind_and_the_rest_is_usual()
    {
        var kind = PlantKinds.Of("currant.black");
        Assert.Equal("currant", kind.Family.Name);
        Assert.Equal(4, kind.OldFrom);
        Assert.Equal(PlantKinds.Of("shrub.simple").InternodeMm, kind.InternodeMm);
        Assert.IsType<CurrantFamily>(PlantFamilies.Of(kind));
        Assert.Equal("currant", PlantFamilies.All[^1].Id.Name);
    }

    [Fact]
    public void A_family_comes_once_and_before_anything_is_asked_of_plants()
    {
        Assert.Throws<ArgumentException>(() => PlantFamilies.Register(new CurrantFamily()));
        Assert.NotEmpty(PlantKinds.All);
        Assert.Throws<InvalidOperationException>(() => PlantFamilies.Register(new LateFamily()));
    }

    private sealed class LateFamily : Gemmifer.Core.Families.Family
    {
        public override PlantFamily Id { get; } = new("late");

        public override string Noun => "late";

        public override Gemmifer.Core.Plans.PlanDocument Plan(
            Gemmifer.Core.Surveys.Survey survey,
            Gemmifer.Core.Families.PlanDetail detail,
            CancellationToken cancel
        ) => throw new NotSupportedException();
    }

    [Fact]
    public async Task It_is_looked_at_stored_and_planned()
    {
        using var garden = new Garden(now: Now);
        var id = await LookedAtAsync(garden);
        var stored = (await garden.GetAsync($"/api/plants/{id}/survey"))["document"]!;
        Assert.Equal(2, (int)stored["bush"]!["stools"]!);
        Assert.Null(stored["vine"]);

        var work = await garden.GetAsync($"/api/plants/{id}/work");
        var plan = work["plan"]!;
        Assert.Equal(["keep", "keep", "remove"], plan["stems"]!.AsArray().Select(s => (string)s!["decision"]!));
        Assert.Contains("2 stools", plan["summary"]![0]!.ToJsonString(), StringComparison.Ordinal);

        // What only this family says stands under the name of its part; what others would say is null.
        Assert.Equal("""{"fruiting":2}""", plan["bush"]!.ToJsonString());
        Assert.True(plan.AsObject().ContainsKey("vine"));
        Assert.Null(plan["vine"]);
    }

    [Fact]
    public async Task A_part_that_cannot_be_read_keeps_nobody_from_noting_it_anew()
    {
        using var garden = new Garden(now: Now);
        var id = await LookedAtAsync(garden);
        await using (var connection = new SqliteConnection(GardenStore.ConnectionString(garden.Folder)))
        {
            await connection.OpenAsync();
            await using var command = connection.CreateCommand();
            command.CommandText = "UPDATE Surveys SET Parts = '[{'";
            Assert.Equal(1, await command.ExecuteNonQueryAsync());
        }

        var (status, body) = await garden.SendAsync(HttpMethod.Put, $"/api/plants/{id}/survey", Seen(5), 1);
        Assert.True(status == HttpStatusCode.OK, body?.ToJsonString());
        var stored = (await garden.GetAsync($"/api/plants/{id}/survey"))["document"]!;
        Assert.Equal(5, (int)stored["bush"]!["stools"]!);
    }

    [Fact]
    public async Task A_wrong_part_of_an_archive_is_refused_by_name_and_nothing_is_read_in()
    {
        using var garden = new Garden(now: Now);
        await LookedAtAsync(garden);
        using var archive = new MemoryStream();
        await archive.WriteAsync(await garden.Client.GetByteArrayAsync("/api/archive"));
        using (var zip = new ZipArchive(archive, ZipArchiveMode.Update, leaveOpen: true))
        {
            var entry = zip.Entries.Single(e => e.FullName.Contains("survey", StringComparison.Ordinal));
            JsonArray surveys;
            await using (var read = await entry.OpenAsync())
            {
                surveys = (await JsonNode.ParseAsync(read))!.AsArray();
            }

            surveys[0]!["bush"] = "many";
            var name = entry.FullName;
            entry.Delete();
            await using var written = await zip.CreateEntry(name).OpenAsync();
            await JsonSerializer.SerializeAsync(written, surveys);
        }

        using var empty = new Garden(now: Now);
        using var content = new ByteArrayContent(archive.ToArray());
        content.Headers.ContentType = new("application/zip");
        using var answer = await empty.Client.PostAsync("/api/archive", content);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
        Assert.Contains("bush", await answer.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        Assert.Empty((await empty.GetAsync("/api/plants")).AsArray());
    }

    [Fact]
    public async Task What_is_wrong_in_its_part_is_named_and_nothing_is_stored()
    {
        using var garden = new Garden(now: Now);
        var id = await PlantedAsync(garden);
        var (status, body) = await garden.SendAsync(HttpMethod.Put, $"/api/plants/{id}/survey", Seen(99), 0);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, status);
        Assert.Contains("/bush/stools", body!.ToJsonString(), StringComparison.Ordinal);
        Assert.Equal(0, (int)(await garden.GetAsync($"/api/plants/{id}/survey"))["revision"]!);
    }

    [Fact]
    public async Task Its_part_is_no_other_family_s()
    {
        using var garden = new Garden(now: Now);
        var rose = await garden.PlantAsync();
        var (status, _) = await garden.SendAsync(HttpMethod.Put, $"/api/plants/{rose}/survey", Seen(), 0);
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.Null((await garden.GetAsync($"/api/plants/{rose}/survey"))["document"]!["bush"]);
    }

    [Fact]
    public async Task A_year_on_its_part_has_grown_older()
    {
        var folder = Directory.CreateTempSubdirectory("gemmifer-drill-").FullName;
        try
        {
            string id;
            using (var garden = new Garden(folder, now: Now))
            {
                id = await LookedAtAsync(garden);
            }

            using var later = new Garden(folder, now: Now.AddYears(1));
            var survey = await later.GetAsync($"/api/plants/{id}/survey");
            Assert.Equal(2027, (int)survey["carriedFrom"]!);
            Assert.Equal(1, (int)survey["document"]!["bush"]!["stools"]!);
        }
        finally
        {
            Directory.Delete(folder, true);
        }
    }

    [Fact]
    public async Task It_is_worked_through_and_remembered()
    {
        using var garden = new Garden(now: Now);
        var id = await LookedAtAsync(garden);
        var work = await garden.GetAsync($"/api/plants/{id}/work");
        var step = Assert.Single(work["pending"]!.AsArray())!;
        Assert.Equal("C", (string)step["step"]!["stem"]!);
        var (status, body) = await garden.SendAsync(
            HttpMethod.Post,
            $"/api/plants/{id}/work",
            new JsonObject { ["key"] = (string)step["key"]!, ["outcome"] = "done" }
        );
        Assert.True(status == HttpStatusCode.OK, body?.ToJsonString());
        Assert.Empty((await garden.GetAsync($"/api/plants/{id}/work"))["pending"]!.AsArray());
        var (finished, _) = await garden.SendAsync(HttpMethod.Post, $"/api/plants/{id}/work/finish");
        Assert.Equal(HttpStatusCode.OK, finished);
        Assert.Contains("finished", (await garden.GetAsync("/api/plants")).ToJsonString(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task It_is_listed_and_has_a_year()
    {
        using var garden = new Garden(now: Now);
        var id = await LookedAtAsync(garden);
        var listed = await garden.GetAsync("/api/plants?family=currant");
        Assert.Contains(id, listed.ToJsonString(), StringComparison.Ordinal);
        Assert.DoesNotContain(
            id,
            (await garden.GetAsync("/api/plants?family=rose")).ToJsonString(),
            StringComparison.Ordinal
        );
        var kinds = await garden.GetAsync("/api/kinds");
        Assert.Contains("currant.black", kinds.ToJsonString(), StringComparison.Ordinal);
        var year = await garden.GetAsync("/api/garden/year");
        var jobs = year["jobs"]!.AsArray().Where(j => (string?)j!["plant"] == id).Select(j => (string)j!["job"]!);
        Assert.Contains("main-prune", jobs);
    }

    [Fact]
    public async Task An_archive_carries_its_part_and_an_empty_garden_reads_it_back()
    {
        using var garden = new Garden(now: Now);
        var id = await LookedAtAsync(garden);
        var archive = await garden.Client.GetByteArrayAsync("/api/archive");
        using var empty = new Garden(now: Now);
        using var content = new ByteArrayContent(archive);
        content.Headers.ContentType = new("application/zip");
        using var answer = await empty.Client.PostAsync("/api/archive", content);
        Assert.True(answer.IsSuccessStatusCode, await answer.Content.ReadAsStringAsync());
        var (before, after) = (
            (await garden.GetAsync($"/api/plants/{id}/survey"))["document"]!,
            (await empty.GetAsync($"/api/plants/{id}/survey"))["document"]!
        );
        Assert.Equal(2, (int)after["bush"]!["stools"]!);
        Assert.Equal(before.ToJsonString(), after.ToJsonString());
    }
}
