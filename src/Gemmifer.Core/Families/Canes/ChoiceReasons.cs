using System.Collections.Frozen;
using System.Collections.Immutable;
using Gemmifer.Core.Buds;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.Canes;

/// <summary>
/// Puts the outcome of the joint choice into sentences: why each cane stays or goes, and what would flip that.
/// </summary>
internal sealed class ChoiceReasons
{
    private const int MostFlips = 30;
    private const long FlipNodes = 30_000;

    private readonly Survey _survey;
    private readonly StemTree _tree;
    private readonly Sorted _sorted;
    private readonly ChoiceModel _model;
    private readonly RelaxedChoice _choice;
    private readonly School _school;
    private readonly ModelBuilder _builder;
    private readonly bool _flips;
    private readonly Lazy<FrozenDictionary<string, string>> _climbing;

    /// <summary>Explains one solved choice.</summary>
    /// <param name="flips">Whether to solve every cane the other way round as well.</param>
    public ChoiceReasons(
        Survey survey,
        StemTree tree,
        Sorted sorted,
        ModelBuilder builder,
        ChoiceModel model,
        RelaxedChoice choice,
        bool flips = true
    ) =>
        (_survey, _tree, _sorted, _builder, _model, _choice, _school, _flips, _climbing) = (
            survey,
            tree,
            sorted,
            builder,
            model,
            choice,
            survey.School,
            flips,
            new Lazy<FrozenDictionary<string, string>>(PairOld)
        );

    /// <summary>Old canes of a climber with the young one that takes the place of each.</summary>
    private FrozenDictionary<string, string> PairOld() =>
        _sorted.Climber!.Pair(
            [
                .. _sorted
                    .Candidates.Select((c, i) => (c.Stem, Goes: !Chosen(i).Keeps))
                    .Where(c => c.Stem.Age >= _survey.Plant.Kind.OldFrom),
            ],
            _sorted.Candidates.Where((_, i) => !Chosen(i).Keeps).Select(c => c.Stem.Id).ToHashSet()
        );

    /// <summary>The candidates as decided, in order.</summary>
    public ImmutableArray<Decided> All(CancellationToken cancel) =>
        [
            .. Enumerable
                .Range(0, _sorted.Candidates.Length)
                .Select(i =>
                {
                    cancel.ThrowIfCancellationRequested();
                    return Explain(i);
                }),
        ];

    private CutOption Chosen(int i) => _sorted.Candidates[i].Options[_choice.Result.Chosen[i]];

    private int Global(int i) => _model.First[i] + _choice.Result.Chosen[i];

    private IEnumerable<int> KeptOthers(int i) =>
        Enumerable.Range(0, _model.Candidates).Where(j => j != i && Chosen(j).Keeps);

