using Gemmifer.Data;
using Gemmifer.Data.Files;
using Gemmifer.Server.Http;
using Gemmifer.Server.Settings;

namespace Gemmifer.Server.Copies;

/// <summary>A copy of the garden as people see it.</summary>
/// <param name="Why">What it was made for.</param>
public sealed record CopyView(string Name, DateTimeOffset MadeAt, long Bytes, CopyReason Why);

/// <summary>Copies of the garden: making one, and going back to one.</summary>
public static class CopyEndpoints
{
    /// <summary>Adds the routes.</summary>
    public static void MapCopies(this IEndpointRouteBuilder app)
    {
        app.MapGet("/api/copies", (Gardens gardens) => Results.Ok(Backups.All(gardens.Here).Select(ViewOf).ToArray()))
            .WithName("copies")
            .Produces<CopyView[]>();
        app.MapPost("/api/copies", async (Gardens gardens, TimeProvider clock, CancellationToken cancel) =>
                Results.Created(
                    "/api/copies",
                    ViewOf(await Backups.MakeAsync(gardens.Here, CopyReason.Asked, clock.GetUtcNow(), cancel: cancel))
                )
            )
            .WithName("makeCopy")
            .Produces<CopyView>(201);
        app.MapPost("/api/copies/{name}/restore", RestoreAsync)
            .WithName("restoreCopy")
            .Produces<CopyView>()
            .ProducesProblem(404)
            .ProducesProblem(409);
    }

    /// <summary>What is there is copied first; then all of it is replaced, or nothing.</summary>
    private static async Task<IResult> RestoreAsync(
        string name,
        Gardens gardens,
        GardenContext garden,
        GardenClock zone,
        TimeProvider clock
    )
    {
        var folder = gardens.Here;
        if (Backups.PathOf(folder, name) is not { } path)
        {
            return Problems.NotFound("copy");
        }

        switch (GardenInspection.Look(path, GardenStore.Known).State)
        {
            case FileState.Sound:
                break;
            case FileState.Newer:
                return Problems.Of(
                    409,
                    "newer",
                    "This copy was made by a newer version of Gemmifer.",
                    "The garden is as it was; start the newer version to go back to it."
                );
            default:
                return Problems.Of(
                    409,
                    "damaged",
                    "This copy is not sound.",
                    "The garden is as it was; choose another copy."
                );
        }

        // To its end, whoever listens.
        var before = await PuttingBack.LiveAsync(folder, name, clock.GetUtcNow());

        // The place came back with the rest.
        zone.Set((await SettingsEndpoints.LoadAsync(garden, CancellationToken.None)).Settings.Place.TimeZone);
        return Results.Ok(ViewOf(before));
    }

    private static CopyView ViewOf(Backup copy) => new(copy.Name, copy.MadeAt, copy.Bytes, copy.Why);

    /// <summary>Copies the garden once a day where anything changed, some time after the start.</summary>
    internal sealed class EveryDay(Gardens gardens, TimeProvider clock, ILogger<EveryDay> logger) : BackgroundService
    {
        private static readonly TimeSpan AfterStart = TimeSpan.FromMinutes(2),
            Look = TimeSpan.FromHours(1),
            Age = TimeSpan.FromDays(1);

        protected override async Task ExecuteAsync(CancellationToken stoppingToken)
        {
            await Task.Delay(AfterStart, clock, stoppingToken);
            for (; ; )
            {
                try
                {
                    await CopyAsync();
                }
                catch (Exception e)
                    when (e is IOException or UnauthorizedAccessException or Microsoft.Data.Sqlite.SqliteException)
                {
                    // No room, for one: it is tried again in an hour, and nothing of it is left.
                    logger.LogWarning("The daily copy was not made: {Kind}", e.GetType().Name);
                }

                await Task.Delay(Look, clock, stoppingToken);
            }
        }

        private async Task CopyAsync()
        {
            // Counted either way: a clock may have been ahead when the newest was made.
            var newest = Backups.All(gardens.Own).FirstOrDefault(b => b.Why == CopyReason.Day)?.MadeAt;
            if (newest is null || (clock.GetUtcNow() - newest.Value).Duration() >= Age)
            {
                await Backups.MakeOfDayAsync(gardens.Own, clock.GetUtcNow());
            }
        }
    }
}
