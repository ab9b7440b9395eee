using System.Globalization;

namespace Gemmifer.Core.Tests.Truth;

/// <summary>Plans of seeded surveys hold nothing untrue. More seeds: GEMMIFER_PLANTS=1000.</summary>
public sealed class TruthTests
{
    private static readonly int Plants = int.Parse(
        Environment.GetEnvironmentVariable("GEMMIFER_PLANTS") ?? "210",
        CultureInfo.InvariantCulture
    );

    [Fact]
    public void Plans_say_and_do_nothing_that_is_not_so()
    {
        var report = Truths.Read(0, Plants);
        Assert.True(report.Plans > Plants * 0.9, $"Only {report.Plans} plans were read.");
        Assert.True(report.Found.Values.All(f => f.Length == 0), report.Write(3));
        Assert.InRange(report.Words[report.Words.Length / 2], 5, 14);
    }
}
