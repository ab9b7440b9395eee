using Gemmifer.Core.Plans;

namespace Gemmifer.Core.Families.Vines;

/// <summary>What to know about a choice of long canes.</summary>
internal static class LongCaneWarnings
{
    public static IEnumerable<PlanWarning> OnCanes(int canes, int wanted, Budget budget, int shortBy)
    {
        if (shortBy > 0)
        {
            yield return new PlanWarning(
                "budget",
                $"The budget asks for {budget.Buds} buds; {Wording.Count(canes, "cane", "canes")} with no more than "
                    + $"they hold leave {shortBy} short."
            );
        }

        if (canes < wanted)
        {
            yield return new PlanWarning(
                "few-canes",
                $"The budget asks for {Wording.Count(wanted, "cane", "canes")}; "
                    + $"{(canes == 0 ? "none is" : canes == 1 ? "one is" : $"{canes} are")} good enough."
            );
        }
    }

    public static IEnumerable<PlanWarning> OnLength(Budget budget, IReadOnlyList<int> buds, int least)
    {
        if (buds.Any(b => b < least) && budget.Buds < least)
        {
            yield return new PlanWarning(
                "budget",
                $"The budget is less than the {least} buds of one cane: a short cane is left."
            );
        }
    }

    public static IEnumerable<PlanWarning> OnProof(CaneChoice choice)
    {
        if (choice.Bound > choice.Score)
        {
            yield return new PlanWarning(
                "unproved",
                "With so many shoots not every choice was tried: the best found has "
                    + $"{Wording.Number(choice.Score / 1000.0)} points, none can have more than "
                    + $"{Wording.Number(choice.Bound / 1000.0)}."
            );
        }
    }
}
