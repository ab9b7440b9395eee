using System.Runtime.CompilerServices;

namespace Gemmifer.Core.Choice;

internal sealed partial class BoundedSearch
{
    /// <summary>
    /// What keeping up to so many of the listed candidates can add. Candidates are put into groups in which each later
    /// one pays the
    /// toll to some earlier one of its group; the first of a group stands for whichever of them is kept first.
    /// </summary>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    private long Slots(int extras, int fixedFrom, int room, int need)
    {
        long total = 0;
        for (var f = fixedFrom; f < _n; f++)
        {
            for (var g = f + 1; g < _n; g++)
            {
                total -= _toll[(_byExtra[f] * _n) + _byExtra[g]];
            }

            for (var k = 0; k < extras; k++)
            {
                _extra[k] += _toll[(_byExtra[f] * _n) + _byExtra[k]];
            }
        }

        if (total <= Blocked)
        {
            return total;
        }

        Array.Sort(_extra, _byExtra, 0, extras);
        var (groups, slots) = (0, 0);
        for (var k = 0; k < extras && room > 0; k++)
        {
            var x = _byExtra[k];
            var worth = -_extra[k];
            if (
                (slots >= need && worth <= 0 && (need == 0 || worth <= _slots[need - 1]))
                || (slots == room && worth <= _slots[room - 1])
            )
            {
                break;
            }

            var (into, most) = GroupFor(x, groups);
            if (into < 0)
            {
                (_group[groups], _nextInGroup[x]) = (x, -1);
                groups++;
            }
            else
            {
                (_nextInGroup[x], _group[into]) = (_group[into], x);
                worth -= most;
            }

            slots = Insert(worth, slots, room);
        }

        for (var s = 0; s < Math.Min(slots, room); s++)
        {
            if (s < need || _slots[s] > 0)
            {
                total += _slots[s];
            }
        }

        return total;
    }

    /// <summary>
    /// The group of which a candidate pays most to each, and how much that is; -1 where it pays to none.
    /// </summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private (int Group, long Toll) GroupFor(int x, int groups)
    {
        var (into, most) = (-1, 0L);
        for (var g = 0; g < groups; g++)
        {
            var least = long.MaxValue;
            for (var y = _group[g]; y >= 0 && least > most; y = _nextInGroup[y])
            {
                least = Math.Min(least, _toll[(x * _n) + y]);
            }

            (into, most) = least > most ? (g, least) : (into, most);
        }

        return (into, most);
    }

    /// <summary>Puts a worth into the sorted list of the best so far, as many as there is room for.</summary>
    /// <returns>How many there are.</returns>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private int Insert(long worth, int slots, int room)
    {
        var at =
            slots < room ? slots++
            : _slots[room - 1] < worth ? room - 1
            : -1;
        for (; at >= 0; at--)
        {
            if (at > 0 && _slots[at - 1] < worth)
            {
                _slots[at] = _slots[at - 1];
                continue;
            }

            _slots[at] = worth;
            break;
        }

        return slots;
    }
}
