using System.Collections.Immutable;
using System.Text.Json;
using Gemmifer.Core.Supports;

namespace Gemmifer.Core.Exchange;

/// <summary>Reads the support of a survey.</summary>
public static class SupportReader
{
    /// <summary>Reads and checks; null where something is wrong, which is then among the errors.</summary>
    /// <param name="path">JSON Pointer of the support.</param>
    public static Support? Read(JsonElement value, string path, SurveyNotes notes)
    {
        var before = notes.Errors.Count;
        var f = notes.Fields(value, path);
        f.Require("kind");
        var kind = f.Choice<SupportKind>("kind");
        // A stake or a post has no width of which anything depends.
        var thickness = kind is { } of ? SupportTraits.Of(of).ThicknessMm : null;
        if (thickness is null)
        {
            f.Require("width");
        }

        f.Require("height");
        var width = f.Number("width", SupportLimits.LeastMm, SupportLimits.WidthMm) ?? thickness;
        var height = f.Number("height", SupportLimits.LeastMm, SupportLimits.HeightMm);
        var from = f.Number("from", -SupportLimits.WidthMm, SupportLimits.WidthMm) ?? -(width ?? 0) / 2;
        var y = f.Number("y", -SupportLimits.DepthMm, SupportLimits.DepthMm) ?? 0;
        var wires = f.List("wires", SupportLimits.Wires)
            .Select(w => ReadWire(w.Item, w.Path, height ?? SupportLimits.HeightMm, y, notes))
            .OfType<Wire>()
            .ToImmutableArray();
        var openings = f.List("openings", SupportLimits.Openings)
            .Select(o => ReadOpening(o.Item, o.Path, notes))
            .OfType<Opening>()
            .ToImmutableArray();
        notes.Finish(f);
        if (kind == SupportKind.Wires && wires.IsEmpty && notes.Errors.Count == before)
        {
            f.Error(f.At("wires"), "required", "A support of wires needs at least one wire with its height.");
        }

        return notes.Errors.Count > before
            ? null
            : new Support(kind!.Value, from, width!.Value, height!.Value, y, wires, openings);
    }

    private static Wire? ReadWire(JsonElement item, string path, double most, double y, SurveyNotes notes)
    {
        var f = notes.Fields(item, path);
        f.Require("height");
        var height = f.Number("height", 0, most);
        var depth = f.Number("y", -SupportLimits.DepthMm, SupportLimits.DepthMm) ?? y;
        notes.Finish(f);
        return height is { } h ? new Wire(h, depth) : null;
    }

    private static Opening? ReadOpening(JsonElement item, string path, SurveyNotes notes)
    {
        var f = notes.Fields(item, path);
        foreach (var name in (string[])["x", "z", "width", "height"])
        {
            f.Require(name);
        }

        var (x, z) = (
            f.Number("x", -SupportLimits.WidthMm, SupportLimits.WidthMm),
            f.Number("z", 0, SupportLimits.HeightMm)
        );
        var (width, height) = (
            f.Number("width", 1, SupportLimits.WidthMm),
            f.Number("height", 1, SupportLimits.HeightMm)
        );
        notes.Finish(f);
        return (x, z, width, height) is ({ } left, { } low, { } wide, { } high)
            ? new Opening(left, low, wide, high)
            : null;
    }
}
