using System.Runtime.CompilerServices;

namespace Gemmifer.Core.Choice;

/// <content>The bound: prices of the limits that bind, and what the canes that hurt each other can gain
/// together.</content>
internal sealed partial class BoundedSearch
{
    private Prices FindPrices()
    {
        var (wood, old, young) = (
            _limits.MaxRemovedMm < long.MaxValue / 4,
            _limits.MaxOldRemoved < int.MaxValue,
            _limits.MaxYoungUsed < int.MaxValue
        );

        // Price by price gets stuck where two limits bind on the same canes: whichever is priced first, so both ways.
        var first = InTurn(false);
        if (!old || !young)
        {
            return first;
        }

        var other = InTurn(true);
        return Bound(0, default, other) < Bound(0, default, first) ? other : first;

        Prices InTurn(bool youngFirst)
        {
            var prices = default(Prices);
            for (var round = 0; round < 2; round++)
            {
                prices = wood ? Lowest(p => prices with { Wood = p }) : prices;
                prices = young && youngFirst ? Lowest(p => prices with { Young = p }) : prices;
                prices = old ? Lowest(p => prices with { Old = p }) : prices;
                prices = young && !youngFirst ? Lowest(p => prices with { Young = p }) : prices;
            }

            return prices;
        }

        // The bound is convex in a price but for the groups: close in on its lowest point by golden section, by powers
        // of two.
        Prices Lowest(Func<long, Prices> at)
        {
            long Worth(double power) => Bound(0, default, at((long)Math.Pow(2, power)));
            var (low, high) = (0.0, HighestPower);
            var (left, right) = (high - ((high - low) * Golden), low + ((high - low) * Golden));
            var (worthLeft, worthRight) = (Worth(left), Worth(right));
            while (high - low > 0.1)
            {
                if (worthLeft <= worthRight)
                {
                    (high, right, worthRight) = (right, left, worthLeft);
                    left = high - ((high - low) * Golden);
                    worthLeft = Worth(left);
                }
                else
                {
                    (low, left, worthLeft) = (left, right, worthRight);
                    right = low + ((high - low) * Golden);
                    worthRight = Worth(right);
                }
            }

            var price = (long)Math.Pow(2, (low + high) / 2);
            return Bound(0, default, at(price)) < Bound(0, default, at(0)) ? at(price) : at(0);
        }
    }

    private (long Bound, Prices Prices) Improve(int depth, Partial at, Prices prices, long bound)
    {
        if (prices.Wood > 0)
        {
            foreach (var wood in (ReadOnlySpan<long>)[prices.Wood * 7 / 10, prices.Wood * 14 / 10])
            {
                var other = prices with { Wood = wood };
                var tighter = Bound(depth, at, other);
                (bound, prices) = tighter < bound ? (tighter, other) : (bound, prices);
            }
        }

        if (prices.Old > 0 && Beats(bound))
        {
            foreach (var old in (ReadOnlySpan<long>)[prices.Old * 7 / 10, prices.Old * 14 / 10])
            {
                var other = prices with { Old = old };
                var tighter = Bound(depth, at, other);
                (bound, prices) = tighter < bound ? (tighter, other) : (bound, prices);
            }
        }

        if (prices.Young > 0 && Beats(bound))
        {
            foreach (var young in (ReadOnlySpan<long>)[prices.Young * 7 / 10, prices.Young * 14 / 10])
            {
                var other = prices with { Young = young };
                var tighter = Bound(depth, at, other);
                (bound, prices) = tighter < bound ? (tighter, other) : (bound, prices);
            }
        }

        return (bound, prices);
    }

