using Gemmifer.Data.Entities;
using Gemmifer.Data.Files;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Data.Demo;

/// <summary>
/// Gardens from before the demo had a garden of its own hold its plants beside the gardener's. They are moved once;
/// what the gardener gave another name, or worked on, is the gardener's and stays.
/// </summary>
public static class DemoApart
{
    /// <summary>Moves the demo's plants to the demo's folder, after a copy of the garden was made.</summary>
    /// <returns>The copy that was made; null where there was nothing to move.</returns>
    public static async Task<string?> MoveAsync(GardenFolder own, GardenFolder demo, DateTimeOffset now)
    {
        await using var garden = GardenStore.Open(own.File);
        if (await garden.Garden.SingleAsync() is not { DemoInside: true } record)
        {
            return null;
        }

        var names = await NamesAsync();
        var theirs = await garden
            .Plants.Where(p => names.Contains(p.Id + " " + p.Name))
            .Select(p => p.Id)
            .ToListAsync();
        string? copy = null;
        if (theirs.Count > 0)
        {
            copy = (await Backups.MakeNamedAsync(own, "before-demo-apart.db", now)).Name;

            // Where an earlier try was broken off, the demo is whole already: a file gets its name when it is.
            if (!File.Exists(demo.File))
            {
                var fresh = demo.File + ".new";
                Backups.Copy(own.File, fresh);
                await using (var apart = GardenStore.Open(fresh, pooling: false))
                {
                    await apart.Plants.Where(p => !theirs.Contains(p.Id)).ExecuteDeleteAsync();
                    await apart.Garden.ExecuteUpdateAsync(set =>
                        set.SetProperty(g => g.DemoInside, false).SetProperty(g => g.Incarnation, Incarnations.New())
                    );
                }

                File.Move(fresh, demo.File);
            }
        }

        // What hangs on a plant goes with it. All of it in one: it is done once, or not at all.
        await using var together = await garden.Database.BeginTransactionAsync();
        await WithoutWork(
                garden
                    .Plants.IgnoreQueryFilters([GardenContext.Standing, GardenContext.Kept])
                    .Where(p => names.Contains(p.Id + " " + p.Name))
            )
            .ExecuteDeleteAsync();
        record.DemoInside = false;
        await garden.SaveChangesAsync();
        await together.CommitAsync();
        return copy;
    }

    /// <summary>Those of which nothing was changed, noted or done since they were planted.</summary>
    private static IQueryable<PlantRecord> WithoutWork(IQueryable<PlantRecord> plants) =>
        plants.Where(p =>
            p.Revision <= 1
            && p.WorkRevision == 0
            && p.Surveys.All(s => s.Revision <= 1)
            && p.Log.All(l => l.At < p.CreatedAt && l.Key == null)
            && p.Photos.Count == 0
            && p.Rounds.Count == 0
            && p.Visits.All(v => v.DoneAt == null)
        );

    /// <summary>The demo's plants by id and name.</summary>
    private static async Task<string[]> NamesAsync()
    {
        var demo = await DemoGarden.ReadAsync(CancellationToken.None);
        return [.. demo["plants"]!.AsArray().Select(p => $"{(string)p!["id"]!} {(string)p["name"]!}")];
    }
}
