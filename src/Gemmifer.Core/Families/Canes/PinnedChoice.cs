using Gemmifer.Core.Plans;

namespace Gemmifer.Core.Families.Canes;

/// <summary>
/// The joint choice with one cane forced to stay or to go, solved in the model that is there already: what planning
/// anew with that pin comes to, at a fraction of the effort.
/// </summary>
internal sealed class PinnedChoice(SolvedChoice solved)
{
    private const int MostCandidates = 30;
    private const long Nodes = 30_000;

    private readonly Dictionary<string, int> _numbers = solved
        .Sorted.Candidates.Select((c, i) => (c.Stem.Id, i))
        .ToDictionary(c => c.Id, c => c.i);

    /// <summary>What then becomes of the canes that are chosen among; null where it has to be planned anew.</summary>
    public IReadOnlyDictionary<string, Decision>? Decisions(string id, bool keep)
    {
        // Limits that were relaxed, the balance of old and young on a support, and what may wait a year come out
        // otherwise where the gardener has a word in them; out of season his word alone is done on the day.
        if (
            solved.Sorted.Climber is not null
            || solved.Sorted.TwoYears
            || solved.Survey.ElectiveWait
            || solved.Choice.Relaxed.Length > 0
            || solved.Model.Candidates > MostCandidates
            || !_numbers.TryGetValue(id, out var forced)
            || solved.Choice.Search.Solve(Nodes / solved.Model.Candidates, (forced, keep))
                is not { Optimal: true } other
        )
        {
            return null;
        }

        return solved
            .Sorted.Candidates.Select((c, i) => (c.Stem, Option: c.Options[other.Chosen[i]]))
            .ToDictionary(c => c.Stem.Id, c => SolvedChoice.DecisionOf(c.Stem, c.Option));
    }
}
