using Gemmifer.Core.Year;

namespace Gemmifer.Core.Tests.Year;

/// <summary>A line of the log as it is said: read right, or asked about.</summary>
public sealed class SpokenNoteTests
{
    private static readonly DateOnly Today = new(2027, 6, 12);

    private static readonly NamedPlant[] Plants =
    [
        new("a", "Row 2 Vine 1", "Row 2"),
        new("b", "Row 2 Vine 2", "Row 2"),
        new("c", "May Queen", "East wall"),
        new("d", "Rust Red", "East wall"),
        new("e", "Lamp", "Long bed"),
        new("f", "Lamp", "Yard"),
        new("g", "Row 20", ""),
    ];

    private static SpokenReading.Understood Understood(string line) =>
        Assert.IsType<SpokenReading.Understood>(SpokenNote.Read(line, Today, Plants));

    [Theory]
    [InlineData("first bloom row 2 today", YearEvent.FirstBloom, "Row 2", "2027-06-12", "a b")]
    [InlineData("today on Row 2: first bloom", YearEvent.FirstBloom, "Row 2", "2027-06-12", "a b")]
    [InlineData("Row 2 Vine 1 bud break 3 may", YearEvent.BudBreak, "Row 2 Vine 1", "2027-05-03", "a")]
    [InlineData("may queen fed yesterday", YearEvent.Fed, "May Queen", "2027-06-11", "c")]
    [InlineData("rust red tied 2027-03-09", YearEvent.Tied, "Rust Red", "2027-03-09", "d")]
    [InlineData("deadheaded east wall 3 days ago", YearEvent.Deadheaded, "East wall", "2027-06-09", "c d")]
    [InlineData("covered may queen 20 nov", YearEvent.Covered, "May Queen", "2026-11-20", "c")]
    [InlineData("uncovered may queen", YearEvent.Uncovered, "May Queen", "2027-06-12", "c")]
    [InlineData("hail on the east wall", YearEvent.Hail, "East wall", "2027-06-12", "c d")]
    [InlineData("Row 20 pruned", YearEvent.Pruned, "Row 20", "2027-06-12", "g")]
    public void What_is_said_is_read(string line, YearEvent what, string of, string day, string plants)
    {
        var read = Understood(line);
        Assert.Equal((what, of), (read.Note.What, read.Of));
        Assert.Equal((day, plants), (read.Day.ToString("yyyy-MM-dd"), string.Join(' ', read.Plants)));
        Assert.Null(read.Note.Text);
    }

    [Theory]
    [InlineData("height of may queen 1.85 m", 1850)]
    [InlineData("may queen height 1,85 m today", 1850)]
    [InlineData("height 185cm may queen", 1850)]
    [InlineData("may queen height 6 ft", 1828.8)]
    public void A_height_is_read_in_its_unit(string line, double mm) =>
        Assert.Equal(mm, Understood(line).Note.Mm!.Value, 1);

    [Theory]
    [InlineData("row 2 vine 1 prunings 640 g", YearEvent.Prunings, 640)]
    [InlineData("picked 2.5 kg row 2 vine 2", YearEvent.Harvested, 2500)]
    [InlineData("prunings 2 lb row 2 vine 2", YearEvent.Prunings, 907.18474)]
    public void A_weight_is_read_in_its_unit(string line, YearEvent what, double grams)
    {
        var note = Understood(line).Note;
        Assert.Equal(what, note.What);
        Assert.Equal(grams, note.Grams!.Value, 3);
    }

    [Fact]
    public void What_is_left_over_is_the_gardeners_own_words()
    {
        Assert.Equal("Black spot, lower leaves", Understood("Black spot may queen, lower leaves").Note.Text);
        Assert.Equal("sulphur by Kim", Understood("sprayed may queen sulphur by Kim").Note.Text);
        Assert.Null(Understood("may queen a strong new cane").Note.What);
        Assert.Equal(7, Understood("bud break may queen bbch 7").Note.Bbch);
        Assert.Contains("green shows", Understood("bud break may queen bbch 7").Note.Said.Text.Text);
    }

