namespace Gemmifer.Core.Choice;

/// <summary>
/// Exact search over a <see cref="ChoiceModel"/>: depth first, best option first, cut off by an admissible bound.
/// </summary>
/// <remarks>
/// <para>The bound takes for every candidate still open its best option, given the choices made, with half of the best
/// each pair
/// could bring on either side; staying and going are told apart, and of those that gain by staying only as many count
/// as may stay.
/// Candidates that hurt each other are put into groups: a group's first counts in full, every later one pays the least
/// it can lose
/// to an earlier one of the group (a clique of canes too close together counts once).</para>
/// <para>The limits on wood and on old canes taken off are priced into it (Lagrangian relaxation; M. L. Fisher,
/// Management Science
/// 27(1), 1981, from memory): any price at or above 0 gives a valid bound, the best known price is carried down the
/// tree.</para>
/// <para>Options whose own bound does not beat the best choice known are struck out before the walk (reduced-cost
/// fixing).
/// No bound under-estimates, so what is cut off cannot be better. Equal totals are decided by
/// <see cref="ChoiceModel.TieBreak"/>.</para>
/// </remarks>
public sealed class BranchAndBound
{
    /// <summary>Room for the tie-break below a thousandth of a point.</summary>
    internal const long Scale = 1 << 16;

    private const long Never = long.MinValue / 4;
    private const int FixingRounds = 4;

    /// <summary>With so few nodes left it is not worth the while to strike options out.</summary>
    private const long FewToFix = 100;

    /// <summary>
    /// Points lost for a pair that falls short of a relaxed spacing, and for each mm of it, thousandths.
    /// </summary>
    private const long ShortPair = 60_000,
        ShortMm = 300;

    private readonly ChoiceModel _model;
    private readonly ChoiceLimits _limits;
    private readonly long[] _value;
    private readonly long[] _pair;
    private readonly long _gain;
    private readonly CancellationToken _cancel;
    private LocalSearch? _local;
    private int[]? _known;
    private BoundedSearch.Prices? _prices;
    private long[]? _bounds;

    /// <summary>Prepares a search; it can then be asked several questions about the same model.</summary>
    /// <param name="gain">Two choices of different value differ by at least this many thousandths; 0 where that is not
    /// known.</param>
    /// <param name="cancel">Ends a search under way.</param>
    /// <exception cref="OperationCanceledException">From a search that was ended.</exception>
    public BranchAndBound(ChoiceModel model, ChoiceLimits limits, long gain = 0, CancellationToken cancel = default)
    {
        (_model, _limits, _gain, _cancel) = (model, limits, Math.Max(1, gain * Scale), cancel);
        var count = model.Options;
        _value =
        [
            .. Enumerable
                .Range(0, count)
                .Select(o => ((model.Points[o] - limits.PriceOf(model.RemovedMm[o])) * Scale) + model.TieBreak[o]),
        ];
        _pair = new long[count * count];
        for (var o = 0; o < count; o++)
        {
            for (var q = 0; q < o; q++)
            {
                var forbidden =
                    model.Excluded[o, q]
                    || (limits.Spacing && model.SpacingShortMm[o, q] > 0)
                    || (limits.Level && model.LevelBroken[o, q]);
                _pair[(o * count) + q] = _pair[(q * count) + o] = forbidden
                    ? BoundedSearch.Forbidden
                    : (model.PairPoints[o, q] - (limits.Spacing ? 0 : Shortfall(model, o, q))) * Scale;
            }
        }
    }

    /// <summary>Whether the last search ended before everything was looked at.</summary>
    public bool Stopped { get; private set; }

    /// <summary>Nodes of all its searches so far; a bound of an option counts as one.</summary>
    public long Nodes { get; private set; }

    /// <summary>
    /// The best choice within the limits; null when none keeps them all, or none was found within the node limit.
    /// </summary>
    /// <param name="nodeLimit">Search nodes after which the best found is returned with its bound.</param>
    /// <param name="start">A choice known to keep the limits, to begin from; null where none is known.</param>
    /// <param name="force">A candidate that must be kept or must go, whatever that costs; null to leave all
    /// free.</param>
    public ChoiceResult? Solve(long nodeLimit, (int Candidate, bool Keep)? force = null, int[]? start = null)
    {
        int[] open = [.. Enumerable.Range(0, _model.Options)];
        _cancel.ThrowIfCancellationRequested();
        if (force is { } f)
        {
            // Near the best without the force there is often a good one with it.
            start ??= _known is null
                ? null
                : (_local ??= new LocalSearch(_model, _limits)).Find(_known, force, _cancel, _model.Candidates);
            open = Forced(open, f, start is null ? Never : ValueOf(start));
        }

        var search = new BoundedSearch(_model, _limits, _value, _pair, open, _gain);
        search.Begin(
            start is null ? null : [.. start.Select((c, i) => _model.First[i] + c)],
            start is null ? Never : ValueOf(start),
            force is null ? null : _prices
        );
        _prices = force is null ? search.Root : _prices;
        for (
            var round = 0;
            round < FixingRounds && nodeLimit > FewToFix && search.Best is not null && search.Beats(search.RootBound());
            round++
        )
        {
            _cancel.ThrowIfCancellationRequested();
            var promising = search.Promising();
            Nodes += open.Length;
            if (promising.Length > open.Length * 9 / 10)
            {
                break;
            }

            var (best, value, prices) = (search.Best, search.BestValue, search.Root);
            open = promising;
            search = new BoundedSearch(_model, _limits, _value, _pair, open, _gain);
            search.Begin(best, value, prices);
        }

        search.Run(nodeLimit, _cancel);
        Nodes += search.Nodes;
        Stopped = search.Stopped;
        if (search.Best is not { } found)
        {
            return null;
        }

        var chosen = found.Select((o, i) => o - _model.First[i]).ToArray();
        _known = force is null ? chosen : _known;
        var score = ScoreOf(_model, _limits, chosen);
        var bound = Stopped ? Math.Max(score, FloorDiv(search.OpenBound)) : score;
        return new ChoiceResult(chosen, score, bound, search.Nodes);
    }

