using System.Globalization;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Season;
using Gemmifer.Core.Work;
using Gemmifer.Data;
using Gemmifer.Data.Demo;
using Gemmifer.Data.Entities;
using Gemmifer.Data.Files;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Trials;

/// <summary>Makes a garden of many plants, each with five seasons of surveys and of work in its log.</summary>
internal static class BigGarden
{
    /// <summary>Seasons with a survey and a log.</summary>
    public const int Seasons = 5;

    private const int PlantsAtOnce = 500,
        PlantsInPlace = 40,
        StepsInSeason = 14,
        StepsUnderWay = 5;

    /// <summary>
    /// Makes it in a folder: every plant of the demo garden again and again, under other names. In the season that is
    /// on a quarter of the plants is finished, a quarter under way, a quarter walked round, and of the rest nothing
    /// is known yet.
    /// </summary>
    public static async Task MakeAsync(string path, int plants)
    {
        using var folder = GardenFolder.Hold(path);
        await GardenStore.ReadyAsync(folder, DateTimeOffset.UtcNow);
        var options = new DbContextOptionsBuilder<GardenContext>()
            .UseSqlite(GardenStore.ConnectionString(path))
            .Options;
        var models = await ModelsAsync();
        var today = DateOnly.FromDateTime(DateTime.Today);
        var season = PruningYear.Of(today, Hemisphere.North);
        for (var from = 0; from < plants; from += PlantsAtOnce)
        {
            await using var garden = new GardenContext(options);
            garden.ChangeTracker.AutoDetectChangesEnabled = false;
            for (var n = from; n < Math.Min(plants, from + PlantsAtOnce); n++)
            {
                garden.Add(Plant(models[n % models.Length], n, season));
            }

            await garden.SaveChangesAsync();
        }

        SqliteConnection.ClearAllPools();
    }

    private static async Task<PlantRecord[]> ModelsAsync()
    {
        await using var connection = new SqliteConnection("Data Source=:memory:");
        await connection.OpenAsync();
        await using var demo = new GardenContext(
            new DbContextOptionsBuilder<GardenContext>().UseSqlite(connection).Options
        );
        await demo.Database.EnsureCreatedAsync();
        await DemoGarden.PlantAsync(demo, TimeProvider.System);
        var all = await demo.Plants.AsNoTracking().Include(p => p.Surveys).OrderBy(p => p.Id).ToArrayAsync();
        return [.. all.Where(p => p.Surveys.Any(s => s.Stems != "[]"))];
    }

    private static PlantRecord Plant(PlantRecord model, int n, int season)
    {
        var id = n.ToString("x32", CultureInfo.InvariantCulture);
        var plant = new PlantRecord
        {
            Id = id,
            Name = string.Create(CultureInfo.InvariantCulture, $"{model.Name} {n + 1}"),
            Kind = model.Kind,
            Place = string.Create(CultureInfo.InvariantCulture, $"Row {(n / PlantsInPlace) + 1}"),
            PlantedYear = model.PlantedYear,
            Vigour = model.Vigour,
            Revision = 1,
            CreatedAt = new DateTimeOffset(season - Seasons, 3, 1, 9, 0, 0, TimeSpan.Zero),
        };
        var seen = model.Surveys.First(s => s.Stems != "[]");
        for (var back = Seasons - 1; back >= 0; back--)
        {
            var year = season - back;
            plant.Surveys.Add(
                new SurveyRecord
                {
                    PlantId = id,
                    Season = year,
                    Date = new DateOnly(year, 2, 20),
                    Stems = back == 0 && n % 4 == 3 ? "[]" : seen.Stems,
                    KeepOut = seen.KeepOut,
                    School = seen.School,
                    Support = seen.Support,
                    Parts = back == 0 && n % 4 == 3 ? null : seen.Parts,
                    Revision = 1,
                    UpdatedAt = new DateTimeOffset(year, 2, 1, 9, 0, 0, TimeSpan.Zero),
                }
            );
            AddWork(plant, n, year, back);
        }

        return plant;
    }

    /// <summary>What was done on a plant in a season: nothing, a little, or all of it.</summary>
    /// <param name="back">Seasons ago.</param>
    private static void AddWork(PlantRecord plant, int n, int year, int back)
    {
        var id = plant.Id;
        var done = back > 0 ? 2 : (n % 4);
        var steps =
            done == 2 ? StepsInSeason
            : done == 1 ? StepsUnderWay
            : 0;
        var at = new DateTimeOffset(year, 2, 20, 9, 0, 0, TimeSpan.Zero);
        for (var step = 0; step < steps; step++)
        {
            var text =
                $"Cut S{step} at {400 + (step * 37)} mm, 6 mm above the bud at {394 + (step * 37)} mm: it looks "
                + "outwards, and the wood below it is sound.";
            plant.Log.Add(
                new LogRecord
                {
                    PlantId = id,
                    Season = year,
                    At = at.AddMinutes(step),
                    Kind = LogKind.Step,
                    Text = text,
                    Measures = OldSentences.MeasuresOf(text),
                    Stem = $"S{step}",
                    Stage = "shorten",
                    Action = StepAction.Shorten,
                    Outcome = StepOutcome.Done,
                    Key = Guid.NewGuid().ToString("n"),
                }
            );
        }

        if (done == 2)
        {
            plant.Log.Add(
                new LogRecord
                {
                    PlantId = id,
                    Season = year,
                    At = at.AddHours(1),
                    Kind = LogKind.Finished,
                    Text = "Finished for the season.",
                }
            );
            plant.Visits.Add(
                new VisitRecord
                {
                    PlantId = id,
                    Season = year,
                    Key = "1:look",
                    Kind = VisitKind.Check,
                    Text = "Look over the new shoots and rub off those that grow inwards.",
                    Due = DateOnly.FromDateTime(DateTime.Today).AddDays(((n * 7) % 90) - 20),
                    DoneAt = back > 0 ? at.AddDays(80) : null,
                }
            );
        }
    }
}
