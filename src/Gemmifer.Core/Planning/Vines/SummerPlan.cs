using Gemmifer.Core.Geometry;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Surveys;
using Gemmifer.Core.Training;
using Gemmifer.Core.Vines;

namespace Gemmifer.Core.Planning.Vines;

/// <summary>Summer work on a vine (common practice, no source): shoots laid over the outer wires, tied or left, tipped; trunk and inward shoots off; neighbours apart.</summary>
internal static class SummerPlan
{
    /// <summary>Outer wires of a T-trellis nobody measured: so far from the middle, at this height, mm (assumptions).</summary>
    private const double OuterMm = 600, OuterHeightMm = 1600;

    /// <summary>A shoot that leans less than this across the row may be laid to either side (sine of the bearing; assumption).</summary>
    private const double AcrossLeast = 0.2;

    /// <summary>Decides every shoot.</summary>
    public static VineOutcome Plan(Survey survey, VineWork work)
    {
        var positions = new List<PlanPosition>();
        var young = survey.Vine!.System == VineSystem.Training;
        var most = survey.Vine.SpacingMm / 2;
        foreach (var p in work.Parts.Positions)
        {
            foreach (var s in p.Shoots.Where(s => !work.Has(s.Stem)))
            {
                if (work.Parts.IsTrunkShoot(p) && s.Stem.Pin is null or Pin.Remove)
                {
                    work.Remove(s.Stem, "suckers", "trunk-shoot", "Shoots from the trunk take strength from the head and the arms.", action: "rub-off", tool: Soft(s.Stem) ? "fingers" : "secateurs", text: $"Snap {s.Stem.Id} off the trunk, flush with it.");
                    continue;
                }

                if (s.Stem.Pin is Pin.CutAt or Pin.Remove)
                {
                    Pinned(work, s);
                }
                else if (survey.Vine.System == VineSystem.TTrellis)
                {
                    OnTrellis(survey, work, p, s, most);
                }
                else if (!Apart(work, s.Stem, most, double.PositiveInfinity))
                {
                    work.Keep(s.Stem, "summer", young ? "It stays, tied up as it grows." : "It stays; tuck it in between the wires or tie it up.");
                }

                positions.Add(new PlanPosition(p.Name, s.Stem.Id, 0, false, Wording.Tenth(s.OffMm), null, null, work.Of(s.Stem).Reason.Text, [], Wording.Tenth(p.AlongMm)));
            }
        }

        var steps = new List<PlanStep> { Whole("train", "tie", "Look at every tie and renew what has grown tight; shoots are tied with soft twist tie, never with bare wire.") };
        if (young)
        {
            steps.Add(Whole("count", "rub-off", "Take the flower clusters off: a young vine builds its trunk first."));
        }

        steps.Add(Whole("return", "do", "Walk along again: shoots grow a hand's length a week now.") with { Due = Wording.Day(survey.Date.AddDays(14)) });
        return new VineOutcome(null, 0, 0, positions, Steps: steps, Timeline: young ? YoungPlan.Timeline(Math.Clamp(survey.Vine.Year ?? 1, 1, 5), "Summer: one straight shoot tied up; trunk shoots and flowers off.", survey.Support is { Wires.IsEmpty: false }) : null);

        PlanStep Whole(string stage, string action, string text) => new(0, stage, null, action, null, [], "fingers", false, Wording.Day(survey.Date), null, text);
    }

    private static bool Soft(Stem stem) => stem.Has("soft") || stem.Has("bark.green");

    private static void Pinned(VineWork work, VineShoot s)
    {
        if (s.Stem.Pin is Pin.Remove)
        {
            work.Remove(s.Stem, "count", "pin", "You asked for it to go.", Provenance.User);
        }
        else
        {
            work.ToBuds(s, 0, "count", new PlanReason("pin", "You chose the place of the cut.", Provenance.User), "");
        }
    }

