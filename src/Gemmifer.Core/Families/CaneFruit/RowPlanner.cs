using System.Text.Json.Nodes;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.CaneFruit;

/// <summary>From the counts of a row of cane fruit, or its canes one by one, to a plan.</summary>
internal static class RowPlanner
{
    /// <summary>Plans the work on one row.</summary>
    public static PlanDocument Plan(Survey survey, PlanDetail detail)
    {
        var work = RowWork.Of(survey);
        var stems = new CaneStems(survey, work);
        var steps = StepOrder.Of(new RowSteps(survey, work, stems).Write());
        var counts = work.Row is null ? stems.Counts() : work.Counts(survey);
        var (from, to) = survey.Season.FlowersAfterFrost();
        var plan = PlanBuilder.Build(
            survey,
            new PlanParts
            {
                Stems = stems.Stems(),
                Steps = steps,
                Counts = counts,
                Summary = [work.Row is null ? $"{Wording.Outcome(counts, "cane", "canes")}." : work.Summary()],
                Forecast = new PlanForecast(
                    counts.BudsLeft,
                    counts.BudsLeft,
                    counts.BudsLeft > 0 ? [from, to] : [],
                    [],
                    [],
                    []
                ),
                Kit = KitOf(survey, work, steps, counts),
                Warnings = Warnings(survey, work),
                Row = RowOf(survey, work),
            }
        );
        return detail == PlanDetail.Full
            ? plan with
            {
                AskFor = Looks.That(plan, Ask(survey, work), changed => Plan(changed, PlanDetail.Brief)),
            }
            : plan;
    }

    private static PlanKit KitOf(Survey survey, RowWork work, IReadOnlyList<PlanStep> steps, PlanCounts counts)
    {
        var ties = steps.Sum(s => s.Ties.Count);
        PlanMaterial[] of =
            ties == 0
                ? []
                :
                [
                    new PlanMaterial(
                        "twine",
                        Math.Round(work.Wires(survey).Length * work.Metres * RowRules.Value("twine"), 1),
                        []
                    ),
                ];
        var (cane, tip) = (RowRules.Value("caneMinutes"), work.TipNow ? RowRules.Value("tipMinutes") : 0);
        var minutes =
            RowRules.Value("lookMinutes") + Math.Ceiling((counts.Removed * cane) + (counts.Kept * tip) + (ties * cane));
        return Plans.Kit.Of(steps, minutes, Plans.Kit.AgainstThorns, of);
    }

    private static PlanRow RowOf(Survey survey, RowWork work) =>
        new(
            work.PerMetre,
            work.Least,
            work.Most,
            work.Classes(),
            TipOf(survey, work),
            RowRules.Kind(survey.Plant.Kind.Id).LateralsMm is { } l ? [l.From, l.To] : null,
            work.Wires(survey),
            CropChoice.Of(survey, work),
            NamingOf(survey),
            work.PerPlant
        );

    /// <summary>Height at which canes are tipped, mm; 0 where they are not.</summary>
    internal static double TipHeight(Survey survey)
    {
        var value = survey.School.Value("tipHeight");
        return
            value.Number > 0
            && value.Provenance != Provenance.User
            && survey.Plant.Vigour == Vigour.Strong
            && RowRules.Kind(survey.Plant.Kind.Id).StrongTip
            ? RowRules.Value("strongTip")
            : value.Number;
    }

    /// <summary>Whether canes stand taller than they are tipped.</summary>
    internal static bool Taller(Survey survey, double? heightMm) =>
        TipHeight(survey) is > 0 and var tip && heightMm > tip + RowRules.Value("tipSlack");

    private static PlanTip? TipOf(Survey survey, RowWork work)
    {
        var height = TipHeight(survey);
        if (height <= 0)
        {
            return null;
        }

        var due =
            !(work.InGrowth && work.TipNow) && RowRules.Kind(survey.Plant.Kind.Id).TipDays is { } days
                ? survey.Season.NextAfterFrost(days)
                : (DateOnly?)null;
        return new PlanTip(
            height,
            Math.Min(height, survey.School.HeightMinMm),
            survey.School.Value("heightMax") is { Limited: true } most ? Math.Max(height, most.Number) : height,
            due
        );
    }

