using Gemmifer.Core.Families.CaneFruit;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Season;

namespace Gemmifer.Core.Tests.Families.CaneFruit;

/// <summary>Naming a type from what fruited on which wood, and when (common practice, no source).</summary>
public class CaneTypingTests
{
    private static Typing Of(params (string Day, string What)[] seen) =>
        CaneTyping.Of(
            seen.Select(s => new Sighting(
                DateOnly.Parse(s.Day, System.Globalization.CultureInfo.InvariantCulture),
                s.What
            )),
            new GrowingPlace(Hemisphere.North, 4, 15)
        );

    [Fact]
    public void Nothing_seen_names_nothing_and_asks_for_the_wood()
    {
        var typing = Of();
        Assert.Null(typing.Type);
        var named = PlantKinds.All.Where(k => RowRules.Knows(k.Id) && !RowRules.Kind(k.Id).Unknown).Select(k => k.Id);
        Assert.Equal(named, typing.Possible);
        Assert.Contains("canes that grew this year", typing.Next);
    }

    [Fact]
    public void Fruit_on_new_canes_is_an_autumn_raspberry() =>
        Assert.Equal("raspberry.fall", Of(("2026-09-20", "new-canes-fruited")).Type);

    [Theory]
    [InlineData("raspberry.summer", "old-canes-fruited", "berry-hollow", "berry-red", "new-canes-bare")]
    [InlineData("raspberry.black", "old-canes-fruited", "berry-hollow", "berry-black", "new-canes-bare")]
    [InlineData("raspberry.purple", "old-canes-fruited", "berry-purple")]
    [InlineData("blackberry.erect", "old-canes-fruited", "berry-with-core", "canes-upright")]
    [InlineData("blackberry.trailing", "old-canes-fruited", "berry-with-core", "canes-trailing")]
    public void A_year_of_looking_names_the_type(string type, params string[] seen) =>
        Assert.Equal(type, Of([.. seen.Select(s => (s == "new-canes-bare" ? "2026-10-05" : "2026-07-10", s))]).Type);

    [Fact]
    public void Bare_new_canes_say_nothing_before_autumn()
    {
        var early = Of(("2026-06-20", "new-canes-bare"));
        Assert.Contains("raspberry.fall", early.Possible);
        Assert.Contains("too early", early.Steps.Single().Text);
        Assert.DoesNotContain("raspberry.fall", Of(("2026-09-20", "new-canes-bare")).Possible);
    }

    [Fact]
    public void A_type_is_not_named_before_its_fruit_was_seen()
    {
        var typing = Of(("2026-02-01", "canes-trailing"));
        Assert.Equal((null, 1), (typing.Type, typing.Possible.Length));
        Assert.NotNull(typing.Next);
    }

    [Fact]
    public void Sightings_that_cannot_both_be_right_name_nothing()
    {
        var typing = Of(
            ("2026-07-10", "berry-with-core"),
            ("2026-09-20", "new-canes-fruited"),
            ("2026-07-11", "canes-trailing")
        );
        Assert.True(typing.Contradiction);
        Assert.Null(typing.Type);
    }

    /// <summary>
    /// Every set of up to three sightings against the plain meaning: what is possible fits all of them.
    /// </summary>
    [Fact]
    public void What_stays_possible_fits_everything_seen()
    {
        var ids = CaneTyping.Sightings;
        string[] all =
        [
            "raspberry.summer",
            "raspberry.fall",
            "raspberry.black",
            "raspberry.purple",
            "blackberry.erect",
            "blackberry.trailing",
        ];
        for (var a = 0; a < ids.Length; a++)
        {
            for (var b = a; b < ids.Length; b++)
            {
                for (var c = b; c < ids.Length; c++)
                {
                    string[] seen = [ids[a], ids[b], ids[c]];
                    var fits = all.Where(t => seen.All(s => RowRules.Sightings.Single(r => r.Id == s).Fits.Contains(t)))
                        .ToArray();
                    var typing = Of([.. seen.Distinct().Select(s => ("2026-10-05", s))]);
                    Assert.Equal(fits.Length == 0, typing.Contradiction);
                    Assert.True(fits.Length == 0 || fits.SequenceEqual(typing.Possible), string.Join(",", seen));
                    Assert.True(typing.Type is null || fits.SequenceEqual([typing.Type]));
                }
            }
        }
    }
}
