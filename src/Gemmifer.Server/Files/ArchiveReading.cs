using System.IO.Compression;
using System.Text.Json;
using System.Text.Json.Nodes;
using Gemmifer.Core;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Year;
using Gemmifer.Data.Entities;
using Gemmifer.Data.Files;
using Gemmifer.Server.Photos;
using Gemmifer.Server.Plants;
using Gemmifer.Server.Schools;
using Gemmifer.Server.Settings;
using Gemmifer.Server.Surveys;
using Gemmifer.Server.Work;

namespace Gemmifer.Server.Files;

/// <content>Reading an archive that anybody may have made.</content>
public static partial class Archive
{
    /// <summary>What an archive holds, checked.</summary>
    private sealed record Contents(
        IReadOnlyList<PlantRecord> Plants,
        IReadOnlyList<SurveyRecord> Surveys,
        IReadOnlyList<LogRecord> Lines,
        IReadOnlyList<VisitRecord> Visits,
        IReadOnlyList<RoundRecord> Rounds,
        IReadOnlyList<PhotoRecord> Photos,
        IReadOnlyList<OwnSchoolRecord> Schools,
        IReadOnlyList<PlaceRecord> Places,
        IReadOnlyList<WeatherDayRecord> Weather,
        GardenSettings? Settings
    )
    {
        /// <summary>Whether there is nothing in it.</summary>
        public bool IsEmpty =>
            Plants.Count + Surveys.Count + Lines.Count + Visits.Count + Rounds.Count + Photos.Count == 0
            && Schools.Count + Places.Count + Weather.Count == 0
            && Settings is null;
    }

    /// <summary>An archive is refused, and why.</summary>
    /// <param name="at">The file in it, and the place in that.</param>
    private sealed class ArchiveRefused(string at, string code, string message) : Exception(message)
    {
        public string At { get; } = at;

        public string Code { get; } = code;
    }

    /// <summary>Reads an archive that anybody may have made.</summary>
    private sealed class Reader(ZipArchive zip, DateOnly today)
    {
        private const int MostPlants = 20_000,
            MostPerPlant = 200,
            MostLines = 500_000,
            MostTextChars = 4_000,
            MostDepth = 40,
            MostVisits = 1_000,
            MostIdChars = 64;

        private readonly HashSet<string> _plants = new(StringComparer.Ordinal);
        private long _left = MostBytes;

        /// <summary>The picture of a hash; null where it is not in it.</summary>
        public async Task<byte[]?> PictureAsync(string hash, CancellationToken cancel)
        {
            using var bytes = await BytesAsync(PictureFolder + hash + PictureEnd, PictureReading.MostBytes, cancel);
            return bytes?.ToArray();
        }

        public async Task<Contents> ReadAsync(CancellationToken cancel)
        {
            Look();
            var head = (await ListOrOneAsync<ArchiveHead>(Head, cancel)).Single();
            if (head.Format != ArchiveHead.Name)
            {
                throw new ArchiveRefused(Head, "format", $"{Head}: this is no archive of a garden.");
            }

            if (head.Version != ArchiveHead.Latest)
            {
                throw new ArchiveRefused(
                    Head,
                    "version",
                    $"{Head}: version {head.Version} is not known; this application reads version "
                        + $"{ArchiveHead.Latest}."
                );
            }

            var plants = await PlantsAsync(cancel);
            var byId = plants.ToDictionary(p => p.Id);
            var schools = await SchoolsAsync(cancel);
            var settings = await SettingsAsync(cancel);
            return new Contents(
                plants,
                await SurveysAsync(byId, schools, settings ?? GardenSettings.Default, cancel),
                await LinesAsync(cancel),
                await VisitsAsync(cancel),
                await RoundsAsync(cancel),
                await PhotosAsync(cancel),
                schools,
                await PlacesAsync(cancel),
                await WeatherAsync(cancel),
                settings
            );
        }

