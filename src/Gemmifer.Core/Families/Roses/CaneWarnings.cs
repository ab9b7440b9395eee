using System.Collections.Immutable;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.Roses;

/// <summary>What the gardener should know about a plan.</summary>
internal sealed class CaneWarnings(
    Survey survey,
    StemTree tree,
    Sorted sorted,
    RelaxedChoice choice,
    ImmutableArray<Decided> decided
)
{
    /// <summary>All of them, in a fixed order.</summary>
    public IEnumerable<PlanWarning> Write() =>
        [.. choice.Relaxed.Select(Relaxed), .. Pins(), .. KeepOuts(), .. OnPlant(), .. Proof()];

    private IEnumerable<PlanWarning> Pins()
    {
        foreach (
            var c in sorted.Candidates.Where(c =>
                c.Stem.Pin is Pin.Keep or Pin.CutAt
                && Sorting.Wholly(c.Finding, c.Finding.Verdict)
                && c.Finding.Verdict is Verdict.Dead or Verdict.Diseased or Verdict.Damaged
                && c.Stem.Pin is not null
            )
        )
        {
            yield return new PlanWarning(
                "pin",
                $"{c.Stem.Id} stays because you asked, although it is {Wording.Of(c.Finding.Verdict)}.",
                c.Stem.Id
            );
        }

        foreach (var d in decided.Where(d => d.Stem.Pin is Pin.Keep && d.Decision == Decision.Remove))
        {
            yield return new PlanWarning(
                "pin",
                $"{d.Stem.Id} could not stay as you asked: {d.Stem.Parent.StemId ?? "what it stands on"} goes.",
                d.Stem.Id
            );
        }

        foreach (
            var (id, _) in sorted.Fates.Where(f => f.Value == Fate.Keep).OrderBy(f => f.Key, StringComparer.Ordinal)
        )
        {
            yield return new PlanWarning(
                "pin",
                $"{id} stays because you asked, although it grows from the rootstock and will overrun the rose.",
                id
            );
        }
    }

    private IEnumerable<PlanWarning> KeepOuts()
    {
        foreach (
            var (id, fate) in sorted
                .Fates.Where(f => f.Value is Fate.Untouched or Fate.Check)
                .OrderBy(f => f.Key, StringComparer.Ordinal)
        )
        {
            var stem = tree.ById[id];
            if (sorted.Shoots.Options.KeepOutLimit(tree.Axis(stem)) < stem.LengthMm)
            {
                yield return new PlanWarning(
                    "keep-out",
                    $"{id} reaches where nothing may stand, and is left for now: "
                        + $"{(fate == Fate.Check ? "check it first" : "it is soft")}.",
                    id
                );
            }
        }
    }

    private IEnumerable<PlanWarning> OnPlant()
    {
        if (sorted.TwoYears)
        {
            yield return new PlanWarning(
                "two-years",
                decided.Count(d => d is { Decision: Decision.Defer, Later: null }) is var later and > 0
                    ? $"Spread over two winters: {Wording.Count(later, "cane is", "canes are")} left for the next one, "
                        + "so that the plant can rebuild."
                    : "Spread over two winters where it must be; as it stands, this work is all there is."
            );
        }

        var kept = decided.Count(d =>
            d.Stem.TopLevel
            && (d.Kept || d.Later is { Decision: Decision.Shorten })
            && d.Finding.Verdict != Verdict.Sucker
        );
        if (kept < survey.School.CanesMin && !survey.Stems.IsEmpty)
        {
            yield return new PlanWarning(
                "few-canes",
                (kept == 0 ? "No cane stays" : $"Only {Wording.Count(kept, "cane stays", "canes stay")}")
                    + $"; {survey.School.Name.ToLowerInvariant()} "
                    + $"likes {survey.School.CanesMin} or more. Feed and water well, and keep the new canes that come."
            );
        }

        if (decided.Any(d => d.Stem.Has(Sign.Distorted)))
        {
            yield return new PlanWarning(
                "virus",
                decided.Where(d => d.Stem.TopLevel).All(d => d.Stem.Has(Sign.Distorted))
                    ? "All of it grows distorted, which may be a virus: no cut cures that. Ask a plant clinic or your "
                        + "local advisory service before you take it out or take cuttings of it."
                    : "Distorted growth may be a virus. If it shows on several canes, think about taking out the whole "
                        + "plant."
            );
        }

        if (sorted.Climber is not { InSeason: true } && SeasonWarning.Outside(survey) is { } season)
        {
            yield return season;
        }
    }

    private IEnumerable<PlanWarning> Proof()
    {
        if (!choice.Optimal)
        {
            yield return new PlanWarning(
                "unproved",
                $"The best plan found has {Wording.Number(choice.Result.Score / 1000.0)} points; "
                    + $"none can have more than {Wording.Number(choice.Result.Bound / 1000.0)}. "
                    + "With so many canes the proof was not finished."
            );
        }
    }

    private PlanWarning Relaxed(Must must) =>
        new(
            "relaxed",
            must switch
            {
                Must.Level => "The ends could not all be kept about level.",
                Must.RenewalShare => "More of the old wood goes than one winter should take.",
                Must.CaneCount => $"More canes stay than the {survey.School.CanesMax} this school likes.",
                Must.FewestCanes => $"Fewer canes stay than the {survey.School.CanesMin} this school likes.",
                Must.RemovalCap => "More live wood comes off than this school allows for the plant; "
                    + $"no choice {(choice.RelaxingProved ? "keeps" : "was found that keeps")} to it.",
                Must.Spacing => $"Some ends stand closer than {Wording.Mm(survey.School.SpacingMm)}: "
                    + "what has to stay leaves no other way.",
            }
        );
}
