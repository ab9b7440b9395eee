using Gemmifer.Core.Choice;
using Gemmifer.Core.Families.Roses.Climbing;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Training;

namespace Gemmifer.Core.Families.Roses;

/// <summary>Why a cane goes.</summary>
/// <param name="Stage">The stage its step stands in.</param>
internal sealed record Goes(string Rule, Stage Stage, string Text, Provenance Provenance);

/// <summary>
/// Why a cane of the joint choice goes: because there is no way for it to stay, or what decides against the best choice
/// in which it stays.
/// </summary>
internal sealed class WhyGoes(SolvedChoice solved)
{
    /// <summary>The reason of a candidate that goes.</summary>
    public Goes Why(int i) =>
        Stiff(i)
        ?? NoPlace(i)
        ?? (
            solved.Forced(i, true) is { } other ? Decided(i, other, new Comparison(solved, other, i))
            : solved.InTheWay(i, true) is { } must ? Limited(i, must)
            : Unproved(i)
        );

    private Stem StemOf(int i) => solved.Sorted.Candidates[i].Stem;

    private Goes ByValue(Stage stage, string name, string text) =>
        new(name, stage, text, solved.School.Values[name].Provenance);

    private Goes? Stiff(int i) =>
        solved.Sorted.Climber?.Stiff.Contains(StemOf(i).Id) == true && StemOf(i).Pin is null
            ? new Goes(
                "forward",
                Stage.Crossing,
                "It points straight forward and is too stiff to be pulled back and tied.",
                Provenance.Practice
            )
            : null;

    private Goes? Rubs(int i)
    {
        var stem = StemOf(i);
        string[] rubs =
        [
            .. solved
                .KeptOthers(i)
                .Select(StemOf)
                .Where(o => stem.Rubs.Contains(o.Id) || o.Rubs.Contains(stem.Id))
                .Select(o => o.Id),
        ];
        return rubs.Length == 0
            ? null
            : new Goes(
                "rub",
                Stage.Crossing,
                $"It rubs on {Wording.List(rubs)}, which {(rubs.Length == 1 ? "stays" : "stay")}.",
                Provenance.Practice
            );
    }

    private Goes? Thin(int i)
    {
        var (mm, limit) = (StemOf(i).DiameterMm, solved.School.ThinBelowMm);
        return mm < limit
                ? ByValue(
                    Stage.Thin,
                    "thinBelow",
                    $"At {Wording.Thickness(mm)} it is thinner than a pencil ({Wording.Thickness(limit)}): too weak to "
                        + "carry a flower."
                )
            : OptionTerms.ThinShare(StemOf(i), solved.School) > 0
                ? ByValue(
                    Stage.Thin,
                    "thinBelow",
                    $"At {Wording.Thickness(mm)} it is hardly thicker than a pencil ({Wording.Thickness(limit)}): it "
                        + "is not sure that it carries a flower."
                )
            : null;
    }

    private Goes? NoPlace(int i) =>
        solved.Sorted.Candidates[i].Options.All(o => !o.Keeps) && StemOf(i).Pin is null
            ? solved.Sorted.Shoots.Options.KeepOutLimit(solved.Tree.Axis(StemOf(i))) < StemOf(i).LengthMm
                ? new Goes(
                    "keep-out",
                    Stage.Shorten,
                    "No bud on it stands clear of where nothing may grow.",
                    Provenance.User
                )
                : new Goes("no-place", Stage.Thin, "No place on it serves for a cut.", Provenance.Practice)
            : null;

    private Goes? LeansOut(int i)
    {
        var stem = StemOf(i);
        return
            stem.Pin is null
            && solved.Sorted.Shoots.Options.KeepOutLimit(solved.Tree.Axis(stem)) < stem.LengthMm
            && solved.Sorted.Candidates[i].Options.Where(o => o.Keeps).All(o => o.HeightMm < solved.School.HeightMinMm)
            ? new Goes(
                "keep-out",
                Stage.Crossing,
                "It leans into where nothing may stand "
                    + $"({Wording.List([.. solved.Survey.KeepOut.Select(z => z.Name)])}); "
                    + "cut clear of it, too little would be left.",
                Provenance.User
            )
            : null;
    }

