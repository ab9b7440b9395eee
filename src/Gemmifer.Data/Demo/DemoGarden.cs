using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using Gemmifer.Core;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Season;
using Gemmifer.Core.Work;
using Gemmifer.Core.Year;
using Gemmifer.Data.Entities;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Data.Demo;

/// <summary>An invented hillside garden to begin with. Planted once, into an empty file only.</summary>
public static class DemoGarden
{
    /// <summary>Plants the garden where there is nothing yet; years are counted back from today.</summary>
    public static async Task PlantAsync(GardenContext garden, TimeProvider clock, CancellationToken cancel = default)
    {
        if (await garden.Plants.AnyAsync(cancel) || await garden.Settings.AnyAsync(cancel))
        {
            return;
        }

        var demo = await ReadAsync(cancel);
        var today = DateOnly.FromDateTime(clock.GetLocalNow().DateTime);

        var season = PruningYear.Of(today, Hemisphere.North);
        var planned = new DateOnly(season, 2, 20);
        foreach (var plant in demo["plants"]!.AsArray().OfType<JsonObject>())
        {
            // A plant that is pruned after its flowers has a day of its own.
            var day = (string?)plant["day"] is { } own
                ? DateOnly.ParseExact($"{season}-{own}", "yyyy-MM-dd", CultureInfo.InvariantCulture)
                : planned;
            garden.Add(Read(plant, season, day > today ? day : today, clock.GetUtcNow()));
        }

        await SeasonsAsync(garden, season, today, cancel);
        garden.Add(
            new SettingsRecord
            {
                Id = 1,
                Document = Settings,
                Revision = 1,
            }
        );

        await garden.SaveChangesAsync(cancel);
    }

    /// <summary>Where the demo lies; its weather is made up by the station that ships.</summary>
    private const string Settings = """
        {
          "units": "metric", "theme": "auto",
          "body": { "pencil": 7, "finger": 14, "thumb": 20, "fist": 100, "hand": 190, "shears": 200, "hip": 900,
                    "self": 1700, "bucket": 330 },
          "place": { "hemisphere": "north", "lastFrost": "04-15", "firstFrost": "10-20", "latitude": 51,
                     "station": true }
        }
        """;

    /// <summary>What was noted in the seasons behind it, and how much sun each plant has.</summary>
    private static async Task SeasonsAsync(GardenContext garden, int season, DateOnly today, CancellationToken cancel)
    {
        await using var stream = typeof(DemoGarden).Assembly.GetManifestResourceStream("demo/seasons.json")!;
        var seasons = (await JsonNode.ParseAsync(stream, cancellationToken: cancel))!;
        var plants = garden.Plants.Local.ToDictionary(p => p.Id);
        foreach (var (id, sun) in seasons["sun"]!.AsObject())
        {
            plants[id].Sun = (string)sun!;
        }

        foreach (var id in seasons["cover"]!.AsArray())
        {
            var covered = plants[(string)id!];
            covered.Cover = true;

            // It is pruned when the cover comes off.
            foreach (var survey in covered.Surveys)
            {
                survey.Date = new DateOnly(survey.Date.Year, 4, 1);
            }
        }

        foreach (var id in seasons["hips"]!.AsArray())
        {
            plants[(string)id!].Hips = true;
        }

        foreach (var note in seasons["notes"]!.AsArray().OfType<JsonObject>())
        {
            var year = season - (int)note["back"]!;
            var day = DateOnly.ParseExact($"{year}-{(string)note["day"]!}", "yyyy-MM-dd", CultureInfo.InvariantCulture);
            var noted = new Noted(
                WireNames.Read<YearEvent>((string)note["what"]!),
                (string?)note["text"],
                (double?)note["mm"],
                (double?)note["grams"],
                (int?)note["bbch"]
            );
            if (day > today)
            {
                continue;
            }

            plants[(string)note["plant"]!]
                .Log.Add(
                    new LogRecord
                    {
                        PlantId = (string)note["plant"]!,
                        Season = PruningYear.Of(day, Hemisphere.North),
                        At = new DateTimeOffset(day, new TimeOnly(11, 0), TimeSpan.Zero),
                        Kind = LogKind.Note,
                        Text = noted.Said.Text.Text,
                        Measures = noted.Said.Measures is { } measures
                            ? JsonSerializer.Serialize(measures, PartJson.Options)
                            : null,
                        Event = noted.What,
                        Mm = noted.Mm,
                        Grams = noted.Grams,
                        Bbch = noted.Bbch,
                    }
                );
        }
    }

    /// <summary>The garden as it ships.</summary>
    internal static async Task<JsonNode> ReadAsync(CancellationToken cancel)
    {
        await using var stream = typeof(DemoGarden).Assembly.GetManifestResourceStream("demo/garden.json")!;
        return (await JsonNode.ParseAsync(stream, cancellationToken: cancel))!;
    }

