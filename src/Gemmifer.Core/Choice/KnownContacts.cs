using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Stems;

namespace Gemmifer.Core.Choice;

/// <summary>Where two canes come close.</summary>
/// <param name="Reported">They were seen to rub.</param>
/// <param name="DistanceMm">How close, mm; infinite where far.</param>
/// <param name="AlongA">Where along the first, mm; 0 where they are taken to rub wherever they are cut.</param>
/// <param name="AlongB">Where along the second, mm.</param>
internal readonly record struct Contact(bool Reported, double DistanceMm, double AlongA, double AlongB);

/// <summary>
/// Where canes come close to each other, worked out once: a plan is made again and again with one stem changed, and all
/// others stay where they were. For one planning on one thread.
/// </summary>
public sealed class KnownContacts
{
    /// <summary>Not counted near the crown, where all start: from here on, mm.</summary>
    private static readonly double TouchFromMm = TradeNumbers.Of.TouchFrom;

    /// <summary>
    /// Canes said to rub that the drawing has further apart than this are taken to rub wherever they are cut, mm.
    /// </summary>
    private static readonly double FarMm = TradeNumbers.Of.RubsAnyhow;

    private readonly Dictionary<Stem, Line> _lines = new(ReferenceEqualityComparer.Instance);
    private readonly Dictionary<Stem, Dictionary<Stem, Contact>> _known = new(ReferenceEqualityComparer.Instance);

    /// <summary>Where two stems come close.</summary>
    internal Contact Of(StemTree tree, Stem a, Stem b)
    {
        // Where a side shoot stands hangs on what it grows on, which may have changed.
        if (!a.TopLevel || !b.TopLevel)
        {
            return Find(Sampled(tree, a), Sampled(tree, b), Reported(a, b));
        }

        if (!_known.TryGetValue(a, out var others))
        {
            others = new Dictionary<Stem, Contact>(ReferenceEqualityComparer.Instance);
            _known.Add(a, others);
        }

        if (!others.TryGetValue(b, out var contact))
        {
            contact = Find(LineOf(tree, a), LineOf(tree, b), Reported(a, b));
            others.Add(b, contact);
        }

        return contact;
    }

    private static bool Reported(Stem a, Stem b) => a.Rubs.Contains(b.Id) || b.Rubs.Contains(a.Id);

    private static Contact Find(Line a, Line b, bool reported)
    {
        if (a.BoxTo(b) > FarMm)
        {
            return new Contact(reported, double.PositiveInfinity, 0, 0);
        }

        var (distance, alongA, alongB) = Arc.Closest(a.Sampled, b.Sampled);

        // Seen to rub, but not where the geometry would have it: take it that they rub wherever they are cut.
        return reported && distance > FarMm
            ? new Contact(true, distance, 0, 0)
            : new Contact(reported, distance, alongA, alongB);
    }

    private Line LineOf(StemTree tree, Stem stem)
    {
        if (!_lines.TryGetValue(stem, out var line))
        {
            line = Sampled(tree, stem);
            _lines.Add(stem, line);
        }

        return line;
    }

    private static Line Sampled(StemTree tree, Stem stem)
    {
        var sampled = Arc.Sampled(tree.Axis(stem), TouchFromMm);
        var (low, high) = (sampled.Points[0], sampled.Points[0]);
        foreach (var p in sampled.Points)
        {
            low = new Point3(Math.Min(low.X, p.X), Math.Min(low.Y, p.Y), Math.Min(low.Z, p.Z));
            high = new Point3(Math.Max(high.X, p.X), Math.Max(high.Y, p.Y), Math.Max(high.Z, p.Z));
        }

        return new Line(sampled, low, high);
    }

    /// <summary>A stem's sampled axis with the box round it.</summary>
    private readonly record struct Line(Arc.SampledArc Sampled, Point3 Low, Point3 High)
    {
        /// <summary>Distance between the boxes round two, mm: no two points are closer.</summary>
        public double BoxTo(Line other)
        {
            var x = Math.Max(0, Math.Max(Low.X - other.High.X, other.Low.X - High.X));
            var y = Math.Max(0, Math.Max(Low.Y - other.High.Y, other.Low.Y - High.Y));
            var z = Math.Max(0, Math.Max(Low.Z - other.High.Z, other.Low.Z - High.Z));
            return Math.Sqrt((x * x) + (y * y) + (z * z));
        }
    }
}
