using System.Globalization;
using System.Text.RegularExpressions;
using Microsoft.Data.Sqlite;

namespace Gemmifer.Data.Files;

/// <summary>
/// What a copy says of itself, written inside it: the times of files come from clocks and from whoever moves files.
/// </summary>
/// <param name="Number">Counts the copies of a folder; a later one has a higher number, whatever the clock said. 0 for
/// copies from before they were numbered.</param>
/// <param name="MadeAt">By the clock of the machine that made it.</param>
/// <param name="Print">Hash of what it holds; null for copies from before that was kept.</param>
internal sealed partial record CopyLabel(long Number, DateTimeOffset MadeAt, string? Print)
{
    private const string Table = "CopyLabel";

    /// <summary>Leaves a copy as the garden was.</summary>
    public const string TakeOff = $"DROP TABLE IF EXISTS {Table};";

    /// <summary>Reads it; what an older copy does not say is taken from its name, or else from its file.</summary>
    public static CopyLabel Of(string file)
    {
        try
        {
            using var connection = GardenInspection.Open(file);
            using var command = connection.CreateCommand();
            command.CommandText = $"SELECT Number, MadeAt, Print FROM {Table}";
            using var reader = command.ExecuteReader();
            if (reader.Read())
            {
                return new CopyLabel(
                    reader.GetInt64(0),
                    DateTimeOffset.FromUnixTimeMilliseconds(reader.GetInt64(1)),
                    reader.IsDBNull(2) ? null : reader.GetString(2)
                );
            }
        }
        catch (Exception e) when (e is SqliteException or ArgumentOutOfRangeException)
        {
            // Without one, or no garden at all.
        }

        return new CopyLabel(0, Stamp(file) ?? new DateTimeOffset(File.GetLastWriteTimeUtc(file), TimeSpan.Zero), null);
    }

    /// <summary>Writes it into a copy.</summary>
    public void PutOn(SqliteConnection copy)
    {
        using var command = copy.CreateCommand();
        command.CommandText = $"""
            {TakeOff}
            CREATE TABLE {Table} (Number INTEGER NOT NULL, MadeAt INTEGER NOT NULL, Print TEXT);
            INSERT INTO {Table} VALUES ($number, $at, $print);
            """;
        command.Parameters.AddWithValue("$number", Number);
        command.Parameters.AddWithValue("$at", MadeAt.ToUnixTimeMilliseconds());
        command.Parameters.AddWithValue("$print", Print ?? (object)DBNull.Value);
        command.ExecuteNonQuery();
    }

    /// <summary>The moment in the name of a copy; null where there is none.</summary>
    private static DateTimeOffset? Stamp(string file) =>
        MomentInName().Match(Path.GetFileName(file)) is { Success: true, Value: var text }
        && DateTimeOffset.TryParseExact(
            text,
            "yyyyMMdd-HHmmss",
            CultureInfo.InvariantCulture,
            DateTimeStyles.AssumeUniversal,
            out var at
        )
            ? at
            : null;

    [GeneratedRegex(@"\d{8}-\d{6}")]
    private static partial Regex MomentInName();
}
