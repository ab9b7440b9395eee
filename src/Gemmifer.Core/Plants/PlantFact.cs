namespace Gemmifer.Core.Plants;

/// <summary>What a gardener may say of a plant as a whole, beside its name, its kind and its place.</summary>
public enum PlantFact
{
    /// <summary>How strongly it grows.</summary>
    Vigour,

    /// <summary>How high above the soil its canes start.</summary>
    Union,

    /// <summary>Whether it was not pruned for years.</summary>
    Neglected,

    /// <summary>Whether it is grafted.</summary>
    Rootstock,
}
