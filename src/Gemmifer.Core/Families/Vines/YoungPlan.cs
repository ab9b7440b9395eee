using Gemmifer.Core.Buds;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Supports;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.Vines;

/// <summary>
/// A young vine, year by year (common practice, no source): what stands there tells the task, not the calendar. A
/// strong shoot is headed,
/// a weak one goes back to one bud, a broken vine keeps several shoots.
/// </summary>
internal static class YoungPlan
{
    /// <summary>The second bud sits so far below the top one, mm.</summary>
    private static readonly double SecondBudMm = VineNumbers.Of.SecondBud;

    /// <summary>Of a broken vine so many shoots stay at most.</summary>
    internal static readonly int Several = VineNumbers.Of.Several;

    /// <summary>Decides every stem.</summary>
    public static VineOutcome Plan(Survey survey, VineWork work)
    {
        var head = HeadHeight(survey);
        var parts = work.Parts;
        if (
            parts.Trunk is { Age: >= 2 } trunk
            && head - work.Tree.Axis(trunk).At(StemTree.LiveLength(trunk)).Z is var below
            && (
                below <= VineNumbers.Of.NearHead
                || (below <= 2 * VineNumbers.Of.NearHead && ShootsAtTop(parts, trunk) >= 2)
            )
        )
        {
            return YoungRestart.Headed(survey, work, trunk, below);
        }

        var shoots = parts
            .OneYear.Select(s => parts.Judge(s, 0))
            .Concat(parts.Trunk is { Age: 1 } t ? [parts.Judge(t, 0)] : [])
            .ToArray();
        var broken = parts.Tree.Stems.Any(s =>
            s.Has(Sign.Wound)
            || parts.Findings[s.Id].Verdict == Verdict.Damaged
            || (s.Role == StemRole.Trunk && s.Age >= 2 && s.DeadFromMm is not null)
        );
        if (broken)
        {
            return YoungRestart.Restarted(survey, work, head, shoots) ?? YoungRestart.Broken(survey, work, shoots);
        }

        var best = Best(work, shoots);
        if (best is null)
        {
            return Outcome([], 1, "Nothing sound stands yet: let it grow, and tie the best shoot up.", survey);
        }

        foreach (var other in shoots.Where(s => s != best))
        {
            work.Remove(
                other.Stem,
                Stage.Thin,
                new PlanReason(
                    "one-shoot",
                    $"One straight shoot becomes the trunk, and {best.Stem.Id} is the best.",
                    Provenance.Practice
                )
            );
        }

        var axis = work.Tree.Axis(best.Stem);
        return best.Thin ? Weak(survey, work, best, head)
            : axis.FirstAtHeight(head - axis.Start.Z) is { } at && at <= StemTree.LiveLength(best.Stem)
                ? AtHead(survey, work, best, head, at)
            : Below(survey, work, best, head);
    }

    /// <summary>Shoots that start in the upper part of a trunk, where its head will be.</summary>
    private static int ShootsAtTop(VineParts parts, Stem trunk) =>
        parts.OneYear.Count(s =>
            s.Parent.StemId == trunk.Id
            && s.Parent.AlongMm >= StemTree.LiveLength(trunk) * (1 - VineNumbers.Of.HeadShare)
        );

    /// <summary>
    /// The best sound shoot: the thickest, longest and most upright; one that was asked for before all.
    /// </summary>
    private static VineShoot? Best(VineWork work, IEnumerable<VineShoot> shoots) =>
        shoots
            .Where(s =>
                s.Sound
                && s.Stem.Pin is not Pin.Remove
                && !work.Has(s.Stem)
                && s.Stem.Parent.Origin != Origin.Rootstock
                && s.Buds.Total > 0
            )
            .OrderBy(s => s.Stem.Pin is null ? 1 : 0)
            .ThenByDescending(s =>
                s.Points
                + (long)(1000 * VineNumbers.Of.TrunkLength * Math.Min(s.Stem.LengthMm, VineNumbers.Of.TrunkLongest))
                - (long)(1000 * VineNumbers.Of.TrunkLean * s.Stem.LeanDeg)
            )
            .ThenBy(s => s.Stem.Id, StringComparer.Ordinal)
            .FirstOrDefault();

    /// <summary>The best is thin: back to one bud, and again.</summary>
    private static VineOutcome Weak(Survey survey, VineWork work, VineShoot best, double head)
    {
        work.ToBuds(
            best,
            1,
            Stage.Count,
            new PlanReason(
                "weak",
                "Thinner than a pencil: back to one good bud at the base, and start again. "
                    + "A new, stronger shoot comes from it.",
                Provenance.Practice
            ),
            $"{best.Stem.Id} is thin: start again from one good bud."
        );
        return Outcome(
            [Position(work, best, 1)],
            1,
            "Weak: back to one good bud, and one straight shoot again.",
            survey,
            Retie(work, head, Tie(best, head, work)),
            FlowersOff(work)
        ) with
        {
            BudsWanted = 1,
        };
    }

