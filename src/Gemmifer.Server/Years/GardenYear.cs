using Gemmifer.Core.Exchange;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Year;
using Gemmifer.Data;
using Gemmifer.Server.Http;
using Gemmifer.Server.Planning;
using Gemmifer.Server.Plants;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Server.Years;

/// <summary>The year of the garden's own plants: its work, its flowers, and what to do today.</summary>
public static class GardenYear
{
    private const int MostDays = 366 * 2;

    /// <summary>So far back what was not done is still told.</summary>
    private const int OverdueDays = 45;

    /// <summary>So many of what is not done today are named.</summary>
    private const int MostListed = 300;

    /// <summary>Adds the routes.</summary>
    public static void MapYears(this IEndpointRouteBuilder app)
    {
        app.MapGet("/api/garden/year", YearAsync)
            .WithName("gardenYear")
            .WithSummary("The dated work of the garden's plants between two days.")
            .ForHelpers()
            .Produces<GardenYearView>()
            .ProducesProblem(422);
        app.MapGet("/api/garden/work", WorkAsync)
            .WithName("gardenWork")
            .WithSummary("What is due today; with minutes, the best of it that fits, exactly.")
            .ForHelpers()
            .Produces<WorkNowView>()
            .ProducesProblem(422);
    }

    private static async Task<IResult> YearAsync(
        string? from,
        string? to,
        string? place,
        GardenContext garden,
        GardenWeather weather,
        PlanMaker planner,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var today = PlantEndpoints.Today(clock);
        List<SurveyError> errors = [];
        var (first, last) = (Day(from, "/from", today, errors), Day(to, "/to", null, errors));
        var end = last ?? (first ?? today).AddYears(1).AddDays(-1);
        if (errors.Count == 0 && (end < first || end.DayNumber - first!.Value.DayNumber > MostDays))
        {
            errors.Add(
                new SurveyError("/to", "range", "The span ends after it begins, within two years.", 0, MostDays)
            );
        }

        if (errors.Count > 0)
        {
            return Problems.Invalid(errors, "This year cannot be shown.");
        }

        var (asked, plants, settings) = await YearDating.AskedAsync(
            garden,
            weather,
            planner,
            place,
            first!.Value,
            end,
            clock,
            cancel
        );
        var year = await YearDating.PlanAsync(asked, planner, cancel);
        return Results.Ok(
            new GardenYearView(
                today,
                first.Value,
                end,
                year.Jobs,
                year.Bloom,
                year.Warnings,
                plants,
                [
                    .. Enumerable
                        .Range(first.Value.Year - 1, end.Year - first.Value.Year + 2)
                        .Select(y => asked.Place.LastFrost(y))
                        .Select(l => new FrostPair(l, asked.Place.FirstFrostAfter(l))),
                ],
                settings.Latitude is { } latitude ? Daylight(latitude, first.Value, end) : []
            )
        );
    }

    private static DaylightOn[] Daylight(double latitude, DateOnly from, DateOnly to) =>
        [
            .. Enumerable
                .Range(0, ((to.Year - from.Year) * 12) + to.Month - from.Month + 2)
                .Select(m => new DateOnly(from.Year, from.Month, 1).AddMonths(m))
                .Select(d => new DaylightOn(d, Math.Round(DayLength.Hours(latitude, d), 2))),
        ];

