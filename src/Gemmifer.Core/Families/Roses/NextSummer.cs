using System.Collections.Immutable;
using Gemmifer.Core.Buds;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Families.Roses.Climbing;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.Roses;

/// <summary>
/// What the plant will look like next summer: the shoots of each end, where they crowd, flowers, and the ages of its
/// canes.
/// </summary>
internal sealed class NextSummer(Survey survey, StemTree tree, ImmutableArray<Decided> decided)
{
    private static readonly double[] UpperHalf = [0.5, 0.75, 1];

    private static readonly int YearsAhead = RoseNumbers.Of.YearsAhead;

    /// <summary>However short the kind, a shoot is this share of an ordinary one (assumption).</summary>
    private static readonly double LeastShare = RoseNumbers.Of.ShootLeastShare;

    /// <summary>Length of a new shoot by midsummer, mm, by vigour (assumption).</summary>
    private double ShootMm =>
        survey.Plant.Vigour switch
        {
            Vigour.Weak => RoseNumbers.Of.ShootWeak,
            Vigour.Normal => RoseNumbers.Of.ShootNormal,
            Vigour.Strong => RoseNumbers.Of.ShootStrong,
        } * Math.Clamp(survey.Plant.Kind.CaneLengthMm / RoseNumbers.Of.ShootOfCane, LeastShare, 1);

    /// <summary>The forecast.</summary>
    public PlanForecast Forecast()
    {
        var shoots = Shoots();
        var crowds = Crowds(shoots);
        var flowers = Flowering();
        return new PlanForecast(
            shoots.Count,
            flowers is null ? 0 : shoots.Count,
            flowers is { } f && shoots.Count > 0 ? [f.From, f.To] : [],
            shoots,
            crowds,
            Ages(),
            NextWinter.Of(survey, decided)
        );
    }

    /// <summary>
    /// The next flowers; null where what is cut on the day were this year's and nobody knows what is left of them.
    /// </summary>
    private (DateOnly From, DateOnly To)? Flowering()
    {
        var (kind, season) = (survey.Plant.Kind, survey.Season);
        if (kind.FlowersOn == FlowerWood.LastYear)
        {
            return season.BeforeMainPrune && survey.Anyway ? null
                : season.BeforeMainPrune ? season.FlowersOnOrNext()
                : season.FlowersNextYear();
        }

        var light = kind.Climbs && season.LightOnly && decided.Any(d => d.Option is not null);
        var waits = survey.ElectiveWait && !light;
        if (!waits)
        {
            return season.FlowersOfShoots(survey.Date);
        }

        // Nothing is cut for now: in growth it flowers from what it has, before it from the cuts to come.
        return season.BetweenFrosts ? season.FlowersAsItStands() : season.FlowersOfShoots(season.MainPrune.From);
    }

    private List<NewShoot> Shoots()
    {
        var shoots = new List<NewShoot>();
        var takenOver = decided.Where(d => d.Kept && d.Option?.TakeOver is not null).Select(d => d.Stem.Id).ToHashSet();
        foreach (
            var d in decided.Where(d => d.Kept && d.Finding.Verdict != Verdict.Sucker && !takenOver.Contains(d.Stem.Id))
        )
        {
            var to = d.Option?.AlongMm ?? StemTree.LiveLength(d.Stem);
            var (first, turn, sure) = TopBud(d, to);
            var internode = survey.Plant.Kind.InternodeMm;
            // A side shoot that was left adds its own tip only.
            var count = d.Stem.TopLevel || d.Decision == Decision.Shorten ? RoseNumbers.Of.ShootsPerEnd : 1;
            for (var k = 0; k < count; k++)
            {
                var along = Math.Max(0, to - RoseNumbers.Of.TopBud - (k * internode));
                var (place, facing) = (tree.Axis(d.Stem).At(along), first.Turn(k * turn));
                var stemLean = Math.Min(
                    90,
                    d.Stem.LeanDeg + ((d.Stem.TipLeanDeg - d.Stem.LeanDeg) * along / Math.Max(1, d.Stem.LengthMm))
                );
                var lean =
                    RoseNumbers.Of.ShootLean
                    + (
                        RoseNumbers.Of.ShootLeanShare
                        * stemLean
                        * Math.Cos(facing.AngleTo(d.Stem.Bearing) * Math.PI / 180)
                    );
                shoots.Add(
                    new NewShoot(
                        d.Stem.Id,
                        Wording.Tenth(place.X),
                        Wording.Tenth(place.Y),
                        Wording.Tenth(place.Z),
                        Wording.ClockNumber(facing),
                        Wording.Tenth(Math.Max(0, lean)),
                        Math.Round(ShootMm * (1 - (RoseNumbers.Of.ShootShorter * k))),
                        sure && k == 0
                    )
                );
            }
        }

        return shoots;
    }

