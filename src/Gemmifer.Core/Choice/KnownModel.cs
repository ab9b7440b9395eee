using System.Collections.Immutable;

namespace Gemmifer.Core.Choice;

/// <summary>
/// The first model of a plant, from which a later one with one stem changed takes what its pairs of options are worth,
/// where both canes are as they were. For one planning on one thread.
/// </summary>
internal sealed class KnownModel
{
    private ChoiceModel? _model;
    private ImmutableArray<Candidate> _candidates = [];
    private ImmutableArray<(double From, double Width)> _gaps = [];

    /// <summary>Keeps the first model that is built.</summary>
    /// <param name="gaps">The sectors without a cane, by which options are worth more.</param>
    public void Remember(
        ChoiceModel model,
        ImmutableArray<Candidate> candidates,
        ImmutableArray<(double From, double Width)> gaps
    )
    {
        if (_model is null)
        {
            (_model, _candidates, _gaps) = (model, candidates, gaps);
        }
    }

    /// <summary>For each candidate the number it has in the first model if it is as it was there; -1 where it is
    /// not.</summary>
    public int[] Same(ImmutableArray<Candidate> candidates, ImmutableArray<(double From, double Width)> gaps)
    {
        var same = new int[candidates.Length];
        Array.Fill(same, -1);
        if (_model is null || !gaps.SequenceEqual(_gaps))
        {
            return same;
        }

        // Candidates are in order of id in both.
        var from = 0;
        for (var i = 0; i < candidates.Length; i++)
        {
            while (
                from < _candidates.Length && string.CompareOrdinal(_candidates[from].Stem.Id, candidates[i].Stem.Id) < 0
            )
            {
                from++;
            }

            if (
                from < _candidates.Length
                && ReferenceEquals(_candidates[from].Stem, candidates[i].Stem)
                && Unchanged(_candidates[from].Options, candidates[i].Options)
            )
            {
                same[i] = from;
            }
        }

        return same;
    }

    private static bool Unchanged(ImmutableArray<CutOption> one, ImmutableArray<CutOption> other)
    {
        if (one.Length != other.Length)
        {
            return false;
        }

        for (var k = 0; k < one.Length; k++)
        {
            if (!ReferenceEquals(one[k], other[k]))
            {
                return false;
            }
        }

        return true;
    }

    /// <summary>Fills in what every pair of options of two candidates is worth.</summary>
    /// <param name="i">A candidate of the model, <paramref name="p"/> in the first.</param>
    /// <param name="j">Another, <paramref name="q"/> in the first.</param>
    public void CopyPairs(ChoiceModel to, int i, int p, int j, int q)
    {
        CopyRows(to, i, p, j, q);
        CopyRows(to, j, q, i, p);
    }

    private void CopyRows(ChoiceModel to, int i, int p, int j, int q)
    {
        var from = _model!;
        var length = to.First[j + 1] - to.First[j];
        for (var k = 0; k < to.First[i + 1] - to.First[i]; k++)
        {
            var source = ((from.First[p] + k) * from.Options) + from.First[q];
            var target = ((to.First[i] + k) * to.Options) + to.First[j];
            Array.Copy(from.PairPoints, source, to.PairPoints, target, length);
            Array.Copy(from.SpacingShortMm, source, to.SpacingShortMm, target, length);
            Array.Copy(from.LevelBroken, source, to.LevelBroken, target, length);
            Array.Copy(from.Excluded, source, to.Excluded, target, length);
        }
    }
}
