using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;
using OpenQA.Selenium.Support.UI;

namespace Gemmifer.Pictures;

/// <summary>
/// How much it takes from an empty start to the first cut of the first rose, three canes noted by taps: taps and keys
/// counted by the page itself, and the time a practised hand needs by the keystroke-level model (Card, Moran, Newell,
/// 1980: 0.28 s a key, 1.1 s a tap with pointing, 1.35 s a decision; values from memory). One decision a tap.
/// </summary>
internal static class FirstRose
{
    private const double Key = 0.28,
        Tap = 1.1,
        Decision = 1.35;

    private const string Count = """
        addEventListener('click', e => e.isTrusted && e.detail > 0 && (window.__taps = (window.__taps ?? 0) + 1), true);
        addEventListener('keydown', e => e.isTrusted && (window.__keys = (window.__keys ?? 0) + 1), true);
        """;

    /// <summary>Goes the whole way at the width of a phone and says what it took.</summary>
    public static void Measure(ChromeDriver driver, string url, TextWriter output)
    {
        driver.ExecuteCdpCommand(
            "Page.addScriptToEvaluateOnNewDocument",
            new Dictionary<string, object?> { ["source"] = Count }
        );
        driver.Navigate().GoToUrl(url + "/");
        var begun = DateTime.UtcNow;
        Press(driver, "Add your first plant", "Garden");
        const string Form = "//label[starts-with(normalize-space(.), 'Name')]//input";
        if (driver.FindElements(By.XPath(Form)).Count == 0)
        {
            Press(driver, "Add a plant");
        }

        var name = new WebDriverWait(driver, TimeSpan.FromSeconds(20)).Until(d => d.FindElement(By.XPath(Form)));
        if (!name.Equals(driver.SwitchTo().ActiveElement()))
        {
            name.Click();
        }

        name.SendKeys("Wall Lamp");
        Press(driver, "Add it and walk round");
        foreach (
            var (clock, thick, old) in new[] { ("12", "pencil", "1"), ("4", "little", "2"), ("8", "thumb", "3 to 5") }
        )
        {
            Press(driver, $"{clock} o'clock");
            Press(driver, thick);
            Press(driver, old + ":", old);
        }

        Press(driver, "See the plan");
        Press(driver, "Do it");
        for (var cut = false; !cut; )
        {
            // What comes before the first cut is a step as well.
            cut = !Said(driver).Contains("Before the first cut", StringComparison.Ordinal);
            Press(driver, "Done");
            if (Find(driver, "Do it today all the same") is not null)
            {
                Press(driver, "Do it today all the same");
            }
        }

        var (taps, keys) = (Counted(driver, "taps"), Counted(driver, "keys"));
        output.WriteLine(
            $"{taps} taps, {keys} keys, {(taps * (Tap + Decision)) + (keys * Key):0} s by the model; "
                + $"{(DateTime.UtcNow - begun).TotalSeconds:0} s by the machine"
        );
    }

    private static string Said(ChromeDriver driver) =>
        (string)driver.ExecuteScript("return document.querySelector('main')?.innerText ?? ''")!;

    private static long Counted(ChromeDriver driver, string what) =>
        (long)driver.ExecuteScript($"return window.__{what} ?? 0")!;

    private static IWebElement? Find(ChromeDriver driver, string text) =>
        (IWebElement?)
            driver.ExecuteScript(
                """
                return [...document.querySelectorAll('button, a')].find(b => b.checkVisibility() && !b.disabled
                  && ((b.getAttribute('aria-label') ?? b.innerText).trim().startsWith(arguments[0]))) ?? null;
                """,
                text
            );

    private static void Press(ChromeDriver driver, params string[] either)
    {
        new WebDriverWait(driver, TimeSpan.FromSeconds(30)) { PollingInterval = TimeSpan.FromMilliseconds(80) }.Until(
            _ =>
            {
                foreach (var text in either)
                {
                    if (Find(driver, text) is not { } found)
                    {
                        continue;
                    }

                    try
                    {
                        found.Click();
                        return true;
                    }
                    catch (WebDriverException)
                    {
                        // It moves still, or something lies over it.
                    }
                }

                return false;
            }
        );
        Thread.Sleep(700);
    }
}
