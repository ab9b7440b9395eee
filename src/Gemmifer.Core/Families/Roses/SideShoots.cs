using System.Collections.Frozen;
using Gemmifer.Core.Buds;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Diagnosis;
using Gemmifer.Core.Families.Roses.Climbing;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.Roses;

/// <summary>What a side shoot comes to, given that its parent stays beyond it.</summary>
/// <param name="Rule">The rule that decided.</param>
/// <param name="Stage">Stage of its step.</param>
internal sealed record ShootOutcome(
    Decision Decision,
    CutOption? Cut,
    string Rule,
    Stage Stage,
    string Text,
    Provenance Provenance
);

/// <summary>
/// Side shoots of kept canes (common practice, no source): the three Ds first, then those growing into an open centre
/// to the ring,
/// then strong ones into the height window and slight ones to their bud count. A weak plant keeps them as they are.
/// </summary>
internal sealed class SideShoots
{
    /// <summary>
    /// A pinned cut this near to where a side stem takes over means that cut, mm: places are given to a tenth.
    /// </summary>
    private const double PinnedMm = 0.06;

    /// <summary>So much may stand above a side stem that carries on, besides the clearance, mm (assumption).</summary>
    private static readonly double BaseEndMm = RoseNumbers.Of.BaseEnd;

    private readonly Survey _survey;
    private readonly StemTree _tree;
    private readonly OptionBuilder _options;
    private readonly FrozenDictionary<string, Finding> _findings;
    private readonly Dictionary<string, ShootOutcome> _outcomes = [];

    /// <summary>Works on one plant.</summary>
    public SideShoots(Survey survey, StemTree tree, FrozenDictionary<string, Finding> findings)
    {
        (_survey, _tree, _findings) = (survey, tree, findings);
        var living = tree.Stems.Where(s =>
            s.TopLevel && findings[s.Id].Verdict != Verdict.Sucker && !Sorting.Wholly(findings[s.Id], Verdict.Dead)
        );
        _options = new OptionBuilder(
            survey,
            tree,
            RemovedAbove,
            living
                .Select(s => tree.Axis(s).At(StemTree.LiveLength(s)).Z - survey.Plant.CrownHeightMm)
                .DefaultIfEmpty(0)
                .Max(),
            ClimberRules.KeepShare(survey)
        );
    }

    /// <summary>
    /// Ways to cut a stem back to a younger one on it that can take over: an old top that was bypassed, or a top that
    /// is not sound.
    /// </summary>
    public IEnumerable<CutOption> Joins(Stem stem, Finding finding, int most)
    {
        if (!stem.TopLevel || _survey.School.Sheared)
        {
            yield break;
        }

        // On a support old wood that flowers well is worth its length; only what no longer does is cut back to a good
        // side shoot.
        var past =
            stem.Age >= _survey.Plant.Kind.OldFrom && (!_survey.Plant.Kind.Climbs || stem.Has(Sign.Unproductive));
        var bypassed = past || finding.SoundToMm is not null;
        var soundTo = finding.SoundToMm ?? stem.LengthMm;
        foreach (var young in _tree.Children(stem))
        {
            var carriesOn = IsBaseOf(stem, young);
            var takesOver =
                (
                    carriesOn
                    || (
                        bypassed
                        && young.Age < _survey.Plant.Kind.OldFrom
                        && young.Age <= stem.Age
                        && young.Parent.AlongMm + _survey.School.ClearanceMm <= soundTo
                        && young.Parent.AlongMm < stem.LengthMm * RoseNumbers.Of.TakesOverBelow
                    )
                )
                && young.Pin is not Pin.Remove
                && !_tree.HoldsPinned(young)
                && _findings[young.Id] is { Verdict: Verdict.Sound }
                && young.DiameterMm >= _survey.School.ThinBelowMm
                && !_tree.Children(stem).Any(c => c.Id != young.Id && c.Pin is Pin.Keep or Pin.CutAt);
            if (!takesOver)
            {
                continue;
            }

            var along = young.Parent.AlongMm + _survey.School.ClearanceMm;
            if (stem.Pin is Pin.CutAt pin && Math.Abs(pin.AlongMm - along) > PinnedMm)
            {
                continue;
            }

            var others = RemovedAbove(stem, along) - RemovedBy(young);
            foreach (
                var own in _options.BuildKept(young, null, most).Where(o => o.Keeps && (carriesOn || InHeights(o)))
            )
            {
                yield return _options.Join(stem, young, own, others);
            }
        }
    }

