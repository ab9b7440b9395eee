using Gemmifer.Data;
using Gemmifer.Data.Entities;
using Gemmifer.Server.Http;
using Gemmifer.Server.Photos;
using Gemmifer.Server.Plants;
using Gemmifer.Server.Work;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Server.TakenOut;

/// <summary>A plant that was taken out of the garden and is kept with all that is known of it.</summary>
/// <param name="RemovedAt">When it was taken out.</param>
/// <param name="Lines">Lines of its log.</param>
public sealed record BinnedPlant(PlantView Plant, DateTimeOffset RemovedAt, int Lines);

/// <summary>A photograph that was put into the bin.</summary>
/// <param name="Id">Its number in the bin.</param>
/// <param name="Plant">The plant it is of.</param>
public sealed record BinnedPhoto(int Id, string Plant, string PlantName, DateTimeOffset RemovedAt, PhotoView Photo);

/// <summary>A line of a log that was taken back by somebody else than who wrote it.</summary>
/// <param name="Plant">The plant it is of.</param>
public sealed record BinnedLine(string Plant, string PlantName, DateTimeOffset RemovedAt, LogView Line);

/// <summary>What was taken out of plants that stand.</summary>
public sealed record BinnedParts(IReadOnlyList<BinnedPhoto> Photos, IReadOnlyList<BinnedLine> Lines);

/// <summary>
/// The bin: plants that were taken out lie here with their surveys and logs until it is emptied, and so does what was
/// taken out of plants that stand.
/// </summary>
public static class BinEndpoints
{
    private const int Most = 500;

    /// <summary>Adds the routes.</summary>
    public static void MapBin(this IEndpointRouteBuilder app)
    {
        var bin = app.MapGroup("/api/bin");
        bin.MapGet("", ListAsync)
            .WithName("bin")
            .WithSummary("Plants that were taken out, the latest first, 500 at most.")
            .Produces<BinnedPlant[]>();
        bin.MapGet("{id}/log", LogAsync).WithName("binnedLog").Produces<LogView[]>().ProducesProblem(404);
        bin.MapGet("parts", PartsAsync)
            .WithName("binnedParts")
            .WithSummary("Photographs and lines of logs that were taken out, the latest first, 500 of each at most.")
            .Produces<BinnedParts>();
        bin.MapPost("photos/{photo:int}/restore", RestorePhotoAsync)
            .WithName("restorePhoto")
            .Produces(204)
            .ProducesProblem(404);
        bin.MapDelete("photos/{photo:int}", async (int photo, GardenContext garden, CancellationToken cancel) =>
                await BinnedPhotos(garden).Where(p => p.Id == photo).ExecuteDeleteAsync(cancel) > 0
                    ? Results.NoContent()
                    : Problems.NotFound("photograph in the bin")
            )
            .WithName("deletePhoto")
            .WithSummary("Deletes a photograph that lies in the bin, for good.")
            .Produces(204)
            .ProducesProblem(404);
        bin.MapPost("lines/{line:int}/restore", RestoreLineAsync)
            .WithName("restoreLine")
            .Produces(204)
            .ProducesProblem(404)
            .ProducesProblem(409);
        bin.MapDelete("lines/{line:int}", async (int line, GardenContext garden, CancellationToken cancel) =>
                await BinnedLines(garden).Where(l => l.Id == line).ExecuteDeleteAsync(cancel) > 0
                    ? Results.NoContent()
                    : Problems.NotFound("line in the bin")
            )
            .WithName("deleteLine")
            .WithSummary("Deletes a line of a log that lies in the bin, for good.")
            .Produces(204)
            .ProducesProblem(404);
        bin.MapDelete("{id}", EmptyAsync)
            .WithName("deletePlant")
            .WithSummary("Deletes a plant that lies in the bin, with its surveys and its log, for good.")
            .Produces(204)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(412)
            .ProducesProblem(428);
    }

    private static IQueryable<PhotoRecord> BinnedPhotos(GardenContext garden) =>
        garden.Photos.IgnoreQueryFilters([GardenContext.Kept]).Where(p => p.RemovedAt != null);

    private static IQueryable<LogRecord> BinnedLines(GardenContext garden) =>
        garden.Log.IgnoreQueryFilters([GardenContext.Standing]).Where(l => l.Binned);

