namespace Gemmifer.Data.Entities;

/// <summary>What can be taken out of the garden and brought back.</summary>
public interface IRemovable
{
    /// <summary>When it was taken out; null while it is there.</summary>
    DateTimeOffset? RemovedAt { get; set; }

    /// <summary>Counts its changes, from 1.</summary>
    int Revision { get; set; }
}
