using System.Collections.Immutable;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Families.Roses.Climbing;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Supports;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.Roses;

/// <summary>Steps on a plant with canes as a whole: before single canes are cut, and after.</summary>
internal sealed class WholePlantSteps(Survey survey, StemTree tree, ImmutableArray<Decided> decided)
{
    private readonly School _school = survey.School;
    private readonly DateOnly _later = survey.Season.MainPrune.From;
    private readonly bool _diseased = decided.Any(d => d.Finding.Verdict == Verdict.Diseased);

    /// <summary>What is done before the first cut.</summary>
    public IEnumerable<PlanStep> Prepare(string noun)
    {
        yield return Whole(
            Stage.Prepare,
            $"Wipe the blades with alcohol, stand back and look at the whole {noun} against the light.",
            "Gather the tools first. Wipe the blades again before the next plant."
        ) with
        {
            Disinfect = true,
            Caution = $"{Cautions.Thorns} {Cautions.Flame}",
        };
        if (survey.Plant.Covered && !survey.Season.BeforeMainPrune)
        {
            yield return Whole(
                Stage.Prepare,
                $"Take the winter cover off the {noun}, from the top down, once no hard frost is to come.",
                "Choose a dull day: bark that stood in the dark burns in strong sun."
            ) with
            {
                Tool = Tool.Fingers,
                Caution = Cautions.Wrappings,
            };
        }

        if (survey.Plant.CrownHidden)
        {
            yield return Whole(
                Stage.Prepare,
                "Scrape mulch and soil back from the crown, until you see where each cane starts."
            ) with
            {
                Tool = Tool.Fingers,
            };
        }
    }

    /// <summary>The stake of a standard, which is right on any day.</summary>
    public IEnumerable<PlanStep> Stake()
    {
        var crown = survey.Plant.CrownHeightMm;
        if (survey.Plant.Kind.Hangs)
        {
            yield return Whole(
                Stage.Prepare,
                "Look at the stake first: it reaches up into the head, tied right under it.",
                "Use a tie that gives, and renew one that has grown tight."
            );
            if (
                survey.Support is { Kind: SupportKind.Stake } stake
                && stake.HeightMm < crown + RoseNumbers.Of.StakeInHead
            )
            {
                yield return Whole(
                    Stage.Prepare,
                    $"Set a longer stake, {Wording.Mm(crown + RoseNumbers.Of.StakeInHead)} or more above the soil.",
                    $"This one ends at {Wording.Mm(stake.HeightMm)}; without a stake into the head, the head breaks "
                        + "off in wind."
                );
            }
        }

        if (survey is { Support.Kind: SupportKind.Stake, Plant.Kind.Hangs: true } && StakeTies.Length > 0)
        {
            yield return Whole(
                Stage.Train,
                $"Tie the stem to the stake {Wording.Mm(StakeTies[0])} above the soil"
                    + $"{(StakeTies.Length > 1 ? ", and once half way down" : "")}.",
                "Right under the head, with a tie that gives."
            ) with
            {
                Action = StepAction.Tie,
                Ties = [.. StakeTies.Select((z, n) => new PlanTie(0, Wording.Tenth(z), "stake", n + 1))],
                Tool = Tool.Fingers,
            };
        }
    }

    /// <summary>Where a standard is tied to its stake, mm above the soil: only where the stake is.</summary>
    private double[] StakeTies =>
        survey is { Support: { Kind: SupportKind.Stake } stake, Plant.CrownHeightMm: var crown }
            ? [.. new[] { crown - RoseNumbers.Of.TieUnderHead, crown / 2 }.Where(z => z > 0 && z <= stake.HeightMm)]
            : [];