    private Decided Explain(int i)
    {
        var (stem, finding, option) = (_sorted.Candidates[i].Stem, _sorted.Candidates[i].Finding, Chosen(i));
        var reasons = ImmutableArray.CreateBuilder<PlanReason>();
        var stage = Stage.Shorten;
        if (stem.Pin is not null)
        {
            reasons.Add(
                new PlanReason(
                    "pin",
                    stem.Pin switch
                    {
                        Pin.Keep => "You asked for it to stay.",
                        Pin.Remove => "You asked for it to go.",
                        _ => "You chose the place of the cut.",
                    },
                    Provenance.User
                )
            );
        }

        if (finding.Verdict is Verdict.Dead or Verdict.Diseased or Verdict.Damaged)
        {
            stage = Stages.Of(finding.Verdict);
            if (option.Keeps || finding.SoundToMm is null)
            {
                reasons.Add(new PlanReason(Wording.Of(finding.Verdict), finding.Text, finding.Provenance));
            }
        }

        if (option.Kind == OptionKind.Defer)
        {
            reasons.Add(
                new PlanReason(
                    "two-years",
                    "It goes in the end, but not this winter: the plant would lose too much at once.",
                    Provenance.Practice
                )
            );
            stage = Stage.Return;
        }
        else if (!option.Keeps)
        {
            var (rule, where, text, provenance) = WhyGoes(i);
            reasons.Add(new PlanReason(rule, text, provenance));
            if (stage != Stage.Shorten && finding.SoundToMm is not null)
            {
                // Part of it is sound: what is wrong with the rest is said after why all of it goes.
                reasons.Add(
                    new PlanReason(Wording.Of(finding.Verdict), $"{finding.Text.Split(':')[0]}.", finding.Provenance)
                );
            }

            stage = stage == Stage.Shorten ? where : stage;
        }
        else
        {
            var rubs =
                option.Kind != OptionKind.Cut
                    ? []
                    : KeptOthers(i)
                        .Select(j => _sorted.Candidates[j].Stem)
                        .Where(o => _builder.RubsAt(stem, o) > option.AlongMm)
                        .Select(o => o.Id)
                        .ToArray();
            if (rubs.Length > 0)
            {
                reasons.Add(
                    new PlanReason(
                        "rub",
                        $"It is cut below the place where it rubs on {Wording.List(rubs)}.",
                        Provenance.Practice
                    )
                );
                stage = stage == Stage.Shorten ? Stage.Crossing : stage;
            }

            reasons.AddRange(WhyStays(stem, option));
        }

        var decision = option.Kind switch
        {
            OptionKind.Remove => Decision.Remove,
            OptionKind.Whole => Decision.Keep,
            OptionKind.Cut when CarriesOn(stem, option) => Decision.Keep,
            OptionKind.Cut => Decision.Shorten,
            OptionKind.Defer => Decision.Defer,
            _ => throw new InvalidOperationException($"Unhandled option {option.Kind}."),
        };
        return new Decided(
            stem,
            finding,
            decision,
            option.Kind is OptionKind.Whole or OptionKind.Defer ? null : option,
            option.TakeOver is not null && stage == Stage.Shorten ? Stage.Thin : stage,
            reasons.ToImmutable(),
            Sentence.Maybe(Flip(i)),
            Successor(i)
        );
    }

    private (string Rule, Stage Stage, string Text, Provenance Provenance) WhyGoes(int i)
    {
        var (candidate, stem) = (_sorted.Candidates[i], _sorted.Candidates[i].Stem);
        (string, Stage, string, Provenance) Goes(Stage stage, string name, string text) =>
            (name, stage, text, _school.Value(name).Provenance);
        if (_sorted.Climber?.Stiff.Contains(stem.Id) == true && stem.Pin is null)
        {
            return (
                "forward",
                Stage.Crossing,
                "It points straight forward and is too stiff to be pulled back and tied.",
                Provenance.Practice
            );
        }

        var rubs = KeptOthers(i)
            .Where(j =>
                stem.Rubs.Contains(_sorted.Candidates[j].Stem.Id) || _sorted.Candidates[j].Stem.Rubs.Contains(stem.Id)
            )
            .Select(j => _sorted.Candidates[j].Stem.Id)
            .ToArray();
        if (rubs.Length > 0)
        {
            return (
                "rub",
                Stage.Crossing,
                $"It rubs on {Wording.List(rubs)}, the better cane of the two.",
                Provenance.Practice
            );
        }

        if (stem.DiameterMm < _school.ThinBelowMm)
        {
            return Goes(
                Stage.Thin,
                "thinBelow",
                $"At {Wording.Thickness(stem.DiameterMm)} it is thinner than a pencil "
                    + $"({Wording.Thickness(_school.ThinBelowMm)}): too weak to carry a flower."
            );
        }

        if (candidate.Options.All(o => !o.Keeps) && stem.Pin is null)
        {
            return ("keep-out", Stage.Shorten, "No bud on it stands clear of where nothing may grow.", Provenance.User);
        }

        var soundTo = _sorted.Shoots.Options.KeepOutLimit(_tree.Axis(stem));
        if (
            soundTo < stem.LengthMm
            && stem.Pin is null
            && candidate.Options.Where(o => o.Keeps).All(o => o.HeightMm < _school.HeightMinMm)
        )
        {
            return (
                "keep-out",
                Stage.Crossing,
                $"It leans into where nothing may stand ({Wording.List([.. _survey.KeepOut.Select(z => z.Name)])}); "
                    + "cut clear of it, too little would be left.",
                Provenance.User
            );
        }

        var crowding = KeptOthers(i)
            .Where(j => Options(i).All(o => !_model.Keeps[o] || _model.SpacingShortMm[o, Global(j)] > 0))
            .ToArray();
        if (stem.Age >= _survey.Plant.Kind.OldFrom && Successor(i) is { } young)
        {
            var past = _survey.Plant.Kind is { Climbs: true, FlowersOn: FlowerWood.LastYear }
                ? "It has flowered and is spent"
                : $"It is old wood ({stem.Age} seasons){(stem.Has("unproductive") ? " that no longer flowers" : "")}";
            return (
                "renewal",
                Stage.Thin,
                $"{past}, and {young} can take its place.",
                _school.Value("oldShare").Provenance
            );
        }

        if (_sorted.Climber is not null && stem.Age >= _survey.Plant.Kind.OldFrom && stem.Pin is null)
        {
            return Goes(
                Stage.Thin,
                "canesMax",
                $"It is old wood ({stem.Age} seasons), and there are more canes than this support holds; "
                    + $"{_choice.Limits.MaxKept} are enough."
            );
        }

        if (crowding.Length > 0)
        {
            var names = crowding.Select(j => _sorted.Candidates[j].Stem.Id).ToArray();
            return Goes(
                Stage.Thin,
                "spacing",
                $"Its end would stand closer than {Wording.Mm(_school.SpacingMm)} to {Wording.List(names)}: "
                    + "the new shoots would crowd."
            );
        }

        if (Enumerable.Range(0, _model.Candidates).Count(j => Chosen(j).Keeps) >= _choice.Limits.MaxKept)
        {
            return Goes(
                Stage.Thin,
                "canesMax",
                $"{_choice.Limits.MaxKept} canes are enough, and those that stay are thicker, younger or better placed."
            );
        }

        return
            _school.CentreOpen && _survey.Plant.Look == PlantLook.Open && stem.BaseBearing.AngleTo(stem.Bearing) > 120
            ? Goes(Stage.Crossing, "centre", "It grows through the centre, which is kept open for light and air.")
            : (
                "place",
                Stage.Thin,
                "Beside the canes that stay it is the weaker, older or worse placed one.",
                Provenance.Practice
            );
    }

