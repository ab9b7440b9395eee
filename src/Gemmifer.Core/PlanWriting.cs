using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Plans;

namespace Gemmifer.Core;

/// <summary>Plans as JSON in the exchange format, with what single families say of their plants.</summary>
public static class PlanWriting
{
    private static readonly JsonSerializerOptions Options = With(
        new(JsonSerializerDefaults.Web)
        {
            Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
            DefaultIgnoreCondition = JsonIgnoreCondition.Never,
        }
    );

    /// <summary>What a plan is part of, as the web has it.</summary>
    public static JsonSerializerOptions Web { get; } = With(new(JsonSerializerDefaults.Web));

    /// <summary>The plan as JSON, UTF-8. The same plan gives the same bytes.</summary>
    public static byte[] ToJson(this PlanDocument plan) => JsonSerializer.SerializeToUtf8Bytes(plan, Options);

    /// <summary>Writes closed choices, sentences and the parts of families as plans have them.</summary>
    public static void Add(JsonSerializerOptions options)
    {
        PlanJson.Add(options);
        options.TypeInfoResolver = (options.TypeInfoResolver ?? new DefaultJsonTypeInfoResolver()).WithAddedModifier(
            WithParts
        );
    }

    private static JsonSerializerOptions With(JsonSerializerOptions options)
    {
        Add(options);
        return options;
    }

    /// <summary>
    /// What a family alone says of a plant stands in its plan under the name of the family's part; those of the other
    /// families are null.
    /// </summary>
    private static void WithParts(JsonTypeInfo info)
    {
        if (info.Type != typeof(PlanDocument))
        {
            return;
        }

        var at = info.Properties.ToList().FindIndex(p => p.Name == "resolved");
        foreach (var family in PlantFamilies.All.Where(f => f is { Part: not null, PlanPart: not null }))
        {
            var part = info.CreateJsonPropertyInfo(family.PlanPart!, family.Part!);
            part.Get = plan => ((PlanDocument)plan).Part is { } own && own.GetType() == family.PlanPart ? own : null;
            info.Properties.Insert(at++, part);
        }
    }
}
