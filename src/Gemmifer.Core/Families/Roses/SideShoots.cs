using System.Collections.Frozen;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Diagnosis;
using Gemmifer.Core.Families.Roses.Climbing;
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
    private readonly ShootPruning _pruning;
    private readonly FrozenDictionary<StemId, Finding> _findings;
    private readonly Dictionary<StemId, ShootOutcome> _outcomes = [];

    /// <summary>Works on one plant.</summary>
    public SideShoots(Survey survey, StemTree tree, FrozenDictionary<StemId, Finding> findings)
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
        _pruning = new ShootPruning(survey, tree, _options);
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
            if (!MayTakeOver(stem, young) || !(carriesOn || (bypassed && Younger(stem, young, soundTo))))
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

    /// <summary>Whether nothing speaks against a side stem as the top of its stem.</summary>
    private bool MayTakeOver(Stem stem, Stem young) =>
        young.Pin is not Pin.Remove
        && !_tree.HoldsPinned(young)
        && _findings[young.Id] is { Verdict: Verdict.Sound }
        && young.DiameterMm >= _survey.School.ThinBelowMm
        && !_tree.Children(stem).Any(c => c.Id != young.Id && c.Pin is Pin.Keep or Pin.CutAt);

    /// <summary>Whether a side stem is young enough, and starts low enough on sound wood, to take over.</summary>
    private bool Younger(Stem stem, Stem young, double soundTo) =>
        young.Age < _survey.Plant.Kind.OldFrom
        && young.Age <= stem.Age
        && young.Parent.AlongMm + _survey.School.ClearanceMm <= soundTo
        && young.Parent.AlongMm < stem.LengthMm * RoseNumbers.Of.TakesOverBelow;

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
                    : _pruning.Take(shoot, "pin", Stage.Laterals, "You asked for it to go.", Provenance.User);
            case StemMust.Out(var stage, _):
                return _pruning.Take(shoot, rule, stage, finding.Text, finding.Provenance);
            case StemMust.CutAt:
                var pinned = _options.BuildKept(shoot, null, 1)[0];
                return new ShootOutcome(
                    ShootPruning.Shortened(pinned),
                    pinned.Kind == OptionKind.Whole ? null : pinned,
                    "pin",
                    Stage.Laterals,
                    "You chose the place of the cut.",
                    Provenance.User
                );
            case StemMust.Alone:
                return ShootPruning.Leave(Decision.Untouched, rule, finding.Text);
            case StemMust.Check:
                return new ShootOutcome(Decision.Check, null, rule, Stage.Laterals, finding.Text, finding.Provenance);
            case StemMust.Stay when ShootPruning.Sick(finding) && finding.SoundToMm is null:
                return ShootPruning.Stays;
        }

        return _pruning.Of(shoot, finding, keep: must is StemMust.Stay);
    }
}
