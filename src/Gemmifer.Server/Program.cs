using System.Net;
using System.Security.Cryptography.X509Certificates;
using System.Text.Json.Serialization;
using Gemmifer.Core;
using Gemmifer.Core.Exchange;
using Gemmifer.Data;
using Gemmifer.Data.Demo;
using Gemmifer.Data.Files;
using Gemmifer.Data.People;
using Gemmifer.Server.Copies;
using Gemmifer.Server.Files;
using Gemmifer.Server.Http;
using Gemmifer.Server.Photos;
using Gemmifer.Server.Planning;
using Gemmifer.Server.Plans;
using Gemmifer.Server.Plants;
using Gemmifer.Server.Schools;
using Gemmifer.Server.Settings;
using Gemmifer.Server.Sharing;
using Gemmifer.Server.Surveys;
using Gemmifer.Server.TakenOut;
using Gemmifer.Server.Work;
using Gemmifer.Server.Years;
using Microsoft.AspNetCore.ResponseCompression;
using Microsoft.EntityFrameworkCore;

Arguments arguments;
GardenFolder folder;
GardenFolder? demo = null;
(Share Share, X509Certificate2 Certificate)? shared;
var now = TimeProvider.System.GetUtcNow();
try
{
    arguments = Arguments.Read(args);
    if (arguments.Check)
    {
        return GardenCheck.Report(arguments.Data, Console.Out);
    }

    folder = GardenFolder.Hold(arguments.Data);
    if (arguments.Restore is { } wanted)
    {
        PuttingBack.Finish(folder);
        Console.WriteLine(await PuttingBack.BeforeOpeningAsync(folder, wanted, now));
    }

    // The file is looked over on one core while the other gets ready to work with it.
    _ = Task.Run(GardenStore.Prepare);
    if (await Task.Run(() => GardenStore.ReadyAsync(folder, now, arguments.Anew)) is { } copy)
    {
        Console.WriteLine($"Copied the garden to {copy} before bringing it up to date.");
    }

    if (!arguments.Empty)
    {
        demo = GardenFolder.Hold(Gardens.DemoFolder(folder.FullName));
        if (await DemoApart.MoveAsync(folder, demo, now) is { } before)
        {
            Console.WriteLine($"The demo has a garden of its own now; what was here before is copied to {before}.");
        }

        // The demo is planted again where it is gone.
        await GardenStore.ReadyAsync(demo, now, anew: true);
    }

    shared = SharingSetup.Open(arguments, folder.FullName);
    if (shared is not null)
    {
        await PeopleContext.ReadyAsync(folder.FullName);
    }
}
catch (GardenUnusable e)
{
    Console.Error.WriteLine(e.Message);
    return 2;
}

// Nothing of the environment says where to listen, whom to answer or how: the command line does.
var builder = WebApplication.CreateBuilder(
    new WebApplicationOptions
    {
        ApplicationName = typeof(Program).Assembly.GetName().Name,
        ContentRootPath = arguments.Root,
        EnvironmentName = Environments.Production,
    }
);
builder.Configuration.Sources.Clear();
builder.Configuration.AddInMemoryCollection();
builder.WebHost.UseSetting(WebHostDefaults.PreventHostingStartupKey, "true");
builder.WebHost.UseSetting(WebHostDefaults.ServerUrlsKey, null);
builder
    .Logging.SetMinimumLevel(LogLevel.Warning)
    .AddFilter("Gemmifer", LogLevel.Information)
    .AddFilter("Microsoft.AspNetCore.Server.Kestrel", LogLevel.Error)
    // Its keys lie in a folder that only the garden's owner can look into.
    .AddFilter("Microsoft.AspNetCore.DataProtection", LogLevel.Error)
    // Why it could not start is told in one sentence.
    .AddFilter("Microsoft.Extensions.Hosting", LogLevel.Critical)
    // Saves that another window was faster with are answered; they are no faults.
    .AddFilter("Microsoft.EntityFrameworkCore", LogLevel.Critical);
builder.WebHost.ConfigureKestrel(kestrel =>
{
    kestrel.AddServerHeader = false;

    // Requests are read with their own limit, which answers in problem details.
    kestrel.Limits.MaxRequestBodySize = 8L * SurveyLimits.BodyBytes;

    // Loopback only: a garden is private. Others come in over HTTPS, and only those who are let in.
    if (shared is not { Certificate: { } certificate })
    {
        kestrel.Listen(IPAddress.Loopback, arguments.Port);
    }
    else if (arguments.Address is { } address)
    {
        kestrel.Listen(address, arguments.Port, listen => listen.UseHttps(certificate));
    }
    else
    {
        kestrel.ListenAnyIP(arguments.Port, listen => listen.UseHttps(certificate));
    }
});
builder.Services.AddHttpContextAccessor();
builder.Services.AddSingleton(services => new Gardens(
    folder,
    demo,
    services.GetRequiredService<IHttpContextAccessor>()
));
builder.Services.AddDbContext<GardenContext>(
    (services, options) =>
        options.UseSqlite(GardenStore.ConnectionString(services.GetRequiredService<Gardens>().Here.FullName))
);
builder.Services.AddScoped(SharingSetup.GardenFor);
builder.Services.AddSharing(shared?.Share, folder.FullName);
builder.Services.AddSingleton<GardenClock>();
builder.Services.AddSingleton<TimeProvider>(services => services.GetRequiredService<GardenClock>());
builder.Services.AddScoped<PlantSurveys>();
builder.Services.AddScoped<WorkStore>();
builder.Services.AddScoped<GardenWeather>();
builder.Services.AddSingleton<PlanMaker>();
builder.Services.AddHostedService<CopyEndpoints.EveryDay>();

