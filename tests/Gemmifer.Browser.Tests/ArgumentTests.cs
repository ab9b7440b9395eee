using System.Globalization;
using System.Text.RegularExpressions;
using OpenQA.Selenium;

namespace Gemmifer.Browser.Tests;

/// <summary>Disagreeing with the plan: other schools, one's own, harder or lighter, and what comes of it.</summary>
public sealed partial class ArgumentTests
{
    [Fact]
    public void Two_schools_stand_side_by_side_and_the_other_one_can_be_taken()
    {
        using var app = new Application(demo: true);
        using var page = new Page(app.Url);
        page.Go("/plants/demo-lantern/decide");
        page.Press("Two schools side by side");
        page.Choose("Second school", "Light hand");

        // Another school's plan stands there until this one has come.
        page.Until(() => page.Chosen("Second school").StartsWith("Light hand", StringComparison.Ordinal), "the school");
        page.Until(
            () =>
                Differ().Match(page.Text) is { Success: true } said
                && int.Parse(said.Groups[1].Value, CultureInfo.InvariantCulture)
                    == page.Driver.FindElements(By.CssSelector("main section ul li")).Count,
            "as many canes listed as are said to differ"
        );
        Assert.Equal(4, page.Driver.FindElements(By.CssSelector("svg[role=group]")).Count);
        Assert.Equal(2, Regex.Count(page.Text, "of the live wood off"));
        Assert.Equal(2, Regex.Count(page.Text, "between ends, at least"));
        Assert.DoesNotMatch("(?i)wrong way|should not|never do", page.Text);
        page.Press("Use this one");
        page.Press("Back to the plan");
        page.Until(() => page.Chosen("School") == "Light hand", "the other school");
        page.Saved();
        page.Driver.Navigate().Refresh();
        page.Until(() => page.Chosen("School") == "Light hand", "the other school after a reload");
    }

    [Fact]
    public void A_school_is_copied_changed_and_planned_with_and_a_wrong_value_is_refused_by_name()
    {
        using var app = new Application(demo: true);
        using var page = new Page(app.Url);
        page.Go("/rules");
        page.Press("Open bowl");
        page.Sees("Room between cut ends");
        page.Sees("It may be 0 to 1 m");
        page.Driver.FindElements(By.TagName("summary"))
            .First(s => s.Text.StartsWith("How the wishes", StringComparison.Ordinal))
            .Click();
        page.Sees("A sound cane is worth keeping. (our assumption)");
        page.Press("Copy and change it");
        page.Type("What you call it", "Three and no more");
        page.Type("Fewest main canes", "9");
        page.Type("Room between cut ends", "banana");
        page.Press("Keep it as mine");
        page.Sees("Nothing was stored");
        var wrong = page
            .Driver.FindElements(By.CssSelector("label [role=alert]"))
            .Select(e => e.FindElement(By.XPath("./ancestor::label")).Text)
            .ToArray();
        Assert.Contains(wrong, w => w.StartsWith("Room between cut ends", StringComparison.Ordinal));
        page.Type("Room between cut ends", "25 cm");
        page.Press("Keep it as mine");
        page.Until(
            () =>
                page
                    .Driver.FindElements(By.CssSelector("label [role=alert]"))
                    .Any(e =>
                        e.FindElement(By.XPath("./ancestor::label"))
                            .Text.StartsWith("Fewest main canes", StringComparison.Ordinal)
                    ),
            "the second wrong value"
        );
        page.Type("Fewest main canes", "2");
        page.Type("Most main canes", "3");
        page.Press("Keep it as mine");
        page.Until(() => page.HasButton("Take it out"), "the school of one's own");
        page.Sees("Changed by you from 20 cm.");

        page.Go("/plants/demo-lantern/decide");
        page.Sees("7 canes stay");
        page.Choose("School", "Three and no more");
        page.Sees("3 canes stay");
        page.Saved();
        app.Stop();
        app.Start();
        page.Go("/plants/demo-lantern/decide");
        page.Sees("3 canes stay");

        // Taken out it is offered no longer, but what was planned with it stays; it can be had back.
        page.Go("/rules");
        page.Press("Three and no more\nyours");
        page.Press("Take it out");
        page.Sees("is no longer offered");
        page.Press("Undo");
        page.Until(() => page.HasButton("Three and no more\nyours"), "the school again");
        page.Go("/plants/demo-lantern/decide");
        page.Sees("3 canes stay");
    }

