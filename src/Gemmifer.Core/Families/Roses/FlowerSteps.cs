using Gemmifer.Core.Buds;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Families.Roses.Climbing;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.Roses;

/// <summary>
/// The steps of flowering stems, in a round of their own or beside other work. Where leaves were counted the place is
/// told by the leaf, and no millimetres are said that nobody measured.
/// </summary>
internal sealed class FlowerSteps(Survey survey, StemTree tree)
{
    /// <summary>The step of a stem that is cut above a leaf.</summary>
    public PlanStep Cutting(Decided d, CutOption option)
    {
        var leaf = d.Stem.Buds.FirstOrDefault(b => b.AlongMm == option.Bud!.AlongMm);
        var tool =
            survey.Plant.Kind.TrimmedAllOver && survey.School.Set.Deadhead.Word == "shallow"
                ? Tool.Shears
                : ToolRack.For(tree.DiameterAt(d.Stem, option.AlongMm));
        var (text, more) = Words(d, option, leaf);
        return Step(d, StepAction.Shorten, text, more) with
        {
            Cut = PlanCut.AboveBud(
                option.AlongMm,
                new PlanBud(
                    Wording.Tenth(option.Bud!.AlongMm),
                    option.Bud.Facing is { } facing ? Wording.ClockNumber(facing) : null,
                    BudKnowledge.Seen,
                    null,
                    null,
                    null,
                    option.Bud.Face,
                    leaf?.Leaf
                ),
                survey.School,
                option.Place
            ),
            Tool = tool,
            Caution = tool == Tool.Shears ? Cautions.Shears : null,
        };
    }

    /// <summary>The step of a stem whose flowers alone come off; it stays as long as it is.</summary>
    public PlanStep Nipping(Decided d)
    {
        var tip = tree.Axis(d.Stem).At(d.Stem.LengthMm);
        var (text, more) = Nip(d);
        return Step(d with { Stage = Stage.Deadhead }, StepAction.Do, text, more) with
        {
            Cut = PlanCut.Stalk(tip),
            Tool = Tool.Secateurs,
        };
    }

    private PlanStep Step(Decided d, StepAction action, string text, string more) =>
        new()
        {
            Stage = d.Stage,
            Stem = d.Stem.Id,
            Action = action,
            Due = survey.Date,
            Text = text,
            More = Sentence.Maybe(Wording.Together(more)),
        };

    /// <summary>The rule a flowering stem is cut by.</summary>
    private static string RuleOf(Decided d) =>
        d.Reasons.FirstOrDefault(r => FlowerRule.All.Contains(r.Rule))?.Rule ?? FlowerRule.Over;

    private static (string Text, string More) Nip(Decided d)
    {
        var id = d.Stem.Id;
        var some = d.Stem.Head is { } head && head.Finished < head.Blooms;
        return RuleOf(d) switch
        {
            FlowerRule.Vase => ($"Take {id} for the vase with a short stalk, above its uppermost leaf.", ""),
            FlowerRule.Clear => ($"Cut {id} back to a leaf that is clear of the path.", "Flowers or not."),
            FlowerRule.Level => ($"Bring {id} down to the height of its neighbours, to a leaf there.", ""),
            _ => (
                $"Nip the finished flowers off {id} at their stalks.",
                some ? "The other flowers of the cluster go on." : ""
            ),
        };
    }

    private (string Text, string More) Words(Decided d, CutOption option, Bud? leaf)
    {
        var id = d.Stem.Id;
        var above = survey.School.ClearanceMm < 0.5 ? "right above" : $"{Wording.Mm(survey.School.ClearanceMm)} above";
        var where = leaf?.Leaf is { } nth
            ? $"{above} the {Wording.Ordinal(nth)} leaf from the top{Of(leaf)}"
            : $"at {Wording.Mm(option.AlongMm)}, {above} {(leaf?.Leaflets >= FullLeaf ? "a full leaf" : "a leaf")}";
        var slope = survey.School.SlopeDeg == 0 ? "" : "Slope it away from the bud.";
        var stay = d.Stem.Buds.Count(b => b.Leaflets >= FullLeaf && b.AlongMm <= option.Bud!.AlongMm);
        return RuleOf(d) switch
        {
            FlowerRule.Vase => (
                $"Cut {id} for the vase {where}.",
                $"{Wording.Count(stay, "full leaf stays", "full leaves stay")} on it. {slope}"
            ),
            FlowerRule.Clear => ($"Cut {id} back {where}: there it is clear of the path.", slope),
            FlowerRule.Level => ($"Bring {id} down to its neighbours: cut {where}.", slope),
            FlowerRule.Blind => ($"{id} came blind: cut {where}.", slope),
            _ => ($"Cut {id} {where}.", $"Its flowers go with it. {slope}"),
        };
    }

    private static readonly int FullLeaf = RoseNumbers.Of.FullLeaf;

    private static string Of(Bud leaf) =>
        leaf.Leaflets is { } n ? $", the one of {Wording.Count(n, "leaflet", "leaflets")}" : "";
}
