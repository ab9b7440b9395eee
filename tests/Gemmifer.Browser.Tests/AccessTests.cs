using OpenQA.Selenium;

namespace Gemmifer.Browser.Tests;

/// <summary>One demo garden for all views that are only looked at.</summary>
public sealed class DemoApplication : IDisposable
{
    public Application App { get; } = new(demo: true);

    private Page? _page;

    /// <summary>One window for all that is looked at; a new one where a test left it dead.</summary>
    public Page Page
    {
        get
        {
            if (_page is { Lives: false })
            {
                _page.Dispose();
                _page = null;
            }

            return _page ??= new Page(App.Url);
        }
    }

    public void Dispose()
    {
        _page?.Dispose();
        App.Dispose();
    }
}

/// <summary>
/// Every view passes axe in every light and at both widths, fits its width, and works by keyboard alone.
/// </summary>
public sealed class AccessTests(DemoApplication demo) : IClassFixture<DemoApplication>
{
    private readonly Page _page = demo.Page;

    public static TheoryData<string> Views =>
        [
            "/",
            "/garden",
            "/measures",
            "/plants/demo-lantern/look",
            "/plants/demo-lantern/decide",
            "/plants/demo-oldmill/decide",
            "/plants/demo-frostgate/do",
            "/plants/demo-terrace-1/remember",
            "/plants/demo-ferry/look",
            "/plants/demo-ferry/decide",
            "/plants/demo-ferry/do",
            "/rules",
            "/garden/plan",
            "/plants/demo-lantern/compare",
            "/plants/demo-kiln/sheet",
            "/plants/demo-sluice/decide",
            "/plants/demo-slatewall/look",
            "/plants/demo-slatewall/decide",
            "/plants/demo-barn/do",
            "/plants/demo-terrace-1/look",
            "/plants/demo-terrace-1/decide",
            "/plants/demo-row-autumn/decide",
            "/garden/rows",
            "/year",
            "/log",
            "/weather",
            "/files",
            "/garden/places",
            "/plants/demo-lantern/photo",
            "/plants/demo-terrace-1/photo",
            "/plants/demo-lantern/round",
            "/plants/demo-corkscrew/cover",
            "/plants/demo-corkscrew/uncover",
            "/plants/demo-lantern/remember",
            "/sharing",
            "/garden/tags",
            "/trust",
            "/bin",
        ];

    /// <summary>What is chosen and does not show it where the device chooses the colours.</summary>
    private string ChosenButUnseen()
    {
        void Forced(string value) =>
            _page.Driver.ExecuteCdpCommand(
                "Emulation.setEmulatedMedia",
                new Dictionary<string, object?>
                {
                    ["features"] = new[]
                    {
                        new Dictionary<string, object?> { ["name"] = "forced-colors", ["value"] = value },
                    },
                }
            );
        Forced("active");
        try
        {
            return (string)
                _page.Driver.ExecuteScript(
                    """
                    const probe = document.createElement('div');
                    probe.style.cssText = 'forced-color-adjust: none; background-color: Highlight';
                    document.body.append(probe);
                    const wanted = getComputedStyle(probe).backgroundColor;
                    probe.remove();
                    if (!matchMedia('(forced-colors: active)').matches) return 'the colours are not forced';
                    return [...document.querySelectorAll('button[aria-pressed=true], a[aria-current=page]')]
                      .filter(e => e.getClientRects().length > 0 && getComputedStyle(e).backgroundColor !== wanted)
                      .map(e => e.textContent).join(', ');
                    """
                )!;
        }
        finally
        {
            Forced("none");
        }
    }

