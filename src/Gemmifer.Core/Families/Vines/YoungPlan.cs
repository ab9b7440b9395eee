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
    private static readonly double SecondBudMm = VineRules.Value("secondBud");

    /// <summary>Of a broken vine so many shoots stay at most.</summary>
    private static readonly int Several = VineRules.Whole("several");

    /// <summary>Decides every stem.</summary>
    public static VineOutcome Plan(Survey survey, VineWork work)
    {
        var head = HeadHeight(survey);
        var parts = work.Parts;
        if (
            parts.Trunk is { Age: >= 2 } trunk
            && head - work.Tree.Axis(trunk).At(StemTree.LiveLength(trunk)).Z is var below
            && (
                below <= VineRules.Value("nearHead")
                || (below <= 2 * VineRules.Value("nearHead") && ShootsAtTop(parts, trunk) >= 2)
            )
        )
        {
            return Headed(survey, work, trunk, below);
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
            return Restarted(survey, work, head, shoots) ?? Broken(survey, work, shoots);
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
            && s.Parent.AlongMm >= StemTree.LiveLength(trunk) * (1 - VineRules.Value("headShare"))
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
                s.Points + (long)(10 * Math.Min(s.Stem.LengthMm, 2000)) - (long)(100 * s.Stem.LeanDeg)
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
                    Marks = [.. HeadBuds(best, at).Select(b => SpurPlan.Mark(work, best.Stem, b))],
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

    private static VineOutcome Outcome(
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

    private static bool Wires(Survey survey) => survey.Support is { Wires.IsEmpty: false };

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
                new VineCut(
                    top is null ? null : Wording.Tenth(cutAt),
                    work.Tree.Axis(stem).At(cutAt),
                    CutPlace.AboveBud,
                    bud,
                    school.SlopeDeg,
                    school.ClearanceMm
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

    private static VineOutcome Headed(Survey survey, VineWork work, Stem trunk, double belowMm)
    {
        work.Keep(
            trunk,
            "trunk",
            belowMm <= VineRules.Value("nearHead")
                ? "It stands at the height of the head."
                : "It ends below the head, but its shoots stand there: it is taken for one. Measure it again."
        );
        var head = HeadHeight(survey);
        var wires = Wires(survey);
        var retie = Retie(work, head, []);
        var vine = survey.Vine!;
        if ((vine.Year ?? 3) >= VineRules.Value("fullFrom") || work.Parts.Tree.Stems.Any(s => s.Role == StemRole.Arm))
        {
            var full = SpurPlan.Plan(
                survey with
                {
                    Facts = vine with { System = wires ? VineSystem.Cordon : VineSystem.Goblet },
                },
                work
            );
            return full with
            {
                Timeline = Timeline(
                    4,
                    wires
                        ? "The arms fill: a spur of two buds in each place."
                        : "The head grows to four to six spurs of two buds.",
                    wires
                ),
                Steps = [retie],
            };
        }

        TrunkShootsOff(work);
        var at = work.Parts.Positions.Where(p => !work.Parts.IsTrunkShoot(p)).SelectMany(p => p.Shoots).ToArray();
        var two = Two(work, at);
        foreach (var s in two)
        {
            work.ToBuds(
                s,
                Buds(s),
                Stage.Count,
                new PlanReason(
                    "first-spurs",
                    InDoubt(s)
                        ? "One of the two shoots at the head. A bud at its base is in doubt, so it keeps three for "
                            + $"now; come back about {Wording.Day(work.SecondVisit)} and cut to the two that grow well."
                        : "One of the two shoots at the head: it becomes a spur of two buds.",
                    Provenance.Practice
                ),
                $"{s.Stem.Id} becomes a spur."
            );
        }

        foreach (var s in at)
        {
            work.Remove(
                s.Stem,
                Stage.Thin,
                new PlanReason("first-spurs", "Two shoots make the head; this one is not needed.", Provenance.Practice)
            );
        }

        return Outcome(
            [.. two.Select(s => Position(work, s, Buds(s)) with { Doubt = InDoubt(s) })],
            3,
            "The two shoots become two spurs of two buds.",
            survey,
            retie,
            Step(
                work,
                Stage.Return,
                StepAction.RubOff,
                "Take the flowers off, and snap off every shoot on the trunk, while they are short.",
                work.SecondVisit
            )
        );

        // Three buds where in doubt, as on any spur.
        bool InDoubt(VineShoot s) => s.Doubtful && s.Stem.Pin is not Pin.CutAt && s.Buds.Total > 2;
        int Buds(VineShoot s) => InDoubt(s) ? 3 : 2;
    }

    private static void TrunkShootsOff(VineWork work)
    {
        foreach (
            var s in work
                .Parts.Positions.Where(work.Parts.IsTrunkShoot)
                .SelectMany(p => p.Shoots)
                .Where(s => s.Stem.Pin is null or Pin.Remove)
        )
        {
            work.OffTrunk(s.Stem, "the head");
        }
    }

    /// <summary>
    /// Of all pairs of sound shoots the two best that lean apart (an opposite pair is worth a thumb's thickness;
    /// assumption); what there is where there are fewer than two.
    /// </summary>
    private static VineShoot[] Two(VineWork work, IEnumerable<VineShoot> at)
    {
        var sound = at.Where(s => s.Sound && s.Stem.Pin is not Pin.Remove && !work.Has(s.Stem) && s.Buds.Total > 0)
            .ToArray();
        return sound.Length < 2
            ? sound
            : sound
                .SelectMany((a, i) => sound.Skip(i + 1).Select(b => (First: a, Second: b)))
                .Select(p =>
                    (
                        p.First,
                        p.Second,
                        Value: p.First.Points
                            + p.Second.Points
                            + (long)(p.First.Stem.Bearing.AngleTo(p.Second.Stem.Bearing) / 180 * 20_000)
                            + (p.First.Stem.Pin is null ? 0 : 1_000_000)
                            + (p.Second.Stem.Pin is null ? 0 : 1_000_000)
                    )
                )
                .OrderByDescending(p => p.Value)
                .ThenBy(p => p.First.Stem.Id, StringComparer.Ordinal)
                .ThenBy(p => p.Second.Stem.Id, StringComparer.Ordinal)
                .Select(p => new[] { p.First, p.Second })
                .First();
    }

    /// <summary>
    /// A broken or dead top starts again from the lowest strong shoot below it; null where there is none, where the
    /// break is, is not known, or where the gardener has a word in it.
    /// </summary>
    private static VineOutcome? Restarted(Survey survey, VineWork work, double head, VineShoot[] shoots)
    {
        var (tree, findings, school) = (work.Tree, work.Parts.Findings, survey.School);
        foreach (
            var stem in tree.Stems.Where(s =>
                s.TopLevel && s.Pin is null && !tree.Descendants(s).Any(c => c.Pin is not null)
            )
        )
        {
            if (
                findings[stem.Id] is not { SoundToMm: { } sound, Verdict: Verdict.Dead or Verdict.Damaged } finding
                || tree.Children(stem)
                    .Where(c =>
                        c.Age == 1
                        && findings[c.Id].Verdict == Verdict.Sound
                        && c.DiameterMm >= school.ThinBelowMm
                        && c.Parent.AlongMm + school.ClearanceMm <= sound
                    )
                    .OrderBy(c => c.Parent.AlongMm)
                    .ThenBy(c => c.Id, StringComparer.Ordinal)
                    .FirstOrDefault()
                    is not { } strong
            )
            {
                continue;
            }

            const string Again = "The vine starts again from the lowest strong shoot.";
            work.Forget(stem);
            work.Join(stem, strong, Stages.Of(finding.Verdict), $"{finding.Text} {Again}");
            foreach (
                var other in tree.Children(stem)
                    .Where(c => c.Id != strong.Id && c.Parent.AlongMm < strong.Parent.AlongMm)
                    .Concat(shoots.Select(s => s.Stem).Where(s => s.TopLevel && s.Id != stem.Id && s.Pin is null))
            )
            {
                work.Forget(other);
                work.Remove(
                    other,
                    Stage.Thin,
                    new PlanReason(
                        "one-shoot",
                        $"One straight shoot becomes the trunk, and that is {strong.Id} now.",
                        Provenance.Practice
                    )
                );
            }

            var leader = work.Parts.Judge(strong, 0);
            work.Forget(strong);
            work.Set(
                new VineDecided(
                    strong,
                    Decision.Keep,
                    new PlanReason("restart", $"The lowest strong shoot below the break: {Again}", Provenance.Practice),
                    Buds: leader.Buds.Total
                )
            );
            return Outcome(
                [Position(work, leader, leader.Buds.Total)],
                1,
                "The top is broken: one straight shoot starts again.",
                survey,
                Retie(work, head, Tie(leader, head, work)),
                FlowersOff(work)
            );
        }

        return null;
    }

    private static VineOutcome Broken(Survey survey, VineWork work, VineShoot[] shoots)
    {
        var alive = shoots
            .Where(s =>
                s.Finding.Verdict is Verdict.Sound or Verdict.Damaged or Verdict.Unsure or Verdict.Soft
                && s.Stem.Pin is not Pin.Remove
            )
            .OrderByDescending(s => s.Points)
            .ThenBy(s => s.Stem.Id, StringComparer.Ordinal)
            .ToArray();
        const string Why =
            "The vine was broken or is healing: several shoots stay, tied and still, and next winter tells which "
            + "becomes the trunk. Healing cannot be seen.";
        foreach (var s in alive.Take(Several))
        {
            work.Change(
                new VineDecided(
                    s.Stem,
                    Decision.Keep,
                    new PlanReason("broken", Why, Provenance.Practice),
                    Buds: s.Buds.Total
                )
            );
        }

        foreach (var s in alive.Skip(Several))
        {
            work.Remove(
                s.Stem,
                Stage.Thin,
                new PlanReason("broken", "Four shoots are enough to choose from.", Provenance.Practice)
            );
        }

        var next = survey.Season.NextWinter;
        return new VineOutcome(
            null,
            0,
            0,
            [.. alive.Take(Several).Select(s => Position(work, s, s.Buds.Total))],
            Timeline: Timeline(1, "Broken: several shoots stay, decided next winter.", Wires(survey)),
            Steps:
            [
                Retie(work, HeadHeight(survey), []),
                Step(
                    work,
                    Stage.Return,
                    StepAction.Check,
                    "Decide which of the shoots becomes the trunk, when the break has healed.",
                    next
                ),
            ]
        );
    }

    private static PlanPosition Position(VineWork work, VineShoot shoot, int buds) =>
        new(
            shoot.Stem.Id,
            shoot.Stem.Id,
            buds,
            false,
            0,
            null,
            null,
            work.Has(shoot.Stem) ? work.Of(shoot.Stem).Reason.Text : (Sentence)"",
            [.. SpurPlan.Marks(work, shoot, work.Has(shoot.Stem) ? Math.Min(buds, work.Of(shoot.Stem).Buds) : buds)],
            Wording.Tenth(shoot.Stem.Parent.AlongMm)
        );

    private static IReadOnlyList<PlanTie> Tie(VineShoot shoot, double head, VineWork work)
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

    private static PlanStep FlowersOff(VineWork work) =>
        Step(
            work,
            Stage.Return,
            StepAction.RubOff,
            "Take the flowers off: a young vine builds its trunk first. Then look at the ties.",
            work.SecondVisit
        );

    private static PlanStep Retie(VineWork work, double head, IReadOnlyList<PlanTie> ties, Stage stage = Stage.Train) =>
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

    private static PlanStep Step(VineWork work, Stage stage, StepAction action, string text, DateOnly? due = null) =>
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
