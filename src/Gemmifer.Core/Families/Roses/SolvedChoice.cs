using System.Collections.Frozen;
using System.Collections.Immutable;
using Gemmifer.Core.Buds;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.Roses;

/// <summary>A choice in which one cane fares otherwise.</summary>
/// <param name="Way">The way lines lie in it, with the model it was chosen in.</param>
internal sealed record OtherChoice(SolvedChoice Way, ChoiceResult Result)
{
    /// <summary>What is done with a candidate in it.</summary>
    public CutOption Of(int i) => Way.Sorted.Candidates[i].Options[Result.Chosen[i]];

    /// <summary>The number of that in its model.</summary>
    public int Global(int i) => Way.Model.First[i] + Result.Chosen[i];
}

/// <summary>A plant's canes with the joint choice among them, for those who explain it.</summary>
internal sealed record SolvedChoice(
    Survey Survey,
    StemTree Tree,
    Sorted Sorted,
    ModelBuilder Builder,
    ChoiceModel Model,
    RelaxedChoice Choice
)
{
    private readonly Lazy<FrozenDictionary<StemId, StemId>> _successors = new(() =>
        PairOld(Survey, Sorted, Model, Choice)
    );

    private readonly Dictionary<(int, bool), OtherChoice?> _forced = [];
    private readonly Dictionary<Must, BranchAndBound> _loosened = [];

    private const int MostForced = 30;
    private const long ForcedNodes = 30_000;

    public School School => Survey.School;

    /// <summary>Every choice of which this is the best, on a support one for each way its lines may lie.</summary>
    public ImmutableArray<SolvedChoice> Ways { get; init; } = [];

    /// <summary>
    /// The best choice in which one candidate stays, or goes, whatever it is worth, over every way lines may lie and
    /// within the limits that hold now; null where there is none, or it was not proved.
    /// </summary>
    public OtherChoice? Forced(int i, bool keep)
    {
        // What may wait a year neither stays nor goes.
        if (!Choice.Optimal || Model.Candidates > MostForced || (Sorted.TwoYears && !keep))
        {
            return null;
        }

        if (!_forced.TryGetValue((i, keep), out var other))
        {
            other = BestForced(i, keep);
            _forced.Add((i, keep), other);
        }

        return other;
    }

    private OtherChoice? BestForced(int i, bool keep)
    {
        OtherChoice? best = null;
        foreach (
            var way in Ways.Where(w => w.Choice.Relaxed.SequenceEqual(Choice.Relaxed))
                .OrderByDescending(w => w.Choice.Result.Bound)
        )
        {
            // What no choice of a way reaches, none with a candidate forced does.
            if (best is not null && way.Choice.Result.Bound <= best.Result.Score)
            {
                break;
            }

            var search = way.Choice.Search;
            var result = search.Solve(ForcedNodes / Model.Candidates, (i, keep));
            if (search.Stopped)
            {
                return null;
            }

            if (result is not null && (best is null || result.Score > best.Result.Score))
            {
                best = new OtherChoice(way, result);
            }
        }

        return best;
    }

    /// <summary>
    /// The limit that keeps a candidate from staying, or from going: the first, from the least important on, without
    /// which it could. Null where it could as it is, or where no one limit alone is in the way.
    /// </summary>
    public Must? InTheWay(int i, bool keep)
    {
        if (!Choice.Optimal || Model.Candidates > MostForced || Sorted.TwoYears)
        {
            return null;
        }

        foreach (var must in Enum.GetValues<Must>())
        {
            var loose = must switch
            {
                Must.Level => Choice.Limits with { Level = false },
                Must.RenewalShare => Choice.Limits with { MaxOldRemoved = int.MaxValue, MaxYoungUsed = int.MaxValue },
                Must.CaneCount => Choice.Limits with { MaxKept = int.MaxValue },
                Must.RemovalCap => Choice.Limits with { MaxRemovedMm = long.MaxValue },
                Must.Spacing => Choice.Limits with { Spacing = false },
                Must.FewestCanes => Choice.Limits with { MinKept = 0 },
            };
            if (
                loose != Choice.Limits
                && Loosened(must, loose).Possible(ForcedNodes / Model.Candidates, (i, keep), Choice.Result.Chosen)
            )
            {
                return must;
            }
        }

        return null;
    }

    private BranchAndBound Loosened(Must must, ChoiceLimits limits)
    {
        if (!_loosened.TryGetValue(must, out var search))
        {
            search = new BranchAndBound(Model, limits);
            _loosened.Add(must, search);
        }

        return search;
    }

    /// <summary>
    /// Where along a candidate it crosses a centre that is to be open, mm; null where it does not, or where that does
    /// not matter.
    /// </summary>
    public double? ThroughCentreAt(int i) =>
        School.CentreOpen
        && Survey.Plant.Look != PlantLook.Full
        && Sorted.Candidates[i].Stem is var stem
        && stem.RadiusMm >= OptionTerms.LeastRadiusMm
            ? Tree.ThroughCentreAt(stem)
            : null;

    /// <summary>Old canes of a climber with the young one that takes the place of each.</summary>
    public FrozenDictionary<StemId, StemId> Successors => _successors.Value;

    /// <summary>
    /// What was chosen of a candidate; where the bud has still to be found, with the end where it has its room.
    /// </summary>
    public CutOption Chosen(int i) => (_chosen ??= Roomy())[i];

    private CutOption[]? _chosen;

    /// <summary>Places along a window that are tried for its end, and rounds over all windows.</summary>
    private const int Places = 24,
        Rounds = 3;

    private CutOption[] Roomy()
    {
        CutOption[] chosen =
        [
            .. Enumerable
                .Range(0, Sorted.Candidates.Length)
                .Select(i => Sorted.Candidates[i].Options[Choice.Result.Chosen[i]]),
        ];
        bool Open(int i) =>
            chosen[i] is { Kind: OptionKind.Cut, TakeOver: null, Bud: { Known: BudKnowledge.LookFor, AtScar: false } };
        double Room(int i, Point3 end) =>
            Enumerable
                .Range(0, chosen.Length)
                .Where(j => j != i && chosen[j].Keeps)
                .Select(j => chosen[j].Place.DistanceTo(end))
                .DefaultIfEmpty(double.PositiveInfinity)
                .Min();
        // An end goes no lower than the wood allows that may come off.
        var slack =
            Choice.Limits.MaxRemovedMm < long.MaxValue / 4
                ? Choice.Limits.MaxRemovedMm - chosen.Sum(o => Math.Ceiling(o.RemovedMm))
                : double.PositiveInfinity;
        for (var round = 0; round < Rounds; round++)
        {
            for (var i = 0; i < chosen.Length; i++)
            {
                if (!Open(i) || Room(i, chosen[i].Place) >= School.SpacingMm)
                {
                    continue;
                }

                var (axis, bud, own) = (Tree.Axis(Sorted.Candidates[i].Stem), chosen[i].Bud!, chosen[i]);
                var along = Enumerable
                    .Range(0, Places + 1)
                    .Select(k => Math.Round(bud.FromMm + ((bud.ToMm - bud.FromMm) * k / Places)))
                    .Where(a => a >= bud.FromMm && a <= bud.ToMm && own.AlongMm - a <= slack)
                    // As much room as is asked for is enough; then as near to the middle as can be.
                    .OrderByDescending(a => Math.Round(Math.Min(Room(i, axis.At(a)), School.SpacingMm), 3))
                    .ThenBy(a => Math.Abs(a - own.AlongMm))
                    .ThenBy(a => a)
                    .Cast<double?>()
                    .FirstOrDefault();
                if (along is not { } at || Room(i, axis.At(at)) <= Room(i, own.Place))
                {
                    continue;
                }

                var place = axis.At(at);
                slack += at - own.AlongMm;
                chosen[i] = own with
                {
                    AlongMm = at,
                    Place = place,
                    HeightMm = Survey.Plant.Kind.Hangs ? at : own.HeightMm + place.Z - own.Place.Z,
                    RemovedMm = Math.Max(0, own.RemovedMm + own.AlongMm - at),
                };
            }
        }

        return chosen;
    }

    /// <summary>The number in the model of what was chosen.</summary>
    public int Global(int i) => Model.First[i] + Choice.Result.Chosen[i];

    /// <summary>How far apart in bearing the ends of two canes stand, degrees.</summary>
    /// <param name="option">What is done with the first; of the second it is what was chosen.</param>
    public double Apart(int i, CutOption option, int j) =>
        StemTree
            .Outward(Sorted.Candidates[i].Stem, option.Place)
            .AngleTo(StemTree.Outward(Sorted.Candidates[j].Stem, Chosen(j).Place));

    /// <summary>The numbers in the model of a candidate's options.</summary>
    public IEnumerable<int> Options(int i) => Enumerable.Range(Model.First[i], Model.First[i + 1] - Model.First[i]);

    /// <summary>The other candidates that stay.</summary>
    public IEnumerable<int> KeptOthers(int i) =>
        Enumerable.Range(0, Model.Candidates).Where(j => j != i && Chosen(j).Keeps);

    /// <summary>
    /// Whether it was cut back to the stem that takes over before now, so that nothing of it is left to cut.
    /// </summary>
    public static bool CarriesOn(Stem stem, CutOption option) =>
        option.TakeOver is not null && option.AlongMm >= stem.LengthMm - 1;

    /// <summary>What an option comes to.</summary>
    public static Decision DecisionOf(Stem stem, CutOption option) =>
        option.Kind switch
        {
            OptionKind.Remove => Decision.Remove,
            OptionKind.Whole => Decision.Keep,
            OptionKind.Cut when CarriesOn(stem, option) => Decision.Keep,
            OptionKind.Cut => Decision.Shorten,
            OptionKind.Defer => Decision.Defer,
        };

    /// <summary>
    /// The young cane that takes the place of an old candidate, or of one that is old by next winter; null where there
    /// is none.
    /// </summary>
    public StemId? Successor(int i)
    {
        var candidate = Sorted.Candidates[i];
        if (candidate.Stem.Age + 1 < Survey.Plant.Kind.OldFrom)
        {
            return null;
        }

        if (Sorted.Climber is not null)
        {
            return Successors.GetValueOrDefault(candidate.Stem.Id);
        }

        return KeptOthers(i)
            .Select(j =>
                (
                    Sorted.Candidates[j].Stem,
                    Angle: Math.Round(Sorted.Candidates[j].Stem.Bearing.AngleTo(candidate.Stem.Bearing), 3)
                )
            )
            .Where(c =>
                c.Stem.Age < Math.Min(Survey.Plant.Kind.OldFrom, candidate.Stem.Age)
                && c.Stem.DiameterMm >= School.ThinBelowMm
                && c.Angle <= 90
            )
            .OrderBy(c => c.Angle)
            .ThenBy(c => c.Stem.Id, StringComparer.Ordinal)
            .Select(c => c.Stem.Id)
            .FirstOrDefault();
    }

    private static FrozenDictionary<StemId, StemId> PairOld(
        Survey survey,
        Sorted sorted,
        ChoiceModel model,
        RelaxedChoice choice
    )
    {
        var candidates = sorted.Candidates.Select(
            (c, i) => (c.Stem, Goes: !model.Keeps[model.First[i] + choice.Result.Chosen[i]])
        );
        return sorted.Climber!.Pair(
            [.. candidates.Where(c => c.Stem.Age >= survey.Plant.Kind.OldFrom)],
            candidates.Where(c => c.Goes).Select(c => c.Stem.Id).ToHashSet()
        );
    }
}
