using System.Collections.Immutable;
using System.Text.Json.Nodes;
using Gemmifer.Core.Buds;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Exchange;
using Gemmifer.Core.Families.Roses.Climbing;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.Roses;

/// <summary>Which further looks could change the plan of a plant with canes, and what each could find.</summary>
internal sealed class Questions(Survey survey, ImmutableArray<Decided> decided)
{
    /// <summary>A length nobody measured may well be this much shorter or longer (assumption).</summary>
    private static readonly double ShortShare = RoseNumbers.Of.MayBeShorter,
        LongShare = RoseNumbers.Of.MayBeLonger;

    /// <summary>The looks, those most often helpful first.</summary>
    public IEnumerable<Look> All() => [.. OriginsAndLife(), .. Thicknesses(), .. Lengths(), .. Bends(), .. FirstBuds()];

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
                    [
                        Answer.Of(survey, sound, Sound(d.Stem)),
                        Answer.Of(
                            survey,
                            d.Stem with
                            {
                                Pin = new Pin.Remove(),
                            },
                            new JsonObject { ["pin"] = "remove" }
                        ),
                    ]
                );
            }
        }
    }

    /// <summary>A cane as thick as the thin limit, as near as people measure: the one nearest to it.</summary>
    private IEnumerable<Look> Thicknesses()
    {
        var limit = survey.School.ThinBelowMm;
        if (
            decided
                .Where(d => d.Stem is { TopLevel: true, Pin: null } && d.Finding.Verdict == Verdict.Sound)
                .Where(d => OptionTerms.ThinShare(d.Stem, survey.School) is > 0 and < 1)
                .OrderBy(d => Math.Abs(d.Stem.DiameterMm - limit))
                .ThenBy(d => d.Stem.Id, StringComparer.Ordinal)
                .FirstOrDefault()
            is not { } near
        )
        {
            yield break;
        }

        Answer Thick(double mm) =>
            Answer.Of(survey, near.Stem with { DiameterMm = mm }, new JsonObject { ["diameter"] = mm });
        yield return new Look(
            new PlanQuestion(
                near.Stem.Id,
                "diameter",
                $"Measure how thick {near.Stem.Id} is at its base: about {Wording.Thickness(limit)} does not tell "
                    + "whether it is thin."
            ),
            [
                Thick(Math.Max(SurveyLimits.LeastMm, limit - RoseNumbers.Of.ThickStep)),
                Thick(limit + RoseNumbers.Of.ThickStep),
            ]
        );
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
                RoseNumbers.Of.ShortestLength,
                stem.Buds.Select(b => b.AlongMm)
                    .Concat(stem.Seen.Select(e => e.AtMm ?? 0))
                    .Append(stem.DeadFromMm ?? 0)
                    .Append(stem.Pin is Pin.CutAt cut ? cut.AlongMm : 0)
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
                    Long(stem, Math.Ceiling(Math.Max(least, stem.LengthMm * ShortShare))),
                    Long(stem, Math.Round(Math.Min(SurveyLimits.LengthMm, stem.LengthMm * LongShare))),
                ]
            );
        }
    }

    /// <summary>
    /// A stem of another length; side shoots whose place nobody noted are taken to stand half way up.
    /// </summary>
    private Answer Long(Stem stem, double mm)
    {
        var halfWay = survey.Assumed.Where(a => a.Field == "at").Select(a => a.Stem).ToHashSet();
        return new Answer(
            new JsonObject { ["stems"] = new JsonObject { [stem.Id] = new JsonObject { ["length"] = mm } } },
            survey with
            {
                Stems =
                [
                    .. survey.Stems.Select(s =>
                        s.Id == stem.Id ? s with { LengthMm = mm }
                        : s.Parent.StemId == stem.Id && halfWay.Contains(s.Id)
                            ? s with
                            {
                                Parent = s.Parent with { AlongMm = Math.Round(mm / 2) },
                            }
                        : s
                    ),
                ],
            }
        );
    }

    /// <summary>A stem that turns out to be sound and to come from the crown.</summary>
    private static JsonObject Sound(Stem stem)
    {
        var fields = new JsonObject { ["seen"] = new JsonArray(), ["deadFrom"] = null };
        if (stem.TopLevel)
        {
            fields["parent"] = "crown";
        }

        return fields;
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
            Answer Seen(Sign what)
            {
                ImmutableArray<Evidence> seen = [.. untried.Stem.Seen, new Evidence(what, null)];
                return Answer.Of(
                    survey,
                    untried.Stem with
                    {
                        Seen = seen,
                    },
                    new JsonObject { ["seen"] = Answer.Written(seen) }
                );
            }

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
                .Take(1)
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
                [With(stem, bud.FromMm, 0), With(stem, bud.ToMm - TradeNumbers.Of.ScarWindow, 180)]
            );
        }

        Answer With(Stem stem, double alongMm, double turnDeg)
        {
            var at = Math.Round(Math.Clamp(alongMm, 0, stem.LengthMm), 1);
            ImmutableArray<Bud> buds =
            [
                .. stem
                    .Buds.Where(b => Math.Abs(b.AlongMm - at) > 1)
                    .Append(new Bud(at, stem.Bearing.Turn(turnDeg), BudState.Dormant))
                    .OrderBy(b => b.AlongMm),
            ];
            return Answer.Of(survey, stem with { Buds = buds }, new JsonObject { ["buds"] = Answer.Written(buds) });
        }
    }
}
