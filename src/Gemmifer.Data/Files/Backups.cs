using System.Globalization;
using System.Security.Cryptography;
using Microsoft.Data.Sqlite;

namespace Gemmifer.Data.Files;

/// <summary>What a copy was made for.</summary>
public enum CopyReason
{
    /// <summary>The day's own.</summary>
    Day,

    /// <summary>Somebody asked for it.</summary>
    Asked,

    /// <summary>Before an upgrade.</summary>
    Upgrade,

    /// <summary>Before an earlier state was put back.</summary>
    Restore,

    /// <summary>Before an archive was read in.</summary>
    Import,
}

/// <summary>A copy of the garden.</summary>
/// <param name="Name">Name of its file.</param>
/// <param name="Number">Its place in the order they were made in; 0 for those from before they were numbered.</param>
/// <param name="MadeAt">By the clock of the machine that made it.</param>
/// <param name="Bytes">Size.</param>
public sealed record Backup(string Name, long Number, DateTimeOffset MadeAt, long Bytes)
{
    /// <summary>What it was made for, by its name.</summary>
    public CopyReason Why => Backups.ReasonOf(Name);
}

/// <summary>
/// Copies of the garden: complete or absent, made one at a time, kept as <see cref="Retention"/> says.
/// </summary>
public static class Backups
{
    private const string Unfinished = ".unfinished";

    private static readonly (CopyReason Why, string Begins)[] Names =
    [
        (CopyReason.Asked, "garden-"),
        (CopyReason.Day, "day-"),
        (CopyReason.Restore, "before-restore-"),
        (CopyReason.Import, "before-archive-"),
        (CopyReason.Upgrade, "before-"),
    ];

    internal static CopyReason ReasonOf(string name) =>
        Names.FirstOrDefault(n => name.StartsWith(n.Begins, StringComparison.Ordinal), Names[0]).Why;

    /// <summary>Every copy, the newest first, in the order that stands inside them.</summary>
    public static IReadOnlyList<Backup> All(GardenFolder folder) => AllIn(folder.BackupFolder);

    /// <summary>The same of a folder of copies that nobody holds.</summary>
    public static IReadOnlyList<Backup> AllIn(string folder) =>
        !Directory.Exists(folder)
            ? []
            :
            [
                .. new DirectoryInfo(folder)
                    .GetFiles("*.db")
                    .Select(f =>
                    {
                        var label = CopyLabel.Of(f.FullName);
                        return new Backup(f.Name, label.Number, label.MadeAt, f.Length);
                    })
                    .OrderByDescending(b => b.Number)
                    .ThenByDescending(b => b.MadeAt)
                    .ThenByDescending(b => b.Name, StringComparer.Ordinal),
            ];

    /// <summary>The path of a copy; null where there is none of that name.</summary>
    public static string? PathOf(GardenFolder folder, string name) =>
        Path.GetFileName(name) == name
        && name.EndsWith(".db", StringComparison.Ordinal)
        && Path.Combine(folder.BackupFolder, name) is var path
        && File.Exists(path)
            ? path
            : null;

    /// <summary>The newest copy that is sound; null where there is none.</summary>
    public static Backup? NewestSound(GardenFolder folder, IReadOnlyCollection<string> known) =>
        All(folder)
            .FirstOrDefault(b =>
                GardenInspection.Look(Path.Combine(folder.BackupFolder, b.Name), known).State == FileState.Sound
            );

    /// <summary>
    /// Copies the garden as it stands at this moment, and takes away what is surplus then. Of several that are asked
    /// for at once each is made, one after the other; one that was begun is made to its end.
    /// </summary>
    /// <param name="now">Moment by the clock of this machine.</param>
    /// <param name="held">A copy that is not taken away, however many there are.</param>
    /// <param name="cancel">Ends the wait for others that are making one.</param>
    public static Task<Backup> MakeAsync(
        GardenFolder folder,
        CopyReason why,
        DateTimeOffset now,
        string? held = null,
        CancellationToken cancel = default
    ) => InLineAsync(folder, cancel, () => Make(folder, why, null, now, held is null ? [] : [held])!);

