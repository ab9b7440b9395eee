using System.Collections.Immutable;
using Gemmifer.Core.Buds;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Families.Canes.Climbing;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.Canes;

/// <summary>
/// Which further look would change the plan most. Each look is tried: the plant is planned again as each answer would
/// have it, and
/// the looks are put in order of how many stems would then be decided otherwise.
/// </summary>
/// <param name="replan">
/// The plan of a survey, decisions only; null where the plan asked about is not proved the best, so that nothing can be
/// told from another.
/// </param>
internal sealed class Questions(Survey survey, ImmutableArray<Decided> decided, Func<Survey, PlanDocument>? replan)
{
    /// <summary>Looks tried at most, of plants up to so many stems; each costs up to two more plans.</summary>
    private const int MostTried = 4,
        MostStems = 24;

    /// <summary>A length nobody measured may well be this much shorter or longer (assumption).</summary>
    private static readonly double ShortShare = CaneNumbers.Of["mayBeShorter"],
        LongShare = CaneNumbers.Of["mayBeLonger"];

    /// <summary>The looks, the most helpful first.</summary>
    public IEnumerable<PlanQuestion> Ask()
    {
        var looks = Looks().ToArray();
        return replan is null || survey.Stems.Length > MostStems
            ? looks.Select(l => l.Question)
            : looks
                .Select((look, i) => (look.Question, Changes: i < MostTried ? Changes(look) : 0, i))
                .OrderByDescending(x => x.Changes)
                .ThenBy(x => x.i)
                .Select(x =>
                    x.Changes == 0
                        ? x.Question
                        : x.Question with
                        {
                            Changes = x.Changes,
                            Text =
                                $"{x.Question.Text.Marked} {(x.Changes == 1 ? "One stem" : $"{x.Changes} stems")} "
                                + "might be decided otherwise.",
                        }
                );
    }

    private IEnumerable<Look> Looks() => [.. OriginsAndLife(), .. Lengths(), .. Bends(), .. FirstBuds()];

    private IEnumerable<Look> OriginsAndLife()
    {
        foreach (
            var d in decided
                .Where(d => d.Finding.Ask is not null && d.Decision is Decision.Check or Decision.Remove)
                .OrderBy(d => d.Decision == Decision.Check ? 0 : 1)
        )
        {
            if (d.Finding.Ask is { } ask)
            {
                var sound = d.Stem with
                {
                    Seen = [],
                    DeadFromMm = null,
                    Parent = d.Stem.TopLevel ? d.Stem.Parent with { Origin = Origin.Crown } : d.Stem.Parent,
                };
                yield return new Look(
                    new PlanQuestion(d.Stem.Id, d.Decision == Decision.Check ? "origin-or-life" : "place", ask)
                    {
                        Named = false,
                    },
                    [sound, d.Stem with { Pin = new Pin.Remove() }]
                );
            }
        }
    }

    private IEnumerable<Look> Lengths()
    {
        if (
            survey.Assumed.FirstOrDefault(a =>
                a.Stem is not null && a.Field == "length" && decided.Any(d => d.Stem.Id == a.Stem && d.Stem.TopLevel)
            ) is
            { } length
        )
        {
            var stem = survey.Stems.First(s => s.Id == length.Stem);
            var least = Math.Max(
                100,
                stem.Buds.Select(b => b.AlongMm)
                    .Append(
                        survey
                            .Stems.Where(s => s.Parent.StemId == stem.Id)
                            .Select(s => s.Parent.AlongMm)
                            .DefaultIfEmpty(0)
                            .Max()
                    )
                    .Max()
            );
            yield return new Look(
                new PlanQuestion(stem.Id, "length", $"Measure {stem.Id}: how much wood comes off depends on it."),
                [
                    stem with
                    {
                        LengthMm = Math.Max(least, stem.LengthMm * ShortShare),
                    },
                    stem with
                    {
                        LengthMm = stem.LengthMm * LongShare,
                    },
                ]
            );
        }
    }

    /// <summary>
    /// How far a cane bends is found by trying, gently; of what nobody tried the thickest that stays matters most.
    /// </summary>
    private IEnumerable<Look> Bends()
    {
        if (
            survey is { Plant.Kind.Climbs: true, Support: not null }
            && decided
                .Where(d =>
                    d.Stem.TopLevel && d.Kept && d.Stem.Age >= 2 && !d.Stem.Has(Sign.Stiff) && !d.Stem.Has(Sign.Supple)
                )
                .OrderByDescending(d => d.Stem.DiameterMm)
                .ThenBy(d => d.Stem.Id, StringComparer.Ordinal)
                .FirstOrDefault()
                is { } untried
        )
        {
            Stem Seen(Sign what) => untried.Stem with { Seen = [.. untried.Stem.Seen, new Evidence(what, null)] };
            yield return new Look(
                new PlanQuestion(
                    untried.Stem.Id,
                    "bend",
                    $"Try gently how far {untried.Stem.Id} bends, and note it as supple or stiff."
                ),
                [Seen(Sign.Supple), Seen(Sign.Stiff)]
            );
        }
    }

    private IEnumerable<Look> FirstBuds()
    {
        foreach (
            var blind in decided
                .Where(d =>
                    survey.School.BudOutward
                    && d.Decision == Decision.Shorten
                    && d.Stem.TopLevel
                    && d.Option?.Bud is { Known: BudKnowledge.LookFor, AtScar: false }
                )
                .OrderByDescending(d => d.Stem.DiameterMm)
                .ThenBy(d => d.Stem.Id, StringComparer.Ordinal)
                .Take(2)
        )
        {
            // Where a younger stem takes over, the bud is looked for on that.
            var (bud, stem) = (blind.Option!.Bud!, blind.Option.TakeOver?.Stem ?? blind.Stem);
            yield return new Look(
                new PlanQuestion(
                    stem.Id,
                    "bud",
                    $"Note one bud on {stem.Id} between {Wording.Mm(bud.FromMm)} and {Wording.Mm(bud.ToMm)} and the "
                        + "way it faces; the next ones can then be told from it."
                ),
                [With(stem, bud.FromMm, 0), With(stem, bud.ToMm - 10, 180)]
            );
        }

        Stem With(Stem stem, double alongMm, double turnDeg) =>
            stem with
            {
                Buds =
                [
                    .. stem.Buds.Where(b => Math.Abs(b.AlongMm - alongMm) > 1),
                    new Bud(Math.Clamp(alongMm, 0, stem.LengthMm), stem.Bearing.Turn(turnDeg), BudState.Dormant),
                ],
            };
    }

    /// <summary>The most stems that one of the answers would decide otherwise.</summary>
    private int Changes(Look look) =>
        look.Answers.Max(answer =>
        {
            var other = replan!(survey with { Stems = [.. survey.Stems.Select(s => s.Id == answer.Id ? answer : s)] });
            if (!other.Optimal)
            {
                // Not solved to its end: what differs may be the search's doing, not the answer's.
                return 0;
            }

            var by = other.Stems.ToDictionary(s => s.Id, s => s.Decision);
            return decided.Count(d => by[d.Stem.Id] != d.Decision);
        });

    /// <summary>A look and the stem as the answers would have it.</summary>
    private sealed record Look(PlanQuestion Question, ImmutableArray<Stem> Answers);
}
