using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Stems;

namespace Gemmifer.Core.Photographs;

/// <summary>A place in a picture: pixels from its upper left corner, to the right and down.</summary>
public readonly record struct Pixel(double U, double V)
{
    /// <summary>How far from another, pixels.</summary>
    public double To(Pixel other) => Math.Sqrt(((U - other.U) * (U - other.U)) + ((V - other.V) * (V - other.V)));
}

/// <summary>An upright stick of known length in a picture.</summary>
/// <param name="A">Its foot.</param>
/// <param name="B">Its top.</param>
/// <param name="Mm">How long it is.</param>
/// <param name="At">Bearing of its foot from the crown.</param>
/// <param name="DistanceMm">How far its foot is from the crown.</param>
public sealed record Stick(Pixel A, Pixel B, double Mm, Bearing At, double DistanceMm);

/// <summary>A picture with what was tapped on it first.</summary>
/// <param name="From">The bearing at which the camera stands.</param>
/// <param name="Width">Pixels; also <paramref name="Height"/>.</param>
/// <param name="Focal35">Focal length on 36 mm film, which belongs to the longer side, mm.</param>
public sealed record TraceView(
    string Id,
    Bearing From,
    double Width,
    double Height,
    double Focal35,
    Pixel Crown,
    Stick Stick
);

/// <summary>The thickness of a cane as it was tapped: a point on either side.</summary>
/// <param name="SdPx">One standard deviation of their distance, pixels.</param>
public readonly record struct TappedWidth(string View, Pixel A, Pixel B, double SdPx);

/// <summary>A cane as it was tapped.</summary>
/// <param name="On">Its taps by picture: the first is its foot, the last its tip, those between lie on it.</param>
/// <param name="Clock">The bearing in which it leans, where somebody said it.</param>
public sealed record TappedCane(
    StemId Id,
    ImmutableSortedDictionary<string, ImmutableArray<Pixel>> On,
    Bearing? Clock,
    ImmutableArray<TappedWidth> Width
);

/// <summary>What is asked: pictures and canes.</summary>
public sealed record TraceAsked(
    ImmutableArray<TraceView> Views,
    ImmutableArray<TappedCane> Canes,
    ImmutableArray<TraceWarning> Noticed
);

/// <summary>
/// One standard deviation of each measure, where four pixels are that of each coordinate of every tap.
/// </summary>
/// <param name="Clock">Hours; 0 where it was said.</param>
/// <param name="Lean">Degrees.</param>
/// <param name="TipLean">Degrees.</param>
/// <param name="Length">mm.</param>
/// <param name="Diameter">mm; null where no thickness was tapped.</param>
public sealed record TraceSpread(double Clock, double Lean, double TipLean, double Length, double? Diameter);

/// <summary>A cane as it was reckoned from its taps. What cannot be known is null, and a warning says why.</summary>
/// <param name="Clock">Bearing in which it leans, hours.</param>
/// <param name="Lean">From vertical at its foot, degrees.</param>
/// <param name="TipLean">The same at its tip.</param>
/// <param name="Length">mm.</param>
/// <param name="Diameter">mm, where it was tapped.</param>
/// <param name="BaseClock">Bearing of its foot from the crown; only from two pictures.</param>
/// <param name="Radius">Distance of its foot from the crown, mm; only from two pictures.</param>
public sealed record TracedStem(
    StemId Id,
    double? Clock,
    double? Lean,
    double? TipLean,
    double? Length,
    double? Diameter,
    TraceSpread? Spread,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] double? BaseClock = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] double? Radius = null
);

/// <summary>Something to mind about taps.</summary>
/// <param name="Code">one-view, contradict, width, foot, upside-down, stick, focal, effort or unknown-field.</param>
/// <param name="Cane">Null where it is about none.</param>
public sealed record TraceWarning(
    string Code,
    string Text,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? Cane = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? View = null
);

/// <summary>Canes as they were reckoned.</summary>
public sealed record TraceAnswer(IReadOnlyList<TracedStem> Stems, IReadOnlyList<TraceWarning> Warnings)
{
    /// <summary>As JSON, UTF-8. The same taps give the same bytes.</summary>
    public byte[] ToJson() => System.Text.Json.JsonSerializer.SerializeToUtf8Bytes(this, Exchange.PlanJson.Web);
}
