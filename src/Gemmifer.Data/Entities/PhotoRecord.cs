namespace Gemmifer.Data.Entities;

/// <summary>
/// A photograph of a plant. The picture itself lies in the garden's folder under the hash of its content.
/// </summary>
public sealed class PhotoRecord
{
    public int Id { get; set; }

    public required string PlantId { get; set; }

    /// <summary>Its name, made by the page that took it.</summary>
    public required string Key { get; set; }

    public int Season { get; set; }

    /// <summary>Day on which it was taken.</summary>
    public DateOnly Date { get; set; }

    /// <summary>The clock bearing at which the camera stood.</summary>
    public double From { get; set; }

    /// <summary>
    /// Focal length on 36 mm film, which belongs to the longer side, mm; null where the picture did not say.
    /// </summary>
    public double? Focal35 { get; set; }

    /// <summary>Pixels.</summary>
    public int Width { get; set; }

    /// <summary>Pixels.</summary>
    public int Height { get; set; }

    /// <summary>SHA-256 of the picture, 64 digits.</summary>
    public required string Hash { get; set; }

    /// <summary>What was tapped on it, JSON; null where nothing was.</summary>
    public string? Taps { get; set; }

    public int Revision { get; set; }

    public DateTimeOffset TakenAt { get; set; }

    /// <summary>Who took it: a person's id; null for whoever sits at the garden's own machine.</summary>
    public string? By { get; set; }

    /// <summary>When it was put into the bin; null while it is kept with its plant.</summary>
    public DateTimeOffset? RemovedAt { get; set; }
}
