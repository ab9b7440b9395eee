using Gemmifer.Core.Plans;
using Gemmifer.Core.Plants;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;

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
        ?? LeansOut(i)
        ?? Renewed(i)
        ?? TooManyOld(i)
        ?? Crowds(i)
        ?? TooMany()
        ?? ThroughCentre(i)
        ?? new Goes(
            "place",
            Stage.Thin,
            "Beside the canes that stay it is the weaker, older or worse placed one.",
            Provenance.Practice
        );

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
                $"It rubs on {Wording.List(rubs)}, the better cane of the two.",
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

    private Goes? TooMany() =>
        Enumerable.Range(0, solved.Model.Candidates).Count(j => solved.Chosen(j).Keeps) >= solved.Choice.Limits.MaxKept
            ? ByValue(
                Stage.Thin,
                "canesMax",
                $"{solved.Choice.Limits.MaxKept} canes are enough, and those that stay are thicker, younger or "
                    + "better placed."
            )
            : null;

    private Goes? ThroughCentre(int i) =>
        solved.School.CentreOpen
        && solved.Survey.Plant.Look == PlantLook.Open
        && StemOf(i).BaseBearing.AngleTo(StemOf(i).Bearing) > 120
            ? ByValue(Stage.Crossing, "centre", "It grows through the centre, which is kept open for light and air.")
            : null;
}
