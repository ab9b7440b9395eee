using System.Collections.Immutable;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Stems;

namespace Gemmifer.Core.Families.Vines;

/// <summary>
/// The buds of a vine's shoot counted from its base. The basal bud is not counted, nor are blind and damaged ones
/// (common practice, no source).
/// </summary>
/// <param name="Seen">Places of the buds that count, mm along the shoot, in order.</param>
/// <param name="Poor">Places of the blind and damaged ones.</param>
/// <param name="InternodeMm">Distance from one bud to the next, seen or usual, mm.</param>
/// <param name="Faced">A counted bud whose bearing was noted: which one, from 1, and the way it faces; null where none
/// was.</param>
/// <param name="EndMm">The shoot is alive up to here, mm.</param>
public sealed record CountedBuds(
    ImmutableArray<double> Seen,
    ImmutableArray<double> Poor,
    double InternodeMm,
    double EndMm,
    (int N, Bearing Facing)? Faced = null
)
{
    /// <summary>Counts the buds of a shoot.</summary>
    public static CountedBuds Of(Stem stem, double usualInternodeMm)
    {
        var end = StemTree.LiveLength(stem);
        var live = stem
            .Buds.Where(b => b.State != BudState.Basal && b.AlongMm > VineNumbers.Of.BasalBud && b.AlongMm <= end)
            .OrderBy(b => b.AlongMm)
            .ToArray();
        var nodes = live.Select(b => b.AlongMm).ToArray();
        var internode = nodes.Length >= 2 ? (nodes[^1] - nodes[0]) / (nodes.Length - 1) : usualInternodeMm;
        var usable = live.Where(b => b.Usable).ToArray();
        var faced = Array.FindIndex(usable, b => b.Facing is not null);
        return new CountedBuds(
            [.. live.Where(b => b.Usable).Select(b => b.AlongMm)],
            [.. live.Where(b => b.State is BudState.Blind or BudState.Damaged).Select(b => b.AlongMm)],
            Math.Max(5, internode),
            end,
            faced < 0 ? null : (faced + 1, usable[faced].Facing!.Value)
        );
    }

    /// <summary>The furthest bud anyone noted, mm; 0 where none.</summary>
    private double Last => Math.Max(Seen.IsEmpty ? 0 : Seen[^1], Poor.IsEmpty ? 0 : Poor[^1]);

    /// <summary>Whether one of the lowest buds is in doubt, so that one more is left.</summary>
    public bool DoubtIn(double lowest) => Poor.Count(p => p <= PlaceOf((int)lowest)) > 0;

    /// <summary>How many buds it has: those seen and those to be expected beyond them.</summary>
    public int Total => Seen.Length + Math.Max(0, (int)Math.Floor((EndMm - Last) / InternodeMm));

    /// <summary>How many of them stand within a length, mm.</summary>
    public int Within(double mm) => Enumerable.Range(1, Total).TakeWhile(n => PlaceOf(n) <= mm).Count();

    /// <summary>Where the n-th counted bud sits or is to be expected, mm; n from 1.</summary>
    public double PlaceOf(int n) =>
        n <= Seen.Length ? Seen[Math.Max(0, n - 1)] : Last + ((n - Seen.Length) * InternodeMm);

    /// <summary>
    /// The way the n-th bud faces, where the bearing of one was noted: buds of a vine alternate from side to side
    /// (published botany).
    /// Poor buds between two counted ones take their turn too. Null where nothing was noted.
    /// </summary>
    public Bearing? FacingOf(int n)
    {
        if (Faced is not { } known)
        {
            return null;
        }

        var (from, to) = (PlaceOf(Math.Min(n, known.N)), PlaceOf(Math.Max(n, known.N)));
        var turns = Math.Abs(n - known.N) + Poor.Count(p => p > from && p < to);
        return known.Facing.Turn(180 * (turns % 2));
    }

    /// <summary>Whether the n-th bud was seen.</summary>
    public bool SeenAt(int n) => n <= Seen.Length;
}
