using System.Globalization;
using System.Text.RegularExpressions;

namespace Gemmifer.Core.Year;

/// <summary>A plant that a spoken line may mean.</summary>
public sealed record NamedPlant(string Id, string Name, string Place);

/// <summary>What a line such as "first bloom row 2 today" says, or what has to be asked.</summary>
public abstract record SpokenReading
{
    /// <summary>One thing on one or more plants.</summary>
    /// <param name="Of">The plant or place it names, as the garden writes it.</param>
    public sealed record Understood(Noted Note, DateOnly Day, string Of, IReadOnlyList<string> Plants) : SpokenReading;

    /// <summary>Nothing is stored before this is answered.</summary>
    /// <param name="Choices">What it may mean; empty where that is open.</param>
    public sealed record Asked(string Question, IReadOnlyList<string> Choices) : SpokenReading;
}

/// <summary>
/// Reads a line of the log as it is said: what, of which plant or bed, when, and how much, in any order. What may mean
/// two things is asked and never guessed.
/// </summary>
public static partial class SpokenNote
{
    private const int MostChars = 300;

    /// <summary>Words for what is noted, the longer before the shorter that stands in it.</summary>
    private static readonly (string Words, YearEvent What)[] Events =
    [
        ("first bloom", YearEvent.FirstBloom),
        ("first flowers", YearEvent.FirstBloom),
        ("first flower", YearEvent.FirstBloom),
        ("began to flower", YearEvent.FirstBloom),
        ("in bloom", YearEvent.FirstBloom),
        ("bud break", YearEvent.BudBreak),
        ("budbreak", YearEvent.BudBreak),
        ("buds break", YearEvent.BudBreak),
        ("buds broke", YearEvent.BudBreak),
        ("end of flush", YearEvent.FlushEnd),
        ("flush over", YearEvent.FlushEnd),
        ("flush ended", YearEvent.FlushEnd),
        ("flush end", YearEvent.FlushEnd),
        ("deadheaded", YearEvent.Deadheaded),
        ("deadheading", YearEvent.Deadheaded),
        ("deadhead", YearEvent.Deadheaded),
        ("prunings", YearEvent.Prunings),
        ("pruned", YearEvent.Pruned),
        ("tied in", YearEvent.Tied),
        ("tied", YearEvent.Tied),
        ("tipped", YearEvent.Tipped),
        ("uncovered", YearEvent.Uncovered),
        ("cover off", YearEvent.Uncovered),
        ("covered", YearEvent.Covered),
        ("cover on", YearEvent.Covered),
        ("fed", YearEvent.Fed),
        ("harvested", YearEvent.Harvested),
        ("picked", YearEvent.Harvested),
        ("crop", YearEvent.Harvested),
        ("height", YearEvent.Height),
        ("storm break", YearEvent.StormBreak),
        ("broken by the storm", YearEvent.StormBreak),
        ("hail", YearEvent.Hail),
        ("voles", YearEvent.Vole),
        ("vole", YearEvent.Vole),
        ("stake gone", YearEvent.StakeGone),
        ("sprayed", YearEvent.Sprayed),
        ("black spot", YearEvent.Disease),
        ("mildew", YearEvent.Disease),
        ("rust", YearEvent.Disease),
        ("canker", YearEvent.Disease),
        ("disease", YearEvent.Disease),
    ];

    private static readonly string[] Months =
    [
        .. CultureInfo.InvariantCulture.DateTimeFormat.MonthNames.Take(12).Select(m => m.ToLowerInvariant()),
    ];

    /// <summary>Reads a line.</summary>
    /// <param name="today">The day where the garden is.</param>
    public static SpokenReading Read(string line, DateOnly today, IReadOnlyList<NamedPlant> plants)
    {
        var said = Spaces().Replace(line.Trim(), " ");
        if (said.Length is 0 or > MostChars)
        {
            return new SpokenReading.Asked(
                said.Length == 0 ? "Say what was seen or done, and on which plant." : "Say it in fewer words.",
                []
            );
        }

        // The names come first: a plant may be called after anything, also after a month or a disease.
        var (named, rest) = Names(said, plants);
        if (named.Length != 1)
        {
            return new SpokenReading.Asked(
                named.Length == 0 ? "Of which plant or bed?" : "Of which of these?",
                [.. named.Select(n => n.Name)]
            );
        }

        var (day, wrong, left) = DayOf(rest, today);
        if (wrong is not null)
        {
            return wrong;
        }

        var found = Found(left, out left);
        if (found.Distinct().Count() > 1)
        {
            return new SpokenReading.Asked("Which of these was it?", [.. found.Distinct().Select(YearWords.Of)]);
        }

        YearEvent? what = found.Count == 0 ? null : found[0];
        var (mm, grams, code, unsure, words) = MeasuresOf(left, what);
        if (unsure is not null)
        {
            return unsure;
        }

        words = Spaces().Replace(Loose().Replace(words, " "), " ").Trim(' ', ',', '.', ';', ':');
        var note = new Noted(what, words.Length == 0 ? null : Own(words, said, what), mm, grams, code);
        return note.Errors(f => f).FirstOrDefault() is { } error
            ? new SpokenReading.Asked(error.Message, [])
            : new SpokenReading.Understood(note, day, named[0].Name, named[0].Plants);
    }

