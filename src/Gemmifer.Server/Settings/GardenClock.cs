using System.Diagnostics.CodeAnalysis;
using Gemmifer.Server.Http;

namespace Gemmifer.Server.Settings;

/// <summary>The clock on the garden's wall: days begin at midnight where the garden is.</summary>
public sealed class GardenClock(IHttpContextAccessor asked) : TimeProvider
{
    private volatile TimeZoneInfo _own = TimeZoneInfo.Local,
        _demo = TimeZoneInfo.Local;

    /// <summary>Of the garden the request is about.</summary>
    public override TimeZoneInfo LocalTimeZone => Gardens.InDemo(asked.HttpContext) ? _demo : _own;

    /// <summary>Sets the zone of the garden the request is about; null for that of this machine.</summary>
    /// <param name="id">A name of the IANA time zone database that <see cref="Find"/> knows.</param>
    public void Set(string? id) => Set(id, Gardens.InDemo(asked.HttpContext));

    /// <summary>Sets the zone of a garden; null for that of this machine.</summary>
    public void Set(string? id, bool demo)
    {
        var zone = id is not null && Find(id, out var found) ? found : TimeZoneInfo.Local;
        (_own, _demo) = demo ? (_own, zone) : (zone, _demo);
    }

    /// <summary>A zone by its name in the IANA time zone database.</summary>
    public static bool Find(string id, [NotNullWhen(true)] out TimeZoneInfo? zone) =>
        TimeZoneInfo.TryFindSystemTimeZoneById(id, out zone);
}
