using Gemmifer.Core.Plans;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.Vines;

/// <summary>
/// A young vine that is more than its trunk: headed before, cut back to what comes from below, or broken.
/// </summary>
internal static class YoungRestart
{
    internal static VineOutcome Headed(Survey survey, VineWork work, Stem trunk, double belowMm)
    {
        work.Keep(
            trunk,
            "trunk",
            belowMm <= VineNumbers.Of.NearHead
                ? "It stands at the height of the head."
                : "It ends below the head, but its shoots stand there: it is taken for one. Measure it again."
        );
        var head = YoungPlan.HeadHeight(survey);
        var wires = YoungPlan.Wires(survey);
        var retie = YoungPlan.Retie(work, head, []);
        var vine = survey.Vine!;
        if ((vine.Year ?? 3) >= VineNumbers.Of.FullFrom || work.Parts.Tree.Stems.Any(s => s.Role == StemRole.Arm))
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
                Timeline = YoungPlan.Timeline(
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

        return YoungPlan.Outcome(
            [.. two.Select(s => YoungPlan.Position(work, s, Buds(s)) with { Doubt = InDoubt(s) })],
            3,
            "The two shoots become two spurs of two buds.",
            survey,
            retie,
            YoungPlan.Step(
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

    internal static void TrunkShootsOff(VineWork work)
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
    internal static VineShoot[] Two(VineWork work, IEnumerable<VineShoot> at)
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
                            + (long)(
                                p.First.Stem.Bearing.AngleTo(p.Second.Stem.Bearing)
                                / 180
                                * 1000
                                * VineNumbers.Of.Opposite
                            )
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
    internal static VineOutcome? Restarted(Survey survey, VineWork work, double head, VineShoot[] shoots)
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
            return YoungPlan.Outcome(
                [YoungPlan.Position(work, leader, leader.Buds.Total)],
                1,
                "The top is broken: one straight shoot starts again.",
                survey,
                YoungPlan.Retie(work, head, YoungPlan.Tie(leader, head, work)),
                YoungPlan.FlowersOff(work)
            );
        }

        return null;
    }

    internal static VineOutcome Broken(Survey survey, VineWork work, VineShoot[] shoots)
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
        foreach (var s in alive.Take(YoungPlan.Several))
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

        foreach (var s in alive.Skip(YoungPlan.Several))
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
            [.. alive.Take(YoungPlan.Several).Select(s => YoungPlan.Position(work, s, s.Buds.Total))],
            Timeline: YoungPlan.Timeline(
                1,
                "Broken: several shoots stay, decided next winter.",
                YoungPlan.Wires(survey)
            ),
            Steps:
            [
                YoungPlan.Retie(work, YoungPlan.HeadHeight(survey), []),
                YoungPlan.Step(
                    work,
                    Stage.Return,
                    StepAction.Check,
                    "Decide which of the shoots becomes the trunk, when the break has healed.",
                    next
                ),
            ]
        );
    }
}
