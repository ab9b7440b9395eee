using OpenQA.Selenium;

namespace Gemmifer.Browser.Tests;

/// <summary>What was taken out, written wrong or decided too fast can be put right, at the width of a phone.</summary>
public sealed class KeptTests : IDisposable
{
    private readonly Application _application = new(demo: true);
    private readonly Page _page;

    public KeptTests() => _page = new Page(_application.Url, 390, 844);

    public void Dispose()
    {
        _page.Dispose();
        _application.Dispose();
    }

    [Fact]
    public void A_plant_that_is_taken_out_lies_in_the_bin_with_its_log_and_is_put_back_or_deleted_for_good()
    {
        _page.Go("/garden");
        _page.Type("Find a plant", "lantern");
        _page.Press("Change Hill Lantern");
        _page.Press("Take out of the garden");
        _page.Saw("Hill Lantern lies in the bin now, with its log.");
        var undo = _page.Button("Undo");
        Assert.InRange(undo.Location.Y - WindowTop(), 0, 844);
        _page.Go("/bin");
        _page.Sees("Hill Lantern");
        _page.Driver.FindElement(By.CssSelector("main details summary")).Click();
        _page.Sees("First flowers on the south side.");
        _page.Press("Put back");
        _page.Sees("It is empty.");
        _page.Go("/plants/demo-lantern/remember");
        _page.Sees("First flowers on the south side.");

        _page.Go("/garden");
        _page.Type("Find a plant", "lantern");
        _page.Press("Change Hill Lantern");
        _page.Press("Take out of the garden");
        _page.Saw("lies in the bin now");
        _page.Go("/bin");
        _page.Press("Delete");
        _page.Sees("Delete Hill Lantern for good?");
        _page.Press("Keep it");
        _page.Sees("taken out on");
        _page.Press("Delete");
        _page.Press("Delete for good");
        _page.Sees("It is empty.");
    }

    private int WindowTop() =>
        Convert.ToInt32(
            _page.Driver.ExecuteScript("return window.scrollY"),
            System.Globalization.CultureInfo.InvariantCulture
        );

    [Fact]
    public void A_line_of_the_log_is_corrected_dated_back_and_struck_out_and_tells_what_it_said()
    {
        _page.Go("/plants/demo-lantern/remember");
        _page.Press("Correct: First flowers on the south side.");
        _page.Type("What it should say", "First flowers on the north side.");
        _page.Press("Correct it");
        _page.Sees("First flowers on the north side.");
        _page.Sees("Corrected once");
        _page.Press("Correct: First flowers on the north side.");
        _page.Press("Strike it out");
        _page.Sees("Corrected 2 times");
        _page.Until(
            () =>
                _page
                    .Driver.FindElements(By.CssSelector("main li span"))
                    .Any(s =>
                        s.Text == "First flowers on the north side."
                        && s.GetCssValue("text-decoration-line").Contains("line-through", StringComparison.Ordinal)
                    ),
            "the line to be struck through"
        );
        _page.Driver.ExecuteScript("document.querySelectorAll('details').forEach(d => { d.open = true; })");
        _page.Sees("“First flowers on the south side.”");
    }

    [Fact]
    public void A_device_that_saves_data_takes_the_plants_along_when_it_is_asked_to()
    {
        _page.Go("/");
        _page.Sees("This device saves data");
        Assert.Equal(false, _page.Driver.ExecuteScript("return navigator.serviceWorker.controller !== null"));
        _page.Press("Take the plants along");
        _page.Sees("a round needs no network now");
    }

    [Fact]
    public void The_result_stands_before_the_drawing_and_what_a_tap_opens_comes_into_view()
    {
        _page.Go("/plants/demo-lantern/decide");
        var button = _page.Button("Do it");
        Assert.InRange(button.Location.Y, 0, 844);
        _page.Driver.ExecuteScript(
            "[...document.querySelectorAll('svg [role=button]')].find(s => "
                + "s.getAttribute('aria-label').startsWith('Cane C:'))"
                + ".dispatchEvent(new MouseEvent('click', {bubbles: true}))"
        );
        _page.Until(() => _page.HasButton("Take it out"), "the cane's reasons");
        _page.Until(
            () => _page.Button("Take it out").Location.Y - WindowTop() is > 0 and < 844,
            "the reasons to come into view"
        );
        _page.Press("Take it out");
        _page.Until(
            () =>
                _page.Text.Contains("with it.", StringComparison.Ordinal)
                || _page.Text.Contains("others too", StringComparison.Ordinal),
            "what it changes"
        );
        _page.Saved();
        _page.Driver.Navigate().Refresh();
        _page.Until(() => _page.Button("Undo").Enabled, "undo after a reload");
    }
}
