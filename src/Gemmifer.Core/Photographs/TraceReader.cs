using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Stems;

namespace Gemmifer.Core.Photographs;

/// <summary>The outcome of reading taps: what is asked, or everything wrong with it.</summary>
public abstract record TraceReading
{
    /// <summary>The question.</summary>
    public sealed record Valid(TraceAsked Asked) : TraceReading;

    /// <summary>Every error, in the order of the document.</summary>
    public sealed record Invalid(ImmutableArray<SurveyError> Errors) : TraceReading;
}

/// <summary>Reads taps on photographs in the exchange format. Fields that nobody knows are warnings.</summary>
public sealed class TraceReader
{
    /// <summary>At most so many pictures, canes, and taps on a cane in one picture.</summary>
    public const int MostViews = 4,
        MostCanes = 200,
        MostTaps = 50;

    /// <summary>A picture is at most so wide, and a stick so long.</summary>
    internal const double MostPx = 20_000,
        MostStickMm = 10_000;

    /// <summary>Focal lengths on 36 mm film, mm.</summary>
    public const double LeastFocal = 5,
        MostFocal = 1_000;

    private const double MostAwayMm = 20_000,
        MostUnknown = 50;

    /// <summary>A stick with fewer pixels than this from foot to top tells no distance.</summary>
    private const double LeastStickPx = 10;

    /// <summary>A stick that leans more than this does not stand upright, or the camera is not level.</summary>
    private const double SlantedStick = 0.1;

    /// <summary>What a phone's main camera has, where nobody said (assumption).</summary>
    private const double UsualFocal = 26;

    private readonly List<SurveyError> _errors = [];
    private readonly List<TraceWarning> _warnings = [];
    private readonly List<FieldReader> _read = [];

    private TraceReader() { }

    /// <summary>Reads and checks; all errors at once.</summary>
    public static TraceReading Read(JsonElement document) =>
        document.ValueKind == JsonValueKind.Object
            ? new TraceReader().ReadAll(document)
            : new TraceReading.Invalid([new SurveyError("", "type", "Taps on photographs are a JSON object.")]);

    private FieldReader Fields(JsonElement json, string path)
    {
        var f = new FieldReader(json, path, _errors);
        _read.Add(f);
        return f;
    }

    private TraceReading ReadAll(JsonElement document)
    {
        var root = Fields(document, "");
        _ = root.Require("views") & root.Require("canes");
        if (root.Find("views") is { ValueKind: JsonValueKind.Array } none && none.GetArrayLength() == 0)
        {
            root.Error("/views", "required", "At least one picture is needed.");
        }

        var views = root.List("views", MostViews)
            .Select(v => ReadView(v.Item, v.Path))
            .OfType<TraceView>()
            .ToImmutableArray();
        Twice(root, "/views", views.Select(v => v.Id));
        var canes = root.List("canes", MostCanes)
            .Select(c => ReadCane(c.Item, c.Path, views))
            .OfType<TappedCane>()
            .ToImmutableArray();
        Twice(root, "/canes", canes.Select(c => c.Id.Value));
        if (_errors.Count > 0)
        {
            return new TraceReading.Invalid([.. _errors]);
        }

        var unknown = _read.SelectMany(f => f.Unknown()).Take((int)MostUnknown);
        _warnings.AddRange(unknown.Select(w => new TraceWarning(w.Code, w.Text)));
        return new TraceReading.Valid(new TraceAsked(views, canes, [.. _warnings]));
    }

    private static void Twice(FieldReader root, string path, IEnumerable<string> ids)
    {
        foreach (var twice in ids.GroupBy(i => i).Where(g => g.Count() > 1))
        {
            root.Error(path, "duplicate", $"'{twice.Key}' stands there more than once.");
        }
    }

