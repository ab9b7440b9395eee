namespace Gemmifer.Data.Entities;

/// <summary>The gardener's own settings; one row.</summary>
public sealed class SettingsRecord
{
    public int Id { get; set; }

    /// <summary>Settings as JSON.</summary>
    public required string Document { get; set; }

    public int Revision { get; set; }
}