// Whoever reads or computes is sent away at once, and who writes has a moment to end.
builder.Services.Configure<HostOptions>(host => host.ShutdownTimeout = TimeSpan.FromSeconds(5));
builder.Services.AddHsts(hsts =>
{
    // Not for localhost: a browser would keep it for everything on this machine, a garden that is not shared too.
    hsts.MaxAge = TimeSpan.FromDays(180);
    hsts.ExcludedHosts.Clear();
    hsts.ExcludedHosts.Add("localhost");
});
builder.Services.AddProblemDetails();
builder.Services.AddResponseCompression(packing =>
{
    // Nothing secret is answered beside what somebody else may choose, so that its length tells nothing.
    packing.EnableForHttps = true;
    packing.MimeTypes = [.. ResponseCompressionDefaults.MimeTypes, "application/problem+json", "image/svg+xml"];
});
builder.Services.AddExceptionHandler<Faults>();
builder.Services.ConfigureHttpJsonOptions(json =>
{
    json.SerializerOptions.NumberHandling = JsonNumberHandling.Strict;
    PlanWriting.Add(json.SerializerOptions);
});
builder.Services.AddApiDescription();

var app = builder.Build();

app.UseReading();

// So that everything after it sees the same addresses in either garden.
app.UsePathBase(Gardens.DemoBase);
app.UseExceptionHandler();
app.UseStatusCodePages(pages =>
    pages.HttpContext.Request.Path.StartsWithSegments("/api")
        ? Problems.OfStatus(pages.HttpContext.Response.StatusCode).ExecuteAsync(pages.HttpContext)
        : Task.CompletedTask
);
app.UseResponseCompression();
app.UseGuard(shared?.Share.Hosts);
if (shared is not null)
{
    app.UseHsts();
}

Gardens.UseGardens(app);
app.UsePages();
app.UseRateLimiter();
app.UseAuthentication();
app.UseAuthorization();
app.UseOwnGardenForLookers();
app.UseHashed();
app.UseWriting();
app.UseOnceEach();

await SharingSetup.ReadyAsync(app.Services);
await SettingsEndpoints.SetClockAsync(app.Services.GetRequiredService<GardenClock>(), folder, demo: false);
if (demo is not null)
{
    await SettingsEndpoints.SetClockAsync(app.Services.GetRequiredService<GardenClock>(), demo, demo: true);
    await using var garden = GardenStore.Open(demo.File);
    await DemoGarden.PlantAsync(garden, app.Services.GetRequiredService<TimeProvider>());
}

app.MapOpenApi("/openapi/v1.json");
app.MapEnter();
app.MapPeople();
app.MapPlans();
app.MapPlantList();
app.MapPlants();
app.MapPlaces();
app.MapBin();
app.MapOwnSchools();
app.MapSurveys();
app.MapGardenPlan();
app.MapWork();
app.MapRounds();
app.MapPhotos();
app.MapCorrections();
app.MapVisits();
app.MapBlocks();
app.MapSettings();
app.MapCopies();
app.MapYears();
app.MapWeather();
app.MapEntries();
app.MapLogFile();
app.MapCalendar();
app.MapPlantFiles();
app.MapArchive();

app.Lifetime.ApplicationStarted.Register(() =>
{
    Console.WriteLine($"Gemmifer is ready: {string.Join(' ', app.Urls)}");
    SharingSetup.AnnounceAsync(app.Services, Console.Out).GetAwaiter().GetResult();

    // What the first screen asks is asked once before, so that the gardener does not wait for the compiler.
    _ = Task.Run(async () =>
    {
        await using var scope = app.Services.CreateAsyncScope();
        await PlantList.NowOfAsync(
            scope.ServiceProvider.GetRequiredService<GardenContext>(),
            scope.ServiceProvider.GetRequiredService<TimeProvider>(),
            app.Lifetime.ApplicationStopping
        );
    });
});
try
{
    await app.RunAsync();
}
catch (Exception e) when (e is IOException or System.Net.Sockets.SocketException)
{
    Console.Error.WriteLine(Listening.Refused(e, arguments));
    return 2;
}

return 0;

/// <summary>The server's entry point, visible to tests.</summary>
public partial class Program;
