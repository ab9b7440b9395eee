namespace Gemmifer.Server.Http;

/// <summary>
/// What only reads or computes: it ends with the server, and HEAD is answered as GET is, without the body.
/// </summary>
public static class Reading
{
    /// <summary>Sets both up: first of all, before the address is looked up in either garden.</summary>
    public static void UseReading(this WebApplication app)
    {
        var stopping = app.Lifetime.ApplicationStopping;
        app.Use(
            async (context, next) =>
            {
                var path = context.Request.Path.StartsWithSegments(Gardens.DemoBase, out var inDemo)
                    ? inDemo
                    : context.Request.Path;
                if (Writing.Changes(context.Request.Method, path))
                {
                    await next(context);
                    return;
                }

                var asked = context.RequestAborted;
                using var either = CancellationTokenSource.CreateLinkedTokenSource(asked, stopping);
                context.RequestAborted = either.Token;
                try
                {
                    await (
                        HttpMethods.IsHead(context.Request.Method) && path.StartsWithSegments("/api")
                            ? HeadAsync(context, next)
                            : next(context)
                    );
                }
                finally
                {
                    context.RequestAborted = asked;
                }
            }
        );
    }

    private static async Task HeadAsync(HttpContext context, RequestDelegate next)
    {
        var body = context.Response.Body;
        context.Request.Method = HttpMethods.Get;
        context.Response.Body = Stream.Null;
        try
        {
            await next(context);
        }
        finally
        {
            context.Response.Body = body;
            context.Request.Method = HttpMethods.Head;
        }
    }
}
