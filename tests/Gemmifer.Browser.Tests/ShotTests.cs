#pragma warning disable
using OpenQA.Selenium;

namespace Gemmifer.Browser.Tests;

public sealed class ShotTests
{
    [Fact]
    public void Shots()
    {
        using var app = new Application(demo: true);
        using var page = new Page(app.Url, 390, 844);
        void Shot(string n) => ((ITakesScreenshot)page.Driver).GetScreenshot().SaveAsFile($"/tmp/shot-{n}.png");
        page.Go("/");
        Thread.Sleep(25000);
        page.Driver.ExecuteScript("window.t0 = performance.now()");
        app.Kill();
        page.Go("/plants/demo-lantern/do");
        page.NextStep();
        page.NextStep();
        Shot("off-do");
        page.Press("Differently");
        page.Press("Took it out");
        page.Press("Record it");
        Thread.Sleep(1500);
        Shot("off-before");
        if (page.HasButton("Record it all the same"))
            page.Press("Record it all the same");
        Thread.Sleep(1500);
        page.Go("/plants/demo-lantern/decide");
        Thread.Sleep(2500);
        Shot("off-decide");
        page.Go("/plants/demo-lantern/remember");
        Thread.Sleep(1000);
        Shot("off-remember");
        page.Go("/waiting");
        Thread.Sleep(500);
        Shot("off-waiting");
        page.Go("/");
        Thread.Sleep(1500);
        Shot("off-now");
        page.Go("/garden");
        Thread.Sleep(1500);
        Shot("off-garden");
    }
}
