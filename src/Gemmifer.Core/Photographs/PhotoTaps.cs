using System.Text.Json;
using Gemmifer.Core.Exchange;

namespace Gemmifer.Core.Photographs;

/// <summary>
/// What was tapped on one picture as far as it has come: <c>crown</c> [u, v], <c>stick</c> {a, b, mm}, <c>on</c>
/// {cane: [[u, v], …]}, <c>width</c> {cane: [[u, v], [u, v]]}, <c>widthSd</c> {cane: pixels}, <c>said</c> {cane: what
/// was said of it}. Any of it may still be missing; what is there lies in the picture.
/// </summary>
public static class PhotoTaps
{
    private const int MostChars = 100_000;

    private static readonly string[] Seen = ["bark.green", "bark.brown", "bark.grey", "bark.black"];

    /// <summary>Notes everything wrong with taps.</summary>
    /// <param name="path">Where they stand in the document that is read.</param>
    /// <param name="width">Of the picture, pixels; also <paramref name="height"/>.</param>
    public static void Check(JsonElement taps, string path, double width, double height, List<SurveyError> errors)
    {
        var f = new FieldReader(taps, path, errors);
        if (!f.IsObject)
        {
            return;
        }

        if (taps.GetRawText().Length > MostChars)
        {
            f.Error(path, "too-long", "That is more than anybody taps.");
            return;
        }

        TraceReader.Pair(f, "crown", 0, width, height);
        if (f.Find("stick") is { } stick)
        {
            var s = new FieldReader(stick, f.At("stick"), errors);
            if (s.IsObject)
            {
                TraceReader.Pair(s, "a", 0, width, height);
                TraceReader.Pair(s, "b", 0, width, height);
                s.NumberAbove("mm", 0, TraceReader.MostStickMm);
            }
        }

        foreach (var (_, on, at) in Canes(f, "on"))
        {
            Pixels(f, on, at, TraceReader.MostTaps, width, height);
        }

        foreach (var (_, sides, at) in Canes(f, "width"))
        {
            Pixels(f, sides, at, 2, width, height);
        }

        foreach (var (_, sd, at) in Canes(f, "widthSd"))
        {
            if (sd.ValueKind != JsonValueKind.Number || !(sd.GetDouble() is > 0 and <= TraceReader.MostPx))
            {
                f.Error(at, "range", "One standard deviation, in pixels.");
            }
        }

        foreach (var (_, said, at) in Canes(f, "said"))
        {
            var c = new FieldReader(said, at, errors);
            if (c.IsObject)
            {
                c.Whole("age", 1, SurveyLimits.Age);
                c.Word("bark", Seen);
                c.Text("parent");
                c.NumberAbove("diameter", 0, SurveyLimits.DiameterMm);
                c.NumberAbove("clock", 0, 12);
                c.Flag("dead");
            }
        }
    }

    private static IEnumerable<(string Cane, JsonElement Value, string Path)> Canes(FieldReader of, string name)
    {
        if (of.Find(name) is not { } given)
        {
            yield break;
        }

        var f = new FieldReader(given, of.At(name), of.Errors);
        if (!f.IsObject)
        {
            yield break;
        }

        if (given.EnumerateObject().Count() > TraceReader.MostCanes)
        {
            f.Error(of.At(name), "too-many", $"At most {TraceReader.MostCanes} canes.", null, TraceReader.MostCanes);
            yield break;
        }

        foreach (var field in given.EnumerateObject())
        {
            if (field.Name.Length is 0 or > SurveyLimits.Text)
            {
                f.Error(f.At(field.Name), "length", "A cane has a letter.");
                continue;
            }

            yield return (field.Name, field.Value, f.At(field.Name));
        }
    }

    private static void Pixels(FieldReader f, JsonElement taps, string path, int most, double width, double height)
    {
        if (taps.ValueKind != JsonValueKind.Array)
        {
            f.Error(path, "type", "Taps are a list of pairs of pixels.");
            return;
        }

        if (taps.GetArrayLength() > most)
        {
            f.Error(path, "too-many", $"At most {most} taps.", null, most);
            return;
        }

        var i = 0;
        foreach (var tap in taps.EnumerateArray())
        {
            TraceReader.PixelOf(f, tap, $"{path}/{i++}", 0, width, height);
        }
    }
}
