using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Plans;

/// <summary>What an optimum comes to, in thousandths of a point.</summary>
/// <param name="Score">Points of the choice; null where nothing was chosen among.</param>
/// <param name="Bound">No choice has more.</param>
public sealed record Optimum(bool Proved, long? Score, long? Bound)
{
    /// <summary>Nothing was chosen among.</summary>
    public static Optimum None { get; } = new(true, null, null);

    /// <summary>
    /// What a rule costs that the gardener's word sets aside, thousandths of a point: more than any wish could bring,
    /// so that no plan with such a word is better than the best without it.
    /// </summary>
    private const long SetAside = 1_000_000;

    /// <summary>The same where so many rules were set aside.</summary>
    public Optimum Less(int rules) =>
        this with
        {
            Score = Score - (rules * SetAside),
            Bound = Bound - (rules * SetAside),
        };
}

/// <summary>What a family of plants says of one plant; <see cref="PlanBuilder"/> makes the plan of it.</summary>
public sealed record PlanParts
{
    /// <summary>What the joint choice came to.</summary>
    public Optimum Optimum { get; init; } = Optimum.None;

    /// <summary>Stems in order of id.</summary>
    public required IReadOnlyList<PlanStem> Stems { get; init; }

    /// <summary>Steps as <see cref="StepOrder"/> put them.</summary>
    public required IReadOnlyList<PlanStep> Steps { get; init; }

    public required PlanCounts Counts { get; init; }

    /// <summary>How the plan turns out; what matters most first.</summary>
    public required IEnumerable<string> Summary { get; init; }

    public required PlanForecast Forecast { get; init; }

    public required PlanKit Kit { get; init; }

    /// <summary>What could still be looked at, the most helpful first.</summary>
    public IEnumerable<PlanQuestion> AskFor { get; init; } = [];

    /// <summary>What the plan took for granted, beside what the reader did.</summary>
    public IEnumerable<PlanAssumption> Assumed { get; init; } = [];

    /// <summary>What the family warns of; what the reader noticed comes before it.</summary>
    public IEnumerable<PlanWarning> Warnings { get; init; } = [];

    /// <summary>Heights of the cuts, mm; null where height does not matter.</summary>
    public (double Min, double Max)? Heights { get; init; }

    /// <summary>The most live wood that may go; the school's share where not said.</summary>
    public double? RemoveShare { get; init; }

    public PlanTraining? Training { get; init; }

    /// <summary>What only this family says.</summary>
    public PlanPart? Part { get; init; }
}

/// <summary>The one way a plan is put together.</summary>
public static class PlanBuilder
{
    /// <summary>The plan of a survey.</summary>
    public static PlanDocument Build(Survey survey, PlanParts parts) =>
        new(
            PlanDocument.Name,
            survey.School.Id,
            parts.Optimum.Proved,
            parts.Optimum.Score / 1000.0,
            parts.Optimum.Bound / 1000.0,
            Worded(survey, parts),
            [.. parts.Steps.Select(StepWords.Brief)],
            parts.Counts,
            parts.Forecast,
            parts.Kit,
            [.. survey.Assumed.Select(a => new PlanAssumption(a.Stem, a.Field, a.Value, a.Text)), .. parts.Assumed],
            [.. parts.AskFor],
            [
                .. survey.Warnings.Select(w => new PlanWarning(w.Code, w.Text)),
                .. parts.Warnings,
                .. Unheard(survey, parts),
                .. Costly(survey, parts),
            ],
            LimitsOf(survey, parts),
            parts.Training,
            parts.Part,
            [.. parts.Stems.Join(survey.Stems, p => p.Id, s => s.Id, (_, s) => ResolvedStem.Of(s))],
            [.. parts.Summary.Select(s => new PlanSentence(s))]
        );

    /// <summary>The stems, each with the gardener's word on it first.</summary>
    private static PlanStem[] Worded(Survey survey, PlanParts parts)
    {
        var noted = survey.Stems.ToDictionary(s => s.Id);
        var steps = parts.Steps.Where(s => s.Stem is not null).ToLookup(s => s.Stem);
        return
        [
            .. parts.Stems.Select(p =>
                noted.TryGetValue(p.Id, out var stem) ? GardenersWord.First(stem, p, [.. steps[p.Id]]) : p
            ),
        ];
    }

    /// <summary>Of the gardener's word where it is not followed, and nothing else told that.</summary>
    private static IEnumerable<PlanWarning> Unheard(Survey survey, PlanParts parts)
    {
        var planned = parts.Stems.ToDictionary(s => s.Id);
        var told = parts.Warnings.Where(w => w.Code == "pin").Select(w => w.Stem).ToHashSet();
        foreach (var stem in survey.Stems.Where(s => s.Pin is not null && planned.ContainsKey(s.Id)))
        {
            var (now, own) = (planned[stem.Id], parts.Steps.Where(s => s.Stem == stem.Id).ToArray());
            var asked = GardenersWord.Unheard(stem, now, own);
            if (asked is not null && !told.Contains(stem.Id))
            {
                var why = now.Reasons.FirstOrDefault(r => r.Rule is not ("pin" or "unheard"))?.Text.ToString();
                yield return new PlanWarning(
                    "pin",
                    $"{stem.Id} could not {asked} as you asked.{(why is null ? "" : $" {why}")}",
                    stem.Id
                );
            }
        }
    }

    /// <summary>Of the gardener's word that is followed out of season, and what that costs.</summary>
    private static IEnumerable<PlanWarning> Costly(Survey survey, PlanParts parts)
    {
        var pinned = survey
            .Stems.Where(s => s.Pin is Pin.Remove or Pin.CutAt)
            .Select(s => s.Id)
            .Intersect(
                parts
                    .Steps.Where(s =>
                        s is { Cut: not null, Stem: not null, Stage: not Stage.Return } && !Stages.AnyTime(s.Stage)
                    )
                    .Select(s => s.Stem!)
            )
            .Order()
            .ToArray();
        if (survey.ElectiveWait && pinned.Length > 0)
        {
            yield return new PlanWarning(
                "pin",
                $"{Wording.Some(pinned)} {(pinned.Length == 1 ? "is" : "are")} cut on the day because you asked, "
                    + "out of "
                    + $"season. What it costs: {SeasonWarning.Cost(survey.Season)}.",
                pinned.Length == 1 ? pinned[0] : null
            );
        }
    }

    private static PlanLimits LimitsOf(Survey survey, PlanParts parts)
    {
        var school = survey.School;
        return new PlanLimits(
            school.Name,
            school.SpacingMm,
            school.CanesMin,
            school.CanesMax,
            parts.Heights?.Min,
            parts.Heights?.Max,
            parts.RemoveShare ?? school.RemoveShare,
            school.ClearanceMm
        );
    }
}
