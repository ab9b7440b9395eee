using System.Globalization;
using System.Text;

namespace Gemmifer.Core.Plans;

/// <summary>A measure that stands in a sentence; one of the values is given.</summary>
/// <param name="At">Where its words begin in the text, from 0, UTF-16 units.</param>
/// <param name="Length">How long they are.</param>
/// <param name="Mm">A length, mm, as the sentence says it.</param>
/// <param name="G">A weight, g.</param>
/// <param name="Day">A day.</param>
/// <param name="To">The upper end of a range, in the unit of the lower; null where it is one measure.</param>
/// <param name="Bend">The radius of a bend, mm: its words name a round thing that is no tighter.</param>
public sealed record Measure(
    int At,
    int Length,
    double? Mm = null,
    double? G = null,
    DateOnly? Day = null,
    double? To = null,
    double? Bend = null
);

/// <summary>
/// A sentence of a plan and the measures that stand in it as numbers, so that a screen can show them in other units
/// without reading
/// the words.
/// </summary>
/// <remarks>
/// While sentences are put together, each measure stands in the string between two private-use characters, as
/// <see cref="Mark(double, char)"/>
/// wrote it; strings with and without them are joined like any others. A string of people's own words may hold such
/// characters too:
/// what is no mark is left as it is.
/// </remarks>
public readonly record struct Sentence
{
    internal const char Millimetres = 'l',
        Grams = 'g',
        Kilograms = 'k',
        Bend = 'b',
        Date = 'd';

    private const char Open = '\uE000',
        Close = '\uE001';

    private readonly string? _marked;

    private Sentence(string marked) => _marked = marked;

    /// <summary>The words, measures in millimetres, grams and ISO days.</summary>
    public string Text => Read(Marked).Text;

    /// <summary>The measures in the order of the text; null where there are none.</summary>
    public IReadOnlyList<Measure>? Measures => Read(Marked).Measures;

    private string Marked => _marked ?? "";

    /// <summary>A sentence from a string in which measures may be marked.</summary>
    public static implicit operator Sentence(string marked) => new(marked);

    /// <summary>The same; null stays null.</summary>
    public static Sentence? Maybe(string? marked) => marked is null ? default(Sentence?) : new Sentence(marked);

    /// <summary>The words of a string in which measures may be marked.</summary>
    internal static string Plain(string marked) => Read(marked).Text;

    /// <summary>
    /// The words with their measures marked: a sentence put into a longer one keeps its measures. Whoever wants the
    /// words alone asks for <see cref="Text"/>.
    /// </summary>
    public override string ToString() => Marked;

    /// <summary>A measure as it stands in a sentence that is being put together.</summary>
    internal static string Mark(double value, char kind) =>
        $"{Open}{kind}{value.ToString("R", CultureInfo.InvariantCulture)}{Close}";

    /// <summary>A range likewise.</summary>
    internal static string Mark(double from, double to, char kind) =>
        string.Create(CultureInfo.InvariantCulture, $"{Open}{kind}{from:R};{to:R}{Close}");

    /// <summary>A day likewise.</summary>
    internal static string Mark(DateOnly day) =>
        $"{Open}{Date}{day.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture)}{Close}";

    private static (string Text, IReadOnlyList<Measure>? Measures) Read(string marked)
    {
        if (!marked.Contains(Open, StringComparison.Ordinal))
        {
            return (marked, null);
        }

        var (text, measures) = (new StringBuilder(marked.Length), new List<Measure>());
        for (var i = 0; i < marked.Length; )
        {
            var end = marked[i] == Open ? marked.IndexOf(Close, i) : -1;
            if (end > i + 2 && Words(marked[i + 1], marked[(i + 2)..end], text.Length) is var (words, measure))
            {
                text.Append(words);
                measures.Add(measure);
                i = end + 1;
            }
            else
            {
                text.Append(marked[i++]);
            }
        }

        return (text.ToString(), measures.Count == 0 ? null : measures);
    }

    private static (string Words, Measure Measure)? Words(char kind, string value, int at)
    {
        if (kind == Date)
        {
            return DateOnly.TryParseExact(value, "yyyy-MM-dd", out var day)
                ? (value, new Measure(at, value.Length, Day: day))
                : null;
        }

        var ends = value
            .Split(';')
            .Select(v =>
                double.TryParse(v, NumberStyles.Float, CultureInfo.InvariantCulture, out var n) ? n : double.NaN
            )
            .ToArray();
        if (ends.Length > 2 || ends.Any(double.IsNaN))
        {
            return null;
        }

        double? to = ends.Length == 2 ? ends[1] : null;
        string Shown(double size, string unit) =>
            string.Join(" to ", ends.Select(e => (e / size).ToString("0.##", CultureInfo.InvariantCulture)))
            + $" {unit}";
        return kind switch
        {
            Millimetres when Shown(1, "mm") is var words => (words, new Measure(at, words.Length, Mm: ends[0], To: to)),
            Grams when Shown(1, "g") is var words => (words, new Measure(at, words.Length, G: ends[0], To: to)),
            Bend when RoundThings.Name(ends[0]) is var words => (words, new Measure(at, words.Length, Bend: ends[0])),
            Kilograms when Shown(1000, "kg") is var words => (words, new Measure(at, words.Length, G: ends[0], To: to)),
            _ => null,
        };
    }
}
