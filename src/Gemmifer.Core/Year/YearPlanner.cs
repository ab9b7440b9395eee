using System.Globalization;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Season;

namespace Gemmifer.Core.Year;

/// <summary>
/// Dates the work of a year: jobs are data (<c>Year/Data/jobs.json</c>), the place, the weather and the plant's log
/// turn them into days. Pure: the same question gives the same answer.
/// </summary>
public static class YearPlanner
{
    /// <summary>Work is moved within its window off days that are wetter than this, mm, or colder, °C.</summary>
    private static readonly double WetMm = TradeNumbers.Of.WetDay,
        HardFrostC = YearNumbers.Of.HardFrost;

    /// <summary>Cuts want wood that is dry and not frozen; the rest does not mind.</summary>
    private static readonly YearJob[] Cuts =
    [
        YearJob.MainPrune,
        YearJob.AfterBloomPrune,
        YearJob.Deadhead,
        YearJob.Level,
        YearJob.SpentCanes,
        YearJob.Tipping,
        YearJob.SecondVisit,
        YearJob.PathClear,
    ];

    /// <summary>The work whose days meet the span, in order of its best day.</summary>
    /// <exception cref="OperationCanceledException">Nobody waits for it any more.</exception>
    public static YearAnswer Plan(YearAsked asked, CancellationToken cancel = default)
    {
        var jobs = new List<DatedJob>();
        var bloom = new List<BloomRound>();
        var warnings = new List<YearWarning>(asked.Noticed);
        foreach (var plant in asked.Plants)
        {
            cancel.ThrowIfCancellationRequested();
            var years = Years(asked, plant).ToArray();
            foreach (var year in years)
            {
                jobs.AddRange(
                    JobRules
                        .Of(plant.Kind.Family)
                        .Where(r => r.Only.All(o => year.Holds(o.Key, o.Value)) && !IsDone(plant, year, r))
                        .Select(r => Dated(asked, plant, year, r))
                        .OfType<DatedJob>()
                );
                bloom.AddRange(
                    year.Rounds()
                        .Select((r, i) => new BloomRound(plant.Id, i + 1, [r.Early, r.Late]))
                        .Where(b => Meets(asked, b.Window[0], b.Window[1]))
                );
            }

            jobs.AddRange(Sudden(asked, plant));
            if (plant.FlowerOn is { } wanted)
            {
                BackFromDay.Backwards(asked, plant, wanted, years, jobs, warnings);
            }

            warnings.AddRange(LogWarnings(asked, plant));
        }

        foreach (var year in Enumerable.Range(asked.From.Year - 1, asked.To.Year - asked.From.Year + 3))
        {
            jobs.AddRange(JobRules.OfPlace.Select(r => OfPlace(asked, year, r)).OfType<DatedJob>());
        }

        return new YearAnswer(
            [
                .. jobs.Where(j => Meets(asked, j.Window[0], j.Window[1]))
                    .DistinctBy(j => (j.Plant, j.Job, j.Window[0], j.Window[1], j.Best, j.Because))
                    .OrderBy(j => j.Best)
                    .ThenBy(j => j.Plant ?? "", StringComparer.Ordinal)
                    .ThenBy(j => j.Job)
                    .ThenBy(j => j.Window[0]),
            ],
            [.. bloom.OrderBy(b => b.Window[0]).ThenBy(b => b.Plant, StringComparer.Ordinal).ThenBy(b => b.Round)],
            warnings
        );
    }

    private static bool Meets(YearAsked asked, DateOnly from, DateOnly to) => from <= asked.To && to >= asked.From;

    private static IEnumerable<PlantYear> Years(YearAsked asked, YearPlant plant) =>
        Enumerable
            .Range(asked.From.Year - 1, asked.To.Year - asked.From.Year + 3)
            .Where(y => y is > 1 and < 9990)
            .Select(y => new PlantYear(asked, plant, y));