    private static PlanNaming? NamingOf(Survey survey)
    {
        if (survey.Plant.Kind.Id != CaneTyping.Unknown)
        {
            return null;
        }

        var typing = CaneTyping.Of(survey.Row?.Seen ?? [], survey.Place);
        static string Name(string kind) => PlantKinds.Of(kind).Name;
        return new PlanNaming(
            typing.Type,
            typing.Type is { } t ? Name(t) : null,
            [.. typing.Possible.Select(p => new PlanPossible(p, Name(p)))],
            [
                .. typing.Steps.Select(s => new PlanTypingReason(
                    s.Seen.Day,
                    s.Seen.What,
                    s.Text,
                    [.. s.RuledOut.Select(Name)]
                )),
            ],
            typing.Contradiction,
            typing.Next
        );
    }

    private static IEnumerable<Look> Ask(Survey survey, RowWork work)
    {
        if (NamingOf(survey) is { Type: null, Next: { } next } naming)
        {
            yield return new Look(
                new PlanQuestion(null, "type", next),
                [
                    .. naming.Possible.Select(p => new Answer(
                        new JsonObject { ["plant"] = new JsonObject { ["kind"] = p.Kind } },
                        survey with
                        {
                            Plant = survey.Plant with { Kind = PlantKinds.Of(p.Kind) },
                            School = SchoolCatalog.For(PlantKinds.Of(p.Kind).DefaultSchool, p.Kind)!,
                        }
                    )),
                ]
            );
        }

        if (work.Row is { MeanHeightMm: null } row && TipHeight(survey) is > 0 and var tip)
        {
            yield return new Look(
                new PlanQuestion(
                    null,
                    "meanHeight",
                    "Measure how tall the canes of last season stand: whether they are tipped depends on it."
                ),
                [
                    .. new[] { Math.Round(tip * 0.7), Math.Round(tip * 1.5) }.Select(mm => new Answer(
                        new JsonObject { ["row"] = new JsonObject { ["meanHeight"] = mm } },
                        survey with
                        {
                            Facts = row with { MeanHeightMm = mm },
                        }
                    )),
                ]
            );
        }
    }

    private static IEnumerable<PlanWarning> Warnings(Survey survey, RowWork work)
    {
        var kind = survey.Plant.Kind;
        if (kind.Id == CaneTyping.Unknown)
        {
            var naming = NamingOf(survey)!;
            yield return naming.Type is null
                ? new PlanWarning(
                    "unknown-type",
                    "Nobody knows its type yet, so the safe rule holds: treated as fruiting on canes of the year "
                        + "before. At worst this autumn's crop is lost; of last season's canes only thin ones go, and "
                        + "those the row has no room for."
                        + (naming.Contradiction ? " Two of the things seen cannot both be right: look again." : "")
                )
                : new PlanWarning(
                    "type",
                    $"What was seen names it: {naming.Name!.ToLowerInvariant()}. Change its kind, and the plan follows."
                );
        }

        if (!survey.KeepOut.IsEmpty)
        {
            yield return new PlanWarning("unused", "/keepOut is not used for cane fruit: its row has a width.");
        }

        if (work.Row is not null && work.Stay > 0 && work.Stay < work.Least)
        {
            yield return new PlanWarning(
                "few-canes",
                $"Only {work.Stay} canes stay; this row has room for {work.Least} to {work.Most}. "
                    + "Feed and water well, and let more new canes come inside the row."
            );
        }

        if (
            !work.InGrowth
            && SeasonWarning.Outside(survey, "canes that have fruited, and what is dead, diseased or broken")
                is { } season
        )
        {
            yield return season;
        }

        if (work.MowLater)
        {
            yield return new PlanWarning(
                "season",
                "In growth the canes carry this autumn's crop: they go to the ground in midwinter, not now."
            );
        }
    }
}
