using Gemmifer.Data;

namespace Gemmifer.Server.Http;

/// <summary>What somebody may do in the garden.</summary>
public enum Role
{
    /// <summary>Everything.</summary>
    Owner,

    /// <summary>Look, do and note; no rules, nothing deleted, nobody let in.</summary>
    Helper,

    /// <summary>Look at one plant or bed, until the link ends.</summary>
    Looker,
}

/// <summary>Who asks.</summary>
/// <param name="Person">Id of the person; null for a link, and where the garden is not shared.</param>
/// <param name="Name">What the owner calls them; empty for a link.</param>
/// <param name="Device">Id of the browser that is signed in; null where the garden is not shared.</param>
/// <param name="Only">The part of the garden a looker may see; null for others.</param>
/// <param name="EndsAt">When a link to look ends; null for others.</param>
public sealed record Visitor(
    Role Role,
    string? Person = null,
    string Name = "",
    string? Device = null,
    GardenPart? Only = null,
    DateTimeOffset? EndsAt = null
)
{
    /// <summary>Whoever sits at this machine, where the garden is not shared.</summary>
    public static Visitor OfThisMachine { get; } = new(Role.Owner);

    /// <summary>Who asks; null before they were let in.</summary>
    public static Visitor? Of(HttpContext? context) => context?.Items[typeof(Visitor)] as Visitor;

    /// <summary>Keeps who asks with the request.</summary>
    public void Enter(HttpContext context) => context.Items[typeof(Visitor)] = this;
}
