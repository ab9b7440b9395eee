namespace Gemmifer.Data.Entities;

/// <summary>Which garden this is; one row.</summary>
public sealed class GardenRecord
{
    public int Id { get; set; }

    /// <summary>
    /// Changes whenever an earlier state is put back: what was made on another one is never applied to this one.
    /// </summary>
    public required string Incarnation { get; set; }

    /// <summary>
    /// Whether it may hold the demo's plants, as gardens did before the demo had a garden of its own; see
    /// <see cref="Demo.DemoApart"/>.
    /// </summary>
    public bool DemoInside { get; set; }
}
