using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;
using OpenQA.Selenium.Support.UI;

namespace Gemmifer.Browser.Tests;

/// <summary>What a person does in a window: go somewhere, find by the words they see, press, type, read.</summary>
public sealed class Page : IDisposable
{
    private static readonly string Axe = File.ReadAllText(
        Path.Combine(AppContext.BaseDirectory, "../../../../../web/node_modules/axe-core/axe.min.js")
    );
    private readonly string _url;
    private readonly Browsers.One? _lent;

    /// <summary>Opens a window of a browser that knows nothing.</summary>
    /// <param name="profile">The folder of a browser that was there before; null for one that saves data: it
    /// takes no plants along and gets no core ready, as its garden is in reach.</param>
    public Page(string url, int width = 1280, int height = 800, string? profile = null)
    {
        _url = url;
        _lent = profile is null ? Browsers.Lend() : null;
        Driver = _lent?.Driver ?? Chrome.Start(width, height, profile);
        Chrome.Resize(Driver, width, height);
        Driver.ExecuteCdpCommand(
            "Emulation.setDataSaverOverride",
            new Dictionary<string, object?> { ["dataSaverEnabled"] = profile is null }
        );
    }

    public ChromeDriver Driver { get; }

    /// <summary>Whether its tab still answers.</summary>
    public bool Lives
    {
        get
        {
            try
            {
                return Driver.Title is not null;
            }
            catch (WebDriverException)
            {
                return false;
            }
        }
    }

    public void Resize(int width, int height) => Chrome.Resize(Driver, width, height);

    public void Go(string path)
    {
        Driver.Navigate().GoToUrl(_url + path);
        Until(() => Driver.FindElements(By.CssSelector("main h1, main h2")).Count > 0, path);
    }

    /// <summary>Goes where nothing but a sentence is to be seen.</summary>
    public void Go(string path, string says)
    {
        Driver.Navigate().GoToUrl(_url + path);
        Sees(says);
    }

    /// <summary>Goes to another screen as a link does, without loading the application anew.</summary>
    public void Turn(string path)
    {
        Driver.ExecuteScript(
            "history.pushState({}, '', arguments[0]); dispatchEvent(new PopStateEvent('popstate'));",
            path
        );
        Until(() => Driver.FindElements(By.CssSelector("main h1, main h2")).Count > 0, path);
    }

    public void Until(Func<bool> condition, string what)
    {
        var wait = new WebDriverWait(Driver, Chrome.Patience)
        {
            Message = $"Waited for {what}; the page says: ",
            PollingInterval = TimeSpan.FromMilliseconds(100),
        };
        wait.IgnoreExceptionTypes(
            typeof(StaleElementReferenceException),
            typeof(NoSuchElementException),
            typeof(ElementClickInterceptedException),
            typeof(ElementNotInteractableException)
        );
        try
        {
            wait.Until(_ => !WentAhead() && condition());
        }
        catch (WebDriverTimeoutException e)
        {
            var says = Text.Replace('\n', '|') + "\n";
            var log = string.Join(" ", Driver.Manage().Logs.GetLog(LogType.Browser).Select(l => l.Message));
            throw new InvalidOperationException(e.Message + says + log, e);
        }
    }

    /// <summary>
    /// Work is asked about where the day is not its season, which hangs on the day the tests run: it is done all the
    /// same.
    /// </summary>
    private bool WentAhead()
    {
        if (FindButton("Do it today all the same") is not { } ahead)
        {
            return false;
        }

        ahead.Click();
        return true;
    }

    /// <summary>What is to be read on the page below its head; a line for each line.</summary>
    public string Text => TextOf("main");

    /// <summary>As the browser has it: the driver's own way takes a hundred times as long.</summary>
    private string TextOf(string element) =>
        (string?)
            Driver.ExecuteScript(
                """
                return document.querySelector(arguments[0])?.innerText
                  .replace(/\u00a0/g, ' ').replace(/[ \t]*\n\s*/g, '\n').trim() ?? '';
                """,
                element
            )
        ?? "";

    public void Sees(string text) =>
        Until(() => Holds("main", text) && Text.Contains(text, StringComparison.Ordinal), $"“{text}”");

