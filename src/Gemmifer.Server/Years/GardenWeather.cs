using Gemmifer.Core.Season;
using Gemmifer.Core.Year;
using Gemmifer.Data;
using Gemmifer.Server.Settings;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Server.Years;

/// <summary>What was measured and stored; it knows nothing of the days to come.</summary>
internal sealed class StoredWeather(IReadOnlyList<WeatherDay> days) : IWeatherSource
{
    /// <inheritdoc/>
    public IReadOnlyList<WeatherDay> Days(DateOnly from, DateOnly to) =>
        [.. days.Where(d => d.Date >= from && d.Date <= to)];

    /// <inheritdoc/>
    public IReadOnlyList<OutlookDay> Outlook(DateOnly today) => [];
}

/// <summary>The garden's weather, from wherever its gardener takes it.</summary>
public sealed class GardenWeather(GardenContext garden)
{
    /// <summary>Years that are looked back on: enough for what is usual.</summary>
    private const int Years = 8;

    private const int Seed = 17;

    /// <summary>The source, and what it has of the last years up to a day.</summary>
    public async Task<(IWeatherSource Source, WeatherRecord Record, Hemisphere Hemisphere)> SinceAsync(
        DateOnly today,
        CancellationToken cancel
    )
    {
        var place = (await SettingsEndpoints.LoadAsync(garden, cancel)).Settings.Place;
        var from = today.AddYears(-Years);
        IWeatherSource source = place.Station
            ? new SimulatedStation(place.OfYear, Seed)
            : new StoredWeather(
                await garden
                    .Weather.AsNoTracking()
                    .Where(d => d.Day >= from && d.Day <= today)
                    .OrderBy(d => d.Day)
                    .Select(d => new WeatherDay(d.Day, d.Tmin, d.Tmax, d.Rain))
                    .ToListAsync(cancel)
            );
        return (source, new WeatherRecord(source.Days(from, today)), place.Hemisphere);
    }

    /// <summary>
    /// What is known and what is to be expected: a day to come counts as wet or frosty where that is more likely than
    /// not.
    /// </summary>
    public async Task<WeatherRecord> ExpectedAsync(DateOnly today, CancellationToken cancel)
    {
        var (source, record, _) = await SinceAsync(today, cancel);
        var outlook = source.Outlook(today);
        return outlook.Count == 0
            ? record
            : new WeatherRecord([
                .. record.Days,
                .. outlook.Select(o => new WeatherDay(o.Date, o.Tmin, o.Tmax, o.RainChance > 0.5 ? LikelyRainMm : 0)),
            ]);
    }

    /// <summary>What a likely wet day is reckoned to bring, mm (assumption): wet by any measure of it.</summary>
    private const double LikelyRainMm = 5;
}
