using Gemmifer.Data.Files;

namespace Gemmifer.Server.Http;

/// <summary>
/// The gardens that are open: one's own, and the demo beside it in a folder and under an address of its own, so that
/// nothing of one ever stands in the other.
/// </summary>
/// <param name="own">The gardener's folder.</param>
/// <param name="demo">That of the demo; null where there is none.</param>
public sealed class Gardens(GardenFolder own, GardenFolder? demo, IHttpContextAccessor asked) : IDisposable
{
    /// <summary>What every address of the demo begins with.</summary>
    public const string DemoBase = "/demo";

    /// <summary>The gardener's own.</summary>
    public GardenFolder Own { get; } = own;

    /// <summary>The demo; null where there is none.</summary>
    public GardenFolder? Demo { get; } = demo;

    /// <summary>The one the request is about; outside of a request one's own.</summary>
    public GardenFolder Here => Demo is { } demo && InDemo(asked.HttpContext) ? demo : Own;

    /// <summary>Whether a request is about the demo.</summary>
    public static bool InDemo(HttpContext? context) => context?.Request.PathBase == DemoBase;

    /// <summary>The demo's folder beside the gardener's own.</summary>
    public static string DemoFolder(string own) => Path.Combine(own, "demo");

    /// <summary>Answers for the garden an address names; where there is no demo, its pages lead to one's own.</summary>
    public static void UseGardens(WebApplication app)
    {
        var gardens = app.Services.GetRequiredService<Gardens>();
        app.Use(
            (context, next) =>
            {
                if (!InDemo(context) || gardens.Demo is not null)
                {
                    return next(context);
                }

                if (context.Request.Path.StartsWithSegments("/api"))
                {
                    return Problems.Of(404, "demo", "There is no demo garden here.").ExecuteAsync(context);
                }

                context.Response.Redirect("/");
                return Task.CompletedTask;
            }
        );
        app.UseRouting();
    }

    /// <inheritdoc/>
    public void Dispose()
    {
        Demo?.Dispose();
        Own.Dispose();
    }
}
