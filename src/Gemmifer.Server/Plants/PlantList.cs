using Gemmifer.Core;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Work;
using Gemmifer.Data;
using Gemmifer.Data.Entities;
using Gemmifer.Server.Http;
using Microsoft.EntityFrameworkCore;
using static Gemmifer.Server.Plants.PlantRows;

namespace Gemmifer.Server.Plants;

/// <summary>
/// The lists of the garden's plants: page by page, by a key, so that a page of ten thousand plants takes no longer than
/// one of ten.
/// </summary>
public static class PlantList
{
    private const int MostPlaces = 500,
        MostWords = 8;

    /// <summary>Plants of each group on the first screen.</summary>
    private const int GroupPlants = 12;

    /// <summary>Adds the routes.</summary>
    public static void MapPlantList(this IEndpointRouteBuilder app)
    {
        app.MapGet("/api/plants", PageAsync)
            .WithName("plants")
            .ForLookers()
            .WithSummary(
                "A page of the plants by place and name. The header Link names the next page (RFC 8288); without it "
                    + "there is none."
            )
            .Produces<PlantSummary[]>()
            .ProducesProblem(422);
        app.MapGet("/api/now", NowAsync).WithName("now").ForHelpers().Produces<NowView>();
        app.MapGet("/api/places", PlacesAsync).WithName("places").ForHelpers().Produces<string[]>();
        app.MapGet("/api/plants/{id}/next", NextAsync)
            .WithName("nextPlant")
            .ForHelpers()
            .WithSummary("The next plant of its family in its place; the first again after the last.")
            .Produces<PlantView>()
            .Produces(204)
            .ProducesProblem(404);
    }

    private static async Task<IResult> PageAsync(
        string? q,
        string? state,
        string? place,
        string? family,
        string? due,
        string? limit,
        string? after,
        HttpRequest request,
        GardenContext garden,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var errors = new List<SurveyError>();
        var paging = Paging.Read(limit, after, errors);
        var wanted = WireNames.Find<PlantState>(state);
        if (state is not null && wanted is null)
        {
            errors.Add(new SurveyError("/state", "word", $"One of {string.Join(", ", WireNames.All<PlantState>())}."));
        }

        var plants = Growing(garden);
        if (after is not null)
        {
            var key = await garden.Plants.Where(p => p.Id == after).Select(p => p.SortKey).FirstOrDefaultAsync(cancel);
            if (key is null)
            {
                Paging.Lost(errors);
            }

            plants = plants.Where(p =>
                string.Compare(p.SortKey, key) >= 0
                && (string.Compare(p.SortKey, key) > 0 || string.Compare(p.Id, after) > 0)
            );
        }

        errors.AddRange(WordErrors(family, due));
        if (errors.Count > 0)
        {
            return Problems.Invalid(errors, "This list cannot be shown.");
        }

        var day = await DayAsync(garden, clock, cancel);
        if (place is not null)
        {
            plants = plants.Where(p => p.Place == place);
        }

        plants = OfFamilyAndDue(plants, PlantFamilies.Find(family)?.Id, due, day);
        var rows = InState(Rows(garden, Found(plants, q ?? ""), day.Season), wanted);
        var page = await rows.OrderBy(r => r.Plant.SortKey)
            .ThenBy(r => r.Plant.Id)
            .Take(paging.Limit + 1)
            .ToListAsync(cancel);
        return Results.Ok(
            await SummariesAsync(garden, paging.Page(request, page, r => r.Plant.Id), day, clock, cancel)
        );
    }

    private static IEnumerable<SurveyError> WordErrors(string? family, string? due)
    {
        if (family is not null && PlantFamilies.Find(family) is null)
        {
            yield return new SurveyError(
                "/family",
                "word",
                $"One of {string.Join(", ", PlantFamilies.All.Select(f => f.Id.Name))}."
            );
        }

        if (due is not (null or "true" or "false"))
        {
            yield return new SurveyError("/due", "word", "true or false.");
        }
    }

    /// <summary>
    /// Plants of a family, or of which the main prune is due, or is not; all where nothing was asked.
    /// </summary>
    private static IQueryable<PlantRecord> OfFamilyAndDue(
        IQueryable<PlantRecord> plants,
        PlantFamily? wantedFamily,
        string? due,
        Day day
    )
    {
        if (wantedFamily is null && due is null)
        {
            return plants;
        }

        string[] KindsAt(string place, bool covered) =>
            [
                .. PlantKinds
                    .All.Where(k => wantedFamily is null || k.Family == wantedFamily)
                    .Where(k => due is null || (day.Window(k, place, covered).From <= day.Today) == (due == "true"))
                    .Select(k => k.Id),
            ];

        // Most places are as early as the garden: only the others are named one by one.
        string[] own = [.. day.Place.Later.Keys];
        var (kinds, coveredKinds) = (KindsAt("", false), KindsAt("", true));
        string[] SpotsAt(bool covered) =>
            [.. own.SelectMany(place => KindsAt(place, covered).Select(kind => $"{kind} {place}"))];
        var (spots, coveredSpots) = (SpotsAt(false), SpotsAt(true));
        return plants.Where(p =>
            own.Contains(p.Place)
                ? (p.Cover ? coveredSpots.Contains(p.Kind + " " + p.Place) : spots.Contains(p.Kind + " " + p.Place))
                : (p.Cover ? coveredKinds.Contains(p.Kind) : kinds.Contains(p.Kind))
        );
    }

