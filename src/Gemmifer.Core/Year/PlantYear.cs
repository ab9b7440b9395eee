using Gemmifer.Core.Families;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Season;

namespace Gemmifer.Core.Year;

/// <summary>A day that differs from year to year.</summary>
/// <param name="Early">One year in ten it is earlier.</param>
/// <param name="Late">One year in ten it is later.</param>
/// <param name="From">Where it comes from, in words that can stand in a sentence.</param>
internal readonly record struct Spread(DateOnly Early, DateOnly Late, string From)
{
    public DateOnly Mid => Early.AddDays((Late.DayNumber - Early.DayNumber) / 2);

    public Spread Shifted(int days) => this with { Early = Early.AddDays(days), Late = Late.AddDays(days) };
}

/// <summary>
/// The stages of one plant in one growing year, which runs from the first frost before its last frost to the first
/// frost after it: from the plant's own log where it says them, else from this year's warmth against what is usual,
/// else from the frosts of the place.
/// </summary>
internal sealed class PlantYear
{
    /// <summary>Half of the way from one year in ten early to one in ten late, in standard deviations.</summary>
    private const double Tenth = 1.2816;

    private readonly YearAsked _asked;
    private readonly YearPlant _plant;
    private readonly YearLog[] _log;
    private readonly GrowingPlace _place;
    private readonly Family _family;

    /// <param name="year">The calendar year of its last frost.</param>
    public PlantYear(YearAsked asked, YearPlant plant, int year)
    {
        (_asked, _plant, Year) = (asked, plant, year);
        _family = PlantFamilies.Of(plant.Kind);
        _place = asked.Place.LaterBy(plant.Later);
        LastFrost = _place.LastFrost(year);
        FirstFrost = _place.FirstFrostAfter(LastFrost);
        FirstFrostBefore = _place.FirstFrostBefore(LastFrost);
        _log = [.. asked.LogOf(plant.Id)];
        var when = plant.Cover && asked.FrostsCome ? PruningTime.AfterCover : plant.When;
        Prune = PruningYear.Window(plant.Kind, FirstPruneDay(), _place, when);
        Pruned = Last(
            YearEvent.Pruned,
            Prune.From.AddDays(-YearNumbers.Of.PrunedBefore),
            Prune.To.AddDays(YearNumbers.Of.PrunedAfter)
        );
        BudBreak = StageOf(
            YearEvent.BudBreak,
            LastFrost,
            JobRules.Stage(plant.Kind.Family, "budBreak"),
            "reckoned from the last frost"
        );
        Bloom = BloomOf();
        int flush = YearNumbers.Of.FlushDays;
        FlushEnd = Last(YearEvent.FlushEnd, Bloom.Early, FirstFrost) is { } noted
            ? new Spread(noted, noted, "noted")
            : Bloom.Shifted(flush);
        LeafFall = StageOf(null, FirstFrost, JobRules.Stage(plant.Kind.Family, "leafFall"), "with the first frosts");
    }

    public int Year { get; }

    public DateOnly LastFrost { get; }

    public DateOnly FirstFrost { get; }

    public DateOnly FirstFrostBefore { get; }

    /// <summary>The main prune of this year.</summary>
    public (DateOnly From, DateOnly To) Prune { get; }

    /// <summary>The day it was pruned on; null where nobody noted it.</summary>
    public DateOnly? Pruned { get; }

    public DateOnly PruneBest => Pruned ?? Prune.From.AddDays((Prune.To.DayNumber - Prune.From.DayNumber) / 2);

    public Spread BudBreak { get; }

    public Spread Bloom { get; }

    public Spread FlushEnd { get; }

    public Spread LeafFall { get; }

    /// <summary>Whether it flowers again and again.</summary>
    public bool Repeats => _plant.Kind is { ForFlowers: true, FlowersOn: not FlowerWood.LastYear };

    /// <summary>Days from a cut to the next bloom: the mean of the plant's own, else of practice.</summary>
    public (double Days, int Own) Round
    {
        get
        {
            var own = OwnRounds().ToArray();
            return own.Length == 0 ? (YearNumbers.Of.RoundDays, 0) : (own.Average(r => r.FromCut), own.Length);
        }
    }

    /// <summary>
    /// Days from the cut that ended each flush to the bloom after it: between two blooms of one summer, the first
    /// deadheading that was long enough before the second. What was nipped off in the last weeks made nothing flower.
    /// </summary>
    private IEnumerable<(int FromCut, int FromBloom)> OwnRounds()
    {
        int least = YearNumbers.Of.RoundLeast;
        var blooms = _log.Where(l => l.What == YearEvent.FirstBloom).Select(l => l.Date).Distinct().ToArray();
        foreach (var (before, next) in blooms.Zip(blooms.Skip(1)))
        {
            if (
                next.DayNumber - before.DayNumber <= 3 * least
                && _log.FirstOrDefault(l =>
                    l.What == YearEvent.Deadheaded && l.Date > before && next.DayNumber - l.Date.DayNumber >= least
                )
                    is { } cut
            )
            {
                yield return (next.DayNumber - cut.Date.DayNumber, next.DayNumber - before.DayNumber);
            }
        }
    }

