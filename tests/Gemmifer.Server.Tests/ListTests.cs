using System.Net.Http.Json;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Work;
using Gemmifer.Data;
using Gemmifer.Data.Entities;
using Gemmifer.Data.Files;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Server.Tests;

/// <summary>The lists that come page by page, beside the same lists worked out from every row at once.</summary>
public sealed partial class ListTests
{
    private static readonly DateTimeOffset Now = new(2027, 2, 20, 10, 0, 0, TimeSpan.Zero);

    private const int Season = 2027;

    private static GardenContext Open(Garden garden) =>
        new(
            new DbContextOptionsBuilder<GardenContext>().UseSqlite(GardenStore.ConnectionString(garden.Folder)).Options
        );

    /// <summary>Plants in every state, with surveys and work of this season, earlier ones and second visits.</summary>
    private static async Task<(PlantRecord Plant, string State, int Steps)[]> FillAsync(Garden garden, int seed)
    {
        var random = new Random(seed);
        string[] places = ["", "Row 2", "Row 10", "row 10", "Ärmel 1"],
            names = ["Rose", "rose", "Éclat", "Vine 7", "Vine 70", "50 % of_it"];
        string[] kinds = [.. PlantKinds.All.Select(k => k.Id)];
        T Any<T>(IReadOnlyList<T> of) => of[random.Next(of.Count)];
        await using var context = Open(garden);
        for (var n = 0; n < 90; n++)
        {
            var plant = new PlantRecord
            {
                Id = $"{random.Next():x8}{n:x24}",
                Name = $"{Any(names)} {random.Next(30)}",
                Kind = Any(kinds),
                Place = Any(places),
                Revision = 1,
                CreatedAt = Now,
                RemovedAt = random.Next(10) == 0 ? Now : null,
            };
            foreach (var season in (int[])[Season - 1, Season])
            {
                var visit = random.Next(1, 3);
                if (random.Next(3) > 0)
                {
                    plant.Surveys.Add(
                        new SurveyRecord
                        {
                            PlantId = plant.Id,
                            Season = season,
                            Date = new DateOnly(season, 2, 20),
                            Stems = Any(["[]", """[{"parent":"crown","clock":3,"diameter":12.345}]"""]),
                            KeepOut = "[]",
                            Parts = Any([null, """{"row":{}}"""]),
                            Visit = visit,
                            Revision = 1,
                            UpdatedAt = Now,
                        }
                    );
                }

                for (var line = random.Next(4); line > 0; line--)
                {
                    plant.Log.Add(
                        new LogRecord
                        {
                            PlantId = plant.Id,
                            Season = season,
                            Visit = random.Next(1, 3),
                            At = Now.AddDays(-random.Next(400)),
                            Kind = Any([LogKind.Step, LogKind.Step, LogKind.Note, LogKind.Finished]),
                            Text = "x",
                        }
                    );
                }
            }

            context.Add(plant);
        }

        await context.SaveChangesAsync(TestContext.Current.CancellationToken);
        var all = await context
            .Plants.Include(p => p.Surveys)
            .Include(p => p.Log)
            .Where(p => p.RemovedAt == null)
            .ToListAsync(TestContext.Current.CancellationToken);
        return [.. all.OrderBy(p => p, new AsPeopleCount()).Select(Judged)];
    }

    private static (PlantRecord Plant, string State, int Steps) Judged(PlantRecord plant)
    {
        var survey = plant.Surveys.SingleOrDefault(s => s.Season == Season);
        var lines = plant.Log.Where(l => l.Season == Season && l.Visit == (survey?.Visit ?? 1)).ToArray();
        var steps = lines.Count(l => l.Kind == LogKind.Step);
        return (
            plant,
            lines.Any(l => l.Kind == LogKind.Finished) ? "finished"
            : steps > 0 ? "working"
            : survey is not null && (survey.Stems != "[]" || survey.Part("row") is not null)
            || !PlantKinds.Of(plant.Kind).Surveyed
                ? "surveyed"
            : "empty",
            steps
        );
    }

