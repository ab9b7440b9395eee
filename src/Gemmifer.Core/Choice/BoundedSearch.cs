using System.Numerics;
using System.Runtime.CompilerServices;
using System.Runtime.InteropServices;

namespace Gemmifer.Core.Choice;

/// <summary>
/// One search over the options that are still open: the bound, the order of branching and the depth-first walk.
/// </summary>
/// <remarks>Values are points in thousandths times <see cref="BranchAndBound.Scale"/>, plus the tie-break.</remarks>
internal sealed partial class BoundedSearch
{
    /// <summary>
    /// Below this a key stands for an option that is not allowed; one forbidden pair costs <see cref="Forbidden"/>.
    /// </summary>
    public const long Blocked = Forbidden / 4,
        Forbidden = -(1L << 52);

    /// <summary>Prices are looked for up to two to this power.</summary>
    private const double HighestPower = 34,
        Golden = 0.6180339887498949;

    private readonly ChoiceLimits _limits;
    private readonly int _n;
    private readonly int _options;
    private readonly int[] _first;
    private readonly int[] _candidateOf;
    private readonly int[] _original;
    private readonly long[] _step;
    private readonly long[] _half;
    private readonly long[] _toll;
    private readonly bool[] _keeps;
    private readonly bool[] _old;
    private readonly bool[] _young;
    private readonly long[] _removed;
    private readonly long[] _least;
    private readonly int[] _leastOld;
    private readonly long[][] _keys;
    private readonly int[] _open;
    private readonly int[] _current;
    private readonly long[] _keepBest;
    private readonly long[] _dropBest;
    private readonly int[] _byExtra;
    private readonly long[] _extra;
    private readonly int[] _group;
    private readonly int[] _nextInGroup;
    private readonly long[] _slots;
    private readonly long _gain;
    private readonly int _places;
    private readonly int[] _place;
    private readonly int[]? _rank;
    private readonly int[] _byRank;
    private readonly bool[] _isOpen;
    private readonly long[] _best;
    private readonly long[] _onPlace;
    private long _nodeLimit;
    private CancellationToken _cancel;
    private long _openBound = long.MinValue / 4;

    /// <summary>Prepares a search over some of a model's options.</summary>
    /// <param name="value">Value of each option of the model.</param>
    /// <param name="pair">Value of each pair, rows one after another; <see cref="Forbidden"/> where the two exclude
    /// each other.</param>
    /// <param name="kept">The options still open, in order.</param>
    /// <param name="gain">Two choices of different value differ by at least this.</param>
    public BoundedSearch(ChoiceModel model, ChoiceLimits limits, long[] value, long[] pair, int[] kept, long gain)
    {
        (_limits, _original, _options, _n, _gain) = (limits, kept, kept.Length, model.Candidates, gain);
        _candidateOf = new int[_options];
        _first = new int[_n + 1];
        _step = new long[_options * _options];
        _keeps = new bool[_options];
        _old = new bool[_options];
        _young = new bool[_options];
        _removed = new long[_options];
        var candidate = 0;
        for (var o = 0; o < _options; o++)
        {
            while (kept[o] >= model.First[candidate + 1])
            {
                _first[++candidate] = o;
            }

            _candidateOf[o] = candidate;
            (_keeps[o], _old[o], _removed[o]) = (
                model.Keeps[kept[o]],
                model.RemovesOld[kept[o]],
                model.RemovedMm[kept[o]]
            );
            _young[o] = model.UsesYoung[kept[o]];
            for (var q = 0; q < _options; q++)
            {
                _step[(o * _options) + q] = pair[(kept[o] * model.Options) + kept[q]];
            }
        }

        while (candidate < _n)
        {
            _first[++candidate] = _options;
        }

        _half = new long[_options * _n];
        _toll = new long[_n * _n];
        (_least, _leastOld) = (new long[_n], new int[_n]);
        _keys = [.. Enumerable.Range(0, _n + 1).Select(_ => new long[_options])];
        (_open, _current) = (new int[_n], new int[_n]);
        (_keepBest, _dropBest, _extra, _slots) = (new long[_n], new long[_n], new long[_n], new long[_n + 1]);
        (_byExtra, _group, _nextInGroup) = (new int[_n], new int[_n], new int[_n]);
        _places = kept.Length == 0 ? 0 : kept.Max(o => model.Place[o]) + 1;
        _place = [.. kept.Select(o => model.Place[o])];
        _rank = model.Rank;
        _byRank = [.. Enumerable.Range(0, _n).OrderBy(i => _rank?[i] ?? 0)];
        _isOpen = new bool[_n];
        _best = new long[(_n + 1) * (_places + 1) * (_n + 2)];
        _onPlace = new long[_places + 1];
        Prepare(value);
    }

