using System.Text.Json;

namespace Gemmifer.Core.Plants;

/// <summary>The rules of the trade that ship inside the core as data.</summary>
internal static class DataFiles
{
    /// <summary>One file, by its name within the assembly.</summary>
    public static JsonElement Read(string name)
    {
        using var stream = typeof(DataFiles).Assembly.GetManifestResourceStream(name)
            ?? throw new InvalidOperationException($"{name} is not embedded.");
        using var document = JsonDocument.Parse(stream);
        return document.RootElement.Clone();
    }

    /// <summary>Every file of a folder, in order of name.</summary>
    public static IEnumerable<JsonElement> ReadAll(string folder) =>
        typeof(DataFiles)
            .Assembly.GetManifestResourceNames()
            .Where(n => n.StartsWith(folder + "/", StringComparison.Ordinal))
            .Order(StringComparer.Ordinal)
            .Select(Read);
}
