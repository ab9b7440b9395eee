using System.Collections.Immutable;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Supports;
using Gemmifer.Core.Surveys;
using Gemmifer.Core.Training;

namespace Gemmifer.Core.Families.Canes.Climbing;

/// <summary>
/// Lays the canes that stay on their support: of all ways its lines may lie, the one on which the most wood flowers; on
/// that, canes to
/// lines by <see cref="Trainer"/>. Canes longer than their line are shortened to it, above a bud.
/// </summary>
internal sealed class Climber(Survey survey, StemTree tree, ClimberRules climber, OptionBuilder options)
{
    /// <summary>The most lines at once; a framework has far fewer.</summary>
    private const int MostLines = 30;

    private const int PointsOnLine = 24;

    private readonly Support _support = survey.Support!;

    /// <summary>A cane that stays and the part of it that is tied.</summary>
    private sealed record Trainee(Decided Decided, Stem Stem, CaneToTrain Cane);

    /// <summary>Lays the canes and shortens those that are too long; entries of the decisions are replaced.</summary>
    public OnSupport Train(Dictionary<string, Decided> decided)
    {
        var trainees = decided
            .Values.Where(d => d.Kept && d.Stem.TopLevel && d.Finding.Verdict != Verdict.Sucker)
            .OrderBy(d => d.Stem.Id, StringComparer.Ordinal)
            .Select(TraineeOf)
            .ToArray();
        if (trainees.Length == 0)
        {
            return new OnSupport([], [], 0, 0);
        }

        var crown = new Point3(0, 0, survey.Plant.CrownHeightMm);
        var (lines, fan) = Best(trainees, crown, Math.Min(MostLines, trainees.Length));
        if (
            fan.Canes.Count(c => c.Line is not null) is var laid and > 0
            && laid < Math.Min(MostLines, trainees.Length)
            && _support.Flat
        )
        {
            // Some cannot be bent: the others are fanned over the whole.
            var (fewer, tried) = Best(trainees, crown, laid);
            (lines, fan) = Flowering(trainees, tried) > Flowering(trainees, fan) ? (fewer, tried) : (lines, fan);
        }

        var wanted = Wanted(trainees, lines);
        var byId = fan.Canes.ToDictionary(c => c.Id);
        var canes = trainees
            .Select(t => Lay(t, byId[t.Cane.Id], wanted.GetValueOrDefault(t.Cane.Id), decided))
            .ToImmutableArray();
        return new OnSupport(lines, canes, fan.CoveredMm, fan.CrossingGainMm);
    }

    private Trainee TraineeOf(Decided d)
    {
        var stem = d.Option?.TakeOver?.Stem ?? d.Stem;
        var length = (d.Option?.TakeOver is { } over ? over.Own : d.Option) is { Kind: OptionKind.Cut } cut
            ? cut.AlongMm
            : StemTree.LiveLength(stem);
        var cane = CaneToTrain.Of(stem, tree.Axis(stem), AllowedStrain.Under(survey.School)) with { LengthMm = length };
        return new Trainee(d, stem, cane);
    }

    private (ImmutableArray<TargetLine> Lines, TrainedFan Fan) Best(Trainee[] trainees, Point3 crown, int count)
    {
        var ways = SupportLines
            .Ways(
                _support,
                crown,
                count,
                trainees.Average(t => t.Cane.LengthMm),
                trainees.Average(t => t.Cane.StandsAt)
            )
            .Select(lines =>
                (
                    Lines: lines,
                    Fan: Trainer.Assign(
                        trainees.Select(t => t.Cane),
                        lines,
                        _support.Flat,
                        Wanted(trainees, lines).ToDictionary(w => w.Key, w => w.Value.Number)
                    )
                )
            )
            .ToArray();
        return ways.Length == 0
            ? ([], Trainer.Assign(trainees.Select(t => t.Cane), []))
            : ways.MaxBy(w => Math.Round(Flowering(trainees, w.Fan), 3));
    }

    /// <summary>
    /// How much wood flowers along its length, mm: of ways that are as good the flattest, which comes first, is taken.
    /// </summary>
    private static double Flowering(Trainee[] trainees, TrainedFan fan)
    {
        var length = trainees.ToDictionary(t => t.Cane.Id, t => t.Cane.LengthMm);
        return fan.Canes.Sum(c =>
            c is { Line: { } line, Path: CanePath.Bent bent }
                ? line.FloweringMm(bent.JoinsMm, bent.JoinsMm + bent.TiedMm)
                : CaneNumbers.Of["standingShare"] * length[c.Id]
        );
    }

    /// <summary>
    /// For each cane the gardener wants somewhere, the line that comes nearest to that place; a line is wanted by one
    /// cane only.
    /// </summary>
    private static Dictionary<string, TargetLine> Wanted(Trainee[] trainees, ImmutableArray<TargetLine> lines)
    {
        var wanted = new Dictionary<string, TargetLine>();
        foreach (var t in trainees.Where(t => t.Decided.Stem.Towards is not null))
        {
            var (x, z) = (t.Decided.Stem.Towards!.XMm, t.Decided.Stem.Towards.ZMm);
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
                wanted.Add(t.Cane.Id, nearest);
            }
        }