    private static IQueryable<Row> InState(IQueryable<Row> rows, PlantState? wanted) =>
        wanted switch
        {
            PlantState.Finished => rows.Where(r => r.Finished),
            PlantState.Working => rows.Where(r => !r.Finished && r.Steps > 0),
            PlantState.Surveyed => rows.Where(r => !r.Finished && r.Steps == 0 && r.Looked),
            PlantState.Empty => rows.Where(r => !r.Finished && r.Steps == 0 && !r.Looked),
            _ => rows,
        };

    /// <summary>Plants with every word in their name, their place or what they are called.</summary>
    private static IQueryable<PlantRecord> Found(IQueryable<PlantRecord> plants, string words)
    {
        foreach (
            var word in words
                .Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries)
                .Take(MostWords)
                .Select(PlantOrder.Sought)
        )
        {
            string[] kinds =
            [
                .. PlantKinds
                    .All.Where(k => PlantOrder.Sought(k.Name).Contains(word, StringComparison.Ordinal))
                    .Select(k => k.Id),
            ];
            plants =
                kinds.Length == 0
                    ? plants.Where(p => p.SearchText.Contains(word))
                    : plants.Where(p => p.SearchText.Contains(word) || kinds.Contains(p.Kind));
        }

        return plants;
    }

    private static async Task<IResult> NowAsync(GardenContext garden, TimeProvider clock, CancellationToken cancel) =>
        Results.Ok(await NowOfAsync(garden, clock, cancel));

    /// <summary>What is due in the whole garden, and the first plants of each group.</summary>
    public static async Task<NowView> NowOfAsync(GardenContext garden, TimeProvider clock, CancellationToken cancel)
    {
        var day = await DayAsync(garden, clock, cancel);
        var all = await Growing(garden)
            .OrderBy(p => p.SortKey)
            .ThenBy(p => p.Id)
            .Select(p => new
            {
                p.Id,
                p.Kind,
                p.Place,
                p.Cover,
            })
            .ToListAsync(cancel);
        var seen = await garden
            .Surveys.Where(s => s.Season == day.Season)
            .Select(s => new
            {
                s.PlantId,
                s.Visit,
                s.Looked,
            })
            .ToDictionaryAsync(s => s.PlantId, cancel);
        var done = (
            await garden
                .Log.Where(l => l.Season == day.Season && (l.Kind == LogKind.Step || l.Kind == LogKind.Finished))
                .Select(l => new
                {
                    l.PlantId,
                    l.Visit,
                    l.Kind,
                })
                .Distinct()
                .ToListAsync(cancel)
        ).Select(l => (l.PlantId, l.Visit, l.Kind)).ToHashSet();
        (string Kind, string Place, bool Cover) Spot(string kind, string place, bool cover) =>
            (kind, day.Place.Later.ContainsKey(place) ? place : "", cover);
        var windows = all.Select(p => Spot(p.Kind, p.Place, p.Cover))
            .Distinct()
            .ToDictionary(s => s, s => day.Window(PlantKinds.Of(s.Kind), s.Place, s.Cover).From);
        var groups = all.ToLookup(
            p =>
            {
                var survey = seen.GetValueOrDefault(p.Id);
                var visit = survey?.Visit ?? 1;
                return StateOf(
                    done.Contains((p.Id, visit, LogKind.Finished)),
                    done.Contains((p.Id, visit, LogKind.Step)),
                    survey is { Looked: true } || Routine.Contains(p.Kind)
                );
            },
            p => p.Id
        );
        string[] shown = [.. Enum.GetValues<PlantState>().SelectMany(s => groups[s].Take(GroupPlants))];
        var rows = await Rows(garden, Growing(garden).Where(p => shown.Contains(p.Id)), day.Season)
            .OrderBy(r => r.Plant.SortKey)
            .ThenBy(r => r.Plant.Id)
            .ToListAsync(cancel);
        var plants = (await SummariesAsync(garden, rows, day, clock, cancel)).ToLookup(p => p.State);
        return new NowView(
            day.Today,
            all.Count,
            all.Count(p => windows[Spot(p.Kind, p.Place, p.Cover)] <= day.Today),
            windows.Count == 0 ? null : windows.Values.Min(),
            [.. Enum.GetValues<PlantState>().Select(s => new NowGroup(s, groups[s].Count(), [.. plants[s]]))]
        );
    }

    /// <summary>Places plants grow in, in order.</summary>
    private static async Task<IResult> PlacesAsync(GardenContext garden, CancellationToken cancel) =>
        Results.Ok(
            await Growing(garden)
                .GroupBy(p => p.Place)
                .Select(g => new { g.Key, Order = g.Min(p => p.SortKey) })
                .OrderBy(g => g.Order)
                .Select(g => g.Key)
                .Take(MostPlaces)
                .ToListAsync(cancel)
        );

    private static async Task<IResult> NextAsync(string id, GardenContext garden, CancellationToken cancel)
    {
        if (await PlantEndpoints.FindAsync(garden, id, cancel) is not { } plant)
        {
            return Problems.NotFound("plant");
        }

        var family = PlantKinds.Of(plant.Kind).Family;
        string[] kinds = [.. PlantKinds.All.Where(k => k.Family == family).Select(k => k.Id)];
        var others = Growing(garden)
            .Where(p => p.Place == plant.Place && p.Id != plant.Id && kinds.Contains(p.Kind))
            .OrderBy(p => p.SortKey)
            .ThenBy(p => p.Id);
        var next = await others.FirstOrDefaultAsync(
            p =>
                string.Compare(p.SortKey, plant.SortKey) > 0
                || (p.SortKey == plant.SortKey && string.Compare(p.Id, plant.Id) > 0),
            cancel
        ) ?? await others.FirstOrDefaultAsync(cancel);
        return next is null ? Results.NoContent() : Results.Ok(PlantEndpoints.ViewOf(next));
    }
}
