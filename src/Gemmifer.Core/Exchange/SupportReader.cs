using System.Collections.Immutable;
using System.Text.Json;
using Gemmifer.Core.Surveys;
using Gemmifer.Core.Training;

namespace Gemmifer.Core.Exchange;

/// <summary>Reads the support of a survey.</summary>
public static class SupportReader
{
    private static readonly string[] Kinds = ["wall", "fence", "wires", "arch", "obelisk", "pergola", "post", "t-trellis", "stake"];

    /// <summary>Reads and checks; null where something is wrong, which is then among the errors.</summary>
    /// <param name="path">JSON Pointer of the support.</param>
    public static Support? Read(JsonElement value, string path, List<SurveyError> errors, List<Warning> warnings)
    {
        var before = errors.Count;
        var f = new FieldReader(value, path, errors);
        f.Require("kind");
        f.Require("width");
        f.Require("height");
        var kind = f.Word("kind", Kinds);
        var width = f.Number("width", SupportLimits.LeastMm, SupportLimits.WidthMm);
        var height = f.Number("height", SupportLimits.LeastMm, SupportLimits.HeightMm);
        var from = f.Number("from", -SupportLimits.WidthMm, SupportLimits.WidthMm) ?? -(width ?? 0) / 2;
        var y = f.Number("y", -SupportLimits.DepthMm, SupportLimits.DepthMm) ?? 0;
        var wires = f.List("wires", SupportLimits.Wires).Select(w => ReadWire(w.Item, w.Path, height ?? SupportLimits.HeightMm, y, errors, warnings)).OfType<Wire>().ToImmutableArray();
        var openings = f.List("openings", SupportLimits.Openings).Select(o => ReadOpening(o.Item, o.Path, errors, warnings)).OfType<Opening>().ToImmutableArray();
        warnings.AddRange(f.Unknown());
        if (kind == "wires" && wires.IsEmpty && errors.Count == before)
        {
            f.Error(f.At("wires"), "required", "A support of wires needs at least one wire with its height.");
        }

        return errors.Count > before ? null
            : new Support(Enum.Parse<SupportKind>(kind!.Replace("-", "", StringComparison.Ordinal), true), from, width!.Value, height!.Value, y, wires, openings);
    }

    private static Wire? ReadWire(JsonElement item, string path, double most, double y, List<SurveyError> errors, List<Warning> warnings)
    {
        var f = new FieldReader(item, path, errors);
        f.Require("height");
        var height = f.Number("height", 0, most);
        var depth = f.Number("y", -SupportLimits.DepthMm, SupportLimits.DepthMm) ?? y;
        warnings.AddRange(f.Unknown());
        return height is { } h ? new Wire(h, depth) : null;
    }

    private static Opening? ReadOpening(JsonElement item, string path, List<SurveyError> errors, List<Warning> warnings)
    {
        var f = new FieldReader(item, path, errors);
        foreach (var name in (string[])["x", "z", "width", "height"])
        {
            f.Require(name);
        }

        var (x, z) = (f.Number("x", -SupportLimits.WidthMm, SupportLimits.WidthMm), f.Number("z", 0, SupportLimits.HeightMm));
        var (width, height) = (f.Number("width", 1, SupportLimits.WidthMm), f.Number("height", 1, SupportLimits.HeightMm));
        warnings.AddRange(f.Unknown());
        return (x, z, width, height) is ({ } left, { } low, { } wide, { } high) ? new Opening(left, low, wide, high) : null;
    }
}
