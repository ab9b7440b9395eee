using System.Reflection;
using System.Text.Json;
using System.Text.Json.Serialization;

namespace Gemmifer.Core.Exchange;

/// <summary>
/// The names closed choices have in the exchange format: the words of the name in small letters with hyphens between
/// them
/// (<c>LongCane</c> is <c>long-cane</c>), unless the value says otherwise. The only place that makes them.
/// </summary>
public static class WireNames
{
    /// <summary>How names are made; serializers use the same.</summary>
    public static JsonNamingPolicy Policy => JsonNamingPolicy.KebabCaseLower;

    /// <summary>The name of a value.</summary>
    public static string Of<T>(T value)
        where T : struct, Enum => Names<T>.OfValue.TryGetValue(value, out var name) ? name : value.ToString();

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
        public static readonly string[] All = [.. Enum.GetNames<T>().Select(Made)];

        public static readonly Dictionary<string, T> Values = Enum.GetValues<T>()
            .Zip(All)
            .ToDictionary(v => v.Second, v => v.First, StringComparer.Ordinal);

        public static readonly Dictionary<T, string> OfValue = Values.ToDictionary(v => v.Value, v => v.Key);

        private static string Made(string name) =>
            typeof(T).GetField(name)?.GetCustomAttribute<JsonStringEnumMemberNameAttribute>()?.Name
            ?? Policy.ConvertName(name);
    }
}
