namespace Gemmifer.Core.Tests;

/// <summary>Seeds of seeded tests; the seed is part of a failing test's name.</summary>
internal static class Seeds
{
    public static TheoryData<int> Of(int count) => new(Enumerable.Range(1, count));
}
