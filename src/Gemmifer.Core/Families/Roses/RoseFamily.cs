using Gemmifer.Core.Families.Roses.Climbing;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Supports;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.Roses;

/// <summary>
/// Roses, free-standing and climbing: canes are chosen and cut in one optimum, and laid on a support where there is
/// one.
/// </summary>
public sealed class RoseFamily : Family
{
    /// <inheritdoc/>
    public override PlantFamily Id { get; } = new("rose");

    /// <inheritdoc/>
    public override string Noun => "rose";

    /// <inheritdoc/>
    public override string? Refuses(PlantKind kind, SupportKind support) =>
        kind.Climbs && support == SupportKind.TTrellis
            ? "A T-trellis is for vines; a rose is tied to a wall, fence, wires, arch, obelisk, pergola or post."
            : null;

    /// <summary>A climber has no more canes than there is room for on its support.</summary>
    public override School Fit(School school, Plant plant, Support? support) =>
        base.Fit(school, plant, support) is var fitted && support is not null && plant.Kind.Climbs
            ? SupportRoom.Fit(fitted, support)
            : fitted;

    /// <inheritdoc/>
    public override IReadOnlyList<SurveyTask> Tasks => Enum.GetValues<SurveyTask>();

    /// <inheritdoc/>
    public override PlanDocument Plan(Survey survey, PlanDetail detail, CancellationToken cancel) =>
        OfTask(survey) ?? new CanePlanner(survey, new CaneTask(Noun, []), cancel).Plan(detail);

    /// <inheritdoc/>
    public override PlanDocument PlanWithFlips(Survey survey, CancellationToken cancel) =>
        OfTask(survey) ?? new CanePlanner(survey, new CaneTask(Noun, []), cancel).PlanWithFlips();

    /// <inheritdoc/>
    public override IReadOnlyDictionary<StemId, Decision>? Decide(Survey survey, CancellationToken cancel) =>
        OfTask(survey)?.Stems.ToDictionary(s => s.Id, s => s.Decision)
        ?? new CanePlanner(survey, new CaneTask(Noun, []), cancel, CanePlanner.QuestionNodes).Decisions();

    /// <summary>The plan of a visit that is not the prune; null for that.</summary>
    private static PlanDocument? OfTask(Survey survey) =>
        survey.Task switch
        {
            SurveyTask.Round => new RoundPlan(survey).Plan(),
            SurveyTask.Cover => new WinterCover(survey).Cover(),
            SurveyTask.Uncover => new WinterCover(survey).Uncover(),
            _ => null,
        };
}
