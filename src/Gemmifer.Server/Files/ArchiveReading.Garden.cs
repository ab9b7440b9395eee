using System.Text.Json;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Year;
using Gemmifer.Data.Entities;
using Gemmifer.Data.Files;
using Gemmifer.Server.Photos;
using Gemmifer.Server.Schools;
using Gemmifer.Server.Settings;

namespace Gemmifer.Server.Files;

/// <content>Pictures, schools, settings, places and weather of an archive.</content>
public static partial class Archive
{
    private sealed partial class Reader
    {
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
                var f = new FieldReader(JsonSerializer.SerializeToElement(photo, PartJson.Options), "", errors);
                PhotoEndpoints.Check(PhotoInput.Read(f), f, seen!.Width, seen.Height);
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
                var record = new OwnSchoolRecord
                {
                    Id = IdOf(Schools, i, read[i]),
                    Name = "",
                    Base = "",
                    Set = "{}",
                    Revision = 1,
                };
                var f = new FieldReader(read[i], "", errors);
                OwnSchools.Fill(record, OwnSchoolInput.Read(f), f);
                Refuse(Schools, i, errors);
                var whole = Whole<ArchiveSchool>(Schools, i, read[i]);
                (record.CreatedAt, record.RemovedAt) = (whole.CreatedAt, whole.RemovedAt);
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