    /// <summary>A disease keeps its name, which is what the line says of it.</summary>
    private static string Own(string words, string said, YearEvent? what) =>
        what == YearEvent.Disease
            ? Events
                .Where(e => e.What == YearEvent.Disease && e.Words != "disease")
                .Select(e => Regex.Match(said, $@"\b{e.Words}\b", RegexOptions.IgnoreCase))
                .FirstOrDefault(m => m.Success)
                is { } name
                ? $"{name.Value}, {words}"
                : words
            : words;

    /// <summary>
    /// The longest name of a plant or place in the line. A shorter name inside a longer one is not meant; two that
    /// stand apart, or plants of one name, are two.
    /// </summary>
    private static ((string Name, string[] Plants)[] Named, string Left) Names(
        string said,
        IReadOnlyList<NamedPlant> plants
    )
    {
        var known = plants
            .Select(p => (p.Name, Plants: new[] { p.Id }))
            .Concat(
                plants
                    .Where(p => p.Place.Length > 0)
                    .GroupBy(p => p.Place)
                    .Select(g => (Name: g.Key, Plants: g.Select(p => p.Id).ToArray()))
            )
            .Select(n => (n.Name, n.Plants, At: Whole(said, n.Name)))
            .Where(n => n.At >= 0)
            .OrderByDescending(n => n.Name.Length)
            .ToArray();
        var taken = new List<(string Name, string[] Plants, int At)>();
        foreach (var name in known)
        {
            if (
                !taken.Any(t =>
                    name.At >= t.At
                    && name.At + name.Name.Length <= t.At + t.Name.Length
                    && name.Name.Length < t.Name.Length
                )
            )
            {
                taken.Add(name);
            }
        }

        var rest = taken.Count == 1 ? said.Remove(taken[0].At, taken[0].Name.Length) : said;
        return ([.. taken.Select(t => (t.Name, t.Plants))], rest);
    }

    /// <summary>Where a name stands as words of its own; -1 where it does not.</summary>
    private static int Whole(string said, string name)
    {
        for (
            var at = said.IndexOf(name, StringComparison.OrdinalIgnoreCase);
            at >= 0;
            at = said.IndexOf(name, at + 1, StringComparison.OrdinalIgnoreCase)
        )
        {
            var end = at + name.Length;
            if (
                (at == 0 || !char.IsLetterOrDigit(said[at - 1]))
                && (end == said.Length || !char.IsLetterOrDigit(said[end]))
            )
            {
                return at;
            }
        }

        return -1;
    }

    private static (DateOnly Day, SpokenReading.Asked? Wrong, string Left) DayOf(string said, DateOnly today)
    {
        var found = new List<(DateOnly Day, Match At)>();
        void Add(Match at, DateOnly day) => found.Add((day, at));
        foreach (Match m in Relative().Matches(said))
        {
            var word = m.Value.ToLowerInvariant();
            Add(
                m,
                word == "today" ? today
                    : word == "yesterday" ? today.AddDays(-1)
                    : today.AddDays(-int.Parse(m.Groups[1].Value, CultureInfo.InvariantCulture))
            );
        }

        foreach (Match m in Iso().Matches(said))
        {
            if (!DateOnly.TryParseExact(m.Value, "yyyy-MM-dd", out var day))
            {
                return (today, new SpokenReading.Asked($"{m.Value} is no day. Which day was it?", []), said);
            }

            Add(m, day);
        }

        foreach (Match m in Named().Matches(said))
        {
            var month =
                Array.FindIndex(Months, n =>
                    n.StartsWith(m.Groups["m"].Value[..3].ToLowerInvariant(), StringComparison.Ordinal)
                ) + 1;
            var of = m.Groups["y"] is { Success: true } y
                ? int.Parse(y.Value, CultureInfo.InvariantCulture)
                : (int?)null;
            var number = int.Parse(m.Groups["d"].Value, CultureInfo.InvariantCulture);
            DateOnly? Of(int year) =>
                number >= 1 && number <= DateTime.DaysInMonth(year, month) ? new DateOnly(year, month, number) : null;

            // Without a year the last such day is meant.
            var day = of is { } said2
                ? Of(said2)
                : Enumerable.Range(0, 5).Select(back => Of(today.Year - back)).FirstOrDefault(d => d <= today);
            if (day is null)
            {
                return (today, new SpokenReading.Asked($"{m.Value} is no day. Which day was it?", []), said);
            }

            Add(m, day.Value);
        }

        if (found.Select(f => f.Day).Distinct().Count() > 1)
        {
            return (
                today,
                new SpokenReading.Asked("On which of these days?", [.. found.Select(f => f.At.Value)]),
                said
            );
        }

        if (found.Any(f => f.Day > today))
        {
            return (today, new SpokenReading.Asked("This day is still to come. Which day was it?", []), said);
        }

        var rest = found
            .OrderByDescending(f => f.At.Index)
            .Aggregate(said, (s, f) => s.Remove(f.At.Index, f.At.Length));
        return (found.Count > 0 ? found[0].Day : today, null, rest);
    }

