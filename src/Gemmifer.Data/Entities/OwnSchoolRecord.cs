namespace Gemmifer.Data.Entities;

/// <summary>A school of the gardener's own: a copy of one that ships, with values changed.</summary>
public sealed class OwnSchoolRecord : IRemovable
{
    public required string Id { get; set; }

    public required string Name { get; set; }

    /// <summary>The school it was copied from.</summary>
    public required string Base { get; set; }

    /// <summary>Changed values as in the exchange format, JSON.</summary>
    public required string Set { get; set; }

    /// <summary>Taken out of the list; surveys made with it still mean it. Null while it is in use.</summary>
    public DateTimeOffset? RemovedAt { get; set; }

    public int Revision { get; set; }

    public DateTimeOffset CreatedAt { get; set; }
}
