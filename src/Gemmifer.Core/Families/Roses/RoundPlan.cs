using System.Collections.Immutable;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Diagnosis;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;
using Gemmifer.Core.Year;

namespace Gemmifer.Core.Families.Roses;

/// <summary>
/// The plan of a round among the flowers: only stems in flower were noted, so nothing is said of the plant's canes.
/// Each is decided by itself, by <see cref="Deadheading"/>; there is nothing to choose among.
/// </summary>
internal sealed class RoundPlan(Survey survey)
{
    private readonly StemTree _tree = StemTree.Build(survey.Stems, survey.Plant);

    /// <summary>The plan.</summary>
    public PlanDocument Plan()
    {
        ImmutableArray<Decided> decided =
        [
            .. new Deadheading(survey, _tree)
                .On([.. survey.Stems.OrderBy(s => s.Id, StringComparer.Ordinal).Select(Found)])
                .Select(OneReason),
        ];
        var flowers = new FlowerSteps(survey, _tree);
        PlanStep[] stems =
        [
            .. decided
                .Select(d =>
                    d.Stem.Pin is Pin.Remove or Pin.CutAt ? Asked(d)
                    : d.Option is { } cut ? flowers.Cutting(d, cut)
                    : d.Nip ? flowers.Nipping(d)
                    : null
                )
                .OfType<PlanStep>(),
        ];
        var steps = StepOrder.Of(stems.Length == 0 ? [] : [Prepare(), .. stems, Clean()]);
        var next = Next(decided.Any(d => d.Option is not null));
        return PlanBuilder.Build(
            survey,
            new PlanParts
            {
                Stems =
                [
                    .. decided.Select(d => new PlanStem(
                        d.Stem.Id,
                        d.Decision,
                        d.Finding.Verdict,
                        Musts.Told(d.Finding, d.Decision, d.Reasons),
                        d.Successor
                    )),
                ],
                Steps = steps,
                Counts = Counts(decided),
                Summary = Summary(decided, next),
                Forecast = new PlanForecast(
                    decided.Count(d => d.Option is not null),
                    decided.Count(d => d.Option is not null),
                    next is { } days ? [days.From, days.To] : [],
                    [],
                    [],
                    [],
                    []
                ),
                Kit = Kit.Of(steps, Kit.Minutes(steps), Kit.AgainstThorns, []),
            }
        );
    }

    private static Decided Found(Stem stem)
    {
        var asked = stem.Pin switch
        {
            Pin.Remove => new PlanReason("pin", "You took it out.", Provenance.User),
            Pin.CutAt => new PlanReason("pin", "You cut it there.", Provenance.User),
            _ => new PlanReason(Kept, "Nothing of it is over: it goes on.", Provenance.Observed),
        };
        return new Decided(
            stem,
            new Finding(Verdict.Sound, null, "Nothing was seen on it.", Provenance.Observed),
            stem.Pin switch
            {
                Pin.Remove => Decision.Remove,
                Pin.CutAt cut when cut.AlongMm < stem.LengthMm - 1 => Decision.Shorten,
                _ => Decision.Keep,
            },
            null,
            Stage.Deadhead,
            [asked],
            null
        );
    }

    /// <summary>What is decided about its flowers takes the place of what holds where nothing is.</summary>
    private static Decided OneReason(Decided d) =>
        d.Reasons.Any(r => FlowerRule.All.Contains(r.Rule))
            ? d with
            {
                Reasons = [.. d.Reasons.Where(r => r.Rule != Kept)],
            }
            : d;

    private const string Kept = "kept";

    /// <summary>The step of the gardener's own word; null where that was to leave it.</summary>
    private PlanStep? Asked(Decided d)
    {
        var axis = _tree.Axis(d.Stem);
        var (at, cut, text) = d.Stem.Pin switch
        {
            Pin.Remove => (0, PlanCut.Off(CutPlace.Base, axis.Start), $"Take {d.Stem.Id} out at its base."),
            Pin.CutAt pin when d.Decision == Decision.Shorten => (
                pin.AlongMm,
                PlanCut.AboveBud(pin.AlongMm, null, survey.School, axis.At(pin.AlongMm)),
                $"Cut {d.Stem.Id} where you chose."
            ),
            _ => (0, null, ""),
        };
        if (text.Length == 0)
        {
            return null;
        }

        return new PlanStep
        {
            Stage = Stage.Deadhead,
            Stem = d.Stem.Id,
            Action = d.Decision == Decision.Remove ? StepAction.Remove : StepAction.Shorten,
            Due = survey.Date,
            Text = text,
            Cut = cut,
            Tool = ToolRack.For(_tree.DiameterAt(d.Stem, at)),
        };
    }

