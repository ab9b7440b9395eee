namespace Gemmifer.Core.Year;

/// <summary>What of a plant's year was seen or done, as a line of the log says it.</summary>
public static class YearWords
{
    /// <summary>In a few words.</summary>
    public static string Of(YearEvent what) =>
        what switch
        {
            YearEvent.Pruned => "Pruned.",
            YearEvent.BudBreak => "Bud break: green shows at the buds.",
            YearEvent.FirstBloom => "First bloom.",
            YearEvent.FlushEnd => "The flush is over.",
            YearEvent.Deadheaded => "Deadheaded.",
            YearEvent.Tied => "Tied.",
            YearEvent.Tipped => "Tipped.",
            YearEvent.Covered => "Covered for the winter.",
            YearEvent.Uncovered => "Uncovered.",
            YearEvent.Fed => "Fed.",
            YearEvent.Harvested => "Harvested.",
            _ => throw new ArgumentOutOfRangeException(nameof(what), what, null),
        };
}