    /// <summary>Place by place, then by name, capitals or not, and numbers by their size; then by the id.</summary>
    private sealed partial class AsPeopleCount : IComparer<PlantRecord>
    {
        public int Compare(PlantRecord? x, PlantRecord? y)
        {
            var order = Words(x!.Place, y!.Place);
            order = order == 0 ? string.CompareOrdinal(x.Place, y.Place) : order;
            order = order == 0 ? Words(x.Name, y.Name) : order;
            return order == 0 ? string.CompareOrdinal(x.Id, y.Id) : order;
        }

        private static int Words(string x, string y)
        {
            var (a, b) = (Parts().Matches(x.ToLowerInvariant()), Parts().Matches(y.ToLowerInvariant()));
            for (var i = 0; i < Math.Min(a.Count, b.Count); i++)
            {
                var order =
                    long.TryParse(a[i].Value, out var m) && long.TryParse(b[i].Value, out var n)
                        ? m.CompareTo(n)
                        : string.CompareOrdinal(a[i].Value, b[i].Value);
                if (order != 0)
                {
                    return order;
                }
            }

            return a.Count.CompareTo(b.Count);
        }

        [GeneratedRegex("[0-9]+|[^0-9]+")]
        private static partial Regex Parts();
    }

    /// <summary>Every page of a list, one after another by the header that names the next.</summary>
    private static async Task<List<JsonNode>> AllAsync(Garden garden, string path)
    {
        var (all, pages) = (new List<JsonNode>(), 0);
        for (string? next = path; next is not null; pages++)
        {
            using var answer = await garden.Client.GetAsync(next, TestContext.Current.CancellationToken);
            answer.EnsureSuccessStatusCode();
            var page = await answer.Content.ReadFromJsonAsync<JsonArray>(TestContext.Current.CancellationToken);
            all.AddRange(page!.Select(l => l!));
            next = answer.Headers.TryGetValues("Link", out var link)
                ? LinkTarget().Match(link.Single()).Groups[1].Value
                : null;
            Assert.True(pages < 500, "A list that does not end.");
        }

        return all;
    }

    [GeneratedRegex("^<([^>]+)>; rel=\"next\"$")]
    private static partial Regex LinkTarget();

    private static string[] Ids(IEnumerable<JsonNode> plants) => [.. plants.Select(p => (string)p["plant"]!["id"]!)];

    [Theory]
    [InlineData(1, 1)]
    [InlineData(2, 7)]
    [InlineData(3, 40)]
    [InlineData(4, 200)]
    public async Task Pages_of_any_length_give_every_plant_once_in_order_with_the_state_its_rows_say(
        int seed,
        int limit
    )
    {
        using var garden = new Garden(now: Now);
        var wanted = await FillAsync(garden, seed);
        var all = await AllAsync(garden, $"/api/plants?limit={limit}");
        Assert.Equal(wanted.Select(w => w.Plant.Id), Ids(all));
        Assert.Equal(
            wanted.Select(w => (w.State, w.Steps)),
            all.Select(p => ((string)p["state"]!, (int)p["stepsDone"]!))
        );
        Assert.Equal(
            wanted.Select(w =>
                w.Plant.Log.Where(l => l.Kind is LogKind.Step or LogKind.Finished)
                    .Max(l => (DateTimeOffset?)l.At)
                    ?.ToString("yyyy-MM-dd")
            ),
            all.Select(p => (string?)p["lastPruned"])
        );
        foreach (var state in (string[])["empty", "surveyed", "working", "finished"])
        {
            Assert.Equal(
                wanted.Where(w => w.State == state).Select(w => w.Plant.Id),
                Ids(await AllAsync(garden, $"/api/plants?limit={limit}&state={state}"))
            );
        }
    }

