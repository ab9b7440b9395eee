using System.Runtime.CompilerServices;
using System.Text.Json;
using System.Text.Json.Nodes;
using Gemmifer.Core;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Families;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Drill.Tests;

/// <summary>
/// A family that is no part of the application: a currant bush, of which branches past their age go at the ground
/// (common practice, no source). What it says of a bush as a whole is how many old stools stand there.
/// </summary>
public sealed class CurrantFamily : Family
{
    /// <summary>Before anything is asked of plants.</summary>
    [ModuleInitializer]
    internal static void Register() => PlantFamilies.Register(new CurrantFamily());

    /// <inheritdoc/>
    public override PlantFamily Id { get; } = new("currant");

    /// <inheritdoc/>
    public override string Noun => "currant";

    /// <inheritdoc/>
    public override string Part => "bush";

    /// <inheritdoc/>
    public override Type PlanPart => typeof(PlanBush);

    /// <summary>What a plan says of a bush alone.</summary>
    /// <param name="Fruiting">Branches that fruit this summer.</param>
    private sealed record PlanBush(int Fruiting) : PlanPart;

    /// <summary>What is said of a bush as a whole.</summary>
    private sealed record Bush(int Stools) : FamilyFacts;

    /// <inheritdoc/>
    public override FamilyFacts? Read(JsonElement? value, Plant plant, School? school, SurveyNotes notes)
    {
        if (value is not { } bush)
        {
            return null;
        }

        var fields = notes.Fields(bush, "/bush");
        var stools = fields.Whole("stools", 0, 50);
        notes.Finish(fields);
        return stools is { } count ? new Bush(count) : null;
    }

    /// <summary>A year on, a stool has rotted away.</summary>
    public override JsonObject? Next(JsonObject? part, int seasons, int? stayed) =>
        part is null ? null : new JsonObject { ["stools"] = Math.Max(0, (int)part["stools"]! - seasons) };

    /// <inheritdoc/>
    public override PlanDocument Plan(Survey survey, PlanDetail detail, CancellationToken cancel)
    {
        bool Goes(Stem stem) => stem.Pin is Pin.Remove || (stem.Pin is null && stem.Age >= survey.Plant.Kind.OldFrom);
        var tree = StemTree.Build(survey.Stems, survey.Plant);
        PlanStem Decided(Stem stem) =>
            new(
                stem.Id,
                Goes(stem) ? Decision.Remove : Decision.Keep,
                Verdict.Sound,
                [
                    Goes(stem)
                        ? new PlanReason("age", $"It is {stem.Age} seasons old and fruits little.", Provenance.Practice)
                        : new PlanReason("young", "It is young enough to fruit.", Provenance.Practice),
                ],
                null
            );
        PlanStep Cutting(Stem stem)
        {
            var foot = tree.Axis(stem).Start;
            return new PlanStep
            {
                Stage = Stage.Thin,
                Stem = stem.Id,
                Action = StepAction.Remove,
                Cut = PlanCut.Off(CutPlace.Base, foot),
                Tool = Tool.Loppers,
                Due = survey.Date,
                Text = $"Take {stem.Id} out at the ground.",
            };
        }

        var gone = survey.Stems.Where(Goes).ToArray();
        var steps = StepOrder.Of(gone.Select(Cutting));
        return PlanBuilder.Build(
            survey,
            new PlanParts
            {
                Stems = [.. survey.Stems.OrderBy(s => s.Id, StringComparer.Ordinal).Select(Decided)],
                Steps = steps,
                Counts = new PlanCounts(
                    survey.Stems.Length - gone.Length,
                    gone.Length,
                    0,
                    0,
                    null,
                    0,
                    null,
                    null,
                    null
                ),
                Summary = [$"{gone.Length} go; {(survey.Facts as Bush)?.Stools ?? 0} stools are left to rot."],
                Forecast = new PlanForecast(0, 0, [], [], [], [], []),
                Part = new PlanBush(survey.Stems.Length - gone.Length),
                Kit = Kit.Of(steps, Kit.Minutes(steps), Kit.AgainstSpringing, []),
            }
        );
    }
}
