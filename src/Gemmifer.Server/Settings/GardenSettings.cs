using System.Globalization;
using System.Text.Json;
using System.Text.Json.Serialization;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Season;
using Gemmifer.Data;
using Gemmifer.Data.Entities;
using Gemmifer.Data.Files;
using Gemmifer.Server.Http;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Server.Settings;

/// <summary>What the gardener set once: measures, units, look, place.</summary>
/// <param name="Units">metric or imperial.</param>
/// <param name="Theme">auto, light, dark or sun.</param>
/// <param name="Body">Body measures in mm by name.</param>
public sealed record GardenSettings(string Units, string Theme, BodyMeasures Body, GardenPlace Place)
{
    /// <summary>Before anything was set; body measures are common practice.</summary>
    public static GardenSettings Default { get; } =
        new(
            "metric",
            "auto",
            new BodyMeasures(7, 14, 20, 100, 190, 200, 900, 1700),
            new GardenPlace(Hemisphere.North, "04-15", "10-20")
        );
}

/// <summary>Lengths people carry on them, mm.</summary>
/// <param name="Bucket">Across the rim of the bucket that stands by: how tight a bend may be is read off it.</param>
public sealed record BodyMeasures(
    double Pencil,
    double Finger,
    double Thumb,
    double Fist,
    double Hand,
    double Shears,
    double Hip,
    double Self,
    double Bucket = BodyMeasures.UsualBucketMm
)
{
    /// <summary>Where nobody set one (assumption).</summary>
    public const double UsualBucketMm = 330;
}

/// <summary>Where the garden is. Frost days as month and day.</summary>
/// <param name="TimeZone">Where days begin, by its name in the IANA time zone database; null for that of this
/// machine.</param>
/// <param name="Latitude">Degrees, negative in the south; null where nobody said.</param>
/// <param name="Station">Whether the weather is made up by the station that ships, rather than measured.</param>
public sealed record GardenPlace(
    Hemisphere Hemisphere,
    string LastFrost,
    string FirstFrost,
    string? TimeZone = null,
    double? Latitude = null,
    bool Station = false
)
{
    /// <summary>Days by which spring is later in a bed, a wall or a row than in the garden, by its name.</summary>
    [JsonIgnore]
    public IReadOnlyDictionary<string, int> Later { get; init; } = new Dictionary<string, int>();

    /// <summary>Where the plants of a bed, a wall or a row grow.</summary>
    public GardenPlace At(string place)
    {
        if (Later.GetValueOrDefault(place) is not (var days and not 0))
        {
            return this;
        }

        var frost = Growing.LaterBy(days);
        return this with
        {
            LastFrost = string.Create(CultureInfo.InvariantCulture, $"{frost.FrostMonth:00}-{frost.FrostDay:00}"),
        };
    }

    /// <summary>As the planner has it.</summary>
    [JsonIgnore]
    public GrowingPlace Growing => GrowingPlace.Of(Hemisphere, LastFrost);

    /// <summary>As the year has it, with the first frost.</summary>
    [JsonIgnore]
    public GrowingPlace OfYear =>
        Growing with
        {
            FirstFrostDay = (
                int.Parse(FirstFrost.AsSpan(0, 2), CultureInfo.InvariantCulture),
                int.Parse(FirstFrost.AsSpan(3), CultureInfo.InvariantCulture)
            ),
        };
}

/// <summary>Settings with the revision they were read at.</summary>
public sealed record SettingsView(int Revision, GardenSettings Settings);

/// <summary>Reads and stores the settings.</summary>
public static class SettingsEndpoints
{
    private const int OnlyRow = 1;

    private static readonly (string Name, double Min, double Max)[] Measures =
    [
        ("pencil", 3, 15),
        ("finger", 5, 40),
        ("thumb", 10, 50),
        ("fist", 50, 200),
        ("hand", 100, 300),
        ("shears", 100, 400),
        ("hip", 400, 1400),
        ("self", 800, 2300),
    ];

    /// <summary>Adds the routes.</summary>
    public static void MapSettings(this IEndpointRouteBuilder app)
    {
        app.MapGet("/api/settings", async (GardenContext garden, CancellationToken cancel) =>
                Results.Ok(await LoadAsync(garden, cancel))
            )
            .WithName("settings")
            .ForLookers()
            .Produces<SettingsView>();
        app.MapPut("/api/settings", PutAsync)
            .WithName("saveSettings")
            .Accepts<GardenSettings>("application/json")
            .Produces<SettingsView>()
            .ProducesProblem(412)
            .ProducesProblem(422)
            .ProducesProblem(428);
    }

    /// <summary>Sets the clock to where a garden is.</summary>
    public static async Task SetClockAsync(GardenClock clock, GardenFolder folder, bool demo)
    {
        await using var garden = GardenStore.Open(folder.File);
        clock.Set((await LoadAsync(garden, CancellationToken.None)).Settings.Place.TimeZone, demo);
    }

