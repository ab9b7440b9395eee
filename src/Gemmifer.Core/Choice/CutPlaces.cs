using Gemmifer.Core.Buds;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Choice;

/// <summary>
/// Where a stem may be cut: above buds that were seen or are likely, in windows in which to look for one, and above
/// places with latent buds.
/// </summary>
internal sealed class CutPlaces(Survey survey, StemTree tree, Func<Stem, double, double> shootsRemovedAbove)
{
    /// <summary>
    /// A bud that has still to be found is looked for within at most this many nodes: a full turn of 2/5 phyllotaxis.
    /// </summary>
    private static readonly int WindowNodes = TradeNumbers.Of.WindowNodes;

    /// <summary>A cut needs this much stem below it, mm.</summary>
    public static readonly double LeastStubMm = TradeNumbers.Of.LeastStem;

    /// <summary>A window is no narrower than a person looks in, mm.</summary>
    private static readonly double NarrowestMm = TradeNumbers.Of.NarrowestWindow;

    /// <summary>A bud at a ring is looked for so far either side of it, mm.</summary>
    private static readonly double ScarMm = TradeNumbers.Of.ScarWindow;

    private readonly PlantKind _kind = survey.Plant.Kind;
    private readonly School _school = survey.School;

    /// <summary>
    /// Cuts above a bud with the cut between two places along the stem, lowest first; where no bud is known, the
    /// highest window in which to look for one.
    /// </summary>
    public IEnumerable<CutOption> CutsBetween(Stem stem, double fromMm, double toMm) =>
        Cuts(stem, fromMm, toMm, TopWindow(stem, fromMm, Math.Min(toMm, stem.LengthMm)));

    /// <summary>The same with every window between the two places.</summary>
    public IEnumerable<CutOption> CutsAll(Stem stem, double fromMm, double toMm) =>
        Cuts(stem, fromMm, toMm, Windows(stem, fromMm, Math.Min(toMm, stem.LengthMm)));

    private IEnumerable<CutOption> Cuts(Stem stem, double fromMm, double toMm, IEnumerable<CutOption> unseen)
    {
        var known = Known(stem, fromMm, toMm);
        if (known.Length > 0 && (!_school.BudOutward || _school.BudUpward))
        {
            return known;
        }

        if (known.Length > 0)
        {
            // Buds that nobody looked at may face out better than those that were noted, whatever is reckoned from
            // these: a window stays open beside them. A guess that faces elsewhere is no place for a cut where a bud
            // was seen to face out, or where a look may find one.
            var seenOut = known.Any(k => k.Bud!.Known == BudKnowledge.Seen && OptionBuilder.FacesOut(stem, k));
            var guessed = !seenOut && known.Any(k => OptionBuilder.FacesOut(stem, k));
            CutOption[] open = [.. unseen.Where(w => StillOpen(stem, w, guessed ? 2 : 1))];
            return seenOut || open.Length > 0
                ? [.. known.Where(k => k.Bud!.Known == BudKnowledge.Seen || OptionBuilder.FacesOut(stem, k)), .. open]
                : known;
        }

        // Buds were looked at there and none of them serves: back to a place with latent buds.
        var failed = stem.Buds.Any(b => !b.Usable && b.AlongMm >= fromMm && b.AlongMm <= toMm);
        var scars = failed ? Scars(stem, fromMm, toMm) : [];
        return scars.Length > 0 ? scars : unseen;
    }

    /// <summary>
    /// Whether looking in a window may find more than was noted: none of its buds was, or so many grow there that were
    /// not.
    /// </summary>
    private bool StillOpen(Stem stem, CutOption window, int unnoted)
    {
        var noted = stem.Buds.Count(b => b.AlongMm >= window.FromMm && b.AlongMm <= window.ToMm);
        return noted == 0 || Math.Floor((window.ToMm - window.FromMm) / _kind.InternodeMm) - noted >= unnoted;
    }

    /// <summary>Cuts above buds that were seen, or are likely from those that were.</summary>
    public CutOption[] Known(Stem stem, double fromMm, double toMm) =>
        [
            .. Phyllotaxis
                .Expect(stem, _kind.DivergenceDeg, _kind.InternodeMm)
                .Where(b => b.Usable && b.Facing is not null && b.SpreadDeg <= TradeNumbers.Of.LikelySpread)
                .Select(b => (Bud: b, Cut: b.AlongMm + _school.ClearanceMm))
                // On a cane that hangs, which way a bud faces round the cane decides; only looking tells that.
                .Where(b =>
                    !(
                        _school.BudUpward
                        && (b.Bud.Face == BudFace.Down || (_kind.Hangs && b.Bud.Known == BudKnowledge.Likely))
                    )
                )
                .Where(b =>
                    b.Cut >= fromMm
                    && b.Cut <= toMm
                    && b.Cut < stem.LengthMm - Tolerance.LengthMm
                    && b.Cut >= LeastStubMm
                )
                .Select(k =>
                    Cut(
                        stem,
                        k.Cut,
                        new TargetBud(
                            k.Bud.AlongMm,
                            k.Bud.Facing,
                            k.Bud.Known,
                            k.Bud.AlongMm,
                            k.Bud.AlongMm,
                            0,
                            k.Bud.OtherFacing,
                            k.Bud.Face,
                            false,
                            k.Bud.SpreadDeg
                        )
                    )
                ),
        ];

