using System.Globalization;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Plans;

namespace Gemmifer.Core.Year;

/// <summary>A line for a plant's log, as somebody says it.</summary>
/// <param name="What">What of its year; null for a note in words alone.</param>
/// <param name="Text">The gardener's own words; null where <paramref name="What"/> says it all.</param>
/// <param name="Mm">How high it stands, mm; only with a height.</param>
/// <param name="Grams">What was weighed, g; only with prunings and crops.</param>
/// <param name="Bbch">Growth stage by the BBCH code, 0 to 99; null where nobody said.</param>
public sealed record Noted(YearEvent? What, string? Text, double? Mm = null, double? Grams = null, int? Bbch = null)
{
    /// <summary>What happens on no day anybody planned, and asks for a look.</summary>
    public static IReadOnlyList<YearEvent> Sudden { get; } =
    [YearEvent.StormBreak, YearEvent.Hail, YearEvent.Vole, YearEvent.StakeGone, YearEvent.Disease];

    /// <summary>The longest of the gardener's own words.</summary>
    public const int MostChars = 1000;

    /// <summary>The highest that is stored, mm, and the heaviest, g.</summary>
    public const double MostMm = SurveyLimits.LengthMm,
        MostGrams = 100_000;

    /// <summary>What is wrong with it, by the names of its fields; empty where nothing is.</summary>
    /// <param name="at">Makes the place of an error from the name of a field.</param>
    public IEnumerable<SurveyError> Errors(Func<string, string> at)
    {
        if (What is null && string.IsNullOrWhiteSpace(Text))
        {
            yield return new SurveyError(at("text"), "required", "Write a word or two first.");
        }

        if (Text?.Length > MostChars)
        {
            yield return new SurveyError(at("text"), "too-long", $"At most {MostChars} characters.", 0, MostChars);
        }

        if (Mm is not null && What != YearEvent.Height)
        {
            yield return new SurveyError(at("mm"), "unsupported", "Only a height has millimetres.");
        }

        if (Mm is <= 0 or > MostMm)
        {
            yield return new SurveyError(at("mm"), "range", $"Above 0, to {MostMm} mm.", 0, MostMm);
        }

        if (What == YearEvent.Height && Mm is null)
        {
            yield return new SurveyError(at("mm"), "required", "Say how high, in millimetres.");
        }

        if (Grams is not null && What is not (YearEvent.Prunings or YearEvent.Harvested))
        {
            yield return new SurveyError(at("grams"), "unsupported", "Only prunings and a harvest are weighed.");
        }

        if (Grams is <= 0 or > MostGrams)
        {
            yield return new SurveyError(at("grams"), "range", $"Above 0, to {MostGrams} g.", 0, MostGrams);
        }

        if (What == YearEvent.Prunings && Grams is null)
        {
            yield return new SurveyError(at("grams"), "required", "Say how heavy, in grams.");
        }

        if (Bbch is < 0 or > GrowthStages.Last)
        {
            yield return new SurveyError(at("bbch"), "range", "A BBCH code from 0 to 99.", 0, GrowthStages.Last);
        }
    }

    /// <summary>Day by day what may have been: nothing of a plant before the year it was planted in.</summary>
    public static SurveyError? BeforePlanted(DateOnly day, int? plantedYear, string name, string at) =>
        plantedYear is { } planted && day.Year < planted
            ? new SurveyError(
                at,
                "before-planted",
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"{name} was planted in {planted}; nothing was on it before."
                )
            )
            : null;

    /// <summary>The line as the log says it, with its measures.</summary>
    public PlanSentence Said
    {
        get
        {
            var own = string.IsNullOrWhiteSpace(Text) ? null : Text.Trim();
            var after = own is null ? "" : $" {own}";
            var stage = Bbch is { } code ? $" BBCH {code:00}: {GrowthStages.Words(code)}." : "";
            return new PlanSentence(
                What switch
                {
                    null => own!,
                    YearEvent.Height => $"Height {Wording.Mm(Mm ?? 0)}.{after}",
                    YearEvent.Prunings => $"Prunings {Wording.Grams(Grams ?? 0)}.{after}",
                    YearEvent.Harvested when Grams is { } g => $"Harvested {Wording.Grams(g)}.{after}",
                    YearEvent.Disease
                    or YearEvent.Sprayed
                    or YearEvent.StormBreak
                    or YearEvent.Vole
                    or YearEvent.Hail
                    or YearEvent.StakeGone => YearWords.Of(What.Value) + after,
                    var what => (own ?? YearWords.Of(what.Value)) + stage,
                }
            );
        }
    }
}

/// <summary>
/// Growth stages by the BBCH code in plain words: principal stages after Meier (ed.), Growth stages of mono- and
/// dicotyledonous plants, BBCH Monograph, 2nd ed. 2001 (from memory).
/// </summary>
public static class GrowthStages
{
    /// <summary>The last code.</summary>
    public const int Last = 99;

    /// <summary>The codes a gardener sees at once, the first of the year first.</summary>
    public static readonly IReadOnlyList<int> Told =
    [
        0,
        1,
        3,
        7,
        9,
        11,
        19,
        51,
        55,
        59,
        60,
        61,
        65,
        69,
        75,
        89,
        93,
        97,
    ];

    /// <summary>What stands at a code, in a few words.</summary>
    /// <exception cref="ArgumentOutOfRangeException">It is no code from 0 to 99.</exception>
    public static string Words(int code) =>
        code is < 0 or > Last
            ? throw new ArgumentOutOfRangeException(nameof(code), code, null)
            : Stages.Last(s => s.From <= code).Words;

    /// <summary>Each stage from its first code on.</summary>
    private static readonly (int From, string Words)[] Stages =
    [
        (0, "dormant, buds closed"),
        (1, "buds begin to swell"),
        (3, "buds swollen"),
        (7, "buds break, green shows"),
        (9, "green tips stand clear of the scales"),
        (10, "first leaves open"),
        (19, "nine leaves or more"),
        (20, "side shoots form"),
        (30, "shoots lengthen"),
        (40, "shoots near their length"),
        (50, "flower buds show"),
        (55, "flower buds stand apart"),
        (59, "first petals show"),
        (60, "first flowers open"),
        (61, "flowering begins"),
        (65, "full bloom"),
        (67, "petals fall"),
        (70, "fruits grow"),
        (80, "fruits ripen"),
        (90, "shoots ripen, leaves still green"),
        (93, "leaves fall"),
        (97, "leafless, at rest"),
    ];
}
