using Gemmifer.Core.Exchange;
using SkiaSharp;

namespace Gemmifer.Server.Photos;

/// <summary>A picture as it is kept: upright, JPEG, and nothing in it but what is to be seen.</summary>
/// <param name="Small">Its small version, JPEG.</param>
public sealed record KeptPicture(byte[] Jpeg, byte[] Small, int Width, int Height);

/// <summary>
/// Reads a picture that anybody may have sent. It is unpacked only when its own head says that it is of a size a page
/// sends, and written anew: where and with what it was taken is left behind.
/// </summary>
public static class PictureReading
{
    /// <summary>The longer side of a picture, and of its small version, pixels.</summary>
    public const int LongestPx = 1_600,
        SmallPx = 320;

    /// <summary>A picture takes so much at most, packed.</summary>
    public const int MostBytes = 2_000_000;

    private const int LeastPx = 64,
        Quality = 90,
        SmallQuality = 80;

    private static readonly SKEncodedImageFormat[] Known =
    [
        SKEncodedImageFormat.Jpeg,
        SKEncodedImageFormat.Png,
        SKEncodedImageFormat.Webp,
    ];

    /// <summary>The picture; null where it is none, and why in <paramref name="errors"/>.</summary>
    /// <param name="path">The field it stands in.</param>
    public static KeptPicture? Read(byte[] sent, string path, List<SurveyError> errors)
    {
        KeptPicture? Refuse(string code, string message)
        {
            errors.Add(new SurveyError(path, code, message));
            return null;
        }

        if (sent.Length > MostBytes)
        {
            return Refuse("too-long", "The picture is larger than 2 MB.");
        }

        using var data = SKData.CreateCopy(sent);
        using var codec = SKCodec.Create(data);
        if (codec is null || !Known.Contains(codec.EncodedFormat))
        {
            return Refuse("format", "This is no picture that can be read: JPEG, PNG or WebP.");
        }

        var info = codec.Info;
        if (Math.Max(info.Width, info.Height) > LongestPx)
        {
            return Refuse(
                "too-large",
                $"The picture is {info.Width} by {info.Height} pixels; its longer side may be {LongestPx}."
            );
        }

        if (Math.Min(info.Width, info.Height) < LeastPx)
        {
            return Refuse("too-small", $"The picture is {info.Width} by {info.Height} pixels: nothing can be seen.");
        }

        using var found = new SKBitmap(
            new SKImageInfo(info.Width, info.Height, SKColorType.Rgba8888, SKAlphaType.Premul)
        );
        if (codec.GetPixels(found.Info, found.GetPixels()) != SKCodecResult.Success)
        {
            return Refuse("format", "A part of the picture is missing.");
        }

        using var upright = Upright(found, codec.EncodedOrigin);
        var share = Math.Min(1, (double)SmallPx / Math.Max(upright.Width, upright.Height));
        using var small = upright.Resize(
            new SKSizeI(Math.Max(1, (int)(upright.Width * share)), Math.Max(1, (int)(upright.Height * share))),
            new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear)
        );
        return new KeptPicture(Jpeg(upright, Quality), Jpeg(small, SmallQuality), upright.Width, upright.Height);
    }

    /// <summary>The small version of a picture that is kept already; null where it cannot be read.</summary>
    public static byte[]? SmallOf(byte[] kept) => Read(kept, "", [])?.Small;

    private static byte[] Jpeg(SKBitmap picture, int quality)
    {
        using var data = picture.Encode(SKEncodedImageFormat.Jpeg, quality);
        return data.ToArray();
    }

    /// <summary>
    /// Turned as its head says it has to be (Exif, tag Orientation), on white where it can be seen through.
    /// </summary>
    private static SKBitmap Upright(SKBitmap found, SKEncodedOrigin origin)
    {
        var (w, h) = (found.Width, found.Height);
        var lying =
            origin
            is SKEncodedOrigin.LeftTop
                or SKEncodedOrigin.RightTop
                or SKEncodedOrigin.RightBottom
                or SKEncodedOrigin.LeftBottom;
        var turned = new SKBitmap(
            new SKImageInfo(lying ? h : w, lying ? w : h, SKColorType.Rgba8888, SKAlphaType.Opaque)
        );
        using var canvas = new SKCanvas(turned);
        canvas.Clear(SKColors.White);
        canvas.SetMatrix(
            origin switch
            {
                SKEncodedOrigin.TopRight => new SKMatrix(-1, 0, w, 0, 1, 0, 0, 0, 1),
                SKEncodedOrigin.BottomRight => new SKMatrix(-1, 0, w, 0, -1, h, 0, 0, 1),
                SKEncodedOrigin.BottomLeft => new SKMatrix(1, 0, 0, 0, -1, h, 0, 0, 1),
                SKEncodedOrigin.LeftTop => new SKMatrix(0, 1, 0, 1, 0, 0, 0, 0, 1),
                SKEncodedOrigin.RightTop => new SKMatrix(0, -1, h, 1, 0, 0, 0, 0, 1),
                SKEncodedOrigin.RightBottom => new SKMatrix(0, -1, h, -1, 0, w, 0, 0, 1),
                SKEncodedOrigin.LeftBottom => new SKMatrix(0, 1, 0, -1, 0, w, 0, 0, 1),
                _ => SKMatrix.Identity,
            }
        );
        canvas.DrawBitmap(found, 0, 0, new SKSamplingOptions(SKFilterMode.Nearest));
        canvas.Flush();
        return turned;
    }
}
