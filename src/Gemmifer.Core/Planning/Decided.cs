using System.Collections.Immutable;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Diagnosis;
using Gemmifer.Core.Stems;

namespace Gemmifer.Core.Planning;

/// <summary>One stem with what was decided about it.</summary>
/// <param name="Decision">keep, shorten, remove, defer, check or untouched.</param>
/// <param name="Option">The cut; null where there is none, or where the stem falls with its parent.</param>
/// <param name="Stage">Stage of its step.</param>
public sealed record Decided(
    Stem Stem, Finding Finding, string Decision, CutOption? Option, string Stage, ImmutableArray<PlanReason> Reasons, string? Flips, string? Successor)
{
    /// <summary>Stays on the plant by decision.</summary>
    public bool Kept => Decision is "keep" or "shorten";
}
