using Gemmifer.Core.Choice;
using Gemmifer.Core.Families.Canes.Climbing;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Training;

namespace Gemmifer.Core.Families.Canes;

/// <summary>Why a cane goes.</summary>
/// <param name="Stage">The stage its step stands in.</param>
internal sealed record Goes(string Rule, Stage Stage, string Text, Provenance Provenance);

/// <summary>Why a cane of the joint choice goes: the first rule that says so.</summary>
internal sealed class WhyGoes(SolvedChoice solved)
{
    /// <summary>The reason of a candidate that goes.</summary>
    public Goes Why(int i) =>
        Stiff(i)
        ?? Rubs(i)
        ?? Thin(i)
        ?? NoPlace(i)
        ?? Unbendable(i)
        ?? LeansOut(i)
        ?? Renewed(i)
        ?? TooManyOld(i)
        ?? Crowds(i)
        ?? ThroughCentre(i)
        ?? Decided(i);

    private Stem StemOf(int i) => solved.Sorted.Candidates[i].Stem;

    private Goes ByValue(Stage stage, string name, string text) =>
        new(name, stage, text, solved.School.Value(name).Provenance);

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

    private Goes? Thin(int i) =>
        StemOf(i).DiameterMm < solved.School.ThinBelowMm
            ? ByValue(
                Stage.Thin,
                "thinBelow",
                $"At {Wording.Thickness(StemOf(i).DiameterMm)} it is thinner than a pencil "
                    + $"({Wording.Thickness(solved.School.ThinBelowMm)}): too weak to carry a flower."
            )
            : null;

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
            solved.School.Value("oldShare").Provenance
        );
    }

    private Goes? TooManyOld(int i) =>
        solved.Sorted.Climber is not null && IsOld(StemOf(i)) && StemOf(i).Pin is null
            ? ByValue(
                Stage.Thin,
                "canesMax",
                $"It is old wood ({StemOf(i).Age} seasons), and there are more canes than this support holds; "
                    + $"{solved.Choice.Limits.MaxKept} are enough."
            )
            : null;

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
    /// What decides where no single rule does: read off the best choice in which it stays. What was not computed is not
    /// said.
    /// </summary>
    private Goes Decided(int i)
    {
        var kept = Enumerable.Range(0, solved.Model.Candidates).Count(j => solved.Chosen(j).Keeps);
        var full = kept >= solved.Choice.Limits.MaxKept;
        var enough = full ? $"{Wording.Count(kept, "cane is", "canes are")} enough. " : "";
        Goes Because(string text) =>
            full
                ? ByValue(Stage.Thin, "canesMax", $"{enough}{text}")
                : new Goes("place", Stage.Thin, text, Provenance.Practice);
        if (solved.Forced(i, true) is not { } other)
        {
            return Because(
                full ? "The others together make the better plant." : "The plant as a whole is better without it."
            );
        }

        CutOption In(int j) => solved.Sorted.Candidates[j].Options[other.Chosen[j]];
        int[] instead = [.. solved.KeptOthers(i).Where(j => !In(j).Keeps)];
        if (instead is [var one])
        {
            return Because($"If it stayed, {StemOf(one).Id} would have to go, and that one {Better(one, i, other)}.");
        }

        if (instead.Length > 1)
        {
            return Because(
                $"If it stayed, {Wording.List([.. instead.Select(j => StemOf(j).Id)])} would have to go instead."
            );
        }

        return Because(Costs(i, other));
    }

    /// <summary>The candidates that go, and stay in another choice.</summary>
    public int[] Instead(int i, ChoiceResult other) =>
        [
            .. Enumerable
                .Range(0, solved.Model.Candidates)
                .Where(j =>
                    j != i && !solved.Chosen(j).Keeps && solved.Sorted.Candidates[j].Options[other.Chosen[j]].Keeps
                ),
        ];

    /// <summary>
    /// By what one that stays is worth more than one that goes: the want with the largest difference.
    /// </summary>
    /// <param name="other">The best choice in which the one that goes stays instead.</param>
    public string Better(int stays, int goes, ChoiceResult other)
    {
        var (a, b) = (StemOf(stays), StemOf(goes));
        var own = Wants(stays, solved.Chosen(stays));
        var its = Wants(goes, solved.Sorted.Candidates[goes].Options[other.Chosen[goes]]);
        var want = own
            .Keys.Union(its.Keys)
            .Select(w => (Want: w, By: own.GetValueOrDefault(w) - its.GetValueOrDefault(w)))
            .Where(x => x.By > 0)
            .OrderByDescending(x => Math.Round(x.By, 6))
            .ThenBy(x => x.Want)
            .Select(x => (Want?)x.Want)
            .FirstOrDefault();
        return want switch
        {
            Want.Thickness when a.DiameterMm > b.DiameterMm => "is thicker",
            Want.Age when a.Age < b.Age => "is younger",
            Want.Bud => "has the better bud to cut to",
            Want.Height => "ends nearer to the height aimed at",
            Want.Centre => "leaves the centre more open",
            _ => "goes better with the rest",
        };
    }

    private Dictionary<Want, double> Wants(int i, CutOption option) =>
        solved
            .Builder.Terms(solved.Sorted.Candidates[i], option)
            .GroupBy(t => t.Want)
            .ToDictionary(g => g.Key, g => g.Sum(t => t.Points));

    /// <summary>What it would cost to keep it beside all the others: the largest loss there is.</summary>
    private string Costs(int i, ChoiceResult other)
    {
        var (stem, model) = (StemOf(i), solved.Model);
        var option = solved.Sorted.Candidates[i].Options[other.Chosen[i]];
        int[] now = [.. Enumerable.Range(0, model.Candidates).Select(solved.Global)];
        int[] then = [.. Enumerable.Range(0, model.Candidates).Select(j => model.First[j] + other.Chosen[j])];
        double Pairs(int[] chosen) =>
            Enumerable
                .Range(0, chosen.Length)
                .Sum(a => Enumerable.Range(0, a).Sum(b => model.PairPoints[chosen[a], chosen[b]] / 1000.0));
        var (others, pairs) = (
            solved.KeptOthers(i).Sum(j => (model.Points[now[j]] - model.Points[then[j]]) / 1000.0),
            Pairs(now) - Pairs(then)
        );
        var worst = Wants(i, option).OrderBy(w => Math.Round(w.Value, 6)).ThenBy(w => w.Key).First();
        var beside = solved
            .KeptOthers(i)
            .Select(j => (StemOf(j).Id, Apart: solved.Apart(i, option, j)))
            .Where(x => x.Apart < ModelBuilder.CloseDeg)
            .OrderBy(x => Math.Round(x.Apart, 3))
            .ThenBy(x => x.Id, StringComparer.Ordinal)
            .Select(x => x.Id)
            .FirstOrDefault();
        return pairs > Math.Max(others, -worst.Value)
            ? beside is null
                ? "It would be in the way of the others."
                : $"It would stand close beside {beside}, and that side is filled."
            : others > -worst.Value
                ? "The others would have to be cut in worse places to make room for it."
                : worst.Key switch
                {
                    Want.Age when stem.Age > 1 =>
                        $"It is {Wording.Seasons(stem.Age)} old, and would bring less than it takes.",
                    Want.Height => $"It would end at {Wording.Mm(option.HeightMm)}, away from the height aimed at.",
                    Want.Bud => "No bud on it where it would be cut faces the right way.",
                    Want.Centre => "It would end in the centre, which is kept open.",
                    _ => "The plant as a whole is better without it.",
                };
    }

    private Goes? ThroughCentre(int i) =>
        solved.School.CentreOpen
        && solved.Survey.Plant.Look == PlantLook.Open
        && StemOf(i).BaseBearing.AngleTo(StemOf(i).Bearing) > 120
            ? ByValue(Stage.Crossing, "centre", "It grows through the centre, which is kept open for light and air.")
            : null;
}