    /// <summary>
    /// By half in autumn where the school does that: against wind; the cuts that count wait until the buds leaf out.
    /// </summary>
    public IEnumerable<PlanStep> AutumnHalf()
    {
        if (
            !survey.ElectiveWait
            || !survey.Season.AutumnHalf
            || survey.Plant.Vigour == Vigour.Weak
            || survey.Plant.Kind is { Climbs: true } or { Hangs: true }
        )
        {
            yield break;
        }

        var crown = survey.Plant.CrownHeightMm;
        var tall = decided.Where(d => d.Decision != Decision.Remove).Select(d => TipOf(d.Stem)).DefaultIfEmpty(0).Max();
        var height = Math.Max(crown + ((tall - crown) / 2), HighestLeft() + RoseNumbers.Of.RoughRoom);
        if (height < tall - RoseNumbers.Of.RoughRoom)
        {
            yield return ToHeight(
                $"Bring everything down by half, to {Wording.Mm(Math.Round(height / 10) * 10)} above the soil.",
                "Against wind that rocks the roots loose. The cuts that count come when the buds leaf out.",
                Wording.Tenth(Math.Round(height / 10) * 10),
                Tool.Loppers,
                Cautions.Rough
            );
        }
    }

    private double TipOf(Stem s) => tree.Axis(s).At(s.LengthMm).Z;

    /// <summary>The highest place at which anything ends that stays once all is done, mm above the soil.</summary>
    private double HighestLeft() =>
        decided
            .Where(d => d.Decision != Decision.Remove && d.Later is not { Decision: Decision.Remove })
            .Select(d =>
                (d.Later?.Option ?? d.Option) is { } cut
                    ? Math.Max(cut.Place.Z, Math.Max(cut.End.A.Z, cut.End.B.Z))
                    : TipOf(d.Stem)
            )
            .DefaultIfEmpty(0)
            .Max();

    /// <summary>
    /// Work on the whole plant before single canes: the shears, or tall growth that hides the inside.
    /// </summary>
    public IEnumerable<PlanStep> Rough()
    {
        var crown = survey.Plant.CrownHeightMm;
        var sheared = decided.Select(d => d.Option ?? d.Later?.Option).FirstOrDefault(o => o is { Sheared: true });
        if (sheared is not null)
        {
            var height = Wording.Tenth(sheared.Place.Z);
            yield return ToHeight(
                $"Shear the whole plant level, {Wording.Mm(height)} above the soil{Except(height)}.",
                "Dead and rubbing wood comes out by hand afterwards.",
                height,
                Tool.Shears,
                Cautions.Shears
            );
        }

        var top = _school.RoughTopMm;
        if (top <= 0 || survey.Plant.Vigour == Vigour.Weak || survey.Plant.Kind.Hangs || sheared is not null)
        {
            yield break;
        }

        var tall = decided.Count(d => TipOf(d.Stem) > crown + (top * RoseNumbers.Of.RoughOver));
        var many = survey.Plant.Neglected ? RoseNumbers.Of.RoughTallNeglected : (int)RoseNumbers.Of.RoughTall;
        if (tall >= many && HighestLeft() <= crown + top - RoseNumbers.Of.RoughRoom)
        {
            yield return ToHeight(
                $"First bring the tall growth down to hip height, {Wording.Mm(crown + top)} above the soil.",
                "So that you can see and reach inside. Every cut that counts comes later, lower down.",
                Wording.Tenth(crown + top),
                Tool.Loppers,
                Cautions.Rough
            );
        }
    }

    /// <summary>What stands above the shears and has a cut of its own: it is left out of them.</summary>
    private string Except(double heightMm)
    {
        string[] own =
        [
            .. decided
                .Where(d =>
                    (d.Option ?? d.Later?.Option) is { Kind: OptionKind.Cut, Sheared: false } cut
                    && Math.Max(cut.Place.Z, Math.Max(cut.End.A.Z, cut.End.B.Z)) > heightMm
                )
                .Select(d => d.Stem.Id),
        ];
        return own.Length == 0 ? "" : $", but not {Wording.List(own)}";
    }

    /// <summary>A cut of the whole plant at a height above the soil.</summary>
    private PlanStep ToHeight(string text, string more, double heightMm, Tool tool, string caution) =>
        Whole(Stage.Rough, text, more) with
        {
            Action = StepAction.Shorten,
            Cut = PlanCut.AtHeight(heightMm, null),
            Tool = tool,
            Disinfect = _diseased,
            Caution = caution,
        };

