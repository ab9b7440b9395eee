using Gemmifer.Core.Plans;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.Vines;

/// <summary>One place of a spur: which shoot stays there, what goes with the others, and how it has crept.</summary>
internal static class SpurPlaces
{
    /// <summary>Buds drawn on one shoot at most.</summary>
    private const int MostMarks = 60;

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
    internal static string Preferred(VineShoot best, VineShoot other) =>
        best.Stem.Pin is Pin.Keep or Pin.CutAt ? ", as you asked"
        : best.Thin != other.Thin ? ", which is not thin"
        : best.Ripe != other.Ripe ? ", which is ripe"
        : Math.Round(best.OffMm / 5) < Math.Round(other.OffMm / 5) ? ", which starts lower"
        : best.Points > other.Points ? $": it {best.Than(other, "is stronger")}"
        : "";

    /// <param name="beyond">Why it carries more than a spur does, where it does.</param>
    internal static PlanPosition Keep(
        Survey survey,
        VineWork work,
        SpurPlan.Candidate place,
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
        var reason = new PlanReason("spurBuds", why, survey.School.Set.SpurBuds.Provenance);
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
    internal static IEnumerable<VineShoot> Low(IEnumerable<VineShoot> shoots) =>
        shoots
            .Where(s =>
                s.Sound && s.OffMm <= VineNumbers.Of.LowShoot && s.Stem.Pin is not Pin.Remove && s.Buds.Total > 0
            )
            .OrderBy(s => s.OffMm)
            .ThenBy(s => s.Stem.Id, StringComparer.Ordinal)
            .Take(1);

    /// <summary>
    /// Where old wood is cut off beyond the shoot, that is done first, and there it is said which shoot stays.
    /// </summary>
    internal static void JoinFirst(VineWork work, VineShoot best, string lead)
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
                && on.LengthMm - young.Parent.AlongMm > work.School.ClearanceMm + VineNumbers.Of.Stub
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

    internal static void Drop(VineWork work, VinePosition p, string why)
    {
        if (p.Old is not null)
        {
            work.Remove(p.Old, Stage.Thin, new PlanReason("spurSpacing", why, work.School.Set.SpurSpacing.Provenance));
        }

        foreach (var s in p.Shoots)
        {
            work.Remove(s.Stem, Stage.Thin, new PlanReason("spurSpacing", why, work.School.Set.SpurSpacing.Provenance));
        }
    }

    /// <summary>How far a place has crept from the arm, how fast, and when it will be too far.</summary>
    internal static (double? PerYear, int? Season, string? Text) CreepOf(Survey survey, VinePosition p, VineShoot best)
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
            years > VineNumbers.Of.CreepFarYears ? null : season + years,
            years > VineNumbers.Of.CreepNearYears
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
}
