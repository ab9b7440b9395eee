using System.Reflection;
using Gemmifer.Data.Entities;
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

    /// <summary>The last migration before the demo had a garden of its own.</summary>
    private const string LastWithDemoInside = "20261129090231_FirstVisitKept";

    /// <summary>
    /// Makes the garden's file ready to work with: begins a new one, or brings an older one up to date after copying
    /// it. A folder that ever held a garden begins no empty one unless it is asked to.
    /// </summary>
    /// <param name="now">Moment by the clock of this machine.</param>
    /// <param name="anew">Whether an empty garden is to begin where there was one.</param>
    /// <returns>The copy that was made; null where none was needed.</returns>
    /// <exception cref="GardenUnusable">The file is no garden of this version that is sound; it was not
    /// touched.</exception>
    public static async Task<string?> ReadyAsync(GardenFolder folder, DateTimeOffset now, bool anew = false)
    {
        try
        {
            PuttingBack.Finish(folder);
            var found = GardenInspection.Look(folder.File, Known);
            string? copy = null;
            switch (found.State)
            {
                case FileState.Absent when folder.EverHeld && !anew:
                    throw new GardenUnusable(
                        $"The garden of {folder.FullName} is gone: there is no {GardenFolder.FileName} in it. Put it "
                            + $"back there, {GoOn(folder)} start with --anew to begin an empty garden."
                    );
                case FileState.Absent:
                    await BeginAsync(folder);
                    await BringUpToDateAsync(folder.File, AheadLog);
                    break;
                case FileState.Sound:
                    GardenFolder.ForOwner(folder.File);
                    if (!found.Current(Known))
                    {
                        copy = Known.Except(found.Applied).Any() ? await BeforeUpgradeAsync(folder, found, now) : null;
                        await BringUpToDateAsync(folder.File, AheadLog);
                    }

                    break;
                default:
                    throw new GardenUnusable(Say(folder, found));
            }

            folder.Incarnation = Incarnations.Of(folder.File);
            folder.Remember();
            return copy;
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
                $"{folder.File} cannot be made ready: {Because(e)}. What is in it is kept; copies are in "
                    + $"{folder.BackupFolder}.",
                e
            );
        }
    }

    private static string GoOn(GardenFolder folder) =>
        Backups.NewestSound(folder, Known) is { } sound
            ? $"or start with --restore {sound.Name} to go on from the newest sound copy, or"
            : "or";

    /// <summary>Why a file could not be used, in our own words.</summary>
    public static string Because(Exception e) =>
        e switch
        {
            UnauthorizedAccessException => "you may not read and write it",
            SqliteException { SqliteErrorCode: 5 or 6 } => "another program is using it",
            SqliteException { SqliteErrorCode: 8 } => "it can be read only",
            SqliteException { SqliteErrorCode: NoRoom } => "there is no room left on the disk",
            SqliteException { SqliteErrorCode: 14 } => "it cannot be opened",
            SqliteException { SqliteErrorCode: 11 or 26 } => "it is damaged",
            SqliteException { SqliteErrorCode: 1 or 19 } => "it is not as an earlier version left it",
            IOException io when GardenFolder.NoRoom(io) => "there is no room left on the disk",
            _ => "the disk does not take it",
        };

    /// <summary>
    /// The one copy of this upgrade. Where an earlier try was broken off half way, what it copied is the garden as the
    /// older version left it: that stays.
    /// </summary>
    private static async Task<string> BeforeUpgradeAsync(GardenFolder folder, Inspection found, DateTimeOffset now)
    {
        var name = $"before-{Known.Last()}.db";
        var earlier = GardenInspection.Look(Path.Combine(folder.BackupFolder, name), Known);
        return earlier.State == FileState.Sound && earlier.Applied.Count < found.Applied.Count
            ? name
            : (await Backups.MakeNamedAsync(folder, name, now)).Name;
    }

    /// <summary>What is said of a file that cannot be used, and what to do.</summary>
    public static string Say(GardenFolder folder, Inspection found)
    {
        var restore = Backups.NewestSound(folder, Known) is { } sound
            ? $"The newest sound copy is {sound.Name}: start with --restore {sound.Name} to put this file aside and "
                + "go on "
                + "from that."
            : "There is no sound copy of it: move the file away and start with --anew to begin an empty garden.";
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
    private static async Task BeginAsync(GardenFolder folder)
    {
        var fresh = folder.File + ".new";
        foreach (var tail in (string[])["", "-wal", "-shm", "-journal"])
        {
            File.Delete(fresh + tail);
            File.Delete(folder.File + tail);
        }

        await File.Create(fresh).DisposeAsync();
        GardenFolder.ForOwner(fresh);
        await BringUpToDateAsync(fresh, OneFile);
        File.Move(fresh, folder.File);
    }

    /// <summary>Brings a file up to date. It is ended once it is begun.</summary>
    internal static async Task BringUpToDateAsync(string file, string mode)
    {
        await using var context = Open(file);

        // Whoever left this lock is dead: the folder is held by this process alone.
        await context.Database.ExecuteSqlRawAsync("DROP TABLE IF EXISTS __EFMigrationsLock");
        var applied = (await context.Database.GetAppliedMigrationsAsync()).LastOrDefault();
        await context.Database.MigrateAsync();
        await StoredContents.BringUpToDateAsync(context, CancellationToken.None);
        if (!await context.Garden.AnyAsync())
        {
            context.Add(
                new GardenRecord
                {
                    Id = 1,
                    Incarnation = Incarnations.New(),
                    DemoInside = applied is not null && string.CompareOrdinal(applied, LastWithDemoInside) <= 0,
                }
            );
            await context.SaveChangesAsync();
        }

        await context.Database.ExecuteSqlRawAsync(mode);
        await context.Database.CloseConnectionAsync();
        using var pooled = new SqliteConnection(ConnectionTo(file));
        SqliteConnection.ClearPool(pooled);
    }
}

/// <summary>Lets the migration tool build the context.</summary>
public sealed class GardenContextFactory : IDesignTimeDbContextFactory<GardenContext>
{
    /// <inheritdoc/>
    public GardenContext CreateDbContext(string[] args) =>
        new(new DbContextOptionsBuilder<GardenContext>().UseSqlite("Data Source=design.db").Options);
}
