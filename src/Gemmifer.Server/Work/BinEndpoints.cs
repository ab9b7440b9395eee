using Gemmifer.Data;
using Gemmifer.Server.Http;
using Gemmifer.Server.Plants;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Server.Work;

/// <summary>A plant that was taken out of the garden and is kept with all that is known of it.</summary>
/// <param name="RemovedAt">When it was taken out.</param>
/// <param name="Lines">Lines of its log.</param>
public sealed record BinnedPlant(PlantView Plant, DateTimeOffset RemovedAt, int Lines);

/// <summary>The bin: plants that were taken out lie here with their surveys and logs until it is emptied.</summary>
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
        bin.MapDelete("{id}", EmptyAsync)
            .WithName("deletePlant")
            .WithSummary("Deletes a plant that lies in the bin, with its surveys and its log, for good.")
            .Produces(204)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(412)
            .ProducesProblem(428);
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
        try
        {
            await garden.SaveChangesAsync(cancel);
        }
        catch (DbUpdateConcurrencyException)
        {
            return Problems.Conflict(plant.Revision);
        }

        return Results.NoContent();
    }
}
