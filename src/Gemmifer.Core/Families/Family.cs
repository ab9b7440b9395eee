using System.Collections.Immutable;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Supports;
using Gemmifer.Core.Surveys;
using Gemmifer.Core.Work;

namespace Gemmifer.Core.Families;

/// <summary>How much a plan says.</summary>
public enum PlanDetail
{
    /// <summary>All of it.</summary>
    Full,

    /// <summary>
    /// Without what only one reader of one plan asks for: what would flip each cane, and which look would help most.
    /// </summary>
    Brief,

    /// <summary>What is done with each stem, without why: the first a gardener who waits is shown.</summary>
    Decisions,
}

/// <summary>
/// Plants that are surveyed, planned and remembered in one way: the one seam at which families plug in. A family is
/// registered once, in
/// <see cref="PlantFamilies"/>; nothing outside of its folder asks which family a plant is.
/// </summary>
public abstract class Family
{
    /// <summary>
    /// Which family it is; its kinds, their traits and its growth window stand in its <c>Data/kinds.json</c>.
    /// </summary>
    public abstract PlantFamily Id { get; }

    /// <summary>What one of its plants is called.</summary>
    public abstract string Noun { get; }

    /// <summary>
    /// The field of a survey that only this family has, as in the exchange format; null where it has none.
    /// </summary>
    public virtual string? Part => null;

    /// <summary>
    /// The type of what its plans say under the name of <see cref="Part"/>, a <see cref="Plans.PlanPart"/>; null where
    /// they say nothing of their own.
    /// </summary>
    public virtual Type? PlanPart => null;

    /// <summary>
    /// How a plant is trained by its plan, by its name in the exchange format; null where that is no question.
    /// </summary>
    public virtual string? Trained(PlanDocument plan) => null;

    /// <summary>Whether there is a second round of work in the season, which begins with what the first left.</summary>
    public virtual bool ComesBack => false;

    /// <summary>
    /// The field of its part that holds what was weighed in other seasons: put together when a survey is, and not
    /// stored; null where nothing of it is weighed.
    /// </summary>
    public virtual string? Records => null;

    /// <summary>Whether many alike are planted in a row, each with the same part of a survey.</summary>
    public virtual bool InBlocks => false;

    /// <summary>Whether the gardener knows which plants of a kind are; where not, what is seen of them tells.</summary>
    public virtual bool IsNamed(PlantKind kind) => true;

    /// <summary>Whether the buds that stay and the shoots to expect are counted.</summary>
    public virtual bool CountsBuds => false;

    /// <summary>Whether canes that are counted and not noted one by one are drawn as a row.</summary>
    public virtual bool DrawnAsRow => false;

    /// <summary>How a plant is trained, by its name in the exchange format; null where nobody said.</summary>
    /// <param name="part">The field of its own.</param>
    public virtual string? Trained(System.Text.Json.Nodes.JsonObject part) => null;

    /// <summary>The field of its own as the second round of work in the season finds it.</summary>
    public virtual System.Text.Json.Nodes.JsonObject AtSecondVisit(System.Text.Json.Nodes.JsonObject part) => part;

    /// <summary>Whether steps a plan puts off to one day are that second round of work.</summary>
    public virtual bool IsSecondVisit(PlanDocument plan, IReadOnlyCollection<PlanStep> put) => false;

    /// <summary>Whether the field of its own stands instead of stems, so that a plant with it was looked at.</summary>
    public bool PartInsteadOfStems => Part is not null && WithoutStems(part: true) is null;

    /// <summary>What can be planned for its plants.</summary>
    public virtual IReadOnlyList<SurveyTask> Tasks => [SurveyTask.Prune];

    /// <summary>
    /// What there is to say of one of its plants as a whole; the rest is as usual for the kind, whatever a survey says.
    /// </summary>
    public virtual IReadOnlyList<PlantFact> Knows => Enum.GetValues<PlantFact>();

    /// <summary>What of it a gardener is asked: what the plans they get hang on.</summary>
    public virtual IReadOnlyList<PlantFact> Asks => Knows;

    /// <summary>Its kinds, in the order of the format.</summary>
    public IEnumerable<PlantKind> Kinds => PlantKinds.All.Where(k => k.Family == Id);

    /// <summary>Reads the field of its own.</summary>
    /// <param name="value">The field; null where it is missing.</param>
    /// <param name="school">The school to plan with; null where that is at fault.</param>
    /// <returns>Null where nothing was said, or where something is wrong, which is then among the errors.</returns>
    public virtual FamilyFacts? Read(
        System.Text.Json.JsonElement? value,
        Plant plant,
        School? school,
        SurveyNotes notes
    ) => null;

