using Gemmifer.Core.Diagnosis;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.CaneFruit;

/// <summary>Single canes of cane fruit, where they were noted one by one.</summary>
internal sealed class CaneStems
{
    private readonly Survey _survey;
    private readonly RowWork _work;
    private readonly CaneSettling _canes;

    public CaneStems(Survey survey, RowWork work)
    {
        (_survey, _work, _canes) = (survey, work, new CaneSettling(survey));
        foreach (var stem in _canes.Tree.Stems.Where(s => s.TopLevel))
        {
            Decide(stem);
        }

        Thin();
        var shoots = new FruitShoots(survey, work, _canes);
        foreach (var stem in _canes.Tree.Stems.Where(s => s.TopLevel))
        {
            shoots.Decide(stem);
        }

        if (survey.ElectiveWait)
        {
            foreach (var id in SeasonWait.Of(_canes.Tree, s => WorkOn(_canes.Of(s))))
            {
                Wait(id);
            }
        }
    }

    /// <summary>What has fruited, and the tips of canes in growth, come off in their own time.</summary>
    private SeasonWait.Work WorkOn(DecidedCane d) =>
        new(
            d.Decision,
            d.Step?.Stage ?? Stage.Thin,
            d.Step is not null,
            d.Reason.Rule is "spent" or "fruited" || (_work.InGrowth && d.Step?.Action == StepAction.Tip)
        );

    /// <summary>A cut of sound wood waits for the main prune; what falls with it waits too.</summary>
    private void Wait(StemId id)
    {
        var d = _canes.Decided[id];
        _canes.Decided[id] = d with
        {
            Decision = Decision.Defer,
            LeftMm = d.Stem.LengthMm,
            Step = d.Step is null
                ? null
                : d.Step with
                {
                    Stage = Stage.Return,
                    Action = StepAction.Defer,
                    Due = _survey.Season.MainPrune.From,
                },
        };
    }

    /// <summary>Decisions in order of id.</summary>
    public IReadOnlyList<PlanStem> Stems() =>
        [
            .. _canes
                .Tree.Stems.Select(s => _canes.Decided[s.Id])
                .Select(d => new PlanStem(d.Stem.Id, d.Decision, d.Finding.Verdict, Reasons(d), null)),
        ];

    private PlanReason[] Reasons(DecidedCane d) =>
        [
            .. Musts.Told(
                d.Finding,
                d.Decision,
                d is { Decision: Decision.Defer, Step: not null }
                    ? [SeasonWarning.Waits(_survey.Season), d.Reason]
                    : [d.Reason]
            ),
        ];

    /// <summary>Steps of single canes.</summary>
    public IEnumerable<PlanStep> Steps() => _canes.Tree.Stems.Select(s => _canes.Decided[s.Id].Step).OfType<PlanStep>();

    /// <summary>Counts by cane, where there is no row.</summary>
    public PlanCounts Counts()
    {
        var canes = _canes
            .Tree.Stems.Where(s => s.TopLevel && _canes.Decided[s.Id].Finding.Verdict != Verdict.Sucker)
            .Select(s => _canes.Decided[s.Id])
            .ToArray();
        double total = 0,
            gone = 0;
        foreach (var d in _canes.Decided.Values.Where(d => d.Finding is not { Verdict: Verdict.Dead, SoundToMm: null }))
        {
            var live = StemTree.LiveLength(d.Stem);
            (total, gone) = (
                total + live,
                gone + (d.Decision == Decision.Remove ? live : Math.Max(0, live - d.LeftMm))
            );
        }

        var buds = _canes
            .Decided.Values.Where(d => d.Decision != Decision.Remove)
            .Sum(d =>
                (int)Math.Floor(Math.Min(d.LeftMm, StemTree.LiveLength(d.Stem)) / _survey.Plant.Kind.InternodeMm)
            );
        var (stay, go, left) = Tally.Of(canes.Select(d => d.Decision));
        return new PlanCounts(stay, go, left, buds, null, Tally.Share(gone, total), null, null, null);
    }

    private void Decide(Stem stem)
    {
        var finding = _canes.Diagnose(stem);
        switch (Musts.Of(stem, finding, false))
        {
            case StemMust.Out { Asked: true } @out:
                _canes.Remove(stem, finding, @out.Stage, GardenersWord.Reason(new Pin.Remove()));
                break;
            case StemMust.CutAt cut:
                CutWhereAsked(stem, finding, cut.AlongMm);
                break;
            case StemMust.Alone:
                _canes.Set(stem, finding, Decision.Untouched, Musts.Reason(finding), null);
                break;
            case StemMust.Check:
                _canes.Check(stem, finding);
                break;
            case StemMust.Out @out:
                _canes.Remove(stem, finding, @out.Stage, Musts.Reason(finding));
                break;
            case StemMust.Stay:
                Stay(stem, finding);
                break;
            case StemMust.Back or StemMust.Nothing when WhyGoes(stem) is { } goes:
                _canes.Remove(stem, finding, goes.Stage, goes.Reason);
                break;
            case StemMust.Back back when back.SoundToMm <= RowNumbers.Of.LeastTip:
                _canes.Remove(stem, finding, back.Stage, Musts.TooLow(finding));
                break;
            case StemMust.Back or StemMust.Nothing:
                Stay(stem, finding);
                break;
            default:
                throw new InvalidOperationException($"Unhandled must of {stem.Id}.");
        }
    }

