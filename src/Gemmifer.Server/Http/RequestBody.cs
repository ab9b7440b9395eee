using System.Globalization;
using System.Text.Json;
using System.Text.Unicode;
using Gemmifer.Core.Exchange;
using Microsoft.Net.Http.Headers;

namespace Gemmifer.Server.Http;

/// <summary>Reads a request's JSON with its limits.</summary>
public static class RequestBody
{
    /// <summary>What is stored is nested no deeper than this.</summary>
    public const int StoredDepth = 32;

    /// <summary>What is only planned is let nest this deep, as fields nobody knows may.</summary>
    public const int PlannedDepth = 512;

    /// <summary>
    /// The JSON, or the answer to give instead: 413 where it is too large, 415 where it is no JSON by its own word, 400
    /// where it is none in fact, 422 where a field stands twice or a text is no text.
    /// </summary>
    public static async Task<(JsonDocument? Document, IResult? Error)> ReadAsync(
        HttpRequest request,
        CancellationToken cancel,
        int depth = StoredDepth,
        int most = SurveyLimits.BodyBytes
    )
    {
        if (Refused(request) is { } refused)
        {
            return (null, refused);
        }

        var tooLarge = Problems.Of(413, "too-long", $"The body is larger than {most / 1_000_000} MB.");
        if (request.ContentLength > most)
        {
            return (null, tooLarge);
        }

        using var buffer = new MemoryStream();
        var chunk = new byte[16 * 1024];
        int read;
        while ((read = await request.Body.ReadAsync(chunk, cancel)) > 0)
        {
            buffer.Write(chunk, 0, read);
            if (buffer.Length > most)
            {
                return (null, tooLarge);
            }
        }

        return Parse(buffer.ToArray(), depth);
    }

    private static (JsonDocument? Document, IResult? Error) Parse(byte[] body, int depth)
    {
        if (!Utf8.IsValid(body))
        {
            return (null, Problems.Of(400, "encoding", "The body is not UTF-8."));
        }

        JsonDocument document;
        try
        {
            document = JsonDocument.Parse(body, new JsonDocumentOptions { MaxDepth = depth });
        }
        catch (JsonException e)
        {
            var where = string.Create(
                CultureInfo.InvariantCulture,
                $"line {e.LineNumber + 1}, character {e.BytePositionInLine + 1}"
            );
            return (null, Problems.Of(400, "json", "The body is not JSON.", $"It stops making sense at {where}."));
        }

        var errors = new List<SurveyError>();
        Look(document.RootElement, "", errors);
        if (errors.Count == 0)
        {
            return (document, null);
        }

        document.Dispose();
        return (null, Problems.Invalid(errors));
    }

    /// <summary>What the headers say against it; null where nothing.</summary>
    private static IResult? Refused(HttpRequest request)
    {
        if (request.Headers.ContentEncoding.Any(e => e is { Length: > 0 } && e != "identity"))
        {
            return Problems.Of(415, "content-encoding", "Send the body as it is, not compressed.");
        }

        // A body without a type is taken as what is asked for.
        return
            request.ContentType is not { Length: > 0 } type
            || (
                MediaTypeHeaderValue.TryParse(type, out var media)
                && (media.MediaType == "application/json" || media.Suffix == "json")
                && (!media.Charset.HasValue || media.Charset.Equals("utf-8", StringComparison.OrdinalIgnoreCase))
            )
            ? null
            : Problems.OfStatus(415);
    }

    /// <summary>Finds fields that stand twice, and texts that hold half a character.</summary>
    private static void Look(JsonElement element, string path, List<SurveyError> errors)
    {
        if (errors.Count > 0)
        {
            return;
        }

        switch (element.ValueKind)
        {
            case JsonValueKind.Object:
                var names = new HashSet<string>(StringComparer.Ordinal);
                foreach (var field in element.EnumerateObject())
                {
                    if (TextOf(() => field.Name) is not { } name)
                    {
                        errors.Add(new SurveyError(path, "encoding", "The name of a field here is no text."));
                        return;
                    }

                    var at = FieldReader.Pointer(path, name);
                    if (!names.Add(name))
                    {
                        errors.Add(
                            new SurveyError(at, "duplicate", "This field stands here twice; which one is " + "meant?")
                        );
                        return;
                    }

                    Look(field.Value, at, errors);
                }

                break;
            case JsonValueKind.Array:
                var n = 0;
                foreach (var item in element.EnumerateArray())
                {
                    Look(item, string.Create(CultureInfo.InvariantCulture, $"{path}/{n++}"), errors);
                }

                break;
            case JsonValueKind.String when TextOf(() => element.GetString()) is null:
                errors.Add(
                    new SurveyError(path, "encoding", "This is no text: half of a character stands alone in " + "it.")
                );
                break;
        }
    }

    /// <summary>A text; null where it holds half a character.</summary>
    private static string? TextOf(Func<string?> read)
    {
        try
        {
            return read();
        }
        catch (InvalidOperationException)
        {
            return null;
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

    /// <summary>
    /// An If-Match that holds for whatever is there (RFC 9110, 13.1.1): for what a device without a network kept, and
    /// where nothing can be overwritten.
    /// </summary>
    public const string Whatever = "*";

    /// <summary>
    /// What the screen showed when a change was made, out of the If-Match header; null where it is missing.
    /// </summary>
    public static string? Seen(HttpRequest request) =>
        request.Headers.IfMatch.ToString().Trim('"') is { Length: > 0 } seen ? seen : null;

    /// <summary>The id that stands in a body, whatever it is; null where there is none.</summary>
    public static string? IdIn(FieldReader fields) =>
        fields.Find("id") is { ValueKind: JsonValueKind.String } id ? id.GetString() : null;

    /// <summary>
    /// The id a page made for what it adds, so that what is sent twice is there once; null where it made none.
    /// </summary>
    public static string? OwnId(FieldReader fields)
    {
        if (fields.Text("id", 64) is not { } id)
        {
            return null;
        }

        if (Guid.TryParseExact(id, "n", out _) && id == id.ToLowerInvariant())
        {
            return id;
        }

        fields.Error(fields.At("id"), "format", "An id is 32 digits and letters from a to f.");
        return null;
    }

    /// <summary>428: a change must say what it was made from.</summary>
    public static IResult RevisionMissing() =>
        Problems.Of(
            428,
            "revision",
            "Say which revision you changed.",
            "Send the revision you read in the If-Match header."
        );
}
