using System.Text.Json;
using OpenQA.Selenium;
using OpenQA.Selenium.Interactions;

namespace Gemmifer.Browser.Tests;

/// <summary>
/// From the camera to the cuts on the picture, on a phone. The demo's camera offers pictures drawn of its invented
/// plants; where in them what is was written down when they were drawn (tools/Gemmifer.Photos, demo).
/// </summary>
public sealed partial class PhotoTests : IDisposable
{
    private static readonly JsonElement Truth = JsonDocument
        .Parse(File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "../../../camera.json")))
        .RootElement;

    private readonly Application _app = Application.Beside();
    private readonly Page _page;
    private int _taps;

    public PhotoTests() => _page = new Page(_app.Url, 390, 844);

    public void Dispose()
    {
        _page.Dispose();
        _app.Dispose();
    }

    private string Get(string address)
    {
        using var http = new HttpClient();
        return http.GetStringAsync(_app.Url + address).GetAwaiter().GetResult();
    }

    private static (double U, double V) At(JsonElement pixel) => (pixel[0].GetDouble(), pixel[1].GetDouble());

    /// <summary>Taps the picture at a place of it, as a finger does, and waits until something comes of it.</summary>
    private void Tap((double U, double V) at)
    {
        var before = _page.Text + Marks();
        var box =
            (IReadOnlyDictionary<string, object>)
                _page.Driver.ExecuteScript(
                    """
                    const svg = document.querySelector('[data-photo]');
                    svg.scrollIntoView({ block: 'center' });
                    const p = new DOMPoint(arguments[0], arguments[1]).matrixTransform(svg.getScreenCTM());
                    return { x: p.x, y: p.y };
                    """,
                    at.U,
                    at.V
                )!;
        var finger = new PointerInputDevice(PointerKind.Touch);
        var tap = new ActionSequence(finger);
        tap.AddAction(
            finger.CreatePointerMove(
                CoordinateOrigin.Viewport,
                (int)Math.Round(Convert.ToDouble(box["x"])),
                (int)Math.Round(Convert.ToDouble(box["y"])),
                TimeSpan.Zero
            )
        );
        tap.AddAction(finger.CreatePointerDown(MouseButton.Touch));
        tap.AddAction(finger.CreatePointerUp(MouseButton.Touch));
        _page.Driver.PerformActions([tap]);
        _taps++;
        _page.Until(() => _page.Text + Marks() != before, $"what the tap at {at} brings");
    }

    private void Press(string name)
    {
        _page.Press(name);
        _taps++;
    }

    private string Marks() =>
        (string)_page.Driver.ExecuteScript("return document.querySelector('[data-photo]')?.innerHTML ?? ''")!;

    /// <summary>Crown and stick, as they are asked.</summary>
    private void Begin(JsonElement picture)
    {
        _page.Sees("Tap the crown");
        Tap(At(picture.GetProperty("crown")));
        _page.Sees("Tap the foot of the stick");
        Tap(At(picture.GetProperty("stick")[0]));
        _page.Sees("Tap the top of the stick");
        Tap(At(picture.GetProperty("stick")[1]));
    }

    private void Cane(JsonElement picture, string cane, bool again = false)
    {
        var on = picture.GetProperty("on").GetProperty(cane);
        _page.Sees(again ? $"Which of these is {cane}?" : $"Cane {cane}: tap its foot");
        Tap(At(on[0]));
        _page.Sees($"Now the tip of {cane}");
        Tap(At(on[2]));
    }

    [Fact]
    public void From_the_camera_to_the_cuts_on_the_picture_with_a_finger()
    {
        var ferry = Truth.GetProperty("demo-ferry");
        var (front, side) = (ferry.GetProperty("front"), ferry.GetProperty("side"));
        string[] canes = ["A", "B", "C", "D", "E", "F", "G"];
        _page.Go("/demo/plants/demo-ferry/look");
        _page.Press("Measure with photographs");
        Press("From the front");
        Begin(front);
        foreach (var cane in canes)
        {
            Cane(front, cane);
            Press(cane == "D" ? "3 to 5: grey" : "2: darker");
        }

        // One picture does not tell which way a cane leans, and that is said; who knows it says it.
        _page.Sees("one does not tell which way it leans");
        Assert.False(_page.HasButton("Plan with this cane"));
        _page.Press("A leans to 6 o'clock");
        _page.Sees("Plan with this cane");
        _page.Press("Undo");
        _page.Until(() => !_page.HasButton("Plan with this cane"), "it to be taken back");
        Shot("trace-front");
        Press("Take the second photograph");
        Press("From the right");
        Begin(side);
        foreach (var cane in canes)
        {
            Assert.Equal((cane, true), (cane, Marks().Contains("stroke-dasharray", StringComparison.Ordinal)));
            Cane(side, cane, again: true);
        }

        Shot("trace-side");
        Assert.Equal("", _page.AxeViolations());
        Assert.True(_page.TooWide <= 0, $"{_page.TooWide} px too wide");
        Thick(canes);
        Press("Plan with these 7 canes");

        // As docs/photographs.md counts them.
        Assert.Equal(45, _taps);
        _page.Sees("stay");
        _page.Saved();
        _page.Until(() => _page.Driver.FindElements(By.CssSelector("svg image")).Count == 1, "the photograph");
        Shot("decide-photo");
        Assert.Equal("", _page.AxeViolations());
        CheckMeasures();

        // The letters and the cuts lie over the canes of the picture.
        foreach (var cane in canes)
        {
            Assert.NotEmpty(_page.Driver.FindElements(By.CssSelector($"svg [aria-label^='Cane {cane}:']")));
        }

        _page.Press("Plain picture");
        _page.Until(() => _page.Driver.FindElements(By.CssSelector("svg > g[visibility=hidden]")).Count == 1, "plain");
        _page.Press("Plain picture");
        _page.Press("From the right");
        _page.Until(
            () => _page.Driver.FindElements(By.CssSelector("svg[aria-label*='from the right']")).Count == 1,
            "the picture from the right"
        );
        _page.Press("Drawing");
        _page.Until(() => _page.Driver.FindElements(By.CssSelector("svg image")).Count == 0, "the drawing");
        _page.Press("Photograph");
        _page.Press("Do it");
        _page.Until(() => _page.Driver.FindElements(By.CssSelector("svg image")).Count == 1, "a step on the picture");
        Assert.Equal("", _page.AxeViolations());
        for (var n = 0; n < 12 && _page.Driver.FindElements(By.CssSelector("svg[aria-label^='Where']")).Count == 0; n++)
        {
            _page.NextStep();
        }

        // Close to the cut a finger's breadth is told in the picture's own scale.
        _page.Saw("little finger, ");
        _page.Driver.ExecuteScript("document.querySelector('svg image').scrollIntoView({ block: 'center' })");
        Shot("do-photo");
        _page.Go("/demo/plants/demo-ferry/sheet");
        _page.Until(() => _page.Driver.FindElements(By.CssSelector(".paper svg image")).Count == 2, "both on paper");

        // Afterwards once more, and what was is laid over what is.
        _page.Go("/demo/plants/demo-ferry/photo");
        _page.Press("Another photograph");
        _page.Press("From the front, after the cuts");
        Begin(ferry.GetProperty("after"));
        _page.Go("/demo/plants/demo-ferry/remember");
        _page.Until(
            () => _page.Driver.FindElements(By.CssSelector("svg[role=img] image")).Count == 2,
            "before and after"
        );
        _page.Driver.ExecuteScript("document.querySelector('svg[role=img]').scrollIntoView({ block: 'center' })");
        Shot("over");
        Assert.Equal("", _page.AxeViolations());
        Assert.True(_page.TooWide <= 0, $"{_page.TooWide} px too wide");
        Aligned(front, ferry.GetProperty("after"));
        Assert.DoesNotContain("not taken", _page.Driver.FindElement(By.TagName("body")).Text, StringComparison.Ordinal);
    }

    [Fact]
    public void A_cane_is_tapped_by_keys_alone_and_moved_by_a_pixel()
    {
        var front = Truth.GetProperty("demo-kiln").GetProperty("front");
        _page.Resize(1280, 800);
        _page.Go("/demo/plants/demo-kiln/photo");
        _page.Press("From the front");
        _page.Sees("Tap the crown");
        var (u, v) = (800, 600);
        (int, int) To((double U, double V) at, bool held)
        {
            var picture = _page.Driver.FindElement(By.CssSelector("[data-photo]"));
            // Where one was tapped the aim begins at it, else in the middle.
            (u, v) = held ? (u, v) : (800, 600);
            picture.SendKeys(Keys.Enter);
            foreach (
                var (by, less, more) in new[]
                {
                    ((int)at.U - u, Keys.Left, Keys.Right),
                    ((int)at.V - v, Keys.Up, Keys.Down),
                }
            )
            {
                var arrow = by < 0 ? less : more;
                var (far, near) = Math.DivRem(Math.Abs(by), 20);
                picture.SendKeys(
                    string.Concat(Enumerable.Repeat(Keys.Shift + arrow + Keys.Null, far))
                        + string.Concat(Enumerable.Repeat(arrow, near))
                );
            }

            picture.SendKeys(Keys.Enter);
            return (u, v) = ((int)at.U, (int)at.V);
        }

        To(At(front.GetProperty("crown")), held: false);
        _page.Sees("Tap the foot of the stick");
        To(At(front.GetProperty("stick")[0]), held: true);
        _page.Sees("Tap the top of the stick");
        To(At(front.GetProperty("stick")[1]), held: true);
        _page.Sees("Cane A: tap its foot");
        To(At(front.GetProperty("on").GetProperty("A")[0]), held: true);
        _page.Sees("Now the tip of A");
        var tip = To(At(front.GetProperty("on").GetProperty("A")[2]), held: true);
        _page.Sees("Cane B: tap its foot");
        var picture = _page.Driver.FindElement(By.CssSelector("[data-photo]"));
        picture.SendKeys(Keys.Right + Keys.Right + Keys.Up);
        Kept("A", 1, (tip.Item1 + 2.0, tip.Item2 - 1.0));
        _page.Press("Undo");
        Kept("A", 1, (tip.Item1 + 2.0, tip.Item2));

        // Its bearing stands in the survey, so that one picture is enough; a new cane's is asked.
        _page.Sees("leans to 9 o'clock");

        // A reload in the midst of it loses no tap.
        _page.Go("/demo/plants/demo-kiln/photo");
        _page.Sees("Cane B: tap its foot");
        Kept("A", 1, (tip.Item1 + 2.0, tip.Item2));
        Assert.Equal("", _page.AxeViolations());
    }

    /// <summary>Waits until the garden has a tap where it is now.</summary>
    private void Kept(string cane, int tap, (double U, double V) at) =>
        _page.Until(
            () =>
            {
                var photos = JsonDocument.Parse(Get("/demo/api/plants/demo-kiln/photos")).RootElement;
                var taps = photos[0].GetProperty("taps");
                return taps.ValueKind == JsonValueKind.Object
                    && taps.TryGetProperty("on", out var on)
                    && on.TryGetProperty(cane, out var tapped)
                    && tapped.GetArrayLength() > tap
                    && At(tapped[tap]) == at;
            },
            $"the tap at {at} in the garden"
        );
}
