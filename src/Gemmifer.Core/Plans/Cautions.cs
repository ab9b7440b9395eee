using Gemmifer.Core.Plants;

namespace Gemmifer.Core.Plans;

/// <summary>The cautions that stand beside a step where the work can hurt someone.</summary>
public static class Cautions
{
    /// <summary>Above this one stands on a ladder, mm.</summary>
    public static readonly double ReachMm = TradeNumbers.Of.Reach;

    /// <summary>Thorns and what they carry in.</summary>
    public const string Thorns =
        "Long sleeves and gauntlets, and something over your eyes. See a doctor about a puncture with soil in it; "
        + "keep your tetanus cover current.";

    /// <summary>Canes that spring, and blades.</summary>
    public const string Springing =
        "Gloves, and something over your eyes: cut canes spring. Keep the other hand behind the blades.";

    /// <summary>Alcohol for the blades.</summary>
    public const string Flame = "Keep alcohol away from flame.";

    /// <summary>A saw.</summary>
    public const string Saw = "Undercut first so that it does not tear; stand clear of where it falls.";

    /// <summary>Diseased wood.</summary>
    public const string Disposal = "Keep diseased wood out of the compost; get rid of it as your local rules say.";

    /// <summary>Shears, of which some run on a cable.</summary>
    public const string Shears = "Keep the other hand and any cable clear of the blades.";

    /// <summary>Tall growth taken down first.</summary>
    public const string Rough =
        "Mind your eyes: cut canes spring. Let them fall away from you, and from people and cars beside.";

    /// <summary>Spotted leaves.</summary>
    public const string Leaves = "Keep spotted leaves out of the compost: they carry the disease over.";

    /// <summary>Netting over fruit.</summary>
    public const string Netting =
        "Where there is netting: lay it back first, free what has grown into it, and look for a caught bird.";

    /// <summary>What a plant wore over the winter.</summary>
    public const string Wrappings =
        "Thorns stay in wrappings, straw and wire: roll them up with gauntlets on, and shake them out over a sheet.";

    /// <summary>A wrap of straw or burlap.</summary>
    public const string NoFlame = "Straw and burlap burn: no flame and no lamp near them.";

    /// <summary>Bending.</summary>
    public const string Bending = "Bend slowly, a hand on either side: a supple cane splits where it is forced.";

    /// <summary>Work out of reach.</summary>
    public const string Ladder =
        "Ladder on firm ground, someone near, no leaning out. Power lines, or heavy wood high up: a licensed arborist.";

    /// <summary>What goes with one cut; null where nothing does.</summary>
    /// <param name="diseased">Whether the wood cut is diseased.</param>
    public static string? ForCut(Tool? tool, bool diseased) =>
        (tool == Tool.Saw, diseased) switch
        {
            (true, true) => $"{Saw} {Disposal}",
            (true, false) => Saw,
            (false, true) => $"Stand the blades in alcohol for 30 seconds after this cut. {Flame} {Disposal}",
            (false, false) => null,
        };
}
