using Gemmifer.Core.Plans;
using Gemmifer.Core.Stems;

namespace Gemmifer.Core.Families.Roses;

/// <summary>
/// The joint choice with one cane forced to stay or to go, solved in the model that is there already: what planning
/// anew with that pin comes to, at a fraction of the effort.
/// </summary>
internal sealed class PinnedChoice(SolvedChoice solved)
{
    private readonly Dictionary<StemId, int> _numbers = solved
        .Sorted.Candidates.Select((c, i) => (c.Stem.Id, i))
        .ToDictionary(c => c.Id, c => c.i);

    /// <summary>What then becomes of the canes that are chosen among; null where it has to be planned anew.</summary>
    public IReadOnlyDictionary<StemId, Decision>? Decisions(StemId id, bool keep)
    {
        // Out of season the gardener's word alone is done on the day. Limits that were relaxed, what may wait a year,
        // and a place that was asked for on a support come out otherwise where the gardener has a word in them.
        if (
            solved.Survey.ElectiveWait
            || solved.Sorted.TwoYears
            || solved.Sorted.Climber is { InSeason: true }
            || solved.Choice.Relaxed.Length > 0
            || !_numbers.TryGetValue(id, out var forced)
            || solved.Sorted.Candidates[forced].Stem.Towards is not null
            || solved.Forced(forced, keep) is not { } other
        )
        {
            return null;
        }

        return solved
            .Sorted.Candidates.Select((c, i) => (c.Stem, Option: other.Of(i)))
            .ToDictionary(c => c.Stem.Id, c => SolvedChoice.DecisionOf(c.Stem, c.Option));
    }
}
