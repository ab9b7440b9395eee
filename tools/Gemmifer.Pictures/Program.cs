using Gemmifer.Browser.Tests;
using Gemmifer.Pictures;
using OpenQA.Selenium;
using OpenQA.Selenium.Chromium;
using OpenQA.Selenium.Support.UI;

// Takes pictures of a running garden: Gemmifer.Pictures URL FOLDER [name path WxH [theme] [click text] …]
// Without shots it takes the set kept in docs/screenshots, for which the one shot "photos" puts photographs into the
// demo. With first for FOLDER it measures the way to the first cut.
var (url, folder) = (args[0].TrimEnd('/'), args[1]);
if (folder == "first")
{
    using var phone = Chrome.Start(390, 844);
    FirstRose.Measure(phone, url, Console.Out);
    return;
}

// The demo garden has addresses of its own.
var under = new Uri(url).AbsolutePath.TrimEnd('/');
Directory.CreateDirectory(folder);
var shots = args.Length > 2 ? args[2..].Select(a => a.Split('|')).ToArray() : new[]
        {
            "garden|/garden|1280x800",
            "look|/plants/demo-lantern/look|1280x800",
            "decide|/plants/demo-lantern/decide|1280x800",
            "do-phone|/plants/demo-lantern/do|390x844|light|Later|Do it today|Later|Later|Later",
            "rules|/rules|1280x800",
            "garden-plan|/garden/plan|1280x800",
            "sheet|/plants/demo-kiln/sheet|1280x1000",
            "climber-wall|/plants/demo-slatewall/decide|1280x800|light|Cane C:",
            "now|/|1280x1000",
            "year|/year|1280x1400",
            "remember|/plants/demo-lantern/remember|1280x1200",
            "row|/plants/demo-row-unknown/decide|1280x1000",
            "photo-taps|/plants/demo-ferry/photo|390x844|light|7 canes|3 canes",
            "photo-decide|/plants/demo-lantern/decide|1280x800",
            "photo-over|/plants/demo-kiln/remember|720x1300",
            // Last, as it works through steps.
            "before-after|/plants/demo-lantern/do|390x844|light|Later|Do it today|Later|Differently|Leave it as it is"
                + "|Record it",
            "vine-phone|/plants/demo-terrace-1/do|390x844|sun|Done|Done|Do it today",
        }.Select(s => s.Split('|')).ToArray();
if (args.Length is 3 && args[2] == "photos")
{
    // From the root of the project: the pictures of the demo's camera, so that there is something to show.
    await DemoPhotos.KeepAsync(url, "web/public/camera", "tests/Gemmifer.Browser.Tests/camera.json");
    return;
}

using var driver = Chrome.Start(1280, 800);

// It installs nothing: no picture hangs on what another one left.
driver.ExecuteCdpCommand(
    "Emulation.setDataSaverOverride",
    new Dictionary<string, object?> { ["dataSaverEnabled"] = true }
);
foreach (var shot in shots)
{
    var size = shot[2].Split('x').Select(int.Parse).ToArray();
    var theme = shot.Length > 3 ? shot[3] : "light";
    Chrome.Resize(driver, size[0], size[1]);
    driver.Navigate().GoToUrl(url + "/favicon.svg");
    driver.ExecuteScript("localStorage.clear()");
    driver.Navigate().GoToUrl(url + shot[1]);
    new WebDriverWait(driver, TimeSpan.FromSeconds(20)).Until(d =>
        d.FindElements(By.CssSelector("main h1, main h2")).Count > 0
    );
    Thread.Sleep(700);
    driver.ExecuteScript($"document.documentElement.dataset.theme='{theme}'");
    foreach (var text in shot.Skip(4))
    {
        if (text.StartsWith('/'))
        {
            driver.ExecuteScript(
                "history.pushState({}, '', arguments[0]); dispatchEvent(new PopStateEvent('popstate'));",
                under + text
            );
            Thread.Sleep(1800);
            continue;
        }

        if (text == "further down")
        {
            driver.ExecuteScript("window.scrollBy(0, 700)");
            Thread.Sleep(500);
            continue;
        }

        if (text == "without the garden")
        {
            driver.NetworkConditions = new ChromiumNetworkConditions { IsOffline = true };
            continue;
        }

        var target = driver
            .FindElements(
                By.XPath(
                    "//*[self::button or self::summary or self::a or @role='button'][contains(normalize-space(.), "
                        + $"\"{text}\") or contains(@aria-label, \"{text}\")]"
                )
            )
            .FirstOrDefault();
        if (target is null)
        {
            // Some questions are only asked out of season.
            continue;
        }

        driver.ExecuteScript(
            "arguments[0].dispatchEvent(new MouseEvent('click',{bubbles:true,cancelable:true}))",
            target
        );
        Thread.Sleep(1800);
    }

    // What is still being reckoned is waited for.
    new WebDriverWait(driver, TimeSpan.FromSeconds(60)).Until(d =>
        d.FindElements(By.XPath("//main//button[normalize-space(.)='Stop']")).Count == 0
    );

    var taken = (string)
        (
            (Dictionary<string, object?>)
                driver.ExecuteCdpCommand(
                    "Page.captureScreenshot",
                    new Dictionary<string, object?> { ["format"] = "png" }
                )!
        )["data"]!;
    File.WriteAllBytes(Path.Combine(folder, shot[0] + ".png"), Convert.FromBase64String(taken));
    Console.WriteLine(shot[0]);
}
