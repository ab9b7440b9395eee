using System.Collections.Immutable;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Schools;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Supports;
using Gemmifer.Core.Surveys;

namespace Gemmifer.Core.Families.Vines;

/// <summary>
/// Summer work on a vine (common practice, no source): shoots laid over the outer wires, tied or left, tipped; trunk
/// and inward shoots off; neighbours apart.
/// </summary>
internal static class SummerPlan
{
    /// <summary>Decides every shoot.</summary>
    public static VineOutcome Plan(Survey survey, VineWork work)
    {
        var positions = new List<PlanPosition>();
        var vine = survey.Vine!;
        var young = vine.System == VineSystem.Training;
        var most = vine.SpacingMm / 2;
        foreach (var p in work.Parts.Positions)
        {
            foreach (var s in p.Shoots.Where(s => !work.Has(s.Stem)))
            {
                if (work.Parts.IsTrunkShoot(p) && s.Stem.Pin is null or Pin.Remove)
                {
                    SnapOff(work, s.Stem);
                    continue;
                }

                if (s.Stem.Pin is Pin.CutAt or Pin.Remove)
                {
                    Pinned(work, s);
                }
                else if (vine.System == VineSystem.TTrellis)
                {
                    OnTrellis(survey, work, p, s, most);
                }
                else if (!Apart(work, s.Stem, most, double.PositiveInfinity))
                {
                    work.Keep(
                        s.Stem,
                        "summer",
                        young
                            ? "It stays, tied up as it grows."
                            : "It stays; tuck it in between the wires or tie it up."
                    );
                }

                positions.Add(
                    new PlanPosition(
                        p.Name,
                        s.Stem.Id,
                        0,
                        false,
                        Wording.Tenth(s.OffMm),
                        null,
                        null,
                        work.Of(s.Stem).Reason.Text,
                        [],
                        Wording.Tenth(p.AlongMm)
                    )
                );
            }
        }

        return new VineOutcome(
            null,
            0,
            0,
            positions,
            Steps: [.. Steps(survey, young)],
            Timeline: young
                ? YoungPlan.Timeline(
                    Math.Clamp(vine.Year ?? 1, 1, 5),
                    "Summer: one straight shoot tied up; trunk shoots and flowers off.",
                    survey.Support is { Wires.IsEmpty: false }
                )
                : null
        );
    }

    private static void SnapOff(VineWork work, Stem stem) =>
        work.Remove(
            stem,
            Stage.Suckers,
            new PlanReason(
                "trunk-shoot",
                "Shoots from the trunk take strength from the head and the arms.",
                Provenance.Practice
            ),
            by: new Handwork(
                Text: $"Snap {stem.Id} off the trunk, flush with it.",
                Action: StepAction.RubOff,
                Tool: Soft(stem) ? Tool.Fingers : Tool.Secateurs
            )
        );

    private static IEnumerable<PlanStep> Steps(Survey survey, bool young)
    {
        yield return Whole(
            Stage.Train,
            StepAction.Tie,
            "Look at every tie and renew what has grown tight; shoots are tied with soft twist tie, never with bare "
                + "wire."
        );
        if (young)
        {
            yield return Whole(
                Stage.Count,
                StepAction.RubOff,
                "Take the flower clusters off: a young vine builds its trunk first."
            );
        }

        yield return Whole(
            Stage.Return,
            StepAction.Do,
            "Walk along again: shoots grow a hand's length a week now."
        ) with
        {
            Due = survey.Worked.AddDays(VineNumbers.Of.WalkDays),
        };

        PlanStep Whole(Stage stage, StepAction action, string text) =>
            new()
            {
                Stage = stage,
                Action = action,
                Tool = Tool.Fingers,
                Due = survey.Date,
                Text = text,
            };
    }

    private static bool Soft(Stem stem) => stem.Has(Sign.Soft) || stem.Has(Sign.BarkGreen);

    private static void Pinned(VineWork work, VineShoot s)
    {
        if (s.Stem.Pin is Pin.Remove)
        {
            work.Remove(s.Stem, Stage.Count, GardenersWord.Reason(new Pin.Remove()));
        }
        else
        {
            work.ToBuds(
                s,
                0,
                Stage.Count,
                new PlanReason("pin", "You chose the place of the cut.", Provenance.User),
                ""
            );
        }
    }

