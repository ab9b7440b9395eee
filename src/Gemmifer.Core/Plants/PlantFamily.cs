namespace Gemmifer.Core.Plants;

/// <summary>Plants that are surveyed, planned and remembered in one way.</summary>
public enum PlantFamily
{
    /// <summary>Roses, free-standing and climbing: canes are chosen and cut.</summary>
    Rose,

    /// <summary>Grapevines: trained by a system, pruned by counting buds.</summary>
    Vine,

    /// <summary>Raspberries and blackberries: counted by the row.</summary>
    CaneFruit,

    /// <summary>Other woody plants.</summary>
    Shrub,
}

/// <summary>Wood that flowers.</summary>
public enum FlowerWood
{
    New,
    LastYear,
    Both,
}
