using System.Globalization;
using System.Net;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.AspNetCore.TestHost;
using Microsoft.Extensions.DependencyInjection;

namespace Gemmifer.Server.Tests;

/// <summary>The real server over a real SQLite file in a folder of its own.</summary>
public sealed class Garden : IDisposable
{
    private readonly bool _ownsFolder;
    private readonly WebApplicationFactory<Program> _server;
    private readonly bool _shared;

    public Garden(
        string? folder = null,
        bool demo = false,
        DateTimeOffset? now = null,
        Action<IServiceCollection>? services = null,
        bool share = false
    )
    {
        _shared = share;
        _ownsFolder = folder is null;
        Folder = folder ?? Directory.CreateTempSubdirectory("gemmifer-test-").FullName;
        _server = new WebApplicationFactory<Program>().WithWebHostBuilder(host =>
        {
            host.UseSetting("data", Folder);
            host.UseSetting("empty", demo ? "false" : "true");
            if (share)
            {
                host.UseSetting("share", "true");
                host.UseSetting("address", "127.0.0.1");
            }

            if (services is not null)
            {
                host.ConfigureTestServices(services);
            }

            if (now is { } fixedNow)
            {
                host.ConfigureTestServices(services => services.AddSingleton<TimeProvider>(new StoppedClock(fixedNow)));
            }
        });
        Client = demo ? _server.CreateDefaultClient(new InDemo()) : Stranger();
    }

    /// <summary>A browser that was never here; it keeps its cookies.</summary>
    public HttpClient Stranger() =>
        _server.CreateClient(
            new WebApplicationFactoryClientOptions
            {
                BaseAddress = new Uri(_shared ? "https://localhost" : "http://localhost"),
                AllowAutoRedirect = false,
            }
        );

    public AsyncServiceScope Scope() => _server.Services.CreateAsyncScope();

    /// <summary>Asks everything of the demo, which has addresses of its own.</summary>
    private sealed class InDemo : DelegatingHandler
    {
        protected override Task<HttpResponseMessage> SendAsync(
            HttpRequestMessage request,
            CancellationToken cancellationToken
        )
        {
            request.RequestUri = new UriBuilder(request.RequestUri!)
            {
                Path = "/demo" + request.RequestUri!.AbsolutePath,
            }.Uri;
            return base.SendAsync(request, cancellationToken);
        }
    }

    public string Folder { get; }

    public HttpClient Client { get; }

    public async Task<(HttpStatusCode Status, JsonNode? Body)> SendAsync(
        HttpMethod method,
        string path,
        JsonNode? body = null,
        int? revision = null,
        string? seen = null,
        TimeSpan? waited = null
    )
    {
        seen ??= revision?.ToString(System.Globalization.CultureInfo.InvariantCulture);
        if (seen is null && method != HttpMethod.Get && path.Contains("/work", StringComparison.Ordinal))
        {
            seen = await AsShownAsync(path, body);
        }

        using var request = new HttpRequestMessage(method, path);
        if (body is not null)
        {
            request.Content = new StringContent(body.ToJsonString(), Encoding.UTF8, "application/json");
        }

        if (seen is { Length: > 0 })
        {
            request.Headers.IfMatch.Add(new EntityTagHeaderValue($"\"{seen}\""));
        }

        if (waited is { } time)
        {
            request.Headers.Add("Waited-Seconds", time.TotalSeconds.ToString(CultureInfo.InvariantCulture));
        }

        using var answer = await Client.SendAsync(request);
        var text = await answer.Content.ReadAsStringAsync();
        return (answer.StatusCode, text.Length == 0 ? null : JsonNode.Parse(text));
    }

    /// <summary>As a page does: looks at the work first, and says what it saw.</summary>
    private async Task<string> AsShownAsync(string path, JsonNode? body)
    {
        using var answer = await Client.GetAsync(path[..(path.IndexOf("/work", StringComparison.Ordinal) + 5)]);
        if (!answer.IsSuccessStatusCode)
        {
            return "none";
        }

        var work = (await answer.Content.ReadFromJsonAsync<JsonNode>())!;
        if (body is JsonObject step && step["mark"] is null)
        {
            var open = work["pending"]!.AsArray().FirstOrDefault(p => (string)p!["key"]! == (string?)step["key"]);
            step["mark"] = (string?)open?["mark"] ?? "none";
        }

        return (string)work["revision"]!;
    }

    public async Task<JsonNode> GetAsync(string path) => (await Client.GetFromJsonAsync<JsonNode>(path))!;

    /// <summary>Adds a rose and gives its id.</summary>
    public async Task<string> PlantAsync(string name = "Test Rose")
    {
        var (status, body) = await SendAsync(
            HttpMethod.Post,
            "/api/plants",
            new JsonObject
            {
                ["name"] = name,
                ["kind"] = "rose.hybrid-tea",
                ["place"] = "bed",
            }
        );
        Assert.Equal(HttpStatusCode.Created, status);
        return (string)body!["id"]!;
    }

    public static JsonObject Cane(string id, double clock, double diameter = 14, int age = 2) =>
        new()
        {
            ["id"] = id,
            ["role"] = "cane",
            ["parent"] = "crown",
            ["clock"] = clock,
            ["diameter"] = diameter,
            ["age"] = age,
            ["length"] = 1100,
            ["lean"] = 24,
        };

    public static JsonObject Survey(params JsonObject[] stems) =>
        new()
        {
            ["date"] = "2027-02-20",
            ["stems"] = new JsonArray([.. stems]),
            ["keepOut"] = new JsonArray(),
            ["school"] = null,
        };

    public static JsonObject Document(params JsonObject[] stems) =>
        new()
        {
            ["format"] = "gemmifer.survey/1",
            ["plant"] = new JsonObject { ["kind"] = "rose.hybrid-tea" },
            ["date"] = "2027-02-20",
            ["stems"] = new JsonArray([.. stems]),
        };

    private sealed class StoppedClock(DateTimeOffset now) : TimeProvider
    {
        public override DateTimeOffset GetUtcNow() => now;
    }

    /// <summary>Ends the server; the folder stays, for another to start on.</summary>
    public void Stop()
    {
        Client.Dispose();
        _server.Dispose();
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
    }

    public void Dispose()
    {
        Stop();
        if (_ownsFolder)
        {
            Directory.Delete(Folder, true);
        }
    }
}
