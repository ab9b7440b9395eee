namespace Gemmifer.Server.Http;

/// <summary>What only reads or computes: it ends with the server, and HEAD is answered as GET is, without the body.</summary>
public static class Reading
{
    /// <summary>Sets both up; before the addresses are looked up.</summary>
    public static void UseReading(this WebApplication app)
    {
        var stopping = app.Lifetime.ApplicationStopping;
        app.Use(
            async (context, next) =>
            {
                if (Writing.Changes(context.Request))
                {
                    await next(context);
                    return;
                }

                var asked = context.RequestAborted;
                using var either = CancellationTokenSource.CreateLinkedTokenSource(asked, stopping);
                context.RequestAborted = either.Token;
                try
                {
                    await (HttpMethods.IsHead(context.Request.Method) ? HeadAsync(context, next) : next(context));
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
        if (!context.Request.Path.StartsWithSegments("/api"))
        {
            await next(context);
            return;
        }

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
