using System.Text.Json.Nodes;
using Gemmifer.Data;
using Gemmifer.Data.Files;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;

namespace Gemmifer.Server.Tests;

/// <content>Files of older makes.</content>
public sealed partial class StoreTests
{
    [Fact]
    public async Task A_file_of_an_older_make_is_copied_before_it_is_changed()
    {
        var folder = Directory.CreateTempSubdirectory("gemmifer-old-").FullName;
        try
        {
            using (var garden = new Garden(folder))
            {
                await garden.PlantAsync("Kept");
            }

            Assert.False(Directory.Exists(Path.Combine(folder, "backups")));

            // As the application made it before gardeners could have schools of their own.
            using (var connection = new SqliteConnection(GardenStore.ConnectionString(folder)))
            {
                connection.Open();
                using var command = connection.CreateCommand();
                command.CommandText =
                    "DELETE FROM __EFMigrationsHistory WHERE MigrationId LIKE '%_OwnSchools'; DROP TABLE Schools;";
                command.ExecuteNonQuery();
            }

            SqliteConnection.ClearAllPools();
            using (var garden = new Garden(folder))
            {
                Assert.Equal(
                    "Kept",
                    (string)Assert.Single((await garden.GetAsync("/api/plants")).AsArray())!["plant"]!["name"]!
                );
                Assert.Equal(17, (await garden.GetAsync("/api/rules")).AsArray().Count);
            }

            var copy = Assert.Single(Directory.GetFiles(Path.Combine(folder, "backups")));
            using var backup = new SqliteConnection($"Data Source={copy};Pooling=false");
            backup.Open();
            using var read = backup.CreateCommand();
            read.CommandText = "SELECT Name FROM Plants";
            Assert.Equal("Kept", read.ExecuteScalar());
        }
        finally
        {
            SqliteConnection.ClearAllPools();
            Directory.Delete(folder, true);
        }
    }

    [Fact]
    public async Task An_upgrade_broken_off_half_way_leaves_one_copy_of_what_the_older_make_left()
    {
        var path = Directory.CreateTempSubdirectory("gemmifer-half-").FullName;
        try
        {
            async Task MigrateAsync(string migration)
            {
                await using var context = new GardenContext(
                    new DbContextOptionsBuilder<GardenContext>().UseSqlite(GardenStore.ConnectionString(path)).Options
                );
                await context.Database.MigrateAsync(migration, TestContext.Current.CancellationToken);
                SqliteConnection.ClearAllPools();
            }

            string[] Copies() => Directory.GetFiles(Path.Combine(path, "backups"));
            await MigrateAsync("20261125112953_Supports");
            using var folder = GardenFolder.Hold(path);
            await GardenStore.ReadyAsync(folder, Noon);
            var copy = Assert.Single(Copies());

            // As a start leaves it that is killed between two steps, twice.
            foreach (var step in (string[])["20261125144956_VinesAndRows", "20261125160557_Rain"])
            {
                SqliteConnection.ClearAllPools();
                File.Delete(folder.File);
                File.Copy(copy, folder.File);
                await MigrateAsync(step);
                await GardenStore.ReadyAsync(folder, Noon);
                Assert.Equal(copy, Assert.Single(Copies()));
                Assert.Equal(3, GardenInspection.Look(copy, GardenStore.Known).Applied.Count);
            }
        }
        finally
        {
            SqliteConnection.ClearAllPools();
            Directory.Delete(path, true);
        }
    }