    [Theory]
    [MemberData(nameof(Views))]
    public void Passes_axe_in_day_evening_and_sun_wide_and_narrow(string path)
    {
        // Also the narrowest a page has to fit, and what is left of a window at twice the size (WCAG 1.4.10 and 1.4.4).
        foreach (var (width, height) in new[] { (1280, 800), (320, 640), (640, 400), (390, 844) })
        {
            _page.Resize(width, height);
            _page.Go(path);
            Thread.Sleep(300);
            Assert.DoesNotContain("Gemmifer - Gemmifer", _page.Driver.Title, StringComparison.Ordinal);
            Assert.EndsWith(" - Gemmifer", _page.Driver.Title, StringComparison.Ordinal);
            Assert.True(_page.TooWide <= 0, $"{path} is {_page.TooWide} px too wide at {width}");
            if (width is 1280 or 320)
            {
                var found = _page.AxeViolations();
                Assert.True(found.Length == 0, $"{path} at {width}: {found}");
            }
        }

        // The other lights change colours and nothing else.
        foreach (var theme in new[] { "dark", "sun" })
        {
            _page.Driver.ExecuteScript($"document.documentElement.dataset.theme='{theme}'");
            Assert.Equal((theme, ""), (theme, _page.FaintWords()));
        }

        Assert.Equal("", ChosenButUnseen());

        _page.Resize(1280, 800);
    }

    [Fact]
    public void What_opens_on_a_press_passes_axe_at_every_width()
    {
        (string Path, string[] Press, string Sees)[] opened =
        [
            ("/plants/demo-lantern/decide", ["What each school does"], "Light hand"),
            ("/plants/demo-gate-vine/decide", ["What each school does"], "Goblet"),
            (
                "/plants/demo-lantern/round",
                ["A single flower that is over", "F1: a leaf of 5", "One over the path", "F2: a leaf of 5"],
                "How deep"
            ),
            ("/log", ["Upper terrace", "Disease seen"], "Note it on all of"),
            ("/garden", ["Add a plant"], "Where it grows"),
            ("/garden/rows", ["Plant a row"], "How many"),
            ("/measures", ["Lay them on the screen"], "Where the garden is"),
            ("/plants/demo-slatewall/do", ["Differently"], "What did you do"),
            ("/plants/demo-lantern/remember", ["Correct: First flowers on the south side."], "Strike it out"),
        ];
        foreach (var (width, height) in new[] { (1280, 800), (320, 640) })
        {
            _page.Resize(width, height);
            foreach (var (path, press, sees) in opened)
            {
                _page.Go(path);
                foreach (var button in press)
                {
                    _page.Press(button);
                }

                _page.Sees(sees);
                Assert.Equal((path, width, ""), (path, width, _page.AxeViolations()));
                Assert.True(_page.TooWide <= 0, $"{path} with {press[0]} is {_page.TooWide} px too wide at {width}");
                if (path == "/measures")
                {
                    // They would lie over what comes next.
                    _page.Press("Close");
                }
            }
        }

        _page.Resize(1280, 800);
    }

    [Fact]
    public void A_chosen_cane_and_an_opened_editor_pass_axe_too()
    {
        _page.Resize(1280, 800);
        _page.Go("/plants/demo-frostgate/look");
        _page.Press("Edit cane D");
        _page.Sees("Is it alive?");
        Assert.Equal("", _page.AxeViolations());
        _page.Go("/plants/demo-lantern/decide");
        _page.Until(() => _page.Driver.FindElements(By.CssSelector("svg [role=button]")).Count > 0, "the drawing");
        _page.Driver.FindElements(By.CssSelector("svg [role=button]")).First().SendKeys(Keys.Enter);
        _page.Sees("Your word");
        Assert.Equal("", _page.AxeViolations());
        _page.Press("Next summer");
        _page.Sees("A forecast, not a promise");
        Assert.Equal("", _page.AxeViolations());
        _page.Go("/rules");
        _page.Press("Copy and change it");
        _page.Sees("What you call it");
        Assert.Equal("", _page.AxeViolations());
        _page.Go("/garden");
        _page.Press("Add a plant");
        _page.Sees("Where it grows");
        Assert.Equal("", _page.AxeViolations());
    }

