using System.Text.Json.Serialization;
using Gemmifer.Core.Geometry;
using Gemmifer.Core.Schools;

namespace Gemmifer.Core.Plans;

/// <summary>One cut; made by the factory of its kind alone.</summary>
public sealed record PlanCut
{
    [JsonConstructor]
    private PlanCut(
        double? at,
        PlanBud? bud,
        double slope,
        double clearance,
        CutPlace where,
        double x,
        double y,
        double z
    ) => (At, Bud, Slope, Clearance, Where, X, Y, Z) = (at, bud, slope, clearance, where, x, y, z);

    private PlanCut(double? atMm, PlanBud? bud, School? school, CutPlace where, Point3 place)
        : this(
            atMm is { } at ? Wording.Tenth(at) : null,
            bud,
            school?.SlopeDeg ?? 0,
            school?.ClearanceMm ?? 0,
            where,
            Wording.Tenth(place.X),
            Wording.Tenth(place.Y),
            Wording.Tenth(place.Z)
        ) { }

    /// <summary>Distance along the stem, mm; null where the bud has still to be found.</summary>
    public double? At { get; }

    /// <summary>The bud it is made above; null where there is none, or none was seen.</summary>
    public PlanBud? Bud { get; }

    /// <summary>Degrees; 0 is square to the stem.</summary>
    public double Slope { get; }

    /// <summary>So far above the bud or the join, mm.</summary>
    public double Clearance { get; }

    /// <summary>What is cut at.</summary>
    public CutPlace Where { get; }

    /// <summary>The place in space, mm in the frame of the survey; also <see cref="Y"/> and <see cref="Z"/>.</summary>
    public double X { get; }

    /// <inheritdoc cref="X"/>
    public double Y { get; }

    /// <inheritdoc cref="X"/>
    public double Z { get; }

    /// <summary>Where a stem starts: all of it comes off.</summary>
    /// <param name="where">Base, ring or ground.</param>
    /// <exception cref="ArgumentOutOfRangeException">Nothing starts at such a place.</exception>
    public static PlanCut Off(CutPlace where, Point3 start) =>
        where is CutPlace.Base or CutPlace.Ring or CutPlace.Ground
            ? new(0, null, null, where, start)
            : throw new ArgumentOutOfRangeException(nameof(where), where, null);

    /// <summary>Above a bud.</summary>
    /// <param name="alongMm">mm along the stem; null where the bud has still to be found.</param>
    /// <param name="bud">Null where the place was chosen and no bud is known.</param>
    public static PlanCut AboveBud(double? alongMm, PlanBud? bud, School school, Point3 place) =>
        new(alongMm, bud, school, CutPlace.AboveBud, place);

    /// <summary>The tip of a green shoot, above whatever leaf is there; square, as it is soft.</summary>
    /// <param name="alongMm">mm along the shoot.</param>
    public static PlanCut Tip(double alongMm, Point3 place) => new(alongMm, null, null, CutPlace.AboveBud, place);

    /// <summary>On an older stem, just above the younger one that takes over.</summary>
    /// <param name="alongMm">mm along the older one.</param>
    public static PlanCut Join(double alongMm, School school, Point3 place) =>
        new(alongMm, null, school, CutPlace.Join, place);

    /// <summary>At a height above the soil, whatever stands there.</summary>
    /// <param name="heightMm">mm.</param>
    /// <param name="school">Whose cuts are sloped; null where shears or fingers take it square.</param>
    public static PlanCut AtHeight(double heightMm, School? school) =>
        new(heightMm, null, school, CutPlace.Height, new Point3(0, 0, heightMm));

    /// <summary>The stalk of a finished flower.</summary>
    public static PlanCut Stalk(Point3 tip) => new(null, null, null, CutPlace.Stalk, tip);
}
