using Gemmifer.Core.Plans;
using Gemmifer.Core.Stems;

namespace Gemmifer.Core.Families.Vines;

/// <summary>What a way of working on a vine comes to, beside the decisions on its stems.</summary>
/// <param name="Score">In thousandths; null where nothing was chosen among.</param>
/// <param name="Canes">Ids of the canes that are laid along the wire.</param>
/// <param name="BudsWanted">Buds that are meant to grow; null where those that stay are.</param>
/// <param name="LaterBuds">Where the prune waits until growth shows: the buds it will leave about.</param>
internal sealed record VineOutcome(
    Budget? Budget,
    int Room,
    int Short,
    IReadOnlyList<PlanPosition> Positions,
    long? Score = null,
    long? Bound = null,
    IReadOnlyList<PlanWarning>? Warnings = null,
    IReadOnlyList<PlanVineYear>? Timeline = null,
    IReadOnlyList<PlanStep>? Steps = null,
    int? BudsWanted = null,
    IReadOnlySet<StemId>? Canes = null,
    int LaterBuds = 0
);
