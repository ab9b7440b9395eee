namespace Gemmifer.Server.Http;

/// <summary>
/// Which pages may ask, and what they may do. A page of another site, or of another port, could reach a garden through
/// the gardener's own browser, be it shared or not.
/// </summary>
public static class Guard
{
    /// <summary>
    /// Scripts only from the application itself, and the core compiled for the browser. Styles may stand in the page:
    /// the components write theirs there.
    /// </summary>
    private const string Policy =
        "default-src 'self'; script-src 'self' 'wasm-unsafe-eval'; style-src 'self' 'unsafe-inline'; "
        + "img-src 'self' data: blob:; "
        + "font-src 'self' data:; connect-src 'self'; worker-src 'self'; object-src 'none'; base-uri 'none'; "
        + "form-action 'self'; frame-ancestors 'none'";

    private static readonly string[] Loopback = ["localhost", "127.0.0.1", "::1"];

    /// <summary>Answers requests for other hosts and from other pages, and puts the headers on every answer.</summary>
    /// <param name="hosts">What a shared garden answers to; null where it answers on this machine only.</param>
    public static void UseGuard(this IApplicationBuilder app, IReadOnlyList<string>? hosts = null) =>
        app.Use(
            (context, next) =>
            {
                Headers(context.Response);
                return Refused(context.Request, hosts ?? Loopback) is { } refused
                    ? refused.ExecuteAsync(context)
                    : next(context);
            }
        );

    private static void Headers(HttpResponse response)
    {
        var headers = response.Headers;
        headers.ContentSecurityPolicy = Policy;
        headers.XContentTypeOptions = "nosniff";
        headers.XFrameOptions = "DENY";
        headers["Referrer-Policy"] = "no-referrer";
        headers["Permissions-Policy"] = "camera=(self), geolocation=(), microphone=(), payment=(), usb=()";
        headers["Cross-Origin-Opener-Policy"] = "same-origin";
        headers["Cross-Origin-Resource-Policy"] = "same-origin";

        // What is not said otherwise is never kept: a garden changes, and so does the application.
        headers.CacheControl = "no-store";
    }

    private static IResult? Refused(HttpRequest request, IReadOnlyList<string> hosts)
    {
        if (!hosts.Contains(request.Host.Host.Trim('[', ']'), StringComparer.OrdinalIgnoreCase))
        {
            return Problems.Of(421, "host", "This garden is not there.", "Ask for it on this machine, as localhost.");
        }

        var reads = HttpMethods.IsGet(request.Method) || HttpMethods.IsHead(request.Method);
        return reads || SameOrigin(request)
            ? null
            : Problems.Of(403, "origin", "Only the garden's own pages may change it.");
    }

    /// <summary>Whether a request comes from a page of this very address, or from no page at all.</summary>
    private static bool SameOrigin(HttpRequest request)
    {
        var origin = request.Headers.Origin.ToString();
        var site = request.Headers["Sec-Fetch-Site"].ToString();
        return site is "" or "same-origin" or "none"
            && (
                origin.Length == 0
                || string.Equals(origin, $"{request.Scheme}://{request.Host}", StringComparison.OrdinalIgnoreCase)
            );
    }
}
