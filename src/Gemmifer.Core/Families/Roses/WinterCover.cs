using Gemmifer.Core.Families.Roses.Climbing;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;
using Gemmifer.Core.Training;
using Gemmifer.Core.Year;

namespace Gemmifer.Core.Families.Roses;

/// <summary>
/// Covering a rose for the winter and uncovering it in steps (common practice, no source): a mound over the union, a
/// climber untied and wrapped on its wall, the head of a standard wrapped where it stands. Nothing is cut.
/// </summary>
internal sealed class WinterCover
{
    private readonly Survey _survey;
    private readonly Stem[] _canes;
    private readonly StemTree _tree;

    public WinterCover(Survey survey)
    {
        _survey = survey;
        _tree = StemTree.Build(survey.Stems, survey.Plant);
        _canes =
        [
            .. survey
                .Stems.Where(s => s.TopLevel && s.Parent.Origin != Origin.Rootstock)
                .OrderBy(s => s.Id, StringComparer.Ordinal),
        ];
    }

    /// <summary>A head on a stem: what has to be covered is up there.</summary>
    private bool OnAStem => _survey.Plant.Kind.Hangs || _survey.Plant.CrownHeightMm > RoseNumbers.Of.OnAStem;

    private bool Climbs => _survey.Plant.Kind.Climbs;

    /// <summary>The plan of covering.</summary>
    public PlanDocument Cover()
    {
        var (from, to) = Days(YearJob.Cover);
        return Build([.. CoverSteps(Start(from))], from, to, "It stays as it is: nothing is cut before the winter.");
    }

    /// <summary>The plan of uncovering.</summary>
    public PlanDocument Uncover()
    {
        var (from, to) = Days(YearJob.Uncover);
        return Build(
            [.. UncoverSteps(Start(from), to)],
            from,
            to,
            "It stays as it is until the main prune: what the frost took shows then."
        );
    }

    /// <summary>The days of a job in the winter that is on or comes next.</summary>
    private (DateOnly From, DateOnly To) Days(YearJob job)
    {
        var rule = JobRules.Of(_survey.Plant.Kind.Family).First(r => r.Job == job);
        for (var year = _survey.Date.Year; ; year++)
        {
            var last = _survey.Place.LastFrost(year);
            DateOnly At(Anchored day) =>
                (day.Anchor == "last-frost" ? last : _survey.Place.FirstFrostBefore(last)).AddDays(day.Days);
            if (At(rule.To) >= _survey.Date)
            {
                return (At(rule.From), At(rule.To));
            }
        }
    }

    private DateOnly Start(DateOnly from) => _survey.Date > from || _survey.Anyway ? _survey.Date : from;

    private IEnumerable<PlanStep> CoverSteps(DateOnly day)
    {
        yield return Step(
            Stage.Prepare,
            day,
            OnAStem ? "Have straw, burlap and raffia beside you, and look at the stake first."
                : Climbs ? "Have raffia, burlap or fleece and mulch beside you."
                : "Have mulch, burlap and raffia beside you.",
            OnAStem ? "A wrapped head catches the wind: renew a stake or a tie that gives." : "",
            Cautions.Thorns
        );
        yield return Step(
            Stage.Prepare,
            day,
            "Strip the leaves that still hang, and gather those on the ground.",
            "Disease stays over the winter on them. Cut nothing else: it is pruned when the cover comes off.",
            Cautions.Leaves
        );
        if (!OnAStem)
        {
            var union = Math.Max(0, _survey.Plant.CrownHeightMm);
            yield return Step(
                Stage.Train,
                day,
                "Draw mulch or soil over the base of the canes, "
                    + $"{Wording.Mm(union + RoseNumbers.Of.MoundFrom, union + RoseNumbers.Of.MoundTo)} high.",
                _survey.Plant.Rootstock ? "The union freezes first: it has to be deep inside." : ""
            );
        }

        foreach (var step in Climbs ? WrapOnSupport(day) : [WrapFree(day)])
        {
            yield return step;
        }

        var look = day.AddDays(RoseNumbers.Of.StormLook);
        yield return Step(Stage.Return, look, "Look whether the wrap still holds, and after each storm.", "");
    }

