namespace Gemmifer.Core.Choice;

/// <summary>
/// What the searches of one plan may cost together: options looked at, counted as nodes times the options of a model
/// and its places on a support, and more than in proportion for many canes. Counted, never timed, so that the same
/// survey gives the same plan.
/// </summary>
/// <param name="visits">Options that may be looked at.</param>
public sealed class SearchEffort(long visits)
{
    /// <summary>
    /// Options looked at in the search of one choice, and in all of one plan: every way lines may lie, every limit that
    /// has to give way, every whatif.
    /// </summary>
    public const long OfChoice = 48_000_000,
        OfPlan = 120_000_000;

    /// <summary>
    /// A node of a plant with more canes than this takes longer by more than its options.
    /// </summary>
    private const double UsualCanes = 35;

    /// <summary>However little is left, so much of a search is made.</summary>
    private const long FewestNodes = 60;

    private readonly SearchEffort? _of;

    private SearchEffort(long visits, SearchEffort of)
        : this(visits) => _of = of;

    /// <summary>Options that may still be looked at; 0 or less where nothing is left.</summary>
    public long Left { get; private set; } = visits;

    /// <summary>A part of what is left; what it spends is spent of the whole.</summary>
    /// <param name="parts">So many equal parts are still to come, this one among them.</param>
    /// <param name="most">No more than this.</param>
    public SearchEffort Part(int parts, long most = long.MaxValue) =>
        new(Math.Min(most, Left / Math.Max(1, parts)), this);

    /// <summary>Nodes a search of a model may still have.</summary>
    public long Nodes(ChoiceModel model) => Math.Max(FewestNodes, (long)(Left / CostOf(model)));

    /// <summary>Counts nodes of a search.</summary>
    public void Spend(long nodes, ChoiceModel model)
    {
        var cost = (long)(nodes * CostOf(model));
        for (var effort = this; effort is not null; effort = effort._of)
        {
            effort.Left -= cost;
        }
    }

    private static double CostOf(ChoiceModel model)
    {
        var many = Math.Max(1, model.Candidates / UsualCanes);
        return Math.Max(1, model.Options) * many * many * (2 + (model.Place.Length == 0 ? -1 : model.Place.Max()));
    }
}
