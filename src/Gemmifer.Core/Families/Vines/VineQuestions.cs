using System.Collections.Immutable;
using System.Text.Json.Nodes;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Season;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.Vines;

/// <summary>What a vine's plan asks, and what it warns of beside its own.</summary>
internal static class VineQuestions
{
    internal static IEnumerable<Look> Ask(Survey survey, VineParts parts, VineOutcome outcome, VineTask task)
    {
        if (task != VineTask.Winter)
        {
            yield break;
        }

        var vine = survey.Vine!;
        var barren = parts
            .Positions.Where(p =>
                p.Old is { } old && !old.Has(Sign.Unproductive) && p.Shoots.All(s => AssumedShoots.Is(s.Stem))
            )
            .ToArray();
        if (barren.Length > 0)
        {
            var places = Wording.List([.. barren.Take(3).Select(p => p.Name)]);
            var others = barren.Length > 3 ? " and the other places" : "";
            var spur = barren[0].Old!;
            Answer Without()
            {
                ImmutableArray<Evidence> seen = [.. spur.Seen, new Evidence(Sign.Unproductive, null)];
                return Answer.Of(survey, spur with { Seen = seen }, new JsonObject { ["seen"] = Answer.Written(seen) });
            }

            yield return new Look(
                new PlanQuestion(
                    barren[0].Name,
                    "shoots",
                    $"Note the shoots that stand on {places}{others}, or that none does: nobody has looked yet."
                ),
                [Without()]
            );
        }

        if (vine.PruningGrams is null)
        {
            yield return new Look(
                new PlanQuestion(
                    null,
                    "pruningWeight",
                    "Weigh the prunings of this vine: its own growth then tells how many buds it can carry."
                ),
                [.. new[] { 300.0, 1500.0 }.Select(Weighed)]
            );
        }

        if (vine.Loss is null && outcome.Positions.Any(p => p.Doubt))
        {
            yield return new Look(
                new PlanQuestion(
                    null,
                    "winterLoss",
                    "Cut across a hundred buds from all over the row and count the dead ones."
                ),
                [
                    .. new double[] { VineNumbers.Of.LossTriedLow, VineNumbers.Of.LossTriedHigh }.Select(s =>
                        Lost((int)Math.Round(100 * s))
                    ),
                ]
            );
        }

        Answer Weighed(double grams) =>
            new(
                new JsonObject { ["vine"] = new JsonObject { ["pruningWeight"] = grams } },
                survey with
                {
                    Facts = vine with { PruningGrams = grams, By = vine.ByWeighed },
                }
            );
        Answer Lost(int dead) =>
            new(
                new JsonObject
                {
                    ["vine"] = new JsonObject
                    {
                        ["winterLoss"] = new JsonObject { ["cut"] = 100, ["dead"] = dead },
                    },
                },
                survey with
                {
                    Facts = vine with { Loss = new WinterLoss(100, dead) },
                }
            );
    }

    internal static IEnumerable<PlanStep> AskAboutVirus(Survey survey, VineParts parts)
    {
        if (parts.AllDistorted)
        {
            yield return new PlanStep
            {
                Stage = Stage.Diseased,
                Action = StepAction.Check,
                Due = survey.Date,
                Text =
                    "Ask a plant clinic or your local advisory service about the distorted growth; leave it until you "
                    + "know.",
            };
        }
    }

    /// <summary>Where every place that has shoots grows distorted, one word about it and whom to ask.</summary>
    internal static IEnumerable<PlanWarning> Virus(VineParts parts)
    {
        if (parts.AllDistorted)
        {
            yield return new PlanWarning(
                "virus",
                "Every place grows distorted, which may be a virus: no cut cures that. Ask a plant clinic or your "
                    + "local advisory service before you take the vine out, or take wood of it to graft."
            );
        }
    }

    internal static IEnumerable<PlanWarning> Warnings(Survey survey, RainDay? wet, DateOnly? dry)
    {
        if (wet is not null)
        {
            var (day, days) = (Wording.Day(survey.Date), wet.Day.DayNumber - survey.Date.DayNumber);
            var when =
                days == 0
                    ? $"on {day}"
                    : $"on {Wording.Day(wet.Day)}, {(days == 1 ? "a day" : "two days")} after {day}";
            var next = dry is { } d
                ? $"The next dry day is {Wording.Day(d)}."
                : "No dry day with two dry ones after it is known yet: wait and look again.";
            yield return new PlanWarning(
                "rain",
                $"{Wording.Rain(wet.RainMm)} of rain {when}: fresh wounds take in trunk disease. {next}"
            );
        }

        if (!survey.KeepOut.IsEmpty)
        {
            yield return new PlanWarning(
                "unused",
                "/keepOut is not used for a vine: its shoots are laid along the wires."
            );
        }

        if (!VinePlanner.Growing(survey) && survey.Vine!.Stage == 1 && SeasonWarning.Outside(survey) is { } season)
        {
            yield return season;
        }
    }
}