    /// <summary>Waits until a text stands anywhere on the page.</summary>
    public void Saw(string text) =>
        Until(
            () => Holds("body", text) && TextOf("body").Contains(text, StringComparison.Ordinal),
            $"“{text}” anywhere"
        );

    /// <summary>Whether the letters stand there, shown or not: asked before what is shown is laid out.</summary>
    private bool Holds(string element, string text) =>
        (bool)
            Driver.ExecuteScript(
                """
                const bare = t => (t ?? '').replace(/\s+/g, '').toLowerCase();
                return bare(document.querySelector(arguments[0])?.textContent).includes(bare(arguments[1]));
                """,
                element,
                text
            )!;

    /// <summary>A button or link by its name, as a screen reader would say it.</summary>
    public IWebElement Button(string name)
    {
        IWebElement? found = null;
        Until(() => (found = FindButton(name)) is not null, $"the button “{name}”");
        return found!;
    }

    public bool HasButton(string name) => FindButton(name) is not null;

    /// <summary>Presses a button as soon as it can be: after a tap none counts for half a second.</summary>
    public void Press(string name)
    {
        var was = "";
        Until(
            () =>
            {
                // What still moves is not pressed: the tap would land beside it.
                var before = was;
                if (FindButton(name) is not { Enabled: true } button)
                {
                    return false;
                }

                was = $"{button.Location} {button.Size}";
                if (was != before)
                {
                    return false;
                }

                button.Click();
                return true;
            },
            $"the button “{name}” to be pressed"
        );
    }

    /// <summary>
    /// Waits until one of these buttons can be pressed: none can till what was tapped last is planned.
    /// </summary>
    public void CanPress(params string[] names) =>
        Until(() => names.Any(n => FindButton(n) is { Enabled: true }), $"“{names[0]}” to be ready");

    /// <summary>Does the step that is shown, and waits for what comes after it.</summary>
    public void NextStep()
    {
        var before = "";
        Until(
            () =>
            {
                before = Text;
                if ((FindButton("Done") ?? FindButton("Noted")) is not { Enabled: true } done)
                {
                    return false;
                }

                done.Click();
                return true;
            },
            "a step to do"
        );
        Until(
            () =>
                Text != before
                && (
                    HasButton("Done")
                    || HasButton("Noted")
                    || HasButton("Finish this plant")
                    || HasButton("Finish this visit")
                ),
            "the next step"
        );
    }

    public IWebElement Field(string label)
    {
        IWebElement? found = null;
        Until(
            () =>
                (
                    found = FieldsLike(label)
                        .FirstOrDefault(f => f.SpokenName().StartsWith(label, StringComparison.Ordinal))
                )
                    is not null,
            $"the field “{label}”"
        );
        return found!;
    }

    /// <summary>
    /// The fields on the page, first those that look as if they had the label: to ask each for its name takes long.
    /// </summary>
    private IEnumerable<IWebElement> FieldsLike(string label) =>
        (
            (IEnumerable<object>)
                Driver.ExecuteScript(
                    """
                    const fields = [...document.querySelectorAll('input, select')]
                      .filter(f => f.checkVisibility({ visibilityProperty: true }) && f.getClientRects().length > 0);
                    const like = f => [f.ariaLabel, ...[...(f.labels ?? [])].map(l => l.innerText)]
                      .some(n => n?.trim().startsWith(arguments[0]));
                    return [...fields.filter(like), ...fields.filter(f => !like(f))];
                    """,
                    label
                )!
        ).Cast<IWebElement>();

    public void Type(string label, string text)
    {
        var field = Field(label);
        field.SendKeys(Keys.Control + "a");
        field.SendKeys(text);
    }

