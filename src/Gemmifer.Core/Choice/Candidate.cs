using System.Collections.Immutable;
using Gemmifer.Core.Diagnosis;
using Gemmifer.Core.Stems;

namespace Gemmifer.Core.Choice;

/// <summary>A cane the choice is about.</summary>
/// <param name="Old">Old wood that the renewal share protects.</param>
/// <param name="Replaced">Old wood past flowering that a young cane can replace.</param>
/// <param name="Strongest">The strongest young cane, which is never the price of another wish.</param>
/// <param name="Unasked">Its options without the gardener's word, by which buds that were found are weighed; default
/// where there is none.</param>
public sealed record Candidate(
    Stem Stem,
    Finding Finding,
    ImmutableArray<CutOption> Options,
    bool Old,
    bool Replaced = false,
    bool Strongest = false,
    ImmutableArray<CutOption> Unasked = default
);
