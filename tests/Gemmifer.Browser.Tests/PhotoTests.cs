using System.Text.Json;
using OpenQA.Selenium;
using OpenQA.Selenium.Interactions;

namespace Gemmifer.Browser.Tests;

/// <summary>
/// From the camera to the cuts on the picture, on a phone. The demo's camera offers pictures drawn of its invented
/// plants; where in them what is was written down when they were drawn (tools/Gemmifer.Photos, demo).
/// </summary>
public sealed class PhotoTests : IDisposable
{
    private static readonly JsonElement Truth = JsonDocument
        .Parse(File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "../../../camera.json")))
        .RootElement;

    private readonly Application _app = Application.Beside();
    private readonly Page _page;

    public PhotoTests() => _page = new Page(_app.Url, 390, 844);

    public void Dispose()
    {
        _page.Dispose();
        _app.Dispose();
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
        _page.Until(() => _page.Text + Marks() != before, $"what the tap at {at} brings");
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
        _page.Press("From the front");
        Begin(front);
        foreach (var cane in canes)
        {
            Cane(front, cane);
            _page.Press(cane == "D" ? "3 to 5: grey" : "2: darker");
        }

        // One picture does not tell which way a cane leans, and that is said.
        _page.Sees("one does not tell which way it leans");
        Shot("trace-front");
        _page.Press("Take the second photograph");
        _page.Press("From the right");
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
        _page.Press("Plan with these 7 canes");
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
        Shot("do-photo");
    }

    private void Thick(string[] canes)
    {
        // What no edges tell is asked, a tap each.
        foreach (var cane in canes)
        {
            if (_page.Driver.FindElements(By.CssSelector($"[aria-label='How thick {cane} is']")) is [{ } asked, ..])
            {
                asked.FindElements(By.TagName("button")).First(b => b.Text == "little finger").Click();
                _page.Until(
                    () => _page.Driver.FindElements(By.CssSelector($"[aria-label='How thick {cane} is']")).Count == 0,
                    $"{cane} to be as thick as a finger"
                );
            }
        }
    }

    private void Shot(string name)
    {
        if (Environment.GetEnvironmentVariable("GEMMIFER_SHOTS") is { } folder)
        {
            _page.Driver.GetScreenshot().SaveAsFile(Path.Combine(folder, name + ".png"));
        }
    }

    /// <summary>What is stored is the plant that was drawn: within what a finger of 4 pixels leaves open.</summary>
    private void CheckMeasures()
    {
        double[][] drawn =
        [
            [6.4, 16, 860],
            [8.1, 22, 820],
            [9.9, 20, 900],
            [11.4, 14, 780],
            [1.2, 19, 880],
            [3.0, 24, 760],
            [4.6, 18, 840],
        ];
        using var http = new HttpClient();
        var survey = JsonDocument
            .Parse(http.GetStringAsync($"{_app.Url}/demo/api/plants/demo-ferry/survey").GetAwaiter().GetResult())
            .RootElement.GetProperty("document");
        var stems = survey.GetProperty("stems").EnumerateArray().ToArray();
        Assert.Equal(7, stems.Length);
        foreach (var (stem, truth) in stems.Zip(drawn))
        {
            double Of(string name) => stem.GetProperty(name).GetDouble();
            var text = stem.GetRawText();
            Assert.True(Math.Abs(Math.IEEERemainder(Of("clock") - truth[0], 12)) < 0.5, text);
            Assert.True(Math.Abs(Of("lean") - truth[1]) < 6, text);
            Assert.True(Math.Abs(Of("length") - truth[2]) < 60, text);
            Assert.True(stem.GetProperty("spread").GetProperty("length").GetDouble() > 1, text);
        }
    }
}
