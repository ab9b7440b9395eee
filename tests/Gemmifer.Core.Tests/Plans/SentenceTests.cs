using System.Globalization;
using System.Text.Json;
using System.Text.RegularExpressions;
using Gemmifer.Core.Plans;

namespace Gemmifer.Core.Tests.Plans;

/// <summary>The sentences of plans and the measures in them.</summary>
public partial class SentenceTests
{
    /// <summary>Fields of a plan that hold words without measures of their own.</summary>
    private static readonly string[] Wordless = ["caution", "arithmetic", "why", "name", "gain", "loss", "next"];

    [Fact]
    public void Every_measure_in_a_sentence_stands_beside_it_as_a_number()
    {
        var (plans, measures) = (0, 0);
        for (var seed = 0; seed < 400; seed++)
        {
            if (
                SurveyReader.Read(JsonSerializer.SerializeToElement(SeededSurveys.Of(seed)))
                is not SurveyReading.Valid valid
            )
            {
                continue;
            }

            plans++;
            using var plan = JsonDocument.Parse(Planner.Plan(valid.Survey).ToJson());
            measures += Check(plan.RootElement, $"seed {seed}");
        }

        Assert.True(plans > 150, $"{plans} plans");
        Assert.True(measures > 1200, $"{measures} measures");
    }

    [Fact]
    public void Words_of_people_are_no_measures_even_where_they_look_like_one()
    {
        Sentence own = "Row \uE000lx\uE001, said \uE000 and \uE001 by B, 12 mm";
        Assert.Null(own.Measures);
        Assert.Equal("Row \uE000lx\uE001, said \uE000 and \uE001 by B, 12 mm", own.Text);
        Assert.Equal("", default(Sentence).Text);
        Assert.Null(Sentence.Maybe(null));
    }

    [Fact]
    public void A_sentence_put_into_another_brings_its_measures()
    {
        Sentence first = $"Cut it at {Sentence.Mark(40, Sentence.Millimetres)}.";
        Sentence all = $"Look. {first} Then tie it.";
        Assert.Equal("Look. Cut it at 40 mm. Then tie it.", all.Text);
        Assert.Equal([new Measure(16, 5, Mm: 40)], all.Measures!);
    }

    /// <summary>Every record that a plan is made of, found by what it holds.</summary>
    private static HashSet<Type> Reached(params Type[] from)
    {
        var (reached, open) = (new HashSet<Type>(), new Stack<Type>(from));
        while (open.TryPop(out var type))
        {
            var own = type.Namespace?.StartsWith("Gemmifer", StringComparison.Ordinal) == true && !type.IsEnum;
            foreach (var inner in type.IsGenericType ? type.GetGenericArguments() : [])
            {
                open.Push(inner);
            }

            if (type.IsArray)
            {
                open.Push(type.GetElementType()!);
            }

            if (own && type != typeof(Sentence) && reached.Add(type))
            {
                foreach (var property in type.GetProperties())
                {
                    open.Push(property.PropertyType);
                }
            }
        }

        return reached;
    }

    [Fact]
    public void Beside_every_sentence_of_a_plan_stand_its_measures()
    {
        var types = Reached([typeof(PlanDocument), .. PlantFamilies.All.Select(f => f.PlanPart).OfType<Type>()]);
        var sentences = types
            .SelectMany(t => t.GetProperties().Select(p => (Type: t, p.Name, p.PropertyType)))
            .Where(p => (Nullable.GetUnderlyingType(p.PropertyType) ?? p.PropertyType) == typeof(Sentence))
            .Where(p => p.Name != nameof(PlanStep.Said))
            .ToArray();
        Assert.True(sentences.Length > 15, $"{sentences.Length} sentences");
        Assert.All(sentences, s =>
            Assert.NotNull(s.Type.GetProperty(s.Name == "Text" ? "Measures" : s.Name + "Measures"))
        );
    }

