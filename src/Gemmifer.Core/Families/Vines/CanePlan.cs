using Gemmifer.Core.Plans;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.Vines;

/// <summary>Long canes: how many, which, their buds, and the spurs that renew them.</summary>
internal static class CanePlan
{
    /// <summary>A renewal spur keeps so many buds; a vine has so many canes at most.</summary>
    internal const string Jointly = "goes better with the other canes and their spurs";

    internal static readonly int SpurBuds = VineNumbers.Of.RenewalBuds,
        MostCanes = VineNumbers.Of.MostCanes;

    /// <summary>Decides every shoot.</summary>
    public static VineOutcome Plan(Survey survey, VineWork work, CancellationToken cancel)
    {
        var (school, parts) = (survey.School, work.Parts);
        var (least, most) = ((int)school.Set.CaneBudsMin.Number, (int)school.Set.CaneBudsMax.Number);
        var places = parts.Positions.Where(p => !TakeTrunkShoots(work, p)).ToArray();
        var shoots = places
            .SelectMany(p => p.Shoots.Select(s => new PlacedShoot(p, s)))
            .Where(x => Serves(work, x.Shoot));
        var budget = BudBudget.Of(survey.Vine!, places.Length, (int)school.Set.SpurBuds.Number);
        var head = parts.Trunk is { } t ? work.Tree.Axis(t).At(t.LengthMm) : default;
        var any = new CaneWeighing(work, school, [.. shoots], budget, least, most, head, false);
        if (budget.OnlyDead)
        {
            return SpurPlan.Wait(
                work,
                places.Where(p => !p.Shoots.IsEmpty).Select(p => new SpurPlan.Candidate(p, p.Shoots[0], false, 0)),
                budget,
                Math.Min(
                    budget.AfterLoss(survey.Vine!.Loss?.Share ?? 0),
                    any.Shoots.Select(x => Math.Min(most, x.Shoot.Buds.Total)).OrderDescending().Take(MostCanes).Sum()
                )
            );
        }

        var count = Math.Clamp((budget.Buds + most - 1) / most, 1, Math.Min(MostCanes, school.CanesMax));
        var weighing = any with { ThumbOnly = any.Shoots.Any(x => any.CanCane(x.Shoot) && ToThumb(x.Shoot)) };
        // Without the gardener's word one of a thumb's thickness would keep the thicker ones out.
        work.SetAside +=
            !weighing.ThumbOnly && places.SelectMany(p => p.Shoots).Any(s => ThumbAskedOut(weighing, s)) ? 1 : 0;
        var choice = Choose(weighing, count, cancel);
        var (positions, evenly) = LayCanes(survey, weighing, choice);
        var chosen = choice
            .Canes.Concat(choice.Spurs.Where(s => s >= 0))
            .Select(i => weighing.Shoots[i].Shoot)
            .ToArray();
        // Where nothing can become a cane, a few short spurs keep the vine going.
        VineShoot[] weak = choice.Canes.Length > 0 ? [] : WeakSpurs(weighing, chosen);
        positions.AddRange(weak.Select(s => At(work, s)));
        chosen = [.. chosen, .. weak];
        var pinned = KeepAsAsked(weighing, chosen);
        foreach (var p in places)
        {
            Clear(work, p, [.. p.Shoots.Where(s => chosen.Contains(s) || pinned.Contains(s))], s =>
                weighing.Surplus(choice, s)
            );
        }

        return new VineOutcome(
            budget,
            choice.Canes.Length * most,
            evenly.Short,
            positions,
            choice.Score,
            choice.Bound,
            [
                .. SpurWarnings.OnBudget(budget),
                .. LongCaneWarnings.OnCanes(choice.Canes.Length, count, budget, evenly.Short),
                .. LongCaneWarnings.OnLength(budget, evenly.Buds, least),
                .. LongCaneWarnings.OnProof(choice),
            ],
            Canes: choice.Canes.Select(c => weighing.Shoots[c].Shoot.Stem.Id).ToHashSet()
        );
    }

    private static bool Serves(VineWork work, VineShoot s) =>
        s.Stem.Pin is not Pin.Remove && s.Buds.Total > 0 && (s.Sound || s.Stem.Pin is not null) && !work.Has(s.Stem);

    private static bool ThumbAskedOut(CaneWeighing weighing, VineShoot s) =>
        s.Stem.Pin is Pin.Remove && (s.Sound || s.Finding.SoundToMm is not null) && weighing.CanCane(s) && ToThumb(s);

    private static CaneChoice Choose(CaneWeighing weighing, int count, CancellationToken cancel)
    {
        var shoots = weighing.Shoots;
        var roles = shoots.Select(x => weighing.RolesOf(x.Shoot)).ToArray();
        var must = Enumerable
            .Range(0, shoots.Length)
            .Where(i => shoots[i].Shoot.Stem.Pin is Pin.CutAt && roles[i].CanePoints is not null)
            .Take(MostCanes)
            .ToHashSet();
        weighing.Work.SetAside += Math.Max(0, must.Count - count);
        return LongCanes.Choose(roles, count, weighing.Pair, weighing.Lopsided, must, cancel);
    }