    [Theory]
    [InlineData("", 0)]
    [InlineData("first bloom", 0)]
    [InlineData("first bloom lamp", 2)]
    [InlineData("first bloom may queen and rust red", 2)]
    [InlineData("fed and tied may queen", 2)]
    [InlineData("fed may queen today yesterday", 2)]
    [InlineData("fed may queen 2027-07-01", 0)]
    [InlineData("fed may queen 31 feb", 0)]
    [InlineData("fed may queen 2027-02-30", 0)]
    [InlineData("height may queen", 0)]
    [InlineData("prunings may queen", 0)]
    [InlineData("height may queen 1 m 2 m", 0)]
    [InlineData("may queen", 0)]
    public void What_may_mean_two_things_is_asked_and_never_guessed(string line, int choices) =>
        Assert.Equal(choices, Assert.IsType<SpokenReading.Asked>(SpokenNote.Read(line, Today, Plants)).Choices.Count);

    [Fact]
    public void Any_order_of_the_parts_reads_the_same_over_a_thousand_lines()
    {
        var random = new Random(7);
        string[] whats = ["first bloom", "bud break", "deadheaded", "tied", "fed", "covered", "uncovered", "hail"];
        for (var i = 0; i < 1000; i++)
        {
            var plant = Plants[random.Next(4)];
            var day = Today.AddDays(-random.Next(300));
            string[] parts = [whats[random.Next(whats.Length)], plant.Name, day.ToString("yyyy-MM-dd")];
            var plain = Understood(string.Join(' ', parts));
            random.Shuffle(parts);
            var read = Understood(string.Join(random.Next(2) == 0 ? ' ' : ',', parts));
            Assert.Equal((plain.Note, plain.Day, plain.Of), (read.Note, read.Day, read.Of));
            Assert.Equal([plant.Id], read.Plants);
            Assert.Equal(day, read.Day);
        }
    }

    [Fact]
    public void What_was_measured_goes_with_what_is_measured_and_with_nothing_else()
    {
        foreach (var what in Enum.GetValues<YearEvent>())
        {
            string[] Wrong(double? mm, double? grams) =>
                [.. new Noted(what, null, mm, grams).Errors(f => f).Select(e => $"{e.Path} {e.Code}")];
            var (tall, heavy) = (what == YearEvent.Height, what is YearEvent.Prunings or YearEvent.Harvested);
            Assert.Equal(tall, !Wrong(1850, null).Contains("mm unsupported"));
            Assert.Equal(heavy, !Wrong(null, 640).Contains("grams unsupported"));
            Assert.Equal(tall, Wrong(null, null).Contains("mm required"));
            Assert.Equal(what == YearEvent.Prunings, Wrong(null, null).Contains("grams required"));
            Assert.NotEmpty(new Noted(what, null, tall ? 1850 : null, heavy ? 640 : null).Said.Text.Text);
        }

        Assert.Contains(new Noted(YearEvent.Height, null, -1).Errors(f => f), e => e.Code == "range");
        Assert.Contains(new Noted(YearEvent.BudBreak, null, Bbch: 100).Errors(f => f), e => e.Path == "bbch");
        Assert.Contains(new Noted(null, " ").Errors(f => f), e => e.Path == "text");
    }

    [Fact]
    public void Every_growth_stage_has_words_and_no_other_has()
    {
        Assert.All(Enumerable.Range(0, 100), c => Assert.NotEmpty(GrowthStages.Words(c)));
        Assert.Throws<ArgumentOutOfRangeException>(() => GrowthStages.Words(100));
        Assert.Throws<ArgumentOutOfRangeException>(() => GrowthStages.Words(-1));

        // Principal stages by the BBCH monograph (from memory): 0 sprouting, 1 leaves, 5 flower heads emerge, 6
        // flowering, 8 ripening, 9 senescence; 65 is full flowering, 07 bud burst of woody plants.
        Assert.Contains("full bloom", GrowthStages.Words(65));
        Assert.Contains("break", GrowthStages.Words(7));
        Assert.Contains("dormant", GrowthStages.Words(0));
        Assert.Contains("leaves fall", GrowthStages.Words(93));
    }
}
