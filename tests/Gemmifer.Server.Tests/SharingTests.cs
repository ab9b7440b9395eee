using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using Gemmifer.Server.Sharing;
using Microsoft.Extensions.DependencyInjection;

namespace Gemmifer.Server.Tests;

/// <summary>Who is let in, what each may ask, and how it ends.</summary>
public sealed partial class SharingTests : IDisposable
{
    private readonly Garden _garden = new(share: true);
    private readonly HttpClient _owner;

    public SharingTests()
    {
        _owner = _garden.Stranger();
        EnterAsync(_owner, OwnerCodeAsync().GetAwaiter().GetResult()).GetAwaiter().GetResult();
    }

    public void Dispose()
    {
        _owner.Dispose();
        _garden.Dispose();
    }

    private async Task<string> OwnerCodeAsync(TimeSpan? lasts = null)
    {
        await using var scope = _garden.Scope();
        var door = scope.ServiceProvider.GetRequiredService<Doorkeeper>();
        var (_, code) = await door.SignInCodeAsync((await door.OwnerAsync()).Id, lasts ?? Doorkeeper.OnScreen);
        return code;
    }

    private static async Task<JsonNode> EnterAsync(HttpClient client, string code)
    {
        using var answer = await client.PostAsJsonAsync("/api/sign-in", new { code });
        Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        return (await answer.Content.ReadFromJsonAsync<JsonNode>())!;
    }

    private static async Task<int> StatusAsync(
        HttpClient client,
        string path,
        HttpMethod? method = null,
        string? body = null
    )
    {
        using var request = new HttpRequestMessage(method ?? HttpMethod.Get, path);
        if (body is not null)
        {
            request.Content = new StringContent(body, Encoding.UTF8, "application/json");
        }

        using var answer = await client.SendAsync(request);
        return (int)answer.StatusCode;
    }

    private async Task<JsonNode> OwnerPostsAsync(string path, object body)
    {
        using var answer = await _owner.PostAsJsonAsync(path, body);
        Assert.True(answer.IsSuccessStatusCode, await answer.Content.ReadAsStringAsync());
        return (await answer.Content.ReadFromJsonAsync<JsonNode>())!;
    }

    private static string CodeOf(JsonNode invitation) => ((string)invitation["url"]!).Split("/in#")[1];

    private async Task<string> PlantAsync(string name, string place) =>
        (string)
            (
                await OwnerPostsAsync(
                    "/api/plants",
                    new
                    {
                        name,
                        kind = "rose.hybrid-tea",
                        place,
                    }
                )
            )["id"]!;

    private async Task<HttpClient> LetInAsync(JsonNode invitation)
    {
        var client = _garden.Stranger();
        await EnterAsync(client, CodeOf(invitation));
        return client;
    }

    /// <summary>Every address of the interface, with something in the place of its parts.</summary>
    private async Task<(HttpMethod Method, string Path, string Name)[]> EveryAddressAsync(string plant)
    {
        var paths = (await _owner.GetFromJsonAsync<JsonNode>("/openapi/v1.json"))!["paths"]!.AsObject();
        return
        [
            .. paths.SelectMany(p =>
                p.Value!.AsObject()
                    .Select(o =>
                        (
                            HttpMethod.Parse(o.Key),
                            Part()
                                .Replace(p.Key, m =>
                                    m.Value is "{line}" || p.Key.StartsWith("/api/visits", StringComparison.Ordinal)
                                        ? "999999"
                                        : plant
                                ),
                            (string)o.Value!["operationId"]!
                        )
                    )
            ),
            (HttpMethod.Get, "/openapi/v1.json", "openapi"),
            (HttpMethod.Get, "/schemas/plan-1.json", "schema"),
        ];
    }

    [GeneratedRegex(@"\{[a-z]+\}")]
    private static partial Regex Part();

    private static readonly string[] Looking =
    [
        "drawing",
        "here",
        "kinds",
        "log",
        "photoPicture",
        "photos",
        "plan",
        "plant",
        "plants",
        "schema",
        "round",
        "rounds",
        "schools",
        "settings",
        "signOut",
        "survey",
        "surveyFile",
        "trace",
        "vineRules",
        "work",
        "year",
    ];

    private static readonly string[] Helping =
    [
        .. Looking,
        "addEntries",
        "addNote",
        "beginSecondVisit",
        "blocks",
        "calendar",
        "dropPhoto",
        "dropRound",
        "finishWork",
        "gardenPlaces",
        "gardenWork",
        "gardenYear",
        "logFile",
        "nextPlant",
        "now",
        "places",
        "planGarden",
        "readEntry",
        "recordStep",
        "rules",
        "savePhoto",
        "saveRound",
        "saveSurvey",
        "settleVisit",
        "tag",
        "takeBackStep",
        "takeEntriesBack",
        "takeFinishBack",
        "takeSecondVisitBack",
        "tryStep",
        "undoStep",
        "visits",
        "weather",
        "weatherFile",
        "weighCrop",
    ];

