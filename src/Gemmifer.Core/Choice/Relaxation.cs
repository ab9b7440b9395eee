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

    /// <summary>The fewest canes a plant is left with: a plant with too few ends too close is still a plant.</summary>
    FewestCanes,
}

/// <summary>A solved choice with what had to be relaxed to get it.</summary>
/// <param name="Limits">The limits it keeps.</param>
/// <param name="Search">The search it came from, for further questions.</param>
/// <param name="RelaxingProved">False where a limit was relaxed because no choice keeping it was found in time, not
/// because none exists.</param>
public sealed record RelaxedChoice(
    ChoiceResult Result,
    ChoiceLimits Limits,
    ImmutableArray<Must> Relaxed,
    BranchAndBound Search,
    bool RelaxingProved
)
{
    /// <summary>Proved best, the relaxing included.</summary>
    public bool Optimal => Result.Optimal && RelaxingProved;
}

/// <summary>
/// Solves within the limits, relaxing only what cannot hold: the most important limits are taken in first, each one
/// that cannot
/// hold beside those already taken in is loosened just as far as it must be. A choice that keeps the limits taken in so
/// far is
/// always at hand, so that there is an answer however large the plant is.
/// </summary>
public static class Relaxation
{
    /// <summary>
    /// Options looked at in one exact search, by which its nodes are limited; a large plant has fewer nodes.
    /// </summary>
    private const long OptionVisits = 24_000_000,
        FewestNodes = 500;

    /// <summary>
    /// A node of a plant with more canes than this takes longer by more than its options; it has so many fewer of them.
    /// </summary>
    private const double UsualCanes = 35;

    /// <summary>Solves; always finds a choice, as without limits every combination is legal.</summary>
    /// <param name="near">A choice near which a good one is likely, to begin from; null where none is known.</param>
    /// <param name="effort">What it may cost, and is counted on; null for what one choice may.</param>
    public static RelaxedChoice Solve(
        ChoiceModel model,
        ChoiceLimits wanted,
        long nodeLimit,
        CancellationToken cancel = default,
        int[]? near = null,
        SearchEffort? effort = null
    )
    {
        effort ??= new SearchEffort(SearchEffort.OfChoice);
        var size = Math.Min(1, UsualCanes / Math.Max(1, model.Candidates));
        nodeLimit = Math.Min(
            nodeLimit,
            Math.Max(FewestNodes, (long)(OptionVisits / Math.Max(1, model.Options) * size * size))
        );
        var stepNodes = nodeLimit / 2;
        var search = new BranchAndBound(model, wanted, cancel: cancel);
        var local = new LocalSearch(model, wanted);
        var start = near is null
            ? local.Find(new int[model.Candidates], null, cancel)
            : local.Find(near, null, cancel, model.Candidates);
        var found = search.Solve(Math.Min(nodeLimit, effort.Nodes(model)), null, start);
        effort.Spend(search.Nodes, model);
        if (found is { } all)
        {
            return new RelaxedChoice(all, wanted, [], search, true);
        }

        var limits = new ChoiceLimits(false, false, int.MaxValue, 0, long.MaxValue, int.MaxValue);
        var (held, proved) = (new int[model.Candidates], true);
        var relaxed = ImmutableArray.CreateBuilder<Must>();
        foreach (var must in Enum.GetValues<Must>().Reverse())
        {
            (limits, held, var holds, var sure) = new Relaxing(model, wanted, stepNodes, effort, cancel).Take(
                must,
                limits,
                held
            );
            proved &= sure;
            if (!holds)
            {
                relaxed.Add(must);
            }
        }

        relaxed.Reverse();
        search = new BranchAndBound(model, limits, cancel: cancel);
        var best = search.Solve(
            Math.Min(nodeLimit, effort.Nodes(model)),
            null,
            LocalSearch.Find(model, limits, held, cancel) ?? held
        )!;
        effort.Spend(search.Nodes, model);
        return new RelaxedChoice(best, limits, relaxed.ToImmutable(), search, proved);
    }
}