    /// <summary>A cane that can be bent to no line of its support.</summary>
    private Goes? Unbendable(int i)
    {
        var laid = solved.Sorted.Candidates[i].Options.Where(o => o.Laid is not null).Select(o => o.Laid!).ToArray();
        return
            laid.Length > 0
            && StemOf(i).Pin is null
            && !IsOld(StemOf(i))
            && laid.All(l => l is { Line: null, HalfWay: null, Path: CanePath.TooStiff })
            ? new Goes(
                "bend",
                Stage.Thin,
                $"It can be laid nowhere: {TrainingWords.TooTight(laid[0].Path!, StemOf(i))}.",
                Provenance.Practice
            )
            : null;
    }

    private bool IsOld(Stem stem) => stem.Age >= solved.Survey.Plant.Kind.OldFrom;

    private Goes? Renewed(int i)
    {
        var stem = StemOf(i);
        if (!IsOld(stem) || solved.Successor(i) is not { } young)
        {
            return null;
        }

        var past = solved.Survey.Plant.Kind is { Climbs: true, FlowersOn: FlowerWood.LastYear }
            ? "It has flowered and is spent"
            : $"It is old wood ({stem.Age} seasons){(stem.Has(Sign.Unproductive) ? " that no longer flowers" : "")}";
        return new Goes(
            "renewal",
            Stage.Thin,
            $"{past}, and {young} can take its place.",
            solved.School.Set.OldShare.Provenance
        );
    }

    private Goes? Crowds(int i)
    {
        string[] names =
        [
            .. solved
                .KeptOthers(i)
                .Where(j =>
                    solved
                        .Options(i)
                        .All(o => !solved.Model.Keeps[o] || solved.Model.SpacingShortMm[o, solved.Global(j)] > 0)
                )
                .Select(j => StemOf(j).Id),
        ];
        return names.Length == 0
            ? null
            : ByValue(
                Stage.Thin,
                "spacing",
                $"Its end would stand closer than {Wording.Mm(solved.School.SpacingMm)} to {Wording.List(names)}: "
                    + "the new shoots would crowd."
            );
    }

    /// <summary>
    /// Where the best choice with it was not found: what can be seen of it, and no more.
    /// </summary>
    private Goes Unproved(int i) =>
        Rubs(i) ?? Thin(i) ?? LeansOut(i) ?? Renewed(i) ?? Crowds(i) ?? ThroughCentre(i) ?? Whole();

    private Goes Whole() => Because("The others together make the better plant.");

    private int Kept => Enumerable.Range(0, solved.Model.Candidates).Count(j => solved.Chosen(j).Keeps);

    private string Enough => $"{Wording.Count(Kept, "cane is", "canes are")} enough.";

    private Goes Because(string text) =>
        Kept >= solved.Choice.Limits.MaxKept
            ? ByValue(Stage.Thin, "canesMax", $"{Enough} {text}")
            : new Goes("place", Stage.Thin, text, Provenance.Practice);

