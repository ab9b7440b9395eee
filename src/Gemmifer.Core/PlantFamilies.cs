using System.Collections.Immutable;
using Gemmifer.Core.Families;
using Gemmifer.Core.Families.CaneFruit;
using Gemmifer.Core.Families.Canes;
using Gemmifer.Core.Families.Shrubs;
using Gemmifer.Core.Families.Vines;
using Gemmifer.Core.Plants;

namespace Gemmifer.Core;

/// <summary>Every family of plants, registered once.</summary>
public static class PlantFamilies
{
    /// <summary>In the order of the exchange format.</summary>
    public static ImmutableArray<Family> All { get; } =
    [new RoseFamily(), new VineFamily(), new CaneFruitFamily(), new ShrubFamily()];

    /// <summary>The family of a kind.</summary>
    public static Family Of(PlantKind kind) => All.First(f => f.Id == kind.Family);
}
