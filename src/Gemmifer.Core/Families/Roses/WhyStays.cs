using Gemmifer.Core.Buds;
using Gemmifer.Core.Choice;
using Gemmifer.Core.Families.Roses.Climbing;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;

namespace Gemmifer.Core.Families.Roses;

/// <summary>Why a cane of the joint choice stays, and why it is cut where it is.</summary>
internal sealed class WhyStays(SolvedChoice solved, WhyGoes goes)
{
    /// <summary>Why it has its place among the others.</summary>
    private IEnumerable<PlanReason> OfPlace(int i, Stem stem, CutOption option)
    {
        if (solved.Sorted.Climber is { InSeason: true })
        {
            yield return new PlanReason(
                "season",
                "In growth nothing sound comes out: it is weighed in the main prune.",
                Provenance.Practice
            );
        }

        var old = stem.Age >= solved.Survey.Plant.Kind.OldFrom;
        if (
            solved.Sorted.Climber is not { InSeason: true }
            && !option.Sheared
            && stem.Pin is null
            && (option.TakeOver is null || old)
        )
        {
            yield return Earns(i);
        }

        if (stem.Pin is null && solved.ThroughCentreAt(i) is { } crosses)
        {
            yield return new PlanReason(
                "centre",
                option.ToMm <= crosses ? "Cut before it reaches the centre, it grows on from its own side."
                    : option.FromMm <= crosses
                        ? $"Choose a bud below {Wording.Mm(crosses)}: there it has not reached the centre, and "
                            + "grows on from its own side."
                    : "It grows through the centre and is tolerated for what it carries.",
                solved.School.Set.Centre.Provenance
            );
        }
    }

    /// <summary>The reasons of a cane that stays, and of its cut.</summary>
    /// <param name="i">The candidate.</param>
    public IEnumerable<PlanReason> Why(int i)
    {
        var (stem, option) = (solved.Sorted.Candidates[i].Stem, solved.Chosen(i));
        if (option.TakeOver is { } on && SolvedChoice.CarriesOn(stem, option))
        {
            yield return new PlanReason(
                "join",
                $"It is the base that was left for {on.Stem.Id}, which is the cane now.",
                Provenance.Practice
            );
            yield break;
        }

        foreach (var reason in OfPlace(i, stem, option))
        {
            yield return reason;
        }

        if (option.TakeOver is { } over)
        {
            yield return new PlanReason(
                "join",
                $"{over.Stem.Id}, {Wording.Thickness(over.Stem.DiameterMm)} thick and {Wording.Seasons(over.Stem.Age)} "
                    + $"old, {(Past(stem, over.Stem) ? "has grown past this top and " : "")}takes over; "
                    + "what is above it "
                    + "goes.",
                Provenance.Practice
            );
            yield break;
        }

        if (option.Sheared)
        {
            yield return new PlanReason(
                "cut",
                $"Sheared with the rest at {Wording.Mm(solved.Sorted.Shoots.Options.ShearHeightMm)} above the crown.",
                solved.School.Set.Cut.Provenance
            );
            yield break;
        }

        if (OfWay(option) is { } way)
        {
            yield return way;
        }

        if (option.Laid?.RoomMm is { } room)
        {
            yield return new PlanReason(
                "fit",
                $"Its place on the support holds {Wording.Mm(room)} of it: what is longer comes off, above a bud.",
                Provenance.Practice
            );
        }
        else if (option.Kind == OptionKind.Whole && ShootPruning.Sick(solved.Sorted.Candidates[i].Finding))
        {
            // It stays because somebody asked: what is wrong with it asks for a cut all the same.
            yield break;
        }
        else if (option.Kind == OptionKind.Whole)
        {
            yield return new PlanReason(
                "height",
                !solved.School.Set.HeightMax.Limited || option.HeightMm > solved.School.HeightMaxMm
                    ? "Nothing asks for a cut here: it keeps its length."
                    : "Its tip is not above the height aimed at, so it needs no cut.",
                solved.School.Set.HeightMax.Provenance
            );
            yield break;
        }

        if (option.Bud is { } bud && OfBud(stem, option, bud) is { } why)
        {
            yield return why;
        }

        if (stem.Pin is not Pin.CutAt && solved.Sorted.Climber is null)
        {
            yield return WhyThere(option);
        }
    }

