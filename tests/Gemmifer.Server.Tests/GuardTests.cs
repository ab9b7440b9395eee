using System.IO.Compression;
using System.Net.Http.Headers;
using System.Text;
using System.Text.Json.Nodes;

namespace Gemmifer.Server.Tests;

/// <summary>What is refused, how, and what every answer carries.</summary>
public sealed class GuardTests : IDisposable
{
    private readonly Garden _garden = new();

    public void Dispose() => _garden.Dispose();

    private async Task<(int Status, JsonNode? Body)> PostAsync(
        string path,
        byte[] body,
        Action<HttpRequestMessage>? change = null,
        string type = "application/json"
    )
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, path) { Content = new ByteArrayContent(body) };
        request.Content.Headers.ContentType = MediaTypeHeaderValue.Parse(type);
        change?.Invoke(request);
        using var answer = await _garden.Client.SendAsync(request);
        var text = await answer.Content.ReadAsStringAsync();
        return ((int)answer.StatusCode, text.Length == 0 ? null : JsonNode.Parse(text));
    }

    private static byte[] Utf8(string text) => Encoding.UTF8.GetBytes(text);

    public static TheoryData<string, byte[], int, string> Bodies =>
        new()
        {
            { "half a character", Utf8("""{ "plant": { "kind": "\ud800" } }"""), 422, "encoding" },
            { "half a character as a name", Utf8("""{ "\udc00": 1 }"""), 422, "encoding" },
            { "invalid UTF-8", [(byte)'"', 0xC3, 0x28, (byte)'"'], 400, "encoding" },
            { "UTF-16", Encoding.Unicode.GetBytes("{}"), 400, "json" },
            { "byte order mark", [0xEF, 0xBB, 0xBF, (byte)'{', (byte)'}'], 400, "json" },
            { "nothing", [], 400, "json" },
            { "a key twice", Utf8("""{ "stems": [ { "id": "A", "id": "B" } ] }"""), 422, "duplicate" },
            { "deeper than anything", Utf8(new string('[', 600) + new string(']', 600)), 400, "json" },
        };

    [Theory]
    [MemberData(nameof(Bodies))]
    public async Task A_body_that_is_none_is_refused_in_words(string what, byte[] body, int status, string code)
    {
        foreach (var path in (string[])["/api/plan", "/api/plants", "/api/rules", "/api/blocks"])
        {
            var answer = await PostAsync(path, body);
            Assert.Equal(
                (what, path, status, code),
                (what, path, answer.Status, (string)answer.Body!["errors"]![0]!["code"]!)
            );
        }
    }

    /// <summary>RFC 9110, 13.1.2: a condition that an answer is another than the one that is there.</summary>
    [Fact]
    public async Task What_is_there_already_is_not_sent_again()
    {
        async Task<HttpResponseMessage> AskAsync(string path, EntityTagHeaderValue? had = null)
        {
            using var request = new HttpRequestMessage(HttpMethod.Get, path);
            if (had is not null)
            {
                request.Headers.IfNoneMatch.Add(had);
            }

            return await _garden.Client.SendAsync(request);
        }

        var id = await _garden.PlantAsync();
        foreach (var path in (string[])["/api/kinds", "/api/plants", $"/api/plants/{id}", $"/api/plants/{id}/work"])
        {
            using var first = await AskAsync(path);
            using var again = await AskAsync(path, first.Headers.ETag);
            using var other = await AskAsync(path, new EntityTagHeaderValue("\"other\"", true));
            Assert.Equal((200, 304, 200), ((int)first.StatusCode, (int)again.StatusCode, (int)other.StatusCode));
            Assert.Empty(await again.Content.ReadAsByteArrayAsync());
            Assert.Equal("no-cache, private", first.Headers.CacheControl!.ToString());
        }

        using var before = await AskAsync($"/api/plants/{id}/log");
        await _garden.SendAsync(HttpMethod.Post, $"/api/plants/{id}/log", new JsonObject { ["text"] = "Seen" });
        using var after = await AskAsync($"/api/plants/{id}/log", before.Headers.ETag);
        Assert.Equal(200, (int)after.StatusCode);
        Assert.NotEqual(before.Headers.ETag, after.Headers.ETag);

        // What is refused is no answer to keep.
        using var refused = await AskAsync("/api/plants/none");
        Assert.Null(refused.Headers.ETag);
        Assert.Equal("no-store", refused.Headers.CacheControl!.ToString());
    }

    [Theory]
    [InlineData("br")]
    [InlineData("gzip")]
    public async Task Answers_are_packed_for_whoever_takes_them_so(string packing)
    {
        using var plain = await _garden.Client.GetAsync("/api/kinds");
        Assert.Empty(plain.Content.Headers.ContentEncoding);
        using var request = new HttpRequestMessage(HttpMethod.Get, "/api/kinds");
        request.Headers.AcceptEncoding.Add(new StringWithQualityHeaderValue(packing));
        using var packed = await _garden.Client.SendAsync(request);
        Assert.Equal([packing], packed.Content.Headers.ContentEncoding);
        var bytes = await packed.Content.ReadAsByteArrayAsync();
        await using var stream = new MemoryStream(bytes);
        await using Stream unpacked =
            packing == "br"
                ? new BrotliStream(stream, CompressionMode.Decompress)
                : new GZipStream(stream, CompressionMode.Decompress);
        using var reader = new StreamReader(unpacked);
        var text = await plain.Content.ReadAsStringAsync();
        Assert.Equal(text, await reader.ReadToEndAsync());
        Assert.True(bytes.Length < text.Length / 2, $"{bytes.Length} of {text.Length}");
    }

    [Fact]
    public async Task The_field_that_stands_twice_is_named()
    {
        var (_, body) = await PostAsync("/api/plan", Utf8("""{ "stems": [ { "id": "A", "id": "B" } ] }"""));
        Assert.Equal("/stems/0/id", (string)body!["errors"]![0]!["path"]!);
    }

    [Theory]
    [InlineData("text/plain")]
    [InlineData("application/x-www-form-urlencoded")]
    [InlineData("application/json; charset=utf-16")]
    public async Task A_body_of_another_type_is_refused(string type) =>
        Assert.Equal(415, (await PostAsync("/api/plants", Utf8("{}"), type: type)).Status);

    [Fact]
    public async Task A_compressed_body_is_refused() =>
        Assert.Equal(
            415,
            (await PostAsync("/api/plan", [1, 2], r => r.Content!.Headers.ContentEncoding.Add("gzip"))).Status
        );

    [Fact]
    public async Task A_chunked_body_is_read_and_its_limit_holds()
    {
        var small = Utf8("""{ "name": "Chunked", "kind": "rose.hybrid-tea" }""");
        Assert.Equal(
            201,
            (await PostAsync("/api/plants", small, r => r.Headers.TransferEncodingChunked = true)).Status
        );
        var large = Utf8("\"" + new string('a', 1_100_000) + "\"");
        Assert.Equal(413, (await PostAsync("/api/plan", large, r => r.Headers.TransferEncodingChunked = true)).Status);
    }

    [Theory]
    [InlineData("PATCH", "/api/plan", 405)]
    [InlineData("DELETE", "/api/settings", 405)]
    [InlineData("GET", "/api/nothing", 404)]
    public async Task What_an_address_does_not_do_is_said_with_its_errors(string method, string path, int status)
    {
        using var request = new HttpRequestMessage(new HttpMethod(method), path);
        using var answer = await _garden.Client.SendAsync(request);
        Assert.Equal(status, (int)answer.StatusCode);
        Assert.Equal("application/problem+json", answer.Content.Headers.ContentType?.MediaType);
        Assert.Single(JsonNode.Parse(await answer.Content.ReadAsStringAsync())!["errors"]!.AsArray());
    }

    [Theory]
    [InlineData("Origin", "http://evil.example", 403)]
    [InlineData("Origin", "http://localhost:9999", 403)]
    [InlineData("Origin", "null", 403)]
    [InlineData("Sec-Fetch-Site", "cross-site", 403)]
    [InlineData("Sec-Fetch-Site", "same-site", 403)]
    [InlineData("Origin", "http://localhost", 201)]
    [InlineData("Sec-Fetch-Site", "same-origin", 201)]
    public async Task Only_the_gardens_own_pages_may_change_it(string header, string value, int status) =>
        Assert.Equal(
            status,
            (
                await PostAsync("/api/plants", Utf8("""{ "name": "X", "kind": "rose.hybrid-tea" }"""), r =>
                    r.Headers.Add(header, value)
                )
            ).Status
        );

    [Fact]
    public async Task Another_host_is_not_answered()
    {
        var (status, body) = await PostAsync("/api/plants", Utf8("{}"), r => r.Headers.Host = "garden.example");
        Assert.Equal((421, "host"), (status, (string)body!["errors"]![0]!["code"]!));
    }

    [Theory]
    [InlineData("/")]
    [InlineData("/api/kinds")]
    [InlineData("/garden")]
    [InlineData("/api/nothing")]
    public async Task Every_answer_says_what_a_page_may_do(string path)
    {
        using var answer = await _garden.Client.GetAsync(path);
        string Header(string name) => string.Join(',', answer.Headers.GetValues(name));
        Assert.Contains(
            "script-src 'self' 'wasm-unsafe-eval';",
            Header("Content-Security-Policy"),
            StringComparison.Ordinal
        );
        Assert.Contains("frame-ancestors 'none'", Header("Content-Security-Policy"), StringComparison.Ordinal);
        Assert.Equal(("nosniff", "no-referrer"), (Header("X-Content-Type-Options"), Header("Referrer-Policy")));
        Assert.Contains("geolocation=()", Header("Permissions-Policy"), StringComparison.Ordinal);
        Assert.True(answer.Headers.CacheControl is { NoStore: true } or { NoCache: true });
    }
}
