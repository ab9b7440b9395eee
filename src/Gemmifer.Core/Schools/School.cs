using System.Collections.Immutable;

namespace Gemmifer.Core.Schools;

/// <summary>A way of pruning as data: limits, wants and cut style, each value with its provenance.</summary>
/// <param name="Weights">How much each want counts in the choice, in points; see docs in ARCHITECTURE.</param>
public sealed record School(
    string Id,
    string Name,
    string Summary,
    ImmutableSortedDictionary<string, SchoolValue> Values,
    ImmutableSortedDictionary<string, SchoolValue> Weights
)
{
    /// <summary>A survey holds so many stems.</summary>
    public const int MostStems = 200;

    /// <summary>How far a school can be made harder or lighter, steps either way.</summary>
    public const int MostHardness = 2;

    /// <summary>Least straight distance between cut ends, mm.</summary>
    public double SpacingMm => Set.Spacing.Number;

    public int CanesMin => (int)Set.CanesMin.Number;

    /// <summary>As many as a survey may hold where there is no limit.</summary>
    public int CanesMax => Set.CanesMax.Limited ? (int)Set.CanesMax.Number : MostStems;

    /// <summary>Lowest cut above the crown, mm.</summary>
    public double HeightMinMm => Set.HeightMin.Number;

    /// <summary>Highest cut above the crown, mm; infinite where there is no limit.</summary>
    public double HeightMaxMm => Set.HeightMax.Number;

    /// <summary>Share of live wood that may be taken off, 0 to 1.</summary>
    public double RemoveShare => Set.RemoveShare.Number;

    public double RemoveShareWeak => Set.RemoveShareWeak.Number;

    /// <summary>Share of the old canes that may go in one winter, 0 to 1.</summary>
    public double OldShare => Set.OldShare.Number;

    public double ThinBelowMm => Set.ThinBelow.Number;

    public double SlopeDeg => Set.Slope.Number;

    public double ClearanceMm => Set.Clearance.Number;

    /// <summary>How far kept ends may differ in height, mm.</summary>
    public double LevelSpreadMm => Set.LevelSpread.Number;

    /// <summary>
    /// Height to which a plant is brought down first where its inside cannot be seen, mm above the soil; 0 never.
    /// </summary>
    public double RoughTopMm => Set.RoughTop.Number;

    /// <summary>Whether the plant is sheared as a whole instead of cut above single buds.</summary>
    public bool Sheared => Set.Cut.Word == "shears";

    /// <summary>Whether a bud has to face up as well as out.</summary>
    public bool BudUpward => Set.Bud.Word == "up-and-out";

    /// <summary>Whether buds are wanted to face outward.</summary>
    public bool BudOutward => Set.Bud.Word != "any";

    /// <summary>When the main prune is, by a word of <c>Season/Data/windows.json</c>.</summary>
    public string When => Set.When.Word!;

    /// <summary>What is done with a climber.</summary>
    public ClimberWay Climber =>
        Set.Climber.Word switch
        {
            "keep-volume" => ClimberWay.KeepVolume,
            "halve" => ClimberWay.Halve,
            "restart" => ClimberWay.Restart,
            "upright" => ClimberWay.Upright,
            _ => ClimberWay.FlatFan,
        };

    public bool CentreOpen => Set.Centre.Word == "open";

    public int LateralBuds => (int)Set.LateralBuds.Number;

    public double LateralLengthMm => Set.LateralLength.Number;

    /// <summary>Share of the plant's height to aim at within the height window; 0 aims at the lowest cut.</summary>
    public double AimShare => Set.AimShare.Number;

    /// <summary>The settings by their names, each with its provenance.</summary>
    public SchoolValues Set => new(Values);

    /// <summary>How much each want counts, points.</summary>
    internal SchoolWants Wants { get; } = new(Weights);

    /// <summary>
    /// Whether the heights of cuts matter: with shears, and where there is no upper limit, they do not.
    /// </summary>
    public bool HeightsMatter => !Sheared && Set.HeightMax.Limited;

    /// <summary>Ties stand no further apart than this where there are no wires, mm.</summary>
    public double TieSpacingMm => Set.TieSpacing.Number;

    /// <summary>
    /// This school on a plant neglected for years: three or four canes stay and most of the rest goes, whatever the
    /// school says of
    /// tended plants (common practice, no source). What the gardener set stays as set.
    /// </summary>
    public School ForNeglected()
    {
        if (Sheared || SpacingMm <= 0)
        {
            return this;
        }

        var values = Values;
        void Change(string name, Func<double, double> of)
        {
            var own = SchoolData.Neglected[name];
            values =
                values[name].Provenance == Provenance.User
                    ? values
                    : values.SetItem(name, own with { Number = of(own.Number) });
        }

        Change("canesMin", few => Math.Min(few, CanesMax));
        Change("canesMax", few => Math.Max(few, (int)values["canesMin"].Number));
        Change("removeShare", most => Math.Max(most, RemoveShare));
        return this with { Values = values };
    }

    /// <summary>
    /// This school a step or two harder (above 0) or lighter (below 0): each step cuts lower, keeps a cane fewer, lets
    /// more wood go and
    /// asks more of a cane; lighter the other way round. The weak plant's cap stays (assumption).
    /// </summary>
    public School Harder(int steps)
    {
        if (steps == 0)
        {
            return this;
        }

        static double By(string name) => SchoolData.Harder[name].Number;
        var why = steps > 0 ? "You asked for it harder." : "You asked for it lighter.";
        var values = Values;
        void Change(string name, double number)
        {
            var spec = SchoolValueSpec.Find(name)!;
            number = Math.Clamp(spec.Whole ? Math.Round(number) : Math.Round(number, 3), spec.Min, spec.Max);
            if (number != values[name].Number)
            {
                values = values.SetItem(name, new SchoolValue(number, null, Provenance.User, why));
            }
        }

        if (Set.HeightMax.Limited)
        {
            var factor = Math.Pow(By("heights"), steps);
            Change("heightMin", Math.Round(HeightMinMm * factor));
            Change("heightMax", Math.Round(HeightMaxMm * factor));
            Change("aimShare", AimShare * factor);
        }

        if (Set.CanesMax.Limited)
        {
            var fewer = steps * (int)By("canes");
            Change("canesMax", Math.Max(By("fewestCanes"), CanesMax - fewer));
            Change("canesMin", Math.Clamp(CanesMin - fewer, 1, values["canesMax"].Number));
        }

        Change(
            "removeShare",
            Math.Clamp(1 - ((1 - RemoveShare) * Math.Pow(By("spared"), steps)), By("leastShare"), By("mostShare"))
        );
        Change("thinBelow", ThinBelowMm == 0 ? 0 : Math.Max(1, ThinBelowMm + (steps * By("thin"))));
        return this with { Values = values };
    }

    /// <summary>This school with one value changed by the gardener.</summary>
    public School With(string name, double number, string? word) =>
        this with
        {
            Values = Values.SetItem(name, new SchoolValue(number, word, Provenance.User, "Set by you.")),
        };
}

/// <summary>What is done with a climber (common practice, no source).</summary>
public enum ClimberWay
{
    /// <summary>A framework fanned out on the support.</summary>
    FlatFan,

    /// <summary>Dead and grey wood only; side shoots stay.</summary>
    KeepVolume,

    /// <summary>Every cane to half of its length.</summary>
    Halve,

    /// <summary>Three or four canes cut to a third, over two winters if in doubt.</summary>
    Restart,

    /// <summary>One main cane and its successor, straight up; nothing wound.</summary>
    Upright,
}

/// <summary>A school value that is out of its range, or two that contradict each other.</summary>
/// <param name="Name">The value at fault.</param>
/// <param name="Code">"range", "type", "unknown" or "order".</param>
public sealed record SchoolIssue(string Name, string Code, string Message, double? Min = null, double? Max = null);
