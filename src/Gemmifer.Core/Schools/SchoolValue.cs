using System.Collections.Immutable;

namespace Gemmifer.Core.Schools;

/// <summary>Where a rule value comes from; shown beside it.</summary>
public static class Provenance
{
    public const string Practice = "practice";
    public const string Published = "published";
    public const string Memory = "memory";
    public const string Assumption = "assumption";
    public const string User = "user";
    public const string Observed = "observed";

    /// <summary>The provenances a rule value may carry.</summary>
    public static ImmutableArray<string> OfRules { get; } = [Practice, Published, Memory, Assumption, User];
}

/// <summary>One value of a school: a number, or a word of a closed list.</summary>
/// <param name="Number">The number; 0 where the value is a word.</param>
/// <param name="Word">The word, or null.</param>
/// <param name="Provenance">One of <see cref="Schools.Provenance"/>.</param>
/// <param name="Why">One sentence for people.</param>
public sealed record SchoolValue(double Number, string? Word, string Provenance, string Why);

/// <summary>What a settable value is: its range and unit, or its words. One place for check, message and documentation.</summary>
/// <param name="Name">Its name in the exchange format.</param>
/// <param name="Label">What people call it.</param>
/// <param name="Unit">"mm", "°", "share", "canes", "buds" or "".</param>
/// <param name="Min">Smallest legal number, inclusive.</param>
/// <param name="Max">Largest legal number, inclusive.</param>
/// <param name="Whole">Whole numbers only.</param>
/// <param name="Words">The legal words; empty for a number.</param>
/// <param name="Flag">True or false.</param>
public sealed record SchoolValueSpec(
    string Name, string Label, string Unit, double Min, double Max, bool Whole, ImmutableArray<string> Words, bool Flag = false)
{
    /// <summary>Every settable value: those of the exchange format, then what was added since.</summary>
    public static ImmutableArray<SchoolValueSpec> All { get; } =
    [
        Length("spacing", "Room between cut ends", 0, 1000),
        Count("canesMin", "Fewest main canes", "canes", 0, 200),
        Count("canesMax", "Most main canes", "canes", 1, 200),
        Length("heightMin", "Lowest cut", 0, 5000),
        Length("heightMax", "Highest cut", 0, 5000),
        Share("removeShare", "Most live wood taken off"),
        Share("removeShareWeak", "Most taken off a weak plant"),
        Share("oldShare", "Most old canes renewed in a winter"),
        Length("thinBelow", "Too thin to stay, below", 0, 100),
        new("slope", "Slope of the cut", "°", 0, 60, false, []),
        Length("clearance", "Cut above the bud by", 0, 50),
        new("bud", "Direction of the bud", "", 0, 0, false, ["outward", "any", "up-and-out"]),
        new("centre", "Centre of the plant", "", 0, 0, false, ["open", "may-stay"]),
        Count("lateralBuds", "Buds left on a side shoot", "buds", 0, 50),
        Length("lateralLength", "Length left on a side shoot", 0, 2000),
        Count("spurBuds", "Buds left on a spur", "buds", 1, 20),
        Length("spurSpacing", "Room between spurs", 0, 2000),
        Length("tipHeight", "Height at which tips are pinched", 0, 5000),
        new("stripLeaves", "Strip the leaves that are left", "", 0, 1, true, [], Flag: true),
        new("sealant", "Seal the wounds", "", 0, 1, true, [], Flag: true),
        Length("levelSpread", "Most difference in height between ends", 0, 5000),
        Share("aimShare", "Share of the plant's height to aim at"),
        Length("roughTop", "Bring tall growth down first to", 0, 5000),
        new("strainOneYear", "Strain that supple wood bears", "", 0, 0.2, false, []),
        new("strainTwoYears", "Strain that wood of two seasons bears", "", 0, 0.2, false, []),
        new("strainOlder", "Strain that older wood bears", "", 0, 0.2, false, []),
        Length("tieSpacing", "Room between ties, at most", 50, 2000),
        Count("caneBudsMin", "Fewest buds on a fruiting cane", "buds", 1, 100),
        Count("caneBudsMax", "Most buds on a fruiting cane", "buds", 1, 100),
        Length("tipBeyond", "Shoots reach beyond the outer wire, at most", 0, 2000),
        new("cut", "How canes are cut", "", 0, 0, false, ["bud", "shears"]),
    ];

    /// <summary>Pairs of values of which the first may not be above the second.</summary>
    public static ImmutableArray<(string Low, string High)> Ordered { get; } =
        [("canesMin", "canesMax"), ("heightMin", "heightMax"), ("caneBudsMin", "caneBudsMax"), ("strainOlder", "strainTwoYears"), ("strainTwoYears", "strainOneYear")];

    /// <summary>The description of a value by name, or null.</summary>
    public static SchoolValueSpec? Find(string name) => All.FirstOrDefault(s => s.Name == name);

    private static SchoolValueSpec Length(string name, string label, double min, double max) => new(name, label, "mm", min, max, false, []);

    private static SchoolValueSpec Count(string name, string label, string unit, double min, double max) => new(name, label, unit, min, max, true, []);

    private static SchoolValueSpec Share(string name, string label) => new(name, label, "share", 0, 1, false, []);
}
