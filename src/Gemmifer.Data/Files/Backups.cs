using System.Globalization;
using Microsoft.Data.Sqlite;

namespace Gemmifer.Data.Files;

/// <summary>A copy of the garden.</summary>
/// <param name="Name">Name of its file.</param>
/// <param name="Bytes">Size.</param>
public sealed record Backup(string Name, DateTimeOffset MadeAt, long Bytes);

/// <summary>Copies of the garden: complete or absent, the last few and one a month kept.</summary>
public static class Backups
{
    /// <summary>So many of the newest are kept; of the older ones the newest of each month.</summary>
    public const int Newest = 5;

    private const string Unfinished = ".unfinished";

    /// <summary>Every copy, the newest first.</summary>
    public static IReadOnlyList<Backup> All(GardenFolder folder) =>
        !Directory.Exists(folder.BackupFolder)
            ? []
            :
            [
                .. new DirectoryInfo(folder.BackupFolder)
                    .GetFiles("*.db")
                    .Select(f => new Backup(f.Name, new DateTimeOffset(f.LastWriteTimeUtc, TimeSpan.Zero), f.Length))
                    .OrderByDescending(b => b.MadeAt)
                    .ThenByDescending(b => b.Name, StringComparer.Ordinal),
            ];

    /// <summary>The path of a copy; null where there is none of that name.</summary>
    public static string? PathOf(GardenFolder folder, string name) =>
        All(folder).Any(b => b.Name == name) ? Path.Combine(folder.BackupFolder, name) : null;

    /// <summary>The newest copy that is sound; null where there is none.</summary>
    public static Backup? NewestSound(GardenFolder folder, IReadOnlyCollection<string> known) =>
        All(folder)
            .FirstOrDefault(b =>
                GardenInspection.Look(Path.Combine(folder.BackupFolder, b.Name), known).State == FileState.Sound
            );

    /// <summary>
    /// Copies the garden as it stands at this moment. The copy gets its name only when it is whole; an older one of
    /// that
    /// name is replaced.
    /// </summary>
    /// <param name="why">What the name begins with.</param>
    /// <param name="now">The moment the name ends with; null for a name that is used again.</param>
    public static Backup Make(GardenFolder folder, string why, DateTimeOffset? now)
    {
        GardenFolder.MakeOwn(folder.BackupFolder);
        foreach (var left in Directory.GetFiles(folder.BackupFolder, "*" + Unfinished + "*"))
        {
            File.Delete(left);
        }

        var name = now is { } at
            ? Free(folder, $"{why}-{at.UtcDateTime.ToString("yyyyMMdd-HHmmss", CultureInfo.InvariantCulture)}")
            : $"{why}.db";
        var target = Path.Combine(folder.BackupFolder, name);
        Copy(folder.File, target + Unfinished);
        File.Move(target + Unfinished, target, overwrite: true);
        Prune(folder);
        return All(folder).First(b => b.Name == name);
    }

    /// <summary>A name no copy has yet: two made within a second are two.</summary>
    private static string Free(GardenFolder folder, string name)
    {
        for (var n = 1; ; n++)
        {
            var free = n == 1 ? $"{name}.db" : string.Create(CultureInfo.InvariantCulture, $"{name}-{n}.db");
            if (!File.Exists(Path.Combine(folder.BackupFolder, free)))
            {
                return free;
            }
        }
    }

    /// <summary>
    /// Puts a copy in the place of the garden's file, which is put aside; for a garden that is not open.
    /// </summary>
    /// <returns>Where the file was put; null where there was none.</returns>
    public static string? PutBack(GardenFolder folder, string name, DateTimeOffset now)
    {
        var fresh = folder.File + Unfinished;
        File.Copy(Path.Combine(folder.BackupFolder, name), fresh, overwrite: true);
        GardenFolder.ForOwner(fresh);
        string? aside = null;
        if (File.Exists(folder.File))
        {
            aside = Path.Combine(
                folder.FullName,
                $"damaged-{now.UtcDateTime.ToString("yyyyMMdd-HHmmss", CultureInfo.InvariantCulture)}.db"
            );
            File.Move(folder.File, aside);
        }

        foreach (var tail in (string[])["-wal", "-shm", "-journal"])
        {
            if (File.Exists(folder.File + tail))
            {
                File.Move(folder.File + tail, (aside ?? folder.File + ".damaged") + tail, overwrite: true);
            }
        }

        File.Move(fresh, folder.File);
        return aside;
    }