    /// <summary>The day's own copy; none where the newest of its kind holds the same.</summary>
    public static Task<Backup?> MakeOfDayAsync(
        GardenFolder folder,
        DateTimeOffset now,
        CancellationToken cancel = default
    ) => InLineAsync(folder, cancel, () => Make(folder, CopyReason.Day, null, now, [], unlessSame: true));

    /// <summary>A copy whose name is used again: an older one of that name is replaced.</summary>
    internal static Task<Backup> MakeNamedAsync(GardenFolder folder, string name, DateTimeOffset now) =>
        InLineAsync(folder, default, () => Make(folder, CopyReason.Upgrade, name, now, [])!);

    /// <summary>Takes away what is surplus.</summary>
    private static void Prune(GardenFolder folder, IReadOnlyCollection<string> held)
    {
        foreach (var backup in Retention.Surplus(All(folder), held))
        {
            File.Delete(Path.Combine(folder.BackupFolder, backup.Name));
        }
    }

    /// <summary>One at a time: two at once would take each other's unfinished files and names.</summary>
    private static async Task<T> InLineAsync<T>(GardenFolder folder, CancellationToken cancel, Func<T> make)
    {
        await folder.Copying.WaitAsync(cancel);
        try
        {
            return await Task.Run(make, CancellationToken.None);
        }
        finally
        {
            folder.Copying.Release();
        }
    }

    /// <param name="named">Its name; null for one no copy has had.</param>
    /// <param name="unlessSame">Whether none is made where the newest of its kind holds the same.</param>
    private static Backup? Make(
        GardenFolder folder,
        CopyReason why,
        string? named,
        DateTimeOffset now,
        IReadOnlyCollection<string> held,
        bool unlessSame = false
    )
    {
        GardenFolder.MakeOwn(folder.BackupFolder);
        foreach (var left in Directory.GetFiles(folder.BackupFolder, "*" + Unfinished + "*"))
        {
            File.Delete(left);
        }

        var had = All(folder);

        // The newest is never taken away, so that no number is given twice.
        var number = had.Select(b => b.Number).DefaultIfEmpty(0).Max() + 1;
        var name = named
            ?? string.Create(
                CultureInfo.InvariantCulture,
                $"{Names.First(n => n.Why == why).Begins}{now.UtcDateTime:yyyyMMdd-HHmmss}-{number}.db"
            );
        var target = Path.Combine(folder.BackupFolder, name);
        var unfinished = target + Unfinished;
        Copy(folder.File, unfinished);
        var print = PrintOf(unfinished);
        if (
            unlessSame
            && had.FirstOrDefault(b => b.Why == why) is { } newest
            && CopyLabel.Of(Path.Combine(folder.BackupFolder, newest.Name)).Print == print
        )
        {
            File.Delete(unfinished);
            return null;
        }

        var label = new CopyLabel(number, now, print);
        try
        {
            using var copy = new SqliteConnection(GardenStore.ConnectionTo(unfinished, pooling: false));
            copy.Open();
            label.PutOn(copy);
        }
        catch
        {
            File.Delete(unfinished);
            throw;
        }

        File.Move(unfinished, target, overwrite: true);
        Prune(folder, [name, .. held]);
        return new Backup(name, label.Number, label.MadeAt, new FileInfo(target).Length);
    }

    private static string PrintOf(string file)
    {
        using var stream = File.OpenRead(file);
        return Convert.ToHexStringLower(SHA256.HashData(stream));
    }

    /// <summary>Waits for another's lock: the library waits when it runs a command, not when it copies.</summary>
    internal static void Patient(SqliteConnection connection)
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
            using var to = new SqliteConnection(GardenStore.ConnectionTo(target, pooling: false));
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
