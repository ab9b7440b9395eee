using System.Collections.Immutable;
using Gemmifer.Core.Families;
using Gemmifer.Core.Families.CaneFruit;
using Gemmifer.Core.Families.Roses;
using Gemmifer.Core.Families.Shrubs;
using Gemmifer.Core.Families.Vines;
using Gemmifer.Core.Plants;

namespace Gemmifer.Core;

/// <summary>Every family of plants, registered once.</summary>
public static class PlantFamilies
{
    /// <summary>In the order of the exchange format.</summary>
    public static ImmutableArray<Family> All { get; private set; } =
    [new RoseFamily(), new VineFamily(), new CaneFruitFamily(), new ShrubFamily()];

    /// <summary>The family of a kind.</summary>
    public static Family Of(PlantKind kind) => All.First(f => f.Id == kind.Family);

    /// <summary>A family by its name in the exchange format; null where there is none.</summary>
    public static Family? Find(string? name) => All.FirstOrDefault(f => f.Id.Name == name);

    /// <summary>
    /// Adds a family that is not part of the core. Its data (<c>kinds/…</c>, <c>family-years/…</c>) are embedded in its
    /// own assembly.
    /// </summary>
    /// <exception cref="InvalidOperationException">Something was asked of plants before.</exception>
    /// <exception cref="ArgumentException">There is a family of that name.</exception>
    public static void Register(Family family)
    {
        if (Find(family.Id.Name) is not null)
        {
            throw new ArgumentException($"There is a family of the name {family.Id}.", nameof(family));
        }

        DataFiles.Include(family.GetType().Assembly);
        All = All.Add(family);
    }
}
