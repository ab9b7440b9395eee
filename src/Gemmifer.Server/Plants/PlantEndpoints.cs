using System.Text.Json;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Year;
using Gemmifer.Data;
using Gemmifer.Data.Entities;
using Gemmifer.Server.Http;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Server.Plants;

/// <summary>The plants of the garden.</summary>
public static class PlantEndpoints
{
    /// <summary>Adds the routes.</summary>
    public static void MapPlants(this IEndpointRouteBuilder app)
    {
        var plants = app.MapGroup("/api/plants");
        plants
            .MapPost("", AddAsync)
            .WithName("addPlant")
            .Reads<PlantInput>()
            .Produces<PlantView>(201)
            .Produces<PlantView>()
            .ProducesProblem(422);
        plants.MapGet("{id}", GetAsync).WithName("plant").ForLookers().Produces<PlantView>().ProducesProblem(404);
        plants
            .MapPut("{id}", PutAsync)
            .WithName("savePlant")
            .Reads<PlantInput>()
            .Produces<PlantView>()
            .ProducesProblem(404)
            .ProducesProblem(412)
            .ProducesProblem(422)
            .ProducesProblem(428);
        plants
            .MapDelete(
                "{id}",
                (string id, HttpRequest request, GardenContext garden, TimeProvider clock, CancellationToken cancel) =>
                    SetRemovedAsync(id, clock.GetUtcNow(), request, garden, cancel)
            )
            .WithName("removePlant")
            .Produces(204)
            .ProducesProblem(404)
            .ProducesProblem(412)
            .ProducesProblem(428);
        plants
            .MapPost("{id}/restore", (string id, HttpRequest request, GardenContext garden, CancellationToken cancel) =>
                SetRemovedAsync(id, null, request, garden, cancel)
            )
            .WithName("restorePlant")
            .Produces(204)
            .ProducesProblem(404)
            .ProducesProblem(412);
    }

    /// <summary>A plant as people see it.</summary>
    public static PlantView ViewOf(PlantRecord p) =>
        new(
            p.Id,
            p.Revision,
            p.Name,
            p.Kind,
            PlantKinds.Of(p.Kind).Name,
            PlantKinds.Of(p.Kind).Family,
            p.Place,
            p.PlantedYear,
            p.Vigour,
            p.Neglected,
            p.UnionHeight,
            p.Rootstock,
            p.Look,
            WireNames.Find<Sun>(p.Sun),
            p.Cover,
            p.Hips,
            p.FlowerOn
        );

    /// <summary>A plant that grows in the garden, or null.</summary>
    public static Task<PlantRecord?> FindAsync(GardenContext garden, string id, CancellationToken cancel) =>
        garden.Plants.FirstOrDefaultAsync(p => p.Id == id && p.RemovedAt == null, cancel);

    /// <summary>Today as the server's clock has it.</summary>
    public static DateOnly Today(TimeProvider clock) => DateOnly.FromDateTime(clock.GetLocalNow().DateTime);

    private static async Task<IResult> GetAsync(string id, GardenContext garden, CancellationToken cancel) =>
        await FindAsync(garden, id, cancel) is { } plant ? Results.Ok(ViewOf(plant)) : Problems.NotFound("plant");

    private static async Task<IResult> AddAsync(
        HttpRequest request,
        GardenContext garden,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var record = new PlantRecord
        {
            Id = Guid.CreateVersion7(clock.GetUtcNow()).ToString("n"),
            Name = "",
            Kind = "",
            Place = "",
            CreatedAt = clock.GetUtcNow(),
            Revision = 1,
        };
        if (await FillAsync(record, request, clock, cancel) is { } error)
        {
            return error;
        }

        if (await garden.Plants.AsNoTracking().FirstOrDefaultAsync(p => p.Id == record.Id, cancel) is { } had)
        {
            return Results.Ok(ViewOf(had));
        }

        garden.Add(record);
        try
        {
            await garden.SaveChangesAsync(cancel);
        }
        catch (DbUpdateException e) when (Saving.Doubled(e))
        {
            // The same plant, sent twice at the same moment.
            return Results.Ok(ViewOf(record));
        }

        return Results.Created($"/api/plants/{record.Id}", ViewOf(record));
    }

    private static async Task<IResult> PutAsync(
        string id,
        HttpRequest request,
        GardenContext garden,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        return await Pipeline.AsSeenAsync(
            request,
            "plant",
            () => FindAsync(garden, id, cancel),
            p => p.Revision,
            async record =>
            {
                var from = record.Revision;
                if (await FillAsync(record, request, clock, cancel) is { } error)
                {
                    return error;
                }

                record.Revision++;
                return await Saving.PlantAsync(garden, record, from, cancel)
                    ? Results.Ok(ViewOf(record))
                    : Problems.Conflict(record.Revision);
            }
        );
    }

    /// <summary>Takes a plant out, or back in. Doing what is done already changes nothing.</summary>
    private static Task<IResult> SetRemovedAsync(
        string id,
        DateTimeOffset? at,
        HttpRequest request,
        GardenContext garden,
        CancellationToken cancel
    ) =>
        Pipeline.SetRemovedAsync(
            request,
            garden,
            "plant",
            () => garden.Plants.FirstOrDefaultAsync(p => p.Id == id, cancel),
            at,
            cancel
        );

    private static async Task<IResult?> FillAsync(
        PlantRecord record,
        HttpRequest request,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        return await Pipeline.WithBodyAsync(request, cancel, async json =>
        {
            var errors = new List<SurveyError>();

            // Only what is added has an id of the page's making; a plant that is sent back has its own.
            var id = record.Name.Length == 0 ? RequestBody.OwnId(new FieldReader(json, "", errors)) : null;
            Fill(record, json, "", Today(clock), errors);
            record.Id = id ?? record.Id;
            return errors.Count > 0 ? Problems.Invalid(errors) : null;
        });
    }

    /// <summary>Fills a plant from what was sent; what is wrong stands in the errors, and nothing is filled.</summary>
    internal static void Fill(
        PlantRecord record,
        JsonElement json,
        string path,
        DateOnly today,
        List<SurveyError> errors
    )
    {
        var f = new FieldReader(json, path, errors);
        var input = PlantInput.Read(f, today);
        if (errors.Count > 0)
        {
            return;
        }

        (record.Name, record.Kind, record.Place) = (input.Name, input.Kind, input.Place ?? "");
        (record.PlantedYear, record.Vigour, record.Neglected) = (
            input.PlantedYear,
            input.Vigour,
            input.Neglected ?? false
        );
        (record.UnionHeight, record.Rootstock, record.Look) = (input.UnionHeight, input.Rootstock, input.Look);

        // A page from before these were known does not send them: what is stored stays.
        record.Sun = f.Has("sun")
            ? input.Sun is { } sun
                ? WireNames.Of(sun)
                : null
            : record.Sun;
        record.Cover = f.Has("cover") ? input.Cover ?? false : record.Cover;
        record.Hips = f.Has("hips") ? input.Hips ?? false : record.Hips;
        record.FlowerOn = f.Has("flowerOn") ? input.FlowerOn : record.FlowerOn;
    }
}
