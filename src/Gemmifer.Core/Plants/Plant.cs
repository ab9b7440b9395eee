namespace Gemmifer.Core.Plants;

/// <summary>How strongly a plant grows; a weak one is pruned lightly.</summary>
public enum Vigour
{
    Weak,
    Normal,
    Strong,
}

/// <summary>The look wanted: an open bowl with an empty centre, or a full bush.</summary>
public enum PlantLook
{
    Open,
    Full,
}

/// <summary>The plant a survey is about.</summary>
/// <param name="UnionHeightMm">Height of the graft union (or of the crown) above the soil, mm; below 0 it is
/// buried.</param>
/// <param name="Rootstock">Whether it is grafted.</param>
/// <param name="Covered">Covered over the winter: pruned after the cover comes off.</param>
/// <param name="Hips">Its hips are wanted: its last flowers stay for them.</param>
/// <param name="Neglected">Unpruned for years: the renewal share does not hold it back.</param>
public sealed record Plant(
    string Name,
    PlantKind Kind,
    Vigour Vigour,
    int? YearsPlanted,
    bool Neglected,
    double UnionHeightMm,
    bool Rootstock,
    PlantLook Look,
    bool Covered = false,
    bool Hips = false
)
{
    /// <summary>
    /// Height above the soil at which canes from the crown start, mm; a school's heights are counted from here.
    /// </summary>
    public double CrownHeightMm => Math.Max(0, UnionHeightMm);

    /// <summary>The crown is under soil or mulch, so that the origin of stems cannot be seen.</summary>
    public bool CrownHidden => UnionHeightMm < 0;
}
