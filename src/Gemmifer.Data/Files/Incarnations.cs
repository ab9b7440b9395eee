using System.Globalization;
using Microsoft.Data.Sqlite;

namespace Gemmifer.Data.Files;

/// <summary>
/// Which garden a file is. A garden that was put back is another one than it was, though it holds the same plants.
/// </summary>
internal static class Incarnations
{
    /// <summary>Beyond every revision there may be, where the file that is replaced cannot be read.</summary>
    private const long Unreadable = 1_000_000;

    private static readonly (string Table, string Column)[] Revisions =
    [
        ("Plants", "Revision"),
        ("Plants", "WorkRevision"),
        ("Surveys", "Revision"),
        ("Rounds", "Revision"),
        ("Photos", "Revision"),
        ("Schools", "Revision"),
        ("Settings", "Revision"),
    ];

    /// <summary>The highest revision, and the highest number of each list.</summary>
    public sealed record Highest(long Revision, IReadOnlyDictionary<string, long> Numbers);

    /// <summary>The name of a new one.</summary>
    public static string New() => Guid.NewGuid().ToString("n");

    /// <summary>The incarnation of a garden that is up to date.</summary>
    public static string Of(string file)
    {
        using var connection = GardenInspection.Open(file);
        return GardenInspection.Read(connection, "SELECT Incarnation FROM Garden")[0];
    }

    /// <summary>What a garden that is to be replaced has given out.</summary>
    public static Highest HighestOf(string file)
    {
        try
        {
            using var connection = GardenInspection.Open(file);
            var highest = Revisions
                .Where(r => Columns(connection, r.Table).Contains(r.Column))
                .Select(r => Number(connection, $"SELECT coalesce(max({r.Column}), 0) FROM {r.Table}"))
                .DefaultIfEmpty(0)
                .Max();
            return new Highest(
                highest,
                GardenInspection
                    .Read(connection, "SELECT name || ' ' || seq FROM sqlite_sequence")
                    .Select(line => line.Split(' '))
                    .ToDictionary(l => l[0], l => long.Parse(l[1], CultureInfo.InvariantCulture))
            );
        }
        catch (SqliteException)
        {
            return new Highest(Unreadable, new Dictionary<string, long>());
        }
    }

    /// <summary>Makes another incarnation of a garden whose revisions and numbers follow on those given out.</summary>
    /// <returns>Its name.</returns>
    public static string Renew(SqliteConnection garden, Highest given)
    {
        var incarnation = New();
        using var together = garden.BeginTransaction();
        Run(garden, CopyLabel.TakeOff);
        Run(garden, "UPDATE Garden SET Incarnation = $it", ("$it", incarnation));
        foreach (var (table, column) in Revisions)
        {
            Run(garden, $"UPDATE {table} SET {column} = {column} + $by", ("$by", given.Revision + 1));
        }

        foreach (var (table, number) in given.Numbers)
        {
            Run(
                garden,
                "UPDATE sqlite_sequence SET seq = max(seq, $to) WHERE name = $of",
                ("$to", number),
                ("$of", table)
            );
            Run(
                garden,
                """
                INSERT INTO sqlite_sequence (name, seq) SELECT $of, $to
                WHERE NOT EXISTS (SELECT 1 FROM sqlite_sequence WHERE name = $of)
                """,
                ("$to", number),
                ("$of", table)
            );
        }

        together.Commit();
        return incarnation;
    }

    private static IReadOnlyList<string> Columns(SqliteConnection connection, string table) =>
        GardenInspection.Read(connection, $"SELECT name FROM pragma_table_info('{table}')");

    private static long Number(SqliteConnection connection, string query) =>
        long.Parse(GardenInspection.Read(connection, query)[0], CultureInfo.InvariantCulture);

    private static void Run(SqliteConnection connection, string text, params (string Name, object Value)[] values)
    {
        using var command = connection.CreateCommand();
        command.CommandText = text;
        foreach (var (name, value) in values)
        {
            command.Parameters.AddWithValue(name, value);
        }

        command.ExecuteNonQuery();
    }
}
