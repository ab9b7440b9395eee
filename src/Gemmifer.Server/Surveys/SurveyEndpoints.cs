using System.Text.Json;
using System.Text.Json.Nodes;
using Gemmifer.Core;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Families;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Season;
using Gemmifer.Data;
using Gemmifer.Data.Entities;
using Gemmifer.Server.Http;
using Gemmifer.Server.Plants;
using Gemmifer.Server.Settings;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Server.Surveys;

/// <summary>A survey with the revision it was read at.</summary>
/// <param name="Revision">0 where nothing was stored yet this season.</param>
/// <param name="CarriedFrom">The season its stems were carried over from; null where they were seen this
/// season.</param>
/// <param name="Earlier">Letters that canes of the last winters had and none has now: a new cane takes another.</param>
/// <param name="Document">The survey in the exchange format gemmifer.survey/1.</param>
public sealed record SurveyView(
    int Season,
    int Revision,
    int? CarriedFrom,
    IReadOnlyList<string> Earlier,
    JsonElement Document
);

/// <summary>Reads and stores the survey of a plant.</summary>
public static class SurveyEndpoints
{
    /// <summary>Adds the routes.</summary>
    public static void MapSurveys(this IEndpointRouteBuilder app)
    {
        app.MapGet("/api/plants/{id}/survey", GetAsync)
            .WithName("survey")
            .ForLookers()
            .Produces<SurveyView>()
            .ProducesProblem(404);
        app.MapPut("/api/plants/{id}/survey", PutAsync)
            .WithName("saveSurvey")
            .ForHelpers()
            .Accepts<JsonElement>("application/json")
            .Produces<SurveyView>()
            .ProducesProblem(404)
            .ProducesProblem(412)
            .ProducesProblem(422)
            .ProducesProblem(428);
    }

    private static async Task<IResult> GetAsync(
        string id,
        GardenContext garden,
        PlantSurveys surveys,
        CancellationToken cancel
    )
    {
        if (await PlantEndpoints.FindAsync(garden, id, cancel) is not { } plant)
        {
            return Problems.NotFound("plant");
        }

        var now = await surveys.NowAsync(plant, cancel);
        return Results.Ok(
            ViewOf(now.Record, now.Document, now.CarriedFrom, await surveys.EarlierAsync(now.Record, cancel))
        );
    }

    private static async Task<IResult> PutAsync(
        string id,
        HttpRequest request,
        GardenContext garden,
        PlantSurveys surveys,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        if (RequestBody.Revision(request) is not { } revision)
        {
            return RequestBody.RevisionMissing();
        }

        if (await PlantEndpoints.FindAsync(garden, id, cancel) is not { } plant)
        {
            return Problems.NotFound("plant");
        }

        return await Pipeline.WithBodyAsync(request, cancel, async json =>
        {
            var place = (await SettingsEndpoints.LoadAsync(garden, cancel)).Settings.Place;
            var season = PruningYear.Of(PlantEndpoints.Today(clock), place.Hemisphere);
            var record = await garden.Surveys.FirstOrDefaultAsync(s => s.PlantId == id && s.Season == season, cancel);
            if ((record?.Revision ?? 0) != revision)
            {
                return Problems.Conflict(record?.Revision ?? 0);
            }

            var f = new FieldReader(json, "", []);
            if (!f.IsObject || !f.Require("date") || !f.Require("stems") || f.Date("date") is not { } date)
            {
                return Problems.Invalid(f.Errors);
            }

            if (
                Visitor.Of(request.HttpContext) is { Role: Role.Helper }
                && !await SameSchoolAsync(surveys, plant, Node(f.Find("school")), cancel)
            )
            {
                return Problems.Of(403, "right", "The school of a plant is its owner's to choose. Nothing was stored.");
            }

            var composed = Composed(f, plant, place, date, record);
            var reading = SurveyDocuments.Read(composed);
            if (reading is SurveyReading.Invalid invalid && !SurveyDocuments.OnlyEmpty(reading, composed))
            {
                return Problems.Invalid(invalid.Errors);
            }

            // What another family reads, and what nobody does, is not stored; a part stored before stays.
            SurveyDocuments.Keep(composed, reading.Ignored);
            record ??= Begun(garden, id, season);
            Fill(record, plant, date, composed);
            record.UpdatedAt = clock.GetUtcNow();
            plant.WorkRevision++;
            if (!await SavedAsync(garden, plant, cancel))
            {
                return Problems.Conflict(revision + 1);
            }

            SurveyDocuments.AddWeighed(composed, plant, await Weighed.OfAsync(garden, plant, season, cancel));
            return Results.Ok(ViewOf(record, composed, null, await surveys.EarlierAsync(record, cancel)));
        });
    }