    private void CutWhereAsked(Stem stem, Finding finding, double alongMm)
    {
        var reason = GardenersWord.Reason(new Pin.CutAt(alongMm));
        if (alongMm >= stem.LengthMm)
        {
            _canes.Set(stem, finding, Decision.Keep, reason, null, alongMm);
            return;
        }

        var text = $"Cut {stem.Id} at {Wording.Mm(alongMm)}, where you chose.";
        var step = _canes.Cut(stem, alongMm, Stage.Shorten, StepAction.Shorten, text);
        _canes.Set(stem, finding, Decision.Shorten, reason, step, alongMm);
    }

    /// <summary>Why a cane nobody pinned goes, and the stage of that; null where it stays.</summary>
    private (Stage Stage, PlanReason Reason)? WhyGoes(Stem stem) =>
        _work.Mow
            ? (
                Stage.Thin,
                new PlanReason(
                    "one-crop",
                    "All canes go level with the ground in midwinter; next autumn's crop comes on new ones.",
                    Provenance.Practice
                )
            )
        : Spent(stem)
            ? (
                Stage.Thin,
                new PlanReason("spent", "It has fruited and dies: spent canes go to the ground.", Provenance.Practice)
            )
        : !_work.MowLater && ThinBesideBetter(stem)
            ? (
                Stage.Thin,
                new PlanReason(
                    "thinBelow",
                    "Thinner than a pencil: it bears little and crowds the others.",
                    _survey.School.Set.ThinBelow.Provenance
                )
            )
        : null;

    private bool ThinBesideBetter(Stem stem) =>
        stem.DiameterMm < _survey.School.ThinBelowMm
        && stem.Age == 1
        && _canes.Tree.Stems.Any(s => s.TopLevel && s.Age == 1 && s.DiameterMm >= _survey.School.ThinBelowMm);

    /// <summary>A cane of two summers has borne once the season is over; so has one that was seen to.</summary>
    private bool Spent(Stem stem)
    {
        // Only autumn kinds fruit on canes of their first summer; of a kind nobody knows the safe rule holds.
        var firstYearFruits = RowRules.Kind(_survey.Plant.Kind.Id).Autumn is not null;
        return stem.Has(Sign.FruitedTwice)
            || (stem.Has(Sign.Fruited) && (stem.Age >= 2 || !firstYearFruits))
            || (stem.Age >= 2 && !_work.InGrowth);
    }

    private void Stay(Stem stem, Finding finding)
    {
        var tip = RowPlanner.TipHeight(_survey);
        var axis = _canes.Tree.Axis(stem);
        var at = tip > 0 && stem.Age == 1 ? axis.FirstAtHeight(tip - axis.Start.Z) : null;
        var sound = finding.SoundToMm ?? double.PositiveInfinity;
        if (sound <= Math.Min(at ?? double.PositiveInfinity, stem.LengthMm - 1) && sound > RowNumbers.Of.LeastTip)
        {
            _canes.BackToSound(stem, finding, sound);
            return;
        }

        if (at < stem.LengthMm - 1 && at > RowNumbers.Of.LeastTip)
        {
            var tipped = new PlanReason(
                "tipHeight",
                $"Tipped at {Wording.Mm(tip)}.",
                _survey.School.Set.TipHeight.Provenance
            );
            var text = $"Tip {stem.Id} at {Wording.Mm(tip)}, above a bud.";
            var step = _canes.Cut(stem, at.Value, Stage.Shorten, StepAction.Tip, text, finding.SoundToMm);
            _canes.Set(stem, finding, Decision.Shorten, tipped, step, at.Value);
            return;
        }

        _canes.Set(
            stem,
            finding,
            Decision.Keep,
            new PlanReason(
                "keep",
                stem.Age >= 2 ? "In its fruiting summer: it stays until it has borne."
                    : stem.DiameterMm >= _survey.School.ThinBelowMm ? "A sturdy cane of last season."
                    : ThinBesideBetter(stem) ? "A thin cane of last season."
                    : "A thin cane of last season; there is none better.",
                Provenance.Practice
            ),
            null
        );
    }

    /// <summary>Of canes counted by the plant the sturdiest stay.</summary>
    private void Thin()
    {
        if (!_work.PerPlant || _work.Mow || _work.MowLater)
        {
            return;
        }

        var stay = _canes
            .Tree.Stems.Where(s =>
                s.TopLevel
                && s.Age == 1
                && _canes.Decided[s.Id]
                    is { Decision: Decision.Keep or Decision.Shorten, Finding.Verdict: not Verdict.Sucker }
            )
            .OrderBy(s => s.Pin is null ? 1 : 0)
            .ThenByDescending(s => s.DiameterMm)
            .ThenBy(s => s.Id, StringComparer.Ordinal)
            .ToArray();
        foreach (var stem in stay.Skip(_survey.School.CanesMax * _work.Plants).Where(s => s.Pin is null))
        {
            var finding = _canes.Decided[stem.Id].Finding;
            _canes.Decided.Remove(stem.Id);
            _canes.Remove(
                stem,
                finding,
                Stage.Thin,
                new PlanReason(
                    "surplus",
                    $"{_survey.School.CanesMax} canes are enough for a plant, and the others are sturdier.",
                    _survey.School.Set.CanesMax.Provenance
                )
            );
        }
    }
}
