using System.Text.Json.Nodes;
using Gemmifer.Core.Schools;

namespace Gemmifer.Core.Tests;

public class SurveyReaderTests
{
    private static readonly JsonObject Sound = Surveys.Of(Surveys.Cane("A", 4), Surveys.Cane("B", 8));

    private static (string Path, string Code)[] Errors(JsonNode? survey) =>
        Surveys.Reading(survey) is SurveyReading.Invalid invalid
            ? [.. invalid.Errors.Select(e => (e.Path, e.Code))]
            : [];

    private static JsonObject First(string name, JsonNode? value)
    {
        var copy = (JsonObject)Sound.DeepClone();
        copy["stems"]![0]![name] = value;
        return copy;
    }

    [Theory]
    [InlineData("clock", 12, 13, "range")]
    [InlineData("clock", 0.1, 0, "range")]
    [InlineData("length", 15000, 15001, "range")]
    [InlineData("length", 40, -40, "range")]
    [InlineData("diameter", 300, 300.1, "range")]
    [InlineData("diameter", 0.1, 0, "range")]
    [InlineData("radius", 3000, 3001, "range")]
    [InlineData("age", 80, 81, "range")]
    [InlineData("age", 1, 0, "range")]
    [InlineData("age", 2, 2.5, "range")]
    [InlineData("lean", 180, 181, "range")]
    [InlineData("tipLean", 0, -1, "range")]
    [InlineData("deadFrom", 1100, 1101, "range")]
    public void Limits_hold_at_the_limit_and_not_one_beyond(string field, double legal, double beyond, string code)
    {
        Assert.Empty(Errors(First(field, legal)));
        Assert.Equal([($"/stems/0/{field}", code)], Errors(First(field, beyond)));
    }

