using System.Text.Json;
using System.Text.Json.Nodes;
using Gemmifer.Core.Families;
using Gemmifer.Core.Photographs;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Season;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Work;

namespace Gemmifer.Core;

/// <summary>
/// What a browser asks of the core where no server is: documents in, documents out, as the server would answer. Nothing
/// is kept between two calls.
/// </summary>
public static class Offline
{
    /// <summary>A step that is open.</summary>
    private sealed record OpenStep(string Key, PlanStep Step, string Mark);

    /// <summary>A line of the log, as far as a plan hangs on it.</summary>
    /// <param name="Day">On which it was done.</param>
    private sealed record Line(
        StemId? Stem,
        string? Stage,
        StepAction? Action,
        StepOutcome? Outcome,
        Instead? Instead,
        double? CutAt,
        TiedCane? Tied,
        DateOnly? Day
    )
    {
        public StepDone Done => StepDone.Kept(Stem, Stage, Action, Outcome, Instead, CutAt, Tied) with { On = Day };
    }

    /// <summary>What is asked of the work on a plant.</summary>
    /// <param name="Survey">Without what was done.</param>
    /// <param name="Done">Steps so far, in order.</param>
    /// <param name="Said">What is said of one more; null where nothing is.</param>
    private sealed record WorkAsked(JsonObject Survey, Line[] Done, StepSaid? Said, DateOnly Today);

    /// <summary>A plant that the garden does not know yet.</summary>
    /// <param name="Kind">Of the exchange format.</param>
    /// <param name="LastFrost">Month and day, two digits each.</param>
    private sealed record NewAsked(string Kind, DateOnly Today, Hemisphere Hemisphere, string LastFrost);

    /// <summary>Where the first survey of a plant begins.</summary>
    /// <param name="Date">The day to plan for.</param>
    private sealed record NewAnswer(int Season, DateOnly Date);

    /// <summary>The work on a plant.</summary>
    /// <param name="Line">What is kept of the step; null where nothing was said of one.</param>
    /// <param name="Changes">What it changes for other stems.</param>
    private sealed record WorkAnswer(
        JsonObject Document,
        PlanDocument Plan,
        OpenStep[] Pending,
        PlanSentence? Early,
        StepLine? Line,
        Change[] Changes
    );

    /// <summary>The plan of a survey, as <c>POST /api/plan</c> answers, byte for byte.</summary>
    /// <param name="detail">Full as the server; less of it where somebody waits.</param>
    /// <exception cref="FormatException">It is not a survey that can be planned; says why.</exception>
    public static string Plan(string survey, PlanDetail detail)
    {
        using var document = JsonDocument.Parse(survey);
        return SurveyReader.Read(document.RootElement) is SurveyReading.Valid valid
            ? Text(Planner.Plan(valid.Survey, detail).ToJson())
            : throw new FormatException("This is not a survey that can be planned.");
    }

    /// <summary>
    /// The work on a plant, with one more step done where that is asked: what is still open, and what that changes.
    /// </summary>
    /// <param name="asked">survey, done, said and today.</param>
    /// <exception cref="FormatException">It cannot be planned, or the step is not open; says why.</exception>
    public static string Work(string asked)
    {
        var a = JsonSerializer.Deserialize<WorkAsked>(asked, PlanWriting.Web)
            ?? throw new FormatException("Nothing was asked.");
        StepDone[] done = [.. a.Done.Select(l => l.Done)];
        var before = Of(a, done);
        if (a.Said is not { } said)
        {
            return Answer(a, before, null, []);
        }

        if (before.Pending.FirstOrDefault(p => p.Key == said.Key) is not { Step: { } step })
        {
            throw new FormatException("The step is not open any more.");
        }

        var line = StepLine.Of(before.Plan, step, said);
        var after = Of(a, [.. done, line.Done with { On = a.Today }]);
        return Answer(a, after, line, Change.Between(before.Plan, after.Plan, step.Stem));
    }

    /// <summary>The season and the day that a new plant is planned for, as the server has them.</summary>
    /// <param name="asked">kind, today, hemisphere and lastFrost.</param>
    /// <exception cref="FormatException">Something is missing or unknown.</exception>
    public static string New(string asked)
    {
        var a = JsonSerializer.Deserialize<NewAsked>(asked, PlanWriting.Web)
            ?? throw new FormatException("Nothing was asked.");
        var place = GrowingPlace.Of(a.Hemisphere, a.LastFrost);
        return JsonSerializer.Serialize(
            new NewAnswer(
                PruningYear.Of(a.Today, a.Hemisphere),
                PruningYear.PlanDay(PlantKinds.Of(a.Kind), a.Today, place)
            ),
            PlanWriting.Web
        );
    }

    private sealed record EdgesAsked(int Width, int Height, byte[] Brightness, double[] At, double[] Along);

    private sealed record EdgesAnswer(double[]? A, double[]? B, double? Sd);

    /// <summary>How wide a stem is in a piece of a picture; see <see cref="EdgeWidth"/>.</summary>
    /// <param name="asked">
    /// width, height, brightness (base64, row by row), at (pixels in the piece) and along (the way the stem runs
    /// there).
    /// </param>
    /// <returns>a, b (pixels in the piece) and sd (pixels); all null where its edges are not clear.</returns>
    /// <exception cref="FormatException">It is no piece of a picture.</exception>
    public static string Edges(string asked)
    {
        var a = JsonSerializer.Deserialize<EdgesAsked>(asked, PlanWriting.Web)
            ?? throw new FormatException("Nothing was asked.");
        if (
            a.Width < 2
            || a.Height < 2
            || a.Brightness?.Length != a.Width * a.Height
            || a.At?.Length != 2
            || a.Along?.Length != 2
        )
        {
            throw new FormatException("This is no piece of a picture.");
        }

        var found = EdgeWidth.Of(
            new Patch(a.Width, a.Height, a.Brightness),
            new Pixel(a.At[0], a.At[1]),
            a.Along[0],
            a.Along[1]
        );
        return JsonSerializer.Serialize(
            found is { } e
                ? new EdgesAnswer([e.A.U, e.A.V], [e.B.U, e.B.V], e.SdPx)
                : new EdgesAnswer(null, null, null),
            PlanWriting.Web
        );
    }

    /// <summary>Canes reckoned from taps on photographs, as <c>POST /api/trace</c> answers, byte for byte.</summary>
    /// <exception cref="FormatException">The taps cannot be reckoned; says why.</exception>
    public static string Traced(string asked)
    {
        using var document = JsonDocument.Parse(asked);
        return TraceReader.Read(document.RootElement) switch
        {
            TraceReading.Valid valid => Text(Trace.Canes(valid.Asked).ToJson()),
            TraceReading.Invalid bad => throw new FormatException(bad.Errors[0].Message),
            _ => throw new FormatException("These are no taps."),
        };
    }

    private static WorkState Of(WorkAsked a, StepDone[] done) =>
        WorkState.Of(a.Survey, done, s => Planner.Plan(s, PlanDetail.Brief))
        ?? throw new FormatException("This is not a survey that can be planned.");

    private static string Answer(WorkAsked a, WorkState state, StepLine? line, Change[] changes) =>
        JsonSerializer.Serialize(
            new WorkAnswer(
                state.Document,
                state.Plan,
                [.. state.Pending.Select(p => new OpenStep(p.Key, p.Step, StepMark.Of(p.Step)))],
                SeasonWarning.DoneOn(a.Today, state.Survey),
                line,
                changes
            ),
            PlanWriting.Web
        );

    private static string Text(byte[] utf8) => System.Text.Encoding.UTF8.GetString(utf8);
}
