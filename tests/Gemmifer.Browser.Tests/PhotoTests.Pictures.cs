using System.Text.Json;
using OpenQA.Selenium;

namespace Gemmifer.Browser.Tests;

/// <content>Pictures of all kinds, and the plan upon them.</content>
public sealed partial class PhotoTests
{
    [Fact]
    public async Task A_file_of_one_s_own_is_taken_upright_and_what_is_no_picture_is_named()
    {
        var folder = Directory.CreateTempSubdirectory("gemmifer-files-").FullName;
        string Write(string name, byte[] bytes)
        {
            File.WriteAllBytes(Path.Combine(folder, name), bytes);
            return Path.Combine(folder, name);
        }

        using var http = new HttpClient();
        var made = await http.PostAsync(
            $"{_app.Url}/api/plants",
            new StringContent(
                """{"name":"By the gate","kind":"rose.floribunda","place":"Front"}""",
                System.Text.Encoding.UTF8,
                "application/json"
            ),
            TestContext.Current.CancellationToken
        );
        var id = JsonDocument
            .Parse(await made.Content.ReadAsStringAsync(TestContext.Current.CancellationToken))
            .RootElement.GetProperty("id")
            .GetString();
        _page.Go($"/plants/{id}/photo");
        _page.Sees("Measure it with two photographs");
        var file = _page.Driver.FindElement(By.CssSelector("input[type=file][aria-label='Choose a photograph']"));
        _page.Driver.ExecuteScript("arguments[0].hidden = false", file);
        file.SendKeys(Write("letter.jpg", "Dear rose,"u8.ToArray()));
        _page.Sees("“letter.jpg” cannot be read as a picture (JPG).");
        file.SendKeys(Write("phone.heic", "....ftypheic"u8.ToArray()));
        _page.Sees("“phone.heic” cannot be read as a picture (HEIC).");
        file.SendKeys(Write("wall.png", Huge(8_000, 5_000)));
        _page.Sees("“wall.png” has 40 million pixels");
        file.SendKeys(Write("bomb.png", Huge(30_000, 30_000)));
        _page.Until(
            () => _page.Text.Contains("“bomb.png” ", StringComparison.Ordinal),
            "the bomb to be refused by its name"
        );
        Assert.Equal("[]", Get($"/api/plants/{id}/photos"));
        var camera = File.ReadAllBytes(
            Path.Combine(AppContext.BaseDirectory, "../../../../../web/public/camera/demo-ferry-front.jpg")
        );
        file.SendKeys(Write("lying.jpg", Lying(camera)));
        _page.Sees("Tap the crown");
        JsonElement photo = default;
        _page.Until(
            () =>
            {
                var all = JsonDocument.Parse(Get($"/api/plants/{id}/photos"));
                photo = all.RootElement.EnumerateArray().FirstOrDefault();
                return photo.ValueKind == JsonValueKind.Object;
            },
            "the photograph in the garden"
        );

        // It was 1,600 by 1,200 lying on its side, and says 28 mm.
        Assert.Equal((1200, 1600), (photo.GetProperty("width").GetInt32(), photo.GetProperty("height").GetInt32()));
        Assert.Equal(28, photo.GetProperty("focal35").GetDouble());
        Assert.Equal("", _page.AxeViolations());

        // Without the garden: taken and tapped all the same, and sent when it is back.
        _page.Press("Second photograph");
        _page.Press("From the right");
        file = _page.Driver.FindElement(By.CssSelector("input[type=file][aria-label='Choose a photograph']"));
        _app.Stop();
        _page.Driver.ExecuteScript("arguments[0].hidden = false", file);
        file.SendKeys(Write("standing.jpg", camera));
        _page.Sees("Tap the crown");
        Tap((800, 900));
        _page.Sees("Tap the foot of the stick");
        _app.Start();
        _page.Until(
            () =>
            {
                var all = JsonDocument.Parse(Get($"/api/plants/{id}/photos")).RootElement.EnumerateArray().ToArray();
                return all.Length == 2
                    && all.Any(p =>
                        p.GetProperty("taps").ValueKind == JsonValueKind.Object
                        && p.GetProperty("from").GetDouble() is 3
                    );
            },
            "both photographs and the tap in the garden"
        );
    }

