using System.Collections.Immutable;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Supports;
using Gemmifer.Core.Surveys;
using Gemmifer.Core.Training;

namespace Gemmifer.Core.Families.Roses.Climbing;

/// <summary>The steps of training: loosening, tying, the checks of ties and mesh, and when to come back.</summary>
internal sealed class TrainingSteps(Survey survey, ClimberRules climber, ImmutableArray<Decided> decided, OnSupport? on)
{
    private readonly PlantKind _kind = survey.Plant.Kind;
    private readonly DateOnly _work =
        survey.ElectiveWait && !climber.InSeason ? survey.Season.MainPrune.From : survey.Worked;

    /// <summary>All of them, not numbered yet.</summary>
    public IEnumerable<PlanStep> Write()
    {
        yield return Whole(
            Stage.Prepare,
            StepAction.Do,
            "Where ivy or another climber has grown into the canes, take that out first: it hides them and competes. "
                + "Then undo last year's ties one cane at a time, as you come to it."
        );
        if (!climber.InSeason && decided.Any(d => d.Stem.TopLevel && d.Kept) && decided.All(d => d.Stem.TopLevel))
        {
            yield return Whole(
                Stage.Laterals,
                StepAction.Do,
                $"Shorten the side shoots along every cane that stays to {survey.School.LateralBuds} buds, "
                    + $"{Wording.Mm(survey.School.LateralLengthMm / 2)} to "
                    + $"{Wording.Mm(survey.School.LateralLengthMm)}, all about the same; any node will do. "
                    + "Where a cane has to stand upright, its short side shoots carry the flowers: do not strip them."
            ) with
            {
                Tool = Tool.Secateurs,
            };
        }

        foreach (var step in on is null ? [] : Tying(on))
        {
            yield return step;
        }

        foreach (var step in Returns())
        {
            yield return step;
        }
    }

    /// <summary>Ties of one cane in words: how many, from where to where.</summary>
    public static string Places(ImmutableArray<Tie> ties) =>
        ties.Length switch
        {
            0 => "",
            1 => $"once, {Wording.Mm(ties[0].Place.Z)} above the soil{On(ties[0])}",
            _ when ties.All(t => t.On == ties[0].On && t.On.StartsWith("wire", StringComparison.Ordinal)) =>
                $"at {ties.Length} places along {ties[0].On}, {Wording.Mm(ties[0].Place.Z)} above the soil",
            _ when Math.Round(ties[0].Place.Z) == Math.Round(ties[^1].Place.Z) =>
                $"at {ties.Length} places, {Wording.Mm(ties[0].Place.Z)} above the soil",
            _ => $"at {ties.Length} places, from {Wording.Mm(ties[0].Place.Z)}{On(ties[0])} to "
                + $"{Wording.Mm(ties[^1].Place.Z)}{On(ties[^1])} above the soil",
        };

    private static string On(Tie tie) => tie.On.StartsWith("wire", StringComparison.Ordinal) ? $" on {tie.On}" : "";

    private PlanStep Whole(Stage stage, StepAction action, string text) =>
        new()
        {
            Stage = stage,
            Action = action,
            Due = survey.Date,
            Text = text,
        };

    private static PlanTie TieOf(Tie t) =>
        new(Wording.Tenth(t.Place.X), Wording.Tenth(t.Place.Z), t.On, t.Number, Wording.Tenth(t.Place.Y));

    private IEnumerable<PlanStep> Tying(OnSupport laid)
    {
        var support = survey.Support!;
        foreach (var cane in laid.Canes)
        {
            var none = cane.Ties.IsEmpty;
            yield return Whole(Stage.Train, none ? StepAction.Do : StepAction.Tie, Words(cane, support)) with
            {
                Stem = cane.Owner,
                Ties = [.. cane.Ties.Select(TieOf)],
                Tool = none ? null : Tool.Fingers,
                Caution = Mind(cane),
            };
        }

        if (
            support.Traits.GrownThrough == GrownThrough.Always
            || (support.Traits.GrownThrough == GrownThrough.WithoutWires && support.Wires.IsEmpty)
        )
        {
            yield return Whole(
                Stage.Train,
                StepAction.Check,
                $"Look where canes have grown through or behind the {TrainingWords.Name(support.Kind)}: "
                    + "free them before the wood thickens and is strangled. "
                    + "Tie to the outside, never weave through."
            );
        }

        if (support.Traits.Solid)
        {
            yield return Whole(
                Stage.Train,
                StepAction.Check,
                $"See that {Wording.Mm(RoseNumbers.Of.WallAirFrom, RoseNumbers.Of.WallAirTo)} of air stay between "
                    + "canes and wall, so that leaves dry (from memory: "
                    + "extension leaflets)."
            );
        }
    }

    /// <summary>Canes that are bent split.</summary>
    private static string? Mind(CaneOnSupport cane) =>
        cane.Lies != Lies.AsItStands && cane.Strain > 0 && !cane.Ties.IsEmpty ? Cautions.Bending : null;

