using System.Globalization;

namespace Gemmifer.Server.Http;

/// <summary>
/// A change that was made without the garden says how long it waited, so that it is dated when it was made. What it
/// waited is told rather than the hour, as the clock of a phone may be wrong.
/// </summary>
public static class Waited
{
    /// <summary>The header that says it, seconds.</summary>
    public const string Header = "Waited-Seconds";

    /// <summary>Nothing is dated back further, days.</summary>
    private const int MostDays = 90;

    /// <summary>When what a request asks for was done: now, where it does not say otherwise.</summary>
    public static DateTimeOffset Since(HttpRequest request, TimeProvider clock)
    {
        var now = clock.GetUtcNow();
        return
            double.TryParse(
                request.Headers[Header],
                NumberStyles.AllowDecimalPoint,
                CultureInfo.InvariantCulture,
                out var seconds
            )
            && seconds >= 0
            && seconds <= TimeSpan.FromDays(MostDays).TotalSeconds
            ? now.AddSeconds(-seconds)
            : now;
    }

    /// <summary>The day of an instant where the garden is.</summary>
    public static DateOnly Day(DateTimeOffset at, TimeProvider clock) =>
        DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(at, clock.LocalTimeZone).DateTime);
}