    [Fact]
    public void A_range_is_one_measure_and_a_day_too()
    {
        Sentence all =
            $"Keep {Sentence.Mark(40, 60.5, Sentence.Millimetres)}, {Sentence.Mark(2500, Sentence.Kilograms)}, until "
            + $"{Sentence.Mark(new DateOnly(2027, 5, 2))}.";
        Assert.Equal("Keep 40 to 60.5 mm, 2.5 kg, until 2027-05-02.", all.Text);
        Assert.Equal(
            [
                new Measure(5, 13, Mm: 40, To: 60.5),
                new Measure(20, 6, G: 2500),
                new Measure(34, 10, Day: new DateOnly(2027, 5, 2)),
            ],
            all.Measures!
        );
    }

    /// <summary>A bend is said as a round thing no tighter than it; its radius stands beside the words.</summary>
    [Theory]
    [InlineData(40, "your fist")]
    [InlineData(45, "your fist")]
    [InlineData(45.2, "a saucer")]
    [InlineData(160, "a bucket")]
    [InlineData(551, "a circle 1200 mm across")]
    public void A_bend_is_a_round_thing_with_its_radius(double radius, string thing)
    {
        Sentence said = $"Bend it no tighter than {Wording.Round(radius)}.";
        Assert.Equal($"Bend it no tighter than {thing}.", said.Text);
        Assert.Equal([new Measure(24, thing.Length, Bend: Math.Ceiling(radius))], said.Measures!);
    }

    private static int Check(JsonElement element, string where)
    {
        switch (element.ValueKind)
        {
            case JsonValueKind.Array:
                return element.EnumerateArray().Sum(e => Check(e, where));
            case JsonValueKind.Object:
                var inside = element.EnumerateObject().Sum(p => Check(p.Value, $"{where}/{p.Name}"));
                return inside
                    + Told(element, "text", "measures", where)
                    + Told(element, "flips", "flipsMeasures", where)
                    + Wordless.Sum(name => Told(element, name, "", where));
            default:
                return 0;
        }
    }

    private static int Told(JsonElement element, string words, string measures, string where)
    {
        if (!element.TryGetProperty(words, out var said) || said.ValueKind != JsonValueKind.String)
        {
            return 0;
        }

        var text = said.GetString()!;
        var told =
            measures.Length > 0
            && element.TryGetProperty(measures, out var list)
            && list.ValueKind == JsonValueKind.Array
                ? list.EnumerateArray()
                    .Select(m =>
                        (At: m.GetProperty("at").GetInt32(), Length: m.GetProperty("length").GetInt32(), Value: m)
                    )
                    .ToArray()
                : [];
        var rest = text;
        foreach (var (at, length, value) in told)
        {
            Assert.Equal(Words(value, text.Substring(at, length)), text.Substring(at, length));
            rest = rest.Remove(at, length).Insert(at, new string('#', length));
        }

        Assert.False(Bare().IsMatch(rest), $"{where}: a measure without its number in “{text}”");
        return told.Length;
    }

    /// <summary>A measure as the sentence has to say it.</summary>
    private static string Words(JsonElement measure, string said)
    {
        if (measure.TryGetProperty("day", out var day) && day.ValueKind == JsonValueKind.String)
        {
            return day.GetString()!;
        }

        if (measure.TryGetProperty("bend", out var bend) && bend.ValueKind == JsonValueKind.Number)
        {
            return Sentence.Plain(Wording.Round(bend.GetDouble()));
        }

        var (unit, size) =
            said.EndsWith("kg", StringComparison.Ordinal) ? ("kg", 1000.0)
            : said.EndsWith("mm", StringComparison.Ordinal) ? ("mm", 1.0)
            : ("g", 1.0);
        string Number(string field) =>
            (measure.GetProperty(field).GetDouble() / size).ToString("0.##", CultureInfo.InvariantCulture);
        var to =
            measure.TryGetProperty("to", out var end) && end.ValueKind == JsonValueKind.Number
                ? $" to {Number("to")}"
                : "";
        return $"{Number(unit == "mm" ? "mm" : "g")}{to} {unit}";
    }

    [GeneratedRegex(@"\d (mm|cm|g|kg)\b|\b\d{4}-\d\d-\d\d\b")]
    private static partial Regex Bare();
}
