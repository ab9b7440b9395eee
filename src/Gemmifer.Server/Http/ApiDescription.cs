using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using Gemmifer.Core;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Stems;
using Microsoft.OpenApi;
using Microsoft.OpenApi.Reader;

namespace Gemmifer.Server.Http;

/// <summary>The API as it describes itself (OpenAPI 3.1): the front end's types are made from it.</summary>
internal static class ApiDescription
{
    /// <summary>What types of their own that are written as text are called in the description.</summary>
    private const string StemIdFormat = "stem-id";

    /// <summary>Adds the description.</summary>
    public static void AddApiDescription(this IServiceCollection services) =>
        services.AddOpenApi(options =>
            options
                .AddSchemaTransformer(
                    (schema, context, _) =>
                    {
                        Describe(schema, context.JsonTypeInfo.Type);
                        return Task.CompletedTask;
                    }
                )
                .AddDocumentTransformer(
                    (document, _, _) =>
                    {
                        // It is kept with the front end and compared; it must not depend on where the server listens.
                        document.Servers?.Clear();
                        document.Info.Title = "Gemmifer";
                        DescribeBodies(document);
                        return Task.CompletedTask;
                    }
                )
        );

    /// <summary>
    /// What the core reads itself is described by the schemas it publishes: those stand in the description as they are.
    /// </summary>
    private static readonly (string Path, string Name)[] Published =
    [
        ("/api/plan", "survey"),
        ("/api/year", "year"),
        ("/api/trace", "trace"),
    ];

    /// <summary>What the garden knows itself, or a visit is for: nobody notes it with a survey.</summary>
    private static readonly string[] OfTheGarden = ["format", "plant", "place", "task", "anyway"];

    private static void DescribeBodies(OpenApiDocument document)
    {
        foreach (var (path, name) in Published)
        {
            var schema = JsonNode.Parse(SchemaFiles.Read($"{name}-1.json")!)!.AsObject();
            var parts = schema["$defs"]!.AsObject();
            foreach (var key in (string[])["$schema", "$id", "$defs"])
            {
                schema.Remove(key);
            }

            if (name == "survey")
            {
                AddNoted(document, schema);
            }

            Add(document, name, Body(name), schema);
            foreach (var (part, json) in parts)
            {
                Add(document, name, $"{Body(name)}{Capital(part)}", json!);
            }

            Refer(document, path, HttpMethod.Post, Body(name));
        }
    }

    /// <summary>
    /// What is noted on a walk round a plant is a survey without what the garden knows: the survey is put together from
    /// both, so that each field is described once.
    /// </summary>
    private static void AddNoted(OpenApiDocument document, JsonObject survey)
    {
        const string Fields = "SurveyFields",
            Noted = "SurveyNoted";
        var own = new JsonObject();
        var noted = survey["properties"]!.AsObject();
        foreach (var name in OfTheGarden)
        {
            own[name] = noted[name]!.DeepClone();
            noted.Remove(name);
        }

        JsonArray Fielded() => [new JsonObject { ["$ref"] = $"#/components/schemas/{Fields}" }];
        survey["properties"] = own;
        survey["allOf"] = Fielded();
        Add(document, "survey", Fields, new JsonObject { ["type"] = "object", ["properties"] = noted });
        Add(
            document,
            "survey",
            Noted,
            new JsonObject
            {
                ["description"] = "What is noted of a plant on a walk round it, as in gemmifer.survey/1.",
                ["allOf"] = Fielded(),
                ["required"] = new JsonArray("date", "stems"),
            }
        );
        Refer(document, "/api/plants/{id}/survey", HttpMethod.Put, Noted);
    }

    private static void Refer(OpenApiDocument document, string path, HttpMethod method, string name)
    {
        foreach (var media in document.Paths[path].Operations![method].RequestBody!.Content!.Values)
        {
            media.Schema = new OpenApiSchemaReference(name, document);
        }
    }

    private static string Body(string name) => $"{Capital(name)}Body";

    private static string Capital(string word) => char.ToUpperInvariant(word[0]) + word[1..];

    /// <summary>Adds a part of a published schema under a name of its own; what it refers to is there too.</summary>
    private static void Add(OpenApiDocument document, string of, string name, JsonNode schema)
    {
        var text = Regex.Replace(schema.ToJsonString(), "#/\\$defs/(\\w+)", m =>
            $"#/components/schemas/{Body(of)}{Capital(m.Groups[1].Value)}"
        );
        var read = OpenApiModelFactory.Parse<OpenApiSchema>(text, OpenApiSpecVersion.OpenApi3_1, document, out _)
            ?? throw new InvalidOperationException($"The published schema of {name} is none.");
        document.AddComponent(name, read);
    }

    private static void Describe(OpenApiSchema schema, Type type)
    {
        // A sentence is written as its words.
        if ((Nullable.GetUnderlyingType(type) ?? type) == typeof(Sentence))
        {
            schema.Type = JsonSchemaType.String;
        }

        // So is what a stem is called.
        if (type == typeof(StemId))
        {
            (schema.Type, schema.Format) = (JsonSchemaType.String, StemIdFormat);
            (schema.MinLength, schema.MaxLength) = (1, SurveyLimits.Text);
        }

        // A family is one of those that are registered.
        if (type == typeof(PlantFamily))
        {
            schema.Enum = [.. PlantFamilies.All.Select(f => (JsonNode)f.Id.Name)];
        }
    }
}
