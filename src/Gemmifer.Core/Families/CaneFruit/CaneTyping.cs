using System.Collections.Immutable;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Season;

namespace Gemmifer.Core.Families.CaneFruit;

/// <summary>What is known of an unknown type.</summary>
/// <param name="Type">The kind it is; null while more than one fits, or none.</param>
/// <param name="Possible">Kinds that everything seen fits, in the order of the format.</param>
/// <param name="Steps">What each sighting ruled out.</param>
/// <param name="Contradiction">Two sightings cannot both be right.</param>
/// <param name="Next">The look that would tell most; null where none is needed.</param>
public sealed record Typing(
    string? Type,
    ImmutableArray<string> Possible,
    ImmutableArray<TypingStep> Steps,
    bool Contradiction,
    string? Next
);

/// <summary>One sighting and what it ruled out.</summary>
public sealed record TypingStep(Sighting Seen, string Text, ImmutableArray<string> RuledOut);

/// <summary>
/// Names a type of cane fruit from what fruited on which wood, and when: each sighting rules out the types it does not
/// fit. A type is
/// named only when one is left and its fruit was seen (common practice, no source).
/// </summary>
public static class CaneTyping
{
    /// <summary>From so many days after the last frost on, a first-year cane without fruit says something.</summary>
    public static int AutumnDays { get; } = RowNumbers.Of.AutumnDays;

    private static readonly ImmutableArray<string> Types =
    [
        .. PlantKinds.All.Where(k => RowRules.Knows(k.Id) && !RowRules.Kind(k.Id).Unknown).Select(k => k.Id),
    ];

    /// <summary>Everything that can be noted.</summary>
    public static ImmutableArray<string> Sightings { get; } = [.. RowRules.Sightings.Select(s => s.Id)];

    /// <summary>Whether its first-year canes fruit, so that its wood is asked for first.</summary>
    private static bool FirstYearFruits(string kind) => RowRules.Kind(kind).Autumn is not null;

    /// <summary>Names the type, or says what would.</summary>
    public static Typing Of(IEnumerable<Sighting> seen, GrowingPlace place)
    {
        var (possible, steps) = (Types, ImmutableArray.CreateBuilder<TypingStep>());
        var fruitSeen = false;
        var contradiction = false;
        foreach (var sighting in seen.OrderBy(s => s.Day).ThenBy(s => s.What, StringComparer.Ordinal))
        {
            var rule = RowRules.Sightings.First(r => r.Id == sighting.What);
            if (rule.AutumnOnly && PruningYear.DaysSinceFrost(sighting.Day, place) < AutumnDays)
            {
                steps.Add(
                    new TypingStep(sighting, $"{Wording.Capital(rule.Text)}: too early in the year to tell.", [])
                );
                continue;
            }

            fruitSeen |= rule.Ask == "wood";
            var ruledOut = possible.Where(t => !rule.Fits.Contains(t)).ToImmutableArray();
            steps.Add(new TypingStep(sighting, $"{Wording.Capital(rule.Text)}. {rule.Why}", ruledOut));
            if (ruledOut.Length == possible.Length)
            {
                contradiction = true;
                continue;
            }

            possible = possible.RemoveRange(ruledOut);
        }

        var named = possible.Length == 1 && fruitSeen && !contradiction ? possible[0] : null;
        return new Typing(
            named,
            possible,
            steps.ToImmutable(),
            contradiction,
            named is not null ? null : Next(possible, fruitSeen)
        );
    }

    /// <summary>
    /// The question whose worst answer leaves the fewest types; the wood first where it is still open.
    /// </summary>
    private static string Next(ImmutableArray<string> possible, bool fruitSeen)
    {
        int Worst(string ask) =>
            RowRules
                .Sightings.Where(r => r.Ask == ask)
                .Max(r => possible.Count(r.Fits.Contains) is var n && r.Id == "old-canes-fruited" ? 0 : n);
        var best = RowRules
            .Asks.Keys.Order(StringComparer.Ordinal)
            .OrderBy(Worst)
            .ThenBy(a => a == "wood" ? 0 : 1)
            .First();
        return RowRules.Asks[!fruitSeen && (possible.Any(FirstYearFruits) || possible.Length == 1) ? "wood" : best];
    }
}
