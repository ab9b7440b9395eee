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
    /// <summary>Buds drawn on one shoot at most.</summary>
    private const int MostMarks = 60;

    /// <summary>
    /// Two places the gardener wants to stay may be closer than any others, at a price, in thousandths.
    /// </summary>
    private const long Clash = -100_000_000;

    /// <summary>Decides every shoot and spur.</summary>
    public static VineOutcome Plan(Survey survey, VineWork work)
    {
        var school = survey.School;
        var spurBuds = (int)school.Value("spurBuds").Number;
        var (candidates, barren) = Candidates(survey, work);
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
            positions.Add(Keep(survey, work, kept[i], allocated.Buds[i], spurBuds, beyond));
        }

        foreach (var drop in candidates.Except(kept))
        {
            var why = WhyDropped(survey, candidates, chosen, Array.IndexOf(candidates, drop), budget, least);
            Drop(work, drop.Position, why);
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
            [.. OnBudget(budget), .. Warnings(survey, kept, budget, allocated.Short)]
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
        var (least, wanted) = (survey.School.SpacingMm, survey.School.Value("spurSpacing").Number);
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
        survey.Vine!.System == VineSystem.Goblet || survey.School.Id == VineReader.GobletSchool;

    /// <summary>A place on which nothing stays.</summary>
    private static PlanPosition Bare(VinePosition place, string why) =>
        new(place.Name, null, 0, false, 0, null, null, why, [], Wording.Tenth(place.AlongMm));

    private static int Places(int buds, int spurBuds) => Math.Max(1, (buds + spurBuds - 1) / spurBuds);

    /// <summary>A place that may stay, with the shoot to keep there.</summary>
    /// <param name="Must">The gardener's word: it stays.</param>
    /// <param name="Points">What it is worth, in thousandths: with another shoot than the rule's, no more than with
    /// that one.</param>
    internal sealed record Candidate(VinePosition Position, VineShoot Best, bool Must, long Points);

    private static (Candidate[] Candidates, VinePosition[] Barren) Candidates(Survey survey, VineWork work)
    {
        var (candidates, barren) = (new List<Candidate>(), new List<VinePosition>());
        foreach (var p in work.Parts.Positions)
        {
            var forced = p.Shoots.Where(s => s.Stem.Pin is Pin.Keep or Pin.CutAt).ToArray();
            if (
                forced.Length == 0
                && (
                    p.Old is { Pin: Pin.Remove }
                    || (p.Old is not null && work.Has(p.Old) && work.Of(p.Old).Decision == Decision.Remove)
                )
            )
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

            var open = p.Shoots.Where(s =>
                s.Sound
                && s.Stem.Pin is not Pin.Remove
                && (!work.Has(s.Stem) || work.Of(s.Stem).Decision == Decision.Keep)
                && s.Buds.Total > 0
            );
            if (Best(forced.Length > 0 ? forced : open) is { } best)
            {
                // One stays of all that were asked for.
                work.SetAside += (2 * forced.Count(f => f != best)) + (work.Parts.IsTrunkShoot(p) ? 1 : 0);
                var usual = Best(p.Shoots.Where(s => s.Sound && s.Buds.Total > 0));
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

    /// <summary>
    /// The shoot to keep: a sound, ripe one of some thickness, and of these the lowest, so that the place does not
    /// creep (common practice, no source).
    /// </summary>
    internal static VineShoot? Best(IEnumerable<VineShoot> shoots) =>
        shoots
            .OrderBy(s => s.Thin ? 1 : 0)
            .ThenBy(s => s.Ripe ? 0 : 1)
            .ThenBy(s => Math.Round(s.OffMm / 5))
            .ThenByDescending(s => s.Points)
            .ThenBy(s => s.Stem.Id, StringComparer.Ordinal)
            .FirstOrDefault();

    /// <summary>The first rule of <see cref="Best"/> by which one shoot goes before another.</summary>
    private static string Preferred(VineShoot best, VineShoot other) =>
        best.Stem.Pin is Pin.Keep or Pin.CutAt ? ", as you asked"
        : best.Thin != other.Thin ? ", which is not thin"
        : best.Ripe != other.Ripe ? ", which is ripe"
        : Math.Round(best.OffMm / 5) < Math.Round(other.OffMm / 5) ? ", which starts lower"
        : best.Points > other.Points ? $": it {best.Than(other, "is stronger")}"
        : "";

    private sealed record Chosen(ImmutableArray<int> Places, long Score);

    private static Chosen Choose(Survey survey, Candidate[] candidates, int most)
    {
        var school = survey.School;
        var (wanted, least) = (school.Value("spurSpacing").Number, school.SpacingMm);
        long Gap(double mm) =>
            (long)
                Math.Round(
                    (
                        (school.Weight("close") * Math.Max(0, wanted - mm))
                        + (school.Weight("gap") * Math.Max(0, mm - (2 * wanted)))
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
                        (a, b) => Gap(Turn(a.At, b.At) * VineRules.Value("ringMmPerDegree")),
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

    /// <param name="beyond">Why it carries more than a spur does, where it does.</param>
    private static PlanPosition Keep(
        Survey survey,
        VineWork work,
        Candidate place,
        int buds,
        int spurBuds,
        string beyond
    )
    {
        var (p, best) = (place.Position, place.Best);
        var doubt = best.Doubtful && (best.Stem.Pin is not Pin.CutAt cut || best.Buds.Within(cut.AlongMm) > spurBuds);
        var leave = doubt ? Math.Max(buds, Math.Min(best.Buds.Total, spurBuds + 1)) : buds;
        var others = p.Shoots.Where(s => s.Stem.Id != best.Stem.Id).ToArray();
        var lower =
            others.Length == 0 ? ""
            : others.All(s => s.OffMm >= best.OffMm) ? "the lower shoot, "
            : "";
        var creep = CreepOf(survey, p, best);
        var why =
            doubt
                ? $"A bud at its base is in doubt, so it keeps {Wording.Buds(leave)} for now; "
                    + $"come back about {Wording.Day(work.SecondVisit)} and cut to the {spurBuds} that grow well."
            : leave > spurBuds ? $"{beyond}, so it carries {Wording.Buds(leave)} of the budget."
            : $"{Wording.Capital(lower)}{(lower == "" ? "Sound" : "sound")} and "
                + $"ripe{(best.Thin ? ", though thin" : "")}: {Wording.Buds(leave)} stay.";
        var reason = new PlanReason("spurBuds", why, survey.School.Value("spurBuds").Provenance);
        var lead = $"{p.Name}: keep {lower}{best.Stem.Id}";
        work.ToBuds(best, new BudLimit(leave, best.Finding.SoundToMm), Stage.Count, reason, $"{lead}.");
        VineShoot[] renewals = best.OffMm <= survey.School.SpacingMm ? [] : [.. Low(others)];
        Trim(work, p, [best, .. renewals]);
        JoinFirst(work, best, lead);
        foreach (var renewal in renewals)
        {
            work.ToBuds(
                renewal,
                1,
                Stage.Count,
                new PlanReason(
                    "creep",
                    $"It starts low on {p.Name} and renews the place from below; "
                        + "next winter the spur is cut back to it.",
                    Provenance.Practice
                ),
                $"{p.Name}: {renewal.Stem.Id} renews this place from below."
            );
        }

        foreach (var s in others)
        {
            work.Remove(
                s.Stem,
                Stage.Count,
                new PlanReason(
                    "position",
                    $"One shoot stays in each place, and here it is {best.Stem.Id}{Preferred(best, s)}.",
                    Provenance.Practice
                )
            );
        }

        var bud = work.Of(best.Stem);
        return new PlanPosition(
            p.Name,
            best.Stem.Id,
            bud.Buds,
            doubt,
            Wording.Tenth(best.OffMm),
            creep.PerYear,
            creep.Season,
            creep.Text is { } text ? text : bud.Reason.Text,
            [.. Marks(work, best, bud.Buds)],
            Wording.Tenth(p.AlongMm)
        );
    }

    /// <summary>The lowest sound shoot of some, where it is low enough to renew the place.</summary>
    private static IEnumerable<VineShoot> Low(IEnumerable<VineShoot> shoots) =>
        shoots
            .Where(s =>
                s.Sound && s.OffMm <= VineRules.Value("lowShoot") && s.Stem.Pin is not Pin.Remove && s.Buds.Total > 0
            )
            .OrderBy(s => s.OffMm)
            .ThenBy(s => s.Stem.Id, StringComparer.Ordinal)
            .Take(1);

    /// <summary>
    /// Where old wood is cut off beyond the shoot, that is done first, and there it is said which shoot stays.
    /// </summary>
    private static void JoinFirst(VineWork work, VineShoot best, string lead)
    {
        if (
            best.Stem.Parent.StemId is { } on
            && work.Has(work.Tree.ById[on])
            && work.Of(work.Tree.ById[on]) is { Reason.Rule: "join" } join
        )
        {
            var kept = work.Of(best.Stem);
            work.Change(
                join with
                {
                    Text = $"{lead}, and cut {on} off just beyond it, {Wording.Mm(join.LeftMm)} along.",
                }
            );
            work.Change(kept with { Text = kept.Text.Replace($"{lead}. ", "", StringComparison.Ordinal) });
        }
    }

    /// <summary>Cuts the old wood of a place off beyond what stays on it.</summary>
    internal static void Trim(VineWork work, VinePosition p, IReadOnlyList<VineShoot> stay)
    {
        if (p.Old is null)
        {
            return;
        }

        var kept = stay.SelectMany(s => Chain(s.Stem))
            .GroupBy(x => x.On.Id)
            .ToDictionary(g => g.Key, g => g.MaxBy(x => x.Young.Parent.AlongMm));
        foreach (var (on, young) in kept.Values)
        {
            if (on.Pin is Pin.CutAt pin && pin.AlongMm < on.LengthMm)
            {
                work.Join(
                    on,
                    young,
                    Stage.Count,
                    "You chose the place of the cut.",
                    Math.Max(pin.AlongMm, young.Parent.AlongMm + 1)
                );
            }
            else if (
                on.Pin is not Pin.CutAt
                && on.LengthMm - young.Parent.AlongMm > work.School.ClearanceMm + VineRules.Value("stub")
                && !AssumedShoots.Is(young)
            )
            {
                work.Join(on, young, Stage.Count, "What stands beyond it goes in the one cut.");
            }
            else
            {
                work.Keep(on, "spur", "It carries the shoot that stays.");
            }
        }

        foreach (
            var old in work
                .Parts.Tree.Descendants(p.Old)
                .Prepend(p.Old)
                .Where(s => work.Parts.OldWood.Contains(s) && !kept.ContainsKey(s.Id))
        )
        {
            work.Remove(old, Stage.Count, new PlanReason("position", "Nothing on it stays.", Provenance.Practice));
        }

        IEnumerable<(Stem On, Stem Young)> Chain(Stem young)
        {
            for (
                var at = young;
                !at.TopLevel && work.Tree.ById[at.Parent.StemId!] is var on && work.Parts.OldWood.Contains(on);
                at = on
            )
            {
                yield return (on, at);
            }
        }
    }

    private static void Drop(VineWork work, VinePosition p, string why)
    {
        if (p.Old is not null)
        {
            work.Remove(
                p.Old,
                Stage.Thin,
                new PlanReason("spurSpacing", why, work.School.Value("spurSpacing").Provenance)
            );
        }

        foreach (var s in p.Shoots)
        {
            work.Remove(
                s.Stem,
                Stage.Thin,
                new PlanReason("spurSpacing", why, work.School.Value("spurSpacing").Provenance)
            );
        }
    }

    /// <summary>How far a place has crept from the arm, how fast, and when it will be too far.</summary>
    private static (double? PerYear, int? Season, string? Text) CreepOf(Survey survey, VinePosition p, VineShoot best)
    {
        if (p.Old is null || p.Old.Age < 2 || best.OffMm <= 0)
        {
            return (null, null, null);
        }

        var rate = best.OffMm / (p.Old.Age - 1);
        var limit = survey.School.SpacingMm;
        var season = survey.Season.Year;
        if (best.OffMm > limit)
        {
            return (
                Wording.Tenth(rate),
                season,
                $"It has crept {Wording.Mm(best.OffMm)} from the arm in {p.Old.Age - 1} "
                    + $"{(p.Old.Age == 2 ? "year" : "years")}, more than a fist. "
                    + "Let a shoot that comes from the arm below it stay next summer, and cut the old spur back to it "
                    + "next winter."
            );
        }

        var years = (int)Math.Ceiling((limit - best.OffMm) / rate);
        return (
            Wording.Tenth(rate),
            years > VineRules.Value("creepFarYears") ? null : season + years,
            years > VineRules.Value("creepNearYears")
                ? null
                : $"It creeps away from the arm, {Wording.Mm(rate)} a year, and will be a fist away in "
                    + $"{season + years}: let a shoot that comes from below stay in the summer before."
        );
    }

    internal static IEnumerable<double[]> Marks(VineWork work, VineShoot shoot, int buds) =>
        Enumerable
            .Range(1, Math.Min(buds, MostMarks))
            .Select(n => Mark(work, shoot.Stem, Math.Min(shoot.Buds.PlaceOf(n), shoot.Stem.LengthMm)));

    /// <summary>A place along a stem in space, for the drawing.</summary>
    internal static double[] Mark(VineWork work, Stem stem, double along)
    {
        var at = work.Tree.Axis(stem).At(along);
        return [Wording.Tenth(at.X), Wording.Tenth(at.Y), Wording.Tenth(at.Z)];
    }

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
                    new PlanReason("winterLoss", Why, VineRules.Values["lossTo"].Provenance),
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

    /// <summary>What the budget itself wants said.</summary>
    internal static IEnumerable<PlanWarning> OnBudget(Budget budget)
    {
        if (budget.Corrected > budget.Cap)
        {
            yield return new PlanWarning(
                "budget",
                $"The rule asks for {budget.Corrected} buds; {budget.Cap} are the most for the room of this vine along "
                    + "the row."
            );
        }

        if (budget.Hard)
        {
            yield return new PlanWarning(
                "weak",
                "Fewer prunings than the first unit of the rule: the vine is weak. "
                    + "Prune hard as planned here, and take the flower clusters off this year."
            );
        }

        if (budget.Doubt)
        {
            yield return new PlanWarning(
                "weak",
                "The prunings weigh about the first unit of the rule, which does not tell whether the vine is weak. "
                    + "Look at its shoots in early summer: where they are short, take the flower clusters off."
            );
        }
    }

    private static IEnumerable<PlanWarning> Warnings(
        Survey survey,
        IReadOnlyList<Candidate> kept,
        Budget budget,
        int shortBy
    )
    {
        if (shortBy > 0)
        {
            yield return new PlanWarning(
                "budget",
                $"The budget asks for {budget.Buds} buds; the places that stay hold {shortBy} fewer. "
                    + "The strongest carry one more already. Lay a longer arm, or leave more places, if it is to fill "
                    + "its room."
            );
        }

        foreach (
            var pinned in kept.Where(k =>
                k.Best.Stem.Pin is Pin.Keep
                && k.Best.Finding.Verdict is not (Verdict.Sound or Verdict.Unsure or Verdict.Soft)
            )
        )
        {
            yield return new PlanWarning(
                "pin",
                $"{pinned.Best.Stem.Id} stays because you asked, although it is "
                    + $"{Wording.Of(pinned.Best.Finding.Verdict)}.",
                pinned.Best.Stem.Id
            );
        }

        var clash = kept.Where(k => k.Must)
            .GroupBy(k => k.Position.On?.Id)
            .Any(g =>
                g.Select(k => k.Position.AlongMm).Order().ToArray() is var at
                && at.Zip(at.Skip(1)).Any(x => x.Second - x.First < survey.School.SpacingMm - 1e-6)
            );
        if (clash && survey.Vine!.System != VineSystem.Goblet && survey.School.Id != VineReader.GobletSchool)
        {
            yield return new PlanWarning(
                "relaxed",
                $"Some spurs stand closer than {Wording.Mm(survey.School.SpacingMm)}: "
                    + "you asked for all of them to stay."
            );
        }
    }
}
