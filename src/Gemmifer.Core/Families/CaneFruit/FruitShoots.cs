using Gemmifer.Core.Diagnosis;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.CaneFruit;

/// <summary>Side shoots of canes that stay: what is wrong first, then their length.</summary>
internal sealed class FruitShoots(Survey survey, RowWork work, CaneSettling canes)
{
    /// <summary>Decides every shoot on a stem.</summary>
    public void Decide(Stem parent)
    {
        foreach (var shoot in canes.Tree.Children(parent))
        {
            Shoot(shoot, canes.Of(parent));
            Decide(shoot);
        }
    }

    private void Shoot(Stem shoot, DecidedCane on)
    {
        var finding = canes.Diagnose(shoot);
        if (on.Decision == Decision.Remove || shoot.Parent.AlongMm > on.LeftMm)
        {
            canes.Set(
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
        var length = survey.School.LateralLengthMm;
        switch (Musts.Of(shoot, finding, false))
        {
            case StemMust.Alone:
                canes.Set(shoot, finding, Decision.Untouched, Musts.Reason(finding), null);
                break;
            case StemMust.Out { Asked: true }:
                canes.Remove(shoot, finding, Stage.Laterals, GardenersWord.Reason(new Pin.Remove()));
                break;
            case StemMust.Out @out:
                canes.Remove(shoot, finding, @out.Stage, Musts.Reason(finding));
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
                canes.Check(shoot, finding);
                break;
            case StemMust.Back back:
                canes.BackToSound(shoot, finding, back.SoundToMm, $" on {on}");
                break;
            case StemMust.Stay or StemMust.CutAt:
                canes.Set(shoot, finding, Decision.Keep, GardenersWord.Reason(shoot.Pin!), null);
                break;
            case StemMust.Nothing
                when length > 0 && shoot.LengthMm > length + RowNumbers.Of.SideShootSlack && !work.InGrowth:
                Shorten(
                    shoot,
                    finding,
                    length,
                    new PlanReason(
                        "lateralLength",
                        $"Side shoots to {Wording.Mm(length)}.",
                        survey.School.Set.LateralLength.Provenance
                    ),
                    $"Shorten {shoot.Id} on {on} to {Wording.Mm(length)}, above a bud."
                );
                break;
            case StemMust.Nothing:
                canes.Set(
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

    private void Shorten(Stem shoot, Finding finding, double toMm, PlanReason reason, string text) =>
        canes.Set(
            shoot,
            finding,
            Decision.Shorten,
            reason,
            canes.Cut(shoot, toMm, Stage.Laterals, StepAction.Shorten, text, finding.SoundToMm),
            toMm
        );
}