    /// <summary>
    /// The options with which a choice that keeps a force can still beat a value: what is ruled out without the force
    /// is ruled out with it.
    /// </summary>
    private int[] Forced(int[] open, (int Candidate, bool Keep) force, long value)
    {
        if (value > Never && _bounds is null)
        {
            var search = new BoundedSearch(_model, _limits, _value, _pair, open, _gain);
            search.Begin(null, Never, _prices);
            _bounds = search.OptionBounds(_model.Options);
        }

        return
        [
            .. open.Where(o =>
                (
                    o < _model.First[force.Candidate]
                    || o >= _model.First[force.Candidate + 1]
                    || _model.Keeps[o] == force.Keep
                ) && (_bounds is null || value <= Never || _bounds[o] >= value + _gain)
            ),
        ];
    }

    /// <summary>
    /// Whether there is a choice within the limits in which a candidate stays, or goes; false too where the node limit
    /// was reached before one was found.
    /// </summary>
    /// <param name="near">A choice to look near for one first.</param>
    public bool Possible(long nodeLimit, (int Candidate, bool Keep) force, int[] near) =>
        (_local ??= new LocalSearch(_model, _limits)).Find(near, force, _cancel, 0) is not null
        || Solve(nodeLimit, force) is not null;

    /// <summary>Whether a choice meets the limits.</summary>
    public static bool Keeps(ChoiceModel model, ChoiceLimits limits, int[] chosen)
    {
        var options = chosen.Select((c, i) => model.First[i] + c).ToArray();
        var kept = options.Count(o => model.Keeps[o]);
        return kept <= limits.MaxKept
            && kept >= limits.MinKept
            && options.Sum(o => model.RemovedMm[o]) <= limits.MaxRemovedMm
            && options.Count(o => model.RemovesOld[o]) <= limits.MaxOldRemoved
            && options.Count(o => model.UsesYoung[o]) <= limits.MaxYoungUsed
            && options.All(o =>
                options.All(q =>
                    !model.Excluded[o, q]
                    && !(limits.Spacing && model.SpacingShortMm[o, q] > 0)
                    && !(limits.Level && model.LevelBroken[o, q])
                )
            );
    }

    /// <summary>The points of a choice, thousandths, with what a relaxed spacing or limit on wood costs.</summary>
    public static long ScoreOf(ChoiceModel model, ChoiceLimits limits, int[] chosen)
    {
        long score = 0;
        for (var i = 0; i < chosen.Length; i++)
        {
            var o = model.First[i] + chosen[i];
            score += model.Points[o] - limits.PriceOf(model.RemovedMm[o]);
            for (var j = i + 1; j < chosen.Length; j++)
            {
                var q = model.First[j] + chosen[j];
                score += model.PairPoints[o, q] - (limits.Spacing ? 0 : Shortfall(model, o, q));
            }
        }

        return score;
    }

    /// <summary>What a pair short of a relaxed spacing by so many mm costs, thousandths.</summary>
    public static long ShortfallPoints(int shortMm) => shortMm == 0 ? 0 : ShortPair + (ShortMm * shortMm);

    private static long Shortfall(ChoiceModel model, int o, int q) => ShortfallPoints(model.SpacingShortMm[o, q]);

    private static long FloorDiv(long value) => value >= 0 ? value / Scale : -((-value + Scale - 1) / Scale);

    private long ValueOf(int[] chosen)
    {
        long value = 0;
        for (var i = 0; i < chosen.Length; i++)
        {
            var o = _model.First[i] + chosen[i];
            value += _value[o];
            for (var j = i + 1; j < chosen.Length; j++)
            {
                value += _pair[(o * _model.Options) + _model.First[j] + chosen[j]];
            }
        }

        return value;
    }
}
