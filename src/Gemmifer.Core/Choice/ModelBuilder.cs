using System.Collections.Immutable;
using System.Runtime.CompilerServices;
using Gemmifer.Core.Buds;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;
using Gemmifer.Core.Training;

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
/// Turns candidates and a school into the numbers of a <see cref="ChoiceModel"/>: every want is a term of one option or
/// of a pair.
/// </summary>
/// <param name="young">Ids of the young canes of a climber that can take the place of old ones; null for other
/// kinds.</param>
/// <param name="contacts">Where canes come close to each other, as far as that is known already.</param>
/// <param name="known">The first model of the plant; null where none is kept.</param>
internal sealed class ModelBuilder(
    Survey survey,
    StemTree tree,
    ImmutableArray<Candidate> candidates,
    IReadOnlySet<string>? young = null,
    KnownContacts? contacts = null,
    KnownModel? known = null
)
{
    /// <summary>Thickness counts up to here, mm; years of age up to 20.</summary>
    private static readonly double ThickestMm = TradeNumbers.Of("thickestCounted");

    /// <summary>An end nearer to the crown's axis than this stands in the centre, mm.</summary>
    private static readonly double CentreMm = TradeNumbers.Of("centre");

    /// <summary>Ends closer in bearing than this compete, degrees.</summary>
    internal static readonly double CloseDeg = TradeNumbers.Of("closeBearing");

    /// <summary>Canes nearer than this on the way up touch in the wind, mm.</summary>
    private static readonly double TouchMm = TradeNumbers.Of("touch");

    /// <summary>
    /// A sector without a cane is a gap from here, degrees; a shoot fills it when it keeps so far from both edges.
    /// </summary>
    private static readonly double GapDeg = TradeNumbers.Of("gap"),
        GapEdgeDeg = TradeNumbers.Of("gapEdge");

    /// <summary>How far a new shoot reaches out in its first summer, mm (assumption).</summary>
    public static readonly double ShootReachMm = TradeNumbers.Of("shootReach");

    /// <summary>A thickness is sure to so much, mm.</summary>
    private static readonly double ThinBandMm = TradeNumbers.Of("thinBand");

    /// <summary>
    /// How far a stem counts as thin, 0 to 1: in part where it is nearer to the limit than people measure.
    /// </summary>
    internal static double ThinShare(Stem stem, School school) =>
        school.ThinBelowMm <= 0
            ? 0
            : Math.Clamp((school.ThinBelowMm + ThinBandMm - stem.DiameterMm) / (2 * ThinBandMm), 0, 1);

    /// <summary>What a look that need not be taken counts, points.</summary>
    private static readonly double LookPoints = TradeNumbers.Of("lookSaved");

    /// <summary>Of buds that are worth less by so many points the look that is saved counts half.</summary>
    private const double Relief = 4;

    /// <summary>A bud so near to a window serves as one in it does, mm.</summary>
    private static readonly double NearWindowMm = TradeNumbers.Of("nearWindow");

    /// <summary>What last winter's naming counts, points.</summary>
    private static readonly double NamedPoints = TradeNumbers.Of("named");

    /// <summary>A window is full with so many buds; each one fewer takes this share of a bud's worth.</summary>
    private static readonly int WindowNodes = (int)TradeNumbers.Of("windowNodes");
    private const double FewerBuds = 0.01;

    /// <summary>Canes whose ends are tied nearer to each other than this crowd, mm.</summary>
    private static readonly double CrowdMm = TradeNumbers.Of("crowdOnSupport");

    private readonly KnownContacts _contacts = contacts ?? new KnownContacts();

    /// <summary>The wants of every pair, looked up once.</summary>
    private readonly PairWants _wants = new(
        survey.School.Weight("gap"),
        survey.School.Weight("close"),
        survey.School.Weight("level"),
        survey.School.Weight("rubs"),
        survey.School.Weight("touch"),
        survey.School.Weight("successor")
    );
    private readonly School _school = survey.School;
    private readonly Dictionary<string, double> _weights = survey.School.Weights.ToDictionary(
        w => w.Key,
        w => w.Value.Number
    );
    private readonly double _heightMinMm = survey.School.HeightMinMm;
    private readonly ImmutableArray<(double From, double Width)> _gaps = Gaps(survey.School, candidates);
    private readonly double _tallestMm =
        candidates.Length == 0
            ? 0
            : candidates.Max(c => tree.Axis(c.Stem).At(StemTree.LiveLength(c.Stem)).Z - survey.Plant.CrownHeightMm);

    /// <summary>The model. Candidates and their options keep their order.</summary>
    public ChoiceModel Build(CancellationToken cancel = default)
    {
        var model = new ChoiceModel([.. candidates.Select(c => c.Options.Length)]);
        var same = known?.Same(candidates, _gaps);
        Seen[][] seen = [.. candidates.Select(c => c.Options.Select(o => SeenOf(c.Stem, o)).ToArray())];
        for (var i = 0; i < candidates.Length; i++)
        {
            cancel.ThrowIfCancellationRequested();
            for (var k = 0; k < candidates[i].Options.Length; k++)
            {
                var (c, option, o) = (candidates[i], candidates[i].Options[k], model.First[i] + k);
                model.Points[o] = Thousandths(OptionPoints(c, option));
                model.TieBreak[o] = Hash(c.Stem.Id, option);
                model.Keeps[o] = option.Keeps;
                model.RemovedMm[o] = (long)Math.Ceiling(option.RemovedMm - Tolerance.LengthMm);
                model.RemovesOld[o] = c.Old && option.Kind == OptionKind.Remove;
                model.UsesYoung[o] =
                    young is not null && option.Kind == OptionKind.Remove && (c.Old || young.Contains(c.Stem.Id));
            }

            for (var j = 0; j < i; j++)
            {
                if (same is not null && same[i] >= 0 && same[j] >= 0)
                {
                    known!.CopyPairs(model, i, same[i], j, same[j]);
                }
                else
                {
                    FillPairs(model, i, j, seen);
                }
            }
        }

        FillPlaces(model);
        known?.Remember(model, candidates, _gaps);
        return model;
    }

    /// <summary>A cane that starts nearer to the crown's axis than this grows through no centre, mm.</summary>
    internal const double LeastRadiusMm = 20;

    /// <summary>Where canes cross the crown's axis, mm along them, by their ids.</summary>
    private readonly Dictionary<string, double> _crosses = candidates
        .Select(c => (c.Stem.Id, At: tree.ThroughCentreAt(c.Stem)))
        .Where(c => c.At is not null)
        .ToDictionary(c => c.Id, c => c.At!.Value);

    private double Weight(string want) => _weights[want];

    /// <summary>Points of one option; a removal has none.</summary>
    public double OptionPoints(Candidate candidate, CutOption option)
    {
        if (!option.Keeps)
        {
            // Leaving old wood for another year weighs more the older it is: the oldest goes first (common practice, no
            // source).
            return option.Kind == OptionKind.Defer
                ? Weight("defer") * Math.Max(1, Math.Min(candidate.Stem.Age, 20) / (double)survey.Plant.Kind.OldFrom)
                : 0;
        }

        var points = 0.0;
        foreach (var (_, part) in Terms(candidate, option))
        {
            points += part;
        }

        return points;
    }

    /// <summary>The points of an option that keeps its cane, want by want.</summary>
    internal IEnumerable<(Want Want, double Points)> Terms(Candidate candidate, CutOption option) =>
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
        yield return (Want.Keep, Weight("keep"));
        yield return (Want.Thickness, Weight("thickness") * Math.Min(stem.DiameterMm, ThickestMm));
        yield return (Want.Age, Weight("year") * (Math.Min(stem.Age, 20) - 1));
        if (ThinShare(stem, _school) is > 0 and var share)
        {
            yield return (Want.Thickness, Weight("thin") * share);
        }
        else if (stem.Has(Sign.Spindly))
        {
            yield return (Want.Thickness, Weight("thin") / 2);
        }

        if (stem.Age >= survey.Plant.Kind.OldFrom)
        {
            yield return (Want.Age, Weight("old"));
            if (stem.Has(Sign.Unproductive))
            {
                yield return (Want.Age, Weight("unproductive"));
            }

            if (stem.Has(Sign.Productive))
            {
                yield return (Want.Age, Weight("productive"));
            }
        }

        yield return (Want.Height, HeightPoints(option));
        yield return (Want.Bud, BudPoints(stem, option));
        yield return (Want.Centre, PlacePoints(candidate.Stem, option));
        if (option.Kind == OptionKind.Whole)
        {
            yield return (Want.Height, Weight("uncut"));
        }

        if (option.Laid is { } laid)
        {
            yield return (Want.Place, Weight("cover") * laid.WorthMm / 1000);
        }

        if (option.TakeOver is not null)
        {
            yield return (Want.Other, Weight("join"));
        }

        if (candidate.Replaced)
        {
            yield return (Want.Other, Weight("replaced"));
        }

        if (stem.Named is { } named)
        {
            yield return (Want.Named, named == Named.Next ? -NamedPoints : NamedPoints);
        }

        if (option.Bud is { AtScar: true })
        {
            yield return (Want.Bud, Weight("scar"));
        }

        if (FillsGap(option) is not null)
        {
            yield return (Want.Bud, Weight("gap"));
        }
    }

    /// <summary>
    /// Where the shoot of a bud will stand, seen from the crown, if that is a side on which no cane stands; null
    /// otherwise.
    /// </summary>
    public Bearing? FillsGap(CutOption option) => FillsGap(_gaps, option);

    /// <summary>The same for gaps that are known.</summary>
    internal static Bearing? FillsGap(ImmutableArray<(double From, double Width)> gaps, CutOption option)
    {
        if (
            gaps.IsEmpty || option.Bud is not { Facing: { } facing, Known: not BudKnowledge.LookFor, OtherFacing: null }
        )
        {
            return null;
        }

        var tip = Bearing.FromVector(
            option.Place.X + (ShootReachMm * facing.X),
            option.Place.Y + (ShootReachMm * facing.Y)
        );
        return tip is { } t && gaps.Any(g => Within(t, g)) ? tip : null;
    }

    private static bool Within(Bearing bearing, (double From, double Width) gap)
    {
        var inside = (bearing.Degrees - gap.From + 720) % 360;
        return inside >= GapEdgeDeg - 1e-6 && inside <= gap.Width - GapEdgeDeg + 1e-6;
    }

    /// <summary>Sectors in which no cane of the choice stands, each from a bearing clockwise.</summary>
    internal static ImmutableArray<(double From, double Width)> Gaps(
        School school,
        ImmutableArray<Candidate> candidates
    )
    {
        if (!school.BudOutward || school.Weight("gap") <= 0 || candidates.Length < 2)
        {
            return [];
        }

        var at = candidates.Select(c => c.Stem.Bearing.Degrees).Order().ToArray();
        return
        [
            .. at.Select((a, i) => (From: a, Width: i + 1 < at.Length ? at[i + 1] - a : at[0] + 360 - a))
                .Where(g => g.Width >= GapDeg - 1e-6),
        ];
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
        var span = survey.Plant.Vigour == Vigour.Weak ? Math.Max(150, _tallestMm - AimHeightMm) : 150;
        // Where the bud has still to be found, it may be found at the best height of the window: not having looked
        // costs a look, never a cane.
        var (low, high) = HeightsOf(option);
        var off = Math.Clamp(AimHeightMm, low, high) - AimHeightMm;
        return Weight("height") * (off >= 0 ? off : -off / 2) / span;
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
    private double UnlevelMm(CutOption a, CutOption b)
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
            return Weight("outward") * (1 - (FewerBuds * Math.Max(0, WindowNodes - nodes)));
        }

        var upward = !_school.BudUpward
            ? 0
            : bud.Face switch
            {
                BudFace.Up => Weight("up"),
                BudFace.Down => -2 * Weight("up"),
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
        return upward + (Weight("outward") * cosine * Math.Exp(-spread * spread / 2));
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
        return (radius < CentreMm ? Weight("centre") * (1 - (radius / CentreMm)) : 0) + (inward ? Weight("inward") : 0);
    }

    /// <summary>What is asked of an option in each of its pairs.</summary>
    /// <param name="Out">The way its end stands from the crown; not used on a support.</param>
    /// <param name="FrontDeg">The same on a support, from left to right.</param>
    /// <param name="Fills">The side on which its shoot fills a gap; null where it does not.</param>
    private readonly record struct Seen(Bearing Out, double FrontDeg, Bearing? Fills);

    private sealed record PairWants(
        double Gap,
        double Close,
        double Level,
        double Rubs,
        double Touch,
        double Successor
    );

    private Seen SeenOf(Stem stem, CutOption option) =>
        survey.Plant.Kind.Climbs
            ? new Seen(default, FrontDeg(stem, option), FillsGap(option))
            : new Seen(StemTree.Outward(stem, option.Place), 0, FillsGap(option));

    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    private void FillPairs(ChoiceModel model, int i, int j, Seen[][] seen)
    {
        var (a, b) = (candidates[i], candidates[j]);
        var contact = _contacts.Of(tree, a.Stem, b.Stem);
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
                    && UnlevelMm(p, q) > _school.LevelSpreadMm + Tolerance.LengthMm;
                model.Excluded[o, r] = model.Excluded[r, o] = InEachOthersWay(a.Stem, p, b.Stem, q);
                model.PairPoints[o, r] = model.PairPoints[r, o] = Thousandths(
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

    /// <summary>
    /// Lines as places in their order. A side stem that takes over may stand elsewhere than its cane, and a cane that
    /// is led by hand may cross: those are left to the pairs.
    /// </summary>
    private void FillPlaces(ChoiceModel model)
    {
        var lines = candidates
            .SelectMany(c => c.Options)
            .Select(o => o.Laid?.Line)
            .OfType<TargetLine>()
            .DistinctBy(l => l.Number)
            .OrderBy(l => -Math.Round(l.AngleFromRight, 9))
            .ThenBy(l => l.Number)
            .Select((l, i) => (l.Number, i))
            .ToDictionary(l => l.Number, l => l.i);
        if (lines.Count == 0)
        {
            return;
        }

        var inOrder = survey.Support is { Flat: true };
        for (var i = 0; i < candidates.Length; i++)
        {
            for (var k = 0; k < candidates[i].Options.Length; k++)
            {
                if (
                    candidates[i].Options[k] is { Laid: { Line: { } line } laid } option
                    && (!inOrder || (option.TakeOver is null && !laid.Wanted))
                )
                {
                    model.Place[model.First[i] + k] = lines[line.Number];
                }
            }
        }

        if (inOrder)
        {
            var rank = new int[candidates.Length];
            foreach (
                var (i, r) in Enumerable
                    .Range(0, candidates.Length)
                    .OrderBy(i => Standing(candidates[i].Stem))
                    .Select((i, r) => (i, r))
            )
            {
                rank[i] = r;
            }

            model.Rank = rank;
        }
    }

    /// <summary>The order in which canes stand, from the left over the top to the right.</summary>
    private (double, double, string) Standing(Stem stem)
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
    internal PairParts Pair(Stem a, CutOption p, Stem b, CutOption q) =>
        p.Keeps && q.Keeps ? PartsOf((a, p, SeenOf(a, p)), (b, q, SeenOf(b, q)), _contacts.Of(tree, a, b)) : default;

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
            _wants.Level * UnlevelMm(a.Option, b.Option) / 100,
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
        _contacts.Of(tree, stem, on) is { Reported: true, AlongA: > 0 } contact ? contact.AlongA : null;

    private static long Thousandths(double points) => (long)Math.Round(points * 1000, MidpointRounding.AwayFromZero);

    /// <summary>Of what identifies an option whichever way the plant is turned.</summary>
    private static byte Hash(string id, CutOption option) =>
        (byte)(StableHash.Of($"{id}|{(int)option.Kind}|{(long)Math.Round(option.AlongMm)}") >> 13);
}
