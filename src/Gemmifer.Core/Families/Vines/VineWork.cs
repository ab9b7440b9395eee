using System.Collections.Immutable;
using Gemmifer.Core.Buds;
using Gemmifer.Core.Diagnosis;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.Vines;

/// <summary>How a stem is taken off, where that is not by a cut in the usual words.</summary>
/// <param name="Text">The sentence of the step; null for the usual one.</param>
/// <param name="Tool">Null for the tool of its thickness.</param>
internal sealed record Handwork(string? Text = null, StepAction Action = StepAction.Remove, Tool? Tool = null);

/// <summary>How many buds are to stay on a shoot.</summary>
/// <param name="SoundToMm">The shoot is sound so far, mm from its base; null where all of it is.</param>
internal readonly record struct BudLimit(int Most, double? SoundToMm = null)
{
    public static implicit operator BudLimit(int most) => new(most);
}

/// <summary>One cut on a vine.</summary>
/// <param name="Plan">As the plan has it.</param>
/// <param name="At">The place in space, before any tying and any rounding.</param>
internal sealed record VineCut(PlanCut Plan, Point3 At)
{
    /// <summary>Made at a place.</summary>
    public static VineCut Of(Point3 at, Func<Point3, PlanCut> cut) => new(cut(at), at);
}

/// <summary>What becomes of one stem of a vine, with its step.</summary>
/// <param name="Text">What to do; empty where it has no step.</param>
/// <param name="Buds">Counted buds that stay on it.</param>
internal sealed record VineDecided(
    Stem Stem,
    Decision Decision,
    PlanReason Reason,
    StemId? Successor = null,
    VineCut? Cut = null,
    Stage Stage = Stage.Count,
    StepAction Action = StepAction.Do,
    string Text = "",
    Tool? Tool = null,
    string? Caution = null,
    DateOnly? Due = null,
    int Buds = 0,
    double LeftMm = double.PositiveInfinity,
    ImmutableArray<PlanTie> Ties = default
);

/// <summary>Collects decisions on the stems of a vine; each stem is decided once.</summary>
internal sealed class VineWork(Survey survey, VineParts parts)
{
    private readonly Dictionary<StemId, VineDecided> _decided = [];

    public VineParts Parts => parts;

    /// <summary>Rules that the gardener's word sets aside.</summary>
    public int SetAside { get; set; }

    public StemTree Tree => parts.Tree;

    public School School => survey.School;

    private double InternodeMm => survey.Plant.Kind.InternodeMm;

    /// <summary>When doubtful buds are looked at again.</summary>
    public DateOnly SecondVisit =>
        BudBreak.AddDays(VineNumbers.Of.SecondVisitDays) is var burst && burst > survey.Worked
            ? burst
            : survey.Worked.AddDays(VineNumbers.Of.SecondVisitDays);

    /// <summary>The bud break that is to come, or the one of this spring.</summary>
    public DateOnly BudBreak =>
        survey.LastFrost.AddDays(VineNumbers.Of.BudBreakDays) is var burst
        && burst.AddDays(VineNumbers.Of.BudBreakPast) < survey.Date
            ? burst.AddYears(1)
            : burst;

    /// <summary>The day planned for.</summary>
    public DateOnly Day => survey.Date;

    public bool Has(Stem stem) => _decided.ContainsKey(stem.Id);

    public VineDecided Of(Stem stem) => _decided[stem.Id];

    /// <summary>Decides a stem unless that was done.</summary>
    public void Set(VineDecided decided) => _decided.TryAdd(decided.Stem.Id, decided);

    /// <summary>Changes what was decided.</summary>
    public void Change(VineDecided decided) => _decided[decided.Stem.Id] = decided;

    /// <summary>Takes back what was decided of a stem, so that it can be decided anew.</summary>
    public void Forget(Stem stem) => _decided.Remove(stem.Id);

    public void Keep(
        Stem stem,
        string rule,
        string text,
        Provenance provenance = Provenance.Practice,
        Decision decision = Decision.Keep
    ) =>
        Set(
            new VineDecided(
                stem,
                decision,
                new PlanReason(rule, text, provenance),
                Buds: parts.OneYear.Contains(stem) ? parts.Count(stem).Total : 0
            )
        );

    /// <summary>Takes a stem off at its base.</summary>
    /// <param name="by">How, where that is not by a cut in the usual words.</param>
    public void Remove(Stem stem, Stage stage, PlanReason reason, Handwork? by = null)
    {
        var at = Tree.Axis(stem).Start;
        var tool = by?.Tool ?? ToolRack.For(stem.DiameterMm);
        var where =
            stem.Parent.Origin == Origin.Ground ? CutPlace.Ground
            : parts.Trunk?.Id == stem.Parent.StemId || stem.TopLevel ? CutPlace.Base
            : CutPlace.Ring;
        var from = stem.TopLevel ? " at its base" : $" {stem.Parent.StemId} where it starts";
        Set(
            new VineDecided(
                stem,
                Decision.Remove,
                reason,
                null,
                new VineCut(PlanCut.Off(where, at), at),
                stage,
                by?.Action ?? StepAction.Remove,
                by?.Text ?? $"Take {stem.Id} off{from}. {reason.Text}",
                tool,
                CautionFor(stage, tool),
                LeftMm: 0
            )
        );
    }

