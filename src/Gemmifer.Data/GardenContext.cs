using Gemmifer.Core;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Surveys;
using Gemmifer.Core.Work;
using Gemmifer.Core.Year;
using Gemmifer.Data.Entities;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Storage.ValueConversion;

namespace Gemmifer.Data;

/// <summary>Who writes into the garden.</summary>
/// <param name="Person">Id; null for whoever sits at the garden's own machine.</param>
/// <param name="Owner">Whether it is the owner, who may delete what others wrote.</param>
public sealed record Author(string? Person, bool Owner)
{
    /// <summary>Whoever sits at the garden's own machine.</summary>
    public static Author OfThisMachine { get; } = new(null, true);

    /// <summary>Whether they may delete for good what somebody wrote.</summary>
    /// <param name="by">Who wrote it.</param>
    public bool MayErase(string? by) => Owner || (Person is not null && by == Person);
}

/// <summary>The garden in one SQLite file.</summary>
public class GardenContext(DbContextOptions<GardenContext> options) : DbContext(options)
{
    /// <summary>The filter that leaves out what was struck out of the log.</summary>
    public const string Standing = "standing";

    /// <summary>The filter that leaves out the photographs that lie in the bin.</summary>
    public const string Kept = "kept";

    /// <summary>Who is writing; their lines and photographs are kept as theirs.</summary>
    public Author Author { get; init; } = Author.OfThisMachine;

    public DbSet<PlantRecord> Plants => Set<PlantRecord>();

    public DbSet<SurveyRecord> Surveys => Set<SurveyRecord>();

    public DbSet<LogRecord> Log => Set<LogRecord>();

    public DbSet<VisitRecord> Visits => Set<VisitRecord>();

    public DbSet<OwnSchoolRecord> Schools => Set<OwnSchoolRecord>();

    public DbSet<AnswerRecord> Answers => Set<AnswerRecord>();

    public DbSet<WeatherDayRecord> Weather => Set<WeatherDayRecord>();

    public DbSet<PlaceRecord> Places => Set<PlaceRecord>();

    public DbSet<FeedRecord> Feeds => Set<FeedRecord>();

    public DbSet<RoundRecord> Rounds => Set<RoundRecord>();

    public DbSet<PhotoRecord> Photos => Set<PhotoRecord>();

    public DbSet<SettingsRecord> Settings => Set<SettingsRecord>();

    public DbSet<GardenRecord> Garden => Set<GardenRecord>();

    /// <inheritdoc/>
    public override int SaveChanges(bool acceptAllChangesOnSuccess)
    {
        Sign();
        KeepOrder();
        Look();
        return base.SaveChanges(acceptAllChangesOnSuccess);
    }

    /// <inheritdoc/>
    public override Task<int> SaveChangesAsync(
        bool acceptAllChangesOnSuccess,
        CancellationToken cancellationToken = default
    )
    {
        Sign();
        KeepOrder();
        Look();
        return base.SaveChangesAsync(acceptAllChangesOnSuccess, cancellationToken);
    }

    /// <summary>Whether a survey shows anything is kept beside it, so that lists need not read it.</summary>
    private void Look()
    {
        foreach (
            var entry in ChangeTracker
                .Entries<SurveyRecord>()
                .Where(e => e.State is EntityState.Added or EntityState.Modified)
        )
        {
            var survey = entry.Entity;
            survey.Looked =
                survey.Stems != "[]"
                || PlantFamilies.All.Any(f => f.PartInsteadOfStems && survey.Parted()?[f.Part!] is not null);
        }
    }

    private void Sign()
    {
        foreach (var line in ChangeTracker.Entries<LogRecord>().Where(e => e.State == EntityState.Added))
        {
            line.Entity.By ??= Author.Person;
        }

        foreach (var photo in ChangeTracker.Entries<PhotoRecord>().Where(e => e.State == EntityState.Added))
        {
            photo.Entity.By ??= Author.Person;
        }
    }

    private void KeepOrder()
    {
        PlantRecord[] plants =
        [
            .. ChangeTracker
                .Entries<PlantRecord>()
                .Where(e => e.State is EntityState.Added or EntityState.Modified)
                .Select(e => e.Entity),
        ];
        if (plants.Length == 0)
        {
            return;
        }

        var walks = Places.AsNoTracking().Where(p => p.Walk != null).ToDictionary(p => p.Name, p => p.Walk);
        foreach (var place in ChangeTracker.Entries<PlaceRecord>().Where(e => e.State != EntityState.Deleted))
        {
            walks[place.Entity.Name] = place.Entity.Walk;
        }

        foreach (var plant in plants)
        {
            PlantOrder.Keep(plant, walks);
        }
    }

    /// <inheritdoc/>
    protected override void ConfigureConventions(ModelConfigurationBuilder configurationBuilder)
    {
        // SQLite orders text; ticks keep moments sortable.
        configurationBuilder.Properties<DateTimeOffset>().HaveConversion<DateTimeOffsetToBinaryConverter>();

        // Closed choices are stored by their names in the exchange format.
        configurationBuilder.Properties<LogKind>().HaveConversion<WireNameConverter<LogKind>>();
        configurationBuilder.Properties<StepAction>().HaveConversion<WireNameConverter<StepAction>>();
        configurationBuilder.Properties<StepOutcome>().HaveConversion<WireNameConverter<StepOutcome>>();
        configurationBuilder.Properties<Instead>().HaveConversion<WireNameConverter<Instead>>();
        configurationBuilder.Properties<YearEvent>().HaveConversion<WireNameConverter<YearEvent>>();
        configurationBuilder.Properties<SurveyTask>().HaveConversion<WireNameConverter<SurveyTask>>();
        configurationBuilder.Properties<VisitKind>().HaveConversion<WireNameConverter<VisitKind>>();
    }

