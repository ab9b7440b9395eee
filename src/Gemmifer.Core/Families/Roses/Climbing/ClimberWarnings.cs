using System.Collections.Immutable;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Surveys;
using Gemmifer.Core.Training;

namespace Gemmifer.Core.Families.Roses.Climbing;

/// <summary>What the gardener should know about the plan of a climber.</summary>
internal static class ClimberWarnings
{
    /// <summary>So much over the edge of a keep-out is let pass, mm: places are found to a step along a cane.</summary>
    private static readonly double MarginMm = RoseNumbers.Of.KeepOutSlack;

    public static IEnumerable<PlanWarning> Write(
        Survey survey,
        ClimberRules? rules,
        ImmutableArray<Decided> decided,
        OnSupport? on,
        BloomForecast? bloom
    )
    {
        if (rules is not { } climber)
        {
            yield break;
        }

        foreach (
            var warning in OfPlant(survey, climber)
                .Concat((on?.Canes ?? []).Where(c => c.Refused is not null).Select(c => NotWhereAsked(survey, on!, c)))
                .Concat((on?.Canes ?? []).Where(c => Reaches(survey, c)).Select(InTheWay))
        )
        {
            yield return warning;
        }

        if (bloom?.BareTo() is { } bare)
        {
            yield return new PlanWarning(
                "bare",
                $"Below {Wording.Mm(bare)} hardly anything will flower. Plant something in front of the bare legs."
            );
        }

        var stuck = decided.Count(d =>
            d.Stem.TopLevel && d.Kept && d.Stem.Age >= survey.Plant.Kind.OldFrom && d.Successor is null
        );
        if (stuck > 0 && !climber.InSeason)
        {
            yield return new PlanWarning(
                "no-successor",
                $"{Wording.Count(stuck, "old cane has", "old canes have")} no young one from the base to take over "
                    + "yet. Feed and water well, and keep the new canes that come up."
            );
        }
    }

    private static IEnumerable<PlanWarning> OfPlant(Survey survey, ClimberRules climber)
    {
        if (survey.Support is null)
        {
            yield return new PlanWarning(
                "support",
                "Say what it climbs on, and how wide and high that is: then the plan tells where each cane goes and "
                    + "where to tie it."
            );
        }

        if (survey.School.Climber == ClimberWay.Restart && !climber.InSeason && ClimberRules.Doubtful(survey))
        {
            yield return new PlanWarning(
                "two-years",
                "Weak, or too little of it is sure: it starts again over two winters. A third comes off now, the rest "
                    + "next winter, once new canes have come from the base."
            );
        }

        if (climber.InSeason)
        {
            int days = RoseNumbers.Of.FlushDays;
            var flush = survey.Date.AddDays(days);
            var again =
                flush < survey.Place.FirstFrostAfter(survey.Date)
                    ? $" It flowers again about {days} days later, around {Wording.Day(flush)}."
                    : "";
            yield return new PlanWarning(
                "light",
                $"In growth only lightly: what has flowered back to {Wording.Buds(survey.School.LateralBuds)}, new "
                    + $"canes tied in, dead and diseased wood out.{again} Old canes wait for the main prune."
            );
        }
    }

    private static PlanWarning NotWhereAsked(Survey survey, OnSupport on, CaneOnSupport cane)
    {
        var other = on.Canes.FirstOrDefault(c =>
            c != cane && c.Lies == Lies.Line && c.Line!.Number == cane.Refused!.Number
        );
        var path = CanePath.To(
            cane.Cane.Start,
            cane.Cane.Direction,
            cane.Cane.LengthMm,
            cane.Cane.DiameterMm,
            cane.Cane.Strain,
            cane.Refused!
        );
        var why =
            path is not CanePath.Bent ? TrainingWords.TooTight(path, cane.Stem)
            : other is not null ? $"{other.Owner} has that place"
            : "it could not be laid there beside the others";
        return new PlanWarning(
            "bend",
            $"{cane.Owner} cannot go where you want it, {TrainingWords.Leads(cane.Refused!, survey.Support!)}: "
                + $"{why}.{(cane.Lies == Lies.HalfWay ? " It goes half way this year." : "")}",
            cane.Owner
        );
    }

    /// <summary>Whether a cane that stays where it stands reaches where nothing may.</summary>
    private static bool Reaches(Survey survey, CaneOnSupport cane) =>
        cane.Lies == Lies.AsItStands
        && survey.KeepOut.Any(z =>
            cane.Shape.Points.Any(p => (p.X * z.Side.X) + (p.Y * z.Side.Y) > z.FromMm + MarginMm)
        );

    private static PlanWarning InTheWay(CaneOnSupport cane) =>
        new(
            "keep-out",
            $"{cane.Owner} reaches where nothing may stand and can be neither pulled back nor cut clear of it. "
                + "Take it out if it is in the way.",
            cane.Owner
        );
}
