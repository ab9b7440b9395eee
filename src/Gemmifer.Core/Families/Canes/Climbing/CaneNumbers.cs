using Gemmifer.Core.Schools;

namespace Gemmifer.Core.Families.Canes.Climbing;

/// <summary>The numbers of the trade that roses are worked by, beside their schools.</summary>
internal static class CaneNumbers
{
    /// <summary>From <c>Families/Canes/Data/rules.json</c>.</summary>
    public static RuleBook Of { get; } = RuleBook.Of("Canes");
}
