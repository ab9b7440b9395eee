using System.Collections.Immutable;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.Vines;

/// <summary>Spurs on arms or round a head: which places stay, the shoot kept in each, and its buds.</summary>
internal static class SpurPlan
{
    /// <summary>
    /// Two places the gardener wants to stay may be closer than any others, at a price, in thousandths.
    /// </summary>
    private const long Clash = -100_000_000;

    /// <summary>Decides every shoot and spur.</summary>
    public static VineOutcome Plan(Survey survey, VineWork work)
    {
        var school = survey.School;
        var spurBuds = (int)school.Set.SpurBuds.Number;
        var (candidates, barren) = Candidates(work);
        var most = Math.Min(school.CanesMax, candidates.Length);
        var vine = survey.Vine!;
        var budget = BudBudget.Of(vine, 0, spurBuds);
        // On a weak vine the places of permanent arms stay, with a bud each, before any of them is lost.
        var least =
            vine.System is VineSystem.Cordon or VineSystem.TTrellis
            && (budget.Hard || budget.Doubt || survey.Plant.Vigour == Vigour.Weak)
                ? 1
                : spurBuds;
        var chosen = Choose(
            survey,
            candidates,
            vine.By == BudgetBy.Spurs ? most : Math.Min(most, Places(budget.Buds, least))
        );
        if (vine.By == BudgetBy.Spurs)
        {
            budget = BudBudget.Of(vine, chosen.Places.Length, spurBuds);
            if (budget.Buds < chosen.Places.Length * spurBuds)
            {
                chosen = Choose(survey, candidates, Places(budget.Buds, least));
            }
        }

        if (budget.OnlyDead)
        {
            var places = chosen.Places.Select(i => candidates[i].Best).ToArray();
            var later = Allocation.Of(
                budget.AfterLoss(vine.Loss?.Share ?? 0),
                spurBuds,
                [.. places.Select(p => p.Points)],
                [.. places.Select(p => p.Buds.Total)]
            );
            return Wait(work, candidates, budget, later.Buds.Sum());
        }

        // More places than there is room for, because the gardener wants them.
        work.SetAside += Math.Max(
            0,
            candidates.Count(c => c.Must)
                - (vine.By == BudgetBy.Spurs ? most : Math.Min(most, Places(budget.Buds, least)))
        );
        var kept = chosen.Places.Select(i => candidates[i]).ToArray();
        var allocated = Allocation.Of(
            budget.Buds,
            spurBuds,
            [.. kept.Select(k => k.Best.Points)],
            [.. kept.Select(k => k.Best.Buds.Total)]
        );
        var positions = new List<PlanPosition>();
        var beyond = allocated.Buds.All(b => b > spurBuds)
            ? "The budget asks for more than the places hold"
            : "It is one of the strongest";
        for (var i = 0; i < kept.Length; i++)
        {
            positions.Add(SpurPlaces.Keep(survey, work, kept[i], allocated.Buds[i], spurBuds, beyond));
        }

        foreach (var drop in candidates.Except(kept))
        {
            var why = WhyDropped(survey, candidates, chosen, Array.IndexOf(candidates, drop), budget, least);
            SpurPlaces.Drop(work, drop.Position, why);
            positions.Add(Bare(drop.Position, why));
        }

        positions.AddRange(
            barren.Select(p => Bare(p, p.Shoots.IsEmpty ? "No shoot was noted here." : "No sound shoot here."))
        );
        return new VineOutcome(
            budget,
            kept.Length * spurBuds,
            allocated.Short,
            [.. positions.OrderBy(p => p.Id, StringComparer.Ordinal)],
            chosen.Score,
            chosen.Score,
            [.. SpurWarnings.OnBudget(budget), .. SpurWarnings.Warnings(survey, kept, budget, allocated.Short)]
        );
    }