        /// <summary>Which files are in it: no other than those, each once, none packed beyond reason.</summary>
        private void Look()
        {
            var seen = new HashSet<string>(StringComparer.OrdinalIgnoreCase);
            foreach (var entry in zip.Entries)
            {
                var name = entry.FullName.Length <= 100 ? entry.FullName : entry.FullName[..100] + "…";
                if (
                    name.Contains("..", StringComparison.Ordinal)
                    || name.StartsWith('/')
                    || name.Contains('\\')
                    || name.Contains(':')
                )
                {
                    throw new ArchiveRefused(name, "path", $"'{name}' leads out of the archive.");
                }

                if (!Names.Contains(entry.FullName, StringComparer.Ordinal) && HashOf(entry.FullName) is null)
                {
                    throw new ArchiveRefused(name, "unknown", $"'{name}' is no part of a garden's archive.");
                }

                if (!seen.Add(entry.FullName))
                {
                    throw new ArchiveRefused(name, "duplicate", $"'{name}' is in it twice.");
                }

                if (entry.Length > MostBytes || entry.Length > MostRatio * Math.Max(5_000, entry.CompressedLength))
                {
                    throw new ArchiveRefused(name, "too-long", $"'{name}' unpacks to more than any garden holds.");
                }
            }

            if (new[] { Head, Plants, Surveys, Log }.FirstOrDefault(n => !seen.Contains(n)) is { } missing)
            {
                throw new ArchiveRefused(missing, "required", $"'{missing}' is missing from it.");
            }
        }

        /// <summary>The hash that a picture is named by; null where a name is none of a picture.</summary>
        private static string? HashOf(string name) =>
            name.Length == PictureFolder.Length + Pictures.HashChars + PictureEnd.Length
            && name.StartsWith(PictureFolder, StringComparison.Ordinal)
            && name.EndsWith(PictureEnd, StringComparison.Ordinal)
            && name[PictureFolder.Length..^PictureEnd.Length] is var hash
            && Pictures.IsHash(hash)
                ? hash
                : null;

        /// <summary>A file of it; null where it is not in it. What it says of its length is not believed.</summary>
        private async Task<MemoryStream?> BytesAsync(string name, long most, CancellationToken cancel)
        {
            if (zip.GetEntry(name) is not { } entry)
            {
                return null;
            }

            await using var packed = await entry.OpenAsync(cancel);
            var bytes = new MemoryStream();
            var chunk = new byte[64 * 1024];
            int read;
            while ((read = await packed.ReadAsync(chunk, cancel)) > 0)
            {
                if (bytes.Length + read > most)
                {
                    throw new ArchiveRefused(name, "too-long", $"'{name}' unpacks to more than any garden holds.");
                }

                bytes.Write(chunk, 0, read);
            }

            return bytes;
        }

        /// <summary>A file of it as JSON; null where it is not in it.</summary>
        private async Task<JsonDocument?> JsonAsync(string name, CancellationToken cancel)
        {
            using var bytes = await BytesAsync(name, _left, cancel);
            if (bytes is null)
            {
                return null;
            }

            _left -= bytes.Length;

            try
            {
                return JsonDocument.Parse(
                    bytes.GetBuffer().AsMemory(0, (int)bytes.Length),
                    new JsonDocumentOptions { MaxDepth = MostDepth }
                );
            }
            catch (JsonException)
            {
                throw new ArchiveRefused(name, "json", $"{name}: this is not JSON.");
            }
        }

        private async Task<List<T>> ListOrOneAsync<T>(string name, CancellationToken cancel, int most = 1)
        {
            using var json = await JsonAsync(name, cancel);
            if (json is null)
            {
                return [];
            }

            var root = json.RootElement;
            JsonElement[] items = root.ValueKind == JsonValueKind.Array ? [.. root.EnumerateArray()] : [root];
            if (items.Length > most)
            {
                throw new ArchiveRefused(name, "too-many", $"{name}: more than {most}.");
            }

            var read = new List<T>(items.Length);
            for (var i = 0; i < items.Length; i++)
            {
                try
                {
                    read.Add(
                        items[i].Deserialize<T>(Strict)
                            ?? throw new ArchiveRefused($"{name}/{i}", "type", $"{name}, {i}: there is nothing.")
                    );
                }
                catch (JsonException e)
                {
                    var at = e.Path?.TrimStart('$', '.') is { Length: > 0 } path ? $"/{path}" : "";
                    throw new ArchiveRefused($"{name}/{i}{at}", "type", $"{name}, {i}{at}: this cannot be read.");
                }
                catch (InvalidOperationException)
                {
                    throw new ArchiveRefused($"{name}/{i}", "encoding", $"{name}, {i}: this is no text.");
                }
            }

            return read;
        }

