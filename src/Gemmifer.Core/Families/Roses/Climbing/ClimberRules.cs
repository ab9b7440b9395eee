using System.Collections.Frozen;
using System.Collections.Immutable;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Diagnosis;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;
using Gemmifer.Core.Training;

namespace Gemmifer.Core.Families.Roses.Climbing;

/// <summary>
/// What the trade says of the canes of a climber before any are weighed (common practice, no source): which point
/// forward and can or
/// cannot be pulled back, which young ones from the base can take the place of old ones, and whether it is the season
/// for light work only.
/// </summary>
internal sealed class ClimberRules
{
    /// <summary>Lines tried to see whether a cane can be tied at all.</summary>
    private const int TriedLines = 8;

    private readonly Survey _survey;
    private readonly StemTree _tree;
    private readonly FrozenDictionary<StemId, Finding> _findings;
    private readonly ImmutableArray<Stem> _young;

    private ClimberRules(Survey survey, StemTree tree, FrozenDictionary<StemId, Finding> findings)
    {
        (_survey, _tree, _findings) = (survey, tree, findings);
        InSeason = survey.Season.LightOnly && !survey.Anyway;
        Stiff =
            InSeason || survey.School.Climber == ClimberWay.KeepVolume
                ? []
                :
                [
                    .. tree
                        .Stems.Where(s =>
                            s.TopLevel
                            && findings[s.Id].Verdict is not (Verdict.Soft or Verdict.Sucker or Verdict.Unsure)
                            && Forward(s)
                            && !Pliable(s)
                        )
                        .Select(s => s.Id),
                ];
        // One that cannot be pulled back is still better than none.
        if (
            tree
                .Stems.Where(s => s.TopLevel && findings[s.Id].Verdict is not (Verdict.Sucker or Verdict.Dead))
                .All(s => Stiff.Contains(s.Id))
        )
        {
            Stiff = [];
        }

        _young =
        [
            .. tree.Stems.Where(s =>
                s.TopLevel
                && s.Age < survey.Plant.Kind.OldFrom
                && !Stiff.Contains(s.Id)
                && findings[s.Id].Verdict is Verdict.Sound or Verdict.Soft
                && (s.DiameterMm >= survey.School.ThinBelowMm || findings[s.Id].Verdict == Verdict.Soft)
            ),
        ];
        Successors = [.. _young.Where(s => s.Pin is not Pin.Remove)];
    }

    /// <summary>The rules for one plant; null unless it climbs.</summary>
    public static ClimberRules? Of(Survey survey, StemTree tree, FrozenDictionary<StemId, Finding> findings) =>
        survey.Plant.Kind.Climbs ? new ClimberRules(survey, tree, findings) : null;

    /// <summary>
    /// In growth: side shoots that have flowered are shortened and new canes tied in; nothing sound comes out.
    /// </summary>
    public bool InSeason { get; }

    /// <summary>Ids of canes that point forward and cannot be pulled back.</summary>
    public ImmutableHashSet<StemId> Stiff { get; }

    /// <summary>
    /// Young canes from the base that can take an old one's place, soft ones included: they are tied in once firm.
    /// </summary>
    public ImmutableArray<Stem> Successors { get; }

    /// <summary>
    /// Whether a plant is too weak, or too little of it is sure, to be started again in one winter.
    /// </summary>
    public static bool Doubtful(Survey survey) =>
        survey.Plant.Vigour == Vigour.Weak
        || survey.Stems.Where(s => s.TopLevel).ToArray() is var top
            && top.Count(s =>
                s.Has(Sign.Soft) || s.Parent.Origin == Origin.Unknown || s.DiameterMm < survey.School.ThinBelowMm
            ) >= Math.Max(1, top.Length * RoseNumbers.Of.DoubtfulShare);

    /// <summary>
    /// The share of its length that a cane keeps by its school, 0 to 1; null where that goes by the support, of other
    /// kinds, and in growth, when only light work is done.
    /// </summary>
    public static double? KeepShare(Survey survey) =>
        !survey.Plant.Kind.Climbs || (survey.Season.LightOnly && !survey.Anyway)
            ? null
            : survey.School.Climber switch
            {
                ClimberWay.Halve => RoseNumbers.Of.HalveLength,
                ClimberWay.Restart => Doubtful(survey) ? RoseNumbers.Of.RestartDoubtful : RoseNumbers.Of.RestartLength,
                ClimberWay.FlatFan or ClimberWay.KeepVolume or ClimberWay.Upright => null,
            };

    /// <summary>
    /// Whether a cane is grey wood that no longer flowers: where the volume is kept only such canes go.
    /// </summary>
    public bool Grey(Stem stem) =>
        stem.Age >= _survey.Plant.Kind.OldFrom
        && !stem.Has(Sign.Productive)
        && (stem.Has(Sign.Unproductive) || stem.Has(Sign.BarkGrey) || stem.Has(Sign.BarkBlack));

