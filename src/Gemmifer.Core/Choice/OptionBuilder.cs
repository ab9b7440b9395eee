using System.Collections.Immutable;
using Gemmifer.Core.Buds;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Choice;

/// <summary>
/// Lists what can be done with a cane: take it out, leave it whole, or cut it above one of the buds that would serve.
/// </summary>
/// <param name="shootsRemovedAbove">Live length of side shoots that goes when a stem is cut at a place along it,
/// mm.</param>
/// <param name="tallestMm">Height of the living plant above the crown, mm; only shears ask for it.</param>
/// <param name="keepShare">The share of its length that a climber's cane keeps, 0 to 1; null where its place on the
/// support tells.</param>
public sealed class OptionBuilder(
    Survey survey,
    StemTree tree,
    Func<Stem, double, double> shootsRemovedAbove,
    double tallestMm = 0,
    double? keepShare = null
)
{
    /// <summary>
    /// A bud within so many degrees of outward faces out; one that was seen to is taken so near to the height window,
    /// mm, where none in it does.
    /// </summary>
    private static readonly double OutwardDeg = TradeNumbers.Of.OutwardBud,
        NearWindowMm = TradeNumbers.Of.NearWindow;

    /// <summary>Square to outward, and what numbers are out by.</summary>
    private const double SquareDeg = 90 + 1e-6;

    private readonly CutPlaces _places = new(survey, tree, shootsRemovedAbove);
    private readonly PlantKind _kind = survey.Plant.Kind;
    private readonly School _school = survey.School;

    /// <summary>Every option of a cane that may go: to go, and to stay in every way.</summary>
    /// <param name="soundToMm">Sound up to here, mm along it; null where all of it is.</param>
    /// <param name="most">No more cut options than this; the lowest and the best spread stay.</param>
    public ImmutableArray<CutOption> Build(Stem stem, double? soundToMm, int most) =>
        stem.Pin is Pin.CutAt ? BuildKept(stem, soundToMm, most) : [Removal(stem), .. Ways(stem, soundToMm, most)];

    /// <summary>Every option of a cane that is to stay: whole, or cut somewhere.</summary>
    /// <param name="soundToMm">Sound up to here, mm along it; null where all of it is.</param>
    /// <param name="most">No more cut options than this; the lowest and the best spread stay.</param>
    public ImmutableArray<CutOption> BuildKept(Stem stem, double? soundToMm, int most) =>
        stem.Pin is Pin.CutAt pin ? [Pinned(stem, pin.AlongMm)]
        : Ways(stem, soundToMm, most).ToImmutableArray() is { IsEmpty: false } ways ? ways
        : [Whole(stem)];

    /// <summary>The ways in which a cane may stay; none where no place for a cut serves.</summary>
    private IEnumerable<CutOption> Ways(Stem stem, double? soundToMm, int most)
    {
        var arc = tree.Axis(stem);
        // A climber's cane is tied back out of the way.
        var clear = _kind.Climbs && stem.TopLevel ? double.PositiveInfinity : KeepOutLimit(arc);
        var limit = Math.Min(Math.Min(soundToMm ?? stem.LengthMm, clear), stem.LengthMm);
        if (_school.Sheared && stem.TopLevel)
        {
            return Shear(stem, limit);
        }

        return _kind.Climbs && stem.TopLevel ? OnSupport(stem, soundToMm, limit) : ByHeight(stem, arc, limit, most);
    }

    /// <summary>How long it stays is settled on the support; here only what is not sound comes off.</summary>
    private IEnumerable<CutOption> OnSupport(Stem stem, double? soundToMm, double limit)
    {
        var to = keepShare is { } share ? Math.Min(limit, share * stem.LengthMm) : limit;
        var sound = to >= stem.LengthMm - Tolerance.LengthMm ? null : ShortenTo(stem, to);
        // What is not sound does not stay, where no place below it serves for a cut.
        return sound is null && soundToMm < stem.LengthMm - Tolerance.LengthMm ? [] : [sound ?? Whole(stem)];
    }

    private IEnumerable<CutOption> ByHeight(Stem stem, Arc arc, double limit, int most)
    {
        var options = new List<CutOption>();
        var weak = survey.Plant.Vigour == Vigour.Weak;
        var low = Reaches(arc, _school.HeightMinMm);
        var high = weak ? stem.LengthMm : Reaches(arc, _school.HeightMaxMm) ?? stem.LengthMm;
        if (limit >= stem.LengthMm - Tolerance.LengthMm && high >= stem.LengthMm - Tolerance.LengthMm)
        {
            options.Add(Whole(stem));
        }

        CutOption[] cuts =
            low is { } from && from <= limit
                ? [.. _places.CutsAll(stem, from, Math.Min(high, limit)), .. JustOutside(stem, from, high, limit)]
                : [];
        var mustCut = limit < stem.LengthMm - Tolerance.LengthMm || high < stem.LengthMm - Tolerance.LengthMm;
        if (cuts.Length == 0 && mustCut)
        {
            // Below the window only because nothing higher is sound: the highest bud that serves.
            cuts = Highest(stem, CutPlaces.LeastStubMm, Math.Min(limit, high));
        }

        return [.. options, .. Thin([.. cuts.OrderBy(c => c.AlongMm)], most)];
    }

    /// <summary>
    /// Cuts above buds that were seen to face out just outside of the height window, where none in it faces out: a seen
    /// one is better than a guess (common practice, no source).
    /// </summary>
    private CutOption[] JustOutside(Stem stem, double fromMm, double toMm, double limitMm)
    {
        if (!_school.BudOutward)
        {
            return [];
        }

        bool Seen(CutOption o) => o.Bud is { Known: BudKnowledge.Seen } && FacesOut(stem, o);
        var (low, high) = (
            Math.Max(CutPlaces.LeastStubMm, fromMm - NearWindowMm),
            Math.Min(Math.Min(limitMm, toMm + NearWindowMm), stem.LengthMm)
        );
        var all = _places.Known(stem, low, high).Where(Seen).ToArray();
        return all.Any(o => o.AlongMm >= fromMm && o.AlongMm <= toMm) ? [] : all;
    }

    /// <summary>Whether the bud of a cut, seen or likely, faces out.</summary>
    internal static bool FacesOut(Stem stem, CutOption option) =>
        option.Bud is { Known: not BudKnowledge.LookFor, Facing: { } facing, AtScar: false } bud
        && StemTree.Outward(stem, option.Place) is var outward
        && facing.AngleTo(outward) <= OutwardDeg
        && !(bud.OtherFacing?.AngleTo(outward) > OutwardDeg);

    /// <summary>Whether the bud of a cut, seen or likely, faces back to the crown.</summary>
    internal static bool FacesIn(Stem stem, CutOption option) =>
        option.Bud is { Known: not BudKnowledge.LookFor, Facing: { } facing } bud
        && StemTree.Outward(stem, option.Place) is var outward
        && facing.AngleTo(outward) > SquareDeg
        && !(bud.OtherFacing?.AngleTo(outward) <= SquareDeg);

    /// <summary>
    /// The highest cut above a bud between two places along a stem: above one that faces out, and where buds were not
    /// looked at in a window beside it; none where there is none.
    /// </summary>
    private CutOption[] Highest(Stem stem, double fromMm, double toMm)
    {
        var cuts = _places.CutsBetween(stem, fromMm, toMm).ToArray();
        var window = cuts.LastOrDefault(c => c.Bud is { Known: BudKnowledge.LookFor });
        var all = cuts.Where(c => c.Bud is { Known: not BudKnowledge.LookFor }).ToArray();
        var notIn = all.Where(c => !FacesIn(stem, c)).ToArray();
        var known = notIn.Length > 0 ? notIn : all;
        var seenTo = known.Where(c => c.Bud!.Known == BudKnowledge.Seen).Select(c => c.AlongMm).DefaultIfEmpty(0).Max();
        if (window is not null && (notIn.Length == 0 || window.ToMm - seenTo >= 2 * _kind.InternodeMm))
        {
            var found = known.LastOrDefault(c => FacesOut(stem, c) && c.AlongMm >= window.FromMm);
            return found is null ? [window] : [found, window];
        }

        return [.. known.TakeLast(1)];
    }

    /// <summary>
    /// The options of a cane that carries a side shoot the gardener wants to stay: cuts above that, or none at all.
    /// </summary>
    /// <param name="holdToMm">Where the side shoot starts, mm along the cane.</param>
    public ImmutableArray<CutOption> BuildHolding(Stem stem, double? soundToMm, double holdToMm, int most)
    {
        var usual = BuildKept(stem, soundToMm, most).Where(o => o.AlongMm >= holdToMm).ToImmutableArray();
        if (!usual.IsEmpty)
        {
            return usual;
        }

        var higher = _places
            .CutsBetween(stem, holdToMm + _school.ClearanceMm, soundToMm ?? stem.LengthMm)
            .Take(1)
            .ToImmutableArray();
        return higher.IsEmpty ? [Whole(stem)] : higher;
    }

    /// <summary>
    /// Cutting an old stem back to a younger one on it that takes over: the old goes just above the new.
    /// </summary>
    /// <param name="own">What is done with the younger stem.</param>
    /// <param name="othersRemovedMm">Live wood of the other side shoots that goes with it, mm.</param>
    public CutOption Join(Stem old, Stem young, CutOption own, double othersRemovedMm)
    {
        var along = Math.Min(young.Parent.AlongMm + _school.ClearanceMm, old.LengthMm);
        return own with
        {
            Kind = OptionKind.Cut,
            AlongMm = along,
            RemovedMm = Math.Max(0, StemTree.LiveLength(old) - along) + othersRemovedMm + own.RemovedMm,
            TakeOver = new TakeOver(young, own),
        };
    }

    /// <summary>Taking the stem out, with all that stands on it.</summary>
    public CutOption Removal(Stem stem)
    {
        var arc = tree.Axis(stem);
        return new CutOption(
            OptionKind.Remove,
            0,
            null,
            new Segment3(arc.Start, arc.Start),
            arc.Start,
            0,
            StemTree.LiveLength(stem) + shootsRemovedAbove(stem, -1)
        );
    }

    /// <summary>Leaving the stem this winter, to take it out the next.</summary>
    public CutOption Deferral(Stem stem) => Whole(stem) with { Kind = OptionKind.Defer, RemovedMm = 0 };

    /// <summary>The height above the crown to which the shears bring the whole plant, mm.</summary>
    public double ShearHeightMm =>
        Math.Clamp(Math.Round(_school.AimShare * tallestMm), _school.HeightMinMm, _school.HeightMaxMm);

    /// <summary>Cutting with the shears; a stem below them stays whole.</summary>
    private IEnumerable<CutOption> Shear(Stem stem, double limitMm)
    {
        var arc = tree.Axis(stem);
        var at = arc.FirstAtHeight(ShearHeightMm + CrownOffset(arc)) ?? stem.LengthMm;
        return at > limitMm && limitMm < stem.LengthMm - Tolerance.LengthMm
                ? Highest(stem, CutPlaces.LeastStubMm, limitMm).Take(1)
            : at >= stem.LengthMm - Tolerance.LengthMm || at < CutPlaces.LeastStubMm ? [Whole(stem)]
            : [_places.Cut(stem, at, null) with { Sheared = true }];
    }

    /// <summary>
    /// The highest cut above a bud that leaves no more than so much of a stem; null where there is none.
    /// </summary>
    public CutOption? ShortenTo(Stem stem, double mostMm) =>
        Highest(stem, CutPlaces.LeastStubMm, mostMm).FirstOrDefault();

    /// <summary>Leaving the stem whole.</summary>
    public CutOption Whole(Stem stem)
    {
        var tip = tree.Axis(stem).At(stem.LengthMm);
        return new CutOption(
            OptionKind.Whole,
            stem.LengthMm,
            null,
            new Segment3(tip, tip),
            tip,
            _places.Height(tip, stem.LengthMm),
            shootsRemovedAbove(stem, stem.LengthMm)
        );
    }

    /// <summary>
    /// Cuts above a bud with the cut between two places along the stem, lowest first; where no bud is known, the
    /// highest window in which to look for one.
    /// </summary>
    public IEnumerable<CutOption> CutsBetween(Stem stem, double fromMm, double toMm) =>
        _places.CutsBetween(stem, fromMm, toMm);

    private CutOption Pinned(Stem stem, double alongMm)
    {
        if (alongMm < 1)
        {
            return Removal(stem);
        }

        if (alongMm >= stem.LengthMm - Tolerance.LengthMm)
        {
            return Whole(stem);
        }

        var bud = Phyllotaxis
            .Expect(stem, _kind.DivergenceDeg, _kind.InternodeMm)
            .Where(b =>
                b.AlongMm <= alongMm
                && alongMm - b.AlongMm <= Math.Max(TradeNumbers.Of.FoundAbove, 2 * _school.ClearanceMm)
            )
            .OrderBy(b => alongMm - b.AlongMm)
            .FirstOrDefault();
        return _places.Cut(
            stem,
            alongMm,
            bud is null
                ? null
                : new TargetBud(bud.AlongMm, bud.Facing, bud.Known, bud.AlongMm, bud.AlongMm, 0, bud.OtherFacing)
        );
    }

    /// <summary>First place along an axis that stands in a keep-out zone, mm; infinite where none does.</summary>
    public double KeepOutLimit(Arc arc)
    {
        var limit = double.PositiveInfinity;
        foreach (var zone in survey.KeepOut)
        {
            double Beyond(double along)
            {
                var p = arc.At(along);
                return (p.X * zone.Side.X) + (p.Y * zone.Side.Y) - zone.FromMm;
            }

            const int Pieces = 200;
            for (var i = 0; i <= Pieces; i++)
            {
                var along = arc.LengthMm * i / Pieces;
                if (Beyond(along) <= Tolerance.LengthMm)
                {
                    continue;
                }

                double low = Math.Max(0, arc.LengthMm * (i - 1) / Pieces),
                    high = along;
                for (var k = 0; k < 40 && i > 0; k++)
                {
                    var middle = (low + high) / 2;
                    (low, high) = Beyond(middle) > Tolerance.LengthMm ? (low, middle) : (middle, high);
                }

                limit = Math.Min(limit, Math.Floor(low + Tolerance.LengthMm));
                break;
            }
        }

        return limit;
    }

    /// <summary>First place along an axis at a school's height; null where it never gets there.</summary>
    private double? Reaches(Arc arc, double heightMm) =>
        !_kind.Hangs ? arc.FirstAtHeight(heightMm + CrownOffset(arc))
        : heightMm <= arc.LengthMm ? heightMm
        : null;

    private double CrownOffset(Arc arc) => survey.Plant.CrownHeightMm - arc.Start.Z;

    private static IEnumerable<CutOption> Thin(List<CutOption> cuts, int most) =>
        cuts.Count <= most
            ? cuts
            : Enumerable.Range(0, most).Select(i => cuts[i * (cuts.Count - 1) / Math.Max(1, most - 1)]);
}
