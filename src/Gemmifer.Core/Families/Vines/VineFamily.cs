using System.Text.Json;
using System.Text.Json.Nodes;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Supports;
using Gemmifer.Core.Surveys;
using Gemmifer.Core.Work;

namespace Gemmifer.Core.Families.Vines;

/// <summary>Grapevines: trained by a system, pruned by counting buds.</summary>
public sealed class VineFamily : Family
{
    /// <inheritdoc/>
    public override PlantFamily Id => Name;

    /// <summary>What the family is called in the exchange format.</summary>
    public static PlantFamily Name { get; } = new("vine");

    /// <inheritdoc/>
    public override string Noun => "vine";

    /// <inheritdoc/>
    public override string Part => "vine";

    /// <inheritdoc/>
    public override Type PlanPart => typeof(PlanVine);

    /// <inheritdoc/>
    public override string? Trained(PlanDocument plan) => plan.Vine is { } vine ? WireNames.Of(vine.System) : null;

    /// <inheritdoc/>
    public override string Records => "records";

    /// <inheritdoc/>
    public override bool InBlocks => true;

    /// <inheritdoc/>
    public override bool CountsBuds => true;

    /// <inheritdoc/>
    public override string? Trained(JsonObject part) =>
        WireNames.Find<VineSystem>((string?)part["system"]) is { } system ? WireNames.Of(system) : null;

    /// <inheritdoc/>
    public override JsonObject AtSecondVisit(JsonObject part)
    {
        var second = part.DeepClone().AsObject();
        second["stage"] = 2;
        return second;
    }

    /// <inheritdoc/>
    public override bool IsSecondVisit(PlanDocument plan, IReadOnlyCollection<PlanStep> put) =>
        plan.Vine is { Work: VineTask.Winter } vine
        && (
            put.All(s => s is { Action: StepAction.Defer, Cut: null })
            || (vine.Positions.Any(p => p.Doubt) && put.First() is { Action: StepAction.Do, Stem: null })
        );

    /// <summary>A vine has a trunk: where it was grafted changes no cut.</summary>
    public override IReadOnlyList<PlantFact> Asks => [PlantFact.Vigour, PlantFact.Neglected, PlantFact.Rootstock];

    /// <summary>After bud break spurs in doubt are cut once more.</summary>
    public override bool ComesBack => true;

    /// <inheritdoc/>
    public override IReadOnlyDictionary<string, double> UsualFacts(PlantKind kind) =>
        new Dictionary<string, double>
        {
            ["spacing"] = VineRules.Kind(kind.Id).SpacingMm,
            ["perMetre"] = VineNumbers.Of.ShootsPerMetre,
        };

    /// <inheritdoc/>
    public override FamilyFacts? Read(JsonElement? value, Plant plant, School? school, SurveyNotes notes) =>
        VineReader.Read(value, plant, school?.Id, notes);

    /// <summary>A vine's school goes with the way it is trained.</summary>
    public override (string Id, string Why) UsualSchool(PlantKind kind, FieldReader survey)
    {
        var system =
            survey.Find(Part) is { ValueKind: JsonValueKind.Object } vine
            && vine.TryGetProperty("system", out var name)
            && name.ValueKind == JsonValueKind.String
                ? WireNames.Find<VineSystem>(name.GetString())
                : null;
        // Not every kind is pruned by the school that a system goes with.
        var own = system is { } trained ? WireNames.Of(trained) : null;
        return (
            own is not null && kind.Schools.Contains(own) ? own : kind.DefaultSchool,
            "The usual school of this system."
        );
    }

    /// <summary>Vines stand on anything.</summary>
    public override bool Uses(PlantKind kind, SupportKind support) => true;

    /// <summary>A spur and a trunk have lengths of their own; a trunk stands in the middle.</summary>
    public override UsualStem Usual(PlantKind kind, StemRole? role, int? age, bool topLevel)
    {
        var usual = base.Usual(kind, role, age, topLevel);
        return role switch
        {
            StemRole.Spur => usual with
            {
                LengthMm =
                    age == 1
                        ? (VineNumbers.Of.UsualSpurBuds * kind.InternodeMm) + VineNumbers.Of.UsualStub
                        : VineNumbers.Of.UsualSpur,
            },
            StemRole.Trunk => usual with { LengthMm = VineNumbers.Of.UsualTrunk, RadiusMm = 0 },
            _ => usual,
        };
    }

    /// <inheritdoc/>
    public override PlanDocument Plan(Survey survey, PlanDetail detail, CancellationToken cancel) =>
        VinePlanner.Plan(survey, detail, cancel);

    /// <inheritdoc/>
    public override IReadOnlyList<NotedStem> Grown(IReadOnlyList<CarriedStem> carried, int seasons) =>
        seasons == 0 ? base.Grown(carried, seasons) : VineCarryOver.Grown(carried).Stems;

    /// <inheritdoc/>
    public override IReadOnlyDictionary<StemId, StemId> Renamed(IReadOnlyList<CarriedStem> carried, int seasons) =>
        seasons == 0 ? base.Renamed(carried, seasons) : VineCarryOver.Grown(carried).Merged;

    /// <inheritdoc/>
    public override JsonObject? Next(JsonObject? part, int seasons, int? stayed) =>
        seasons == 0 ? part : VineCarryOver.Facts(part, seasons);
}

/// <summary>What a survey says of a vine.</summary>
public static class VineSurvey
{
    extension(Survey survey)
    {
        /// <summary>What was said of the vine as a whole; null for other kinds.</summary>
        public VineFacts? Vine => survey.Facts as VineFacts;
    }
}
