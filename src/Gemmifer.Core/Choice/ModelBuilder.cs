using System.Collections.Immutable;
using Gemmifer.Core.Buds;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Choice;

/// <summary>Turns candidates and a school into the numbers of a <see cref="ChoiceModel"/>: every want is a term of one option or of a pair.</summary>
public sealed class ModelBuilder(Survey survey, StemTree tree, ImmutableArray<Candidate> candidates)
{
    /// <summary>Thickness counts up to here, mm; years of age up to 20.</summary>
    private const double ThickestMm = 25;

    /// <summary>An end nearer to the crown's axis than this stands in the centre, mm.</summary>
    private const double CentreMm = 120;

    /// <summary>Ends closer in bearing than this compete, degrees.</summary>
    private const double CloseDeg = 60;

    /// <summary>Canes nearer than this on the way up touch in the wind, mm; not counted near the crown, where all start.</summary>
    private const double TouchMm = 25, TouchFromMm = 150;

    /// <summary>Ends may differ this much in height, mm (assumption: "about level").</summary>
    public const double LevelMm = 100;

    private readonly School _school = survey.School;
    private readonly double _tallestMm = candidates.Length == 0 ? 0
        : candidates.Max(c => tree.Axis(c.Stem).At(StemTree.LiveLength(c.Stem)).Z - survey.Plant.CrownHeightMm);

    /// <summary>The model. Candidates and their options keep their order.</summary>
    public ChoiceModel Build()
    {
        var model = new ChoiceModel([.. candidates.Select(c => c.Options.Length)]);
        for (var i = 0; i < candidates.Length; i++)
        {
            for (var k = 0; k < candidates[i].Options.Length; k++)
            {
                var (c, option, o) = (candidates[i], candidates[i].Options[k], model.First[i] + k);
                model.Points[o] = Thousandths(OptionPoints(c, option));
                model.TieBreak[o] = Hash(c.Stem.Id, option);
                model.Keeps[o] = option.Keeps;
                model.RemovedMm[o] = (long)Math.Ceiling(option.RemovedMm - Tolerance.LengthMm);
                model.RemovesOld[o] = c.Old && !option.Keeps;
            }

            for (var j = 0; j < i; j++)
            {
                FillPairs(model, i, j);
            }
        }

        return model;
    }

    /// <summary>Points of one option; a removal has none.</summary>
    public double OptionPoints(Candidate candidate, CutOption option)
    {
        if (!option.Keeps)
        {
            return 0;
        }

        var stem = candidate.Stem;
        var points = _school.Weight("keep")
            + (_school.Weight("thickness") * Math.Min(stem.DiameterMm, ThickestMm))
            + (_school.Weight("year") * (Math.Min(stem.Age, 20) - 1));
        if (stem.DiameterMm < _school.ThinBelowMm)
        {
            points += _school.Weight("thin");
        }
        else if (stem.Has("spindly"))
        {
            points += _school.Weight("thin") / 2;
        }

        if (stem.Age >= survey.Plant.Kind.OldFrom)
        {
            points += _school.Weight("old")
                + (stem.Has("unproductive") ? _school.Weight("unproductive") : 0)
                + (stem.Has("productive") ? _school.Weight("productive") : 0);
        }

        return points + HeightPoints(option) + BudPoints(stem, option) + PlacePoints(stem, option)
            + (option.Kind == OptionKind.Whole ? _school.Weight("uncut") : 0);
    }

    /// <summary>The height aimed at above the crown, mm: the foot of the window, or a share of the plant's height within it.</summary>
    public double AimHeightMm => _school.AimShare <= 0 ? _school.HeightMinMm
        : Math.Clamp(_school.AimShare * _tallestMm, _school.HeightMinMm, _school.HeightMaxMm);

    private double HeightPoints(CutOption option)
    {
        var span = survey.Plant.Vigour == Vigour.Weak ? Math.Max(150, _tallestMm - AimHeightMm) : 150;
        var off = option.HeightMm - AimHeightMm;
        return _school.Weight("height") * (off >= 0 ? off : -off / 2) / span;
    }

    private double BudPoints(Stem stem, CutOption option)
    {
        if (option.Bud is not { } bud || !_school.BudOutward)
        {
            return 0;
        }

        if (bud.Known == BudKnowledge.LookFor)
        {
            // On average half way between straight outward and the worst that so many successive buds can leave.
            var nodes = (int)Math.Floor((bud.ToMm - bud.FromMm) / survey.Plant.Kind.InternodeMm);
            var expected = Phyllotaxis.WidestGap(nodes, survey.Plant.Kind.DivergenceDeg) / 4;
            return _school.Weight("outward") * Math.Cos(expected * Math.PI / 180);
        }

        var outward = StemTree.Outward(stem, option.Place);
        var spread = Phyllotaxis.DefaultSigmaDeg * (bud.Known == BudKnowledge.Seen ? 0 : 1) * Math.PI / 180;
        double Cosine(Bearing b) => Math.Cos(b.AngleTo(outward) * Math.PI / 180);
        var cosine = bud.OtherFacing is { } other ? (Cosine(bud.Facing!.Value) + Cosine(other)) / 2 : Cosine(bud.Facing!.Value);
        return _school.Weight("outward") * cosine * Math.Exp(-spread * spread / 2);
    }