        /// <summary>What has to be there has to be there.</summary>
        private static readonly JsonSerializerOptions Strict = new(PartJson.Options)
        {
            RespectNullableAnnotations = true,
            RespectRequiredConstructorParameters = false,
            MaxDepth = MostDepth,
        };

        private static void Refuse(string name, int i, List<SurveyError> errors)
        {
            if (errors.Count > 0)
            {
                throw new ArchiveRefused(
                    $"{name}/{i}{errors[0].Path}",
                    errors[0].Code,
                    $"{name}, {i}{errors[0].Path}: {errors[0].Message}"
                );
            }
        }

        private static void Id(string name, int i, string? id)
        {
            if (
                id is not { Length: > 0 and <= MostIdChars }
                || !id.All(c => char.IsAsciiLetterOrDigit(c) || c is '-' or '_')
            )
            {
                throw new ArchiveRefused($"{name}/{i}/id", "format", $"{name}, {i}: this is no id.");
            }
        }

        private void Known(string name, int i, string? plant)
        {
            if (plant is null || !_plants.Contains(plant))
            {
                throw new ArchiveRefused(
                    $"{name}/{i}/plant",
                    "reference",
                    $"{name}, {i}: of a plant that is not in it."
                );
            }
        }

        private static void Texts(string name, int i, params string?[] texts)
        {
            if (texts.Any(t => t?.Length > MostTextChars))
            {
                throw new ArchiveRefused($"{name}/{i}", "too-long", $"{name}, {i}: a text is too long.");
            }
        }

        private static void Season(string name, int i, int season)
        {
            if (season is < SurveyLimits.FirstYear or > SurveyLimits.LastYear)
            {
                throw new ArchiveRefused($"{name}/{i}/season", "range", $"{name}, {i}: there is no such season.");
            }
        }

