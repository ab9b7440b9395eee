using System.Globalization;
using System.IO.Compression;
using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json.Nodes;
using System.Xml.Linq;

namespace Gemmifer.Server.Tests;

/// <summary>Files in and out: weather, log, calendar, drawing, survey and the whole garden.</summary>
public sealed class FileTests : IDisposable
{
    private readonly Garden _garden = new(demo: true);

    private HttpClient Client => _garden.Client;

    public void Dispose() => _garden.Dispose();

    private static StringContent Csv(string text) => new(text, Encoding.UTF8, "text/csv");

    private static async Task<JsonNode> JsonAsync(HttpResponseMessage answer)
    {
        var text = await answer.Content.ReadAsStringAsync();
        Assert.True(answer.IsSuccessStatusCode, text);
        return JsonNode.Parse(text)!;
    }

    [Fact]
    public async Task Weather_is_looked_at_taken_and_sent_back_the_same()
    {
        const string File =
            "date,tmin,tmax,rain\r\n2026-01-01,-3.5,2,0\r\n2026-01-02,-1,,4.2\r\n2026-01-04,0,6.5,0\r\n";
        var look = await JsonAsync(await Client.PostAsync("/api/weather.csv?preview=true", Csv(File)));
        Assert.False((bool)look["taken"]!);
        Assert.Equal((3, 3, 0), ((int)look["days"]!, (int)look["added"]!, (int)look["changed"]!));
        Assert.Contains("1 day is missing, the first on 2026-01-03", look["notes"]!.ToJsonString());
        Assert.Contains("On one day not everything was measured", look["notes"]!.ToJsonString());
        Assert.Equal("date,tmin,tmax,rain\r\n", await Client.GetStringAsync("/api/weather.csv"));

        await JsonAsync(await Client.PostAsync("/api/weather.csv", Csv(File)));
        Assert.Equal(File, await Client.GetStringAsync("/api/weather.csv"));
        var again = await JsonAsync(await Client.PostAsync("/api/weather.csv", Csv(File)));
        Assert.Equal((0, 0), ((int)again["added"]!, (int)again["changed"]!));
    }

    [Theory]
    [InlineData("date,tmin_f,tmax_f,rain_in\n2026-07-01,59,86,1\n", "F", "in", 15.0, 30.0, 25.4)]
    [InlineData("date,tmin,tmax,rain\n2026-07-01,70,104,0\n", "F", "mm", 21.1, 40.0, 0.0)]
    [InlineData("date;tmin;tmax;rain\n2026-07-01;12,5;30;0,4\n", "C", "mm", 12.5, 30.0, 0.4)]
    [InlineData("\uFEFFDate,TMin,TMax,Rain\n2024-02-29,-2,3,0\n2024-02-29,-2,3,0\n", "C", "mm", -2.0, 3.0, 0.0)]
    public async Task Units_of_weather_are_told_or_recognised(
        string file,
        string temperature,
        string rain,
        double low,
        double high,
        double wet
    )
    {
        var taken = await JsonAsync(await Client.PostAsync("/api/weather.csv", Csv(file)));
        Assert.Equal(
            (temperature, rain, 1),
            ((string)taken["temperature"]!, (string)taken["rain"]!, (int)taken["days"]!)
        );
        var day = taken["first"]![0]!;
        Assert.Equal((low, high, wet), ((double)day["tmin"]!, (double)day["tmax"]!, (double)day["rain"]!));
    }

