using OpenQA.Selenium;

namespace Gemmifer.Browser.Tests;

/// <summary>The first ten minutes: an empty garden that leads, the demo beside it, forms that are not lost.</summary>
public sealed class FirstTests : IDisposable
{
    private readonly Application _application = Application.Beside();
    private readonly Page _page;

    public FirstTests() => _page = new Page(_application.Url);

    public void Dispose()
    {
        _page.Dispose();
        _application.Dispose();
    }

    private string Path => new Uri(_page.Driver.Url).AbsolutePath;

    [Fact]
    public void The_demo_is_marked_everywhere_keeps_to_itself_and_is_left_with_one_tap()
    {
        _page.Go("/");
        _page.Sees("The garden is empty.");
        _page.Press("Practise on an invented rose first");
        _page.Saw("Demo garden.");
        Assert.Equal("/demo/plants/demo-lantern/look", Path);
        foreach (
            var view in (string[])
                ["/", "/garden", "/rules", "/measures", "/bin", "/garden/plan", "/plants/demo-lantern/do"]
        )
        {
            _page.Go("/demo" + view);
            _page.Saw("Demo garden.");
            Assert.EndsWith("Gemmifer demo", _page.Driver.Title, StringComparison.Ordinal);
        }

        // What is done there is done there.
        _page.Go("/demo/plants/demo-lantern/remember");
        _page.Type("What did you see today?", "Tried it" + Keys.Enter);
        _page.Sees("Tried it");
        _page.Press("To my own garden");
        _page.Sees("The garden is empty.");
        Assert.Equal("/", Path);
        Assert.DoesNotContain("Demo garden.", _page.Driver.PageSource, StringComparison.Ordinal);
        _page.Press("Look round the demo garden");
        _page.Saw("Demo garden.");
        _page.Go("/demo/plants/demo-lantern/remember");
        _page.Sees("Tried it");
    }

    [Fact]
    public void An_empty_garden_leads_from_the_plant_to_the_first_cut()
    {
        foreach (var (width, height) in new[] { (1280, 800), (390, 844), (320, 640) })
        {
            _page.Resize(width, height);
            _page.Go("/");
            _page.Sees("Make the first cut");
            Assert.Equal("", _page.AxeViolations());
        }

        _page.Resize(390, 844);
        _page.Press("Add your first plant");
        _page.Type("Name", "Wall Lamp");
        _page.Press("Add it and walk round");
        _page.Sees("Type or say it in one line");
        _page.Go("/");
        _page.Press("Walk round Wall Lamp");
        foreach (
            var cane in (string[])
                ["12 o'clock, 14 mm, 2 seasons", "4 o'clock, 13 mm, 2 seasons", "8 o'clock, 5 mm, 1 season, dead"]
        )
        {
            _page.Type("Type or say it in one line", cane + Keys.Enter);
            _page.Saved();
        }

        _page.Go("/");
        _page.Press("See the plan of Wall Lamp");
        _page.Press("Do it");
        _page.NextStep();
        _page.Go("/");
        _page.Sees("Go on");
        Assert.DoesNotContain("Make the first cut", _page.Text, StringComparison.Ordinal);
    }

    [Fact]
    public void A_form_that_was_half_filled_in_is_there_again_and_asks_only_what_the_family_needs()
    {
        _page.Go("/garden?add");
        _page.Type("Name", "McGREGOR's Row");
        _page.Type("Where it grows", "Behind the SHED");
        _page.Choose("Kind", "Summer raspberry");
        _page.Until(() => !_page.Text.Contains("union", StringComparison.Ordinal), "no union to be asked for");
        Assert.DoesNotContain("Grafted on a rootstock?", _page.Text, StringComparison.Ordinal);
        Assert.Contains("How strongly does it grow?", _page.Text, StringComparison.Ordinal);
        _page.Driver.Navigate().Refresh();
        _page.Go("/garden");
        _page.Until(() => _page.Field("Name").GetAttribute("value") == "McGREGOR's Row", "the name to be there again");
        Assert.Equal("Behind the SHED", _page.Field("Where it grows").GetAttribute("value"));
        _page.Until(() => _page.Chosen("Kind") == "Summer raspberry", "the kind");
        _page.Press("Add it and walk round");
        _page.Sees("Count the row");

        // Names stay as they were written.
        _page.Sees("McGREGOR's Row");
        _page.Sees("Behind the SHED");
        _page.Go("/garden");
        _page.Sees("Behind the SHED");
        Assert.False(_page.HasButton("Cancel"));
    }

    [Fact]
    public void The_south_works_by_choosing_it()
    {
        _page.Go("/");
        _page.Press("It lies in the south");
        _page.Sees("15 October");
        _page.Go("/measures");
        _page.Until(() => _page.Chosen("Last frost, usually, month") == "October", "the last frost of the south");
        _page.Until(() => _page.Chosen("First frost, usually, month") == "April", "the first frost of the south");
        _page.Go("/garden?add");
        _page.Type("Name", "Wall Lamp");
        _page.Press("Add it and walk round");
        _page.Sees("Type or say it in one line");
        _page.Go("/measures");
        _page.Until(
            () =>
                _page.Text.Contains("July", StringComparison.Ordinal)
                || _page.Text.Contains("August", StringComparison.Ordinal),
            "a prune in the southern winter"
        );
    }

    [Fact]
    public void What_is_noted_with_a_tap_dates_the_year()
    {
        _page.Resize(390, 844);
        _page.Go("/garden?add");
        _page.Type("Name", "Wall Lamp");
        _page.Press("Add it and walk round");
        _page.Sees("Type or say it in one line");
        var plant = Path.Replace("/look", "", StringComparison.Ordinal);
        _page.Go("/year");
        _page.Sees("Flowers begin");
        _page.Sees("Main prune");

        _page.Go(plant + "/remember");
        _page.Press("Bud break");
        _page.Sees("Bud break: green shows at the buds.");
        _page.Press("Fed");
        _page.Sees("Fed.");
        _page.Go("/year");
        _page
            .Driver.FindElements(By.CssSelector("summary"))
            .First(s => s.Text.Contains("Main prune", StringComparison.Ordinal))
            .Click();
        _page.Sees("The main prune of this kind at this place.");
        Assert.Equal("", _page.AxeViolations());
    }

    [Fact]
    public void A_calliper_that_speaks_as_a_keyboard_types_into_the_line()
    {
        _page.Go("/measures");
        _page.Press("Lay them on the screen");
        _page.Go("/garden?add");
        _page.Type("Name", "Wall Lamp");
        _page.Press("Add it and walk round");
        _page.Type("Type or say it in one line", "9 o'clock, 2 seasons, ");
        _page.Press("Type it, and Enter");
        _page.Saved();
        _page.Sees("12 mm");
        Assert.Equal("", _page.AxeViolations());
    }
}
