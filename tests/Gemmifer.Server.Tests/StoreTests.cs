using System.Text.Json.Nodes;
using Gemmifer.Core.Plants;
using Gemmifer.Data.Files;
using Microsoft.Data.Sqlite;

namespace Gemmifer.Server.Tests;

/// <summary>The file itself: how it is set up, brought up to date, and begun.</summary>
public sealed class StoreTests
{
    [Fact]
    public void The_file_keeps_a_journal_ahead_and_its_keys()
    {
        using var garden = new Garden();
        using var connection = new SqliteConnection(GardenStore.ConnectionString(garden.Folder));
        connection.Open();
        string Pragma(string name)
        {
            using var command = connection.CreateCommand();
            command.CommandText = $"PRAGMA {name};";
            return command.ExecuteScalar()!.ToString()!;
        }

        Assert.Equal(("wal", "1"), (Pragma("journal_mode"), Pragma("foreign_keys")));
    }

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
                Assert.Equal(13, (await garden.GetAsync("/api/rules")).AsArray().Count);
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

    [Fact]
    public async Task The_demo_garden_is_planted_once_and_every_plant_of_it_can_be_planned()
    {
        var folder = Directory.CreateTempSubdirectory("gemmifer-demo-").FullName;
        try
        {
            using (var garden = new Garden(folder, demo: true))
            {
                var plants = (await garden.GetAsync("/api/plants")).AsArray();
                var (planned, logged) = (new HashSet<string>(), 0);
                Assert.True(plants.Count >= 6);
                foreach (
                    var id in plants
                        .Where(p => (string)p!["state"]! != "empty")
                        .Select(p => (string)p!["plant"]!["id"]!)
                )
                {
                    var document = (await garden.GetAsync($"/api/plants/{id}/survey"))["document"]!;
                    var (status, plan) = await garden.SendAsync(HttpMethod.Post, "/api/plan", document);
                    Assert.Equal(200, (int)status);
                    Assert.True((bool)plan!["optimal"]!);
                    planned.Add((string)document["plant"]!["kind"]!);
                    logged += (await garden.GetAsync($"/api/plants/{id}/log")).AsArray().Count;
                }

                Assert.True(logged >= 6);
                Assert.Equal(PlantKinds.All.Select(k => k.Id).Order(), planned.Order());

                await garden.SendAsync(HttpMethod.Delete, $"/api/plants/{(string)plants[0]!["plant"]!["id"]!}");
            }

            using var again = new Garden(folder, demo: true);
            Assert.True((await again.GetAsync("/api/plants")).AsArray().Count >= 6);
        }
        finally
        {
            SqliteConnection.ClearAllPools();
            Directory.Delete(folder, true);
        }
    }

    [Fact]
    public async Task Next_winter_the_stems_come_back_as_they_were_left_and_can_be_worked_on_at_once()
    {
        var folder = Directory.CreateTempSubdirectory("gemmifer-years-").FullName;
        try
        {
            string id;
            using (var garden = new Garden(folder, now: new DateTimeOffset(2027, 2, 20, 9, 0, 0, TimeSpan.Zero)))
            {
                id = await garden.PlantAsync();
                await garden.SendAsync(
                    HttpMethod.Put,
                    $"/api/plants/{id}/survey",
                    Garden.Survey(Garden.Cane("A", 1), Garden.Cane("B", 5), Garden.Cane("C", 9, 5, 1)),
                    0
                );
                await garden.SendAsync(
                    HttpMethod.Post,
                    $"/api/plants/{id}/work",
                    new JsonObject { ["key"] = "stem:C", ["outcome"] = "done" }
                );
            }

            using var later = new Garden(folder, now: new DateTimeOffset(2028, 2, 20, 9, 0, 0, TimeSpan.Zero));
            var survey = await later.GetAsync($"/api/plants/{id}/survey");
            Assert.Equal(
                (2028, 0, 2027),
                ((int)survey["season"]!, (int)survey["revision"]!, (int)survey["carriedFrom"]!)
            );
            Assert.Equal(["A", "B"], survey["document"]!["stems"]!.AsArray().Select(s => (string)s!["id"]!));
            var work = await later.GetAsync($"/api/plants/{id}/work");
            Assert.Contains(work["pending"]!.AsArray(), p => (string)p!["key"]! == "stem:A");
            Assert.Empty(work["done"]!.AsArray());
            Assert.Single((await later.GetAsync($"/api/plants/{id}/log")).AsArray());
        }
        finally
        {
            SqliteConnection.ClearAllPools();
            Directory.Delete(folder, true);
        }
    }
}