    private IEnumerable<PlanStep> WrapOnSupport(DateOnly day)
    {
        var stiff = _canes.Where(TooStiff).Select(c => c.Id).ToArray();
        var bent = _canes.Select(c => c.Id).Except(stiff).ToArray();
        if (bent.Length > 0 || stiff.Length == 0)
        {
            yield return Step(
                Stage.Train,
                day,
                $"Untie {(bent.Length == 0 ? "the canes" : Wording.Some(bent))} and bind them together "
                    + "loosely with raffia, close to the support.",
                "Cut old ties, do not pull them through."
                    + (
                        stiff.Length == 0
                            ? ""
                            : $" {Wording.Some(stiff)} {(stiff.Length == 1 ? "is" : "are")} too stiff to bend: "
                                + "left where tied."
                    ),
                Cautions.Bending
            ) with
            {
                Tool = Tool.Secateurs,
            };
        }

        yield return Step(
            Stage.Train,
            day,
            $"Wrap {(stiff.Length > 0 ? "the bundle, and each cane that stayed tied," : "the bundle")} in burlap "
                + "or fleece, from below up, and tie that to the support.",
            "Nothing airtight: wood rots under it. Leave the foot open to the air.",
            High ? $"{Cautions.Ladder} {Cautions.NoFlame}" : Cautions.NoFlame
        );
    }

    private PlanStep WrapFree(DateOnly day) =>
        OnAStem
            ? Step(
                Stage.Train,
                day,
                "Bind the head together loosely, pad the union with straw, and wrap both in burlap.",
                "Nothing airtight: wood rots under it. The union sits right under the head.",
                High ? $"{Cautions.Ladder} {Cautions.NoFlame}" : Cautions.NoFlame
            )
            : Step(
                Stage.Train,
                day,
                "Bind the canes together loosely with raffia, and wrap the top in burlap.",
                "It keeps off the drying wind. Nothing airtight: wood rots under it.",
                Cautions.NoFlame
            );

    private IEnumerable<PlanStep> UncoverSteps(DateOnly day, DateOnly to)
    {
        int week = RoseNumbers.Of.CoverHalfWays;
        DateOnly On(int steps) =>
            day.AddDays(week * steps) is var on && on <= to ? on
            : to > day ? to
            : day;
        yield return Step(
            Stage.Train,
            day,
            "Loosen the wrap on a dull day, and leave it on.",
            "Bark that stood in the dark burns in strong sun.",
            $"{Cautions.Thorns} {Cautions.Wrappings}"
        );
        yield return Step(
            Stage.Train,
            On(1),
            "Take the wrap off, from the top down: cut the raffia, do not pull.",
            "Buds that have moved break off at a touch.",
            High ? $"{Cautions.Wrappings} {Cautions.Ladder}" : Cautions.Wrappings
        ) with
        {
            Tool = Tool.Secateurs,
        };
        if (!OnAStem)
        {
            yield return Step(
                Stage.Train,
                On(2),
                $"Draw the mound away by hand, down to the {(_survey.Plant.Rootstock ? "union" : "crown")}.",
                "The lowest buds sit in it, and are the softest.",
                Cautions.Thorns
            ) with
            {
                Tool = Tool.Fingers,
            };
        }

        if (Climbs)
        {
            yield return Step(
                Stage.Train,
                On(2),
                "Tie the canes loosely again where they were.",
                "They are tied for good with the main prune.",
                High ? $"{Cautions.Bending} {Cautions.Ladder}" : Cautions.Bending
            );
        }
        else if (OnAStem)
        {
            yield return Step(
                Stage.Train,
                On(2),
                "Check the stake, and its tie right under the head.",
                "Renew a tie that grew tight."
            );
        }

        var thin = _canes
            .Where(c => c.DiameterMm < _survey.School.ThinBelowMm && c.DeadFromMm is null)
            .Select(c => c.Id)
            .ToArray();
        yield return Step(
            Stage.Train,
            On(2),
            "Scratch each cane from the tip down: where green begins, it lives.",
            "Brown bark, brown pith, a dry snap: dead to there. Note it in Look: the prune comes down to clean pith."
                + (thin.Length == 0 ? "" : $" Look at {Wording.Some(thin)} first: so thin a cane is what frost takes."),
            Cautions.Thorns
        ) with
        {
            Action = StepAction.Check,
        };
        yield return Step(
            Stage.Clean,
            On(2),
            "Shake the wrappings out over a sheet and dry them for next winter.",
            "",
            Cautions.Wrappings
        );
    }