    [Fact]
    public async Task The_log_goes_out_and_in_and_equal_lines_count_once()
    {
        var before = await Client.GetStringAsync("/api/log.csv");
        var first = await JsonAsync(await Client.PostAsync("/api/log.csv", Csv(before)));
        Assert.Equal((0, 0), ((int)first["added"]!, (int)first["left"]!));
        Assert.Equal(before, await Client.GetStringAsync("/api/log.csv"));

        const string More =
            "date,plant,what,text,mm,grams\n"
            + "2026-05-01,demo-lantern,bud-break,,,\n2026-05-01,demo-lantern,bud-break,,,\n"
            + "2026-06-02,demo-lantern,height,by the wall,1850,\n2026-03-01,demo-lantern,prunings,,,640\n"
            + "2026-06-03,demo-lantern,note,\"Said, \"\"well\"\"\",,\n";
        var more = await JsonAsync(await Client.PostAsync("/api/log.csv", Csv(More)));
        Assert.Equal((4, 1), ((int)more["added"]!, (int)more["same"]!));
        more = await JsonAsync(await Client.PostAsync("/api/log.csv", Csv(More)));
        Assert.Equal((0, 5), ((int)more["added"]!, (int)more["same"]!));
        var after = await Client.GetStringAsync("/api/log.csv");
        Assert.Contains("bud-break", after);
        Assert.Contains("Height 1850 mm. by the wall,1850", after);
        Assert.Contains("Prunings 640 g.,,640", after);
        var whole = await JsonAsync(await Client.PostAsync("/api/log.csv", Csv(after)));
        Assert.Equal((0, 0), ((int)whole["added"]!, (int)whole["left"]!));
    }

    private static Dictionary<string, (string Start, string Summary)> Events(string calendar) =>
        calendar
            .Replace("\r\n ", "", StringComparison.Ordinal)
            .Split("BEGIN:VEVENT")
            .Skip(1)
            .Select(e =>
                e.Split("\r\n")
                    .Where(l => l.Contains(':', StringComparison.Ordinal))
                    .GroupBy(l => l[..l.IndexOfAny([':', ';'])])
                    .ToDictionary(g => g.Key, g => g.First()[(g.First().IndexOf(':', StringComparison.Ordinal) + 1)..])
            )
            .ToDictionary(e => e["UID"], e => (e["DTSTART"], e["SUMMARY"]));

    [Fact]
    public async Task Events_of_the_calendar_keep_their_names_when_their_days_move()
    {
        var before = Events(await Client.GetStringAsync("/api/calendar.ics"));
        Assert.True(before.Count > 50, $"{before.Count} events.");
        var settings = (await Client.GetFromJsonAsync<JsonNode>("/api/settings"))!;
        var changed = settings["settings"]!.DeepClone();
        changed["place"]!["lastFrost"] = "05-01";
        using var put = new HttpRequestMessage(HttpMethod.Put, "/api/settings")
        {
            Content = JsonContent.Create(changed),
        };
        put.Headers.TryAddWithoutValidation("If-Match", $"\"{settings["revision"]}\"");
        Assert.Equal(HttpStatusCode.OK, (await Client.SendAsync(put)).StatusCode);

        var after = Events(await Client.GetStringAsync("/api/calendar.ics"));
        var kept = before.Keys.Intersect(after.Keys).ToArray();

        // Some come into the span or leave it at its ends.
        Assert.True(kept.Length > 0.9 * before.Count, $"{kept.Length} of {before.Count} kept their names.");
        Assert.Contains(kept, k => before[k].Start != after[k].Start);
        Assert.All(kept, k => Assert.Equal(before[k].Summary, after[k].Summary));
    }

