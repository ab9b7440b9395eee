using System.Globalization;
using System.Text.Json;
using Gemmifer.Core.Exchange;

namespace Gemmifer.Server.Http;

/// <summary>Reads a request's JSON with its limits.</summary>
public static class RequestBody
{
    private static readonly JsonDocumentOptions Options = new() { MaxDepth = 512 };

    /// <summary>The JSON, or the answer to give instead: 413 where it is too large, 400 where it is no JSON.</summary>
    public static async Task<(JsonDocument? Document, IResult? Error)> ReadAsync(
        HttpRequest request,
        CancellationToken cancel
    )
    {
        var tooLarge = Results.Problem(title: "The body is larger than 1 MB.", statusCode: 413);
        if (request.ContentLength > SurveyLimits.BodyBytes)
        {
            return (null, tooLarge);
        }

        using var buffer = new MemoryStream();
        var chunk = new byte[16 * 1024];
        int read;
        while ((read = await request.Body.ReadAsync(chunk, cancel)) > 0)
        {
            buffer.Write(chunk, 0, read);
            if (buffer.Length > SurveyLimits.BodyBytes)
            {
                return (null, tooLarge);
            }
        }

        try
        {
            return (JsonDocument.Parse(buffer.ToArray(), Options), null);
        }
        catch (JsonException e)
        {
            var where = string.Create(
                CultureInfo.InvariantCulture,
                $"line {e.LineNumber + 1}, character {e.BytePositionInLine + 1}"
            );
            return (
                null,
                Results.Problem(
                    title: "The body is not JSON.",
                    detail: $"It stops making sense at {where}.",
                    statusCode: 400
                )
            );
        }
    }

    /// <summary>
    /// The revision a change was made from, out of the If-Match header; null where it is missing or no number.
    /// </summary>
    public static int? Revision(HttpRequest request) =>
        int.TryParse(
            request.Headers.IfMatch.ToString().Trim('"'),
            NumberStyles.None,
            CultureInfo.InvariantCulture,
            out var revision
        )
            ? revision
            : null;

    /// <summary>428: a change must say what it was made from.</summary>
    public static IResult RevisionMissing() =>
        Results.Problem(
            title: "Say which revision you changed.",
            detail: "Send the revision you read in the If-Match header.",
            statusCode: 428
        );
}
