namespace Gemmifer.Data.Entities;

/// <summary>A plant in the garden.</summary>
public sealed class PlantRecord : IRemovable
{
    public required string Id { get; set; }

    public required string Name { get; set; }

    /// <summary>Kind of the exchange format.</summary>
    public required string Kind { get; set; }

    /// <summary>Bed, wall or row, in the gardener's words.</summary>
    public required string Place { get; set; }

    public int? PlantedYear { get; set; }

    /// <summary>weak, normal, strong; null where not judged.</summary>
    public string? Vigour { get; set; }

    public bool Neglected { get; set; }

    /// <summary>Height of the union above the soil, mm; null where not looked at.</summary>
    public double? UnionHeight { get; set; }

    public bool? Rootstock { get; set; }

    /// <summary>open or full; null for the usual look.</summary>
    public string? Look { get; set; }

    /// <summary>full, half, shade; null where not said.</summary>
    public string? Sun { get; set; }

    /// <summary>Whether it is covered in winter.</summary>
    public bool Cover { get; set; }

    /// <summary>Whether its hips are wanted.</summary>
    public bool Hips { get; set; }

    /// <summary>The day it is wanted in flower; null where none is.</summary>
    public DateOnly? FlowerOn { get; set; }

    /// <summary>Taken out of the garden, kept with its log; null while it grows.</summary>
    public DateTimeOffset? RemovedAt { get; set; }

    /// <summary>Counts changes; a save that was made from an older one is refused.</summary>
    public int Revision { get; set; }

    /// <summary>Counts changes of its work and its survey; two of them at once are not both stored.</summary>
    public int WorkRevision { get; set; }

    public DateTimeOffset CreatedAt { get; set; }

    /// <summary>Where it stands in the lists; see <see cref="PlantOrder"/>. Follows from place and name.</summary>
    public string SortKey { get; internal set; } = "";

    /// <summary>What it is found by; see <see cref="PlantOrder"/>. Follows from place and name.</summary>
    public string SearchText { get; internal set; } = "";

    public List<SurveyRecord> Surveys { get; } = [];

    public List<LogRecord> Log { get; } = [];

    public List<VisitRecord> Visits { get; } = [];

    public List<RoundRecord> Rounds { get; } = [];

    public List<PhotoRecord> Photos { get; } = [];
}
