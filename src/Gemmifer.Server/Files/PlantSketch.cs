using System.Globalization;
using System.Xml.Linq;
using Gemmifer.Core;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Supports;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Server.Files;

/// <summary>One drawing of a plant, part by part: what was found, what is done, or what comes of it.</summary>
internal sealed class PlantSketch(Survey survey, StemTree tree, PlanDocument plan, Drawn show)
{
    private const double Margin = 160,
        LetterMm = 62,
        LeastWidth = 700,
        LeastStroke = 5;

    private const int Pieces = 24;

    private const string Paper = "#fdf9ef",
        Ink = "#2b211a",
        Soil = "#dccfb9",
        Hip = "#9c2328",
        Leaf = "#2c6428",
        Wire = "#5d5144";

    private static readonly XNamespace Svg = "http://www.w3.org/2000/svg";

    private readonly Dictionary<StemId, Decision> _decisions = plan.Stems.ToDictionary(s => s.Id, s => s.Decision);

    /// <summary>Where each stem is cut, mm along it.</summary>
    private readonly Dictionary<StemId, double> _cuts = plan
        .Steps.Where(s => s is { Stem: not null, Cut.Where: CutPlace.AboveBud or CutPlace.Stalk })
        .GroupBy(s => s.Stem!)
        .Select(g => (g.Key, At: g.Select(s => s.Cut!.At ?? Middle(s.Cut)).OfType<double>().ToArray()))
        .Where(c => c.At.Length > 0)
        .ToDictionary(c => c.Key, c => c.At.Min());

    private readonly Dictionary<StemId, Point3[]> _tied = (plan.Training?.Canes ?? []).ToDictionary(
        c => c.Stem,
        c => c.Path.Select(p => new Point3(p[0], p[1], p[2])).ToArray()
    );

    private readonly List<Point3> _letters = [];

    private double _left = -LeastWidth / 2,
        _right = LeastWidth / 2,
        _top = LeastWidth / 2;

    private static double? Middle(PlanCut cut) => cut.Bud?.Window is [var from, var to] ? (from + to) / 2 : null;

    public XElement Draw()
    {
        var parts = new List<XElement>();
        if (survey.Support is { } support)
        {
            parts.Add(OfSupport(support));
        }

        // What stands behind is drawn first.
        foreach (
            var stem in tree
                .Stems.OrderByDescending(s => tree.Axis(s).At(s.LengthMm / 2).Y)
                .ThenBy(s => s.Id, StringComparer.Ordinal)
        )
        {
            parts.AddRange(OfStem(stem));
        }

        if (show == Drawn.Summer)
        {
            parts.AddRange(plan.Forecast.NewShoots.Select(Shoot));
        }

        if (tree.Stems.Length == 0)
        {
            parts.Add(PlantFamilies.Of(survey.Plant.Kind).DrawnAsRow ? OfRow() : OfBush());
        }

        var (x, width) = (_left - Margin, _right - _left + (2 * Margin));
        var (y, height) = (-_top - Margin, _top + (2 * Margin));
        var title = show switch
        {
            Drawn.Found => $"{Name} as it was found, with what is decided",
            Drawn.Cut => $"{Name} when the work is done",
            _ => $"{Name} in the summer after",
        };
        return new XElement(
            Svg + "svg",
            new XAttribute("viewBox", $"{N(x)} {N(y)} {N(width)} {N(height)}"),
            new XAttribute("width", N(Math.Round(width / 4))),
            new XAttribute("height", N(Math.Round(height / 4))),
            new XAttribute("role", "img"),
            new XElement(Svg + "title", title),
            new XElement(Svg + "desc", string.Join(" ", plan.Summary.Select(s => s.Text.Text))),
            new XElement(
                Svg + "rect",
                At(("x", x), ("y", y), ("width", width), ("height", height)),
                new XAttribute("fill", Paper)
            ),
            new XElement(
                Svg + "rect",
                At(("x", x), ("y", 0), ("width", width), ("height", Margin)),
                new XAttribute("fill", Soil)
            ),
            new XElement(
                Svg + "g",
                new XAttribute("fill", "none"),
                new XAttribute("stroke-linecap", "round"),
                new XAttribute("stroke-linejoin", "round"),
                new XAttribute("font-family", "sans-serif"),
                new XAttribute("font-size", N(LetterMm)),
                parts
            )
        );
    }

    private string Name => survey.Plant.Name is { Length: > 0 } name ? Plain(name) : "The plant";

    /// <summary>Characters that XML has none for are left out.</summary>
    private static string Plain(string text) => string.Concat(text.Where(System.Xml.XmlConvert.IsXmlChar));