    /// <summary>So many days round its window a job that was noted is the one meant (assumption).</summary>
    private static readonly int DaysNear = YearNumbers.Of.JobNear,
        DaysNearPrune = YearNumbers.Of.PruneNear;

    /// <summary>
    /// Whether work that is due waits for the weather of a day, and the next day known to be better; null where it need
    /// not wait.
    /// </summary>
    public static WeatherWait? WaitOf(DatedJob job, DateOnly today, WeatherRecord weather)
    {
        if (!Cuts.Contains(job.Job) || Bad(weather, today) is not { } why)
        {
            return null;
        }

        DateOnly? next = null;
        for (var day = today.AddDays(1); next is null && weather.On(day) is not null; day = day.AddDays(1))
        {
            next = Bad(weather, day) is null ? day : null;
        }

        return new WeatherWait(why, next);
    }

    /// <summary>What was noted of this year is not to be done again.</summary>
    private static bool IsDone(YearPlant plant, PlantYear year, JobRule rule)
    {
        if (rule.Job == YearJob.Look)
        {
            var (first, end) = Window(plant, year, rule);
            return year.Pruned is not null || year.Last(YearEvent.Looked, first, end) is not null;
        }

        // Weekly work is never done for good.
        if (rule.Job is YearJob.Deadhead or YearJob.Level || YearWords.NotedBy(rule.Job) is not { } noted)
        {
            return false;
        }

        // Ties and feed come several times a year: what was noted counts for the one it was near.
        var near = rule.Job is YearJob.TieCheck or YearJob.Feed ? DaysNear : DaysNearPrune;
        var (from, to) = Window(plant, year, rule);
        return year.Last(noted, from.AddDays(-near), to.AddDays(near)) is not null;
    }

    /// <summary>The looks that sudden things ask for, until somebody looked.</summary>
    private static IEnumerable<DatedJob> Sudden(YearAsked asked, YearPlant plant)
    {
        var log = asked.LogOf(plant.Id).ToArray();
        foreach (var rule in JobRules.Sudden)
        {
            if (
                log.LastOrDefault(l => l.What == rule.What && l.Date <= asked.To) is { } noted
                && !log.Any(l => l.What is YearEvent.Looked or YearEvent.Pruned && l.Date >= noted.Date)
            )
            {
                yield return new DatedJob(
                    plant.Id,
                    YearJob.Look,
                    [noted.Date, noted.Date.AddDays(rule.Days)],
                    noted.Date,
                    $"{rule.Because} Noted on {Day(noted.Date)}.",
                    rule.Provenance,
                    rule.IfLate,
                    rule.Minutes,
                    rule.Weight,
                    noted.Date.Year,
                    rule.How
                );
            }
        }
    }

    private static (DateOnly From, DateOnly To) Window(YearPlant plant, PlantYear year, JobRule rule)
    {
        var last = plant.Hips && rule.HipsTo is { } hips ? hips : rule.To;
        return (year.At(rule.From, s => s.Early), year.At(last, s => s.Late));
    }

    private static DatedJob? Dated(YearAsked asked, YearPlant plant, PlantYear year, JobRule rule)
    {
        // A kind that flowers on last year's wood has one prune, after its flowers.
        if (rule.Job == YearJob.MainPrune && AfterBloom(plant.Kind))
        {
            return null;
        }

        var (from, to) = Window(plant, year, rule);
        if (to < from)
        {
            return null;
        }

        var wanted = year.At(rule.Best, s => s.Mid);
        var best =
            wanted < from ? from
            : wanted > to ? to
            : wanted;
        var (day, moved) = OffBadDays(asked, rule.Job, from, to, best);
        return new DatedJob(
            plant.Id,
            rule.Job,
            [from, to],
            day,
            rule.Because + Origin(year, rule) + moved,
            rule.Provenance,
            rule.IfLate,
            rule.Minutes,
            rule.Weight,
            year.Year,
            rule.How
        );
    }