    private IEnumerable<int> Options(int i) => Enumerable.Range(_model.First[i], _model.First[i + 1] - _model.First[i]);

    /// <summary>
    /// Whether it was cut back to the stem that takes over before now, so that nothing of it is left to cut.
    /// </summary>
    private static bool CarriesOn(Stem stem, CutOption option) =>
        option.TakeOver is not null && option.AlongMm >= stem.LengthMm - 1;

    private IEnumerable<PlanReason> WhyStays(Stem stem, CutOption option)
    {
        if (option.TakeOver is { } on && CarriesOn(stem, option))
        {
            yield return new PlanReason(
                "join",
                $"It is the base that was left for {on.Stem.Id}, which is the cane now.",
                Provenance.Practice
            );
            yield break;
        }

        if (_sorted.Climber is { InSeason: true })
        {
            yield return new PlanReason(
                "season",
                "In growth nothing sound comes out: it is weighed in the main prune.",
                Provenance.Practice
            );
        }
        else if (_sorted.Climber is not null && stem.Age >= _survey.Plant.Kind.OldFrom)
        {
            yield return _climbing.Value.TryGetValue(stem.Id, out var next)
                ? new PlanReason(
                    "old-kept",
                    $"Old wood ({stem.Age} seasons) that stays for now; {next} is to take its place.",
                    Provenance.Practice
                )
                : new PlanReason(
                    "no-successor",
                    $"Old wood ({stem.Age} seasons), but no young cane from the base can take its place yet.",
                    Provenance.Practice
                );
        }

        if (option.TakeOver is { } over)
        {
            yield return new PlanReason(
                "join",
                $"{over.Stem.Id}, {Wording.Thickness(over.Stem.DiameterMm)} thick and {Wording.Seasons(over.Stem.Age)} "
                    + "old, has grown past this top and takes over; what is above it goes.",
                Provenance.Practice
            );
            yield break;
        }

        if (option.Sheared)
        {
            yield return new PlanReason(
                "cut",
                $"Sheared with the rest at {Wording.Mm(_sorted.Shoots.Options.ShearHeightMm)} above the crown.",
                _school.Value("cut").Provenance
            );
            yield break;
        }

        var old = stem.Age >= _survey.Plant.Kind.OldFrom;
        if (_sorted.Climber is null || (!old && !_sorted.Climber.InSeason))
        {
            yield return Earns(stem, old);
        }

        if (_sorted.Climber?.Forward(stem) == true && _sorted.Climber.Stiff.Contains(stem.Id) == false)
        {
            yield return new PlanReason(
                "forward",
                "It points forward, but it is pliable: it is pulled back and tied.",
                Provenance.Practice
            );
        }

        if (option.Kind == OptionKind.Whole)
        {
            yield return new PlanReason(
                "height",
                !_school.Value("heightMax").Limited
                    ? "Nothing asks for a cut here: it keeps its length."
                    : "Its tip is not above the height aimed at, so it needs no cut.",
                _school.Value("heightMax").Provenance
            );
            yield break;
        }

        if (option.Bud is { AtScar: true })
        {
            yield return new PlanReason(
                "scar",
                "No bud in sight serves here. Latent buds sit on either side of an old scar and will break.",
                Provenance.Practice
            );
        }
        else if (option.Bud is { Facing: not null } bud && _school.BudOutward)
        {
            if (_builder.FillsGap(option) is { } gap)
            {
                yield return new PlanReason(
                    "gap",
                    $"The bud faces {Wording.Clock(bud.Facing!.Value)} on purpose: "
                        + $"no cane stands towards {Wording.Clock(gap)}, and its shoot fills that side.",
                    Provenance.Practice
                );
            }
            else
            {
                yield return new PlanReason(
                    "bud",
                    bud.Known switch
                    {
                        BudKnowledge.Seen =>
                            $"The bud faces {Wording.Clock(bud.Facing!.Value)}; {Facing(stem, option, bud)}.",
                        BudKnowledge.Likely => $"A bud facing about {Wording.Clock(bud.Facing!.Value)} is likely here; "
                            + $"{Facing(stem, option, bud)}.",
                        BudKnowledge.LookFor => "Nobody looked at its buds yet: choose one that faces "
                            + $"{(_school.BudUpward ? "up and out" : "out")}, {Wording.Clock(bud.Facing!.Value)}.",
                        _ => throw new InvalidOperationException($"Unhandled knowledge {bud.Known}."),
                    },
                    _school.Value("bud").Provenance
                );
            }
        }

        if (stem.Pin is not Pin.CutAt && _sorted.Climber is null)
        {
            yield return WhyThere(option);
        }
    }