    private IEnumerable<XElement> OfStem(Stem stem)
    {
        var decision = _decisions.GetValueOrDefault(stem.Id, Decision.Keep);
        var goes = decision == Decision.Remove;
        if (goes && show != Drawn.Found)
        {
            yield break;
        }

        var cut = _cuts.TryGetValue(stem.Id, out var at) && at < stem.LengthMm ? at : (double?)null;
        var points = PointsOf(stem, cut);
        if (points.Length == 0)
        {
            yield break;
        }

        foreach (var point in points)
        {
            Reach(point);
        }

        foreach (var line in goes ? Hatched(stem, points) : Wood(stem, points, show == Drawn.Found ? cut : null))
        {
            yield return line;
        }

        if (stem.Head is { } head && (show == Drawn.Found || cut is null))
        {
            yield return Flower(points[^1], head.Finished >= head.Blooms && show == Drawn.Found);
        }

        if (stem.TopLevel || stem.Role == StemRole.Shoot)
        {
            yield return Letter(stem, points[^1], goes);
        }
    }

    /// <summary>
    /// Where a stem runs, as it was found or as it will be; none where it is not drawn. On the support a cane lies as
    /// it is tied; what grows on it goes with it and is not drawn again.
    /// </summary>
    private Point3[] PointsOf(Stem stem, double? cut)
    {
        if (show == Drawn.Found)
        {
            return tree.Axis(stem).Points(0, stem.LengthMm, Pieces);
        }

        var end = StemTree.LiveLength(stem);
        return HangsOnWhatGoes(stem) ? []
            : _tied.TryGetValue(stem.Id, out var path) ? path
            : Parents(stem).Any(_tied.ContainsKey) ? []
            : tree.Axis(stem).Points(0, Math.Min(end, cut ?? end), Pieces);
    }

    private static double WidthOf(Stem stem) => Math.Max(LeastStroke, stem.DiameterMm);

    /// <summary>What goes: a line of its bark broken by the paper, in an outline.</summary>
    private IEnumerable<XElement> Hatched(Stem stem, Point3[] points) =>
        [
            Line(points, Hip, WidthOf(stem) + 8, stem.Id),
            Line(points, Paper, WidthOf(stem)),
            Line(points, Hip, WidthOf(stem), null, "10 16"),
        ];

    /// <summary>What stays, with the part above its cut broken.</summary>
    /// <param name="cut">mm along it; null where it is not cut, or drawn as it will be.</param>
    private IEnumerable<XElement> Wood(Stem stem, Point3[] points, double? cut)
    {
        yield return Line(points, Bark(stem), WidthOf(stem), stem.Id);
        if (cut is { } from)
        {
            yield return Line(tree.Axis(stem).Points(from, stem.LengthMm, Pieces), Paper, WidthOf(stem), null, "10 16");
            yield return Across(tree.Axis(stem), from, WidthOf(stem));
        }
    }

    private IEnumerable<StemId> Parents(Stem stem)
    {
        for (var at = stem; at.Parent.StemId is { } id && tree.ById.TryGetValue(id, out var parent); at = parent)
        {
            yield return id;
        }
    }

    /// <summary>Whether what it stands on is taken out or cut off below it.</summary>
    private bool HangsOnWhatGoes(Stem stem)
    {
        for (var at = stem; at.Parent.StemId is { } id && tree.ById.TryGetValue(id, out var parent); at = parent)
        {
            if (
                _decisions.GetValueOrDefault(id) == Decision.Remove
                || (_cuts.TryGetValue(id, out var cut) && at.Parent.AlongMm > cut)
            )
            {
                return true;
            }
        }

        return false;
    }

    private XElement OfSupport(Support support)
    {
        var (left, right) = (support.FromMm, support.ToMm);
        Reach(new Point3(left, 0, support.HeightMm));
        Reach(new Point3(right, 0, support.HeightMm));
        double[] posts = right > left ? [left, right] : [left];
        return new XElement(
            Svg + "g",
            new XAttribute("stroke", Wire),
            new XAttribute("stroke-width", "8"),
            new XAttribute("opacity", "0.55"),
            posts.Select(x => new XElement(
                Svg + "line",
                At(("x1", x), ("y1", 0), ("x2", x), ("y2", -support.HeightMm))
            )),
            support.Wires.Select(w => new XElement(
                Svg + "line",
                At(("x1", left), ("y1", -w.HeightMm), ("x2", right), ("y2", -w.HeightMm)),
                new XAttribute("stroke-width", "4")
            ))
        );
    }

    /// <summary>A row whose canes are counted and not drawn one by one: so many upright strokes stay.</summary>
    private XElement OfRow()
    {
        var (stay, go) = (Math.Min(plan.Counts.Kept, 60), Math.Min(plan.Counts.Removed, 60));
        var many = show == Drawn.Found ? stay + go : stay;
        var step = Math.Max(60, LeastWidth / Math.Max(1, many));
        Reach(new Point3(-many * step / 2, 0, 1400));
        Reach(new Point3(many * step / 2, 0, 1400));
        return new XElement(
            Svg + "g",
            Enumerable
                .Range(0, many)
                .Select(i =>
                {
                    var x = ((i + 0.5) * step) - (many * step / 2);
                    var goes = show == Drawn.Found && i >= stay;
                    return new XElement(
                        Svg + "line",
                        At(("x1", x), ("y1", 0), ("x2", x), ("y2", -1350)),
                        new XAttribute("stroke", goes ? Hip : Leaf),
                        new XAttribute("stroke-width", "10"),
                        goes ? new XAttribute("stroke-dasharray", "10 16") : null
                    );
                })
        );
    }

