using OpenQA.Selenium;

namespace Gemmifer.Browser.Tests;

/// <summary>Nothing is done by accident, at the width of a phone.</summary>
public sealed class HandTests : IDisposable
{
    private readonly Application _application = new(demo: true);
    private readonly Page _page;

    public HandTests() => _page = new Page(_application.Url, 390, 844);

    public void Dispose()
    {
        _page.Dispose();
        _application.Dispose();
    }

    private string[] Open()
    {
        _page.Until(() => _page.Driver.FindElements(By.CssSelector("details li button")).Count > 0, "the list");
        return
        [
            .. _page
                .Driver.FindElements(By.CssSelector("details li button[type=button]"))
                .Select(b => b.GetDomProperty("textContent") ?? ""),
        ];
    }

    [Fact]
    public void Later_changes_nothing_and_brings_the_step_back_at_the_end_after_a_reload_too()
    {
        _page.Go("/plants/demo-lantern/do");
        _page.Sees("Step 1 of");
        var before = Open();
        _page.Press("Later");
        _page.Sees("Step 2 of");
        var after = Open();
        Assert.Equal(before, after.Select(t => t.Replace(" Put off till later.", "", StringComparison.Ordinal)));
        Assert.Contains("Put off till later.", after[0], StringComparison.Ordinal);
        _page.Driver.Navigate().Refresh();
        _page.Sees("Step 2 of");
        for (var n = 1; n < before.Length; n++)
        {
            _page.NextStep();
        }

        _page.Sees("put off till now");
    }

    [Theory]
    [InlineData("demo-lantern")]
    [InlineData("demo-terrace-1")]
    [InlineData("demo-slatewall")]
    public void A_step_its_drawing_and_its_buttons_are_in_sight_at_once_and_none_lies_over_another(string plant)
    {
        _page.Go($"/plants/{plant}/do");
        _page.Sees("Step 1 of");
        var wrong = _page.Driver.ExecuteScript(
            """
            const box = (e) => e.getBoundingClientRect();
            const button = [...document.querySelectorAll('main button')].find((b) => /^(Done|Noted)$/.test(b.innerText));
            const stop = [...document.querySelectorAll('main button')].find((b) => b.innerText === 'Stop for today');
            const parts = [document.querySelector('main h2'), document.querySelector('main svg'), button, stop].map(box);
            const named = ['step', 'drawing', 'done', 'stop'];
            return parts.flatMap((p, i) => [
              ...(p.height < 20 || p.top < 0 || p.bottom > innerHeight ? [`${named[i]} out of sight`] : []),
              ...(i > 0 && p.top < parts[i - 1].bottom - 1 ? [`${named[i]} over ${named[i - 1]}`] : []),
            ]).join(', ');
            """
        );
        Assert.Equal("", wrong);
    }

    [Fact]
    public void Two_taps_within_half_a_second_record_one_step()
    {
        _page.Go("/plants/demo-lantern/do");
        _page.Sees("Step 1 of");
        _page.Until(() => _page.Button("Done").Enabled, "the first step to be open");
        _page.Driver.ExecuteScript(
            """
            const tap = () => [...document.querySelectorAll('button')]
              .find(b => /^(Done|Noted)$/.test(b.innerText))?.click();
            tap();
            const again = setInterval(tap, 20);
            setTimeout(() => { clearInterval(again); window.tapped = true; }, 450);
            """
        );
        _page.Until(() => _page.Driver.ExecuteScript("return window.tapped === true") is true, "the taps");
        object? Recorded() =>
            _page.Driver.ExecuteAsyncScript(
                """
                const tell = arguments[0];
                fetch('/api/plants/demo-lantern/work').then(r => r.json()).then(w => tell(w.done.length));
                """
            );
        _page.Until(() => Recorded() is > 0L, "a tap to be recorded");
        Thread.Sleep(800);
        Assert.Equal(1L, Recorded());
    }

    [Fact]
    public void Finishing_with_work_open_says_what_is_open_and_asks_and_stopping_for_today_loses_nothing()
    {
        _page.Go("/plants/demo-lantern/do");
        _page.Sees("Step 1 of");
        _page.NextStep();
        _page.Press("Finish the season");
        _page.Sees("steps are still open");
        Assert.Equal("", _page.AxeViolations());
        _page.Press("Go on with the work");
        _page.Sees("Step 2 of");
        _page.Press("Stop for today");
        _page.Saw("Hill Lantern");
        _page.Go("/plants/demo-lantern/do");
        _page.Sees("Step 2 of");
        _page.Press("Finish the season");
        _page.Press("Finish all the same");
        _page.Sees("Finished for this season");
    }

    [Fact]
    public void Any_step_is_chosen_from_the_list_and_any_is_taken_back()
    {
        _page.Go("/plants/demo-lantern/do");
        _page.Sees("Step 1 of");
        var first = Open()[0];
        _page.NextStep();
        _page.NextStep();
        _page.Driver.FindElement(By.XPath("//summary[text()='All steps']")).Click();
        _page.Driver.FindElements(By.CssSelector("details li button[type=button]"))[2].Click();
        _page.Sees("Step 5 of");
        _page.Until(
            () => _page.Driver.FindElements(By.CssSelector("button[aria-label^='Take back:']")).Count == 2,
            "two to take back"
        );
        var back = _page.Driver.FindElements(By.CssSelector("button[aria-label^='Take back:']"))[0];
        _page.Until(() => back.Enabled, "taking back");
        back.Click();
        _page.Until(() => Open()[0] == first, "the first step to be open again");
        Assert.Single(_page.Driver.FindElements(By.CssSelector("button[aria-label^='Take back:']")));
    }

    [Fact]
    public void What_changes_the_rest_is_shown_before_it_is_recorded()
    {
        // A thin cane that should go is to stay: another has to go for it.
        _page.Go("/plants/demo-lantern/do");
        _page.Sees("Step 1 of");
        while (
            !_page.Text.Contains("Take H out", StringComparison.Ordinal)
            || !_page.Text.Contains("Step 3 of", StringComparison.Ordinal)
        )
        {
            _page.Press("Later");
            _page.Sees("Step ");
        }

        _page.Press("Differently");
        _page.Press("Leave it as it is this winter");
        _page.Press("Record it");
        _page.Sees("This changes the rest of the plan");
        Assert.Contains("7 canes are enough", _page.Text, StringComparison.Ordinal);
        Assert.Equal("", _page.AxeViolations());
        _page.Press("Back, nothing is recorded");
        _page.Sees("Step 3 of");
        _page.Press("Differently");
        _page.Press("Leave it as it is this winter");
        _page.Press("Record it");
        _page.Press("Record it all the same");
        _page.Sees("The rest was weighed again");
    }
}
