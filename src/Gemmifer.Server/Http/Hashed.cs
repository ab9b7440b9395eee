using System.Security.Cryptography;
using Microsoft.Net.Http.Headers;

namespace Gemmifer.Server.Http;

/// <summary>
/// An answer that is as a browser has it already is not sent again: it is named by the hash of its content (RFC 9110,
/// 8.8.3 and 13.1.2). The garden is asked each time all the same, and who is no longer let in is told so.
/// </summary>
public static class Hashed
{
    /// <summary>Names the answers of the interface by their content.</summary>
    public static void UseHashed(this IApplicationBuilder app) =>
        app.UseWhen(
            context =>
                HttpMethods.IsGet(context.Request.Method)
                && context.Request.Path.StartsWithSegments("/api")
                // Written line by line, as it is planned.
                && context.Request.Path != "/api/garden/plan",
            hashed => hashed.Use(NameAsync)
        );

    private static async Task NameAsync(HttpContext context, RequestDelegate next)
    {
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

        if (response.StatusCode == StatusCodes.Status200OK)
        {
            // Weak: it may be packed in one way or another.
            var tag = new EntityTagHeaderValue(
                $"\"{Convert.ToHexStringLower(SHA256.HashData(written.GetBuffer().AsSpan(0, (int)written.Length)))}\"",
                isWeak: true
            );
            response.GetTypedHeaders().ETag = tag;
            response.Headers.CacheControl = "private, no-cache";
            if (context.Request.GetTypedHeaders().IfNoneMatch.Any(t => t.Compare(tag, useStrongComparison: false)))
            {
                response.StatusCode = StatusCodes.Status304NotModified;
                response.ContentLength = null;
                response.Headers.ContentType = default;
                return;
            }
        }

        written.Position = 0;
        await written.CopyToAsync(body, context.RequestAborted);
    }
}
