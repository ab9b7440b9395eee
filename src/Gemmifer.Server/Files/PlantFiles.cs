using System.Text;
using System.Text.Json.Nodes;
using Gemmifer.Core;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Plants;
using Gemmifer.Data;
using Gemmifer.Server.Http;
using Gemmifer.Server.Plants;
using Gemmifer.Server.Surveys;
using Gemmifer.Server.Work;

namespace Gemmifer.Server.Files;

/// <summary>A plant as files: its drawing and its survey.</summary>
public static class PlantFiles
{
    /// <summary>Fields of a stem, in the order in which they are noted; others follow by name.</summary>
    private static readonly string[] Fields =
    [
        "id",
        "role",
        "parent",
        "clock",
        "base",
        "diameter",
        "length",
        "lean",
        "tipLean",
        "age",
        "bark",
    ];

    /// <summary>Adds the routes.</summary>
    public static void MapPlantFiles(this IEndpointRouteBuilder app)
    {
        app.MapGet("/api/plants/{id}/drawing.svg", DrawAsync)
            .WithName("drawing")
            .WithSummary("The plant from the front: as found, cut, or in the summer after.")
            .ForLookers()
            .Produces(200, null, "image/svg+xml")
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(422);
        app.MapGet("/api/plants/{id}/survey.csv", SurveyAsync)
            .WithName("surveyFile")
            .WithSummary("The survey of this season, a stem a line; of a row its counts.")
            .ForLookers()
            .Produces(200, null, "text/csv")
            .ProducesProblem(404);
    }

    private static async Task<IResult> DrawAsync(string id, string? show, WorkStore store, CancellationToken cancel)
    {
        var drawn = show is null ? Drawn.Found : WireNames.Find<Drawn>(show);
        if (drawn is not { } what)
        {
            return Problems.Invalid(
                [new SurveyError("/show", "unknown", $"One of {string.Join(", ", WireNames.All<Drawn>())}.")],
                "This cannot be drawn."
            );
        }

        if (await store.OpenAsync(id, null, cancel) is not { } open)
        {
            return Problems.NotFound("plant");
        }

        // What is done already is drawn as the work was planned, so that the drawing is that of the season.
        return open.State is { } state
            ? Results.File(
                Encoding.UTF8.GetBytes(PlantDrawing.Of(state.Survey, state.Plan, what)),
                "image/svg+xml; charset=utf-8"
            )
            : Problems.Of(
                409,
                "not-surveyed",
                "There is nothing to draw yet.",
                "Walk round the plant first and note its canes."
            );
    }

    private static async Task<IResult> SurveyAsync(
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
        JsonObject[] stems = [.. (now.Document["stems"] as JsonArray ?? []).OfType<JsonObject>()];
        if (
            PlantFamilies.Of(PlantKinds.Of(plant.Kind)) is { Part: { } name, PartInsteadOfStems: true }
            && now.Document[name] is JsonObject row
        )
        {
            // A row is counted: its counts are a line of their own, after the canes that were looked at by themselves.
            stems =
            [
                .. stems,
                stems.Length == 0
                    ? row
                    : new JsonObject(row.Select(f => KeyValuePair.Create($"{name}.{f.Key}", f.Value?.DeepClone()))),
            ];
        }

        var columns = stems
            .SelectMany(s => s.Where(f => f.Value is not null).Select(f => f.Key))
            .Distinct()
            .OrderBy(f => Array.IndexOf(Fields, f) is var at and >= 0 ? at : Fields.Length)
            .ThenBy(f => f, StringComparer.Ordinal)
            .ToArray();
        return CsvTable.Send(
            "survey.csv",
            columns.Length == 0 ? Fields : columns,
            stems.Select(s => (IReadOnlyList<string?>)[.. columns.Select(c => Cell(s[c]))])
        );
    }

    /// <summary>A value as it is; what has parts as the JSON it is.</summary>
    private static string? Cell(JsonNode? value) =>
        value is null ? null
        : value is JsonValue v && v.TryGetValue<string>(out var text) ? text
        : value.ToJsonString(PlanJson.Web);
}
