using Gemmifer.Core.Schools;

namespace Gemmifer.Core.Families.Roses.Climbing;

/// <summary>The numbers of the trade that roses are worked by, beside their schools.</summary>
internal static class CaneNumbers
{
    /// <summary>From <c>Families/Roses/Data/rules.json</c>.</summary>
    public static RuleBook Of { get; } = RuleBook.Of("Roses");
}