    [Fact]
    public void The_plan_page_shows_drawing_and_steps_without_scrolling()
    {
        _page.Resize(1280, 800);
        _page.Go("/plants/demo-lantern/decide");
        _page.Sees("Before the first cut");
        var down = (long)
            _page.Driver.ExecuteScript("return document.documentElement.scrollHeight - window.innerHeight")!;
        Assert.True(down <= 0, $"The page is {down} px too tall.");
    }

    [Fact]
    public void A_cane_is_added_and_kept_by_keyboard_alone()
    {
        _page.Resize(1280, 800);
        _page.Go("/plants/demo-ferry/look");
        void Tab(string name)
        {
            for (var i = 0; i < 80; i++)
            {
                new OpenQA.Selenium.Interactions.Actions(_page.Driver).SendKeys(Keys.Tab).Perform();
                try
                {
                    if (_page.Driver.SwitchTo().ActiveElement().SpokenName().StartsWith(name, StringComparison.Ordinal))
                    {
                        return;
                    }
                }
                catch (StaleElementReferenceException)
                {
                    // Drawn again meanwhile: the next press goes on from there.
                }
            }

            Assert.Fail($"“{name}” was not reached with the tab key.");
        }

        Tab("Type or say it in one line");
        _page.Driver.SwitchTo().ActiveElement().SendKeys("4:30 thumb 2y" + Keys.Enter);
        _page.Sees("half past 4, 20 mm");
        Tab("5 o'clock");
        _page.Driver.SwitchTo().ActiveElement().SendKeys(Keys.Enter);
        Tab("thumb");
        _page.Driver.SwitchTo().ActiveElement().SendKeys(Keys.Space);
        Tab("1: green");
        _page.Driver.SwitchTo().ActiveElement().SendKeys(Keys.Enter);
        _page.Sees("5 o'clock, 20 mm");
        _page.Saved();
        Tab("See the plan");
        _page.Driver.SwitchTo().ActiveElement().SendKeys(Keys.Enter);
        _page.Sees("Before the first cut");
        Tab("Cane A");
        _page.Driver.SwitchTo().ActiveElement().SendKeys(Keys.Enter);
        _page.Sees("Your word");
        Tab("Take it out");
        _page.Driver.SwitchTo().ActiveElement().SendKeys(Keys.Enter);
        _page.Sees("You asked for it to go");
    }

    [Theory]
    [InlineData("/")]
    [InlineData("/garden")]
    [InlineData("/bin")]
    [InlineData("/waiting")]
    [InlineData("/plants/demo-lantern/look")]
    [InlineData("/plants/demo-lantern/decide")]
    [InlineData("/plants/demo-lantern/do")]
    [InlineData("/plants/demo-lantern/remember")]
    [InlineData("/plants/demo-quarry-vine/decide")]
    [InlineData("/plants/demo-row-bramble/decide")]
    public void Nothing_to_tap_is_smaller_than_a_finger(string path)
    {
        _page.Resize(390, 844);
        _page.Go(path);
        Thread.Sleep(700);
        var small =
            (IEnumerable<object>)
                _page.Driver.ExecuteScript(
                    """
                    // A link in running text is as high as its line; what lies over a drawing has its own tests.
                    const all = [...document.querySelectorAll('button, summary, select, input, nav a, header a, main p > a:only-child')];
                    return all
                      .map((e) => [e, e.closest('label') ?? e])
                      .map(([e, tapped]) => [e, tapped.getBoundingClientRect()])
                      .filter(([e, r]) => r.width > 0 && r.height > 0 && r.height < 44 && getComputedStyle(e).clipPath === 'none')
                      .map(([e, r]) => `${e.tagName} "${(e.innerText || e.ariaLabel || e.type || '').slice(0, 30)}" ${r.height.toFixed(0)}`);
                    """
                )!;
        Assert.Empty(small);
    }
}