    private PlanStep Prepare() =>
        new()
        {
            Stage = Stage.Prepare,
            Action = StepAction.Do,
            Due = survey.Date,
            Text = "Wipe the blades with alcohol, and take a bucket along.",
            More = (Sentence)"Wipe them again before the next plant.",
            Disinfect = true,
            Caution = $"{Cautions.Thorns} {Cautions.Flame}",
        };

    private PlanStep Clean() =>
        new()
        {
            Stage = Stage.Clean,
            Action = StepAction.Do,
            Due = survey.Date,
            Text = "Gather what you cut, and spotted leaves with it.",
            Tool = Tool.Fingers,
            Caution = Cautions.Leaves,
        };

    /// <summary>
    /// When what was cut flowers again, as far off as common practice says and its spread; null where nothing was, or
    /// where frost comes first.
    /// </summary>
    private (DateOnly From, DateOnly To)? Next(bool cut)
    {
        (int days, int give) = (YearNumbers.Of.RoundDays, YearNumbers.Of.RoundSpread);
        var (from, to) = (survey.Date.AddDays(days - give), survey.Date.AddDays(days + give));
        var frost = survey.Place.FirstFrostAfter(survey.Season.GrowthFrost);
        return
            !cut
            || survey.Season.TooLateForShoots
            || survey.Plant.Kind.FlowersOn == FlowerWood.LastYear
            || from >= frost
            ? null
            : (from, to < frost ? to : frost.AddDays(-1));
    }

    private static IEnumerable<string> Summary(ImmutableArray<Decided> decided, (DateOnly From, DateOnly To)? next)
    {
        // Of one brought down, or back from the path, more than its flowers comes off.
        var flowersAlone = decided.Where(d =>
            d.Nip && d.Reasons.Any(r => r.Rule is FlowerRule.Over or FlowerRule.Vase)
        );
        var nipped = flowersAlone.Count();
        var cut = decided.Count(d => d.Nip || d.Decision is Decision.Shorten or Decision.Remove) - nipped;
        if (cut + nipped == 0)
        {
            yield return "Nothing is to be cut today.";
            yield break;
        }

        if (cut > 0)
        {
            yield return $"{Wording.Count(cut, "stem is", "stems are")} cut.";
        }

        if (nipped > 0)
        {
            yield return $"{Wording.Count(nipped, "stem loses", "stems lose")} {(nipped == 1 ? "its" : "their")} "
                + "flowers alone.";
        }

        if (next is { } days)
        {
            yield return $"What is cut flowers again from about {Wording.Day(days.From)} to {Wording.Day(days.To)}.";
        }
    }

    private static PlanCounts Counts(ImmutableArray<Decided> decided)
    {
        var total = decided.Sum(d => StemTree.LiveLength(d.Stem));
        var taken = decided.Sum(d =>
            d.Decision == Decision.Remove
                ? StemTree.LiveLength(d.Stem)
                : Math.Max(0, StemTree.LiveLength(d.Stem) - (EndOf(d) ?? double.PositiveInfinity))
        );
        return new PlanCounts(
            decided.Count(d => d.Kept),
            decided.Count(d => d.Decision == Decision.Remove),
            decided.Count(d => d.Decision is not (Decision.Keep or Decision.Shorten or Decision.Remove)),
            decided
                .Where(d => d.Decision != Decision.Remove)
                .Sum(d => d.Stem.Buds.Count(b => b.AlongMm <= (EndOf(d) ?? d.Stem.LengthMm))),
            null,
            total <= 0 ? 0 : Math.Round(taken / total, 4),
            null,
            null,
            null
        );
    }

    private static double? EndOf(Decided d) =>
        d.Option?.AlongMm ?? (d.Stem.Pin is Pin.CutAt cut && d.Decision == Decision.Shorten ? cut.AlongMm : null);
}
