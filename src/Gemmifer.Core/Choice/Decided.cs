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
    StemId? Successor
)
{
    /// <summary>What waits for the main prune; null where nothing does.</summary>
    public Waiting? Later { get; init; }

    /// <summary>Whether its finished flowers are nipped off at the stalk.</summary>
    public bool Nip { get; init; }

    /// <summary>Stays on the plant by decision.</summary>
    public bool Kept => Decision is Decision.Keep or Decision.Shorten;
}

/// <summary>A cut that waits for its season.</summary>
/// <param name="Decision">What then becomes of the stem.</param>
/// <param name="Option">The cut; null where it falls with its parent.</param>
/// <param name="Stage">The stage it would stand in.</param>
public sealed record Waiting(Decision Decision, CutOption? Option, Stage Stage);
