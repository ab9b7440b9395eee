using System.Runtime.CompilerServices;

namespace Gemmifer.Core.Choice;

/// <summary>
/// Finds a good choice quickly, without proof: the exact search begins from it, so that a large plant gets a sensible
/// plan even
/// where the proof cannot be finished. Deterministic.
/// </summary>
/// <remarks>
/// Tabu search (F. Glover, ORSA Journal on Computing 1(3), 1989, from memory): always the best change of one candidate,
/// limits
/// broken costing far more than any want, the candidate changed last not being changed again at once.
/// </remarks>
public sealed class LocalSearch
{
    private const long PairCost = 1_000_000_000,
        UnitCost = 1_000_000_000,
        MmCost = 10_000_000,
        LevelCost = 100_000_000;

    private readonly ChoiceModel _model;
    private readonly ChoiceLimits _limits;
    private readonly int[] _candidateOf;
    private int[] _chosen = [];
    private (int Candidate, bool Keep)? _force;
    private readonly long[] _cost;
    private readonly long[] _pairs;
    private readonly long[] _points;
    private int _kept;
    private int _old;
    private int _young;
    private long _removed;

    /// <summary>Prepares a search; it can then be asked several questions about the same model.</summary>
    public LocalSearch(ChoiceModel model, ChoiceLimits limits)
    {
        (_model, _limits) = (model, limits);
        _candidateOf = new int[model.Options];
        _pairs = new long[model.Options];
        _points =
        [
            .. Enumerable.Range(0, model.Options).Select(o => model.Points[o] - limits.PriceOf(model.RemovedMm[o])),
        ];
        _cost = new long[model.Options * model.Options];
        for (var o = 0; o < model.Options; o++)
        {
            for (var q = 0; q < o; q++)
            {
                _cost[(o * model.Options) + q] = _cost[(q * model.Options) + o] = PairCostOf(o, q);
            }
        }

        for (var i = 0; i < model.Candidates; i++)
        {
            Array.Fill(_candidateOf, i, model.First[i], model.First[i + 1] - model.First[i]);
        }
    }

    /// <summary>The best choice found that keeps the limits, or null where none was found.</summary>
    public static int[]? Find(
        ChoiceModel model,
        ChoiceLimits limits,
        int[] start,
        CancellationToken cancel = default
    ) => new LocalSearch(model, limits).Find(start, null, cancel);

    /// <summary>The best choice found that keeps the limits, or null where none was found.</summary>
    /// <param name="start">Where to begin.</param>
    /// <param name="force">A candidate that must stay or must go; null to leave all free.</param>
    /// <param name="patience">Rounds without a better one after which it ends; null for as many as a first search
    /// takes.</param>
    public int[]? Find(
        int[] start,
        (int Candidate, bool Keep)? force,
        CancellationToken cancel = default,
        int? patience = null
    )
    {
        if (_model.Candidates == 0)
        {
            return [];
        }

        (_chosen, _force) = ([.. start], force);
        if (force is { } f)
        {
            var able = Enumerable
                .Range(_model.First[f.Candidate], _model.First[f.Candidate + 1] - _model.First[f.Candidate])
                .Where(o => _model.Keeps[o] == f.Keep)
                .ToArray();
            if (able.Length == 0)
            {
                return null;
            }

            _chosen[f.Candidate] = able.MaxBy(o => _points[o]) - _model.First[f.Candidate];
        }

        (_kept, _old, _young, _removed) = (0, 0, 0, 0);
        Array.Clear(_pairs);
        for (var i = 0; i < _model.Candidates; i++)
        {
            Count(_model.First[i] + _chosen[i], 1);
        }

        return Run(patience ?? (10 + (3 * _model.Candidates)), cancel);
    }

    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    private int[]? Run(int patience, CancellationToken cancel)
    {
        var n = _model.Candidates;
        var freeFrom = new int[n];
        // Near a good choice there is one soon, or the exact search has to say that there is none.
        var (rounds, improved) = (_force is null ? 100 + (12 * n) : 2 * n, 0);
        var (cost, best, found) = (Cost(_kept, _old, _young, _removed) - Total(), long.MaxValue, (int[]?)null);
        for (var round = 0; ; round++)
        {
            cancel.ThrowIfCancellationRequested();
            if (cost < best)
            {
                (best, improved) = (cost, round);
                found = BranchAndBound.Keeps(_model, _limits, _chosen) ? [.. _chosen] : found;
            }

            if (round == rounds || (found is not null && round - improved > patience))
            {
                return found;
            }

            var (move, least) = BestMove(freeFrom, round, best - cost);
            if (move < 0)
            {
                continue;
            }

            var moved = _candidateOf[move];
            Count(_model.First[moved] + _chosen[moved], -1);
            _chosen[moved] = move - _model.First[moved];
            Count(move, 1);
            freeFrom[moved] = round + 4 + (n / 8) + (round % 3);
            cost += least;
        }
    }

