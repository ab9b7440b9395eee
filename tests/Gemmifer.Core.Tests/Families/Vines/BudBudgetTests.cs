using Gemmifer.Core.Families.Vines;
using Gemmifer.Core.Schools;

namespace Gemmifer.Core.Tests.Families.Vines;

public class BudBudgetTests
{
    private static VineFacts Facts(
        double? grams = null,
        BudRule? rule = null,
        WinterLoss? loss = null,
        double spacing = 2400,
        BudgetBy by = BudgetBy.Weight,
        double perMetre = 15
    ) =>
        new(
            VineSystem.Cordon,
            6,
            spacing,
            null,
            grams,
            loss,
            rule ?? new BudRule(30, 10, BudRule.PoundGrams),
            by,
            perMetre,
            1,
            []
        );

    /// <summary>
    /// Balanced pruning, Concord 30 + 10: the worked example of US extension bulletins, written from memory.
    /// </summary>
    [Fact]
    public void A_vine_with_two_point_six_pounds_of_prunings_keeps_46_buds()
    {
        var budget = BudBudget.Of(Facts(2.6 * BudRule.PoundGrams), 0, 2);
        Assert.Equal(46, budget.Buds);
        Assert.Equal("30 + 10 × (1179.3 − 453.6) / 453.6 = 46", budget.Arithmetic);
        Assert.Equal("30 + 10 × (1179 − 453.6) / 453.6 = 46", BudBudget.Of(Facts(1179), 0, 2).Arithmetic);
    }

    [Theory]
    [InlineData(1)]
    [InlineData(1.5)]
    [InlineData(2.6)]
    [InlineData(3.3)]
    [InlineData(5)]
    public void Pounds_and_grams_give_the_same(double pounds)
    {
        // The rule by the pound, and the same straight line stated by the gram.
        var inPounds = BudBudget.Of(Facts(pounds * BudRule.PoundGrams, spacing: 20_000), 0, 2);
        var byHand = (int)Math.Round(30 + (10 * (pounds - 1)), MidpointRounding.AwayFromZero);
        Assert.Equal(byHand, inPounds.Buds);
        var inGrams = BudBudget.Of(
            Facts(
                pounds * BudRule.PoundGrams,
                new BudRule(30, 10.0 / BudRule.PoundGrams, 1) with
                {
                    Base = 30 - (10 * ((BudRule.PoundGrams - 1) / BudRule.PoundGrams)),
                },
                spacing: 20_000
            ),
            0,
            2
        );
        Assert.Equal(byHand, inGrams.Buds);
    }

    /// <summary>Table after Shaulis, from memory: buds for the first pound and for three pounds.</summary>
    [Theory]
    [InlineData("concord", 30, 50)]
    [InlineData("niagara", 25, 45)]
    [InlineData("catawba", 25, 45)]
    [InlineData("delaware", 20, 40)]
    [InlineData("fredonia", 40, 60)]
    [InlineData("french-hybrids", 20, 40)]
    [InlineData("vinifera", 20, 60)]
    public void The_table_of_rules_gives_the_published_numbers(string id, int atOne, int atThree)
    {
        var named = VineRules.BudRules.Single(r => r.Id == id);
        Assert.Equal(Provenance.Memory, named.Provenance);
        Assert.Equal(atOne, BudBudget.Of(Facts(BudRule.PoundGrams, named.Rule, spacing: 10_000), 0, 2).Buds);
        Assert.Equal(atThree, BudBudget.Of(Facts(3 * BudRule.PoundGrams, named.Rule, spacing: 10_000), 0, 2).Buds);
    }

    [Fact]
    public void Less_than_the_first_pound_prunes_hard()
    {
        var budget = BudBudget.Of(Facts(BudRule.PoundGrams / 2), 0, 2);
        Assert.True(budget.Hard);
        Assert.Equal(15, budget.Buds);
        Assert.False(BudBudget.Of(Facts(BudRule.PoundGrams), 0, 2).Hard);
        Assert.Equal(1, BudBudget.Of(Facts(0), 0, 2).Buds);
    }

    /// <summary>
    /// Winter loss after US extension bulletins, from memory: nothing below 15 %, target/(1 − m) to 50 %, beyond only
    /// dead wood.
    /// </summary>
    [Theory]
    [InlineData(100, 14, 46, false)]
    [InlineData(100, 15, 54, false)]
    [InlineData(100, 22, 59, false)]
    [InlineData(100, 50, 92, false)]
    [InlineData(100, 51, 46, true)]
    [InlineData(3, 3, 46, true)]
    public void Dead_buds_are_made_up_for(int cut, int dead, int corrected, bool onlyDead)
    {
        var budget = BudBudget.Of(Facts(1179, loss: new WinterLoss(cut, dead), spacing: 10_000), 0, 2);
        Assert.Equal((corrected, onlyDead), (budget.Corrected, budget.OnlyDead));
    }

    [Fact]
    public void The_room_along_the_row_is_the_cap()
    {
        var budget = BudBudget.Of(Facts(1179, loss: new WinterLoss(100, 40), spacing: 2400), 0, 2);
        Assert.Equal((46, 77, 60, 60), (budget.Target, budget.Corrected, budget.Cap, budget.Buds));
        Assert.EndsWith("46 / (1 − 0.4) = 77; at most 25 × 2.4 m = 60", budget.Arithmetic);
    }

    [Fact]
    public void By_the_metre_and_by_spurs()
    {
        Assert.Equal(
            (36, "15 × 2.4 m = 36"),
            BudBudget.Of(Facts(by: BudgetBy.Metre), 0, 2) is var m ? (m.Buds, m.Arithmetic) : default
        );
        Assert.Equal(
            (24, "12 × 2 = 24"),
            BudBudget.Of(Facts(by: BudgetBy.Spurs), 12, 2) is var s ? (s.Buds, s.Arithmetic) : default
        );
    }
}