    private static void OnTrellis(Survey survey, VineWork work, VinePosition p, VineShoot s, double most)
    {
        var (stem, start) = (s.Stem, work.Tree.Axis(s.Stem).Start);
        var side = Math.Abs(stem.Bearing.Y) >= AcrossLeast ? Math.Sign(stem.Bearing.Y) : 0;
        var armSide = Math.Abs(start.Y) > 1 ? Math.Sign(start.Y) : 0;
        var misplaced = p.Old is null && stem.Pin is null;
        if (misplaced && armSide != 0 && side == -armSide)
        {
            work.Remove(stem, "crossing", "inward", "It does not come from a spur and grows inward, where it would shade the fruit.", action: "rub-off", tool: Soft(stem) ? "fingers" : "secateurs", flips: "If it can be laid outward, it may stay.");
            return;
        }

        var (n, wire) = Outer(survey, side != 0 ? side : armSide != 0 ? armSide : 1);
        var toWire = Math.Sqrt(Math.Pow(wire.YMm - start.Y, 2) + Math.Pow(wire.HeightMm - start.Z, 2));
        var beyond = survey.School.Value("tipBeyond");
        var end = toWire + beyond.Number;
        if (Apart(work, stem, most, Math.Max(toWire, stem.FruitToMm ?? 0)))
        {
            return;
        }

        var name = $"wire {n}";
        var note = misplaced ? "It does not come from a spur, but can be laid outward. " : "";
        if (stem.LengthMm < toWire)
        {
            work.Keep(stem, "lay", $"{note}It does not reach the outer wire yet: lay it over when it does.");
            return;
        }

        var held = stem.Has("held");
        var lay = held ? "its tendrils hold it already, so leave it" : "tie it there with a soft twist tie";
        IReadOnlyList<PlanTie> ties = held ? [] : [new PlanTie(Wording.Tenth(work.Tree.Axis(stem).At(toWire).X), Wording.Tenth(wire.HeightMm), name, 1, Wording.Tenth(wire.YMm))];
        if (stem.LengthMm > end + 1 && (stem.FruitToMm ?? 0) <= end)
        {
            var soft = Soft(stem);
            work.Set(new VineDecided(stem, "shorten", new PlanReason("tipBeyond", $"{note}It reaches {Wording.Mm(stem.LengthMm - toWire)} beyond the outer wire with no fruit at its end.", beyond.Provenance), "Fruit near its end would keep it whole.", null,
                new VineCut(Wording.Tenth(end), work.Tree.Axis(stem).At(end), "above-bud", null, 0, 0), "count", "tip",
                $"Lay {stem.Id} over {name}, {lay}. {(soft ? "Pinch its tip" : "Cut its tip off")} {Wording.Mm(beyond.Number)} beyond the wire, at {Wording.Mm(end)} along it.", soft ? "fingers" : "secateurs", Buds: 0, LeftMm: end, Ties: [.. ties]));
            return;
        }

        var fruit = stem.LengthMm > end + 1 ? " Fruit hangs at its end, so the tip stays." : "";
        work.Set(new VineDecided(stem, "keep", new PlanReason("lay", $"{note}Laid over the outer wire; {(held ? "its tendrils hold it" : "tied there")}.{fruit}", Provenance.Practice), Stage: held ? "" : "train", Action: held ? "" : "tie",
            Text: held ? "" : $"Lay {stem.Id} over {name} and {lay}.{fruit}", Tool: held ? null : "fingers", Ties: [.. ties]));
    }

    /// <summary>Keeps a shoot out of its neighbour's room along the row: it is cut there where no fruit hangs beyond, or turned back.</summary>
    private static bool Apart(VineWork work, Stem stem, double most, double fruitTo)
    {
        var axis = work.Tree.Axis(stem);
        if (stem.Pin is not null || Math.Abs(axis.At(stem.LengthMm).X) <= most)
        {
            return false;
        }

        double low = 0, high = stem.LengthMm;
        for (var i = 0; i < 60; i++)
        {
            var middle = (low + high) / 2;
            (low, high) = Math.Abs(axis.At(middle).X) <= most ? (middle, high) : (low, middle);
        }

        if (double.IsPositiveInfinity(fruitTo) || fruitTo > low || low < 50)
        {
            work.Set(new VineDecided(stem, "keep", new PlanReason("neighbours", "It grows into the next vine: turn it back and tie it.", Provenance.Practice), Stage: "train", Action: "tie", Text: $"Turn {stem.Id} back from the next vine and tie it.", Tool: "fingers"));
            return true;
        }

        work.Set(new VineDecided(stem, "shorten", new PlanReason("neighbours", "It grows into the next vine; neighbours are kept apart.", Provenance.Practice), null, null,
            new VineCut(Wording.Tenth(low), axis.At(low), "above-bud", null, 0, 0), "count", "tip", $"Tip {stem.Id} at {Wording.Mm(low)}, half way to the next vine.", Soft(stem) ? "fingers" : "secateurs", LeftMm: low));
        return true;
    }

    private static (int N, Wire Wire) Outer(Survey survey, int side)
    {
        var wires = survey.Support?.Wires ?? [];
        var own = wires.Select((w, i) => (N: i + 1, Wire: w)).Where(w => Math.Sign(w.Wire.YMm) == side).OrderByDescending(w => Math.Abs(w.Wire.YMm)).ThenBy(w => w.N).FirstOrDefault();
        return own.Wire is null ? (side < 0 ? 1 : 4, new Wire(OuterHeightMm, side * OuterMm)) : own;
    }
}
