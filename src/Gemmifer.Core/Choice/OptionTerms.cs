using System.Collections.Immutable;
using System.Runtime.CompilerServices;
using Gemmifer.Core.Buds;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Choice;

/// <summary>What the points of an option are for.</summary>
internal enum Want
{
    Keep,
    Thickness,
    Age,
    Height,
    Bud,
    Centre,
    Place,
    Other,

    /// <summary>What last winter's plan named it for.</summary>
    Named,
}

/// <summary>What one option of a cane is worth, want by want, in points.</summary>
internal sealed class OptionTerms(
    Survey survey,
    StemTree tree,
    ImmutableArray<Candidate> candidates,
    ImmutableArray<(double From, double Width)> gaps
)
{
    /// <summary>Thickness counts up to here, mm.</summary>
    private static readonly double ThickestMm = TradeNumbers.Of.ThickestCounted;

    /// <summary>An end nearer to the crown's axis than this stands in the centre, mm.</summary>
    private static readonly double CentreMm = TradeNumbers.Of.Centre;

    /// <summary>A thickness is sure to so much, mm.</summary>
    private static readonly double ThinBandMm = TradeNumbers.Of.ThinBand;

    /// <summary>
    /// How far a stem counts as thin, 0 to 1: in part where it is nearer to the limit than people measure.
    /// </summary>
    internal static double ThinShare(Stem stem, School school) =>
        school.ThinBelowMm <= 0
            ? 0
            : Math.Clamp((school.ThinBelowMm + ThinBandMm - stem.DiameterMm) / (2 * ThinBandMm), 0, 1);

    /// <summary>What a look that need not be taken counts, points.</summary>
    private static readonly double LookPoints = TradeNumbers.Of.LookSaved;

    /// <summary>Of buds that are worth less by so many points the look that is saved counts half.</summary>
    private static readonly double Relief = TradeNumbers.Of.LookRelief;

    /// <summary>A bud so near to a window serves as one in it does, mm.</summary>
    private static readonly double NearWindowMm = TradeNumbers.Of.NearWindow;

    /// <summary>What last winter's naming counts, points.</summary>
    private static readonly double NamedPoints = TradeNumbers.Of.Named;

    /// <summary>A window is full with so many buds; each one fewer takes this share of a bud's worth.</summary>
    private static readonly int WindowNodes = TradeNumbers.Of.WindowNodes;
    private static readonly double FewerBuds = TradeNumbers.Of.FewerBuds;

    /// <summary>A cane that starts nearer to the crown's axis than this grows through no centre, mm.</summary>
    internal static readonly double LeastRadiusMm = TradeNumbers.Of.ThroughCentreFrom;

    /// <summary>Age counts up to so many seasons.</summary>
    private static readonly int OldestCounted = TradeNumbers.Of.AgeCounted;

    /// <summary>An end so far from the height that is aimed at misses it wholly, mm.</summary>
    private static readonly double HeightBandMm = TradeNumbers.Of.HeightBand;

    private readonly School _school = survey.School;
    private readonly SchoolWants _wants = survey.School.Wants;
    private readonly double _tallestMm =
        candidates.Length == 0
            ? 0
            : candidates.Max(c => tree.Axis(c.Stem).At(StemTree.LiveLength(c.Stem)).Z - survey.Plant.CrownHeightMm);

    /// <summary>Where canes cross the crown's axis, mm along them, by their ids.</summary>
    private readonly Dictionary<StemId, double> _crosses = candidates
        .Select(c => (c.Stem.Id, At: tree.ThroughCentreAt(c.Stem)))
        .Where(c => c.At is not null)
        .ToDictionary(c => c.Id, c => c.At!.Value);

    /// <summary>Points of one option; a removal has none.</summary>
    public double Points(Candidate candidate, CutOption option)
    {
        if (!option.Keeps)
        {
            // Leaving old wood for another year weighs more the older it is: the oldest goes first (common practice, no
            // source).
            return option.Kind == OptionKind.Defer
                ? _wants.Defer
                    * Math.Max(1, Math.Min(candidate.Stem.Age, OldestCounted) / (double)survey.Plant.Kind.OldFrom)
                : 0;
        }

        var points = 0.0;
        foreach (var (_, part) in Of(candidate, option))
        {
            points += part;
        }

        return points;
    }

    /// <summary>The points of an option that keeps its cane, want by want.</summary>
    public IEnumerable<(Want Want, double Points)> Of(Candidate candidate, CutOption option) =>
        LookSaved(candidate, option) is > 0 and var saved
            ? OwnTerms(candidate, option).Append((Want.Bud, saved))
            : OwnTerms(candidate, option);

    /// <summary>
    /// What the buds of a cane that face out gain, where a window is open beside them: the best of them is worth what a
    /// look in the window might find, and the look that is saved. So a bud that was found is taken before one that has
    /// to be looked for, and noting it never costs the cane.
    /// </summary>
    private double LookSaved(Candidate candidate, CutOption option) =>
        FoundBeside(candidate, option) is { } beside && beside.Found.Contains(option) ? beside.Gain : 0;

    /// <summary>The buds of a cane that face out beside a window that is open.</summary>
    /// <param name="Found">Cuts above them.</param>
    /// <param name="Gain">What each of them gains, points.</param>
    private sealed record Beside(CutOption[] Found, double Gain);

    private readonly Dictionary<(Candidate, Stem?), Beside?> _beside = new(BesideComparer.Instance);

    private sealed class BesideComparer : IEqualityComparer<(Candidate, Stem?)>
    {
        public static readonly BesideComparer Instance = new();

        public bool Equals((Candidate, Stem?) x, (Candidate, Stem?) y) =>
            ReferenceEquals(x.Item1, y.Item1) && ReferenceEquals(x.Item2, y.Item2);

        public int GetHashCode((Candidate, Stem?) obj) => RuntimeHelpers.GetHashCode(obj.Item1);
    }

    private Beside? FoundBeside(Candidate candidate, CutOption option)
    {
        if (option.Bud is null)
        {
            return null;
        }

        var key = (candidate, option.TakeOver?.Stem);
        if (!_beside.TryGetValue(key, out var beside))
        {
            beside = FindBeside(candidate, option.TakeOver?.Stem);
            _beside.Add(key, beside);
        }

        return beside;
    }

    private Beside? FindBeside(Candidate candidate, Stem? takeOver)
    {
        // The gardener's word takes options away; it makes none of the others better.
        var all = candidate.Unasked.IsDefault ? candidate.Options : candidate.Unasked;
        var options = all.Where(o => ReferenceEquals(o.TakeOver?.Stem, takeOver)).ToArray();
        var open = options.Where(o => o.Bud is { Known: BudKnowledge.LookFor, AtScar: false }).ToArray();
        if (open.Length == 0)
        {
            return null;
        }

        var (from, to) = (open.Min(o => o.FromMm) - NearWindowMm, open.Max(o => o.ToMm) + NearWindowMm);
        CutOption[] Within(BudKnowledge known) =>
            [
                .. options.Where(o =>
                    o.Bud?.Known == known
                    && OptionBuilder.FacesOut(takeOver ?? candidate.Stem, o)
                    && o.AlongMm >= from
                    && o.AlongMm <= to
                ),
            ];
        // A likely one only where none was seen.
        var found = Within(BudKnowledge.Seen) is { Length: > 0 } seen ? seen : Within(BudKnowledge.Likely);
        if (found.Length == 0)
        {
            return null;
        }

        double Own(CutOption o) => OwnTerms(candidate, o).Sum(t => t.Points);
        var less = Math.Max(0, open.Max(Own) - found.Max(Own));

        // A bud that may face one way or the other has to be looked at all the same.
        var saves = found.All(o => o.Bud!.OtherFacing is null);
        return new Beside(found, less + (saves ? LookPoints / (1 + (less / Relief)) : 0));
    }

    private IEnumerable<(Want Want, double Points)> OwnTerms(Candidate candidate, CutOption option)
    {
        var stem = option.TakeOver?.Stem ?? candidate.Stem;
        yield return (Want.Keep, _wants.Keep);
        yield return (Want.Thickness, _wants.Thickness * Math.Min(stem.DiameterMm, ThickestMm));
        yield return (Want.Age, _wants.Year * (Math.Min(stem.Age, OldestCounted) - 1));
        if (ThinShare(stem, _school) is > 0 and var share)
        {
            yield return (Want.Thickness, _wants.Thin * share);
        }
        else if (stem.Has(Sign.Spindly))
        {
            yield return (Want.Thickness, _wants.Thin / 2);
        }

        if (stem.Age >= survey.Plant.Kind.OldFrom)
        {
            yield return (Want.Age, _wants.Old);
            if (stem.Has(Sign.Unproductive))
            {
                yield return (Want.Age, _wants.Unproductive);
            }

            if (stem.Has(Sign.Productive))
            {
                yield return (Want.Age, _wants.Productive);
            }
        }

        yield return (Want.Height, HeightPoints(option));
        yield return (Want.Bud, BudPoints(stem, option));
        yield return (Want.Centre, PlacePoints(candidate.Stem, option));
        if (option.Kind == OptionKind.Whole)
        {
            yield return (Want.Height, _wants.Uncut);
        }

        if (option.Laid is { } laid)
        {
            yield return (Want.Place, _wants.Cover * laid.WorthMm / 1000);
        }

        if (option.TakeOver is not null)
        {
            yield return (Want.Other, _wants.Join);
        }

        if (candidate.Replaced)
        {
            yield return (Want.Other, _wants.Replaced);
        }

        if (stem.Named is { } named)
        {
            yield return (Want.Named, named == Named.Next ? -NamedPoints : NamedPoints);
        }

        if (option.Bud is { AtScar: true })
        {
            yield return (Want.Bud, _wants.Scar);
        }

        if (OpenSides.Filled(gaps, option) is not null)
        {
            yield return (Want.Bud, _wants.Gap);
        }
    }

    /// <summary>
    /// The height aimed at above the crown, mm: the foot of the window, or a share of the plant's height within it.
    /// </summary>
    public double AimHeightMm =>
        _school.AimShare <= 0
            ? _school.HeightMinMm
            : Math.Clamp(_school.AimShare * _tallestMm, _school.HeightMinMm, _school.HeightMaxMm);

    private double HeightPoints(CutOption option)
    {
        var span = survey.Plant.Vigour == Vigour.Weak ? Math.Max(HeightBandMm, _tallestMm - AimHeightMm) : HeightBandMm;
        // Where the bud has still to be found, it may be found at the best height of the window: not having looked
        // costs a look, never a cane.
        var (low, high) = HeightsOf(option);
        var off = Math.Clamp(AimHeightMm, low, high) - AimHeightMm;
        return _wants.Height * (off >= 0 ? off : -off / 2) / span;
    }

    /// <summary>The heights above the crown at which the end may come to stand, mm.</summary>
    private (double Low, double High) HeightsOf(CutOption option)
    {
        if (option.Bud is not { Known: BudKnowledge.LookFor, AtScar: false } bud)
        {
            return (option.HeightMm, option.HeightMm);
        }

        var crown = survey.Plant.CrownHeightMm;
        return survey.Plant.Kind.Hangs
            ? (bud.FromMm, bud.ToMm)
            : (Math.Min(option.End.A.Z, option.End.B.Z) - crown, Math.Max(option.End.A.Z, option.End.B.Z) - crown);
    }

    /// <summary>How far apart in height two ends have to stand at least, mm.</summary>
    public double UnlevelMm(CutOption a, CutOption b)
    {
        var (p, q) = (HeightsOf(a), HeightsOf(b));
        return Math.Max(0, Math.Max(p.Low - q.High, q.Low - p.High));
    }

    private double BudPoints(Stem stem, CutOption option)
    {
        if (option.Bud is not { } bud || !_school.BudOutward)
        {
            return 0;
        }

        if (bud.AtScar)
        {
            return 0;
        }

        if (bud.Known == BudKnowledge.LookFor)
        {
            // It is worth what a bud that faces straight out would be; of two windows the one with more buds serves
            // better.
            var nodes = (int)Math.Floor((bud.ToMm - bud.FromMm) / survey.Plant.Kind.InternodeMm);
            return _wants.Outward * (1 - (FewerBuds * Math.Max(0, WindowNodes - nodes)));
        }

        var upward = !_school.BudUpward
            ? 0
            : bud.Face switch
            {
                BudFace.Up => _wants.Up,
                BudFace.Down => -2 * _wants.Up,
                _ => 0,
            };
        if (bud.Facing is null)
        {
            return upward;
        }

        var outward = StemTree.Outward(stem, option.Place);
        var spread = Phyllotaxis.DefaultSigmaDeg * (bud.Known == BudKnowledge.Seen ? 0 : 1) * Math.PI / 180;
        double Cosine(Bearing b) => Math.Cos(b.AngleTo(outward) * Math.PI / 180);
        var cosine = bud.OtherFacing is { } other
            ? (Cosine(bud.Facing!.Value) + Cosine(other)) / 2
            : Cosine(bud.Facing!.Value);
        return upward + (_wants.Outward * cosine * Math.Exp(-spread * spread / 2));
    }

    private double PlacePoints(Stem stem, CutOption option)
    {
        if (!_school.CentreOpen || survey.Plant.Look == PlantLook.Full)
        {
            return 0;
        }

        var radius = Math.Sqrt((option.Place.X * option.Place.X) + (option.Place.Y * option.Place.Y));
        // Cut before it gets there, it is turned: it grows on from its own side. A bud still to be found may be there.
        var inward =
            stem.RadiusMm >= LeastRadiusMm
            && option.FromMm > (_crosses.TryGetValue(stem.Id, out var at) ? at : double.PositiveInfinity);
        return (radius < CentreMm ? _wants.Centre * (1 - (radius / CentreMm)) : 0) + (inward ? _wants.Inward : 0);
    }
}