    /// <summary>What the school has done with every cane of a climber.</summary>
    private PlanReason? OfWay(CutOption option) =>
        solved.Sorted.Climber is not { InSeason: false }
        || option is { Kind: not OptionKind.Cut } or { TakeOver: not null }
            ? null
            : solved.School.Climber switch
            {
                ClimberWay.Halve => new PlanReason(
                    "climber",
                    "Every cane keeps about half of its length.",
                    solved.School.Set.Climber.Provenance
                ),
                ClimberWay.Restart => new PlanReason(
                    "climber",
                    ClimberRules.Doubtful(solved.Survey)
                        ? "The first of two winters: every cane loses a third of its length."
                        : "It starts again low: every cane keeps a third of its length.",
                    solved.School.Set.Climber.Provenance
                ),
                _ => null,
            };

    /// <summary>Whether a side stem reaches higher than the stem it stands on.</summary>
    private bool Past(Stem stem, Stem young) =>
        solved.Tree.Axis(young).At(young.LengthMm).Z > solved.Tree.Axis(stem).At(stem.LengthMm).Z;

    private PlanReason? OfBud(Stem stem, CutOption option, TargetBud bud)
    {
        if (bud.AtScar)
        {
            return new PlanReason(
                "scar",
                "No bud in sight serves here. Latent buds sit on either side of an old scar and will break.",
                Provenance.Practice
            );
        }

        if (bud.Facing is not { } faces || !solved.School.BudOutward)
        {
            return null;
        }

        var towards = Wording.Clock(faces);
        return solved.Builder.FillsGap(option) is { } gap
            ? new PlanReason(
                "gap",
                $"The bud faces {towards} on purpose: "
                    + $"no cane stands towards {Wording.Clock(gap)}, and its shoot fills that side.",
                Provenance.Practice
            )
            : new PlanReason(
                "bud",
                bud.Known switch
                {
                    BudKnowledge.Seen => $"The bud faces {towards}; {Facing(stem, option, faces)}.",
                    BudKnowledge.Likely => $"A bud facing about {towards} is likely here; "
                        + $"{Facing(stem, option, faces)}.",
                    BudKnowledge.LookFor => "Nobody looked at its buds yet: choose one that faces "
                        + $"{(solved.School.BudUpward ? "up and out" : "out")}, {towards}.",
                },
                solved.School.Set.Bud.Provenance
            );
    }

    /// <summary>
    /// What it is worth to the plant: read off the best choice in which it goes. Where that was not computed, what can
    /// be seen of it is said and no more.
    /// </summary>
    private PlanReason Earns(int i)
    {
        var stem = solved.Sorted.Candidates[i].Stem;
        var old = stem.Age >= solved.Survey.Plant.Kind.OldFrom;
        var what = old
            ? $"Old wood ({stem.Age} seasons)"
            : $"{Wording.Thickness(stem.DiameterMm)} thick and {Wording.Seasons(stem.Age)} old";
        var provenance = old ? solved.School.Set.OldShare.Provenance : Provenance.Practice;
        if (solved.Sorted.Candidates[i].Strongest)
        {
            return new PlanReason("strong", $"{what}, the strongest young cane: it stays.", provenance);
        }

        if (solved.Options(i).All(o => solved.Model.Keeps[o]))
        {
            return new PlanReason(
                "strong",
                solved.Tree.HoldsPinned(stem) ? $"{what}: what you asked to stay grows on it."
                    : solved.Survey.Plant.Kind.FlowersOn == FlowerWood.LastYear
                        ? $"{what}: it grew this summer, and flowers next year."
                    : $"{what}: what is wrong with it asks for no more.",
                provenance
            );
        }

        var next = solved.Successor(i) is { } id ? $" {id} is to take its place one day." : "";
        var without =
            solved.Forced(i, false) is { } other
                ? goes.Instead(i, other) switch
                {
                    [] => $"{what}: if it went, nothing would take its place.",
                    [var one] => $"{what}. If it went, {solved.Sorted.Candidates[one].Stem.Id} would stay instead, and "
                        + $"this one {goes.Better(i, one, other)}.",
                    var more => $"{what}. If it went, "
                        + $"{Wording.List([.. more.Select(j => solved.Sorted.Candidates[j].Stem.Id)])} would stay "
                        + "instead.",
                }
            : solved.InTheWay(i, false) is { } must ? $"{what}: {Needed(must)}."
            : old ? $"{what} that stays for now."
            : $"{what}: wood that carries flowers.";
        return new PlanReason(
            !old ? "strong"
                : solved.Sorted.Climber is { Successors.IsEmpty: true } ? "no-successor"
                : "old-kept",
            $"{without}{next}",
            provenance
        );
    }

