using System.Text.Json;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Families.Vines;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Work;
using Gemmifer.Core.Year;
using Gemmifer.Server.Http;

namespace Gemmifer.Server.Work;

/// <summary>One line of the log as people see it.</summary>
/// <param name="Struck">It was struck out, and counts for nothing.</param>
/// <param name="StemNow">What the stem is called now, as it was called where that season has no survey; null where it
/// stands no longer, or the line is of none.</param>
/// <param name="History">What it said before each correction, the first first.</param>
public sealed record LogView(
    int Id,
    int Season,
    DateTimeOffset At,
    LogKind Kind,
    string Text,
    IReadOnlyList<Measure>? Measures,
    StemId? Stem,
    string? Stage,
    StepAction? Action,
    StepOutcome? Outcome,
    Instead? Instead,
    double? CutAt,
    string? Note,
    double? Grams,
    TiedCane? Tied,
    bool Struck,
    StemId? StemNow,
    IReadOnlyList<LogChange> History,
    YearEvent? What,
    double? Mm,
    int? Bbch
);

/// <summary>An open step with its key.</summary>
/// <param name="Mark">Names the step as it is; sent back with what was done, so that the log holds what was on the
/// screen.</param>
public sealed record OpenStep(string Key, PlanStep Step, string Mark);

/// <summary>The work on a plant this season.</summary>
/// <param name="Visit">1 for the main work, 2 for the visit after bud break.</param>
/// <param name="Plan">Null while nobody walked round the plant.</param>
/// <param name="Changes">What the last step changed for other stems.</param>
/// <param name="Fault">The reference of a plan that failed though it should not, to report; null where none
/// did.</param>
/// <param name="Early">What to know before it is done today, outside of its season; null where nothing is.</param>
/// <param name="Today">The day as the server has it.</param>
/// <param name="Revision">Names what is shown; a change sends it back in the If-Match header.</param>
public sealed record WorkView(
    int Season,
    int Visit,
    bool Finished,
    JsonElement Document,
    PlanDocument? Plan,
    OpenStep[] Pending,
    LogView[] Done,
    Change[] Changes,
    string? Fault,
    PlanSentence? Early,
    DateOnly Today,
    string Revision
);

/// <summary>What the gardener did with a step.</summary>
/// <param name="Instead">Only with different.</param>
/// <param name="CutAt">Where it was cut, mm along the stem.</param>
/// <param name="Mark">Of the step as it was shown.</param>
/// <param name="TiedTo">Where the end of a cane was tied that was tied elsewhere.</param>
public sealed record StepInput(
    string Key,
    string Mark,
    StepOutcome Outcome,
    Instead? Instead,
    double? CutAt,
    string? Note,
    TiedTo? TiedTo = null
) : IBody<StepInput>
{
    static StepInput IBody<StepInput>.Read(FieldReader f, DateOnly today)
    {
        f.Require("key");
        f.Require("mark");
        f.Require("outcome");
        var instead = f.Choice<Instead>("instead");
        var input = new StepInput(
            f.Text("key", 300) ?? "",
            f.Text("mark", 40) ?? "",
            f.Choice<StepOutcome>("outcome") ?? default,
            instead,
            f.Number("cutAt", 0, SurveyLimits.LengthMm),
            f.Text("note", 500),
            instead == Core.Work.Instead.Tied ? TiedToOf(f) : null
        );
        if (input.Outcome == StepOutcome.Different && f.Find("outcome") is not null)
        {
            f.Require("instead");
        }

        if (instead == Core.Work.Instead.Cut && input.CutAt is null && f.Errors.Count == 0)
        {
            f.Error("/cutAt", "required", "Say where you cut, as a distance along the stem.");
        }

        return input;
    }

    private static TiedTo? TiedToOf(FieldReader f)
    {
        if (!f.Require("tiedTo") || f.Find("tiedTo") is not { } json)
        {
            return null;
        }

        var place = new FieldReader(json, "/tiedTo", f.Errors);
        if (!place.IsObject || !place.Require("x") || !place.Require("z"))
        {
            return null;
        }

        var x = place.Number("x", -SurveyLimits.LengthMm, SurveyLimits.LengthMm);
        var z = place.Number("z", 0, SurveyLimits.LengthMm);
        return x is null || z is null ? null : new TiedTo(x.Value, z.Value);
    }
}

/// <summary>A line for the log in the gardener's own words, or what of the plant's year was seen or done.</summary>
/// <param name="Text">May be left out where <paramref name="What"/> says it.</param>
/// <param name="Key">Made by the page; a note sent twice is kept once.</param>
/// <param name="What">What of its year; null for a plain note.</param>
/// <param name="Day">The day it was; today where not said.</param>
/// <param name="Mm">How high, mm; with a height.</param>
/// <param name="Grams">How heavy, g; with prunings and a harvest.</param>
/// <param name="Bbch">Growth stage by the BBCH code, 0 to 99.</param>
public sealed record NoteInput(
    string? Text,
    string? Key,
    YearEvent? What = null,
    DateOnly? Day = null,
    double? Mm = null,
    double? Grams = null,
    int? Bbch = null
) : IBody<NoteInput>
{
    static NoteInput IBody<NoteInput>.Read(FieldReader f, DateOnly today)
    {
        var (note, day) = LogEntries.Read(f, today);
        return new NoteInput(note.Text, f.Text("key", 64), note.What, day, note.Mm, note.Grams, note.Bbch);
    }

    /// <summary>What is noted.</summary>
    internal Noted Note => new(What, Text, Mm, Grams, Bbch);
}

/// <summary>A crop that was weighed; more than one picking of a season adds up.</summary>
/// <param name="Grams">g.</param>
/// <param name="Season">The summer it grew in; the latest where not said.</param>
/// <param name="Key">Made by the page; a crop sent twice is kept once.</param>
public sealed record CropInput(double Grams, int? Season, string? Key) : IBody<CropInput>
{
    static CropInput IBody<CropInput>.Read(FieldReader f, DateOnly today)
    {
        f.Require("grams");
        return new CropInput(
            f.NumberAbove("grams", 0, VineLimits.CropGrams) ?? 0,
            f.Whole("season", SurveyLimits.FirstYear, today.Year),
            f.Text("key", 64)
        );
    }
}
