using Gemmifer.Core.Choice;

namespace Gemmifer.Core.Tests.Choice;

/// <summary>Every combination, one after another: slow and plain, to check the search against.</summary>
internal static class ModelOracle
{
    public static long? Best(ChoiceModel model, ChoiceLimits limits)
    {
        long? best = null;
        var chosen = new int[model.Candidates];
        void Try(int i, long score, int kept, long removed, int old, int young)
        {
            if (i == chosen.Length)
            {
                var legal =
                    kept <= limits.MaxKept
                    && kept >= limits.MinKept
                    && removed <= limits.MaxRemovedMm
                    && old <= limits.MaxOldRemoved
                    && young <= limits.MaxYoungUsed;
                best = legal ? Math.Max(best ?? long.MinValue, score) : best;
                return;
            }

            for (var o = model.First[i]; o < model.First[i + 1]; o++)
            {
                var (sum, apart) = (score + model.Points[o] - limits.PriceOf(model.RemovedMm[o]), true);
                for (var j = 0; j < i && apart; j++)
                {
                    var q = chosen[j];
                    apart =
                        !model.Excluded[o, q]
                        && !(limits.Spacing && model.SpacingShortMm[o, q] > 0)
                        && !(limits.Level && model.LevelBroken[o, q]);
                    sum +=
                        model.PairPoints[o, q]
                        - (limits.Spacing ? 0 : BranchAndBound.ShortfallPoints(model.SpacingShortMm[o, q]));
                }

                if (apart)
                {
                    chosen[i] = o;
                    Try(
                        i + 1,
                        sum,
                        kept + (model.Keeps[o] ? 1 : 0),
                        removed + model.RemovedMm[o],
                        old + (model.RemovesOld[o] ? 1 : 0),
                        young + (model.UsesYoung[o] ? 1 : 0)
                    );
                }
            }
        }

        Try(0, 0, 0, 0, 0, 0);
        return best;
    }

    /// <summary>A model made from a seed, with every feature a real one has.</summary>
    public static (ChoiceModel Model, ChoiceLimits Limits) Random(int seed, int candidates, int options)
    {
        var random = new Random(seed);
        var counts = Enumerable.Range(0, candidates).Select(_ => random.Next(1, options + 1)).ToArray();
        var model = new ChoiceModel(counts);
        for (var o = 0; o < model.Options; o++)
        {
            model.Points[o] = random.Next(-8000, 20000);
            model.TieBreak[o] = (byte)random.Next(256);
            model.Keeps[o] = true;
            model.RemovedMm[o] = random.Next(0, 800);
        }

        for (var i = 0; i < candidates; i++)
        {
            if (counts[i] > 1)
            {
                var o = model.First[i];
                (model.Points[o], model.Keeps[o], model.RemovedMm[o], model.RemovesOld[o]) = (
                    0,
                    false,
                    900,
                    random.Next(3) == 0
                );
                model.UsesYoung[o] = model.RemovesOld[o] || random.Next(3) == 0;
            }

            for (var j = 0; j < i; j++)
            {
                for (var o = model.First[i]; o < model.First[i + 1]; o++)
                {
                    for (var q = model.First[j]; q < model.First[j + 1]; q++)
                    {
                        if (model.Keeps[o] && model.Keeps[q])
                        {
                            model.PairPoints[o, q] = model.PairPoints[q, o] = random.Next(-9000, 1500);
                            model.SpacingShortMm[o, q] = model.SpacingShortMm[q, o] =
                                random.Next(5) == 0 ? random.Next(1, 120) : 0;
                            model.LevelBroken[o, q] = model.LevelBroken[q, o] = random.Next(7) == 0;
                            // The first options are always to be had together.
                            model.Excluded[o, q] = model.Excluded[q, o] =
                                o > model.First[i] && q > model.First[j] && random.Next(9) == 0;
                        }
                    }
                }
            }
        }

        return (
            model,
            new ChoiceLimits(
                random.Next(4) > 0,
                random.Next(3) > 0,
                random.Next(1, candidates + 1),
                random.Next(0, 2),
                random.Next(200, 900) * candidates,
                random.Next(0, 3),
                random.Next(0, 5),
                random.Next(2) == 0 ? int.MaxValue : random.Next(0, 4)
            )
        );
    }
}
