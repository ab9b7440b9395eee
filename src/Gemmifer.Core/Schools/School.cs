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
    public double SpacingMm => Number("spacing");

    public int CanesMin => (int)Number("canesMin");

    /// <summary>As many as a survey may hold where there is no limit.</summary>
    public int CanesMax => Values["canesMax"].Limited ? (int)Number("canesMax") : MostStems;

    /// <summary>Lowest cut above the crown, mm.</summary>
    public double HeightMinMm => Number("heightMin");

    /// <summary>Highest cut above the crown, mm; infinite where there is no limit.</summary>
    public double HeightMaxMm => Number("heightMax");

    /// <summary>Share of live wood that may be taken off, 0 to 1.</summary>
    public double RemoveShare => Number("removeShare");

    public double RemoveShareWeak => Number("removeShareWeak");

    /// <summary>Share of the old canes that may go in one winter, 0 to 1.</summary>
    public double OldShare => Number("oldShare");

    public double ThinBelowMm => Number("thinBelow");

    public double SlopeDeg => Number("slope");

    public double ClearanceMm => Number("clearance");

    /// <summary>How far kept ends may differ in height, mm.</summary>
    public double LevelSpreadMm => Number("levelSpread");

    /// <summary>
    /// Height to which a plant is brought down first where its inside cannot be seen, mm above the soil; 0 never.
    /// </summary>
    public double RoughTopMm => Number("roughTop");

    /// <summary>Whether the plant is sheared as a whole instead of cut above single buds.</summary>
    public bool Sheared => Values["cut"].Word == "shears";

    /// <summary>Whether a bud has to face up as well as out.</summary>
    public bool BudUpward => Values["bud"].Word == "up-and-out";

    /// <summary>Whether buds are wanted to face outward.</summary>
    public bool BudOutward => Values["bud"].Word != "any";

    /// <summary>When the main prune is, by a word of <c>Season/Data/windows.json</c>.</summary>
    public string When => Values["when"].Word!;

    /// <summary>What is done with a climber.</summary>
    public ClimberWay Climber =>
        Values["climber"].Word switch
        {
            "keep-volume" => ClimberWay.KeepVolume,
            "halve" => ClimberWay.Halve,
            "restart" => ClimberWay.Restart,
            "upright" => ClimberWay.Upright,
            _ => ClimberWay.FlatFan,
        };

    public bool CentreOpen => Values["centre"].Word == "open";

    public int LateralBuds => (int)Number("lateralBuds");

    public double LateralLengthMm => Number("lateralLength");

    /// <summary>Share of the plant's height to aim at within the height window; 0 aims at the lowest cut.</summary>
    public double AimShare => Number("aimShare");

    /// <summary>Points of a want.</summary>
    public double Weight(string name) => Weights[name].Number;

    /// <summary>The value of a setting with its provenance.</summary>
    public SchoolValue Value(string name) => Values[name];

    /// <summary>
    /// Whether the heights of cuts matter: with shears, and where there is no upper limit, they do not.
    /// </summary>
    public bool HeightsMatter => !Sheared && Values["heightMax"].Limited;

    /// <summary>Ties stand no further apart than this where there are no wires, mm.</summary>
    public double TieSpacingMm => Number("tieSpacing");

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
        void Set(string name, Func<double, double> of)
        {
            var own = SchoolData.Neglected[name];
            values =
                values[name].Provenance == Provenance.User
                    ? values
                    : values.SetItem(name, own with { Number = of(own.Number) });
        }

        Set("canesMin", few => Math.Min(few, CanesMax));
        Set("canesMax", few => Math.Max(few, (int)values["canesMin"].Number));
        Set("removeShare", most => Math.Max(most, RemoveShare));
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
        void Set(string name, double number)
        {
            var spec = SchoolValueSpec.Find(name)!;
            number = Math.Clamp(spec.Whole ? Math.Round(number) : Math.Round(number, 3), spec.Min, spec.Max);
            if (number != values[name].Number)
            {
                values = values.SetItem(name, new SchoolValue(number, null, Provenance.User, why));
            }
        }

        if (Values["heightMax"].Limited)
        {
            var factor = Math.Pow(By("heights"), steps);
            Set("heightMin", Math.Round(HeightMinMm * factor));
            Set("heightMax", Math.Round(HeightMaxMm * factor));
            Set("aimShare", AimShare * factor);
        }

        if (Values["canesMax"].Limited)
        {
            var fewer = steps * (int)By("canes");
            Set("canesMax", Math.Max(By("fewestCanes"), CanesMax - fewer));
            Set("canesMin", Math.Clamp(CanesMin - fewer, 1, values["canesMax"].Number));
        }

        Set(
            "removeShare",
            Math.Clamp(1 - ((1 - RemoveShare) * Math.Pow(By("spared"), steps)), By("leastShare"), By("mostShare"))
        );
        Set("thinBelow", ThinBelowMm == 0 ? 0 : Math.Max(1, ThinBelowMm + (steps * By("thin"))));
        return this with { Values = values };
    }

    /// <summary>This school with one value changed by the gardener.</summary>
    public School With(string name, double number, string? word) =>
        this with
        {
            Values = Values.SetItem(name, new SchoolValue(number, word, Provenance.User, "Set by you.")),
        };

    private double Number(string name) => Values[name].Number;
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
