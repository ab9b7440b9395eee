using System.Collections.Immutable;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.Roses;

/// <summary>
/// Which of the canes that stay are next to go, and which of them are kept until a young one has proved itself (common
/// practice, no source): old wood first, what no longer flowers before what does, the older before the younger, as many
/// as the school lets go in one winter. Last winter's naming is weighed when the next winter comes; see
/// <see cref="Named"/>.
/// </summary>
internal static class NextWinter
{
    /// <summary>
    /// The canes that are next to go, the first of them first; none where the school takes no old wood.
    /// </summary>
    /// <param name="whole">The stems once all of this year's work is done.</param>
    public static ImmutableArray<NextCane> Of(Survey survey, ImmutableArray<Decided> whole)
    {
        var kind = survey.Plant.Kind;
        if (survey.School.Sheared || survey.School.OldShare <= 0 || kind.Hangs)
        {
            return [];
        }

        var kept = whole
            .Where(d => d.Stem.TopLevel && d.Kept && d.Finding.Verdict != Verdict.Sucker && d.Option?.TakeOver is null)
            .ToDictionary(d => d.Stem.Id);
        var old = kept
            .Values.Where(d => d.Stem.Age + 1 >= kind.OldFrom && d.Stem.Pin is not Pin.Keep)
            .OrderBy(d => d.Stem.Has(Sign.Unproductive) ? 0 : 1)
            .ThenByDescending(d => d.Stem.Age)
            .ThenBy(d => d.Stem.Has(Sign.Productive) ? 1 : 0)
            .ThenBy(d => d.Stem.DiameterMm)
            .ThenBy(d => d.Stem.Id, StringComparer.Ordinal)
            .ToArray();
        var most = Math.Max(1, (int)Math.Floor((survey.School.OldShare * old.Length) + 1e-9));
        return [.. old.Take(Math.Min(most, kept.Count - 1)).Select(d => NextOf(d, kept))];
    }

    private static NextCane NextOf(Decided d, Dictionary<StemId, Decided> kept)
    {
        var id = d.Stem.Id;
        if (d.Successor is not { } young || !kept.TryGetValue(young, out var successor))
        {
            return new NextCane(
                id,
                null,
                false,
                $"{id} is next to go, once a young cane beside it can take its place: leave one this summer."
            );
        }

        return successor.Stem.Age == 1
            ? new NextCane(
                id,
                young,
                true,
                $"{id} is kept in reserve until {young} has proved itself; then it is next to go."
            )
            : new NextCane(id, young, false, $"{id} is next to go: {young} is to take its place.");
    }
}
