using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Nodes;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Year;

namespace Gemmifer.Core.Tests.Schools;

public class RuleBookTests
{
    [Theory]
    [InlineData("trade.json", 40)]
    [InlineData("Families/Roses/Data/rules.json", 35)]
    [InlineData("Families/Vines/Data/rules.json", 20)]
    [InlineData("Families/CaneFruit/Data/rules.json", 9)]
    public void Every_number_of_the_trade_says_where_it_comes_from_and_what_it_is(string name, int least)
    {
        var values = RuleBook.Read($"rules/{name}").Values;
        Assert.True(values.Count >= least, $"{values.Count} numbers");
        Assert.All(values.Values, v => Assert.Matches(@"^[A-Z].{12,}\.$", v.Why));
    }

    private static string Refused(Func<JsonObject, JsonObject> change)
    {
        var numbers = JsonNode.Parse(DataFiles.Read("year/stages.json").GetProperty("values").GetRawText())!.AsObject();
        var changed = JsonSerializer.SerializeToElement(change(numbers));
        return Assert.Throws<FormatException>(() => NumberBook.Bind<YearNumbers>("stages", changed)).Message;
    }

    private static JsonObject With(JsonObject numbers, string name, JsonNode? value)
    {
        (numbers[name] ??= numbers["half"]!.DeepClone())["value"] = value;
        return numbers;
    }

    private static JsonObject Without(JsonObject numbers, string name)
    {
        numbers.Remove(name);
        return numbers;
    }

    [Fact]
    public void A_number_that_is_missing_unknown_out_of_range_or_not_whole_is_refused_by_name()
    {
        Assert.Equal("stages misses the number 'flushDays'.", Refused(n => Without(n, "flushDays")));
        Assert.Equal("stages: nothing is reckoned with 'moonDays'.", Refused(n => With(n, "moonDays", 3)));
        Assert.Equal("stages, flushDays may be from 0 to 366.", Refused(n => With(n, "flushDays", 367)));
        Assert.Equal("stages, flushDays may be from 0 to 366.", Refused(n => With(n, "flushDays", -1)));
        Assert.Equal("stages, flushDays may be from 0 to 366.", Refused(n => With(n, "flushDays", "long")));
        Assert.Equal("stages, flushDays is a whole number.", Refused(n => With(n, "flushDays", 2.5)));
    }

    private static string Name(System.Reflection.PropertyInfo property) =>
        char.ToLowerInvariant(property.Name[0]) + property.Name[1..];

    [Fact]
    public void Every_setting_and_every_want_of_a_school_is_asked_for_by_its_own_name()
    {
        var settings = SchoolValueSpec
            .All.Select(s => s.Name)
            .ToImmutableSortedDictionary(n => n, n => new SchoolValue(1, n, Provenance.Practice, ""));
        var wants = SchoolData
            .Weights.Keys.Select((n, i) => (Name: n, I: i))
            .ToImmutableSortedDictionary(w => w.Name, w => new SchoolValue(w.I, null, Provenance.Practice, ""));
        Assert.Equal(
            settings.Select(s => (s.Key, s.Key)).Order(),
            typeof(SchoolValues)
                .GetProperties()
                .Select(p => (Name(p), ((SchoolValue)p.GetValue(new SchoolValues(settings))!).Word!))
                .Order()
        );
        Assert.Equal(
            wants.Select(w => (w.Key, w.Value.Number)).Order(),
            typeof(SchoolWants)
                .GetProperties()
                .Select(p => (Name(p), (double)p.GetValue(new SchoolWants(wants))!))
                .Order()
        );
    }
}
