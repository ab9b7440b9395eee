using Gemmifer.Core.Families.Roses;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.Shrubs;

/// <summary>Other woody plants: a simple routine, and single canes where somebody noted them.</summary>
public sealed class ShrubFamily : Family
{
    /// <inheritdoc/>
    public override PlantFamily Id { get; } = new("shrub");

    /// <inheritdoc/>
    public override string Noun => "shrub";

    /// <summary>A shrub has no graft above the soil to speak of.</summary>
    public override IReadOnlyList<PlantFact> Knows => [PlantFact.Vigour, PlantFact.Neglected, PlantFact.Rootstock];

    /// <summary>The routine is the same for all.</summary>
    public override IReadOnlyList<PlantFact> Asks => [];

    /// <summary>The routine does without a walk round the canes.</summary>
    public override string? WithoutStems(bool part) => null;

    /// <inheritdoc/>
    public override PlanDocument Plan(Survey survey, PlanDetail detail, CancellationToken cancel) =>
        new CanePlanner(survey, new CaneTask(Noun, ShrubRoutine.Steps(survey.Date)), cancel).Plan(detail);

    /// <inheritdoc/>
    public override PlanDocument PlanWithFlips(Survey survey, CancellationToken cancel) =>
        new CanePlanner(survey, new CaneTask(Noun, ShrubRoutine.Steps(survey.Date)), cancel).PlanWithFlips();

    /// <inheritdoc/>
    public override IReadOnlyDictionary<StemId, Decision>? Decide(Survey survey, CancellationToken cancel) =>
        new CanePlanner(survey, new CaneTask(Noun, []), cancel, CanePlanner.QuestionNodes).Decisions();
}
