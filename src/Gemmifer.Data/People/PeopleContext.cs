using Gemmifer.Data.Files;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Identity.EntityFrameworkCore;
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
    public static async Task ReadyAsync(string folder, CancellationToken cancel = default)
    {
        var file = Path.Combine(folder, FileName);
        if (!File.Exists(file))
        {
            await File.Create(file).DisposeAsync();
        }

        GardenFolder.ForOwner(file);
        await using var people = new PeopleContext(
            new DbContextOptionsBuilder<PeopleContext>().UseSqlite(ConnectionString(folder)).Options
        );

        // Whoever left this lock is dead: the folder is held by this process alone.
        await people.Database.ExecuteSqlRawAsync("DROP TABLE IF EXISTS __EFMigrationsLock", cancel);
        await people.Database.MigrateAsync(cancel);
        foreach (var role in (string[])["owner", "helper"])
        {
            if (!await people.Roles.AnyAsync(r => r.Name == role, cancel))
            {
                people.Add(new IdentityRole(role) { NormalizedName = role.ToUpperInvariant() });
            }
        }

        await people.SaveChangesAsync(cancel);
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
