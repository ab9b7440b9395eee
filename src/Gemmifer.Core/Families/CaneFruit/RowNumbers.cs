using Gemmifer.Core.Plants;

namespace Gemmifer.Core.Families.CaneFruit;

/// <summary>The numbers of the trade that rows of cane fruit are worked by, beside their schools.</summary>
/// <remarks>Each with its provenance and what it is in <c>Families/CaneFruit/Data/rules.json</c>.</remarks>
internal sealed record RowNumbers
{
    /// <summary>As they ship.</summary>
    public static RowNumbers Of { get; } = NumberBook.Read<RowNumbers>("rules/Families/CaneFruit/Data/rules.json");

    /// <summary>Strong blackberries may be tipped this high, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber StrongTip { get; init; }

    /// <summary>Canes no more than this above the tipping height are left, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber TipSlack { get; init; }

    /// <summary>From so many days after the last frost on, a first-year cane without fruit says something.</summary>
    [Unit(Unit.Days)]
    public required TradeCount AutumnDays { get; init; }

    /// <summary>Width of a row nobody measured, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber UsualWidth { get; init; }

    /// <summary>A row is kept 300 to 450 mm wide (extension leaflets, from memory); a wider one is narrowed.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber Widest { get; init; }

    /// <summary>Canes are tipped no lower than this above the wire they are tied to, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber AboveWire { get; init; }

    /// <summary>Minutes to walk along and look.</summary>
    [Unit(Unit.Minutes)]
    public required TradeNumber LookMinutes { get; init; }

    /// <summary>Minutes for each cane that goes: cut, drawn out of the others, carried off.</summary>
    [Unit(Unit.Minutes)]
    public required TradeNumber CaneMinutes { get; init; }

    /// <summary>Minutes for each cane that is led to its place and tied.</summary>
    [Unit(Unit.Minutes)]
    public required TradeNumber KeptMinutes { get; init; }

    /// <summary>Minutes for the side shoots of each cane, where they are shortened.</summary>
    [Unit(Unit.Minutes)]
    public required TradeNumber SideShootsMinutes { get; init; }

    /// <summary>Minutes for each cane that is tipped.</summary>
    [Unit(Unit.Minutes)]
    public required TradeNumber TipMinutes { get; init; }

    /// <summary>Metres of twine to a metre of wire.</summary>
    [Unit(Unit.Metres)]
    public required TradeNumber Twine { get; init; }

    /// <summary>A cane is not tipped lower than this, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber LeastTip { get; init; }

    /// <summary>Side shoots no more than this above their length are left, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber SideShootSlack { get; init; }

    /// <summary>Where nobody said how tall canes stand, this share of the tipping height is tried.</summary>
    [Unit(Unit.Share)]
    public required TradeNumber TipTriedLow { get; init; }

    /// <summary>And this one.</summary>
    [Unit(Unit.Times)]
    public required TradeNumber TipTriedHigh { get; init; }

    /// <summary>First-year canes are looked at for fruit so many days into autumn.</summary>
    [Unit(Unit.Days)]
    public required TradeCount LookAfterAutumn { get; init; }
}