    /// <summary>A PNG (ISO/IEC 15948) of one bit a pixel, all of it there: rows of nothing, packed.</summary>
    private static byte[] Huge(int width, int height)
    {
        static byte[] Big(int value) => [(byte)(value >> 24), (byte)(value >> 16), (byte)(value >> 8), (byte)value];
        static byte[] Chunk(string type, byte[] data)
        {
            byte[] body = [.. System.Text.Encoding.ASCII.GetBytes(type), .. data];
            var crc = uint.MaxValue;
            foreach (var b in body)
            {
                crc ^= b;
                for (var bit = 0; bit < 8; bit++)
                {
                    crc = (crc & 1) == 1 ? 0xedb88320 ^ (crc >> 1) : crc >> 1;
                }
            }

            return [.. Big(data.Length), .. body, .. Big((int)~crc)];
        }

        using var packed = new MemoryStream();
        using (
            var zlib = new System.IO.Compression.ZLibStream(
                packed,
                System.IO.Compression.CompressionLevel.SmallestSize,
                leaveOpen: true
            )
        )
        {
            var row = new byte[1 + ((width + 7) / 8)];
            for (var y = 0; y < height; y++)
            {
                zlib.Write(row);
            }
        }

        return
        [
            0x89,
            .. "PNG\r\n"u8,
            0x1a,
            0x0a,
            .. Chunk("IHDR", [.. Big(width), .. Big(height), 1, 0, 0, 0, 0]),
            .. Chunk("IDAT", packed.ToArray()),
            .. Chunk("IEND", []),
        ];
    }

    /// <summary>
    /// A JPEG with an Exif segment (CIPA DC-008): Orientation 6, a quarter turn, and FocalLengthIn35mmFilm 28.
    /// </summary>
    private static byte[] Lying(byte[] jpeg)
    {
        byte[] tiff =
        [
            0x4d,
            0x4d,
            0,
            42,
            0,
            0,
            0,
            8,
            // IFD0: Orientation (short) 6, and where the Exif IFD is.
            0,
            2,
            0x01,
            0x12,
            0,
            3,
            0,
            0,
            0,
            1,
            0,
            6,
            0,
            0,
            0x87,
            0x69,
            0,
            4,
            0,
            0,
            0,
            1,
            0,
            0,
            0,
            38,
            0,
            0,
            0,
            0,
            // The Exif IFD: FocalLengthIn35mmFilm (short) 28.
            0,
            1,
            0xa4,
            0x05,
            0,
            3,
            0,
            0,
            0,
            1,
            0,
            28,
            0,
            0,
            0,
            0,
            0,
            0,
        ];
        byte[] payload = [.. "Exif"u8, 0, 0, .. tiff];
        var length = payload.Length + 2;
        return [.. jpeg[..2], 0xff, 0xe1, (byte)(length >> 8), (byte)length, .. payload, .. jpeg[2..]];
    }

    /// <summary>Crown lies on crown and stick on stick, within what was tapped.</summary>
    private void Aligned(JsonElement before, JsonElement after)
    {
        var moved = (string)
            _page.Driver.ExecuteScript(
                "return document.querySelectorAll('svg[role=img] image')[1].getAttribute('transform')"
            )!;
        var n = System
            .Text.RegularExpressions.Regex.Matches(moved, "-?[0-9.]+(e-?[0-9]+)?")
            .Select(m => double.Parse(m.Value, System.Globalization.CultureInfo.InvariantCulture))
            .ToArray();
        foreach (
            var (one, two) in new[]
            {
                (before.GetProperty("crown"), after.GetProperty("crown")),
                (before.GetProperty("stick")[1], after.GetProperty("stick")[1]),
            }
        )
        {
            var ((u, v), (a, b)) = (At(one), At(two));
            Assert.InRange(Math.Abs((n[2] * a) + n[0] - u), 0, 16);
            Assert.InRange(Math.Abs((n[2] * b) + n[1] - v), 0, 16);
        }
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
        var survey = JsonDocument.Parse(Get("/demo/api/plants/demo-ferry/survey")).RootElement.GetProperty("document");
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
