using System.Net.Http.Json;
using System.Text;
using System.Text.Json.Nodes;
using Gemmifer.Core.Tests;

namespace Gemmifer.Browser.Tests;

/// <summary>The core in the browser and the core in the server are one: they answer with the same bytes.</summary>
public sealed class OneCoreTests : IDisposable
{
    private const int Seeded = 200;

    private readonly Application _application = new(demo: true);
    private readonly Page _page;

    public OneCoreTests() => _page = new Page(_application.Url);

    public void Dispose()
    {
        _page.Dispose();
        _application.Dispose();
    }

    [Fact]
    public async Task Browser_and_server_plan_every_demo_plant_and_200_seeded_surveys_to_the_same_bytes()
    {
        using var client = new HttpClient { BaseAddress = new Uri(_application.Url) };
        var plants = await client.GetFromJsonAsync<JsonArray>("/api/plants");
        var (demo, seeded) = (0, 0);
        var plans = new List<(string Survey, string Plan)>();
        async Task<bool> PlannedAsync(string survey)
        {
            using var body = new StringContent(survey, Encoding.UTF8, "application/json");
            using var answer = await client.PostAsync("/api/plan", body);
            if (answer.IsSuccessStatusCode)
            {
                plans.Add((survey, await answer.Content.ReadAsStringAsync()));
            }

            return answer.IsSuccessStatusCode;
        }

        foreach (var plant in plants!)
        {
            var survey = await client.GetFromJsonAsync<JsonObject>($"/api/plants/{plant!["plant"]!["id"]}/survey");
            demo += await PlannedAsync(survey!["document"]!.ToJsonString()) ? 1 : 0;
        }

        // Not every seed is a survey that can be planned.
        for (var seed = 7000; seeded < Seeded; seed++)
        {
            seeded += await PlannedAsync(SeededSurveys.Of(seed).ToJsonString()) ? 1 : 0;
        }

        Assert.True(demo > 20, $"{demo} of the demo");
        _page.Go("/");
        _page.Driver.Manage().Timeouts().AsynchronousJavaScript = TimeSpan.FromMinutes(10);
        var started = _page.Driver.ExecuteAsyncScript(
            """
            const tell = arguments[0];
            import('/core/_framework/dotnet.js')
              .then(async ({ dotnet }) => {
                const runtime = await dotnet.create();
                const all = await runtime.getAssemblyExports(runtime.getConfig().mainAssemblyName);
                window.core = all.Gemmifer.InBrowser.CoreInBrowser;
                tell('ready');
              })
              .catch((e) => tell(String(e)));
            """
        );
        Assert.Equal("ready", started);
        var differ = plans
            .Select(
                (p, i) =>
                    (
                        i,
                        Same: p.Plan
                            == (string)_page.Driver.ExecuteScript("return core.Plan(arguments[0], 'Full');", p.Survey)!
                    )
            )
            .Where(p => !p.Same)
            .Select(p => p.i)
            .ToArray();
        Assert.True(differ.Length == 0, $"{differ.Length} differ, the first is {differ.FirstOrDefault()}.");

        // What cannot be planned is refused here as there.
        var refused = _page.Driver.ExecuteScript(
            "try { return core.Plan('{}', 'Decisions'); } catch (e) { return e.message; }"
        );
        Assert.Equal("This is not a survey that can be planned.", refused);
    }
}
