using System.Text.Json;
using Gemmifer.Core.Exchange;
using Gemmifer.Data;
using Gemmifer.Data.Entities;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Server.Http;

/// <summary>
/// What every change of a stored thing goes through, in this order: said as it was seen, found, not changed since,
/// read, changed, saved. Each step that fails gives its own answer, and nothing is stored.
/// </summary>
internal static class Pipeline
{
    /// <summary>Goes on with the body of a request; 400, 413, 415 or 422 where it cannot be read.</summary>
    /// <param name="use">What is done with it; the body is gone once that is done.</param>
    /// <param name="depth">It may be nested so deep.</param>
    /// <param name="most">And be so large, bytes.</param>
    public static async Task<T> WithBodyAsync<T>(
        HttpRequest request,
        CancellationToken cancel,
        Func<JsonElement, Task<T>> use,
        int depth = RequestBody.StoredDepth,
        int most = SurveyLimits.BodyBytes
    )
        where T : IResult?
    {
        var (document, error) = await RequestBody.ReadAsync(request, cancel, depth, most);
        if (error is not null)
        {
            return (T)error;
        }

        using (document)
        {
            return await use(document!.RootElement);
        }
    }

    /// <summary>Goes on with a body that a record reads, and with its reader, in which what is wrong stands.</summary>
    public static Task<IResult> WithBodyAsync<TBody>(
        HttpRequest request,
        CancellationToken cancel,
        Func<TBody, FieldReader, Task<IResult>> use,
        int most = SurveyLimits.BodyBytes
    )
        where TBody : IBody<TBody> =>
        WithBodyAsync(
            request,
            cancel,
            json =>
            {
                var f = new FieldReader(json, "", []);
                return use(TBody.Read(f, DayOf(request)), f);
            },
            most: most
        );

    /// <summary>The day on which what a request brings was made, where the garden is.</summary>
    private static DateOnly DayOf(HttpRequest request)
    {
        var clock = request.HttpContext.RequestServices.GetRequiredService<TimeProvider>();
        return Waited.Day(Waited.Since(request, clock), clock);
    }

    /// <summary>
    /// Goes on with a stored thing as it was seen; 428 where nobody says how it was seen, 404 where there is none, 412
    /// where it was changed since.
    /// </summary>
    /// <param name="what">What is looked for, for people.</param>
    public static async Task<IResult> AsSeenAsync<T>(
        HttpRequest request,
        string what,
        Func<Task<T?>> find,
        Func<T, int> revision,
        Func<T, Task<IResult>> change
    )
        where T : class =>
        RequestBody.Revision(request) is not { } seen ? RequestBody.RevisionMissing()
        : await find() is not { } found ? Problems.NotFound(what)
        : revision(found) != seen ? Problems.Conflict(revision(found))
        : await change(found);

    /// <summary>
    /// Saves what was changed; 412 where somebody else changed it, or made the same, at the same moment.
    /// </summary>
    /// <param name="revision">Of the thing that was changed, as it stands then.</param>
    /// <param name="done">The answer once it is stored.</param>
    public static async Task<IResult> SaveAsync(
        GardenContext garden,
        Func<int> revision,
        Func<IResult> done,
        CancellationToken cancel
    )
    {
        try
        {
            await garden.SaveChangesAsync(cancel);
        }
        catch (DbUpdateException e) when (e is DbUpdateConcurrencyException || Saving.Doubled(e))
        {
            return Problems.Conflict(revision());
        }

        return done();
    }

    /// <summary>Takes a thing out, or back in. Doing what is done already changes nothing.</summary>
    /// <param name="at">When it was taken out; null brings it back.</param>
    public static async Task<IResult> SetRemovedAsync<T>(
        HttpRequest request,
        GardenContext garden,
        string what,
        Func<Task<T?>> find,
        DateTimeOffset? at,
        CancellationToken cancel
    )
        where T : class, IRemovable
    {
        if (await find() is not { } record)
        {
            return Problems.NotFound(what);
        }

        if (record.RemovedAt is null == at is null)
        {
            return Results.NoContent();
        }

        // Taking out says what it saw; bringing back undoes what was just seen.
        var seen = RequestBody.Revision(request);
        if (seen is null && at is not null)
        {
            return RequestBody.RevisionMissing();
        }

        if (seen is not null && seen != record.Revision)
        {
            return Problems.Conflict(record.Revision);
        }

        record.RemovedAt = at;
        record.Revision++;
        return await SaveAsync(garden, () => record.Revision, Results.NoContent, cancel);
    }
}
