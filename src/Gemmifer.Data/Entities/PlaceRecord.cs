namespace Gemmifer.Data.Entities;

/// <summary>A place of the garden: when one comes to it, and how its year differs.</summary>
public sealed class PlaceRecord
{
    /// <summary>Bed, wall or row, as its plants name it.</summary>
    public required string Name { get; set; }

    /// <summary>Days its year is later than the garden's; negative where it is earlier.</summary>
    public int Later { get; set; }

    /// <summary>Counted from 1 in the order one walks; null where nobody put it in order.</summary>
    public int? Walk { get; set; }
}
