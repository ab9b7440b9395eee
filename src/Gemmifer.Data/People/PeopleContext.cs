using Gemmifer.Data.Files;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Identity.EntityFrameworkCore;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;
using Microsoft.EntityFrameworkCore.Storage.ValueConversion;

namespace Gemmifer.Data.People;

/// <summary>
/// Who was let in, in a file of its own: a copy of the garden holds none of it, and going back to one signs nobody in
/// or out.
/// </summary>
public sealed class PeopleContext(DbContextOptions<PeopleContext> options) : IdentityDbContext<Person>(options)
{
    /// <summary>Name of the file beside the garden's.</summary>
    public const string FileName = "people.db";

    public DbSet<LinkRecord> Links => Set<LinkRecord>();

    public DbSet<DeviceRecord> Devices => Set<DeviceRecord>();

    /// <summary>Connection string for a data folder.</summary>
    public static string ConnectionString(string folder) => GardenStore.ConnectionTo(Path.Combine(folder, FileName));

    /// <summary>Makes the file where it is missing, and brings it up to date.</summary>
    /// <exception cref="GardenUnusable">It is no such file, or one of a newer version; it was not
    /// touched.</exception>
    public static async Task ReadyAsync(string folder)
    {
        var file = Path.Combine(folder, FileName);
        try
        {
            await ReadyAsync(folder, file);
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException or SqliteException)
        {
            throw new GardenUnusable(
                $"{file}, which holds who was let in, cannot be used: {GardenStore.Because(e)}. Move it away to let "
                    + "everybody in anew; the garden itself is not touched by that.",
                e
            );
        }
    }

    private static async Task ReadyAsync(string folder, string file)
    {
        if (!File.Exists(file))
        {
            await File.Create(file).DisposeAsync();
        }

        GardenFolder.ForOwner(file);
        await using var people = new PeopleContext(
            new DbContextOptionsBuilder<PeopleContext>().UseSqlite(ConnectionString(folder)).Options
        );

        if ((await people.Database.GetAppliedMigrationsAsync()).Except(people.Database.GetMigrations()).Any())
        {
            throw new GardenUnusable(
                $"{file} was used with a newer version of Gemmifer. Start that one; nothing was changed."
            );
        }

        // Whoever left this lock is dead: the folder is held by this process alone.
        await people.Database.ExecuteSqlRawAsync("DROP TABLE IF EXISTS __EFMigrationsLock");
        await people.Database.MigrateAsync();
        foreach (var role in (string[])["owner", "helper"])
        {
            if (!await people.Roles.AnyAsync(r => r.Name == role))
            {
                people.Add(new IdentityRole(role) { NormalizedName = role.ToUpperInvariant() });
            }
        }

        await people.SaveChangesAsync();
    }

    /// <inheritdoc/>
    protected override void ConfigureConventions(ModelConfigurationBuilder configurationBuilder)
    {
        configurationBuilder.Properties<DateTimeOffset>().HaveConversion<DateTimeOffsetToBinaryConverter>();
        configurationBuilder.Properties<LinkKind>().HaveConversion<WireNameConverter<LinkKind>>();
    }

    /// <inheritdoc/>
    protected override void OnModelCreating(ModelBuilder builder)
    {
        base.OnModelCreating(builder);
        builder.Entity<LinkRecord>(link =>
        {
            link.ToTable("Links");
            link.HasIndex(l => l.CodeHash).IsUnique();
            link.HasOne(l => l.Person).WithMany().HasForeignKey(l => l.PersonId).OnDelete(DeleteBehavior.Cascade);
        });
        builder.Entity<DeviceRecord>(device =>
        {
            device.ToTable("Devices");
            device.HasOne(d => d.Person).WithMany().HasForeignKey(d => d.PersonId).OnDelete(DeleteBehavior.Cascade);
            device.HasOne(d => d.Link).WithMany().HasForeignKey(d => d.LinkId).OnDelete(DeleteBehavior.Cascade);
        });
    }
}

/// <summary>Lets the migration tool build the context.</summary>
public sealed class PeopleContextFactory : IDesignTimeDbContextFactory<PeopleContext>
{
    /// <inheritdoc/>
    public PeopleContext CreateDbContext(string[] args) =>
        new(new DbContextOptionsBuilder<PeopleContext>().UseSqlite("Data Source=design.db").Options);
}
