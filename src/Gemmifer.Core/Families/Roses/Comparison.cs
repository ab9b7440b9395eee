using Gemmifer.Core.Choice;

namespace Gemmifer.Core.Families.Roses;

/// <summary>What tells two choices apart.</summary>
internal enum Difference
{
    /// <summary>What a cane is worth by itself.</summary>
    Own,

    /// <summary>Two canes that were seen to rub.</summary>
    Rubs,

    /// <summary>Two canes that touch in the wind.</summary>
    Touch,

    /// <summary>Two ends that compete for one side or one place.</summary>
    Close,

    /// <summary>Two ends at different heights.</summary>
    Level,

    /// <summary>Two shoots that fill the same gap.</summary>
    Gap,

    /// <summary>An old cane without a young one beside it.</summary>
    Successor,

    /// <summary>Canes that stay now and would go, with what they are worth beside the others.</summary>
    Instead,

    /// <summary>Canes that go now and would stay.</summary>
    Back,

    /// <summary>Canes that stay either way and would be cut or laid otherwise.</summary>
    Others,

    /// <summary>Wood that comes off, where it has a price.</summary>
    Wood,
}

/// <summary>One part of what the choice is worth more than another.</summary>
/// <param name="With">The candidate of a pair; null of other parts.</param>
/// <param name="Want">Of a cane's own worth, for what.</param>
/// <param name="Points">So much less in the other choice; below 0 for more. Points.</param>
internal sealed record Part(Difference What, double Points, Want? Want = null, int? With = null);

/// <summary>
/// The choice beside the best one in which one cane stays that goes now: what the second is worth less, part by part.
/// The parts add up to the difference of the two.
/// </summary>
internal sealed class Comparison
{
    private readonly SolvedChoice _now;
    private readonly OtherChoice _other;
    private readonly int _i;

    /// <param name="now">The choice.</param>
    /// <param name="other">The best in which the candidate stays.</param>
    /// <param name="i">The candidate.</param>
    public Comparison(SolvedChoice now, OtherChoice other, int i)
    {
        (_now, _other, _i) = (now, other, i);
        Instead = [.. Others.Where(j => Now(j).Keeps && !other.Of(j).Keeps)];
        Back = [.. Others.Where(j => !Now(j).Keeps && other.Of(j).Keeps)];
        Parts = [.. All()];
    }

    /// <summary>Canes that stay now and would go.</summary>
    public int[] Instead { get; }

    /// <summary>Canes that go now and would stay.</summary>
    public int[] Back { get; }

    public IReadOnlyList<Part> Parts { get; }

    /// <summary>What decides: the part by which most is lost; null where nothing is.</summary>
    public Part? Decider =>
        Parts
            .Where(p => p.Points > 0)
            .OrderByDescending(p => Math.Round(p.Points, 3))
            .ThenBy(p => p.What)
            .ThenBy(p => p.Want)
            .ThenBy(p => p.With)
            .FirstOrDefault();

    private IEnumerable<int> Others => Enumerable.Range(0, _now.Model.Candidates).Where(j => j != _i);

    // As it was solved: where ends have their room within a window is no part of it.
    private CutOption Now(int j) => _now.Sorted.Candidates[j].Options[_now.Choice.Result.Chosen[j]];

    private IEnumerable<Part> All()
    {
        foreach (var own in Wants(_i, _other))
        {
            yield return new Part(Difference.Own, -own.Points, own.Want);
        }

        foreach (var j in Others.Where(j => _other.Of(j).Keeps))
        {
            var pair = _other.Way.Builder.Pair(
                _now.Sorted.Candidates[_i].Stem,
                _other.Of(_i),
                _now.Sorted.Candidates[j].Stem,
                _other.Of(j)
            );
            yield return new Part(Difference.Rubs, -pair.Rubs, null, j);
            yield return new Part(Difference.Touch, -pair.Touch, null, j);
            yield return new Part(Difference.Close, -pair.Close - Short(_i, j), null, j);
            yield return new Part(Difference.Level, -pair.Level, null, j);
            yield return new Part(Difference.Gap, -pair.Gap, null, j);
            yield return new Part(Difference.Successor, -pair.Successor, null, j);
        }

        var (now, then) = (_now.Model, _other.Way.Model);
        double Single(ChoiceModel model, int o) => model.Points[o] / 1000.0;
        double Both(SolvedChoice way, int o, int q) =>
            (
                way.Model.PairPoints[o, q]
                - (way.Choice.Limits.Spacing ? 0 : BranchAndBound.ShortfallPoints(way.Model.SpacingShortMm[o, q]))
            ) / 1000.0;
        int N(int j) => now.First[j] + _now.Choice.Result.Chosen[j];
        int[] same = [.. Others.Where(j => Now(j).Keeps == _other.Of(j).Keeps)];
        yield return new Part(
            Difference.Instead,
            Instead.Sum(j => Single(now, N(j)) - Single(then, _other.Global(j)))
                + Instead.Sum(j =>
                    same.Sum(k => Both(_now, N(j), N(k))) + Instead.Where(k => k < j).Sum(k => Both(_now, N(j), N(k)))
                )
        );
        yield return new Part(
            Difference.Back,
            Back.Sum(j => Single(now, N(j)) - Single(then, _other.Global(j)))
                - Back.Sum(j =>
                    same.Sum(k => Both(_other.Way, _other.Global(j), _other.Global(k)))
                    + Back.Where(k => k < j).Sum(k => Both(_other.Way, _other.Global(j), _other.Global(k)))
                )
        );
        yield return new Part(
            Difference.Others,
            same.Sum(j => Single(now, N(j)) - Single(then, _other.Global(j)))
                + same.Sum(j =>
                    same.Where(k => k < j)
                        .Sum(k => Both(_now, N(j), N(k)) - Both(_other.Way, _other.Global(j), _other.Global(k)))
                )
        );
        double Wood(SolvedChoice way, Func<int, int> global) =>
            Enumerable
                .Range(0, way.Model.Candidates)
                .Sum(j => way.Choice.Limits.PriceOf(way.Model.RemovedMm[global(j)])) / 1000.0;
        yield return new Part(Difference.Wood, Wood(_other.Way, _other.Global) - Wood(_now, N));
    }

    private double Short(int i, int j) =>
        _other.Way.Choice.Limits.Spacing
            ? 0
            : BranchAndBound.ShortfallPoints(_other.Way.Model.SpacingShortMm[_other.Global(i), _other.Global(j)])
                / 1000.0;

    private static IEnumerable<(Want Want, double Points)> Wants(int i, OtherChoice other) =>
        other
            .Way.Builder.Terms(other.Way.Sorted.Candidates[i], other.Of(i))
            .GroupBy(t => t.Want)
            .Select(g => (g.Key, g.Sum(t => t.Points)));
}