    [Fact]
    public async Task What_families_had_columns_for_is_kept_by_their_names_even_what_cannot_be_read_and_back()
    {
        const string Before = "20261201132704_Incarnations",
            After = "20261201221823_FamilyParts",
            Cane = """[{"id":"A"}]""";
        var path = Directory.CreateTempSubdirectory("gemmifer-parts-").FullName;
        try
        {
            var cancel = TestContext.Current.CancellationToken;
            await using var garden = GardenStore.Open(Path.Combine(path, GardenFolder.FileName), pooling: false);
            await garden.Database.MigrateAsync(Before, cancel);
            (string Stems, string? Vine, string? Row)[] kept =
            [
                ("[]", """{"system":"cordon"}""", null),
                ("[]", null, """{"length":2000}"""),
                (Cane, """{"system":"goblet"}""", """{"length":1000}"""),
                (Cane, null, null),
                ("[]", null, null),
            ];
            await garden.Database.ExecuteSqlRawAsync(
                """
                INSERT INTO Plants (Id, Name, Kind, Place, Neglected, Revision, WorkRevision, CreatedAt)
                VALUES ('p', 'Test', 'vine.vinifera', '', 0, 1, 0, 0)
                """,
                cancel
            );
            foreach (var (season, (stems, vine, row)) in kept.Index())
            {
                await garden.Database.ExecuteSqlRawAsync(
                    "INSERT INTO Surveys (PlantId, Season, Date, Stems, KeepOut, Vine, Row, Revision, UpdatedAt)"
                        + " VALUES ('p', {0}, '2026-02-20', {1}, '[]', {2}, {3}, 1, 0)",
                    [2000 + season, stems, vine!, row!],
                    cancel
                );
            }

            await garden.Database.MigrateAsync(After, cancel);
            var surveys = await garden.Surveys.AsNoTracking().OrderBy(s => s.Season).ToListAsync(cancel);
            Assert.Equal(kept, surveys.Select(s => (s.Stems, s.Part("vine"), s.Part("row"))));
            Assert.Equal([false, true, true, true, false], surveys.Select(s => s.Looked));

            await garden.Database.ExecuteSqlRawAsync("UPDATE Surveys SET Parts = '[' WHERE Season = 2000", cancel);
            await garden.Database.MigrateAsync(Before, cancel);
            await garden.Database.ExecuteSqlRawAsync("UPDATE Surveys SET Row = '[' WHERE Season = 2001", cancel);
            Assert.Equal(
                [null, null, """{"system":"goblet"}""", null, null],
                await garden
                    .Database.SqlQueryRaw<string?>("SELECT Vine AS Value FROM Surveys ORDER BY Season")
                    .ToListAsync(cancel)
            );
            await garden.Database.MigrateAsync(After, cancel);
            Assert.Equal(
                [null, """{"row":[}""", """{"vine":{"system":"goblet"},"row":{"length":1000}}""", null, null],
                await garden.Surveys.AsNoTracking().OrderBy(s => s.Season).Select(s => s.Parts).ToListAsync(cancel)
            );
        }
        finally
        {
            SqliteConnection.ClearAllPools();
            Directory.Delete(path, true);
        }
    }

    [Fact]
    public async Task Rain_is_kept_beside_what_families_have_even_what_cannot_be_read_and_back()
    {
        const string Rain = """[{"date":"2027-02-20","mm":4}]""";
        var path = Directory.CreateTempSubdirectory("gemmifer-rain-").FullName;
        try
        {
            var cancel = TestContext.Current.CancellationToken;
            await using var garden = GardenStore.Open(Path.Combine(path, GardenFolder.FileName), pooling: false);
            await garden.Database.MigrateAsync("20261201221823_FamilyParts", cancel);
            await garden.Database.ExecuteSqlRawAsync(
                """
                INSERT INTO Plants (Id, Name, Kind, Place, Neglected, Revision, WorkRevision, CreatedAt)
                VALUES ('p', 'Test', 'vine.vinifera', '', 0, 1, 0, 0)
                """,
                cancel
            );
            (string? Parts, string? Rain)[] kept =
            [
                ("""{"vine":{"system":"cordon"}}""", Rain),
                (null, Rain),
                ("""{"row":{"length":2000}}""", null),
                (null, null),
                ("""{"vine":{"system":"goblet"}}""", "["),
            ];
            foreach (var (season, (parts, rain)) in kept.Index())
            {
                await garden.Database.ExecuteSqlRawAsync(
                    "INSERT INTO Surveys (PlantId, Season, Date, Stems, KeepOut, Parts, Rain, Looked, Visit, Revision,"
                        + " UpdatedAt) VALUES ('p', {0}, '2027-02-20', '[]', '[]', {1}, {2}, 0, 1, 1, 0)",
                    [2000 + season, parts!, rain!],
                    cancel
                );
            }

            await garden.Database.MigrateAsync(cancel);
            var surveys = await garden.Surveys.AsNoTracking().OrderBy(s => s.Season).ToListAsync(cancel);
            Assert.Equal(kept[..4].Select(k => k.Rain), surveys[..4].Select(s => s.Part("rain")));
            Assert.Equal("""{"system":"cordon"}""", surveys[0].Part("vine"));
            Assert.Equal("""{"length":2000}""", surveys[2].Part("row"));
            Assert.Equal("""{"vine":{"system":"goblet"},"rain":[}""", surveys[4].Parts);

            await garden.Database.MigrateAsync("20261201221823_FamilyParts", cancel);
            Assert.Equal(
                kept[..4].Select(k => k.Parts),
                (await ColumnAsync("SELECT Parts AS Value FROM Surveys ORDER BY Season"))[..4]
            );
            Assert.Equal(
                [Rain, Rain, null, null, null],
                await ColumnAsync("SELECT Rain AS Value FROM Surveys ORDER BY Season")
            );

            Task<List<string?>> ColumnAsync(string sql) =>
                garden.Database.SqlQueryRaw<string?>(sql).ToListAsync(cancel);
        }
        finally
        {
            SqliteConnection.ClearAllPools();
            Directory.Delete(path, true);
        }
    }