    private double PlacePoints(Stem stem, CutOption option)
    {
        if (!_school.CentreOpen || survey.Plant.Look == PlantLook.Full)
        {
            return 0;
        }

        var radius = Math.Sqrt((option.Place.X * option.Place.X) + (option.Place.Y * option.Place.Y));
        var inward = stem.RadiusMm >= 20 && stem.LeanDeg + stem.TipLeanDeg > 10 && stem.BaseBearing.AngleTo(stem.Bearing) > 120 + Tolerance.LengthMm;
        return (radius < CentreMm ? _school.Weight("centre") * (1 - (radius / CentreMm)) : 0) + (inward ? _school.Weight("inward") : 0);
    }

    private void FillPairs(ChoiceModel model, int i, int j)
    {
        var (a, b) = (candidates[i], candidates[j]);
        var contact = ContactOf(a.Stem, b.Stem);
        for (var k = 0; k < a.Options.Length; k++)
        {
            for (var m = 0; m < b.Options.Length; m++)
            {
                var (p, q) = (a.Options[k], b.Options[m]);
                if (!p.Keeps || !q.Keeps)
                {
                    continue;
                }

                var (o, r) = (model.First[i] + k, model.First[j] + m);
                var distance = p.End.DistanceTo(q.End);
                var shortBy = _school.SpacingMm - distance;
                model.SpacingShortMm[o, r] = model.SpacingShortMm[r, o] = shortBy > Tolerance.LengthMm ? (int)Math.Ceiling(shortBy) : 0;
                model.LevelBroken[o, r] = model.LevelBroken[r, o] = CountsForLevel(p) && CountsForLevel(q)
                    && Math.Abs(p.HeightMm - q.HeightMm) > LevelMm + Tolerance.LengthMm;
                model.PairPoints[o, r] = model.PairPoints[r, o] = Thousandths(PairPoints(a.Stem, p, b.Stem, q, contact));
            }
        }
    }

    /// <summary>A weak plant is cut as little as its canes allow, each at its own height: level stays a want there.</summary>
    private bool CountsForLevel(CutOption option) => survey.Plant.Vigour != Vigour.Weak && option.HeightMm >= _school.HeightMinMm - Tolerance.LengthMm;

    private double PairPoints(Stem a, CutOption p, Stem b, CutOption q, Contact contact)
    {
        var angle = StemTree.Outward(a, p.Place).AngleTo(StemTree.Outward(b, q.Place));
        var close = Math.Max(0, 1 - (angle / CloseDeg));
        var points = (_school.Weight("close") * close * close) + (_school.Weight("level") * Math.Abs(p.HeightMm - q.HeightMm) / 100);
        if (p.AlongMm >= contact.AlongA && q.AlongMm >= contact.AlongB)
        {
            points += contact.Reported ? _school.Weight("rubs")
                : contact.DistanceMm < TouchMm ? _school.Weight("touch") * (1 - (contact.DistanceMm / TouchMm)) : 0;
        }

        var oldFrom = survey.Plant.Kind.OldFrom;
        return points + (a.Age >= oldFrom != b.Age >= oldFrom && angle < CloseDeg ? _school.Weight("successor") : 0);
    }

    private Contact ContactOf(Stem a, Stem b)
    {
        var reported = a.Rubs.Contains(b.Id) || b.Rubs.Contains(a.Id);
        var (distance, alongA, alongB) = Arc.Closest(tree.Axis(a), TouchFromMm, tree.Axis(b), TouchFromMm);

        // Seen to rub, but not where the geometry would have it: take it that they rub wherever they are cut.
        return reported && distance > 100 ? new Contact(true, distance, 0, 0) : new Contact(reported, distance, alongA, alongB);
    }

    private static long Thousandths(double points) => (long)Math.Round(points * 1000, MidpointRounding.AwayFromZero);

    /// <summary>FNV-1a of what identifies an option whichever way the plant is turned.</summary>
    private static byte Hash(string id, CutOption option)
    {
        var hash = 2166136261;
        foreach (var c in $"{id}|{(int)option.Kind}|{(long)Math.Round(option.AlongMm)}")
        {
            hash = unchecked((hash ^ c) * 16777619);
        }

        return (byte)(hash >> 13);
    }

    private readonly record struct Contact(bool Reported, double DistanceMm, double AlongA, double AlongB);
}
