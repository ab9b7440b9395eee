using System.Text.Json.Nodes;
using System.Text.Json.Serialization;
using Gemmifer.Core.Buds;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;

namespace Gemmifer.Core.Plans;

/// <summary>
/// A plan in the exchange format gemmifer.plan/1. Lengths mm, clock bearings in hours, dates ISO 8601.
/// </summary>
/// <remarks>Put together by <see cref="PlanBuilder"/> alone. Where a part has a sentence, its <c>measures</c> tell the
/// numbers in it.</remarks>
/// <param name="Optimal">The choice is proved the best there is under the school.</param>
/// <param name="Score">Points of the choice; null where nothing was optimised.</param>
/// <param name="Bound">No choice has more points than this.</param>
/// <param name="Training">How the canes lie on their support; null where there is none.</param>
/// <param name="Part">What only the family of the plant says; in the format under the name of its part, where those
/// of other families are null.</param>
/// <param name="Resolved">What each stem was taken to be, defaults filled in, in order of id: what a drawing
/// draws.</param>
/// <param name="Summary">How it turns out, the sentence that matters most first.</param>
public sealed record PlanDocument(
    string Format,
    string School,
    bool Optimal,
    double? Score,
    double? Bound,
    IReadOnlyList<PlanStem> Stems,
    IReadOnlyList<PlanStep> Steps,
    PlanCounts Counts,
    PlanForecast Forecast,
    PlanKit Kit,
    IReadOnlyList<PlanAssumption> Assumed,
    IReadOnlyList<PlanQuestion> AskFor,
    IReadOnlyList<PlanWarning> Warnings,
    PlanLimits Limits,
    PlanTraining? Training,
    [property: JsonIgnore] PlanPart? Part,
    IReadOnlyList<ResolvedStem> Resolved,
    IReadOnlyList<PlanSentence> Summary
)
{
    /// <summary>The format plans are written in.</summary>
    public const string Name = "gemmifer.plan/1";
}

/// <summary>A sentence that stands by itself.</summary>
public sealed record PlanSentence(Sentence Text)
{
    /// <summary>The measures in the text; null where there are none.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public IReadOnlyList<Measure>? Measures => Text.Measures;
}

/// <summary>
/// The shape of a stem with everything known or assumed about it. Lengths mm, angles degrees, bearings in hours.
/// </summary>
public sealed record ResolvedStem(
    StemId Id,
    double At,
    double Clock,
    double BaseClock,
    double Radius,
    double Length,
    double Lean,
    double TipLean
)
{
    /// <summary>Of a stem as it was read.</summary>
    public static ResolvedStem Of(Stem s) =>
        new(
            s.Id,
            s.Parent.AlongMm,
            Wording.ClockNumber(s.Bearing),
            Wording.ClockNumber(s.BaseBearing),
            s.RadiusMm,
            s.LengthMm,
            s.LeanDeg,
            s.TipLeanDeg
        );
}

/// <summary>The limits the school set for this plant, as used: changed values, how hard and neglect taken in.</summary>
/// <param name="HeightMin">Lowest cut, mm above the crown, or along the cane where canes hang; null where height does
/// not matter.</param>
/// <param name="HeightMax">Highest cut, likewise.</param>
public sealed record PlanLimits(
    string Name,
    double Spacing,
    int CanesMin,
    int CanesMax,
    double? HeightMin,
    double? HeightMax,
    double RemoveShare,
    double Clearance
);

/// <summary>What happens to one stem, and why.</summary>
/// <param name="Successor">The stem that takes its place in time; null where none is in sight.</param>
/// <param name="Flips">What would change the decision, in one sentence: what was tried and what came of it; null where
/// nothing was found.</param>
/// <param name="Flip">The same as data; null where <paramref name="Flips"/> is.</param>
public sealed record PlanStem(
    StemId Id,
    Decision Decision,
    Verdict Verdict,
    IReadOnlyList<PlanReason> Reasons,
    StemId? Successor,
    Sentence? Flips = null,
    PlanFlip? Flip = null
)
{
    /// <summary>The measures in <see cref="Flips"/>; null where there are none.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public IReadOnlyList<Measure>? FlipsMeasures => Flips?.Measures;

    /// <summary>
    /// Whether the decision is the same at every edge of what was measured that was tried; null where nothing was
    /// measured with a spread, or an edge could not be planned for sure.
    /// </summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public bool? Sure { get; init; }

    /// <summary>What it hangs on where it is not sure; null elsewhere.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public PlanHang? HangsOn { get; init; }
}