    /// <summary>
    /// Nothing that goes on from here is worth more. Leaves each open candidate's best values behind.
    /// </summary>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    private long Bound(int depth, Partial at, Prices prices)
    {
        const long Never = long.MinValue / 4;
        var keys = _keys[depth];
        long leastRest = 0;
        var leastOld = 0;
        for (var d = depth; d < _n; d++)
        {
            leastRest += _least[_open[d]];
            leastOld += _leastOld[_open[d]];
        }

        var roomMm = _limits.MaxRemovedMm - at.Removed - leastRest;
        var roomOld = _limits.MaxOldRemoved - at.Old - leastOld;
        if (roomMm < 0 || roomOld < 0)
        {
            return Never;
        }

        var total =
            at.Sum
            + (prices.Wood == 0 ? 0 : prices.Wood * (_limits.MaxRemovedMm - at.Removed))
            + (prices.Old == 0 ? 0 : prices.Old * (_limits.MaxOldRemoved - at.Old))
            + (prices.Young == 0 ? 0 : prices.Young * (_limits.MaxYoungUsed - at.Young));
        var (room, need, extras, fixedFrom) = (_limits.MaxKept - at.Kept, _limits.MinKept - at.Kept, 0, _n);
        for (var d = depth; d < _n; d++)
        {
            var i = _open[d];
            var spent = at.Young >= _limits.MaxYoungUsed;
            var (keep, drop) = BestOf(i, keys, roomMm + _least[i], roomOld + _leastOld[i] < 1, spent, prices);
            (_keepBest[i], _dropBest[i]) = (keep, drop);
            if (keep <= Blocked && drop <= Blocked)
            {
                return Never;
            }

            if (drop <= Blocked)
            {
                total += keep;
                (room, need) = (room - 1, need - 1);
                _byExtra[--fixedFrom] = i;
            }
            else
            {
                total += drop;
                if (keep > Blocked)
                {
                    (_extra[extras], _byExtra[extras]) = (drop - keep, i);
                    extras++;
                }
            }
        }

        return room < 0 || need > extras ? Never : total + Slots(extras, fixedFrom, room, Math.Max(0, need));
    }

    /// <summary>The best of a candidate where it is kept and where it goes, of what room is left for.</summary>
    /// <param name="keys">Of every option from here.</param>
    /// <param name="mostMm">So much wood may still go with it, mm.</param>
    /// <param name="noOld">No old one may go any more.</param>
    /// <param name="noYoung">No young one is left to take a place.</param>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private (long Keep, long Drop) BestOf(int i, long[] keys, long mostMm, bool noOld, bool noYoung, Prices prices)
    {
        long keep = long.MinValue / 4,
            drop = long.MinValue / 4;
        for (var o = _first[i]; o < _first[i + 1]; o++)
        {
            var key = keys[o];
            if (key <= Blocked || _removed[o] > mostMm || (_old[o] && noOld) || (_young[o] && noYoung))
            {
                continue;
            }

            key -= prices.Wood * _removed[o];
            if (_keeps[o])
            {
                keep = Math.Max(keep, key);
            }
            else
            {
                drop = Math.Max(drop, key - (_old[o] ? prices.Old : 0) - (_young[o] ? prices.Young : 0));
            }
        }

        return (keep, drop);
    }