    /// <summary>Why a place goes: read off the best choice of as many places in which it stays.</summary>
    private static string WhyDropped(
        Survey survey,
        Candidate[] candidates,
        Chosen chosen,
        int i,
        Budget budget,
        int perPlace
    )
    {
        Candidate[] forced = [.. candidates.Select((c, j) => j == i ? c with { Must = true } : c)];
        var other = Choose(survey, forced, Math.Max(1, chosen.Places.Length));
        var (least, wanted) = (survey.School.SpacingMm, survey.School.Set.SpurSpacing.Number);
        var instead = chosen.Places.Except(other.Places).Select(j => candidates[j]).ToArray();
        var place = candidates[i].Position;
        bool Closer(Candidate c, double mm) =>
            !Ring(survey)
            && c.Position.On?.Id == place.On?.Id
            && Math.Abs(c.Position.AlongMm - place.AlongMm) < mm - 1e-6;
        string Than(Candidate c) => $", and that one {c.Best.Than(candidates[i].Best, Spaced)}";
        var crowd = chosen.Places.Select(j => candidates[j]).Where(c => Closer(c, least)).ToArray();
        if (crowd.Length > 0)
        {
            return $"It stands closer than {Wording.Mm(least)} to {Names(crowd)}"
                + $"{(crowd is [var c] ? Than(c) : ", which stay")}.";
        }

        var full =
            chosen.Places.Length >= Places(budget.Buds, perPlace) ? $"The budget has no buds for it: "
            : chosen.Places.Length >= survey.School.CanesMax
                ? $"{Wording.Capital(Wording.Count(chosen.Places.Length, "place is", "places are"))} enough: "
            : null;
        if (full is not null && instead.Length > 0)
        {
            return $"{full}if it stayed, {Names(instead)} would have to go"
                + $"{(instead is [var one] ? Than(one) : "")}.";
        }

        var near = chosen.Places.Select(j => candidates[j]).Where(c => Closer(c, wanted)).ToArray();
        return near.Length > 0
            ? $"It stands closer to {Names(near)} than the {Wording.Mm(wanted)} that spurs want."
            : "The vine is better spread without it.";
    }

    private const string Spaced = "is better spaced from the rest";

    private static string Names(Candidate[] places) => Wording.List([.. places.Select(p => p.Position.Name)]);

    private static bool Ring(Survey survey) =>
        survey.Vine!.System == VineSystem.Goblet || VineRules.SystemOf(survey.School.Id) == VineSystem.Goblet;

    /// <summary>A place on which nothing stays.</summary>
    private static PlanPosition Bare(VinePosition place, string why) =>
        new(place.Name, null, 0, false, 0, null, null, why, [], Wording.Tenth(place.AlongMm));

    private static int Places(int buds, int spurBuds) => Math.Max(1, (buds + spurBuds - 1) / spurBuds);

    /// <summary>A place that may stay, with the shoot to keep there.</summary>
    /// <param name="Must">The gardener's word: it stays.</param>
    /// <param name="Points">What it is worth, in thousandths: with another shoot than the rule's, no more than with
    /// that one.</param>
    internal sealed record Candidate(VinePosition Position, VineShoot Best, bool Must, long Points);

    /// <summary>Whether the old wood of a place comes off in any case.</summary>
    private static bool GoesAnyway(VineWork work, Stem? old) =>
        old is { Pin: Pin.Remove } || (old is not null && work.Has(old) && work.Of(old).Decision == Decision.Remove);

    /// <summary>Whether a shoot can be the one that stays at its place.</summary>
    private static bool Serves(VineWork work, VineShoot s) =>
        s.Sound
        && s.Stem.Pin is not Pin.Remove
        && (!work.Has(s.Stem) || work.Of(s.Stem).Decision == Decision.Keep)
        && s.Buds.Total > 0;

    private static (Candidate[] Candidates, VinePosition[] Barren) Candidates(VineWork work)
    {
        var (candidates, barren) = (new List<Candidate>(), new List<VinePosition>());
        foreach (var p in work.Parts.Positions)
        {
            var forced = p.Shoots.Where(s => s.Stem.Pin is Pin.Keep or Pin.CutAt).ToArray();
            if (forced.Length == 0 && GoesAnyway(work, p.Old))
            {
                barren.Add(p);
                continue;
            }

            if (forced.Length == 0 && work.Parts.IsTrunkShoot(p))
            {
                foreach (var s in p.Shoots)
                {
                    work.OffTrunk(s.Stem, "the head and the arms");
                }

                continue;
            }

            var open = p.Shoots.Where(s => Serves(work, s));
            if (SpurPlaces.Best(forced.Length > 0 ? forced : open) is { } best)
            {
                // One stays of all that were asked for.
                work.SetAside += (2 * forced.Count(f => f != best)) + (work.Parts.IsTrunkShoot(p) ? 1 : 0);
                var usual = SpurPlaces.Best(p.Shoots.Where(s => s.Sound && s.Buds.Total > 0));
                work.SetAside += usual is null ? 1 : 0;
                candidates.Add(
                    new Candidate(
                        p,
                        best,
                        forced.Length > 0 || p.Old?.Pin is Pin.Keep or Pin.CutAt,
                        Math.Min(best.Points, usual?.Points ?? best.Points)
                    )
                );
            }
            else
            {
                barren.Add(p);
            }
        }

        return ([.. candidates], [.. barren]);
    }

    private sealed record Chosen(ImmutableArray<int> Places, long Score);