    /// <summary>Whether somebody has to stand on a ladder.</summary>
    private bool High =>
        _canes.Any(c => _tree.Axis(c).At(c.LengthMm).Z > Cautions.ReachMm)
        || (_canes.Length == 0 && _survey.Support?.HeightMm > Cautions.ReachMm)
        || (OnAStem && _survey.Plant.CrownHeightMm > Cautions.ReachMm);

    /// <summary>
    /// Whether it cracks before it is bent by a quarter of a circle: that much of an arc is longer than the cane.
    /// </summary>
    private bool TooStiff(Stem cane) =>
        Bending.LeastRadiusMm(cane.DiameterMm, AllowedStrain.Under(_survey.School).Of(cane)) * Math.PI / 2
        > cane.LengthMm;

    private static PlanStep Step(Stage stage, DateOnly due, string text, string more, string? caution = null) =>
        new()
        {
            Stage = stage,
            Action = StepAction.Do,
            Due = due,
            Text = text,
            More = Sentence.Maybe(Wording.Together(more)),
            Caution = caution,
        };

    private PlanDocument Build(PlanStep[] steps, DateOnly from, DateOnly to, string stays)
    {
        // What comes too early waits for its day, unless it is wanted all the same.
        var early = _survey.Date < from && !_survey.Anyway;
        var today = steps.Count(s => s.Stage != Stage.Return);
        var ordered = StepOrder.Of(early ? steps.Select(s => s with { Stage = Stage.Return }) : steps);
        var stems = _survey.Stems.OrderBy(s => s.Id, StringComparer.Ordinal).ToArray();
        var kit = Kit.Of(ordered, Kit.Minutes(ordered), Kit.AgainstThorns, []);
        return PlanBuilder.Build(
            _survey,
            new PlanParts
            {
                Stems =
                [
                    .. stems.Select(s => new PlanStem(
                        s.Id,
                        Decision.Untouched,
                        Verdict.Sound,
                        [new PlanReason("cover", stays, Provenance.Practice)],
                        null
                    )),
                ],
                Steps = ordered,
                Counts = new PlanCounts(0, 0, _canes.Length, stems.Sum(s => s.Buds.Length), null, 0, null, null, null),
                Summary =
                [
                    early
                        ? $"This waits for {Wording.Day(from)}; it is done until {Wording.Day(to)}."
                        : $"{Wording.Count(today, "step", "steps")}, until {Wording.Day(to)}.",
                ],
                Forecast = new PlanForecast(0, 0, [], [], [], [], []),
                Kit = kit with
                {
                    Tools =
                    [
                        .. kit.Tools,
                        .. _survey.Task == SurveyTask.Cover
                            ? (string[])
                                ["raffia", "burlap or fleece", .. OnAStem ? (string[])["straw"] : ["mulch", "spade"]]
                            : ["sheet for the wrappings"],
                    ],
                },
                Warnings = early
                    ?
                    [
                        new PlanWarning(
                            "season",
                            _survey.Task == SurveyTask.Cover
                                ? "It is too early to cover: under a cover on warm soil it does not go to sleep. "
                                    + $"From {Wording.Day(from)}, after the first hard frosts."
                                : "It is too early to uncover: hard frost is still to come. "
                                    + $"From {Wording.Day(from)}, in steps."
                        ),
                    ]
                    : [],
            }
        );
    }
}
