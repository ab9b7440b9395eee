using System.Globalization;
using System.Text;
using System.Text.RegularExpressions;
using System.Text.Unicode;
using CsvHelper;
using CsvHelper.Configuration;
using Gemmifer.Core.Exchange;
using Gemmifer.Server.Http;

namespace Gemmifer.Server.Files;

/// <summary>A line of a CSV file: its cells by the names of their columns.</summary>
/// <param name="Number">Of the line in the file, from 1.</param>
public sealed record CsvLine(int Number, IReadOnlyDictionary<string, string> Cells)
{
    /// <summary>A cell without blanks around it; null where it is empty or there is no such column.</summary>
    public string? Cell(string column) =>
        Cells.TryGetValue(column, out var cell) && cell.Trim() is { Length: > 0 } text ? text : null;

    /// <summary>Something wrong with a cell.</summary>
    public SurveyError Wrong(string column, string code, string what) =>
        new(
            string.Create(CultureInfo.InvariantCulture, $"/{Number}/{column}"),
            code,
            string.Create(CultureInfo.InvariantCulture, $"Line {Number}, {column}: {what}")
        );
}

/// <summary>CSV files (RFC 4180) in and out.</summary>
/// <param name="Columns">In small letters, in their order.</param>
/// <param name="Commas">Whether decimals have commas, as where cells are parted by semicolons.</param>
public sealed partial record CsvTable(IReadOnlyList<string> Columns, IReadOnlyList<CsvLine> Lines, bool Commas)
{
    /// <summary>What can be told wrong of one file.</summary>
    public const int MostErrors = 50;

    private const int MostBytes = 6_000_000,
        MostLines = 60_000,
        MostColumns = 60,
        MostCellChars = 20_000;

    /// <summary>Reads a file that was sent; the answer to give instead where it is none.</summary>
    public static async Task<(CsvTable? Table, IResult? Error)> ReadAsync(
        HttpRequest request,
        string[] required,
        CancellationToken cancel
    )
    {
        using var buffer = new MemoryStream();
        var chunk = new byte[64 * 1024];
        int read;
        while ((read = await request.Body.ReadAsync(chunk, cancel)) > 0)
        {
            buffer.Write(chunk, 0, read);
            if (buffer.Length > MostBytes)
            {
                return (null, Problems.Of(413, "too-long", "The file is larger than 6 MB."));
            }
        }

        var bytes = buffer.ToArray();
        if (!Utf8.IsValid(bytes) || bytes.Contains((byte)0))
        {
            return (null, Problems.Of(400, "encoding", "This is no CSV file in UTF-8."));
        }

        var (table, error) = Read(Encoding.UTF8.GetString(bytes).TrimStart('\uFEFF'), required);
        return error is null ? (table, null) : (null, Problems.Invalid([error], "This file cannot be read."));
    }

    private static (CsvTable? Table, SurveyError? Error) Read(string text, string[] required)
    {
        var head = text.AsSpan()[..(text.IndexOf('\n') is var end and >= 0 ? end : text.Length)];
        var semicolons = head.Count(';') > head.Count(',');
        using var csv = new CsvReader(
            new StringReader(text),
            new CsvConfiguration(CultureInfo.InvariantCulture)
            {
                Delimiter =
                    semicolons ? ";"
                    : head.Count('\t') > head.Count(',') ? "\t"
                    : ",",
                BadDataFound = null,
                MissingFieldFound = null,
                MaxFieldSize = MostCellChars,
            }
        );
        try
        {
            if (!csv.Read() || !csv.ReadHeader())
            {
                return (null, new SurveyError("/1", "required", "The file is empty."));
            }

            string[] columns = [.. csv.HeaderRecord!.Select(c => c.Trim().ToLowerInvariant())];
            if (columns.Length > MostColumns)
            {
                return (null, new SurveyError("/1", "too-many", $"Line 1: more than {MostColumns} columns."));
            }

            if (columns.GroupBy(c => c).FirstOrDefault(g => g.Count() > 1 && g.Key.Length > 0) is { } twice)
            {
                return (
                    null,
                    new SurveyError($"/1/{twice.Key}", "duplicate", $"Line 1: two columns are called {twice.Key}.")
                );
            }

            if (required.FirstOrDefault(r => !columns.Any(c => Named(c, r))) is { } missing)
            {
                return (
                    null,
                    new SurveyError(
                        $"/1/{missing}",
                        "required",
                        $"Line 1: there is no column {missing}. The first line names the columns: "
                            + $"{string.Join(",", required)} and others."
                    )
                );
            }

            var lines = new List<CsvLine>();
            while (csv.Read())
            {
                if (lines.Count == MostLines)
                {
                    return (null, new SurveyError("", "too-many", $"More than {MostLines} lines."));
                }

                var cells = new Dictionary<string, string>(StringComparer.Ordinal);
                for (var i = 0; i < columns.Length; i++)
                {
                    cells[columns[i]] = csv.TryGetField<string>(i, out var cell) ? Plain(cell ?? "") : "";
                }

                if (cells.Values.Any(c => c.Trim().Length > 0))
                {
                    lines.Add(new CsvLine(csv.Parser.RawRow, cells));
                }
            }

            return (new CsvTable(columns, lines, semicolons), null);
        }
        catch (CsvHelperException e)
        {
            var at = e.Context?.Parser?.RawRow ?? 0;
            return (
                null,
                new SurveyError(
                    string.Create(CultureInfo.InvariantCulture, $"/{at}"),
                    "format",
                    string.Create(CultureInfo.InvariantCulture, $"Line {at}: this is no CSV.")
                )
            );
        }
    }

