using System.Collections.Immutable;
using System.Globalization;
using Gemmifer.Core.Diagnosis;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Rows;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Season;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Planning.Rows;

/// <summary>From the counts of a row of cane fruit, or its canes one by one, to a plan.</summary>
public static class RowPlanner
{
    /// <summary>In growth from so many to so many days after the last frost (assumptions).</summary>
    private const int GrowthFromDays = 14, GrowthToDays = 190;

    /// <summary>Strong blackberries may be tipped this high, mm (common practice, no source).</summary>
    private const double StrongTipMm = 1800;

    /// <summary>Canes no more than this above the tipping height are left, mm (assumption).</summary>
    private const double TipSlackMm = 50;

    /// <summary>Plans the work on one row.</summary>
    public static PlanDocument Plan(Survey survey)
    {
        var work = RowWork.Of(survey, InGrowth(survey));
        var stems = new CaneStems(survey, work);
        var steps = new RowSteps(survey, work, stems).Write();
        var counts = work.Row is null ? stems.Counts() : work.Counts(survey);
        var tools = new[] { "secateurs", "loppers" }.Where(t => steps.Any(s => s.Tool == t)).ToList();
        var ties = steps.SelectMany(s => s.Ties).ToArray();
        var of = ties.Length == 0 ? Array.Empty<PlanMaterial>() : [new PlanMaterial("twine", Math.Round(work.Wires(survey).Length * (work.Row?.LengthMm ?? 1000) / 1000 * 2, 1), [])];
        var minutes = 5 + Math.Ceiling((counts.Removed * 0.4) + (work.TipNow ? counts.Kept * 0.1 : 0) + (ties.Length * 0.4));
        var from = survey.LastFrost.AddDays(survey.Plant.Kind.FlowerFromDays);
        from = from < survey.Date.AddDays(-60) ? from.AddYears(1) : from;
        return new PlanDocument(
            "gemmifer.plan/1", survey.School.Id, true, null, null,
            stems.Stems(), steps, counts,
            new PlanForecast(counts.BudsLeft, counts.BudsLeft, [Wording.Day(from), Wording.Day(from.AddDays(survey.Plant.Kind.FlowerToDays - survey.Plant.Kind.FlowerFromDays))], [], [], []),
            new PlanKit([.. tools, "alcohol (70 %) and a cloth"], new PlanTies(of.Sum(m => m.Metres), of), ["gauntlets", "long sleeves", "eye protection"], (int)minutes, minutes > 60 ? "heavy" : minutes > 25 ? "steady" : "light"),
            [.. survey.Assumed.Select(a => new PlanAssumption(a.Stem, a.Field, a.Value, a.Text))],
            [.. Ask(survey, work)],
            [.. survey.Warnings.Select(w => new PlanWarning(w.Code, w.Text)), .. Warnings(survey, work)],
            new PlanLimits(survey.School.Name, survey.School.SpacingMm, survey.School.CanesMin, survey.School.CanesMax, null, null, survey.School.RemoveShare, survey.School.ClearanceMm),
            null, null,
            new PlanRow(Math.Round(work.Stay / Math.Max(0.1, (work.Row?.LengthMm ?? 1000) / 1000), 1), work.Least, work.Most, work.Classes(), TipOf(survey, work),
                RowRules.Kind(survey.Plant.Kind.Id).LateralsMm is { } l ? [l.From, l.To] : null, work.Wires(survey), CropChoice.Of(survey, work), NamingOf(survey)));
    }

    private static bool InGrowth(Survey survey) => PruningYear.DaysSinceFrost(survey.Date, survey.LastFrost) is >= GrowthFromDays and <= GrowthToDays;

    /// <summary>The next day so many days after a last frost.</summary>
    internal static DateOnly NextAfterFrost(Survey survey, int days)
    {
        var day = survey.LastFrost.AddDays(days);
        return day >= survey.Date ? day : day.AddYears(1);
    }