    /// <summary>
    /// Whether a side stem that takes over ends within the heights of any other top. A weak plant is cut as little as
    /// its canes allow, however high.
    /// </summary>
    private bool InHeights(CutOption own) =>
        own.HeightMm >= _survey.School.HeightMinMm - 1
        && (_survey.Plant.Vigour == Vigour.Weak || own.HeightMm <= _survey.School.HeightMaxMm + 1);

    /// <summary>
    /// Whether a stem is only the base that was left when it was cut back to a side stem in an earlier year: it ends
    /// there, and the
    /// side stem is longer than it. The side stem is the cane now, however old it is.
    /// </summary>
    private bool IsBaseOf(Stem stem, Stem young) =>
        stem.LengthMm - young.Parent.AlongMm <= _survey.School.ClearanceMm + BaseEndMm
        && young.LengthMm > stem.LengthMm;

    /// <summary>The options of canes, aware of what their side shoots lose.</summary>
    public OptionBuilder Options => _options;

    /// <summary>
    /// Live length of side shoots that goes when a stem is cut at a place along it, mm; -1 takes the whole stem.
    /// </summary>
    public double RemovedAbove(Stem stem, double alongMm)
    {
        double sum = 0;
        foreach (var child in _tree.Children(stem))
        {
            if (child.Parent.AlongMm > alongMm)
            {
                sum += StemTree.LiveLength(child) + _tree.Descendants(child).Sum(StemTree.LiveLength);
            }
            else
            {
                sum += RemovedBy(child);
            }
        }

        return sum;
    }

    private double RemovedBy(Stem shoot) => Outcome(shoot).Cut?.RemovedMm ?? RemovedAbove(shoot, shoot.LengthMm);

    /// <summary>What a side shoot comes to where its parent stays beyond it and is itself pruned.</summary>
    public ShootOutcome Outcome(Stem shoot)
    {
        if (!_outcomes.TryGetValue(shoot.Id, out var outcome))
        {
            outcome = Decide(shoot);
            _outcomes.Add(shoot.Id, outcome);
        }

        return outcome;
    }

    /// <summary>
    /// What a side shoot comes to on a parent that is left alone: only the three Ds and the gardener's word count.
    /// </summary>
    public ShootOutcome OnUntouched(Stem shoot)
    {
        var outcome = Outcome(shoot);
        return outcome.Rule is "dead" or "diseased" or "damaged" or "pin" or "soft" or "unsure"
            ? outcome
            : new ShootOutcome(
                Decision.Untouched,
                null,
                "parent",
                Stage.Laterals,
                $"It stands on {shoot.Parent.StemId}, which is left alone for now.",
                Provenance.Practice
            );
    }

    private static ShootOutcome Stays { get; } =
        new(Decision.Keep, null, "pin", Stage.Laterals, "You asked for it to stay.", Provenance.User);

    private ShootOutcome Take(Stem shoot, string rule, Stage stage, string text, Provenance provenance) =>
        new(Decision.Remove, _options.Removal(shoot), rule, stage, text, provenance);

    private static ShootOutcome Leave(Decision decision, string rule, string text) =>
        new(decision, null, rule, Stage.Laterals, text, Provenance.Practice);

