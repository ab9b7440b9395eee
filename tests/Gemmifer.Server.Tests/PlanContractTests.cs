using System.Net;
using System.Text;
using System.Text.Json.Nodes;

namespace Gemmifer.Server.Tests;

/// <summary>POST /api/plan as the exchange format promises it.</summary>
public sealed class PlanContractTests : IDisposable
{
    private readonly Garden _garden = new();

    public void Dispose() => _garden.Dispose();

    private async Task<(HttpStatusCode Status, string Type, string Body)> PostAsync(string body)
    {
        using var answer = await _garden.Client.PostAsync(
            "/api/plan",
            new StringContent(body, Encoding.UTF8, "application/json")
        );
        return (
            answer.StatusCode,
            answer.Content.Headers.ContentType?.MediaType ?? "",
            await answer.Content.ReadAsStringAsync()
        );
    }

    [Fact]
    public async Task A_survey_gives_a_plan_and_the_same_survey_the_same_bytes()
    {
        var survey = Garden.Document(Garden.Cane("A", 4), Garden.Cane("B", 8), Garden.Cane("C", 12)).ToJsonString();
        var (first, second) = (await PostAsync(survey), await PostAsync(survey));
        Assert.Equal((HttpStatusCode.OK, "application/json"), (first.Status, first.Type));
        Assert.Equal(first.Body, second.Body);
        Assert.Equal("gemmifer.plan/1", (string?)JsonNode.Parse(first.Body)!["format"]);
    }

    [Theory]
    [InlineData("", 400)]
    [InlineData("{\"format\":", 400)]
    [InlineData("NaN", 400)]
    [InlineData("{\"date\": Infinity}", 400)]
    [InlineData("[1,2]", 422)]
    [InlineData("null", 422)]
    [InlineData("{}", 422)]
    public async Task What_cannot_be_planned_is_a_problem_and_the_server_stays_up(string body, int status)
    {
        var answer = await PostAsync(body);
        Assert.Equal((status, "application/problem+json"), ((int)answer.Status, answer.Type));
        var problem = JsonNode.Parse(answer.Body)!;
        Assert.Equal(status, (int)problem["status"]!);
        if (status == 422)
        {
            Assert.All(problem["errors"]!.AsArray(), e =>
                Assert.True(e!["path"] is not null && e["code"] is not null && e["message"] is not null)
            );
        }

        Assert.Equal(HttpStatusCode.OK, (await PostAsync(Garden.Document(Garden.Cane("A", 4)).ToJsonString())).Status);
    }

    [Fact]
    public async Task Errors_name_every_field_with_its_limits()
    {
        var survey = Garden.Document(Garden.Cane("A", 13, -3), Garden.Cane("A", 4));
        survey["stems"]![1]!["length"] = 40_000;
        survey["plant"]!["kind"] = "rose.plastic";
        var errors = JsonNode.Parse((await PostAsync(survey.ToJsonString())).Body)!["errors"]!.AsArray();
        Assert.Equal(
            ["/plant/kind", "/stems/0/clock", "/stems/0/diameter", "/stems/1/length", "/stems/1/id"],
            errors.Select(e => (string)e!["path"]!)
        );
        Assert.Equal((0, 15_000), ((int)(double)errors[3]!["min"]!, (int)errors[3]!["max"]!));
    }

    [Fact]
    public async Task Over_a_megabyte_is_refused_and_five_hundred_stems_are_named()
    {
        var large = await PostAsync("{\"format\": \"" + new string('x', 1_000_000) + "\"}");
        Assert.Equal((413, "application/problem+json"), ((int)large.Status, large.Type));
        var many = Garden.Document([.. Enumerable.Range(0, 500).Select(i => Garden.Cane($"S{i}", 1 + (i % 11)))]);
        var answer = await PostAsync(many.ToJsonString());
        Assert.Equal(422, (int)answer.Status);
        Assert.Equal("/stems", (string)JsonNode.Parse(answer.Body)!["errors"]![0]!["path"]!);
    }

    [Theory]
    [InlineData("survey-1.json")]
    [InlineData("plan-1.json")]
    public async Task The_schemas_are_published(string name) =>
        Assert.Contains("2020-12", await _garden.Client.GetStringAsync("/schemas/" + name), StringComparison.Ordinal);

    [Theory]
    [InlineData("/api/nothing")]
    [InlineData("/schemas/nothing.json")]
    [InlineData("/api/plants/nobody")]
    [InlineData("/api/plants/nobody/survey")]
    [InlineData("/api/schools?kind=rose.plastic")]
    public async Task What_is_not_there_is_a_problem_too(string path)
    {
        using var answer = await _garden.Client.GetAsync(path);
        Assert.Equal(
            (404, "application/problem+json"),
            ((int)answer.StatusCode, answer.Content.Headers.ContentType?.MediaType)
        );
    }

    [Fact]
    public async Task A_page_of_another_site_cannot_change_the_garden()
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, "/api/plants/any/work/finish");
        request.Headers.Add("Sec-Fetch-Site", "cross-site");
        using var answer = await _garden.Client.SendAsync(request);
        Assert.Equal(
            (403, "application/problem+json"),
            ((int)answer.StatusCode, answer.Content.Headers.ContentType?.MediaType)
        );
    }

    [Fact]
    public async Task The_kept_description_of_the_api_is_the_servers_own()
    {
        // Kept beside the front end, whose types are made from it. To renew it: GEMMIFER_RENEW=1.
        var file = Path.Combine(AppContext.BaseDirectory, "../../../../../web/openapi.json");
        var served = (await _garden.Client.GetStringAsync("/openapi/v1.json")).ReplaceLineEndings("\n");
        if (Environment.GetEnvironmentVariable("GEMMIFER_RENEW") == "1")
        {
            await File.WriteAllTextAsync(file, served);
        }

        Assert.Equal((await File.ReadAllTextAsync(file)).ReplaceLineEndings("\n").TrimEnd(), served.TrimEnd());
    }

    [Theory]
    [InlineData("/api/plan", "survey-1.json", "stems")]
    [InlineData("/api/year", "year-1.json", "plants")]
    [InlineData("/api/trace", "trace-1.json", "canes")]
    public async Task What_the_core_reads_is_described_by_its_published_schema(string path, string file, string list)
    {
        var served = JsonNode.Parse(await _garden.Client.GetStringAsync("/openapi/v1.json"))!;
        var body = served["paths"]![path]!["post"]!["requestBody"]!["content"]!["application/json"]!["schema"]!;
        JsonNode Part(JsonNode at) =>
            at["$ref"] is { } to ? served["components"]!["schemas"]![((string)to!).Split('/')[^1]]! : at;
        var published = JsonNode.Parse(await _garden.Client.GetStringAsync($"/schemas/{file}"))!;
        var of = (string)published["properties"]![list]!["items"]!["$ref"]!;
        var part = published["$defs"]![of.Split('/')[^1]]!;
        JsonNode[] whole = [Part(body), .. (Part(body)["allOf"]?.AsArray() ?? []).Select(p => Part(p!))];
        var fields = whole.SelectMany(w => w["properties"]!.AsObject()).ToDictionary(p => p.Key, p => p.Value!);
        var described = Part(fields[list]["items"]!);
        Assert.Equal(Names(published["properties"]!), fields.Keys.Order());
        Assert.Equal(Names(part["properties"]!), Names(described["properties"]!));

        static IEnumerable<string> Names(JsonNode properties) => properties.AsObject().Select(p => p.Key).Order();
    }
}
