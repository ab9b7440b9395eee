using Gemmifer.Core.Plans;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.Vines;

/// <summary>What a plan of spurs, and the budget itself, warn of.</summary>
internal static class SpurWarnings
{
    /// <summary>What the budget itself wants said.</summary>
    internal static IEnumerable<PlanWarning> OnBudget(Budget budget)
    {
        if (budget.Corrected > budget.Cap)
        {
            yield return new PlanWarning(
                "budget",
                $"The rule asks for {budget.Corrected} buds; {budget.Cap} are the most for the room of this vine along "
                    + "the row."
            );
        }

        if (budget.Hard)
        {
            yield return new PlanWarning(
                "weak",
                "Fewer prunings than the first unit of the rule: the vine is weak. "
                    + "Prune hard as planned here, and take the flower clusters off this year."
            );
        }

        if (budget.Doubt)
        {
            yield return new PlanWarning(
                "weak",
                "The prunings weigh about the first unit of the rule, which does not tell whether the vine is weak. "
                    + "Look at its shoots in early summer: where they are short, take the flower clusters off."
            );
        }
    }

    internal static IEnumerable<PlanWarning> Warnings(
        Survey survey,
        IReadOnlyList<SpurPlan.Candidate> kept,
        Budget budget,
        int shortBy
    )
    {
        if (shortBy > 0)
        {
            yield return new PlanWarning(
                "budget",
                $"The budget asks for {budget.Buds} buds; the places that stay hold {shortBy} fewer. "
                    + "The strongest carry one more already. Lay a longer arm, or leave more places, if it is to fill "
                    + "its room."
            );
        }

        foreach (
            var pinned in kept.Where(k =>
                k.Best.Stem.Pin is Pin.Keep
                && k.Best.Finding.Verdict is not (Verdict.Sound or Verdict.Unsure or Verdict.Soft)
            )
        )
        {
            yield return new PlanWarning(
                "pin",
                $"{pinned.Best.Stem.Id} stays because you asked, although it is "
                    + $"{Wording.Of(pinned.Best.Finding.Verdict)}.",
                pinned.Best.Stem.Id
            );
        }

        var clash = kept.Where(k => k.Must)
            .GroupBy(k => k.Position.On?.Id)
            .Any(g =>
                g.Select(k => k.Position.AlongMm).Order().ToArray() is var at
                && at.Zip(at.Skip(1)).Any(x => x.Second - x.First < survey.School.SpacingMm - 1e-6)
            );
        if (
            clash
            && survey.Vine!.System != VineSystem.Goblet
            && VineRules.SystemOf(survey.School.Id) != VineSystem.Goblet
        )
        {
            yield return new PlanWarning(
                "relaxed",
                $"Some spurs stand closer than {Wording.Mm(survey.School.SpacingMm)}: "
                    + "you asked for all of them to stay."
            );
        }
    }
}
