using System.Collections.Immutable;
using System.Text.Json;
using Gemmifer.Core.Plants;

namespace Gemmifer.Core.Schools;

/// <summary>The numbers of the trade a family works by, beside its schools: data with provenance.</summary>
public sealed class RuleBook
{
    private RuleBook(JsonElement document, string name)
    {
        Document = document;
        Values = SchoolValue.ReadAll(name, document.GetProperty("values"));
    }

    /// <summary>Every number with its provenance, by name.</summary>
    public ImmutableSortedDictionary<string, SchoolValue> Values { get; }

    /// <summary>The whole file, for what is more than numbers.</summary>
    internal JsonElement Document { get; }

    /// <summary>The book of a family, by the name of its folder.</summary>
    internal static RuleBook Of(string folder) => Read($"rules/Families/{folder}/Data/rules.json");

    /// <summary>Reads a file of the assembly.</summary>
    internal static RuleBook Read(string name) => new(DataFiles.Read(name), name);
}