    private static async Task<IResult> PartsAsync(
        GardenContext garden,
        WorkStore store,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var names = await garden
            .Plants.Where(p => p.RemovedAt == null)
            .Select(p => new { p.Id, p.Name })
            .ToDictionaryAsync(p => p.Id, p => p.Name, cancel);
        DateTimeOffset Local(DateTimeOffset at) => TimeZoneInfo.ConvertTime(at, clock.LocalTimeZone);
        var photos = await BinnedPhotos(garden)
            .AsNoTracking()
            .OrderByDescending(p => p.RemovedAt)
            .ThenBy(p => p.Id)
            .Take(Most)
            .ToListAsync(cancel);
        var lines = await BinnedLines(garden)
            .AsNoTracking()
            .OrderByDescending(l => l.StruckAt)
            .ThenBy(l => l.Id)
            .Take(Most)
            .ToListAsync(cancel);
        return Results.Ok(
            new BinnedParts(
                [
                    .. photos
                        .Where(p => names.ContainsKey(p.PlantId))
                        .Select(p => new BinnedPhoto(
                            p.Id,
                            p.PlantId,
                            names[p.PlantId],
                            Local(p.RemovedAt!.Value),
                            PhotoEndpoints.ViewOf(p)
                        )),
                ],
                [
                    .. lines
                        .Where(l => names.ContainsKey(l.PlantId))
                        .Select(l => new BinnedLine(
                            l.PlantId,
                            names[l.PlantId],
                            Local(l.StruckAt ?? l.At),
                            store.ViewOf(l)
                        )),
                ]
            )
        );
    }

    private static async Task<IResult> RestorePhotoAsync(int photo, GardenContext garden, CancellationToken cancel) =>
        await BinnedPhotos(garden)
            .Where(p => p.Id == photo)
            .ExecuteUpdateAsync(
                set =>
                    set.SetProperty(p => p.RemovedAt, (DateTimeOffset?)null)
                        .SetProperty(p => p.Revision, p => p.Revision + 1),
                cancel
            ) > 0
            ? Results.NoContent()
            : Problems.NotFound("photograph in the bin");

    private static async Task<IResult> RestoreLineAsync(int line, GardenContext garden, CancellationToken cancel)
    {
        if (await BinnedLines(garden).FirstOrDefaultAsync(l => l.Id == line, cancel) is not { } record)
        {
            return Problems.NotFound("line in the bin");
        }

        // The same step may have been recorded anew since.
        if (
            await garden.Log.AnyAsync(
                l =>
                    l.PlantId == record.PlantId
                    && l.Season == record.Season
                    && l.Visit == record.Visit
                    && l.Kind == record.Kind
                    && l.Stem == record.Stem
                    && l.Stage == record.Stage,
                cancel
            )
        )
        {
            return Problems.Stale("It was recorded anew since. Take that back first.");
        }

        (record.StruckAt, record.Binned) = (null, false);
        var plant = await garden.Plants.SingleAsync(p => p.Id == record.PlantId, cancel);
        plant.WorkRevision++;
        try
        {
            await garden.SaveChangesAsync(cancel);
        }
        catch (DbUpdateConcurrencyException)
        {
            return Problems.NotAsSeen();
        }

        return Results.NoContent();
    }

    private static async Task<IResult> ListAsync(GardenContext garden, TimeProvider clock, CancellationToken cancel)
    {
        var plants = await garden
            .Plants.AsNoTracking()
            .Where(p => p.RemovedAt != null)
            .Select(p => new { Plant = p, Lines = p.Log.Count })
            .ToListAsync(cancel);
        return Results.Ok(
            plants
                .OrderByDescending(p => p.Plant.RemovedAt)
                .ThenBy(p => p.Plant.Id)
                .Take(Most)
                .Select(p => new BinnedPlant(
                    PlantEndpoints.ViewOf(p.Plant),
                    TimeZoneInfo.ConvertTime(p.Plant.RemovedAt!.Value, clock.LocalTimeZone),
                    p.Lines
                ))
                .ToArray()
        );
    }

    private static async Task<IResult> LogAsync(
        string id,
        GardenContext garden,
        WorkStore store,
        CancellationToken cancel
    )
    {
        if (await garden.Plants.FirstOrDefaultAsync(p => p.Id == id && p.RemovedAt != null, cancel) is not { } plant)
        {
            return Problems.NotFound("plant");
        }

        return Results.Ok(await store.LogAsync(plant, cancel));
    }

    private static async Task<IResult> EmptyAsync(
        string id,
        HttpRequest request,
        GardenContext garden,
        CancellationToken cancel
    )
    {
        if (RequestBody.Revision(request) is not { } revision)
        {
            return RequestBody.RevisionMissing();
        }

        if (await garden.Plants.FirstOrDefaultAsync(p => p.Id == id, cancel) is not { } plant)
        {
            return Problems.NotFound("plant");
        }

        if (plant.RemovedAt is null)
        {
            return Problems.Stale("It grows in the garden, and is not in the bin.");
        }

        if (plant.Revision != revision)
        {
            return Problems.Conflict(plant.Revision);
        }

        garden.Remove(plant);
        return await Pipeline.SaveAsync(garden, () => plant.Revision, () => Results.NoContent(), cancel);
    }
}