    [Theory]
    [InlineData("rose")]
    [InlineData("ROSE 1")]
    [InlineData("éclat")]
    [InlineData("ÄRMEL vine")]
    [InlineData("%")]
    [InlineData("f_i")]
    [InlineData("row 10 ramb")]
    [InlineData("nobody")]
    public async Task A_plant_is_found_by_words_of_its_name_its_place_and_its_kind(string words)
    {
        using var garden = new Garden(now: Now);
        var plants = await FillAsync(garden, 5);
        var sought = words.ToLowerInvariant().Split(' ');
        Assert.Equal(
            plants
                .Where(p =>
                    sought.All(w =>
                        ((string[])[p.Plant.Name, p.Plant.Place, PlantKinds.Of(p.Plant.Kind).Name]).Any(t =>
                            t.ToLowerInvariant().Contains(w, StringComparison.Ordinal)
                        )
                    )
                )
                .Select(p => p.Plant.Id),
            Ids(await AllAsync(garden, $"/api/plants?limit=9&q={Uri.EscapeDataString(words)}"))
        );
    }

    [Fact]
    public async Task What_is_due_counts_every_plant_and_shows_the_first_of_each_group()
    {
        using var garden = new Garden(now: Now);
        Assert.Null((await garden.GetAsync("/api/now"))["dueFrom"]);
        var plants = await FillAsync(garden, 6);
        var now = await garden.GetAsync("/api/now");
        Assert.Equal(("2027-02-20", plants.Length), ((string)now["today"]!, (int)now["plants"]!));
        var all = await AllAsync(garden, "/api/plants");
        var due = all.Select(p => (string)p["dueFrom"]!).ToArray();
        Assert.Equal(
            (due.Min(StringComparer.Ordinal), due.Count(d => string.CompareOrdinal(d, "2027-02-20") <= 0)),
            ((string)now["dueFrom"]!, (int)now["due"]!)
        );
        Assert.Equal(4, now["groups"]!.AsArray().Count);
        foreach (var group in now["groups"]!.AsArray())
        {
            var members = all.Where(p => (string)p["state"]! == (string)group!["state"]!).ToArray();
            Assert.Equal(members.Length, (int)group!["count"]!);
            Assert.Equal(
                members.Take(12).Select(m => m.ToJsonString()),
                group["plants"]!.AsArray().Select(p => p!.ToJsonString())
            );
        }
    }

    [Fact]
    public async Task The_next_plant_is_the_next_of_its_family_in_its_place_and_round_again()
    {
        using var garden = new Garden(now: Now);
        var plants = await FillAsync(garden, 7);
        foreach (var row in plants.Select(p => p.Plant).GroupBy(p => (p.Place, PlantKinds.Of(p.Kind).Family)))
        {
            PlantRecord[] all = [.. row];
            for (var i = 0; i < all.Length; i++)
            {
                var (status, next) = await garden.SendAsync(HttpMethod.Get, $"/api/plants/{all[i].Id}/next");
                Assert.Equal(all.Length == 1 ? 204 : 200, (int)status);
                Assert.Equal(all.Length == 1 ? null : all[(i + 1) % all.Length].Id, (string?)next?["id"]);
            }
        }

        Assert.Equal(404, (int)(await garden.SendAsync(HttpMethod.Get, "/api/plants/nobody/next")).Status);
    }

    [Fact]
    public async Task A_plant_that_is_renamed_or_moved_is_found_and_sorted_by_its_new_name()
    {
        using var garden = new Garden(now: Now);
        var id = await garden.PlantAsync("Zebra");
        await garden.PlantAsync("Middle");
        var (status, _) = await garden.SendAsync(
            HttpMethod.Put,
            $"/api/plants/{id}",
            new JsonObject
            {
                ["name"] = "Aardvark",
                ["kind"] = "rose.hybrid-tea",
                ["place"] = "Far bed",
            },
            1
        );
        Assert.Equal(200, (int)status);
        Assert.Equal(id, Assert.Single(Ids(await AllAsync(garden, "/api/plants?q=aard"))));
        Assert.Empty(await AllAsync(garden, "/api/plants?q=zebra"));
        Assert.Equal(["bed", "Far bed"], (await garden.GetAsync("/api/places")).AsArray().Select(p => (string)p!));
    }

