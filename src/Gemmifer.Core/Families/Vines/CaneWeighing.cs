using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;

namespace Gemmifer.Core.Families.Vines;

/// <summary>A shoot at its place.</summary>
internal sealed record PlacedShoot(VinePosition Place, VineShoot Shoot);

/// <summary>What weighing the shoots of a vine needs to know.</summary>
/// <param name="Least">Fewest buds of a long cane.</param>
/// <param name="Most">Most buds of a long cane.</param>
/// <param name="Head">The top of the trunk.</param>
/// <param name="ThumbOnly">Shoots thicker than a thumb are no canes, as there are others.</param>
internal sealed record CaneWeighing(
    VineWork Work,
    School School,
    PlacedShoot[] Shoots,
    Budget Budget,
    int Least,
    int Most,
    Point3 Head,
    bool ThumbOnly
)
{
    private readonly SchoolWants _wants = School.Wants;

    /// <summary>Points lost for each cane more on one side than on the other, thousandths.</summary>
    public long Lopsided => (long)Math.Round(_wants.Gap * 1000);

    /// <summary>What a shoot can be; the place the gardener chose for the cut tells a cane from a spur.</summary>
    public CaneOrSpur RolesOf(VineShoot s)
    {
        var side = Math.Sign(Work.Tree.Axis(s.Stem).At(s.Stem.LengthMm).X);
        var cut = s.Stem.Pin is Pin.CutAt pin ? s.Buds.Within(pin.AlongMm) : (int?)null;
        return new CaneOrSpur(
            CanCane(s) && (!ThumbOnly || CanePlan.ToThumb(s)) && (cut is null || cut > CanePlan.SpurBuds + 1)
                ? s.Points
                : null,
            cut > CanePlan.SpurBuds + 1 ? null : SpurPoints(s),
            side
        );
    }

    public bool CanCane(VineShoot s) =>
        Carries(s) > CanePlan.SpurBuds + 1
        && s.Ripe
        && s.Buds.Total >= Math.Min(Math.Min(Least, Carries(s)), Math.Max(1, Budget.Buds));

    /// <summary>A cane thinner than the limit carries fewer buds, the thinner the fewer.</summary>
    public int Carries(VineShoot s) =>
        (int)
            Math.Round(
                CanePlan.SpurBuds
                    + (
                        (Most - CanePlan.SpurBuds)
                        * Math.Clamp(
                            (s.Stem.DiameterMm - VineNumbers.Of.ThinFrom)
                                / (School.ThinBelowMm - VineNumbers.Of.ThinFrom),
                            0,
                            1
                        )
                    )
            );

    /// <summary>Low and near the head counts for a spur, not its thickness; thousandths of a point.</summary>
    public long SpurPoints(VineShoot s) =>
        (long)
            Math.Round(
                1000
                    * (
                        (_wants.Keep / 2)
                        - (Math.Max(0, Work.Tree.Axis(s.Stem).Start.DistanceTo(Head)) / VineNumbers.Of.SpurDistance)
                        + (s.Thin ? _wants.Thin / 3 : 0)
                    )
            );

    /// <summary>What a spur is worth to a cane: near it, and not above it; thousandths, 0 or less.</summary>
    public long Pair(int cane, int spur)
    {
        var (c, s) = (Work.Tree.Axis(Shoots[cane].Shoot.Stem).Start, Work.Tree.Axis(Shoots[spur].Shoot.Stem).Start);
        var above = Math.Max(0, s.Z - c.Z);
        return (long)Math.Round(1000 * _wants.Close * (c.DistanceTo(s) + (2 * above)));
    }

    /// <summary>Why a shoot is needed neither as a cane nor as a spur.</summary>
    public string Surplus(CaneChoice choice, VineShoot s)
    {
        var i = Array.FindIndex(Shoots, x => x.Shoot == s);
        if (i < 0)
        {
            return "It has no sound bud to keep.";
        }

        if (choice.With.TryGetValue(i, out var with))
        {
            VineShoot[] instead = [.. choice.Canes.Except(with).Select(c => Shoots[c].Shoot)];
            return $"{Wording.Capital(Wording.Count(choice.Canes.Length, "cane is", "canes are"))} enough: as a "
                + $"cane it would take the place of {Wording.List([.. instead.Select(x => x.Stem.Id)])}"
                + $"{(instead is [var one] ? $", and that one {one.Than(s, CanePlan.Jointly)}" : "")}.";
        }

        var renewed = choice.Spurs.All(x => x >= 0) && choice.Canes.Length > 0 ? "each cane has its spur" : null;
        return (Unfit(s), renewed) switch
        {
            ({ } cannot, { } has) => $"{cannot}, and {has}.",
            ({ } cannot, null) => $"{cannot}.",
            (null, { } has) => $"The others make the better canes, and {has}.",
            _ => "The others make the better canes.",
        };
    }

    private string? Unfit(VineShoot s) =>
        !s.Ripe ? "Its wood is not ripe enough for a cane"
        : Carries(s) <= CanePlan.SpurBuds + 1 ? "It is too thin for a cane"
        : !CanCane(s) ? "It has too few buds for a cane"
        : ThumbOnly && !CanePlan.ToThumb(s) ? "It is thicker than a thumb, and others are not"
        : null;
}
