namespace Gemmifer.Core.Choice;

/// <summary>
/// The joint choice in whole numbers: one option per candidate, points for options and for pairs of options, and the
/// limits.
/// Nothing in it knows roses; another solver can be given the very same model.
/// </summary>
/// <remarks>Points are thousandths. All pair arrays are indexed by the global option index,
/// <see cref="First"/>[candidate] + option.</remarks>
public sealed class ChoiceModel
{
    /// <summary>Creates a model for candidates with the given numbers of options.</summary>
    public ChoiceModel(int[] optionCounts)
    {
        First = new int[optionCounts.Length + 1];
        for (var i = 0; i < optionCounts.Length; i++)
        {
            First[i + 1] = First[i] + optionCounts[i];
        }

        var total = First[^1];
        Points = new long[total];
        TieBreak = new byte[total];
        Keeps = new bool[total];
        RemovedMm = new long[total];
        RemovesOld = new bool[total];
        PairPoints = new long[total, total];
        SpacingShortMm = new int[total, total];
        LevelBroken = new bool[total, total];
        Excluded = new bool[total, total];
        UsesYoung = new bool[total];
        Place = new int[total];
        Array.Fill(Place, -1);
    }

    /// <summary>Global index of each candidate's first option; one more entry than candidates.</summary>
    public int[] First { get; }

    public int Candidates => First.Length - 1;

    public int Options => First[^1];

    /// <summary>Points of an option.</summary>
    public long[] Points { get; }

    /// <summary>Decides between equal totals, so that the plan does not depend on the order of the survey.</summary>
    public byte[] TieBreak { get; }

    /// <summary>Whether an option keeps its cane.</summary>
    public bool[] Keeps { get; }

    /// <summary>Live wood an option takes off, mm.</summary>
    public long[] RemovedMm { get; }

    /// <summary>Whether an option removes an old cane that the renewal share protects.</summary>
    public bool[] RemovesOld { get; }

    /// <summary>Points of a pair of options of two candidates; symmetric.</summary>
    public long[,] PairPoints { get; }

    /// <summary>
    /// How much a pair of cut ends falls short of the spacing, mm, rounded up; 0 where it keeps it. Symmetric.
    /// </summary>
    public int[,] SpacingShortMm { get; }

    /// <summary>Whether two ends differ too much in height. Symmetric.</summary>
    public bool[,] LevelBroken { get; }

    /// <summary>
    /// Whether two options can never go together, as two canes on one line of a support. Symmetric. The first option of
    /// a candidate is in no such pair, so that there always is a choice.
    /// </summary>
    public bool[,] Excluded { get; }

    /// <summary>
    /// The place an option takes, which only one can have, counted from 0 in their order; -1 where it takes none. Two
    /// options on one place are <see cref="Excluded"/>; this only helps the bound.
    /// </summary>
    public int[] Place { get; }

    /// <summary>
    /// The rank of each candidate where places are taken in that order or not at all; null where in any order.
    /// </summary>
    public int[]? Rank { get; set; }

    /// <summary>
    /// Whether an option uses up a young cane: by removing an old one that it has to replace, or by removing the young
    /// one itself.
    /// </summary>
    public bool[] UsesYoung { get; }
}

/// <summary>The limits a choice must keep.</summary>
/// <param name="Spacing">Whether no pair may fall short of the spacing; when relaxed, each pair that does costs dearly
/// instead.</param>
/// <param name="WoodPrice">Where the limit on wood cannot hold, what each mm of it costs instead, thousandths of a
/// point: what goes is then chosen by the wishes.</param>
/// <param name="WoodPriced">Whether that limit was relaxed and wood has its price.</param>
/// <param name="MaxYoungUsed">The young canes there are: no more old ones go than young ones stay to take their
/// place.</param>
public sealed record ChoiceLimits(
    bool Spacing,
    bool Level,
    int MaxKept,
    int MinKept,
    long MaxRemovedMm,
    int MaxOldRemoved,
    double WoodPrice = 0,
    int MaxYoungUsed = int.MaxValue,
    bool WoodPriced = false
)
{
    /// <summary>What so much wood costs where it has a price, thousandths.</summary>
    public long PriceOf(long removedMm) =>
        WoodPriced ? (long)Math.Round(WoodPrice * removedMm, MidpointRounding.AwayFromZero) : 0;
}

/// <summary>A solved choice.</summary>
/// <param name="Chosen">Option chosen for each candidate, counted within the candidate.</param>
/// <param name="Score">Its points, thousandths.</param>
/// <param name="Bound">No choice can have more points than this.</param>
/// <param name="Nodes">Search nodes visited.</param>
public sealed record ChoiceResult(int[] Chosen, long Score, long Bound, long Nodes)
{
    /// <summary>Proved best.</summary>
    public bool Optimal => Score >= Bound;
}
