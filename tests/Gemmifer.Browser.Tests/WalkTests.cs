using OpenQA.Selenium;
using OpenQA.Selenium.Interactions;

namespace Gemmifer.Browser.Tests;

/// <summary>
/// A rose from an empty garden to its log by keyboard alone, by finger alone, and as it is read out: every leg counted,
/// none longer than it was.
/// </summary>
public sealed class WalkTests : IDisposable
{
    /// <summary>Stops of the tab key, and taps, that a leg may take at most.</summary>
    private const int MostStops = 14,
        MostTaps = 3;

    /// <summary>What is read out before what is to be done next, of the page below its head.</summary>
    private const int MostRead = 45;

    private static readonly string[] Canes =
    [
        "7 thumb 2y",
        "10 finger 1y 1.2m",
        "1 16mm 2y 1.15m",
        "3:30 thumb 5y grey",
    ];

    private Application? _application;
    private Page? _page;

    private Page Page => _page!;

    public void Dispose()
    {
        _page?.Dispose();
        _application?.Dispose();
    }

    private void Open(bool demo, int width, int height)
    {
        _application = new Application(demo);
        _page = new Page(_application.Url, width, height);
    }

    private static void Count(string by, string leg, int stops, int most)
    {
        Console.WriteLine($"walk by {by}: {leg}: {stops}");
        Assert.True(stops <= most, $"by {by}, {leg} takes {stops}");
    }

    /// <summary>Goes on with the tab key till something is reached.</summary>
    private IWebElement Tab(string leg, params string[] names)
    {
        for (var stops = 0; stops <= 80; stops++)
        {
            if (stops > 0)
            {
                new Actions(Page.Driver).SendKeys(Keys.Tab).Perform();
            }

            try
            {
                var at = Page.Driver.SwitchTo().ActiveElement();
                var name = at.SpokenName();
                if (at.Enabled && names.Any(n => name.StartsWith(n, StringComparison.Ordinal)))
                {
                    Count("keyboard", leg, stops, MostStops);
                    return at;
                }
            }
            catch (StaleElementReferenceException)
            {
                // Drawn again meanwhile: the next press goes on from there.
            }
        }

        Assert.Fail($"{leg}: “{names[0]}” was not reached with the tab key.");
        return null!;
    }

    [Fact]
    public void By_keyboard_alone()
    {
        Open(demo: false, 1280, 800);
        Page.Go("/");
        Page.Sees("The garden is empty.");
        Tab("a new garden to its first plant", "Add your first plant").SendKeys(Keys.Enter);
        Page.Sees("Where it grows");
        Tab("its name", "Name").SendKeys("Quarry Light");
        Tab("where it grows", "Where it grows").SendKeys("South bed");
        Tab("it is added", "Add it and walk round").SendKeys(Keys.Enter);
        Page.Sees("No canes yet");
        var line = Tab("a cane in one line", "Type or say it in one line");
        foreach (var cane in Canes)
        {
            line.SendKeys(cane + Keys.Enter);
            Page.Until(() => line.GetDomProperty("value") == "", "the cane to be taken");
        }

        Page.Saved();
        Tab("from the canes to the plan", "See the plan").SendKeys(Keys.Enter);
        Page.Sees("Before the first cut");
        Tab("from the plan to the work", "Do it").SendKeys(Keys.Enter);
        Page.Sees("Step 1 of");
        for (var step = 0; !Page.HasButton("Finish this plant"); step++)
        {
            var before = Page.Text;
            Page.CanPress("Done", "Noted");
            Tab($"step {step + 1}", "Done", "Noted").SendKeys(Keys.Enter);
            Page.Until(() => Page.Text != before, "the next step");
        }

        Page.CanPress("Finish this plant");
        Tab("it is finished", "Finish this plant").SendKeys(Keys.Enter);
        Page.Sees("Finished for this season");
        Tab("to its log", "See the log").SendKeys(Keys.Enter);
        Page.Sees("What did you see today?");
        Tab("what was seen", "What did you see today?").SendKeys("Bud break" + Keys.Enter);
        Page.Sees("Bud break");
    }

