using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;

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

    [Fact]
    public void A_number_nobody_wrote_down_is_an_error() =>
        Assert.Throws<KeyNotFoundException>(() => TradeNumbers.Of("nothing"));
}
