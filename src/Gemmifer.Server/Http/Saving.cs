using Gemmifer.Data;
using Gemmifer.Data.Entities;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.ChangeTracking;

namespace Gemmifer.Server.Http;

/// <summary>Saves, and what a save that failed says.</summary>
public static class Saving
{
    private const int Constraint = 19;

    /// <summary>Whether what was to be stored is there already.</summary>
    public static bool Doubled(DbUpdateException e) =>
        e.InnerException is SqliteException { SqliteErrorCode: Constraint };

    /// <summary>
    /// Saves a change of a plant that was made from a revision of it. A survey or a step that is saved at the same
    /// moment counts up its work, which is no other change of the plant itself.
    /// </summary>
    /// <returns>Whether it was saved; not where the plant itself was changed meanwhile.</returns>
    public static Task<bool> PlantAsync(GardenContext garden, PlantRecord plant, int from, CancellationToken cancel) =>
        SavedAsync(garden, plant, cancel, (entry, now) =>
        {
            if (now.GetValue<int>(nameof(PlantRecord.Revision)) != from)
            {
                return false;
            }

            entry.OriginalValues.SetValues(now);
            plant.WorkRevision = now.GetValue<int>(nameof(PlantRecord.WorkRevision));
            return true;
        });

    /// <summary>
    /// Saves a change of a plant's work that counts it up. That the plant is renamed at the same moment is no other
    /// change of its work.
    /// </summary>
    /// <param name="from">The count of its work before.</param>
    /// <returns>Whether it was saved; not where the work, or what else is saved, was changed meanwhile.</returns>
    public static Task<bool> WorkAsync(GardenContext garden, PlantRecord plant, int from, CancellationToken cancel) =>
        SavedAsync(garden, plant, cancel, (entry, now) =>
        {
            if (now.GetValue<int>(nameof(PlantRecord.WorkRevision)) != from)
            {
                return false;
            }

            entry.OriginalValues.SetValues(now);
            entry.CurrentValues.SetValues(now);
            plant.WorkRevision = from + 1;
            return true;
        });

    private static async Task<bool> SavedAsync(
        GardenContext garden,
        PlantRecord plant,
        CancellationToken cancel,
        Func<EntityEntry<PlantRecord>, PropertyValues, bool> goOn
    )
    {
        while (true)
        {
            try
            {
                await garden.SaveChangesAsync(cancel);
                return true;
            }
            catch (DbUpdateConcurrencyException e)
            {
                var entry = garden.Entry(plant);
                if (
                    e.Entries.Any(other => other.Entity != plant)
                    || await entry.GetDatabaseValuesAsync(cancel) is not { } now
                    || !goOn(entry, now)
                )
                {
                    return false;
                }
            }
        }
    }
}
