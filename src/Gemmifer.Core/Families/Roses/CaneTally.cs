using System.Collections.Immutable;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Families.Roses.Climbing;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.Roses;

/// <summary>The plan in numbers: counts, forecast and kit.</summary>
/// <param name="whole">The stems once what waits for its season is done too: what the forecast is about.</param>
internal sealed class CaneTally(
    Survey survey,
    StemTree tree,
    Sorted sorted,
    ImmutableArray<Decided> decided,
    ImmutableArray<Decided> whole,
    ImmutableArray<PlanStep> steps
)
{
    /// <summary>Minutes more for shears, which take the whole plant (assumption).</summary>
    private static readonly double ShearMinutes = RoseNumbers.Of.ShearMinutes;

    private readonly Dictionary<StemId, Decided> _byId = decided.ToDictionary(d => d.Stem.Id);

    private readonly ImmutableArray<Decided> _canes =
    [
        .. decided.Where(d => d.Stem.TopLevel && d.Finding.Verdict != Verdict.Sucker),
    ];

    /// <summary>Counts of canes from crown or ground, and the measures of the ends that stay.</summary>
    public PlanCounts Counts()
    {
        var kept = _canes.Where(d => d.Kept).ToArray();
        var ends = kept.Select(d => (Cane: d, End: EndOf(d))).ToArray();
        var bearings = ends.Select(e => StemTree.Outward(e.Cane.Stem, e.End).Degrees).Order().ToArray();
        double? gap =
            bearings.Length == 0
                ? null
                : Enumerable
                    .Range(0, bearings.Length)
                    .Max(i =>
                        i + 1 < bearings.Length ? bearings[i + 1] - bearings[i] : bearings[0] + 360 - bearings[i]
                    );
        var (stay, go, left) = Tally.Of(_canes.Select(d => d.Decision));
        return new PlanCounts(
            stay,
            go,
            left,
            decided.Where(d => d.Decision is not Decision.Remove && d.Finding.Verdict != Verdict.Sucker).Sum(BudsOn),
            null,
            RemovedShare(),
            Tally.Closest(ends, (a, b) => Apart(a.Cane, b.Cane)),
            Round(gap),
            Tally.Between([.. kept.Where(d => d.Option is not null).Select(d => d.Option!.Place.Z)])
        );
    }

    /// <summary>What the coming season can bring.</summary>
    public PlanForecast Forecast(BloomForecast? bloom)
    {
        var forecast = new NextSummer(survey, tree, whole).Forecast();

        // Where new shoots stand follows from how the canes are tied; the bloom points tell it.
        return bloom is null
            ? forecast
            : forecast with
            {
                BloomPoints = forecast.BloomPoints == 0 ? 0 : bloom.Tied,
                NewShoots = [],
                Crowds = [],
            };
    }

    /// <summary>Tools in the order of the rack, protection, and minutes.</summary>
    public PlanKit Kit(OnSupport? support)
    {
        var tied = steps
            .Where(s => s.Stage != Stage.Return && s.Ties.Count > 0 && s.Stem is not null)
            .Select(s => s.Stem)
            .ToHashSet();
        var ties = (support?.Canes ?? [])
            .Where(c => tied.Contains(c.Owner))
            .GroupBy(c => c.Material)
            .OrderBy(g => g.Key, StringComparer.Ordinal)
            .Select(g => new PlanMaterial(
                g.Key,
                Math.Max(0.1, Math.Round(g.Sum(c => c.Metres), 1)),
                [.. g.Select(c => c.Owner)]
            ))
            .ToArray();
        var stake = steps.Where(s => s.Stem is null && s.Stage != Stage.Return).Sum(s => s.Ties.Count);
        if (stake > 0)
        {
            ties =
            [
                .. ties,
                new PlanMaterial("tie that gives", Math.Round(stake * RoseNumbers.Of.StakeTieMetres, 1), []),
            ];
        }

        PlanStep[] today = [.. steps.Where(s => s.Stage != Stage.Return)];
        var minutes =
            today.Length == 0
                ? 0
                : RoseNumbers.Of.LookMinutes
                    + (ShearMinutes * today.Count(s => s.Tool == Tool.Shears))
                    + (SideShoots(today) * RoseNumbers.Of.SideShootMinutes)
                    + Plans.Kit.Minutes(today);
        return Plans.Kit.Of(steps, minutes, Plans.Kit.AgainstThorns, ties, Plans.Kit.WithSaws(steps, minutes));
    }

    /// <summary>Side shoots that one step has shortened along every cane: nobody counted them, so by length.</summary>
    private double SideShoots(PlanStep[] today) =>
        today.Any(s => s is { Stage: Stage.Laterals, Stem: null, Action: StepAction.Do } && sorted.Climber is not null)
            ? _canes
                .Where(d => d.Kept)
                .Sum(d => (d.Option?.AlongMm ?? StemTree.LiveLength(d.Stem)) / RoseNumbers.Of.SideShootEvery)
            : 0;

    private Point3 EndOf(Decided d) => d.Option is { } option ? option.Place : tree.Axis(d.Stem).At(d.Stem.LengthMm);

    /// <summary>
    /// How far apart two ends stand, mm; where a bud has still to be found, as far as its step says to keep it away.
    /// </summary>
    private double Apart(Decided a, Decided b)
    {
        Segment3 Where(Decided d) => d.Option?.End ?? new Segment3(EndOf(d), EndOf(d));
        var (near, far) = (Where(a).DistanceTo(Where(b)), Where(a).FurthestFrom(Where(b)));
        return near >= survey.School.SpacingMm || far - near < Tolerance.LengthMm
            ? EndOf(a).DistanceTo(EndOf(b))
            : Math.Min(far, Math.Max(near, survey.School.SpacingMm));
    }

    private double RemovedShare()
    {
        var removed = _canes.Where(d => !Sorting.Wholly(d.Finding, Verdict.Dead)).Sum(Taken);
        return Tally.Share(removed, sorted.TotalLiveMm);
    }

    /// <summary>Live wood that comes off a stem and what stands on it, mm.</summary>
    private double Taken(Decided d)
    {
        if (d.Decision == Decision.Remove)
        {
            return Live(d.Stem);
        }

        var to = d.Option?.AlongMm ?? double.PositiveInfinity;
        return Math.Max(0, StemTree.LiveLength(d.Stem) - to)
            + tree.Children(d.Stem).Sum(c => c.Parent.AlongMm > to ? Live(c) : Taken(_byId[c.Id]));
    }

    private double Live(Stem stem) => StemTree.LiveLength(stem) + tree.Descendants(stem).Sum(StemTree.LiveLength);

    private int BudsOn(Decided d)
    {
        var stem = d.Stem;
        var to = Math.Min(
            d.Option is { Kind: OptionKind.Cut } cut ? cut.AlongMm : stem.LengthMm,
            StemTree.LiveLength(stem)
        );
        var seen = stem.Buds.Where(b => b.AlongMm <= to).ToArray();
        var lost = seen.Count(b => b.State is BudState.Blind or BudState.Basal or BudState.Damaged);
        var expected = (int)Math.Floor(to / survey.Plant.Kind.InternodeMm) - lost;
        return Math.Max(Math.Max(0, expected), seen.Length - lost);
    }

    private static double? Round(double? value) =>
        value is { } v ? Math.Round(v, 1, MidpointRounding.AwayFromZero) : null;
}
