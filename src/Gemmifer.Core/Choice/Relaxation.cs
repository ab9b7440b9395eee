using System.Collections.Immutable;

namespace Gemmifer.Core.Choice;

/// <summary>The musts that may be relaxed, from the first to give way to the last.</summary>
public enum Must
{
    Level,
    RenewalShare,
    CaneCount,
    RemovalCap,
    Spacing,
}

/// <summary>A solved choice with what had to be relaxed to get it.</summary>
/// <param name="Limits">The limits it keeps.</param>
/// <param name="Search">The search it came from, for further questions.</param>
/// <param name="RelaxingProved">False where a limit was relaxed because no choice keeping it was found in time, not because none exists.</param>
public sealed record RelaxedChoice(
    ChoiceResult Result, ChoiceLimits Limits, ImmutableArray<Must> Relaxed, BranchAndBound Search, bool RelaxingProved)
{
    /// <summary>Proved best, the relaxing included.</summary>
    public bool Optimal => Result.Optimal && RelaxingProved;
}

/// <summary>
/// Solves within the limits, relaxing only what cannot hold: the most important limits are taken in first, each one that cannot
/// hold beside those already taken in is loosened just as far as it must be.
/// </summary>
public static class Relaxation
{
    private const long FeasibilityNodes = 20_000;

    /// <summary>Solves; always finds a choice, as without limits every combination is legal.</summary>
    public static RelaxedChoice Solve(ChoiceModel model, ChoiceLimits wanted, long nodeLimit)
    {
        var search = new BranchAndBound(model, wanted);
        if (search.Solve(nodeLimit) is { } all)
        {
            return new RelaxedChoice(all, wanted, [], search, true);
        }

        var proved = !search.Stopped;

        var limits = new ChoiceLimits(false, false, int.MaxValue, 0, long.MaxValue, int.MaxValue);
        var relaxed = ImmutableArray.CreateBuilder<Must>();
        foreach (var must in Enum.GetValues<Must>().Reverse())
        {
            var held = With(limits, must, wanted);
            if (Feasible(model, held, ref proved))
            {
                limits = held;
            }
            else
            {
                relaxed.Add(must);
                limits = Loosened(model, limits, must, wanted, ref proved);
            }
        }

        relaxed.Reverse();
        search = new BranchAndBound(model, limits);
        return new RelaxedChoice(search.Solve(nodeLimit)!, limits, relaxed.ToImmutable(), search, proved);
    }

    private static ChoiceLimits With(ChoiceLimits limits, Must must, ChoiceLimits wanted) => must switch
    {
        Must.Spacing => limits with { Spacing = wanted.Spacing },
        Must.RemovalCap => limits with { MaxRemovedMm = wanted.MaxRemovedMm },
        Must.CaneCount => limits with { MaxKept = wanted.MaxKept, MinKept = wanted.MinKept },
        Must.RenewalShare => limits with { MaxOldRemoved = wanted.MaxOldRemoved },
        Must.Level => limits with { Level = wanted.Level },
        _ => throw new ArgumentOutOfRangeException(nameof(must), must, null),
    };

    private static ChoiceLimits Loosened(ChoiceModel model, ChoiceLimits limits, Must must, ChoiceLimits wanted, ref bool proved)
    {
        switch (must)
        {
            case Must.RemovalCap:
                return limits with { MaxRemovedMm = LeastRemoved(model, limits) };
            case Must.CaneCount:
                // Too few is loosened before too many: a plant may always keep less than the school would like.
                var max = wanted.MaxKept;
                var loose = limits with { MaxKept = max };
                while (!Feasible(model, loose, ref proved))
                {
                    loose = limits with { MaxKept = ++max };
                }

                var min = Math.Min(wanted.MinKept, max);
                while (!Feasible(model, loose with { MinKept = min }, ref proved))
                {
                    min--;
                }

                return loose with { MinKept = min };
            case Must.RenewalShare:
                var old = wanted.MaxOldRemoved;
                while (!Feasible(model, limits with { MaxOldRemoved = old }, ref proved))
                {
                    old++;
                }

                return limits with { MaxOldRemoved = old };
            case Must.Spacing:
            case Must.Level:
                return limits;
            default:
                throw new ArgumentOutOfRangeException(nameof(must), must, null);
        }
    }

    private static long LeastRemoved(ChoiceModel model, ChoiceLimits limits)
    {
        // The same search with the wood left as its only want.
        var least = new ChoiceModel([.. Enumerable.Range(0, model.Candidates).Select(i => model.First[i + 1] - model.First[i])]);
        for (var o = 0; o < model.Options; o++)
        {
            least.Points[o] = -model.RemovedMm[o];
            least.Keeps[o] = model.Keeps[o];
            least.RemovedMm[o] = model.RemovedMm[o];
            least.RemovesOld[o] = model.RemovesOld[o];
            for (var q = 0; q < model.Options; q++)
            {
                least.SpacingShortMm[o, q] = limits.Spacing ? model.SpacingShortMm[o, q] : 0;
                least.LevelBroken[o, q] = model.LevelBroken[o, q];
            }
        }

        var result = new BranchAndBound(least, limits).Solve(50_000)!;
        return Enumerable.Range(0, model.Candidates).Sum(i => model.RemovedMm[model.First[i] + result.Chosen[i]]);
    }

    private static bool Feasible(ChoiceModel model, ChoiceLimits limits, ref bool proved)
    {
        var search = new BranchAndBound(model, limits);
        var found = search.Solve(FeasibilityNodes) is not null;
        proved &= found || !search.Stopped;
        return found;
    }
}