    /// <summary>What decides against the best choice in which it stays.</summary>
    private Goes Decided(int i, OtherChoice other, Comparison compared) =>
        compared.Decider switch
        {
            { What: Difference.Own, Want: var want } => OfItsOwn(i, other, want),
            { What: Difference.Rubs } => Rubs(i) ?? Whole(),
            { What: Difference.Touch, With: { } j } => new Goes(
                "touch",
                Stage.Crossing,
                $"It would touch {StemOf(j).Id} in the wind, and that one stays.",
                Provenance.Practice
            ),
            { What: Difference.Close, With: { } j } => new Goes(
                "place",
                Stage.Thin,
                other.Of(i).Laid?.Line is not null && other.Of(j).Laid?.Line is not null
                    ? $"It would be tied close beside {StemOf(j).Id}, and that place is filled."
                    : $"It would stand close beside {StemOf(j).Id}, and that side is filled.",
                Provenance.Practice
            ),
            { What: Difference.Level, With: { } j } => new Goes(
                "level",
                Stage.Thin,
                $"It would end far {(other.Of(i).HeightMm > other.Of(j).HeightMm ? "above" : "below")} "
                    + $"{StemOf(j).Id}, out of level with it.",
                Provenance.Practice
            ),
            { What: Difference.Gap } => Whole(),
            { What: Difference.Instead } => Swapped(i, other, compared.Instead),
            { What: Difference.Others } => Because(
                solved.Sorted.Lines.IsEmpty
                    ? "The others would have to be cut in worse places to make room for it."
                    : "The others would have to be laid in worse places to make room for it."
            ),
            _ => Whole(),
        };

    private Goes Swapped(int i, OtherChoice other, int[] instead)
    {
        var names = Wording.List([.. instead.Select(j => StemOf(j).Id)]);
        var want = instead is [var first] ? BetterBy(first, i, other) : null;
        var one = instead is [var j] ? $", and that one {Better(j, i, other)}" : "";
        if (want == Want.Thickness && Thin(i) is { } thin)
        {
            return thin;
        }

        if (instead.All(k => StemOf(i).Rubs.Contains(StemOf(k).Id) || StemOf(k).Rubs.Contains(StemOf(i).Id)))
        {
            return new Goes(
                "rub",
                Stage.Crossing,
                $"It rubs on {names}, which {Stay(instead)}{one}.",
                Provenance.Practice
            );
        }

        if (
            solved.Choice.Limits.Spacing
            && instead.All(k =>
                solved
                    .Options(i)
                    .All(o => !solved.Model.Keeps[o] || solved.Model.SpacingShortMm[o, solved.Global(k)] > 0)
            )
        )
        {
            return ByValue(
                Stage.Thin,
                "spacing",
                $"Its end would stand closer than {Wording.Mm(solved.School.SpacingMm)} to {names}{one}."
            );
        }

        var own = want switch
        {
            Want.Age or Want.Other => Renewed(i),
            Want.Centre => ThroughCentre(i),
            _ => null,
        };
        return own
            ?? Because(
                instead.Length == 1
                    ? $"If it stayed, {names} would have to go{one}."
                    : $"If it stayed, {names} would have to go instead."
            );
    }

    private static string Stay(int[] canes) => canes.Length == 1 ? "stays" : "stay";

    private string Aged(Stem stem) =>
        stem.Has(Sign.Unproductive) && IsOld(stem)
            ? $"It is {Wording.Seasons(stem.Age)} old and no longer flowers."
            : $"It is {Wording.Seasons(stem.Age)} old, and would bring less than it takes.";

    private Goes OfItsOwn(int i, OtherChoice other, Want? want)
    {
        var (stem, option) = (StemOf(i), other.Of(i));
        return want switch
        {
            Want.Thickness => Thin(i)
                ?? new Goes("thin", Stage.Thin, "It is spindly: too weak to carry flowers.", Provenance.Practice),
            Want.Age => Renewed(i) ?? Because(Aged(stem)),
            Want.Other => Renewed(i),
            Want.Named => Because("Last winter's plan named it to go next."),
            Want.Height => LeansOut(i)
                ?? Because($"It would end at {Wording.Mm(option.HeightMm)}, away from the height aimed at."),
            Want.Bud => Because("No bud on it where it would be cut faces the right way."),
            Want.Centre => ThroughCentre(i) ?? Because("It would end in the centre, which is kept open."),
            Want.Place => Unbendable(i)
                ?? Because(
                    option.Laid is { Line: null, HalfWay: null }
                        ? "At best it could be left loose, and that costs more than its flowers there bring."
                        : "Laid where there is room, its bend and what is cut off cost more than its flowers bring."
                ),
            Want.Keep or null => null,
        } ?? Whole();
    }

