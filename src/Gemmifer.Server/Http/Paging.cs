using System.Globalization;
using Gemmifer.Core.Exchange;
using Microsoft.Extensions.Primitives;

namespace Gemmifer.Server.Http;

/// <summary>Lists come page by page: the key of the last line asks for the next page.</summary>
/// <param name="Limit">Lines of a page.</param>
/// <param name="After">Key of the line to go on after; null for the first page.</param>
public sealed record Paging(int Limit, string? After)
{
    private const int Usual = 40,
        Most = 200;

    /// <summary>Reads what a request says of its page; errors are noted.</summary>
    /// <param name="limit">Lines of a page, 1 to 200.</param>
    /// <param name="usual">So many where nothing is said.</param>
    public static Paging Read(string? limit, string? after, ICollection<SurveyError> errors, int usual = Usual)
    {
        var lines = usual;
        if (
            limit is not null
            && (
                !int.TryParse(limit, NumberStyles.None, CultureInfo.InvariantCulture, out lines)
                || lines is < 1 or > Most
            )
        )
        {
            errors.Add(new SurveyError("/limit", "range", $"1 to {Most} at once.", 1, Most));
        }

        return new Paging(lines, after);
    }

    /// <summary>Notes that there is no line to go on after.</summary>
    public static void Lost(ICollection<SurveyError> errors) =>
        errors.Add(new SurveyError("/after", "unknown", "There is no such line to go on after."));

    /// <summary>
    /// Takes the page from lines of which one more was read than fit, and names the next page in the header Link
    /// (RFC 8288).
    /// </summary>
    public IReadOnlyList<T> Page<T>(HttpRequest request, List<T> lines, Func<T, string> key)
    {
        if (lines.Count <= Limit)
        {
            return lines;
        }

        var page = lines[..Limit];
        var next = QueryString.Create([
            .. request.Query.Where(f => f.Key != "after"),
            new KeyValuePair<string, StringValues>("after", key(page[^1])),
        ]);
        request.HttpContext.Response.Headers.Link = $"<{request.Path}{next}>; rel=\"next\"";
        return page;
    }
}
