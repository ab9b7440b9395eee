using Gemmifer.Core.Plans;

namespace Gemmifer.Core.Families.Canes;

/// <summary>Every cane solved the other way round, and what that would cost.</summary>
internal sealed class FlipTrials(SolvedChoice solved)
{
    private const int MostFlips = 30;
    private const long FlipNodes = 30_000;

    /// <summary>What would flip what was decided of a candidate; null where nothing can be said.</summary>
    public string? Of(int i)
    {
        var stem = solved.Sorted.Candidates[i].Stem;
        var keep = !solved.Chosen(i).Keeps;
        if (stem.Pin is not null)
        {
            return "Take your pin off, and it is decided with the others again.";
        }

        if (solved.Sorted.Climber is { InSeason: true })
        {
            return "In the main prune it is weighed beside the others.";
        }

        if (solved.Sorted.Climber?.Stiff.Contains(stem.Id) == true)
        {
            return "If its wood gives when you try it gently, note it as supple: then it is pulled back and tied.";
        }

        if (solved.Model.Candidates > MostFlips)
        {
            return null;
        }

        var other = solved.Choice.Search.Solve(FlipNodes / solved.Model.Candidates, (i, keep));
        if (other is null)
        {
            var looser =
                stem.DiameterMm < solved.School.ThinBelowMm
                    ? ""
                    : "; less room between ends, or more canes, would let it";
            return keep
                ? $"It cannot stay beside the others under this school{looser}."
                : "The limits of this school hold it: without it too much wood would go.";
        }

        var changes = Enumerable
            .Range(0, solved.Model.Candidates)
            .Where(j => j != i && solved.Model.Keeps[solved.Model.First[j] + other.Chosen[j]] != solved.Chosen(j).Keeps)
            .ToLookup(j => solved.Chosen(j).Keeps, j => solved.Sorted.Candidates[j].Stem.Id);
        var (goes, stays) = (changes[true].ToArray(), changes[false].ToArray());
        var cost = ((solved.Choice.Result.Score - other.Score) / 1000.0) switch
        {
            < 2 => "nearly as good",
            < 8 => "somewhat poorer",
            _ => "clearly poorer",
        };
        var thin =
            keep && stem.DiameterMm < solved.School.ThinBelowMm
                ? $" At {Wording.Thickness(solved.School.ThinBelowMm)} or thicker it would be weighed like the others."
                : "";
        return (keep, goes.Length, stays.Length) switch
        {
            (true, 0, _) => $"If it stayed, no other cane would have to go; the plan would be {cost}.{thin}",
            (true, _, _) => $"If it stayed, {Wording.List(goes)} would go instead; the plan would be {cost}.{thin}",
            (false, _, 0) => $"If it went, nothing would take its place; the plan would be {cost}.",
            (false, _, _) => $"If it went, {Wording.List(stays)} would stay instead; the plan would be {cost}.",
        };
    }
}
