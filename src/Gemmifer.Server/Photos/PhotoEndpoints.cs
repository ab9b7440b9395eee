using System.Text.Json;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Photographs;
using Gemmifer.Core.Season;
using Gemmifer.Data;
using Gemmifer.Data.Entities;
using Gemmifer.Data.Files;
using Gemmifer.Server.Http;
using Gemmifer.Server.Plants;
using Gemmifer.Server.Surveys;
using Gemmifer.Server.Work;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Server.Photos;

/// <summary>A photograph of a plant.</summary>
/// <param name="Key">Its name, made by the page that took it.</param>
/// <param name="From">The clock bearing at which the camera stood.</param>
/// <param name="Focal35">Focal length on 36 mm film, mm; null where the picture did not say.</param>
/// <param name="Hash">SHA-256 of the picture: it never changes.</param>
/// <param name="Taps">crown, stick, on, width and said, as far as they were tapped.</param>
public sealed record PhotoView(
    string Key,
    int Season,
    DateOnly Date,
    int Revision,
    double From,
    double? Focal35,
    int Width,
    int Height,
    string Hash,
    JsonElement? Taps
);

/// <summary>A photograph as it is sent.</summary>
/// <param name="Picture">JPEG, PNG or WebP in base64, its longer side up to 1,600 pixels; only when it is new.</param>
public sealed record PhotoInput(double From, double? Focal35, string? Picture, JsonElement? Taps) : IBody<PhotoInput>
{
    static PhotoInput IBody<PhotoInput>.Read(FieldReader f, DateOnly today) => Read(f);

    internal static PhotoInput Read(FieldReader f)
    {
        f.Require("from");
        return new PhotoInput(
            f.NumberAbove("from", 0, 12) ?? 0,
            f.Number("focal35", TraceReader.LeastFocal, TraceReader.MostFocal),
            f.Find("picture") is { ValueKind: JsonValueKind.String } picture ? picture.GetString() : null,
            f.Find("taps")
        );
    }
}

/// <summary>Photographs of a plant and what was tapped on them.</summary>
public static class PhotoEndpoints
{
    /// <summary>So many of a plant on one day.</summary>
    public const int MostPerVisit = 12;

    private const int MostListed = 400,
        MostKeyChars = 64,
        MostBodyBytes = 4_000_000;

    /// <summary>Adds the routes.</summary>
    public static void MapPhotos(this IEndpointRouteBuilder app)
    {
        var photos = app.MapGroup("/api/plants/{id}/photos");
        photos
            .MapGet("", ListAsync)
            .WithName("photos")
            .WithSummary("The photographs of a plant, the newest first.")
            .ForLookers()
            .Produces<PhotoView[]>()
            .ProducesProblem(404);
        photos
            .MapGet("{photo}/picture", PictureAsync)
            .WithName("photoPicture")
            .ForLookers()
            .Produces(200, null, "image/jpeg")
            .ProducesProblem(404);
        photos
            .MapPut("{photo}", PutAsync)
            .WithName("savePhoto")
            .WithSummary("Keeps a photograph under the name the page made for it, or what was tapped on it since.")
            .ForHelpers()
            .Reads<PhotoInput>()
            .Produces<PhotoView>()
            .ProducesProblem(404)
            .ProducesProblem(412)
            .ProducesProblem(413)
            .ProducesProblem(422)
            .ProducesProblem(428);
        photos
            .MapDelete("{photo}", DeleteAsync)
            .WithName("dropPhoto")
            .WithSummary("Puts a photograph into the bin; a helper's own is deleted when that helper takes it back.")
            .ForHelpers()
            .Produces(204)
            .ProducesProblem(404)
            .ProducesProblem(412)
            .ProducesProblem(428);
    }

    /// <summary>Notes what was tapped outside of the picture, or is no tap.</summary>
    internal static void Check(PhotoInput input, FieldReader f, double width, double height)
    {
        if (input.Taps is { } taps)
        {
            PhotoTaps.Check(taps, f.At("taps"), width, height, f.Errors);
        }
    }

    private static async Task<IResult> ListAsync(string id, GardenContext garden, CancellationToken cancel)
    {
        if (await PlantEndpoints.FindAsync(garden, id, cancel) is null)
        {
            return Problems.NotFound("plant");
        }

        var records = await garden
            .Photos.AsNoTracking()
            .Where(p => p.PlantId == id)
            .OrderByDescending(p => p.Date)
            .ThenByDescending(p => p.Id)
            .Take(MostListed)
            .ToListAsync(cancel);
        return Results.Ok(records.Select(ViewOf));
    }

    private static async Task<IResult> PictureAsync(
        string id,
        string photo,
        bool? small,
        GardenContext garden,
        Gardens gardens,
        CancellationToken cancel
    )
    {
        if (await FindAsync(garden, id, photo, cancel) is not { } record)
        {
            return Problems.NotFound("photograph");
        }

        var path = Pictures.PathOf(gardens.Here, record.Hash);
        if (!File.Exists(path))
        {
            return Problems.NotFound("picture");
        }

        if (small == true)
        {
            var little = Pictures.PathOf(gardens.Here, record.Hash, small: true);
            if (!File.Exists(little) && PictureReading.SmallOf(await File.ReadAllBytesAsync(path, cancel)) is { } made)
            {
                Pictures.Keep(gardens.Here, record.Hash, made, small: true);
            }

            path = File.Exists(little) ? little : path;
        }

        return Results.File(path, "image/jpeg");
    }