    /// <summary>Whether a column has a name, with or without its unit.</summary>
    public static bool Named(string column, string name) =>
        column == name
        || (column.StartsWith(name, StringComparison.Ordinal) && !char.IsAsciiLetterOrDigit(column[name.Length]));

    /// <summary>A number as the file writes it; null where it is none.</summary>
    public double? Number(string cell) =>
        double.TryParse(
            Commas ? cell.Replace(',', '.') : cell,
            NumberStyles.AllowLeadingSign | NumberStyles.AllowDecimalPoint,
            CultureInfo.InvariantCulture,
            out var number
        )
            ? number
            : null;

    /// <summary>A day as ISO 8601 writes it; null where it is none.</summary>
    public static DateOnly? Day(string cell) =>
        DateOnly.TryParseExact(cell, "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var day)
            ? day
            : null;

    /// <summary>
    /// What a spreadsheet would take for a formula: it begins with one of these, whatever apostrophes stand before it.
    /// </summary>
    [GeneratedRegex(@"^'*[=+\-@\t\r]")]
    private static partial Regex LikeFormula();

    /// <summary>
    /// A cell that no spreadsheet computes: an apostrophe stands before what looks like a formula. Numbers are as they
    /// are.
    /// </summary>
    private static string? Harmless(string? cell) =>
        cell is not null
        && LikeFormula().IsMatch(cell)
        && !double.TryParse(cell, NumberStyles.Float, CultureInfo.InvariantCulture, out _)
            ? "'" + cell
            : cell;

    /// <summary>The cell as it was before it was made harmless.</summary>
    private static string Plain(string cell) => cell.StartsWith('\'') && LikeFormula().IsMatch(cell) ? cell[1..] : cell;

    /// <summary>A file to send, which no spreadsheet computes anything of and which reads back the same.</summary>
    public static IResult Send(string name, IEnumerable<string> columns, IEnumerable<IReadOnlyList<string?>> lines)
    {
        using var to = new StringWriter(CultureInfo.InvariantCulture);
        using (
            var csv = new CsvWriter(
                to,
                new CsvConfiguration(CultureInfo.InvariantCulture)
                {
                    NewLine = "\r\n",
                    InjectionOptions = InjectionOptions.None,
                }
            )
        )
        {
            foreach (var row in lines.Prepend([.. columns]))
            {
                foreach (var cell in row)
                {
                    csv.WriteField(Harmless(cell));
                }

                csv.NextRecord();
            }
        }

        return Results.File(Encoding.UTF8.GetBytes(to.ToString()), "text/csv; charset=utf-8", name);
    }

    /// <summary>A number as files write it.</summary>
    public static string? Text(double? number) => number?.ToString("R", CultureInfo.InvariantCulture);

    /// <summary>A day as files write it.</summary>
    public static string Text(DateOnly day) => day.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);
}