    /// <summary>
    /// The same seen another way: each place is taken once, in order where there is one, and no more are kept than may
    /// be. The best of that is found exactly, place by place (an alignment of two sequences, with the number kept
    /// beside; Needleman and Wunsch 1970, published); where places have no order, by as many kept on a place of their
    /// own as it is worth, each place to whom it is worth most.
    /// </summary>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    private long PlacesBound(int depth, Partial at, Prices prices)
    {
        const long Never = long.MinValue / 4;
        if (_places == 0)
        {
            return long.MaxValue;
        }

        var keys = _keys[depth];
        var most = Math.Min(_limits.MaxKept - at.Kept, _n - depth);
        if (most < 0)
        {
            return Never;
        }

        Array.Fill(_isOpen, false);
        for (var d = depth; d < _n; d++)
        {
            _isOpen[_open[d]] = true;
        }

        var total =
            at.Sum
            + (prices.Wood == 0 ? 0 : prices.Wood * (_limits.MaxRemovedMm - at.Removed))
            + (prices.Old == 0 ? 0 : prices.Old * (_limits.MaxOldRemoved - at.Old))
            + (prices.Young == 0 ? 0 : prices.Young * (_limits.MaxYoungUsed - at.Young));
        if (_rank is null)
        {
            return total + AnyOrder(keys, prices, depth, at);
        }

        var (width, deep) = (_places + 1, _n + 2);
        int Cell(int i, int j, int k) => (((i * width) + j) * deep) + k;
        for (var j = 0; j <= _places; j++)
        {
            for (var k = 0; k <= most; k++)
            {
                _best[Cell(0, j, k)] = k == 0 ? 0 : Never;
            }
        }

        var row = 0;
        foreach (var i in _byRank)
        {
            if (!_isOpen[i])
            {
                continue;
            }

            var (drop, stand) = Values(i, keys, prices, at);
            for (var j = 0; j <= _places; j++)
            {
                for (var k = 0; k <= most; k++)
                {
                    var best = _best[Cell(row, j, k)] + drop;
                    if (k > 0)
                    {
                        best = Math.Max(best, _best[Cell(row, j, k - 1)] + stand);
                        if (j > 0)
                        {
                            best = Math.Max(best, _best[Cell(row, j - 1, k - 1)] + _onPlace[j - 1]);
                        }
                    }

                    if (j > 0)
                    {
                        best = Math.Max(best, _best[Cell(row + 1, j - 1, k)]);
                    }

                    _best[Cell(row + 1, j, k)] = Math.Max(Never, best);
                }
            }

            row++;
        }

        var whole = Never;
        for (var k = Math.Max(0, _limits.MinKept - at.Kept); k <= most; k++)
        {
            whole = Math.Max(whole, _best[Cell(row, _places, k)]);
        }

        return whole <= Blocked ? Never : total + whole;
    }

    /// <summary>
    /// What an open candidate is worth gone, and kept without a place; kept on each place it is left in a list.
    /// </summary>
    private (long Drop, long Stand) Values(int i, long[] keys, Prices prices, Partial at)
    {
        const long Never = long.MinValue / 4;
        long drop = Never,
            stand = Never;
        Array.Fill(_onPlace, Never);
        for (var o = _first[i]; o < _first[i + 1]; o++)
        {
            if (
                keys[o] <= Blocked
                || (_old[o] && at.Old >= _limits.MaxOldRemoved)
                || (_young[o] && at.Young >= _limits.MaxYoungUsed)
            )
            {
                continue;
            }

            var key = Priced(keys[o], o, prices);
            if (!_keeps[o])
            {
                drop = Math.Max(drop, key);
            }
            else if (_place[o] < 0)
            {
                stand = Math.Max(stand, key);
            }
            else
            {
                _onPlace[_place[o]] = Math.Max(_onPlace[_place[o]], key);
            }
        }

        return (drop, stand);
    }

    /// <summary>
    /// Each candidate at its best without a place, and each place once more for whom it adds most.
    /// </summary>
    private long AnyOrder(long[] keys, Prices prices, int depth, Partial at)
    {
        const long Never = long.MinValue / 4;
        long sum = 0;
        Span<long> adds = stackalloc long[_places];
        for (var d = depth; d < _n; d++)
        {
            var (drop, stand) = Values(_open[d], keys, prices, at);
            var alone = Math.Max(drop, stand);
            if (alone <= Blocked)
            {
                // It has to have a place: the bound is that of its best one.
                alone = _onPlace.Max();
                if (alone <= Blocked)
                {
                    return Never;
                }
            }

            sum += alone;
            for (var j = 0; j < _places; j++)
            {
                adds[j] = Math.Max(adds[j], _onPlace[j] - alone);
            }
        }

        foreach (var add in adds)
        {
            sum += add;
        }

        return sum;
    }
}