    /// <summary>A shrub that is worked by kinds of shoots, of which nobody notes each.</summary>
    private XElement OfBush()
    {
        const int Shoots = 9;
        return new XElement(
            Svg + "g",
            Enumerable
                .Range(0, Shoots)
                .Select(i =>
                {
                    var share = ((double)i / (Shoots - 1) * 2) - 1;
                    var arc = new Arc(
                        new Point3(share * 60, 0, 0),
                        Bearing.FromClock(share < 0 ? 9 : 3),
                        Math.Abs(share) * 18,
                        Math.Abs(share) * 44,
                        1300 - (Math.Abs(share) * 250)
                    );
                    var points = arc.Points(0, arc.LengthMm, Pieces);
                    Reach(points[^1]);
                    return Line(points, i % 2 == 0 ? "#7b7540" : "#6f9440", 12);
                })
        );
    }

    private void Reach(Point3 point) =>
        (_left, _right, _top) = (Math.Min(_left, point.X), Math.Max(_right, point.X), Math.Max(_top, point.Z));

    private XElement Shoot(NewShoot shoot)
    {
        var arc = new Arc(
            new Point3(shoot.X, shoot.Y, shoot.Z),
            Bearing.FromClock(shoot.Clock),
            shoot.Lean,
            shoot.Lean,
            shoot.Length
        );
        var end = arc.At(shoot.Length);
        Reach(end);
        return new XElement(
            Svg + "g",
            Line([arc.Start, end], Leaf, LeastStroke + 2, null, shoot.Sure ? null : "24 14"),
            Flower(end, false)
        );
    }

    private static XElement Line(
        Point3[] points,
        string colour,
        double width,
        string? id = null,
        string? dash = null
    ) =>
        new(
            Svg + "polyline",
            new XAttribute("points", string.Join(' ', points.Select(p => $"{N(p.X)},{N(-p.Z)}"))),
            new XAttribute("stroke", colour),
            new XAttribute("stroke-width", N(width)),
            id is null ? null : new XAttribute("data-stem", Plain(id)),
            dash is null ? null : new XAttribute("stroke-dasharray", dash),
            dash is null ? null : new XAttribute("stroke-linecap", "butt")
        );

    /// <summary>A cut: a bar across the stem.</summary>
    private static XElement Across(Arc axis, double along, double width)
    {
        var (here, before) = (axis.At(along), axis.At(Math.Max(0, along - 5)));
        var (dx, dz) = (here.X - before.X, here.Z - before.Z);
        var length = Math.Max(1e-6, Math.Sqrt((dx * dx) + (dz * dz)));
        var (nx, nz) = (-dz / length * (width + 26), dx / length * (width + 26));
        return new XElement(
            Svg + "line",
            At(("x1", here.X - nx), ("y1", -(here.Z - nz)), ("x2", here.X + nx), ("y2", -(here.Z + nz))),
            new XAttribute("stroke", Hip),
            new XAttribute("stroke-width", "12"),
            new XAttribute("class", "cut")
        );
    }

    private static XElement Flower(Point3 at, bool finished) =>
        new(
            Svg + "circle",
            At(("cx", at.X), ("cy", -at.Z), ("r", 26)),
            new XAttribute("fill", finished ? Soil : "#f3dcd2"),
            new XAttribute("stroke", finished ? Ink : Hip),
            new XAttribute("stroke-width", "6")
        );

    /// <summary>A letter above the end of a stem, higher where another stands there already.</summary>
    private XElement Letter(Stem stem, Point3 end, bool goes)
    {
        var at = end;
        while (_letters.Any(l => Math.Abs(l.X - at.X) < LetterMm * 1.6 && Math.Abs(l.Z - at.Z) < LetterMm * 1.4))
        {
            at += new Point3(0, 0, LetterMm * 1.5);
        }

        _letters.Add(at);
        Reach(at);
        return new XElement(
            Svg + "g",
            goes
                ? new XElement(
                    Svg + "circle",
                    At(("cx", at.X), ("cy", -at.Z - 70), ("r", 48)),
                    new XAttribute("fill", Paper),
                    new XAttribute("stroke", Hip),
                    new XAttribute("stroke-width", "8")
                )
                : null,
            new XElement(
                Svg + "text",
                At(("x", at.X), ("y", -at.Z - 50)),
                new XAttribute("text-anchor", "middle"),
                new XAttribute("fill", Ink),
                new XAttribute("stroke", "none"),
                Plain(stem.Id)
            )
        );
    }

    private string Bark(Stem stem) =>
        stem.DeadFromMm is not null ? "#4c4239"
        : stem.Age <= 1 ? "#6f9440"
        : stem.Age < survey.Plant.Kind.OldFrom ? "#7b7540"
        : "#94897a";

    private static XAttribute[] At(params (string Name, double Value)[] places) =>
        [.. places.Select(p => new XAttribute(p.Name, N(p.Value)))];

    private static string N(double value) => value.ToString("0.#", CultureInfo.InvariantCulture);
}