    /// <summary>Whether the main prune of a kind comes after its flowers: those on last year's wood.</summary>
    private static bool AfterBloom(PlantKind kind) => kind is { ForFlowers: true, FlowersOn: FlowerWood.LastYear };

    /// <summary>Where the days come from, where a stage of the plant decides.</summary>
    private static string Origin(PlantYear year, JobRule rule)
    {
        var anchor = rule.Best.Anchor;
        Spread? stage = anchor switch
        {
            "bud-break" => year.BudBreak,
            "bloom-from" or "bloom-to" => year.Bloom,
            "flush-end" => year.FlushEnd,
            "leaf-fall" => year.LeafFall,
            _ => null,
        };
        var name = anchor switch
        {
            "bud-break" => "Bud break",
            "leaf-fall" => "Leaf fall",
            "flush-end" => "The end of the flush",
            _ => "Bloom",
        };
        return stage is { } s ? $" {name} is {s.From}." : "";
    }

    /// <summary>
    /// The next day of the window on which a cut can be made, where the weather is known; the best day itself where
    /// every known one is bad.
    /// </summary>
    private static (DateOnly Day, string Why) OffBadDays(
        YearAsked asked,
        YearJob job,
        DateOnly from,
        DateOnly to,
        DateOnly best
    )
    {
        if (!Cuts.Contains(job) || Bad(asked, best) is not { } why)
        {
            return (best, "");
        }

        for (var day = best.AddDays(1); day <= to; day = day.AddDays(1))
        {
            if (Bad(asked, day) is null)
            {
                return (day, $" Moved off {Day(best)}: {why}.");
            }
        }

        for (var day = best.AddDays(-1); day >= from; day = day.AddDays(-1))
        {
            if (Bad(asked, day) is null)
            {
                return (day, $" Moved off {Day(best)}: {why}.");
            }
        }

        return (best, $" On {Day(best)} {why}, and no day within reach is better.");
    }

    private static string? Bad(YearAsked asked, DateOnly day) => Bad(asked.Weather, day);

    private static string? Bad(WeatherRecord record, DateOnly day) =>
        record.On(day) is not { } weather ? null
        : weather.Tmin <= HardFrostC ? "hard frost"
        : weather.Rain >= WetMm ? "rain"
        : null;

    internal static string Day(DateOnly day) => day.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);

    private static DatedJob? OfPlace(YearAsked asked, int year, JobRule rule)
    {
        if (year is < 2 or > 9990)
        {
            return null;
        }

        DateOnly At(Anchored day) =>
            (
                day.Anchor switch
                {
                    "midwinter" => new DateOnly(year, PruningYear.MonthIn(asked.Place.Hemisphere, 1), 15),
                    "first-frost" => asked.Place.FirstFrostAfter(asked.Place.LastFrost(year)),
                    "last-frost" => asked.Place.LastFrost(year),
                    _ => throw new FormatException($"'{day.Anchor}' is no anchor of a place's year."),
                }
            ).AddDays(day.Days);
        return new DatedJob(
            null,
            rule.Job,
            [At(rule.From), At(rule.To)],
            At(rule.Best),
            rule.Because,
            rule.Provenance,
            rule.IfLate,
            rule.Minutes,
            rule.Weight,
            year,
            rule.How
        );
    }

    private static IEnumerable<YearWarning> LogWarnings(YearAsked asked, YearPlant plant)
    {
        if (plant.YearsPlanted is not { } years)
        {
            yield break;
        }

        var planted = new DateOnly(Math.Max(1, asked.From.Year - years), 1, 1);
        if (asked.LogOf(plant.Id).FirstOrDefault() is { } first && first.Date < planted)
        {
            yield return new YearWarning(
                "before-planted",
                $"Something was noted on {Day(first.Date)}, before it was planted in {planted.Year}.",
                plant.Id
            );
        }
    }
}
