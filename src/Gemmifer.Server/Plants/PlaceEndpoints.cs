using Gemmifer.Core.Exchange;
using Gemmifer.Core.Year;
using Gemmifer.Data;
using Gemmifer.Data.Entities;
using Gemmifer.Server.Http;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Server.Plants;

/// <summary>A place of the garden.</summary>
/// <param name="Plants">How many grow there.</param>
/// <param name="Later">Days its spring is later than the garden's; negative where it is earlier.</param>
/// <param name="Walk">Counted from 1 in the order one walks; null where nobody put it in order.</param>
public sealed record PlaceView(string Name, int Plants, int Later, int? Walk);

/// <summary>A place as it is sent.</summary>
public sealed record PlaceInput(string Name, int Later);

/// <summary>The places of the garden in the order one walks.</summary>
/// <param name="Places">Those that are named first come first; those that are not named follow by name.</param>
public sealed record PlacesInput(IReadOnlyList<PlaceInput> Places) : IBody<PlacesInput>
{
    private const int MostPlaces = 2_000;

    static PlacesInput IBody<PlacesInput>.Read(FieldReader f, DateOnly today)
    {
        f.Require("places");
        var sent = new List<PlaceInput>();
        foreach (var (item, path) in f.List("places", MostPlaces))
        {
            var p = new FieldReader(item, path, f.Errors);
            if (p.IsObject && p.Require("name") && p.Text("name", 80) is { } name)
            {
                sent.Add(new PlaceInput(name, p.Whole("later", -YearReader.MostLater, YearReader.MostLater) ?? 0));
            }
        }

        if (sent.GroupBy(p => p.Name).FirstOrDefault(g => g.Count() > 1) is { } twice)
        {
            f.Error("/places", "duplicate", $"'{twice.Key}' stands there twice.");
        }

        return new PlacesInput(sent);
    }
}

/// <summary>The places of the garden: the order one walks, and how their years differ.</summary>
public static class PlaceEndpoints
{
    /// <summary>Adds the routes.</summary>
    public static void MapPlaces(this IEndpointRouteBuilder app)
    {
        app.MapGet("/api/garden/places", async (GardenContext garden, CancellationToken cancel) =>
                Results.Ok(await ViewAsync(garden, cancel))
            )
            .WithName("gardenPlaces")
            .ForHelpers()
            .Produces<PlaceView[]>();
        app.MapPut("/api/garden/places", PutAsync)
            .WithName("savePlaces")
            .WithSummary("Puts the places in the order one walks, and says how much later each is.")
            .Reads<PlacesInput>()
            .Produces<PlaceView[]>()
            .ProducesProblem(412)
            .ProducesProblem(422);
    }

    private static async Task<PlaceView[]> ViewAsync(GardenContext garden, CancellationToken cancel)
    {
        var kept = await garden.Places.AsNoTracking().ToDictionaryAsync(p => p.Name, cancel);
        var grown = await garden
            .Plants.Where(p => p.RemovedAt == null)
            .GroupBy(p => p.Place)
            .Select(g => new
            {
                Name = g.Key,
                Plants = g.Count(),
                Order = g.Min(p => p.SortKey),
            })
            .OrderBy(g => g.Order)
            .ToListAsync(cancel);
        return
        [
            .. grown.Select(g =>
            {
                var place = kept.GetValueOrDefault(g.Name);
                return new PlaceView(g.Name, g.Plants, place?.Later ?? 0, place?.Walk);
            }),
        ];
    }

    private static async Task<IResult> PutAsync(HttpRequest request, GardenContext garden, CancellationToken cancel)
    {
        return await Pipeline.WithBodyAsync<PlacesInput>(request, cancel, async (input, f) =>
        {
            var sent = input.Places;
            if (f.Errors.Count > 0)
            {
                return Problems.Invalid(f.Errors, "These places cannot be stored as they are.");
            }

            var kept = await garden.Places.ToListAsync(cancel);
            garden.RemoveRange(kept.Where(k => sent.All(s => s.Name != k.Name)));
            foreach (var (place, i) in sent.Select((s, i) => (s, i)))
            {
                var record = kept.Find(k => k.Name == place.Name);
                if (record is null)
                {
                    record = new PlaceRecord { Name = place.Name };
                    garden.Add(record);
                }

                (record.Later, record.Walk) = (place.Later, i + 1);
            }

            // Where each plant stands in the lists follows from the order of the places.
            foreach (var plant in await garden.Plants.ToListAsync(cancel))
            {
                garden.Entry(plant).Property(p => p.SortKey).IsModified = true;
            }

            try
            {
                await garden.SaveChangesAsync(cancel);
            }
            catch (DbUpdateConcurrencyException)
            {
                return Problems.Conflict(0);
            }
            catch (DbUpdateException e) when (Saving.Doubled(e))
            {
                return Problems.Conflict(0);
            }

            return Results.Ok(await ViewAsync(garden, cancel));
        });
    }
}