    private ShootOutcome Decide(Stem shoot)
    {
        var finding = _findings[shoot.Id];
        var rule = Wording.Of(finding.Verdict);
        var must = Musts.Of(shoot, finding, _tree.HoldsPinned(shoot));
        switch (must)
        {
            case StemMust.Out { Asked: true }:
                // Where it would have gone anyway, it goes for the same reason and at the same time.
                return Decide(shoot with { Pin = null }) is { Decision: Decision.Remove } anyway
                    ? anyway
                    : Take(shoot, "pin", Stage.Laterals, "You asked for it to go.", Provenance.User);
            case StemMust.Out(var stage, _):
                return Take(shoot, rule, stage, finding.Text, finding.Provenance);
            case StemMust.CutAt:
                var pinned = _options.BuildKept(shoot, null, 1)[0];
                return new ShootOutcome(
                    Shortened(pinned),
                    pinned.Kind == OptionKind.Whole ? null : pinned,
                    "pin",
                    Stage.Laterals,
                    "You chose the place of the cut.",
                    Provenance.User
                );
            case StemMust.Alone:
                return Leave(Decision.Untouched, rule, finding.Text);
            case StemMust.Check:
                return new ShootOutcome(Decision.Check, null, rule, Stage.Laterals, finding.Text, finding.Provenance);
            case StemMust.Stay when Sick(finding) && finding.SoundToMm is null:
                return Stays;
        }

        return Pruned(shoot, finding, keep: must is StemMust.Stay);
    }

    private static bool Sick(Finding finding) => finding.Verdict is Verdict.Dead or Verdict.Diseased or Verdict.Damaged;

    /// <summary>
    /// What a side shoot of which something can stay comes to: back to sound wood, and as the school has it.
    /// </summary>
    /// <param name="keep">The gardener wants it to stay.</param>
    private ShootOutcome Pruned(Stem shoot, Finding finding, bool keep)
    {
        var school = _survey.School;
        var rule = Wording.Of(finding.Verdict);
        var limit = Math.Min(
            finding.SoundToMm ?? shoot.LengthMm,
            Math.Min(shoot.LengthMm, _options.KeepOutLimit(_tree.Axis(shoot)))
        );
        var mustCut = limit < shoot.LengthMm - Tolerance.LengthMm;
        var affected = Sick(finding);
        var (why, stage, text, provenance) = affected
            ? (rule, Stages.Of(finding.Verdict), finding.Text, finding.Provenance)
            : ("keep-out", Stage.Shorten, "It reaches where nothing may stand.", Provenance.User);

        if (school.Sheared)
        {
            var sheared = Leave(Decision.Keep, "cut", "The shears take it together with the rest.");
            return
                mustCut
                && affected
                && CutBelow(shoot, limit, why, stage, text, provenance) is var own
                && (own.Cut is not { Kind: OptionKind.Cut } low || low.HeightMm < _options.ShearHeightMm)
                ? own
                : sheared;
        }

        if (_survey.Plant.Kind.Climbs && school.Climber == ClimberWay.KeepVolume)
        {
            return mustCut
                ? CutBelow(shoot, limit, why, stage, text, provenance)
                : Leave(Decision.Keep, "climber", "Side shoots stay: they carry the bloom.");
        }

        if (_survey.Plant.Vigour == Vigour.Weak)
        {
            return mustCut
                ? CutBelow(shoot, limit, why, stage, text, provenance)
                : Leave(Decision.Keep, "vigour", "Side shoots of a weak plant stay: it needs them.");
        }

        var outward = StemTree.Outward(shoot, _tree.Axis(shoot).Start);
        if (
            !keep
            && school.CentreOpen
            && _survey.Plant.Look == PlantLook.Open
            && shoot.Bearing.AngleTo(outward) > RoseNumbers.Of.BackIntoCentre + Tolerance.LengthMm
        )
        {
            return Take(
                shoot,
                "centre",
                Stage.Crossing,
                "It grows back into the centre.",
                school.Set.Centre.Provenance
            );
        }

        var tip = _tree.Axis(shoot).At(shoot.LengthMm).Z - _survey.Plant.CrownHeightMm;
        if (
            !mustCut
            && shoot.LengthMm <= school.LateralLengthMm + Tolerance.LengthMm
            && (tip <= school.HeightMaxMm || _survey.Plant.Kind.Hangs)
        )
        {
            return Leave(Decision.Keep, "lateralLength", "It is short enough as it is.");
        }

        var window = _survey.Plant.Kind.Hangs
            ? []
            : _options
                .BuildKept(shoot with { Pin = null }, limit, 24)
                .Where(o => o.Kind == OptionKind.Cut && o.HeightMm >= school.HeightMinMm - 1)
                .ToArray();
        if (shoot.DiameterMm >= school.ThinBelowMm && window.Length > 0 && !_survey.Plant.Kind.Climbs)
        {
            var builder = new ModelBuilder(_survey, _tree, []);
            var candidate = new Candidate(shoot, finding, [.. window], false);
            var best = window
                .OrderByDescending(o => Math.Round(builder.OptionPoints(candidate, o), 3))
                .ThenBy(o => o.AlongMm)
                .First();
            return new ShootOutcome(
                Decision.Shorten,
                best,
                mustCut ? why : "height",
                mustCut ? stage : Stage.Laterals,
                mustCut ? text : "A strong side shoot is cut to the height of the canes.",
                Provenance.Practice
            );
        }

        var longEnough = shoot.LengthMm > school.LateralLengthMm + _survey.Plant.Kind.InternodeMm;
        return (mustCut || longEnough) && ToBuds(shoot, limit) is { } cut
                ? new ShootOutcome(
                    Decision.Shorten,
                    cut,
                    mustCut ? why : "lateralBuds",
                    mustCut ? stage : Stage.Laterals,
                    mustCut
                        ? text
                        : $"Side shoots keep {school.LateralBuds} buds, or about {Wording.Mm(school.LateralLengthMm)}.",
                    school.Set.LateralBuds.Provenance
                )
            : mustCut ? CutBelow(shoot, limit, why, stage, text, provenance)
            : Leave(Decision.Keep, "lateralLength", "It is short enough as it is.");
    }

