using System.Text.Json.Nodes;
using Gemmifer.Core;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Stems;
using Microsoft.OpenApi;

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
                        return Task.CompletedTask;
                    }
                )
        );

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
