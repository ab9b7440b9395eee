using System.Diagnostics;
using System.Globalization;
using System.Text;
using Gemmifer.Browser.Tests;
using Gemmifer.Core;
using Gemmifer.Core.Families;
using Gemmifer.Core.Tests;
using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;
using OpenQA.Selenium.Support.UI;

namespace Gemmifer.Bench;

/// <summary>
/// Plans by the core in headless Chromium, beside the same plans asked of the server, on a running application.
/// </summary>
internal static class InBrowserTimes
{
    private const int Plants = 15,
        Warm = 3;

    public static async Task MeasureAsync(string url)
    {
        using var client = new HttpClient { BaseAddress = new Uri(url) };
        using var driver = Chrome.Start(390, 844);
        driver.Navigate().GoToUrl(url);

        // The application takes its plants along first.
        new WebDriverWait(driver, TimeSpan.FromMinutes(2)).Until(d =>
            d.FindElement(By.TagName("body")).Text.Contains("needs no network", StringComparison.Ordinal)
        );
        driver.Manage().Timeouts().AsynchronousJavaScript = TimeSpan.FromMinutes(5);
        var first = Surveys.Exactly(1, 8).ToJsonString();
        var started = driver.ExecuteAsyncScript(
            """
            const [survey, tell] = arguments;
            const start = performance.now();
            import('/core/_framework/dotnet.js').then(async ({ dotnet }) => {
              const runtime = await dotnet.create();
              const all = await runtime.getAssemblyExports(runtime.getConfig().mainAssemblyName);
              window.core = all.Gemmifer.InBrowser.CoreInBrowser;
              const ready = performance.now() - start;
              core.Plan(survey, 'Decisions');
              tell(`${Math.round(ready)} ms to begin, ${Math.round(performance.now() - start - ready)} ms the first plan`);
            });
            """,
            first
        );
        Console.WriteLine($"The core in the browser: {started}");
        Console.WriteLine(
            "| canes | decisions here, ms | whole plan here | decisions, server's core | whole plan, server |"
        );
        Console.WriteLine("| --- | --- | --- | --- | --- |");
        foreach (var canes in new[] { 8, 15 })
        {
            var (brief, full, core, server) = (
                new List<double>(),
                new List<double>(),
                new List<double>(),
                new List<double>()
            );
            for (var seed = 0; seed < Plants + Warm; seed++)
            {
                var survey = Surveys.Exactly(seed, canes);
                var text = survey.ToJsonString();
                var read = Surveys.Read(survey);
                var here = new[] { true, false }.Select(b => Here(driver, text, b)).ToArray();
                var begun = Stopwatch.GetTimestamp();
                Planner.Plan(read, PlanDetail.Decisions);
                var (inProcess, _) = (
                    Stopwatch.GetElapsedTime(begun).TotalMilliseconds,
                    begun = Stopwatch.GetTimestamp()
                );
                using var body = new StringContent(text, Encoding.UTF8, "application/json");
                (await client.PostAsync("/api/plan", body)).EnsureSuccessStatusCode();
                if (seed >= Warm)
                {
                    brief.Add(here[0]);
                    full.Add(here[1]);
                    core.Add(inProcess);
                    server.Add(Stopwatch.GetElapsedTime(begun).TotalMilliseconds);
                }
            }

            Console.WriteLine($"| {canes} | {Of(brief)} | {Of(full)} | {Of(core)} | {Of(server)} |");
        }
    }

    private static double Here(ChromeDriver driver, string survey, bool brief) =>
        Convert.ToDouble(
            driver.ExecuteScript(
                """
                const start = performance.now();
                core.Plan(arguments[0], arguments[1] ? 'Decisions' : 'Full');
                return performance.now() - start;
                """,
                survey,
                brief
            ),
            CultureInfo.InvariantCulture
        );

    private static string Of(List<double> times)
    {
        var sorted = times.Order().ToArray();
        return $"{sorted[sorted.Length / 2]:0.0} (most {sorted[^1]:0})";
    }
}
