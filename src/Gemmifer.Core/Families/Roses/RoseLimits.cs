using System.Collections.Immutable;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Families.Roses.Climbing;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.Roses;

/// <summary>The limits of the choice on a rose: how much may go, how much of it old, how few canes stay.</summary>
internal static class RoseLimits
{
    /// <summary>
    /// The most of the live wood that may go: less from a weak plant, and in the first of two winters; more from a
    /// strong one.
    /// </summary>
    public static double RemoveShare(Survey survey, bool twoYears) =>
        survey.Plant.Vigour == Vigour.Weak ? survey.School.RemoveShareWeak
        : twoYears ? Math.Min(RoseNumbers.Of.FirstWinterShare, survey.School.RemoveShare)
        : survey.Plant.Vigour == Vigour.Strong
            ? Math.Max(
                survey.School.RemoveShare,
                Math.Min(RoseNumbers.Of.MostRemoved, survey.School.RemoveShare + RoseNumbers.Of.StrongMore)
            )
        : survey.School.RemoveShare;

    internal static ChoiceLimits LimitsOf(
        Survey survey,
        ImmutableArray<Candidate> candidates,
        IReadOnlyDictionary<StemId, Fate> fates,
        double totalMm,
        double forcedMm,
        bool twoYears
    )
    {
        var school = survey.School;
        var share = RemoveShare(survey, twoYears);
        var old = candidates.Count(c => c.Old);
        var oldLimit =
            survey.Plant.Neglected ? old
            : school.OldShare <= 0 ? 0
            : Math.Max(1, (int)Math.Floor((school.OldShare * old) + 1e-9));

        return new ChoiceLimits(
            true,
            true,
            school.CanesMax,
            Fewest(survey, candidates, fates),
            (long)Math.Floor((share * totalMm) - forcedMm + Tolerance.LengthMm),
            oldLimit,
            1000
                * (survey.Plant.Vigour == Vigour.Weak ? RoseNumbers.Of.WoodPriceWeak : RoseNumbers.Of.WoodPrice)
                / Math.Max(1, totalMm)
        );
    }

    /// <summary>
    /// The fewest canes that stay: as the school says, or as many as are worth keeping. A thin one is not, unless there
    /// are none but thin ones; of two that rub one is not; nor is an old one past flowering that a young one replaces.
    /// </summary>
    internal static int Fewest(
        Survey survey,
        ImmutableArray<Candidate> candidates,
        IReadOnlyDictionary<StemId, Fate> fates
    )
    {
        var able = candidates.Where(c => c.Options.Any(o => o.Keeps) && !c.Replaced).ToArray();
        var thick = able.Where(c => c.Stem.DiameterMm >= survey.School.ThinBelowMm).ToArray();
        var counted = new List<Stem>();
        foreach (var stem in (thick.Length > 0 ? thick : able).Select(c => c.Stem))
        {
            if (!counted.Any(o => o.Rubs.Contains(stem.Id) || stem.Rubs.Contains(o.Id)))
            {
                counted.Add(stem);
            }
        }

        var settled = fates.Count(f => f.Value is Fate.Untouched or Fate.Keep);
        return Math.Clamp(survey.School.CanesMin - settled, Math.Min(1, counted.Count), counted.Count);
    }
}