    [Fact]
    public async Task Sentences_of_an_older_make_are_given_their_measures_once_and_words_of_people_are_left_alone()
    {
        var folder = Directory.CreateTempSubdirectory("gemmifer-words-").FullName;
        try
        {
            string id;
            using (var garden = new Garden(folder))
            {
                id = await garden.PlantAsync("Kept");
            }

            // As the application made it before the measures of a sentence were kept.
            using (var connection = new SqliteConnection(GardenStore.ConnectionString(folder)))
            {
                connection.Open();
                using var command = connection.CreateCommand();
                command.CommandText = $"""
                    DELETE FROM __EFMigrationsHistory WHERE MigrationId LIKE '%_MeasuresInSentences'; PRAGMA user_version = 0;
                    ALTER TABLE Log DROP COLUMN Measures; ALTER TABLE Visits DROP COLUMN Measures;
                    INSERT INTO Log (PlantId, Season, At, Kind, Text, Stem, Stage, Action, Outcome, Visit) VALUES
                        ('{id}', 2027, '2027-02-20 10:00:00+00:00', 'step', 'Cut A at 455.5 mm, 2 to 3 mm above; look on 2027-05-02.', 'A', 'shorten', 'shorten', 'done', 1),
                        ('{id}', 2027, '2027-02-20 10:00:00+00:00', 'note', 'A stands 300 mm from B.', NULL, NULL, NULL, NULL, 1);
                    INSERT INTO Visits (PlantId, Season, Key, Kind, Text, Due) VALUES ('{id}', 2027, 'x', 'check', 'Weigh 1.5 kg on 2027-02-31.', '2027-05-02');
                    """;
                command.ExecuteNonQuery();
            }

            SqliteConnection.ClearAllPools();
            for (var start = 0; start < 2; start++)
            {
                using var garden = new Garden(folder);
                var log = (await garden.GetAsync($"/api/plants/{id}/log")).AsArray();
                string Told(string kind) => Given(log.Single(l => (string)l!["kind"]! == kind)!["measures"]);
                Assert.Equal("none", Told("note"));
                Assert.Equal(
                    """[{"at":9,"length":8,"mm":455.5},{"at":19,"length":9,"mm":2,"to":3},{"at":44,"length":10,"day":"2027-05-02"}]""",
                    Told("step")
                );
                var visit = Assert.Single((await garden.GetAsync("/api/visits")).AsArray());
                Assert.Equal("""[{"at":6,"length":6,"g":1500}]""", Given(visit!["measures"]));
            }
        }
        finally
        {
            SqliteConnection.ClearAllPools();
            Directory.Delete(folder, true);
        }
    }

    /// <summary>Measures without the fields that are null.</summary>
    private static string Given(JsonNode? measures) =>
        measures is null
            ? "none"
            : "["
                + string.Join(
                    ',',
                    measures
                        .AsArray()
                        .Select(m =>
                            new JsonObject(
                                m!
                                    .AsObject()
                                    .Where(f => f.Value is not null)
                                    .Select(f => KeyValuePair.Create(f.Key, (JsonNode?)f.Value!.DeepClone()))
                            ).ToJsonString()
                        )
                )
                + "]";
}
