namespace Gemmifer.Core.Choice;

/// <summary>
/// Exact search over a <see cref="ChoiceModel"/>: depth first, best option first, cut off by an admissible bound.
/// </summary>
/// <remarks>
/// The bound adds, for every candidate still open, its best option given the choices made plus the best it could get from every
/// later open candidate; where the number of canes is limited, only the most gainful open candidates are counted as kept.
/// Where the wood that may come off is limited, each millimetre is also charged a price and the whole allowance credited
/// (Lagrangian relaxation; M. L. Fisher, Management Science 27(1), 1981, from memory): any price at or above 0 gives a valid
/// bound, and the search carries the best price it knows down the tree. No bound under-estimates, so what is cut off cannot be
/// better. Equal totals are decided by <see cref="ChoiceModel.TieBreak"/>.
/// </remarks>
public sealed class BranchAndBound
{
    private const long Scale = 1 << 16;
    private const long Never = long.MinValue / 4;

    /// <summary>Points lost for a pair that falls short of a relaxed spacing, and for each mm of it, thousandths.</summary>
    private const long ShortPair = 60_000, ShortMm = 300;

    private readonly ChoiceModel _model;
    private readonly ChoiceLimits _limits;
    private readonly int[] _order;
    private readonly long[] _value;
    private readonly long[] _later;
    private readonly long[,] _pair;
    private readonly bool[,] _forbidden;
    private readonly long[] _leastRemoved;
    private readonly long[] _minRemoved;
    private readonly int[] _minOld;
    private readonly long[][] _gain;
    private readonly int[][] _blocked;
    private readonly int[] _current;
    private int[]? _best;
    private long _bestValue;
    private long _nodes;
    private long _nodeLimit;
    private bool _stopped;
    private long _openBound;

    /// <summary>Prepares a search; it can then be asked several questions about the same model.</summary>
    public BranchAndBound(ChoiceModel model, ChoiceLimits limits)
    {
        (_model, _limits) = (model, limits);
        var n = model.Candidates;
        _value = [.. Enumerable.Range(0, model.Options).Select(o => (model.Points[o] * Scale) + model.TieBreak[o])];
        _pair = new long[model.Options, model.Options];
        _forbidden = new bool[model.Options, model.Options];
        for (var o = 0; o < model.Options; o++)
        {
            for (var q = 0; q < model.Options; q++)
            {
                _pair[o, q] = (model.PairPoints[o, q] - (limits.Spacing ? 0 : Shortfall(model, o, q))) * Scale;
                _forbidden[o, q] = (limits.Spacing && model.SpacingShortMm[o, q] > 0) || (limits.Level && model.LevelBroken[o, q]);
            }
        }

        _order = [.. Enumerable.Range(0, n).OrderByDescending(Spread).ThenBy(i => i)];
        _later = new long[model.Options];
        _leastRemoved = [.. Enumerable.Range(0, n).Select(i => OptionsOf(i).Min(o => model.RemovedMm[o]))];
        _minRemoved = new long[n + 1];
        _minOld = new int[n + 1];
        for (var d = n - 1; d >= 0; d--)
        {
            var i = _order[d];
            _minRemoved[d] = _minRemoved[d + 1] + _leastRemoved[i];
            _minOld[d] = _minOld[d + 1] + OptionsOf(i).Min(o => model.RemovesOld[o] ? 1 : 0);
            foreach (var o in OptionsOf(i))
            {
                _later[o] = BestFromLater(o, d);
            }
        }

        _gain = [.. Enumerable.Range(0, n + 1).Select(_ => new long[model.Options])];
        _blocked = [.. Enumerable.Range(0, n + 1).Select(_ => new int[model.Options])];
        _current = new int[n];
    }

