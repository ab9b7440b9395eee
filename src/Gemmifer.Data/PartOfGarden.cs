using Gemmifer.Data.Entities;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Data;

/// <summary>What of a garden may be looked at.</summary>
/// <param name="Plant">One plant; null for a place.</param>
/// <param name="Place">A bed, wall or row; null for one plant.</param>
public sealed record GardenPart(string? Plant, string? Place);

/// <summary>
/// The garden as somebody sees it who may look at a part of it: whatever is asked of the file, nothing else comes back.
/// </summary>
public sealed class PartOfGarden(DbContextOptions<GardenContext> options, GardenPart part) : GardenContext(options)
{
    private const string Filter = "part";

    private string? OnlyPlant => part.Plant;

    private string? OnlyPlace => part.Place;

    /// <inheritdoc/>
    protected override void OnModelCreating(ModelBuilder modelBuilder)
    {
        base.OnModelCreating(modelBuilder);

        // A plant in the bin is nobody's but the owner's.
        modelBuilder
            .Entity<PlantRecord>()
            .HasQueryFilter(Filter, p =>
                p.RemovedAt == null && (p.Id == OnlyPlant || (OnlyPlant == null && p.Place == OnlyPlace))
            );
        modelBuilder.Entity<SurveyRecord>().HasQueryFilter(Filter, s => Plants.Any(p => p.Id == s.PlantId));
        modelBuilder.Entity<LogRecord>().HasQueryFilter(Filter, l => Plants.Any(p => p.Id == l.PlantId));
        modelBuilder.Entity<VisitRecord>().HasQueryFilter(Filter, v => Plants.Any(p => p.Id == v.PlantId));
        modelBuilder.Entity<RoundRecord>().HasQueryFilter(Filter, r => Plants.Any(p => p.Id == r.PlantId));
        modelBuilder.Entity<PhotoRecord>().HasQueryFilter(Filter, p => Plants.Any(q => q.Id == p.PlantId));
        modelBuilder.Entity<AnswerRecord>().HasQueryFilter(Filter, a => false);
    }
}
