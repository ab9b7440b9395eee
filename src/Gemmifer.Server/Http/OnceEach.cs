using System.Security.Cryptography;
using System.Text;
using System.Threading.RateLimiting;
using Gemmifer.Core.Exchange;
using Gemmifer.Data;
using Gemmifer.Data.Entities;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Server.Http;

/// <summary>
/// What is changed under an Idempotency-Key is stored once and answered the same, however often it is sent. The key is
/// stored together with what it stands for, or not at all; so it outlives a crash.
/// </summary>
public static class OnceEach
{
    private const string Header = "Idempotency-Key";

    /// <summary>What is answered there is never kept: it lets in.</summary>
    private static readonly string[] Unkept =
    [
        "/api/sign-in",
        "/api/sign-out",
        "/api/people",
        "/api/links",
        "/api/calendar/feed",
    ];

    private const int MostChars = 100,
        MostWaiting = 64;

    /// <summary>So many answers are kept whole; of older ones only that they were given, for so many days.</summary>
    private const int KeptWhole = 200,
        KeptDays = 180;

    /// <summary>One at a time of the same key: this process alone holds the garden.</summary>
    private static readonly PartitionedRateLimiter<string> Turns = PartitionedRateLimiter.Create<string, string>(key =>
        RateLimitPartition.GetConcurrencyLimiter(key, _ => new ConcurrencyLimiterOptions
        {
            PermitLimit = 1,
            QueueLimit = MostWaiting,
        })
    );

    /// <summary>Keeps the keys of everything that adds, changes or takes out.</summary>
    public static void UseOnceEach(this IApplicationBuilder app) =>
        app.Use(
            (context, next) =>
                Writing.Changes(context.Request)
                && context.Request.Headers.ContainsKey(Header)
                && !Unkept.Any(a => context.Request.Path.StartsWithSegments(a))
                    ? OnceAsync(context, next)
                    : next(context)
        );

    private static async Task OnceAsync(HttpContext context, RequestDelegate next)
    {
        if (context.Request.Headers[Header] is not [{ Length: > 0 and <= MostChars } key])
        {
            var error = new SurveyError(Header, "length", $"One key of 1 to {MostChars} characters.", 1, MostChars);
            await Problems.Invalid([error]).ExecuteAsync(context);
            return;
        }

        var (address, cancel) = (context.Request.Path.Value!, context.RequestAborted);
        using var turn = await Turns.AcquireAsync($"{address} {key}", 1, cancel);
        if (!turn.IsAcquired)
        {
            throw new LineIsFullException();
        }

        var sent = await SentAsync(context.Request, cancel);
        var garden = context.RequestServices.GetRequiredService<GardenContext>();
        if (
            await garden
                .Answers.AsNoTracking()
                .FirstOrDefaultAsync(a => a.Address == address && a.Key == key, cancel) is
            { } had
        )
        {
            if (sent is not null && had.Sent is { } before && before != sent)
            {
                var other = new SurveyError(Header, "reused", "This key was sent with something else before.");
                await Problems
                    .Invalid([other], "Nothing was stored: each change has a key of its own.")
                    .ExecuteAsync(context);
                return;
            }

            await RepeatAsync(context.Response, had, cancel);
            return;
        }

        var at = context.RequestServices.GetRequiredService<TimeProvider>().GetUtcNow();
        var answer = new AnswerRecord
        {
            Address = address,
            Key = key,
            At = at,
            Sent = sent,
        };

        // Whatever saves what is added saves this with it.
        garden.Add(answer);
        var (response, body) = (context.Response, context.Response.Body);
        using var written = new MemoryStream();
        response.Body = written;
        try
        {
            await next(context);
        }
        finally
        {
            response.Body = body;
        }

        if (answer.Id > 0)
        {
            await KeepAsync(garden, answer, response, written.ToArray(), at);
        }

        written.Position = 0;
        await written.CopyToAsync(body, cancel);
    }

    /// <summary>Hash of what was sent; null for what is too large to be held, which is not compared.</summary>
    private static async Task<string?> SentAsync(HttpRequest request, CancellationToken cancel)
    {
        if (!request.Body.CanSeek)
        {
            return null;
        }

        using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
        hash.AppendData(Encoding.UTF8.GetBytes($"{request.Method} {request.QueryString}\n"));
        var chunk = new byte[16 * 1024];
        int read;
        while ((read = await request.Body.ReadAsync(chunk, cancel)) > 0)
        {
            hash.AppendData(chunk, 0, read);
        }

        request.Body.Position = 0;
        return Convert.ToHexStringLower(hash.GetHashAndReset());
    }

    private static async Task KeepAsync(
        GardenContext garden,
        AnswerRecord answer,
        HttpResponse response,
        byte[] body,
        DateTimeOffset at
    )
    {
        var (status, type, location) = (
            response.StatusCode,
            response.ContentType,
            response.Headers.Location.ToString() is { Length: > 0 } where ? where : null
        );
        var (whole, since) = (answer.Id - KeptWhole, at.AddDays(-KeptDays));
        try
        {
            await garden
                .Answers.Where(a => a.Id == answer.Id)
                .ExecuteUpdateAsync(set =>
                    set.SetProperty(a => a.Status, status)
                        .SetProperty(a => a.Type, type)
                        .SetProperty(a => a.Location, location)
                        .SetProperty(a => a.Body, body)
                );
            await garden
                .Answers.Where(a => a.Id <= whole && a.Body != null)
                .ExecuteUpdateAsync(set => set.SetProperty(a => a.Body, (byte[]?)null));
            await garden.Answers.Where(a => a.At < since).ExecuteDeleteAsync();
        }
        catch (SqliteException)
        {
            // What was added is stored, and so is its key; only the words of the answer are not.
        }
    }

    /// <summary>The answer that was given; where it is not kept, that it was stored.</summary>
    private static async Task RepeatAsync(HttpResponse response, AnswerRecord had, CancellationToken cancel)
    {
        if (had is not { Status: { } status, Body: { } body })
        {
            response.StatusCode = StatusCodes.Status204NoContent;
            return;
        }

        (response.StatusCode, response.ContentType) = (status, had.Type);
        if (had.Location is { } location)
        {
            response.Headers.Location = location;
        }

        await response.Body.WriteAsync(body, cancel);
    }
}
