using Gemmifer.Core.Plants;

namespace Gemmifer.Core.Families.Roses.Climbing;

/// <summary>The numbers of the trade that roses are worked by, beside their schools.</summary>
/// <remarks>Each with its provenance and what it is in <c>Families/Roses/Data/rules.json</c>.</remarks>
internal sealed record RoseNumbers
{
    /// <summary>As they ship.</summary>
    public static RoseNumbers Of { get; } = NumberBook.Read<RoseNumbers>("rules/Families/Roses/Data/rules.json");

    /// <summary>A climber that is halved keeps so much of each cane.</summary>
    [Unit(Unit.Share)]
    public required TradeNumber HalveLength { get; init; }

    /// <summary>A climber that starts again low keeps so much of each cane: two thirds come off.</summary>
    [Unit(Unit.Share)]
    public required TradeNumber RestartLength { get; init; }

    /// <summary>The same in the first of two winters, where the plant is in doubt.</summary>
    [Unit(Unit.Share)]
    public required TradeNumber RestartDoubtful { get; init; }

    /// <summary>Of a doubtful plant worked on over two winters at most this much goes in the first.</summary>
    [Unit(Unit.Share)]
    public required TradeNumber FirstWinterShare { get; init; }

    /// <summary>Much is doubtful of a plant of which so many stems have to be checked.</summary>
    [Unit(Unit.Share)]
    public required TradeNumber DoubtfulShare { get; init; }

    /// <summary>
    /// Of a strong plant so much more of the live wood may come off than the school says: it can be cut hard.
    /// </summary>
    [Unit(Unit.Share)]
    public required TradeNumber StrongMore { get; init; }

    /// <summary>But no more than this.</summary>
    [Unit(Unit.Share)]
    public required TradeNumber MostRemoved { get; init; }

    /// <summary>
    /// Where more has to come off than a school allows, all of the live wood weighs so many points: what goes is still
    /// chosen by age and thickness.
    /// </summary>
    [Unit(Unit.Points)]
    public required TradeNumber WoodPrice { get; init; }

    /// <summary>The same on a weak plant, which needs its leaves: as little as can be.</summary>
    [Unit(Unit.Points)]
    public required TradeNumber WoodPriceWeak { get; init; }

    /// <summary>About three new shoots come from each cut end.</summary>
    [Unit(Unit.Count)]
    public required TradeCount ShootsPerEnd { get; init; }

    /// <summary>Lean of a new shoot where its stem stands upright, degrees from vertical.</summary>
    [Unit(Unit.Degrees)]
    public required TradeNumber ShootLean { get; init; }

    /// <summary>
    /// So much of the stem's own lean is added where the bud faces the way the stem leans, and taken off where it faces
    /// back: a shoot turns to the light.
    /// </summary>
    [Unit(Unit.Share)]
    public required TradeNumber ShootLeanShare { get; init; }

    /// <summary>Length of a new shoot by midsummer on a weak plant, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber ShootWeak { get; init; }

    /// <summary>The same on an ordinary one.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber ShootNormal { get; init; }

    /// <summary>The same on a strong one.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber ShootStrong { get; init; }

    /// <summary>Those lengths are of a kind with canes this long, mm; of others in proportion.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber ShootOfCane { get; init; }

    /// <summary>Two shoots crowd where their upper halves are less than a hand's width apart in the mean, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber Crowd { get; init; }

    /// <summary>So much may stand above a side stem that carries on, besides the clearance, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber BaseEnd { get; init; }

    /// <summary>A stake reaches so far into the head of a standard, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber StakeInHead { get; init; }

    /// <summary>The tie of a standard sits so far under its head, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber TieUnderHead { get; init; }

    /// <summary>Growth counts as tall from so many times the height to which it is brought down first.</summary>
    [Unit(Unit.Times)]
    public required TradeNumber RoughOver { get; init; }

    /// <summary>So many tall stems hide the inside of a plant.</summary>
    [Unit(Unit.Count)]
    public required TradeCount RoughTall { get; init; }

    /// <summary>The same on a neglected one.</summary>
    [Unit(Unit.Count)]
    public required TradeCount RoughTallNeglected { get; init; }

    /// <summary>What stays ends at least this much below that height, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber RoughRoom { get; init; }

    /// <summary>Minutes to stand back and look.</summary>
    [Unit(Unit.Minutes)]
    public required TradeNumber LookMinutes { get; init; }

    /// <summary>A head of so many flowers is a large one.</summary>
    [Unit(Unit.Count)]
    public required TradeCount LargeHead { get; init; }

    /// <summary>
    /// A rose whose union is higher than this above the soil is a head on a stem: no mound covers it, mm.
    /// </summary>
    [Unit(Unit.Mm)]
    public required TradeNumber OnAStem { get; init; }

    /// <summary>A mound over the union for the winter is at least so high above it, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber MoundFrom { get; init; }

    /// <summary>And need not be higher than this.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber MoundTo { get; init; }

    /// <summary>Days from one step of uncovering to the next.</summary>
    [Unit(Unit.Days)]
    public required TradeCount CoverHalfWays { get; init; }

    /// <summary>A wrap is looked at so many days after it was put on, and after each storm.</summary>
    [Unit(Unit.Days)]
    public required TradeCount StormLook { get; init; }

