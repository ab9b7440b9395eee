using Gemmifer.Core.Geometry;
using Gemmifer.Core.Plans;
using Gemmifer.Core.Stems;
using Gemmifer.Core.Supports;
using Gemmifer.Core.Training;

namespace Gemmifer.Core.Families.Roses.Climbing;

/// <summary>Lines, bends and their limits in plain words.</summary>
internal static class TrainingWords
{
    /// <summary>Where a line leads.</summary>
    public static string Leads(TargetLine line, Support support) =>
        line switch
        {
            Spiral s =>
                $"round the {Name(support.Kind)} in {(s.LeanAt(0) >= Bloom.FlatDeg ? "flat" : "steep")} turns from "
                    + $"{Wording.Clock(s.From)}, to the {(s.Clockwise ? "left" : "right")} in front of you",
            BentLine b when support.Traits.Form == SupportForm.Arch =>
                $"up the {(b.Pieces[^1].TurnDeg < 0 ? "left" : "right")} leg and over",
            BentLine b => $"up and along the beam to the {(b.Pieces[1].TurnDeg < 0 ? "right" : "left")}",
            StraightLine { Direction.Z: 0 } s => $"level along the wire to the {Side(s.Direction)}",
            StraightLine s => s.LeanAt(0) switch
            {
                >= 75 => $"almost level to the {Side(s.Direction)}",
                >= 60 => $"low to the {Side(s.Direction)}",
                >= 35 => $"slanting to the {Side(s.Direction)}",
                >= 12 => $"steeply up to the {Side(s.Direction)}",
                _ => "straight up",
            },
            _ => throw new ArgumentOutOfRangeException(nameof(line)),
        };

    /// <summary>
    /// What is done to get a cane to a line: laid on a face, wound round a post, led over an arch or along a beam.
    /// </summary>
    public static string Verb(TargetLine line) =>
        line switch
        {
            Spiral => "Wind",
            BentLine => "Lead",
            _ => "Lay",
        };

    /// <summary>What a support is called.</summary>
    public static string Name(SupportKind kind) => SupportTraits.Of(kind).Noun;

    /// <summary>Why a way is not to be had.</summary>
    public static string TooTight(CanePath path, Stem stem) =>
        path switch
        {
            CanePath.TooStiff { NeededMm: var needed } when double.IsInfinity(needed) =>
                "soft growth snaps when it is bent",
            CanePath.TooStiff stiff =>
                $"{Wood(stem)} takes no bend tighter than {Wording.Round(stiff.NeededMm)}, and every way there is "
                    + "tighter",
            CanePath.TooShort => "it is still too short to reach",
            CanePath.Bent => "another cane has that place",
            _ => throw new ArgumentOutOfRangeException(nameof(path)),
        };

    /// <summary>"Its wood, two seasons old and 14 mm thick".</summary>
    public static string Wood(Stem stem) =>
        $"wood {Wording.Seasons(stem.Age)} "
        + $"old{(stem.Has(Sign.Stiff) ? ", found stiff" : stem.Has(Sign.Supple) ? ", found supple" : "")} and "
        + $"{Wording.Thickness(stem.DiameterMm)} thick";

    private static string Side(Point3 direction) => direction.X >= 0 ? "right" : "left";
}