    /// <summary>The best choice within the limits; null when none keeps them all, or none was found within the node limit.</summary>
    /// <param name="nodeLimit">Search nodes after which the best found is returned with its bound.</param>
    /// <param name="start">A choice known to keep the limits, to begin from; null where none is known.</param>
    /// <param name="force">A candidate that must be kept or must go, whatever that costs; null to leave all free.</param>
    public ChoiceResult? Solve(long nodeLimit, (int Candidate, bool Keep)? force = null, int[]? start = null)
    {
        (_best, _bestValue, _nodes, _nodeLimit, _stopped, _openBound) = (null, Never, 0, nodeLimit, false, Never);
        Array.Clear(_blocked[0]);
        if (start is not null)
        {
            (_best, _bestValue) = ([.. start], ValueOf(start));
        }

        if (force is { } f)
        {
            foreach (var o in OptionsOf(f.Candidate).Where(o => _model.Keeps[o] != f.Keep))
            {
                _blocked[0][o] = 1;
            }
        }

        Visit(0, 0, 0, 0, 0, RootPrice());
        if (_best is null)
        {
            return null;
        }

        var score = ScoreOf(_model, _limits, _best);
        var bound = _stopped ? Math.Max(score, FloorDiv(_openBound)) : score;
        return new ChoiceResult(_best, score, bound, _nodes);
    }

    /// <summary>Whether the last search ended before everything was looked at.</summary>
    public bool Stopped => _stopped;

    /// <summary>Whether a choice meets the limits.</summary>
    public static bool Keeps(ChoiceModel model, ChoiceLimits limits, int[] chosen)
    {
        var options = chosen.Select((c, i) => model.First[i] + c).ToArray();
        var kept = options.Count(o => model.Keeps[o]);
        return kept <= limits.MaxKept && kept >= limits.MinKept
            && options.Sum(o => model.RemovedMm[o]) <= limits.MaxRemovedMm
            && options.Count(o => model.RemovesOld[o]) <= limits.MaxOldRemoved
            && options.All(o => options.All(q =>
                !(limits.Spacing && model.SpacingShortMm[o, q] > 0) && !(limits.Level && model.LevelBroken[o, q])));
    }

    /// <summary>The points of a choice, thousandths, with what a relaxed spacing costs.</summary>
    public static long ScoreOf(ChoiceModel model, ChoiceLimits limits, int[] chosen)
    {
        long score = 0;
        for (var i = 0; i < chosen.Length; i++)
        {
            var o = model.First[i] + chosen[i];
            score += model.Points[o];
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
                value += _pair[o, _model.First[j] + chosen[j]];
            }
        }

