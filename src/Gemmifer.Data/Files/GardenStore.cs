using System.Reflection;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;

namespace Gemmifer.Data.Files;

/// <summary>Opens the garden's file: how it is set up, and how it is brought up to date.</summary>
public static class GardenStore
{
    private const int NoRoom = 13;

    private const string AheadLog = "PRAGMA journal_mode=WAL;";

    /// <summary>Keeps a file whole by itself, without a log beside it.</summary>
    internal const string OneFile = "PRAGMA journal_mode=DELETE;";

    /// <summary>Connection string for a data folder. A second writer waits up to 30 seconds.</summary>
    public static string ConnectionString(string folder) => ConnectionTo(Path.Combine(folder, GardenFolder.FileName));

    internal static string ConnectionTo(string file, bool pooling = true) =>
        new SqliteConnectionStringBuilder
        {
            DataSource = file,
            ForeignKeys = true,
            DefaultTimeout = 30,
            Pooling = pooling,
        }.ToString();

    /// <summary>Opens a garden's file as it is.</summary>
    public static GardenContext Open(string file, bool pooling = true) =>
        new(new DbContextOptionsBuilder<GardenContext>().UseSqlite(ConnectionTo(file, pooling)).Options);

    /// <summary>Migrations this version knows, in order.</summary>
    public static IReadOnlyCollection<string> Known { get; } =
    [
        .. typeof(GardenContext)
            .Assembly.GetTypes()
            .Where(t => t.GetCustomAttribute<DbContextAttribute>()?.ContextType == typeof(GardenContext))
            .Select(t => t.GetCustomAttribute<MigrationAttribute>()?.Id)
            .OfType<string>()
            .Order(StringComparer.Ordinal),
    ];

    /// <summary>Works out, ahead of the first query, how the records lie in the file.</summary>
    public static void Prepare()
    {
        using var context = Open(":memory:");
        _ = context.Model;
        _ = context.Settings.AsNoTracking().Where(s => s.Id == 1).ToQueryString();
    }

    /// <summary>
    /// Makes the garden's file ready to work with: begins a new one, or brings an older one up to date after copying
    /// it.
    /// </summary>
    /// <returns>The copy that was made; null where none was needed.</returns>
    /// <exception cref="GardenUnusable">The file is no garden of this version that is sound; it was not
    /// touched.</exception>
    public static async Task<string?> ReadyAsync(GardenFolder folder, CancellationToken cancel = default)
    {
        try
        {
            var found = GardenInspection.Look(folder.File, Known);
            switch (found.State)
            {
                case FileState.Absent:
                    await BeginAsync(folder, cancel);
                    await BringUpToDateAsync(folder.File, AheadLog, cancel);
                    return null;
                case FileState.Sound:
                    GardenFolder.ForOwner(folder.File);
                    if (found.Current(Known))
                    {
                        return null;
                    }

                    var copy = Known.Except(found.Applied).Any() ? BeforeUpgrade(folder, found) : null;
                    await BringUpToDateAsync(folder.File, AheadLog, cancel);
                    return copy;
                default:
                    throw new GardenUnusable(Say(folder, found));
            }
        }
        catch (SqliteException e) when (e.SqliteErrorCode == NoRoom)
        {
            throw new GardenUnusable(
                $"There is no room left on the disk of {folder.FullName}; the garden is as it was. "
                    + "Make room, then start again.",
                e
            );
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException or SqliteException)
        {
            throw new GardenUnusable(
                $"{folder.File} cannot be opened ({e.Message.TrimEnd('.')}). Look whether you may read and write it.",
                e
            );
        }
    }

    /// <summary>
    /// The one copy of this upgrade. Where an earlier try was broken off half way, what it copied is the garden as the
    /// older version left it: that stays.
    /// </summary>
    private static string BeforeUpgrade(GardenFolder folder, Inspection found)
    {
        var name = $"before-{Known.Last()}";
        var earlier = GardenInspection.Look(Path.Combine(folder.BackupFolder, name + ".db"), Known);
        return earlier.State == FileState.Sound && earlier.Applied.Count < found.Applied.Count
            ? name + ".db"
            : Backups.Make(folder, name, null).Name;
    }

    /// <summary>What is said of a file that cannot be used, and what to do.</summary>
    public static string Say(GardenFolder folder, Inspection found)
    {
        var restore = Backups.NewestSound(folder, Known) is { } sound
            ? $"The newest sound copy is {sound.Name}: start with --restore {sound.Name} to put this file aside and "
                + "go on "
                + "from that."
            : "There is no sound copy of it: move the file away to begin anew.";
        return found.State switch
        {
            FileState.Newer => $"{folder.File} was used with a newer version of Gemmifer. Start that one; nothing "
                + "was changed.",
            FileState.Foreign =>
                $"{folder.File} is no garden ({found.Detail}); nothing was changed. Move it away, or name another "
                    + "folder "
                    + "with --data.",
            FileState.Empty or FileState.Damaged =>
                $"{folder.File} is damaged ({found.Detail}); nothing was changed. {restore}",
            FileState.Absent or FileState.Sound => throw new ArgumentException(
                "There is nothing wrong with it.",
                nameof(found)
            ),
            _ => throw new ArgumentOutOfRangeException(nameof(found)),
        };
    }

    /// <summary>A new file gets its name when it is whole, so that one with that name is never half made.</summary>
    private static async Task BeginAsync(GardenFolder folder, CancellationToken cancel)
    {
        var fresh = folder.File + ".new";
        foreach (var tail in (string[])["", "-wal", "-shm", "-journal"])
        {
            File.Delete(fresh + tail);
            File.Delete(folder.File + tail);
        }

        await File.Create(fresh).DisposeAsync();
        GardenFolder.ForOwner(fresh);
        await BringUpToDateAsync(fresh, OneFile, cancel);
        using (var connection = new SqliteConnection(ConnectionTo(fresh)))
        {
            SqliteConnection.ClearPool(connection);
        }

        File.Move(fresh, folder.File);
    }

    /// <summary>Brings what was read back from an older copy up to date.</summary>
    internal static Task CatchUpAsync(GardenFolder folder, CancellationToken cancel) =>
        BringUpToDateAsync(folder.File, AheadLog, cancel);

    private static async Task BringUpToDateAsync(string file, string mode, CancellationToken cancel)
    {
        await using var context = Open(file);

        // Whoever left this lock is dead: the folder is held by this process alone.
        await context.Database.ExecuteSqlRawAsync("DROP TABLE IF EXISTS __EFMigrationsLock", cancel);
        await context.Database.MigrateAsync(cancel);
        await StoredContents.BringUpToDateAsync(context, cancel);
        await context.Database.ExecuteSqlRawAsync(mode, cancel);
    }
}

/// <summary>Lets the migration tool build the context.</summary>
public sealed class GardenContextFactory : IDesignTimeDbContextFactory<GardenContext>
{
    /// <inheritdoc/>
    public GardenContext CreateDbContext(string[] args) =>
        new(new DbContextOptionsBuilder<GardenContext>().UseSqlite("Data Source=design.db").Options);
}