    private static JsonNode? Node(JsonElement? e) => e is { } value ? JsonNode.Parse(value.GetRawText()) : null;

    /// <summary>The survey as it was sent, with what is stored where a page does not know of a part.</summary>
    private static JsonObject Composed(
        FieldReader f,
        PlantRecord plant,
        GardenPlace place,
        DateOnly date,
        SurveyRecord? record
    )
    {
        // A page from before a part was known does not send it: what is stored stays.
        JsonNode? Sent(string name, Func<string?> stored) =>
            f.Has(name) ? Node(f.Find(name))
            : stored() is { } kept ? JsonNode.Parse(kept)
            : null;
        var asTheyAre = StoredParts.All.ToDictionary(p => p, p => Sent(p, () => record?.ReadablePart(p)));
        foreach (var weighing in PlantFamilies.All.Where(w => w is { Part: not null, Records: not null }))
        {
            (asTheyAre[weighing.Part!] as JsonObject)?.Remove(weighing.Records!);
        }

        return SurveyDocuments.Compose(
            plant,
            place,
            date,
            new SurveyParts(
                Node(f.Find("stems"))!,
                Node(f.Find("keepOut")) ?? new JsonArray(),
                Node(f.Find("school")),
                Sent("support", () => record?.Support),
                asTheyAre
            )
        );
    }

    private static SurveyRecord Begun(GardenContext garden, string id, int season)
    {
        var record = new SurveyRecord
        {
            PlantId = id,
            Season = season,
            Stems = "",
            KeepOut = "",
        };
        garden.Add(record);
        return record;
    }

    private static void Fill(SurveyRecord record, PlantRecord plant, DateOnly date, JsonObject composed)
    {
        record.Date = date;
        record.Stems = composed["stems"]!.ToJsonString();
        record.KeepOut = composed["keepOut"]!.ToJsonString();
        record.School = composed["school"]?.ToJsonString();
        record.Support = composed["support"]?.ToJsonString();
        foreach (var part in StoredParts.Of(PlantFamilies.Of(PlantKinds.Of(plant.Kind))))
        {
            record.SetPart(part, composed[part]?.ToJsonString());
        }

        record.Revision++;
    }

    private static async Task<bool> SavedAsync(GardenContext garden, PlantRecord plant, CancellationToken cancel)
    {
        try
        {
            return await Saving.WorkAsync(garden, plant, plant.WorkRevision - 1, cancel);
        }
        catch (DbUpdateException e) when (Saving.Doubled(e))
        {
            // Another tab made the season's first survey between our look and our save.
            return false;
        }
    }

    /// <summary>Whether a survey keeps to the school the plant has, as it is stored or as it was shown.</summary>
    private static async Task<bool> SameSchoolAsync(
        PlantSurveys surveys,
        PlantRecord plant,
        JsonNode? sent,
        CancellationToken cancel
    )
    {
        var now = await surveys.NowAsync(plant, cancel);
        return JsonNode.DeepEquals(sent, now.Document["school"])
            || JsonNode.DeepEquals(sent, now.Record.School is { } school ? JsonNode.Parse(school) : null);
    }

    /// <summary>A survey as screens see it.</summary>
    public static SurveyView ViewOf(
        SurveyRecord record,
        JsonObject document,
        int? carriedFrom,
        IReadOnlyList<string> earlier
    ) => new(record.Season, record.Revision, carriedFrom, earlier, JsonSerializer.SerializeToElement(document));
}
