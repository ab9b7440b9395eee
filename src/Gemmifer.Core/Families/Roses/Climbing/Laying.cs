using System.Collections.Immutable;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Supports;
using Gemmifer.Core.Surveys;
using Gemmifer.Core.Training;

namespace Gemmifer.Core.Families.Roses.Climbing;

/// <summary>
/// Where canes may be laid on their support: every option of a cane that keeps it becomes one option for each line it
/// can be bent to, and one for standing as it is. So what a cane does there is part of what it is worth, and which
/// canes stay and where they go is one choice.
/// </summary>
internal sealed class Laying(
    Survey survey,
    StemTree tree,
    ClimberRules climber,
    OptionBuilder options,
    KnownPaths known
)
{
    /// <summary>The most lines at once; a framework has far fewer.</summary>
    private const int MostLines = 30;

    /// <summary>So many lines more than canes are tried on a face: one that leads straight up may stay free.</summary>
    private const int Spare = 3;

    private const int PointsOnLine = 24;

    /// <summary>
    /// With more canes than this to choose among, fans of three sizes are tried, with many more than that of one; and
    /// each cane on the lines that suit it
    /// best: as many as keep the options of the plant within what a search can look at.
    /// </summary>
    private const int Many = 24,
        ManyOptions = 400,
        TooMany = 80;

    private static readonly double StandingShare = RoseNumbers.Of.StandingShare,
        ForwardLoose = RoseNumbers.Of.ForwardLoose;

    private readonly Support _support = survey.Support!;

    private Point3 Crown => new(0, 0, survey.Plant.CrownHeightMm);

    /// <summary>
    /// The ways in which lines may lie for so many canes. On a face each number of lines is another fan, and all of
    /// them are tried; round a post, over an arch and along a beam lines lie side by side, as many as there are canes.
    /// </summary>
    /// <param name="most">Canes that may stay.</param>
    public IEnumerable<ImmutableArray<TargetLine>> Ways(ImmutableArray<Candidate> candidates, int most)
    {
        // As they were found, whatever the gardener says of them: what was decided and is pinned changes nothing.
        var canes = candidates
            .Select(c =>
                CaneToTrain.Of(c.Stem, tree.Axis(c.Stem), AllowedStrain.Under(survey.School)) with
                {
                    LengthMm = StemTree.LiveLength(c.Stem),
                }
            )
            .ToArray();
        if (canes.Length == 0)
        {
            return [];
        }

        var lines = Math.Clamp(Math.Min(most, canes.Length), 1, MostLines);
        IEnumerable<int> counts =
            !_support.Flat || canes.Length > TooMany ? [lines]
            : canes.Length > Many ? new[] { (lines + 1) / 2, lines, Math.Min(MostLines, lines + Spare) }.Distinct()
            : Enumerable.Range(1, Math.Min(MostLines, lines + Spare));
        return counts.SelectMany(count =>
            SupportLines.Ways(
                _support,
                Crown,
                count,
                canes.Average(c => c.LengthMm),
                canes.Average(c => c.StandsAt),
                survey.School.Climber == ClimberWay.Upright
            )
        );
    }

    /// <summary>The candidates with their options laid on given lines.</summary>
    public ImmutableArray<Candidate> On(ImmutableArray<TargetLine> lines, ImmutableArray<Candidate> candidates)
    {
        var wanted = Wanted(candidates, lines);
        var most =
            candidates.Length > Many
                ? Math.Max(1, ManyOptions / Math.Max(1, candidates.Sum(c => c.Options.Count(o => o.Keeps))))
                : int.MaxValue;
        return
        [
            .. candidates.Select(c =>
                c with
                {
                    // What is in no one's way comes first.
                    Options =
                    [
                        .. c
                            .Options.SelectMany(o => o.Keeps ? Suiting(Laid(c.Stem, o, lines, wanted), most) : [o])
                            .OrderBy(o => o.Laid?.Line is null ? 0 : 1),
                    ],
                }
            ),
        ];
    }

    /// <summary>Left as it stands, and on the lines that suit it best, in the order of the lines.</summary>
    private static IEnumerable<CutOption> Suiting(IEnumerable<CutOption> laid, int most)
    {
        CutOption[] all = [.. laid];
        if (all.Length <= most)
        {
            return all;
        }

        var best = all.Where(o => o.Laid?.Line is not null)
            .OrderByDescending(o => o.Laid!.WorthMm)
            .ThenBy(o => o.Laid!.Line!.Number)
            .Take(most)
            .ToHashSet();
        return all.Where(o => o.Laid?.Line is null || best.Contains(o));
    }

    /// <summary>The part of a cane that an option leaves, to be tied.</summary>
    public CaneToTrain CaneOf(Stem owner, CutOption option)
    {
        var stem = option.TakeOver?.Stem ?? owner;
        var own = option.TakeOver?.Own ?? option;
        return CaneToTrain.Of(stem, tree.Axis(stem), AllowedStrain.Under(survey.School)) with
        {
            LengthMm = own.Kind == OptionKind.Cut ? own.AlongMm : StemTree.LiveLength(stem),
        };
    }

    /// <summary>
    /// For each cane the gardener wants somewhere, the line that comes nearest to that place; a line is wanted by one
    /// cane only.
    /// </summary>
    public static Dictionary<StemId, TargetLine> Wanted(
        ImmutableArray<Candidate> candidates,
        ImmutableArray<TargetLine> lines
    )
    {
        var wanted = new Dictionary<StemId, TargetLine>();
        foreach (
            var stem in candidates
                .Select(c => c.Stem)
                .Where(s => s.Towards is not null && s.Pin is not Pin.Remove)
                .OrderBy(s => s.Id, StringComparer.Ordinal)
        )
        {
            var (x, z) = (stem.Towards!.XMm, stem.Towards.ZMm);
            double Off(TargetLine line) =>
                Enumerable
                    .Range(0, PointsOnLine + 1)
                    .Select(k => line.At(line.LengthMm * k / PointsOnLine))
                    .Min(p => Math.Round(Math.Sqrt(Math.Pow(p.X - x, 2) + Math.Pow(p.Z - z, 2)), 3));
            if (
                lines.Where(l => !wanted.ContainsValue(l)).OrderBy(Off).ThenBy(l => l.Number).FirstOrDefault() is
                { } nearest
            )
            {
                wanted.Add(stem.Id, nearest);
            }
        }

        return wanted;
    }

    private IEnumerable<CutOption> Laid(
        Stem owner,
        CutOption option,
        ImmutableArray<TargetLine> lines,
        Dictionary<StemId, TargetLine> wanted
    )
    {
        var cane = CaneOf(owner, option);
        var paths = lines.Select(l => known.To(cane, l)).ToArray();
        var asked = wanted.GetValueOrDefault(owner.Id) is { } want ? lines.IndexOf(want) : -1;
        if (asked >= 0 && paths[asked] is CanePath.Bent there)
        {
            return [OnLine(owner, option, cane, lines[asked], there, true)];
        }

        var half =
            asked >= 0 && known.HalfWay(cane, lines[asked], paths[asked]) is { } own
                ? new LaidCane(null, paths[asked], own, 0)
            : Trainer.Nearest(cane, lines, paths) is var near and >= 0 && !paths.Any(p => p is CanePath.Bent)
                ? new LaidCane(null, paths[near], known.HalfWay(cane, lines[near], paths[near]), 0)
            : new LaidCane(null, null, null, 0);
        CutOption[] stands = [AsItStands(owner, option, cane, half, paths)];
        return asked >= 0 && half.HalfWay is not null
            ? stands
            :
            [
                .. stands,
                .. Enumerable
                    .Range(0, lines.Length)
                    .Where(j => paths[j] is CanePath.Bent && !wanted.Any(w => w.Value == lines[j]))
                    .Select(j => OnLine(owner, option, cane, lines[j], (CanePath.Bent)paths[j], false)),
            ];
    }

    private CutOption OnLine(
        Stem owner,
        CutOption option,
        CaneToTrain cane,
        TargetLine line,
        CanePath.Bent bent,
        bool wanted
    )
    {
        var room = bent.Bend.LengthMm + line.LengthMm - bent.JoinsMm;
        var worth = -Trainer.CostMm(cane, line, bent);
        return Fit(owner, option, cane, room, new LaidCane(line, bent, null, worth, null, wanted));
    }

    /// <summary>
    /// Left where it stands, or bent half way: little of it flowers, and it hangs loose; one that is too short to reach
    /// anything yet is not blamed for that.
    /// </summary>
    private CutOption AsItStands(Stem owner, CutOption option, CaneToTrain cane, LaidCane laid, CanePath[] paths)
    {
        var stem = option.TakeOver?.Stem ?? owner;
        var axis = tree.Axis(stem);
        var loose =
            (paths.All(p => p is CanePath.TooShort) ? 0 : Trainer.LeftLooseMm)
            * (climber.Forward(owner) ? ForwardLoose : 1);
        if (laid.HalfWay is { } half)
        {
            var line = OnTheFace(half);
            if (known.To(cane, line) is CanePath.Bent bent)
            {
                var room = bent.Bend.LengthMm + line.LengthMm - bent.JoinsMm;
                var worth = line.FloweringMm(bent.JoinsMm, bent.JoinsMm + bent.TiedMm) - CanePath.StrainMm;
                return Fit(owner, option, cane, room, laid with { HalfWay = line, WorthMm = worth });
            }
        }

        var clear = Math.Min(OnFace(CaneShape.Of(axis, cane.LengthMm)), Clear(axis));
        return Fit(
            owner,
            option,
            cane,
            clear,
            laid with
            {
                HalfWay = null,
                WorthMm = (StandingShare * Math.Min(cane.LengthMm, clear)) - loose,
            }
        );
    }

    /// <summary>The option laid there, shortened above a bud where it is longer than there is room for.</summary>
    private CutOption Fit(Stem owner, CutOption option, CaneToTrain cane, double room, LaidCane laid)
    {
        var stem = option.TakeOver?.Stem ?? owner;
        if (
            cane.LengthMm <= room + Fan.MarginMm
            || climber.InSeason
            || survey.School.Climber == ClimberWay.KeepVolume
            || survey.Plant.Vigour == Vigour.Weak
            || owner.Pin is Pin.CutAt
            || tree.PinnedTo(stem) > room
            || options.ShortenTo(stem, room) is not { } cut
        )
        {
            return option with { Laid = laid };
        }

        laid = laid with { RoomMm = room };
        return option.TakeOver is { } over
            ? options.Join(
                owner,
                over.Stem,
                cut,
                option.RemovedMm - (StemTree.LiveLength(owner) - option.AlongMm) - over.Own.RemovedMm
            ) with
            {
                Laid = laid,
            }
            : cut with
            {
                Laid = laid,
            };
    }

    /// <summary>A line half way to where it should be, no further than the face and its openings let it run.</summary>
    private StraightLine OnTheFace(StraightLine line) =>
        line with
        {
            LengthMm = Math.Min(
                line.LengthMm,
                Fan.Reach(_support, line.Start, Math.Atan2(line.Direction.Z, line.Direction.X))
            ),
        };

    /// <summary>
    /// How much of a cane that stays where it stands keeps out of where nothing may stand, mm along it; infinite where
    /// all does, or hardly any.
    /// </summary>
    private double Clear(Arc axis) =>
        options.KeepOutLimit(axis) is var clear && clear >= CanePath.LeastTiedMm ? clear : double.PositiveInfinity;

    /// <summary>
    /// How much of a cane that stays where it stands is on the face of a flat support, mm along it; infinite where all
    /// is, or hardly any.
    /// </summary>
    private double OnFace(CaneShape stands)
    {
        if (!_support.Flat)
        {
            return double.PositiveInfinity;
        }

        for (var k = 0; k < stands.Points.Length; k++)
        {
            var p = stands.Points[k];
            if (
                p.Z > _support.HeightMm
                || p.X < _support.FromMm
                || p.X > _support.ToMm
                || _support.Openings.Any(o =>
                    p.X > o.XMm && p.X < o.XMm + o.WidthMm && p.Z > o.ZMm && p.Z < o.ZMm + o.HeightMm
                )
            )
            {
                // The last place that is still on it.
                return (k - 1) * stands.StepMm is var on && on >= CanePath.LeastTiedMm ? on : double.PositiveInfinity;
            }
        }

        return double.PositiveInfinity;
    }
}
