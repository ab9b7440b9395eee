using Gemmifer.Core.Plans;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.Vines;

/// <summary>Long canes: how many, which, their buds, and the spurs that renew them.</summary>
internal static class CanePlan
{
    /// <summary>A renewal spur keeps so many buds; a vine has so many canes at most.</summary>
    private const string Jointly = "goes better with the other canes and their spurs";

    private static readonly int SpurBuds = VineNumbers.Of.RenewalBuds,
        MostCanes = VineNumbers.Of.MostCanes;

    /// <summary>Decides every shoot.</summary>
    public static VineOutcome Plan(Survey survey, VineWork work, CancellationToken cancel)
    {
        var (school, wants, parts) = (survey.School, survey.School.Wants, work.Parts);
        var (least, most) = ((int)school.Set.CaneBudsMin.Number, (int)school.Set.CaneBudsMax.Number);
        var places = parts.Positions.Where(p => !TakeTrunkShoots(work, p)).ToArray();
        var shoots = places
            .SelectMany(p => p.Shoots.Select(s => (Place: p, Shoot: s)))
            .Where(x =>
                x.Shoot.Stem.Pin is not Pin.Remove
                && x.Shoot.Buds.Total > 0
                && (x.Shoot.Sound || x.Shoot.Stem.Pin is not null)
                && !work.Has(x.Shoot.Stem)
            )
            .ToArray();
        var budget = BudBudget.Of(survey.Vine!, places.Length, (int)school.Set.SpurBuds.Number);
        if (budget.OnlyDead)
        {
            return SpurPlan.Wait(
                work,
                places.Where(p => !p.Shoots.IsEmpty).Select(p => new SpurPlan.Candidate(p, p.Shoots[0], false, 0)),
                budget,
                Math.Min(
                    budget.AfterLoss(survey.Vine!.Loss?.Share ?? 0),
                    shoots.Select(x => Math.Min(most, x.Shoot.Buds.Total)).OrderDescending().Take(MostCanes).Sum()
                )
            );
        }

        var count = Math.Clamp((budget.Buds + most - 1) / most, 1, Math.Min(MostCanes, school.CanesMax));
        var head = parts.Trunk is { } t ? work.Tree.Axis(t).At(t.LengthMm) : default;
        var thumbOnly = shoots.Any(x => CanCane(x.Shoot) && ToThumb(x.Shoot));
        // Without the gardener's word one of a thumb's thickness would keep the thicker ones out.
        if (
            !thumbOnly
            && places
                .SelectMany(p => p.Shoots)
                .Any(s =>
                    s.Stem.Pin is Pin.Remove && (s.Sound || s.Finding.SoundToMm is not null) && CanCane(s) && ToThumb(s)
                )
        )
        {
            work.SetAside++;
        }

        var roles = shoots.Select(x => RolesOf(x.Shoot)).ToArray();
        var must = Enumerable
            .Range(0, shoots.Length)
            .Where(i => shoots[i].Shoot.Stem.Pin is Pin.CutAt && roles[i].CanePoints is not null)
            .Take(MostCanes)
            .ToHashSet();
        work.SetAside += Math.Max(0, must.Count - count);
        var choice = LongCanes.Choose(roles, count, Pair, (long)Math.Round(wants.Gap * 1000), must, cancel);
        var canes = choice.Canes.Select(i => shoots[i]).ToArray();
        var evenly = Allocation.Evenly(
            budget.Buds,
            most,
            [.. canes.Select(c => c.Shoot.Points)],
            [
                .. canes.Select(c =>
                    c.Shoot.Stem.Pin is Pin.CutAt p
                        ? c.Shoot.Buds.Within(p.AlongMm)
                        : Math.Min(Carries(c.Shoot), c.Shoot.Buds.Total)
                ),
            ]
        );
        var positions = new List<PlanPosition>();
        for (var i = 0; i < canes.Length; i++)
        {
            positions.AddRange(
                Lay(
                    survey,
                    work,
                    canes[i].Shoot,
                    evenly.Buds[i],
                    choice.Spurs[i] < 0 ? null : shoots[choice.Spurs[i]].Shoot
                )
            );
        }

        var chosen = canes
            .Select(c => c.Shoot)
            .Concat(choice.Spurs.Where(s => s >= 0).Select(s => shoots[s].Shoot))
            .ToArray();
        // Where nothing can become a cane, a few short spurs keep the vine going.
        var weak =
            canes.Length > 0
                ? []
                : shoots
                    .Select(x => x.Shoot)
                    .Where(s => s.Stem.Pin is null && !chosen.Contains(s))
                    .OrderByDescending(s => SpurPoints(s) ?? long.MinValue)
                    .ThenBy(s => s.Stem.Id, StringComparer.Ordinal)
                    .Take(Math.Clamp(budget.Buds / SpurBuds, 1, VineNumbers.Of.WeakSpurs) - chosen.Length)
                    .ToArray();
        foreach (var s in weak)
        {
            work.ToBuds(
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
            positions.Add(At(work, s));
        }

        chosen = [.. chosen, .. weak];
        var pinned = shoots
            .Select(x => x.Shoot)
            .Where(s => s.Stem.Pin is Pin.Keep or Pin.CutAt && !chosen.Contains(s))
            .ToArray();
        foreach (var p in pinned)
        {
            work.ToBuds(
                p,
                SpurBuds,
                Stage.Count,
                new PlanReason("pin", "You asked for it to stay.", Provenance.User),
                $"{p.Stem.Id} stays as you asked."
            );
        }

        foreach (var p in places)
        {
            Clear(work, p, [.. p.Shoots.Where(s => chosen.Contains(s) || pinned.Contains(s))], Surplus);
        }

        return new VineOutcome(
            budget,
            canes.Length * most,
            evenly.Short,
            positions,
            choice.Score,
            choice.Bound,
            [
                .. SpurWarnings.OnBudget(budget),
                .. OnCanes(canes.Length, count, budget, evenly.Short),
                .. OnLength(budget, evenly.Buds, least),
                .. OnProof(choice),
            ],
            Canes: canes.Select(c => c.Shoot.Stem.Id).ToHashSet(StringComparer.Ordinal)
        );

        // Why a shoot is needed neither as a cane nor as a spur.
        string Surplus(VineShoot s)
        {
            var i = Array.FindIndex(shoots, x => x.Shoot == s);
            if (i < 0)
            {
                return "It has no sound bud to keep.";
            }

            if (choice.With.TryGetValue(i, out var with))
            {
                VineShoot[] instead = [.. choice.Canes.Except(with).Select(c => shoots[c].Shoot)];
                return $"{Wording.Capital(Wording.Count(canes.Length, "cane is", "canes are"))} enough: as a cane it "
                    + $"would take the place of {Wording.List([.. instead.Select(x => x.Stem.Id)])}"
                    + $"{(instead is [var one] ? $", and that one {one.Than(s, Jointly)}" : "")}.";
            }

            var unfit =
                !s.Ripe ? "Its wood is not ripe enough for a cane"
                : Carries(s) <= SpurBuds + 1 ? "It is too thin for a cane"
                : !CanCane(s) ? "It has too few buds for a cane"
                : thumbOnly && !ToThumb(s) ? "It is thicker than a thumb, and others are not"
                : null;
            var renewed = choice.Spurs.All(x => x >= 0) && canes.Length > 0 ? "each cane has its spur" : null;
            return (unfit, renewed) switch
            {
                ({ } cannot, { } has) => $"{cannot}, and {has}.",
                ({ } cannot, null) => $"{cannot}.",
                (null, { } has) => $"The others make the better canes, and {has}.",
                _ => "The others make the better canes.",
            };
        }

        // Where the gardener chose the place of the cut, that tells a cane from a spur.
        CaneOrSpur RolesOf(VineShoot s)
        {
            var side = Math.Sign(work.Tree.Axis(s.Stem).At(s.Stem.LengthMm).X);
            var cut = s.Stem.Pin is Pin.CutAt pin ? s.Buds.Within(pin.AlongMm) : (int?)null;
            return new CaneOrSpur(
                CanCane(s) && (!thumbOnly || ToThumb(s)) && (cut is null || cut > SpurBuds + 1) ? s.Points : null,
                cut > SpurBuds + 1 ? null : SpurPoints(s),
                side
            );
        }

        bool CanCane(VineShoot s) =>
            Carries(s) > SpurBuds + 1
            && s.Ripe
            && s.Buds.Total >= Math.Min(Math.Min(least, Carries(s)), Math.Max(1, budget.Buds));

        // A cane thinner than the limit carries fewer buds, the thinner the fewer.
        int Carries(VineShoot s) =>
            (int)
                Math.Round(
                    SpurBuds
                        + (
                            (most - SpurBuds)
                            * Math.Clamp(
                                (s.Stem.DiameterMm - VineNumbers.Of.ThinFrom)
                                    / (school.ThinBelowMm - VineNumbers.Of.ThinFrom),
                                0,
                                1
                            )
                        )
                );

        // Low and near the head counts for a spur, not its thickness.
        long? SpurPoints(VineShoot s) =>
            (long)
                Math.Round(
                    1000
                        * (
                            (wants.Keep / 2)
                            - (Math.Max(0, work.Tree.Axis(s.Stem).Start.DistanceTo(head)) / VineNumbers.Of.SpurDistance)
                            + (s.Thin ? wants.Thin / 3 : 0)
                        )
                );

        long Pair(int cane, int spur)
        {
            var (c, s) = (work.Tree.Axis(shoots[cane].Shoot.Stem).Start, work.Tree.Axis(shoots[spur].Shoot.Stem).Start);
            var above = Math.Max(0, s.Z - c.Z);
            return (long)Math.Round(1000 * wants.Close * (c.DistanceTo(s) + (2 * above)));
        }
    }

    private static bool ToThumb(VineShoot shoot) => shoot.Stem.DiameterMm <= VineNumbers.Of.Thumb;

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

    private static IEnumerable<PlanWarning> OnCanes(int canes, int wanted, Budget budget, int shortBy)
    {
        if (shortBy > 0)
        {
            yield return new PlanWarning(
                "budget",
                $"The budget asks for {budget.Buds} buds; {Wording.Count(canes, "cane", "canes")} with no more than "
                    + $"they hold leave {shortBy} short."
            );
        }

        if (canes < wanted)
        {
            yield return new PlanWarning(
                "few-canes",
                $"The budget asks for {Wording.Count(wanted, "cane", "canes")}; "
                    + $"{(canes == 0 ? "none is" : canes == 1 ? "one is" : $"{canes} are")} good enough."
            );
        }
    }

    private static IEnumerable<PlanWarning> OnLength(Budget budget, IReadOnlyList<int> buds, int least)
    {
        if (buds.Any(b => b < least) && budget.Buds < least)
        {
            yield return new PlanWarning(
                "budget",
                $"The budget is less than the {least} buds of one cane: a short cane is left."
            );
        }
    }

    private static IEnumerable<PlanWarning> OnProof(CaneChoice choice)
    {
        if (choice.Bound > choice.Score)
        {
            yield return new PlanWarning(
                "unproved",
                "With so many shoots not every choice was tried: the best found has "
                    + $"{Wording.Number(choice.Score / 1000.0)} points, none can have more than "
                    + $"{Wording.Number(choice.Bound / 1000.0)}."
            );
        }
    }
}
