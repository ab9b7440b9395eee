using System.Collections.Frozen;
using System.Collections.Immutable;
using Gemmifer.Core.Diagnosis;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.Vines;

/// <summary>What a shoot is worth as the one to keep, part by part, in points.</summary>
/// <param name="Thickness">Its thickness, and that it is not thin.</param>
/// <param name="Low">That it has not crept away from the arm.</param>
/// <param name="Bears">That it was seen to bear well, or not.</param>
public readonly record struct ShootWorth(double Thickness, double Low, double Bears);

/// <summary>A shoot of last season with what speaks for it.</summary>
/// <param name="OffMm">How far its base has got from the arm or the head, along the old wood, mm.</param>
/// <param name="Buds">Its buds in order from the base, as counted: without basal, blind and damaged ones.</param>
/// <param name="Doubtful">Whether its lowest buds are in doubt, so that one more is left.</param>
/// <param name="Points">What it is worth as the one to keep, in thousandths.</param>
public sealed record VineShoot(
    Stem Stem,
    Finding Finding,
    double OffMm,
    CountedBuds Buds,
    bool Ripe,
    bool Thin,
    bool Doubtful,
    long Points,
    ShootWorth Worth = default
)
{
    /// <summary>By what it is worth more than another: the part with the largest difference.</summary>
    /// <param name="jointly">What is said where it is worth no more by itself, so that what lies between the places
    /// decides.</param>
    public string Than(VineShoot other, string jointly)
    {
        var by = new[]
        {
            (By: Worth.Thickness - other.Worth.Thickness, What: "is thicker"),
            (By: Worth.Low - other.Worth.Low, What: "starts lower"),
            (By: Worth.Bears - other.Worth.Bears, What: "bears better"),
        }.MaxBy(x => Math.Round(x.By, 6));
        return Points > other.Points && by.By > 0 ? by.What : jointly;
    }

    /// <summary>May be chosen: sound wood.</summary>
    public bool Sound => Finding.Verdict == Verdict.Sound || (Finding.SoundToMm is { } to && Buds.Within(to) >= 1);
}

/// <summary>A place on an arm, or round a head, from which shoots come.</summary>
/// <param name="Name">The spur's id, or that of the lowest shoot.</param>
/// <param name="On">The arm or trunk; null at the crown.</param>
/// <param name="AlongMm">Where on it, mm.</param>
/// <param name="Old">The old wood it stands on; null where shoots come from the arm itself.</param>
public sealed record VinePosition(
    StemId Name,
    Stem? On,
    double AlongMm,
    Stem? Old,
    ImmutableArray<VineShoot> Shoots,
    Point3 Place
);

/// <summary>A vine taken apart: what is permanent, what grew last season, and where.</summary>
public sealed class VineParts
{
    private readonly Survey _survey;

    /// <summary>Whether there are shoots and all of them grow distorted.</summary>
    public bool AllDistorted =>
        Positions.SelectMany(p => p.Shoots).Where(s => !AssumedShoots.Is(s.Stem)).ToArray() is { Length: > 0 } shoots
        && shoots.All(s => s.Stem.Has(Sign.Distorted));

    private VineParts(Survey survey, StemTree tree, FrozenDictionary<StemId, Finding> findings)
    {
        (_survey, Tree, Findings) = (survey, tree, findings);
        Trunk = tree.Stems.FirstOrDefault(s => s.Role == StemRole.Trunk);
        OneYear = [.. tree.Stems.Where(IsOneYear)];
        SideShoots =
        [
            .. tree.Stems.Where(s => s.Role is not StemRole.Trunk and not StemRole.Arm && s.Age == 1 && !IsOneYear(s)),
        ];
        OldWood = [.. tree.Stems.Where(IsOld)];
        Positions = [.. Group()];
    }

    public StemTree Tree { get; }

    public FrozenDictionary<StemId, Finding> Findings { get; }

    /// <summary>The trunk; null where none was noted.</summary>
    public Stem? Trunk { get; }

    /// <summary>Last season's shoots and canes.</summary>
    public ImmutableArray<Stem> OneYear { get; }

    /// <summary>Side shoots of last season's shoots.</summary>
    public ImmutableArray<Stem> SideShoots { get; }

    /// <summary>Spurs and canes of earlier seasons.</summary>
    public ImmutableArray<Stem> OldWood { get; }

    /// <summary>Every place from which shoots come, trunk shoots included, along each arm in order.</summary>
    public ImmutableArray<VinePosition> Positions { get; }

    /// <summary>Takes a vine apart.</summary>
    public static VineParts Of(Survey survey, StemTree tree) =>
        new(
            survey,
            tree,
            tree.Stems.ToFrozenDictionary(
                s => s.Id,
                s =>
                {
                    var alive = tree.Children(s)
                        .Where(c => c.Seen.Any(e => EvidenceList.Alive.Contains(e.What)))
                        .Select(c => (double?)c.Parent.AlongMm)
                        .Max();

                    // Brown bark on a vine's shoot means ripe wood, not dead wood.
                    // A vine comes out of the ground: only what is known to come from the rootstock is a sucker of it.
                    var parent = s.Parent.Origin is Origin.Ground or Origin.Unknown
                        ? s.Parent with
                        {
                            Origin = Origin.Crown,
                        }
                        : s.Parent;
                    return Diagnoser.Diagnose(
                        s with
                        {
                            Parent = parent,
                            Seen = s.Seen.RemoveAll(e => e.What == Sign.BarkBrown),
                        },
                        survey.Plant,
                        alive,
                        false
                    );
                }
            )
        );

