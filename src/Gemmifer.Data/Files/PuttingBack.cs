using System.Globalization;
using Microsoft.Data.Sqlite;

namespace Gemmifer.Data.Files;

/// <summary>
/// Puts an earlier state in the place of the garden: all of it or nothing, whatever breaks off on the way. What is put
/// back is another incarnation of the garden.
/// </summary>
public static class PuttingBack
{
    private const string Unfinished = ".unfinished";

    /// <summary>
    /// A file that begins so is a whole garden that is to take the place of the one there, and names where that one is
    /// put aside. While it is there, putting back is begun and not ended.
    /// </summary>
    private const string Ready = "put-back-";

    private static readonly string[] Tails = ["", "-wal", "-shm", "-journal"];

    /// <summary>
    /// Replaces what is in an open garden with a copy, brought up to date before anything is replaced. Nobody writes
    /// meanwhile; it runs to its end, whoever waits for it.
    /// </summary>
    /// <returns>The copy of what was there.</returns>
    /// <exception cref="SqliteException">It cannot be done; the garden is as it was.</exception>
    public static Task<Backup> LiveAsync(GardenFolder folder, string name, DateTimeOffset now) =>
        Task.Run(async () =>
        {
            using var alone = await folder.Writing.AloneAsync();
            var fresh = Path.Combine(folder.FullName, GardenFolder.FileName + ".back" + Unfinished);
            try
            {
                var incarnation = await PrepareAsync(folder, name, fresh);
                var before = await Backups.MakeAsync(folder, CopyReason.Restore, now, held: name);
                using (var from = GardenInspection.Open(fresh))
                using (var to = new SqliteConnection(GardenStore.ConnectionTo(folder.File, pooling: false)))
                {
                    to.Open();
                    Backups.Patient(to);
                    from.BackupDatabase(to);
                }

                folder.Incarnation = incarnation;
                return before;
            }
            finally
            {
                Delete(fresh);
            }
        });

    /// <summary>Puts a copy in the place of the garden's file before it is opened.</summary>
    /// <param name="wanted">Name of the copy; "newest" for the newest sound one.</param>
    /// <returns>What was done, in a sentence.</returns>
    /// <exception cref="GardenUnusable">There is no such copy, or it is not sound; nothing was changed.</exception>
    public static async Task<string> BeforeOpeningAsync(GardenFolder folder, string wanted, DateTimeOffset now)
    {
        var known = GardenStore.Known;
        var name =
            wanted == "newest" ? Backups.NewestSound(folder, known)?.Name
            : Backups.PathOf(folder, wanted) is null ? null
            : wanted;
        if (name is null)
        {
            var have = Backups.All(folder) is { Count: > 0 } all ? string.Join(", ", all.Select(b => b.Name)) : "none";
            throw new GardenUnusable($"There is no copy {wanted} in {folder.BackupFolder}; there is {have}.");
        }

        switch (GardenInspection.Look(Path.Combine(folder.BackupFolder, name), known).State)
        {
            case FileState.Sound:
                break;
            case FileState.Newer:
                throw new GardenUnusable($"The copy {name} was made by a newer version of Gemmifer. Start that one.");
            default:
                throw new GardenUnusable($"The copy {name} is not sound itself. Name another with --restore.");
        }

        try
        {
            var stamp = now.UtcDateTime.ToString("yyyyMMdd-HHmmss", CultureInfo.InvariantCulture);
            var aside = Enumerable
                .Range(1, int.MaxValue)
                .Select(n =>
                    n == 1
                        ? $"damaged-{stamp}.db"
                        : string.Create(CultureInfo.InvariantCulture, $"damaged-{stamp}-{n}.db")
                )
                .First(n => !File.Exists(Path.Combine(folder.FullName, n)));
            var fresh = Path.Combine(folder.FullName, Ready + aside);
            var was = File.Exists(folder.File);
            await PrepareAsync(folder, name, fresh + Unfinished);

            // From here on it is done, by the next start if not by this one.
            File.Move(fresh + Unfinished, fresh);
            Finish(folder);
            return was
                ? $"The garden goes on from {name}; what was there is kept in {Path.Combine(folder.FullName, aside)}."
                : $"The garden goes on from {name}.";
        }
        catch (Exception e) when (e is IOException or SqliteException or UnauthorizedAccessException)
        {
            throw new GardenUnusable(
                $"{name} cannot be put back: {GardenStore.Because(e)}; the garden is as it was.",
                e
            );
        }
    }

    /// <summary>Ends what an earlier start began: the garden is the one that was put back.</summary>
    /// <returns>Whether there was anything to end.</returns>
    public static bool Finish(GardenFolder folder)
    {
        foreach (var left in Directory.GetFiles(folder.FullName, "*" + Unfinished + "*"))
        {
            File.Delete(left);
        }

        if (Directory.GetFiles(folder.FullName, Ready + "*.db") is not [var fresh, ..])
        {
            return false;
        }

        // What lies ahead of a file belongs to that file, and goes where it goes.
        var aside = Path.Combine(folder.FullName, Path.GetFileName(fresh)[Ready.Length..]);
        foreach (var tail in Tails)
        {
            if (File.Exists(folder.File + tail))
            {
                File.Move(folder.File + tail, aside + tail, overwrite: true);
            }
        }

        File.Move(fresh, folder.File);
        return true;
    }

    /// <summary>
    /// Makes a file of a copy that is up to date, and another incarnation: its revisions and numbers go on after those
    /// of the garden it replaces, so that nothing made there can be taken for made here.
    /// </summary>
    private static async Task<string> PrepareAsync(GardenFolder folder, string name, string fresh)
    {
        Delete(fresh);
        File.Copy(Path.Combine(folder.BackupFolder, name), fresh);
        GardenFolder.ForOwner(fresh);
        await GardenStore.BringUpToDateAsync(fresh, GardenStore.OneFile);
        using var connection = new SqliteConnection(GardenStore.ConnectionTo(fresh, pooling: false));
        connection.Open();
        var incarnation = Incarnations.Renew(connection, Incarnations.HighestOf(folder.File));
        return incarnation;
    }

    private static void Delete(string file)
    {
        foreach (var tail in Tails)
        {
            File.Delete(file + tail);
        }
    }
}
