using OpenQA.Selenium;
using OpenQA.Selenium.Interactions;

namespace Gemmifer.Browser.Tests;

/// <summary>A climber from saying what it climbs on to the last tie, and leading a cane by hand.</summary>
public sealed class ClimberTests
{
    private static IWebElement Cane(Page page, string id)
    {
        IWebElement? found = null;
        page.Until(
            () =>
                (
                    found = page
                        .Driver.FindElements(By.CssSelector("svg [role=button]"))
                        .FirstOrDefault(s => s.SpokenName().StartsWith($"Cane {id}:", StringComparison.Ordinal))
                )
                    is not null,
            $"cane {id} in the drawing"
        );
        return found!;
    }

    private static string Line(Page page) => page.Chosen("Lead it");

    [Fact]
    public void What_it_climbs_on_is_said_not_drawn_and_a_plan_with_ties_comes_of_it()
    {
        using var app = new Application();
        using var page = new Page(app.Url);
        page.Go("/garden");
        page.Press("Add a plant");
        page.Type("Name", "Quarry Wall");
        page.Choose("Kind", "Repeat-flowering climbing rose");
        page.Press("Add it and walk round");
        page.Sees("What does it climb on?");
        page.Press("wall");
        page.Until(
            () =>
                page.Driver.FindElements(
                    By.CssSelector("svg[aria-label='The plant from the front'] [data-support=wall]")
                ).Count == 1,
            "the wall in the drawing"
        );

        // Out of range: told, and nothing changed.
        page.Type("Height", "99 m");
        page.Field("Height").SendKeys(Keys.Enter);
        page.Sees("It may be from");
        page.Type("Height", "2.6 m");
        page.Field("Height").SendKeys(Keys.Enter);
        page.Sees("3 m wide, 2.6 m high");
        page.Press("Add a window");
        page.Type("Soil to its sill", "1.1 m");
        page.Field("Soil to its sill").SendKeys(Keys.Enter);
        page.Press("Keep a path clear");
        page.Press("That is all");
        page.Sees("A wall, 3 m wide and 2.6 m high, with one opening; keep clear: path");

        foreach (
            var line in new[]
            {
                "9 finger 2y 2.4m",
                "3 finger 1y 2.2m",
                "9 thumb 7y 2.3m unproductive",
                "6 16mm 4y 1.4m stiff forward",
                "4 8mm 1y 80cm soft",
            }
        )
        {
            page.Type("Type or say it in one line", line);
            page.Press("Add");
        }

        page.Saved();
        page.Press("See the plan");
        page.Sees("2 canes stay, 2 go, 1 waits");
        page.Sees("Training and tying");
        page.Sees("of soft stretching tape");
        foreach (var why in new[] { "It points straight forward and is too stiff", "A can take its place" })
        {
            var canes = page
                .Driver.FindElements(By.CssSelector("svg [role=button]"))
                .Select(c => c.SpokenName())
                .Where(n => n.StartsWith("Cane ", StringComparison.Ordinal))
                .ToArray();
            Assert.Contains(canes, name =>
            {
                page.Driver.FindElements(By.CssSelector("svg [role=button]"))
                    .First(c => c.SpokenName() == name)
                    .SendKeys(Keys.Enter);
                Thread.Sleep(200);
                return page.Text.Contains(why, StringComparison.Ordinal);
            });
        }

        Assert.True(
            page.Driver.FindElements(
                By.CssSelector("svg[aria-label='The plant from the front'] circle[stroke='var(--ochre)']")
            ).Count >= 4
        );

        app.Stop();
        app.Start();
        page.Go("/plants/" + new Uri(page.Driver.Url).Segments[2] + "look");
        page.Sees("A wall, 3 m wide and 2.6 m high, with one opening; keep clear: path");
    }

    [Fact]
    public void A_cane_is_led_by_keyboard_by_choice_and_by_dragging_and_the_rest_is_solved_again()
    {
        using var app = new Application(demo: true);
        using var page = new Page(app.Url);
        page.Go("/plants/demo-slatewall/decide");
        Cane(page, "C").SendKeys(Keys.Enter);
        page.Sees("Where it goes");
        page.Sees("of the bend its wood bears");
        var own = Line(page);

        // By keyboard: an arrow moves it a line.
        Cane(page, "C").SendKeys(Keys.ArrowLeft);
        page.Until(() => page.HasButton("Decide for me") && Line(page) != own, "another line");
        var led = Line(page);
        Assert.NotEqual(own, led);
        page.Press("Decide for me");
        page.Until(() => Line(page) == own, "its own line again");

        // By choice, on every line another cane still has a place of its own.
        page.Choose("Lead it", "1:");
        page.Until(() => Line(page).StartsWith("1:", StringComparison.Ordinal), "C on line 1");
        page.Press("Undo");
        page.Until(() => Line(page) == own, "its own line after undo");

        // By dragging its end to the end of line 1.
        var grip = page.Driver.FindElement(By.CssSelector("[data-grip] circle"));
        var end = page.Driver.FindElement(By.CssSelector("[data-line='1'] circle"));
        new Actions(page.Driver)
            .MoveToElement(grip)
            .ClickAndHold()
            .MoveByOffset(-20, 10)
            .MoveToElement(end)
            .Release()
            .Perform();
        page.Until(() => Line(page).StartsWith("1:", StringComparison.Ordinal), "C on line 1 after dragging");
        page.Saved();
        page.Driver.Navigate().Refresh();
        Cane(page, "C").SendKeys(Keys.Enter);
        page.Until(() => Line(page).StartsWith("1:", StringComparison.Ordinal), "C on line 1 after a reload");
    }

