using System.Collections.Immutable;
using System.Reflection;
using System.Text.Json;

namespace Gemmifer.Core.Plants;

/// <summary>
/// The rules of the trade that ship as data: inside the core, and inside what brings a family of its own.
/// </summary>
internal static class DataFiles
{
    private static ImmutableArray<Assembly> _sources = [typeof(DataFiles).Assembly];
    private static bool _listed;

    /// <summary>Reads what is embedded in an assembly too.</summary>
    /// <exception cref="InvalidOperationException">Files were listed before, so that its own would be
    /// missing.</exception>
    public static void Include(Assembly source)
    {
        if (_listed)
        {
            throw new InvalidOperationException("A family is registered before anything is asked of plants.");
        }

        _sources = _sources.Contains(source) ? _sources : _sources.Add(source);
    }

    /// <summary>One file, by its name within its assembly.</summary>
    public static JsonElement Read(string name)
    {
        using var stream = _sources.Select(s => s.GetManifestResourceStream(name)).FirstOrDefault(s => s is not null)
            ?? throw new InvalidOperationException($"{name} is not embedded.");
        using var document = JsonDocument.Parse(stream);
        return document.RootElement.Clone();
    }

    /// <summary>Every file of a folder, in order of name.</summary>
    public static IEnumerable<JsonElement> ReadAll(string folder)
    {
        _listed = true;
        return
        [
            .. _sources
                .SelectMany(s => s.GetManifestResourceNames())
                .Where(n => n.StartsWith(folder + "/", StringComparison.Ordinal))
                .Order(StringComparer.Ordinal)
                .Select(Read),
        ];
    }
}