    /// <summary>So many full leaves stay on a stem that is cut for the vase.</summary>
    [Unit(Unit.Count)]
    public required TradeCount VaseLeaves { get; init; }

    /// <summary>A full leaf has so many leaflets.</summary>
    [Unit(Unit.Count)]
    public required TradeCount FullLeaf { get; init; }

    /// <summary>No feed from so many days before the first frost.</summary>
    [Unit(Unit.Days)]
    public required TradeCount StopFeedDays { get; init; }

    /// <summary>Growth begins about so many days before the last frost.</summary>
    [Unit(Unit.Days)]
    public required TradeCount BudBreakBefore { get; init; }

    /// <summary>A person measures no finer along a cane than this, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber Measured { get; init; }

    /// <summary>A soft cane of a climber is looked at again after so many days.</summary>
    [Unit(Unit.Days)]
    public required TradeCount SoftDays { get; init; }

    /// <summary>New shoots are a hand long after about so many days.</summary>
    [Unit(Unit.Days)]
    public required TradeCount LookAgainDays { get; init; }

    /// <summary>Canes within so many degrees of straight towards the gardener point forward.</summary>
    [Unit(Unit.Degrees)]
    public required TradeNumber Forward { get; init; }

    /// <summary>They lean at least so far from vertical, degrees.</summary>
    [Unit(Unit.Degrees)]
    public required TradeNumber ForwardLean { get; init; }

    /// <summary>Without a support, wood of so many seasons counts as stiff.</summary>
    [Unit(Unit.Years)]
    public required TradeCount StiffFrom { get; init; }

    /// <summary>Wood that is left where it stands counts so much of wood that lies flat.</summary>
    [Unit(Unit.Share)]
    public required TradeNumber StandingShare { get; init; }

    /// <summary>A cane that points forward is so many times as much in the way when it hangs loose.</summary>
    [Unit(Unit.Times)]
    public required TradeNumber ForwardLoose { get; init; }

    /// <summary>A cane that stays where it stands is tied where it runs so near to the support, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber NearSupport { get; init; }

    /// <summary>A repeat climber flowers again about so many days after each prune.</summary>
    [Unit(Unit.Days)]
    public required TradeCount FlushDays { get; init; }

    /// <summary>A cane has settled in its ties after so many days.</summary>
    [Unit(Unit.Days)]
    public required TradeCount SettledDays { get; init; }

    /// <summary>The foot of a climber is bare where hardly anything flowers below this height, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber BareFoot { get; init; }

    /// <summary>Hardly anything: this share of the flowers.</summary>
    [Unit(Unit.Share)]
    public required TradeNumber HardlyAny { get; init; }

    /// <summary>On a flat support a cane to so much of its width, mm, and one more.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber RoomForACane { get; init; }

    /// <summary>A framework has so many canes at least.</summary>
    [Unit(Unit.Count)]
    public required TradeCount Framework { get; init; }

    /// <summary>A length nobody measured may well be this much shorter.</summary>
    [Unit(Unit.Share)]
    public required TradeNumber MayBeShorter { get; init; }

    /// <summary>Or this much longer.</summary>
    [Unit(Unit.Times)]
    public required TradeNumber MayBeLonger { get; init; }

    /// <summary>However short the kind, a shoot is this share of an ordinary one.</summary>
    [Unit(Unit.Share)]
    public required TradeNumber ShootLeastShare { get; init; }

    /// <summary>Along a climber's cane stands a side shoot about every so many mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber SideShootEvery { get; init; }

    /// <summary>Minutes for each of them.</summary>
    [Unit(Unit.Minutes)]
    public required TradeNumber SideShootMinutes { get; init; }

    /// <summary>A tie of a standard takes so much, metres.</summary>
    [Unit(Unit.Metres)]
    public required TradeNumber StakeTieMetres { get; init; }

    /// <summary>Minutes more for shears, which take the whole plant.</summary>
    [Unit(Unit.Minutes)]
    public required TradeNumber ShearMinutes { get; init; }

    /// <summary>A longer cane is taken out in pieces, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber InPieces { get; init; }

    /// <summary>A younger stem takes over from an older one where it stands below this share of it.</summary>
    [Unit(Unit.Share)]
    public required TradeNumber TakesOverBelow { get; init; }

    /// <summary>A side shoot that points further than this from outward grows back into the centre, degrees.</summary>
    [Unit(Unit.Degrees)]
    public required TradeNumber BackIntoCentre { get; init; }

    /// <summary>The ages of the canes are told for so many years ahead.</summary>
    [Unit(Unit.Years)]
    public required TradeCount YearsAhead { get; init; }

    /// <summary>Each shoot below the first of an end is shorter by this share.</summary>
    [Unit(Unit.Share)]
    public required TradeNumber ShootShorter { get; init; }

    /// <summary>The uppermost bud sits so far below a cut, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber TopBud { get; init; }

    /// <summary>A thickness near the limit is tried so much thinner and thicker, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber ThickStep { get; init; }

    /// <summary>A cane nobody measured is taken for no shorter than this where its length is asked for, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber ShortestLength { get; init; }

    /// <summary>So much over the edge of where nothing may stand is let pass, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber KeepOutSlack { get; init; }

    /// <summary>Between canes and a wall stays so much air at least, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber WallAirFrom { get; init; }

    /// <summary>And need not be more than this.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber WallAirTo { get; init; }
}