    [Fact]
    public void Harder_takes_more_off_and_next_summer_is_drawn()
    {
        using var app = new Application(demo: true);
        using var page = new Page(app.Url);
        page.Go("/plants/demo-lantern/decide");
        page.Sees("% of the live wood");
        int Share() => int.Parse(Percent().Match(page.Text).Groups[1].Value, CultureInfo.InvariantCulture);
        var usual = Share();
        page.Field("How hard").SendKeys(Keys.ArrowRight + Keys.ArrowRight);
        page.Sees("much harder");
        page.Until(() => Share() > usual, "more wood coming off");
        page.Field("How hard").SendKeys(Keys.ArrowLeft + Keys.ArrowLeft + Keys.ArrowLeft + Keys.ArrowLeft);
        page.Sees("much lighter");
        page.Until(() => Share() < usual, "less wood coming off");
        page.Press("Next summer");
        page.Sees("A forecast, not a promise");
        var said = int.Parse(Shoots().Match(page.Text).Groups[1].Value, CultureInfo.InvariantCulture);
        Assert.Equal(2 * said, page.Driver.FindElements(By.CssSelector("svg [data-shoot]")).Count);
        page.Press("After the cuts");
        page.Until(() => page.Driver.FindElements(By.CssSelector("svg [data-shoot]")).Count == 0, "the shoots gone");
        page.Sees("The canes by age, under this school");
    }

    [Fact]
    public void The_whole_garden_is_planned_with_progress_and_can_be_stopped()
    {
        using var app = new Application(demo: true);
        using var page = new Page(app.Url);
        page.Go("/garden");
        page.Press("Plan the whole garden");
        page.Sees("35 of 35 plants");
        page.Sees(" cuts on 32 plants");
        page.Sees("m of soft stretching tape");

        // Over a very slow line the count is seen to grow, and stopping keeps what came.
        page.Driver.ExecuteCdpCommand("Network.enable", []);
        page.Driver.ExecuteCdpCommand(
            "Network.emulateNetworkConditions",
            new Dictionary<string, object?>
            {
                ["offline"] = false,
                ["latency"] = 0,
                ["downloadThroughput"] = 400,
                ["uploadThroughput"] = 10000,
            }
        );
        page.Press("Plan it again");
        page.Until(() => Progress().IsMatch(page.Text), "the count on its way");
        page.Press("Stop");
        page.Sees("stopped by you");
        var come = int.Parse(Progress().Match(page.Text).Groups[1].Value, CultureInfo.InvariantCulture);
        Assert.InRange(come, 0, 34);
        page.Driver.ExecuteCdpCommand(
            "Network.emulateNetworkConditions",
            new Dictionary<string, object?>
            {
                ["offline"] = false,
                ["latency"] = 0,
                ["downloadThroughput"] = -1,
                ["uploadThroughput"] = -1,
            }
        );
        page.Press("Plan it again");
        page.Sees("35 of 35 plants");
    }

    [Fact]
    public void Each_question_about_a_cane_has_its_drawing()
    {
        using var app = new Application(demo: true);
        using var page = new Page(app.Url);
        page.Go("/plants/demo-frostgate/look");
        page.Press("Edit cane D");
        page.Sees("Is it alive?");
        var drawings = page
            .Driver.FindElements(By.CssSelector("details svg[role=img]"))
            .Select(s => s.SpokenName())
            .ToArray();
        foreach (var word in new[] { "dead", "old", "sucker", "canker" })
        {
            Assert.Contains(drawings, d => d.Contains(word, StringComparison.OrdinalIgnoreCase));
        }
    }

    [GeneratedRegex(@"They differ on (\d+) of \d+ canes")]
    private static partial Regex Differ();

    [GeneratedRegex(@"(\d+) of 35 plants")]
    private static partial Regex Progress();

    [GeneratedRegex(@"(\d+) % of the live wood")]
    private static partial Regex Percent();

    [GeneratedRegex(@"About (\d+) new shoots")]
    private static partial Regex Shoots();
}
