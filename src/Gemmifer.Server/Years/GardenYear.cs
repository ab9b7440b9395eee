using System.Text.Json;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Work;
using Gemmifer.Core.Year;
using Gemmifer.Data;
using Gemmifer.Server.Http;
using Gemmifer.Server.Planning;
using Gemmifer.Server.Plants;
using Gemmifer.Server.Settings;
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

        var (asked, plants, settings) = await AskedAsync(
            garden,
            weather,
            planner,
            place,
            first!.Value,
            end,
            clock,
            cancel
        );
        var year = await PlanAsync(asked, planner, cancel);
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
        var available = Minutes.Most;
        if (minutes is not null && (!int.TryParse(minutes, out available) || available < 1 || available > Minutes.Most))
        {
            errors.Add(
                new SurveyError("/minutes", "range", $"A whole number from 1 to {Minutes.Most}.", 1, Minutes.Most)
            );
        }

        var wanted = WireNames.Find<YearJob>(job);
        if (job is not null && wanted is null)
        {
            errors.Add(new SurveyError("/job", "unknown", $"One of {string.Join(", ", WireNames.All<YearJob>())}."));
        }

        if (errors.Count > 0)
        {
            return Problems.Invalid(errors, "This work cannot be chosen.");
        }

        var today = PlantEndpoints.Today(clock);
        var (asked, plants, _) = await AskedAsync(
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
        var year = await PlanAsync(asked, planner, cancel);
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
                .Where(j =>
                    j.Window[1] < today
                    && j.Weight > 0
                    && j.Job is not (YearJob.Deadhead or YearJob.Level)
                    && (j.Job != YearJob.Look || j.Weight > 1)
                    && YearWords.NotedBy(j.Job) is not null
                    && j.Plant is { } plant
                    && Waited.Day(since[plant], clock) <= j.Window[1]
                )
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
                [.. year.Warnings.Where(w => w.Code == FaultCode)]
            )
        );
    }

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

    /// <summary>Code of the warning that a plant could not be dated though it should be.</summary>
    internal const string FaultCode = "fault";

    private static YearWarning FaultOf(string plant, Exception e, PlanMaker planner) =>
        new(FaultCode, $"This plant could not be dated. Report it as {planner.Failed(e)}.", plant);

    /// <summary>Dates the year. A plant that cannot be dated is told, and the others are dated all the same.</summary>
    internal static Task<YearAnswer> PlanAsync(YearAsked asked, PlanMaker planner, CancellationToken cancel) =>
        Task.Run(
            () =>
            {
                try
                {
                    return YearPlanner.Plan(asked, cancel);
                }
                catch (Exception e) when (e is not OperationCanceledException)
                {
                    return WithoutFaulty(asked, planner, cancel);
                }
            },
            cancel
        );

    private static YearAnswer WithoutFaulty(YearAsked asked, PlanMaker planner, CancellationToken cancel)
    {
        List<YearPlant> sound = [];
        List<YearWarning> noticed = [.. asked.Noticed];
        foreach (var plant in asked.Plants)
        {
            try
            {
                _ = YearPlanner.Plan(asked with { Plants = [plant] }, cancel);
                sound.Add(plant);
            }
            catch (Exception e) when (e is not OperationCanceledException)
            {
                noticed.Add(FaultOf(plant.Id, e, planner));
            }
        }

        return YearPlanner.Plan(asked with { Plants = sound, Noticed = noticed }, cancel);
    }

    /// <summary>What is asked of the garden's year, and its plants in the order in which one walks.</summary>
    internal static async Task<(YearAsked Asked, YearPlantView[] Plants, GardenPlace Place)> AskedAsync(
        GardenContext garden,
        GardenWeather weather,
        PlanMaker planner,
        string? place,
        DateOnly from,
        DateOnly to,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var where = (await SettingsEndpoints.LoadAsync(garden, cancel)).Settings.Place;
        var growing = await garden
            .Plants.AsNoTracking()
            .Where(p => p.RemovedAt == null && (place == null || p.Place == place))
            .OrderBy(p => p.SortKey)
            .ThenBy(p => p.Id)
            .ToListAsync(cancel);
        var schools = (
            await garden
                .Surveys.AsNoTracking()
                .Where(s => s.School != null)
                .Select(s => new
                {
                    s.PlantId,
                    s.Season,
                    s.School,
                })
                .ToListAsync(cancel)
        ).GroupBy(s => s.PlantId).ToDictionary(g => g.Key, g => g.MaxBy(s => s.Season)!.School);
        var log = await garden
            .Log.AsNoTracking()
            .Where(l => l.Event != null || (l.Kind == LogKind.Finished && l.Visit == 1))
            .Select(l => new
            {
                l.PlantId,
                l.At,
                l.Event,
            })
            .ToListAsync(cancel);
        var looked = await garden
            .Surveys.AsNoTracking()
            .Where(s => s.Looked)
            .Select(s => new { s.PlantId, s.UpdatedAt })
            .ToListAsync(cancel);
        var atPath = (
            await garden
                .Surveys.AsNoTracking()
                .Where(s => s.KeepOut != "[]")
                .Where(s => !garden.Surveys.Any(later => later.PlantId == s.PlantId && later.Season > s.Season))
                .Select(s => s.PlantId)
                .ToListAsync(cancel)
        ).ToHashSet(StringComparer.Ordinal);
        var sudden = log.Where(l => l.Event is { } e && Noted.Sudden.Contains(e))
            .GroupBy(l => l.PlantId)
            .ToDictionary(g => g.Key, g => g.Max(l => l.At));
        List<YearWarning> noticed = [];
        List<(YearPlant Plant, YearPlantView View)> dated = [];
        foreach (var p in growing)
        {
            try
            {
                var kind = PlantKinds.Of(p.Kind);
                dated.Add(
                    (
                        new YearPlant(
                            p.Id,
                            kind,
                            WhenOf(schools.GetValueOrDefault(p.Id), kind),
                            WireNames.Find<Sun>(p.Sun) ?? Sun.Full,
                            p.PlantedYear is { } planted ? Math.Max(0, from.Year - planted) : null,
                            p.Cover,
                            p.FlowerOn is { } day && day >= from.AddMonths(-12) ? day : null,
                            p.Hips,
                            where.Later.GetValueOrDefault(p.Place),
                            atPath.Contains(p.Id)
                        ),
                        new YearPlantView(p.Id, p.Name, p.Place, kind.Family)
                    )
                );
            }
            catch (Exception e) when (e is not OperationCanceledException)
            {
                noticed.Add(FaultOf(p.Id, e, planner));
            }
        }

        var known = dated.Select(d => d.Plant.Id).ToHashSet(StringComparer.Ordinal);
        return (
            new YearAsked(
                where.OfYear,
                true,
                where.Latitude,
                from,
                to,
                [.. dated.Select(d => d.Plant)],
                [
                    .. log.Where(l => known.Contains(l.PlantId))
                        .Select(l => new YearLog(l.PlantId, Waited.Day(l.At, clock), l.Event ?? YearEvent.Pruned)),
                    // Whoever noted what a plant looks like has walked round it, unless something happened since.
                    .. looked
                        .Where(s => known.Contains(s.PlantId) && !(sudden.GetValueOrDefault(s.PlantId) > s.UpdatedAt))
                        .Select(s => new YearLog(s.PlantId, Waited.Day(s.UpdatedAt, clock), YearEvent.Looked)),
                ],
                await weather.ExpectedAsync(PlantEndpoints.Today(clock), cancel),
                noticed
            ),
            [.. dated.Select(d => d.View)],
            where
        );
    }

    /// <summary>When the main prune is by the school of a plant as it is stored.</summary>
    private static string WhenOf(string? stored, PlantKind kind)
    {
        if (stored is not null)
        {
            using var school = JsonDocument.Parse(stored);
            var root = school.RootElement;
            var id =
                root.ValueKind == JsonValueKind.String ? root.GetString()
                : root.TryGetProperty("base", out var b) ? b.GetString()
                : null;
            if (
                root.ValueKind == JsonValueKind.Object
                && root.TryGetProperty("set", out var set)
                && set.TryGetProperty("when", out var when)
                && when.GetString() is { } own
            )
            {
                return own;
            }

            if (id is not null && SchoolCatalog.For(id, kind.Id) is { } named)
            {
                return named.When;
            }
        }

        return SchoolCatalog.For(kind.DefaultSchool, kind.Id)!.When;
    }
}