        private async Task<List<PlantRecord>> PlantsAsync(CancellationToken cancel)
        {
            var read = await ListOrOneAsync<JsonElement>(Plants, cancel, MostPlants);
            var plants = new List<PlantRecord>(read.Count);
            for (var i = 0; i < read.Count; i++)
            {
                var errors = new List<SurveyError>();
                var f = new FieldReader(read[i], "", errors);
                f.Require("id");
                var id = f.Text("id", MostIdChars);
                Refuse(Plants, i, errors);
                Id(Plants, i, id);
                var record = new PlantRecord
                {
                    Id = id!,
                    Name = "",
                    Kind = "",
                    Place = "",
                    Revision = 1,
                };
                PlantEndpoints.Fill(record, read[i], "", today, errors);
                Refuse(Plants, i, errors);
                try
                {
                    var whole = read[i].Deserialize<ArchivePlant>(Strict)!;
                    (record.CreatedAt, record.RemovedAt) = (whole.CreatedAt, whole.RemovedAt);
                }
                catch (JsonException)
                {
                    throw new ArchiveRefused($"{Plants}/{i}", "type", $"{Plants}, {i}: this cannot be read.");
                }

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

        private async Task<List<PhotoRecord>> PhotosAsync(CancellationToken cancel)
        {
            var read = await ListOrOneAsync<ArchivePhoto>(Photos, cancel, MostPlants * MostPerPlant);
            var records = new List<PhotoRecord>(read.Count);
            for (var i = 0; i < read.Count; i++)
            {
                cancel.ThrowIfCancellationRequested();
                var photo = read[i];
                Known(Photos, i, photo.Plant);
                Season(Photos, i, photo.Season);
                Id(Photos, i, photo.Key);
                var errors = new List<SurveyError>();
                if (!Pictures.IsHash(photo.Hash) || await PictureAsync(photo.Hash, cancel) is not { } picture)
                {
                    throw new ArchiveRefused(
                        $"{Photos}/{i}/hash",
                        "reference",
                        $"{Photos}, {i}: its picture is missing."
                    );
                }

                if (Pictures.HashOf(picture) != photo.Hash)
                {
                    throw new ArchiveRefused(
                        PictureFolder + photo.Hash + PictureEnd,
                        "hash",
                        $"{Photos}, {i}: its picture is another one than it was."
                    );
                }

                var seen = PictureReading.Read(picture, "/picture", errors);
                Refuse(Photos, i, errors);
                PhotoEndpoints.Check(
                    new FieldReader(JsonSerializer.SerializeToElement(photo, PartJson.Options), "", errors),
                    seen!.Width,
                    seen.Height
                );
                Refuse(Photos, i, errors);
                records.Add(photo.ToRecord(seen.Width, seen.Height));
            }

            return records;
        }

        private async Task<List<OwnSchoolRecord>> SchoolsAsync(CancellationToken cancel)
        {
            var read = await ListOrOneAsync<JsonElement>(Schools, cancel, MostPerPlant);
            var records = new List<OwnSchoolRecord>(read.Count);
            for (var i = 0; i < read.Count; i++)
            {
                var errors = new List<SurveyError>();
                var f = new FieldReader(read[i], "", errors);
                f.Require("id");
                var id = f.Text("id", MostIdChars);
                Refuse(Schools, i, errors);
                Id(Schools, i, id);
                var record = new OwnSchoolRecord
                {
                    Id = id!,
                    Name = "",
                    Base = "",
                    Set = "{}",
                    Revision = 1,
                };
                OwnSchools.Fill(record, read[i], "", errors);
                Refuse(Schools, i, errors);
                try
                {
                    var whole = read[i].Deserialize<ArchiveSchool>(Strict)!;
                    (record.CreatedAt, record.RemovedAt) = (whole.CreatedAt, whole.RemovedAt);
                }
                catch (JsonException)
                {
                    throw new ArchiveRefused($"{Schools}/{i}", "type", $"{Schools}, {i}: this cannot be read.");
                }

                records.Add(record);
            }

            if (records.DistinctBy(s => s.Id).Count() < records.Count)
            {
                throw new ArchiveRefused(Schools, "duplicate", $"{Schools}: a school is in it twice.");
            }

            return records;
        }

        private async Task<GardenSettings?> SettingsAsync(CancellationToken cancel)
        {
            using var json = await JsonAsync(Settings, cancel);
            if (json is null)
            {
                return null;
            }

            var errors = new List<SurveyError>();
            var settings = SettingsEndpoints.Read(json.RootElement, errors);
            if (settings is null || errors.Count > 0)
            {
                throw new ArchiveRefused(
                    Settings + errors.FirstOrDefault()?.Path,
                    errors.FirstOrDefault()?.Code ?? "type",
                    $"{Settings}{errors.FirstOrDefault()?.Path}: {errors.FirstOrDefault()?.Message}"
                );
            }

            return settings;
        }

        private async Task<List<PlaceRecord>> PlacesAsync(CancellationToken cancel)
        {
            var read = await ListOrOneAsync<ArchivePlace>(Places, cancel, MostPlants);
            for (var i = 0; i < read.Count; i++)
            {
                Texts(Places, i, read[i].Name);
                if (
                    read[i].Name is null
                    || Math.Abs(read[i].Later) > YearReader.MostLater
                    || read[i].Walk is < 1 or > MostPlants
                )
                {
                    throw new ArchiveRefused($"{Places}/{i}", "range", $"{Places}, {i}: this is no place.");
                }
            }

            return
            [
                .. read.DistinctBy(p => p.Name)
                    .Select(p => new PlaceRecord
                    {
                        Name = p.Name,
                        Later = p.Later,
                        Walk = p.Walk,
                    }),
            ];
        }

        private async Task<List<WeatherDayRecord>> WeatherAsync(CancellationToken cancel)
        {
            var read = await ListOrOneAsync<ArchiveDay>(Weather, cancel, 100_000);
            for (var i = 0; i < read.Count; i++)
            {
                var day = read[i];
                if (
                    day.Date > today
                    || day.Tmin is < YearReader.ColdestC or > YearReader.HottestC
                    || day.Tmax is < YearReader.ColdestC or > YearReader.HottestC
                    || day.Rain is < 0 or > WeatherReading.MostRainMm
                    || day.Tmin > day.Tmax
                )
                {
                    throw new ArchiveRefused($"{Weather}/{i}", "range", $"{Weather}, {i}: there is no such day.");
                }
            }

            return
            [
                .. read.DistinctBy(d => d.Date)
                    .Select(d => new WeatherDayRecord
                    {
                        Day = d.Date,
                        Tmin = d.Tmin,
                        Tmax = d.Tmax,
                        Rain = d.Rain,
                    }),
            ];
        }
    }
}
