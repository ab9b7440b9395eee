using Gemmifer.Core.Choice;

namespace Gemmifer.Core.Tests.Choice;

public class RelaxationTests
{
    public static TheoryData<int> Seeds => Gemmifer.Core.Tests.Seeds.Of(120);

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Relaxes_only_what_cannot_hold_and_the_less_important_first(int seed)
    {
        var (model, limits) = ModelOracle.Random(seed, 5, 4);
        limits = limits with { Spacing = true, Level = true, MaxRemovedMm = limits.MaxRemovedMm / 3 };
        var relaxed = Relaxation.Solve(model, limits, 1_000_000);
        Assert.True(BranchAndBound.Keeps(model, relaxed.Limits, relaxed.Result.Chosen));
        Assert.Equal(ModelOracle.Best(model, relaxed.Limits), relaxed.Result.Score);

        // Taken from the most important on, each limit holds unless no choice at all can keep it beside those that hold
        // already.
        var held = new ChoiceLimits(false, false, int.MaxValue, 0, long.MaxValue, int.MaxValue);
        foreach (var must in Enum.GetValues<Must>().Reverse())
        {
            var tried = must switch
            {
                Must.Spacing => held with { Spacing = true },
                Must.RemovalCap => held with { MaxRemovedMm = limits.MaxRemovedMm },
                Must.FewestCanes => held with { MinKept = limits.MinKept },
                Must.CaneCount => held with { MaxKept = limits.MaxKept },
                Must.RenewalShare => held with
                {
                    MaxOldRemoved = limits.MaxOldRemoved,
                    MaxYoungUsed = limits.MaxYoungUsed,
                },
                _ => held with { Level = true },
            };
            var possible = ModelOracle.Best(model, tried) is not null;
            Assert.Equal(!possible, relaxed.Relaxed.Contains(must));
            held = possible
                ? tried
                : must switch
                {
                    Must.RemovalCap => held with { WoodPriced = true, WoodPrice = limits.WoodPrice },
                    Must.FewestCanes => held with { MinKept = relaxed.Limits.MinKept },
                    Must.CaneCount => held with { MaxKept = relaxed.Limits.MaxKept },
                    Must.RenewalShare => held with
                    {
                        MaxOldRemoved = relaxed.Limits.MaxOldRemoved,
                        MaxYoungUsed = relaxed.Limits.MaxYoungUsed,
                    },
                    _ => held,
                };
        }
    }

    [Fact]
    public void Where_a_cap_cannot_hold_wood_has_its_price_and_the_wishes_choose()
    {
        // The first cane costs 500 mm in any case. Of the second: keeping it costs 300 mm, taking it out 900 mm.
        var model = new ChoiceModel([1, 2]);
        (model.RemovedMm[0], model.RemovedMm[1], model.RemovedMm[2]) = (500, 900, 300);
        (model.Keeps[0], model.Keeps[2], model.Points[1]) = (true, true, 5000);
        RelaxedChoice At(double price) =>
            Relaxation.Solve(model, new ChoiceLimits(true, true, 9, 0, 100, 9, price), 1000);
        Assert.Equal([Must.RemovalCap], At(0).Relaxed);
        Assert.Equal([0, 0], At(0).Result.Chosen);
        Assert.Equal([0, 0], At(8).Result.Chosen);
        Assert.Equal([0, 1], At(9).Result.Chosen);
        Assert.Equal(-(9 * 800), At(9).Result.Score);
    }
}
