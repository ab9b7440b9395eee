using System.Buffers.Binary;
using System.Globalization;
using Microsoft.Data.Sqlite;

namespace Gemmifer.Data.Files;

/// <summary>What a garden's file is, before anything is written into it.</summary>
public enum FileState
{
    /// <summary>There is none: a new garden.</summary>
    Absent,

    /// <summary>A garden of this version or an older one.</summary>
    Sound,

    /// <summary>Nothing in it.</summary>
    Empty,

    /// <summary>No garden: a file of something else.</summary>
    Foreign,

    /// <summary>A garden that is damaged or cut short.</summary>
    Damaged,

    /// <summary>A garden that a newer version has worked on.</summary>
    Newer,
}

/// <summary>What was found in a file.</summary>
/// <param name="Applied">Migrations applied, in order.</param>
/// <param name="Detail">What is wrong, in a few words; null where nothing is.</param>
/// <param name="Contents">Version of what is stored beside what people wrote.</param>
/// <param name="Ahead">Whether it keeps a log ahead of the file, as a garden that is worked with does.</param>
public sealed record Inspection(
    FileState State,
    IReadOnlyList<string> Applied,
    string? Detail = null,
    int Contents = 0,
    bool Ahead = false
)
{
    /// <summary>Whether this version can work with it as it is.</summary>
    public bool Current(IReadOnlyCollection<string> known) =>
        State == FileState.Sound && Ahead && Contents == StoredContents.Version && Applied.SequenceEqual(known);
}

/// <summary>Looks a garden's file over without changing it.</summary>
public static class GardenInspection
{
    private static ReadOnlySpan<byte> Magic => "SQLite format 3\0"u8;

    private const int HeaderBytes = 100,
        NotADatabase = 26,
        Corrupt = 11;

    /// <summary>Looks at the header, the pages and the migrations.</summary>
    /// <param name="known">Migrations this version knows.</param>
    /// <param name="thorough">Whether indexes and foreign keys are checked too, which takes longer.</param>
    /// <exception cref="IOException">The file cannot be read.</exception>
    public static Inspection Look(string file, IReadOnlyCollection<string> known, bool thorough = false)
    {
        if (!File.Exists(file))
        {
            return new Inspection(FileState.Absent, []);
        }

        if (HeaderOf(file) is { } wrong)
        {
            return wrong;
        }

        try
        {
            using var connection = Open(file);
            if (Wrong(connection, thorough) is { } detail)
            {
                return new Inspection(FileState.Damaged, [], detail);
            }

            if (!Has(connection, "__EFMigrationsHistory") || !Has(connection, "Plants"))
            {
                return new Inspection(FileState.Foreign, [], "it has none of a garden's tables");
            }

            var applied = Read(connection, "SELECT MigrationId FROM __EFMigrationsHistory ORDER BY MigrationId");

            // The file says who may write into it: whoever knows its migrations and the version of its contents.
            var contents = int.Parse(Read(connection, "PRAGMA user_version")[0], CultureInfo.InvariantCulture);
            return applied.Except(known).FirstOrDefault() is { } newer ? new Inspection(FileState.Newer, applied, newer)
                : contents > StoredContents.Version
                    ? new Inspection(FileState.Newer, applied, $"contents of version {contents}")
                : new Inspection(
                    FileState.Sound,
                    applied,
                    Contents: contents,
                    Ahead: Read(connection, "PRAGMA journal_mode")[0] == "wal"
                );
        }
        catch (SqliteException e) when (e.SqliteErrorCode is NotADatabase or Corrupt)
        {
            return new Inspection(FileState.Damaged, [], "it cannot be read to its end");
        }
    }

    /// <summary>Opens a file to read only.</summary>
    public static SqliteConnection Open(string file)
    {
        var connection = new SqliteConnection(
            new SqliteConnectionStringBuilder
            {
                DataSource = file,
                Mode = SqliteOpenMode.ReadOnly,
                Pooling = false,
            }.ToString()
        );
        connection.Open();
        return connection;
    }

    /// <summary>The first column of what a query gives, as text.</summary>
    public static IReadOnlyList<string> Read(SqliteConnection connection, string query)
    {
        using var command = connection.CreateCommand();
        command.CommandText = query;
        using var reader = command.ExecuteReader();
        var rows = new List<string>();
        while (reader.Read())
        {
            rows.Add(reader.GetValue(0).ToString() ?? "");
        }

        return rows;
    }

    private static bool Has(SqliteConnection connection, string table) =>
        Read(connection, $"SELECT name FROM sqlite_master WHERE type = 'table' AND name = '{table}'").Count > 0;

    private static string? Wrong(SqliteConnection connection, bool thorough)
    {
        var found = Read(connection, thorough ? "PRAGMA integrity_check(1)" : "PRAGMA quick_check(1)");
        return found is not ["ok"] ? "its pages do not fit together"
            : thorough && Read(connection, "PRAGMA foreign_key_check").Count > 0 ? "lines of it belong to no plant"
            : null;
    }

    /// <summary>What the first hundred bytes say against it; null where nothing.</summary>
    private static Inspection? HeaderOf(string file)
    {
        Span<byte> header = stackalloc byte[HeaderBytes];
        using var stream = new FileStream(file, FileMode.Open, FileAccess.Read, FileShare.ReadWrite);
        var read = stream.ReadAtLeast(header, HeaderBytes, throwOnEndOfStream: false);
        if (read == 0)
        {
            return new Inspection(FileState.Empty, [], "it is empty");
        }

        if (read < Magic.Length || !header[..Magic.Length].SequenceEqual(Magic))
        {
            return new Inspection(FileState.Foreign, [], "it was not made by Gemmifer");
        }

        if (read < HeaderBytes)
        {
            return new Inspection(FileState.Damaged, [], "it is cut short");
        }

        // Page size 1 stands for 65,536; the count of pages is good where both change counters agree.
        var size = BinaryPrimitives.ReadUInt16BigEndian(header[16..]) is var s && s == 1 ? 65_536L : s;
        var pages = BinaryPrimitives.ReadUInt32BigEndian(header[28..]);
        var counted = header[24..28].SequenceEqual(header[92..96]);
        var ahead = File.Exists(file + "-wal") && new FileInfo(file + "-wal").Length > 0;
        return counted && !ahead && stream.Length < pages * size
            ? new Inspection(FileState.Damaged, [], "it is cut short")
            : null;
    }
}
