using Gemmifer.Data.Files;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Data.Demo;

/// <summary>
/// Gardens from before the demo had a garden of its own hold its plants beside the gardener's. They are moved, with all
/// that was done to them; what the gardener gave another name is the gardener's and stays.
/// </summary>
public static class DemoApart
{
    /// <summary>Moves the demo's plants to the demo's folder, after a copy of the garden was made.</summary>
    /// <returns>The copy that was made; null where there was nothing to move.</returns>
    public static async Task<string?> MoveAsync(
        GardenFolder own,
        GardenFolder demo,
        DateTimeOffset now,
        CancellationToken cancel = default
    )
    {
        var names = await NamesAsync(cancel);
        await using var garden = GardenStore.Open(own.File);
        var theirs = await ToMove(garden, names).Select(p => p.Id).ToListAsync(cancel);
        if (theirs.Count == 0)
        {
            return null;
        }

        var copy = Backups.Make(own, "before-demo-apart", now).Name;

        // Where an earlier try was broken off, the demo is whole already: a file gets its name when it is.
        if (!File.Exists(demo.File))
        {
            var fresh = demo.File + ".new";
            Backups.Copy(own.File, fresh);
            await using (var apart = GardenStore.Open(fresh, pooling: false))
            {
                await apart.Plants.Where(p => !theirs.Contains(p.Id)).ExecuteDeleteAsync(cancel);
            }

            File.Move(fresh, demo.File);
        }

        // What hangs on a plant goes with it.
        await ToMove(garden, names).ExecuteDeleteAsync(cancel);
        return copy;
    }

    private static IQueryable<Entities.PlantRecord> ToMove(GardenContext garden, string[] names) =>
        garden.Plants.Where(p => names.Contains(p.Id + " " + p.Name));

    /// <summary>The demo's plants by id and name.</summary>
    private static async Task<string[]> NamesAsync(CancellationToken cancel)
    {
        var demo = await DemoGarden.ReadAsync(cancel);
        return [.. demo["plants"]!.AsArray().Select(p => $"{(string)p!["id"]!} {(string)p["name"]!}")];
    }
}