    [Fact]
    public void By_finger_alone()
    {
        Open(demo: false, 390, 844);
        Page.Go("/");
        void Tap(string leg, params string[] names)
        {
            foreach (var name in names)
            {
                Page.Press(name);
            }

            Count("finger", leg, names.Length, MostTaps);
        }

        Tap("a new garden to its first plant", "Add your first plant");
        Page.Type("Name", "Quarry Light");
        Tap("it is added", "Add it and walk round");
        Page.Sees("No canes yet");
        Tap("a cane", "7 o'clock", "thumb", "2: darker");
        Tap("a cane", "10 o'clock", "little finger", "1: green, supple");
        Tap("a cane", "1 o'clock", "thumb", "2: darker");
        Page.Saved();
        Tap("from the canes to the plan", "See the plan");
        Page.Sees("Before the first cut");
        Tap("from the plan to the work", "Do it");
        Page.Sees("Step 1 of");
        var steps = 0;
        for (; !Page.HasButton("Finish this plant"); steps++)
        {
            Page.NextStep();
        }

        Count("finger", $"all {steps} steps, one each", 1, 1);
        Tap("it is finished and its log seen", "Finish this plant", "See the log");
        Page.Sees("What did you see today?");
    }

    /// <summary>What a reader says of a page below its head till it comes to a button, line by line.</summary>
    private List<string> ReadTill(string button)
    {
        var tree =
            (Dictionary<string, object>)
                Page.Driver.ExecuteCdpCommand("Accessibility.getFullAXTree", new Dictionary<string, object?>())!;
        var nodes = ((IEnumerable<object>)tree["nodes"]).Cast<Dictionary<string, object>>().ToArray();
        var byId = nodes.ToDictionary(n => (string)n["nodeId"]);
        string Of(Dictionary<string, object> node, string part) =>
            node.TryGetValue(part, out var value) && value is Dictionary<string, object> said
                ? said.GetValueOrDefault("value")?.ToString() ?? ""
                : "";
        var read = new List<string>();
        bool Read(Dictionary<string, object> node)
        {
            var (role, name) = (Of(node, "role"), Of(node, "name"));
            var said = role is "StaticText" or "button" or "link" or "textbox" or "searchbox" or "combobox" or "image";
            if (node["ignored"] is false && said && name.Length > 0)
            {
                read.Add($"{role}: {name}");
                if (name == button)
                {
                    return true;
                }
            }

            // A button says its words once.
            return role is not ("button" or "link" or "image")
                && ((IEnumerable<object>)node.GetValueOrDefault("childIds", Array.Empty<object>()))
                    .Select(c => byId.GetValueOrDefault((string)c))
                    .Any(c => c is not null && Read(c));
        }

        Assert.True(
            Read(nodes.First(n => Of(n, "role") == "main")),
            $"“{button}” is not read: {string.Join('\n', read)}"
        );
        return read;
    }

    [Fact]
    public void As_it_is_read_out()
    {
        Open(demo: true, 1280, 800);
        (string Path, string Next)[] screens =
        [
            ("/plants/demo-lantern/decide", "Do it"),
            ("/plants/demo-gate-vine/decide", "Do it"),
            ("/plants/demo-row-autumn/decide", "Do it"),
            ("/plants/demo-lantern/do", "Done"),
            ("/plants/demo-slatewall/do", "Done"),
        ];
        foreach (var (path, next) in screens)
        {
            Page.Go(path);
            Page.Until(() => Page.HasButton(next) || Page.HasButton("Noted"), next);
            var read = ReadTill(Page.HasButton(next) ? next : "Noted");
            Count("reader", $"{path} to “{next}”", read.Count, MostRead);
            // No two things to press are called the same before it.
            var twice = read.Where(r => r.StartsWith("button: ", StringComparison.Ordinal))
                .GroupBy(r => r)
                .Where(g => g.Count() > 1)
                .Select(g => g.Key);
            Assert.Equal([], twice);
        }
    }
}
