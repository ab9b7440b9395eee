using Gemmifer.Core.Plans;

namespace Gemmifer.Core.Families.Vines;

/// <summary>What vines add to a plan.</summary>
public static class VinePlans
{
    extension(PlanDocument plan)
    {
        /// <summary>What is only said of vines; null for other kinds.</summary>
        public PlanVine? Vine => plan.Part as PlanVine;
    }
}