    private string AtOnce() =>
        _survey.Plant.Neglected ? "" : $"; at most {Wording.Percent(_school.OldShare)} of the old canes go at once";

    private PlanReason Earns(Stem stem, bool old) =>
        new(
            old ? "old-kept" : "strong",
            old
                ? $"Old wood ({stem.Age} seasons), yet it earns its place this " + $"winter{AtOnce()}."
                : $"{Wording.Thickness(stem.DiameterMm)} thick and {Wording.Seasons(stem.Age)} old: "
                    + "wood that carries flowers.",
            old ? _school.Value("oldShare").Provenance : Provenance.Practice
        );

    /// <summary>
    /// Why the cut stands as high as it does: within the heights of the school, or what keeps it out of them.
    /// </summary>
    private PlanReason WhyThere(CutOption option)
    {
        PlanReason Because(string name, string text) =>
            new(name == "removeShareWeak" ? name : "height", text, _school.Value(name).Provenance);
        var stands =
            $"The cut stands {Wording.Mm(option.HeightMm)} "
            + $"{(_survey.Plant.Kind.Hangs ? "out along the cane" : "above the crown")}";
        if (option.HeightMm > _school.HeightMaxMm + 1)
        {
            return _survey.Plant.Vigour == Vigour.Weak
                ? Because(
                    "removeShareWeak",
                    "A weak plant keeps about two thirds of its wood, so this cut is higher than the usual "
                        + $"{Wording.Mm(_school.HeightMaxMm)}."
                )
                : Because(
                    "heightMax",
                    $"{stands}, higher than the usual {Wording.Mm(_school.HeightMaxMm)}, so that what is to stay on it "
                        + "can."
                );
        }

        return option.HeightMm < _school.HeightMinMm - 1
            ? Because(
                "heightMin",
                $"{stands}, lower than the usual {Wording.Mm(_school.HeightMinMm)}: nothing higher on it serves."
            )
            : Because(
                "heightMin",
                _school.Value("heightMax").Limited
                    ? $"{stands}, within {Wording.Mm(_school.HeightMinMm)} to {Wording.Mm(_school.HeightMaxMm)}."
                    : $"{stands}."
            );
    }