    /// <summary>Height at which canes are tipped, mm; 0 where they are not.</summary>
    internal static double TipHeight(Survey survey)
    {
        var value = survey.School.Value("tipHeight");
        return value.Number > 0 && value.Provenance != Provenance.User && survey.Plant.Vigour == Vigour.Strong && survey.Plant.Kind.Id.StartsWith("blackberry.", StringComparison.Ordinal) ? StrongTipMm : value.Number;
    }

    /// <summary>Whether canes stand taller than they are tipped.</summary>
    internal static bool Taller(Survey survey, double? heightMm) => TipHeight(survey) is > 0 and var tip && heightMm > tip + TipSlackMm;

    private static PlanTip? TipOf(Survey survey, RowWork work)
    {
        var height = TipHeight(survey);
        if (height <= 0)
        {
            return null;
        }

        var due = !(work.InGrowth && work.TipNow) && RowRules.Kind(survey.Plant.Kind.Id).TipDays is { } days ? Wording.Day(NextAfterFrost(survey, days)) : null;
        return new PlanTip(height, Math.Min(height, survey.School.HeightMinMm), Math.Max(height, Math.Min(5000, survey.School.HeightMaxMm)), due);
    }

    private static PlanNaming? NamingOf(Survey survey)
    {
        if (survey.Plant.Kind.Id != "canefruit.unknown")
        {
            return null;
        }

        var typing = CaneTyping.Of(survey.Row?.Seen ?? [], survey.LastFrost);
        static string Name(string kind) => PlantKinds.Served[kind].Name;
        return new PlanNaming(typing.Type, typing.Type is { } t ? Name(t) : null, [.. typing.Possible.Select(p => new PlanPossible(p, Name(p)))],
            [.. typing.Steps.Select(s => new PlanTypingReason(Wording.Day(s.Seen.Day), s.Seen.What, s.Text, [.. s.RuledOut.Select(Name)]))], typing.Contradiction, typing.Next);
    }

    private static IEnumerable<PlanQuestion> Ask(Survey survey, RowWork work)
    {
        if (NamingOf(survey) is { Type: null, Next: { } next })
        {
            yield return new PlanQuestion(null, "type", next);
        }

        if (work.Row is { MeanHeightMm: null } && TipHeight(survey) > 0)
        {
            yield return new PlanQuestion(null, "meanHeight", "Measure how tall the canes of last season stand: whether they are tipped depends on it.");
        }
    }

    private static IEnumerable<PlanWarning> Warnings(Survey survey, RowWork work)
    {
        var kind = survey.Plant.Kind;
        if (kind.Id == "canefruit.unknown")
        {
            var naming = NamingOf(survey)!;
            yield return naming.Type is null
                ? new PlanWarning("unknown-type", "Nobody knows its type yet, so the safe rule holds: treated as fruiting on canes of the year before. At worst this autumn's crop is lost; of last season's canes only thin ones go, and those the row has no room for."
                    + (naming.Contradiction ? " Two of the things seen cannot both be right: look again." : ""))
                : new PlanWarning("type", $"What was seen names it: {naming.Name!.ToLowerInvariant()}. Change its kind, and the plan follows.");
        }

        if (!survey.KeepOut.IsEmpty)
        {
            yield return new PlanWarning("unused", "/keepOut is not used for cane fruit: its row has a width.");
        }

        if (work.Row is not null && work.Stay > 0 && work.Stay < work.Least)
        {
            yield return new PlanWarning("few-canes", string.Create(CultureInfo.InvariantCulture, $"Only {work.Stay} canes stay; this row has room for {work.Least} to {work.Most}. Feed and water well, and let more new canes come inside the row."));
        }

        if (!work.InGrowth)
        {
            var (from, to) = PruningYear.Window(kind, survey.Date, survey.LastFrost.Month, survey.LastFrost.Day);
            if (survey.Date < from)
            {
                yield return new PlanWarning("season", $"{Wording.Day(survey.Date)} is outside the main pruning time of this kind. The next one runs from about {Wording.Day(from)} to {Wording.Day(to)}; spent canes may come out at any time.");
            }
        }

        if (work.MowLater)
        {
            yield return new PlanWarning("season", "In growth the canes carry this autumn's crop: they go to the ground in midwinter, not now.");
        }
    }
}