    /// <summary>The limit that keeps a cane from going.</summary>
    private string Needed(Must must) =>
        must switch
        {
            Must.FewestCanes =>
                $"without it, fewer than {Wording.Count(solved.Choice.Limits.MinKept, "cane", "canes")} would be left",
            Must.RenewalShare when solved.Sorted.Climber is { Successors.IsEmpty: true } =>
                "no young cane from the base can take its place yet",
            Must.RenewalShare => "no more old wood may go at once",
            Must.RemovalCap => "if it went, more would come off than the plant can spare",
            Must.Spacing => "if it went, ends too close to each other would have to stay",
            Must.Level => "if it went, ends at heights too unlike would have to stay",
            Must.CaneCount => "if it went, too many others would have to stay",
        };

    /// <summary>
    /// Why the cut stands as high as it does: within the heights of the school, or what keeps it out of them.
    /// </summary>
    private PlanReason WhyThere(CutOption option)
    {
        PlanReason Because(string name, string text) =>
            new(name == "removeShareWeak" ? name : "height", text, solved.School.Values[name].Provenance);
        var stands =
            $"The cut stands {Wording.Mm(option.HeightMm)} "
            + $"{(solved.Survey.Plant.Kind.Hangs ? "out along the cane" : "above the crown")}";
        if (option.HeightMm > solved.School.HeightMaxMm + 1)
        {
            return solved.Survey.Plant.Vigour == Vigour.Weak
                ? Because(
                    "removeShareWeak",
                    "A weak plant keeps about two thirds of its wood, so this cut is higher than the usual "
                        + $"{Wording.Mm(solved.School.HeightMaxMm)}."
                )
                : Because(
                    "heightMax",
                    $"{stands}, higher than the usual {Wording.Mm(solved.School.HeightMaxMm)}, so that what is to "
                        + "stay on it "
                        + "can."
                );
        }

        return option.HeightMm < solved.School.HeightMinMm - 1
            ? Because(
                "heightMin",
                $"{stands}, lower than the usual {Wording.Mm(solved.School.HeightMinMm)}: nothing higher on it serves."
            )
            : Because(
                "heightMin",
                solved.School.Set.HeightMax.Limited
                    ? $"{stands}, within {Wording.Mm(solved.School.HeightMinMm)} to "
                        + $"{Wording.Mm(solved.School.HeightMaxMm)}."
                    : $"{stands}."
            );
    }

    private static string Facing(Stem stem, CutOption option, Bearing faces)
    {
        var off = faces.AngleTo(StemTree.Outward(stem, option.Place));
        return off <= TradeNumbers.Of.OutwardBud ? "its shoot grows outward"
            : off <= TradeNumbers.Of.Sideways ? "its shoot grows sideways"
            : "it was the best to be had in this place";
    }
}