        return wanted;
    }

    private CaneOnSupport Lay(Trainee t, TrainedCane trained, TargetLine? wanted, Dictionary<string, Decided> decided)
    {
        var refused = wanted is not null && trained.Line?.Number != wanted.Number ? wanted : null;
        var (line, lies) =
            trained.Line is not null ? (trained.Line, Lies.Line)
            : trained.HalfWay is not null ? (OnTheFace(trained.HalfWay), Lies.HalfWay)
            : ((TargetLine?)null, Lies.AsItStands);
        var path =
            lies == Lies.HalfWay
                ? CanePath.To(t.Cane.Start, t.Cane.Direction, t.Cane.LengthMm, t.Cane.DiameterMm, t.Cane.Strain, line!)
                : trained.Path;
        var axis = tree.Axis(t.Stem);
        if (line is null || path is not CanePath.Bent bent)
        {
            var stands = CaneShape.Of(
                axis,
                Shorten(t, Math.Min(OnFace(CaneShape.Of(axis, t.Cane.LengthMm)), Clear(axis)), decided)
            );
            var near =
                stands.LengthMm > CanePath.LeastTiedMm
                && Math.Abs(stands.At(stands.LengthMm / 2).Y - _support.YMm) < CaneNumbers.Of["nearSupport"];
            var ties = near
                ? AtSupport(
                    Ties.Along(_support, stands.At, CanePath.LeastTiedMm, stands.LengthMm, survey.School.TieSpacingMm)
                )
                : [];
            return new CaneOnSupport(
                t.Stem,
                t.Decided.Stem.Id,
                t.Cane,
                Lies.AsItStands,
                null,
                trained.Path,
                stands,
                stands,
                ties,
                refused
            );
        }

        var length = Shorten(t, bent.Bend.LengthMm + line.LengthMm - bent.JoinsMm, decided);
        var tied = Math.Clamp(length - bent.Bend.LengthMm, 0, line.LengthMm - bent.JoinsMm);
        return new CaneOnSupport(
            t.Stem,
            t.Decided.Stem.Id,
            t.Cane,
            lies,
            line,
            bent,
            CaneShape.Of(bent, line, length),
            CaneShape.Of(axis, length),
            Ties.Of(_support, line, bent.JoinsMm, bent.JoinsMm + tied, survey.School.TieSpacingMm),
            refused
        );
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
                return k * stands.StepMm >= CanePath.LeastTiedMm ? k * stands.StepMm : double.PositiveInfinity;
            }
        }

        return double.PositiveInfinity;
    }

    /// <summary>
    /// Shortens a cane that is longer than there is room for, above a bud, and gives the length it keeps, mm.
    /// </summary>
    private double Shorten(Trainee t, double room, Dictionary<string, Decided> decided)
    {
        var d = t.Decided;
        if (
            t.Cane.LengthMm <= room + Fan.MarginMm
            || climber.InSeason
            || survey.Plant.Vigour == Vigour.Weak
            || d.Stem.Pin is Pin.CutAt
            || tree.PinnedTo(t.Stem) > room
            || options.ShortenTo(t.Stem, room) is not { } cut
        )
        {
            return t.Cane.LengthMm;
        }

        var text = $"Its place on the support holds {Wording.Mm(room)} of it: what is longer comes off, above a bud.";
        var reasons = d
            .Reasons.Where(r => r.Rule != "height")
            .Append(new PlanReason("fit", text, Provenance.Practice))
            .ToImmutableArray();
        var option = d.Option?.TakeOver is { } over
            ? options.Join(
                d.Stem,
                over.Stem,
                cut,
                d.Option.RemovedMm - (StemTree.LiveLength(d.Stem) - d.Option.AlongMm) - over.Own.RemovedMm
            )
            : cut;
        decided[d.Stem.Id] = d with { Decision = Decision.Shorten, Option = option, Reasons = reasons };
        return cut.AlongMm;
    }

    /// <summary>
    /// Ties where the support is, numbered anew: a cane that leans off it is tied as far as it runs beside it.
    /// </summary>
    private ImmutableArray<Tie> AtSupport(ImmutableArray<Tie> ties)
    {
        var near = CaneNumbers.Of["nearSupport"];
        bool Beside(Point3 p) =>
            _support.Flat
                ? p.X >= _support.FromMm && p.X <= _support.ToMm
                : Math.Abs(p.X - ((_support.FromMm + _support.ToMm) / 2)) <= (_support.WidthMm / 2) + (near / 2)
                    && Math.Abs(p.Y - _support.YMm) <= (_support.WidthMm / 2) + (near / 2);
        return [.. ties.TakeWhile(t => Beside(t.Place)).Select((t, i) => t with { Number = i + 1 })];
    }
}