    private static void OnTrellis(Survey survey, VineWork work, VinePosition p, VineShoot s, double most)
    {
        var (stem, start) = (s.Stem, work.Tree.Axis(s.Stem).Start);
        var (side, armSide) = (Across(stem), SideOf(work, p));
        var misplaced = p.Old is null && stem.Pin is null;
        if (misplaced && armSide != 0 && side == -armSide)
        {
            work.Remove(
                stem,
                Stage.Crossing,
                new PlanReason(
                    "inward",
                    "It does not come from a spur and grows inward, where it would shade the fruit.",
                    Provenance.Practice
                ),
                by: new Handwork(Action: StepAction.RubOff, Tool: Soft(stem) ? Tool.Fingers : Tool.Secateurs)
            );
            return;
        }

        var (n, wire) = Outer(
            survey,
            side != 0 ? side
                : armSide != 0 ? armSide
                : 1
        );
        var toWire = Math.Sqrt(Math.Pow(wire.YMm - start.Y, 2) + Math.Pow(wire.HeightMm - start.Z, 2));
        var beyond = survey.School.Set.TipBeyond;
        if (Apart(work, stem, most, Math.Max(toWire, stem.FruitToMm ?? 0)))
        {
            return;
        }

        var note = misplaced ? "It does not come from a spur, but can be laid outward. " : "";
        if (stem.LengthMm < toWire)
        {
            work.Keep(stem, "lay", $"{note}It does not reach the outer wire yet: lay it over when it does.");
        }
        else
        {
            Lay(work, stem, new OuterWire(n, wire, toWire, beyond), note);
        }
    }

    /// <summary>To which side of the row a stem leans: 1 towards 12 o'clock, -1 towards 6, 0 along it.</summary>
    private static int Across(Stem stem) =>
        Math.Abs(stem.Bearing.Y) >= VineNumbers.Of.Across ? Math.Sign(stem.Bearing.Y) : 0;

    /// <summary>
    /// On which side of the row the arm of a place lies: as it was measured, or else as the way it was noted to lean
    /// has it, or the side to which the shoots of its spurs grow, two of three at least; 0 where none of it tells.
    /// </summary>
    private static int SideOf(VineWork work, VinePosition p)
    {
        if (p.On is not { Role: StemRole.Arm } arm)
        {
            return 0;
        }

        var start = work.Tree.Axis(arm).At(p.AlongMm).Y;
        if (Math.Abs(start) > 1)
        {
            return Math.Sign(start);
        }

        int[] sides =
        [
            .. work
                .Parts.Positions.Where(o => o.On?.Id == arm.Id && o.Old is not null)
                .SelectMany(o => o.Shoots)
                .Select(s => Across(s.Stem))
                .Where(s => s != 0),
        ];
        var sum = sides.Sum();
        return sides.Length > 0 && 3 * Math.Abs(sum) >= sides.Length ? Math.Sign(sum) : 0;
    }

    /// <summary>A wire a shoot is laid over.</summary>
    /// <param name="AlongMm">Where the shoot reaches it, along the shoot, mm.</param>
    /// <param name="Beyond">How far a tip may reach beyond it.</param>
    private sealed record OuterWire(int Number, Wire Wire, double AlongMm, SchoolValue Beyond)
    {
        public string Name => $"wire {Number}";

        public double EndMm => AlongMm + Beyond.Number;
    }

