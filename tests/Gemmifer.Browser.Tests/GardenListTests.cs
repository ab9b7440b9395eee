using System.Net.Http.Json;
using OpenQA.Selenium;

namespace Gemmifer.Browser.Tests;

/// <summary>The garden's list with more plants than fit on a page or on the screen.</summary>
public sealed class GardenListTests : IDisposable
{
    private readonly Application _application = new();

    public void Dispose() => _application.Dispose();

    [Fact]
    public async Task A_long_list_is_read_to_its_end_and_searched_while_typing()
    {
        using var client = new HttpClient { BaseAddress = new Uri(_application.Url) };
        for (var n = 1; n <= 95; n++)
        {
            using var added = await client.PostAsJsonAsync(
                "/api/plants",
                new
                {
                    name = $"Rose {n}",
                    kind = "rose.hybrid-tea",
                    place = n <= 50 ? "Bed 2" : "Bed 10",
                },
                TestContext.Current.CancellationToken
            );
            added.EnsureSuccessStatusCode();
        }

        using var page = new Page(_application.Url);
        page.Go("/garden");
        page.Sees("Rose 1\n");
        int Cards() => page.Driver.FindElements(By.CssSelector("main li h3")).Count;
        Assert.InRange(Cards(), 9, 60);
        Assert.Equal("", page.AxeViolations());

        // To the end, however often more has to be fetched on the way; only what is near is in the page.
        page.Until(
            () =>
            {
                page.Driver.ExecuteScript("window.scrollTo(0, document.body.scrollHeight)");
                return page.Text.Contains("Rose 95", StringComparison.Ordinal);
            },
            "the last plant"
        );
        Assert.InRange(Cards(), 9, 60);
        page.Driver.ExecuteScript("window.scrollTo(0, 0)");
        page.Sees("Bed 2");

        page.Type("Find a plant", "bed 10 rose 9");
        int[] numbers = [59, 69, 79, 89, 90, 91, 92, 93, 94, 95];
        page.Until(
            () =>
                page
                    .Driver.FindElements(By.CssSelector("main h2, main h3"))
                    .Select(h => h.Text)
                    .SequenceEqual(["Bed 10", .. numbers.Select(n => $"Rose {n}")]),
            "the roses with a 9 in that bed"
        );
        page.Type("Find a plant", "zucchini");
        page.Sees("No plant has “zucchini” in its name, its place or its kind.");
        Assert.Equal("", page.AxeViolations());

        // The first screen shows the first of them, and leads to all.
        page.Go("/");
        page.Driver.FindElement(By.LinkText("All 95 of them")).Click();
        page.Sees("Show all");
        Assert.Equal("to walk round", page.Chosen("State"));
        page.Choose("Kind", "vines");
        page.Sees("No plant is like that.");
        page.Choose("Kind", "roses");
        page.Press("Change Rose 2");
        page.Sees("Change Rose 2");
        page.Press("Take out of the garden");
        page.Sees("Rose 2 lies in the bin now");
        page.Press("Undo");
        page.Until(() => page.Text.Contains("Rose 2\n", StringComparison.Ordinal), "the plant again");
    }
}