    private static Chosen Choose(Survey survey, Candidate[] candidates, int most)
    {
        var school = survey.School;
        var (wanted, least) = (school.Set.SpurSpacing.Number, school.SpacingMm);
        long Gap(double mm) =>
            (long)
                Math.Round(
                    (
                        (school.Wants.Close * Math.Max(0, wanted - mm))
                        + (school.Wants.Gap * Math.Max(0, mm - (2 * wanted)))
                    ) * 1000
                );
        long Between(SpurPlace a, SpurPlace b) =>
            Math.Abs(b.At - a.At) is var mm && mm >= least - 1e-6 ? Gap(mm)
            : a.Must && b.Must ? Clash
            : Spread.Never;

        // Round a head the neighbours go all the way; along each arm they are a line of their own.
        var ring = Ring(survey);
        var lines = ring
            ? [Enumerable.Range(0, candidates.Length).ToArray()]
            : Enumerable
                .Range(0, candidates.Length)
                .GroupBy(i => candidates[i].Position.On?.Id ?? "")
                .OrderBy(g => g.Key, StringComparer.Ordinal)
                .Select(g => g.ToArray())
                .ToArray();
        var solved = lines
            .Select(line =>
            {
                var places = line.Select(i => candidates[i]).ToArray();
                return ring
                    ? Spread.Ring(
                        [.. places.Select(c => new SpurPlace(BearingOf(c).Degrees, c.Points, c.Must))],
                        (a, b) => Gap(Turn(a.At, b.At) * VineNumbers.Of.RingMmPerDegree),
                        most
                    )
                    : Spread.Line(
                        [.. places.Select(c => new SpurPlace(c.Position.AlongMm, c.Points, c.Must))],
                        Between,
                        most
                    );
            })
            .ToArray();
        var joined = Spread.Join(solved);
        var musts = candidates.Count(c => c.Must);
        var best = Enumerable
            .Range(0, joined.Length)
            .Where(n => joined[n] is not null && n <= Math.Max(most, musts))
            .OrderByDescending(n => joined[n]!.Value.Score)
            .ThenByDescending(n => n)
            .Cast<int?>()
            .FirstOrDefault();
        if (best is not { } count)
        {
            // More pinned places than may stay: all of them do.
            return new Chosen(
                [.. Enumerable.Range(0, candidates.Length).Where(i => candidates[i].Must)],
                candidates.Where(c => c.Must).Sum(c => c.Points)
            );
        }

        var (perLine, score) = joined[count]!.Value;
        return new Chosen(
            [.. lines.SelectMany((line, n) => solved[n][perLine[n]]!.Chosen.Select(i => line[i])).Order()],
            score
        );
    }

    /// <summary>The way a place looks from the head.</summary>
    private static Bearing BearingOf(Candidate c) =>
        c.Position.On is { Role: StemRole.Arm } arm ? arm.Bearing : (c.Position.Old ?? c.Best.Stem).Bearing;

    private static double Turn(double from, double to) =>
        (((to - from) % 360) + 360) % 360 is var turn && turn == 0 ? 360 : turn;

    /// <summary>So many buds died that nothing alive is cut until growth shows.</summary>
    /// <param name="later">The buds the prune will leave about.</param>
    internal static VineOutcome Wait(VineWork work, IEnumerable<Candidate> candidates, Budget budget, int later)
    {
        const string Why = "More than half of the buds died: only dead wood comes off until growth shows.";
        var shoots = candidates.SelectMany(c => c.Position.Shoots).Where(s => !work.Has(s.Stem)).ToArray();
        foreach (var s in shoots)
        {
            work.Set(
                new VineDecided(
                    s.Stem,
                    Decision.Defer,
                    new PlanReason("winterLoss", Why, VineNumbers.Of.LossTo.Provenance),
                    Stage: Stage.Return,
                    Due: work.SecondVisit,
                    Buds: s.Buds.Total
                )
            );
        }

        return new VineOutcome(
            budget,
            0,
            0,
            [],
            Steps: shoots.Length == 0
                ? []
                :
                [
                    new PlanStep
                    {
                        Stage = Stage.Return,
                        Action = StepAction.Defer,
                        Due = work.SecondVisit,
                        Text =
                            $"Look at {Wording.Some([.. shoots.Select(s => s.Stem.Id)])} again once growth shows, "
                            + $"and prune {(shoots.Length == 1 ? "it" : "them")} then.",
                    },
                ],
            Warnings: [new PlanWarning("winter-loss", $"{Why} Come back about {Wording.Day(work.SecondVisit)}.")],
            LaterBuds: later
        );
    }
}
