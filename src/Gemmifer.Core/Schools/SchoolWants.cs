using System.Collections.Immutable;

namespace Gemmifer.Core.Schools;

/// <summary>How much each want of a school counts in the choice, points.</summary>
/// <remarks>What each is stands in <c>Schools/Data/values.json</c>.</remarks>
/// <param name="byName">By the names of the data file; every one is there.</param>
internal sealed class SchoolWants(ImmutableSortedDictionary<string, SchoolValue> byName)
{
    /// <summary>A sound cane is worth keeping.</summary>
    public double Keep { get; } = byName["keep"].Number;

    /// <summary>Points per millimetre of thickness, up to 25 mm.</summary>
    public double Thickness { get; } = byName["thickness"].Number;

    /// <summary>A cane below the thin limit.</summary>
    public double Thin { get; } = byName["thin"].Number;

    /// <summary>Each season of age, up to 20.</summary>
    public double Year { get; } = byName["year"].Number;

    /// <summary>Wood that counts as old.</summary>
    public double Old { get; } = byName["old"].Number;

    /// <summary>Old wood seen not to flower.</summary>
    public double Unproductive { get; } = byName["unproductive"].Number;

    /// <summary>Old wood seen to flower well.</summary>
    public double Productive { get; } = byName["productive"].Number;

    /// <summary>At the top of the height window rather than at its foot.</summary>
    public double Height { get; } = byName["height"].Number;

    /// <summary>Bud facing straight outward.</summary>
    public double Outward { get; } = byName["outward"].Number;

    /// <summary>Bud facing straight up, where the school asks for it; one facing down loses twice as much.</summary>
    public double Up { get; } = byName["up"].Number;

    /// <summary>A tip left as it grew.</summary>
    public double Uncut { get; } = byName["uncut"].Number;

    /// <summary>End standing over the crown.</summary>
    public double Centre { get; } = byName["centre"].Number;

    /// <summary>Cane growing through the centre.</summary>
    public double Inward { get; } = byName["inward"].Number;

    /// <summary>Two ends in the same direction.</summary>
    public double Close { get; } = byName["close"].Number;

    /// <summary>Each 100 mm that two ends differ in height.</summary>
    public double Level { get; } = byName["level"].Number;

    /// <summary>Two canes seen to rub.</summary>
    public double Rubs { get; } = byName["rubs"].Number;

    /// <summary>Two canes that meet on the way up.</summary>
    public double Touch { get; } = byName["touch"].Number;

    /// <summary>An old cane with a young one beside it.</summary>
    public double Successor { get; } = byName["successor"].Number;

    /// <summary>A bud whose shoot fills a side where no cane stands.</summary>
    public double Gap { get; } = byName["gap"].Number;

    /// <summary>No bud in sight, only latent ones at a scar.</summary>
    public double Scar { get; } = byName["scar"].Number;

    /// <summary>Cut to a younger side stem that takes over.</summary>
    public double Join { get; } = byName["join"].Number;

    /// <summary>Left for next winter in a two-year plan; more for older wood: the oldest goes first.</summary>
    public double Defer { get; } = byName["defer"].Number;

    /// <summary>This want does not count here.</summary>
    public double Cover { get; } = byName["cover"].Number;

    /// <summary>An old cane past flowering that a young one can replace; not used on free-standing roses.</summary>
    public double Replaced { get; } = byName["replaced"].Number;
}