    private static async Task<IResult> PutAsync(
        string id,
        string photo,
        HttpRequest request,
        GardenContext garden,
        Gardens gardens,
        PlantSurveys surveys,
        WorkStore store,
        CancellationToken cancel
    )
    {
        if (await PlantEndpoints.FindAsync(garden, id, cancel) is null)
        {
            return Problems.NotFound("plant");
        }

        return await Pipeline.WithBodyAsync<PhotoInput>(
            request,
            cancel,
            async (input, f) =>
            {
                var record = await FindAsync(garden, id, photo, cancel);
                if (!f.IsObject)
                {
                    return Problems.Invalid(f.Errors);
                }

                if (record is not null && Stale(request, record) is { } stale)
                {
                    return stale;
                }

                CheckName(f, photo);

                // The picture itself never changes: what is sent again with it is what was tapped.
                var picture = record is null ? PictureOf(input, f) : null;
                var (width, height) = (record?.Width ?? picture?.Width, record?.Height ?? picture?.Height);
                Check(input, f, width ?? PictureReading.LongestPx, height ?? PictureReading.LongestPx);
                if (f.Errors.Count > 0)
                {
                    return Problems.Invalid(f.Errors);
                }

                if (record is null)
                {
                    var done = store.Done(request);
                    var day = store.Day(done);
                    if (await garden.Photos.CountAsync(p => p.PlantId == id && p.Date == day, cancel) >= MostPerVisit)
                    {
                        f.Error(
                            "/picture",
                            "too-many",
                            $"There are {MostPerVisit} photographs of this plant of that day."
                        );
                        return Problems.Invalid(f.Errors);
                    }

                    var season = PruningYear.Of(day, (await surveys.PlaceAsync(cancel)).Hemisphere);
                    record = Taken(gardens.Here, picture!, id, photo, season, day, done);
                    garden.Add(record);
                }

                (record.From, record.Focal35, record.Taps) = (input.From, input.Focal35, input.Taps?.GetRawText());
                record.Revision++;
                return await Pipeline.SaveAsync(
                    garden,
                    () => record.Revision,
                    () => Results.Ok(ViewOf(record)),
                    cancel
                );
            },
            most: MostBodyBytes
        );
    }

    private static void CheckName(FieldReader f, string photo)
    {
        if (photo.Length > MostKeyChars || !photo.All(c => char.IsAsciiLetterOrDigit(c) || c is '-' or '_'))
        {
            f.Error("/photo", "format", $"A photograph's name is up to {MostKeyChars} letters and digits.");
        }
    }

    /// <summary>A photograph that is new; its picture is on the disk before anything names it.</summary>
    private static PhotoRecord Taken(
        GardenFolder folder,
        KeptPicture picture,
        string plant,
        string key,
        int season,
        DateOnly day,
        DateTimeOffset at
    )
    {
        var hash = Pictures.HashOf(picture.Jpeg);
        Pictures.Keep(folder, hash, picture.Jpeg);
        Pictures.Keep(folder, hash, picture.Small, small: true);
        return new PhotoRecord
        {
            PlantId = plant,
            Key = key,
            Season = season,
            Date = day,
            Width = picture.Width,
            Height = picture.Height,
            Hash = hash,
            TakenAt = at,
        };
    }

    private static KeptPicture? PictureOf(PhotoInput input, FieldReader f)
    {
        if (!f.Require("picture"))
        {
            return null;
        }

        var bytes = new byte[((input.Picture?.Length ?? 0) / 4 * 3) + 3];
        if (input.Picture is null || !Convert.TryFromBase64String(input.Picture, bytes, out var length))
        {
            f.Error("/picture", "encoding", "This is no base64.");
            return null;
        }

        return PictureReading.Read(bytes[..length], "/picture", f.Errors);
    }

    private static async Task<IResult> DeleteAsync(
        string id,
        string photo,
        HttpRequest request,
        GardenContext garden,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        if (await FindAsync(garden, id, photo, cancel) is not { } record)
        {
            return Problems.NotFound("photograph");
        }

        if (Stale(request, record) is { } stale)
        {
            return stale;
        }

        if (!garden.Author.Owner && garden.Author.MayErase(record.By))
        {
            garden.Remove(record);
        }
        else
        {
            (record.RemovedAt, record.Revision) = (clock.GetUtcNow(), record.Revision + 1);
        }

        return await Pipeline.SaveAsync(garden, () => record.Revision, () => Results.NoContent(), cancel);
    }

    /// <summary>Why it cannot be changed as it was seen; null where it can.</summary>
    private static IResult? Stale(HttpRequest request, PhotoRecord record) =>
        RequestBody.Seen(request) is not { } seen ? RequestBody.RevisionMissing()
        : seen != RequestBody.Whatever && RequestBody.Revision(request) != record.Revision
            ? Problems.Conflict(record.Revision)
        : null;

    private static Task<PhotoRecord?> FindAsync(
        GardenContext garden,
        string id,
        string photo,
        CancellationToken cancel
    ) => garden.Photos.FirstOrDefaultAsync(p => p.PlantId == id && p.Key == photo, cancel);

    /// <summary>A photograph as people see it.</summary>
    internal static PhotoView ViewOf(PhotoRecord p) =>
        new(
            p.Key,
            p.Season,
            p.Date,
            p.Revision,
            p.From,
            p.Focal35,
            p.Width,
            p.Height,
            p.Hash,
            p.Taps is { } taps ? JsonSerializer.Deserialize<JsonElement>(taps) : null
        );
}
