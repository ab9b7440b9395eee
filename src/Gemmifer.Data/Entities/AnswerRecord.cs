namespace Gemmifer.Data.Entities;

/// <summary>The answer to something that was added under a key, so that it is added once.</summary>
public sealed class AnswerRecord
{
    public int Id { get; set; }

    /// <summary>Where it was sent.</summary>
    public required string Address { get; set; }

    /// <summary>Made by whoever sent it, 1 to 100 characters.</summary>
    public required string Key { get; set; }

    public DateTimeOffset At { get; set; }

    /// <summary>SHA-256 of what was sent, hexadecimal; null where it was not kept.</summary>
    public string? Sent { get; set; }

    /// <summary>Status of the answer; null where it was stored and the answer was never given.</summary>
    public int? Status { get; set; }

    /// <summary>Media type of the answer.</summary>
    public string? Type { get; set; }

    /// <summary>Where what was added is found; null where it was not said.</summary>
    public string? Location { get; set; }

    /// <summary>The answer; null where it is no longer kept.</summary>
    public byte[]? Body { get; set; }
}