    /// <summary>The move that costs least, -1 where there is none, and what it costs.</summary>
    /// <param name="freeFrom">The round from which each candidate may move again.</param>
    /// <param name="record">A move that costs less than this makes the best choice so far, and may always be
    /// made.</param>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    private (int Move, long Cost) BestMove(int[] freeFrom, int round, long record)
    {
        var (points, keeps, removes, removesOld, uses) = (
            _points,
            _model.Keeps,
            _model.RemovedMm,
            _model.RemovesOld,
            _model.UsesYoung
        );
        var (move, least) = (-1, long.MaxValue);
        var broken = Cost(_kept, _old, _young, _removed);
        for (var i = 0; i < _model.Candidates; i++)
        {
            var now = _model.First[i] + _chosen[i];
            var (kept, old, young, removed) = (
                _kept - (keeps[now] ? 1 : 0),
                _old - (removesOld[now] ? 1 : 0),
                _young - (uses[now] ? 1 : 0),
                _removed - removes[now]
            );
            var from = points[now] - _pairs[now] - broken;
            for (var o = _model.First[i]; o < _model.First[i + 1]; o++)
            {
                if (o == now || (_force is { } f && f.Candidate == i && keeps[o] != f.Keep))
                {
                    continue;
                }

                var change =
                    from
                    - points[o]
                    + _pairs[o]
                    + Cost(
                        kept + (keeps[o] ? 1 : 0),
                        old + (removesOld[o] ? 1 : 0),
                        young + (uses[o] ? 1 : 0),
                        removed + removes[o]
                    );
                if (change < least && (freeFrom[i] <= round || change < record))
                {
                    (move, least) = (o, change);
                }
            }
        }

        return (move, least);
    }

    /// <summary>Adds an option to the sums, or takes it out.</summary>
    private void Count(int o, int sign)
    {
        _kept += sign * (_model.Keeps[o] ? 1 : 0);
        _old += sign * (_model.RemovesOld[o] ? 1 : 0);
        _young += sign * (_model.UsesYoung[o] ? 1 : 0);
        _removed += sign * _model.RemovedMm[o];
        var row = _cost.AsSpan(o * _pairs.Length, _pairs.Length);
        for (var q = 0; q < row.Length; q++)
        {
            _pairs[q] += sign * row[q];
        }
    }

    private long PairCostOf(int o, int q)
    {
        var shortBy = _model.SpacingShortMm[o, q];
        var cost = -_model.PairPoints[o, q];
        cost +=
            _model.Excluded[o, q] ? PairCost
            : shortBy == 0 ? 0
            : _limits.Spacing ? PairCost
            : BranchAndBound.ShortfallPoints(shortBy);
        return cost + (_limits.Level && _model.LevelBroken[o, q] ? LevelCost : 0);
    }

    private long Total() =>
        Enumerable
            .Range(0, _model.Candidates)
            .Sum(i =>
            {
                // Each pair is in the sums of both its ends.
                var o = _model.First[i] + _chosen[i];
                return _points[o] - (_pairs[o] / 2);
            });

    private long Cost(int kept, int old, int young, long removed) =>
        (
            UnitCost
            * (
                Math.Max(0, kept - _limits.MaxKept)
                + Math.Max(0, _limits.MinKept - kept)
                + Math.Max(0, old - _limits.MaxOldRemoved)
                + Math.Max(0, young - _limits.MaxYoungUsed)
            )
        ) + (_limits.MaxRemovedMm >= long.MaxValue / 4 ? 0 : MmCost * Math.Max(0, removed - _limits.MaxRemovedMm));
}
