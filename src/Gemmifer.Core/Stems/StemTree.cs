using System.Collections.Frozen;
using System.Collections.Immutable;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plants;

namespace Gemmifer.Core.Stems;

/// <summary>
/// The stems of a plant as a tree in space. Stems are in order of id, whatever the order of the survey.
/// </summary>
public sealed class StemTree
{
    /// <summary>
    /// A stem that leans so far away from its own side of the crown grows through the centre, degrees.
    /// </summary>
    private static readonly double ThroughCentreDeg = TradeNumbers.Of.ThroughCentre;

    private readonly FrozenDictionary<StemId, Arc> _axes;
    private readonly ILookup<StemId, Stem> _children;
    private readonly double _tipShare;

    private StemTree(ImmutableArray<Stem> stems, FrozenDictionary<StemId, Arc> axes, double tipShare)
    {
        Stems = stems;
        _axes = axes;
        _tipShare = tipShare;
        ById = stems.ToFrozenDictionary(s => s.Id);
        _children = stems.Where(s => !s.TopLevel).ToLookup(s => s.Parent.StemId!);
    }

    /// <summary>All stems in ordinal order of id.</summary>
    public ImmutableArray<Stem> Stems { get; }

    public FrozenDictionary<StemId, Stem> ById { get; }

    /// <summary>Builds the tree. Parents exist and have no cycle; the reader has seen to that.</summary>
    public static StemTree Build(ImmutableArray<Stem> survey, Plant plant)
    {
        var stems = survey.Sort((a, b) => string.CompareOrdinal(a.Id, b.Id));
        var byId = stems.ToDictionary(s => s.Id);
        var axes = new Dictionary<StemId, Arc>();
        foreach (var stem in stems)
        {
            Place(stem);
        }

        return new StemTree(stems, axes.ToFrozenDictionary(), plant.Kind.TipDiameterShare);

        Arc Place(Stem stem)
        {
            if (!axes.TryGetValue(stem.Id, out var arc))
            {
                var start = stem.TopLevel
                    ? BaseOf(stem, plant)
                    : Place(byId[stem.Parent.StemId!]).At(stem.Parent.AlongMm);
                arc = new Arc(start, stem.Bearing, stem.LeanDeg, stem.TipLeanDeg, stem.LengthMm);
                axes.Add(stem.Id, arc);
            }

            return arc;
        }
    }

    /// <summary>The axis of a stem.</summary>
    public Arc Axis(Stem stem) => _axes[stem.Id];

    /// <summary>Stems that start on this one, in order of id.</summary>
    public IEnumerable<Stem> Children(Stem stem) => _children[stem.Id];

    /// <summary>All stems that stand on this one, however far out.</summary>
    public IEnumerable<Stem> Descendants(Stem stem) => Children(stem).SelectMany(c => Descendants(c).Prepend(c));

    /// <summary>Whether a stem that the gardener wants to stay stands on this one, however far out.</summary>
    public bool HoldsPinned(Stem stem) => PinnedTo(stem) is not null;

    /// <summary>
    /// The highest place along a stem at which one starts that the gardener wants to stay, itself or with what it
    /// carries, mm; null where none does.
    /// </summary>
    public double? PinnedTo(Stem stem) =>
        Children(stem)
            .Where(c => c.Pin is Pin.Keep or Pin.CutAt { AlongMm: >= 1 } || HoldsPinned(c))
            .Select(c => (double?)c.Parent.AlongMm)
            .Max();

    /// <summary>Thickness at a distance along a stem, mm: even taper from the base to the tip.</summary>
    public double DiameterAt(Stem stem, double alongMm) =>
        stem.LengthMm <= 0
            ? stem.DiameterMm
            : stem.DiameterMm * (1 - ((1 - _tipShare) * Math.Clamp(alongMm / stem.LengthMm, 0, 1)));

    /// <summary>Live length of one stem, mm.</summary>
    public static double LiveLength(Stem stem) => Math.Min(stem.DeadFromMm ?? stem.LengthMm, stem.LengthMm);

    /// <summary>
    /// Bearing of a place seen from the crown; the stem's own bearing where the place is over the crown.
    /// </summary>
    public static Bearing Outward(Stem stem, Point3 place) => Bearing.FromVector(place.X, place.Y) ?? stem.Bearing;

    /// <summary>
    /// Where along a stem from the crown or the ground it crosses the crown's axis to the other side, mm; null where it
    /// never does.
    /// </summary>
    public double? ThroughCentreAt(Stem stem)
    {
        var away = stem.BaseBearing.AngleTo(stem.Bearing);
        if (!stem.TopLevel || away < ThroughCentreDeg + Tolerance.LengthMm)
        {
            return null;
        }

        // How far it has to reach out to stand on the axis, as far as it goes that way.
        var needed = stem.RadiusMm / -Math.Cos(away * Math.PI / 180);
        var (axis, start) = (Axis(stem), Axis(stem).Start);
        double Out(double along)
        {
            var p = axis.At(along) - start;
            return Math.Sqrt((p.X * p.X) + (p.Y * p.Y));
        }

        if (Out(stem.LengthMm) <= needed)
        {
            return null;
        }

        double low = 0,
            high = stem.LengthMm;
        for (var i = 0; i < 60; i++)
        {
            var middle = (low + high) / 2;
            (low, high) = Out(middle) <= needed ? (middle, high) : (low, middle);
        }

        return high;
    }

    private static Point3 BaseOf(Stem stem, Plant plant) =>
        new(
            stem.RadiusMm * stem.BaseBearing.X,
            stem.RadiusMm * stem.BaseBearing.Y,
            stem.Parent.Origin == Origin.Crown ? plant.CrownHeightMm : 0
        );
}
