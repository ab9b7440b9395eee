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
        foreach (var must in new[] { Must.Spacing, Must.RemovalCap, Must.CaneCount, Must.RenewalShare, Must.Level })
        {
            var tried = must switch
            {
                Must.Spacing => held with { Spacing = true },
                Must.RemovalCap => held with { MaxRemovedMm = limits.MaxRemovedMm },
                Must.CaneCount => held with { MaxKept = limits.MaxKept, MinKept = limits.MinKept },
                Must.RenewalShare => held with { MaxOldRemoved = limits.MaxOldRemoved },
                _ => held with { Level = true },
            };
            var possible = ModelOracle.Best(model, tried) is not null;
            Assert.Equal(!possible, relaxed.Relaxed.Contains(must));
            held = possible
                ? tried
                : must switch
                {
                    Must.RemovalCap => held with { MaxRemovedMm = relaxed.Limits.MaxRemovedMm },
                    Must.CaneCount => held with { MaxKept = relaxed.Limits.MaxKept, MinKept = relaxed.Limits.MinKept },
                    Must.RenewalShare => held with { MaxOldRemoved = relaxed.Limits.MaxOldRemoved },
                    _ => held,
                };
        }
    }

    [Fact]
    public void A_cap_that_cannot_hold_is_loosened_no_further_than_it_must_be()
    {
        var model = new ChoiceModel([1, 2]);
        (model.RemovedMm[0], model.RemovedMm[1], model.RemovedMm[2]) = (500, 900, 300);
        (model.Keeps[0], model.Keeps[2], model.Points[1]) = (true, true, 5000);
        var relaxed = Relaxation.Solve(model, new ChoiceLimits(true, true, 9, 0, 100, 9), 1000);
        Assert.Equal([Must.RemovalCap], relaxed.Relaxed);
        Assert.Equal(800, relaxed.Limits.MaxRemovedMm);
        Assert.Equal([0, 1], relaxed.Result.Chosen);
    }
}
