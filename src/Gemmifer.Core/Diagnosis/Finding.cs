using Gemmifer.Core.Plans;
using Gemmifer.Core.Schools;

namespace Gemmifer.Core.Diagnosis;

/// <summary>The finding on one stem.</summary>
/// <param name="SoundToMm">Where only part of it is affected: sound up to here, mm; null where the verdict is on all of
/// it.</param>
/// <param name="Text">The finding in one sentence.</param>
/// <param name="Provenance">Where the rule comes from.</param>
/// <param name="Ask">The check that would settle an unsure finding; null where nothing needs settling.</param>
public sealed record Finding(
    Verdict Verdict,
    double? SoundToMm,
    string Text,
    Provenance Provenance,
    string? Ask = null
);
