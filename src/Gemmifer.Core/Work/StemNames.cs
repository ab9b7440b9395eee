using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Work;

/// <summary>The stems of a season, with what was done to them.</summary>
/// <param name="Stems">As they were noted.</param>
/// <param name="Survey">That season's; null where it cannot be read.</param>
public sealed record SeasonOfStems(
    int Season,
    IReadOnlyList<NotedStem> Stems,
    IReadOnlyList<StepDone> Done,
    Survey? Survey
);

/// <summary>What stems are called so many seasons on that became part of another, by their names.</summary>
public delegate IReadOnlyDictionary<StemId, StemId> Renaming(IReadOnlyList<CarriedStem> carried, int seasons);

/// <summary>
/// A cane keeps its letter as long as it stands; the letter of one that went may be another's some winters on.
/// </summary>
public static class StemNames
{
    /// <summary>
    /// What the stems of each season are called in the last one; those that stand no longer are not in it.
    /// </summary>
    /// <param name="renamed">As the family of the plant has it.</param>
    /// <param name="seasons">In order of time; the last one as it is now.</param>
    public static IReadOnlyDictionary<int, IReadOnlyDictionary<StemId, StemId>> Now(
        Renaming renamed,
        IReadOnlyList<SeasonOfStems> seasons
    )
    {
        var now = new Dictionary<int, IReadOnlyDictionary<StemId, StemId>>();
        IReadOnlyDictionary<StemId, StemId>? later = null;
        for (var i = seasons.Count - 1; i >= 0; i--)
        {
            var names = seasons[i].Stems.ToDictionary(s => s.Id, s => s.Id);
            if (later is not null)
            {
                names = Next(renamed, seasons[i], seasons[i + 1].Season)
                    .Where(n => later.ContainsKey(n.Value))
                    .ToDictionary(n => n.Key, n => later[n.Value]);
            }

            now[seasons[i].Season] = later = names;
        }

        return now;
    }

    /// <summary>What the stems of a season are called in a later one, if they were found there.</summary>
    private static Dictionary<StemId, StemId> Next(Renaming renamed, SeasonOfStems from, int season)
    {
        var carried = CarryOver.Stems(from.Stems, from.Done, season - from.Season, from.Survey);
        var merged = renamed(carried, season - from.Season);
        return carried.ToDictionary(c => c.Stem.Id, c => merged.GetValueOrDefault(c.Stem.Id, c.Stem.Id));
    }
}
