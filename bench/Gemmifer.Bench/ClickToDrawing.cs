using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Gemmifer.Browser.Tests;
using Gemmifer.Core.Tests;
using OpenQA.Selenium;
using OpenQA.Selenium.Support.UI;

namespace Gemmifer.Bench;

/// <summary>
/// From pressing "keep" or "take out" on a rose of fifteen canes to the changed drawing on screen, in headless
/// Chromium.
/// </summary>
internal static class ClickToDrawing
{
    private const int Rounds = 30;

    public static async Task MeasureAsync(string url)
    {
        using var client = new HttpClient { BaseAddress = new Uri(url) };
        var added = await client.PostAsJsonAsync(
            "/api/plants",
            new
            {
                name = "Measured",
                kind = "rose.hybrid-tea",
                place = "bench",
            }
        );
        var id = (string)(await added.Content.ReadFromJsonAsync<JsonNode>())!["id"]!;
        try
        {
            var survey = Surveys.Exactly(4, 15);
            using var request = new HttpRequestMessage(HttpMethod.Put, $"/api/plants/{id}/survey");
            request.Headers.TryAddWithoutValidation("If-Match", "\"0\"");
            request.Content = JsonContent.Create(
                new JsonObject { ["date"] = "2027-02-20", ["stems"] = survey["stems"]!.DeepClone() }
            );
            (await client.SendAsync(request)).EnsureSuccessStatusCode();
            Measure(url, id);
        }
        finally
        {
            await client.DeleteAsync($"/api/plants/{id}");
        }
    }

    private static void Measure(string url, string id)
    {
        using var driver = Chrome.Start(1280, 800);
        driver.Navigate().GoToUrl($"{url}/plants/{id}/decide");
        new WebDriverWait(driver, TimeSpan.FromSeconds(20)).Until(d =>
            d.FindElements(By.CssSelector("svg [role=button]")).Count > 15
        );
        driver.ExecuteScript(
            "[...document.querySelectorAll('svg [role=button]')].find(s => "
                + "s.getAttribute('aria-label').startsWith('Cane C:')).dispatchEvent(new MouseEvent('click', {bubbles: "
                + "true}))"
        );
        Thread.Sleep(500);
        driver.ExecuteScript(
            "[...document.querySelectorAll('button')].find(b => b.textContent === 'Take it out').click()"
        );
        Thread.Sleep(800);
        var times = new List<double>();
        for (var i = 0; i < Rounds; i++)
        {
            times.Add(
                Convert.ToDouble(
                    driver.ExecuteAsyncScript(
                        """
                        const done = arguments[arguments.length - 1];
                        const now = [...document.querySelectorAll('button')];
                        const button = now.find(b => b.textContent === (arguments[0] ? 'Take it out' : 'Keep it'));
                        const drawing = document.querySelector('svg[role=group]');
                        const seen = new MutationObserver(() => { seen.disconnect(); requestAnimationFrame(() => setTimeout(() => done(performance.now() - start), 0)); });
                        seen.observe(drawing, { subtree: true, childList: true, attributes: true, attributeFilter: ['aria-label'] });
                        const start = performance.now();
                        button.click();
                        """,
                        i % 2 == 1
                    ),
                    System.Globalization.CultureInfo.InvariantCulture
                )
            );
            Thread.Sleep(400);
        }

        var sorted = times.Skip(2).Order().ToArray();
        Console.WriteLine(
            $"From click to drawing, 15 canes, {sorted.Length} times: median {sorted[sorted.Length / 2]:0} ms, 90 % "
                + $"{sorted[sorted.Length * 9 / 10]:0} ms, most {sorted[^1]:0} ms"
        );
    }
}
