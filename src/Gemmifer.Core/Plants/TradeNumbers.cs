namespace Gemmifer.Core.Plants;

/// <summary>The numbers of the trade that hold for every family: tools, bends and ties, ends and their room.</summary>
/// <remarks>Each with its provenance and what it is in <c>Plants/Data/numbers.json</c>.</remarks>
internal sealed record TradeNumbers
{
    /// <summary>As they ship.</summary>
    public static TradeNumbers Of { get; } = NumberBook.Read<TradeNumbers>("rules/trade.json");

    /// <summary>Above so many minutes work is heavy.</summary>
    [Unit(Unit.Minutes)]
    public required TradeNumber HeavyMinutes { get; init; }

    /// <summary>Above so many it is steady.</summary>
    [Unit(Unit.Minutes)]
    public required TradeNumber SteadyMinutes { get; init; }

    /// <summary>So many cuts with the saw make any work heavy.</summary>
    [Unit(Unit.Count)]
    public required TradeCount HeavySaws { get; init; }

    /// <summary>Minutes a tie takes, with leading the cane to it.</summary>
    [Unit(Unit.Minutes)]
    public required TradeNumber TieMinutes { get; init; }

    /// <summary>Minutes to set a ladder where it is wanted.</summary>
    [Unit(Unit.Minutes)]
    public required TradeNumber LadderMinutes { get; init; }

    /// <summary>Bypass secateurs cut up to here, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber Secateurs { get; init; }

    /// <summary>Loppers cut up to here, mm; above it a pruning saw.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber Loppers { get; init; }

    /// <summary>So much rain makes a day wet, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber WetDay { get; init; }

    /// <summary>A cut on a vine wants so many dry days after its own.</summary>
    [Unit(Unit.Days)]
    public required TradeCount DryDaysAfter { get; init; }

    /// <summary>Work begun so many days before the main prune of a year is that year's still.</summary>
    [Unit(Unit.Days)]
    public required TradeCount ThisYearsWorkDays { get; init; }

    /// <summary>How far below a canker, a borer hole or a wound the wood counts as clean, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber CleanMargin { get; init; }

    /// <summary>Wood this far from vertical and more flowers at every node, degrees.</summary>
    [Unit(Unit.Degrees)]
    public required TradeNumber Flat { get; init; }

    /// <summary>Of upright wood only tip and side shoots flower: it counts so much of wood that lies flat.</summary>
    [Unit(Unit.Share)]
    public required TradeNumber UprightWorth { get; init; }

    /// <summary>Nothing is tied nearer than this to an edge or an opening, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber EdgeMargin { get; init; }

    /// <summary>Nor flatter than this above level, degrees.</summary>
    [Unit(Unit.Degrees)]
    public required TradeNumber FlattestLine { get; init; }

    /// <summary>Wood that has to be cut off to fit a line weighs so much of line left bare.</summary>
    [Unit(Unit.Share)]
    public required TradeNumber CutToFit { get; init; }

    /// <summary>A line leaves the middle of its sector only for more than this much length a radian, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber GiveWay { get; init; }

    /// <summary>
    /// A line keeps this share of its sector from either bound, so that neighbours do not run side by side.
    /// </summary>
    [Unit(Unit.Share)]
    public required TradeNumber InsideSector { get; init; }

    /// <summary>A turn of a right angle weighs as much as so many millimetres of line left bare.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber Turn { get; init; }

    /// <summary>
    /// A cane that gets no line weighs as much as so many millimetres of line left bare: it hangs loose.
    /// </summary>
    [Unit(Unit.Mm)]
    public required TradeNumber LeftLoose { get; init; }

    /// <summary>Each takes this much besides going round, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber TieKnot { get; init; }

    /// <summary>Canes that run side by side on an arch or a beam keep so far apart, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber BesideEachOther { get; init; }

    /// <summary>A cane lies so far outside the post it is wound round, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber OutsideThePost { get; init; }

