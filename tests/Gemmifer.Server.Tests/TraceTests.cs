using System.Net;
using System.Text;
using System.Text.Json.Nodes;

namespace Gemmifer.Server.Tests;

/// <summary>POST /api/trace as the exchange format promises it.</summary>
public sealed class TraceTests : IDisposable
{
    private readonly Garden _garden = new();

    public void Dispose() => _garden.Dispose();

    private const string Asked = """
        { "views": [ { "id": "front", "from": 6, "size": [1600, 1200], "focal35": 26, "crown": [812, 1040],
                       "stick": { "a": [905, 1050], "b": [902, 560], "mm": 1000, "at": [3.5, 197] } } ],
          "canes": [ { "id": "A", "on": { "front": [[812, 1040], [790, 800], [742, 520]] }, "clock": 8.5,
                       "width": { "front": [[790, 800], [801, 802]] } } ] }
        """;

    private async Task<(int Status, string Body)> SendAsync(string body)
    {
        using var content = new StringContent(body, Encoding.UTF8, "application/json");
        using var answer = await _garden.Client.PostAsync("/api/trace", content);
        return ((int)answer.StatusCode, await answer.Content.ReadAsStringAsync());
    }

    [Fact]
    public async Task Taps_give_canes_with_their_spread_and_the_same_taps_the_same_bytes()
    {
        var (status, body) = await SendAsync(Asked);
        Assert.Equal(200, status);
        var stem = JsonNode.Parse(body)!["stems"]![0]!;
        foreach (var field in (string[])["clock", "lean", "tipLean", "length", "diameter"])
        {
            Assert.NotNull(stem[field]);
            Assert.NotNull(stem["spread"]![field]);
        }

        Assert.Equal((8.5, "A"), ((double)stem["clock"]!, (string)stem["id"]!));
        Assert.Empty(JsonNode.Parse(body)!["warnings"]!.AsArray());
        Assert.Equal((200, body), await SendAsync(Asked));

        // What it gives goes into a survey as it is.
        var survey = Garden.Document(Garden.Cane("A", 8.5));
        foreach (var field in (string[])["lean", "tipLean", "length", "diameter", "spread"])
        {
            survey["stems"]![0]![field] = stem[field]!.DeepClone();
        }

        var (planned, plan) = await _garden.SendAsync(HttpMethod.Post, "/api/plan", survey);
        Assert.Equal(HttpStatusCode.OK, planned);
        Assert.DoesNotContain(plan!["warnings"]!.AsArray(), w => (string)w!["code"]! == "unknown-field");
        Assert.NotNull(plan["stems"]![0]!["sure"]);
    }

    [Theory]
    [InlineData("{", 400)]
    [InlineData("[]", 422)]
    [InlineData("""{ "views": [] }""", 422)]
    public async Task What_is_no_question_is_refused(string body, int status)
    {
        var answer = await SendAsync(body);
        Assert.Equal(status, answer.Status);
        Assert.Equal(status, (int)JsonNode.Parse(answer.Body)!["status"]!);
    }

    [Fact]
    public async Task A_tap_outside_of_its_picture_is_named_and_a_body_too_long_is_refused()
    {
        var (status, body) = await SendAsync(Asked.Replace("[742, 520]", "[7420, 520]", StringComparison.Ordinal));
        Assert.Equal(
            (422, "/canes/0/on/front/2", "range"),
            (
                status,
                (string)JsonNode.Parse(body)!["errors"]![0]!["path"]!,
                (string)JsonNode.Parse(body)!["errors"]![0]!["code"]!
            )
        );
        Assert.Equal(413, (await SendAsync("[" + new string(' ', 1_100_000) + "]")).Status);
    }
}
