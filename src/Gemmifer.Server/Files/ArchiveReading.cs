using System.IO.Compression;
using System.Text.Json;
using Gemmifer.Core.Exchange;
using Gemmifer.Data.Entities;
using Gemmifer.Data.Files;
using Gemmifer.Server.Photos;
using Gemmifer.Server.Settings;

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
    private sealed partial class Reader(ZipArchive zip, DateOnly today)
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

        /// <summary>The id of a thing that is read field by field.</summary>
        private static string IdOf(string name, int i, JsonElement json)
        {
            var errors = new List<SurveyError>();
            var f = new FieldReader(json, "", errors);
            f.Require("id");
            var id = f.Text("id", MostIdChars);
            Refuse(name, i, errors);
            Id(name, i, id);
            return id!;
        }

        /// <summary>What else stands there of a thing that was read field by field.</summary>
        private static T Whole<T>(string name, int i, JsonElement json)
        {
            try
            {
                return json.Deserialize<T>(Strict)!;
            }
            catch (JsonException)
            {
                throw new ArchiveRefused($"{name}/{i}", "type", $"{name}, {i}: this cannot be read.");
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
    }
}