    /// <summary>Canes whose ends are tied nearer to each other than this on a support crowd, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber CrowdOnSupport { get; init; }

    /// <summary>
    /// A bend so much tighter than the wood bears by the numbers is made by feel: nobody measures a cane finer.
    /// </summary>
    [Unit(Unit.Share)]
    public required TradeNumber ByFeel { get; init; }

    /// <summary>Such a bend weighs as much as so many millimetres of flat line left bare.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber ByFeelWeight { get; init; }

    /// <summary>At least so much of a cane has to lie on its line to be tied there, mm: two ties.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber LeastTied { get; init; }

    /// <summary>Wood strained to all it bears weighs as much as so many millimetres of flat line left bare.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber StrainWeight { get; init; }

    /// <summary>Thickness counts up to here in the choice, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber ThickestCounted { get; init; }

    /// <summary>An end nearer to the crown's axis than this stands in the centre, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber Centre { get; init; }

    /// <summary>Ends closer in bearing than this compete, degrees.</summary>
    [Unit(Unit.Degrees)]
    public required TradeNumber CloseBearing { get; init; }

    /// <summary>Canes nearer than this on the way up touch in the wind, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber Touch { get; init; }

    /// <summary>Not counted nearer to the crown than this, where all start, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber TouchFrom { get; init; }

    /// <summary>
    /// Canes said to rub that the drawing has further apart than this are taken to rub wherever they are cut, mm.
    /// </summary>
    [Unit(Unit.Mm)]
    public required TradeNumber RubsAnyhow { get; init; }

    /// <summary>A sector without a cane is a gap from here, degrees.</summary>
    [Unit(Unit.Degrees)]
    public required TradeNumber Gap { get; init; }

    /// <summary>A shoot fills it when it keeps so far from both edges, degrees.</summary>
    [Unit(Unit.Degrees)]
    public required TradeNumber GapEdge { get; init; }

    /// <summary>Leaves that were counted and not measured stand so far apart, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber LeafApart { get; init; }

    /// <summary>How far a new shoot reaches out in its first summer, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber ShootReach { get; init; }

    /// <summary>
    /// A cane that leans so many degrees away from its own side of the crown grows through the centre.
    /// </summary>
    [Unit(Unit.Degrees)]
    public required TradeNumber ThroughCentre { get; init; }

    /// <summary>A thickness is sure to so much, mm: so near to a limit it counts in part.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber ThinBand { get; init; }

    /// <summary>
    /// A cane that last winter's plan named to go counts so many points less, one named to take over so many more.
    /// </summary>
    [Unit(Unit.Points)]
    public required TradeNumber Named { get; init; }

    /// <summary>
    /// A bud that was found and faces out counts so many points more than one that has still to be looked for.
    /// </summary>
    [Unit(Unit.Points)]
    public required TradeNumber LookSaved { get; init; }

    /// <summary>
    /// A bud that has still to be found is looked for within at most this many nodes: a full turn of 2/5 phyllotaxis.
    /// </summary>
    [Unit(Unit.Count)]
    public required TradeCount WindowNodes { get; init; }

    /// <summary>A bud within so many degrees of outward faces out.</summary>
    [Unit(Unit.Degrees)]
    public required TradeNumber OutwardBud { get; init; }

    /// <summary>
    /// A bud that faces out and was seen so near to the height window, mm, is taken before one that was not.
    /// </summary>
    [Unit(Unit.Mm)]
    public required TradeNumber NearWindow { get; init; }

    /// <summary>A person looks for a bud in no less of a stem than this, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber NarrowestWindow { get; init; }

    /// <summary>A cut needs this much stem below it, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber LeastStem { get; init; }

    /// <summary>Spread of the turn at one node where it cannot be estimated, degrees.</summary>
    [Unit(Unit.Degrees)]
    public required TradeNumber TurnSpread { get; init; }