    /// <summary>The best is strong and has not reached the height of the head.</summary>
    private static VineOutcome Below(Survey survey, VineWork work, VineShoot best, double head)
    {
        work.Keep(
            best.Stem,
            "reach",
            "Strong, but it has not reached the height of the head: it stays and is tied up, and its top bud goes "
                + "on from here."
        );
        return Outcome(
            [Position(work, best, 1)],
            1,
            "One straight shoot up the stake; it has not reached the head yet.",
            survey,
            Retie(work, head, Tie(best, head, work)),
            FlowersOff(work)
        ) with
        {
            BudsWanted = 1,
        };
    }

    /// <summary>The best is strong and passes the height of the head, so far along itself, mm.</summary>
    private static VineOutcome AtHead(Survey survey, VineWork work, VineShoot best, double head, double at)
    {
        Head(survey, work, best, at);
        return Outcome(
            [
                Position(work, best, 2) with
                {
                    Marks = [.. HeadBuds(best, at).Select(b => SpurPlaces.Mark(work, best.Stem, b))],
                },
            ],
            2,
            "Cut at the height of the head; two buds make two shoots.",
            survey,
            // Tied before it is headed: what is cut first is moved and snaps (common practice, no source).
            Retie(work, head, Tie(best, head, work), Stage.Prepare),
            Step(
                work,
                Stage.Return,
                StepAction.RubOff,
                "Snap off every shoot on the trunk below the two at the top, while they are short; "
                    + "take the flowers off. Then look at the ties.",
                work.SecondVisit
            )
        ) with
        {
            BudsWanted = 2,
        };
    }

    internal static VineOutcome Outcome(
        IReadOnlyList<PlanPosition> positions,
        int year,
        string task,
        Survey survey,
        params IReadOnlyList<PlanStep> steps
    ) => new(null, 0, 0, positions, Timeline: Timeline(year, task, Wires(survey)), Steps: steps);

    /// <summary>Height of the head: the lowest wire, or the stake where it is lower than the school's head.</summary>
    public static double HeadHeight(Survey survey) =>
        survey.Support switch
        {
            { Wires: { IsEmpty: false } wires } => wires.Min(w => w.HeightMm),
            { Kind: SupportKind.Stake or SupportKind.Post } s => Math.Min(s.HeightMm, survey.School.HeightMaxMm),
            _ => survey.School.HeightMaxMm,
        };

    internal static bool Wires(Survey survey) => survey.Support is { Wires.IsEmpty: false };

    private static void Head(Survey survey, VineWork work, VineShoot best, double at)
    {
        if (best.Stem.Pin is Pin.CutAt)
        {
            work.ToBuds(
                best,
                2,
                Stage.Shorten,
                new PlanReason("pin", "You chose the place of the cut.", Provenance.User),
                ""
            );
            return;
        }

        var (stem, school) = (best.Stem, survey.School);
        var top = TopBud(best, at);
        var cutAt = Math.Min(stem.LengthMm, (top ?? at) + school.ClearanceMm);
        var second = top is { } t
            ? best
                .Buds.Seen.Where(b => b < t)
                .Select(b => (double?)b)
                .OrderBy(b => Math.Abs(t - SecondBudMm - b!.Value))
                .FirstOrDefault()
            : null;
        var below = second is { } s && top is { } first ? Wording.Mm(first - s) : $"about {Wording.Mm(SecondBudMm)}";
        var text = top is not null
            ? $"Cut {stem.Id} at {Wording.Mm(cutAt)}, {Wording.Mm(school.ClearanceMm)} above the bud at the height of "
                + $"the head. That bud and the one {below} below it make the two shoots."
            : $"Cut {stem.Id} at the height of the head, between {Wording.Mm(at - best.Buds.InternodeMm)} and "
                + $"{Wording.Mm(at)} along it, just above a good bud. That bud and one about {Wording.Mm(SecondBudMm)} "
                + "below it make the two shoots.";
        var bud = new PlanBud(
            top is { } b1 ? Wording.Tenth(b1) : null,
            null,
            top is null ? BudKnowledge.LookFor : BudKnowledge.Seen,
            top is null ? [Wording.Tenth(Math.Max(0, at - best.Buds.InternodeMm)), Wording.Tenth(at)] : null,
            null
        );
        work.Set(
            new VineDecided(
                stem,
                Decision.Shorten,
                new PlanReason(
                    "head",
                    "Strong enough: it is cut at the height of the head, where two buds about "
                        + $"{Wording.Mm(SecondBudMm)} apart make the first two shoots.",
                    Provenance.Practice
                ),
                null,
                VineCut.Of(work.Tree.Axis(stem).At(cutAt), at =>
                    PlanCut.AboveBud(top is null ? null : cutAt, bud, school, at)
                ),
                Stage.Shorten,
                StepAction.Shorten,
                text,
                ToolRack.For(work.Tree.DiameterAt(stem, cutAt)),
                Buds: 2,
                LeftMm: cutAt
            )
        );
    }

