using System.IO.Compression;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json.Nodes;

namespace Gemmifer.Server.Tests;

/// <summary>Two gardens for everything that is refused: nothing of it is stored, so one pair is enough.</summary>
public sealed class RefusingGardens : IDisposable
{
    public Garden Demo { get; } = new(demo: true);

    public Garden Empty { get; } = new();

    public void Dispose()
    {
        Demo.Dispose();
        Empty.Dispose();
    }
}

/// <summary>Files that are wrong are refused by line, column or part, and nothing of them is stored.</summary>
public sealed class FileRefusalTests(RefusingGardens gardens) : IClassFixture<RefusingGardens>
{
    private HttpClient Client => gardens.Demo.Client;

    private static StringContent Csv(string text) => new(text, Encoding.UTF8, "text/csv");

    private static ByteArrayContent Zip(byte[] bytes) =>
        new(bytes) { Headers = { ContentType = new("application/zip") } };

    private static async Task<JsonNode> RefusedAsync(HttpResponseMessage answer)
    {
        var text = await answer.Content.ReadAsStringAsync();
        Assert.True((int)answer.StatusCode is 400 or 422, $"{answer.StatusCode}: {text}");
        return JsonNode.Parse(text)!["errors"]![0]!;
    }

    private static byte[] Packed(params (string Name, string Text)[] files)
    {
        using var bytes = new MemoryStream();
        using (var zip = new ZipArchive(bytes, ZipArchiveMode.Create, leaveOpen: true))
        {
            foreach (var (name, text) in files)
            {
                using var entry = new StreamWriter(zip.CreateEntry(name).Open());
                entry.Write(text);
            }
        }

        return bytes.ToArray();
    }

    [Theory]
    [InlineData("date,tmin,tmax\n2026-01-01,1,2\n", "/1/rain", "required")]
    [InlineData("date,tmin,tmax,rain\n2026-02-30,1,2,0\n", "/2/date", "format")]
    [InlineData("date,tmin,tmax,rain\n2025-02-29,1,2,0\n", "/2/date", "format")]
    [InlineData("date,tmin,tmax,rain\n01/02/2026,1,2,0\n", "/2/date", "format")]
    [InlineData("date,tmin,tmax,rain\n2026-01-01,1,2,0\n2026-01-01,1,3,0\n", "/3/date", "duplicate")]
    [InlineData("date,tmin,tmax,rain\n2026-01-01,5,2,0\n", "/2/tmin", "order")]
    [InlineData("date,tmin,tmax,rain\n2026-01-01,1,2,-1\n", "/2/rain", "range")]
    [InlineData("date,tmin,tmax,rain\n2026-01-01,cold,2,0\n", "/2/tmin", "type")]
    [InlineData("date,tmin,tmax,rain\n2999-01-01,1,2,0\n", "/2/date", "range")]
    [InlineData("date,tmin,tmax,rain\n2026-01-01,-200,2,0\n", "/2/tmin", "range")]
    [InlineData("date,tmin,tmax,rain\n", "/2", "required")]
    [InlineData("", "/1", "required")]
    public async Task Wrong_weather_is_refused_by_its_line_and_nothing_of_it_is_stored(
        string file,
        string path,
        string code
    )
    {
        var error = await RefusedAsync(await Client.PostAsync("/api/weather.csv", Csv(file)));
        Assert.Equal((path, code), ((string)error["path"]!, (string)error["code"]!));
        Assert.Equal("date,tmin,tmax,rain\r\n", await Client.GetStringAsync("/api/weather.csv"));
    }

    [Theory]
    [InlineData("date,plant\n2026-05-01,demo-lantern\n", "/1/what", "required")]
    [InlineData("date,plant,what\n2026-05-01,nobody,fed\n", "/2/plant", "unknown")]
    [InlineData("date,plant,what\n2026-05-01,demo-lantern,danced\n", "/2/what", "unknown")]
    [InlineData("date,plant,what\n2026-13-01,demo-lantern,fed\n", "/2/date", "format")]
    [InlineData("date,plant,what\n2999-01-01,demo-lantern,fed\n", "/2/date", "range")]
    [InlineData("date,plant,what\n1990-01-01,demo-lantern,fed\n", "/2/date", "before-planted")]
    [InlineData("date,plant,what\n2026-05-01,demo-lantern,height\n", "/2/mm", "required")]
    [InlineData("date,plant,what,mm\n2026-05-01,demo-lantern,fed,12\n", "/2/mm", "unsupported")]
    [InlineData("date,plant,what,mm\n2026-05-01,demo-lantern,height,tall\n", "/2/mm", "type")]
    [InlineData("date,plant,what\n2026-05-01,demo-lantern,fed\n2026-05-01,,fed\n", "/3/plant", "required")]
    public async Task A_wrong_line_of_a_log_refuses_all_of_it_by_its_number(string file, string path, string code)
    {
        var before = await Client.GetStringAsync("/api/log.csv");
        var error = await RefusedAsync(await Client.PostAsync("/api/log.csv", Csv(file)));
        Assert.Equal((path, code), ((string)error["path"]!, (string)error["code"]!));
        Assert.Equal(before, await Client.GetStringAsync("/api/log.csv"));
    }