    private static string Facing(Stem stem, CutOption option, TargetBud bud)
    {
        var off = bud.Facing!.Value.AngleTo(StemTree.Outward(stem, option.Place));
        return off <= 50 ? "its shoot grows outward"
            : off <= 100 ? "its shoot grows sideways"
            : "it was the best to be had in this place";
    }

    private string? Successor(int i)
    {
        var candidate = _sorted.Candidates[i];
        if (candidate.Stem.Age < _survey.Plant.Kind.OldFrom)
        {
            return null;
        }

        if (_sorted.Climber is not null)
        {
            return _climbing.Value.GetValueOrDefault(candidate.Stem.Id);
        }

        return KeptOthers(i)
            .Select(j =>
                (
                    _sorted.Candidates[j].Stem,
                    Angle: Math.Round(_sorted.Candidates[j].Stem.Bearing.AngleTo(candidate.Stem.Bearing), 3)
                )
            )
            .Where(c =>
                c.Stem.Age < _survey.Plant.Kind.OldFrom && c.Stem.DiameterMm >= _school.ThinBelowMm && c.Angle <= 90
            )
            .OrderBy(c => c.Angle)
            .ThenBy(c => c.Stem.Id, StringComparer.Ordinal)
            .Select(c => c.Stem.Id)
            .FirstOrDefault();
    }

    private string? Flip(int i)
    {
        var stem = _sorted.Candidates[i].Stem;
        var keep = !Chosen(i).Keeps;
        if (stem.Pin is not null)
        {
            return "Take your pin off, and it is decided with the others again.";
        }

        if (_sorted.Climber is { InSeason: true })
        {
            return "In the main prune it is weighed beside the others.";
        }

        if (_sorted.Climber?.Stiff.Contains(stem.Id) == true)
        {
            return "If its wood gives when you try it gently, note it as supple: then it is pulled back and tied.";
        }

        if (!_flips || _model.Candidates > MostFlips)
        {
            return null;
        }

        var other = _choice.Search.Solve(FlipNodes / _model.Candidates, (i, keep));
        if (other is null)
        {
            var looser =
                stem.DiameterMm < _school.ThinBelowMm ? "" : "; less room between ends, or more canes, would let it";
            return keep
                ? $"It cannot stay beside the others under this school{looser}."
                : "The limits of this school hold it: without it too much wood would go.";
        }

        var changes = Enumerable
            .Range(0, _model.Candidates)
            .Where(j => j != i && _model.Keeps[_model.First[j] + other.Chosen[j]] != Chosen(j).Keeps)
            .ToLookup(j => Chosen(j).Keeps, j => _sorted.Candidates[j].Stem.Id);
        var (goes, stays) = (changes[true].ToArray(), changes[false].ToArray());
        var cost = ((_choice.Result.Score - other.Score) / 1000.0) switch
        {
            < 2 => "nearly as good",
            < 8 => "somewhat poorer",
            _ => "clearly poorer",
        };
        var thin =
            keep && stem.DiameterMm < _school.ThinBelowMm
                ? $" At {Wording.Thickness(_school.ThinBelowMm)} or thicker it would be weighed like the others."
                : "";
        return (keep, goes.Length, stays.Length) switch
        {
            (true, 0, _) => $"If it stayed, no other cane would have to go; the plan would be {cost}.{thin}",
            (true, _, _) => $"If it stayed, {Wording.List(goes)} would go instead; the plan would be {cost}.{thin}",
            (false, _, 0) => $"If it went, nothing would take its place; the plan would be {cost}.",
            (false, _, _) => $"If it went, {Wording.List(stays)} would stay instead; the plan would be {cost}.",
        };
    }
}
