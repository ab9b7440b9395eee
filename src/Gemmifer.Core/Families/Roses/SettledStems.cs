using System.Collections.Immutable;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Families.Roses.Climbing;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;

namespace Gemmifer.Core.Families.Roses;

/// <summary>What becomes of stems that the choice is not about: those settled before it, and those on others.</summary>
internal sealed class SettledStems(Sorted sorted)
{
    /// <summary>A stem that is settled before anything is chosen.</summary>
    public Decided Of(Stem stem, Fate fate)
    {
        var finding = sorted.Findings[stem.Id];
        var reasons = ImmutableArray.CreateBuilder<PlanReason>();
        if (stem.Pin is not null && fate is Fate.Remove or Fate.Keep)
        {
            reasons.Add(GardenersWord.Reason(fate == Fate.Keep ? new Pin.Keep() : new Pin.Remove()));
        }

        reasons.Add(new PlanReason(Wording.Of(finding.Verdict), finding.Text, finding.Provenance));
        var (decision, option, stage) = fate switch
        {
            Fate.Remove => (Decision.Remove, sorted.Shoots.Options.Removal(stem), Stages.Of(finding.Verdict)),
            Fate.Keep => (Decision.Keep, (CutOption?)null, Stage.Suckers),
            Fate.Untouched => (Decision.Untouched, null, Stage.Return),
            Fate.Check => (Decision.Check, null, CheckStage(stem)),
        };
        return new Decided(stem, finding, decision, option, stage, reasons.ToImmutable(), null);
    }

    /// <summary>A stem that grows on another, by what becomes of that one.</summary>
    public Decided OnParent(Stem shoot, Decided parent)
    {
        var finding = sorted.Findings[shoot.Id];
        var on = parent.Stem.Id;
        if (
            parent.Decision == Decision.Remove
            || (
                parent.Decision == Decision.Shorten
                && shoot.Parent.AlongMm > (parent.Option?.AlongMm ?? double.PositiveInfinity)
            )
        )
        {
            var text =
                parent.Decision == Decision.Remove
                    ? $"It goes with {on}."
                    : $"It stands above the cut on {on} and goes with that part.";
            return new Decided(
                shoot,
                finding,
                Decision.Remove,
                null,
                parent.Stage,
                [new PlanReason("parent", text, Provenance.Practice)],
                null
            );
        }

        if (parent.Option?.TakeOver is { } over && over.Stem.Id == shoot.Id)
        {
            var own = over.Own.Kind == OptionKind.Whole ? null : over.Own;
            var text =
                parent.Decision == Decision.Keep
                    ? $"It carries on for {on}, which ends where it starts."
                    : $"It takes over from {on}, which is cut back to it.";
            return new Decided(
                shoot,
                finding,
                own is null ? Decision.Keep : Decision.Shorten,
                own,
                Stage.Shorten,
                [new PlanReason("join", text, Provenance.Practice)],
                null
            );
        }

        var outcome =
            parent.Kept && parent.Finding.Verdict != Verdict.Sucker
                ? sorted.Shoots.Outcome(shoot)
                : sorted.Shoots.OnUntouched(shoot);
        return new Decided(
            shoot,
            finding,
            outcome.Decision,
            outcome.Cut,
            outcome.Stage,
            [new PlanReason(outcome.Rule, outcome.Text, outcome.Provenance)],
            null
        );
    }

    /// <summary>A check stands in the stage of what is suspected.</summary>
    private static Stage CheckStage(Stem stem) =>
        stem.DeadFromMm is not null
        || stem.Seen.Any(e => EvidenceList.DeadStrong.Contains(e.What) || EvidenceList.DeadWeak.Contains(e.What))
            ? Stage.Dead
        : stem.Has(Sign.Spotting) || stem.Has(Sign.Distorted) ? Stage.Diseased
        : Stage.Suckers;

    /// <summary>What becomes of a cane that stays though it points forward: as it was laid, if it was.</summary>
    public static PlanReason Forward(Stem stem, OnSupport? support) =>
        new(
            "forward",
            support?.Canes.FirstOrDefault(c => c.Owner == stem.Id) is { Ties.IsEmpty: false, Lies: not Lies.AsItStands }
                    ? "It points forward, and is pulled back and tied."
                : stem.Has(Sign.Stiff) ? "It points forward and is stiff, and stays as it stands."
                : support is null ? "It points forward: once there is something to tie it to, it can be pulled back."
                : "It points forward, and stays as it stands.",
            Provenance.Practice
        );
}