    /// <summary>What only its family has, and what was seen of it last year.</summary>
    private static JsonNode? Part(JsonObject json, string part, int season)
    {
        var row = json[part]?.DeepClone();
        if (row is not null && json["observed"] is JsonArray seen)
        {
            row["observations"] = new JsonArray([
                .. seen.OfType<JsonObject>()
                    .Select(s => new JsonObject
                    {
                        ["date"] = $"{season - 1}-{(string)s["day"]!}",
                        ["what"] = (string)s["what"]!,
                    }),
            ]);
        }

        return row;
    }

    /// <summary>
    /// What was weighed in earlier seasons, so many years back: prunings of that winter, the crop of that summer.
    /// </summary>
    private static void Weigh(PlantRecord record, JsonObject json, int season, DateTimeOffset now)
    {
        foreach (var weighed in (json["weighed"] as JsonArray ?? []).OfType<JsonObject>())
        {
            var year = season - (int)weighed["back"]!;
            record.Surveys.Add(
                new SurveyRecord
                {
                    PlantId = record.Id,
                    Season = year,
                    Date = new DateOnly(year, 2, 20),
                    Stems = "[]",
                    KeepOut = "[]",
                    Parts = new JsonObject
                    {
                        [PlantFamilies.Of(PlantKinds.Of(record.Kind)).Part!] = new JsonObject
                        {
                            ["pruningWeight"] = weighed["prunings"]!.DeepClone(),
                        },
                    }.ToJsonString(),
                    Revision = 1,
                    UpdatedAt = now,
                }
            );
            record.Log.Add(
                new LogRecord
                {
                    PlantId = record.Id,
                    Season = year,
                    At = new DateTimeOffset(year, 9, 20, 10, 0, 0, TimeSpan.Zero),
                    Kind = LogKind.Crop,
                    Text = $"Crop of {year} weighed.",
                    Grams = (double)weighed["crop"]!,
                }
            );
        }
    }

    private static PlantRecord Read(JsonObject json, int season, DateOnly planned, DateTimeOffset now)
    {
        var record = new PlantRecord
        {
            Id = (string)json["id"]!,
            Name = (string)json["name"]!,
            Kind = (string)json["kind"]!,
            Place = (string)json["place"]!,
            PlantedYear = season - 1 - (int)json["years"]!,
            Vigour = (string?)json["vigour"],
            Neglected = (bool?)json["neglected"] ?? false,
            UnionHeight = (double?)json["unionHeight"],
            Rootstock = (bool?)json["rootstock"],
            Look = (string?)json["look"],
            Revision = 1,
            CreatedAt = now,
        };
        if (json["stems"] is JsonArray stems)
        {
            record.Surveys.Add(
                new SurveyRecord
                {
                    PlantId = record.Id,
                    Season = season,
                    Date = planned,
                    Stems = stems.ToJsonString(),
                    KeepOut = json["keepOut"]?.ToJsonString() ?? "[]",
                    School = json["school"]?.ToJsonString(),
                    Support = json["support"]?.ToJsonString(),
                    Parts =
                        PlantFamilies.Of(PlantKinds.Of(record.Kind)).Part is { } part
                        && Part(json, part, season) is { } own
                            ? new JsonObject { [part] = own }.ToJsonString()
                            : null,
                    Revision = 1,
                    UpdatedAt = now,
                }
            );
        }

        Weigh(record, json, season, now);
        foreach (var line in (json["log"] as JsonArray ?? []).OfType<JsonObject>())
        {
            // Days are given as month-day of last winter's season.
            var day = DateOnly.ParseExact(
                $"{season - 1}-{(string)line["day"]!}",
                "yyyy-MM-dd",
                CultureInfo.InvariantCulture
            );
            record.Log.Add(
                new LogRecord
                {
                    PlantId = record.Id,
                    Season = season - 1,
                    At = new DateTimeOffset(day, new TimeOnly(10, 0), TimeSpan.Zero),
                    Kind = WireNames.Find<LogKind>((string?)line["kind"]) ?? LogKind.Step,
                    Text = (string)line["text"]!,
                    Measures = line["kind"] is null ? OldSentences.MeasuresOf((string)line["text"]!) : null,
                    Stem = (string?)line["stem"],
                    Stage = (string?)line["stage"],
                    Action = WireNames.Find<StepAction>((string?)line["action"]),
                    Outcome = WireNames.Find<StepOutcome>((string?)line["outcome"])
                        ?? (line["kind"] is null ? StepOutcome.Done : null),
                    CutAt = (double?)line["cutAt"],
                }
            );
        }

        return record;
    }
}
