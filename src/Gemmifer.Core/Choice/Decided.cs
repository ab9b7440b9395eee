using System.Collections.Immutable;
using Gemmifer.Core.Diagnosis;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Stems;

namespace Gemmifer.Core.Choice;

/// <summary>One stem with what was decided about it.</summary>
/// <param name="Option">The cut; null where there is none, or where the stem falls with its parent.</param>
/// <param name="Stage">Stage of its step.</param>
public sealed record Decided(
    Stem Stem,
    Finding Finding,
    Decision Decision,
    CutOption? Option,
    Stage Stage,
    ImmutableArray<PlanReason> Reasons,
    string? Successor
)
{
    /// <summary>Stays on the plant by decision.</summary>
    public bool Kept => Decision is Decision.Keep or Decision.Shorten;
}
