using Gemmifer.Core.Buds;
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
    private readonly StemTree _tree;
    private readonly Dictionary<string, DecidedCane> _decided = [];

    /// <summary>What becomes of one cane or side shoot.</summary>
    /// <param name="LeftMm">So much of it stays, mm.</param>
    private sealed record DecidedCane(
        Stem Stem,
        Finding Finding,
        Decision Decision,
        PlanReason Reason,
        PlanStep? Step,
        double LeftMm
    );

    public CaneStems(Survey survey, RowWork work)
    {
        (_survey, _work, _tree) = (survey, work, StemTree.Build(survey.Stems, survey.Plant));
        foreach (var stem in _tree.Stems.Where(s => s.TopLevel))
        {
            Decide(stem);
        }

        Thin();
        foreach (var stem in _tree.Stems.Where(s => s.TopLevel))
        {
            Shoots(stem);
        }

        if (survey.ElectiveWait)
        {
            foreach (var stem in _tree.Stems.Where(s => s.TopLevel))
            {
                Wait(stem, false);
            }
        }
    }

    /// <summary>Cuts of sound wood wait for the main prune; what falls with them waits too.</summary>
    private void Wait(Stem stem, bool parent)
    {
        var d = _decided[stem.Id];
        var waits =
            d.Decision is Decision.Remove or Decision.Shorten
            && (
                d.Step is null
                    ? parent
                    : stem.Pin is not (Pin.Remove or Pin.CutAt)
                        && !Stages.AnyTime(d.Step.Stage)
                        && d.Reason.Rule is not ("spent" or "fruited")
                        && !(_work.InGrowth && d.Step.Action == StepAction.Tip)
            );
        if (waits)
        {
            _decided[stem.Id] = d with
            {
                Decision = Decision.Defer,
                LeftMm = stem.LengthMm,
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

        foreach (var child in _tree.Children(stem))
        {
            Wait(child, waits);
        }
    }

    /// <summary>Decisions in order of id.</summary>
    public IReadOnlyList<PlanStem> Stems() =>
        [
            .. _tree
                .Stems.Select(s => _decided[s.Id])
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
    public IEnumerable<PlanStep> Steps() => _tree.Stems.Select(s => _decided[s.Id].Step).OfType<PlanStep>();

    /// <summary>Counts by cane, where there is no row.</summary>
    public PlanCounts Counts()
    {
        var canes = _tree
            .Stems.Where(s => s.TopLevel && _decided[s.Id].Finding.Verdict != Verdict.Sucker)
            .Select(s => _decided[s.Id])
            .ToArray();
        double total = 0,
            gone = 0;
        foreach (var d in _decided.Values.Where(d => d.Finding is not { Verdict: Verdict.Dead, SoundToMm: null }))
        {
            var live = StemTree.LiveLength(d.Stem);
            (total, gone) = (
                total + live,
                gone + (d.Decision == Decision.Remove ? live : Math.Max(0, live - d.LeftMm))
            );
        }

        var buds = _decided
            .Values.Where(d => d.Decision != Decision.Remove)
            .Sum(d =>
                (int)Math.Floor(Math.Min(d.LeftMm, StemTree.LiveLength(d.Stem)) / _survey.Plant.Kind.InternodeMm)
            );
        return new PlanCounts(
            canes.Count(d => d.Decision is Decision.Keep or Decision.Shorten),
            canes.Count(d => d.Decision == Decision.Remove),
            canes.Count(d => d.Decision is not (Decision.Keep or Decision.Shorten or Decision.Remove)),
            buds,
            null,
            total <= 0 ? 0 : Math.Round(gone / total, 4),
            null,
            null,
            null
        );
    }

    private void Decide(Stem stem)
    {
        var finding = Diagnose(stem);
        switch (Musts.Of(stem, finding, false))
        {
            case StemMust.Out { Asked: true } @out:
                Remove(stem, finding, @out.Stage, GardenersWord.Reason(new Pin.Remove()));
                break;
            case StemMust.CutAt cut:
                CutWhereAsked(stem, finding, cut.AlongMm);
                break;
            case StemMust.Alone:
                Set(stem, finding, Decision.Untouched, Musts.Reason(finding), null);
                break;
            case StemMust.Check:
                Check(stem, finding);
                break;
            case StemMust.Out @out:
                Remove(stem, finding, @out.Stage, Musts.Reason(finding));
                break;
            case StemMust.Stay:
                Stay(stem, finding);
                break;
            case StemMust.Back or StemMust.Nothing when WhyGoes(stem) is { } goes:
                Remove(stem, finding, goes.Stage, goes.Reason);
                break;
            case StemMust.Back back when back.SoundToMm <= RowNumbers.Of.LeastTip:
                Remove(stem, finding, back.Stage, Musts.TooLow(finding));
                break;
            case StemMust.Back or StemMust.Nothing:
                Stay(stem, finding);
                break;
            default:
                throw new InvalidOperationException($"Unhandled must of {stem.Id}.");
        }
    }

    private void Check(Stem stem, Finding finding) =>
        Set(
            stem,
            finding,
            Decision.Check,
            Musts.Reason(finding),
            On(stem, Stage.Dead, StepAction.Check, $"{stem.Id}: {finding.Text} {finding.Ask} Leave it until you know.")
        );

    /// <summary>
    /// What is wrong with a stem; that it is bare tells something only once the others are in leaf. No cane fruit
    /// stands on a rootstock: its canes come out of the ground (common practice, no source).
    /// </summary>
    private Finding Diagnose(Stem stem) =>
        Diagnoser.Diagnose(
            _survey.Season.InGrowth ? stem : stem with { Seen = [.. stem.Seen.Where(e => e.What != Sign.NotLeafing)] },
            _survey.Plant with
            {
                Rootstock = false,
            },
            null,
            false
        );

    private void CutWhereAsked(Stem stem, Finding finding, double alongMm)
    {
        var reason = GardenersWord.Reason(new Pin.CutAt(alongMm));
        if (alongMm >= stem.LengthMm)
        {
            Set(stem, finding, Decision.Keep, reason, null, alongMm);
            return;
        }

        var text = $"Cut {stem.Id} at {Wording.Mm(alongMm)}, where you chose.";
        var step = Cut(stem, alongMm, Stage.Shorten, StepAction.Shorten, text);
        Set(stem, finding, Decision.Shorten, reason, step, alongMm);
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
        && _tree.Stems.Any(s => s.TopLevel && s.Age == 1 && s.DiameterMm >= _survey.School.ThinBelowMm);

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
        var axis = _tree.Axis(stem);
        var at = tip > 0 && stem.Age == 1 ? axis.FirstAtHeight(tip - axis.Start.Z) : null;
        var limit = Math.Min(at ?? double.PositiveInfinity, finding.SoundToMm ?? double.PositiveInfinity);
        if (limit < stem.LengthMm - 1 && limit > RowNumbers.Of.LeastTip)
        {
            var dead = finding.SoundToMm is { } sound && sound <= limit + 0.01;
            var rule = dead ? Wording.Of(finding.Verdict) : "tipHeight";
            Set(
                stem,
                finding,
                Decision.Shorten,
                new PlanReason(
                    rule,
                    dead ? finding.Text : $"Tipped at {Wording.Mm(tip)}.",
                    dead ? finding.Provenance : _survey.School.Set.TipHeight.Provenance
                ),
                Cut(
                    stem,
                    limit,
                    dead ? Stages.Of(finding.Verdict) : Stage.Shorten,
                    dead ? StepAction.Shorten : StepAction.Tip,
                    dead
                        ? $"Cut {stem.Id} back to {Wording.Mm(limit)}, into clean wood. {finding.Text}"
                        : $"Tip {stem.Id} at {Wording.Mm(tip)}, above a bud.",
                    finding.SoundToMm
                ),
                limit
            );
            return;
        }

        Set(
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

        var stay = _tree
            .Stems.Where(s =>
                s.TopLevel
                && s.Age == 1
                && _decided[s.Id]
                    is { Decision: Decision.Keep or Decision.Shorten, Finding.Verdict: not Verdict.Sucker }
            )
            .OrderBy(s => s.Pin is null ? 1 : 0)
            .ThenByDescending(s => s.DiameterMm)
            .ThenBy(s => s.Id, StringComparer.Ordinal)
            .ToArray();
        foreach (var stem in stay.Skip(_survey.School.CanesMax * _work.Plants).Where(s => s.Pin is null))
        {
            var finding = _decided[stem.Id].Finding;
            _decided.Remove(stem.Id);
            Remove(
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

    private void Shoots(Stem parent)
    {
        foreach (var shoot in _tree.Children(parent))
        {
            Shoot(shoot, _decided[parent.Id]);
            Shoots(shoot);
        }
    }

    private void Shoot(Stem shoot, DecidedCane on)
    {
        var finding = Diagnose(shoot);
        if (on.Decision == Decision.Remove || shoot.Parent.AlongMm > on.LeftMm)
        {
            Set(
                shoot,
                finding,
                Decision.Remove,
                new PlanReason("parent", $"It goes with {on.Stem.Id}.", Provenance.Practice),
                null,
                0
            );
        }
        else
        {
            Shoot(shoot, finding, on.Stem.Id);
        }
    }

    private void Shoot(Stem shoot, Finding finding, string on)
    {
        var length = _survey.School.LateralLengthMm;
        switch (Musts.Of(shoot, finding, false))
        {
            case StemMust.Alone:
                Set(shoot, finding, Decision.Untouched, Musts.Reason(finding), null);
                break;
            case StemMust.Out { Asked: true }:
                Remove(shoot, finding, Stage.Laterals, GardenersWord.Reason(new Pin.Remove()));
                break;
            case StemMust.Out @out:
                Remove(shoot, finding, @out.Stage, Musts.Reason(finding));
                break;
            case StemMust.CutAt cut when cut.AlongMm < shoot.LengthMm:
                Shorten(
                    shoot,
                    finding,
                    cut.AlongMm,
                    GardenersWord.Reason(new Pin.CutAt(cut.AlongMm)),
                    $"Cut {shoot.Id} at {Wording.Mm(cut.AlongMm)}."
                );
                break;
            case StemMust.Check:
                Check(shoot, finding);
                break;
            case StemMust.Back back when back.SoundToMm < _survey.Plant.Kind.InternodeMm:
                // No bud stands below what is wrong.
                Remove(shoot, finding, back.Stage, Musts.TooLow(finding));
                break;
            case StemMust.Back back:
                Shorten(
                    shoot,
                    finding,
                    back.SoundToMm,
                    Musts.Reason(finding),
                    $"Cut {shoot.Id} on {on} back to {Wording.Mm(back.SoundToMm)}, into clean wood. {finding.Text}",
                    back.Stage
                );
                break;
            case StemMust.Stay or StemMust.CutAt:
                Set(shoot, finding, Decision.Keep, GardenersWord.Reason(shoot.Pin!), null);
                break;
            case StemMust.Nothing
                when length > 0 && shoot.LengthMm > length + RowNumbers.Of.SideShootSlack && !_work.InGrowth:
                Shorten(
                    shoot,
                    finding,
                    length,
                    new PlanReason(
                        "lateralLength",
                        $"Side shoots to {Wording.Mm(length)}.",
                        _survey.School.Set.LateralLength.Provenance
                    ),
                    $"Shorten {shoot.Id} on {on} to {Wording.Mm(length)}, above a bud."
                );
                break;
            case StemMust.Nothing:
                Set(
                    shoot,
                    finding,
                    Decision.Keep,
                    new PlanReason("keep", "It carries the fruit.", Provenance.Practice),
                    null
                );
                break;
            default:
                throw new InvalidOperationException($"Unhandled must of {shoot.Id}.");
        }
    }

    private void Shorten(
        Stem shoot,
        Finding finding,
        double toMm,
        PlanReason reason,
        string text,
        Stage stage = Stage.Laterals
    ) =>
        Set(
            shoot,
            finding,
            Decision.Shorten,
            reason,
            Cut(shoot, toMm, stage, StepAction.Shorten, text, finding.SoundToMm),
            toMm
        );

    private void Set(
        Stem stem,
        Finding finding,
        Decision decision,
        PlanReason reason,
        PlanStep? step,
        double left = double.PositiveInfinity
    ) => _decided.Add(stem.Id, new DecidedCane(stem, finding, decision, reason, step, left));

    private void Remove(Stem stem, Finding finding, Stage stage, PlanReason reason)
    {
        var at = _tree.Axis(stem).Start;
        var cut = new PlanCut(
            0,
            null,
            0,
            0,
            stem.TopLevel ? CutPlace.Ground : CutPlace.Ring,
            Wording.Tenth(at.X),
            Wording.Tenth(at.Y),
            Wording.Tenth(at.Z)
        );
        Set(
            stem,
            finding,
            Decision.Remove,
            reason,
            On(
                stem,
                stage,
                StepAction.Remove,
                $"{(stem.TopLevel ? $"Take {stem.Id} out level with the ground." : $"Take {stem.Id} off.")} "
                    + $"{reason.Text.Marked}"
            ) with
            {
                Cut = cut,
                Tool = ToolRack.For(stem.DiameterMm),
                Disinfect = finding.Verdict == Verdict.Diseased,
                Caution = Cautions.ForCut(ToolRack.For(stem.DiameterMm), finding.Verdict == Verdict.Diseased),
            },
            0
        );
    }

    /// <summary>A cut above a bud that has to be looked for.</summary>
    /// <param name="soundToMm">No bud above this place serves, mm along it.</param>
    private PlanStep Cut(Stem stem, double along, Stage stage, StepAction action, string text, double? soundToMm = null)
    {
        var (at, internode) = (_tree.Axis(stem).At(along), _survey.Plant.Kind.InternodeMm);
        var high = Math.Min(
            Math.Min(stem.LengthMm, along + (internode / 2)),
            (soundToMm ?? double.PositiveInfinity) - _survey.School.ClearanceMm
        );
        var low = Math.Max(0, Math.Min(along - (internode / 2), high - internode));
        var bud = new PlanBud(
            null,
            null,
            BudKnowledge.LookFor,
            [Wording.Tenth(low), Wording.Tenth(Math.Max(low, high))],
            null
        );
        var pinned = stem.Pin is Pin.CutAt;
        var cut = new PlanCut(
            pinned ? Wording.Tenth(along) : null,
            pinned ? null : bud,
            _survey.School.SlopeDeg,
            _survey.School.ClearanceMm,
            CutPlace.AboveBud,
            Wording.Tenth(at.X),
            Wording.Tenth(at.Y),
            Wording.Tenth(at.Z)
        );
        var tool = ToolRack.For(_tree.DiameterAt(stem, along));
        return On(stem, stage, action, text) with
        {
            Cut = cut,
            Tool = tool,
            Disinfect = stage == Stage.Diseased,
            Caution = Cautions.ForCut(tool, stage == Stage.Diseased),
        };
    }

    private PlanStep On(Stem stem, Stage stage, StepAction action, string text) =>
        new()
        {
            Stage = stage,
            Stem = stem.Id,
            Action = action,
            Due = _survey.Date,
            Text = text,
        };
}
