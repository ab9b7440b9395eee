using System.Text.Json;
using System.Text.Json.Nodes;
using Gemmifer.Core;
using Gemmifer.Core.Exchange;
using Gemmifer.Data.Entities;
using Gemmifer.Server.Plants;
using Gemmifer.Server.Settings;
using Gemmifer.Server.Surveys;
using Gemmifer.Server.Work;

namespace Gemmifer.Server.Files;

/// <content>Plants of an archive, and what was noted and done on them.</content>
public static partial class Archive
{
    private sealed partial class Reader
    {
        private async Task<List<PlantRecord>> PlantsAsync(CancellationToken cancel)
        {
            var read = await ListOrOneAsync<JsonElement>(Plants, cancel, MostPlants);
            var plants = new List<PlantRecord>(read.Count);
            for (var i = 0; i < read.Count; i++)
            {
                var errors = new List<SurveyError>();
                var record = new PlantRecord
                {
                    Id = IdOf(Plants, i, read[i]),
                    Name = "",
                    Kind = "",
                    Place = "",
                    Revision = 1,
                };
                PlantEndpoints.Fill(record, read[i], "", today, errors);
                Refuse(Plants, i, errors);
                var whole = Whole<ArchivePlant>(Plants, i, read[i]);
                (record.CreatedAt, record.RemovedAt) = (whole.CreatedAt, whole.RemovedAt);
                if (!_plants.Add(record.Id))
                {
                    throw new ArchiveRefused($"{Plants}/{i}/id", "duplicate", $"{Plants}, {i}: it is in it twice.");
                }

                plants.Add(record);
            }

            return plants;
        }

        private async Task<List<SurveyRecord>> SurveysAsync(
            Dictionary<string, PlantRecord> plants,
            List<OwnSchoolRecord> schools,
            GardenSettings settings,
            CancellationToken cancel
        )
        {
            var read = await ListOrOneAsync<ArchiveSurvey>(Surveys, cancel, MostPlants * 20);
            var own = schools.ToDictionary(s => s.Id);
            var records = new List<SurveyRecord>(read.Count);
            var seen = new HashSet<(string, int)>();
            for (var i = 0; i < read.Count; i++)
            {
                cancel.ThrowIfCancellationRequested();
                var survey = read[i];
                Known(Surveys, i, survey.Plant);
                Season(Surveys, i, survey.Season);
                if (!seen.Add((survey.Plant, survey.Season)))
                {
                    throw new ArchiveRefused($"{Surveys}/{i}", "duplicate", $"{Surveys}, {i}: it is in it twice.");
                }

                if (survey.Visit is < 1 or > 2 || survey.Stems is null || survey.KeepOut is null)
                {
                    throw new ArchiveRefused($"{Surveys}/{i}", "required", $"{Surveys}, {i}: a part of it is missing.");
                }

                var record = survey.ToRecord();
                SurveyReading reading;
                JsonObject document;
                try
                {
                    document = SurveyDocuments.Compose(plants[survey.Plant], record, settings.Place, own);
                    reading = SurveyDocuments.Read(document);
                }
                catch (Exception e) when (e is JsonException or InvalidOperationException or FormatException)
                {
                    throw new ArchiveRefused($"{Surveys}/{i}", "type", $"{Surveys}, {i}: this cannot be read.");
                }

                // A season of which only weights are kept has no stems.
                if (
                    reading is SurveyReading.Invalid bad
                    && !SurveyDocuments.OnlyEmpty(reading, document)
                    && !(record.Stems == "[]" && bad.Errors.All(e => e.Path == "/stems" || e.Code == "required"))
                )
                {
                    Refuse(Surveys, i, [.. bad.Errors]);
                }

                try
                {
                    SurveyDocuments.Noted(record.Stems);
                }
                catch (JsonException)
                {
                    throw new ArchiveRefused($"{Surveys}/{i}/stems", "type", $"{Surveys}, {i}: this cannot be read.");
                }

                records.Add(record);
            }

            return records;
        }

        private async Task<List<LogRecord>> LinesAsync(CancellationToken cancel)
        {
            var read = await ListOrOneAsync<ArchiveLine>(Log, cancel, MostLines);
            var records = new List<LogRecord>(read.Count);
            for (var i = 0; i < read.Count; i++)
            {
                var line = read[i];
                Known(Log, i, line.Plant);
                Season(Log, i, line.Season);
                Texts(Log, i, line.Text, line.Stem, line.Stage, line.Note, line.Key);
                if (line.Text is null || line.Visit is < 1 or > MostVisits || line.At.Year < SurveyLimits.FirstYear)
                {
                    throw new ArchiveRefused($"{Log}/{i}", "required", $"{Log}, {i}: a part of it is missing.");
                }

                var record = line.ToRecord();
                try
                {
                    // What is read back later has to read now.
                    _ = record.ToStep();
                    _ = WorkStore.ViewOf(record, TimeProvider.System);
                }
                catch (Exception e) when (e is JsonException or InvalidOperationException or FormatException)
                {
                    throw new ArchiveRefused($"{Log}/{i}", "type", $"{Log}, {i}: this cannot be read.");
                }

                records.Add(record);
            }

            return records;
        }

        private async Task<List<VisitRecord>> VisitsAsync(CancellationToken cancel)
        {
            var read = await ListOrOneAsync<ArchiveVisit>(Visits, cancel, MostPlants * MostPerPlant);
            for (var i = 0; i < read.Count; i++)
            {
                Known(Visits, i, read[i].Plant);
                Season(Visits, i, read[i].Season);
                Texts(Visits, i, read[i].Key, read[i].Text);
                if (read[i].Key is null || read[i].Text is null)
                {
                    throw new ArchiveRefused($"{Visits}/{i}", "required", $"{Visits}, {i}: a part of it is missing.");
                }
            }

            return [.. read.Select(v => v.ToRecord())];
        }

        private async Task<List<RoundRecord>> RoundsAsync(CancellationToken cancel)
        {
            var read = await ListOrOneAsync<ArchiveRound>(Rounds, cancel, MostPlants * MostPerPlant);
            for (var i = 0; i < read.Count; i++)
            {
                cancel.ThrowIfCancellationRequested();
                var round = read[i];
                Known(Rounds, i, round.Plant);
                Season(Rounds, i, round.Season);
                Id(Rounds, i, round.Key);
                if (
                    round.Document is not JsonObject document
                    || round.Visit is < RoundRecord.FirstVisit or > MostVisits
                )
                {
                    throw new ArchiveRefused($"{Rounds}/{i}", "required", $"{Rounds}, {i}: a part of it is missing.");
                }

                if (SurveyDocuments.Read(document) is SurveyReading.Invalid bad)
                {
                    Refuse(Rounds, i, [.. bad.Errors]);
                }
            }

            return [.. read.Select(r => r.ToRecord())];
        }
    }
}
