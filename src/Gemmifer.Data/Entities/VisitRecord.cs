using Gemmifer.Core.Plans;

namespace Gemmifer.Data.Entities;

/// <summary>A visit that is to come: the second cut, tipping, a look.</summary>
public sealed class VisitRecord
{
    public int Id { get; set; }

    public required string PlantId { get; set; }

    public int Season { get; set; }

    /// <summary>Tells the visits of a plant and season apart.</summary>
    public required string Key { get; set; }

    public required VisitKind Kind { get; set; }

    public required string Text { get; set; }

    /// <summary>The measures in the text, JSON; null where there are none, or none were kept.</summary>
    public string? Measures { get; set; }

    public DateOnly Due { get; set; }

    /// <summary>
    /// The day the plan had for it; another than the one it is due where the gardener put it off. Null in gardens from
    /// before that was kept.
    /// </summary>
    public DateOnly? Planned { get; set; }

    /// <summary>Null while it is to come.</summary>
    public DateTimeOffset? DoneAt { get; set; }
}
