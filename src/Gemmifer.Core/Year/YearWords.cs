using System.Diagnostics.CodeAnalysis;

namespace Gemmifer.Core.Year;

/// <summary>What of a plant's year was seen or done, as a line of the log says it.</summary>
public static class YearWords
{
    /// <summary>In a few words.</summary>
    [SuppressMessage("Major Code Smell", "S1541", Justification = "A table: a value, its words.")]
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
            YearEvent.Height => "Height measured.",
            YearEvent.Prunings => "Prunings weighed.",
            YearEvent.Disease => "Disease seen.",
            YearEvent.Sprayed => "Sprayed.",
            YearEvent.StormBreak => "Broken by the storm.",
            YearEvent.Hail => "Struck by hail.",
            YearEvent.Vole => "Gnawed by voles.",
            YearEvent.StakeGone => "A stake or tie no longer holds.",
            YearEvent.LeavesCleared => "Leaves cleared off the ground.",
            YearEvent.Mulched => "Watered and mulched.",
            YearEvent.RubbedOff => "Shoots rubbed off.",
            YearEvent.PathCleared => "The path is clear of it again.",
            YearEvent.Looked => "Walked round and looked at.",
        };

    /// <summary>What work is called in a list of days.</summary>
    [SuppressMessage("Major Code Smell", "S1541", Justification = "A table: a value, its words.")]
    public static string Of(YearJob job) =>
        job switch
        {
            YearJob.Look => "Walk round and look",
            YearJob.MainPrune => "Main prune",
            YearJob.AfterBloomPrune => "Prune after bloom",
            YearJob.TieCheck => "Check the ties",
            YearJob.Tipping => "Tip the young canes",
            YearJob.SecondVisit => "Second visit",
            YearJob.RubOff => "Rub off buds",
            YearJob.Deadhead => "Deadhead",
            YearJob.Level => "Level tall stems",
            YearJob.StopCuts => "Last day for cuts",
            YearJob.StopFeeding => "Last day for feeding",
            YearJob.LeafClean => "Clear the leaves",
            YearJob.Feed => "Feed",
            YearJob.Mulch => "Water and mulch",
            YearJob.Cover => "Cover for the winter",
            YearJob.Uncover => "Uncover in steps",
            YearJob.ToolCare => "Sharpen, oil and clean the tools",
            YearJob.SpentCanes => "Take out spent canes",
            YearJob.PathClear => "Clear the path",
        };

    /// <summary>What of a plant's year is noted when work is done; null where nothing is.</summary>
    public static YearEvent? NotedBy(YearJob job) =>
        job switch
        {
            YearJob.MainPrune or YearJob.AfterBloomPrune or YearJob.SpentCanes => YearEvent.Pruned,
            YearJob.Deadhead or YearJob.Level => YearEvent.Deadheaded,
            YearJob.TieCheck => YearEvent.Tied,
            YearJob.Tipping => YearEvent.Tipped,
            YearJob.Feed => YearEvent.Fed,
            YearJob.Cover => YearEvent.Covered,
            YearJob.Uncover => YearEvent.Uncovered,
            YearJob.LeafClean => YearEvent.LeavesCleared,
            YearJob.Mulch => YearEvent.Mulched,
            YearJob.RubOff => YearEvent.RubbedOff,
            YearJob.PathClear => YearEvent.PathCleared,
            YearJob.Look => YearEvent.Looked,
            _ => null,
        };

    /// <summary>What is carried for work, in the order it is reached for (common practice, no source).</summary>
    public static IReadOnlyList<string> KitFor(YearJob job) =>
        job switch
        {
            YearJob.MainPrune or YearJob.AfterBloomPrune or YearJob.SpentCanes =>
            [
                "thick gloves",
                "eye protection",
                "shears",
                "loppers",
                "pruning saw",
                "alcohol and a rag",
                "ties",
            ],
            YearJob.Deadhead or YearJob.Level or YearJob.Tipping or YearJob.PathClear =>
            [
                "gloves",
                "shears",
                "alcohol and a rag",
                "bucket",
            ],
            YearJob.SecondVisit or YearJob.RubOff => ["gloves", "shears"],
            YearJob.TieCheck => ["gloves", "ties", "knife"],
            YearJob.Feed => ["gloves", "feed"],
            YearJob.Mulch => ["gloves", "fork", "mulch", "water"],
            YearJob.LeafClean => ["gloves", "rake", "sack for the bin"],
            YearJob.Cover => ["thick gloves", "ties", "cover", "spade"],
            YearJob.Uncover => ["thick gloves", "knife"],
            YearJob.ToolCare => ["stone", "oil", "alcohol and a rag"],
            _ => [],
        };
}
