using Microsoft.AspNetCore.StaticFiles;

namespace Gemmifer.Server.Http;

/// <summary>The built front end: its pages, its files, and the core it carries along.</summary>
public static class Pages
{
    private const string Packed = ".br";

    /// <summary>Answers with the files of the front end.</summary>
    public static void UsePages(this WebApplication app)
    {
        var types = new FileExtensionContentTypeProvider();
        types.Mappings[Packed] = "application/octet-stream";
        var files = app.Environment.WebRootFileProvider;

        // Every address that is none of the interface, and names no file, is a page of the application.
        app.Use(
            (context, next) =>
            {
                var (request, path) = (context.Request, context.Request.Path);
                if (context.GetEndpoint() is null && Reads(request) && !path.StartsWithSegments("/api"))
                {
                    if (!Path.HasExtension(path))
                    {
                        request.Path = "/index.html";
                    }
                    else if (TakesPacked(request) && files.GetFileInfo(path + Packed).Exists)
                    {
                        // The core is kept packed beside itself: a third of the size.
                        request.Path = path + Packed;
                    }
                }

                return next(context);
            }
        );
        app.UseStaticFiles(
            new StaticFileOptions { ContentTypeProvider = types, OnPrepareResponse = f => Headers(f, types) }
        );
    }

    private static bool Reads(HttpRequest request) =>
        HttpMethods.IsGet(request.Method) || HttpMethods.IsHead(request.Method);

    private static bool TakesPacked(HttpRequest request) =>
        request.Headers.AcceptEncoding.ToString().Split(',').Any(e => e.Trim() == "br");

    /// <summary>
    /// A file whose name tells its content is kept for good; the page that names it is asked for each time.
    /// </summary>
    private static void Headers(StaticFileResponseContext file, FileExtensionContentTypeProvider types)
    {
        var (path, response) = (file.Context.Request.Path.Value!, file.Context.Response);
        if (path.EndsWith(Packed, StringComparison.Ordinal))
        {
            path = path[..^Packed.Length];
            response.Headers.ContentEncoding = "br";
            response.Headers.Vary = "Accept-Encoding";
            response.ContentType = types.TryGetContentType(path, out var type) ? type : "application/octet-stream";
        }

        // The core begins at one file that has always the same name.
        var named =
            path.StartsWith("/assets/", StringComparison.Ordinal)
            || (
                path.StartsWith("/core/", StringComparison.Ordinal)
                && !path.EndsWith("/dotnet.js", StringComparison.Ordinal)
            );
        response.Headers.CacheControl = named ? "public, max-age=31536000, immutable" : "no-cache";
    }
}