/// <summary>A measure on which a decision hangs.</summary>
/// <param name="Stem">Whose; null where it hangs on several together.</param>
/// <param name="Field">Its name in the exchange format.</param>
/// <param name="From">One standard deviation below what was measured, in the unit of the field.</param>
/// <param name="To">One above.</param>
public sealed record PlanHang(StemId? Stem, string? Field, double? From, double? To, Sentence Text)
{
    /// <summary>The measures in the text; null where there are none.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public IReadOnlyList<Measure>? Measures => Text.Measures;
}

/// <summary>A change to the survey that was tried.</summary>
/// <param name="Patch">A JSON merge patch (RFC 7396) of the survey in which <c>stems</c> is keyed by id.</param>
/// <param name="Decision">What this stem's decision then is.</param>
public sealed record PlanFlip(JsonObject Patch, Decision Decision);

/// <summary>One reason: the rule, its sentence and where the rule comes from.</summary>
public sealed record PlanReason(string Rule, Sentence Text, Provenance Provenance)
{
    /// <summary>The measures in the text; null where there are none.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public IReadOnlyList<Measure>? Measures => Text.Measures;
}

/// <summary>One step of the work, in order.</summary>
public sealed record PlanStep
{
    /// <summary>From 1, in the order of work; 0 before <see cref="StepOrder"/> gave it.</summary>
    [JsonRequired]
    public int N { get; init; }

    public required Stage Stage { get; init; }

    /// <summary>The stem; null for a step on the whole plant.</summary>
    [JsonRequired]
    public StemId? Stem { get; init; }

    public required StepAction Action { get; init; }

    [JsonRequired]
    public PlanCut? Cut { get; init; }

    [JsonRequired]
    public IReadOnlyList<PlanTie> Ties { get; init; } = [];

    [JsonRequired]
    public Tool? Tool { get; init; }

    [JsonRequired]
    public bool Disinfect { get; init; }

    public required DateOnly Due { get; init; }

    /// <summary>Whether it is right on any day of the year, so that nothing is asked before it is done.</summary>
    public bool AnyTime => Stages.AnyTime(Stage) || Stage is Stage.Prepare or Stage.Clean or Stage.Return;

    [JsonRequired]
    public string? Caution { get; init; }

    /// <summary>Where, what and how, in few words.</summary>
    public required Sentence Text { get; init; }

    /// <summary>The measures in the text; null where there are none.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public IReadOnlyList<Measure>? Measures => Text.Measures;

    /// <summary>What else is worth knowing at this step; null where nothing is.</summary>
    [JsonRequired]
    public Sentence? More { get; init; }

    /// <summary>The measures in <see cref="More"/>; null where there are none.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public IReadOnlyList<Measure>? MoreMeasures => More?.Measures;

    /// <summary>All that is said at it, as the log keeps it.</summary>
    [JsonIgnore]
    public Sentence Said => More is { } more ? (Sentence)$"{Text} {more}" : Text;

    /// <summary>The canes of a row the step is about; null for other steps.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public CaneClass? Class { get; init; }

    /// <summary>What is weighed or measured at it, so that it can be entered there; null where nothing is.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public StepAsk? Asks { get; init; }

    /// <summary>Whether the fallen leaves are gone once it is done; the year then asks for it no more.</summary>
    [JsonIgnore]
    public bool ClearsLeaves { get; init; }
}

/// <summary>What a step asks the gardener to enter.</summary>
public enum StepAsk
{
    /// <summary>How heavy the one-year prunings are that came off.</summary>
    Prunings,
}

/// <summary>The bud a cut is made above.</summary>
/// <param name="Window">Where to look, mm along the stem; null unless it has still to be found.</param>
/// <param name="OtherClock">The way it faces if the buds go round the other way; null where that is known.</param>
/// <param name="Spread">Give or take of the direction of a likely bud, hours (one standard deviation); null
/// otherwise.</param>
/// <param name="Face">The side of the stem where that was seen.</param>
/// <param name="Leaf">Which leaf it sits at, counted from the top, where leaves were counted, not measured.</param>
public sealed record PlanBud(
    double? At,
    double? Clock,
    BudKnowledge Known,
    IReadOnlyList<double>? Window,
    double? OtherClock,
    double? Spread = null,
    BudFace? Face = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] int? Leaf = null
);

/// <summary>One tie.</summary>
/// <param name="N">Along the cane, from 1.</param>
public sealed record PlanTie(double X, double Z, string On, int N = 1, double Y = 0);

/// <summary>The plan in numbers; see the exchange format for each.</summary>
public sealed record PlanCounts(
    int Kept,
    int Removed,
    int Left,
    int BudsLeft,
    string? Arithmetic,
    double RemovedShare,
    double? EndSpacing,
    double? WidestGap,
    double? LevelSpread
);