    /// <summary>
    /// Cuts above places where latent buds sit: the ring of an earlier side shoot, the node of a blind bud.
    /// </summary>
    private CutOption[] Scars(Stem stem, double fromMm, double toMm) =>
        [
            .. tree.Children(stem)
                .Select(c => c.Parent.AlongMm)
                .Concat(stem.Buds.Where(b => b.State == BudState.Blind).Select(b => b.AlongMm))
                .Where(at =>
                    at >= LeastStubMm
                    && at + _school.ClearanceMm >= fromMm
                    && at + _school.ClearanceMm <= Math.Min(toMm, stem.LengthMm - 1)
                )
                .Distinct()
                .Order()
                .Select(at =>
                    Cut(
                        stem,
                        at + _school.ClearanceMm,
                        new TargetBud(
                            at,
                            null,
                            BudKnowledge.LookFor,
                            Near(stem, at).From,
                            Math.Max(at, Math.Min(Near(stem, at).To, toMm - _school.ClearanceMm)),
                            0,
                            null,
                            null,
                            true
                        )
                    )
                ),
        ];

    /// <summary>A thumb's width either side of a place, but not across a side shoot.</summary>
    private (double From, double To) Near(Stem stem, double at)
    {
        var others = tree.Children(stem).Select(c => c.Parent.AlongMm).Where(a => a != at).ToArray();
        return (
            tree.Children(stem).Any(c => c.Parent.AlongMm == at)
                ? at
                : Math.Max(Math.Max(0, at - ScarMm), others.Where(a => a < at).DefaultIfEmpty(0).Max()),
            Math.Min(at + ScarMm, others.Where(a => a > at).DefaultIfEmpty(double.PositiveInfinity).Min())
        );
    }

    /// <summary>The highest window between two places along a stem in which to look for a bud.</summary>
    private IEnumerable<CutOption> TopWindow(Stem stem, double fromMm, double toMm)
    {
        var (low, high) = Looked(stem, fromMm, toMm);
        if (high >= low)
        {
            yield return Window(stem, Math.Max(low, high - (WindowNodes * _kind.InternodeMm)), high);
        }
    }

    /// <summary>Every window between two places along a stem, lowest first.</summary>
    private IEnumerable<CutOption> Windows(Stem stem, double fromMm, double toMm)
    {
        var step = _kind.InternodeMm;
        var width = WindowNodes * step;
        var (low, high) = Looked(stem, fromMm, toMm);
        if (high < low)
        {
            yield break;
        }

        // A long stretch, as on a weak plant, is looked at in coarser steps: the window is five nodes wide in any case.
        var stride = step * Math.Max(1, Math.Round((high - low) / (8 * step)));
        var windows = new List<CutOption>();
        for (var at = low; at == low || high - at >= 2 * step; at += stride)
        {
            windows.Add(Window(stem, at, Math.Min(high, at + width)));
        }

        // Side shoots may leave slits; they serve only where there is nothing wider.
        var wide = windows.Where(w => w.Bud!.ToMm - w.Bud.FromMm >= NarrowestMm).ToArray();
        foreach (var window in wide.Length > 0 ? wide : [.. windows])
        {
            yield return window;
        }
    }

    /// <summary>
    /// Where a bud is looked for: so low that a cut has stem below it, and the cut above it in live wood.
    /// </summary>
    private (double Low, double High) Looked(Stem stem, double fromMm, double toMm)
    {
        // Where it is looked for beyond what was called dead, something on it is known to live.
        var live = StemTree.LiveLength(stem);
        var ends = live < stem.LengthMm && toMm <= live + Tolerance.LengthMm;
        var most = ends ? Math.Min(toMm, live - _school.ClearanceMm) : toMm;
        return (
            Math.Ceiling(Math.Max(LeastStubMm, fromMm) - Tolerance.LengthMm),
            Math.Floor(most + Tolerance.LengthMm)
        );
    }

    private CutOption Window(Stem stem, double fromMm, double toMm)
    {
        var arc = tree.Axis(stem);
        var middle = Math.Round((fromMm + toMm) / 2, MidpointRounding.AwayFromZero);

        // A bud is not looked for beyond a side shoot: whether that stays hangs on which side of it the cut is made.
        foreach (var at in tree.Children(stem).Select(c => c.Parent.AlongMm))
        {
            (fromMm, toMm) = at <= middle ? (Math.Max(fromMm, at), toMm) : (fromMm, Math.Min(toMm, at));
        }

        var nodes = (int)Math.Floor((toMm - fromMm) / _kind.InternodeMm);
        var gap = Phyllotaxis.WidestGap(nodes, _kind.DivergenceDeg);
        var outward = StemTree.Outward(stem, arc.At(middle));
        var hours = Math.Clamp(Math.Round(gap / 2 / 30 * 2) / 2, TradeNumbers.Of.HoursLeast, TradeNumbers.Of.HoursMost);
        var cut = Cut(stem, middle, new TargetBud(null, outward, BudKnowledge.LookFor, fromMm, toMm, hours));
        return cut with { End = new Segment3(arc.At(fromMm), arc.At(toMm)) };
    }

    /// <summary>The cut at a place along a stem.</summary>
    public CutOption Cut(Stem stem, double alongMm, TargetBud? bud)
    {
        var place = tree.Axis(stem).At(alongMm);
        return new CutOption(
            OptionKind.Cut,
            alongMm,
            bud,
            new Segment3(place, place),
            place,
            Height(place, alongMm),
            Math.Max(0, StemTree.LiveLength(stem) - alongMm) + shootsRemovedAbove(stem, alongMm)
        );
    }

    /// <summary>Height above the crown; along the cane where canes hang.</summary>
    public double Height(Point3 place, double alongMm) => _kind.Hangs ? alongMm : place.Z - survey.Plant.CrownHeightMm;
}