    /// <summary>Which limit leaves no room for it.</summary>
    private Goes Limited(int i, Must must) =>
        must switch
        {
            Must.CaneCount => ByValue(Stage.Thin, "canesMax", $"{Enough} The others have to stay."),
            Must.Spacing => Crowds(i)
                ?? ByValue(
                    Stage.Thin,
                    "spacing",
                    $"With it, ends closer than {Wording.Mm(solved.School.SpacingMm)} to each other would have to stay."
                ),
            Must.Level => new Goes(
                "level",
                Stage.Thin,
                "With it, ends at heights too unlike would have to stay.",
                Provenance.Practice
            ),
            Must.RemovalCap => ByValue(
                Stage.Thin,
                solved.Survey.Plant.Vigour == Plants.Vigour.Weak ? "removeShareWeak" : "removeShare",
                "With it, more of the others would have to come off than the plant can spare."
            ),
            Must.RenewalShare => ByValue(
                Stage.Thin,
                "oldShare",
                "With it, more old wood would have to go than may in one winter."
            ),
            Must.FewestCanes => ByValue(
                Stage.Thin,
                "canesMin",
                $"With it, fewer than {Wording.Count(solved.Choice.Limits.MinKept, "cane", "canes")} could stay."
            ),
        };

    /// <summary>The candidates that go, and stay in another choice.</summary>
    public int[] Instead(int i, OtherChoice other) =>
        [
            .. Enumerable
                .Range(0, solved.Model.Candidates)
                .Where(j => j != i && !solved.Chosen(j).Keeps && other.Of(j).Keeps),
        ];

    /// <summary>
    /// By what one that stays is worth more than one that goes: the want with the largest difference.
    /// </summary>
    /// <param name="other">The best choice in which the one that goes stays instead.</param>
    public string Better(int stays, int goes, OtherChoice other)
    {
        var (a, b) = (StemOf(stays), StemOf(goes));
        return BetterBy(stays, goes, other) switch
        {
            Want.Thickness when a.DiameterMm > b.DiameterMm => "is thicker",
            Want.Age when a.Age < b.Age => "is younger",
            Want.Age when a.Has(Sign.Productive) && IsOld(a) => "still flowers well",
            Want.Age when b.Has(Sign.Unproductive) && IsOld(b) => "still flowers",
            Want.Bud => "has the better bud to cut to",
            Want.Height => "ends nearer to the height aimed at",
            Want.Centre => "leaves the centre more open",
            Want.Place => "will do more where it is tied",
            Want.Named when a.Named == Named.Successor => "was named last winter to take over",
            Want.Named when b.Named == Named.Next => "was not named last winter to go next",
            null => "goes better with the rest",
            _ => "is worth more by itself",
        };
    }

    private Want? BetterBy(int stays, int goes, OtherChoice other)
    {
        var own = Wants(solved, stays, solved.Sorted.Candidates[stays].Options[solved.Choice.Result.Chosen[stays]]);
        var its = Wants(other.Way, goes, other.Of(goes));
        return own
            .Keys.Union(its.Keys)
            .Select(w => (Want: w, By: own.GetValueOrDefault(w) - its.GetValueOrDefault(w)))
            .Where(x => x.By > 0)
            .OrderByDescending(x => Math.Round(x.By, 6))
            .ThenBy(x => x.Want)
            .Select(x => (Want?)x.Want)
            .FirstOrDefault();
    }

    private static Dictionary<Want, double> Wants(SolvedChoice way, int i, CutOption option) =>
        way
            .Builder.Terms(way.Sorted.Candidates[i], option)
            .GroupBy(t => t.Want)
            .ToDictionary(g => g.Key, g => g.Sum(t => t.Points));

    private Goes? ThroughCentre(int i) =>
        solved.ThroughCentreAt(i) is not null
            ? ByValue(Stage.Crossing, "centre", "It grows through the centre, which is kept open for light and air.")
            : null;
}