    /// <summary>The best choice so far, as options counted within the model; null where none is known.</summary>
    public int[]? Best { get; private set; }

    public long BestValue { get; private set; } = long.MinValue / 4;

    public long Nodes { get; private set; }

    /// <summary>Whether the walk ended before everything was looked at.</summary>
    public bool Stopped { get; private set; }

    /// <summary>After a stopped walk: nothing left unlooked at is worth more.</summary>
    public long OpenBound => _openBound;

    /// <summary>The prices at which the bound on the whole is about least.</summary>
    public Prices Root { get; private set; }

    /// <summary>Whether a candidate has no option left, so that nothing can be chosen.</summary>
    public bool Impossible { get; private set; }

    /// <summary>Takes over a choice that is known to be allowed.</summary>
    public void Begin(int[]? best, long value, Prices? prices)
    {
        (Best, BestValue) = (best, value);
        Root = Impossible ? default : prices ?? FindPrices();
    }

    /// <summary>The bound on the whole.</summary>
    public long RootBound() =>
        Impossible ? long.MinValue / 4 : Math.Min(Bound(0, default, Root), PlacesBound(0, default, Root));

    /// <summary>The options of the model that may still be part of a better choice than the one known.</summary>
    public int[] Promising()
    {
        var promising = new List<int>(_options);
        for (var o = 0; o < _options; o++)
        {
            var i = _candidateOf[o];
            if (
                _keys[0][o] > Blocked
                && Assign(0, Array.IndexOf(_open, i), o, default) is { } next
                && Beats(Bound(1, next, Root))
                && Beats(PlacesBound(1, next, Root))
            )
            {
                promising.Add(_original[o]);
            }
        }

        return [.. promising];
    }

    /// <summary>
    /// Of each option of the model that is open here: nothing with it is worth more. The least there is of others.
    /// </summary>
    /// <param name="options">Options of the model.</param>
    public long[] OptionBounds(int options)
    {
        var bounds = new long[options];
        Array.Fill(bounds, long.MinValue / 4);
        for (var o = 0; o < _options; o++)
        {
            if (_keys[0][o] > Blocked && Assign(0, Array.IndexOf(_open, _candidateOf[o]), o, default) is { } next)
            {
                bounds[_original[o]] = Math.Min(Bound(1, next, Root), PlacesBound(1, next, Root));
            }
        }

        return bounds;
    }

    /// <summary>Looks at everything the bound cannot rule out.</summary>
    public void Run(long nodeLimit, CancellationToken cancel = default)
    {
        (_nodeLimit, _cancel) = (nodeLimit, cancel);
        if (!Impossible)
        {
            Visit(0, default, Root);
        }
    }

    /// <summary>Whether something worth no more than this could still be better than the best choice known.</summary>
    public bool Beats(long bound) => bound >= BestValue + _gain;

    private void Visit(int depth, Partial at, Prices prices)
    {
        Nodes++;
        _cancel.ThrowIfCancellationRequested();
        if (depth == _n)
        {
            if (at.Kept >= _limits.MinKept && at.Sum > BestValue)
            {
                BestValue = at.Sum;
                var chosen = new int[_n];
                for (var i = 0; i < _n; i++)
                {
                    chosen[i] = _original[_current[i]];
                }

                Best = chosen;
            }

            return;
        }

        var bound = Bound(depth, at, prices);
        if (Beats(bound))
        {
            (bound, prices) = Improve(depth, at, prices, bound);
        }

        if (_places > 0 && Beats(bound))
        {
            bound = Math.Min(bound, PlacesBound(depth, at, prices));
        }

        if (!Beats(bound))
        {
            return;
        }

        // A limit on nodes counts only once something can be returned.
        if (Stopped || (Nodes > _nodeLimit && (Best is not null || Nodes > _nodeLimit + 1000)))
        {
            (Stopped, _openBound) = (true, Math.Max(_openBound, bound));
            return;
        }

        Branch(depth, at, prices);
    }

