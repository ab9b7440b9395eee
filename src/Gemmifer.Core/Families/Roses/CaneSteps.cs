using System.Collections.Immutable;
using Gemmifer.Core.Buds;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Families.Roses.Climbing;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Supports;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.Roses;

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

    /// <summary>A person measures no finer along a cane than this, mm (assumption).</summary>
    private static readonly double MeasuredMm = CaneNumbers.Of["measured"];

    private readonly School _school = survey.School;
    private readonly FlowerSteps _flowers = new(survey, tree);
    private readonly DateOnly _later = survey.Season.MainPrune.From;
    private readonly bool _diseased = decided.Any(d => d.Finding.Verdict == Verdict.Diseased);

    /// <summary>All steps.</summary>
    public IEnumerable<PlanStep> Write(CaneTask task)
    {
        PlanStep[] stems = [.. decided.SelectMany(StemSteps)];
        PlanStep[] whole = [.. Rough(), .. task.Routine];
        PlanStep[] training = sorted.Climber is { } climber
            ? [.. new TrainingSteps(survey, climber, decided, support).Write()]
            : [];
        if (survey.ElectiveWait)
        {
            whole = [.. whole.Select(s => Stages.AnyTime(s.Stage) || s.Action == StepAction.Check ? s : Wait(s))];
            training = sorted.Climber is { InSeason: true }
                ? training
                :
                [
                    .. training
                        .Where(s => s.Stage != Stage.Prepare && (s.Stem is null || s.Ties.Count > 0))
                        .Select(s => s.Stage == Stage.Return ? s : Wait(s)),
                ];
        }

        PlanStep[] work = [.. AutumnHalf(), .. stems, .. Soft(), .. whole, .. training];
        var today = work.Any(s => s.Stage != Stage.Return);
        return [.. today ? Prepare(task.Noun) : [], .. Stake(), .. work, .. Finish(work)];
    }

    /// <summary>A step of the main prune that is to come.</summary>
    private PlanStep Wait(PlanStep step) => step with { Stage = Stage.Return, Due = _later };

    private PlanStep Whole(Stage stage, string text, string? more = null) =>
        new()
        {
            Stage = stage,
            Action = StepAction.Do,
            Due = survey.Date,
            Text = text,
            More = Sentence.Maybe(more),
        };

    private PlanStep On(Decided d, StepAction action, string text, string? more = null) =>
        new()
        {
            Stage = d.Stage,
            Stem = d.Stem.Id,
            Action = action,
            Due = survey.Date,
            Text = text,
            More = Sentence.Maybe(Wording.Together(more)),
        };

    /// <summary>A step with a cut, and the caution that goes with it.</summary>
    private PlanStep Cutting(Decided d, StepAction action, (string Text, string More) words, PlanCut cut, Tool tool) =>
        On(d, action, words.Text, words.More) with
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
            $"Wipe the blades with alcohol, stand back and look at the whole {noun} against the light.",
            "Gather the tools first. Wipe the blades again before the next plant."
        ) with
        {
            Disinfect = true,
            Caution = $"{Cautions.Thorns} {Cautions.Flame}",
        };
        if (survey.Plant.Covered && !survey.Season.BeforeMainPrune)
        {
            yield return Whole(
                Stage.Prepare,
                $"Take the winter cover off the {noun}, from the top down, once no hard frost is to come.",
                "Choose a dull day: bark that stood in the dark burns in strong sun."
            ) with
            {
                Tool = Tool.Fingers,
                Caution = Cautions.Wrappings,
            };
        }

        if (survey.Plant.CrownHidden)
        {
            yield return Whole(
                Stage.Prepare,
                "Scrape mulch and soil back from the crown, until you see where each cane starts."
            ) with
            {
                Tool = Tool.Fingers,
            };
        }
    }

    /// <summary>The stake of a standard, which is right on any day.</summary>
    private IEnumerable<PlanStep> Stake()
    {
        var crown = survey.Plant.CrownHeightMm;
        if (survey.Plant.Kind.Hangs)
        {
            yield return Whole(
                Stage.Prepare,
                "Look at the stake first: it reaches up into the head, tied right under it.",
                "Use a tie that gives, and renew one that has grown tight."
            );
            if (
                survey.Support is { Kind: SupportKind.Stake } stake
                && stake.HeightMm < crown + CaneNumbers.Of["stakeInHead"]
            )
            {
                yield return Whole(
                    Stage.Prepare,
                    $"Set a longer stake, {Wording.Mm(crown + CaneNumbers.Of["stakeInHead"])} or more above the soil.",
                    $"This one ends at {Wording.Mm(stake.HeightMm)}; without a stake into the head, the head breaks "
                        + "off in wind."
                );
            }
        }

        if (survey is { Support.Kind: SupportKind.Stake, Plant.Kind.Hangs: true } && StakeTies.Length > 0)
        {
            yield return Whole(
                Stage.Train,
                $"Tie the stem to the stake {Wording.Mm(StakeTies[0])} above the soil"
                    + $"{(StakeTies.Length > 1 ? ", and once half way down" : "")}.",
                "Right under the head, with a tie that gives."
            ) with
            {
                Action = StepAction.Tie,
                Ties = [.. StakeTies.Select((z, n) => new PlanTie(0, Wording.Tenth(z), "stake", n + 1))],
                Tool = Tool.Fingers,
            };
        }
    }

    /// <summary>Where a standard is tied to its stake, mm above the soil: only where the stake is.</summary>
    private double[] StakeTies =>
        survey is { Support: { Kind: SupportKind.Stake } stake, Plant.CrownHeightMm: var crown }
            ? [.. new[] { crown - CaneNumbers.Of["tieUnderHead"], crown / 2 }.Where(z => z > 0 && z <= stake.HeightMm)]
            : [];

    /// <summary>
    /// By half in autumn where the school does that: against wind; the cuts that count wait until the buds leaf out.
    /// </summary>
    private IEnumerable<PlanStep> AutumnHalf()
    {
        if (
            !survey.ElectiveWait
            || !survey.Season.AutumnHalf
            || survey.Plant.Vigour == Vigour.Weak
            || survey.Plant.Kind is { Climbs: true } or { Hangs: true }
        )
        {
            yield break;
        }

        var crown = survey.Plant.CrownHeightMm;
        var tall = decided.Where(d => d.Decision != Decision.Remove).Select(d => TipOf(d.Stem)).DefaultIfEmpty(0).Max();
        var height = Math.Max(crown + ((tall - crown) / 2), HighestLeft() + CaneNumbers.Of["roughRoom"]);
        if (height < tall - CaneNumbers.Of["roughRoom"])
        {
            yield return ToHeight(
                $"Bring everything down by half, to {Wording.Mm(Math.Round(height / 10) * 10)} above the soil.",
                "Against wind that rocks the roots loose. The cuts that count come when the buds leaf out.",
                Wording.Tenth(Math.Round(height / 10) * 10),
                Tool.Loppers,
                Cautions.Rough
            );
        }
    }

    private double TipOf(Stem s) => tree.Axis(s).At(s.LengthMm).Z;

    /// <summary>The highest place at which anything ends that stays once all is done, mm above the soil.</summary>
    private double HighestLeft() =>
        decided
            .Where(d => d.Decision != Decision.Remove && d.Later is not { Decision: Decision.Remove })
            .Select(d =>
                (d.Later?.Option ?? d.Option) is { } cut
                    ? Math.Max(cut.Place.Z, Math.Max(cut.End.A.Z, cut.End.B.Z))
                    : TipOf(d.Stem)
            )
            .DefaultIfEmpty(0)
            .Max();

    /// <summary>
    /// Work on the whole plant before single canes: the shears, or tall growth that hides the inside.
    /// </summary>
    private IEnumerable<PlanStep> Rough()
    {
        var crown = survey.Plant.CrownHeightMm;
        var sheared = decided.Select(d => d.Option ?? d.Later?.Option).FirstOrDefault(o => o is { Sheared: true });
        if (sheared is not null)
        {
            var height = Wording.Tenth(sheared.Place.Z);
            yield return ToHeight(
                $"Shear the whole plant level, {Wording.Mm(height)} above the soil{Except(height)}.",
                "Dead and rubbing wood comes out by hand afterwards.",
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

        var tall = decided.Count(d => TipOf(d.Stem) > crown + (top * CaneNumbers.Of["roughOver"]));
        var many = CaneNumbers.Of[survey.Plant.Neglected ? "roughTallNeglected" : "roughTall"];
        if (tall >= many && HighestLeft() <= crown + top - CaneNumbers.Of["roughRoom"])
        {
            yield return ToHeight(
                $"First bring the tall growth down to hip height, {Wording.Mm(crown + top)} above the soil.",
                "So that you can see and reach inside. Every cut that counts comes later, lower down.",
                Wording.Tenth(crown + top),
                Tool.Loppers,
                Cautions.Rough
            );
        }
    }

    /// <summary>What stands above the shears and has a cut of its own: it is left out of them.</summary>
    private string Except(double heightMm)
    {
        string[] own =
        [
            .. decided
                .Where(d =>
                    (d.Option ?? d.Later?.Option) is { Kind: OptionKind.Cut, Sheared: false } cut
                    && Math.Max(cut.Place.Z, Math.Max(cut.End.A.Z, cut.End.B.Z)) > heightMm
                )
                .Select(d => d.Stem.Id),
        ];
        return own.Length == 0 ? "" : $", but not {Wording.List(own)}";
    }

    /// <summary>A cut of the whole plant at a height above the soil.</summary>
    private PlanStep ToHeight(string text, string more, double heightMm, Tool tool, string caution) =>
        Whole(Stage.Rough, text, more) with
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
                    $"{id}: {FirstOf(d.Finding.Ask ?? d.Finding.Text)}",
                    $"{d.Finding.Text} {RestOf(d.Finding.Ask ?? "")} Leave it until you know."
                );
                break;
            case Decision.Defer when d.Later is { } later:
                if (later.Option is { Sheared: false } waits)
                {
                    var whole = d with
                    {
                        Decision = later.Decision,
                        Option = waits,
                        Stage = later.Stage,
                        Later = null,
                        Reasons = [.. d.Reasons.Where(r => r.Rule != "season" && !FlowerRule.All.Contains(r.Rule))],
                    };
                    yield return Wait(StemSteps(whole).Single()) with
                    {
                        Action = StepAction.Defer,
                    };
                }

                break;
            case Decision.Defer:
                var goes = sorted.Shoots.Options.Removal(d.Stem);
                yield return On(
                    d,
                    StepAction.Defer,
                    $"{id} goes at its base, if the new growth is strong by then.",
                    "Leave it whole until then."
                ) with
                {
                    Stage = Stage.Return,
                    Cut = AtBase(goes, CutPlace.Base),
                    Tool = ToolRack.For(d.Stem.DiameterMm),
                    Caution = Cautions.ForCut(ToolRack.For(d.Stem.DiameterMm), false),
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
            case Decision.Shorten when d is { Stage: Stage.Deadhead, Option.Bud: not null }:
                yield return _flowers.Cutting(d, d.Option);
                break;
            case Decision.Shorten when d.Option is { } cut:
                yield return Shortening(d, cut);
                break;
            case Decision.Keep or Decision.Untouched when d.Nip:
                yield return _flowers.Nipping(d);
                break;
            case Decision.Keep or Decision.Shorten or Decision.Remove or Decision.Untouched:
                break;
            default:
                throw new InvalidOperationException($"Unhandled decision {d.Decision}.");
        }
    }

    /// <summary>One visit to all that was soft.</summary>
    private IEnumerable<PlanStep> Soft()
    {
        var soft = decided
            .Where(d =>
                d is { Decision: Decision.Untouched, Finding.Verdict: Verdict.Soft, Stem.TopLevel: true, Nip: false }
            )
            .ToArray();
        if (soft.Length > 0)
        {
            var one = soft.Length == 1;
            yield return Whole(
                Stage.Return,
                $"Look whether {Wording.Some([.. soft.Select(d => d.Stem.Id)])} {(one ? "has" : "have")} firmed.",
                $"{(one ? "It was soft and stayed as it was" : "They were soft and stayed as they were")}. "
                    + (
                        sorted.Climber is null
                            ? "Decide then."
                            : $"Once firm, walk round again and tie {(one ? "it" : "them")} in."
                    )
            ) with
            {
                Action = StepAction.Check,
                Stem = one ? soft[0].Stem.Id : null,
                Due = survey.Worked.AddDays(CaneNumbers.Of.Whole("softDays")),
            };
        }
    }

    private PlanStep Removal(Decided d, CutOption option)
    {
        var stem = d.Stem;
        var tool =
            d.Finding.Verdict == Verdict.Sucker && stem.DiameterMm <= ToolRack.SecateursMm && stem.Has(Sign.Soft)
                ? Tool.Fingers
                : ToolRack.For(stem.DiameterMm);
        var (where, text, more) =
            !stem.TopLevel
                ? (
                    CutPlace.Ring,
                    $"Take {stem.Id} off {stem.Parent.StemId} at its ring, square.",
                    $"About {Wording.Mm(6)} out, never into {stem.Parent.StemId}."
                )
            : d.Finding.Verdict == Verdict.Sucker
                ? (
                    CutPlace.Base,
                    $"Follow {stem.Id} down to where it comes out of the root, and take it off there.",
                    "Cut at soil level it comes back."
                )
            : sorted.Climber is not null && d.Reasons.Any(r => r.Rule == "thinBelow")
                ? (CutPlace.Ring, $"Take {stem.Id} back to its ring at the crown, square to it.", "")
            : stem.Parent.Origin == Origin.Ground ? (CutPlace.Ground, $"Take {stem.Id} out level with the ground.", "")
            : (
                CutPlace.Base,
                $"Take {stem.Id} out at its "
                    + $"base{(tool == Tool.Saw || stem.LengthMm > LongMm ? ", in pieces from the top down" : "")}.",
                ""
            );
        var cut = AtBase(option, where);
        return Cutting(d, StepAction.Remove, (text, $"{Why(d)} {more}"), cut, tool);
    }

    private static PlanCut AtBase(CutOption removal, CutPlace where) =>
        new(
            0,
            null,
            0,
            0,
            where,
            Wording.Tenth(removal.Place.X),
            Wording.Tenth(removal.Place.Y),
            Wording.Tenth(removal.Place.Z)
        );

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
            (
                $"Cut {d.Stem.Id} off at {Wording.Mm(option.AlongMm)}, just above {over.Stem.Id}, sloping away "
                    + "from it.",
                Why(d)
            ),
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
        var (text, more) = Instruction(d, option);
        return Cutting(d, StepAction.Shorten, (text, $"{Why(d)} {more} {Slope}"), cut, tool);
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

    /// <summary>What is done at a cut above a bud, and what else helps to do it.</summary>
    private (string Text, string More) Instruction(Decided d, CutOption option)
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
                $"On {id}, {Where(bud)}{from}, find {Which(bud, from, facing)}; cut {above} it.",
                $"{(bud.GiveOrTakeHours >= 3 && _school.BudOutward ? "Roughly that way will do." : "")} {Room(d)} "
                    + more
            ),
            _ => throw new InvalidOperationException($"Unhandled knowledge {bud.Known}."),
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

    private string Which(TargetBud bud, string from, string facing) =>
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

    private static string FirstOf(string text) =>
        text.IndexOf(". ", StringComparison.Ordinal) is var at and > 0 ? text[..(at + 1)] : text;

    private static string RestOf(string text) =>
        text.IndexOf(". ", StringComparison.Ordinal) is var at and > 0 ? text[(at + 2)..] : "";

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

    private IEnumerable<PlanStep> Finish(PlanStep[] work)
    {
        var cuts = work.Where(s => s.Cut is not null || s.Action == StepAction.Do).ToArray();
        var today = cuts.Any(s => s.Stage is not (Stage.Return or Stage.Prepare));
        if (today)
        {
            if (_school.Value("sealant").Number > 0)
            {
                yield return Whole(
                    Stage.Clean,
                    "Seal the wounds as you have chosen to.",
                    "They close by themselves without it."
                );
            }

            var bare = !survey.Season.BetweenFrosts;
            var leaves = _school.Value("stripLeaves").Number > 0 && bare && !survey.ElectiveWait;
            yield return Whole(
                Stage.Clean,
                "Pick up the prunings and the fallen leaves.",
                $"{(leaves ? "Pull off the old leaves that still hang. " : "")}"
                    + (
                        Feeds
                            ? "Feed, water and mulch, clear of the canes."
                            : "Mulch clear of the canes; no feed so late."
                    )
                    + " Thorns go through bags and wrappings."
            ) with
            {
                ClearsLeaves = true,
                Caution =
                    _diseased ? Cautions.Disposal
                    : decided.Any(d => d.Stem.Has(Sign.Spotting)) ? Cautions.Leaves
                    : null,
            };
        }

        if (decided.Any(d => d.Kept || d.Later is not null) || work.Any(s => s.Stem is null && s.Stage == Stage.Thin))
        {
            yield return Whole(
                Stage.Return,
                "Look again when the new shoots are a hand long, and rub out doubles.",
                "Where a tip has died, cut back to live wood."
            ) with
            {
                Due = LookAgain,
            };
        }
    }

    /// <summary>Whether a plant may be fed now: not when new growth would meet the frost soft.</summary>
    private bool Feeds =>
        !survey.Season.BetweenFrosts
            ? !survey.Season.BeforeMainPrune
            : survey.Place.FirstFrostAfter(survey.Season.GrowthFrost).DayNumber - survey.Date.DayNumber
                > CaneNumbers.Of["stopFeedDays"];

    /// <summary>When new shoots are a hand long: some weeks after the cuts, or after growth has begun.</summary>
    private DateOnly LookAgain
    {
        get
        {
            var work = decided.Any(d => d.Later is not null) ? _later : survey.Worked;
            var frost = (survey.Season with { Date = work }).GrowthFrost;
            var grows = frost.AddDays(-CaneNumbers.Of.Whole("budBreakBefore"));
            return
                (work > grows ? work : grows).AddDays(CaneNumbers.Of.Whole("lookAgainDays")) is var day
                && day < survey.Place.FirstFrostAfter(frost)
                ? day
                : frost.AddYears(1);
        }
    }
}