    /// <summary>What only the owner may: rules, deleting, letting in; what would change the garden for all.</summary>
    private static readonly string[] Owning =
    [
        "addBlock",
        "addHelper",
        "addLookLink",
        "addPlant",
        "archive",
        "bin",
        "binnedLog",
        "binnedParts",
        "copies",
        "copySchool",
        "correctLine",
        "deleteLine",
        "deletePhoto",
        "deletePlant",
        "endFeed",
        "endLookLink",
        "endSession",
        "letDeviceIn",
        "feeds",
        "makeCopy",
        "makeFeed",
        "openapi",
        "people",
        "removePlant",
        "removeSchool",
        "restoreCopy",
        "restoreLine",
        "restorePhoto",
        "restorePlant",
        "restoreSchool",
        "savePlaces",
        "savePlant",
        "saveSchool",
        "saveSettings",
        "sendAway",
        "takeArchive",
        "takeLog",
        "takeWeather",
    ];

    [Fact]
    public async Task A_helper_takes_back_what_is_their_own_and_the_rest_is_kept_in_the_bin()
    {
        var plant = await PlantAsync("Shared", "bed");
        using var helper = await LetInAsync(await OwnerPostsAsync("/api/people", new { name = "Helper" }));
        await SendAsync(
            _owner,
            HttpMethod.Put,
            $"/api/plants/{plant}/survey",
            Garden.Survey(Garden.Cane("A", 1, 14, 3), Garden.Cane("B", 5), Garden.Cane("C", 9, 5, 1)),
            "0"
        );

        // A photograph of the owner's goes into the bin, one of the helper's own for good.
        await SendAsync(_owner, HttpMethod.Put, $"/api/plants/{plant}/photos/own", Photo());
        await SendAsync(helper, HttpMethod.Put, $"/api/plants/{plant}/photos/helps", Photo());
        await SendAsync(helper, HttpMethod.Delete, $"/api/plants/{plant}/photos/own", null, "*");
        await SendAsync(helper, HttpMethod.Delete, $"/api/plants/{plant}/photos/helps", null, "*");
        Assert.Empty((await _owner.GetFromJsonAsync<JsonArray>($"/api/plants/{plant}/photos"))!);
        var parts = (await _owner.GetFromJsonAsync<JsonNode>("/api/bin/parts"))!;
        var photo = Assert.Single(parts["photos"]!.AsArray())!;
        Assert.Equal("own", (string)photo["photo"]!["key"]!);
        await SendAsync(_owner, HttpMethod.Post, $"/api/bin/photos/{(int)photo["id"]!}/restore");
        Assert.Single((await _owner.GetFromJsonAsync<JsonArray>($"/api/plants/{plant}/photos"))!);

        // So with a step: the owner's is struck out and can be put back, the helper's own is gone.
        var recorded = await StepAsync(_owner, plant);
        var undone = await SendAsync(helper, HttpMethod.Delete, $"/api/plants/{plant}/work/last", null, recorded);
        Assert.Empty(undone!["done"]!.AsArray());
        var line = Assert.Single((await BinnedAsync())!)!;
        Assert.True((bool)line["line"]!["struck"]!);
        await SendAsync(_owner, HttpMethod.Post, $"/api/bin/lines/{(int)line["line"]!["id"]!}/restore");
        Assert.Empty(await BinnedAsync());
        var work = (await _owner.GetFromJsonAsync<JsonNode>($"/api/plants/{plant}/work"))!;
        Assert.Single(work["done"]!.AsArray());
        recorded = await StepAsync(helper, plant);
        await SendAsync(helper, HttpMethod.Delete, $"/api/plants/{plant}/work/last", null, recorded);
        Assert.Empty(await BinnedAsync());
        work = (await _owner.GetFromJsonAsync<JsonNode>($"/api/plants/{plant}/work"))!;
        Assert.Single(work["done"]!.AsArray());

        async Task<JsonArray> BinnedAsync() =>
            (await _owner.GetFromJsonAsync<JsonNode>("/api/bin/parts"))!["lines"]!.AsArray();
    }

    private static JsonObject Photo()
    {
        using var drawn = new SkiaSharp.SKBitmap(800, 600);
        using var jpeg = drawn.Encode(SkiaSharp.SKEncodedImageFormat.Jpeg, 80);
        return new JsonObject { ["from"] = 6, ["picture"] = Convert.ToBase64String(jpeg.ToArray()) };
    }

    private static async Task<JsonNode?> SendAsync(
        HttpClient client,
        HttpMethod method,
        string path,
        JsonNode? body = null,
        string? seen = null
    )
    {
        using var request = new HttpRequestMessage(method, path);
        if (body is not null)
        {
            request.Content = new StringContent(body.ToJsonString(), Encoding.UTF8, "application/json");
        }

        if (seen is not null)
        {
            request.Headers.TryAddWithoutValidation("If-Match", seen == "*" ? seen : $"\"{seen}\"");
        }

        using var answer = await client.SendAsync(request);
        var text = await answer.Content.ReadAsStringAsync();
        Assert.True(answer.IsSuccessStatusCode, $"{method} {path}: {answer.StatusCode} {text}");
        return text.Length == 0 ? null : JsonNode.Parse(text);
    }

    /// <summary>Does the next step of a plant, and gives the revision of the work after it.</summary>
    private static async Task<string> StepAsync(HttpClient client, string plant)
    {
        var work = (await client.GetFromJsonAsync<JsonNode>($"/api/plants/{plant}/work"))!;
        var step = work["pending"]![0]!;
        var done = new JsonObject
        {
            ["key"] = (string)step["key"]!,
            ["mark"] = (string)step["mark"]!,
            ["outcome"] = "done",
        };
        var after = await SendAsync(
            client,
            HttpMethod.Post,
            $"/api/plants/{plant}/work",
            done,
            (string)work["revision"]!
        );
        return (string)after!["revision"]!;
    }
}
