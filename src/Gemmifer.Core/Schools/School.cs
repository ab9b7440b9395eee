using System.Collections.Immutable;
using Gemmifer.Core.Training;

namespace Gemmifer.Core.Schools;

/// <summary>A way of pruning as data: limits, wants and cut style, each value with its provenance.</summary>
/// <param name="Weights">How much each want counts in the choice, in points; see docs in ARCHITECTURE.</param>
public sealed record School(
    string Id,
    string Name,
    string Summary,
    ImmutableArray<string> Kinds,
    ImmutableSortedDictionary<string, SchoolValue> Values,
    ImmutableSortedDictionary<string, SchoolValue> Weights)
{
    /// <summary>Least straight distance between cut ends, mm.</summary>
    public double SpacingMm => Number("spacing");

    public int CanesMin => (int)Number("canesMin");

    public int CanesMax => (int)Number("canesMax");

    /// <summary>Lowest cut above the crown, mm.</summary>
    public double HeightMinMm => Number("heightMin");

    /// <summary>Highest cut above the crown, mm.</summary>
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

    /// <summary>Height to which a plant is brought down first where its inside cannot be seen, mm above the soil; 0 never.</summary>
    public double RoughTopMm => Number("roughTop");

    /// <summary>Whether the plant is sheared as a whole instead of cut above single buds.</summary>
    public bool Sheared => Values["cut"].Word == "shears";

    /// <summary>Whether a bud has to face up as well as out.</summary>
    public bool BudUpward => Values["bud"].Word == "up-and-out";

    /// <summary>Whether buds are wanted to face outward.</summary>
    public bool BudOutward => Values["bud"].Word != "any";

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
    /// This school on a plant neglected for years: three or four canes stay and most of the rest goes, whatever the school says of
    /// tended plants (common practice, no source). What the gardener set stays as set.
    /// </summary>
    public School ForNeglected()
    {
        if (Sheared || SpacingMm <= 0)
        {
            return this;
        }

        const string Why = "A neglected plant starts anew from three or four canes; at least two thirds of it go.";
        var values = Values;
        void Set(string name, double number)
        {
            if (values[name].Provenance != Provenance.User)
            {
                values = values.SetItem(name, new SchoolValue(number, null, Provenance.Practice, Why));
            }
        }

        Set("canesMin", Math.Min(3, CanesMax));
        Set("canesMax", Math.Max(4, (int)values["canesMin"].Number));
        Set("removeShare", Math.Max(0.9, RemoveShare));
        return this with { Values = values };
    }

    /// <summary>
    /// This school on a support: a framework of no more canes than there is room for (common practice, no source, for three to eight;
    /// how many on which support is an assumption). What the gardener set stays as set.
    /// </summary>
    public School ForSupport(Support support)
    {
        var room = support.Kind switch
        {
            SupportKind.Post or SupportKind.Stake => 3,
            SupportKind.Arch or SupportKind.Pergola => 4,
            SupportKind.Obelisk => 5,
            _ => (int)Math.Ceiling(support.WidthMm / RoomForACaneMm) + 1,
        };
        var most = Math.Min(Math.Max(room, 3), CanesMax);
        if (most == CanesMax || Values["canesMax"].Provenance == Provenance.User)
        {
            return this;
        }

        var value = new SchoolValue(most, null, Provenance.Assumption, "No more canes than this support has room for.");
        var values = Values.SetItem("canesMax", value);
        return this with { Values = CanesMin > most ? values.SetItem("canesMin", value) : values };
    }

    /// <summary>A cane to so much width of a flat support, mm (assumption).</summary>
    private const double RoomForACaneMm = 400;

    /// <summary>What strain wood bears under this school.</summary>
    public AllowedStrain Strain => new(Number("strainOneYear"), Number("strainTwoYears"), Number("strainOlder"));

    /// <summary>Ties stand no further apart than this where there are no wires, mm.</summary>
    public double TieSpacingMm => Number("tieSpacing");

    /// <summary>How far a school can be made harder or lighter, steps either way.</summary>
    public const int MostHardness = 2;

    /// <summary>
    /// This school a step or two harder (above 0) or lighter (below 0): each step cuts a fifth lower, keeps a cane fewer, lets more
    /// wood go and asks a millimetre more of a cane; lighter the other way round. The weak plant's cap stays (assumption).
    /// </summary>
    public School Harder(int steps)
    {
        if (steps == 0)
        {
            return this;
        }

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

        var factor = Math.Pow(0.8, steps);
        if (HeightMaxMm < 5000)
        {
            Set("heightMin", Math.Round(HeightMinMm * factor));
            Set("heightMax", Math.Round(HeightMaxMm * factor));
            Set("aimShare", AimShare * factor);
        }

        if (CanesMax < 100)
        {
            Set("canesMax", Math.Max(2, CanesMax - steps));
            Set("canesMin", Math.Clamp(CanesMin - steps, 1, values["canesMax"].Number));
        }

        Set("removeShare", Math.Clamp(1 - ((1 - RemoveShare) * Math.Pow(0.65, steps)), 0.1, 0.98));
        Set("thinBelow", ThinBelowMm == 0 ? 0 : Math.Max(1, ThinBelowMm + steps));
        return this with { Values = values };
    }

    /// <summary>This school with one value changed by the gardener.</summary>
    public School With(string name, double number, string? word) =>
        this with { Values = Values.SetItem(name, new SchoolValue(number, word, Provenance.User, "Set by you.")) };

    private double Number(string name) => Values[name].Number;
}

/// <summary>A school value that is out of its range, or two that contradict each other.</summary>
/// <param name="Name">The value at fault.</param>
/// <param name="Code">"range", "type", "unknown" or "order".</param>
public sealed record SchoolIssue(string Name, string Code, string Message, double? Min = null, double? Max = null);