    private static List<YearEvent> Found(string said, out string rest)
    {
        var found = new List<YearEvent>();
        rest = said;
        foreach (var (words, what) in Events)
        {
            var at = Regex.Match(rest, $@"\b{words}\b", RegexOptions.IgnoreCase);
            if (at.Success)
            {
                found.Add(what);
                rest = rest.Remove(at.Index, at.Length);
            }
        }

        return found;
    }

    private static (double? Mm, double? Grams, int? Code, SpokenReading.Asked? Unsure, string Left) MeasuresOf(
        string said,
        YearEvent? what
    )
    {
        var (mm, grams, code, rest) = ((double?)null, (double?)null, (int?)null, said);
        if (what == YearEvent.Height)
        {
            var found = Length().Matches(said);
            if (found.Count != 1)
            {
                return (null, null, null, new SpokenReading.Asked("How high does it stand?", []), said);
            }

            mm =
                Value(found[0])
                * found[0].Groups["u"].Value.ToLowerInvariant() switch
                {
                    "mm" => 1,
                    "cm" => 10,
                    "m" => 1000,
                    "in" => 25.4,
                    _ => 304.8,
                };
            rest = rest.Remove(found[0].Index, found[0].Length);
        }
        else if (what is YearEvent.Prunings or YearEvent.Harvested)
        {
            var found = Weight().Matches(said);
            if (found.Count > 1 || (found.Count == 0 && what == YearEvent.Prunings))
            {
                return (null, null, null, new SpokenReading.Asked("How heavy was it?", []), said);
            }

            if (found.Count == 1)
            {
                grams =
                    Value(found[0])
                    * found[0].Groups["u"].Value.ToLowerInvariant() switch
                    {
                        "kg" => 1000,
                        "g" => 1,
                        "oz" => 28.349523125,
                        _ => 453.59237,
                    };
                rest = rest.Remove(found[0].Index, found[0].Length);
            }
        }

        if (Bbch().Match(rest) is { Success: true } stage)
        {
            code = int.Parse(stage.Groups[1].Value, CultureInfo.InvariantCulture);
            rest = rest.Remove(stage.Index, stage.Length);
        }

        return (mm, grams, code, null, rest);
    }

    private static double Value(Match measure) =>
        double.Parse(measure.Groups["n"].Value.Replace(',', '.'), CultureInfo.InvariantCulture);

    [GeneratedRegex(@"\s+")]
    private static partial Regex Spaces();

    /// <summary>Small words that are left over when what they joined is read.</summary>
    [GeneratedRegex(@"\b(?:on|in|of|the|at|for|since|was|were|all|is)\b", RegexOptions.IgnoreCase)]
    private static partial Regex Loose();

    [GeneratedRegex(@"\b(?:today|yesterday|(\d{1,2}) days? ago)\b", RegexOptions.IgnoreCase)]
    private static partial Regex Relative();

    [GeneratedRegex(@"\b\d{4}-\d{2}-\d{2}\b")]
    private static partial Regex Iso();

    [GeneratedRegex(
        @"\b(?<d>\d{1,2})(?:st|nd|rd|th)? (?<m>jan(?:uary)?|feb(?:ruary)?|mar(?:ch)?|apr(?:il)?|may|june?|july?|"
            + @"aug(?:ust)?|sept?(?:ember)?|oct(?:ober)?|nov(?:ember)?|dec(?:ember)?)(?: (?<y>\d{4}))?\b",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Named();

    [GeneratedRegex(@"\b(?<n>\d+(?:[.,]\d+)?) ?(?<u>mm|cm|m|in|ft)\b", RegexOptions.IgnoreCase)]
    private static partial Regex Length();

    [GeneratedRegex(@"\b(?<n>\d+(?:[.,]\d+)?) ?(?<u>kg|g|oz|lb)\b", RegexOptions.IgnoreCase)]
    private static partial Regex Weight();

    [GeneratedRegex(@"\bbbch ?(\d{1,2})\b", RegexOptions.IgnoreCase)]
    private static partial Regex Bbch();
}