    /// <summary>The canes that were chosen, with their buds, and the spur of each.</summary>
    private static (List<PlanPosition> Positions, Allocated Buds) LayCanes(
        Survey survey,
        CaneWeighing weighing,
        CaneChoice choice
    )
    {
        var canes = choice.Canes.Select(i => weighing.Shoots[i].Shoot).ToArray();
        var evenly = Allocation.Evenly(
            weighing.Budget.Buds,
            weighing.Most,
            [.. canes.Select(c => c.Points)],
            [
                .. canes.Select(c =>
                    c.Stem.Pin is Pin.CutAt p ? c.Buds.Within(p.AlongMm) : Math.Min(weighing.Carries(c), c.Buds.Total)
                ),
            ]
        );
        var positions = new List<PlanPosition>();
        for (var i = 0; i < canes.Length; i++)
        {
            var spur = choice.Spurs[i] < 0 ? null : weighing.Shoots[choice.Spurs[i]].Shoot;
            positions.AddRange(Lay(survey, weighing.Work, canes[i], evenly.Buds[i], spur));
        }

        return (positions, evenly);
    }

    private static VineShoot[] WeakSpurs(CaneWeighing weighing, VineShoot[] chosen)
    {
        VineShoot[] weak =
        [
            .. weighing
                .Shoots.Select(x => x.Shoot)
                .Where(s => s.Stem.Pin is null && !chosen.Contains(s))
                .OrderByDescending(weighing.SpurPoints)
                .ThenBy(s => s.Stem.Id, StringComparer.Ordinal)
                .Take(Math.Clamp(weighing.Budget.Buds / SpurBuds, 1, VineNumbers.Of.WeakSpurs) - chosen.Length),
        ];
        foreach (var s in weak)
        {
            weighing.Work.ToBuds(
                s,
                new BudLimit(SpurBuds, s.Finding.SoundToMm),
                Stage.Count,
                new PlanReason(
                    "weak",
                    "No shoot is strong enough for a long cane: a few short spurs keep the vine, and next winter's "
                        + "canes grow from them.",
                    Provenance.Practice
                ),
                $"Keep {s.Stem.Id} as a short spur."
            );
        }

        return weak;
    }

    /// <summary>What the gardener wants to stay beside what was chosen.</summary>
    private static VineShoot[] KeepAsAsked(CaneWeighing weighing, VineShoot[] chosen)
    {
        VineShoot[] pinned =
        [
            .. weighing
                .Shoots.Select(x => x.Shoot)
                .Where(s => s.Stem.Pin is Pin.Keep or Pin.CutAt && !chosen.Contains(s)),
        ];
        foreach (var p in pinned)
        {
            weighing.Work.ToBuds(
                p,
                SpurBuds,
                Stage.Count,
                new PlanReason("pin", "You asked for it to stay.", Provenance.User),
                $"{p.Stem.Id} stays as you asked."
            );
        }

        return pinned;
    }

    internal static bool ToThumb(VineShoot shoot) => shoot.Stem.DiameterMm <= VineNumbers.Of.Thumb;

    private static bool TakeTrunkShoots(VineWork work, VinePosition p)
    {
        if (!work.Parts.IsTrunkShoot(p))
        {
            return false;
        }

        if (p.Shoots.Any(s => s.Stem.Pin is Pin.Keep or Pin.CutAt))
        {
            work.SetAside++;
            return false;
        }

        foreach (var s in p.Shoots)
        {
            work.OffTrunk(s.Stem, "the head");
        }

        return true;
    }

    private static IEnumerable<PlanPosition> Lay(
        Survey survey,
        VineWork work,
        VineShoot cane,
        int buds,
        VineShoot? spur
    )
    {
        var side = work.Tree.Axis(cane.Stem).At(cane.Stem.LengthMm).X < 0 ? "left" : "right";
        var renewal = spur is null
            ? $"There is no shoot for a spur to renew {cane.Stem.Id}: next winter take its own lowest shoot."
            : $"{spur.Stem.Id} renews it.";
        work.ToBuds(
            cane,
            new BudLimit(buds, cane.Finding.SoundToMm),
            Stage.Count,
            new PlanReason(
                "caneBuds",
                $"A cane of {Wording.Buds(buds)}, laid to the {side}. {renewal}",
                survey.School.Set.CaneBudsMax.Provenance
            ),
            $"Keep {cane.Stem.Id} as a fruiting cane to the {side}."
        );
        yield return At(work, cane);
        if (spur is not null)
        {
            work.ToBuds(
                spur,
                new BudLimit(SpurBuds, spur.Finding.SoundToMm),
                Stage.Count,
                new PlanReason(
                    "renewal",
                    $"The spur of two buds that renews {cane.Stem.Id}: next winter's cane and spur come from it.",
                    Provenance.Practice
                ),
                $"Keep {spur.Stem.Id} as the spur that renews {cane.Stem.Id}."
            );
            yield return At(work, spur);
        }
    }

    /// <summary>The place of a shoot that stays.</summary>
    private static PlanPosition At(VineWork work, VineShoot shoot)
    {
        var decided = work.Of(shoot.Stem);
        return new PlanPosition(
            shoot.Stem.Id,
            shoot.Stem.Id,
            decided.Buds,
            false,
            Wording.Tenth(shoot.OffMm),
            null,
            null,
            decided.Reason.Text,
            [.. SpurPlaces.Marks(work, shoot, decided.Buds)],
            Wording.Tenth(shoot.Stem.Parent.AlongMm)
        );
    }

    private static void Clear(
        VineWork work,
        VinePosition p,
        IReadOnlyList<VineShoot> stay,
        Func<VineShoot, string> surplus
    )
    {
        if (stay.Count > 0)
        {
            SpurPlaces.Trim(work, p, stay);
        }
        else if (p is { Old: { } old, Shoots.IsEmpty: false })
        {
            work.Remove(
                old,
                Stage.Thin,
                new PlanReason("spent", "It has borne; nothing on it is needed.", Provenance.Practice)
            );
        }

        foreach (var s in p.Shoots)
        {
            work.Remove(s.Stem, Stage.Thin, new PlanReason("surplus", surplus(s), Provenance.Practice));
        }
    }
}