    [Fact]
    public async Task The_feed_is_read_with_its_secret_only_till_another_is_made()
    {
        var feed = await JsonAsync(await Client.PostAsync("/api/calendar/feed", null));
        static string PathOf(JsonNode feed) => ((string)feed["path"]!)["/demo".Length..];
        var path = PathOf(feed);
        Assert.Equal(HttpStatusCode.OK, (await Client.GetAsync(path)).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await Client.GetAsync("/api/calendar.ics?key=guess")).StatusCode);
        var next = await JsonAsync(await Client.PostAsync("/api/calendar/feed", null));
        Assert.Equal(HttpStatusCode.NotFound, (await Client.GetAsync(path)).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await Client.GetAsync(PathOf(next))).StatusCode);
        Assert.Equal(HttpStatusCode.NoContent, (await Client.DeleteAsync("/api/calendar/feed")).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await Client.GetAsync(PathOf(next))).StatusCode);
    }

    [Theory]
    [InlineData("found")]
    [InlineData("cut")]
    [InlineData("summer")]
    public async Task Every_demo_plant_is_drawn_and_its_survey_is_a_table(string show)
    {
        var plants = (await Client.GetFromJsonAsync<JsonNode>("/api/plants"))!.AsArray();
        Assert.True(plants.Count > 20);
        foreach (var id in plants.Select(p => (string)p!["plant"]!["id"]!))
        {
            var answer = await Client.GetAsync($"/api/plants/{id}/drawing.svg?show={show}");
            if (answer.StatusCode == HttpStatusCode.Conflict)
            {
                continue;
            }

            Assert.Equal("image/svg+xml", answer.Content.Headers.ContentType!.MediaType);
            var svg = XDocument.Parse(await answer.Content.ReadAsStringAsync()).Root!;
            var work = (await Client.GetFromJsonAsync<JsonNode>($"/api/plants/{id}/work"))!;
            var drawn = svg.Descendants().Select(e => (string?)e.Attribute("data-stem")).OfType<string>().ToHashSet();
            var stems = work["plan"]!["stems"]!.AsArray();
            foreach (var stem in stems.Where(s => (string)s!["decision"]! == "remove"))
            {
                // What goes stands in the drawing of what was found, and in no other.
                Assert.Equal(show == "found", drawn.Contains((string)stem!["id"]!));
            }
        }

        var lantern = (await Client.GetStringAsync("/api/plants/demo-lantern/survey.csv")).Split("\r\n");
        Assert.StartsWith("id,", lantern[0], StringComparison.Ordinal);
        var stemsOf = (await Client.GetFromJsonAsync<JsonNode>("/api/plants/demo-lantern/survey"))!["document"]![
            "stems"
        ]!;
        Assert.Equal(stemsOf.AsArray().Count, lantern.Skip(1).Count(l => l.Length > 0));
        Assert.Equal(
            HttpStatusCode.UnprocessableEntity,
            (await Client.GetAsync("/api/plants/demo-lantern/drawing.svg?show=inside")).StatusCode
        );
    }

    private static ByteArrayContent Zip(byte[] bytes) =>
        new(bytes) { Headers = { ContentType = new("application/zip") } };

    private static SortedDictionary<string, string> Unpacked(byte[] bytes)
    {
        using var zip = new ZipArchive(new MemoryStream(bytes));
        var files = new SortedDictionary<string, string>(StringComparer.Ordinal);
        foreach (var entry in zip.Entries.Where(e => e.FullName != "garden.json"))
        {
            using var text = new StreamReader(entry.Open());
            files[entry.FullName] = text.ReadToEnd();
        }

        return files;
    }

    [Fact]
    public async Task A_whole_garden_goes_out_and_into_an_empty_one_with_equal_content_and_twice_doubles_nothing()
    {
        await Client.PostAsync("/api/weather.csv", Csv("date,tmin,tmax,rain\n2026-01-01,-3.5,2,0\n"));
        await Client.PostAsync(
            "/api/rules",
            JsonContent.Create(
                new
                {
                    name = "Mine",
                    @base = "standard",
                    set = new { },
                }
            )
        );
        await Client.PostAsync(
            "/api/log",
            JsonContent.Create(
                new
                {
                    place = "Vine terrace",
                    what = "bud-break",
                    batch = "b1",
                }
            )
        );
        var round = await Client.PutAsync(
            "/api/plants/demo-lantern/rounds/c1",
            JsonContent.Create(new { task = "cover", anyway = true })
        );
        Assert.True(round.IsSuccessStatusCode, await round.Content.ReadAsStringAsync());
        var sent = await Client.GetByteArrayAsync("/api/archive");
        using var empty = new Garden();
        var other = empty.Client;
        var taken = await JsonAsync(await other.PostAsync("/api/archive", Zip(sent)));
        Assert.True((int)taken["plants"]! > 20);
        Assert.Null(taken["copy"]);
        Assert.Equal(Unpacked(sent), Unpacked(await other.GetByteArrayAsync("/api/archive")));

        var again = await JsonAsync(await other.PostAsync("/api/archive", Zip(sent)));
        Assert.Equal(
            (0, 0, 0, 0, 0),
            (
                (int)again["plants"]!,
                (int)again["surveys"]!,
                (int)again["lines"]!,
                (int)again["visits"]!,
                (int)again["days"]!
            )
        );
        Assert.Equal(Unpacked(sent), Unpacked(await other.GetByteArrayAsync("/api/archive")));

        // The plans are the same as well.
        var (here, there) = (
            await Client.GetStringAsync("/api/plants/demo-lantern/work"),
            await other.GetStringAsync("/api/plants/demo-lantern/work")
        );
        Assert.Equal(JsonNode.Parse(here)!["plan"]!.ToJsonString(), JsonNode.Parse(there)!["plan"]!.ToJsonString());
    }

    [Fact]
    public async Task What_is_here_stays_when_an_archive_says_otherwise_and_its_log_is_joined()
    {
        var sent = await Client.GetByteArrayAsync("/api/archive");
        await Client.PostAsync("/api/plants/demo-lantern/log", JsonContent.Create(new { text = "Only here." }));
        var taken = await JsonAsync(await Client.PostAsync("/api/archive", Zip(sent)));
        Assert.Equal((0, 0), ((int)taken["plants"]!, (int)taken["lines"]!));
        // Nothing was added, so nothing was copied.
        Assert.Null(taken["copy"]);
        Assert.Contains("Only here.", await Client.GetStringAsync("/api/plants/demo-lantern/log"));
    }

    [Fact]
    public async Task One_thing_is_noted_on_a_whole_bed_once_and_taken_back()
    {
        async Task<int> LinesAsync() => (await Client.GetStringAsync("/api/log.csv")).Split("first-bloom").Length - 1;
        var before = await LinesAsync();
        var entry = new
        {
            place = "Vine terrace",
            what = "first-bloom",
            batch = "evening",
            day = "2026-06-03",
        };
        var view = await JsonAsync(await Client.PostAsync("/api/log", JsonContent.Create(entry)));
        var many = (int)view["plants"]!;
        Assert.True(many > 1);
        await JsonAsync(await Client.PostAsync("/api/log", JsonContent.Create(entry)));
        Assert.Equal(before + many, await LinesAsync());
        Assert.Equal(HttpStatusCode.NoContent, (await Client.DeleteAsync("/api/log/evening")).StatusCode);
        Assert.Equal(before, await LinesAsync());
        Assert.Equal(HttpStatusCode.NotFound, (await Client.DeleteAsync("/api/log/evening")).StatusCode);
    }

    [Theory]
    [InlineData("first bloom Hill Lantern today", "first-bloom", "Hill Lantern", null)]
    [InlineData("hill lantern height 1.85 m yesterday", "height", "Hill Lantern", 1850.0)]
    [InlineData("bud break Vine terrace", "bud-break", "Vine terrace", null)]
    [InlineData("prunings 640 g hill lantern", "prunings", "Hill Lantern", 640.0)]
    public async Task A_line_as_it_is_said_is_read(string line, string what, string of, double? measure)
    {
        var read = await JsonAsync(await Client.PostAsync("/api/log/try", JsonContent.Create(new { line })));
        Assert.Null(read["question"]);
        Assert.Equal((what, of), ((string)read["what"]!, (string)read["of"]!));
        Assert.Equal(measure, (double?)(read["mm"] ?? read["grams"]));
    }

    [Fact]
    public async Task The_garden_year_knows_the_weather_that_was_taken()
    {
        using var own = new Garden();
        static string Wave(DateOnly day, double mean) =>
            Math.Round(mean - (9 * Math.Cos(2 * Math.PI * (day.DayOfYear - 20) / 365.25)), 1)
                .ToString(CultureInfo.InvariantCulture);
        var days = Enumerable
            .Range(0, 880)
            .Select(i => new DateOnly(2024, 6, 1).AddDays(i))
            .Select(d => $"{d:yyyy-MM-dd},{Wave(d, 8)},{Wave(d, 16)},0");
        await JsonAsync(
            await own.Client.PostAsync("/api/weather.csv", Csv("date,tmin,tmax,rain\n" + string.Join('\n', days)))
        );
        var weather = await JsonAsync(await own.Client.GetAsync("/api/weather"));
        Assert.Equal(0, (int)weather["missing"]!);
        Assert.NotNull(weather["lastFrost"]);
        Assert.False((bool)weather["simulated"]!);
    }
}
