using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Supports;
using Gemmifer.Core.Surveys;
using Gemmifer.Core.Training;

namespace Gemmifer.Core.Families.Roses.Climbing;

/// <summary>Training in the exchange format.</summary>
internal static class TrainingDocument
{
    /// <summary>Points by which a line and a cane are given.</summary>
    private const int LinePoints = 48,
        CanePoints = 40;

    public static PlanTraining Write(Survey survey, OnSupport on, BloomForecast bloom) =>
        new(
            [.. on.Lines.Select(l => new PlanLine(l.Number, TrainingWords.Leads(l, survey.Support!), LineOf(l)))],
            [.. on.Canes.Select(c => CaneOf(c, survey.Support!))],
            on.Lines.IsEmpty ? 0 : Math.Round(Math.Min(1, on.CoveredMm / on.Lines.Sum(l => l.LengthMm)), 3),
            on.CrossingGainMm,
            bloom.Found,
            bloom.Tied,
            [.. bloom.Cells()],
            bloom.BareTo()
        );

    private static double[][] LineOf(TargetLine line)
    {
        var pieces = line is StraightLine ? 1 : LinePoints;
        return
        [
            .. Enumerable
                .Range(0, pieces + 1)
                .Select(k => line.At(line.LengthMm * k / pieces))
                .Select(p => new[] { Wording.Tenth(p.X), Wording.Tenth(p.Z) }),
        ];
    }

    private static PlanTrainedCane CaneOf(CaneOnSupport c, Support support)
    {
        var needed = Bending.LeastRadiusMm(c.Stem.DiameterMm, c.Allowed);
        return new PlanTrainedCane(
            c.Owner,
            c.Lies,
            c.Lies == Lies.Line ? c.Line!.Number : null,
            [
                .. Enumerable
                    .Range(0, CanePoints + 1)
                    .Select(k => c.Shape.At(c.Shape.LengthMm * k / CanePoints))
                    .Select(p => new[] { Wording.Tenth(p.X), Wording.Tenth(p.Y), Wording.Tenth(p.Z) }),
            ],
            Math.Round(c.Strain, 4),
            c.Allowed,
            c.Strain <= 0 ? null : Wording.Tenth(c.Stem.DiameterMm / (2 * c.Strain)),
            double.IsInfinity(needed) ? null : Wording.Tenth(needed),
            c.Material,
            Math.Round(c.Metres, 2),
            LiesAs(c),
            TrainingSteps.Words(c, support)
        );
    }

    /// <summary>
    /// A straight cane from its base to its end; round a post it is noted as it was found, as no arc runs so.
    /// </summary>
    private static PlanLies LiesAs(CaneOnSupport c)
    {
        var shape = c.Lies == Lies.AsItStands || c.Line is Spiral ? c.Found : c.Shape;
        var way = shape.At(shape.LengthMm) - shape.At(0);
        var run = Math.Sqrt((way.X * way.X) + (way.Y * way.Y));
        var bearing = Bearing.FromVector(way.X, way.Y) ?? c.Stem.Bearing;
        if (shape == c.Found)
        {
            return new PlanLies(Wording.ClockNumber(c.Stem.Bearing), c.Stem.LeanDeg, c.Stem.TipLeanDeg);
        }

        var lean = Wording.Tenth(Math.Atan2(run, way.Z) * 180 / Math.PI);
        return c.Line is BentLine
            ? new PlanLies(
                Wording.ClockNumber(bearing),
                Wording.Tenth(shape.LeanAt(0)),
                Wording.Tenth(shape.LeanAt(shape.LengthMm))
            )
            : new PlanLies(Wording.ClockNumber(bearing), lean, lean);
    }
}