    /// <summary>Chooses a day in the months under a label.</summary>
    /// <param name="day">ISO.</param>
    /// <param name="last">Whether the last of several fields of the label is meant.</param>
    public void ChooseDay(string label, string day, bool last = false)
    {
        const string Days = """
            const fields = [...document.querySelectorAll('button[data-day]')]
              .filter(f => f.getClientRects().length > 0
                && document.getElementById(f.getAttribute('aria-labelledby').split(' ')[0]).textContent === arguments[0]);
            return arguments[1] ? fields.at(-1) : fields[0];
            """;
        IWebElement? field = null;
        Until(
            () => (field = (IWebElement?)Driver.ExecuteScript(Days, label, last)) is not null,
            $"the days of “{label}”"
        );
        field!.Click();
        Until(
            () =>
            {
                var found = Driver.FindElements(By.CssSelector($"button[data-choose='{day}']")).FirstOrDefault();
                if (found is null)
                {
                    var shown = Driver
                        .FindElement(By.CssSelector("button[data-choose]"))
                        .GetDomAttribute("data-choose")!;
                    var next = string.CompareOrdinal(shown, day) < 0 ? "The month after" : "The month before";
                    Driver.FindElement(By.CssSelector($"button[aria-label='{next}']")).Click();
                    return false;
                }

                found.Click();
                return true;
            },
            $"the day {day}"
        );
    }

    /// <summary>Chooses the first offer under a label that starts so.</summary>
    public void Choose(string label, string start) =>
        Until(
            () =>
            {
                Field(label)
                    .FindElements(By.TagName("option"))
                    .First(o => o.Text.StartsWith(start, StringComparison.Ordinal))
                    .Click();
                return true;
            },
            $"“{start}” under “{label}”"
        );

    /// <summary>
    /// What is chosen under a label. Options are asked one by one: where the choice moves meanwhile, none says so.
    /// </summary>
    public string Chosen(string label) =>
        Field(label).FindElements(By.TagName("option")).FirstOrDefault(o => o.Selected)?.Text
        ?? throw new NoSuchElementException($"Nothing is chosen under “{label}”.");

    /// <summary>Waits until the browser's state is in the garden.</summary>
    public void Saved() =>
        Until(() => Driver.FindElements(By.CssSelector("[role=status]")).Any(s => s.Text == "Saved"), "“Saved”");

    /// <summary>Violations of WCAG 2.2 AA that axe-core finds, one a line.</summary>
    public string AxeViolations() => Broken("wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice");

    /// <summary>Words that do not stand out enough from what is behind them.</summary>
    public string FaintWords() => Broken("color-contrast");

    /// <summary>How many pixels the page is wider than the window; not more than 0 where it fits.</summary>
    public long TooWide =>
        (long)
            Driver.ExecuteScript("return document.documentElement.scrollWidth - document.documentElement.clientWidth")!;

    private string Broken(params string[] rules)
    {
        if (!(bool)Driver.ExecuteScript("return 'axe' in window")!)
        {
            Driver.ExecuteScript(Axe);
        }

        return (string)
            Driver.ExecuteAsyncScript(
                """
                const done = arguments[arguments.length - 1];
                axe.run(document, { runOnly: arguments[0] })
                  .then(r => done(r.violations.map(v => v.id + ': ' + v.help + ' — ' + v.nodes.slice(0, 3).map(n => n.html.slice(0, 160) + ' ' + (n.any[0]?.message ?? '')).join(' | ')).join('\n')));
                """,
                (object)rules
            )!;
    }

    public void Dispose()
    {
        if (_lent is null)
        {
            Driver.Quit();
        }
        else
        {
            Browsers.TakeBack(_lent, _url);
        }
    }

    /// <summary>
    /// In one question to the browser, as one for every button of a page takes long. What cannot be it by its letters
    /// is not asked how it is laid out: that, asked ten times a second, is what the tests would mostly do.
    /// </summary>
    private IWebElement? FindButton(string name) =>
        (IWebElement?)
            Driver.ExecuteScript(
                """
                const bare = t => (t ?? '').replace(/\s+/g, '').toLowerCase();
                const named = b => b.dataset.stem ? 'Edit cane ' + b.dataset.stem
                  : b.title?.startsWith?.('Move ') ? b.title
                  : b.getAttribute('aria-label') ?? b.innerText?.trim();
                const could = b => b.dataset.stem || b.title?.startsWith?.('Move ')
                  || bare(b.getAttribute('aria-label') ?? b.textContent).includes(bare(arguments[0]));
                return [...document.querySelectorAll('button, a, [role=button]')]
                  .find(b => could(b) && b.checkVisibility({ visibilityProperty: true })
                    && b.getClientRects().length > 0 && named(b) === arguments[0]) ?? null;
                """,
                name
            );
}
