using System.Collections.Immutable;
using Gemmifer.Core.Buds;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Families.Roses.Climbing;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.Roses;

/// <summary>How a cut above a bud is said: where, what to look for, and what else helps to make it.</summary>
internal sealed class CutWords(Survey survey, StemTree tree, ImmutableArray<Decided> decided)
{
    /// <summary>A person measures no finer along a cane than this, mm (assumption).</summary>
    private static readonly double MeasuredMm = RoseNumbers.Of.Measured;

    private readonly School _school = survey.School;

    /// <summary>How the cut is made, the same for every cut of the school.</summary>
    public string Slope =>
        _school.SlopeDeg == 0
            ? "Cut square."
            : $"Slope the cut {Wording.Number(_school.SlopeDeg)}°, the high side over the bud.";

    /// <summary>What is done at a cut above a bud, and what else helps to do it.</summary>
    public (string Text, string More) Of(Decided d, CutOption option)
    {
        var id = d.Stem.Id;
        var above = _school.ClearanceMm < 0.5 ? "right above" : $"{Wording.Mm(_school.ClearanceMm)} above";
        if (option.Bud is not { } bud)
        {
            return ($"Cut {id} at {Wording.Mm(option.AlongMm)}, above the nearest bud.", "");
        }

        if (d.Stem.Pin is Pin.CutAt && bud.Known == BudKnowledge.Likely)
        {
            return ($"Cut {id} at {Wording.Mm(option.AlongMm)}, where you chose.", "A bud is likely just below.");
        }

        if (
            bud.AtScar
            && tree.Children(d.Stem).FirstOrDefault(c => Math.Abs(c.Parent.AlongMm - bud.AlongMm!.Value) < 0.5)
                is { } own
        )
        {
            return (
                $"Cut {id} at {Wording.Mm(option.AlongMm)}, just above {own.Id}.",
                $"No bud serves here; latent buds sit either side of where {own.Id} starts."
            );
        }

        if (bud.AtScar)
        {
            return (
                $"Cut {id} at {Wording.Mm(option.AlongMm)}, just above the old scar.",
                $"No bud serves here; an earlier shoot came out at {Wording.Mm(bud.AlongMm!.Value)}, and latent buds "
                    + "sit either side of it."
            );
        }

        var more =
            d.Stage == Stage.Dead
                ? "Come down in steps until the pith is clean and green; if it is still brown here, go on to the next "
                    + "bud below."
                : "";
        var facing = _school.BudUpward ? "up and out, " : "";
        facing += bud.Facing is { } f ? Wording.Clock(f) : "outward";
        var from = survey.Plant.Kind.Hangs ? " from the head" : "";
        return bud.Known switch
        {
            BudKnowledge.Seen => (
                $"Cut {id} at {Wording.Mm(option.AlongMm)}{from}, {above} the bud that faces {facing}.",
                more
            ),
            BudKnowledge.Likely => (
                $"On {id}, cut {above} the bud likely at about {Wording.Mm(bud.AlongMm!.Value)}{from}, facing "
                    + $"{facing}{Other(bud)}.",
                $"{GiveOrTake(bud)} {more}"
            ),
            BudKnowledge.LookFor => (
                $"On {id}, {Where(bud)}{from}, find {Which(from, facing)}; cut {above} it.",
                $"{(bud.GiveOrTakeHours >= 3 && _school.BudOutward ? "Roughly that way will do." : "")} {Room(d)} "
                    + more
            ),
        };
    }

    /// <summary>
    /// Which end the one that has still to be found is kept away from: where both could be chosen too close together.
    /// </summary>
    private string Room(Decided d)
    {
        string[] close =
        [
            .. decided
                .Where(o =>
                    o.Stem.Id != d.Stem.Id
                    && o is { Stem.TopLevel: true, Kept: true }
                    && Where(o) is var end
                    && end.DistanceTo(d.Option!.End) < _school.SpacingMm
                    && end.FurthestFrom(d.Option.End) >= _school.SpacingMm
                )
                .Select(o => o.Stem.Id),
        ];
        Segment3 Where(Decided o) =>
            o.Option?.End ?? new Segment3(tree.Axis(o.Stem).At(o.Stem.LengthMm), tree.Axis(o.Stem).At(o.Stem.LengthMm));
        return close.Length == 0 || !d.Stem.TopLevel
            ? ""
            : $"Keep its end {Wording.Mm(_school.SpacingMm)} from that of {Wording.List(close)}.";
    }

    /// <summary>Where to look, no finer than a person measures.</summary>
    private static string Where(TargetBud bud) =>
        bud.ToMm - bud.FromMm < MeasuredMm
            ? $"near {Wording.Mm((bud.FromMm + bud.ToMm) / 2)}"
            : Wording.Mm(Math.Round(bud.FromMm), Math.Round(bud.ToMm));

    private string Which(string from, string facing) =>
        !_school.BudOutward ? "a strong bud, whichever way it faces"
        : from == "" ? $"the lowest bud facing {facing}"
        : $"the first bud facing {facing}";

    /// <summary>The other way it may face, where that is another one in words.</summary>
    private static string Other(TargetBud bud) =>
        bud is { OtherFacing: { } other, Facing: { } one } && Wording.Clock(other) != Wording.Clock(one)
            ? $" or {Wording.Clock(other)}"
            : "";

    private static string GiveOrTake(TargetBud bud) =>
        bud.OtherFacing is null
            ? $"Its direction is reckoned from the buds that were seen, give or take "
                + $"{Wording.Hours(Math.Max(0.5, bud.SpreadDeg / 30))}."
            : "Buds go round the cane one way or the other; which, one more look at it tells.";
}