/// <summary>What to expect of the coming season, as ranges.</summary>
/// <param name="NewShoots">The shoots expected, about three from each end.</param>
/// <param name="Crowds">Pairs of stems whose shoots will stand in each other's way.</param>
/// <param name="Ages">Canes by age after this work, next year and in five years.</param>
/// <param name="Next">Canes that stay and are next to go, the first of them first.</param>
public sealed record PlanForecast(
    int Shoots,
    int BloomPoints,
    IReadOnlyList<DateOnly> Flowering,
    IReadOnlyList<NewShoot> NewShoots,
    IReadOnlyList<Crowding> Crowds,
    IReadOnlyList<AgeCount> Ages,
    IReadOnlyList<NextCane> Next
);

/// <summary>A cane that stays this winter and is next to go.</summary>
/// <param name="Stem">The cane.</param>
/// <param name="Successor">The one that is to take its place; null where none is in sight.</param>
/// <param name="Reserve">It is kept until its successor has proved itself.</param>
public sealed record NextCane(StemId Stem, StemId? Successor, bool Reserve, Sentence Text)
{
    /// <summary>The measures in the text; null where there are none.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public IReadOnlyList<Measure>? Measures => Text.Measures;
}

/// <summary>A shoot expected next summer.</summary>
/// <param name="Stem">The stem it grows from.</param>
/// <param name="X">Where it starts, mm; also Y and Z.</param>
/// <param name="Clock">The way it grows, hours.</param>
/// <param name="Lean">From vertical, degrees.</param>
/// <param name="Length">By midsummer, mm.</param>
/// <param name="Sure">Whether the bud it comes from was seen.</param>
/// <param name="Crowded">Whether its upper half stands in the way of a shoot of another stem.</param>
public sealed record NewShoot(
    StemId Stem,
    double X,
    double Y,
    double Z,
    double Clock,
    double Lean,
    double Length,
    bool Sure,
    bool Crowded = false
);

/// <summary>
/// Two stems of which shoots stand in each other's way; their upper halves are so far apart in the mean, mm.
/// </summary>
public sealed record Crowding(IReadOnlyList<string> Stems, double Apart);

/// <summary>Canes by age some years from now, each as least and most.</summary>
/// <param name="Year">0 after this work, 1 next year.</param>
/// <param name="OneSeason">Canes of one season.</param>
/// <param name="Middle">Older, not yet old.</param>
/// <param name="Old">Old by the kind's reckoning.</param>
public sealed record AgeCount(
    int Year,
    IReadOnlyList<int> OneSeason,
    IReadOnlyList<int> Middle,
    IReadOnlyList<int> Old
);

/// <summary>What to carry, and how long it takes.</summary>
public sealed record PlanKit(
    IReadOnlyList<string> Tools,
    PlanTies Ties,
    IReadOnlyList<string> Protection,
    int Minutes,
    Effort Effort
);

/// <summary>Tie material.</summary>
/// <param name="Of">Metres of each kind.</param>
public sealed record PlanTies(double Metres, IReadOnlyList<PlanMaterial> Of);

/// <summary>Metres of one kind of tie, and for which canes.</summary>
public sealed record PlanMaterial(string Material, double Metres, IReadOnlyList<string> Stems);

/// <summary>A default that was used because nobody looked.</summary>
public sealed record PlanAssumption(StemId? Stem, string Field, object? Value, Sentence Text)
{
    /// <summary>The measures in the text; null where there are none.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public IReadOnlyList<Measure>? Measures => Text.Measures;
}

/// <summary>One more observation that would make the plan surer.</summary>
/// <param name="Changes">Stems that one of the answers would decide otherwise; 0 where only a cut would change.</param>
public sealed record PlanQuestion(StemId? Stem, string What, Sentence Text, int Changes = 0)
{
    /// <summary>The measures in the text; null where there are none.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public IReadOnlyList<Measure>? Measures => Text.Measures;

    /// <summary>The answers that were tried.</summary>
    [JsonRequired]
    public IReadOnlyList<PlanTried> Tried { get; init; } = [];

    /// <summary>Whether the text itself names the stem.</summary>
    public bool Named { get; init; } = true;
}

/// <summary>An answer to a look that was planned with.</summary>
/// <param name="Patch">A JSON merge patch (RFC 7396) of the survey in which <c>stems</c> is keyed by id.</param>
/// <param name="Changes">Decisions that then differ.</param>
public sealed record PlanTried(JsonObject Patch, int Changes);

/// <summary>Something to know about the plan.</summary>
/// <param name="Stem">The stem it is about; null where it is about the plant or several.</param>
public sealed record PlanWarning(
    string Code,
    Sentence Text,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] StemId? Stem = null
)
{
    /// <summary>The measures in the text; null where there are none.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public IReadOnlyList<Measure>? Measures => Text.Measures;
}