        return value;
    }

    private IEnumerable<int> OptionsOf(int i) => Enumerable.Range(_model.First[i], _model.First[i + 1] - _model.First[i]);

    private long BestFromLater(int o, int depth)
    {
        long sum = 0;
        for (var e = depth + 1; e < _order.Length; e++)
        {
            var best = Never;
            for (var q = _model.First[_order[e]]; q < _model.First[_order[e] + 1]; q++)
            {
                if (!_forbidden[o, q])
                {
                    best = Math.Max(best, _pair[o, q]);
                }
            }

            if (best <= Never)
            {
                return Never;
            }

            sum += best;
        }

        return sum;
    }

    private long Spread(int i)
    {
        long low = long.MaxValue, high = long.MinValue;
        for (var o = _model.First[i]; o < _model.First[i + 1]; o++)
        {
            low = Math.Min(low, _value[o]);
            high = Math.Max(high, _value[o]);
        }

        return high - low;
    }

    private void Visit(int depth, long sum, int kept, long removed, int old, long price)
    {
        _nodes++;
        var n = _model.Candidates;
        if (depth == n)
        {
            if (kept >= _limits.MinKept && sum > _bestValue)
            {
                _bestValue = sum;
                _best = [.. _current];
            }

            return;
        }

        var bound = Bound(depth, sum, kept, removed, old, price);
        if (price > 0 && bound > _bestValue)
        {
            foreach (var other in (ReadOnlySpan<long>)[price * 7 / 10, price * 14 / 10])
            {
                var tighter = Bound(depth, sum, kept, removed, old, other);
                (bound, price) = tighter < bound ? (tighter, other) : (bound, price);
            }
        }

        if (bound <= _bestValue)
        {
            return;
        }

        // A limit on nodes counts only once something can be returned.
        if (_stopped || (_nodes > _nodeLimit && (_best is not null || _nodes > _nodeLimit + 1000)))
        {
            _stopped = true;
            _openBound = Math.Max(_openBound, bound);
            return;
        }

        var i = _order[depth];
        var gain = _gain[depth];
        var blocked = _blocked[depth];
        var count = _model.First[i + 1] - _model.First[i];
        Span<int> options = stackalloc int[count];
        Span<long> keys = stackalloc long[count];
        var legal = 0;
        for (var o = _model.First[i]; o < _model.First[i + 1]; o++)
        {
            if (blocked[o] > 0 || _later[o] <= Never)
            {
                continue;
            }

            options[legal] = o;
            keys[legal] = -(_value[o] + gain[o] + _later[o] - (price * _model.RemovedMm[o]));
            legal++;
        }

        keys[..legal].Sort(options[..legal]);
        for (var k = 0; k < legal; k++)
        {
            var o = options[k];
            var keeps = _model.Keeps[o] ? 1 : 0;
            var nextRemoved = removed + _model.RemovedMm[o];
            var nextOld = old + (_model.RemovesOld[o] ? 1 : 0);
            if (kept + keeps > _limits.MaxKept
                || kept + keeps + (n - depth - 1) < _limits.MinKept
                || nextRemoved + _minRemoved[depth + 1] > _limits.MaxRemovedMm
                || nextOld + _minOld[depth + 1] > _limits.MaxOldRemoved)
            {
                continue;
            }

            _current[i] = o - _model.First[i];
            var (nextGain, nextBlocked) = (_gain[depth + 1], _blocked[depth + 1]);
            for (var d = depth + 1; d < n; d++)
            {
                var j = _order[d];
                for (var q = _model.First[j]; q < _model.First[j + 1]; q++)
                {
                    nextGain[q] = gain[q] + _pair[o, q];
                    nextBlocked[q] = blocked[q] + (_forbidden[o, q] ? 1 : 0);
                }
            }

            Visit(depth + 1, sum + _value[o] + gain[o], kept + keeps, nextRemoved, nextOld, price);
        }
    }

    /// <summary>The price of a millimetre of wood at which the bound on the whole is least; 0 where the cap does not bind.</summary>
    private long RootPrice()
    {
        if (_limits.MaxRemovedMm >= long.MaxValue / 4)
        {
            return 0;
        }

        // The bound is convex in the price: close in on its lowest point from both sides.
        long low = 0, high = 1000 * Scale;
        while (high - low > 16)
        {
            var (a, b) = (low + ((high - low) / 3), high - ((high - low) / 3));
            (low, high) = Bound(0, 0, 0, 0, 0, a) <= Bound(0, 0, 0, 0, 0, b) ? (low, b) : (a, high);
        }

        return Bound(0, 0, 0, 0, 0, low) < Bound(0, 0, 0, 0, 0, 0) ? Math.Max(1, low) : 0;
    }

    private long Bound(int depth, long sum, int kept, long removed, int old, long price)
    {
        var n = _model.Candidates;
        var (gain, blocked) = (_gain[depth], _blocked[depth]);
        var open = n - depth;
        Span<long> extra = stackalloc long[open];
        var extras = 0;
        var total = sum + (price == 0 ? 0 : price * (_limits.MaxRemovedMm - removed));
        var leastRemoved = removed;
        var room = _limits.MaxKept - kept;
        for (var d = depth; d < n; d++)
        {
            var i = _order[d];
            long keep = Never, drop = Never;
            var least = long.MaxValue;
            for (var o = _model.First[i]; o < _model.First[i + 1]; o++)
            {
                if (blocked[o] > 0 || _later[o] <= Never
                    || removed + _model.RemovedMm[o] + (_minRemoved[depth] - _leastRemoved[i]) > _limits.MaxRemovedMm
                    || (_model.RemovesOld[o] && old + 1 > _limits.MaxOldRemoved))
                {
                    continue;
                }

                least = Math.Min(least, _model.RemovedMm[o]);
                var value = _value[o] + gain[o] + _later[o] - (price * _model.RemovedMm[o]);
                if (_model.Keeps[o])
                {
                    keep = Math.Max(keep, value);
                }
                else
                {
                    drop = Math.Max(drop, value);
                }
            }

            if (keep <= Never && drop <= Never)
            {
                return Never;
            }

            leastRemoved += least;
            if (drop <= Never)
            {
                total += keep;
                room--;
            }
            else
            {
                total += drop;
                if (keep > drop)
                {
                    extra[extras++] = keep - drop;
                }
            }
        }

        if (room < 0 || leastRemoved > _limits.MaxRemovedMm)
        {
            return Never;
        }

        if (extras > room)
        {
            extra[..extras].Sort();
        }

        for (var k = 0; k < Math.Min(room, extras); k++)
        {
            total += extra[extras - 1 - k];
        }

        return total;
    }
}