    /// <summary>
    /// The way the uppermost bud faces, the turn from one bud to the next below, and whether that bud was seen.
    /// </summary>
    private (Bearing First, double Turn, bool Sure) TopBud(Decided d, double toMm)
    {
        var kind = survey.Plant.Kind;
        var pattern = Phyllotaxis.Fit(d.Stem.Buds, kind.DivergenceDeg, kind.InternodeMm);
        var turn = pattern is { Handedness: < 0 } ? -kind.DivergenceDeg : kind.DivergenceDeg;
        if (d.Option?.Bud is { Facing: { } facing } bud)
        {
            return (facing, -turn, bud.Known == BudKnowledge.Seen);
        }

        var top = Phyllotaxis
            .Expect(d.Stem, kind.DivergenceDeg, kind.InternodeMm)
            .LastOrDefault(b => b.Usable && b.Facing is not null && b.AlongMm <= toMm);
        return (
            top?.Facing ?? StemTree.Outward(d.Stem, tree.Axis(d.Stem).At(toMm)),
            -turn,
            top?.Known == BudKnowledge.Seen
        );
    }

    /// <summary>
    /// Pairs of stems whose shoots will stand in each other's way: the upper halves, where leaves and flowers are, run
    /// beside each
    /// other. A single crossing lower down is no crowding. Marks the shoots concerned.
    /// </summary>
    private static List<Crowding> Crowds(List<NewShoot> shoots)
    {
        Point3 On(NewShoot s, double share)
        {
            var facing = Bearing.FromClock(s.Clock);
            var (run, rise) = (
                s.Length * share * Math.Sin(s.Lean * Math.PI / 180),
                s.Length * share * Math.Cos(s.Lean * Math.PI / 180)
            );
            return new Point3(s.X + (run * facing.X), s.Y + (run * facing.Y), s.Z + rise);
        }

        var upper = shoots.Select(s => UpperHalf.Select(t => On(s, t)).ToArray()).ToArray();
        var crowds = new SortedDictionary<(string, string), double>();
        for (var i = 0; i < shoots.Count; i++)
        {
            for (var j = 0; j < i; j++)
            {
                var apart = upper[i].Zip(upper[j], (p, q) => p.DistanceTo(q)).Average();
                if (shoots[i].Stem == shoots[j].Stem || apart >= RoseNumbers.Of.Crowd)
                {
                    continue;
                }

                (shoots[i], shoots[j]) = (shoots[i] with { Crowded = true }, shoots[j] with { Crowded = true });
                var pair =
                    string.CompareOrdinal(shoots[i].Stem, shoots[j].Stem) < 0
                        ? (shoots[i].Stem, shoots[j].Stem)
                        : (shoots[j].Stem, shoots[i].Stem);
                crowds[pair] = Math.Min(crowds.GetValueOrDefault(pair, double.PositiveInfinity), apart);
            }
        }

        return [.. crowds.Select(c => new Crowding([c.Key.Item1, c.Key.Item2], Wording.Tenth(c.Value)))];
    }

    /// <summary>Canes by age after this work, next year and in five years under this school, as ranges.</summary>
    private List<AgeCount> Ages()
    {
        var ages = decided
            .Where(d => d.Stem.TopLevel && d.Finding.Verdict != Verdict.Sucker && d.Decision != Decision.Remove)
            .Select(d => d.Stem.Age)
            .ToArray();
        var mean =
            survey.Plant.Kind.NewCanes
            + (
                survey.Plant.Vigour switch
                {
                    Vigour.Weak => -1,
                    Vigour.Strong => 1,
                    _ => 0,
                }
            );
        var few = After(ages, Math.Max(0, (int)Math.Floor(mean) - 1));
        var many = After(ages, (int)Math.Floor(mean) + 1);
        return [.. new[] { 0, 1, YearsAhead }.Select(y => Count(y, few[y], many[y]))];
    }

    private AgeCount Count(int year, int[] few, int[] many)
    {
        int[] Range(Func<int, bool> which)
        {
            var (a, b) = (few.Count(which), many.Count(which));
            return [Math.Min(a, b), Math.Max(a, b)];
        }

        var old = survey.Plant.Kind.OldFrom;
        return new AgeCount(year, Range(a => a == 1), Range(a => a > 1 && a < old), Range(a => a >= old));
    }

    /// <summary>
    /// The ages of the canes in each of the coming years, so many new ones coming every year and the oldest going as
    /// the school says.
    /// </summary>
    private int[][] After(int[] ages, int fresh)
    {
        var school = survey.School;
        var years = new List<int[]> { ages };
        for (var y = 1; y <= YearsAhead; y++)
        {
            var next = years[^1].Select(a => a + 1).Concat(Enumerable.Repeat(1, fresh)).OrderDescending().ToList();
            var old = next.Count(a => a >= survey.Plant.Kind.OldFrom);
            var mayGo = school.OldShare <= 0 ? 0 : Math.Max(1, (int)Math.Floor(school.OldShare * old));
            while (next.Count > school.CanesMax && mayGo > 0 && next[0] >= survey.Plant.Kind.OldFrom)
            {
                next.RemoveAt(0);
                mayGo--;
            }

            // Above the number the school keeps, the weakest of the young go.
            while (next.Count > school.CanesMax)
            {
                next.RemoveAt(next.Count - 1);
            }

            years.Add([.. next]);
        }

        return [.. years];
    }
}
