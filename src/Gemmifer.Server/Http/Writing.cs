using Gemmifer.Data.Files;
using Microsoft.AspNetCore.WebUtilities;

namespace Gemmifer.Server.Http;

/// <summary>
/// Whoever writes has a place among the writers, so that a garden that is put back to an earlier state is not written
/// into halfway; and what was made on another incarnation of the garden is never applied to this one.
/// </summary>
public static class Writing
{
    /// <summary>
    /// Names the incarnation: of the garden in an answer, of the garden a change was made on in a request.
    /// </summary>
    public const string Header = "Gemmifer-Garden";

    /// <summary>Names who made a change, where somebody was signed in when it was made.</summary>
    public const string PersonHeader = "Gemmifer-Person";

    private const int InMemoryBytes = 1_000_000;

    /// <summary>What is computed there is not stored.</summary>
    private static readonly string[] Stateless = ["/api/plan", "/api/year", "/api/trace"];

    /// <summary>They wait by themselves, at the moment they store: their bodies are large, or they go alone.</summary>
    private static readonly string[] ByThemselves = ["/api/archive", "/api/copies"];

    /// <summary>Whether a request may change the garden.</summary>
    public static bool Changes(HttpRequest request) => Changes(request.Method, request.Path);

    /// <summary>The same of an address within a garden.</summary>
    public static bool Changes(string method, PathString path) =>
        !HttpMethods.IsGet(method)
        && !HttpMethods.IsHead(method)
        && path.StartsWithSegments("/api")
        && !Stateless.Contains(path.Value)
        && !path.Value!.EndsWith("/try", StringComparison.Ordinal);

    /// <summary>Tells which garden answers, and lets changes of this one in.</summary>
    public static void UseWriting(this WebApplication app)
    {
        var gardens = app.Services.GetRequiredService<Gardens>();
        app.Use(
            (context, next) =>
            {
                if (!context.Request.Path.StartsWithSegments("/api"))
                {
                    return next(context);
                }

                var folder = gardens.Here;
                context.Response.OnStarting(() =>
                {
                    context.Response.Headers[Header] = folder.Incarnation;
                    return Task.CompletedTask;
                });
                return !Changes(context.Request) ? next(context)
                    : (BySomebodyElse(context) ?? OfAnother(context.Request, folder)) is { } refused
                        ? refused.ExecuteAsync(context)
                    : ByThemselves.Any(a => context.Request.Path.StartsWithSegments(a)) ? next(context)
                    : WriteAsync(context, folder, next);
            }
        );
    }

    /// <summary>412 where a change was made on another incarnation; null where it was made on this one.</summary>
    public static IResult? OfAnother(HttpRequest request, GardenFolder folder) =>
        request.Headers[Header].ToString() is { Length: > 0 } made && made != folder.Incarnation
            ? Problems.Of(
                412,
                "incarnation",
                "The garden was put back to an earlier state since this was made.",
                "Nothing was stored: what it was about is not as it was. Look at the plant, and note it anew."
            )
            : null;

    /// <summary>409 where a change was made by somebody else than is signed in now; null where it was not.</summary>
    private static IResult? BySomebodyElse(HttpContext context) =>
        context.Request.Headers[PersonHeader].ToString() is { Length: > 0 } made
        && Visitor.Of(context) is { } visitor
        && visitor.Person != made
            ? Problems.Of(
                409,
                "person",
                "This was made by somebody else on this device.",
                "Nothing was stored: it is sent when they sign in here again."
            )
            : null;

    private static async Task WriteAsync(HttpContext context, GardenFolder folder, RequestDelegate next)
    {
        // Whoever sends slowly keeps nobody waiting.
        var cancel = context.RequestAborted;
        context.Request.EnableBuffering(InMemoryBytes);
        await context.Request.Body.DrainAsync(cancel);
        context.Request.Body.Position = 0;
        using var place = await folder.Writing.WithOthersAsync(cancel);
        await (OfAnother(context.Request, folder) is { } refused ? refused.ExecuteAsync(context) : next(context));
    }
}
