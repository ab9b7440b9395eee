using System.Text.Json;

namespace Gemmifer.Core.Exchange;

/// <summary>
/// The names closed choices have in the exchange format: the words of the name in small letters with hyphens between
/// them
/// (<c>LongCane</c> is <c>long-cane</c>). The only place that makes them.
/// </summary>
public static class WireNames
{
    /// <summary>How names are made; serializers use the same.</summary>
    public static JsonNamingPolicy Policy => JsonNamingPolicy.KebabCaseLower;

    /// <summary>The name of a value.</summary>
    public static string Of<T>(T value)
        where T : struct, Enum => Policy.ConvertName(value.ToString());

    /// <summary>Every name, in the order of the values.</summary>
    public static IReadOnlyList<string> All<T>()
        where T : struct, Enum => Names<T>.All;

    /// <summary>The value of a name.</summary>
    /// <exception cref="KeyNotFoundException">No value has that name.</exception>
    public static T Read<T>(string name)
        where T : struct, Enum => Names<T>.Values[name];

    /// <summary>The value of a name; null where none has it.</summary>
    public static T? Find<T>(string? name)
        where T : struct, Enum => name is not null && Names<T>.Values.TryGetValue(name, out var value) ? value : null;

    private static class Names<T>
        where T : struct, Enum
    {
        public static readonly Dictionary<string, T> Values = Enum.GetValues<T>()
            .ToDictionary(v => Of(v), v => v, StringComparer.Ordinal);

        public static readonly string[] All = [.. Enum.GetValues<T>().Select(v => Of(v))];
    }
}