    /// <summary>
    /// The bud seen nearest the height of the head, mm along the shoot; null where none was seen there.
    /// </summary>
    private static double? TopBud(VineShoot best, double at) =>
        best
            .Buds.Seen.Where(b => b <= at + (SecondBudMm / 2))
            .Select(b => (double?)b)
            .LastOrDefault(b => b >= at - SecondBudMm);

    /// <summary>The two buds that are to grow, mm along the shoot: seen, or about where to look.</summary>
    private static double[] HeadBuds(VineShoot best, double at)
    {
        var top = TopBud(best, at) ?? (at - (best.Buds.InternodeMm / 2));
        var second = best.Buds.Seen.Where(b => b < top)
            .Select(b => (double?)b)
            .OrderBy(b => Math.Abs(top - SecondBudMm - b!.Value))
            .FirstOrDefault()
            ?? (top - SecondBudMm);
        return [Math.Max(0, second), top];
    }

    internal static PlanPosition Position(VineWork work, VineShoot shoot, int buds) =>
        new(
            shoot.Stem.Id,
            shoot.Stem.Id,
            buds,
            false,
            0,
            null,
            null,
            work.Has(shoot.Stem) ? work.Of(shoot.Stem).Reason.Text : (Sentence)"",
            [.. SpurPlaces.Marks(work, shoot, work.Has(shoot.Stem) ? Math.Min(buds, work.Of(shoot.Stem).Buds) : buds)],
            Wording.Tenth(shoot.Stem.Parent.AlongMm)
        );

    internal static IReadOnlyList<PlanTie> Tie(VineShoot shoot, double head, VineWork work)
    {
        var axis = work.Tree.Axis(shoot.Stem);
        var (room, ties) = (work.School.TieSpacingMm, new List<PlanTie>());
        for (var z = room; z <= head; z += room)
        {
            if (axis.FirstAtHeight(z - axis.Start.Z) is { } along && along <= shoot.Stem.LengthMm)
            {
                var at = axis.At(along);
                ties.Add(
                    new PlanTie(Wording.Tenth(at.X), Wording.Tenth(at.Z), "stake", ties.Count + 1, Wording.Tenth(at.Y))
                );
            }
        }

        return ties;
    }

    internal static PlanStep FlowersOff(VineWork work) =>
        Step(
            work,
            Stage.Return,
            StepAction.RubOff,
            "Take the flowers off: a young vine builds its trunk first. Then look at the ties.",
            work.SecondVisit
        );

    internal static PlanStep Retie(
        VineWork work,
        double head,
        IReadOnlyList<PlanTie> ties,
        Stage stage = Stage.Train
    ) =>
        Step(
            work,
            stage,
            StepAction.Tie,
            $"Renew every tie, straight up the stake to {Wording.Mm(head)}; loose enough for the wood to thicken. "
                + "Free shoots from any netting above before they grow into it."
        ) with
        {
            Ties = ties,
            Tool = Tool.Fingers,
        };

    internal static PlanStep Step(VineWork work, Stage stage, StepAction action, string text, DateOnly? due = null) =>
        new()
        {
            Stage = stage,
            Action = action,
            Tool = action == StepAction.RubOff ? Tool.Fingers : null,
            Due = due ?? work.Day,
            Text = text,
        };

    /// <summary>From planting to the full vine; the task that is on says what stands there.</summary>
    public static IReadOnlyList<PlanVineYear> Timeline(int now, string task, bool wires)
    {
        string[] usual =
        [
            "One straight shoot up the stake.",
            $"Cut at the height of the head, two buds about {Wording.Mm(SecondBudMm)} apart; "
                + "trunk shoots and flowers off.",
            wires
                ? "The two shoots are laid along the wire and become arms."
                : "The two shoots become two spurs of two buds.",
            wires ? "The arms fill with spurs, a hand apart." : "The head grows to four to six spurs.",
            wires ? "Full arms: pruned by its buds every winter." : "The full goblet: pruned by its buds every winter.",
        ];
        return
        [
            .. usual.Select(
                (text, i) => new PlanVineYear(i + 1, i + 1 == now ? task : text, i + 1 == now, i + 1 < now)
            ),
        ];
    }
}
