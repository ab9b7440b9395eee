using System.Collections.Immutable;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Stems;

namespace Gemmifer.Core.Training;

/// <summary>A cane that is to be tied.</summary>
/// <param name="Direction">Unit vector in which it leaves its base.</param>
/// <param name="Strain">Strain its wood bears.</param>
public sealed record CaneToTrain(
    StemId Id,
    Point3 Start,
    Point3 Direction,
    double LengthMm,
    double DiameterMm,
    double Strain
)
{
    /// <summary>The cane of a survey, as it stands.</summary>
    public static CaneToTrain Of(Stem stem, Arc axis, AllowedStrain allowed)
    {
        var lean = axis.LeanDeg * Math.PI / 180;
        var direction = new Point3(Math.Sin(lean) * axis.Bearing.X, Math.Sin(lean) * axis.Bearing.Y, Math.Cos(lean));
        return new CaneToTrain(stem.Id, axis.Start, direction, stem.LengthMm, stem.DiameterMm, allowed.Of(stem));
    }

    /// <summary>Angle from level on the right in which it stands, seen from the front, radians.</summary>
    public double StandsAt =>
        Math.Abs(Direction.X) < 1e-9 && Math.Abs(Direction.Z) < 1e-9
            ? Math.PI / 2
            : Math.Atan2(Direction.Z, Direction.X);
}

/// <summary>What becomes of one cane.</summary>
/// <param name="Line">The line it goes to; null where it gets none.</param>
/// <param name="Path">Its way there; without a line, why the nearest one is not to be had; null where lines were to be
/// had but none was left or worth it.</param>
/// <param name="HalfWay">Where it cannot be bent so far at once: as far as it goes this year.</param>
public sealed record TrainedCane(StemId Id, TargetLine? Line, CanePath? Path, StraightLine? HalfWay);

/// <summary>All canes on a support.</summary>
/// <param name="CoveredMm">Length of line that is covered, mm.</param>
/// <param name="CrossingGainMm">What crossing canes would gain, in millimetres of line covered; 0 where
/// nothing.</param>
public sealed record TrainedFan(ImmutableArray<TrainedCane> Canes, double CoveredMm, double CrossingGainMm);

/// <summary>
/// Canes to the lines of a fan: the most line covered, at the least strain, each cane as near as can be to where it
/// stands, and none
/// across another. Every wish is a term of one cane on one line, and a fan keeps canes and lines in the same order, so
/// the best is
/// found exactly line by line (the alignment of two sequences; Needleman and Wunsch 1970, published). What crossing
/// would gain is
/// told by the free assignment, which is exact too.
/// </summary>
public static class Trainer
{
    /// <summary>A turn of a right angle weighs as much as so many millimetres of line left bare (assumption).</summary>
    private static readonly double TurnMm = TradeNumbers.Of.Turn;

    /// <summary>
    /// A cane that gets no line weighs as much as so many millimetres of line left bare (assumption: it hangs loose).
    /// </summary>
    public static readonly double LeftLooseMm = TradeNumbers.Of.LeftLoose;

    /// <summary>
    /// Costs are whole thousandths of a millimetre; below them ties are decided by a hash of cane and line.
    /// </summary>
    private const int Thousandths = 1000,
        Ties = 1024;

    private const int Halvings = 10;

    private static readonly long Loose = (long)LeftLooseMm * Thousandths * Ties;

