using Gemmifer.Core.Buds;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.Vines;

/// <summary>
/// The visit after bud break: spurs on which one bud more was left are cut to those that grow well; what does not show
/// yet stays
/// (common practice, no source).
/// </summary>
internal static class SecondPlan
{
    /// <summary>Decides every shoot from what its buds did.</summary>
    public static VineOutcome Plan(Survey survey, VineWork work)
    {
        var wanted = (int)survey.School.Set.SpurBuds.Number;
        var positions = new List<PlanPosition>();
        foreach (var p in work.Parts.Positions)
        {
            foreach (var s in p.Shoots)
            {
                if (work.Parts.IsTrunkShoot(p) && s.Stem.Pin is null or Pin.Remove)
                {
                    work.Remove(
                        s.Stem,
                        Stage.Suckers,
                        new PlanReason(
                            "trunk-shoot",
                            "Shoots from the trunk take strength from the head and the arms.",
                            Provenance.Practice
                        ),
                        by: new Handwork(
                            Text: $"Snap {s.Stem.Id} off the trunk while it is short.",
                            Action: StepAction.RubOff,
                            Tool: Tool.Fingers
                        )
                    );
                    continue;
                }

                if (!work.Has(s.Stem))
                {
                    Decide(work, p, s, wanted);
                }

                positions.Add(
                    new PlanPosition(
                        p.Name,
                        s.Stem.Id,
                        work.Of(s.Stem).Buds,
                        false,
                        Wording.Tenth(s.OffMm),
                        null,
                        null,
                        work.Of(s.Stem).Reason.Text,
                        [
                            .. Grown(s.Stem)
                                .Take(Math.Max(0, work.Of(s.Stem).Buds))
                                .Select(b => SpurPlaces.Mark(work, s.Stem, b.AlongMm)),
                        ],
                        Wording.Tenth(p.AlongMm)
                    )
                );
            }
        }

        return new VineOutcome(null, 0, 0, positions, Steps: [Doubles(survey)]);
    }

    private static Bud[] Counted(Stem stem) =>
        [
            .. stem
                .Buds.Where(b => b.State != BudState.Basal && b.AlongMm <= StemTree.LiveLength(stem))
                .OrderBy(b => b.AlongMm),
        ];

    private static Bud[] Grown(Stem stem) =>
        [.. Counted(stem).Where(b => b.State is BudState.Swelling or BudState.Shooting or BudState.Flower)];

    private static void Decide(VineWork work, VinePosition p, VineShoot s, int wanted)
    {
        var (stem, counted, grown) = (s.Stem, Counted(s.Stem), Grown(s.Stem));
        if (stem.Pin is Pin.CutAt)
        {
            work.ToBuds(
                s,
                wanted,
                Stage.Count,
                new PlanReason("pin", "You chose the place of the cut.", Provenance.User),
                ""
            );
            return;
        }

        if (counted.Length == 0)
        {
            work.Set(
                new VineDecided(
                    stem,
                    Decision.Check,
                    new PlanReason("second-visit", "Nobody noted yet which of its buds grow.", Provenance.Practice),
                    Stage: Stage.Count,
                    Action: StepAction.Check,
                    Text: $"{p.Name}: look which buds of {stem.Id} grow, and note it.",
                    Buds: s.Buds.Total
                )
            );
            return;
        }

        if (grown.Length < wanted)
        {
            work.Keep(
                stem,
                "second-visit",
                grown.Length == 0
                    ? "None of its buds grows yet: it stays as it is."
                    : $"{Wording.Capital(Wording.Buds(grown.Length))} of {counted.Length} "
                        + $"{(grown.Length == 1 ? "grows" : "grow")}: nothing comes off."
            );
            work.Change(
                work.Of(stem) with
                {
                    Buds = counted.Length - counted.Count(b => b.State is BudState.Blind or BudState.Damaged),
                }
            );
            return;
        }

        ToTop(work, p, stem, counted, grown, wanted);
    }

    /// <summary>Back to the highest shoot that is wanted, where there is more above it.</summary>
    private static void ToTop(VineWork work, VinePosition p, Stem stem, Bud[] counted, Bud[] grown, int wanted)
    {
        var top = grown[wanted - 1];
        var above = counted.Count(b => b.AlongMm > top.AlongMm);
        if (above == 0)
        {
            work.Keep(stem, "second-visit", $"The {Wording.Buds(wanted)} it has grow: nothing comes off.");
            work.Change(work.Of(stem) with { Buds = wanted });
            return;
        }

        var cut = Math.Min(
            top.AlongMm + work.School.ClearanceMm,
            (top.AlongMm + counted.First(b => b.AlongMm > top.AlongMm).AlongMm) / 2
        );
        work.Set(
            new VineDecided(
                stem,
                Decision.Shorten,
                new PlanReason(
                    "second-visit",
                    $"{Wording.Capital(Wording.Buds(grown.Length))} {(grown.Length == 1 ? "grows" : "grow")}: "
                        + $"the lowest {wanted} stay, the doubt is over.",
                    Provenance.Practice
                ),
                null,
                VineCut.Of(work.Tree.Axis(stem).At(cut), at =>
                    PlanCut.AboveBud(
                        cut,
                        new PlanBud(Wording.Tenth(top.AlongMm), null, BudKnowledge.Seen, null, null),
                        work.School,
                        at
                    )
                ),
                Stage.Count,
                StepAction.Shorten,
                $"{p.Name}: cut {stem.Id} at {Wording.Mm(cut)}, above the {Wording.Ordinal(wanted)} shoot that grows.",
                ToolRack.For(work.Tree.DiameterAt(stem, cut)),
                Buds: wanted,
                LeftMm: cut
            )
        );
    }

    private static PlanStep Doubles(Survey survey) =>
        new()
        {
            Stage = Stage.Count,
            Action = StepAction.RubOff,
            Tool = Tool.Fingers,
            Due = survey.Date,
            Text = "Where two shoots come from one bud, rub off the weaker one. Snap off what grows on the trunk.",
        };
}