    /// <summary>The school where none was named, and why that one.</summary>
    public virtual (string Id, string Why) UsualSchool(PlantKind kind, FieldReader survey) =>
        (kind.DefaultSchool, "The usual school of this kind.");

    /// <summary>The school as it applies to a plant: on a neglected one, on a support.</summary>
    public virtual School Fit(School school, Plant plant, Support? support) =>
        plant.Neglected ? school.ForNeglected() : school;

    /// <summary>What is said of a survey without stems; null where that may be.</summary>
    /// <param name="part">Whether the survey has the field of this family.</param>
    public virtual string? WithoutStems(bool part) => $"A survey of a {Noun} needs at least one stem.";

    /// <summary>Whether a plant of a kind is tied to a support of a kind.</summary>
    public virtual bool Uses(PlantKind kind, SupportKind support) =>
        kind.Climbs || (kind.Hangs && support == SupportKind.Stake);

    /// <summary>Why a support cannot be one for a kind; null where it can.</summary>
    public virtual string? Refuses(PlantKind kind, SupportKind support) => null;

    /// <summary>What a stem that nobody measured is taken to be. The only place that says so.</summary>
    /// <param name="topLevel">Whether it starts at the crown, the root or the ground.</param>
    public virtual UsualStem Usual(PlantKind kind, StemRole? role, int? age, bool topLevel) =>
        UsualStem.Of(kind, role, topLevel);

    /// <summary>
    /// What the facts of its own field are taken to be where nobody measured them, by their names in the exchange
    /// format; mm.
    /// </summary>
    public virtual IReadOnlyDictionary<string, double> UsualFacts(PlantKind kind) => new Dictionary<string, double>();

    /// <summary>
    /// Days of a kind's year that only this family has, from the last frost: <c>tip</c>, when new canes are tipped;
    /// <c>harvestTo</c>, the end of the summer crop after which the canes that bore it go.
    /// </summary>
    public virtual IReadOnlyDictionary<string, int> YearDays(PlantKind kind) => new Dictionary<string, int>();

    /// <summary>Plans the work on one plant. Pure: the same survey gives the same plan.</summary>
    /// <exception cref="OperationCanceledException">Nobody waits for it any more.</exception>
    public abstract PlanDocument Plan(Survey survey, PlanDetail detail, CancellationToken cancel);

    /// <summary>
    /// What becomes of each stem, by its id, found out with less effort than a plan; null where that was not enough to
    /// be sure.
    /// </summary>
    /// <exception cref="OperationCanceledException">Nobody waits for it any more.</exception>
    public virtual IReadOnlyDictionary<StemId, Decision>? Decide(Survey survey, CancellationToken cancel) =>
        Plan(survey, PlanDetail.Brief, cancel) is { Optimal: true } plan
            ? plan.Stems.ToDictionary(s => s.Id, s => s.Decision)
            : null;

    /// <summary>The whole plan, and what would flip the decision on each stem.</summary>
    /// <exception cref="OperationCanceledException">Nobody waits for it any more.</exception>
    public virtual PlanDocument PlanWithFlips(Survey survey, CancellationToken cancel) =>
        new Flips(
            survey,
            Plan(survey, PlanDetail.Full, cancel),
            changed => Decide(changed, cancel),
            Flips.ManyPlans
        ).Find(cancel);

    /// <summary>The stems as last season's work left them, some seasons older.</summary>
    /// <param name="carried">What stands still, with what was done to it; see <see cref="CarryOver"/>.</param>
    public virtual IReadOnlyList<NotedStem> Grown(IReadOnlyList<CarriedStem> carried, int seasons) =>
        [.. carried.Select(c => c.Stem)];

    /// <summary>
    /// What stems are called that <see cref="Grown"/> made part of another, by what they were called; the others keep
    /// their names.
    /// </summary>
    public virtual IReadOnlyDictionary<StemId, StemId> Renamed(IReadOnlyList<CarriedStem> carried, int seasons) =>
        ImmutableDictionary<StemId, StemId>.Empty;

    /// <summary>The field of its own, some seasons on.</summary>
    /// <param name="stayed">Stems that stayed by the last plan; null where it cannot be planned.</param>
    public virtual System.Text.Json.Nodes.JsonObject? Next(
        System.Text.Json.Nodes.JsonObject? part,
        int seasons,
        int? stayed
    ) => null;
}