    /// <summary>Whether shoots at a place are trunk shoots, which come off.</summary>
    public bool IsTrunkShoot(VinePosition p)
    {
        if (p.On is null)
        {
            // Where no trunk was noted, what comes from the ground may be all there is.
            return Trunk is not null || p.Shoots.All(s => s.Stem.Parent.Origin is Origin.Rootstock);
        }

        if (p.On.Role != StemRole.Trunk)
        {
            return false;
        }

        var headed =
            _survey.Vine!.System is VineSystem.Goblet or VineSystem.LongCane or VineSystem.Training
            || VineRules.SystemOf(_survey.School.Id) is VineSystem.Goblet or VineSystem.LongCane;
        return !headed || (p.Old is null && p.AlongMm < p.On.LengthMm * (1 - VineNumbers.Of.HeadShare));
    }

    /// <summary>
    /// The counted buds of a shoot: those seen, then those to be expected beyond at the usual distance.
    /// </summary>
    public CountedBuds Count(Stem stem) => CountedBuds.Of(stem, _survey.Plant.Kind.InternodeMm);

    private static bool Permanent(Stem s) => s.Role is StemRole.Trunk or StemRole.Arm;

    private static bool IsOld(Stem s) => !Permanent(s) && s.Age >= 2;

    private bool IsOneYear(Stem s) =>
        !Permanent(s)
        && s.Age == 1
        && (s.TopLevel || Tree.ById[s.Parent.StemId!] is var p && (Permanent(p) || p.Age >= 2));

    private IEnumerable<VinePosition> Group()
    {
        var placed = OneYear.Select(s => (Shoot: s, Root: RootOf(s))).ToArray();
        foreach (var root in OldWood.Where(s => s.TopLevel || Permanent(Tree.ById[s.Parent.StemId!])))
        {
            var shoots = placed
                .Where(p => p.Root.Old?.Id == root.Id)
                .Select(p => Judge(p.Shoot, p.Root.OffMm))
                .ToImmutableArray();
            yield return new VinePosition(
                root.Id,
                root.TopLevel ? null : Tree.ById[root.Parent.StemId!],
                root.Parent.AlongMm,
                root,
                shoots,
                Tree.Axis(root).Start
            );
        }

        foreach (var on in placed.Where(p => p.Root.Old is null).GroupBy(p => p.Shoot.Parent.StemId))
        {
            var line = on.Select(p => p.Shoot)
                .OrderBy(s => s.Parent.AlongMm)
                .ThenBy(s => s.Id, StringComparer.Ordinal)
                .ToList();
            while (line.Count > 0)
            {
                var first = line[0];
                var here = on.Key is null ? [first] : line.Where(s => ShareAPlace(first, s)).ToArray();
                line.RemoveAll(here.Contains);
                yield return new VinePosition(
                    first.Id,
                    on.Key is null ? null : Tree.ById[on.Key],
                    first.Parent.AlongMm,
                    null,
                    [.. here.Select(s => Judge(s, 0))],
                    Tree.Axis(first).Start
                );
            }
        }
    }

    /// <summary>
    /// Whether two shoots of one arm or trunk share a place. Round a head degrees count as room too, so that those that
    /// look different ways do not.
    /// </summary>
    private bool ShareAPlace(Stem first, Stem other) =>
        other.Parent.AlongMm - first.Parent.AlongMm <= VineNumbers.Of.SamePlace
        && (
            Tree.ById[first.Parent.StemId!].Role != StemRole.Trunk
            || first.Bearing.AngleTo(other.Bearing) * VineNumbers.Of.RingMmPerDegree <= VineNumbers.Of.SamePlace
        );

    /// <summary>The lowest old wood a shoot stands on, and how far out on it the shoot starts.</summary>
    private (Stem? Old, double OffMm) RootOf(Stem shoot)
    {
        Stem? old = null;
        double off = 0;
        for (var at = shoot; !at.TopLevel && Tree.ById[at.Parent.StemId!] is var parent && IsOld(parent); at = parent)
        {
            (old, off) = (parent, off + at.Parent.AlongMm);
        }

        return (old, off);
    }

    /// <summary>What speaks for a shoot.</summary>
    public VineShoot Judge(Stem stem, double offMm)
    {
        var (school, finding, buds) = (_survey.School, Findings[stem.Id], Count(stem));
        var thin = stem.DiameterMm < school.ThinBelowMm;
        var ripe = !stem.Has(Sign.Soft) && !stem.Has(Sign.BarkGreen);
        var doubtful = buds.DoubtIn(school.Set.SpurBuds.Number) || finding.Verdict == Verdict.Unsure || !ripe;
        var worth = new ShootWorth(
            (school.Wants.Thickness * Math.Min(stem.DiameterMm, VineNumbers.Of.Thumb))
                // As a thumb tells thickness: not all at once at the limit.
                + (
                    school.Wants.Thin
                    * Math.Clamp(
                        (school.ThinBelowMm - stem.DiameterMm) / (school.ThinBelowMm - VineNumbers.Of.ThinFrom),
                        0,
                        1
                    )
                ),
            school.Wants.Old * offMm,
            (stem.Has(Sign.Productive) ? school.Wants.Productive : 0)
                + (stem.Has(Sign.Unproductive) || stem.Has(Sign.Spindly) ? school.Wants.Unproductive : 0)
        );
        var points = school.Wants.Keep + worth.Thickness + worth.Low + worth.Bears;
        return new VineShoot(stem, finding, offMm, buds, ripe, thin, doubtful, (long)Math.Round(points * 1000), worth);
    }
}
