using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Serialization;

namespace Gemmifer.Core.Planning;

/// <summary>A plan in the exchange format gemmifer.plan/1. Lengths mm, clock bearings in hours, dates ISO 8601.</summary>
/// <param name="Optimal">The choice is proved the best there is under the school.</param>
/// <param name="Score">Points of the choice; null where nothing was optimised.</param>
/// <param name="Bound">No choice has more points than this.</param>
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
    IReadOnlyList<PlanWarning> Warnings)
{
    private static readonly JsonSerializerOptions Options = new(JsonSerializerDefaults.Web)
    {
        Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
        DefaultIgnoreCondition = JsonIgnoreCondition.Never,
    };

    /// <summary>The plan as JSON, UTF-8. The same plan gives the same bytes.</summary>
    public byte[] ToJson() => JsonSerializer.SerializeToUtf8Bytes(this, Options);
}

/// <summary>What happens to one stem, and why.</summary>
/// <param name="Decision">keep, shorten, remove, defer, check or untouched.</param>
/// <param name="Verdict">sound, dead, diseased, damaged, sucker, soft or unsure.</param>
/// <param name="Flips">What would change the decision, in one sentence.</param>
/// <param name="Successor">The stem that takes its place in time; null where none is in sight.</param>
public sealed record PlanStem(string Id, string Decision, string Verdict, IReadOnlyList<PlanReason> Reasons, string? Flips, string? Successor);

/// <summary>One reason: the rule, its sentence and where the rule comes from.</summary>
public sealed record PlanReason(string Rule, string Text, string Provenance);

/// <summary>One step of the work, in order.</summary>
/// <param name="Stem">The stem; null for a step on the whole plant.</param>
public sealed record PlanStep(
    int N, string Stage, string? Stem, string Action, PlanCut? Cut, IReadOnlyList<PlanTie> Ties, string? Tool, bool Disinfect,
    string Due, string? Caution, string Text);

/// <summary>One cut.</summary>
/// <param name="At">Distance along the stem, mm; null where the bud has still to be found.</param>
/// <param name="Slope">Degrees; 0 is square to the stem.</param>
public sealed record PlanCut(double? At, PlanBud? Bud, double Slope, double Clearance, string Where, double X, double Y, double Z);

/// <summary>The bud a cut is made above.</summary>
/// <param name="Known">seen, likely or look-for.</param>
/// <param name="Window">Where to look, mm along the stem; null unless it has still to be found.</param>
/// <param name="OtherClock">The way it faces if the buds go round the other way; null where that is known.</param>
public sealed record PlanBud(double? At, double? Clock, string Known, IReadOnlyList<double>? Window, double? OtherClock);

/// <summary>One tie.</summary>
public sealed record PlanTie(double X, double Z, string On);

/// <summary>The plan in numbers; see the exchange format for each.</summary>
public sealed record PlanCounts(
    int Kept, int Removed, int Left, int BudsLeft, string? Arithmetic, double RemovedShare, double? EndSpacing, double? WidestGap, double? LevelSpread);

/// <summary>What to expect of the coming season, as ranges.</summary>
public sealed record PlanForecast(int Shoots, int BloomPoints, IReadOnlyList<string> Flowering);

/// <summary>What to carry, and how long it takes.</summary>
public sealed record PlanKit(IReadOnlyList<string> Tools, PlanTies Ties, IReadOnlyList<string> Protection, int Minutes);

/// <summary>Tie material.</summary>
public sealed record PlanTies(double Metres);

/// <summary>A default that was used because nobody looked.</summary>
public sealed record PlanAssumption(string? Stem, string Field, object? Value, string Text);

/// <summary>One more observation that would make the plan surer.</summary>
public sealed record PlanQuestion(string? Stem, string What, string Text);

/// <summary>Something to know about the plan.</summary>
public sealed record PlanWarning(string Code, string Text);
