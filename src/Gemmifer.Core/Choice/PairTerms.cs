using System.Collections.Immutable;
using System.Runtime.CompilerServices;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;
using Gemmifer.Core.Training;

namespace Gemmifer.Core.Choice;

/// <summary>What a pair of options is worth, part by part, in points.</summary>
/// <param name="Gap">Both fill the same gap.</param>
/// <param name="Close">Their ends compete for one side, or for one place on a support.</param>
/// <param name="Level">Their ends differ in height.</param>
/// <param name="Rubs">They were seen to rub.</param>
/// <param name="Touch">They touch in the wind.</param>
/// <param name="Successor">An old one has a young one beside it.</param>
internal readonly record struct PairParts(
    double Gap,
    double Close,
    double Level,
    double Rubs,
    double Touch,
    double Successor
)
{
    public double Sum => Gap + Close + Level + Rubs + Touch + Successor;
}

/// <summary>
/// What two options of two canes are worth together, and whether they can stand beside each other at all.
/// </summary>
internal sealed class PairTerms(
    Survey survey,
    StemTree tree,
    ImmutableArray<Candidate> candidates,
    ImmutableArray<(double From, double Width)> gaps,
    OptionTerms options,
    KnownContacts contacts
)
{
    /// <summary>Ends closer in bearing than this compete, degrees.</summary>
    internal static readonly double CloseDeg = TradeNumbers.Of.CloseBearing;

    /// <summary>Canes nearer than this on the way up touch in the wind, mm.</summary>
    private static readonly double TouchMm = TradeNumbers.Of.Touch;

    /// <summary>Canes whose ends are tied nearer to each other than this crowd, mm.</summary>
    private static readonly double CrowdMm = TradeNumbers.Of.CrowdOnSupport;

    /// <summary>The wants of every pair, looked up once.</summary>
    private readonly SchoolWants _wants = survey.School.Wants;
    private readonly School _school = survey.School;
    private readonly double _heightMinMm = survey.School.HeightMinMm;

    /// <summary>What is asked of an option in each of its pairs.</summary>
    /// <param name="Out">The way its end stands from the crown; not used on a support.</param>
    /// <param name="FrontDeg">The same on a support, from left to right.</param>
    /// <param name="Fills">The side on which its shoot fills a gap; null where it does not.</param>
    internal readonly record struct Seen(Bearing Out, double FrontDeg, Bearing? Fills);

    public Seen SeenOf(Stem stem, CutOption option) =>
        survey.Plant.Kind.Climbs
            ? new Seen(default, FrontDeg(stem, option), OpenSides.Filled(gaps, option))
            : new Seen(StemTree.Outward(stem, option.Place), 0, OpenSides.Filled(gaps, option));

    /// <summary>Writes all pairs of options of two canes into a model.</summary>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    public void Fill(ChoiceModel model, int i, int j, Seen[][] seen)
    {
        var (a, b) = (candidates[i], candidates[j]);
        var contact = contacts.Of(tree, a.Stem, b.Stem);
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
                // Of two windows the buds are chosen with room between them.
                var shortBy = _school.SpacingMm - p.End.FurthestFrom(q.End);
                model.SpacingShortMm[o, r] = model.SpacingShortMm[r, o] =
                    shortBy > Tolerance.LengthMm ? (int)Math.Ceiling(shortBy) : 0;
                model.LevelBroken[o, r] = model.LevelBroken[r, o] =
                    CountsForLevel(p)
                    && CountsForLevel(q)
                    && options.UnlevelMm(p, q) > _school.LevelSpreadMm + Tolerance.LengthMm;
                model.Excluded[o, r] = model.Excluded[r, o] = InEachOthersWay(a.Stem, p, b.Stem, q);
                model.PairPoints[o, r] = model.PairPoints[r, o] = ModelBuilder.Thousandths(
                    PartsOf((a.Stem, p, seen[i][k]), (b.Stem, q, seen[j][m]), contact).Sum
                );
            }
        }
    }

    /// <summary>
    /// Whether two canes would lie on one line, or one across the other on a face: those that stand further left lie on
    /// the lines further left, but where the gardener asked for another.
    /// </summary>
    private bool InEachOthersWay(Stem a, CutOption p, Stem b, CutOption q)
    {
        if (p.Laid?.Line is not { } line || q.Laid?.Line is not { } other)
        {
            return false;
        }

        if (line.Number == other.Number)
        {
            return true;
        }

        if (survey.Support is not { Flat: true } || p.Laid.Wanted || q.Laid.Wanted)
        {
            return false;
        }

        var stands = Standing(p.TakeOver?.Stem ?? a).CompareTo(Standing(q.TakeOver?.Stem ?? b));
        var lies = (-Math.Round(line.AngleFromRight, 9), line.Number).CompareTo(
            (-Math.Round(other.AngleFromRight, 9), other.Number)
        );
        return Math.Sign(stands) != Math.Sign(lies);
    }

    /// <summary>The order in which canes stand, from the left over the top to the right.</summary>
    public (double, double, string) Standing(Stem stem)
    {
        var axis = tree.Axis(stem);
        var cane = CaneToTrain.Of(stem, axis, AllowedStrain.Under(_school));
        return (-Math.Round(cane.StandsAt, 9), axis.Start.X, stem.Id);
    }

    /// <summary>
    /// A weak plant is cut as little as its canes allow, each at its own height: level stays a want there.
    /// </summary>
    private bool CountsForLevel(CutOption option) =>
        survey.Plant.Vigour != Vigour.Weak && option.HeightMm >= _heightMinMm - Tolerance.LengthMm;

    /// <summary>
    /// What a pair of options is worth, part by part, as <see cref="ChoiceModel.PairPoints"/> has it.
    /// </summary>
    public PairParts Of(Stem a, CutOption p, Stem b, CutOption q) =>
        p.Keeps && q.Keeps ? PartsOf((a, p, SeenOf(a, p)), (b, q, SeenOf(b, q)), contacts.Of(tree, a, b)) : default;

    private PairParts PartsOf(
        (Stem Stem, CutOption Option, Seen Seen) a,
        (Stem Stem, CutOption Option, Seen Seen) b,
        Contact contact
    )
    {
        // On a support canes are spread from left to right, not round the clock.
        var angle = survey.Plant.Kind.Climbs
            ? Math.Abs(a.Seen.FrontDeg - b.Seen.FrontDeg)
            : a.Seen.Out.AngleTo(b.Seen.Out);
        // Two that are tied crowd where their ends are near each other.
        var close =
            TiedEnd(a.Option) is { } one && TiedEnd(b.Option) is { } other
                ? Math.Max(0, 1 - (one.DistanceTo(other) / CrowdMm))
                : Math.Max(0, 1 - (angle / CloseDeg));
        var meet = a.Option.AlongMm >= contact.AlongA && b.Option.AlongMm >= contact.AlongB;
        var oldFrom = survey.Plant.Kind.OldFrom;
        return new PairParts(
            a.Seen.Fills is { } fa && b.Seen.Fills is { } fb && fa.AngleTo(fb) < CloseDeg ? -_wants.Gap : 0,
            _wants.Close * close * close,
            _wants.Level * options.UnlevelMm(a.Option, b.Option) / 100,
            meet && contact.Reported ? _wants.Rubs : 0,
            meet && !contact.Reported && contact.DistanceMm < TouchMm
                ? _wants.Touch * (1 - (contact.DistanceMm / TouchMm))
                : 0,
            a.Stem.Age >= oldFrom != b.Stem.Age >= oldFrom && angle < CloseDeg ? _wants.Successor : 0
        );
    }

    /// <summary>Where a cane ends on its line; null where it is on none.</summary>
    private static Point3? TiedEnd(CutOption option) =>
        option.Laid is { Line: { } line, Path: CanePath.Bent bent } ? line.At(bent.JoinsMm + bent.TiedMm) : null;

    /// <summary>
    /// How far to the right a stem leans seen from the front, degrees from upright; below 0 to the left.
    /// </summary>
    /// <remarks>
    /// On a line it leans as that does; round a post, over an arch and along a beam each has its own side.
    /// </remarks>
    private double FrontDeg(Stem stem, CutOption option)
    {
        if (option.Laid?.Line is { } line)
        {
            return line is StraightLine ? 90 - (line.AngleFromRight * 180 / Math.PI) : line.Number * CloseDeg;
        }

        var tip = tree.Axis(stem).At(stem.LengthMm) - tree.Axis(stem).Start;
        return Math.Atan2(tip.X, Math.Max(1, tip.Z)) * 180 / Math.PI;
    }

    /// <summary>
    /// Where along a stem it rubs on another, mm; null where it was not seen to, or where the drawing has them far
    /// apart.
    /// </summary>
    public double? RubsAt(Stem stem, Stem on) =>
        contacts.Of(tree, stem, on) is { Reported: true, AlongA: > 0 } contact ? contact.AlongA : null;
}