    private static readonly (string, string) Head = ("garden.json", """{"format":"gemmifer.archive","version":1}""");

    public static TheoryData<string, byte[]> Hostile
    {
        get
        {
            var plant =
                """[{"id":"p1","name":"Rose","kind":"rose.hybrid-tea","place":"","neglected":false,"cover":false,"hips":false,"createdAt":"2026-01-01T00:00:00Z"}]""";
            (string, string) P(string json) => ("plants.json", json);
            (string, string)[] none = [("surveys.json", "[]"), ("log.json", "[]")];
            var whole = Packed([Head, P(plant), .. none]);
            return new TheoryData<string, byte[]>
            {
                { "", Encoding.UTF8.GetBytes("not a zip at all") },
                { "", whole[..(whole.Length / 2)] },
                { "../plants.json", Packed([Head, P(plant), .. none, ("../plants.json", "[]")]) },
                { "/etc/passwd", Packed([Head, P(plant), .. none, ("/etc/passwd", "x")]) },
                { "a\\b", Packed([Head, P(plant), .. none, ("a\\b", "x")]) },
                { "run.exe", Packed([Head, P(plant), .. none, ("run.exe", "x")]) },
                { "plants.json", Packed([Head, P(plant), P(plant), .. none]) },
                { "log.json", Packed(Head, P(plant), ("surveys.json", "[]")) },
                { "garden.json", Packed([("garden.json", """{"format":"other","version":1}"""), P(plant), .. none]) },
                {
                    "garden.json",
                    Packed([("garden.json", """{"format":"gemmifer.archive","version":9}"""), P(plant), .. none])
                },
                { "plants.json", Packed([Head, P("{"), .. none]) },
                { "plants.json/0/kind", Packed([Head, P(plant.Replace("hybrid-tea", "of-nowhere")), .. none]) },
                { "plants.json/0/id", Packed([Head, P(plant.Replace("\"p1\"", "\"../p1\"")), .. none]) },
                {
                    "surveys.json/0/plant",
                    Packed(
                        Head,
                        P(plant),
                        ("log.json", "[]"),
                        (
                            "surveys.json",
                            """[{"plant":"p2","season":2026,"date":"2026-02-01","visit":1,"stems":[],"keepOut":[]}]"""
                        )
                    )
                },
                {
                    "surveys.json/0/stems/0/diameter",
                    Packed(
                        Head,
                        P(plant),
                        ("log.json", "[]"),
                        (
                            "surveys.json",
                            """[{"plant":"p1","season":2026,"date":"2026-02-01","visit":1,"stems":[{"id":"A","role":"cane","parent":"crown","clock":3,"age":2,"diameter":-5,"length":500}],"keepOut":[]}]"""
                        )
                    )
                },
                {
                    "log.json/0/kind",
                    Packed(
                        Head,
                        P(plant),
                        ("surveys.json", "[]"),
                        (
                            "log.json",
                            """[{"plant":"p1","season":2026,"visit":1,"at":"2026-02-01T00:00:00Z","kind":"dance","text":"x"}]"""
                        )
                    )
                },
                {
                    "weather.json",
                    Packed([Head, P(plant), .. none, ("weather.json", new string(' ', 60_000_000) + "[]")])
                },
            };
        }
    }

    [Theory]
    [MemberData(nameof(Hostile))]
    public async Task A_hostile_or_broken_archive_is_refused_whole_and_by_name(string at, byte[] archive)
    {
        var client = gardens.Empty.Client;
        var error = await RefusedAsync(await client.PostAsync("/api/archive", Zip(archive)));
        Assert.StartsWith(at, (string)error["path"]!, StringComparison.Ordinal);
        Assert.Empty((await client.GetFromJsonAsync<JsonNode>("/api/plants"))!.AsArray());
    }
}
