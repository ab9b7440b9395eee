namespace Gemmifer.Data.Entities;

/// <summary>An address under which the garden's calendar is read without signing in.</summary>
public sealed class FeedRecord
{
    public int Id { get; set; }

    /// <summary>SHA-256 of the secret in the address, hexadecimal; the secret itself is not kept.</summary>
    public required string Hash { get; set; }

    public DateTimeOffset CreatedAt { get; set; }
}