    /// <summary>Days from the main prune to the first bloom: the mean of the plant's own, else of its kind.</summary>
    public (double Days, int Own) PruneToBloom =>
        Mean(YearEvent.Pruned, YearEvent.FirstBloom, (_plant.Kind.FlowerFromDays + _plant.Kind.FlowerToDays) / 2.0);

    /// <summary>The rounds of flowers of the year, the first one first.</summary>
    public IEnumerable<Spread> Rounds()
    {
        yield return Bloom;
        if (!Repeats)
        {
            yield break;
        }

        // From bloom to bloom, as it does by itself; else as long as from a cut. Each round adds its own spread.
        var own = OwnRounds().ToArray();
        var days = (int)Math.Round(own.Length == 0 ? Round.Days : own.Average(r => r.FromBloom));
        double spread = YearNumbers.Of.RoundSpread;
        var half = (Bloom.Late.DayNumber - Bloom.Early.DayNumber) / 2.0;
        for (var n = 1; ; n++)
        {
            var middle = Bloom.Mid.AddDays(n * days);
            if (middle >= FirstFrost.AddDays(-TradeNumbers.Of.NoFlowersBeforeFrost))
            {
                yield break;
            }

            var wide = (int)Math.Round(Math.Sqrt((half * half) + (n * spread * spread)));
            yield return new Spread(middle.AddDays(-wide), middle.AddDays(wide), Bloom.From);
        }
    }

    /// <summary>Whether something that has to hold of a plant for a job does.</summary>
    /// <exception cref="FormatException">The data ask for something nobody knows.</exception>
    public bool Holds(string what, string wanted) =>
        wanted
        == (
            what switch
            {
                "surveyed" => Word(_plant.Kind.Surveyed),
                "once" => Word(_plant.Kind.FlowersOn == FlowerWood.LastYear),
                "repeat" => Word(Repeats),
                "path" => Word(_plant.Path),
                "climbs" => Word(_plant.Kind.Climbs),
                "cover" => Word(_plant.Cover && _asked.FrostsCome),
                "tips" => Word(_family.YearDays(_plant.Kind).ContainsKey("tip")),
                "fruits" => _family.YearDays(_plant.Kind).ContainsKey("harvestTo") ? "summer" : "",
                _ => throw new FormatException($"'{what}' is nothing a job can hang on."),
            }
        );

    private static string Word(bool holds) => holds ? "true" : "false";

    /// <summary>A day of the year by its anchor; early or late where it differs.</summary>
    /// <exception cref="FormatException">There is no such anchor.</exception>
    public DateOnly At(Anchored day, Func<Spread, DateOnly> of) =>
        (
            day.Anchor switch
            {
                "last-frost" => LastFrost,
                "first-frost" => FirstFrost,
                "prune-from" => Prune.From,
                "prune-to" => Prune.To,
                "prune-best" => PruneBest,
                "bud-break" => of(BudBreak),
                "bloom-from" => Bloom.Early,
                "bloom-to" => Bloom.Late,
                "flush-end" => of(FlushEnd),
                "leaf-fall" => of(LeafFall),
                "tip" => LastFrost.AddDays(_family.YearDays(_plant.Kind).GetValueOrDefault("tip")),
                "harvest-end" => LastFrost.AddDays(_family.YearDays(_plant.Kind).GetValueOrDefault("harvestTo")),
                _ => throw new FormatException($"'{day.Anchor}' is no anchor of a plant's year."),
            }
        ).AddDays(day.Days);

    /// <summary>The latest of an event noted between two days.</summary>
    public DateOnly? Last(YearEvent what, DateOnly from, DateOnly to) =>
        _log.LastOrDefault(l => l.What == what && l.Date >= from && l.Date <= to)?.Date;

    /// <summary>The day by which this year's main prune is found.</summary>
    private DateOnly FirstPruneDay() =>
        LastFrost.AddDays(_plant.Kind.PruneFromDays) is var own && own > FirstFrostBefore ? own : FirstFrostBefore;

    private Spread StageOf(YearEvent? noted, DateOnly anchor, (int Early, int Late) days, string from)
    {
        int around = YearNumbers.Of.StageAround;
        if (
            noted is { } what
            && Last(what, anchor.AddDays(days.Early - around), anchor.AddDays(days.Late + around)) is { } day
        )
        {
            return new Spread(day, day, "noted");
        }

        var usual = new Spread(anchor.AddDays(days.Early), anchor.AddDays(days.Late), from);
        return noted is null ? usual : Warmed(usual);
    }

