using System.Text.Json.Nodes;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Photographs;

namespace Gemmifer.Core.Tests.Photographs;

/// <content>What is no question, and what is too much of one.</content>
public partial class TraceTests
{
    [Theory]
    [InlineData("""{ "canes": [] }""", "/views required")]
    [InlineData("""{ "views": [], "canes": [] }""", "/views required")]
    [InlineData("""[]""", " type")]
    public void What_is_no_question_is_refused(string json, string error) =>
        Assert.Contains(error, Errors(JsonNode.Parse(json)!));

    public static TheoryData<string, string> Bad =>
        new()
        {
            { "views/0/stick/b=[905, 1050]", "/views/0/stick range" },
            { "views/0/stick/mm=0", "/views/0/stick/mm range" },
            { "views/0/stick=null", "/views/0/stick required" },
            { "views/0/crown=[1700, 600]", "/views/0/crown range" },
            { "views/0/crown=[800]", "/views/0/crown type" },
            { "views/0/size=[0, 1200]", "/views/0/size range" },
            { "views/0/from=0", "/views/0/from range" },
            { "views/0/focal35=1", "/views/0/focal35 range" },
            { "canes/0/on/front=[[812, 1040]]", "/canes/0/on/front too-few" },
            { "canes/0/on/front/1=[900, 9000]", "/canes/0/on/front/1 range" },
            { "canes/0/on/front/1=\"x\"", "/canes/0/on/front/1 type" },
            { "canes/0/on/back=[[1, 1], [2, 2]]", "/canes/0/on/back reference" },
            { "canes/0/on={}", "/canes/0/on required" },
            { "canes/0/clock=13", "/canes/0/clock range" },
            { "canes/0/width/front=[[1, 2]]", "/canes/0/width/front type" },
            { "canes/0/id=null", "/canes/0/id required" },
        };

    [Theory]
    [MemberData(nameof(Bad))]
    public void Wrong_taps_are_named_by_their_place(string change, string error)
    {
        var asked = JsonNode.Parse(
            """
            { "views": [ { "id": "front", "from": 6, "size": [1600, 1200], "focal35": 26, "crown": [812, 1040],
                           "stick": { "a": [905, 1050], "b": [902, 560], "mm": 1000, "at": [3.5, 197] } } ],
              "canes": [ { "id": "A", "on": { "front": [[812, 1040], [790, 800], [742, 520]] }, "clock": 4.5,
                           "width": { "front": [[790, 800], [801, 802]] } } ] }
            """
        )!;
        Assert.IsType<TraceReading.Valid>(Reading(asked));
        var (path, value) = (change[..change.IndexOf('=')].Split('/'), change[(change.IndexOf('=') + 1)..]);
        var at = path[..^1].Aggregate(asked, (n, p) => int.TryParse(p, out var i) ? n[i]! : n[p]!);
        if (int.TryParse(path[^1], out var index))
        {
            at[index] = JsonNode.Parse(value);
        }
        else
        {
            at[path[^1]] = JsonNode.Parse(value);
        }

        Assert.Contains(error, Errors(asked));
    }

    [Fact]
    public void A_thousand_canes_are_too_many_and_two_of_a_name_are_named()
    {
        Shot[] shots = [Front];
        var cane = Cane("A", new Truth(3, 20, 40, 1000, 0, 0), shots, 1, null);
        var asked = Asked(shots, null, cane, (JsonObject)cane.DeepClone());
        Assert.Contains("/canes duplicate", Errors(asked));
        asked["canes"] = new JsonArray([.. Enumerable.Range(0, 1000).Select(_ => cane.DeepClone())]);
        Assert.Contains("/canes too-many", Errors(asked));
    }

    private static readonly Shot[] Around =
    [
        Front,
        Side,
        new("behind", 12, 3100, 750, 2, 26),
        new("left", 9, 2900, 700, 0, 26),
    ];

    /// <summary>Canes all round, tapped in each of four pictures; every seventh stands as the first does.</summary>
    private static JsonObject AllRound(int canes, int between)
    {
        var noise = new Random(5);
        JsonObject[] shapes =
        [
            .. Enumerable
                .Range(0, 7)
                .Select(i => Cane("C", new Truth(1 + (i * 1.5), 15 + (2 * i), 40, 900, 0, 0), Around, between, noise)),
        ];
        return Asked(
            Around,
            null,
            [
                .. Enumerable
                    .Range(0, canes)
                    .Select(i =>
                    {
                        var cane = (JsonObject)shapes[i % shapes.Length].DeepClone();
                        cane["id"] = $"C{i}";
                        return cane;
                    }),
            ]
        );
    }

    [Fact]
    public void The_most_that_may_be_asked_costs_no_more_than_it_may_and_what_was_not_reckoned_is_told()
    {
        // As many as anybody tapped ever, of three taps each, are all reckoned.
        var few = Reckoned(AllRound(60, 1));
        Assert.DoesNotContain(few.Warnings, w => w.Code == "effort");
        Assert.All(few.Stems, s => Assert.NotNull(s.Length));

        var asked = AllRound(200, 48);
        var most = Reckoned(asked);
        Assert.Equal(200, most.Stems.Count);
        var left = most.Stems.Count(s => s.Length is null);
        Assert.InRange(left, 1, 199);
        // What is not reckoned are the last ones, whole.
        Assert.Equal(left, most.Stems.Reverse().TakeWhile(s => s.Length is null).Count());
        var told = Assert.Single(most.Warnings, w => w.Code == "effort");
        Assert.StartsWith($"{left} of 200 canes were not reckoned", told.Text, StringComparison.Ordinal);
        Assert.Equal(most.ToJson(), Reckoned(asked).ToJson());
    }

    [Fact]
    public void Many_taps_on_a_cane_find_it_as_few_do()
    {
        var found = Assert.Single(Reckoned(AllRound(1, 48)).Stems);
        Assert.InRange(found.Length!.Value, 880, 920);
        Assert.InRange(found.Lean!.Value, 13, 17);
    }

    [Fact]
    public async Task A_reckoning_nobody_waits_for_is_given_up_in_its_midst()
    {
        var asked = ((TraceReading.Valid)Reading(AllRound(200, 48))).Asked;
        await CancellationTests.GivenUpInTheMidstAsync(token => Trace.Canes(asked, token));
    }

    private static string[] Errors(JsonNode asked) =>
        [.. Assert.IsType<TraceReading.Invalid>(Reading(asked)).Errors.Select((SurveyError e) => $"{e.Path} {e.Code}")];
}