    /// <summary>How one cane is laid, in plain sentences.</summary>
    public static string Words(CaneOnSupport cane, Support support)
    {
        var id = cane.Stem.Id == cane.Owner ? cane.Owner : $"{cane.Stem.Id}, which carries on for {cane.Owner},";
        var ties = cane.Ties.IsEmpty
            ? ""
            : $" Tie it loosely {Places(cane.Ties)}, with {cane.Material}; tighten once it has settled.";
        switch (cane.Lies)
        {
            case Lies.Line when cane.Ties.IsEmpty:
                return $"Let {id} grow on {TrainingWords.Leads(cane.Line!, support)}; it reaches no place to tie yet.";
            case Lies.Line:
                var bend =
                    cane.Strain <= 0 ? "It goes there almost straight."
                    : cane.Strain > cane.Allowed
                        ? "Bend it by feel, a little at a time, and stop where it resists: its wood just bears it."
                    : "Bend it from the base up in one easy curve, no tighter than "
                        + $"{Wording.Round(Bending.LeastRadiusMm(cane.Stem.DiameterMm, cane.Allowed))}.";
                return $"{TrainingWords.Verb(cane.Line!)} {id} {TrainingWords.Leads(cane.Line!, support)}. "
                    + $"{bend}{ties}";
            case Lies.HalfWay when cane.Ties.IsEmpty:
                return $"Leave {id} for now: it goes there only half way, and reaches no place to tie yet.";
            case Lies.HalfWay:
                return $"Bring {id} only half way this year, to about "
                    + $"{Wording.Number(Math.Round(cane.Line!.LeanAt(0)))}° from upright: "
                    + $"{TrainingWords.Wood(cane.Stem)} would crack if it went further.{ties} Finish it next year.";
            case Lies.AsItStands:
                var why = cane.Path is { } path
                    ? $"{TrainingWords.TooTight(path, cane.Stem)}"
                    : "moving it would strain it for little";
                var renew = cane.Ties.IsEmpty ? "" : $" Renew its ties {Places(cane.Ties)}, with {cane.Material}.";
                return $"Leave {id} where it stands: {why}.{renew}";
            default:
                throw new ArgumentOutOfRangeException(nameof(cane));
        }
    }

    private IEnumerable<PlanStep> Returns()
    {
        var tied = on?.Canes.Where(c => !c.Ties.IsEmpty).ToArray() ?? [];
        if (tied.Length > 0)
        {
            yield return Whole(
                Stage.Return,
                StepAction.Do,
                "The canes have settled: tighten the loops, so that nothing chafes, with room for a finger in each."
            ) with
            {
                Due = _work.AddDays(RoseNumbers.Of.SettledDays),
            };
            yield return Whole(
                Stage.Return,
                StepAction.Check,
                "Check every tie and renew it: jute lasts about a year, and a cane that thickens in a tie or a mesh is "
                    + "strangled."
            ) with
            {
                Due = _work.AddYears(1),
            };
        }

        string[] half = [.. (on?.Canes ?? []).Where(c => c.Lies == Lies.HalfWay).Select(c => c.Owner)];
        if (half.Length > 0)
        {
            yield return Whole(
                Stage.Return,
                StepAction.Do,
                half.Length == 1
                    ? $"{half[0]} was tied half way: open its ties and bring it the rest of the way."
                    : $"{Wording.Some(half)} were tied half way: open their ties and bring them the rest of the way."
            ) with
            {
                Due = survey.Season.NextWinter,
            };
        }

        var later = decided
            .Where(d => d.Stem.TopLevel && d.Kept && d.Successor is not null && d.Stem.Age >= _kind.OldFrom)
            .Select(d => $"{d.Stem.Id} to {d.Successor}")
            .ToArray();
        if (later.Length > 0)
        {
            yield return Whole(
                Stage.Return,
                StepAction.Do,
                $"Old canes that give way next: {Wording.List(later)}. See then whether the young ones have grown on."
            ) with
            {
                Due = survey.Season.NextWinter,
            };
        }

        if (survey.School.Climber == ClimberWay.Restart && !climber.InSeason && ClimberRules.Doubtful(survey))
        {
            yield return Whole(
                Stage.Return,
                StepAction.Do,
                "The second of two winters: cut every cane low, to a third of its length, if new canes have come "
                    + "from the base."
            ) with
            {
                Due = survey.Season.NextWinter,
            };
        }

        if (_kind.FlowersOn == FlowerWood.New)
        {
            var flush = (survey.Season with { Date = _work }).FlowersOfShoots(_work).To;
            if (climber.InSeason && flush > survey.Place.FirstFrostAfter(survey.Date))
            {
                yield break;
            }

            yield return Whole(
                Stage.Return,
                StepAction.Do,
                $"When the flush is over, shorten the side shoots that have flowered to {survey.School.LateralBuds} "
                    + $"buds and tie in what has grown. About {(int)RoseNumbers.Of.FlushDays} days later it flowers "
                    + "again."
            ) with
            {
                Due = flush,
            };
        }
    }
}