    private TraceView? ReadView(JsonElement json, string path)
    {
        var f = Fields(json, path);
        if (!f.IsObject)
        {
            return null;
        }

        _ = f.Require("id") & f.Require("from") & f.Require("size") & f.Require("crown") & f.Require("stick");
        var id = f.Text("id");
        var from = f.NumberAbove("from", 0, 12);
        var size = Pair(f, "size", 1, MostPx, MostPx);
        var focal = f.Number("focal35", LeastFocal, MostFocal);
        if (focal is null && f.Find("focal35") is null && id is not null)
        {
            _warnings.Add(
                new TraceWarning(
                    "focal",
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"The focal length of '{id}' is not known: taken as {UsualFocal} mm, as phones have it."
                    ),
                    null,
                    id
                )
            );
        }

        var (width, height) = size is { } s ? (s.U, s.V) : (MostPx, MostPx);
        var crown = Pair(f, "crown", 0, width, height);
        var stick = f.Find("stick") is { } given ? ReadStick(given, f.At("stick"), id, width, height) : null;
        if (id is null || from is not { } clock || size is null || crown is not { } at || stick is null)
        {
            return null;
        }

        var view = new TraceView(id, Bearing.FromClock(clock), width, height, focal ?? UsualFocal, at, stick);
        if (Camera.Of(view) is not null)
        {
            return view;
        }