    /// <summary>Puts a copy in the place of the garden's file before it is opened.</summary>
    /// <param name="wanted">Name of the copy; "newest" for the newest sound one.</param>
    /// <returns>What was done, in a sentence.</returns>
    /// <exception cref="GardenUnusable">There is no such copy, or it is not sound; nothing was changed.</exception>
    public static string GoOnFrom(GardenFolder folder, string wanted, DateTimeOffset now)
    {
        var known = GardenStore.Known;
        var name =
            wanted == "newest"
                ? NewestSound(folder, known)?.Name
                : All(folder).FirstOrDefault(b => b.Name == wanted)?.Name;
        if (name is null)
        {
            var have = All(folder) is { Count: > 0 } all ? string.Join(", ", all.Select(b => b.Name)) : "none";
            throw new GardenUnusable($"There is no copy {wanted} in {folder.BackupFolder}; there is {have}.");
        }

        if (GardenInspection.Look(Path.Combine(folder.BackupFolder, name), known).State != FileState.Sound)
        {
            throw new GardenUnusable($"The copy {name} is not sound itself. Name another with --restore.");
        }

        try
        {
            return PutBack(folder, name, now) is { } aside
                ? $"The garden goes on from {name}; what was there is kept in {aside}."
                : $"The garden goes on from {name}.";
        }
        catch (IOException e)
        {
            throw new GardenUnusable(
                $"{name} cannot be put back ({e.Message.TrimEnd('.')}); the garden is as it was.",
                e
            );
        }
    }

    /// <summary>Replaces what is in an open garden with a copy, all or nothing, and brings that up to date.</summary>
    public static async Task ReadBackAsync(GardenFolder folder, string name, CancellationToken cancel)
    {
        var own = new SqliteConnectionStringBuilder(GardenStore.ConnectionString(folder.FullName)) { Pooling = false };
        using (var from = GardenInspection.Open(Path.Combine(folder.BackupFolder, name)))
        using (var to = new SqliteConnection(own.ToString()))
        {
            to.Open();
            Patient(to);
            from.BackupDatabase(to);
        }

        await GardenStore.CatchUpAsync(folder, cancel);
    }

    /// <summary>When the garden's file was last written.</summary>
    public static DateTimeOffset ChangedAt(GardenFolder folder) =>
        ((string[])[folder.File, folder.File + "-wal"])
            .Where(File.Exists)
            .Max(f => new DateTimeOffset(File.GetLastWriteTimeUtc(f), TimeSpan.Zero));

    /// <summary>Which copies are taken away: all but the newest, and the newest of each month.</summary>
    public static IEnumerable<Backup> Surplus(IEnumerable<Backup> backups)
    {
        var older = backups.OrderByDescending(b => b.MadeAt).Skip(Newest);
        return older.GroupBy(b => (b.MadeAt.Year, b.MadeAt.Month)).SelectMany(month => month.Skip(1));
    }

    private static void Prune(GardenFolder folder)
    {
        foreach (var backup in Surplus(All(folder)).ToArray())
        {
            File.Delete(Path.Combine(folder.BackupFolder, backup.Name));
        }
    }

    /// <summary>Waits for another's lock: the library waits when it runs a command, not when it copies.</summary>
    private static void Patient(SqliteConnection connection)
    {
        using var command = connection.CreateCommand();
        command.CommandText = "PRAGMA busy_timeout=30000;";
        command.ExecuteNonQuery();
    }

    internal static void Copy(string file, string target)
    {
        try
        {
            using var from = GardenInspection.Open(file);
            Patient(from);
            File.Create(target).Dispose();
            GardenFolder.ForOwner(target);
            using var to = new SqliteConnection(
                new SqliteConnectionStringBuilder { DataSource = target, Pooling = false }.ToString()
            );
            to.Open();
            from.BackupDatabase(to);

            // A copy is one file, and looking at it leaves none beside it.
            using var command = to.CreateCommand();
            command.CommandText = GardenStore.OneFile;
            command.ExecuteNonQuery();
        }
        catch
        {
            File.Delete(target);
            throw;
        }
    }
}