    /// <summary>Takes a shoot off the trunk in winter.</summary>
    /// <param name="robbed">What it takes strength from.</param>
    public void OffTrunk(Stem stem, string robbed)
    {
        var why = $"Shoots from the trunk take strength from {robbed}.";
        Remove(
            stem,
            Stage.Suckers,
            new PlanReason("trunk-shoot", why, Provenance.Practice),
            by: new Handwork(Text: $"Take {stem.Id} off the trunk, flush with it. {why}")
        );
    }

    /// <summary>Cuts a shoot back to so many counted buds; kept whole where it has no more.</summary>
    /// <param name="buds">How many, counted from the base; of what is sound no more than stand there, and one at
    /// least.</param>
    /// <param name="lead">The sentence before the count.</param>
    public void ToBuds(VineShoot shoot, BudLimit buds, Stage stage, PlanReason reason, string lead)
    {
        var (stem, counted) = (shoot.Stem, shoot.Buds);
        if (stem.Pin is Pin.CutAt pin)
        {
            ToPin(shoot, pin, stage);
            return;
        }

        var leave = Math.Min(buds.Most, buds.SoundToMm is { } to ? Math.Max(1, counted.Within(to)) : counted.Total);
        var along = counted.PlaceOf(Math.Max(1, leave));
        var cutAt = along + School.ClearanceMm;
        if (leave < 1 || cutAt >= stem.LengthMm - 1)
        {
            Set(
                new VineDecided(
                    stem,
                    Decision.Keep,
                    reason with
                    {
                        Text =
                            $"{reason.Text} It has no more than {Wording.Buds(counted.Total)}, so it stays as "
                            + "long as it is.",
                    },
                    Buds: counted.Total
                )
            );
            return;
        }

        var bud = Target(shoot, leave, along);
        Set(
            new VineDecided(
                stem,
                Decision.Shorten,
                reason,
                null,
                Above(stem, cutAt, bud),
                stage,
                StepAction.Shorten,
                $"{lead} {Count(shoot, leave, along, bud.Known)}".Trim(),
                ToolRack.For(Tree.DiameterAt(stem, cutAt)),
                CautionFor(stage, null),
                Buds: leave,
                LeftMm: cutAt
            )
        );
    }

    /// <summary>The gardener chose the place of the cut.</summary>
    private void ToPin(VineShoot shoot, Pin.CutAt pin, Stage stage)
    {
        var (stem, counted) = (shoot.Stem, shoot.Buds);
        var there = counted.Within(pin.AlongMm);
        Set(
            pin.AlongMm >= stem.LengthMm - 0.5
                ? new VineDecided(
                    stem,
                    Decision.Keep,
                    new PlanReason("pin", "You asked for it to stay as it is.", Provenance.User),
                    Buds: counted.Total
                )
                : new VineDecided(
                    stem,
                    Decision.Shorten,
                    new PlanReason("pin", "You chose the place of the cut.", Provenance.User),
                    null,
                    Above(stem, pin.AlongMm, null),
                    stage,
                    StepAction.Shorten,
                    $"Cut {stem.Id} at {Wording.Mm(pin.AlongMm)}, where you chose; {Wording.Buds(there)} stay.",
                    ToolRack.For(stem.DiameterMm),
                    Buds: there,
                    LeftMm: pin.AlongMm
                )
        );
    }

    /// <summary>A cut above a bud; where the bud has still to be found, so has the place.</summary>
    private VineCut Above(Stem stem, double alongMm, PlanBud? bud) =>
        VineCut.Of(Tree.Axis(stem).At(alongMm), at =>
            PlanCut.AboveBud(bud is { Known: BudKnowledge.LookFor } ? null : alongMm, bud, School, at)
        );

    /// <summary>
    /// The bud to cut above: seen, likely where others were seen before it, or to be counted on the shoot.
    /// </summary>
    private PlanBud Target(VineShoot shoot, int buds, double along)
    {
        var counted = shoot.Buds;
        var known =
            counted.SeenAt(buds) ? BudKnowledge.Seen
            : counted.Seen.IsEmpty ? BudKnowledge.LookFor
            : BudKnowledge.Likely;
        var (low, high) = (
            Math.Max(0, along - (counted.InternodeMm / 2)),
            Math.Max(along, Math.Min(SoundTo(shoot) - School.ClearanceMm, along + (counted.InternodeMm / 2)))
        );
        return new PlanBud(
            known == BudKnowledge.LookFor ? null : Wording.Tenth(along),
            counted.FacingOf(buds) is { } f ? Wording.ClockNumber(f) : null,
            known,
            known == BudKnowledge.LookFor ? [Wording.Tenth(low), Wording.Tenth(high)] : null,
            null
        );
    }

