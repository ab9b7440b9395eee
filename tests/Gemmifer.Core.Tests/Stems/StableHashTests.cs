using Gemmifer.Core.Stems;

namespace Gemmifer.Core.Tests.Stems;

/// <summary>Against the test vectors of FNV-1a, 32 bits, that its authors published (from memory).</summary>
public class StableHashTests
{
    [Theory]
    [InlineData("", 0x811c9dc5u)]
    [InlineData("a", 0xe40c292cu)]
    [InlineData("foobar", 0xbf9cf968u)]
    public void It_is_what_its_authors_published(string text, uint hash) => Assert.Equal(hash, StableHash.Of(text));

    [Fact]
    public void One_number_more_goes_on_from_what_was_hashed() =>
        Assert.Equal(StableHash.Of("foobar"), StableHash.And(StableHash.Of("fooba"), 'r'));
}
