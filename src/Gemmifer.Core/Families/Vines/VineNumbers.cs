using Gemmifer.Core.Plants;

namespace Gemmifer.Core.Families.Vines;

/// <summary>The numbers of the trade that vines are worked by, beside their schools.</summary>
/// <remarks>Each with its provenance and what it is in <c>Families/Vines/Data/rules.json</c>.</remarks>
internal sealed record VineNumbers
{
    /// <summary>As they ship.</summary>
    public static VineNumbers Of { get; } = NumberBook.Read<VineNumbers>("rules/Families/Vines/Data/rules.json");

    /// <summary>No more buds than this per metre of row (US extension bulletins).</summary>
    [Unit(Unit.PerMetre)]
    public required TradeNumber CapPerMetre { get; init; }

    /// <summary>About 15 shoots per metre of canopy (Smart and Robinson, Sunlight into Wine).</summary>
    [Unit(Unit.PerMetre)]
    public required TradeNumber ShootsPerMetre { get; init; }

    /// <summary>Below this share of dead buds nothing is changed (US extension bulletins).</summary>
    [Unit(Unit.Share)]
    public required TradeNumber LossFrom { get; init; }

    /// <summary>Above this share only dead wood comes off until growth shows (US extension bulletins).</summary>
    [Unit(Unit.Share)]
    public required TradeNumber LossTo { get; init; }

    /// <summary>
    /// Crop over prunings: below 5 the vine grows more wood than its crop needs (Smart and Robinson).
    /// </summary>
    [Unit(Unit.Times)]
    public required TradeNumber RavazFrom { get; init; }

    /// <summary>Crop over prunings: above 10 the vine carries too much (Smart and Robinson).</summary>
    [Unit(Unit.Times)]
    public required TradeNumber RavazTo { get; init; }

    /// <summary>Grams of prunings per metre of row: below 300 the vine is weak (Smart and Robinson).</summary>
    [Unit(Unit.Grams)]
    public required TradeNumber WoodFrom { get; init; }

    /// <summary>
    /// Grams of prunings per metre of row: above 600 the vine is too strong for its room (Smart and Robinson).
    /// </summary>
    [Unit(Unit.Grams)]
    public required TradeNumber WoodTo { get; init; }

    /// <summary>Doubtful buds are looked at again about two weeks after bud break.</summary>
    [Unit(Unit.Days)]
    public required TradeCount SecondVisitDays { get; init; }

    /// <summary>Bud break is taken to be about the day of the last frost.</summary>
    [Unit(Unit.Days)]
    public required TradeCount BudBreakDays { get; init; }

    /// <summary>
    /// A cane much thicker than a thumb grew too strongly to bear well; beyond it thickness adds nothing, mm.
    /// </summary>
    [Unit(Unit.Mm)]
    public required TradeNumber Thumb { get; init; }

    /// <summary>A renewal spur keeps so many buds.</summary>
    [Unit(Unit.Count)]
    public required TradeCount RenewalBuds { get; init; }

    /// <summary>Long canes on one vine, at most.</summary>
    [Unit(Unit.Count)]
    public required TradeCount MostCanes { get; init; }

    /// <summary>
    /// Round a head so many millimetres of room count for a degree: 150 mm are 60 degrees, a sixth of the round.
    /// </summary>
    [Unit(Unit.Mm)]
    public required TradeNumber RingMmPerDegree { get; init; }

    /// <summary>A shoot no further out than this can renew a place from below, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber LowShoot { get; init; }

    /// <summary>So much beyond a shoot is the old cut, not worth another, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber Stub { get; init; }

    /// <summary>A place that will be a fist away within so many years is told.</summary>
    [Unit(Unit.Years)]
    public required TradeCount CreepNearYears { get; init; }

    /// <summary>Beyond so many years nothing is said.</summary>
    [Unit(Unit.Years)]
    public required TradeCount CreepFarYears { get; init; }

    /// <summary>Shoots of one arm this close together share a place, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber SamePlace { get; init; }

    /// <summary>The head of a trunk is its upper part, this share of it.</summary>
    [Unit(Unit.Share)]
    public required TradeNumber HeadShare { get; init; }

    /// <summary>A bud this close to the base is the basal one, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber BasalBud { get; init; }

    /// <summary>Of the buds left so many grow at least, where no sample was cut.</summary>
    [Unit(Unit.Share)]
    public required TradeNumber GrowLeast { get; init; }

    /// <summary>Of the living buds so many grow at least, where a sample was cut.</summary>
    [Unit(Unit.Share)]
    public required TradeNumber GrowSampled { get; init; }

    /// <summary>A shoot that nobody noted on a living spur: its thickness, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber AssumedDiameter { get; init; }

    /// <summary>Its length, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber AssumedLength { get; init; }

    /// <summary>It starts at this share of the spur.</summary>
    [Unit(Unit.Share)]
    public required TradeNumber AssumedLow { get; init; }

    /// <summary>The outer wires of a T-trellis nobody measured stand so far from the middle, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber OuterWire { get; init; }

    /// <summary>At this height, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber OuterWireHeight { get; init; }

