namespace Gemmifer.Core.Plans;

/// <summary>
/// What only one family says of its plants; it stands in the plan under the name of the family's part.
/// </summary>
public abstract record PlanPart
{
    /// <summary>What it decides beside stems: names, and what becomes of each; empty where nothing.</summary>
    internal virtual IEnumerable<(string Name, string Decision)> Decided => [];
}
