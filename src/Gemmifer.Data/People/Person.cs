using Microsoft.AspNetCore.Identity;

namespace Gemmifer.Data.People;

/// <summary>Somebody who was let into the garden. There are no passwords: devices are let in by a code, once.</summary>
public sealed class Person : IdentityUser
{
    /// <summary>What the owner calls them.</summary>
    public required string Name { get; set; }

    public DateTimeOffset CreatedAt { get; set; }
}

/// <summary>What a link that lets in is for.</summary>
public enum LinkKind
{
    /// <summary>Signs one device of a person in, once.</summary>
    SignIn,

    /// <summary>Lets whoever has it look at a part of the garden, until it ends.</summary>
    Look,
}

/// <summary>A link that lets in. Its code is kept by its hash only.</summary>
public sealed class LinkRecord
{
    public required string Id { get; set; }

    public LinkKind Kind { get; set; }

    /// <summary>SHA-256 of the code, in hexadecimal.</summary>
    public required string CodeHash { get; set; }

    /// <summary>Whom it signs in; null for a link to look.</summary>
    public string? PersonId { get; set; }

    public Person? Person { get; set; }

    /// <summary>The plant that may be looked at; null for a bed, and for signing in.</summary>
    public string? Plant { get; set; }

    /// <summary>The bed, wall or row that may be looked at; null for a plant, and for signing in.</summary>
    public string? Place { get; set; }

    public DateTimeOffset CreatedAt { get; set; }

    public DateTimeOffset EndsAt { get; set; }

    /// <summary>When somebody was signed in with it; null while nobody was.</summary>
    public DateTimeOffset? UsedAt { get; set; }
}

/// <summary>A browser that is signed in.</summary>
public sealed class DeviceRecord
{
    public required string Id { get; set; }

    /// <summary>Whose it is; null for one that came by a link to look.</summary>
    public string? PersonId { get; set; }

    public Person? Person { get; set; }

    /// <summary>The link to look it came by; null for a person's.</summary>
    public string? LinkId { get; set; }

    public LinkRecord? Link { get; set; }

    /// <summary>What kind of device it says it is.</summary>
    public required string Name { get; set; }

    public DateTimeOffset CreatedAt { get; set; }

    public DateTimeOffset SeenAt { get; set; }
}