    private static void Lay(VineWork work, Stem stem, OuterWire over, string note)
    {
        var held = stem.Has(Sign.Held);
        var lay = held
            ? $"Leave {stem.Id} over {over.Name}: its tendrils hold it already"
            : $"Lay {stem.Id} over {over.Name}, tie it there with a soft twist tie";
        ImmutableArray<PlanTie> ties = held
            ? []
            :
            [
                new PlanTie(
                    Wording.Tenth(work.Tree.Axis(stem).At(over.AlongMm).X),
                    Wording.Tenth(over.Wire.HeightMm),
                    over.Name,
                    1,
                    Wording.Tenth(over.Wire.YMm)
                ),
            ];
        var (end, tooLong) = (over.EndMm, stem.LengthMm > over.EndMm + 1);
        if (tooLong && (stem.FruitToMm ?? 0) <= end)
        {
            var soft = Soft(stem);
            work.Set(
                new VineDecided(
                    stem,
                    Decision.Shorten,
                    new PlanReason(
                        "tipBeyond",
                        $"{note}It reaches {Wording.Mm(stem.LengthMm - over.AlongMm)} beyond the outer wire with no "
                            + "fruit "
                            + "at its end.",
                        over.Beyond.Provenance
                    ),
                    null,
                    VineCut.Of(work.Tree.Axis(stem).At(end), at => PlanCut.Tip(end, at)),
                    Stage.Count,
                    StepAction.Tip,
                    $"{lay}. {(soft ? "Pinch its tip" : "Cut its tip off")} "
                        + $"{Wording.Mm(over.Beyond.Number)} beyond the wire, at {Wording.Mm(end)} along it.",
                    soft ? Tool.Fingers : Tool.Secateurs,
                    Buds: 0,
                    LeftMm: end,
                    Ties: ties
                )
            );
            return;
        }

        var fruit = tooLong ? " Fruit hangs at its end, so the tip stays." : "";
        work.Set(
            new VineDecided(
                stem,
                Decision.Keep,
                new PlanReason(
                    "lay",
                    $"{note}Laid over the outer wire; {(held ? "its tendrils hold it" : "tied there")}.{fruit}",
                    Provenance.Practice
                ),
                Stage: Stage.Train,
                Action: StepAction.Tie,
                Text: held ? "" : $"{lay}.{fruit}",
                Tool: held ? null : Tool.Fingers,
                Ties: ties
            )
        );
    }

    /// <summary>
    /// Keeps a shoot out of its neighbour's room along the row: it is cut there where no fruit hangs beyond, or turned
    /// back.
    /// </summary>
    private static bool Apart(VineWork work, Stem stem, double most, double fruitTo)
    {
        var axis = work.Tree.Axis(stem);
        if (stem.Pin is not null || Math.Abs(axis.At(stem.LengthMm).X) <= most)
        {
            return false;
        }

        double low = 0,
            high = stem.LengthMm;
        for (var i = 0; i < 60; i++)
        {
            var middle = (low + high) / 2;
            (low, high) = Math.Abs(axis.At(middle).X) <= most ? (middle, high) : (low, middle);
        }

        if (double.IsPositiveInfinity(fruitTo) || fruitTo > low || low < VineNumbers.Of.HeadedLow)
        {
            work.Set(
                new VineDecided(
                    stem,
                    Decision.Keep,
                    new PlanReason(
                        "neighbours",
                        "It grows into the next vine: turn it back and tie it.",
                        Provenance.Practice
                    ),
                    Stage: Stage.Train,
                    Action: StepAction.Tie,
                    Text: $"Turn {stem.Id} back from the next vine and tie it.",
                    Tool: Tool.Fingers
                )
            );
            return true;
        }

        work.Set(
            new VineDecided(
                stem,
                Decision.Shorten,
                new PlanReason(
                    "neighbours",
                    "It grows into the next vine; neighbours are kept apart.",
                    Provenance.Practice
                ),
                null,
                VineCut.Of(axis.At(low), at => PlanCut.Tip(low, at)),
                Stage.Count,
                StepAction.Tip,
                $"Tip {stem.Id} at {Wording.Mm(low)}, half way to the next vine.",
                Soft(stem) ? Tool.Fingers : Tool.Secateurs,
                LeftMm: low
            )
        );
        return true;
    }

    private static (int N, Wire Wire) Outer(Survey survey, int side)
    {
        var wires = survey.Support?.Wires ?? [];
        var own = wires
            .Select((w, i) => (N: i + 1, Wire: w))
            .Where(w => Math.Sign(w.Wire.YMm) == side)
            .OrderByDescending(w => Math.Abs(w.Wire.YMm))
            .ThenBy(w => w.N)
            .FirstOrDefault();
        return own.Wire is null
            ? (side < 0 ? 1 : 4, new Wire(VineNumbers.Of.OuterWireHeight, side * VineNumbers.Of.OuterWire))
            : own;
    }
}
