using Gemmifer.Core.Plans;

namespace Gemmifer.Core.Families.CaneFruit;

/// <summary>What rows of cane fruit add to a plan.</summary>
public static class RowPlans
{
    extension(PlanDocument plan)
    {
        /// <summary>What is only said of a row of cane fruit; null for other kinds.</summary>
        public PlanRow? Row => plan.Part as PlanRow;
    }
}
