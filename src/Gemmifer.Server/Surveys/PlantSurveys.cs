using System.Text.Json.Nodes;
using Gemmifer.Core;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Season;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Work;
using Gemmifer.Data;
using Gemmifer.Data.Entities;
using Gemmifer.Server.Planning;
using Gemmifer.Server.Plants;
using Gemmifer.Server.Schools;
using Gemmifer.Server.Settings;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Server.Surveys;

/// <summary>The survey of a plant as it stands.</summary>
/// <param name="Record">Stored, or, at revision 0, what last season's work left.</param>
/// <param name="CarriedFrom">The season its stems were carried over from; null where they were seen this
/// season.</param>
/// <param name="Document">In the exchange format.</param>
public sealed record PlantSurvey(SurveyRecord Record, int Season, int? CarriedFrom, JsonObject Document);

/// <summary>A day, with what depends on it.</summary>
/// <param name="Season">The season that is on.</param>
public sealed record SeasonDay(GardenPlace Place, DateOnly Today, int Season);

/// <summary>Finds the survey of a plant: this season's, or what last season's work left.</summary>
public sealed class PlantSurveys(GardenContext garden, PlanMaker planner, TimeProvider clock)
{
    /// <summary>Where the garden is.</summary>
    public async Task<GardenPlace> PlaceAsync(CancellationToken cancel) =>
        (await SettingsEndpoints.LoadAsync(garden, cancel)).Settings.Place;

    /// <summary>The survey of a plant in the season that is on.</summary>
    public async Task<PlantSurvey> NowAsync(PlantRecord plant, CancellationToken cancel)
    {
        var (place, today) = (await PlaceAsync(cancel), PlantEndpoints.Today(clock));
        var season = PruningYear.Of(today, place.Hemisphere);
        var latest = await garden
            .Surveys.AsNoTracking()
            .Where(s => s.PlantId == plant.Id && s.Season <= season)
            .OrderByDescending(s => s.Season)
            .FirstOrDefaultAsync(cancel);
        var steps =
            latest is null || latest.Season == season
                ? []
                : await garden
                    .Log.AsNoTracking()
                    .Where(l => l.PlantId == plant.Id && l.Kind == LogKind.Step && l.Season == latest.Season)
                    .OrderBy(l => l.Id)
                    .ToListAsync(cancel);
        var (record, from) = Current(planner, plant, latest, steps, new SeasonDay(place, today, season));
        return new PlantSurvey(record, season, from, await ComposeAsync(plant, record, cancel));
    }

    /// <summary>Letters of the last winters that no cane has now: a new cane takes another.</summary>
    public async Task<string[]> EarlierAsync(SurveyRecord now, CancellationToken cancel)
    {
        var since = now.Season - LettersRest;
        var stored = await garden
            .Surveys.AsNoTracking()
            .Where(s => s.PlantId == now.PlantId && s.Season < now.Season && s.Season >= since)
            .Select(s => s.Stems)
            .ToListAsync(cancel);
        return
        [
            .. stored
                .SelectMany(s => SurveyDocuments.Noted(s).Select(n => n.Id))
                .Except(SurveyDocuments.Noted(now.Stems).Select(n => n.Id))
                .Order()
                .Select(n => n.Value),
        ];
    }

    /// <summary>So many seasons the letter of a cane that went is no other's.</summary>
    private const int LettersRest = 4;

    /// <summary>
    /// What the canes of each season are called now; those that stand no longer are not in it.
    /// </summary>
    public async Task<IReadOnlyDictionary<int, IReadOnlyDictionary<StemId, StemId>>> NamesAsync(
        PlantRecord plant,
        CancellationToken cancel
    )
    {
        var (now, place) = (await NowAsync(plant, cancel), await PlaceAsync(cancel));
        var stored = await garden
            .Surveys.AsNoTracking()
            .Where(s => s.PlantId == plant.Id && s.Season <= now.Season)
            .OrderBy(s => s.Season)
            .ToListAsync(cancel);
        var steps = (
            await garden
                .Log.AsNoTracking()
                .Where(l => l.PlantId == plant.Id && l.Kind == LogKind.Step)
                .OrderBy(l => l.Id)
                .ToListAsync(cancel)
        ).ToLookup(l => (l.Season, l.Visit));
        var own = new Dictionary<string, OwnSchoolRecord>();
        var seasons = stored
            .Where(s => s.Season < now.Season)
            .Append(now.Record)
            .Select(s => new SeasonOfStems(
                s.Season,
                SurveyDocuments.Noted(s.Stems),
                [.. steps[(s.Season, s.Visit)].Select(l => l.ToStep())],
                SurveyDocuments.Read(SurveyDocuments.Compose(plant, s, place, own)) is SurveyReading.Valid valid
                    ? valid.Survey
                    : null
            ));
        return StemNames.Now(PlantFamilies.Of(PlantKinds.Of(plant.Kind)).Renamed, [.. seasons]);
    }

    /// <summary>A survey in the exchange format, with what was weighed in other seasons.</summary>
    public async Task<JsonObject> ComposeAsync(PlantRecord plant, SurveyRecord survey, CancellationToken cancel) =>
        SurveyDocuments.Compose(
            plant,
            survey,
            await PlaceAsync(cancel),
            await OwnSchools.ByIdAsync(garden, cancel),
            await Weighed.OfAsync(garden, plant, survey.Season, cancel)
        );

    /// <summary>
    /// The survey of a plant in a season: the stored one, or, where nobody looked yet, what the last season's work
    /// left, not stored
    /// and at revision 0, with the season it comes from.
    /// </summary>
    /// <param name="latest">The plant's latest survey; null where there is none.</param>
    /// <param name="steps">Steps recorded in the season of the latest survey.</param>
    public static (SurveyRecord Survey, int? CarriedFrom) Current(
        PlanMaker planner,
        PlantRecord plant,
        SurveyRecord? latest,
        IReadOnlyList<LogRecord> steps,
        SeasonDay on
    )
    {
        var (place, today, season) = on;
        if (latest?.Season == season)
        {
            return (latest, null);
        }

        var fresh = new SurveyRecord
        {
            PlantId = plant.Id,
            Season = season,
            Date = SurveyDocuments.PlanDay(plant, place, today),
            Stems = "[]",
            KeepOut = latest?.KeepOut ?? "[]",
            School = latest?.School,
            Support = latest?.Support,
        };
        if (latest is null)
        {
            return (fresh, null);
        }

        var survey = SurveyDocuments.Read(
            SurveyDocuments.Compose(plant, latest, place, new Dictionary<string, OwnSchoolRecord>())
        )
            is SurveyReading.Valid valid
            ? valid.Survey
            : null;
        var (done, seasons) = (
            steps.Where(s => s.Visit == latest.Visit).Select(s => s.ToStep()).ToArray(),
            season - latest.Season
        );
        var next = SurveyDocuments.NamedNext(planner, survey, done, seasons);
        fresh.Stems = SurveyDocuments.Carried(plant, latest.Stems, done, seasons, survey, next);
        SurveyDocuments.Next(planner, plant, latest, fresh, seasons, survey);
        return (fresh, latest.Season);
    }
}
