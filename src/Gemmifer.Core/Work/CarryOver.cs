using Gemmifer.Core.Exchange;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Work;

/// <summary>
/// What of a stem is still true next season: what was seen, pinned and noted of buds has to be looked at again. As in
/// the exchange
/// format; null where nobody said.
/// </summary>
public sealed record NotedStem
{
    public required StemId Id { get; init; }

    public required StemRole Role { get; init; }

    /// <summary>crown, rootstock, ground, unknown or the id of a stem.</summary>
    public required string Parent { get; init; }

    public double? At { get; init; }

    public double? Clock { get; init; }

    public double? BaseClock { get; init; }

    public double? Radius { get; init; }

    public double? Diameter { get; init; }

    public double? Length { get; init; }

    public double? Lean { get; init; }

    public double? TipLean { get; init; }

    /// <summary>Seasons, a whole number.</summary>
    public double Age { get; init; }

    /// <summary>What last winter's plan named it for.</summary>
    public Named? Named { get; init; }
}

/// <summary>A stem that still stands after last season's work.</summary>
/// <param name="Laid">It was tied along its line or wire.</param>
public sealed record CarriedStem(NotedStem Stem, bool Laid);

/// <summary>What last season's work left of a plant.</summary>
public static class CarryOver
{
    /// <summary>
    /// The stems as the work left them, a season older: cut ones as long as they were left, those taken out gone.
    /// </summary>
    /// <param name="stems">As they were noted, in that order.</param>
    /// <param name="done">What was done in the season of the stems.</param>
    /// <param name="seasons">0 for a second visit in the same season.</param>
    /// <param name="survey">The survey of that season, for work on the plant as a whole; null where it cannot be
    /// read.</param>
    public static IReadOnlyList<CarriedStem> Stems(
        IReadOnlyList<NotedStem> stems,
        IReadOnlyList<StepDone> done,
        int seasons,
        Survey? survey
    )
    {
        var level = done.Where(s => s is { Stem: null, Action: StepAction.Shorten }).Select(s => s.ShortenedAtMm).Min();
        var sheared =
            level is { } height && survey is not null ? Reaching(survey, height) : new Dictionary<StemId, double>();
        var byStem = done.Where(s => s.Stem is not null).ToLookup(s => s.Stem!);
        var gone = new HashSet<StemId>();
        var cuts = new Dictionary<StemId, double>();
        var carried = new List<CarriedStem>();
        foreach (var stem in stems)
        {
            var work = byStem[stem.Id].LastOrDefault(s => s.OnTheWood);
            var on = new StemId(stem.Parent);
            if (work?.Removed == true || gone.Contains(on) || (cuts.TryGetValue(on, out var end) && stem.At > end))
            {
                gone.Add(stem.Id);
                continue;
            }

            if (work?.ShortenedAtMm is { } at)
            {
                cuts[stem.Id] = at;
            }

            if (
                sheared.TryGetValue(stem.Id, out var top) && !(cuts.TryGetValue(stem.Id, out var lower) && lower <= top)
            )
            {
                cuts[stem.Id] = top;
            }

            carried.Add(
                Older(stem, cuts.TryGetValue(stem.Id, out var left) ? left : stem.Length, [.. byStem[stem.Id]], seasons)
            );
        }

        return carried;
    }

    /// <summary>The stems with what the last winter's plan named them for.</summary>
    /// <param name="next">The canes that were next to go.</param>
    public static IReadOnlyList<CarriedStem> Naming(IReadOnlyList<CarriedStem> stems, IReadOnlyList<NextCane> next)
    {
        var goes = next.Select(n => n.Stem).ToHashSet();
        var takesOver = next.Select(n => n.Successor).OfType<StemId>().ToHashSet();
        return
        [
            .. stems.Select(s =>
                goes.Contains(s.Stem.Id) ? s with { Stem = s.Stem with { Named = Core.Stems.Named.Next } }
                : takesOver.Contains(s.Stem.Id) ? s with { Stem = s.Stem with { Named = Core.Stems.Named.Successor } }
                : s
            ),
        ];
    }

    private static CarriedStem Older(NotedStem stem, double? lengthMm, StepDone[] done, int seasons)
    {
        var older = stem with
        {
            Length = lengthMm,
            Age = Math.Min(SurveyLimits.Age, stem.Age + seasons),
            Named = seasons == 0 ? stem.Named : null,
        };

        // A cane that was tied lies where it was tied.
        if (done.LastOrDefault(s => s.TiedNow is not null) is { TiedNow: { } tied })
        {
            older = older with { Clock = tied.Clock, Lean = tied.Lean, TipLean = tied.TipLean };
        }

        return new CarriedStem(
            older,
            done.Any(s => s is { Stage: Stage.Train } and ({ Outcome: StepOutcome.Done } or { Instead: Instead.Tied }))
        );
    }

    /// <summary>
    /// Where each stem reaches a height above the soil, mm along it; stems that stay below are not in it.
    /// </summary>
    private static Dictionary<StemId, double> Reaching(Survey survey, double heightMm)
    {
        var tree = StemTree.Build(survey.Stems, survey.Plant);
        return tree
            .Stems.Select(s => (Stem: s, At: tree.Axis(s).FirstAtHeight(heightMm - tree.Axis(s).Start.Z)))
            .Where(s => s.At is >= SurveyLimits.LeastMm && s.At < s.Stem.LengthMm)
            .ToDictionary(s => s.Stem.Id, s => Math.Round(s.At!.Value, 1));
    }
}
