namespace Gemmifer.Core.Tests;

/// <summary>
/// Seeds of seeded tests; the seed is part of a failing test's name. With GEMMIFER_QUICK only the first ten.
/// </summary>
internal static class Seeds
{
    private const int Quick = 10;

    private static readonly bool IsQuick = Environment.GetEnvironmentVariable("GEMMIFER_QUICK") is "1";

    public static TheoryData<int> Of(int count) => new(Enumerable.Range(1, IsQuick ? Math.Min(count, Quick) : count));
}
