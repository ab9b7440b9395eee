using System.Collections.Immutable;

namespace Gemmifer.Core.Schools;

/// <summary>The settings of a school by their names, each with its provenance.</summary>
/// <remarks>What each is, its unit and range stand in <c>Schools/Data/values.json</c>; every one is there, as the
/// catalogue checks when it is read.</remarks>
/// <param name="byName">By the names of the exchange format.</param>
public sealed class SchoolValues(ImmutableSortedDictionary<string, SchoolValue> byName)
{
    /// <summary>Room between cut ends, mm.</summary>
    public SchoolValue Spacing => byName["spacing"];

    /// <summary>Fewest main canes.</summary>
    public SchoolValue CanesMin => byName["canesMin"];

    /// <summary>Most main canes.</summary>
    public SchoolValue CanesMax => byName["canesMax"];

    /// <summary>Lowest cut, mm.</summary>
    public SchoolValue HeightMin => byName["heightMin"];

    /// <summary>Highest cut, mm.</summary>
    public SchoolValue HeightMax => byName["heightMax"];

    /// <summary>Most live wood taken off, share.</summary>
    public SchoolValue RemoveShare => byName["removeShare"];

    /// <summary>Most taken off a weak plant, share.</summary>
    public SchoolValue RemoveShareWeak => byName["removeShareWeak"];

    /// <summary>Most old canes renewed in a winter, share.</summary>
    public SchoolValue OldShare => byName["oldShare"];

    /// <summary>Too thin to stay, below, mm.</summary>
    public SchoolValue ThinBelow => byName["thinBelow"];

    /// <summary>Slope of the cut, °.</summary>
    public SchoolValue Slope => byName["slope"];

    /// <summary>Cut above the bud by, mm.</summary>
    public SchoolValue Clearance => byName["clearance"];

    /// <summary>Direction of the bud.</summary>
    public SchoolValue Bud => byName["bud"];

    /// <summary>Centre of the plant.</summary>
    public SchoolValue Centre => byName["centre"];

    /// <summary>Buds left on a side shoot.</summary>
    public SchoolValue LateralBuds => byName["lateralBuds"];

    /// <summary>Length left on a side shoot, mm.</summary>
    public SchoolValue LateralLength => byName["lateralLength"];

    /// <summary>Buds left on a spur.</summary>
    public SchoolValue SpurBuds => byName["spurBuds"];

    /// <summary>Room between spurs, mm.</summary>
    public SchoolValue SpurSpacing => byName["spurSpacing"];

    /// <summary>Height at which tips are pinched, mm.</summary>
    public SchoolValue TipHeight => byName["tipHeight"];

    /// <summary>Strip the leaves that are left.</summary>
    public SchoolValue StripLeaves => byName["stripLeaves"];

    /// <summary>Seal the wounds.</summary>
    public SchoolValue Sealant => byName["sealant"];

    /// <summary>Most difference in height between ends, mm.</summary>
    public SchoolValue LevelSpread => byName["levelSpread"];

    /// <summary>Share of the plant's height to aim at, share.</summary>
    public SchoolValue AimShare => byName["aimShare"];

    /// <summary>Bring tall growth down first to, mm.</summary>
    public SchoolValue RoughTop => byName["roughTop"];

    /// <summary>Strain that supple wood bears.</summary>
    public SchoolValue StrainOneYear => byName["strainOneYear"];

    /// <summary>Strain that wood of two seasons bears.</summary>
    public SchoolValue StrainTwoYears => byName["strainTwoYears"];

    /// <summary>Strain that older wood bears.</summary>
    public SchoolValue StrainOlder => byName["strainOlder"];

    /// <summary>Room between ties, at most, mm.</summary>
    public SchoolValue TieSpacing => byName["tieSpacing"];

    /// <summary>Fewest buds on a fruiting cane.</summary>
    public SchoolValue CaneBudsMin => byName["caneBudsMin"];

    /// <summary>Most buds on a fruiting cane.</summary>
    public SchoolValue CaneBudsMax => byName["caneBudsMax"];

    /// <summary>Shoots reach beyond the outer wire, at most, mm.</summary>
    public SchoolValue TipBeyond => byName["tipBeyond"];

    /// <summary>When the main prune is.</summary>
    public SchoolValue When => byName["when"];

    /// <summary>How deep finished flowers are cut.</summary>
    public SchoolValue Deadhead => byName["deadhead"];

    /// <summary>What is done with a climber.</summary>
    public SchoolValue Climber => byName["climber"];

    /// <summary>Hips.</summary>
    public SchoolValue Hips => byName["hips"];

    /// <summary>How canes are cut.</summary>
    public SchoolValue Cut => byName["cut"];
}
