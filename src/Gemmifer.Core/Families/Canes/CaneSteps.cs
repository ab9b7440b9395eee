using System.Collections.Immutable;
using Gemmifer.Core.Buds;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Families.Canes.Climbing;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Supports;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.Canes;

/// <summary>Writes the steps of a plant with canes; <see cref="StepOrder"/> puts them in order.</summary>
internal sealed class CaneSteps(
    Survey survey,
    StemTree tree,
    ImmutableArray<Decided> decided,
    Sorted sorted,
    OnSupport? support
)
{
    /// <summary>A longer cane is taken out in pieces, mm (assumption).</summary>
    private static readonly double LongMm = CaneNumbers.Of["inPieces"];

    private readonly School _school = survey.School;
    private readonly bool _diseased = decided.Any(d => d.Finding.Verdict == Verdict.Diseased);

    /// <summary>All steps.</summary>
    public IEnumerable<PlanStep> Write(CaneTask task) =>
        [
            .. Prepare(task.Noun),
            .. Rough(),
            .. decided.SelectMany(StemSteps),
            .. task.Routine,
            .. sorted.Climber is { } climber ? new TrainingSteps(survey, climber, decided, support).Write() : [],
            .. Finish(),
        ];

    private PlanStep Whole(Stage stage, string text) =>
        new()
        {
            Stage = stage,
            Action = StepAction.Do,
            Due = survey.Date,
            Text = text,
        };

    private PlanStep On(Decided d, StepAction action, string text) =>
        new()
        {
            Stage = d.Stage,
            Stem = d.Stem.Id,
            Action = action,
            Due = survey.Date,
            Text = text,
        };

    /// <summary>A step with a cut, and the caution that goes with it.</summary>
    private PlanStep Cutting(Decided d, StepAction action, string text, PlanCut cut, Tool tool) =>
        On(d, action, text.TrimEnd()) with
        {
            Cut = cut,
            Tool = tool,
            Disinfect = _diseased,
            Caution = Cautions.ForCut(tool, d.Finding.Verdict == Verdict.Diseased),
        };

    private IEnumerable<PlanStep> Prepare(string noun)
    {
        var crown = survey.Plant.CrownHeightMm;
        yield return Whole(
            Stage.Prepare,
            $"Gather the tools and wipe the blades with alcohol. Stand back and look at the whole {noun} against the "
                + "light before the first cut."
        ) with
        {
            Disinfect = true,
            Caution = $"{Cautions.Thorns} {Cautions.Flame}",
        };
        if (survey.Plant.Kind.Hangs)
        {
            yield return Whole(
                Stage.Prepare,
                "Look at the stake first: it reaches up into the head, and the tie sits right under the head. "
                    + "Use a tie that gives, and renew one that has grown tight."
            );
            if (
                survey.Support is { Kind: SupportKind.Stake } stake
                && stake.HeightMm < crown + CaneNumbers.Of["stakeInHead"]
            )
            {
                yield return Whole(
                    Stage.Prepare,
                    $"The stake ends at {Wording.Mm(stake.HeightMm)}; set a longer one, "
                        + $"{Wording.Mm(crown + CaneNumbers.Of["stakeInHead"])} or more above the soil, so that it "
                        + "reaches into the head. Without it the head breaks off in wind."
                );
            }
        }

        if (survey is { Support.Kind: SupportKind.Stake, Plant.Kind.Hangs: true })
        {
            yield return Whole(
                Stage.Train,
                $"Tie the stem to the stake right under the head, {Wording.Mm(crown - CaneNumbers.Of["tieUnderHead"])} "
                    + "above the soil, with a tie that gives; a second one half way down."
            ) with
            {
                Action = StepAction.Tie,
                Ties =
                [
                    new PlanTie(0, Wording.Tenth(crown - CaneNumbers.Of["tieUnderHead"]), "stake"),
                    new PlanTie(0, Wording.Tenth(crown / 2), "stake", 2),
                ],
                Tool = Tool.Fingers,
            };
        }

        if (survey.Plant.CrownHidden)
        {
            yield return Whole(
                Stage.Prepare,
                "Scrape the mulch and soil back from the crown with your hands until you see where each cane starts."
            ) with
            {
                Tool = Tool.Fingers,
            };
        }
    }

    /// <summary>
    /// Work on the whole plant before single canes: the shears, or tall growth that hides the inside.
    /// </summary>
    private IEnumerable<PlanStep> Rough()
    {
        var crown = survey.Plant.CrownHeightMm;
        var sheared = decided.FirstOrDefault(d => d.Option is { Sheared: true });
        if (sheared is not null)
        {
            var height = Wording.Tenth(sheared.Option!.Place.Z);
            yield return ToHeight(
                $"Shear the whole plant level, {Wording.Mm(height)} above the soil. "
                    + "Dead and rubbing wood comes out by hand afterwards.",
                height,
                Tool.Shears,
                Cautions.Shears
            );
        }

        var top = _school.RoughTopMm;
        if (top <= 0 || survey.Plant.Vigour == Vigour.Weak || survey.Plant.Kind.Hangs || sheared is not null)
        {
            yield break;
        }

        double TipOf(Stem s) => tree.Axis(s).At(s.LengthMm).Z;
        var tall = decided.Count(d => TipOf(d.Stem) > crown + (top * CaneNumbers.Of["roughOver"]));
        var stays = decided
            .Where(d => d.Stem.TopLevel && d.Decision != Decision.Remove)
            .Select(d => d.Option?.Place.Z ?? TipOf(d.Stem))
            .DefaultIfEmpty(0)
            .Max();
        var many = CaneNumbers.Of[survey.Plant.Neglected ? "roughTallNeglected" : "roughTall"];
        if (tall >= many && stays <= crown + top - CaneNumbers.Of["roughRoom"])
        {
            yield return ToHeight(
                $"First bring the tall growth down to hip height, {Wording.Mm(crown + top)} above the soil, so that "
                    + "you can see and reach inside. Every cut that counts comes later, lower down.",
                Wording.Tenth(crown + top),
                Tool.Loppers,
                Cautions.Rough
            );
        }
    }

    /// <summary>A cut of the whole plant at a height above the soil.</summary>
    private PlanStep ToHeight(string text, double heightMm, Tool tool, string caution) =>
        Whole(Stage.Rough, text) with
        {
            Action = StepAction.Shorten,
            Cut = new PlanCut(heightMm, null, 0, 0, CutPlace.Height, 0, 0, heightMm),
            Tool = tool,
            Disinfect = _diseased,
            Caution = caution,
        };

    private IEnumerable<PlanStep> StemSteps(Decided d)
    {
        var id = d.Stem.Id;
        switch (d.Decision)
        {
            case Decision.Check:
                yield return On(
                    d,
                    StepAction.Check,
                    $"{id}: {d.Finding.Text} {d.Finding.Ask} Leave it until you know."
                );
                break;
            case Decision.Untouched when d.Finding.Verdict == Verdict.Soft && d.Stem.TopLevel:
                var then = sorted.Climber is null
                    ? "Look whether it has firmed, and decide then."
                    : "Once it has firmed, walk round again and tie it in.";
                yield return On(d, StepAction.Check, $"{id} was soft and stayed as it was. {then}") with
                {
                    Stage = Stage.Return,
                    Due = survey.Date.AddDays(CaneNumbers.Of.Whole("softDays")),
                };
                break;
            case Decision.Defer:
                yield return On(
                    d,
                    StepAction.Defer,
                    $"{id} goes next winter, at its base, if the new growth is strong by then. Leave it whole now."
                ) with
                {
                    Stage = Stage.Return,
                    Due = survey.Season.NextWinter,
                };
                break;
            case Decision.Shorten when d.Option is { Sheared: true }:
                break;
            case Decision.Shorten when d.Option is { TakeOver: { } over } cut:
                yield return Joining(d, over, cut);
                break;
            case Decision.Remove when d.Option is { } removal:
                yield return Removal(d, removal);
                break;
            case Decision.Shorten when d.Option is { } cut:
                yield return Shortening(d, cut);
                break;
            case Decision.Keep or Decision.Shorten or Decision.Remove or Decision.Untouched:
                break;
            default:
                throw new InvalidOperationException($"Unhandled decision {d.Decision}.");
        }
    }

    private PlanStep Removal(Decided d, CutOption option)
    {
        var stem = d.Stem;
        var tool =
            d.Finding.Verdict == Verdict.Sucker && stem.DiameterMm <= ToolRack.SecateursMm && stem.Has(Sign.Soft)
                ? Tool.Fingers
                : ToolRack.For(stem.DiameterMm);
        var (where, text) =
            !stem.TopLevel
                ? (
                    CutPlace.Ring,
                    $"Take {stem.Id} off {stem.Parent.StemId} at its ring, about {Wording.Mm(6)} out, square; "
                        + $"never into {stem.Parent.StemId}."
                )
            : d.Finding.Verdict == Verdict.Sucker
                ? (
                    CutPlace.Base,
                    $"Follow {stem.Id} down to where it comes out of the root, and take it off there; "
                        + "cut at soil level it comes back."
                )
            : sorted.Climber is not null && d.Reasons.Any(r => r.Rule == "thinBelow")
                ? (CutPlace.Ring, $"Take {stem.Id} back to its ring at the crown, square to it.")
            : stem.Parent.Origin == Origin.Ground ? (CutPlace.Ground, $"Take {stem.Id} out level with the ground.")
            : (
                CutPlace.Base,
                $"Take {stem.Id} out at its "
                    + $"base{(tool == Tool.Saw || stem.LengthMm > LongMm ? ", in pieces from the top down" : "")}."
            );
        var cut = new PlanCut(
            0,
            null,
            0,
            0,
            where,
            Wording.Tenth(option.Place.X),
            Wording.Tenth(option.Place.Y),
            Wording.Tenth(option.Place.Z)
        );
        return Cutting(d, StepAction.Remove, $"{text} {Why(d)}", cut, tool);
    }

    private PlanStep Joining(Decided d, TakeOver over, CutOption option)
    {
        var place = tree.Axis(d.Stem).At(option.AlongMm);
        var tool = ToolRack.For(tree.DiameterAt(d.Stem, option.AlongMm));
        var cut = new PlanCut(
            Wording.Tenth(option.AlongMm),
            null,
            _school.SlopeDeg,
            _school.ClearanceMm,
            CutPlace.Join,
            Wording.Tenth(place.X),
            Wording.Tenth(place.Y),
            Wording.Tenth(place.Z)
        );
        return Cutting(
            d,
            StepAction.Shorten,
            $"Cut {d.Stem.Id} off at {Wording.Mm(option.AlongMm)}, just above where {over.Stem.Id} leaves it, sloping "
                + $"away from {over.Stem.Id}. {Why(d)}",
            cut,
            tool
        );
    }

    private PlanStep Shortening(Decided d, CutOption option)
    {
        var tool = ToolRack.For(tree.DiameterAt(d.Stem, option.AlongMm));
        var lookFor = option.Bud is { Known: BudKnowledge.LookFor };
        var cut = new PlanCut(
            lookFor ? null : Wording.Tenth(option.AlongMm),
            option.Bud is { } b ? ToBud(b) : null,
            _school.SlopeDeg,
            _school.ClearanceMm,
            CutPlace.AboveBud,
            Wording.Tenth(option.Place.X),
            Wording.Tenth(option.Place.Y),
            Wording.Tenth(option.Place.Z)
        );
        return Cutting(d, StepAction.Shorten, $"{Instruction(d, option)} {Why(d)}", cut, tool) with
        {
            How = HowIn(d, option),
        };
    }

    /// <summary>Why it is cut, where the place of the cut alone does not tell.</summary>
    private static string Why(Decided d) =>
        d.Stage is Stage.Dead or Stage.Diseased or Stage.Damaged or Stage.Suckers or Stage.Crossing or Stage.Thin
            ? d.Reasons.FirstOrDefault(r => r.Rule != "pin")?.Text.Marked ?? ""
            : "";

    /// <summary>How the cut is made, the same for every cut of the school.</summary>
    private string Slope =>
        _school.SlopeDeg == 0
            ? "Cut square."
            : $"Slope the cut {Wording.Number(_school.SlopeDeg)}°, the high side over the bud.";

    /// <summary>Where in the text that stands; null where it does not.</summary>
    private int[]? HowIn(Decided d, CutOption option) =>
        Sentence.Plain(Instruction(d, option)).IndexOf(" " + Slope, StringComparison.Ordinal) is var at and >= 0
            ? [at, Slope.Length + 1]
            : null;

    private string Instruction(Decided d, CutOption option)
    {
        var (id, clearance) = (d.Stem.Id, Wording.Mm(_school.ClearanceMm));
        var slope = Slope;
        if (option.Bud is not { } bud)
        {
            return $"Cut {id} at {Wording.Mm(option.AlongMm)}, above the nearest bud.";
        }

        if (d.Stem.Pin is Pin.CutAt && bud.Known == BudKnowledge.Likely)
        {
            return $"Cut {id} at {Wording.Mm(option.AlongMm)}, where you chose; a bud is likely just below. {slope}";
        }

        if (bud.AtScar)
        {
            return $"No bud serves on {id}. Cut it at {Wording.Mm(option.AlongMm)}, just above the scar at "
                + $"{Wording.Mm(bud.AlongMm!.Value)} where an earlier shoot came out: "
                + $"latent buds sit either side of it. {slope}";
        }

        if (d.Stage == Stage.Dead)
        {
            slope =
                "Come down in steps until the pith is clean and green; if it is still brown here, go on to the next "
                + $"bud below. {slope}";
        }

        var facing = _school.BudUpward ? "up and out, " : "";
        facing += bud.Facing is { } f ? Wording.Clock(f) : "outward";
        var from = survey.Plant.Kind.Hangs ? " from the head" : "";
        return bud.Known switch
        {
            BudKnowledge.Seen =>
                $"Cut {id} at {Wording.Mm(option.AlongMm)}{from}, {clearance} above the bud that faces {facing}. "
                    + $"{slope}",
            BudKnowledge.Likely => bud.OtherFacing is { } other
                ? $"On {id} a bud is likely at about {Wording.Mm(bud.AlongMm!.Value)}{from}, facing {facing} or "
                    + $"{Wording.Clock(other)}. Cut {clearance} above it. {slope}"
                : $"On {id} a bud facing about {facing}, give or take "
                    + $"{Wording.Hours(Math.Max(0.5, bud.SpreadDeg / 30))}, is likely at "
                    + $"{Wording.Mm(bud.AlongMm!.Value)}{from}. Cut {clearance} above it. {slope}",
            BudKnowledge.LookFor when !_school.BudOutward =>
                $"On {id}, look between {Wording.Mm(bud.FromMm)} and {Wording.Mm(bud.ToMm)} for a strong bud, "
                    + $"whichever way it faces. Cut {clearance} above it. {slope}",
            BudKnowledge.LookFor =>
                $"On {id}, look between {Wording.Mm(bud.FromMm)} and {Wording.Mm(bud.ToMm)}{from} for "
                    + $"{(from == "" ? "the lowest bud" : "the first bud")} that faces "
                    + $"{Roughly(facing, bud.GiveOrTakeHours)}. Cut {clearance} above it. {slope}",
            _ => throw new InvalidOperationException($"Unhandled knowledge {bud.Known}."),
        };
    }

    private static string Roughly(string facing, double giveOrTakeHours) =>
        giveOrTakeHours >= 3 ? $"roughly {facing}" : $"{facing}, give or take {Wording.Hours(giveOrTakeHours)}";

    private static PlanBud ToBud(TargetBud bud) =>
        new(
            bud.AlongMm is { } at ? Wording.Tenth(at) : null,
            bud.Facing is { } facing ? Wording.ClockNumber(facing) : null,
            bud.Known,
            bud.Known == BudKnowledge.LookFor ? [Wording.Tenth(bud.FromMm), Wording.Tenth(bud.ToMm)] : null,
            bud.OtherFacing is { } other ? Wording.ClockNumber(other) : null,
            bud.Known == BudKnowledge.Likely ? Math.Round(bud.SpreadDeg / 30, 1) : null,
            bud.Face
        );

    private IEnumerable<PlanStep> Finish()
    {
        var leaves = _school.Value("stripLeaves").Number > 0 && sorted.Climber is not { InSeason: true };
        if (_school.Value("sealant").Number > 0)
        {
            yield return Whole(
                Stage.Clean,
                "Seal the wounds as you have chosen to. They close by themselves without it."
            );
        }

        yield return Whole(
            Stage.Clean,
            "Pick up the prunings and the fallen "
                + $"leaves{(leaves ? ", and pull off the old leaves that still hang" : "")}. "
                + "Feed, water and mulch, clear of the canes."
        ) with
        {
            Caution = _diseased ? Cautions.Disposal : null,
        };
        yield return Whole(
            Stage.Return,
            "Look again when the new shoots are a hand long: rub out doubles, and cut back to live wood where a tip "
                + "has died."
        ) with
        {
            Due = survey.Date.AddDays(CaneNumbers.Of.Whole("lookAgainDays")),
        };
    }
}
