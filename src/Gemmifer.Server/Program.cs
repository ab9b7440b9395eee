using System.Net;
using System.Text.Json.Serialization;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Plans;
using Gemmifer.Data;
using Gemmifer.Data.Demo;
using Gemmifer.Server.Http;
using Gemmifer.Server.Plans;
using Gemmifer.Server.Plants;
using Gemmifer.Server.Schools;
using Gemmifer.Server.Settings;
using Gemmifer.Server.Surveys;
using Gemmifer.Server.Work;
using Microsoft.AspNetCore.Connections;
using Microsoft.EntityFrameworkCore;
using Microsoft.OpenApi;

var builder = WebApplication.CreateBuilder(args);
builder.WebHost.ConfigureKestrel(kestrel =>
{
    kestrel.AddServerHeader = false;

    // Requests are read with their own limit, which answers in problem details.
    kestrel.Limits.MaxRequestBodySize = 8L * SurveyLimits.BodyBytes;

    // Loopback only, whatever the environment says: a garden is private, and there is no sign-in yet.
    kestrel.Listen(IPAddress.Loopback, builder.Configuration.GetValue("port", 5080));
});

var folder = Path.GetFullPath(
    builder.Configuration["data"] ?? Path.Combine(builder.Environment.ContentRootPath, "data")
);
Directory.CreateDirectory(folder);
builder.Services.AddDbContext<GardenContext>(options => options.UseSqlite(GardenStore.ConnectionString(folder)));
builder.Services.AddSingleton(TimeProvider.System);
builder.Services.AddScoped<PlantSurveys>();
builder.Services.AddScoped<WorkStore>();
builder.Services.AddProblemDetails();
builder.Services.ConfigureHttpJsonOptions(json =>
{
    json.SerializerOptions.NumberHandling = JsonNumberHandling.Strict;
    foreach (var converter in PlanJson.Converters)
    {
        json.SerializerOptions.Converters.Add(converter);
    }
});
builder.Services.AddOpenApi(options =>
    options
        .AddSchemaTransformer(
            (schema, context, _) =>
            {
                // A sentence is written as its words.
                if (
                    (Nullable.GetUnderlyingType(context.JsonTypeInfo.Type) ?? context.JsonTypeInfo.Type)
                    == typeof(Sentence)
                )
                {
                    schema.Type = JsonSchemaType.String;
                }

                return Task.CompletedTask;
            }
        )
        .AddDocumentTransformer(
            (document, _, _) =>
            {
                // The document is kept with the front end and compared; it must not depend on where the server listens.
                document.Servers?.Clear();
                document.Info.Title = "Gemmifer";
                return Task.CompletedTask;
            }
        )
);

var app = builder.Build();
app.UseExceptionHandler(
    new ExceptionHandlerOptions
    {
        StatusCodeSelector = e =>
            e is BadHttpRequestException bad ? bad.StatusCode : StatusCodes.Status500InternalServerError,
    }
);
app.UseStatusCodePages();

// A page of another site may not work the garden through the gardener's own browser.
app.Use(
    (context, next) =>
        !HttpMethods.IsGet(context.Request.Method) && context.Request.Headers["Sec-Fetch-Site"] == "cross-site"
            ? Results
                .Problem(title: "Only the garden's own pages may change it.", statusCode: 403)
                .ExecuteAsync(context)
            : next(context)
);

await using (var scope = app.Services.CreateAsyncScope())
{
    var garden = scope.ServiceProvider.GetRequiredService<GardenContext>();
    var clock = scope.ServiceProvider.GetRequiredService<TimeProvider>();
    if (await GardenStore.MigrateAsync(garden, folder, clock) is { } copy)
    {
        app.Logger.LogInformation("Copied the garden to {Copy} before bringing it up to date.", copy);
    }

    if (!builder.Configuration.GetValue("empty", false))
    {
        await DemoGarden.PlantAsync(garden, clock);
    }
}

app.MapOpenApi("/openapi/v1.json");
app.MapPlans();
app.MapPlants();
app.MapOwnSchools();
app.MapSurveys();
app.MapGardenPlan();
app.MapWork();
app.MapVisits();
app.MapBlocks();
app.MapSettings();
app.MapFallback("/api/{**path}", () => Problems.NotFound("address"));

app.UseDefaultFiles();
app.UseStaticFiles(
    new StaticFileOptions
    {
        OnPrepareResponse = file =>
            file.Context.Response.Headers.CacheControl = file.Context.Request.Path.StartsWithSegments("/assets")
                ? "public, max-age=31536000, immutable"
                : "no-cache",
    }
);
app.MapFallbackToFile("index.html");

app.Lifetime.ApplicationStarted.Register(() => Console.WriteLine($"Gemmifer is ready: {string.Join(' ', app.Urls)}"));
try
{
    await app.RunAsync();
}
catch (IOException e) when (e.InnerException is AddressInUseException)
{
    Console.Error.WriteLine(
        $"Port {builder.Configuration.GetValue("port", 5080)} is taken. Choose another: ./run --port 5081"
    );
    return 2;
}

return 0;

/// <summary>The server's entry point, visible to tests.</summary>
public partial class Program;
