namespace Gemmifer.Core.Choice;

internal sealed partial class BoundedSearch
{
    /// <summary>What each option adds at best, before anything is chosen, and what choosing one changes.</summary>
    private void Prepare(long[] value)
    {
        for (var i = 0; i < _n; i++)
        {
            (_open[i], _least[i], _leastOld[i]) = (i, long.MaxValue, int.MaxValue);
            Impossible |= _first[i] == _first[i + 1];
            for (var o = _first[i]; o < _first[i + 1]; o++)
            {
                _least[i] = Math.Min(_least[i], _removed[o]);
                _leastOld[i] = Math.Min(_leastOld[i], _old[o] ? 1 : 0);
                var key = value[_original[o]];
                for (var j = 0; j < _n; j++)
                {
                    if (j == i)
                    {
                        continue;
                    }

                    var best = long.MinValue / 4;
                    for (var q = _first[j]; q < _first[j + 1]; q++)
                    {
                        best = Math.Max(best, _step[(o * _options) + q]);
                    }

                    // Rounded up, so that the two halves of a pair are never worth less than the pair.
                    key += _half[(j * _options) + o] = (best >> 1) + (best & 1);
                }

                _keys[0][o] = key;
            }
        }

        for (var i = 0; i < _n; i++)
        {
            for (var j = 0; j < i; j++)
            {
                _toll[(i * _n) + j] = _toll[(j * _n) + i] = Toll(i, j);
            }
        }

        // From here on: what choosing o changes in the key of q, the half counted for the pair being replaced by the
        // pair itself.
        for (var o = 0; o < _options; o++)
        {
            var row = _step.AsSpan(o * _options, _options);
            Combine(row, _half.AsSpan(_candidateOf[o] * _options, _options), row, -1);
        }
    }

    /// <summary>What two candidates lose at least, against the halves counted for them, when both are kept.</summary>
    private long Toll(int i, int j)
    {
        var least = -Forbidden;
        for (var o = _first[i]; o < _first[i + 1]; o++)
        {
            if (!_keeps[o] || _keys[0][o] <= Blocked)
            {
                continue;
            }

            for (var q = _first[j]; q < _first[j + 1]; q++)
            {
                if (_keeps[q] && _keys[0][q] > Blocked)
                {
                    least = Math.Min(
                        least,
                        _half[(j * _options) + o] + _half[(i * _options) + q] - _step[(o * _options) + q]
                    );
                }
            }
        }

        return least;
    }
}