/// <summary>Takes limits in one by one.</summary>
/// <param name="nodes">Search nodes for each.</param>
/// <param name="effort">What they may cost together.</param>
internal sealed class Relaxing(
    ChoiceModel model,
    ChoiceLimits wanted,
    long nodes,
    SearchEffort effort,
    CancellationToken cancel
)
{
    /// <summary>Takes one more limit in: as wanted where it can hold, otherwise as tight as it can be.</summary>
    public (ChoiceLimits Limits, int[] Held, bool Holds, bool Sure) Take(Must must, ChoiceLimits limits, int[] held)
    {
        return must switch
        {
            Must.Spacing => wanted.Spacing
                ? TakePairs(limits, held, limits with { Spacing = true })
                : (limits, held, true, true),
            Must.Level => wanted.Level
                ? TakePairs(limits, held, limits with { Level = true })
                : (limits, held, true, true),
            Must.RemovalCap => TakeCap(limits, held),
            Must.RenewalShare => TakeRenewal(limits, held),
            Must.CaneCount => TakeCount(limits, held),
            Must.FewestCanes => TakeFewest(limits, held),
        };
    }

    private (ChoiceLimits Limits, int[] Held, bool Holds, bool Sure) TakeCap(ChoiceLimits limits, int[] held)
    {
        if (Quick(limits with { MaxRemovedMm = wanted.MaxRemovedMm }, held) is { } cap)
        {
            return (cap.Limits, cap.Held, true, true);
        }

        var removed = Least(limits, held, o => model.RemovedMm[o]);
        return removed.Value <= wanted.MaxRemovedMm
            ? (limits with { MaxRemovedMm = wanted.MaxRemovedMm }, removed.Held, true, true)
            : (limits with { WoodPriced = true, WoodPrice = wanted.WoodPrice }, removed.Held, false, removed.Sure);
    }

    private (ChoiceLimits Limits, int[] Held, bool Holds, bool Sure) TakeRenewal(ChoiceLimits limits, int[] held)
    {
        if (
            Quick(limits with { MaxOldRemoved = wanted.MaxOldRemoved, MaxYoungUsed = wanted.MaxYoungUsed }, held) is
            { } share
        )
        {
            return (share.Limits, share.Held, true, true);
        }

        if (wanted.MaxYoungUsed < int.MaxValue)
        {
            // What the young ones can replace and what a winter may take give way together.
            var used = Least(limits, held, o => model.UsesYoung[o] ? 1 : 0);
            var young = limits with { MaxYoungUsed = Math.Max(wanted.MaxYoungUsed, (int)used.Value) };
            var gone = Least(young, used.Held, o => model.RemovesOld[o] ? 1 : 0);
            var both = used.Value <= wanted.MaxYoungUsed && gone.Value <= wanted.MaxOldRemoved;
            return (
                young with
                {
                    MaxOldRemoved = Math.Max(wanted.MaxOldRemoved, (int)gone.Value),
                },
                gone.Held,
                both,
                both || (used.Sure && gone.Sure)
            );
        }

        return Given(
            limits,
            held,
            o => model.RemovesOld[o] ? 1 : 0,
            old => limits with { MaxOldRemoved = Math.Max(wanted.MaxOldRemoved, (int)old) },
            old => old <= wanted.MaxOldRemoved
        );
    }

    private (ChoiceLimits Limits, int[] Held, bool Holds, bool Sure) TakeCount(ChoiceLimits limits, int[] held) =>
        Quick(limits with { MaxKept = wanted.MaxKept }, held) is { } count
            ? (count.Limits, count.Held, true, true)
            : Given(
                limits,
                held,
                o => model.Keeps[o] ? 1 : 0,
                few => limits with { MaxKept = Math.Max(wanted.MaxKept, (int)few) },
                few => few <= wanted.MaxKept
            );

    private (ChoiceLimits Limits, int[] Held, bool Holds, bool Sure) TakeFewest(ChoiceLimits limits, int[] held) =>
        Quick(limits with { MinKept = wanted.MinKept }, held) is { } fewest
            ? (fewest.Limits, fewest.Held, true, true)
            : Given(
                limits,
                held,
                o => model.Keeps[o] ? -1 : 0,
                few => limits with { MinKept = Math.Min(wanted.MinKept, (int)-few) },
                few => -few >= wanted.MinKept
            );

    /// <summary>A limit on a sum that gives way no further than it has to.</summary>
    /// <param name="each">What an option adds to the sum.</param>
    /// <param name="loosened">The limits with the least sum there can be let pass.</param>
    /// <param name="holds">Whether the limit holds at that sum.</param>
    private (ChoiceLimits Limits, int[] Held, bool Holds, bool Sure) Given(
        ChoiceLimits limits,
        int[] held,
        Func<int, long> each,
        Func<long, ChoiceLimits> loosened,
        Func<long, bool> holds
    )
    {
        var least = Least(limits, held, each);
        return (loosened(least.Value), least.Held, holds(least.Value), least.Sure || holds(least.Value));
    }

    private (ChoiceLimits Limits, int[] Held, bool Holds, bool Sure) TakePairs(
        ChoiceLimits limits,
        int[] held,
        ChoiceLimits tighter
    )
    {
        if (Quick(tighter, held) is { } quick)
        {
            return (quick.Limits, quick.Held, true, true);
        }

        var search = new BranchAndBound(model, tighter, cancel: cancel);
        var solved = search.Solve(Math.Min(nodes, effort.Nodes(model)));
        effort.Spend(search.Nodes, model);
        return solved is { } found ? (tighter, found.Chosen, true, true) : (limits, held, false, !search.Stopped);
    }

    /// <summary>Tighter limits with a choice that keeps them, where one is at hand or easily found.</summary>
    private (ChoiceLimits Limits, int[] Held)? Quick(ChoiceLimits tighter, int[] held) =>
        BranchAndBound.Keeps(model, tighter, held) ? (tighter, held)
        : LocalSearch.Find(model, tighter, held, cancel) is { } found ? (tighter, found)
        : null;

    /// <summary>The least sum of a measure within the limits: the same search with that as its only want.</summary>
    private (long Value, int[] Held, bool Sure) Least(ChoiceLimits limits, int[] held, Func<int, long> measure)
    {
        var least = new ChoiceModel([
            .. Enumerable.Range(0, model.Candidates).Select(i => model.First[i + 1] - model.First[i]),
        ]);
        for (var o = 0; o < model.Options; o++)
        {
            least.Points[o] = -1000 * measure(o);
            least.Keeps[o] = model.Keeps[o];
            least.RemovedMm[o] = model.RemovedMm[o];
            least.RemovesOld[o] = model.RemovesOld[o];
            least.UsesYoung[o] = model.UsesYoung[o];
            least.Place[o] = model.Place[o];
            for (var q = 0; q < model.Options; q++)
            {
                least.SpacingShortMm[o, q] = limits.Spacing ? model.SpacingShortMm[o, q] : 0;
                least.LevelBroken[o, q] = limits.Level && model.LevelBroken[o, q];
                least.Excluded[o, q] = model.Excluded[o, q];
            }
        }

        least.Rank = model.Rank;
        var search = new BranchAndBound(least, limits, 1000, cancel);
        var result = search.Solve(
            Math.Min(nodes, effort.Nodes(model)),
            null,
            LocalSearch.Find(least, limits, held, cancel) ?? held
        )!;
        effort.Spend(search.Nodes, model);
        return (-result.Score / 1000, result.Chosen, result.Optimal);
    }
}