    /// <summary>So far along a shoot its wood is sound, mm; a little further where nothing is wrong with it.</summary>
    private double SoundTo(VineShoot shoot) => shoot.Finding.SoundToMm ?? (shoot.Stem.LengthMm + School.ClearanceMm);

    /// <summary>How the place of the cut is found.</summary>
    private string Count(VineShoot shoot, int buds, double along, BudKnowledge known)
    {
        var (clearance, ordinal) = (Wording.Mm(School.ClearanceMm), Wording.Ordinal(buds));
        var faces = shoot.Buds.FacingOf(buds) is { } way ? $", which faces {Wording.Clock(way)}" : "";
        var count = $"Count {Wording.Buds(buds)} up {shoot.Stem.Id}";
        const string notThat = "the small one at the very base does not count";
        return known switch
        {
            BudKnowledge.Seen => $"Cut {shoot.Stem.Id} at {Wording.Mm(along + School.ClearanceMm)}, {clearance} above "
                + $"the {ordinal} bud{faces}.",
            BudKnowledge.Likely => $"{count}, the {ordinal} likely at {Wording.Mm(along)}; {notThat}. Cut {clearance} "
                + "above it.",
            BudKnowledge.LookFor => $"{count}; {notThat}. Cut {clearance} above the {ordinal}.",
        };
    }

    /// <summary>
    /// Cuts a stem back to the highest bud below what is wrong with it; takes it off where none stands there.
    /// </summary>
    public void BackToSound(Stem stem, Finding finding, StemMust.Back back)
    {
        var basal = VineNumbers.Of.BasalBud;
        if (HighestBud.Below(stem, back.SoundToMm, InternodeMm, School.ClearanceMm, basal) is not { } high)
        {
            Forget(stem);
            Remove(stem, back.Stage, Musts.TooLow(finding));
            return;
        }

        Change(
            new VineDecided(
                stem,
                Decision.Shorten,
                Musts.Reason(finding),
                null,
                VineCut.Of(Tree.Axis(stem).At(high.LeftMm), _ => high.Cut(Tree.Axis(stem), School)),
                back.Stage,
                StepAction.Shorten,
                $"{high.Words(stem, back.SoundToMm, School.ClearanceMm)} {finding.Text}",
                ToolRack.For(Tree.DiameterAt(stem, high.LeftMm)),
                CautionFor(back.Stage, null),
                Buds: parts.OneYear.Contains(stem) ? parts.Count(stem).Within(high.LeftMm) : 0,
                LeftMm: high.LeftMm
            )
        );
    }

    /// <summary>Cuts old wood just beyond a younger stem that carries on.</summary>
    public void Join(Stem old, Stem young, Stage stage, string why, double? along = null)
    {
        var at = along ?? (young.Parent.AlongMm + School.ClearanceMm);
        var tool = ToolRack.For(Tree.DiameterAt(old, at));
        Set(
            new VineDecided(
                old,
                Decision.Shorten,
                new PlanReason("join", why, Provenance.Practice),
                young.Id,
                VineCut.Of(Tree.Axis(old).At(at), place => PlanCut.Join(at, School, place)),
                stage,
                StepAction.Shorten,
                $"Cut {old.Id} off just beyond {young.Id}, {Wording.Mm(at)} along. {why}",
                tool,
                CautionFor(stage, tool),
                LeftMm: at
            )
        );
    }

    /// <summary>
    /// The decisions in order of id: what stands on a stem that goes, or beyond a cut, goes with it and has no step of
    /// its own.
    /// </summary>
    public ImmutableArray<VineDecided> Finish()
    {
        foreach (var stem in Tree.Stems.Where(s => s.TopLevel))
        {
            Settle(stem);
        }

        return [.. Tree.Stems.Select(s => _decided[s.Id])];

        void Settle(Stem stem)
        {
            var own = _decided[stem.Id];
            foreach (var child in Tree.Children(stem))
            {
                if (own.Decision == Decision.Remove || child.Parent.AlongMm > own.LeftMm)
                {
                    var text =
                        own.Decision == Decision.Remove
                            ? $"It goes with {stem.Id}."
                            : $"It stands beyond the cut on {stem.Id} and goes with that part.";
                    _decided[child.Id] = new VineDecided(
                        child,
                        Decision.Remove,
                        new PlanReason("parent", text, Provenance.Practice),
                        LeftMm: 0
                    );
                }

                Settle(child);
            }
        }
    }

    private static string? CautionFor(Stage stage, Tool? tool) =>
        stage == Stage.Diseased
            ? $"{(tool == Tool.Saw ? Cautions.Saw + " " : "")}{Cautions.ForCut(null, true)}"
            : Cautions.ForCut(tool, false);
}
