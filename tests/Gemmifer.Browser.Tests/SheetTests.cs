using OpenQA.Selenium;
using UglyToad.PdfPig;

namespace Gemmifer.Browser.Tests;

/// <summary>The cut sheet on paper: printed by the browser, read back with a PDF library of its own.</summary>
public sealed class SheetTests(DemoApplication demo) : IClassFixture<DemoApplication>
{
    private readonly Page _page = demo.Page;

    [Theory]
    [InlineData("demo-lantern")]
    [InlineData("demo-oldmill")]
    [InlineData("demo-kiln")]
    [InlineData("demo-sluice")]
    public void Prints_on_one_or_two_sheets_of_A4_with_the_drawing_and_every_step(string plant)
    {
        _page.Go($"/plants/{plant}/sheet");
        _page.Sees("Carry:");
        var steps = _page.Driver.FindElements(By.CssSelector(".sheet .step")).Count;
        var drawn = _page.Driver.FindElements(By.CssSelector(".sheet svg")).Count;
        var answer =
            (Dictionary<string, object?>)
                _page.Driver.ExecuteCdpCommand(
                    "Page.printToPDF",
                    new Dictionary<string, object?> { ["preferCSSPageSize"] = true }
                )!;
        using var pdf = PdfDocument.Open(Convert.FromBase64String((string)answer["data"]!));
        Assert.InRange(pdf.NumberOfPages, 1, 2);
        Assert.True(drawn >= 1);

        // ISO 216: A4 is 210 by 297 mm; a PDF point is 1/72 inch.
        Assert.All(pdf.GetPages(), p =>
            Assert.True(
                Math.Abs(p.Width - (210 / 25.4 * 72)) < 1 && Math.Abs(p.Height - (297 / 25.4 * 72)) < 1,
                $"{p.Width} × {p.Height}"
            )
        );
        var words = pdf.GetPages().SelectMany(p => p.GetWords()).Select(w => w.Text).ToArray();
        for (var n = 1; n <= steps; n++)
        {
            Assert.Contains($"{n}.", words);
        }

        // What belongs to the screen stays off the paper, and nothing runs over its edge.
        Assert.DoesNotContain("Remember", words);
        Assert.DoesNotContain("Measures", words);
        Assert.All(pdf.GetPages().SelectMany(Letters), x => Assert.InRange(x.Box, 0, x.Width));
        Assert.True(pdf.GetPage(1).Paths.Count > 20, "The drawing is on the first sheet.");
    }

    [Fact]
    public void Needs_no_colour_to_be_read()
    {
        _page.Go("/plants/demo-oldmill/sheet");
        _page.Sees("Carry:");
        var colours =
            (IReadOnlyCollection<object>)
                _page.Driver.ExecuteScript(
                    """
                    const seen = new Set();
                    for (const e of document.querySelectorAll('.sheet .paper, .sheet .paper *'))
                      for (const p of ['color', 'backgroundColor', 'fill', 'stroke'])
                        seen.add(getComputedStyle(e)[p]);
                    return [...seen];
                    """
                )!;
        var coloured = colours
            .Cast<string>()
            .Where(c => c.StartsWith("rgb", StringComparison.Ordinal))
            .Where(c => c.Split('(', ',', ')').Skip(1).Take(3).Select(v => v.Trim()).Distinct().Count() > 1);
        Assert.Empty(coloured);
        Assert.True(colours.Count > 4);

        // What goes and what stays are told apart by form: struck through, or not.
        Assert.NotEmpty(_page.Driver.FindElements(By.CssSelector(".sheet .goes")));
    }

    private static IEnumerable<(double Box, double Width)> Letters(UglyToad.PdfPig.Content.Page p) =>
        p.Letters.Select(l => (l.BoundingBox.Right, p.Width));
}
