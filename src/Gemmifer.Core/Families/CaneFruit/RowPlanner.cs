using System.Text.Json.Nodes;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Season;
using Gemmifer.Core.Stems;
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
        var flowers = Flowers(survey.Season);
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
                    counts.BudsLeft > 0 ? flowers : [],
                    [],
                    [],
                    [],
                    []
                ),
                Kit = KitOf(survey, work, steps, counts),
                Assumed = steps.Any(s => s.Ties.Count > 0) ? Wires(survey, work) : [],
                Warnings = Warnings(survey, work, counts),
                Part = RowOf(survey, work),
            }
        );
        return detail == PlanDetail.Full
            ? plan with
            {
                AskFor = Looks.That(
                    Outcome.Of(plan),
                    plan.Stems.Count > 0 ? "stem" : "thing",
                    Ask(survey, work),
                    changed => Outcome.Of(Plan(changed, PlanDetail.Brief))
                ),
            }
            : plan;
    }

    /// <summary>The wires nobody named.</summary>
    private static IEnumerable<PlanAssumption> Wires(Survey survey, RowWork work) =>
        survey.Support is { Wires.IsEmpty: false }
            ? []
            :
            [
                new PlanAssumption(
                    null,
                    "support.wires",
                    work.Wires(survey),
                    "No wires named: taken to run between posts along the row, at the usual heights."
                ),
            ];

    /// <summary>The flowers to come; none where the first frost is there before them.</summary>
    private static DateOnly[] Flowers(PlantSeason season)
    {
        var (from, to) = season.FlowersOnOrNext();
        var frost = season.Place.FirstFrostAfter(from.AddDays(-season.Kind.FlowerFromDays));
        return from >= frost ? []
            : to >= frost ? [from, frost.AddDays(-1)]
            : [from, to];
    }

    private static PlanKit KitOf(Survey survey, RowWork work, IReadOnlyList<PlanStep> steps, PlanCounts counts)
    {
        PlanStep[] today = [.. steps.Where(s => s.Stage != Stage.Return)];
        var tied = today.Any(s => s.Ties.Count > 0);
        PlanMaterial[] of = tied
            ?
            [
                new PlanMaterial(
                    "twine",
                    Math.Max(0.1, Math.Round(work.Wires(survey).Length * work.Metres * RowNumbers.Of.Twine, 1)),
                    []
                ),
            ]
            : [];
        var each =
            (tied ? RowNumbers.Of.KeptMinutes : 0)
            + (work.TipNow ? RowNumbers.Of.TipMinutes : 0)
            + (today.Any(s => s is { Stage: Stage.Laterals, Stem: null }) ? RowNumbers.Of.SideShootsMinutes : 0);
        var stays = counts.Kept + (work.MowLater ? work.Stay : 0);
        var minutes =
            today.Length == 0
                ? 0
                : Math.Ceiling(
                    RowNumbers.Of.LookMinutes + (counts.Removed * RowNumbers.Of.CaneMinutes) + (stays * each)
                );
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
    /// <remarks>Canes are not tipped below the wire they are led to, if that is within what the school has.</remarks>
    internal static double TipHeight(Survey survey)
    {
        var value = survey.School.Set.TipHeight;
        if (value.Number <= 0 || value.Provenance == Provenance.User)
        {
            return value.Number;
        }

        var kind = RowRules.Kind(survey.Plant.Kind.Id);
        var strong = survey.Plant.Vigour == Vigour.Strong && kind.StrongTip;
        var tip = strong ? RowNumbers.Of.StrongTip : value.Number;
        var most =
            kind.StrongTip ? RowNumbers.Of.StrongTip
            : survey.School.Set.HeightMax is { Limited: true } highest ? highest.Number
            : tip;
        double above = RowNumbers.Of.AboveWire;
        return (survey.Support?.Wires ?? [])
            .Select(w => w.HeightMm + above)
            .Where(h => h <= Math.Max(most, tip))
            .Append(tip)
            .Max();
    }

    /// <summary>Whether canes stand taller than they are tipped.</summary>
    internal static bool Taller(Survey survey, double? heightMm) =>
        TipHeight(survey) is > 0 and var tip && heightMm > tip + RowNumbers.Of.TipSlack;

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
            survey.School.Set.HeightMax is { Limited: true } most ? Math.Max(height, most.Number) : height,
            due
        );
    }

    private static PlanNaming? NamingOf(Survey survey)
    {
        if (!RowRules.Kind(survey.Plant.Kind.Id).Unknown)
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

    /// <summary>The row as another kind has it: with the usual school, and canes nobody measured as usual.</summary>
    private static Answer OfKind(Survey survey, PlantKind kind)
    {
        var family = PlantFamilies.Of(kind);
        var assumed = survey.Assumed.Select(a => (a.Stem, a.Field)).ToHashSet();
        Stem As(Stem s)
        {
            var usual = family.Usual(kind, s.Role, s.Age, s.TopLevel);
            var lean = assumed.Contains((s.Id, "lean")) ? usual.LeanDeg : s.LeanDeg;
            return s with
            {
                LengthMm = assumed.Contains((s.Id, "length")) ? usual.LengthMm : s.LengthMm,
                LeanDeg = lean,
                TipLeanDeg = assumed.Contains((s.Id, "tipLean")) ? lean : s.TipLeanDeg,
            };
        }

        return new Answer(
            new JsonObject
            {
                ["plant"] = new JsonObject { ["kind"] = kind.Id },
                ["school"] = null,
            },
            survey with
            {
                Plant = survey.Plant with { Kind = kind },
                School = family.Fit(SchoolCatalog.For(kind.DefaultSchool, kind.Id)!, survey.Plant, survey.Support),
                Stems = [.. survey.Stems.Select(As)],
            }
        );
    }

    private static IEnumerable<Look> Ask(Survey survey, RowWork work)
    {
        if (NamingOf(survey) is { Type: null, Next: { } next } naming)
        {
            yield return new Look(
                new PlanQuestion(null, "type", next),
                [.. naming.Possible.Select(p => OfKind(survey, PlantKinds.Of(p.Kind)))]
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
                    .. new[]
                    {
                        Math.Round(tip * RowNumbers.Of.TipTriedLow),
                        Math.Round(tip * RowNumbers.Of.TipTriedHigh),
                    }.Select(mm => new Answer(
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

    private static IEnumerable<PlanWarning> Warnings(Survey survey, RowWork work, PlanCounts counts)
    {
        var kind = survey.Plant.Kind;
        if (RowRules.Kind(kind.Id).Unknown)
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
                $"Only {Wording.Count(work.Stay, "cane stays", "canes stay")}; this row has room for {work.Least} to "
                    + $"{work.Most}. "
                    + "Feed and water well, and let more new canes come inside the row."
            );
        }

        if (
            (!work.InGrowth || counts.Left > 0)
            && SeasonWarning.Outside(
                survey,
                work.InGrowth
                    ? "canes that have fruited, the tips of new ones, and what is dead, diseased or broken"
                    : "canes that have fruited, and what is dead, diseased or broken"
            )
                is { } season
        )
        {
            yield return season;
        }

        if (work.MowLater && work.InGrowth)
        {
            yield return new PlanWarning(
                "season",
                "In growth the canes carry this autumn's crop: they go to the ground in midwinter, not now."
            );
        }
    }
}