    private ShootOutcome CutBelow(
        Stem shoot,
        double limitMm,
        string rule,
        Stage stage,
        string text,
        Provenance provenance
    )
    {
        var cut = _options.ShortenTo(shoot, limitMm);
        return cut is null && shoot.Pin is Pin.Keep ? Stays
            : cut is null ? Take(shoot, rule, stage, text, provenance)
            : new ShootOutcome(Decision.Shorten, cut, rule, stage, text, provenance);
    }

    /// <summary>A cut that leaves a side shoot its buds; null where no place serves.</summary>
    private CutOption? ToBuds(Stem shoot, double limitMm)
    {
        var school = _survey.School;
        var seen = shoot.Buds.Any(b => b.Facing is not null);
        if (seen)
        {
            // Buds too near the ring to be cut above count all the same: they stay.
            var buds = Phyllotaxis
                .Expect(shoot, _survey.Plant.Kind.DivergenceDeg, _survey.Plant.Kind.InternodeMm)
                .Where(b => b.Usable)
                .Select(b => b.AlongMm)
                .ToArray();
            var all = _options.CutsBetween(shoot, 0, limitMm).ToArray();
            var cuts = all.Where(c => c.Bud is not { Known: BudKnowledge.LookFor, AtScar: false }).ToArray();
            return cuts.LastOrDefault(c => buds.Count(at => at <= c.AlongMm) <= Math.Max(1, school.LateralBuds))
                ?? cuts.FirstOrDefault()
                ?? all.FirstOrDefault();
        }

        return _options
            .CutsBetween(
                shoot,
                Math.Min(limitMm, school.LateralLengthMm / 2),
                Math.Min(limitMm, school.LateralLengthMm)
            )
            .LastOrDefault();
    }

    private static Decision Shortened(CutOption option) =>
        option.Kind switch
        {
            OptionKind.Remove => Decision.Remove,
            OptionKind.Whole => Decision.Keep,
            OptionKind.Cut => Decision.Shorten,
            _ => throw new ArgumentOutOfRangeException(nameof(option)),
        };
}