    /// <summary>An internode is no shorter than this share of what is usual for the kind.</summary>
    [Unit(Unit.Share)]
    public required TradeNumber ShortestInternode { get; init; }

    /// <summary>Nor longer than this.</summary>
    [Unit(Unit.Times)]
    public required TradeNumber LongestInternode { get; init; }

    /// <summary>Work from this month on counts to the next summer; half a year later in the south.</summary>
    [Unit(Unit.Month)]
    public required TradeCount SeasonFromMonth { get; init; }

    /// <summary>Month of the last frost where nobody set one; half a year later in the south.</summary>
    [Unit(Unit.Month)]
    public required TradeCount UsualFrostMonth { get; init; }

    /// <summary>Day of that month.</summary>
    [Unit(Unit.DayOfMonth)]
    public required TradeCount UsualFrostDay { get; init; }

    /// <summary>Above this one stands on a ladder, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber Reach { get; init; }

    /// <summary>Month of the first frost where nobody set one, in the north.</summary>
    [Unit(Unit.Month)]
    public required TradeCount UsualFirstFrostMonth { get; init; }

    /// <summary>Day of that month.</summary>
    [Unit(Unit.DayOfMonth)]
    public required TradeCount UsualFirstFrostDay { get; init; }

    /// <summary>Flowers that would begin later than so many days before the first frost are next year's.</summary>
    [Unit(Unit.Days)]
    public required TradeCount NoFlowersBeforeFrost { get; init; }

    /// <summary>
    /// Shoots that start later than so many days before the first frost are soft when it comes: finished flowers stay.
    /// </summary>
    [Unit(Unit.Days)]
    public required TradeCount StopCutsDays { get; init; }

    /// <summary>Canes start so far from the middle of the crown where nobody measured it, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber BaseRadius { get; init; }

    /// <summary>Age counts up to so many seasons in the choice.</summary>
    [Unit(Unit.Years)]
    public required TradeCount AgeCounted { get; init; }

    /// <summary>An end so far from the height that is aimed at misses it wholly, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber HeightBand { get; init; }

    /// <summary>Of buds that are worth less by so many points the look that is saved counts half.</summary>
    [Unit(Unit.Points)]
    public required TradeNumber LookRelief { get; init; }

    /// <summary>Each node that a window is short of takes this share of a bud's worth.</summary>
    [Unit(Unit.Share)]
    public required TradeNumber FewerBuds { get; init; }

    /// <summary>A cane that starts nearer to the crown's axis than this grows through no centre, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber ThroughCentreFrom { get; init; }

    /// <summary>
    /// A likely bud of which the direction is known no better than this is not reckoned with, degrees.
    /// </summary>
    [Unit(Unit.Degrees)]
    public required TradeNumber LikelySpread { get; init; }

    /// <summary>A bud at a ring is looked for so far above and below it, mm: a thumb's width.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber ScarWindow { get; init; }

    /// <summary>A bud that has still to be found may face so many hours either way at least.</summary>
    [Unit(Unit.Hours)]
    public required TradeNumber HoursLeast { get; init; }

    /// <summary>And so many at most.</summary>
    [Unit(Unit.Hours)]
    public required TradeNumber HoursMost { get; init; }

    /// <summary>A cut that was asked for is above the bud below it where that is no further than this, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber FoundAbove { get; init; }

    /// <summary>A bud no further from outward than this faces sideways, degrees.</summary>
    [Unit(Unit.Degrees)]
    public required TradeNumber Sideways { get; init; }

    /// <summary>A turn from a post onto a beam leaves so much of the post at least, mm.</summary>
    [Unit(Unit.Mm)]
    public required TradeNumber BeamFoot { get; init; }

    /// <summary>A tie goes twice round, so many times as long as it would be if it were tight.</summary>
    [Unit(Unit.Times)]
    public required TradeNumber TieLoose { get; init; }
}
