using System.Collections.Immutable;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;
using Gemmifer.Core.Training;

namespace Gemmifer.Core.Families.Roses.Climbing;

/// <summary>
/// Where flowers will come on the face of a support (common practice, no source): at every node of wood that lies at
/// 45° or flatter, at
/// the tip of what stands, and at the buds left on side shoots. The same wood is counted as it was found and as it is
/// tied.
/// </summary>
public sealed class BloomForecast(Survey survey, StemTree tree, ImmutableArray<Decided> decided, OnSupport on)
{
    /// <summary>Side of a square in which points are summed for the drawing, mm.</summary>
    public const double CellMm = 200;

    /// <summary>The foot is bare where hardly any of the points stand below this height, mm (assumption).</summary>
    private static readonly double BareMm = RoseNumbers.Of.BareFoot,
        HardlyAny = RoseNumbers.Of.HardlyAny;

    private readonly ImmutableArray<Point3> _tied =
    [
        .. on.Canes.SelectMany(c =>
            Points(c.Shape, survey.Plant.Kind.InternodeMm, ShootsOn(c.Stem, c.Shape.LengthMm, survey, tree, decided))
        ),
    ];
    private readonly int _found = on.Canes.Sum(c =>
        Points(c.Found, survey.Plant.Kind.InternodeMm, ShootsOn(c.Stem, c.Shape.LengthMm, survey, tree, decided))
            .Count()
    );

    /// <summary>Points of the wood that stays, as tied.</summary>
    public int Tied => _tied.Length;

    /// <summary>Points of the same wood in the position in which it was found.</summary>
    public int Found => _found;

    /// <summary>Points by squares of the face, from the left and the foot.</summary>
    public IEnumerable<PlanBloom> Cells() =>
        _tied
            .GroupBy(p => (X: Math.Floor(p.X / CellMm), Z: Math.Floor(p.Z / CellMm)))
            .OrderBy(g => g.Key.X)
            .ThenBy(g => g.Key.Z)
            .Select(g => new PlanBloom((g.Key.X + 0.5) * CellMm, (g.Key.Z + 0.5) * CellMm, g.Count()));

    /// <summary>The height below which hardly anything flowers, mm; null where the foot is not bare.</summary>
    public double? BareTo()
    {
        var heights = _tied.Select(p => p.Z).Order().ToArray();
        var low = heights.Length == 0 ? 0 : heights[(int)(heights.Length * HardlyAny)];
        return low >= BareMm ? Math.Floor(low / 50) * 50 : null;
    }

    /// <summary>The points of one cane.</summary>
    /// <param name="shoots">Side shoots on it: where they start, mm along it, and how many buds are left on
    /// each.</param>
    public static IEnumerable<Point3> Points(
        CaneShape shape,
        double internodeMm,
        IReadOnlyList<(double AlongMm, int Buds)> shoots
    )
    {
        var length = shape.LengthMm;
        for (var k = 1; k * internodeMm <= length + 1e-6; k++)
        {
            var along = k * internodeMm;
            if (
                shape.LeanAt(along) >= Bloom.FlatDeg - 1e-6
                && !shoots.Any(s => Math.Abs(s.AlongMm - along) < internodeMm / 2)
            )
            {
                yield return shape.At(along);
            }
        }

        if (shape.LeanAt(length) < Bloom.FlatDeg - 1e-6)
        {
            yield return shape.At(length);
        }

        foreach (var (along, buds) in shoots)
        {
            for (var b = 0; b < buds; b++)
            {
                yield return shape.At(along);
            }
        }
    }

    private static (double, int)[] ShootsOn(
        Stem stem,
        double lengthMm,
        Survey survey,
        StemTree tree,
        ImmutableArray<Decided> decided
    )
    {
        var children = tree.Children(stem).Select(c => c.Id).ToHashSet();
        return
        [
            .. decided
                .Where(d => children.Contains(d.Stem.Id) && d.Kept && d.Stem.Parent.AlongMm <= lengthMm)
                .Select(d => (d.Stem.Parent.AlongMm, BudsOn(d, survey))),
        ];
    }

    private static int BudsOn(Decided shoot, Survey survey)
    {
        var to = shoot.Option is { Kind: OptionKind.Cut } cut ? cut.AlongMm : StemTree.LiveLength(shoot.Stem);
        var seen = shoot.Stem.Buds.Count(b => b.Usable && b.AlongMm <= to);
        return Math.Clamp(
            Math.Max(seen, (int)Math.Floor(to / survey.Plant.Kind.InternodeMm)),
            1,
            Math.Max(1, survey.School.LateralBuds)
        );
    }
}
