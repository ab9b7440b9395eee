using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json;
using Gemmifer.Core.Exchange;

namespace Gemmifer.Core.Families.CaneFruit;

/// <summary>Reads the counts of a row of cane fruit.</summary>
public static class RowReader
{
    /// <summary>Reads and checks; null where something is wrong, which is then among the errors.</summary>
    public static RowFacts? Read(JsonElement value, SurveyNotes notes)
    {
        var before = notes.Errors.Count;
        double usualWidth = RowNumbers.Of.UsualWidth;
        var f = notes.Fields(value, "/row");
        f.Require("length");
        var length = f.Number("length", RowLimits.LengthLeastMm, RowLimits.LengthMm);
        var width = f.Number("width", RowLimits.WidthLeastMm, RowLimits.WidthMm);
        if (width is null)
        {
            notes.Assume(null, "row.width", usualWidth, "Width of the row not measured: as rows usually are.");
        }

        int Count(string name, string text)
        {
            var count = f.Whole(name, 0, RowLimits.Canes);
            if (count is null && f.IsObject && f.Find(name) is null)
            {
                notes.Assume(null, "row." + name, 0, text);
            }

            return count ?? 0;
        }

        var first = Count("firstYear", "Canes of the latest season not counted: taken as none.");
        var second = Count("secondYear", "Canes in their fruiting summer not counted: taken as none.");
        var spent = Count("spent", "Spent canes not counted: taken as none.");
        var thin = Count("thin", "Thin canes not counted: taken as none.");
        if (thin > first)
        {
            f.Error(
                "/row/thin",
                "order",
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"thin is {thin} and firstYear is {first}; the thin canes are some of the first-year ones."
                ),
                0,
                first
            );
        }

        var height = f.Number("meanHeight", RowLimits.HeightLeastMm, RowLimits.HeightMm);
        var plants = f.Whole("plants", 1, RowLimits.Plants);
        var seen = f.List("observations", RowLimits.Seen)
            .Select(o => ReadSighting(o.Item, o.Path, notes))
            .OfType<Sighting>()
            .OrderBy(o => o.Day)
            .ThenBy(o => o.What, StringComparer.Ordinal)
            .ToImmutableArray();
        notes.Finish(f);
        return notes.Errors.Count > before
            ? null
            : new RowFacts(length!.Value, width ?? usualWidth, first, second, spent, thin, height, plants, seen);
    }

    private static Sighting? ReadSighting(JsonElement item, string path, SurveyNotes notes)
    {
        var f = notes.Fields(item, path);
        f.Require("date");
        f.Require("what");
        var (day, what) = (f.Date("date"), f.Word("what", CaneTyping.Sightings));
        notes.Finish(f);
        return day is { } on && what is not null ? new Sighting(on, what) : null;
    }
}
