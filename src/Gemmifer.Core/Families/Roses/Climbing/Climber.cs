using System.Collections.Immutable;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Supports;
using Gemmifer.Core.Surveys;
using Gemmifer.Core.Training;

namespace Gemmifer.Core.Families.Roses.Climbing;

/// <summary>
/// The canes that stay on their support, as the choice laid them (<see cref="Laying"/>): how each runs and where it is
/// tied.
/// </summary>
internal sealed class Climber(Survey survey, StemTree tree, Laying laying)
{
    private readonly Support _support = survey.Support!;

    /// <summary>Lays the canes that stay.</summary>
    /// <param name="lines">The lines of the choice.</param>
    /// <param name="stay">The candidates that stay, with what was chosen of each.</param>
    public OnSupport Train(
        ImmutableArray<TargetLine> lines,
        IEnumerable<(Candidate Candidate, CutOption Chosen)> stay,
        ImmutableArray<Candidate> candidates
    )
    {
        var wanted = Laying.Wanted(candidates, lines);
        var canes = stay.OrderBy(s => s.Candidate.Stem.Id, StringComparer.Ordinal)
            .Select(s => Lay(s.Candidate.Stem, s.Chosen, wanted.GetValueOrDefault(s.Candidate.Stem.Id)))
            .ToImmutableArray();
        return canes.IsEmpty
            ? new OnSupport([], [], 0, 0)
            : new OnSupport(
                lines,
                canes,
                canes.Sum(c => c is { Lies: Lies.Line, Path: CanePath.Bent b } ? b.TiedMm : 0),
                Trainer
                    .Assign(
                        canes.Select(c => c.Cane),
                        lines,
                        _support.Flat,
                        wanted
                            .Where(w => canes.Any(c => c.Owner == w.Key))
                            .ToDictionary(w => canes.First(c => c.Owner == w.Key).Cane.Id, w => w.Value.Number)
                    )
                    .CrossingGainMm
            );
    }

    private CaneOnSupport Lay(Stem owner, CutOption chosen, TargetLine? wanted)
    {
        var laid = chosen.Laid!;
        var stem = chosen.TakeOver?.Stem ?? owner;
        // What there was to tie, before it was cut to fit its place.
        var cane = laying.CaneOf(owner, chosen);
        var whole = laid.RoomMm is null ? cane : cane with { LengthMm = StemTree.LiveLength(stem) };
        var refused = wanted is not null && laid.Line?.Number != wanted.Number ? wanted : null;
        var axis = tree.Axis(stem);
        var line = laid.Line ?? laid.HalfWay;
        var path =
            laid.HalfWay is { } half && laid.Line is null
                ? CanePath.To(whole.Start, whole.Direction, whole.LengthMm, whole.DiameterMm, whole.Strain, half)
                : laid.Path;
        if (line is null || path is not CanePath.Bent bent)
        {
            var stands = CaneShape.Of(axis, cane.LengthMm);
            var near =
                stands.LengthMm > CanePath.LeastTiedMm
                && Math.Abs(stands.At(stands.LengthMm / 2).Y - _support.YMm) < RoseNumbers.Of.NearSupport;
            var ties = near
                ? AtSupport(
                    Ties.Along(_support, stands.At, CanePath.LeastTiedMm, stands.LengthMm, survey.School.TieSpacingMm)
                )
                : [];
            return new CaneOnSupport(
                stem,
                owner.Id,
                whole,
                Lies.AsItStands,
                null,
                laid.Path,
                stands,
                stands,
                ties,
                refused
            );
        }

        var length = cane.LengthMm;
        var tied = Math.Clamp(length - bent.Bend.LengthMm, 0, Math.Max(0, line.LengthMm - bent.JoinsMm));
        return new CaneOnSupport(
            stem,
            owner.Id,
            whole,
            laid.Line is null ? Lies.HalfWay : Lies.Line,
            line,
            bent,
            CaneShape.Of(bent, line, length),
            CaneShape.Of(axis, length),
            Ties.Of(_support, line, bent.JoinsMm, bent.JoinsMm + tied, survey.School.TieSpacingMm),
            refused
        );
    }

    /// <summary>
    /// Ties where the support is, numbered anew: a cane that leans off it is tied as far as it runs beside it.
    /// </summary>
    private ImmutableArray<Tie> AtSupport(ImmutableArray<Tie> ties)
    {
        double near = RoseNumbers.Of.NearSupport;
        bool Beside(Point3 p) =>
            _support.Flat
                ? p.X >= _support.FromMm && p.X <= _support.ToMm
                : Math.Abs(p.X - ((_support.FromMm + _support.ToMm) / 2)) <= (_support.WidthMm / 2) + (near / 2)
                    && Math.Abs(p.Y - _support.YMm) <= (_support.WidthMm / 2) + (near / 2);
        return [.. ties.TakeWhile(t => Beside(t.Place)).Select((t, i) => t with { Number = i + 1 })];
    }
}