    [Fact]
    public async Task Visits_come_page_by_page_the_most_pressing_first()
    {
        using var garden = new Garden(now: Now);
        var plants = await FillAsync(garden, 8);
        var random = new Random(8);
        await using (var context = Open(garden))
        {
            foreach (var (plant, _, _) in plants)
            {
                context.Add(
                    new VisitRecord
                    {
                        PlantId = plant.Id,
                        Season = Season,
                        Key = "1:x",
                        Kind = VisitKind.Check,
                        Text = "Look.",
                        Due = new DateOnly(2027, 2, 20).AddDays(random.Next(-130, 9) is var d && d < -100 ? d : d % 9),
                        DoneAt = random.Next(8) == 0 ? Now : null,
                    }
                );
            }

            await context.SaveChangesAsync(TestContext.Current.CancellationToken);
        }

        await using var all = Open(garden);
        var visits = await all.Visits.ToListAsync(TestContext.Current.CancellationToken);
        var place = plants.Select((p, i) => (p.Plant.Id, i)).ToDictionary(p => p.Id, p => p.i);
        var wanted = visits
            .Where(v => v.DoneAt is null && v.Due >= new DateOnly(2027, 2, 20).AddDays(-120))
            .OrderBy(v => v.Due)
            .ThenBy(v => place[v.PlantId])
            .Select(v => v.Id);
        Assert.Equal(wanted, (await AllAsync(garden, "/api/visits?limit=7")).Select(v => (int)v["id"]!));
    }

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(200)]
    public async Task Rows_of_vines_come_page_by_page_each_once_with_all_its_vines(int limit)
    {
        using var garden = new Garden(now: Now);
        var vines = (await FillAsync(garden, 9))
            .Select(p => p.Plant)
            .Where(p => PlantKinds.Of(p.Kind).Family.Name == "vine")
            .ToArray();
        var rows = await AllAsync(garden, $"/api/blocks?limit={limit}");
        Assert.Equal(vines.Select(v => v.Place).Distinct(), rows.Select(r => (string)r["place"]!));
        Assert.Equal(
            vines.Select(v => v.Id).Order(),
            rows.SelectMany(r => r["lines"]!.AsArray()).Select(l => (string)l!["id"]!).Order()
        );
        Assert.True(rows.Count > 2);
    }

    [Theory]
    [InlineData("/api/blocks?limit=x", "/limit")]
    [InlineData("/api/plants?limit=0", "/limit")]
    [InlineData("/api/plants?limit=201", "/limit")]
    [InlineData("/api/plants?limit=ten", "/limit")]
    [InlineData("/api/plants?limit=-1", "/limit")]
    [InlineData("/api/plants?after=nobody", "/after")]
    [InlineData("/api/plants?state=asleep", "/state")]
    [InlineData("/api/visits?limit=99999999999", "/limit")]
    [InlineData("/api/visits?after=x", "/after")]
    [InlineData("/api/visits?after=7", "/after")]
    public async Task A_page_that_cannot_be_is_told_with_the_field(string path, string field)
    {
        using var garden = new Garden();
        var (status, body) = await garden.SendAsync(HttpMethod.Get, path);
        Assert.Equal((422, field), ((int)status, (string)body!["errors"]![0]!["path"]!));
    }

    [Fact]
    public async Task A_small_drawing_is_given_what_it_draws_and_no_more()
    {
        using var garden = new Garden();
        var id = await garden.PlantAsync();
        var stems = Enumerable.Range(0, 60).Select(i => Garden.Cane($"S{i}", 0.1 + (i * 0.19), 12.34)).ToArray();
        stems[1]["parent"] = "S0";
        await garden.SendAsync(HttpMethod.Put, $"/api/plants/{id}/survey", Garden.Survey(stems), 0);
        var canes = (await garden.GetAsync("/api/plants"))[0]!["canes"]!.AsArray();
        Assert.Equal(20, canes.Count);
        Assert.Equal(
            """{"role":"cane","parent":"crown","diameter":12.3,"age":2,"clock":0.1,"length":1100}""",
            canes[0]!.ToJsonString()
        );
        Assert.DoesNotContain(canes, c => (string)c!["parent"]! == "S0");
    }
}
