using Gemmifer.Data;
using Gemmifer.Data.Files;
using Gemmifer.Server.Http;
using Gemmifer.Server.Settings;

namespace Gemmifer.Server.Copies;

/// <summary>A copy of the garden as people see it.</summary>
/// <param name="Why">day, asked, upgrade or restore: what it was made for.</param>
public sealed record CopyView(string Name, DateTimeOffset MadeAt, long Bytes, string Why);

/// <summary>Copies of the garden: making one, and going back to one.</summary>
public static class CopyEndpoints
{
    private const string Asked = "garden",
        BeforeRestore = "before-restore",
        Daily = "day";

    /// <summary>Adds the routes.</summary>
    public static void MapCopies(this IEndpointRouteBuilder app)
    {
        app.MapGet("/api/copies", (Gardens gardens) => Results.Ok(Backups.All(gardens.Here).Select(ViewOf).ToArray()))
            .WithName("copies")
            .Produces<CopyView[]>();
        app.MapPost("/api/copies", (Gardens gardens, TimeProvider clock) =>
                Results.Created("/api/copies", ViewOf(Backups.Make(gardens.Here, Asked, clock.GetUtcNow())))
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
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var folder = gardens.Here;
        if (Backups.PathOf(folder, name) is not { } path)
        {
            return Problems.NotFound("copy");
        }

        if (GardenInspection.Look(path, GardenStore.Known).State != FileState.Sound)
        {
            return Problems.Of(
                409,
                "damaged",
                "This copy is not sound.",
                "The garden is as it was; choose another copy."
            );
        }

        var before = Backups.Make(folder, BeforeRestore, clock.GetUtcNow());
        await Backups.ReadBackAsync(folder, name, cancel);

        // The place came back with the rest.
        zone.Set((await SettingsEndpoints.LoadAsync(garden, cancel)).Settings.Place.TimeZone);
        return Results.Ok(ViewOf(before));
    }

    private static CopyView ViewOf(Backup copy) =>
        new(
            copy.Name,
            copy.MadeAt,
            copy.Bytes,
            copy.Name.StartsWith(BeforeRestore, StringComparison.Ordinal) ? "restore"
                : copy.Name.StartsWith("before-", StringComparison.Ordinal) ? "upgrade"
                : copy.Name.StartsWith(Daily, StringComparison.Ordinal) ? "day"
                : "asked"
        );

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
                    Copy();
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

        private void Copy()
        {
            var folder = gardens.Own;
            var newest = Backups.All(folder).FirstOrDefault()?.MadeAt ?? DateTimeOffset.MinValue;
            if (clock.GetUtcNow() - newest >= Age && Backups.ChangedAt(folder) > newest)
            {
                Backups.Make(folder, Daily, clock.GetUtcNow());
            }
        }
    }
}
