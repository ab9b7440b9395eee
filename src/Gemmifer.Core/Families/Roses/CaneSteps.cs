using System.Collections.Immutable;
using Gemmifer.Core.Buds;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Families.Roses.Climbing;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
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
    private static readonly double LongMm = RoseNumbers.Of.InPieces;

    private readonly School _school = survey.School;
    private readonly FlowerSteps _flowers = new(survey, tree);
    private readonly CutWords _words = new(survey, tree, decided);
    private readonly WholePlantSteps _plant = new(survey, tree, decided);
    private readonly DateOnly _later = survey.Season.MainPrune.From;
    private readonly bool _diseased = decided.Any(d => d.Finding.Verdict == Verdict.Diseased);

    /// <summary>All steps.</summary>
    public IEnumerable<PlanStep> Write(CaneTask task)
    {
        PlanStep[] stems = [.. decided.SelectMany(StemSteps)];
        PlanStep[] whole = [.. _plant.Rough(), .. task.Routine];
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

        PlanStep[] work =
        [
            .. _plant.AutumnHalf(),
            .. stems,
            .. _plant.Soft(sorted.Climber is not null),
            .. whole,
            .. training,
        ];
        var today = work.Any(s => s.Stage != Stage.Return);
        return [.. today ? _plant.Prepare(task.Noun) : [], .. _plant.Stake(), .. work, .. _plant.Finish(work)];
    }

    /// <summary>A step of the main prune that is to come.</summary>
    private PlanStep Wait(PlanStep step) => step with { Stage = Stage.Return, Due = _later };

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
                    Cut = PlanCut.Off(CutPlace.Base, goes.Place),
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
        var cut = PlanCut.Off(where, option.Place);
        return Cutting(d, StepAction.Remove, (text, $"{Why(d)} {more}"), cut, tool);
    }

    private PlanStep Joining(Decided d, TakeOver over, CutOption option)
    {
        var place = tree.Axis(d.Stem).At(option.AlongMm);
        var tool = ToolRack.For(tree.DiameterAt(d.Stem, option.AlongMm));
        var cut = PlanCut.Join(option.AlongMm, _school, place);
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
        var cut = PlanCut.AboveBud(
            lookFor ? null : option.AlongMm,
            option.Bud is { } b ? ToBud(b) : null,
            _school,
            option.Place
        );
        var (text, more) = _words.Of(d, option);
        return Cutting(d, StepAction.Shorten, (text, $"{Why(d)} {more} {_words.Slope}"), cut, tool);
    }

    /// <summary>Why it is cut, where the place of the cut alone does not tell.</summary>
    private static string Why(Decided d) =>
        d.Stage is Stage.Dead or Stage.Diseased or Stage.Damaged or Stage.Suckers or Stage.Crossing or Stage.Thin
            ? d.Reasons.FirstOrDefault(r => r.Rule != "pin")?.Text.ToString() ?? ""
            : "";

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
}