    /// <summary>The settings as stored, or the defaults.</summary>
    public static async Task<SettingsView> LoadAsync(GardenContext garden, CancellationToken cancel)
    {
        var row = await garden.Settings.AsNoTracking().OrderBy(s => s.Id).FirstOrDefaultAsync(cancel);
        var later = await garden
            .Places.AsNoTracking()
            .Where(p => p.Later != 0)
            .ToDictionaryAsync(p => p.Name, p => p.Later, cancel);
        var settings = row is null
            ? GardenSettings.Default
            : JsonSerializer.Deserialize<GardenSettings>(row.Document, PlanJson.Web)!;
        return new SettingsView(row?.Revision ?? 0, settings with { Place = settings.Place with { Later = later } });
    }

    private static async Task<IResult> PutAsync(
        HttpRequest request,
        GardenContext garden,
        GardenClock clock,
        CancellationToken cancel
    )
    {
        if (RequestBody.Revision(request) is not { } seen)
        {
            return RequestBody.RevisionMissing();
        }

        return await Pipeline.WithBodyAsync(request, cancel, async json =>
        {
            var errors = new List<SurveyError>();
            var settings = Read(json, errors);
            if (settings is null || errors.Count > 0)
            {
                return Problems.Invalid(errors, "These settings cannot be stored.");
            }

            var row = await garden.Settings.OrderBy(s => s.Id).FirstOrDefaultAsync(cancel);
            if (seen != (row?.Revision ?? 0))
            {
                return Problems.Conflict(row?.Revision ?? 0);
            }

            if (row is null)
            {
                // There is one row of settings: two first ones at the same moment are one too many.
                row = new SettingsRecord { Id = OnlyRow, Document = "" };
                garden.Add(row);
            }

            row.Document = JsonSerializer.Serialize(settings, PlanJson.Web);
            row.Revision++;
            try
            {
                await garden.SaveChangesAsync(cancel);
            }
            catch (DbUpdateException e) when (e is DbUpdateConcurrencyException || Saving.Doubled(e))
            {
                return Problems.Conflict(row.Revision);
            }

            clock.Set(settings.Place.TimeZone);
            return Results.Ok(new SettingsView(row.Revision, settings));
        });
    }

    /// <summary>Settings as they were sent; null where they cannot be read, and the errors say why.</summary>
    internal static GardenSettings? Read(JsonElement json, List<SurveyError> errors)
    {
        var f = new FieldReader(json, "", errors);
        if (!f.IsObject || !f.Require("body") || !f.Require("place") || !f.Require("units") || !f.Require("theme"))
        {
            return null;
        }

        var body = new FieldReader(f.Find("body")!.Value, "/body", errors);
        var lengths = Measures.ToDictionary(
            m => m.Name,
            m => body.Require(m.Name) ? body.Number(m.Name, m.Min, m.Max) ?? 0 : 0
        );
        var place = new FieldReader(f.Find("place")!.Value, "/place", errors);
        var d = GardenSettings.Default.Place;
        return new GardenSettings(
            f.Word("units", ["metric", "imperial"]) ?? "metric",
            f.Word("theme", ["auto", "light", "dark", "sun"]) ?? "auto",
            new BodyMeasures(
                lengths["pencil"],
                lengths["finger"],
                lengths["thumb"],
                lengths["fist"],
                lengths["hand"],
                lengths["shears"],
                lengths["hip"],
                lengths["self"],
                body.Number("bucket", 150, 500) ?? BodyMeasures.UsualBucketMm
            ),
            new GardenPlace(
                place.Choice<Hemisphere>("hemisphere") ?? d.Hemisphere,
                Frost(place, "lastFrost") ?? d.LastFrost,
                Frost(place, "firstFrost") ?? d.FirstFrost,
                Zone(place),
                Latitude(place),
                place.Flag("station") ?? false
            )
        );
    }

    private static string? Zone(FieldReader f)
    {
        var zone = f.Text("timeZone", 60);
        if (zone is not null && !GardenClock.Find(zone, out _))
        {
            f.Error(f.At("timeZone"), "unknown", $"'{zone}' is no time zone that is known here.");
        }

        return zone;
    }

    private static double? Latitude(FieldReader f)
    {
        var latitude = f.Number("latitude", -90, 90);
        if (
            latitude is { } degrees
            && degrees != 0
            && degrees < 0 != (f.Choice<Hemisphere>("hemisphere") == Hemisphere.South)
        )
        {
            f.Error(f.At("latitude"), "sign", "A latitude is negative in the south, and only there.");
        }

        return latitude;
    }

    private static string? Frost(FieldReader f, string name) =>
        f.MonthDay(name) is { } day
            ? string.Create(CultureInfo.InvariantCulture, $"{day.Month:00}-{day.Day:00}")
            : null;
}
