namespace Gemmifer.Core.Plans;

/// <summary>Canes of a row of cane fruit, by what becomes of them.</summary>
public enum CaneClass
{
    /// <summary>Have fruited and go.</summary>
    Spent,

    /// <summary>Too thin to stay.</summary>
    Thin,

    /// <summary>More than the row has room for.</summary>
    Surplus,

    /// <summary>Go to the ground with all the others.</summary>
    Mown,

    /// <summary>In their fruiting summer, and stay.</summary>
    Fruiting,

    /// <summary>Last season's that stay.</summary>
    Stay,
}