    /// <inheritdoc/>
    protected override void OnModelCreating(ModelBuilder modelBuilder)
    {
        MapPlants(modelBuilder);
        MapWork(modelBuilder);
        MapGarden(modelBuilder);
    }

    private static void MapPlants(ModelBuilder modelBuilder)
    {
        modelBuilder.Entity<PlantRecord>(plant =>
        {
            plant.ToTable("Plants");
            plant.HasKey(p => p.Id);
            plant.Property(p => p.Revision).IsConcurrencyToken();
            plant.Property(p => p.WorkRevision).IsConcurrencyToken();
            plant.Property(p => p.SortKey).HasDefaultValue("");
            plant.Property(p => p.SearchText).HasDefaultValue("");
            plant.HasIndex(p => new { p.SortKey, p.Id }).HasFilter("RemovedAt IS NULL");
            plant.HasMany(p => p.Surveys).WithOne().HasForeignKey(s => s.PlantId).OnDelete(DeleteBehavior.Cascade);
            plant.HasMany(p => p.Visits).WithOne().HasForeignKey(v => v.PlantId).OnDelete(DeleteBehavior.Cascade);
            plant.HasMany(p => p.Rounds).WithOne().HasForeignKey(r => r.PlantId).OnDelete(DeleteBehavior.Cascade);
            plant.HasMany(p => p.Photos).WithOne().HasForeignKey(p => p.PlantId).OnDelete(DeleteBehavior.Cascade);
            plant.HasMany(p => p.Log).WithOne().HasForeignKey(l => l.PlantId).OnDelete(DeleteBehavior.Cascade);
        });
        modelBuilder.Entity<SurveyRecord>(survey =>
        {
            survey.ToTable("Surveys");
            survey.Property(s => s.Revision).IsConcurrencyToken();
            survey.Property(s => s.Visit).HasDefaultValue(1);
            survey.HasIndex(s => new { s.PlantId, s.Season }).IsUnique();

            // What the lists ask of a survey, without reading its stems.
            survey.HasIndex(s => new
            {
                s.Season,
                s.PlantId,
                s.Visit,
                s.Looked,
            });
        });
    }

    private static void MapWork(ModelBuilder modelBuilder)
    {
        modelBuilder.Entity<LogRecord>(log =>
        {
            log.ToTable("Log");
            log.Property(l => l.Visit).HasDefaultValue(1);
            log.Property(l => l.History).IsConcurrencyToken();

            // What was struck out counts for nothing; only the log itself shows it.
            log.HasQueryFilter(Standing, l => l.StruckAt == null);

            // What the lists ask of a log, without reading its lines.
            log.HasIndex(l => new
            {
                l.Season,
                l.PlantId,
                l.Visit,
                l.Kind,
                l.StruckAt,
            });
            log.HasIndex(l => new { l.PlantId, l.Key }).IsUnique();
        });
        modelBuilder.Entity<RoundRecord>(round =>
        {
            round.ToTable("Rounds");
            round.Property(r => r.Revision).IsConcurrencyToken();
            round.HasIndex(r => new { r.PlantId, r.Key }).IsUnique();
            round
                .HasIndex(r => new
                {
                    r.PlantId,
                    r.Season,
                    r.Visit,
                })
                .IsUnique();
        });
        modelBuilder.Entity<PhotoRecord>(photo =>
        {
            photo.ToTable("Photos");
            photo.Property(p => p.Revision).IsConcurrencyToken();
            photo.HasIndex(p => new { p.PlantId, p.Key }).IsUnique();
            photo.HasIndex(p => new { p.PlantId, p.Date });
            photo.HasQueryFilter(Kept, p => p.RemovedAt == null);
        });
        modelBuilder.Entity<VisitRecord>(visit =>
        {
            visit.ToTable("Visits");
            visit
                .HasIndex(v => new
                {
                    v.PlantId,
                    v.Season,
                    v.Key,
                })
                .IsUnique();
            visit.Property(v => v.Due).IsConcurrencyToken();
            visit.Property(v => v.DoneAt).IsConcurrencyToken();
            visit.HasIndex(v => v.Due);
        });
    }

    private static void MapGarden(ModelBuilder modelBuilder)
    {
        modelBuilder.Entity<OwnSchoolRecord>(school =>
        {
            school.ToTable("Schools");
            school.Property(s => s.Revision).IsConcurrencyToken();
        });
        modelBuilder.Entity<WeatherDayRecord>(day =>
        {
            day.ToTable("Weather");
            day.HasKey(d => d.Day);
        });
        modelBuilder.Entity<PlaceRecord>(place =>
        {
            place.ToTable("Places");
            place.HasKey(p => p.Name);
        });
        modelBuilder.Entity<FeedRecord>(feed =>
        {
            feed.ToTable("Feeds");
            feed.HasIndex(f => f.Hash).IsUnique();
        });
        modelBuilder.Entity<AnswerRecord>(answer =>
        {
            answer.ToTable("Answers");
            answer.HasIndex(a => new { a.Address, a.Key }).IsUnique();
            answer.HasIndex(a => a.At);
            answer.HasIndex(a => a.Id).HasFilter("Body IS NOT NULL");
        });
        modelBuilder.Entity<GardenRecord>(garden => garden.ToTable("Garden"));
        modelBuilder.Entity<SettingsRecord>(settings =>
        {
            settings.ToTable("Settings");
            settings.Property(s => s.Revision).IsConcurrencyToken();
        });
    }
}

/// <summary>Stores a closed choice by its name in the exchange format.</summary>
public sealed class WireNameConverter<T>()
    : ValueConverter<T, string>(value => WireNames.Of(value), name => WireNames.Read<T>(name))
    where T : struct, Enum;
