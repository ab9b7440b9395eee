namespace Gemmifer.Core.Plans;

/// <summary>
/// The words of a step: where, what and how in at most <see cref="Most"/> words; what follows stands in
/// <see cref="PlanStep.More"/>.
/// </summary>
public static class StepWords
{
    /// <summary>A step says no more words than this at once.</summary>
    public const int Most = 25;

    /// <summary>A second sentence joins the first only while both have no more words than this.</summary>
    private const int Together = 14;

    private static readonly string[] Ends = [". ", "; ", ": "];

    /// <summary>How many words a text has, numbers and units among them.</summary>
    public static int Count(string text) =>
        text.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries).Count(w => w.Any(char.IsLetterOrDigit));

    /// <summary>A step whose text says one thing, and the rest beside it.</summary>
    public static PlanStep Brief(PlanStep step)
    {
        var (text, more) = (step.Text.ToString().TrimEnd(), step.More?.ToString() ?? "");
        var (first, rest) = Split(text);
        return rest == "" && first == step.Text.ToString()
            ? step
            : step with
            {
                Text = first,
                More = Sentence.Maybe($"{rest} {more}".Trim() is { Length: > 0 } all ? all : null),
            };
    }

    private static (string First, string Other) Split(string text)
    {
        var (first, rest) = AtSentence(text);
        if (Words(first) <= Most)
        {
            return (first, rest);
        }

        foreach (var end in Ends[1..])
        {
            for (var at = first.LastIndexOf(end, StringComparison.Ordinal); at > 0; )
            {
                if (Words(first[..at]) is > 2 and <= Most)
                {
                    return ($"{first[..at]}.", $"{Wording.Capital(first[(at + 2)..])} {rest}".Trim());
                }

                at = first.LastIndexOf(end, at - 1, StringComparison.Ordinal);
            }
        }

        return (first, rest);
    }

    /// <summary>The first sentence, and those after it that are short enough to stand with it.</summary>
    private static (string First, string Other) AtSentence(string text)
    {
        var cut = text.Length;
        for (var at = Next(text, 0); at < text.Length; at = Next(text, at))
        {
            if (cut == text.Length || Words(text[..at]) <= Together)
            {
                cut = at;
            }
        }

        return cut < text.Length && Words(text) > Together ? (text[..cut].TrimEnd(), text[cut..].Trim()) : (text, "");
    }

    /// <summary>Where the next sentence begins; the end of the text where none does.</summary>
    private static int Next(string text, int from)
    {
        for (var i = from; i < text.Length - 2; i++)
        {
            if (text[i] is '.' or '?' && text[i + 1] == ' ' && char.IsUpper(text[i + 2]))
            {
                return i + 2;
            }
        }

        return text.Length;
    }

    private static int Words(string marked) => Count(Sentence.Plain(marked));
}
