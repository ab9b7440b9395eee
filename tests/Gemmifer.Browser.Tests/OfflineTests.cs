using System.Net.Http.Json;
using System.Text.Json.Nodes;
using OpenQA.Selenium;

namespace Gemmifer.Browser.Tests;

/// <summary>A round with the garden out of reach: every tap is kept, and sent once.</summary>
public sealed class OfflineTests : IDisposable
{
    private const int Plants = 12;

    private readonly Application _application = new(demo: true);
    private readonly string _profile = Directory.CreateTempSubdirectory("gemmifer-phone-").FullName;
    private Page _page;

    public OfflineTests() => _page = Phone();

    public void Dispose()
    {
        _page.Dispose();
        _application.Dispose();
        Directory.Delete(_profile, true);
    }

    private Page Phone() => new(_application.Url, 390, 844, _profile);

    private void Restart()
    {
        _page.Dispose();
        _page = Phone();
    }

    private HttpClient Client() => new() { BaseAddress = new Uri(_application.Url) };

    private string Header => _page.Driver.FindElement(By.TagName("header")).Text;

    /// <summary>Waits until all that a round of some plants shows is on the phone.</summary>
    private void TakesAlong(IEnumerable<string> plants)
    {
        _page.Go("/");
        var addresses = plants
            .SelectMany(p => new[] { "", "/survey", "/work", "/log" }.Select(a => $"/api/plants/{p}{a}"))
            .ToArray();
        _page.Until(
            () =>
                _page.Driver.ExecuteAsyncScript(
                    """
                    const [wanted, tell] = arguments;
                    caches.open('garden').then(async (kept) => {
                      const there = await Promise.all(wanted.map((a) => kept.match(a)));
                      const core = (await Promise.all((await caches.keys()).map((k) => caches.open(k))))
                        .map((c) => c.match('/core/_framework/dotnet.js', { ignoreSearch: true }));
                      tell(there.every(Boolean) && (await Promise.all(core)).some(Boolean));
                    });
                    """,
                    [addresses]
                )
                    is true,
            "the plants to be taken along"
        );
    }

    private async Task<(string Id, string[] Open)[]> RoundAsync(int plants)
    {
        using var client = Client();
        var now = await client.GetFromJsonAsync<JsonObject>("/api/now");
        var round = new List<(string, string[])>();
        foreach (
            var id in now!["groups"]!
                .AsArray()
                .Where(g => (string)g!["state"]! is "working" or "surveyed")
                .SelectMany(g => g!["plants"]!.AsArray())
                .Select(p => (string)p!["plant"]!["id"]!)
        )
        {
            var work = await client.GetFromJsonAsync<JsonObject>($"/api/plants/{id}/work");
            string[] open =
            [
                .. work!["pending"]!
                    .AsArray()
                    .Where(p => (string)p!["step"]!["stage"]! != "return")
                    .Select(p => (string)p!["key"]!),
            ];
            if (open.Length >= 3 && round.Count < plants)
            {
                round.Add((id, open));
            }
        }

        Assert.Equal(plants, round.Count);
        return [.. round];
    }

    private async Task<JsonArray> DoneAsync(string plant)
    {
        using var client = Client();
        return (await client.GetFromJsonAsync<JsonObject>($"/api/plants/{plant}/work"))!["done"]!.AsArray();
    }

    [Fact]
    public async Task A_round_of_twelve_plants_without_the_garden_loses_nothing_and_doubles_nothing()
    {
        var round = await RoundAsync(Plants);
        var before = new Dictionary<string, int>();
        foreach (var (id, _) in round)
        {
            before[id] = (await DoneAsync(id)).Count;
        }

        TakesAlong(round.Select(r => r.Id));
        _application.Kill();
        var taps = 0;
        foreach (var ((id, _), i) in round.Select((r, i) => (r, i)))
        {
            _page.Go($"/plants/{id}/do");
            _page.NextStep();
            if (i % 4 == 1)
            {
                _page.Driver.Navigate().Refresh();
                _page.Until(() => _page.HasButton("Done") || _page.HasButton("Noted"), "the plant after a reload");
            }

            _page.NextStep();
            taps += 2;
            var waits = taps;
            _page.Until(() => Header.Contains($"{waits} changes wait", StringComparison.Ordinal), $"{waits} to wait");
            if (i == Plants / 2)
            {
                Restart();
            }
        }

        Assert.Contains("No connection", Header, StringComparison.Ordinal);
        _page.Go("/waiting");
        _page.Sees("What waits on this device");
        Restart();
        _application.Start();
        _page.Go("/");
        _page.Until(() => !Header.Contains("wait", StringComparison.Ordinal), "all to be sent");
        foreach (var (id, open) in round)
        {
            var done = (await DoneAsync(id)).Skip(before[id]).ToArray();
            Assert.Equal(2, done.Length);
            Assert.All(done, d => Assert.Equal("done", (string)d!["outcome"]!));
            Assert.Equal(2, done.Select(d => (string)d!["text"]!).Distinct().Count());
        }
    }
}
