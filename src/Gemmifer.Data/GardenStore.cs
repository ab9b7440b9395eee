using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;

namespace Gemmifer.Data;

/// <summary>Opens the garden's file: where it lies, how it is set up, and how it is brought up to date.</summary>
public static class GardenStore
{
    /// <summary>Name of the file in the data folder.</summary>
    public const string FileName = "gemmifer.db";

    /// <summary>Connection string for a data folder. A second writer waits up to 30 seconds.</summary>
    public static string ConnectionString(string folder) =>
        new SqliteConnectionStringBuilder
        {
            DataSource = Path.Combine(folder, FileName),
            ForeignKeys = true,
            DefaultTimeout = 30,
        }.ToString();

    /// <summary>Applies what is missing; copies the file first where it holds anything.</summary>
    /// <returns>The copy that was made, or null.</returns>
    public static async Task<string?> MigrateAsync(
        GardenContext context,
        string folder,
        TimeProvider clock,
        CancellationToken cancel = default
    )
    {
        Directory.CreateDirectory(folder);
        var file = Path.Combine(folder, FileName);
        string? copy = null;
        if (File.Exists(file) && new FileInfo(file).Length > 0)
        {
            var pending = (await context.Database.GetPendingMigrationsAsync(cancel)).ToArray();
            if (pending.Length > 0)
            {
                copy = Backup(context, folder, $"before-{pending[0]}-{clock.GetUtcNow():yyyyMMddHHmmss}.db");
            }
        }

        await context.Database.MigrateAsync(cancel);
        await OldSentences.TellAsync(context, cancel);
        await context.Database.ExecuteSqlRawAsync("PRAGMA journal_mode=WAL;", cancel);
        return copy;
    }

    private static string Backup(GardenContext context, string folder, string name)
    {
        var backups = Directory.CreateDirectory(Path.Combine(folder, "backups"));
        var target = Path.Combine(backups.FullName, name);
        using var from = new SqliteConnection(context.Database.GetConnectionString());
        using var to = new SqliteConnection(
            new SqliteConnectionStringBuilder { DataSource = target, Pooling = false }.ToString()
        );
        from.Open();
        to.Open();
        from.BackupDatabase(to);
        return target;
    }
}

/// <summary>Lets the migration tool build the context.</summary>
public sealed class GardenContextFactory : IDesignTimeDbContextFactory<GardenContext>
{
    /// <inheritdoc/>
    public GardenContext CreateDbContext(string[] args) =>
        new(new DbContextOptionsBuilder<GardenContext>().UseSqlite("Data Source=design.db").Options);
}