    private static async Task<IResult> WorkAsync(
        string? minutes,
        string? place,
        string? job,
        GardenContext garden,
        GardenWeather weather,
        PlanMaker planner,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        List<SurveyError> errors = [];
        var (available, wanted) = (MinutesOf(minutes, errors), JobOf(job, errors));
        if (errors.Count > 0)
        {
            return Problems.Invalid(errors, "This work cannot be chosen.");
        }

        var today = PlantEndpoints.Today(clock);
        var (asked, plants, _) = await YearDating.AskedAsync(
            garden,
            weather,
            planner,
            place,
            today.AddDays(-OverdueDays),
            today,
            clock,
            cancel
        );
        var diseased = await DiseasedAsync(garden, today, cancel);
        var since = await garden.Plants.AsNoTracking().ToDictionaryAsync(p => p.Id, p => p.CreatedAt, cancel);
        var year = await YearDating.PlanAsync(asked, planner, cancel);
        DatedJob[] wantedJobs = [.. year.Jobs.Where(j => wanted is null || j.Job == wanted)];
        var waits = wantedJobs
            .Where(j => Open(j, today))
            .Select(j => (Job: j, Wait: YearPlanner.WaitOf(j, today, asked.Weather)))
            .Where(w => w.Wait is not null)
            .Select(w => new WaitingJob(w.Job, w.Wait!.Why, w.Wait.Next))
            .ToArray();
        var waiting = waits.Select(w => w.Job).ToHashSet();
        DatedJob[] due =
        [
            .. wantedJobs
                .Where(j => Open(j, today) && !waiting.Contains(j))
                .OrderBy(j => j.Window[1])
                .ThenBy(j => j.Plant ?? "", StringComparer.Ordinal),
        ];
        var taken = Minutes.Choose([.. due.Select(j => (j.Minutes, Minutes.Worth(j, today)))], available);
        var walk = plants.Select((p, i) => (p.Id, i)).ToDictionary(p => p.Id, p => p.i);

        // What is diseased comes last, so that blades carry nothing on.
        (bool Last, int At) Walked(DatedJob j) =>
            j.Plant is { } plant ? (diseased.Contains(plant), walk[plant]) : (false, -1);
        DatedJob[] chosen = [.. due.Where((_, i) => taken[i]).OrderBy(Walked).ThenBy(j => j.Job)];
        DatedJob[] left = [.. due.Where((_, i) => !taken[i]).OrderBy(Walked)];
        DatedJob[] overdue =
        [
            .. wantedJobs
                .Where(j => IsMissed(j, today) && Waited.Day(since[j.Plant!], clock) <= j.Window[1])
                .OrderBy(Walked),
        ];
        WaitingJob[] waitsListed = [.. waits.OrderBy(w => Walked(w.Job)).Take(MostListed)];
        var (leftListed, overdueListed) = (left.Take(MostListed).ToArray(), overdue.Take(MostListed).ToArray());
        var named = chosen
            .Concat(leftListed)
            .Concat(overdueListed)
            .Concat(waitsListed.Select(w => w.Job))
            .Select(j => j.Plant)
            .Concat(diseased)
            .ToHashSet();
        return Results.Ok(
            new WorkNowView(
                today,
                available,
                chosen,
                chosen.Sum(j => j.Minutes),
                leftListed,
                waitsListed,
                overdueListed,
                [.. plants.Select(p => p.Id).Where(diseased.Contains)],
                [.. chosen.Select(j => j.Job).Distinct().SelectMany(YearWords.KitFor).Distinct()],
                left.Length,
                waits.Length,
                overdue.Length,
                [.. plants.Where(p => named.Contains(p.Id))],
                [.. year.Warnings.Where(w => w.Code == YearDating.FaultCode)]
            )
        );
    }

    private static int MinutesOf(string? minutes, List<SurveyError> errors)
    {
        var available = Minutes.Most;
        if (minutes is not null && (!int.TryParse(minutes, out available) || available < 1 || available > Minutes.Most))
        {
            errors.Add(
                new SurveyError("/minutes", "range", $"A whole number from 1 to {Minutes.Most}.", 1, Minutes.Most)
            );
        }

        return available;
    }

    private static YearJob? JobOf(string? job, List<SurveyError> errors)
    {
        var wanted = WireNames.Find<YearJob>(job);
        if (job is not null && wanted is null)
        {
            errors.Add(new SurveyError("/job", "unknown", $"One of {string.Join(", ", WireNames.All<YearJob>())}."));
        }

        return wanted;
    }

    /// <summary>Whether its days are over, and whoever did it would have noted it.</summary>
    private static bool IsMissed(DatedJob j, DateOnly today) =>
        j.Window[1] < today
        && j.Weight > 0
        && j.Job is not (YearJob.Deadhead or YearJob.Level)
        && (j.Job != YearJob.Look || j.Weight > 1)
        && YearWords.NotedBy(j.Job) is not null
        && j.Plant is not null;

    private static bool Open(DatedJob job, DateOnly today) => today <= job.Window[1] && Minutes.Worth(job, today) > 0;

    /// <summary>Plants on which disease was noted within a year, or seen on a stem in the latest survey.</summary>
    private static async Task<HashSet<string>> DiseasedAsync(
        GardenContext garden,
        DateOnly today,
        CancellationToken cancel
    )
    {
        var since = new DateTimeOffset(today.AddYears(-1).ToDateTime(TimeOnly.MinValue), TimeSpan.Zero);
        var noted = await garden
            .Log.AsNoTracking()
            .Where(l => l.Event == YearEvent.Disease && l.At >= since)
            .Select(l => l.PlantId)
            .ToListAsync(cancel);
        HashSet<string> plants = [.. noted];
        foreach (var sign in EvidenceList.Carried.Select(s => $"\"{WireNames.Of(s)}\""))
        {
            plants.UnionWith(
                await garden
                    .Surveys.AsNoTracking()
                    .Where(s => s.Stems.Contains(sign))
                    .Where(s => !garden.Surveys.Any(later => later.PlantId == s.PlantId && later.Season > s.Season))
                    .Select(s => s.PlantId)
                    .ToListAsync(cancel)
            );
        }

        return plants;
    }

    private static DateOnly? Day(string? text, string field, DateOnly? usual, List<SurveyError> errors)
    {
        if (text is null)
        {
            return usual;
        }

        if (
            DateOnly.TryParseExact(text, "yyyy-MM-dd", out var day)
            && day.Year is >= SurveyLimits.FirstYear and <= SurveyLimits.LastYear
        )
        {
            return day;
        }

        errors.Add(new SurveyError(field, "format", "A day like 2027-02-20."));
        return null;
    }
}