    /// <summary>Whether a cane points away from the support, towards the gardener.</summary>
    public bool Forward(Stem stem) =>
        stem.Has(Sign.Forward)
        || (
            _survey.Support is null or { Flat: true }
            && stem.Bearing.AngleTo(Bearing.FromClock(6)) <= RoseNumbers.Of.Forward
            && Math.Max(stem.LeanDeg, stem.TipLeanDeg) >= RoseNumbers.Of.ForwardLean
        );

    /// <summary>
    /// Old wood seen not to flower that a young cane can replace; what it is worth does not rise where the gardener
    /// takes the young one out.
    /// </summary>
    public bool Replaced(Stem stem) =>
        !_young.IsEmpty
        && stem.TopLevel
        && stem.Age >= _survey.Plant.Kind.OldFrom
        && (stem.Has(Sign.Unproductive) || _survey.Plant.Kind.FlowersOn == FlowerWood.LastYear);

    /// <summary>Canes that are neither too thin to stay nor forward and stiff.</summary>
    private int Worthy(ImmutableArray<Candidate> candidates) =>
        candidates.Count(c => c.Stem.DiameterMm >= _survey.School.ThinBelowMm && !Stiff.Contains(c.Stem.Id));

    /// <summary>
    /// The limits on old wood, any one of which has to hold: no more old canes go than young ones stay to take their
    /// place, and no more than the school lets go in a winter; of a neglected plant, as many as there are more canes
    /// than the support holds.
    /// </summary>
    /// <param name="usual">The limits of the school.</param>
    public ImmutableArray<ChoiceLimits> Limits(ChoiceLimits usual, ImmutableArray<Candidate> candidates)
    {
        if (InSeason)
        {
            return [usual with { MaxOldRemoved = 0 }];
        }

        var replaced = usual with { MaxYoungUsed = Successors.Length };
        var crowded = _survey.Plant.Neglected ? Worthy(candidates) - _survey.School.CanesMax : 0;
        return crowded <= 0 ? [replaced]
            : crowded >= Math.Min(usual.MaxOldRemoved, Successors.Length) ? [usual with { MaxOldRemoved = crowded }]
            : [replaced, usual with { MaxOldRemoved = crowded }];
    }

    /// <summary>
    /// Old canes with the young one that takes the place of each: those that go first, each young one once, turned as
    /// little as can be.
    /// </summary>
    /// <param name="old">Old canes, with whether they go.</param>
    /// <param name="gone">Canes that go and so take no one's place.</param>
    public FrozenDictionary<StemId, StemId> Pair(IReadOnlyList<(Stem Stem, bool Goes)> old, IReadOnlySet<StemId> gone)
    {
        var young = Successors.Where(s => !gone.Contains(s.Id)).ToArray();
        if (old.Count == 0 || young.Length == 0)
        {
            return FrozenDictionary<StemId, StemId>.Empty;
        }

        const long Later = 1_000_000,
            Goes = 100_000_000;
        var cost = new long[old.Count, young.Length];
        for (var i = 0; i < old.Count; i++)
        {
            for (var j = 0; j < young.Length; j++)
            {
                cost[i, j] =
                    (long)Math.Round(1000 * old[i].Stem.Bearing.AngleTo(young[j].Bearing))
                    - (100 * Math.Min(99, old[i].Stem.Age))
                    + (_findings[young[j].Id].Verdict == Verdict.Soft ? 200_000 : 0);
            }
        }

        var found = Assignment.Solve(cost, [.. old.Select(o => o.Goes ? Goes : Later)]).ColumnOf;
        return Enumerable
            .Range(0, old.Count)
            .Where(i => found[i] >= 0)
            .ToFrozenDictionary(i => old[i].Stem.Id, i => young[found[i]].Id);
    }

    private bool Pliable(Stem stem)
    {
        if (stem.Has(Sign.Stiff))
        {
            return false;
        }

        if (_survey.Support is not { } support)
        {
            return stem.Has(Sign.Supple) || stem.Age < RoseNumbers.Of.StiffFrom;
        }

        var cane = CaneToTrain.Of(stem, _tree.Axis(stem), AllowedStrain.Under(_survey.School));
        return SupportLines
            .Ways(
                support,
                new Point3(0, 0, _survey.Plant.CrownHeightMm),
                TriedLines,
                stem.LengthMm,
                cane.StandsAt,
                _survey.School.Climber == ClimberWay.Upright
            )
            .Any(lines =>
                Trainer.Assign([cane], lines, support.Flat).Canes[0]
                    is { Line: not null }
                        or { HalfWay: not null }
                        or { Path: CanePath.TooShort }
            );
    }
}