    private void Branch(int depth, Partial at, Prices prices)
    {
        var place = Choose(depth);
        var i = _open[place];
        var keys = _keys[depth];
        var count = _first[i + 1] - _first[i];
        Span<int> options = stackalloc int[count];
        Span<long> order = stackalloc long[count];
        var legal = 0;
        for (var o = _first[i]; o < _first[i + 1]; o++)
        {
            if (keys[o] > Blocked)
            {
                (options[legal], order[legal]) = (o, -Priced(keys[o], o, prices));
                legal++;
            }
        }

        order[..legal].Sort(options[..legal]);
        for (var k = 0; k < legal; k++)
        {
            if (Assign(depth, place, options[k], at) is { } next)
            {
                Visit(depth + 1, next, prices);
            }

            // The walk below changes the order of the candidates still open; this one is looked up again.
            place = Array.IndexOf(_open, i, depth);
        }
    }

    private long Priced(long key, int o, Prices prices) =>
        key - (prices.Wood * _removed[o]) - (_old[o] ? prices.Old : 0) - (_young[o] ? prices.Young : 0);

    /// <summary>
    /// The candidate to decide next: one that has to stay, otherwise the one that gains most by staying.
    /// </summary>
    private int Choose(int depth)
    {
        var (best, place) = (long.MinValue, depth);
        for (var d = depth; d < _n; d++)
        {
            var i = _open[d];
            var gain =
                _dropBest[i] <= Blocked ? long.MaxValue - 1
                : _keepBest[i] <= Blocked ? long.MaxValue
                : _keepBest[i] - _dropBest[i];
            if (gain > best)
            {
                (best, place) = (gain, d);
            }
        }

        return place;
    }

    /// <summary>
    /// Chooses an option for the candidate at a place of the open ones; null where a limit is broken.
    /// </summary>
    private Partial? Assign(int depth, int place, int o, Partial at)
    {
        var i = _open[place];
        var next = new Partial(
            at.Sum + _keys[depth][o],
            at.Kept + (_keeps[o] ? 1 : 0),
            at.Removed + _removed[o],
            at.Old + (_old[o] ? 1 : 0),
            at.Young + (_young[o] ? 1 : 0)
        );
        if (
            next.Kept > _limits.MaxKept
            || next.Kept + (_n - depth - 1) < _limits.MinKept
            || next.Removed > _limits.MaxRemovedMm
            || next.Old > _limits.MaxOldRemoved
            || next.Young > _limits.MaxYoungUsed
        )
        {
            return null;
        }

        (_open[place], _open[depth]) = (_open[depth], i);
        _current[i] = o;
        Combine(_keys[depth], _step.AsSpan(o * _options, _options), _keys[depth + 1], 1);
        var sum = next.Sum;
        for (var d = depth + 1; d < _n; d++)
        {
            sum -= _half[(_open[d] * _options) + o];
        }

        return next with
        {
            Sum = sum,
        };
    }

    /// <summary>Sums, or differences, of two rows, several at a time.</summary>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    private static void Combine(ReadOnlySpan<long> a, ReadOnlySpan<long> b, Span<long> into, int sign)
    {
        var va = MemoryMarshal.Cast<long, Vector<long>>(a);
        var vb = MemoryMarshal.Cast<long, Vector<long>>(b);
        var vi = MemoryMarshal.Cast<long, Vector<long>>(into);
        for (var k = 0; k < vi.Length; k++)
        {
            vi[k] = sign > 0 ? va[k] + vb[k] : va[k] - vb[k];
        }

        for (var k = vi.Length * Vector<long>.Count; k < into.Length; k++)
        {
            into[k] = a[k] + (sign * b[k]);
        }
    }

    /// <summary>
    /// Prices of a millimetre of wood, of one old cane taken off and of one young one used up; any at or above 0 give a
    /// valid bound.
    /// </summary>
    internal readonly record struct Prices(long Wood, long Old, long Young);

    private readonly record struct Partial(long Sum, int Kept, long Removed, int Old, int Young);
}
