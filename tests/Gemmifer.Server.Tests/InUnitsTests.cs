using Gemmifer.Server.Files;

namespace Gemmifer.Server.Tests;

/// <summary>Sentences for people, in files.</summary>
public sealed class InUnitsTests
{
    [Theory]
    [InlineData(12, "metric", "12 mm")]
    [InlineData(145, "metric", "14.5 cm")]
    [InlineData(455.5, "metric", "46 cm")]
    [InlineData(1280, "metric", "1.28 m")]
    [InlineData(254, "imperial", "10 in")]
    [InlineData(1524, "imperial", "5 ft")]
    public void Lengths_are_said_as_on_the_screens(double mm, string units, string said) =>
        Assert.Equal(said, InUnits.Length(mm, units));

    [Theory]
    [InlineData(760, "metric", "760 g")]
    [InlineData(1200, "metric", "1.2 kg")]
    [InlineData(255, "imperial", "9 oz")]
    [InlineData(1179.34, "imperial", "2.6 lb")]
    public void Weights_likewise(double grams, string units, string said) =>
        Assert.Equal(said, InUnits.Weight(grams, units));

    [Fact]
    public void Days_and_measures_of_a_sentence_are_said_and_its_words_are_left_alone()
    {
        const string Text = "Cut A at 455.5 mm, 2 to 3 mm above; look on 2027-05-02.";
        const string Measures =
            """[{"at":9,"length":8,"mm":455.5},{"at":19,"length":9,"mm":2,"to":3},{"at":44,"length":10,"day":"2027-05-02"}]""";
        Assert.Equal("Cut A at 46 cm, 2 mm to 3 mm above; look on 2 May 2027.", InUnits.Say(Text, Measures, "metric"));
        Assert.Equal("Cut A at 18 in, 0.1 in above; look on 2 May 2027.", InUnits.Say(Text, Measures, "imperial"));
        Assert.Equal(Text, InUnits.Say(Text, null, "metric"));

        // Measures of another text are passed over rather than written into this one.
        Assert.Equal("Short.", InUnits.Say("Short.", Measures, "metric"));
    }
}