    /// <summary>Assigns; the order of canes and lines does not matter.</summary>
    /// <param name="inOrder">Canes may not cross, as on a fan; lines that run side by side or round a post have no
    /// order to keep.</param>
    /// <param name="wanted">The line the gardener wants for a cane, by its number. Such a cane takes its line where its
    /// wood bears it, and may cross others.</param>
    public static TrainedFan Assign(
        IEnumerable<CaneToTrain> toTrain,
        IReadOnlyList<TargetLine> lines,
        bool inOrder = true,
        IReadOnlyDictionary<StemId, int>? wanted = null
    )
    {
        var canes = toTrain.OrderBy(c => c.Id, StringComparer.Ordinal).ToArray();
        var paths = canes
            .Select(c =>
                lines.Select(l => CanePath.To(c.Start, c.Direction, c.LengthMm, c.DiameterMm, c.Strain, l)).ToArray()
            )
            .ToArray();
        var cost = new long[canes.Length, lines.Count];
        for (var i = 0; i < canes.Length; i++)
        {
            for (var j = 0; j < lines.Count; j++)
            {
                cost[i, j] = paths[i][j] is CanePath.Bent bent
                    ? (Cost(canes[i], lines[j], bent) * Ties) + Hash(canes[i].Id, lines[j].Number)
                    : Assignment.Never;
            }
        }

        var (held, halves) = Hold(canes, lines, paths, cost, wanted);
        var (lineOf, least) = inOrder ? InOrder(canes, lines, cost) : Free(cost, canes.Length);
        foreach (var (cane, line) in held)
        {
            lineOf[cane] = line;
        }

        var trained = canes
            .Select(
                (c, i) =>
                    halves.TryGetValue(i, out var half) ? new TrainedCane(c.Id, null, paths[i][half.Line], half.HalfWay)
                    : lineOf[i] is var j and >= 0 ? new TrainedCane(c.Id, lines[j], paths[i][j], null)
                    : Left(c, lines, paths[i])
            )
            .ToImmutableArray();
        var free = Free(cost, canes.Length).Cost;
        return new TrainedFan(
            trained,
            trained.Sum(t => t is { Line: not null, Path: CanePath.Bent b } ? b.TiedMm : 0),
            Math.Round((least - free) / (double)(Thousandths * Ties), 1)
        );
    }

    /// <summary>
    /// The canes that go where the gardener wants them, with their lines, and those whose wood goes only half way there
    /// this year. The
    /// others are decided without those canes and lines.
    /// </summary>
    private static (List<(int Cane, int Line)> Held, Dictionary<int, (int Line, StraightLine HalfWay)> Halves) Hold(
        CaneToTrain[] canes,
        IReadOnlyList<TargetLine> lines,
        CanePath[][] paths,
        long[,] cost,
        IReadOnlyDictionary<StemId, int>? wanted
    )
    {
        var (held, halves) = (
            new List<(int Cane, int Line)>(),
            new Dictionary<int, (int Line, StraightLine HalfWay)>()
        );
        for (var i = 0; i < canes.Length; i++)
        {
            var j =
                wanted is not null && wanted.TryGetValue(canes[i].Id, out var number)
                    ? Enumerable.Range(0, lines.Count).FirstOrDefault(k => lines[k].Number == number, -1)
                    : -1;
            if (j < 0 || held.Any(h => h.Line == j) || halves.Values.Any(h => h.Line == j))
            {
                continue;
            }

            if (cost[i, j] < Assignment.Never)
            {
                held.Add((i, j));
            }
            else if (HalfWay(canes[i], lines[j], paths[i][j]) is { } half)
            {
                halves.Add(i, (j, half));
            }
        }

        foreach (var (cane, line) in held.Concat(halves.Select(h => (h.Key, h.Value.Line))))
        {
            for (var j = 0; j < lines.Count; j++)
            {
                cost[cane, j] = Assignment.Never;
            }

            for (var i = 0; i < canes.Length; i++)
            {
                cost[i, line] = Assignment.Never;
            }
        }

        return (held, halves);
    }

    private static (int[] LineOf, long Cost) Free(long[,] cost, int canes)
    {
        var found = Assignment.Solve(cost, [.. Enumerable.Repeat(Loose, canes)]);
        return ([.. found.ColumnOf], found.Cost);
    }

