using Gemmifer.Data.Files;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.Data.Sqlite;

namespace Gemmifer.Server.Http;

/// <summary>
/// What the server could not do, as problem details: a reason where there is one, a reference to report where there is
/// none. The log holds where it happened, never what a gardener wrote.
/// </summary>
public sealed class Faults(ILogger<Faults> logger) : IExceptionHandler
{
    private const int ClosedByClient = 499;

    /// <inheritdoc/>
    public async ValueTask<bool> TryHandleAsync(HttpContext context, Exception exception, CancellationToken cancel)
    {
        if (exception is OperationCanceledException && context.RequestAborted.IsCancellationRequested)
        {
            context.Response.StatusCode = ClosedByClient;
            return true;
        }

        await AnswerTo(exception, context).ExecuteAsync(context);
        return true;
    }

    private IResult AnswerTo(Exception exception, HttpContext context)
    {
        if (exception is BadHttpRequestException bad)
        {
            return Problems.OfStatus(bad.StatusCode);
        }

        if (exception is LineIsFullException)
        {
            context.Response.Headers.RetryAfter = "5";
            return Problems.Of(429, "busy", "Many plans are being made. Try again in a few seconds.");
        }

        // What is kept beside the file, pictures for one.
        if (exception is UnauthorizedAccessException || (exception is IOException disk && OfDisk(disk)))
        {
            return exception is IOException full && GardenFolder.NoRoom(full) ? NoRoom() : NoDisk();
        }

        // Codes of SQLite: busy, locked; read-only, input and output, full, cannot open; corrupt, no database.
        switch ((exception as SqliteException ?? exception.InnerException as SqliteException)?.SqliteErrorCode)
        {
            case 5 or 6:
                context.Response.Headers.RetryAfter = "2";
                return Problems.Of(503, "busy", "The garden is busy. Nothing was stored; try again in a moment.");
            case 13:
                return NoRoom();
            case 8 or 10 or 14:
                return NoDisk();
            case 11 or 26:
                Log(exception, "damaged", context);
                return Problems.Of(
                    500,
                    "damaged",
                    "The garden's file is damaged. Nothing was stored.",
                    "Stop the garden, and start it again: it says how to go on from a copy."
                );
        }

        var reference = Log(exception, NewReference(), context);
        return Problems.Of(
            500,
            "fault",
            "Something went wrong here that should not. Nothing was stored.",
            $"Report it as {reference}.",
            new Dictionary<string, object?> { ["reference"] = reference }
        );
    }

    private static IResult NoRoom() =>
        Problems.Of(507, "no-room", "There is no room left on the disk. Nothing was stored; make room first.");

    private static IResult NoDisk() =>
        Problems.Of(507, "disk", "The disk does not take it. Nothing was stored; look after the disk first.");

    /// <summary>
    /// Whether a disk did not take it: full, over quota, only to be read, broken. Others are of connections or ours.
    /// </summary>
    private static bool OfDisk(IOException e) => GardenFolder.NoRoom(e) || e.HResult is 5 or 27 or 30;

    /// <summary>A short name for one fault, to be found again in the log.</summary>
    public static string NewReference() => Guid.NewGuid().ToString("n")[..8];

    private string Log(Exception exception, string reference, HttpContext context)
    {
        logger.LogError(
            "Fault {Reference} at {Method} {Route}: {Kind}{NewLine}{Trace}",
            reference,
            context.Request.Method,
            context.Features.Get<IExceptionHandlerFeature>()?.Endpoint?.DisplayName,
            exception.GetType().FullName,
            Environment.NewLine,
            exception.StackTrace
        );
        return reference;
    }
}
