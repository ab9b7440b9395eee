using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Data;

/// <summary>
/// What is stored beside what people wrote, and brought up to date once when an older file is opened. Whoever knows a
/// lower version than a file has does not write into it.
/// </summary>
internal static class StoredContents
{
    /// <summary>
    /// Version of the contents, which SQLite keeps for the application in the file itself: 1 since every sentence of a
    /// plan has its measures, 2 since every plant has its place in the lists.
    /// </summary>
    public const int Version = 2;

    /// <summary>Brings them up to date, all or nothing; does nothing the next time.</summary>
    public static async Task BringUpToDateAsync(GardenContext garden, CancellationToken cancel)
    {
        var version = await garden
            .Database.SqlQueryRaw<int>("SELECT user_version AS Value FROM pragma_user_version")
            .SingleAsync(cancel);
        if (version >= Version)
        {
            return;
        }

        await using var together = await garden.Database.BeginTransactionAsync(cancel);
        if (version < 1)
        {
            await OldSentences.TellAsync(garden, cancel);
        }

        await PlantOrder.FillAsync(garden, cancel);
        await garden.SaveChangesAsync(cancel);
        await garden.Database.ExecuteSqlAsync($"PRAGMA user_version = 2", cancel);
        await together.CommitAsync(cancel);
        garden.ChangeTracker.Clear();
    }
}