    [Fact]
    public void A_bend_that_is_too_tight_is_said_and_nothing_breaks()
    {
        using var app = new Application(demo: true);
        using var page = new Page(app.Url);
        page.Go("/plants/demo-slatewall/decide");
        Cane(page, "H").SendKeys(Keys.Enter);
        page.Sees("Where it goes");
        page.Choose("Lead it", "1:");
        page.Sees("H cannot go where you want it");
        page.Sees("takes no bend tighter than");
        page.Sees("canes stay");
    }

    [Fact]
    public async Task A_cane_that_was_tied_elsewhere_is_remembered_where_it_is()
    {
        using var app = new Application(demo: true);
        using var page = new Page(app.Url, 390, 844);
        page.Go("/plants/demo-slatewall/do");
        foreach (var (step, place) in new[] { ("Lay E ", "8: slanting to the right"), ("Lay C ", "Another place") })
        {
            page.Until(
                () =>
                {
                    var item = page.Driver.FindElement(
                        By.XPath($"//li/button[contains(normalize-space(.), '{step}')]")
                    );
                    if (!item.Displayed)
                    {
                        page.Driver.FindElements(By.TagName("summary")).First(s => s.Text == "All steps").Click();
                    }

                    item.Click();
                    return true;
                },
                step
            );
            page.Press("Differently");
            page.Press("Tied it elsewhere");
            page.Press(place);
            if (place == "Another place")
            {
                page.Press("to the left");
                page.Type("How far aside", "80 cm");
                page.Type("How high", "1.8 m");
            }

            Assert.Equal("", page.AxeViolations());
            page.Press("Record it");
            page.Until(
                () =>
                    page.Driver.FindElements(By.XPath($"//li/button[contains(normalize-space(.), '{step}')]")).Count
                    == 0,
                $"{step} to be done"
            );
        }

        page.Go("/plants/demo-slatewall/remember");
        page.Sees("Tied E elsewhere.");
        page.Sees("Tied C elsewhere.");
        using var client = new HttpClient { BaseAddress = new Uri(app.Url) };
        var log = await client.GetStringAsync("/api/plants/demo-slatewall/log");
        Assert.Contains("\"x\":-800,\"z\":1800", log, StringComparison.Ordinal);
    }

    [Fact]
    public void The_work_goes_from_the_cuts_to_the_ties_and_is_remembered()
    {
        using var app = new Application(demo: true);
        using var page = new Page(app.Url, 390, 844);
        page.Go("/plants/demo-corkscrew/do");
        page.Sees("Step 1 of");
        var (seen, tied) = (new List<string>(), 0);
        for (var i = 0; i < 30; i++)
        {
            page.Until(
                () => page.HasButton("Done") || page.HasButton("Noted") || page.HasButton("Finish this plant"),
                "a step, or the end"
            );
            if (page.HasButton("Finish this plant"))
            {
                break;
            }

            var text = page.Text;
            seen.Add(text);
            if (
                text.Contains("Training and tying", StringComparison.Ordinal)
                && text.Contains("Wind ", StringComparison.Ordinal)
            )
            {
                tied++;
                Assert.True(
                    page.Driver.FindElements(By.CssSelector("svg[aria-label$='from the front'] circle[r='9']")).Count
                        >= 2,
                    "numbered ties"
                );
            }

            page.NextStep();
        }

        Assert.True(tied >= 3, $"{tied} canes wound");
        Assert.True(
            seen.FindIndex(s => s.Contains("Side shoots", StringComparison.Ordinal))
                < seen.FindIndex(s => s.Contains("Wind ", StringComparison.Ordinal))
        );
        page.Go("/plants/demo-corkscrew/remember");
        page.Sees("Wind A round the obelisk");
        page.Sees("soft stretching tape");
    }
}