    [Theory]
    [InlineData("clock", "\"noon\"", "type")]
    [InlineData("role", "\"twig\"", "unknown")]
    [InlineData("seen", "[\"haunted\"]", "unknown")]
    [InlineData("pin", "\"maybe\"", "unknown")]
    [InlineData("named", "\"perhaps\"", "unknown")]
    [InlineData("pin", "{\"cutAt\": 5000}", "range")]
    [InlineData("buds", "[{\"at\": 2000}]", "range")]
    [InlineData("diameter", "1e999", "range")]
    [InlineData("rubs", "[\"Q\"]", "reference")]
    [InlineData("parent", "\"Q\"", "reference")]
    [InlineData("parent", "\"A\"", "cycle")]
    [InlineData("id", "\"B\"", "duplicate")]
    [InlineData("id", "\"crown\"", "reserved")]
    public void What_is_wrong_is_named(string field, string value, string code)
    {
        var error = Assert.Single(Errors(First(field, JsonNode.Parse(value))));
        Assert.Equal(code, error.Code);
        Assert.StartsWith(
            code == "duplicate" ? "/stems/1/id" : $"/stems/0/{field}",
            error.Path,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void All_errors_come_at_once()
    {
        var bad = Surveys
            .Of(Surveys.Cane("A", 13, -4), Surveys.Cane("B", 4).With("age", 0))
            .With("date", "soon")
            .Plant("kind", "rose.unheard")
            .With("format", "other/1");
        Assert.Equal(6, Errors(bad).Length);
        Assert.Contains(("/plant/kind", "unknown"), Errors(bad));
    }

    [Theory]
    [InlineData("[]")]
    [InlineData("3")]
    [InlineData("null")]
    [InlineData("\"survey\"")]
    public void What_is_no_object_is_no_survey(string json) =>
        Assert.Equal([("", "type")], Errors(JsonNode.Parse(json)));

    [Fact]
    public void Two_hundred_stems_are_read_and_one_more_is_not()
    {
        JsonObject Many(int n) =>
            Surveys.Of([.. Enumerable.Range(0, n).Select(i => Surveys.Cane($"S{i}", 1 + (i % 11)))]);
        Assert.Empty(Errors(Many(200)));
        Assert.Equal([("/stems", "too-many")], Errors(Many(201)));
        Assert.Equal([("/stems", "required")], Errors(Many(0)));
    }

    [Fact]
    public void Stems_may_stand_eight_deep_on_each_other()
    {
        JsonObject Deep(int n) =>
            Surveys.Of([
                Surveys.Cane("S0", 3),
                .. Enumerable
                    .Range(1, n)
                    .Select(i =>
                        Surveys.Cane($"S{i}", 3).With("role", "lateral").With("parent", $"S{i - 1}").With("at", 10)
                    ),
            ]);
        Assert.Empty(Errors(Deep(8)));
        Assert.Contains(Errors(Deep(9)), e => e.Code == "depth");
        var ring = Surveys.Of(
            Surveys.Cane("A", 1).With("parent", "B"),
            Surveys.Cane("B", 1).With("parent", "C"),
            Surveys.Cane("C", 1).With("parent", "A")
        );
        Assert.All(Errors(ring), e => Assert.Equal("cycle", e.Code));
        Assert.Equal(3, Errors(ring).Length);
    }

    [Theory]
    [InlineData("flat-fan", "/school", "unsupported")]
    [InlineData("goblet", "/school", "unsupported")]
    [InlineData("no-such", "/school", "unknown")]
    public void A_school_that_does_not_serve_is_refused(string school, string path, string code) =>
        Assert.Equal([(path, code)], Errors(Sound.With("school", school)));

    [Theory]
    [InlineData("spacing", "-1", "range")]
    [InlineData("removeShare", "1.5", "range")]
    [InlineData("canesMin", "9", "order")]
    [InlineData("heightMin", "601", "order")]
    [InlineData("bud", "\"down\"", "unknown")]
    [InlineData("slope", "\"steep\"", "type")]
    [InlineData("stripLeaves", "1", "type")]
    public void A_changed_value_is_checked_by_name(string name, string value, string code)
    {
        var school = new JsonObject
        {
            ["base"] = "open-bowl",
            ["set"] = new JsonObject { [name] = JsonNode.Parse(value) },
        };
        Assert.Equal([($"/school/set/{name}", code)], Errors(Sound.With("school", school)));
    }

    [Fact]
    public void A_changed_value_is_the_gardeners_own()
    {
        var school = new JsonObject
        {
            ["set"] = new JsonObject
            {
                ["spacing"] = 180,
                ["slope"] = 0,
                ["stripLeaves"] = false,
            },
        };
        var read = Surveys.Read(Sound.With("school", school)).School;
        Assert.Equal(
            (180, 0, Provenance.User, "open-bowl"),
            (read.SpacingMm, read.SlopeDeg, read.Set.Spacing.Provenance, read.Id)
        );
    }

    [Fact]
    public void Unknown_fields_are_ignored_and_listed()
    {
        var plan = Surveys.Plan(First("colour", "red").With("weather", "fine"));
        Assert.Equal(2, plan.Warnings.Count(w => w.Code == "unknown-field"));
        Assert.Contains(plan.Warnings, w => w.Text.Text.StartsWith("/stems/0/colour", StringComparison.Ordinal));
    }

    [Fact]
    public void Defaults_are_listed_and_a_stem_is_at_least_as_tooLongas_what_was_seen_on_it()
    {
        var bare = new JsonObject
        {
            ["id"] = "A",
            ["role"] = "cane",
            ["parent"] = "crown",
            ["clock"] = 4,
            ["diameter"] = 12,
            ["age"] = 1,
        };
        var survey = Surveys.Read(Surveys.Of(bare));
        Assert.Equal(
            ["length", "lean", "tipLean", "radius", "baseClock"],
            survey.Assumed.Where(a => a.Stem == "A").Select(a => a.Field)
        );
        Assert.Equal(
            (1100, 20, 20, 30),
            (survey.Stems[0].LengthMm, survey.Stems[0].LeanDeg, survey.Stems[0].TipLeanDeg, survey.Stems[0].RadiusMm)
        );
        Assert.Equal(1300, Surveys.Read(Surveys.Of(bare.Buds((1300, 4)))).Stems[0].LengthMm);
    }

    [Fact]
    public void Nothing_random_and_nothing_huge_gets_through_or_breaks_the_reader()
    {
        // Seeded noise in place of single values: either read or refused, never thrown.
        var random = new Random(3);
        string[] noise =
        [
            "null",
            "true",
            "-1",
            "1e308",
            "1e999",
            "\"\"",
            "[]",
            "{}",
            "[[[]]]",
            "\"\\u0000\"",
            "0.0000001",
            "{\"at\":{}}",
        ];
        for (var n = 0; n < 400; n++)
        {
            var survey = (JsonObject)Surveys.Random(n % 30).DeepClone();
            var target = random.Next(3) switch
            {
                0 => survey,
                1 => survey["plant"]!.AsObject(),
                _ => survey["stems"]![0]!.AsObject(),
            };
            target[target.ElementAt(random.Next(target.Count)).Key] = JsonNode.Parse(noise[random.Next(noise.Length)]);
            if (Surveys.Reading(survey) is SurveyReading.Valid valid)
            {
                Assert.NotEmpty(Planner.Plan(valid.Survey).ToJson());
            }
        }
    }

    [Fact]
    public void A_support_asks_only_for_what_its_kind_has()
    {
        static SurveyReading With(string kind) =>
            Surveys.Reading(
                Surveys
                    .Of(Surveys.Cane("A", 12, 12, 1, 1500))
                    .Plant("kind", "rose.climber")
                    .With("support", new JsonObject { ["kind"] = kind, ["height"] = 2000 })
            );
        Assert.IsType<SurveyReading.Valid>(With("post"));
        Assert.IsType<SurveyReading.Valid>(With("stake"));
        foreach (var kind in new[] { "wall", "fence", "arch", "obelisk", "pergola" })
        {
            var errors = Assert.IsType<SurveyReading.Invalid>(With(kind)).Errors;
            Assert.Contains(errors, e => e.Path == "/support/width");
        }
    }

    [Fact]
    public void The_reason_for_a_pin_is_the_gardeners_own_and_decides_nothing()
    {
        JsonObject With(string? reason) =>
            Surveys.Of(
                Surveys.Cane("A", 3, 14, 2, 1100, 20).With("pin", "remove").With("pinReason", reason),
                Surveys.Cane("B", 9, 14, 2, 1100, 20),
                Surveys.Cane("C", 6, 12, 1, 1000, 20)
            );
        Assert.Equal(Surveys.Plan(With(null)).ToJson(), Surveys.Plan(With("it covers the drainpipe")).ToJson());
        Assert.Equal("/stems/0/pinReason", Assert.Single(Errors(With(new string('x', 201)))).Path);
    }
}