        f.Error(f.At("stick"), "range", "With this stick the camera would stand behind the plant.");
        return null;
    }

    private Stick? ReadStick(JsonElement json, string path, string? view, double width, double height)
    {
        var f = Fields(json, path);
        if (!f.IsObject)
        {
            return null;
        }

        _ = f.Require("a") & f.Require("b") & f.Require("mm");
        var (a, b) = (Pair(f, "a", 0, width, height), Pair(f, "b", 0, width, height));
        var mm = f.NumberAbove("mm", 0, MostStickMm);
        var (clock, away) = (0.0, 0.0);
        if (f.Find("at") is { } at)
        {
            if (
                at.ValueKind == JsonValueKind.Array
                && at.GetArrayLength() == 2
                && Finite(at[0]) is { } hours and > 0 and <= 12
                && Finite(at[1]) is { } distance and >= 0 and <= MostAwayMm
            )
            {
                (clock, away) = (hours, distance);
            }
            else
            {
                f.Error(
                    f.At("at"),
                    "range",
                    "Where its foot is: a clock bearing above 0, to 12, and a distance in mm."
                );
            }
        }

        if (a is not { } foot || b is not { } top || mm is null)
        {
            return null;
        }

        if (Math.Abs(foot.V - top.V) < LeastStickPx)
        {
            f.Error(path, "range", "The stick has no length in this picture; tap its foot and its top.");
            return null;
        }

        if (foot.V < top.V)
        {
            (foot, top) = (top, foot);
            _warnings.Add(
                new TraceWarning("upside-down", "The stick was tapped from top to foot; taken as upright.", null, view)
            );
        }

        if (Math.Abs(foot.U - top.U) > SlantedStick * (foot.V - top.V))
        {
            _warnings.Add(
                new TraceWarning(
                    "stick",
                    "The stick leans in this picture: it does not stand upright, or the camera was not level.",
                    null,
                    view
                )
            );
        }

        return new Stick(foot, top, mm.Value, Bearing.FromClock(clock > 0 ? clock : 12), away);
    }

    private TappedCane? ReadCane(JsonElement json, string path, ImmutableArray<TraceView> views)
    {
        var f = Fields(json, path);
        if (!f.IsObject)
        {
            return null;
        }

        _ = f.Require("id") & f.Require("on");
        var id = f.Text("id");
        var clock = f.NumberAbove("clock", 0, 12);
        var on = ReadTaps(f, views);
        if (on.Count == 0 && f.Find("on") is not null && _errors.Count == 0)
        {
            f.Error(f.At("on"), "required", "It was tapped in none of the pictures.");
        }

        var widths = ReadWidths(f, views);
        return id is null || on.Count == 0
            ? null
            : new TappedCane(new StemId(id), on, clock is { } c ? Bearing.FromClock(c) : null, widths);
    }

    private ImmutableSortedDictionary<string, ImmutableArray<Pixel>> ReadTaps(
        FieldReader f,
        ImmutableArray<TraceView> views
    )
    {
        var on = ImmutableSortedDictionary.CreateBuilder<string, ImmutableArray<Pixel>>(StringComparer.Ordinal);
        foreach (var (name, taps, at) in ByView(f, "on", views))
        {
            if (taps.ValueKind != JsonValueKind.Array)
            {
                f.Error(at, "type", "Taps are a list of pairs of pixels.");
                continue;
            }

            if (taps.GetArrayLength() is < 2 or > MostTaps)
            {
                f.Error(
                    at,
                    taps.GetArrayLength() < 2 ? "too-few" : "too-many",
                    $"A cane has 2 to {MostTaps} taps in a picture: its foot first, its tip last.",
                    2,
                    MostTaps
                );
                continue;
            }

            var view = views.First(v => v.Id == name);
            var read = taps.EnumerateArray()
                .Select((t, i) => PixelOf(f, t, $"{at}/{i}", 0, view.Width, view.Height))
                .ToArray();
            if (read.All(p => p is not null))
            {
                on[name] = [.. read.Select(p => p!.Value)];
            }
        }

        return on.ToImmutable();
    }

    private ImmutableArray<TappedWidth> ReadWidths(FieldReader f, ImmutableArray<TraceView> views)
    {
        var widths = ImmutableArray.CreateBuilder<TappedWidth>();
        var sds = f.Find("widthSd") is { } given ? Fields(given, f.At("widthSd")) : null;
        foreach (var (name, sides, at) in ByView(f, "width", views))
        {
            var view = views.First(v => v.Id == name);
            if (
                sides.ValueKind == JsonValueKind.Array
                && sides.GetArrayLength() == 2
                && PixelOf(f, sides[0], at + "/0", 0, view.Width, view.Height) is { } a
                && PixelOf(f, sides[1], at + "/1", 0, view.Width, view.Height) is { } b
            )
            {
                var sd = sds?.NumberAbove(name, 0, MostPx) ?? Trace.TapPx * Math.Sqrt(2);
                widths.Add(new TappedWidth(name, a, b, sd));
            }
            else if (_errors.Count == 0)
            {
                f.Error(at, "type", "A thickness is two pairs of pixels, one on either side.");
            }
        }

        return widths.ToImmutable();
    }

    /// <summary>The fields of an object whose names are pictures.</summary>
    private IEnumerable<(string View, JsonElement Value, string Path)> ByView(
        FieldReader of,
        string name,
        ImmutableArray<TraceView> views
    )
    {
        if (of.Find(name) is not { } given)
        {
            yield break;
        }

        var f = Fields(given, of.At(name));
        if (!f.IsObject)
        {
            yield break;
        }

        foreach (var field in given.EnumerateObject())
        {
            if (views.All(v => v.Id != field.Name))
            {
                // A picture that is wrong itself is told already.
                if (_errors.Count == 0)
                {
                    f.Error(f.At(field.Name), "reference", $"There is no picture called '{field.Name}'.");
                }

                continue;
            }

            if (f.Find(field.Name) is { } value)
            {
                yield return (field.Name, value, f.At(field.Name));
            }
        }
    }

    private static double? Finite(JsonElement json) =>
        json.ValueKind == JsonValueKind.Number && double.IsFinite(json.GetDouble()) ? json.GetDouble() : null;

    internal static Pixel? Pair(FieldReader f, string name, double least, double width, double height) =>
        f.Find(name) is { } json ? PixelOf(f, json, f.At(name), least, width, height) : null;

    internal static Pixel? PixelOf(
        FieldReader f,
        JsonElement json,
        string path,
        double least,
        double width,
        double height
    )
    {
        if (
            json.ValueKind != JsonValueKind.Array
            || json.GetArrayLength() != 2
            || Finite(json[0]) is not { } u
            || Finite(json[1]) is not { } v
        )
        {
            f.Error(path, "type", "This is a pair of pixels: to the right and down.");
            return null;
        }

        if (u >= least && u <= width && v >= least && v <= height)
        {
            return new Pixel(u, v);
        }

        f.Error(
            path,
            "range",
            string.Create(CultureInfo.InvariantCulture, $"{u:0.#}, {v:0.#} is not within {width} by {height}."),
            least,
            Math.Max(width, height)
        );
        return null;
    }
}
