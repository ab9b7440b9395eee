using System.Globalization;
using Gemmifer.Data.Files;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Server.Tests;

/// <summary>A garden's file as any release left it, with rows in every table that release had.</summary>
internal static class FullGarden
{
    /// <summary>What follows from the rest is no loss when it changes.</summary>
    private static readonly string[] Follows = ["SortKey", "SearchText", "Looked", "Measures"];

    /// <summary>What texts hold that are more than texts.</summary>
    private static readonly Dictionary<string, string> Texts = new()
    {
        ["Stems"] = """[{"id":"A","role":"cane","parent":"crown","clock":3,"diameter":14,"age":2}]""",
        ["KeepOut"] = "[]",
        ["Kind Plants"] = "rose.hybrid-tea",
        ["Kind Log"] = "note",
        ["Kind Visits"] = "check",
        ["Task"] = "round",
        ["Event"] = "pruned",
        ["Date"] = "2026-02-20",
        ["Due"] = "2026-05-20",
        ["Planned"] = "2026-05-20",
        ["Day"] = "2026-02-20",
        ["FlowerOn"] = "2027-06-20",
        ["Base"] = "open-bowl",
        ["Set"] = "{}",
        ["Incarnation"] = "it",
        ["Document Settings"] = """
            {"units":"metric","theme":"auto","body":{"pencil":7,"finger":14,"thumb":20,"fist":100,"hand":190,"shears":200,"hip":900,"self":1700,"bucket":330},"place":{"hemisphere":"north","lastFrost":"04-15","firstFrost":"10-20"}}
            """,
    };

    private static readonly long Moment = (new DateTime(2026, 2, 20, 10, 0, 0, DateTimeKind.Utc).Ticks / 1000) << 11;

    /// <summary>Left empty: they hold JSON or words of a closed list of which any row may have none.</summary>
    private static readonly string[] Empty =
    [
        "School",
        "Support",
        "Vine",
        "Row",
        "Parts",
        "Rain",
        "First",
        "History",
        "Tied",
        "Taps",
        "Action",
        "Outcome",
        "Instead",
        "StruckAt",
        "RemovedAt",
        "DoneAt",
        "Look",
        "Vigour",
        "Sun",
        "Stem",
        "Stage",
        "Measures",
    ];

    /// <summary>Makes it, and gives what is in it.</summary>
    public static async Task<Dictionary<string, List<Dictionary<string, string>>>> MakeAsync(
        string path,
        string release
    )
    {
        await using (var context = GardenStore.Open(Path.Combine(path, GardenFolder.FileName), pooling: false))
        {
            await context.Database.MigrateAsync(release);
        }

        using (var connection = Open(path))
        {
            foreach (var table in Tables(connection).OrderBy(t => t == "Plants" ? 0 : 1))
            {
                for (var row = 1; row <= (table is "Settings" or "Garden" ? 1 : 3); row++)
                {
                    Insert(connection, table, row);
                }
            }
        }

        SqliteConnection.ClearAllPools();
        return Read(path);
    }

    /// <summary>The rows of every table, by column; what follows from the rest is left out.</summary>
    public static Dictionary<string, List<Dictionary<string, string>>> Read(string path)
    {
        using var connection = Open(path);
        return Tables(connection).ToDictionary(t => t, t => Rows(connection, t));
    }

    private static SqliteConnection Open(string path)
    {
        var connection = new SqliteConnection($"Data Source={Path.Combine(path, GardenFolder.FileName)};Pooling=false");
        connection.Open();
        return connection;
    }

    private static IReadOnlyList<string> Tables(SqliteConnection connection) =>
        GardenInspection.Read(
            connection,
            "SELECT name FROM sqlite_master WHERE type = 'table' AND substr(name, 1, 2) <> '__' "
                + "AND name NOT LIKE 'sqlite%'"
        );

    private static void Insert(SqliteConnection connection, string table, int row)
    {
        using var ask = connection.CreateCommand();
        ask.CommandText = $"SELECT name, type, pk, \"notnull\" FROM pragma_table_info('{table}')";
        var columns = new List<(string Name, string Type, bool Key, bool Must)>();
        using (var reader = ask.ExecuteReader())
        {
            while (reader.Read())
            {
                columns.Add((reader.GetString(0), reader.GetString(1), reader.GetInt32(2) > 0, reader.GetInt32(3) > 0));
            }
        }

        using var insert = connection.CreateCommand();
        insert.CommandText =
            $"INSERT INTO {table} ({string.Join(',', columns.Select(c => $"\"{c.Name}\""))}) "
            + $"VALUES ({string.Join(',', columns.Select(c => "$" + c.Name))})";
        foreach (var column in columns)
        {
            insert.Parameters.AddWithValue("$" + column.Name, Value(table, column.Name, column.Type, column.Must, row));
        }

        insert.ExecuteNonQuery();
    }

    private static object Value(string table, string column, string type, bool must, int row) =>
        column == "PlantId" ? "p1"
        : column == "Id" && type == "TEXT" ? $"p{row}"
        : column == "Season" ? 2023 + row
        : column == "Visit" && table == "Rounds" ? 10 + row
        : column == "Visit" ? 1
        : column == "Day" ? $"2026-02-2{row}"
        : Texts.TryGetValue($"{column} {table}", out var own) ? own
        : Texts.TryGetValue(column, out var text) ? text
        : Empty.Contains(column) && !must ? DBNull.Value
        : type switch
        {
            "TEXT" => $"{column} {row}",
            "REAL" => 1.5 + row,
            "BLOB" => new byte[] { (byte)row },
            // Moments are stored as numbers of their own; an early one of this year.
            _ when column.EndsWith("At", StringComparison.Ordinal) => Moment + (row << 20),
            _ => column is "Neglected" or "Cover" or "Hips" or "Binned" or "DemoInside" or "Rootstock"
                ? 0
                : (object)row,
        };

    /// <summary>Columns of older releases that are one now; how each is kept has a test of its own.</summary>
    private static readonly string[] BecameParts = ["Vine", "Row", "Rain"];

    private static List<Dictionary<string, string>> Rows(SqliteConnection connection, string table)
    {
        using var command = connection.CreateCommand();
        command.CommandText = $"SELECT * FROM {table}";
        using var reader = command.ExecuteReader();
        var rows = new List<Dictionary<string, string>>();
        while (reader.Read())
        {
            rows.Add(
                Enumerable
                    .Range(0, reader.FieldCount)
                    .Where(i => !Follows.Contains(reader.GetName(i)) && !BecameParts.Contains(reader.GetName(i)))
                    .ToDictionary(reader.GetName, i =>
                        Convert.ToString(reader.GetValue(i), CultureInfo.InvariantCulture) ?? ""
                    )
            );
        }

        return rows;
    }
}