    /// <summary>One visit to all that was soft.</summary>
    /// <param name="climbs">It is tied in once it has firmed.</param>
    public IEnumerable<PlanStep> Soft(bool climbs)
    {
        var soft = decided
            .Where(d =>
                d is { Decision: Decision.Untouched, Finding.Verdict: Verdict.Soft, Stem.TopLevel: true, Nip: false }
            )
            .ToArray();
        if (soft.Length > 0)
        {
            var one = soft.Length == 1;
            yield return Whole(
                Stage.Return,
                $"Look whether {Wording.Some([.. soft.Select(d => d.Stem.Id)])} {(one ? "has" : "have")} firmed.",
                $"{(one ? "It was soft and stayed as it was" : "They were soft and stayed as they were")}. "
                    + (climbs ? $"Once firm, walk round again and tie {(one ? "it" : "them")} in." : "Decide then.")
            ) with
            {
                Action = StepAction.Check,
                Stem = one ? soft[0].Stem.Id : null,
                Due = survey.Worked.AddDays(RoseNumbers.Of.SoftDays),
            };
        }
    }

    /// <summary>What is done after the last cut, and when to look again.</summary>
    public IEnumerable<PlanStep> Finish(PlanStep[] work)
    {
        var cuts = work.Where(s => s.Cut is not null || s.Action == StepAction.Do).ToArray();
        var today = cuts.Any(s => s.Stage is not (Stage.Return or Stage.Prepare));
        if (today)
        {
            if (_school.Set.Sealant.Number > 0)
            {
                yield return Whole(
                    Stage.Clean,
                    "Seal the wounds as you have chosen to.",
                    "They close by themselves without it."
                );
            }

            var bare = !survey.Season.BetweenFrosts;
            var leaves = _school.Set.StripLeaves.Number > 0 && bare && !survey.ElectiveWait;
            yield return Whole(
                Stage.Clean,
                "Pick up the prunings and the fallen leaves.",
                $"{(leaves ? "Pull off the old leaves that still hang. " : "")}"
                    + (
                        Feeds
                            ? "Feed, water and mulch, clear of the canes."
                            : "Mulch clear of the canes; no feed so late."
                    )
                    + " Thorns go through bags and wrappings."
            ) with
            {
                ClearsLeaves = true,
                Caution =
                    _diseased ? Cautions.Disposal
                    : decided.Any(d => d.Stem.Has(Sign.Spotting)) ? Cautions.Leaves
                    : null,
            };
        }

        if (decided.Any(d => d.Kept || d.Later is not null) || work.Any(s => s.Stem is null && s.Stage == Stage.Thin))
        {
            yield return Whole(
                Stage.Return,
                "Look again when the new shoots are a hand long, and rub out doubles.",
                "Where a tip has died, cut back to live wood."
            ) with
            {
                Due = LookAgain,
            };
        }
    }

    /// <summary>Whether a plant may be fed now: not when new growth would meet the frost soft.</summary>
    private bool Feeds =>
        !survey.Season.BetweenFrosts
            ? !survey.Season.BeforeMainPrune
            : survey.Place.FirstFrostAfter(survey.Season.GrowthFrost).DayNumber - survey.Date.DayNumber
                > RoseNumbers.Of.StopFeedDays;

    /// <summary>When new shoots are a hand long: some weeks after the cuts, or after growth has begun.</summary>
    private DateOnly LookAgain
    {
        get
        {
            var work = decided.Any(d => d.Later is not null) ? _later : survey.Worked;
            var frost = (survey.Season with { Date = work }).GrowthFrost;
            var grows = frost.AddDays(-RoseNumbers.Of.BudBreakBefore);
            return
                (work > grows ? work : grows).AddDays(RoseNumbers.Of.LookAgainDays) is var day
                && day < survey.Place.FirstFrostAfter(frost)
                ? day
                : frost.AddYears(1);
        }
    }

    private PlanStep Whole(Stage stage, string text, string? more = null) =>
        new()
        {
            Stage = stage,
            Action = StepAction.Do,
            Due = survey.Date,
            Text = text,
            More = Sentence.Maybe(more),
        };
}