    /// <summary>
    /// The line of each cane, -1 for none, at the least cost of all ways in which no cane crosses another; and that
    /// cost.
    /// </summary>
    private static (int[] LineOf, long Cost) InOrder(CaneToTrain[] canes, IReadOnlyList<TargetLine> lines, long[,] cost)
    {
        // Both from the left over the top to the right.
        var byStand = Enumerable
            .Range(0, canes.Length)
            .OrderByDescending(i => Math.Round(canes[i].StandsAt, 9))
            .ThenBy(i => canes[i].Start.X)
            .ThenBy(i => i)
            .ToArray();
        var byAngle = Enumerable
            .Range(0, lines.Count)
            .OrderByDescending(j => lines[j].AngleFromRight)
            .ThenBy(j => lines[j].Number)
            .ToArray();
        var best = new long[canes.Length + 1, lines.Count + 1];
        for (var i = 1; i <= canes.Length; i++)
        {
            best[i, 0] = best[i - 1, 0] + Loose;
            for (var j = 1; j <= lines.Count; j++)
            {
                var pair = cost[byStand[i - 1], byAngle[j - 1]];
                var without = Math.Min(best[i - 1, j] + Loose, best[i, j - 1]);
                best[i, j] = pair >= Assignment.Never ? without : Math.Min(without, best[i - 1, j - 1] + pair);
            }
        }

        var lineOf = Enumerable.Repeat(-1, canes.Length).ToArray();
        for (var (i, j) = (canes.Length, lines.Count); i > 0 && j > 0; )
        {
            if (best[i, j] == best[i - 1, j] + Loose)
            {
                i--;
            }
            else if (best[i, j] == best[i, j - 1])
            {
                j--;
            }
            else
            {
                lineOf[byStand[--i]] = byAngle[--j];
            }
        }

        return (lineOf, best[canes.Length, lines.Count]);
    }

    /// <summary>
    /// What a cane costs on a line, thousandths of a millimetre of line left bare; below 0 where it is worth tying.
    /// </summary>
    public static long Cost(CaneToTrain cane, TargetLine line, CanePath.Bent bent) =>
        (long)Math.Round(CostMm(cane, line, bent) * Thousandths);

    /// <summary>The same in millimetres.</summary>
    public static double CostMm(CaneToTrain cane, TargetLine line, CanePath.Bent bent)
    {
        // Round a post, over an arch and along a beam there is no side to which a cane belongs.
        var turn = line is StraightLine ? Turn(cane, line) / (Math.PI / 2) : 0;
        var cutOff = Fan.CutShare * Math.Max(0, cane.LengthMm - bent.Bend.LengthMm - bent.TiedMm);
        return CanePath.CostMm(bent, cane.Strain, line) + cutOff + (TurnMm * turn * turn);
    }

    private static TrainedCane Left(CaneToTrain cane, IReadOnlyList<TargetLine> lines, CanePath[] paths)
    {
        if (lines.Count == 0 || paths.Any(p => p is CanePath.Bent))
        {
            return new TrainedCane(cane.Id, null, null, null);
        }

        var nearest = Nearest(cane, lines, paths);
        return new TrainedCane(cane.Id, null, paths[nearest], HalfWay(cane, lines[nearest], paths[nearest]));
    }

    /// <summary>The line to which a cane has least to turn; -1 where there is none.</summary>
    public static int Nearest(CaneToTrain cane, IReadOnlyList<TargetLine> lines, CanePath[] paths) =>
        Enumerable
            .Range(0, paths.Length)
            .OrderBy(j => Math.Round(Turn(cane, lines[j]), 9))
            .ThenBy(j => lines[j].Number)
            .FirstOrDefault(-1);

    /// <summary>
    /// As far towards a line as the wood allows this year, where the whole way is too tight; null where it takes no
    /// bend towards it at all.
    /// </summary>
    public static StraightLine? HalfWay(CaneToTrain cane, TargetLine line, CanePath path)
    {
        if (path is not CanePath.TooStiff || cane.Strain <= 0 || line is not StraightLine straight)
        {
            return null;
        }

        var (stands, wanted) = (cane.StandsAt, line.AngleFromRight);
        StraightLine Towards(double share)
        {
            var angle = stands + ((wanted - stands) * share);
            return straight with { Direction = new Point3(Math.Cos(angle), 0, Math.Sin(angle)) };
        }

        bool Bends(double share) =>
            CanePath.To(cane.Start, cane.Direction, cane.LengthMm, cane.DiameterMm, cane.Strain, Towards(share))
            is CanePath.Bent;
        if (!Bends(0))
        {
            return null;
        }

        double low = 0,
            high = 1;
        for (var k = 0; k < Halvings; k++)
        {
            var middle = (low + high) / 2;
            (low, high) = Bends(middle) ? (middle, high) : (low, middle);
        }

        return Towards(low);
    }

    private static double Turn(CaneToTrain cane, TargetLine line) => Math.Abs(line.AngleFromRight - cane.StandsAt);

    private static long Hash(string id, int line) => StableHash.And(StableHash.Of(id), (uint)line) % Ties;
}