    /// <summary>
    /// A shoot that leans less than this across the row may be laid to either side (sine of the bearing).
    /// </summary>
    [Unit(Unit.Share)]
    public required TradeNumber Across { get; init; }

    /// <summary>In summer one walks along again after so many days: shoots grow a hand's length a week.</summary>
    [Unit(Unit.Days)]
    public required TradeCount WalkDays { get; init; }

    /// <summary>A cane is led to a wire no further above or below the head than this, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber NearWire { get; init; }

    /// <summary>Of the two buds that make the head, the second sits so far below the top one, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber SecondBud { get; init; }

    /// <summary>
    /// From the thin limit down to this a long cane carries fewer and fewer buds; a shoot thinner than this carries a
    /// spur only, mm.
    /// </summary>
    [Unit(Unit.Mm)]
    public required TradeNumber ThinFrom { get; init; }

    /// <summary>
    /// A weight of prunings within this share of the rule's unit does not tell whether the vine is weak.
    /// </summary>
    [Unit(Unit.Share)]
    public required TradeNumber UnitBand { get; init; }

    /// <summary>A vine on which no shoot can become a cane keeps so many short spurs.</summary>
    [Unit(Unit.Count)]
    public required TradeCount WeakSpurs { get; init; }

    /// <summary>A trunk this much short of the head counts as there, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber NearHead { get; init; }

    /// <summary>Of a broken vine so many shoots stay at most; the trade says several.</summary>
    [Unit(Unit.Count)]
    public required TradeCount Several { get; init; }

    /// <summary>From this year on a head has more than its first two spurs.</summary>
    [Unit(Unit.Years)]
    public required TradeCount FullFrom { get; init; }

    /// <summary>Shoots are a hand long so many days after bud break.</summary>
    [Unit(Unit.Days)]
    public required TradeCount RubOffDays { get; init; }

    /// <summary>So many days after bud break the next one is meant.</summary>
    [Unit(Unit.Days)]
    public required TradeCount BudBreakPast { get; init; }

    /// <summary>A tie takes so much twist or tape, m.</summary>
    [Unit(Unit.Metres)]
    public required TradeNumber TieMetres { get; init; }

    /// <summary>A cut on a vine takes this share of the usual time.</summary>
    [Unit(Unit.Share)]
    public required TradeNumber CutShare { get; init; }

    /// <summary>Minutes to stand back and look.</summary>
    [Unit(Unit.Minutes)]
    public required TradeNumber LookMinutes { get; init; }

    /// <summary>Shoots of next summer are drawn so long, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber DrawnShoot { get; init; }

    /// <summary>Between wires they lean so far from vertical, degrees.</summary>
    [Unit(Unit.Degrees)]
    public required TradeNumber WireLean { get; init; }

    /// <summary>Round a head they lean so far outward, degrees.</summary>
    [Unit(Unit.Degrees)]
    public required TradeNumber HeadLean { get; init; }

    /// <summary>Round a head they turn so far from the spur's own direction, degrees.</summary>
    [Unit(Unit.Degrees)]
    public required TradeNumber HeadTurn { get; init; }

    /// <summary>A shoot cut no longer than this goes on as a spur, longer as a cane laid along the wire, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber SpurCut { get; init; }

    /// <summary>Length of an old spur nobody measured, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber UsualSpur { get; init; }

    /// <summary>Length of a trunk nobody measured, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber UsualTrunk { get; init; }

    /// <summary>A spur of last season's wood was cut to so many buds.</summary>
    [Unit(Unit.Count)]
    public required TradeCount UsualSpurBuds { get; init; }

    /// <summary>With so much wood above the last bud, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber UsualStub { get; init; }

    /// <summary>A shoot for a spur loses a point for every so many mm from the head.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber SpurDistance { get; init; }

    /// <summary>Points lost by a cane without a spur to renew it.</summary>
    [Unit(Unit.Points)]
    public required TradeNumber NoSpur { get; init; }

    /// <summary>Points lost by each cane that is wanted and not to be had.</summary>
    [Unit(Unit.Points)]
    public required TradeNumber NoCane { get; init; }

    /// <summary>
    /// Points for two shoots of a head that lean straight apart, in proportion: as much as a thumb of thickness.
    /// </summary>
    [Unit(Unit.Points)]
    public required TradeNumber Opposite { get; init; }

    /// <summary>Points of a shoot that is to be the trunk for every mm of its length.</summary>
    [Unit(Unit.Points)]
    public required TradeNumber TrunkLength { get; init; }

    /// <summary>Length counts up to here, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber TrunkLongest { get; init; }

    /// <summary>Points it loses for every degree from vertical.</summary>
    [Unit(Unit.Points)]
    public required TradeNumber TrunkLean { get; init; }

    /// <summary>A shoot of summer is not headed lower than this, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber HeadedLow { get; init; }

    /// <summary>Where buds may have died, a plan is tried with this share of them dead.</summary>
    [Unit(Unit.Share)]
    public required TradeNumber LossTriedLow { get; init; }

    /// <summary>And with this one.</summary>
    [Unit(Unit.Share)]
    public required TradeNumber LossTriedHigh { get; init; }
}
