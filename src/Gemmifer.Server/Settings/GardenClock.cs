using System.Diagnostics.CodeAnalysis;

namespace Gemmifer.Server.Settings;

/// <summary>The clock on the garden's wall: days begin at midnight where the garden is.</summary>
public sealed class GardenClock : TimeProvider
{
    private volatile TimeZoneInfo _zone = TimeZoneInfo.Local;

    /// <inheritdoc/>
    public override TimeZoneInfo LocalTimeZone => _zone;

    /// <summary>Sets the zone; null for that of this machine.</summary>
    /// <param name="id">A name of the IANA time zone database that <see cref="Find"/> knows.</param>
    public void Set(string? id) => _zone = id is not null && Find(id, out var zone) ? zone : TimeZoneInfo.Local;

    /// <summary>A zone by its name in the IANA time zone database.</summary>
    public static bool Find(string id, [NotNullWhen(true)] out TimeZoneInfo? zone) =>
        TimeZoneInfo.TryFindSystemTimeZoneById(id, out zone);
}
