using Gemmifer.Core.Geometry;

namespace Gemmifer.Core.Photographs;

/// <summary>
/// A level pinhole camera (the central projection of photogrammetry, published): it looks level across the crown, its
/// distance follows from an upright stick of known length, its height from where the crown is in the picture.
/// </summary>
/// <param name="At">Where it stands; the crown is the origin, z up, mm.</param>
/// <param name="Forward">The level direction in which it looks, a unit vector.</param>
/// <param name="FocalPx">Its focal length, pixels.</param>
public sealed record Camera(Point3 At, Point3 Forward, double FocalPx, Pixel Middle)
{
    /// <summary>The longer side of the film that focal lengths are told for, mm.</summary>
    private const double FilmMm = 36;

    /// <summary>Nothing is seen nearer than this, mm.</summary>
    public const double NearestMm = 50;

    /// <summary>To the right in the picture, a level unit vector.</summary>
    private Point3 Right => new(Forward.Y, -Forward.X, 0);

    /// <summary>The camera of a picture; null where its stick would stand behind it.</summary>
    public static Camera? Of(TraceView view) => Of(view, view.Crown, view.Stick.A, view.Stick.B);

    /// <summary>The same with crown and stick elsewhere in the picture.</summary>
    public static Camera? Of(TraceView view, Pixel crown, Pixel foot, Pixel top)
    {
        var focal = view.Focal35 / FilmMm * Math.Max(view.Width, view.Height);
        var middle = new Pixel(view.Width / 2, view.Height / 2);

        // A crown beside the middle means a camera that is turned.
        var turned = Math.Atan2(crown.U - middle.U, focal);
        var (sin, cos) = Math.SinCos(turned);
        var (x, y) = (-view.From.X, -view.From.Y);
        var forward = new Point3((x * cos) - (y * sin), (x * sin) + (y * cos), 0);
        var stick = new Point3(view.Stick.At.X * view.Stick.DistanceMm, view.Stick.At.Y * view.Stick.DistanceMm, 0);
        var depth = focal * view.Stick.Mm / (foot.V - top.V);
        var distance = (depth - Point3.Dot(stick, forward)) / cos;
        if (!double.IsFinite(distance) || distance < NearestMm || depth < NearestMm)
        {
            return null;
        }

        var height = (crown.V - middle.V) * distance * cos / focal;
        return new Camera(new Point3(view.From.X * distance, view.From.Y * distance, height), forward, focal, middle);
    }

    /// <summary>How far a point lies ahead, mm.</summary>
    public double DepthOf(Point3 point) => Point3.Dot(point - At, Forward);

    /// <summary>Where a point is in the picture; null where it lies behind the camera.</summary>
    public Pixel? See(Point3 point)
    {
        var depth = DepthOf(point);
        return depth < NearestMm
            ? null
            : new Pixel(
                Middle.U + (FocalPx * Point3.Dot(point - At, Right) / depth),
                Middle.V - (FocalPx * (point.Z - At.Z) / depth)
            );
    }

    /// <summary>The direction in which a place of the picture lies, of depth 1.</summary>
    public Point3 Ray(Pixel pixel) =>
        Forward + (Right * ((pixel.U - Middle.U) / FocalPx)) + new Point3(0, 0, (Middle.V - pixel.V) / FocalPx);
}
