using System.Collections.Immutable;
using Gemmifer.Core.Rows;
using Gemmifer.Core.Season;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Planning.Rows;

/// <summary>Writes the steps of a row in the order of work.</summary>
internal sealed class RowSteps(Survey survey, RowWork work, CaneStems stems)
{
    private const string Thorns = "Long sleeves and gauntlets, and something over your eyes. See a doctor about a puncture with soil in it; keep your tetanus cover current. Keep alcohol away from flame.";

    /// <summary>Ties listed at most; a longer row is tied on in the same way.</summary>
    private const int MostTies = 400;

    private readonly RowKind _kind = RowRules.Kind(survey.Plant.Kind.Id);

    /// <summary>All steps, numbered from 1.</summary>
    public ImmutableArray<PlanStep> Write() =>
        [.. Prepare().Concat(stems.Steps()).Concat(work.Row is null ? [] : Canes()).Concat(Returns())
            .OrderBy(s => StepWriter.Stages.IndexOf(s.Stage)).ThenBy(s => s.Stem is null ? 0 : 1).ThenBy(s => s.Stem, StringComparer.Ordinal).Select((s, i) => s with { N = i + 1 })];

    private PlanStep Step(string stage, string action, string text, PlanCut? cut = null, string? tool = null, DateOnly? due = null, string? caution = null, bool disinfect = false) =>
        new(0, stage, null, action, cut, [], tool, disinfect, Wording.Day(due ?? survey.Date), caution, text);

    private static PlanCut Ground => new(0, null, 0, 0, "ground", 0, 0, 0);

    private IEnumerable<PlanStep> Prepare()
    {
        yield return Step("prepare", "do", "Gather the tools and wipe the blades with alcohol. Walk along the row once and tell last season's canes from those that have fruited.", caution: Thorns, disinfect: true);
    }

    private IEnumerable<PlanStep> Canes()
    {
        var row = work.Row!;
        if (work.Mow)
        {
            var all = row.FirstYear + row.SecondYear + row.Spent;
            if (all > 0)
            {
                yield return Step("thin", "remove", $"Cut {(all == 1 ? "the one cane" : $"all {all} canes")} level with the ground. Leave no stubs: they grow weak side shoots.", Ground, "loppers");
            }
        }
        else
        {
            if (row.Spent > 0)
            {
                yield return Step("thin", "remove", $"Cut the {Canes(row.Spent, "spent cane")} level with the ground: {(row.Spent == 1 ? "it is" : "they are")} grey-brown and brittle, with the dry stalks of fruit.", Ground, "loppers");
            }

            if (work.Thin > 0)
            {
                yield return Step("thin", "remove", $"Cut the {Canes(work.Thin, "thin cane")}, thinner than a pencil, level with the ground.", Ground, "secateurs");
            }

            if (work.Surplus > 0)
            {
                yield return Step("thin", "remove", $"Take out {Canes(work.Surplus, "more cane")}, the weakest and those that crowd, until {work.Stay} stay, {(work.PerPlant ? $"{survey.School.CanesMax} to a plant" : $"about {Wording.Mm(survey.School.SpacingMm)} apart")}.", Ground, "secateurs");
            }
        }

        if (!work.PerPlant)
        {
            yield return Step("suckers", "do", $"Pull or dig out what comes up more than {Wording.Mm(row.WidthMm / 2)} from the middle of the row.");
        }

        if (work.TipNow)
        {
            var tip = RowPlanner.TipHeight(survey);
            yield return Step("shorten", "tip", $"Tip the canes that stay at {Wording.Mm(tip)}, each just above a bud.", new PlanCut(tip, null, survey.School.SlopeDeg, survey.School.ClearanceMm, "height", 0, 0, tip), "secateurs");
        }

        if (_kind.LateralsMm is { } l && !work.InGrowth && work.Stay > 0)
        {
            var to = survey.School.LateralLengthMm;
            yield return Step("laterals", "shorten", $"Shorten the side shoots to about {Wording.Mm(to)}, between {Wording.Mm(l.From)} and {Wording.Mm(l.To)}, each above a bud.",
                new PlanCut(to, null, survey.School.SlopeDeg, survey.School.ClearanceMm, "above-bud", 0, 0, 0), "secateurs");
        }

        if (work.Stay + row.SecondYear > 0 && !work.Mow)
        {
            yield return Tie(row);
        }

        yield return Step("clean", "do", "Clear the canes away; feed, water and mulch the row, clear of the canes.");
    }

    private static string Canes(int n, string one) => n == 1 ? $"one {one}" : $"{n} {one}s";

    private PlanStep Tie(RowFacts row)
    {
        var wires = work.Wires(survey);
        var room = survey.School.TieSpacingMm;
        var along = Math.Max(1, (int)Math.Floor(row.LengthMm / room));
        string Named(double z, int w) => $"wire {(survey.Support?.Wires.FirstOrDefault(x => x.HeightMm == z) is { } own ? survey.Support.Wires.IndexOf(own) : w) + 1}";
        var ties = wires.SelectMany((z, w) => Enumerable.Range(0, along).Select(i => new PlanTie(Wording.Tenth(-(row.LengthMm / 2) + ((i + 0.5) * row.LengthMm / along)), z, Named(z, w), i + 1))).Take(MostTies).ToArray();
        var where = Wording.List([.. wires.Select(Wording.Mm)]);
        return Step("train", "tie", $"Tie the canes between the posts to the {(wires.Length == 1 ? "wire" : "wires")} at {where}, spread so that light reaches each.", tool: "fingers") with { Ties = ties };
    }

    private IEnumerable<PlanStep> Returns()
    {
        var tip = RowPlanner.TipHeight(survey);
        if (tip > 0 && _kind.TipDays is { } days && !(work.InGrowth && work.TipNow))
        {
            var due = RowPlanner.NextAfterFrost(survey, days);
            yield return Step("return", "tip", $"Tip the new canes once they pass {Wording.Mm(tip)}{(_kind.LateralsMm is null ? "" : ", so that they branch")}.", new PlanCut(tip, null, 0, 0, "height", 0, 0, tip), "fingers", due);
        }

        if (work.MowLater)
        {
            yield return Step("return", "do", "Cut every cane level with the ground.", Ground, "loppers", PruningYear.NextWinter(survey.Plant.Kind, survey.Date, survey.LastFrost.Month, survey.LastFrost.Day));
        }
        else if (!work.Mow)
        {
            yield return Step("return", "do", "Take the canes that have fruited out, level with the ground, as soon as the last berries are picked.", null, "loppers", RowPlanner.NextAfterFrost(survey, _kind.Harvest.To));
        }

        if (survey.Plant.Kind.Id == "canefruit.unknown")
        {
            yield return Step("return", "check", "Look which canes carry fruit, last year's or this year's, and where on them; note it here.", due: RowPlanner.NextAfterFrost(survey, _kind.Harvest.From));
            yield return Step("return", "check", "Look whether this year's canes carry fruit at their tips; note it here.", due: RowPlanner.NextAfterFrost(survey, CaneTyping.AutumnDays + 10));
        }
    }
}
