using OpenQA.Selenium;
using SkiaSharp;
using ZXing;
using ZXing.Common;

namespace Gemmifer.Browser.Tests;

/// <summary>Reads QR codes as a phone does, by a library that has nothing to do with the one that makes them.</summary>
internal static class Scanner
{
    private const int Dots = 6;

    private static string? Read(byte[] luminance, int width, int height) =>
        new BarcodeReaderGeneric
        {
            Options = new DecodingOptions { PossibleFormats = [BarcodeFormat.QR_CODE], TryHarder = true },
        }
            .Decode(new RGBLuminanceSource(luminance, width, height, RGBLuminanceSource.BitmapFormat.Gray8))
            ?.Text;

    /// <summary>What the code says that is on the screen; null where there is none.</summary>
    public static string? Read(IWebElement picture)
    {
        using var bitmap = SKBitmap.Decode(((ITakesScreenshot)picture).GetScreenshot().AsByteArray);
        var grey = new byte[bitmap.Width * bitmap.Height];
        for (var i = 0; i < grey.Length; i++)
        {
            grey[i] = bitmap.GetPixel(i % bitmap.Width, i / bitmap.Width).Green;
        }

        return Read(grey, bitmap.Width, bitmap.Height);
    }

    /// <summary>What a code says that was printed in half blocks; null where there is none.</summary>
    public static string? Read(string printed)
    {
        var lines = printed.Split('\n').Where(l => l.Contains('█') || l.Contains('▀') || l.Contains('▄')).ToArray();
        var columns = lines.Max(l => l.Length) + 8;
        var (width, height) = (columns * Dots, ((lines.Length * 2) + 8) * Dots);
        var grey = Enumerable.Repeat((byte)255, width * height).ToArray();
        void Dark(int column, int row)
        {
            for (var y = 0; y < Dots; y++)
            {
                Array.Fill(grey, (byte)0, ((((row + 4) * Dots) + y) * width) + ((column + 4) * Dots), Dots);
            }
        }

        for (var line = 0; line < lines.Length; line++)
        {
            for (var column = 0; column < lines[line].Length; column++)
            {
                var block = lines[line][column];
                if (block is '█' or '▀')
                {
                    Dark(column, line * 2);
                }

                if (block is '█' or '▄')
                {
                    Dark(column, (line * 2) + 1);
                }
            }
        }

        return Read(grey, width, height);
    }
}