    /// <summary>
    /// The first bloom: noted; so long after this year's prune as this plant takes; else of its kind. What the plant
    /// did in other years counts the more, the more years it was noted.
    /// </summary>
    private Spread BloomOf()
    {
        var (early, late) = (_plant.Kind.FlowerFromDays, _plant.Kind.FlowerToDays);
        if (Last(YearEvent.FirstBloom, LastFrost.AddDays(early - YearNumbers.Of.BloomBefore), FirstFrost) is { } noted)
        {
            return new Spread(noted, noted, "noted");
        }

        // Shoots begin with the later of prune and last frost; those of last year's wood with the frost.
        var start =
            _plant.Kind.FlowersOn != FlowerWood.LastYear && Pruned is { } pruned && pruned > LastFrost
                ? pruned
                : LastFrost;
        var shade =
            _plant.Sun == Sun.Full ? 0
            : _plant.Sun == Sun.Half ? YearNumbers.Of.Half
            : (int)YearNumbers.Of.Shade;
        var kinds = Warmed(
            new Spread(start.AddDays(early + shade), start.AddDays(late + shade), "reckoned from the last frost")
        );
        var own = Years(YearEvent.FirstBloom).Select(d => (double)(d.Day.DayNumber - d.Frost.DayNumber)).ToArray();
        if (own.Length == 0)
        {
            return kinds;
        }

        // Two normal distributions become one (conjugate prior, known variance): the kind's and the plant's own years.
        var sd = (kinds.Late.DayNumber - kinds.Early.DayNumber) / (2 * Tenth);
        double each = YearNumbers.Of.OwnSpread;
        var (kindWeight, ownWeight) = (1 / (sd * sd), own.Length / (each * each));
        var mean =
            ((kinds.Mid.DayNumber - LastFrost.DayNumber) * kindWeight + (own.Average() * ownWeight))
            / (kindWeight + ownWeight);
        var half = Tenth * Math.Sqrt((1 / (kindWeight + ownWeight)) + (each * each));
        return new Spread(
            LastFrost.AddDays((int)Math.Round(mean - half)),
            LastFrost.AddDays((int)Math.Round(mean + half)),
            own.Length == 1 ? "from the one year it was noted" : $"from the {own.Length} years it was noted"
        );
    }

    /// <summary>
    /// Earlier in a warm year, later in a cold one: the day on which this year's warmth reaches what the usual year has
    /// on the usual day.
    /// </summary>
    private Spread Warmed(Spread usual)
    {
        if (_asked.Weather.Last is not { } last || last < LastFrost.AddDays(-YearNumbers.Of.WarmthKnown))
        {
            return usual;
        }

        var from = LastFrost.AddDays(-YearNumbers.Of.WarmthFrom);
        var days = FirstFrost.DayNumber - from.DayNumber;
        double baseC = YearNumbers.Of.WarmthBase;
        if (
            _asked.Weather.Warmth(from, days, baseC, own: false) is not { } mean
            || _asked.Weather.Warmth(from, days, baseC, own: true) is not { } now
        )
        {
            return usual;
        }

        var at = Math.Clamp(usual.Mid.DayNumber - from.DayNumber, 0, days - 1);
        var reached = now.TakeWhile(s => s < mean[at]).Count();
        var shift = Math.Min(reached, days - 1) - at;
        return shift == 0
            ? usual
            : usual.Shifted(shift) with
            {
                From =
                    $"this year {Math.Abs(shift)} {(Math.Abs(shift) == 1 ? "day" : "days")} "
                    + $"{(shift < 0 ? "earlier" : "later")} by its warmth",
            };
    }

    /// <summary>Every year in which something was first noted, with its last frost.</summary>
    private IEnumerable<(DateOnly Day, DateOnly Frost)> Years(YearEvent what) =>
        _log.Where(l => l.What == what)
            .GroupBy(l =>
                Enumerable.Range(l.Date.Year - 1, 3).Last(y => _place.FirstFrostBefore(_place.LastFrost(y)) < l.Date)
            )
            .Select(g => (g.Min(l => l.Date), _place.LastFrost(g.Key)));

    private (double Days, int Own) Mean(YearEvent from, YearEvent to, double usual)
    {
        var own = new List<int>();
        for (var i = 0; i < _log.Length; i++)
        {
            if (
                _log[i].What == from
                && _log.Skip(i + 1).FirstOrDefault(l => l.What == to || l.What == from) is { } next
                && next.What == to
                && next.Date.DayNumber - _log[i].Date.DayNumber is > 0 and var days
                && days < YearNumbers.Of.RoundMost
            )
            {
                own.Add(days);
            }
        }

        return own.Count == 0 ? (usual, 0) : (own.Average(), own.Count);
    }
}
